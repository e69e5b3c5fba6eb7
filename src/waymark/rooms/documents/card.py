"""Gathering what the workshop card of a fit file says."""

from __future__ import annotations

from datetime import datetime

from waymark.core.drawing.card import CardContent, CardRow, card_pages
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import Angle, Count, Length, Reader, Said, Words, exactly, say, words
from waymark.core.setup import SetupFacts, Step, steps_for
from waymark.rooms.documents.as_it_stands import as_read, bar_stands
from waymark.rooms.documents.days import day_words
from waymark.rooms.files import MARKS, Facts, Look, both
from waymark.rooms.plan import (
    BuildState,
    cautions_of,
    chosen,
    control_lines,
    controls_differ,
    cover_mm,
    cut_off_mm,
    drawn_plan,
    nose_to_s_mm,
    own_seat_move,
    plan_bar,
    plan_contact,
    plan_marks,
    plan_warnings,
    stood,
)
from waymark.rooms.posts.goal import goal_crank_mm, goal_foot, goal_marks
from waymark.rooms.posts.measure import MeasureState, context, label_of, now_marks
from waymark.rooms.posts.setup import should_be
from waymark.rooms.telling import READER


def card_for(look: Look, today: datetime) -> list[DisplayList]:
    """The card's pages of the newest change; raises ``InputError`` while nothing is planned."""
    facts = look.facts
    drawn, plan, size = drawn_plan(facts), both(plan_marks(facts)), chosen(facts)
    if drawn is None or size is None or plan is None:
        raise InputError(
            "There is no card yet: choose a frame and its build first.",
            field="build",
            allowed="a frame that carries the goal, with stem, spacers and post",
        )
    front = drawn.bike.front
    now, goal, planned = now_marks(facts), goal_marks(facts), plan_marks(facts)
    rows = tuple(
        CardRow(
            label_of(facts, mark),
            now.get(mark),
            goal.get(mark),
            planned.get(mark),
            _within(*facts.house.tolerance(mark)),
        )
        for mark in MARKS
    )
    reader = READER.get()
    return card_pages(
        CardContent(
            rider=look.rider.name,
            bike=size.label,
            under=_under(look.fit.head, day_words(today), reader),
            rows=rows,
            steps=tuple(_steps(facts, front.under_mm, front.over_mm)),
            cautions=tuple(cautions_of(facts)),
            parts=tuple(_parts(facts)),
            drawing=drawn.bike,
            saddle=plan[0],
            hand=plan[1],
            warnings=tuple(plan_warnings(facts)),
            controls=tuple(
                (x.name, x.how, x.left or say("as it was"), x.right or say("as it was"))
                for x in control_lines(facts)
                if x.left or x.right
            ),
            controls_note=controls_differ(facts),
            reader=reader,
        )
    )


def _steps(facts: Facts, under: tuple[float, ...], over: tuple[float, ...]) -> list[Step]:
    b, size = facts.part(BuildState), chosen(facts)
    stem, plan, lean = b.stem, both(plan_marks(facts)), context(facts)
    if size is None or stem is None or plan is None:
        return []
    foot = plan_marks(facts).get("foot") or Mark(goal_crank_mm(facts), goal_foot(facts).stack_mm)
    move = own_seat_move(facts)
    post_from_bb = None if b.post_exposed_mm is None else size.chart.seat_tube_mm + b.post_exposed_mm
    return steps_for(
        SetupFacts(
            post_from_bb_mm=post_from_bb,
            post_showing_mm=b.post_exposed_mm,
            post_name=b.post.name if b.post else "",
            slide_mm=b.slide_mm,
            nose_behind_bb_mm=-plan[0].x_mm - nose_to_s_mm(facts),
            under_mm=under,
            over_mm=over,
            cover_mm=cover_mm(facts),
            stem_length_mm=stem.length_mm,
            stem_stands_deg=-stem.angle_deg if b.turned_over else stem.angle_deg,
            stem_turned=b.turned_over,
            contact=plan_contact(facts),
            foot_stack_mm=foot.y_mm,
            crank_mm=foot.x_mm,
            old_crank_mm=lean.saddle.crank_mm,
            old_foot_stack_mm=lean.foot_stack_mm,
            cleat_aft_by_mm=goal_foot(facts).cleat_aft_mm,
            foot_out_mm=round(stood(facts).by_cleat_mm, 1),
            heels_in_by_deg=goal_foot(facts).heels_in_by_deg,
            bar_stands=bar_stands(facts),
            as_read=as_read(facts),
            own_post_by_mm=move.post_mm if move else None,
            own_slide_by_mm=move.slide_mm if move else None,
            other_saddle=b.saddle.name if b.saddle else "",
            tape_to_hand_mm=_tape_to_hand(facts),
        )
    )


def _tape_to_hand(facts: Facts) -> float | None:
    """What the tape should read from the saddle to the hand itself; nothing where this house tapes to the middle."""
    if facts.part(MeasureState).tape == "middle":
        return None
    return should_be(facts).get("s_pad.right" if plan_contact(facts).on_pads else "s_hand.right")


def _within(x_mm: float, y_mm: float) -> Said:
    return say("±{x}, {y}", x=exactly(x_mm), y=exactly(y_mm))


def _under(change: int, date: Said, reader: Reader) -> Said:
    """What the card is, its change and day, and in which unit it is to be read."""
    head = say("Workshop card, change {number}, {date}.", number=Count(change), date=date)
    if reader.unit == "in":
        return say("{card} Inches, parts in mm; fore and up from the BB.", card=head)
    return say("{card} All lengths in mm; fore and up from the BB.", card=head)


def _bar_named(facts: Facts) -> Said:
    b, bar = facts.part(BuildState), plan_bar(facts)
    if b.cockpit is not None:
        return say("{name}, {width} wide", name=Words(b.cockpit.name), width=exactly(b.cockpit_width_mm or 0.0))
    if bar is not None and b.cut_to_mm is not None:
        off = exactly(cut_off_mm(facts))
        return say(
            "{name}, cut to {width}: {off} off each end", name=Words(bar.name), width=exactly(b.cut_to_mm), off=off
        )
    return words(bar.name) if bar else say("as on the old bike")


def _parts(facts: Facts) -> list[Said]:
    m, b, size = facts.part(MeasureState), facts.part(BuildState), chosen(facts)
    parts = [say("Frame: {name}", name=Words(size.label))] if size else []
    parts += [say("Stem: {name}", name=Words(b.stem.name))] if b.stem else []
    parts.append(say("Spacers below: {pile}", pile=Length(b.spacers_mm, exact=True)))
    parts += [say("Post: {name}", name=Words(b.post.name))] if b.post else []
    parts.append(say("Bar: {name}", name=_bar_named(facts)))
    saddle = b.saddle or m.saddle
    named = words(saddle.name) if saddle else say("as on the old bike")
    set_out = [say("Controls: on the second page")] if any(x.left or x.right for x in control_lines(facts)) else []
    return [*parts, *set_out, say("Saddle: {name}", name=named), *_feet(facts)]


def _feet(facts: Facts) -> list[Said]:
    """Cranks, pedals, cleats, shoes, wheels and tyres that are not as on the old bike."""
    lean, crank, foot, b = context(facts), goal_crank_mm(facts), goal_foot(facts), facts.part(BuildState)
    said = []
    if b.crank is not None:
        said.append(say("Cranks: {name}", name=Words(b.crank.name)))
    elif crank != lean.saddle.crank_mm:
        new, old = exactly(crank), exactly(lean.saddle.crank_mm)
        said.append(say("Cranks: {new}, in place of {old}", new=new, old=old))
    if foot.cleat_aft_mm:
        by = exactly(abs(foot.cleat_aft_mm))
        aft = foot.cleat_aft_mm > 0
        said.append(say("Cleats: {by} aft of where they are", by=by) if aft else say("Cleats: {by} forward", by=by))
    if foot.apart_by_mm:
        by = exactly(abs(foot.apart_by_mm))
        apart = foot.apart_by_mm > 0
        said.append(say("Feet: {by} farther apart", by=by) if apart else say("Feet: {by} nearer together", by=by))
    if foot.heels_in_by_deg:
        turn = Angle(abs(foot.heels_in_by_deg))
        inward = foot.heels_in_by_deg > 0
        said.append(say("Cleats: heels {turn} in", turn=turn) if inward else say("Cleats: heels {turn} out", turn=turn))
    said += [say("Pedals: {name}", name=Words(b.pedal.name))] if b.pedal else []
    said += [say("Cleats: {name}", name=Words(b.cleat.name))] if b.cleat else []
    said += [say("Shoes: {name}", name=Words(b.shoe.name))] if b.shoe else []
    said += [say("Wheels: {name}", name=Words(b.wheels.name))] if b.wheels else []
    # What is taped from the floor hangs on them.
    tyre = b.tyre
    return [
        *said,
        *([say("Tyres: {name}, {width} wide", name=Words(tyre.name), width=exactly(tyre.width_mm))] if tyre else []),
    ]
