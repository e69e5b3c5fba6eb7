"""The frame that would be made to measure for a file's goal: by rules for the rider, and as the fitter set it."""

from __future__ import annotations

from waymark.core.frame.clearance import STAND_AHEAD_OF_NOSE_MM
from waymark.core.frame.made import MadeFor, MadeFrame, made_to_measure
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.facts import goal_for, saddle_option
from waymark.rooms.plan.question import looked_at, rider_centre
from waymark.rooms.plan.standing import gates, nose_x_mm
from waymark.rooms.plan.state import FrameState
from waymark.rooms.posts.goal import discipline, goal_crank_mm


@fact
def made_for(facts: Facts) -> MadeFor | None:
    """Whom and what it is made for; ``None`` while saddle or hand is unknown."""
    goal, house, use, profile = goal_for(facts), facts.house, discipline(facts), facts.profile
    if goal is None:
        return None
    charts = sorted((s.chart for _, s in looked_at(facts)), key=lambda c: c.head_angle_deg)
    middle = charts[len(charts) // 2] if charts else None
    centre, asked = rider_centre(facts), gates(facts)
    inseam = asked.inseam_in_shoes_mm
    return MadeFor(
        clamp=goal.clamp,
        saddle=goal.saddle,
        fit=saddle_option(facts).fit,
        kind=use,
        stems=house.stem_windows[use],
        trail_window_mm=house.trail_windows[use],
        head_angle_deg=middle.head_angle_deg if middle else house.usual_head_deg,
        wheel_radius_mm=middle.wheel_radius_mm if middle else house.usual_wheel_radius_mm,
        crank_mm=goal_crank_mm(facts),
        foot_mm=None if profile.mm("height") is None and profile.mm("foot") is None else profile.body().foot_mm,
        centre_x_mm=None if centre is None else centre.x_mm,
        stands_mm=None if inseam is None else inseam - asked.standover_room_mm,
        stand_x_mm=nose_x_mm(facts) + STAND_AHEAD_OF_NOSE_MM,
    )


@fact
def made(facts: Facts) -> MadeFrame | None:
    """The frame; ``None`` while saddle or hand is unknown. Raises ``GeometryError`` where none can be made."""
    it = made_for(facts)
    return (
        None
        if it is None
        else made_to_measure(it, {str(name): value for name, value in facts.part(FrameState).made.items()})
    )
