"""From a fit file's state to its marks: now, goal, plan and built, with where each number comes from."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.errors import WaymarkError
from waymark.core.marks import Mark
from waymark.core.position import (
    HandContext,
    SaddleContext,
    hand_from_statements,
    saddle_from_statements,
)
from waymark.core.rules.assumed import ASSUMED
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search import Goal, SaddleOption
from waymark.core.seat import SaddleFit, saddle_mark
from waymark.core.units import whole
from waymark.rooms.fits.state import FitState, MeasureState
from waymark.rooms.shelves import SaddlePart

LayerName = Literal["now", "goal", "plan", "built"]
MarkName = Literal["saddle", "hand", "foot"]
Marks = dict[MarkName, Mark]


@dataclass(frozen=True, slots=True)
class Context:
    """What the statements lean on, and which of it was assumed because nothing was typed."""

    saddle: SaddleContext
    hand_off_clamp: Mark
    foot_stack_mm: float
    assumed: tuple[str, ...]


@dataclass(slots=True)
class Layers:
    """Every layer's marks as far as they are known, the context, and what could not be, because."""

    context: Context
    marks: dict[LayerName, Marks] = field(default_factory=dict)
    problems: list[WaymarkError] = field(default_factory=list)

    def both(self, layer: LayerName) -> tuple[Mark, Mark] | None:
        """Saddle and hand of a layer where both are known."""
        found = self.marks.get(layer, {})
        saddle, hand = found.get("saddle"), found.get("hand")
        return (saddle, hand) if saddle is not None and hand is not None else None


def context_of(measure: MeasureState) -> Context:
    """The lengths the statements lean on: as typed, else from the parts and frame, else assumed."""
    assumed: list[str] = []

    def known(name: str, *fallbacks: float | None) -> float:
        typed = getattr(measure, name)
        if typed is not None:
            return float(typed.value)
        for value in fallbacks:
            if value is not None:
                return value
        assumed.append(name)
        return ASSUMED[name].value

    chart = measure.frame.chart if measure.frame else None
    bar = measure.bar.hand_off_clamp() if measure.bar else None
    saddle = SaddleContext(
        crank_mm=known("crank"),
        seat_angle_deg=known("seat_angle", chart.seat_angle_deg if chart else None),
        bb_height_mm=known("bb_height", chart.wheel_radius_mm - chart.bb_drop_mm if chart else None),
        nose_to_s_mm=known("nose_to_s", measure.saddle.nose_to_s_mm if measure.saddle else None),
    )
    off = Mark(known("hand_ahead", bar.x_mm if bar else None), known("hand_above", bar.y_mm if bar else None))
    return Context(saddle, off, known("foot_stack"), tuple(assumed))


def saddle_part(measure: MeasureState) -> SaddlePart:
    """The saddle that goes over: the one on the bike, else the house's usual one."""
    return measure.saddle or SaddlePart(
        name="saddle",
        rail_to_top_mm=48,
        mark_to_s_mm=22,
        nose_to_s_mm=ASSUMED["nose_to_s"].value,
        rail_room_mm=18,
    )


def saddle_option(measure: MeasureState) -> SaddleOption:
    """The same saddle as the search takes it."""
    it = saddle_part(measure)
    return SaddleOption(SaddleFit(it.rail_to_top_mm, it.mark_to_s_mm), it.rail_room_mm)


def layers_of(state: FitState) -> Layers:
    """Every mark that the state gives. What cannot be is told in ``problems``, never raised."""
    found = Layers(context_of(state.measure))
    _now(state, found)
    _goal(state, found)
    _plan(state, found)
    _built(state, found)
    return found


def _now(state: FitState, found: Layers) -> None:
    m, c = state.measure, found.context
    now: Marks = {}
    found.marks["now"] = now
    if m.crank is not None:
        now["foot"] = Mark(c.saddle.crank_mm, c.foot_stack_mm)
    if not (m.saddle_height and m.setback):
        return
    try:
        saddle = saddle_from_statements(
            m.saddle_height.way, m.saddle_height.value, m.setback.way, m.setback.value, c.saddle
        )
        now["saddle"] = saddle
        if m.hand_height and m.hand_reach:
            now["hand"] = hand_from_statements(
                m.hand_height.way, m.hand_height.value, m.hand_reach.way, m.hand_reach.value,
                hand_context(saddle, c),
            )  # fmt: skip
    except WaymarkError as wrong:
        found.problems.append(wrong)


def hand_context(saddle: Mark, context: Context) -> HandContext:
    """What the hand's statements lean on, for a saddle mark."""
    nose = saddle + Mark(context.saddle.nose_to_s_mm, 0.0)
    return HandContext(saddle, nose, context.hand_off_clamp, context.saddle.bb_height_mm)


def _goal(state: FitState, found: Layers) -> None:
    g, now = state.goal, found.marks["now"]
    goal: Marks = {}
    found.marks["goal"] = goal
    if "saddle" in now:
        goal["saddle"] = _whole(now["saddle"] + Mark(g.saddle_dx_mm, g.saddle_dy_mm))
    if "hand" in now:
        goal["hand"] = _whole(now["hand"] + Mark(g.hand_dx_mm, g.hand_dy_mm))
    if "foot" in now:
        goal["foot"] = now["foot"]


def _whole(at: Mark) -> Mark:
    # A goal is set to the whole mm: nobody sets a saddle to a tenth, and shown differences then agree.
    return Mark(float(whole(at.x_mm)), float(whole(at.y_mm)))


def plan_stem(state: FitState) -> Stem | None:
    """The stem as it stands in the plan."""
    part = state.build.stem
    if part is None:
        return None
    stem = Stem(part.length_mm, part.angle_deg, part.clamp_height_mm)
    return stem.turned_over() if state.build.turned_over else stem


def _plan(state: FitState, found: Layers) -> None:
    b, size = state.build, state.frame.chosen
    plan: Marks = {}
    found.marks["plan"] = plan
    stem = plan_stem(state)
    if size is None:
        return
    c = size.chart
    if stem is not None:
        clamp = bar_clamp(Mark(c.reach_mm, c.stack_mm), c.head_angle_deg, c.cover_mm, b.spacers_mm, stem)
        plan["hand"] = clamp + found.context.hand_off_clamp
    if b.post is not None and b.post_exposed_mm is not None and b.slide_mm is not None:
        plan["saddle"] = saddle_mark(
            c.seat_angle_deg, c.seat_tube_mm + b.post_exposed_mm, b.post.setback_mm, b.slide_mm,
            saddle_option(state.measure).fit,
        )  # fmt: skip
    if "foot" in found.marks["goal"]:
        plan["foot"] = found.marks["goal"]["foot"]


def _built(state: FitState, found: Layers) -> None:
    b = state.built
    built: Marks = {}
    found.marks["built"] = built
    if b.saddle_x and b.saddle_y:
        built["saddle"] = Mark(b.saddle_x.value, b.saddle_y.value)
    if b.hand_x and b.hand_y:
        built["hand"] = Mark(b.hand_x.value, b.hand_y.value)


def search_goal(state: FitState, layers: Layers) -> Goal | None:
    """The goal as the search takes it, or ``None`` while a mark is missing."""
    both = layers.both("goal")
    if both is None:
        return None
    return Goal(
        saddle=both[0], hand=both[1], hand_off_clamp=layers.context.hand_off_clamp,
        stem_window=STEM_WINDOWS[state.goal.discipline], saddle_fit=saddle_option(state.measure),
    )  # fmt: skip
