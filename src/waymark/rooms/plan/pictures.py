"""The bike of the plan and the rider on any bike, as display lists."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from waymark.core.body import FootFit, Pose, Segments, pose_at, segments
from waymark.core.cockpit.spacers import fewest_spacers
from waymark.core.drawing.bike import bike_items, frame_outline
from waymark.core.drawing.model import FrontEndDrawing
from waymark.core.drawing.primitives import DisplayList
from waymark.core.drawing.rider import joint_items, leg_items, near_items
from waymark.core.marks import Mark
from waymark.rooms.files import Facts, Picture, both, fact, shapes
from waymark.rooms.plan.facts import chosen, cover_mm, plan_bar, plan_marks, stem_of
from waymark.rooms.plan.state import BuildState, FrameState
from waymark.rooms.plan.taking import spacers_of
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import (
    Drawn,
    MeasureState,
    bar_drawn,
    bike_drawn,
    context,
    drawn_now,
    now_marks,
    read_value,
)
from waymark.rooms.shelves import DropBarPart, FlatBarPart, FrameSize

CRANK_DRAWN_DEG = 100.0
HALF_MM = 0.5


@fact
def body(facts: Facts) -> Segments:
    """The rider's segments with the hands, or the elbows on their pads, as wide as the bar puts them."""
    bar, measure = plan_bar(facts), facts.part(MeasureState)
    width = facts.part(BuildState).cockpit_width_mm
    if measure.handlebar() == "aero":
        width = read_value(measure, "pad_width")
    elif width is None and isinstance(bar, DropBarPart):
        width = bar.width_mm
    elif isinstance(bar, FlatBarPart):
        width = bar.width_mm - 2 * bar.hand_inset_mm
    return segments(facts.profile.body(width))


@fact
def foot(facts: Facts) -> FootFit:
    """The foot on the pedal."""
    return FootFit(facts.profile.body().foot_mm, context(facts).foot_stack_mm)


def pose_of(facts: Facts, saddle: Mark, hand: Mark) -> Pose:
    """The rider at these marks, near crank a little past level."""
    lean = context(facts)
    crank = lean.saddle.crank_mm
    there, pad = lean.contact.hand_at(hand), lean.contact.pad_at(hand)
    return pose_at(saddle, there, body(facts), foot(facts), crank, CRANK_DRAWN_DEG, pad)


@fact(by_value=False)
def drawn_plan(facts: Facts) -> Drawn | None:
    """The chosen size with the plan's parts; the seat at the goal until the plan has one."""
    b, size, plan, goal = facts.part(BuildState), chosen(facts), plan_marks(facts), both(goal_marks(facts))
    stem = stem_of(b)
    if size is None or stem is None or "hand" not in plan or goal is None:
        return None
    drawer = spacers_of(facts)
    under = fewest_spacers(b.spacers_mm, drawer) or (b.spacers_mm,)
    over = fewest_spacers(_floor_made(size.chart.spacer_limit_mm - b.spacers_mm, drawer), drawer) or ()
    front = FrontEndDrawing(cover_mm(facts), under if b.spacers_mm else (), over, stem)
    place = b.place
    bar = bar_drawn(
        b.cockpit or plan_bar(facts), place.rotation_deg if place else 0.0, place.slope_deg if place else None
    )
    bike = bike_drawn(facts, size.chart.geometry(), front, plan.get("saddle", goal[0]), plan["hand"], bar)
    return Drawn(bike, False, size.label)


def _floor_made(height: float, spacers_mm: Sequence[float]) -> float:
    while height > 0 and fewest_spacers(height, spacers_mm) is None:
        height -= HALF_MM
    return max(0.0, height)


def picture_of(facts: Facts, drawn: Drawn, held: FrameSize | None = None) -> Picture:
    """The whole elevation for one bike: the rider sits at its own saddle and hand, once they are known."""
    bike = drawn.bike
    items = bike_items(bike)
    if both(now_marks(facts)) is None:
        return Picture(
            far=[],
            bike=shapes(items),
            near=[],
            joints=[],
            held=[],
            bounds=list(DisplayList(items).bounds()),
            sketch=True,
            label="not measured",
        )
    pose, foot_mm = pose_of(facts, bike.saddle, bike.hand), foot(facts).foot_mm
    near = near_items(pose, replace(body(facts), foot_mm=foot_mm))
    everything = DisplayList([*items, *near])
    outline = frame_outline(held.chart.geometry()) if held is not None else []
    everything.extend(outline)
    return Picture(
        far=shapes(leg_items(pose.far, foot_mm, near=False)),
        bike=shapes(items),
        near=shapes(near),
        joints=shapes(joint_items(pose)),
        held=shapes(outline),
        bounds=list(everything.bounds()),
        sketch=drawn.sketch,
        label=drawn.label,
    )


@fact(by_value=False)
def picture_now(facts: Facts) -> Picture:
    """The rider on the present bike."""
    return picture_of(facts, drawn_now(facts))


@fact(by_value=False)
def picture_plan(facts: Facts) -> Picture:
    """The rider on the bike of the plan, on the present one until there is a plan."""
    return picture_of(facts, drawn_plan(facts) or drawn_now(facts))


@fact(by_value=False)
def picture_beside(facts: Facts) -> Picture:
    """The same with the held size drawn beside the chosen one."""
    return picture_of(facts, drawn_plan(facts) or drawn_now(facts), facts.part(FrameState).held)
