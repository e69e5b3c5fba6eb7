"""Shelves as comma-separated files, one size or one part a line (docs/formats.md).

Reading is line by line: a bad line is refused with its line number, column and reason, the rest stays on
offer. Cells are data only: one that begins like a formula is refused in words and written behind an
apostrophe, so that no table program runs it.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Callable, Iterable
from typing import Any, TypeVar

from pydantic import ValidationError

from waymark.core.errors import GeometryError, InputError
from waymark.rooms.shelves.schemas import PART, PART_MODELS, BadLine, FrameChart, FrameSize, Part, PartBase

FRAME_COLUMNS: tuple[str, ...] = ("frame", "kind", "material", "size", *FrameChart.model_fields, "source")
PART_COLUMNS: tuple[str, ...] = (
    "kind", "name", "rung", "owned",
    *dict.fromkeys(
        name for model in PART_MODELS.values() for name in model.model_fields
        if name not in PartBase.model_fields and name != "kind"
    ),
)  # fmt: skip
FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r")
_NUMBERS_ONLY = frozenset("0123456789.,-+ ")
T = TypeVar("T")


def read_frames(text: str) -> tuple[list[FrameSize], list[BadLine]]:
    """Frame sizes from a frames file, and the lines refused. Raises ``InputError`` for a wrong heading."""
    return _read(text, FRAME_COLUMNS, _frame)


def read_parts(text: str) -> tuple[list[Part], list[BadLine]]:
    """Parts from a parts file, and the lines refused. Raises ``InputError`` for a wrong heading."""
    return _read(text, PART_COLUMNS, _part)


def write_frames(sizes: Iterable[FrameSize]) -> str:
    """A frames file; reading it gives the same sizes back."""
    return _write(FRAME_COLUMNS, ({**s.model_dump(exclude={"chart"}), **s.chart.model_dump()} for s in sizes))


def write_parts(parts: Iterable[Part]) -> str:
    """A parts file; reading it gives the same parts back."""
    return _write(PART_COLUMNS, (p.model_dump() for p in parts))


def _frame(cells: dict[str, str]) -> FrameSize:
    own = {k: v for k, v in cells.items() if k in FrameSize.model_fields}
    chart = {k: v for k, v in cells.items() if k in FrameChart.model_fields}
    size = FrameSize.model_validate({**own, "chart": chart})
    size.chart.geometry()
    return size


def _part(cells: dict[str, str]) -> Part:
    return PART.validate_python(cells)


def _read(
    text: str, columns: tuple[str, ...], make: Callable[[dict[str, str]], T]
) -> tuple[list[T], list[BadLine]]:
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
            raise InputError(
                f"Line 1: {what}.", field="line 1", allowed=", ".join(columns), kept=",".join(names)[:200]
            )
        for row in reader:
            if not any(c.strip() for c in row):
                continue
            _take(row, names, reader.line_num, make, taken, refused)
    except csv.Error as wrong:
        refused.append(
            BadLine(line=reader.line_num, column="", reason=f"not readable as a table: {wrong}", kept="")
        )
    return taken, refused


def _take(
    row: list[str], names: list[str], at: int, make: Callable[[dict[str, str]], T], taken: list[T],
    refused: list[BadLine],
) -> None:  # fmt: skip
    if len(row) != len(names):
        reason = f"{len(row)} cells where the heading has {len(names)}"
        refused.append(BadLine(line=at, column="", reason=reason, kept=",".join(row)[:200]))
        return
    cells = {n: c.strip().removeprefix("'") for n, c in zip(names, row, strict=True) if c.strip()}
    for name, cell in cells.items():
        if cell.startswith(FORMULA_STARTS) and not set(cell) <= _NUMBERS_ONLY:
            refused.append(BadLine(line=at, column=name, reason="begins like a formula", kept=cell[:80]))
            return
    try:
        taken.append(make(cells))
    except ValidationError as wrong:
        refused.append(_bad(at, wrong, cells))
    except GeometryError as wrong:
        refused.append(
            BadLine(
                line=at, column=wrong.field or "", reason=wrong.message, kept=cells.get(wrong.field or "", "")
            )
        )


def _bad(at: int, wrong: ValidationError, cells: dict[str, str]) -> BadLine:
    first = wrong.errors(include_url=False, include_context=False)[0]
    place = [str(p) for p in first["loc"] if str(p) not in PART_MODELS and p != "chart"]
    column = place[-1] if place else "kind"
    return BadLine(line=at, column=column, reason=first["msg"], kept=cells.get(column, "")[:80])


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
    if isinstance(value, float):
        return f"{value:g}" if value == float(f"{value:g}") else repr(value)
    text = str(value)
    return f"'{text}" if text.startswith((*FORMULA_STARTS, "'")) else text
