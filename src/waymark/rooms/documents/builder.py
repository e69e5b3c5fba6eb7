"""The frame drawing for a made-to-measure builder, from a fit file's goal; a builder reads mm."""

from __future__ import annotations

from waymark.core.drawing.frame_sheet import FrameSheet, frame_page
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.frame.made_words import consequences
from waymark.core.say import Angle, Count, Words, bare, exactly, say, term
from waymark.rooms.files import Look
from waymark.rooms.plan import goal_for, made, made_for
from waymark.rooms.posts.goal import discipline
from waymark.rooms.telling import READER


def drawing_for(look: Look) -> DisplayList:
    """The page for this file's goal; raises ``InputError`` while saddle or hand is unknown."""
    facts = look.facts
    goal, use = goal_for(facts), discipline(facts)
    frame, whom = made(facts), made_for(facts)
    if goal is None or frame is None or whom is None:
        raise InputError(
            "There is no goal to draw a frame for: saddle and hand are still to be measured.", field="measure"
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
            "Front end: cover {cover}, {pile} of spacers, stem {length} at {angle}; post with {setback} of setback, "
            "{showing} showing, rails in the middle.",
            cover=exactly(frame.geometry.cover_mm),
            pile=exactly(frame.spacers_mm),
            length=exactly(frame.stem.length_mm),
            angle=Angle(frame.stem.angle_deg, signed=True),
            setback=exactly(frame.setback_mm),
            showing=exactly(frame.post_showing_mm),
        ),
        say("Lengths in mm. Front centre and fork are straight distances; angles from level ground."),
        *(says for says, _ in consequences(whom, frame)[1:]),
        say("Fork and BB drop are usual for the use: agree them with the builder."),
    )
    under = say(
        "For {name}, {use}. Change {head} of the fit file.",
        name=Words(look.rider.name),
        use=term(use),
        head=Count(look.fit.head),
    )
    return frame_page(FrameSheet(say("Frame, made to measure"), under, frame.geometry, notes, READER.get().translate))
