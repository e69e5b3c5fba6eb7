"""The bike of the plan and the rider on any bike, as display lists."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from waymark.core.body import SEATED, FootFit, Pose, Seated, Segments, pose_at, segments
from waymark.core.cockpit.spacers import fewest_spacers
from waymark.core.contact import Contact
from waymark.core.drawing.bike import bike_items, frame_outline
from waymark.core.drawing.model import FrontEndDrawing
from waymark.core.drawing.primitives import DisplayList
from waymark.core.drawing.rider import ghost_items, joint_items, leg_items, near_items
from waymark.core.marks import Mark
from waymark.rooms.files import Facts, Picture, both, fact, shapes
from waymark.rooms.plan.facts import chosen, cover_mm, plan_bar, plan_marks, saddle_option, stem_of
from waymark.rooms.plan.state import BuildState, FrameState
from waymark.rooms.plan.taking import spacers_of
from waymark.rooms.plan.this_bike import on_own_bike, pieces_of
from waymark.rooms.posts.goal import (
    goal_contact,
    goal_crank_mm,
    goal_foot,
    goal_marks,
    is_guess,
    other_end,
    present_body,
    walked,
)
from waymark.rooms.posts.measure import (
    Drawn,
    bar_drawn,
    bike_drawn,
    context,
    drawn_about,
    drawn_now,
    now_marks,
)
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
    return segments(facts.profile.body(width))


@fact
def present_foot(facts: Facts) -> FootFit:
    """The foot on the present pedal."""
    return FootFit(facts.profile.body().foot_mm, context(facts).foot_stack_mm)


@dataclass(frozen=True, slots=True)
class Sitting:
    """How a rider meets a bike beside the marks: body, foot, crank, what the hand is on, and how the pelvis is turned."""

    body: Segments
    foot: FootFit
    crank_mm: float
    contact: Contact
    seated: Seated


@fact
def sits_now(facts: Facts) -> Sitting:
    """On the present bike."""
    lean = context(facts)
    return Sitting(segments(present_body(facts)), present_foot(facts), lean.saddle.crank_mm, lean.contact, SEATED)


@fact
def sits_then(facts: Facts) -> Sitting:
    """At the goal, and on what is planned for it."""
    taken = walked(facts)
    seated = taken.end.seated if taken else SEATED
    return Sitting(body(facts), goal_foot(facts), goal_crank_mm(facts), goal_contact(facts), seated)


def pose_of(it: Sitting, saddle: Mark, hand: Mark) -> Pose:
    """The rider at these marks, near crank a little past level."""
    there, pad = it.contact.hand_at(hand), it.contact.pad_at(hand)
    return pose_at(saddle, there, it.body, it.foot, it.crank_mm, CRANK_DRAWN_DEG, pad, it.seated)


@fact(by_value=False)
def drawn_plan(facts: Facts) -> Drawn | None:
    """The chosen size with the plan's parts; the seat at the goal until the plan has one."""
    b, size, plan, goal = facts.part(BuildState), chosen(facts), plan_marks(facts), both(goal_marks(facts))
    stem = stem_of(b)
    if size is None or stem is None or "hand" not in plan or goal is None:
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
    bike = bike_drawn(facts, size.chart.geometry(), front, seat, plan["hand"], bar, *held)
    saddle = saddle_option(facts)
    bike = replace(bike, nose_to_s_mm=saddle.nose_to_s_mm, rail_to_top_mm=saddle.fit.rail_to_top_mm)
    return Drawn(bike, False, size.label)


def _floor_made(height: float, spacers_mm: Sequence[float]) -> float:
    while height > 0 and fewest_spacers(height, spacers_mm) is None:
        height -= HALF_MM
    return max(0.0, height)


def picture_of(
    facts: Facts, drawn: Drawn, it: Sitting, held: FrameSize | None = None, rides: _Rides | None = None
) -> Picture:
    """The whole elevation for one bike: the rider sits at its own saddle and hand, or as said, once they are known."""
    bike = drawn.bike
    items = bike_items(bike)
    if both(now_marks(facts)) is None and rides is None:
        return Picture(
            far=[],
            bike=shapes(items),
            near=[],
            joints=[],
            held=[],
            ghost=[],
            bounds=list(DisplayList(items).bounds()),
            sketch=True,
            label="not measured",
        )
    rides = rides or _Rides(pose_of(it, bike.saddle, bike.hand))
    pose, foot_mm = rides.pose, it.foot.foot_mm
    near = near_items(pose, replace(it.body, foot_mm=foot_mm))
    everything = DisplayList([*items, *near])
    outline = frame_outline(held.chart.geometry()) if held is not None else []
    everything.extend(outline)
    return Picture(
        far=shapes(leg_items(pose.far, foot_mm, near=False)),
        bike=shapes(items),
        near=shapes(near),
        joints=shapes(joint_items(pose)),
        held=shapes(outline),
        ghost=shapes(ghost_items(rides.ghost)) if rides.ghost else [],
        bounds=list(everything.bounds()),
        sketch=drawn.sketch,
        label=drawn.label,
    )


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
    return picture_of(facts, drawn_now(facts), it, rides=_Rides(pose_of(it, *goal), seen))


@fact(by_value=False)
def picture_now(facts: Facts) -> Picture:
    """The rider on the present bike."""
    return picture_of(facts, drawn_now(facts), sits_now(facts))


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
        return picture_goal(facts) if is_guess(facts) else picture_of(facts, drawn_now(facts), sits_now(facts), held)
    it, bike = sits_then(facts), planned.bike
    return picture_of(facts, planned, it, held, _Rides(pose_of(it, bike.saddle, bike.hand)))
