"""A geometry chart pasted as it stands on a page or in a spreadsheet (docs/formats.md).

Sizes may stand across or down; cells may be parted by tabs, bars, semicolons, commas, runs of spaces, or stand
one a line. Units come from headings, from the cells, else from what is plausible. Nothing is taken before the
mapping has been shown; every row can be given another meaning or unit. Cells that begin like a formula are
read by nobody.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from itertools import pairwise

from pydantic import BaseModel, Field, ValidationError
from sqlalchemy.orm import Session

from waymark.core.errors import InputError, WaymarkError
from waymark.rooms.schema import Strict, mm
from waymark.rooms.shelves import service
from waymark.rooms.shelves.base import Names
from waymark.rooms.shelves.csvio import FORMULA_STARTS, bad_line
from waymark.rooms.shelves.headings import HEADINGS, WHEELS_MM, Unit, names_sizes, quantity_of, unit_of
from waymark.rooms.shelves.schemas import (
    KINDS,
    FrameChart,
    FrameSize,
    Kind,
    Material,
    Measured,
    MeasuredFork,
    ShelvedSize,
)

MOST_LETTERS = 200_000
MOST_SIZES, MOST_ROWS = 40, 80
MOST_IN_A_LINE, MOST_IN_A_CELL = 4000, 60
_NOTHING = {"", "-", "–", "—", "−", "/", "n/a", "na", "n.a.", "tbd", "tba", "none", "?", "x", "."}
_FACTORS: dict[str, float] = {"mm": 1.0, "cm": 10.0, "in": 25.4, "deg": 1.0}


class Paste(Strict):
    """A pasted chart, what it is of, and what the fitter changed of the mapping.

    ``meaning`` and ``unit`` are by row number; an empty meaning leaves the row out. ``effective_at_mm`` is the height
    at which an effective seat angle holds where the chart does not give one; the stack's where nobody does. The kinds
    say how lengths are measured that makers measure in two ways.
    """

    text: str
    frame: str = Field(default="", max_length=120)
    kind: Kind = "road"
    material: Material = "carbon"
    source: str = Field(default="", max_length=200)
    dated: str = Field(default="", max_length=10)
    tags: Names = Field(default_factory=list)
    price_band: int | None = Field(default=None, ge=1, le=5)
    meaning: dict[int, str] = Field(default_factory=dict, max_length=200)
    unit: dict[int, Unit] = Field(default_factory=dict, max_length=200)
    effective_at_mm: float | None = mm(200, 1000, default=None)
    front_centre_kind: Measured | None = None
    chainstay_kind: Measured | None = None
    fork_length_kind: MeasuredFork | None = None
    apply: bool = False


class PastedRow(BaseModel):
    """One row of the chart: its heading as it stood, what it is taken for, and each size's cell and number."""

    heading: str
    quantity: str | None
    unit: Unit | None
    guessed: bool
    cells: list[str]
    values: list[float | None]
    note: str = ""


class PastedSize(BaseModel):
    """One size as it would be kept, or what stops it."""

    label: str
    made: ShelvedSize | None
    field: str = ""
    trouble: str = ""


class Pasted(BaseModel):
    """The mapping and the sizes it gives."""

    across: bool
    rows: list[PastedRow]
    sizes: list[PastedSize]
    quantities: list[str]
    effective_note: str = ""
    added: int = 0
    replaced: int = 0


@dataclass(frozen=True, slots=True)
class _Table:
    across: bool
    labels: list[str]
    headings: list[str]
    cells: list[list[str]]


def paste(session: Session, page: Paste) -> Pasted:
    """Read a pasted chart; with ``page.apply`` put its good sizes on the shelf.

    Raises ``InputError`` where no chart can be seen in the text, or a frame's name is missing when it is taken.
    """
    if len(page.text) > MOST_LETTERS:
        raise InputError(
            "That is a book, not a chart.",
            field="text",
            allowed=f"at most {MOST_LETTERS:,} letters",
            kept=page.text[:60],
        )
    long = next((n for n, line in enumerate(page.text.splitlines(), 1) if len(line) > MOST_IN_A_LINE), None)
    if long is not None:
        raise InputError(
            f"Line {long} is no line of a chart: it is too long.",
            field="text",
            allowed=f"at most {MOST_IN_A_LINE:,} letters in a line",
            kept=page.text.splitlines()[long - 1][:60],
        )
    table = read_table(page.text)
    rows = [_row(i, h, c, page) for i, (h, c) in enumerate(zip(table.headings, table.cells, strict=True))]
    _no_doubles(rows)
    sizes = _judged([_size(i, label, rows, page) for i, label in enumerate(table.labels)])
    added = replaced = 0
    if page.apply:
        if not page.frame:
            raise InputError("Name the frame first.", field="frame", allowed="its name as a fitter says it")
        good = [s.made.size for s in sizes if s.made is not None]
        if not good:
            raise InputError(
                "No size of this chart can be kept yet.", field="text", kept=sizes[0].trouble if sizes else ""
            )
        added, replaced = service.put_frames(session, good)
    return Pasted(
        across=table.across,
        rows=rows,
        sizes=sizes,
        quantities=list(HEADINGS),
        added=added,
        replaced=replaced,
        effective_note=_effective_note(rows, page),
    )


def _judged(sizes: list[PastedSize]) -> list[PastedSize]:
    """The sizes with their likely misprints, each judged beside the others."""
    good = [s for s in sizes if s.made is not None]
    marks = service.audited([s.made.size for s in good if s.made is not None])
    for size, found in zip(good, marks, strict=True):
        if size.made is not None:
            size.made.audit = found
    return sizes


def _effective_note(rows: list[PastedRow], page: Paste) -> str:
    """At what height an effective seat angle was taken to hold, where the chart does not say."""
    named = {r.quantity for r in rows}
    if "seat_angle_effective_deg" not in named or "effective_at_mm" in named:
        return ""
    at = "the height of the stack" if page.effective_at_mm is None else f"{page.effective_at_mm:g} mm above the BB"
    straight = "" if "seat_angle_deg" in named else " The tube is taken as straight, as its own angle is not given."
    return f"The effective seat angle is taken to hold at {at}; the chart does not say.{straight}"


def read_table(text: str) -> _Table:
    """The table in a pasted text, its sizes along ``labels``; raises ``InputError`` where there is none."""
    lines = [line for line in text.replace("\u00a0", " ").replace("\r", "\n").split("\n") if line.strip()]
    grid = _grid(lines)
    if len(grid) < 2 or max(map(len, grid)) < 2:
        raise InputError(
            "No chart can be seen in this.",
            field="text",
            allowed="a heading and a number for each size, such as: Stack (mm), 540, 560, 580",
            kept=text[:60],
        )
    width = min(max(map(len, grid)), 120)
    grid = [(row + [""] * width)[:width] for row in grid]
    across = sum(quantity_of(row[0]) is not None for row in grid)
    best = max(range(min(4, len(grid))), key=lambda i: sum(quantity_of(c) is not None for c in grid[i]))
    down = sum(quantity_of(c) is not None for c in grid[best])
    if max(across, down) < 2:
        raise InputError(
            "No chart can be seen in this: no two headings name quantities of a frame.",
            field="text",
            allowed="headings such as Stack, Reach, Head angle, Seat tube",
            kept=" ".join(grid[0])[:60],
        )
    if down > across:
        grid = [list(column) for column in zip(*grid[best:], strict=True)]
    return _labelled(grid, across >= down)


def _labelled(grid: list[list[str]], across: bool) -> _Table:
    """The grid with quantities down its first column, its size labels found."""
    at = next((i for i, row in enumerate(grid) if names_sizes(row[0])), None)
    if at is None:
        at = next((i for i, row in enumerate(grid) if quantity_of(row[0]) is None and any(row[1:])), None)
        if at is not None and any(quantity_of(r[0]) for r in grid[:at]):
            at = None
    labels = grid[at][1:] if at is not None else []
    body = [row for i, row in enumerate(grid) if i != at and (i > (at or 0) or quantity_of(row[0]))]
    body = [row for row in body if row[0] and any(row[1:])]
    used = [i for i in range(len(grid[0]) - 1) if any(row[1 + i].lower() not in _NOTHING for row in body)]
    # A column of units between headings and sizes is no size.
    unit_column = {i for i in used if all(_bare_unit(row[1 + i]) for row in body)}
    headings = [row[0] + "".join(f" ({row[1 + i]})" for i in sorted(unit_column) if row[1 + i]) for row in body]
    used = [i for i in used if i not in unit_column][:MOST_SIZES]
    names = [(labels[i] if i < len(labels) and labels[i] else f"{n + 1}")[:20] for n, i in enumerate(used)]
    return _Table(
        across,
        names,
        [h[:80] for h in headings][:MOST_ROWS],
        [[row[1 + i] for i in used] for row in body][:MOST_ROWS],
    )


def _bare_unit(cell: str) -> bool:
    return cell.lower().strip(" ().[]") in {
        "",
        "mm",
        "cm",
        "in",
        "inch",
        "deg",
        "degrees",
        "°",
        "º",
        '"',
        "″",
    }


def _grid(lines: list[str]) -> list[list[str]]:
    """The lines cut into cells by whatever parts them."""
    for mark in ("\t", "|", ";"):
        if sum(mark in line for line in lines) >= max(2, len(lines) // 2):
            cut = [
                [c.strip().strip('"').strip() for c in line.strip("|" if mark == "|" else "").split(mark)]
                for line in lines
            ]
            return [row for row in cut if not all(set(c) <= set("-: ") for c in row)]
    commas = [len(re.split(r",(?=\s*\S)", line)) for line in lines]
    # Decimal commas also part digits: only commas with no digit right before and after both sides count then.
    if sum(n >= 2 for n in commas) >= max(2, len(lines) // 2) and not _decimal_commas(lines):
        return [[c.strip().strip('"').strip() for c in line.split(",")] for line in lines]
    spaced = [re.split(r"\s{2,}", line.strip()) for line in lines]
    if sum(len(row) >= 2 for row in spaced) >= max(2, len(lines) // 2):
        # A drawing's letter in a column of its own belongs to the heading behind it.
        return [
            [" ".join(r[:2]), *r[2:]] if len(r) > 2 and re.fullmatch(r"[A-Za-z]\d?\W?", r[0]) else r for r in spaced
        ]
    if all(len(row) == 1 and not _numbers_side_by_side(row[0]) for row in spaced):
        return _one_a_line([line.strip() for line in lines])
    return [_heading_then_numbers(line.strip()) for line in lines]


def _numbers_side_by_side(line: str) -> bool:
    """Whether two words with digits follow each other behind the first word."""
    holds = [any(c.isdigit() for c in word) for word in line.split()[1:]]
    return any(a and b for a, b in pairwise(holds))


def _decimal_commas(lines: list[str]) -> bool:
    """Whether commas stand inside numbers and something else parts the cells."""
    return any(re.search(r"\d,\d+\s+\d", line) for line in lines)


def _heading_then_numbers(line: str) -> list[str]:
    """A line of words with single-spaced cells behind them: the words are the heading."""
    words = line.split()
    start = len(words)
    while start > 1 and (
        re.search(r"\d", words[start - 1])
        or words[start - 1].lower() in _NOTHING | {"xs", "s", "m", "l", "xl", "xxl", "xxs"}
    ):
        start -= 1
    return [" ".join(words[:start]), *words[start:]]


def _one_a_line(lines: list[str]) -> list[list[str]]:
    """Each cell on a line of its own: a new row begins at every heading that names a quantity or the sizes."""
    rows: list[list[str]] = []
    for line in lines:
        if quantity_of(line) is not None or names_sizes(line) or not rows:
            rows.append([line])
        else:
            rows[-1].append(line)
    width = max((len(r) for r in rows if quantity_of(r[0])), default=0)
    return [r[:width] for r in rows if len(r) > 1]


def _row(index: int, heading: str, cells: list[str], page: Paste) -> PastedRow:
    asked = page.meaning.get(index)
    quantity = quantity_of(heading) if asked is None else asked or None
    if quantity is not None and quantity not in HEADINGS:
        raise InputError(
            "No such quantity of a frame.",
            field=f"meaning.{index}",
            allowed=", ".join(HEADINGS),
            kept=quantity[:40],
        )
    if quantity is None:
        return PastedRow(
            heading=heading, quantity=None, unit=None, guessed=False, cells=cells, values=[None] * len(cells)
        )
    stated = page.unit.get(index) or unit_of(heading) or next((u for c in cells if (u := unit_of(c))), None)
    if quantity.endswith("_deg"):
        stated = "deg"
    elif stated == "deg":
        stated = None
    unit, values, note = _understood(quantity, cells, stated)
    return PastedRow(
        heading=heading,
        quantity=quantity,
        unit=unit,
        guessed=stated is None and unit is not None,
        cells=[c[:40] for c in cells],
        values=values,
        note=note,
    )


def _understood(quantity: str, cells: list[str], stated: Unit | None) -> tuple[Unit | None, list[float | None], str]:
    """Each cell as mm or degrees, the unit it was read in, and what is worth saying about it."""
    if quantity == "bead_mm":
        return "mm", [_bead(c) for c in cells], ""
    least, most = _bounds(quantity)
    notes = ["begins like a formula, not read"] if any(_formula(c) for c in cells) else []
    units: tuple[Unit, ...] = (stated,) if stated else ("deg",) if quantity.endswith("_deg") else ("mm", "cm", "in")
    best: tuple[int, Unit, list[float | None]] | None = None
    for unit in units:
        values = [_number(c, _FACTORS[unit], least, most) for c in cells]
        good = sum(v is not None and least <= v <= most for v in values)
        if best is None or good > best[0]:
            best = (good, unit, values)
    if best is None:
        return None, [None] * len(cells), ""
    _, unit, values = best
    if any(
        c.strip().lower() not in _NOTHING and v is None and not _formula(c) for c, v in zip(cells, values, strict=True)
    ):
        notes.append("some cells are no single number")
    outside = [v for v in values if v is not None and not least <= v <= most]
    if outside:
        notes.append(f"{outside[0]:g} is outside {least:g} to {most:g}")
        values = [v if v is not None and least <= v <= most else None for v in values]
    return unit, values, "; ".join(notes)


def _bounds(quantity: str) -> tuple[float, float]:
    marks = {type(m).__name__: m for m in FrameChart.model_fields[quantity].metadata}
    if "Ge" not in marks:  # optional fields keep their bounds on the union's member
        schema = FrameChart.model_json_schema()["properties"][quantity]
        number = next(s for s in schema.get("anyOf", [schema]) if "minimum" in s)
        return float(number["minimum"]), float(number["maximum"])
    return float(marks["Ge"].ge), float(marks["Le"].le)


def _formula(cell: str) -> bool:
    cell = cell.strip()[:MOST_IN_A_CELL]
    return cell.startswith(FORMULA_STARTS) and not re.fullmatch(r"[-+]?\s*[\d.,\s]*[°º\"″]?\s*(mm|cm|in)?", cell)


def _number(cell: str, factor: float, least: float, most: float) -> float | None:
    """A cell as mm or degrees: comma or point, thousands, fractions, a unit behind it; None where it is no number."""
    text = cell.strip().lower()
    if text in _NOTHING or len(text) > MOST_IN_A_CELL or _formula(cell):
        return None
    text = re.sub(r"(mm|cm|inches|inch|in\b\.?|degrees|deg|kg|°|º|″|\"|[*†‡¹²³])", "", text).strip()
    fraction = re.fullmatch(r"(\d+)[ -](\d+)/(\d+)", text)
    if fraction and int(fraction[3]):
        return (int(fraction[1]) + int(fraction[2]) / int(fraction[3])) * factor
    text = re.sub(r"(?<=\d)[ \u202f](?=\d{3}\b)", "", text).replace("−", "-")
    if not re.fullmatch(r"[-+]?\d+([.,]\d+)*", text):
        return None
    readings = [text.replace(",", ".")] if text.count(",") + text.count(".") <= 1 else []
    if re.fullmatch(r"\d{1,3}([.,]\d{3})+", text):
        readings.append(re.sub(r"[.,]", "", text))
    values = [float(r) * factor for r in readings]
    return next((v for v in values if least <= v <= most), values[0])


def _bead(cell: str) -> float | None:
    text = cell[:MOST_IN_A_CELL].lower().replace("×", "x").replace('"', "").replace("″", "")
    first = re.split(r"[\sx/]", text.strip().replace(",", "."))[0]
    if first in WHEELS_MM:
        return float(WHEELS_MM[first])
    return float(first) if re.fullmatch(r"\d{3}", first) and 305 <= int(first) <= 640 else None


def _no_doubles(rows: list[PastedRow]) -> None:
    """Of two rows taken for the same quantity the first that holds numbers stands; the other is left out."""
    seen: set[str] = set()
    for row in rows:
        if row.quantity is None:
            continue
        if row.quantity in seen:
            row.quantity, row.note = None, "the same again; left out"
            row.values = [None] * len(row.values)
        elif any(v is not None for v in row.values):
            seen.add(row.quantity)


def _size(index: int, label: str, rows: list[PastedRow], page: Paste) -> PastedSize:
    chart = {r.quantity: round(v, 2) for r in rows if r.quantity and (v := r.values[index]) is not None}
    if "seat_angle_effective_deg" in chart and "effective_at_mm" not in chart:
        at = page.effective_at_mm or chart.get("stack_mm")
        chart |= {} if at is None else {"effective_at_mm": at}
    kinds = {n: k for n in KINDS if (k := getattr(page, n)) is not None}
    raw = {
        "frame": page.frame or "this frame", "kind": page.kind, "material": page.material, "size": label,
        "source": page.source, "dated": page.dated, "tags": page.tags, "price_band": page.price_band,
        "chart": {**chart, **kinds},
    }  # fmt: skip
    try:
        return PastedSize(label=label, made=service.shelved(0, FrameSize.model_validate(raw), []))
    except ValidationError as wrong:
        bad = bad_line(0, wrong, {**raw, **chart})
        return PastedSize(label=label, made=None, field=bad.column, trouble=bad.reason)
    except WaymarkError as wrong:
        return PastedSize(label=label, made=None, field=wrong.field or "", trouble=wrong.message)
