"""A rider's own bike on a trainer: what is known of it, what goes under it, and how far the marks are off."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.drawing.own_bike import own_bike_items
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.rules.verdict import judge_pair, worst
from waymark.core.say import Angle, Length, Said, say
from waymark.core.trainer import OwnBike, Wheels, stand_on
from waymark.rooms.files import Facts, Shape, both, shapes
from waymark.rooms.posts.measure import MeasureState, now_marks, read_value
from waymark.rooms.schema import Point
from waymark.rooms.telling import Told

Held = Literal["tyre", "axle"]
# So much the wheel is drawn off the floor until its axle is taped.
USUAL_LIFT_MM = 30.0
USUAL_WHEELBASE_MM = 1000.0
UNTAPED = say("How high a trainer holds the axle is its own: nothing is put under the wheel by guessing.")
# Less than this cannot be told with a tape.
LEVEL_MM = 3.0


class KnownLength(BaseModel):
    """A length of the bike and where it is from: read, of the frame, or assumed."""

    name: Told
    value_mm: float
    source: Literal["read", "frame", "assumed"]


class OwnBikeView(BaseModel):
    """One's own bike on a trainer: what goes under it, what is left, and in which order it is done.

    ``taped``: its rear axle was; until then it is only drawn, as one that is lifted a little.
    """

    fit: int
    rider: str
    headline: Told
    says: Told
    known: list[KnownLength]
    taped: bool
    block_mm: float
    tilt_deg: float
    within: bool
    steps: list[Told]
    picture: list[Shape]
    marks: list[Point]
    goals: list[Point]


def own_bike_view(
    facts: Facts,
    fit: tuple[int, str],
    held: Held,
    rear_axle_mm: float | None,
    block_mm: float,
    front_axle_mm: float | None,
) -> OwnBikeView:
    """The bike as it stands with the block that is under it, or as its front axle was taped; raises ``InputError``."""
    marks = both(now_marks(facts))
    if marks is None:
        raise InputError(
            "This bike is still to be measured.",
            field="fit_id",
            allowed="saddle and hand as they are",
            kept=str(fit[0]),
        )
    known = _known(facts)
    front, rear, base = (k.value_mm for k in known)
    wheels = Wheels(front, rear, base)
    rear_axle = rear + USUAL_LIFT_MM if rear_axle_mm is None else rear_axle_mm
    front_axle = front + block_mm if front_axle_mm is None else front_axle_mm
    it = stand_on(wheels, rear_axle, front_axle, *marks)
    off = (("saddle", it.saddle - marks[0]), ("hand", it.hand - marks[1]))
    word = worst(*(judge_pair(by.x_mm, by.y_mm, *facts.house.tolerance(mark)) for mark, by in off))
    items = own_bike_items(wheels, rear_axle, front_axle, it.tilt_deg, it.saddle, it.hand, held == "axle")
    return OwnBikeView(
        fit=fit[0],
        rider=fit[1],
        headline=_headline(it, wheels, rear_axle_mm, front_axle_mm),
        says=_says(it, marks, wheels, front_axle_mm) if rear_axle_mm else UNTAPED,
        known=known,
        taped=rear_axle_mm is not None,
        block_mm=it.block_mm,
        tilt_deg=it.tilt_deg,
        within=word == "in",
        steps=_steps(held, it, front, taped=rear_axle_mm is not None),
        picture=shapes(items),
        marks=[_point(it.saddle), _point(it.hand)],
        goals=[_point(m) for m in marks],
    )


def _known(facts: Facts) -> list[KnownLength]:
    """Front and rear radius, wheelbase: as read, else as the frame has them, else assumed."""
    measure = facts.part(MeasureState)
    chart = measure.frame.chart if measure.frame else None
    radius = chart.wheel_radius_mm if chart else None
    rows: tuple[tuple[str, Said, float | None, float], ...] = (
        ("front_radius", say("Front wheel's radius"), radius, facts.house.usual_wheel_radius_mm),
        ("rear_radius", say("Rear wheel's radius"), radius, facts.house.usual_wheel_radius_mm),
        ("wheelbase", say("Axle to axle"), chart.wheelbase_mm if chart else None, USUAL_WHEELBASE_MM),
    )
    found = []
    for key, name, of_frame, usual in rows:
        read = read_value(measure, key)
        if read is not None:
            found.append(KnownLength(name=name, value_mm=read, source="read"))
        elif of_frame is not None:
            found.append(KnownLength(name=name, value_mm=of_frame, source="frame"))
        else:
            found.append(KnownLength(name=name, value_mm=usual, source="assumed"))
    return found


def _headline(it: OwnBike, wheels: Wheels, rear_axle: float | None, front_axle: float | None) -> Said:
    """What goes under it, or what the taped front axle still asks for."""
    if rear_axle is None:
        return say("Tape the rear axle in the trainer")
    if front_axle is None:
        if abs(it.block_mm) < LEVEL_MM:
            return say("Level as it stands")
        if it.block_mm > 0:
            return say("{mm} under the front wheel", mm=Length(it.block_mm))
        return say("{mm} under the trainer", mm=Length(-it.block_mm))
    missing = wheels.front_mm + it.block_mm - front_axle
    if abs(missing) < LEVEL_MM:
        return say("Level")
    if missing > 0:
        return say("{mm} more under the front wheel", mm=Length(missing))
    return say("{mm} less under the front wheel", mm=Length(-missing))


def _says(it: OwnBike, marks: tuple[Mark, Mark], wheels: Wheels, front_axle: float | None) -> Said:
    """What is left with what is under it now, in words of the saddle: that is what a rider feels first."""
    if front_axle is not None and abs(front_axle - wheels.front_mm - it.block_mm) < LEVEL_MM:
        return say("The front axle is where a level bike has it: every mark is as on the road.")
    if abs(it.tilt_deg) < 0.15:
        return say("Level, every mark is as on the road; nothing on the bike is touched.")
    moved = it.saddle - marks[0]
    by, tilt = Length(abs(moved.x_mm)), Angle(round(abs(it.tilt_deg), 1))
    if it.tilt_deg < 0:
        return say("As it stands the nose dips {tilt} and the saddle lies {by} further forward.", tilt=tilt, by=by)
    return say("As it stands the nose rises {tilt} and the saddle lies {by} further back.", tilt=tilt, by=by)


def _steps(held: Held, it: OwnBike, front_radius_mm: float, *, taped: bool) -> list[Said]:
    steps = [say("Ask the frame's maker whether it may be held in a trainer.")]
    if held == "tyre":
        steps += [
            say("Clamp the rear axle, the ends seated in both cups; tug the bike sideways."),
            say("Tyre as hard as the trainer's maker says, the roller pressed until it does not slip."),
        ]
    else:
        steps += [
            say("Rear wheel out; the trainer's cassette and axle ends are those of this bike."),
            say("Shift through all gears before the rider sits on it."),
        ]
    if not taped:
        return [*steps, say("Tape the rear axle over the floor the trainer stands on: what goes under it follows.")]
    if it.block_mm >= LEVEL_MM:
        steps.append(say("Front wheel on a block of {mm} that cannot roll off.", mm=Length(it.block_mm)))
    elif it.block_mm <= -LEVEL_MM:
        steps.append(say("Raise the trainer's feet by {mm}, all alike.", mm=Length(-it.block_mm)))
    axle = Length(front_radius_mm + it.block_mm)
    steps += [
        say("Tape the front axle: {mm} over the floor the trainer stands on.", mm=axle),
        say("Nothing on the bike is moved: the marks are copied, saddle tilt too."),
    ]
    return steps


def _point(at: Mark) -> Point:
    return Point(x_mm=at.x_mm, y_mm=at.y_mm)
