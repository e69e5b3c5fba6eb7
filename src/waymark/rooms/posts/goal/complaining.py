"""What hurts or feels wrong on the present bike, and what in the position may be behind it."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import BaseModel

from waymark.core.body import LegAngles, Readouts, both_angles, readouts, segments
from waymark.core.complaints import COMPLAINTS, Ranked, Seen, rank
from waymark.core.goal import CrankStep, FootStep, MoveStep, Step
from waymark.core.rules.cautions import PAIN
from waymark.core.say import term
from waymark.rooms.files import Facts, fact
from waymark.rooms.posts.goal.facts import is_guess, measured_use, start
from waymark.rooms.posts.goal.state import GoalState, GoalStep, ToCrank, ToFoot, ToMove
from waymark.rooms.posts.measure import MeasureState, context, legs, present_body, read_value
from waymark.rooms.shelves import DropBarPart
from waymark.rooms.telling import Told


class ComplaintLine(BaseModel):
    """A complaint or sign that can be ticked."""

    key: str
    name: Told
    on: bool


class CauseLine(BaseModel):
    """A likely cause: what it would explain, what of the rider's numbers shows it, what to look at, and the change.

    ``step`` is the change as a step of the chain, where it moves a mark; ``against`` where the rider's own number lies
    inside its bound.
    """

    key: str
    name: Told
    explains: list[Told]
    shown: Told | None
    against: bool
    look: Told
    change: Told
    price: Told
    moves: Told
    wrong: Told
    step: GoalStep | None


class ComplaintsView(BaseModel):
    """What can be ticked, the causes of what is, causes off the bike, and what is due where it stays."""

    complaints: list[ComplaintLine]
    causes: list[CauseLine]
    off_bike: list[Told]
    doctor: Told | None


@fact
def readouts_now(facts: Facts) -> Readouts | None:
    """The rider's angles on the bike as measured."""
    at = start(facts)
    if at is None or is_guess(facts):
        return None
    return readouts(at.saddle, at.hand, segments(present_body(facts)), at.foot, at.crank_mm, at.pad, at.seated)


@fact
def legs_now(facts: Facts) -> tuple[LegAngles, LegAngles] | None:
    """Left and right on the bike as measured, where the two part."""
    at, apart, read = start(facts), legs(facts), readouts_now(facts)
    if at is None or apart is None or read is None:
        return None
    limbs = segments(present_body(facts))
    return both_angles(apart, at.saddle, limbs, at.foot, at.crank_mm, read.trunk_deg, at.seated)


@fact
def seen(facts: Facts) -> Seen:
    """The rider's numbers that may speak for a cause, as far as they were taken."""
    measure, profile, read = facts.part(MeasureState), facts.profile, readouts_now(facts)
    windows = facts.house.angle_windows(measured_use(facts))
    # Angles of a body that was never measured say nothing of this rider.
    known = read if read is not None and profile.mm("height") is not None else None
    bar = measure.bar.width_mm if isinstance(measure.bar, DropBarPart) else None
    return Seen(
        knee=windows["knee"],
        trunk=windows["trunk"],
        shoulder=windows["shoulder"],
        hip=windows["hip"],
        knee_deg=known.knee_flexion_least_deg if known else None,
        trunk_deg=known.trunk_deg if known else None,
        shoulder_deg=known.shoulder_deg if known else None,
        hip_deg=known.hip_least_deg if known else None,
        legs=legs_now(facts) if known else None,
        saddle_tilt_deg=read_value(measure, "tilt"),
        hood_slope_deg=read_value(measure, "hood_slope.right"),
        bar_width_mm=read_value(measure, "bar_width") or bar,
        shoulder_width_mm=profile.mm("shoulder_width"),
        crank_mm=read_value(measure, "crank"),
        inseam_mm=profile.mm("inseam"),
        hand_on=context(facts).contact.kind,
        sizes=facts.house.one_change,
        crank_most_share=facts.house.feet.crank_greatest_share,
    )


@fact(reading=True)
def complained(facts: Facts) -> tuple[str, ...]:
    """The complaints ticked in this file."""
    return tuple(name for name in facts.part(GoalState).complaints if name in COMPLAINTS)


@fact(by_value=False)
def complaints_view(facts: Facts) -> ComplaintsView:
    """The complaints ticked in this file, and their causes ranked."""
    ticked = complained(facts)
    lines = [ComplaintLine(key=key, name=it.name, on=key in ticked) for key, it in COMPLAINTS.items()]
    off = dict.fromkeys(said for name in ticked for said in COMPLAINTS[name].off_bike)
    return ComplaintsView(
        complaints=lines,
        causes=causes_of(facts, ticked),
        off_bike=list(off),
        doctor=PAIN if any(COMPLAINTS[name].doctor for name in ticked) else None,
    )


def causes_of(facts: Facts, complaints: Sequence[str]) -> list[CauseLine]:
    """What may be behind these complaints, by name, the likeliest first."""
    return [_line(it) for it in rank(complaints, seen(facts))]


def _line(it: Ranked) -> CauseLine:
    cause = it.cause
    return CauseLine(
        key=it.key,
        name=cause.name,
        explains=[COMPLAINTS[name].name for name in it.of],
        shown=it.evidence.says if it.evidence and not it.against else None,
        against=it.against,
        look=cause.look,
        change=it.change,
        price=term(cause.price),
        moves=cause.moves,
        wrong=cause.wrong,
        step=None if it.step is None or it.against else kept_step(it.step),
    )


def kept_step(step: Step) -> GoalStep | None:
    """A step of the core as the file keeps it."""
    match step:
        case MoveStep():
            return ToMove(mark=step.mark, by_x_mm=step.by.x_mm, by_y_mm=step.by.y_mm, hands=step.hands)
        case CrankStep():
            return ToCrank(to_mm=step.to_mm, keep=step.keep, hands=step.hands)
        case FootStep():
            return ToFoot(stack_by_mm=step.stack_by_mm, cleat_aft_by_mm=step.cleat_aft_by_mm, hands=step.hands)
        case _:
            return None
