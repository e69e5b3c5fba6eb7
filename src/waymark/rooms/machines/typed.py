"""A machine as it is typed: the stops of a slider in one line, the cranks in another, and the same in a table of rows."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable
from typing import Any

from pydantic import Field, ValidationError

from waymark.core.errors import InputError
from waymark.rooms.deps import refused
from waymark.rooms.machines.shapes import At, AxisIn, In, MachineFile, MachineIn, StopIn, num
from waymark.rooms.shelves import safe_cell

MOST_TYPED = 4000
_NUMBER = r"[-−+]?\d+(?:[.,]\d+)?"
_LABELLED = r"(?:(\d{1,4})(?:…|\.\.)\s*=)?"
_RANGE = re.compile(
    rf"^\s*{_LABELLED}\s*({_NUMBER})\s*(?:to|…|\.\.)\s*({_NUMBER})\s*(?:by|in steps of)\s*({_NUMBER})\s*$"
)
_ONE = re.compile(rf"^\s*(?:([^=;]{{1,20}})=)?\s*({_NUMBER})\s*$")
ALLOWED = "0 to 120 by 5; or 1..=0 to 120 by 5, holes from 1; or 0; 10; 25; or A=0; B=7 (mm along the slider)"
MOST_STOPS = 2000
COLUMNS = (
    "machine", "note", "mark", "origin_x_mm", "origin_y_mm", "slider", "direction_deg", "stops", "cranks_mm",
)  # fmt: skip


class TypedAxis(In):
    """A slider as it is typed."""

    name: str = Field(max_length=60)
    direction_deg: float = num(-360, 360)
    stops: str = Field(max_length=MOST_TYPED)


class TypedSlide(In):
    """What carries a mark, as it is typed."""

    origin: At
    axes: list[TypedAxis] = Field(min_length=1, max_length=4)


class TypedMachine(In):
    """A machine as it is typed by hand."""

    name: str = Field(max_length=80)
    note: str = Field(default="", max_length=400)
    saddle: TypedSlide
    bar: TypedSlide
    cranks: str = Field(max_length=400)

    def file(self) -> MachineFile:
        """As it is kept; raises ``InputError`` naming the field that cannot be read."""
        if not self.name.strip():
            raise InputError("A machine has a name.", field="name", allowed="a name that tells it from the others")
        slides = {
            part: {
                "origin": slide.origin.model_dump(),
                "axes": [_axis(axis, f"{part}.axes.{i}") for i, axis in enumerate(slide.axes)],
            }
            for part, slide in (("saddle", self.saddle), ("bar", self.bar))
        }
        cranks = numbers(self.cranks, "cranks")
        try:
            return MachineFile(
                name=self.name.strip(),
                note=self.note.strip(),
                machine=MachineIn.model_validate({**slides, "cranks_mm": cranks}),
            )
        except ValidationError as wrong:
            raise refused(wrong) from wrong


def _axis(it: TypedAxis, field: str) -> dict[str, object]:
    if not it.name.strip():
        raise InputError("A slider has a name.", field=f"{field}.name", allowed="a name, such as Saddle height")
    return {"name": it.name.strip(), "direction_deg": it.direction_deg, **read_stops(it.stops, f"{field}.stops")}


def read_stops(text: str, field: str) -> dict[str, object]:
    """A line of stops as an axis has them; raises ``InputError`` naming ``field``."""
    ranged = _RANGE.match(text)
    if ranged:
        least, greatest, step = (_number(x) for x in ranged.groups()[1:])
        if step <= 0 or greatest < least or (greatest - least) / step > MOST_STOPS - 1:
            raise InputError("These stops are none.", field=field, allowed=ALLOWED, kept=text[:80])
        if ranged[1] is not None:
            count, first = int((greatest - least) / step + 1e-9) + 1, int(ranged[1])
            return {"stops": [{"label": f"{first + i}", "mm": round(least + i * step, 6)} for i in range(count)]}
        return {"least_mm": least, "greatest_mm": greatest, "step_mm": step}
    stops = []
    for piece in filter(str.strip, text.split(";")):
        found = _ONE.match(piece)
        if found is None:
            raise InputError("This stop cannot be read.", field=field, allowed=ALLOWED, kept=piece.strip()[:80])
        stops.append({"label": (found[1] or "").strip(), "mm": _number(found[2])})
    if not stops:
        raise InputError("A slider has stops.", field=field, allowed=ALLOWED, kept=text[:80])
    return {"stops": stops}


def stops_text(axis: AxisIn) -> str:
    """A slider's stops in one line, the inverse of ``read_stops``."""
    if axis.stops is None:
        least, greatest, step = (_plain_number(x or 0) for x in (axis.least_mm, axis.greatest_mm, axis.step_mm))
        return f"{least} to {greatest} by {step}"
    counted = _counted(axis.stops)
    return counted or "; ".join(
        f"{s.label}={_plain_number(s.mm)}" if s.label else _plain_number(s.mm) for s in axis.stops
    )


def _counted(stops: list[StopIn]) -> str:
    """Stops numbered one by one at one step, such as holes, in a few letters; empty for any others."""
    if len(stops) < 3 or not all(s.label.isascii() and s.label.isdigit() for s in stops):
        return ""
    first, step = int(stops[0].label), stops[1].mm - stops[0].mm
    even = all(int(s.label) == first + i and abs(s.mm - stops[0].mm - i * step) < 1e-6 for i, s in enumerate(stops))
    if not even or step <= 0 or stops[0].label != f"{first}":
        return ""
    least, greatest, by = (_plain_number(x) for x in (stops[0].mm, stops[-1].mm, step))
    return f"{first}..={least} to {greatest} by {by}"


def numbers(text: str, field: str) -> list[float]:
    """Numbers in a row; raises ``InputError`` naming ``field``."""
    pieces = [p for p in re.split(r"[;\s]+|,\s+", text.strip()) if p]
    if not pieces or not all(re.fullmatch(_NUMBER, p) for p in pieces):
        raise InputError("These are no lengths.", field=field, allowed="165; 170; 172.5", kept=text[:80])
    return [_number(p) for p in pieces]


def _plain_number(value: float) -> str:
    return f"{value:.10g}"


def _number(text: str) -> float:
    return float(text.replace("−", "-").replace(",", "."))


def typed_machine(file: MachineFile) -> TypedMachine:
    """A machine as it would be typed."""
    saddle, bar = (
        TypedSlide(
            origin=slide.origin,
            axes=[TypedAxis(name=a.name, direction_deg=a.direction_deg, stops=stops_text(a)) for a in slide.axes],
        )
        for slide in (file.machine.saddle, file.machine.bar)
    )
    cranks = "; ".join(_plain_number(c) for c in file.machine.cranks_mm)
    return TypedMachine(name=file.name, note=file.note, saddle=saddle, bar=bar, cranks=cranks)


def write_csv(files: Iterable[MachineFile]) -> str:
    """Machines as a table, a row a slider."""
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(COLUMNS)
    for it in map(typed_machine, files):
        for mark, slide in (("saddle", it.saddle), ("bar", it.bar)):
            for axis in slide.axes:
                at = (_plain_number(slide.origin.x_mm), _plain_number(slide.origin.y_mm))
                told = map(safe_cell, (it.name, it.note, axis.name, axis.stops, it.cranks))
                name, note, slider, stops, cranks = told
                rows.writerow((name, note, mark, *at, slider, _plain_number(axis.direction_deg), stops, cranks))
    return out.getvalue()


def read_csv(text: str) -> list[MachineFile]:
    """Machines of a table; raises ``InputError`` naming the row and column."""
    machines: dict[str, dict[str, Any]] = {}
    try:
        rows = csv.DictReader(io.StringIO(text.lstrip("\ufeff"), newline=""))
        missing = [c for c in COLUMNS if c not in (rows.fieldnames or [])]
        if missing:
            raise InputError("Columns are missing.", field=missing[0], allowed=", ".join(COLUMNS))
        for row in rows:
            _take_row(machines, {k: _plain(row.get(k) or "") for k in COLUMNS}, f"line {rows.line_num}")
    except csv.Error as wrong:
        raise InputError(f"This is no table: {wrong}.", field="text", allowed="a row a slider") from wrong
    if not machines:
        raise InputError("There is no machine in this table.", field="text", allowed="a row a slider")
    made = []
    for name, it in machines.items():
        try:
            made.append(TypedMachine.model_validate(it).file())
        except ValidationError as wrong:
            found = refused(wrong)
            raise InputError(f"{name}: {found.message}", field=found.field, allowed=found.allowed) from wrong
        except InputError as wrong:
            raise InputError(
                f"{name}: {wrong.message}", field=wrong.field, allowed=wrong.allowed, kept=wrong.kept
            ) from wrong
    return made


def _plain(cell: str) -> str:
    return cell[1:] if cell[:1] == "'" else cell


def _take_row(machines: dict[str, dict[str, Any]], row: dict[str, str], where: str) -> None:
    if row["mark"] not in ("saddle", "bar"):
        allowed, kept = "saddle, bar", row["mark"][:40]
        raise InputError("A slider carries the saddle or the bar.", field=f"{where}.mark", allowed=allowed, kept=kept)
    found = {}
    for column in ("origin_x_mm", "origin_y_mm", "direction_deg"):
        if not re.fullmatch(_NUMBER, row[column].strip()):
            raise InputError("This is no number.", field=f"{where}.{column}", allowed="a number", kept=row[column][:40])
        found[column] = _number(row[column].strip())
    begun = {"name": row["machine"], "note": row["note"], "cranks": row["cranks_mm"]}
    origin = {"x_mm": found["origin_x_mm"], "y_mm": found["origin_y_mm"]}
    slide = machines.setdefault(row["machine"].strip(), begun).setdefault(row["mark"], {"origin": origin, "axes": []})
    slide["axes"].append({"name": row["slider"], "direction_deg": found["direction_deg"], "stops": row["stops"]})
