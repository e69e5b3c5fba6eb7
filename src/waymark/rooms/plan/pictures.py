"""The bike of the plan and the rider on any bike, as display lists."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import radians

from waymark.core.body import ALIKE, Apart, FootFit, Leg, Pose, Seated, Segments, Side, Turn, leg_at, pose_at, segments
from waymark.core.cockpit.spacers import fewest_spacers
from waymark.core.contact import Contact
from waymark.core.drawing.bike import crank_items, frame_outline, still_items
from waymark.core.drawing.model import FrontEndDrawing
from waymark.core.drawing.primitives import DisplayList
from waymark.core.drawing.rider import arm_items, ghost_items, joint_items, leg_items, trunk_items
from waymark.core.marks import Mark
from waymark.rooms.files import CranksTurned, Facts, Marks, Picture, Shape, both, fact, shapes
from waymark.rooms.plan.facts import chosen, cover_mm, plan_bar, plan_chart, plan_marks, saddle_option, stem_of
from waymark.rooms.plan.state import BuildState, FrameState
from waymark.rooms.plan.taking import spacers_of
from waymark.rooms.plan.this_bike import on_own_bike, pieces_of
from waymark.rooms.posts.goal import (
    goal_contact,
    goal_crank_mm,
    goal_foot,
    goal_marks,
    goal_seat,
    is_guess,
    other_end,
    walked,
)
from waymark.rooms.posts.measure import (
    Drawn,
    bar_drawn,
    bike_drawn,
    body_of,
    context,
    drawn_about,
    drawn_now,
    legs,
    now_marks,
    present_body,
    present_foot,
    present_seat,
)
from waymark.rooms.schema import Point
from waymark.rooms.shelves import DropBarPart, FlatBarPart, FrameSize

CRANK_DRAWN_DEG = 100.0
HALF_MM = 0.5


@fact
def body(facts: Facts) -> Segments:
    """The rider's segments with the hands, or the elbows on their pads, as wide as the bar puts them."""
    bar, contact = plan_bar(facts), goal_contact(facts)
    width = facts.part(BuildState).cockpit_width_mm
    if contact.on_pads:
        width = contact.width_mm
    elif width is None and isinstance(bar, DropBarPart):
        width = bar.width_mm
    elif isinstance(bar, FlatBarPart):
        width = bar.width_mm - 2 * bar.hand_inset_mm
    return segments(body_of(facts, width))


@dataclass(frozen=True, slots=True)
class Sitting:
    """How a rider meets a bike beside the marks: body, foot, crank, what the hand is on, how the pelvis is turned, and how
    the legs part."""

    body: Segments
    foot: FootFit
    crank_mm: float
    contact: Contact
    seated: Seated
    legs: Apart

    def leg(self, side: Side) -> Leg:
        """A side's leg."""
        return self.legs.leg(side, self.body, self.foot, self.seated)


@fact
def sits_now(facts: Facts) -> Sitting:
    """On the present bike."""
    lean = context(facts)
    body, foot, seat = segments(present_body(facts)), present_foot(facts), present_seat(facts)
    return Sitting(body, foot, lean.saddle.crank_mm, lean.contact, seat, legs(facts) or ALIKE)


@fact
def sits_then(facts: Facts) -> Sitting:
    """At the goal, and on what is planned for it."""
    foot, crank = goal_foot(facts), goal_crank_mm(facts)
    return Sitting(body(facts), foot, crank, goal_contact(facts), goal_seat(facts), legs(facts) or ALIKE)


def pose_of(it: Sitting, saddle: Mark, hand: Mark, crank_deg: float = CRANK_DRAWN_DEG) -> Pose:
    """The rider at these marks, seen from the right, the near crank a little past level where nothing else is asked."""
    there, pad = it.contact.hand_at(hand), it.contact.pad_at(hand)
    pose = pose_at(saddle, there, it.body, it.foot, it.crank_mm, crank_deg, pad, it.seated)
    if it.legs == ALIKE:
        return pose
    right, left = it.leg("right"), it.leg("left")
    near = leg_at(saddle, right.body, right.foot, it.crank_mm, crank_deg, right.seated)
    far = leg_at(saddle, left.body, left.foot, it.crank_mm, crank_deg + 180, left.seated)
    return replace(pose, near=near, far=far)


@fact(by_value=False)
def drawn_plan(facts: Facts) -> Drawn | None:
    """The chosen size with the plan's parts; the seat at the goal until the plan has one."""
    b, size, plan, goal = facts.part(BuildState), chosen(facts), plan_marks(facts), both(goal_marks(facts))
    stem, chart = stem_of(b), plan_chart(facts)
    if size is None or chart is None or stem is None or "hand" not in plan or goal is None:
        return None
    drawer = spacers_of(facts)
    under = fewest_spacers(b.spacers_mm, drawer) or (b.spacers_mm,)
    own = on_own_bike(facts)
    if own is None:
        over = fewest_spacers(_floor_made(size.chart.spacer_limit_mm - b.spacers_mm, drawer), drawer) or ()
    else:
        # Its steerer is cut: whatever is not under the stem or its clamp has to stand above, or the cap presses on air.
        over = pieces_of(own.now.room_mm - stem.clamp_height_mm - b.spacers_mm)
    front = FrontEndDrawing(cover_mm(facts), under if b.spacers_mm else (), over, stem)
    place = b.place
    bar = bar_drawn(
        b.cockpit or plan_bar(facts), place.rotation_deg if place else 0.0, place.slope_deg if place else None
    )
    seat, held = plan.get("saddle", goal[0]), (goal_contact(facts), goal_crank_mm(facts))
    bike = bike_drawn(facts, chart.geometry(), front, seat, plan["hand"], bar, *held)
    saddle = saddle_option(facts)
    bike = replace(bike, nose_to_s_mm=saddle.nose_to_s_mm, rail_to_top_mm=saddle.fit.rail_to_top_mm)
    return Drawn(bike, False, size.label)


def _floor_made(height: float, spacers_mm: Sequence[float]) -> float:
    while height > 0 and fewest_spacers(height, spacers_mm) is None:
        height -= HALF_MM
    return max(0.0, height)


@dataclass(frozen=True, slots=True)
class Still:
    """What of a bike stands while its rider moves, as it is drawn, and how far it reaches: least x, y, greatest x, y."""

    shapes: list[Shape]
    reach: tuple[float, float, float, float]


def _still(drawn: Drawn) -> Still:
    items = DisplayList(still_items(drawn.bike))
    return Still(shapes(items.items), items.bounds())


@fact(by_value=False)
def still_now(facts: Facts) -> Still:
    """The present bike's: no edit of the goal draws it again."""
    return _still(drawn_now(facts))


@fact(by_value=False)
def still_plan(facts: Facts) -> Still | None:
    """The plan's, where there is one."""
    planned = drawn_plan(facts)
    return None if planned is None else _still(planned)


def picture_of(
    facts: Facts,
    drawn: Drawn,
    it: Sitting,
    still: Still | None = None,
    held: FrameSize | None = None,
    rides: _Rides | None = None,
) -> Picture:
    """The whole elevation for one bike: the rider sits at its own saddle and hand, or as said, once they are known."""
    bike = drawn.bike
    nobody = both(now_marks(facts)) is None and rides is None
    rides = None if nobody else rides or _Rides(pose_of(it, bike.saddle, bike.hand))
    pose, foot_mm = rides.pose if rides else None, it.foot.foot_mm
    far, still = crank_items(it.crank_mm, CRANK_DRAWN_DEG + 180, near=False), still or _still(drawn)
    if pose:
        far = [*leg_items(pose.far, foot_mm, near=False), *far]
    crank = crank_items(it.crank_mm, CRANK_DRAWN_DEG, near=True)
    near = trunk_items(pose, it.body) if pose else []
    leg = leg_items(pose.near, foot_mm, near=True) if pose else []
    arms = arm_items(pose) if pose else []
    outline = frame_outline(held.chart.geometry()) if held is not None and pose else []
    return Picture(
        far=shapes(far),
        bike=still.shapes,
        crank=shapes(crank),
        held=shapes(outline),
        near=shapes(near),
        leg=shapes(leg),
        arms=shapes(arms),
        ghost=shapes(ghost_items(rides.ghost)) if rides and rides.ghost else [],
        joints=shapes(joint_items(pose)) if pose else [],
        bounds=_around(still.reach, DisplayList([*crank, *near, *leg, *arms, *outline]).bounds()),
        crank_mm=it.crank_mm,
        sketch=drawn.sketch or nobody,
        label="not measured" if nobody else drawn.label,
    )


def _around(a: tuple[float, float, float, float], b: tuple[float, float, float, float]) -> list[float]:
    return [min(a[0], b[0]), min(a[1], b[1]), max(a[2], b[2]), max(a[3], b[3])]


def turned(it: Sitting, marks: Marks, crank_deg: float) -> CranksTurned | None:
    """What turns with the cranks at one crank angle, where saddle and hand are known."""
    pair = both(marks)
    if pair is None:
        return None
    pose = pose_of(it, *pair, crank_deg)
    near = it.leg("right")
    turn = Turn.of(pose.near.hip, near.body, near.foot, it.crank_mm, it.seated.foot_turned_deg)
    foot = it.foot.foot_mm
    far = [*leg_items(pose.far, foot, near=False), *crank_items(it.crank_mm, crank_deg + 180, near=False)]
    return CranksTurned(
        crank_deg=crank_deg,
        knee_deg=turn.knee_deg(crank_deg),
        hip_deg=turn.hip_deg(crank_deg, radians(pose.trunk_deg)),
        pedal=Point(x_mm=pose.near.pedal.x_mm, y_mm=pose.near.pedal.y_mm),
        far=shapes(far),
        crank=shapes(crank_items(it.crank_mm, crank_deg, near=True)),
        leg=shapes(leg_items(pose.near, foot, near=True)),
        joints=shapes(joint_items(pose)),
    )


def turned_goal(facts: Facts, crank_deg: float) -> CranksTurned | None:
    """The rider at the goal, the cranks turned."""
    return turned(sits_then(facts), goal_marks(facts), crank_deg)


def turned_plan(facts: Facts, crank_deg: float) -> CranksTurned | None:
    """The rider on the plan, at the goal until there is one."""
    planned = plan_marks(facts)
    return turned(sits_then(facts), planned if both(planned) else goal_marks(facts), crank_deg)


@dataclass(frozen=True, slots=True)
class _Rides:
    """The rider to draw, and the one that the other school would seat."""

    pose: Pose
    ghost: Pose | None = None


@fact(by_value=False)
def picture_goal(facts: Facts) -> Picture:
    """The rider at the goal over the present bike, and how the school not chosen would seat them."""
    goal, taken, it = both(goal_marks(facts)), walked(facts), sits_then(facts)
    if goal is None or taken is None:
        return picture_now(facts)
    if is_guess(facts):
        return picture_of(facts, drawn_about(facts, *goal), it, rides=_Rides(pose_of(it, *goal)))
    ghost = other_end(facts)
    seen = None
    if ghost is not None:
        parts = it.body, ghost.foot, ghost.crank_mm, CRANK_DRAWN_DEG, ghost.pad, ghost.seated
        seen = pose_at(ghost.saddle, ghost.hand, *parts)
    return picture_of(facts, drawn_now(facts), it, still_now(facts), rides=_Rides(pose_of(it, *goal), seen))


@fact(by_value=False)
def picture_now(facts: Facts) -> Picture:
    """The rider on the present bike."""
    return picture_of(facts, drawn_now(facts), sits_now(facts), still_now(facts))


@fact(by_value=False)
def picture_plan(facts: Facts) -> Picture:
    """The rider on the bike of the plan, on the present one until there is a plan."""
    return _picture_planned(facts)


@fact(by_value=False)
def picture_beside(facts: Facts) -> Picture:
    """The same with the held size drawn beside the chosen one."""
    return _picture_planned(facts, facts.part(FrameState).held)


def _picture_planned(facts: Facts, held: FrameSize | None = None) -> Picture:
    planned = drawn_plan(facts)
    if planned is None:
        return (
            picture_goal(facts)
            if is_guess(facts)
            else picture_of(facts, drawn_now(facts), sits_now(facts), still_now(facts), held)
        )
    it, bike = sits_then(facts), planned.bike
    return picture_of(facts, planned, it, still_plan(facts), held, _Rides(pose_of(it, bike.saddle, bike.hand)))
