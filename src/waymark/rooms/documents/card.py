"""Gathering what the workshop card of a fit file says."""

from __future__ import annotations

from datetime import datetime

from waymark.core.drawing.card import CardContent, CardRow, card_pages
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.setup import SetupFacts, Step, steps_for
from waymark.rooms.files import MARKS, Facts, Look, both
from waymark.rooms.plan import (
    BuildState,
    cautions_of,
    chosen,
    cover_mm,
    drawn_plan,
    plan_bar,
    plan_contact,
    plan_marks,
)
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import MeasureState, context, label_of, now_marks

MONTHS = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October",
    "November", "December",
)  # fmt: skip


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
            "±{:g}, {:g}".format(*facts.house.tolerance(mark)),
        )
        for mark in MARKS
    )
    date = f"{today.day} {MONTHS[today.month - 1]} {today.year}"
    return card_pages(
        CardContent(
            rider=look.rider.name,
            bike=size.label,
            under=f"Workshop card, change {look.fit.head}, {date}. All lengths in mm; fore and up from the BB.",
            rows=rows,
            steps=tuple(_steps(facts, front.under_mm, front.over_mm)),
            cautions=tuple(cautions_of(facts)),
            parts=tuple(_parts(facts)),
            drawing=drawn.bike,
            saddle=plan[0],
            hand=plan[1],
        )
    )


def _steps(facts: Facts, under: tuple[float, ...], over: tuple[float, ...]) -> list[Step]:
    b, size = facts.part(BuildState), chosen(facts)
    stem, plan, lean = b.stem, both(plan_marks(facts)), context(facts)
    if size is None or stem is None or plan is None:
        return []
    post_from_bb = None if b.post_exposed_mm is None else size.chart.seat_tube_mm + b.post_exposed_mm
    return steps_for(
        SetupFacts(
            post_from_bb_mm=post_from_bb,
            post_showing_mm=b.post_exposed_mm,
            post_name=b.post.name if b.post else "",
            slide_mm=b.slide_mm,
            nose_behind_bb_mm=-plan[0].x_mm - lean.saddle.nose_to_s_mm,
            under_mm=under,
            over_mm=over,
            cover_mm=cover_mm(facts),
            stem_length_mm=stem.length_mm,
            stem_stands_deg=-stem.angle_deg if b.turned_over else stem.angle_deg,
            stem_turned=b.turned_over,
            contact=plan_contact(facts),
            foot_stack_mm=lean.foot_stack_mm,
            crank_mm=lean.saddle.crank_mm,
            bar_stands=b.place.says if b.place else "",
        )
    )


def _bar_named(facts: Facts) -> str:
    b, bar = facts.part(BuildState), plan_bar(facts)
    if b.cockpit is not None:
        return f"{b.cockpit.name}, {b.cockpit_width_mm:g} wide"
    return bar.name if bar else "as on the old bike"


def _parts(facts: Facts) -> list[str]:
    m, b, size = facts.part(MeasureState), facts.part(BuildState), chosen(facts)
    named = [
        ("Frame", size.label if size else None), ("Stem", b.stem.name if b.stem else None),
        ("Spacers below", f"{b.spacers_mm:g} mm"), ("Post", b.post.name if b.post else None),
        ("Bar", _bar_named(facts)),
        ("Saddle", m.saddle.name if m.saddle else "as on the old bike"),
    ]  # fmt: skip
    return [f"{kind}: {name}" for kind, name in named if name]
