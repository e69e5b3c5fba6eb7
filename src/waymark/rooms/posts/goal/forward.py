"""How far forward the rails and the post of the measured bike let the saddle go that a step takes to pads."""

from __future__ import annotations

from waymark.core.goal import AeroStep, Link
from waymark.core.say import Angle, Said, bare, say
from waymark.core.seat import Rails, most_forward_deg, slide_for_mm
from waymark.core.translate import LOWER_A_DEG_MM
from waymark.rooms.files import Facts
from waymark.rooms.posts.measure import MeasureState, context, read_value


def forward_words(facts: Facts, link: Link) -> list[Said]:
    """What the step asks of the rails, what they have left, how far that reaches, and what a straight post would give."""
    step, measure = link.step, facts.part(MeasureState)
    if not isinstance(step, AeroStep) or link.trouble is not None:
        return []
    if measure.saddle is None:
        return [say("how far the rails let the saddle go is not known: take it from the shelf in Measure")]
    clamped, setback = read_value(measure, "rails_ahead"), read_value(measure, "post_setback")
    left = measure.saddle.rail_room_mm - (clamped or 0.0)
    rails = Rails(context(facts).saddle.seat_angle_deg, read_value(measure, "tilt") or 0.0, max(0.0, left))
    asked = slide_for_mm(link.after.saddle - link.before.saddle, rails)
    lower = LOWER_A_DEG_MM if step.ask.foot == "fixed" else 0.0
    where = say("their middle taken") if clamped is None else say("as read")
    needs = say(
        "the saddle asks {asked} more of the rails, which have {left} left, {where}",
        asked=bare(asked),
        left=bare(rails.left_mm),
        where=where,
    )
    if asked <= rails.left_mm:
        return [needs]
    most = Angle(most_forward_deg(link.before.saddle, rails, lower), tenths=True)
    if setback is None:
        unread = say("a post of less setback gives more: read what is printed on this one")
        return [say("{needs}: {most} forward at most on this post", needs=needs, most=most), unread]
    if setback <= 0:
        return [say("{needs}: {most} forward at most on this post", needs=needs, most=most)]
    straight = Angle(most_forward_deg(link.before.saddle, rails, lower, setback), tenths=True)
    return [
        say(
            "{needs}: {most} forward at most on this post, {straight} on one without its {setback} of setback",
            needs=needs,
            most=most,
            straight=straight,
            setback=bare(setback),
        )
    ]
