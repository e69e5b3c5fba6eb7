"""How far apart the feet stand: on the present bike where its cranks were taped, by the plan's parts, and by cleats."""

from __future__ import annotations

from dataclasses import dataclass, replace

from waymark.core.feet import PEDAL_CENTRE_MM, heel_inward_mm, stance, stance_of
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.state import BuildState
from waymark.rooms.plan.this_bike import on_own_bike
from waymark.rooms.posts.goal import goal_foot
from waymark.rooms.posts.measure import MeasureState, present_foot, read_sides, read_value


@dataclass(frozen=True, slots=True)
class Stood:
    """Half the stance, mm: now, where Q was taped; by the plan's crank and pedals with the cleats left where they are;
    how far out each foot goes by its cleat or a washer; and what the heel then has to the stay, where that was taped.
    ``q_mm`` is the plan's, ``known`` where it is no usual one."""

    q_mm: float
    known: bool
    now_mm: float | None
    parts_mm: float
    by_cleat_mm: float
    stay_now_mm: float | None = None
    stay_mm: float | None = None

    @property
    def then_mm(self) -> float:
        """Half the stance of the plan."""
        return self.parts_mm + self.by_cleat_mm

    @property
    def wider_by_mm(self) -> float | None:
        """Both feet farther apart than now."""
        return None if self.now_mm is None else 2 * (self.then_mm - self.now_mm)


@fact
def stood(facts: Facts) -> Stood:
    """What the goal asks is against the stance now; without its Q that is taken for the usual."""
    measure, b, apart = facts.part(MeasureState), facts.part(BuildState), goal_foot(facts).apart_by_mm
    q, centre = read_value(measure, "q_factor"), read_value(measure, "pedal_centre") or PEDAL_CENTRE_MM
    inward = _mean(read_sides(measure, "cleat_inward")) or 0.0
    now = None if q is None else stance(q, centre, 0.0, 0.0, inward).half_mm
    q_then = b.crank.q_mm if b.crank else q or facts.house.feet.usual_q_mm
    if b.pedal is not None or now is None:
        parts = stance_of(q_then, b.pedal.fit() if b.pedal else None).half_mm + (inward if now is not None else 0.0)
    else:
        parts = stance(q_then, centre, 0.0, 0.0, inward).half_mm
    extra = b.pedal.axle_extra_mm if b.pedal else 0.0
    by_cleat = 0.0
    if apart:
        by_cleat = apart / 2 - extra if now is None else now + apart / 2 - parts
    made = Stood(q_then, b.crank is not None or q is not None, now, parts, by_cleat)
    return _by_stay(facts, made, extra)


def _by_stay(facts: Facts, it: Stood, extra_mm: float) -> Stood:
    """With the heel's room to the stay: as taped, and by the stance and turned heels then; on this frame only."""
    sides = read_sides(facts.part(MeasureState), "heel_stay")
    if not sides or (on_own_bike(facts) is None and facts.part(BuildState).stem is not None):
        return it
    foot, was, nearest = goal_foot(facts), present_foot(facts), min(sides)
    out = it.by_cleat_mm + extra_mm if it.now_mm is None else it.then_mm - it.now_mm
    inward = heel_inward_mm(foot, foot.heels_in_by_deg) - heel_inward_mm(was, was.heels_in_by_deg)
    return replace(it, stay_now_mm=nearest, stay_mm=nearest + out - inward)


def _mean(values: tuple[float, ...]) -> float | None:
    return sum(values) / len(values) if values else None
