"""Shelves as comma-separated files, one size or one part a line (docs/formats.md).

Reading is line by line: a bad line is refused with its line number, column and reason, the rest stays on
offer. Cells are data only: one that begins like a formula is refused in words and written behind an
apostrophe, so that no table program runs it.
"""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Callable, Iterable
from typing import Any, TypeVar

from pydantic import ValidationError

from waymark.core.errors import GeometryError, InputError
from waymark.rooms.shelves.parts import PART, PART_MODELS, Part, PartBase
from waymark.rooms.shelves.schemas import BadLine, FrameChart, FrameSize

MARKED = ("derived", "assumed")
CHART_COLUMNS = tuple(n for n in FrameChart.model_fields if n not in MARKED)
FACTS = ("dated", "price_band", "tags", "owned", "in_stock")
FRAME_COLUMNS: tuple[str, ...] = ("frame", "kind", "material", "size", *CHART_COLUMNS, "source", *FACTS)
PART_COLUMNS: tuple[str, ...] = (
    "kind", "name", "rung", "price_band", "owned", "in_stock", "rider_limit_kg",
    *dict.fromkeys(
        name for model in PART_MODELS.values() for name in model.model_fields
        if name not in PartBase.model_fields and name != "kind"
    ),
)  # fmt: skip
FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r")
_NUMBERS_ONLY = frozenset("0123456789.,;-+ ")
T = TypeVar("T")


def read_frames(text: str) -> tuple[list[FrameSize], list[BadLine]]:
    """Frame sizes from a frames file, CSV or JSON, and the lines refused.

    Raises ``InputError`` for a wrong heading.
    """
    return _read(text, FRAME_COLUMNS, _frame)


def read_parts(text: str) -> tuple[list[Part], list[BadLine]]:
    """Parts from a parts file, CSV or JSON, and the lines refused. Raises ``InputError`` for a wrong heading."""
    return _read(text, PART_COLUMNS, _part)


def write_frames(sizes: Iterable[FrameSize]) -> str:
    """A frames file; reading it gives the same sizes back. What was derived or assumed stays out of it."""
    return _write(FRAME_COLUMNS, (frame_row(s) for s in sizes))


def frame_row(size: FrameSize) -> dict[str, Any]:
    """A size as one flat line: what stood in its chart, what it is marked with."""
    own = {k: v for k, v in size.chart.model_dump().items() if k not in MARKED}
    for name in (*size.chart.derived, *size.chart.assumed):
        own[name] = None
    return {**size.model_dump(exclude={"chart"}), **own}


def write_json(rows: Iterable[dict[str, Any]]) -> str:
    """A shelf file as JSON: a list of lines, empty cells left out."""
    kept = [{k: v for k, v in row.items() if v is not None and v != "" and v != []} for row in rows]
    return json.dumps(kept, indent=1, ensure_ascii=False) + "\n"


def write_parts(parts: Iterable[Part]) -> str:
    """A parts file; reading it gives the same parts back."""
    return _write(PART_COLUMNS, (p.model_dump() for p in parts))


def _frame(cells: dict[str, Any]) -> FrameSize:
    own = {k: v for k, v in cells.items() if k in FrameSize.model_fields}
    chart = {k: v for k, v in cells.items() if k in CHART_COLUMNS}
    size = FrameSize.model_validate({**own, "chart": chart})
    size.chart.geometry()
    return size


def _part(cells: dict[str, Any]) -> Part:
    return PART.validate_python(cells)


def _read(text: str, columns: tuple[str, ...], make: Callable[[dict[str, Any]], T]) -> tuple[list[T], list[BadLine]]:
    if text.lstrip("\ufeff \t\r\n")[:1] in ("[", "{"):
        return _read_json(text, columns, make)
    reader = csv.reader(io.StringIO(text.lstrip("\ufeff"), newline=""), strict=True)
    taken: list[T] = []
    refused: list[BadLine] = []
    try:
        heading = next(reader, None)
        if heading is None:
            raise InputError("The file is empty.", field="line 1", allowed="a heading line, then one a line")
        names = [h.strip() for h in heading]
        unknown = [n for n in names if n not in columns]
        if unknown or len(set(names)) != len(names):
            what = f"unknown column “{unknown[0]}”" if unknown else "the same column twice"
            raise InputError(f"Line 1: {what}.", field="line 1", allowed=", ".join(columns), kept=",".join(names)[:200])
        for row in reader:
            if not any(c.strip() for c in row):
                continue
            _take(row, names, reader.line_num, make, taken, refused)
    except csv.Error as wrong:
        refused.append(BadLine(line=reader.line_num, column="", reason=f"not readable as a table: {wrong}", kept=""))
    return taken, refused


def _read_json(
    text: str, columns: tuple[str, ...], make: Callable[[dict[str, Any]], T]
) -> tuple[list[T], list[BadLine]]:
    """A list of objects, or one; each is a line, with the names of the columns."""
    allowed = "a list of objects with the names of the columns"
    try:
        found = json.loads(text.lstrip("\ufeff"))
    except (ValueError, RecursionError) as wrong:
        raise InputError("The file is no JSON.", field="line 1", allowed=allowed) from wrong
    rows = found if isinstance(found, list) else [found]
    taken: list[T] = []
    refused: list[BadLine] = []
    for at, row in enumerate(rows, 1):
        if not isinstance(row, dict):
            refused.append(BadLine(line=at, column="", reason="is no object", kept=str(row)[:80]))
            continue
        unknown = next((str(k) for k in row if k not in columns), None)
        if unknown is not None:
            refused.append(BadLine(line=at, column=unknown[:60], reason="unknown column", kept=""))
            continue
        cells = {k: v for k, v in row.items() if v is not None}
        odd = next((k for k, v in cells.items() if isinstance(v, str) and _like_a_formula(v)), None)
        if odd is not None:
            refused.append(BadLine(line=at, column=odd, reason="begins like a formula", kept=str(cells[odd])[:80]))
            continue
        _make(cells, at, make, taken, refused)
    return taken, refused


def _like_a_formula(cell: str) -> bool:
    return cell.startswith(FORMULA_STARTS) and not set(cell) <= _NUMBERS_ONLY


def _take(
    row: list[str],
    names: list[str],
    at: int,
    make: Callable[[dict[str, Any]], T],
    taken: list[T],
    refused: list[BadLine],
) -> None:
    if len(row) != len(names):
        reason = f"{len(row)} cells where the heading has {len(names)}"
        refused.append(BadLine(line=at, column="", reason=reason, kept=",".join(row)[:200]))
        return
    cells = {n: c.strip().removeprefix("'") for n, c in zip(names, row, strict=True) if c.strip()}
    for name, cell in cells.items():
        if _like_a_formula(cell):
            refused.append(BadLine(line=at, column=name, reason="begins like a formula", kept=cell[:80]))
            return
    _make(cells, at, make, taken, refused)


def _make(
    cells: dict[str, Any],
    at: int,
    make: Callable[[dict[str, Any]], T],
    taken: list[T],
    refused: list[BadLine],
) -> None:
    try:
        taken.append(make(cells))
    except ValidationError as wrong:
        refused.append(bad_line(at, wrong, cells))
    except GeometryError as wrong:
        refused.append(
            BadLine(
                line=at,
                column=wrong.field or "",
                reason=wrong.message,
                kept=str(cells.get(wrong.field or "", ""))[:80],
            )
        )


def bad_line(at: int, wrong: ValidationError, cells: dict[str, Any]) -> BadLine:
    """What was wrong of one line, its column named."""
    first = wrong.errors(include_url=False, include_context=False)[0]
    names = (*FRAME_COLUMNS, *PART_COLUMNS)
    reason = first["msg"].removeprefix("Value error, ")
    column = next((str(p) for p in reversed(first["loc"]) if str(p) in names), "")
    # What is wrong of a whole chart or part begins with the name of the number it is about.
    said, _, rest = reason.partition(": ")
    if not column and said in names:
        column, reason = said, rest
    return BadLine(line=at, column=column or "kind", reason=reason, kept=str(cells.get(column, ""))[:80])


def _write(columns: tuple[str, ...], rows: Iterable[dict[str, Any]]) -> str:
    out = io.StringIO(newline="")
    writer = csv.DictWriter(out, columns, lineterminator="\n", extrasaction="ignore")
    writer.writeheader()
    for row in rows:
        writer.writerow({k: _cell(v) for k, v in row.items()})
    return out.getvalue()


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "true" if value else "false"
    if isinstance(value, list):
        return ";".join(_cell(v) for v in value)
    if isinstance(value, float):
        return f"{value:g}" if value == float(f"{value:g}") else repr(value)
    return safe_cell(str(value))


def safe_cell(text: str) -> str:
    """A cell that no program of tables takes for a formula."""
    return f"'{text}" if text.startswith((*FORMULA_STARTS, "'")) else text
