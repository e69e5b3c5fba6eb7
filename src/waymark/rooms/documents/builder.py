"""The frame drawing for a made-to-measure builder, from a fit file's goal; a builder reads mm."""

from __future__ import annotations

from waymark.core.drawing.frame_sheet import FrameSheet, frame_page
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.frame.made import made_to_measure
from waymark.core.say import Count, Words, bare, exactly, say, term
from waymark.rooms.files import Look
from waymark.rooms.plan import goal_for, looked_at
from waymark.rooms.posts.goal import discipline
from waymark.rooms.posts.measure import saddle_fit
from waymark.rooms.telling import READER


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
        say(
            "Drawn for a saddle mark {behind} behind and {up} above the BB, hands {ahead} ahead and {above} above.",
            behind=bare(-s.x_mm),
            up=bare(s.y_mm),
            ahead=bare(h.x_mm),
            above=bare(h.y_mm),
        ),
        say(
            "Front end: cover {cover}, {pile} of spacers, stem {length} at −6°; post {showing} "
            "showing, rails in the middle.",
            cover=exactly(made.geometry.cover_mm),
            pile=exactly(made.spacers_mm),
            length=exactly(length),
            showing=exactly(made.post_showing_mm),
        ),
        say("Lengths in mm. Front centre and fork are straight distances; angles from level ground."),
        say("Fork, stays and BB drop are usual for the use: agree them with the builder."),
        say("Toe room and standover are to be checked on the drawing."),
    )
    under = say(
        "For {name}, {use}. Change {head} of the fit file.",
        name=Words(look.rider.name),
        use=term(use),
        head=Count(look.fit.head),
    )
    return frame_page(FrameSheet(say("Frame, made to measure"), under, made.geometry, notes, READER.get().translate))
