"""Gathering what the workshop card of a fit file says."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy.orm import Session

from waymark.core.drawing.card import CardContent, CardRow, card_pages
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import InputError
from waymark.core.setup import Contact, SetupFacts, Step, steps_for
from waymark.rooms.fits import (
    MARKS,
    FitRow,
    FitState,
    Layers,
    cautions_of,
    drawn_plan,
    head_of,
    layers_of,
    state_of,
    tolerance_of,
)
from waymark.rooms.fits.layers import plan_cover_mm, plan_off
from waymark.rooms.riders import profile_of
from waymark.rooms.shelves import parts

MONTHS = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October",
    "November", "December",
)  # fmt: skip


def card_for(session: Session, fit: FitRow, today: datetime) -> list[DisplayList]:
    """The card's pages of the newest revision; raises ``InputError`` while nothing is planned."""
    state = state_of(head_of(session, fit))
    layers = layers_of(state)
    spacers = tuple(sorted({p.part.height_mm for p in parts(session, "spacer") if p.part.kind == "spacer"}))
    drawn = drawn_plan(state, layers, spacers)
    plan, size = layers.both("plan"), state.frame.chosen
    if drawn is None or size is None or plan is None:
        raise InputError(
            "There is no card yet: choose a frame and its build first.", field="build",
            allowed="a frame that carries the goal, with stem, spacers and post",
        )  # fmt: skip
    front = drawn.bike.front
    profile = profile_of(fit.rider)
    now, goal, planned = (layers.marks[name] for name in ("now", "goal", "plan"))
    rows = tuple(
        CardRow(
            layers.label_of(mark), now.get(mark), goal.get(mark), planned.get(mark),
            "±{:g}, {:g}".format(*tolerance_of(mark)),
        )
        for mark in MARKS
    )  # fmt: skip
    date = f"{today.day} {MONTHS[today.month - 1]} {today.year}"
    return card_pages(
        CardContent(
            rider=fit.rider.name, bike=size.label,
            under=f"Workshop card, change {fit.head}, {date}. All lengths in mm; fore and up from the BB.",
            rows=rows, steps=tuple(_steps(state, layers, front.under_mm, front.over_mm)),
            cautions=tuple(cautions_of(profile, state, layers)), parts=tuple(_parts(state)),
            drawing=drawn.bike, saddle=plan[0], hand=plan[1],
        )
    )  # fmt: skip


def _steps(state: FitState, layers: Layers, under: tuple[float, ...], over: tuple[float, ...]) -> list[Step]:
    b, size, stem = state.build, state.frame.chosen, state.build.stem
    plan = layers.both("plan")
    if size is None or stem is None or plan is None:
        return []
    off = plan_off(state, layers.context)
    contact, end = _contact(state, layers), layers.context.grip_off
    post_from_bb = None if b.post_exposed_mm is None else size.chart.seat_tube_mm + b.post_exposed_mm
    return steps_for(
        SetupFacts(
            post_from_bb_mm=post_from_bb, post_showing_mm=b.post_exposed_mm, post_name=b.post.name if b.post else "",
            slide_mm=b.slide_mm, nose_behind_bb_mm=-plan[0].x_mm - layers.context.saddle.nose_to_s_mm,
            under_mm=under, over_mm=over, cover_mm=plan_cover_mm(state), stem_length_mm=stem.length_mm,
            stem_stands_deg=-stem.angle_deg if b.turned_over else stem.angle_deg, stem_turned=b.turned_over,
            hand_ahead_mm=off.x_mm, hand_above_mm=off.y_mm,
            contact=contact, end_ahead_mm=end.x_mm if contact == "pad" else None,
            end_above_mm=end.y_mm if contact == "pad" else None,
            foot_stack_mm=layers.context.foot_stack_mm, crank_mm=layers.context.saddle.crank_mm,
            bar_stands=b.place.says if b.place else "",
        )
    )  # fmt: skip


def _contact(state: FitState, layers: Layers) -> Contact:
    """What the plan's marks of the hand stand for: by the pads carried, else by the bar that goes on."""
    if layers.context.carried == "pads":
        return "pad"
    b, on_bike = state.build, state.measure.handlebar()
    if b.cockpit is not None:
        return "hood"
    kind = {"drop_bar": "drop", "flat_bar": "flat", "aero_bar": "aero"}[b.bar.kind] if b.bar else on_bike
    contacts: dict[str, Contact] = {"drop": "hood", "flat": "grip", "aero": "extension"}
    return contacts[kind]


def _bar_named(state: FitState) -> str:
    b, bar = state.build, state.build.bar or state.measure.bar
    if b.cockpit is not None:
        return f"{b.cockpit.name}, {b.cockpit_width_mm:g} wide"
    return bar.name if bar else "as on the old bike"


def _parts(state: FitState) -> list[str]:
    m, b, size = state.measure, state.build, state.frame.chosen
    named = [
        ("Frame", size.label if size else None), ("Stem", b.stem.name if b.stem else None),
        ("Spacers below", f"{b.spacers_mm:g} mm"), ("Post", b.post.name if b.post else None),
        ("Bar", _bar_named(state)),
        ("Saddle", m.saddle.name if m.saddle else "as on the old bike"),
    ]  # fmt: skip
    return [f"{kind}: {name}" for kind, name in named if name]
