"""Wheels and tyres of the Build post: what this rider's mass and ground want, and what each pair on the shelf gives."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Literal, TypeVar

from waymark.core.drawing.wheel_section import WheelSection, section_items
from waymark.core.say import Count, Length, Mass, Said, Words, bare, exactly, say, tenths, with_commas
from waymark.core.strength import carries
from waymark.rooms.files import Facts, fact, shapes
from waymark.rooms.plan import BuildState, chosen, plan_chart, rolling, to_be_had
from waymark.rooms.posts.build.shapes import PartChoice, SumRow, WheelsBench
from waymark.rooms.posts.measure import MeasureState
from waymark.rooms.shelves import FrameChart, TyrePart, WheelsPart

RollingKind = Literal["wheels", "tyre"]
P = TypeVar("P", WheelsPart, TyrePart)
KINDS: tuple[RollingKind, ...] = ("wheels", "tyre")
NAMES: Mapping[str, Said] = {"wheels": say("Wheels"), "tyre": say("Tyres")}


@fact(by_value=False)
def wheels_bench(facts: Facts) -> WheelsBench | None:
    """Everything that rolls; ``None`` while no frame is chosen."""
    size, chart, b = chosen(facts), plan_chart(facts), facts.part(BuildState)
    if size is None or chart is None:
        return None
    rim = b.wheels.rim_inner_mm if b.wheels else None
    section = WheelSection(chart.tyre_mm, rim or facts.house.strength.usual_rim_mm, size.chart.tyre_greatest_mm)
    return WheelsBench(
        headline=_headline(facts),
        choices=[*_wheels(facts, size.chart), *_tyres(facts, size.chart)],
        rows=_rows(facts, chart, size.chart.tyre_mm),
        troubles=list(rolling(facts).troubles),
        picture=shapes(section_items(section)),
        tyre_mm=section.tyre_mm,
        rim_mm=rim,
        frame_mm=section.frame_mm,
    )


def _headline(facts: Facts) -> Said:
    """What is asked of them."""
    it = rolling(facts)
    if it.wanted is None:
        return say("The rider’s mass was not asked: what carries it cannot be told.")
    return say(
        "{whole} with the bike: {front} spokes in front and {rear} behind at least, tyres from {tyre}.",
        whole=Mass(it.system_kg or 0.0),
        front=Count(it.wanted.spokes_front),
        rear=Count(it.wanted.spokes_rear),
        tyre=Length(it.wanted.tyre_mm),
    )


def _there(facts: Facts, kind: type[P]) -> Iterator[tuple[int, P]]:
    """Parts of one kind that can be had."""
    for it in facts.shelf.parts:
        part = it.part
        if isinstance(part, kind) and to_be_had(facts, part):
            yield it.id, part


def _wheels(facts: Facts, chart: FrameChart) -> list[PartChoice]:
    b, it = facts.part(BuildState), rolling(facts)
    made = []
    for key, part in _there(facts, WheelsPart):
        against = []
        if part.bead_mm != chart.bead_mm:
            against.append(say("another size than the frame’s"))
        if carries(it.system_kg, part.system_limit_kg) == "not" or not part.carries(facts.profile.mm("mass")):
            against.append(say("not made for this mass"))
        if it.wanted and part.spokes_rear < it.wanted.spokes_rear:
            against.append(
                say(
                    "{few} spokes behind, {wanted} wanted",
                    few=Count(part.spokes_rear),
                    wanted=Count(it.wanted.spokes_rear),
                )
            )
        limit = say("to {most}", most=Mass(part.system_limit_kg)) if part.system_limit_kg else say("no limit named")
        spokes = say("{front} and {rear} spokes", front=Count(part.spokes_front), rear=Count(part.spokes_rear))
        tyres = say("tyres {a} to {b}", a=exactly(part.tyre_least_mm), b=exactly(part.tyre_greatest_mm))
        figures = with_commas([spokes, tyres, limit])
        made.append(_choice(key, part, b.wheels, figures, against))
    return sorted(made, key=lambda c: c.against is not None)


def _tyres(facts: Facts, chart: FrameChart) -> list[PartChoice]:
    b, it = facts.part(BuildState), rolling(facts)
    made = []
    for key, part in _there(facts, TyrePart):
        against = []
        if part.bead_mm != (b.wheels.bead_mm if b.wheels else chart.bead_mm):
            against.append(say("another size than the rim’s"))
        if chart.tyre_greatest_mm is not None and part.width_mm > chart.tyre_greatest_mm:
            against.append(say("the frame takes {most}", most=exactly(chart.tyre_greatest_mm)))
        if b.wheels and not b.wheels.tyre_least_mm <= part.width_mm <= b.wheels.tyre_greatest_mm:
            rim = say(
                "the rims take {a} to {b}", a=exactly(b.wheels.tyre_least_mm), b=exactly(b.wheels.tyre_greatest_mm)
            )
            against.append(rim)
        if it.wanted and part.width_mm < it.wanted.tyre_mm:
            against.append(say("narrower than {wanted}", wanted=bare(it.wanted.tyre_mm)))
        made.append(_choice(key, part, b.tyre, say("{width} wide", width=exactly(part.width_mm)), against))
    return sorted(made, key=lambda c: c.against is not None)


def _choice(
    key: int, part: WheelsPart | TyrePart, now: WheelsPart | TyrePart | None, figures: Said, against: list[Said]
) -> PartChoice:
    return PartChoice(
        kind=part.kind,
        part=key,
        name=part.name,
        figures=figures,
        against=with_commas(against) if against else None,
        chosen=now is not None and part.name == now.name,
    )


def _rows(facts: Facts, chart: FrameChart, charted_mm: float) -> list[SumRow]:
    """What they come to: the plan's chart, and the tyre of the frame's own."""
    b, it = facts.part(BuildState), rolling(facts)
    read = facts.part(MeasureState).readings.get("front_tyre")
    now = say("{typed}", typed=Words(read.heard[0].typed.split(",")[0])) if read and read.heard else None
    most = chart.tyre_greatest_mm
    room = (
        say("the frame takes {most}", most=exactly(most)) if most else say("what the frame takes is not on its chart")
    )
    rows = [SumRow(name=say("Tyre"), now=now, plan=say("{mm}", mm=exactly(chart.tyre_mm)), note=room)]
    if b.wheels is not None:
        spokes = say("{front}/{rear}", front=Count(b.wheels.spokes_front), rear=Count(b.wheels.spokes_rear))
        note = say("front and rear")
        rows.append(SumRow(name=say("Spokes"), now=None, plan=spokes, note=note))
        limit = b.wheels.system_limit_kg
        plan = None if limit is None else say("{most}", most=Mass(limit))
        note = say("rider and bike") if limit is not None else say("their maker names none: ask")
        rows.append(SumRow(name=say("Wheels carry"), now=None, plan=plan, note=note))
    if it.raised_mm:
        by = Length(it.raised_mm, signed=True, bare=True)
        note = say("by the tyres against the chart’s {mm}", mm=exactly(charted_mm))
        rows.append(SumRow(name=say("BB above ground"), now=None, plan=say("{by}", by=by), note=note))
    if it.sway_times is not None:
        plan = say("{times} ×", times=tenths(it.sway_times))
        note = say("of 75 kg on 200 of a 27.2 post")
        rows.append(SumRow(name=say("Post sways"), now=None, plan=plan, note=note))
    return rows
