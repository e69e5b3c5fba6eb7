"""Joint angles of the layer in work, against the house's windows, with the present bike's beside."""

from __future__ import annotations

from math import cos, radians, sin

from waymark.core.body import AngleName, Readouts, both_angles, readouts
from waymark.core.rules.house import AngleWindow
from waymark.core.rules.verdict import Word, worst
from waymark.rooms.files import Dial, Facts, Marks, SidesDeg, both, fact
from waymark.rooms.plan.facts import plan_marks
from waymark.rooms.plan.pictures import Sitting, sits_then
from waymark.rooms.posts.goal import discipline, goal_crank_mm, goal_marks, other_end, readouts_now
from waymark.rooms.posts.measure import calibrated, legs
from waymark.rooms.schema import Point

# Each read-out, what it is called, and which angle of the body's model it is.
DIALS: tuple[tuple[str, str, str, AngleName], ...] = (
    ("hip", "hip, least", "hip_least_deg", "hip"),
    ("trunk", "trunk", "trunk_deg", "trunk"),
    ("knee", "knee, least", "knee_flexion_least_deg", "knee_riding"),
    ("shoulder", "shoulder", "shoulder_deg", "shoulder"),
)


def readouts_at(it: Sitting, marks: Marks) -> Readouts | None:
    """Read-outs of a layer's marks, where saddle and hand are known."""
    pair = both(marks)
    if pair is None:
        return None
    saddle, hand = pair
    there, pad = it.contact.hand_at(hand), it.contact.pad_at(hand)
    return readouts(saddle, there, it.body, it.foot, it.crank_mm, pad, it.seated)


@fact
def readouts_goal(facts: Facts) -> Readouts | None:
    """Of the goal."""
    return readouts_at(sits_then(facts), goal_marks(facts))


@fact
def readouts_other(facts: Facts) -> Readouts | None:
    """Of where the school not chosen would lead."""
    end, it = other_end(facts), sits_then(facts)
    if end is None:
        return None
    return readouts(end.saddle, end.hand, it.body, end.foot, end.crank_mm, end.pad, end.seated)


@fact
def readouts_plan(facts: Facts) -> Readouts | None:
    """Of the plan."""
    return readouts_at(sits_then(facts), plan_marks(facts))


def goal_dials(facts: Facts) -> list[Dial]:
    """The goal's angles."""
    return _dials(facts, goal_marks(facts), readouts_goal(facts), readouts_other(facts))


def plan_dials(facts: Facts) -> list[Dial]:
    """The plan's angles, the goal's until there is a plan."""
    planned = readouts_plan(facts)
    if planned is None:
        return _dials(facts, goal_marks(facts), readouts_goal(facts))
    return _dials(facts, plan_marks(facts), planned)


def _sides(facts: Facts, marks: Marks, shown: Readouts) -> dict[str, SidesDeg]:
    """Hip and knee of either leg, where the two part."""
    apart, pair, it = legs(facts), both(marks), sits_then(facts)
    if apart is None or pair is None:
        return {}
    left, right = both_angles(apart, pair[0], it.body, it.foot, it.crank_mm, shown.trunk_deg, it.seated)
    return {
        "hip": SidesDeg(left_deg=left.hip_least_deg, right_deg=right.hip_least_deg),
        "knee": SidesDeg(left_deg=left.knee_least_deg, right_deg=right.knee_least_deg),
    }


def _dials(facts: Facts, marks: Marks, shown: Readouts | None, other: Readouts | None = None) -> list[Dial]:
    if shown is None:
        return []
    set_to, legs_deg = calibrated(facts), _sides(facts, marks, shown)
    present, windows = readouts_now(facts), facts.house.angle_windows(discipline(facts))
    made = []
    for name, label, attribute, angle in DIALS:
        value, window, sides = getattr(shown, attribute), windows[name], legs_deg.get(name)
        # Of two legs the one that is further out is the one that hurts.
        values = (sides.left_deg, sides.right_deg) if sides else (value,)
        made.append(
            Dial(
                name=name,
                label=label,
                value_deg=value,
                now_deg=getattr(present, attribute) if present else None,
                other_deg=getattr(other, attribute) if other else None,
                pedal=_pedal(name, shown, goal_crank_mm(facts)),
                sd_deg=set_to.sds_deg[angle] if set_to else None,
                least_deg=window.least_deg,
                greatest_deg=window.greatest_deg,
                sides=sides,
                verdict=worst(*(_judged(v, window, facts.house.dial_edge_deg) for v in values)),
            )
        )
    return made


def _pedal(name: str, shown: Readouts, crank_mm: float) -> Point | None:
    """The pedal axle where hip or knee is at its least; other angles are the same all round."""
    at = {"hip": shown.hip_least_at_deg, "knee": shown.knee_flexion_least_at_deg}.get(name)
    return None if at is None else Point(x_mm=crank_mm * sin(radians(at)), y_mm=crank_mm * cos(radians(at)))


def _judged(value: float, window: AngleWindow, edge_deg: float) -> Word:
    greatest = window.greatest_deg if window.greatest_deg is not None else 360.0
    if not window.least_deg <= value <= greatest:
        return "out"
    return "edge" if min(value - window.least_deg, greatest - value) < edge_deg else "in"
