"""Gathering what goes home with the rider."""

from __future__ import annotations

from datetime import date, datetime

from waymark.core.drawing.handout_page import Handout, Part, handout_pages
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.goal.steps import title_of
from waymark.core.handout import AFTER_FIRST, ONE_AT_A_TIME, STOP, Carried, moved_words, watch_words, write_code
from waymark.core.marks import Mark
from waymark.core.say import Said, Words, exactly, say
from waymark.rooms.documents.days import day_words
from waymark.rooms.documents.qr import squares
from waymark.rooms.files import Facts, Look, both
from waymark.rooms.plan import chosen, drawn_plan, nose_to_s_mm, plan_contact, plan_marks
from waymark.rooms.posts.goal import discipline, goal_contact, goal_marks, walked
from waymark.rooms.posts.measure import drawn_now, now_marks
from waymark.rooms.posts.ride import RideState
from waymark.rooms.posts.setup import built_marks
from waymark.rooms.telling import READER

MOST_WHY = 5


def handout_for(look: Look, today: datetime) -> list[DisplayList]:
    """The pages of the newest change; raises ``InputError`` while no position is known."""
    facts, read = look.facts, READER.get().tell
    marks, code = position_of(facts)
    size, planned, old = chosen(facts), drawn_plan(facts), drawn_now(facts)
    drawn = planned or old
    before = both(now_marks(facts))
    saddle, hand = say("Saddle"), say("Grips") if goal_contact(facts).kind == "grip" else say("Hands")
    by = (None, None) if before is None else (marks[0] - before[0], marks[1] - before[1])
    told = [what if move is None else moved_words(what, move) for what, move in ((saddle, by[0]), (hand, by[1]))]
    day = day_words(today)
    under = say("Your position, {date}.", date=day)
    if size is not None and planned is not None:
        under = say("Your position on the {bike}, {date}.", bike=Words(size.label), date=day)
    if both(built_marks(facts)) is None:
        under = say("{page} As planned: not measured on the bike yet.", page=under)
    line = write_code(code)
    return handout_pages(
        Handout(
            rider=look.rider.name,
            under=read(under),
            bike=drawn.bike,
            marks=marks,
            before=None if before is None or old.sketch else (old.bike, *before),
            labels=(read(told[0]), read(told[1])),
            legend=(read(say("before")), read(say("now"))),
            parts=tuple(
                Part(read(heading), tuple(read(x) for x in lines))
                for heading, lines in (
                    (say("What was changed"), [*(told if before else ()), *_feet(facts)]),
                    (say("Why"), _why(facts)),
                    (say("Watch for"), [*watch_words(by[0], by[1], _crank_by(facts)), STOP]),
                    (say("What next"), [ONE_AT_A_TIME, AFTER_FIRST, *_next(facts, today.date())]),
                )
            ),
            code=line,
            code_says=read(
                say(
                    "The position itself, for any Waymark or anybody with a tape: S the saddle, H the hand, each "
                    "forward and up from the middle of the cranks in mm. Keep this page."
                )
            ),
            squares=squares(line),
        )
    )


def position_of(facts: Facts) -> tuple[tuple[Mark, Mark], Carried]:
    """What the rider rides now, as far as it is known: as built, else as planned, as the goal, as measured."""
    planned = both(plan_marks(facts))
    for marks, of_plan in (
        (both(built_marks(facts)), planned is not None),
        (planned, True),
        (both(goal_marks(facts)), False),
        (both(now_marks(facts)), False),
    ):
        if marks is None:
            continue
        contact = plan_contact(facts) if of_plan else goal_contact(facts)
        foot = plan_marks(facts).get("foot") or goal_marks(facts).get("foot")
        on = "pad" if contact.on_pads else "grip" if contact.kind == "grip" else "hood"
        return marks, Carried(
            saddle=marks[0],
            hand=marks[1],
            on=on,  # type: ignore[arg-type]
            use=discipline(facts),
            clamp=marks[1] - contact.off,
            extension=contact.hand_at(marks[1]) if contact.on_pads else None,
            nose_mm=nose_to_s_mm(facts),
            crank_mm=foot.x_mm if foot else None,
            foot_stack_mm=foot.y_mm if foot else None,
        )
    raise InputError(
        "There is no position yet: saddle and hand are still to be measured.",
        field="measure",
        allowed="two statements for the saddle, two for the hand",
    )


def _crank_by(facts: Facts) -> float:
    """How much longer the cranks are than the present ones, where those were read."""
    now, plan = now_marks(facts).get("foot"), plan_marks(facts).get("foot")
    return 0.0 if now is None or plan is None else plan.x_mm - now.x_mm


def _feet(facts: Facts) -> list[Said]:
    now, plan = now_marks(facts).get("foot"), plan_marks(facts).get("foot")
    if now is None or plan is None or now.x_mm == plan.x_mm:
        return []
    return [say("Cranks: {then} in place of {now}.", then=exactly(plan.x_mm), now=exactly(now.x_mm))]


def _why(facts: Facts) -> list[Said]:
    """The goal's steps that are taken, as they are titled, with the words kept to them."""
    taken = walked(facts)
    if taken is None:
        return []
    return [say("{step}.", step=title_of(x.step, x.before)) for x in taken.links if not x.parked][:MOST_WHY]


def _next(facts: Facts, today: date) -> list[Said]:
    """The next date that is due."""
    # A part that is awaited is the workshop's date, not the rider's.
    due = [d for d in facts.part(RideState).due if not d.done and d.kind != "part" and d.on >= today.isoformat()]
    coming = sorted((d.on, d.asks) for d in due)
    if not coming:
        return []
    day = day_words(date.fromisoformat(coming[0][0]))
    if coming[0][1]:
        return [say("Next: {day}. {what}", day=day, what=Words(coming[0][1]))]
    return [say("Next: {day}.", day=day)]
