"""Indoor bikes over HTTP."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from typing import Annotated, Literal

from fastapi import Query, Response
from pydantic import BaseModel, Field

from waymark.core.drawing.machine_card import MachineCard, card_pages
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import bare, say
from waymark.rooms.deps import ERRORS, Key, StoreDep
from waymark.rooms.documents import write_pdf
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep
from waymark.rooms.machines import service
from waymark.rooms.machines.own_bike import Held, OwnBikeView, own_bike_view
from waymark.rooms.machines.shapes import At, In, MachineFile, MachinesFile, num
from waymark.rooms.machines.tables import MachineRow
from waymark.rooms.machines.typed import TypedMachine, read_csv, typed_machine, write_csv
from waymark.rooms.machines.views import Draft, RiderSet, Settings, Shelved
from waymark.rooms.schema import Point
from waymark.rooms.telling import tell

router = room_router("/api/machines", "machines", ERRORS)
Far = Annotated[float, Field(ge=-2000, le=2000, allow_inf_nan=False)]


class Put(BaseModel):
    """How many machines were kept."""

    kept: int


class TableIn(In):
    """Machines as a table's text."""

    text: str = Field(max_length=2_000_000)


class MarksIn(In):
    """Settings read off a machine: millimetres along each slider of saddle and bar."""

    saddle_mm: list[Far] = Field(min_length=1, max_length=4)
    bar_mm: list[Far] = Field(min_length=1, max_length=4)


class MarksOut(BaseModel):
    """Where these settings put the marks."""

    saddle: Point
    hand: Point


class TapedIn(In):
    """One setting of a slide, and where tape put its mark."""

    mm: list[Far] = Field(min_length=1, max_length=4)
    at: At


class CalibrateIn(In):
    """Readings of one slide; ``keep`` puts the mended data on the shelf."""

    mark: Literal["saddle", "hand"]
    taped: list[TapedIn] = Field(min_length=2, max_length=12)
    keep: bool = False


class CalibrateOut(BaseModel):
    """How far the origin moved, how far each direction turned, and what is left at each reading."""

    file: MachineFile
    moved: Point
    turned_deg: list[float]
    residuals: list[Point]
    worst_mm: float = num(0, 1e6)


def _shelved(row: MachineRow) -> Shelved:
    file = service.file_of(row)
    return Shelved(id=row.id, file=file, sliders=[a.name for a in (*file.machine.saddle.axes, *file.machine.bar.axes)])


@router.get("", operation_id="machines")
def machines(store: StoreDep) -> list[Shelved]:
    """Every machine by name."""
    with store.looking() as session:
        return [_shelved(row) for row in service.machine_rows(session)]


@router.put("", operation_id="put_machines")
def put_machines(store: StoreDep, file: MachinesFile) -> Put:
    """Keep machines; one of the same name is put in its place."""
    with store.writing() as session:
        return Put(kept=service.put_machines(session, file.machines))


@router.get("/file", operation_id="machines_file")
def machines_file(store: StoreDep) -> Response:
    """Every machine as one file, to be taken in elsewhere; raises ``InputError`` while there is none."""
    with store.looking() as session:
        files = [service.file_of(row) for row in service.machine_rows(session)]
    if not files:
        raise InputError("There is no machine to give out.", field="machines", allowed="one or more on the shelf")
    text = MachinesFile(machines=files).model_dump_json(indent=1)
    headers = {"Content-Disposition": 'attachment; filename="machines.waymark-machines.json"'}
    return Response(text, media_type="application/json", headers=headers)


@router.get("/file.csv", operation_id="machines_table")
def machines_table(store: StoreDep) -> Response:
    """Every machine as a table, a row a slider."""
    with store.looking() as session:
        text = write_csv(service.file_of(row) for row in service.machine_rows(session))
    headers = {"Content-Disposition": 'attachment; filename="machines.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.post("/table", operation_id="take_machines_table")
def take_machines_table(store: StoreDep, table: TableIn) -> Put:
    """Machines of a table kept; one of the same name is put in its place."""
    files = read_csv(table.text)
    with store.writing() as session:
        return Put(kept=service.put_machines(session, files))


@router.post("/draft", operation_id="draft_machine")
def draft_machine(store: StoreDep, typed: TypedMachine) -> Draft:
    """A machine as typed by hand, read and drawn; nothing is kept."""
    file = typed.file()
    with store.looking() as session:
        names = {row.name for row in service.machine_rows(session)}
    return service.draft_of(file, file.name in names)


@router.get("/{machine_id}/typed", operation_id="typed_machine")
def machine_as_typed(store: StoreDep, machine_id: Key) -> TypedMachine:
    """A machine on the shelf as it would be typed."""
    return typed_machine(_file(store, machine_id))


@router.get("/own/{fit_id}", operation_id="own_bike")
def own_bike(
    desk: DeskDep,
    fit_id: Key,
    held: Held = "tyre",
    rear_axle_mm: Annotated[float | None, Query(ge=150, le=700)] = None,
    block_mm: Annotated[float, Query(ge=-200, le=300)] = 0.0,
    front_axle_mm: Annotated[float | None, Query(ge=150, le=700)] = None,
) -> OwnBikeView:
    """A rider's own bike on a trainer that holds its tyre or its axle: what goes under it, and what is left."""
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
    return own_bike_view(look.facts, (fit_id, look.rider.name), held, rear_axle_mm, block_mm, front_axle_mm)


@router.delete("/{machine_id}", operation_id="drop_machine", status_code=204)
def drop_machine(store: StoreDep, machine_id: Key) -> Response:
    """Take a machine off the shelf."""
    with store.writing() as session:
        session.delete(service.machine_row(session, machine_id))
    return Response(status_code=204)


def _file(store: StoreDep, machine_id: int) -> MachineFile:
    with store.looking() as session:
        return service.file_of(service.machine_row(session, machine_id))


@router.get("/{machine_id}/riders", operation_id="machine_riders")
def machine_riders(desk: DeskDep, machine_id: Key) -> list[RiderSet]:
    """What every rider of the book dials in, by name."""
    file = _file(desk.store, machine_id)
    looks = list(desk.looks())
    bikes = Counter(x.rider.id for x in looks)
    # Of a rider's several bikes each is named.
    names = [f"{x.rider.name}, {x.fit.title}" if bikes[x.rider.id] > 1 else x.rider.name for x in looks]
    made = [service.rider_set(x.facts, file, x.fit.id, name) for x, name in zip(looks, names, strict=True)]
    return sorted(made, key=lambda r: (r.why_not is not None, r.rider, r.fit))


@router.get("/{machine_id}/riders/{fit_id}", operation_id="machine_settings")
def machine_settings(desk: DeskDep, machine_id: Key, fit_id: Key) -> Settings:
    """What one rider dials in, with the machine drawn so."""
    file = _file(desk.store, machine_id)
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
    return service.settings_of(look.facts, file, fit_id, look.rider.name)


@router.post("/{machine_id}/marks", operation_id="machine_marks")
def machine_marks(store: StoreDep, machine_id: Key, read: MarksIn) -> MarksOut:
    """Where settings read off a machine put the marks: what is ridden there, carried to another bike."""
    machine, found = _file(store, machine_id).machine.machine(), []
    for field, slide, mm in (("saddle_mm", machine.saddle, read.saddle_mm), ("bar_mm", machine.bar, read.bar_mm)):
        if len(mm) != len(slide.axes):
            names = ", ".join(a.name for a in slide.axes)
            raise InputError("Each slider has its figure.", field=field, allowed=names, kept=str(len(mm)))
        at = slide.origin
        for axis, far in zip(slide.axes, mm, strict=True):
            at = at + axis.along.scaled(far)
        found.append(at)
    return MarksOut(saddle=_point(found[0]), hand=_point(found[1]))


@router.post("/{machine_id}/calibrate", operation_id="calibrate_machine")
def calibrate_machine(store: StoreDep, machine_id: Key, asked: CalibrateIn) -> CalibrateOut:
    """A machine's data mended by a few settings that were taped."""
    file = _file(store, machine_id)
    mended, found = service.calibrated(file, asked.mark, [(t.mm, t.at) for t in asked.taped])
    if asked.keep:
        with store.writing() as session:
            service.put_machines(session, [mended])
    return CalibrateOut(
        file=mended,
        moved=_point(found.moved),
        turned_deg=list(found.turned_deg),
        residuals=[_point(r) for r in found.residuals],
        worst_mm=found.worst_mm,
    )


def _point(at: Mark) -> Point:
    return Point(x_mm=at.x_mm, y_mm=at.y_mm)


@router.get("/{machine_id}/card.pdf", operation_id="machine_card", response_class=Response)
def machine_card(
    desk: DeskDep, machine_id: Key, fits: Annotated[list[int], Query(min_length=1, max_length=40)]
) -> Response:
    """A page a rider, large enough to be read from two metres."""
    file = _file(desk.store, machine_id)
    cards = [_card(s) for s in _settings(desk, file, fits)]
    foot = tell(say("Measure both marks once the sliders stand; the machine's own maker outranks this card."))
    pdf = write_pdf(card_pages(cards, foot), f"{file.name}")
    return Response(pdf, media_type="application/pdf")


def _settings(desk: DeskDep, file: MachineFile, fits: list[int]) -> Iterator[Settings]:
    for fit in fits:
        with desk.store.looking() as session:
            look = desk.look(session, fit)
        yield service.settings_of(look.facts, file, fit, look.rider.name)


def _card(s: Settings) -> MachineCard:
    rows = [(f"{b.number}  {b.name}", b.label, tell(b.lies)) for b in s.blocks]
    by = bare(abs(s.crank_off_mm))
    longer, shorter = say("{by} longer than asked", by=by), say("{by} shorter than asked", by=by)
    off = say("as asked") if s.crank_off_mm == 0 else longer if s.crank_off_mm > 0 else shorter
    crank = (tell(say("Crank")), f"{s.crank_mm:g}", tell(off))
    says = tell(s.headline) if s.says is None else f"{tell(s.headline)}; {tell(s.says)}"
    return MachineCard(s.rider, s.machine, says, (*rows, crank))
