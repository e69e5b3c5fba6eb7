"""Keeping indoor bikes, and what every rider's goal is on one."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.drawing.machine import machine_items, machine_notes
from waymark.core.drawing.rider import joint_items, leg_items, near_items
from waymark.core.errors import GeometryError, InputError, NotFoundError
from waymark.core.feet import change_crank
from waymark.core.marks import Mark
from waymark.core.rules.verdict import show_miss
from waymark.core.say import Length, Said, bare, exactly, say, with_semicolons
from waymark.core.trainer import Box, Calibrated, Dialled, Dialling, Machine, Slide, Taped, calibrate, dial
from waymark.rooms.files import Facts, both, shapes
from waymark.rooms.machines.shapes import At, AxisIn, MachineFile
from waymark.rooms.machines.tables import MachineRow
from waymark.rooms.machines.views import Beside, Block, Draft, DraftNote, RiderSet, Settings
from waymark.rooms.plan import pose_of, sits_then
from waymark.rooms.posts.goal import goal_contact, goal_marks
from waymark.rooms.schema import Point

MOST_MACHINES = 200


def machine_rows(session: Session) -> list[MachineRow]:
    """Every machine by name."""
    return list(session.scalars(select(MachineRow).order_by(MachineRow.name)))


def machine_row(session: Session, machine_id: int) -> MachineRow:
    """One machine; raises ``NotFoundError``."""
    found = session.get(MachineRow, machine_id)
    if found is None:
        raise NotFoundError("There is no such machine.", field="machine_id", kept=str(machine_id))
    return found


def file_of(row: MachineRow) -> MachineFile:
    """A machine as it is given out."""
    return MachineFile.model_validate(row.content)


def put_machines(session: Session, files: Iterable[MachineFile]) -> int:
    """Keep machines; one of a name that is there already takes its place. Raises ``InputError`` past the shelf's room."""
    count = 0
    for file in files:
        row = session.scalars(select(MachineRow).where(MachineRow.name == file.name)).one_or_none()
        content = file.model_dump(mode="json")
        if row is None:
            session.add(MachineRow(name=file.name, content=content))
        else:
            row.content = content
        session.flush()
        count += 1
    if len(machine_rows(session)) > MOST_MACHINES:
        raise InputError("The shelf is full of machines.", field="machines", allowed=f"{MOST_MACHINES} machines")
    return count


def draft_of(file: MachineFile, takes_place: bool) -> Draft:
    """A machine drawn with every slider at its middle stop, and where its numbers are told."""
    machine = file.machine.machine()
    saddle, bar = (tuple(a.stops[len(a.stops) // 2] for a in s.axes) for s in (machine.saddle, machine.bar))
    crank = machine.cranks_mm[len(machine.cranks_mm) // 2]
    more, notes = machine_notes(machine, saddle, bar)
    return Draft(
        file=file,
        takes_place=takes_place,
        stops=[len(a.stops) for a in (*machine.saddle.axes, *machine.bar.axes)],
        picture=shapes([*machine_items(machine, saddle, bar, crank), *more]),
        notes=[DraftNote(what=n.what, at=_point(n.at)) for n in notes],
        saddle=_point(machine.saddle.at(saddle)),
        hand=_point(machine.bar.at(bar)),
    )


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a machine is asked for: both marks, the crank they are for, and why not where it cannot be asked."""

    saddle: Mark
    hand: Mark
    crank_mm: float


def wanted(facts: Facts) -> Wanted | Said:
    """A file's goal as a machine takes it, or why it does not."""
    marks = both(goal_marks(facts))
    if marks is None:
        return say("saddle and hand are still to be measured")
    if goal_contact(facts).on_pads:
        return say("pads do not go on this machine's bar as they are: measure them there")
    return Wanted(*marks, sits_then(facts).crank_mm)


def dialled(facts: Facts, machine: Machine, want: Wanted) -> tuple[Dialling, Said | None]:
    """What to dial in. Where the machine has no such crank, for the marks that its nearest asks, and a word of it."""
    house = facts.house
    boxes = house.tolerance("saddle"), house.tolerance("hand")
    first = dial(machine, want.saddle, want.hand, want.crank_mm, boxes)
    if first.crank_off_mm == 0:
        return first, None
    it = sits_then(facts)
    crank, asked = exactly(first.crank_mm), exactly(want.crank_mm)
    try:
        moved = change_crank(
            want.saddle,
            want.hand,
            it.body,
            it.foot,
            want.crank_mm,
            first.crank_mm,
            "extension",
            "with_saddle",
            it.seated,
        )
    except GeometryError:
        return first, say("cranks {crank}, not {asked}: the leg does not reach", crank=crank, asked=asked)
    up = Length(moved.saddle.y_mm - want.saddle.y_mm, signed=True, bare=True)
    told = say("cranks {crank}, not {asked}: saddle and hand {up} for it", crank=crank, asked=asked, up=up)
    return dial(machine, moved.saddle, moved.hand, want.crank_mm, boxes), told


def rider_set(facts: Facts, file: MachineFile, fit: int, rider: str) -> RiderSet:
    """One rider's line on a machine."""
    machine, want = file.machine.machine(), wanted(facts)
    if isinstance(want, Said):
        return RiderSet(fit=fit, rider=rider, why_not=want, settings=[], crank_mm=None, within=False, says=None)
    found, told = dialled(facts, machine, want)
    labels = [_label(stop.label, stop.mm) for stop in (*found.saddle.stops, *found.bar.stops)]
    return RiderSet(
        fit=fit, rider=rider, why_not=None, settings=labels, crank_mm=found.crank_mm, within=found.within, says=told
    )


def settings_of(facts: Facts, file: MachineFile, fit: int, rider: str) -> Settings:
    """Everything to dial in for one rider; raises ``InputError`` where nothing can be."""
    machine, want = file.machine.machine(), wanted(facts)
    if isinstance(want, Said):
        raise InputError(
            say("Nothing to dial in: {why}.", why=want), field="fit_id", allowed="a goal of saddle and hand"
        )
    found, told = dialled(facts, machine, want)
    blocks = [
        *_blocks(1, "saddle", file.machine.saddle.axes, machine.saddle, found.saddle),
        *_blocks(1 + len(machine.saddle.axes), "hand", file.machine.bar.axes, machine.bar, found.bar),
    ]
    at_saddle, at_hand = found.saddle.at, found.bar.at
    it = sits_then(facts)
    pose = pose_of(it, at_saddle, at_hand)
    return Settings(
        fit=fit,
        rider=rider,
        machine=file.name,
        headline=_headline(found, (facts.house.tolerance("saddle"), facts.house.tolerance("hand"))),
        says=told,
        blocks=blocks,
        crank_mm=found.crank_mm,
        crank_off_mm=found.crank_off_mm,
        saddle=_off(found.saddle),
        hand=_off(found.bar),
        within=found.within,
        picture=shapes(machine_items(machine, found.saddle.stops, found.bar.stops, found.crank_mm)),
        far=shapes(leg_items(pose.far, it.foot.foot_mm, near=False)),
        near=shapes([*near_items(pose, it.body), *joint_items(pose)]),
        marks=[_point(at_saddle), _point(at_hand)],
        goals=[_point(at_saddle - found.saddle.off), _point(at_hand - found.bar.off)],
    )


def _point(at: Mark) -> Point:
    return Point(x_mm=at.x_mm, y_mm=at.y_mm)


def _off(it: Dialled) -> Point:
    return _point(it.off)


def _label(label: str, mm: float) -> str:
    return label or f"{mm:g}".replace("-", "−")


def _blocks(first: int, mark: str, axes: list[AxisIn], slide: Slide, found: Dialled) -> list[Block]:
    """One block a slider: where it stands, what is left, and what a stop either way would leave."""
    made = []
    for k, (axis, stop) in enumerate(zip(slide.axes, found.stops, strict=True)):
        along = axis.along
        near = [b for b in found.beside if b.axis == axis.name]
        beside = [Beside(label=_label(b.stop.label, b.stop.mm), mm=b.stop.mm, off_mm=b.off.dot(along)) for b in near]
        made.append(
            Block(
                number=first + k,
                mark=mark,
                name=axis.name,
                scale="label" if axes[k].stops and any(s.label for s in axes[k].stops or []) else "mm",
                label=_label(stop.label, stop.mm),
                mm=stop.mm,
                off_mm=found.off.dot(along),
                beside=beside,
                upright=abs(along.y_mm) > abs(along.x_mm),
                lies=_lies(found.off.dot(along), upright=abs(along.y_mm) > abs(along.x_mm), ahead=along.x_mm >= 0),
            )
        )
    return made


def _lies(off_mm: float, *, upright: bool, ahead: bool) -> Said:
    """Which way what is left lies, seen along the slider."""
    if abs(off_mm) < 0.5:
        return say("on it")
    far = bare(abs(off_mm))
    if upright:
        return say("{far} high", far=far) if off_mm > 0 else say("{far} low", far=far)
    forward = (off_mm > 0) == ahead
    return say("{far} forward", far=far) if forward else say("{far} back", far=far)


def _headline(found: Dialling, boxes: tuple[Box, Box]) -> Said:
    """How well it fits, in a few words."""
    if found.within:
        worst = max(abs(v) for it in (found.saddle, found.bar) for v in (it.off.x_mm, it.off.y_mm))
        return say("Everything within {worst}", worst=bare(max(1.0, worst)))
    said = []
    for name, it, box in ((say("saddle"), found.saddle, boxes[0]), (say("hand"), found.bar, boxes[1])):
        if it.verdict == "outside":
            x, y = show_miss(it.off.x_mm, box[0]), show_miss(it.off.y_mm, box[1])
            said.append(say("{mark} {x} {y}", mark=name, x=x, y=y))
    return say("Off: {what}", what=with_semicolons(said))


def calibrated(file: MachineFile, mark: str, taped: list[tuple[list[float], At]]) -> tuple[MachineFile, Calibrated]:
    """A machine with one slide mended by tape, and what was found."""
    slide = file.machine.saddle if mark == "saddle" else file.machine.bar
    found = calibrate(slide.read(), [Taped(tuple(mm), Mark(at.x_mm, at.y_mm)) for mm, at in taped])
    axes = [
        a.model_copy(update={"direction_deg": round(n.direction_deg, 3)})
        for a, n in zip(slide.axes, found.slide.axes, strict=True)
    ]
    origin = At(x_mm=round(found.slide.origin.x_mm, 2), y_mm=round(found.slide.origin.y_mm, 2))
    mended = slide.model_copy(update={"origin": origin, "axes": axes})
    field = "saddle" if mark == "saddle" else "bar"
    return file.model_copy(update={"machine": file.machine.model_copy(update={field: mended})}), found
