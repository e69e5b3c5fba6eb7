"""The frame drawing for a made-to-measure builder, from a fit file's goal."""

from __future__ import annotations

from waymark.core.drawing.frame_sheet import FrameSheet, frame_page
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.frame.made import made_to_measure
from waymark.rooms.files import Look
from waymark.rooms.plan import goal_for, looked_at
from waymark.rooms.posts.goal import discipline
from waymark.rooms.posts.measure import saddle_fit


def drawing_for(look: Look) -> DisplayList:
    """The page for this file's goal; raises ``InputError`` while saddle or hand is unknown."""
    facts = look.facts
    goal, house, use = goal_for(facts), facts.house, discipline(facts)
    if goal is None:
        raise InputError(
            "There is no goal to draw a frame for: saddle and hand are still to be measured.", field="measure"
        )
    charts = sorted((s.chart for _, s in looked_at(facts)), key=lambda c: c.head_angle_deg)
    middle = charts[len(charts) // 2] if charts else None
    window = house.stem_windows[use]
    length = round((window.best_least_mm + window.best_greatest_mm) / 20) * 10
    made = made_to_measure(
        goal.clamp,
        goal.saddle,
        saddle_fit(facts),
        use,
        middle.head_angle_deg if middle else house.usual_head_deg,
        length,
        middle.wheel_radius_mm if middle else house.usual_wheel_radius_mm,
    )
    s, h = goal.saddle, goal.hand
    notes = (
        f"Drawn for a saddle mark {-s.x_mm:.0f} behind and {s.y_mm:.0f} above the BB, "
        f"hands {h.x_mm:.0f} ahead and {h.y_mm:.0f} above.",
        f"Front end: cover {made.geometry.cover_mm:g}, {made.spacers_mm:g} of spacers, stem {length:g} at −6°; "
        f"post {made.post_showing_mm:g} showing, rails in the middle.",
        "Lengths in mm. Front centre and fork are straight distances; angles from level ground.",
        "Fork, stays and BB drop are usual for the use: agree them with the builder.",
        "Toe room and standover are to be checked on the drawing.",
    )
    under = f"For {look.rider.name}, {use}. Change {look.fit.head} of the fit file."
    return frame_page(FrameSheet("Frame, made to measure", under, made.geometry, notes))
