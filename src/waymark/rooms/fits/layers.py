"""From a fit file's state to its marks: now, goal, plan and built, with where each number comes from."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from waymark.core.callout import Survey
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.errors import GeometryError, WaymarkError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.position import HandContext, SaddleContext
from waymark.core.rules.assumed import ASSUMED
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search import Gates, Goal, SaddleOption
from waymark.core.seat import SaddleFit, saddle_mark
from waymark.core.units import whole
from waymark.rooms.fits.state import FitState, MeasureState, title_of
from waymark.rooms.fits.surveying import leans_of, read_value, survey_of
from waymark.rooms.shelves import SaddlePart

LayerName = Literal["now", "goal", "plan", "built"]
MarkName = Literal["saddle", "hand", "foot"]
Carried = Literal["hand", "pads"]
Marks = dict[MarkName, Mark]
# A mark's point in the survey.
POINTS: Mapping[str, str] = {"saddle": "s", "nose": "nose", "clamp": "clamp", "hand": "h", "pad": "pad"}


@dataclass(frozen=True, slots=True)
class Context:
    """The lengths everything leans on, and which of them were assumed because nothing was read.

    ``carried`` is what the hand's mark stands for: the hood or grip, or the arm pad where pads were measured;
    then ``hand_off_clamp`` is the pad's, and ``grip_off`` leads from the pad to the hand on the extension.
    """

    saddle: SaddleContext
    hand_off_clamp: Mark
    foot_stack_mm: float
    assumed: tuple[str, ...]
    carried: Carried = "hand"
    grip_off: Mark = ORIGIN


@dataclass(slots=True)
class Layers:
    """Every layer's marks as far as they are known, the survey and context, and what could not be, because."""

    context: Context
    survey: Survey | None = None
    marks: dict[LayerName, Marks] = field(default_factory=dict)
    problems: list[WaymarkError] = field(default_factory=list)

    def both(self, layer: LayerName) -> tuple[Mark, Mark] | None:
        """Saddle and hand of a layer where both are known."""
        found = self.marks.get(layer, {})
        saddle, hand = found.get("saddle"), found.get("hand")
        return (saddle, hand) if saddle is not None and hand is not None else None

    def point_of(self, mark: str) -> str:
        """The survey's point of a mark: of the hand's, what is carried."""
        return "pad" if mark == "hand" and self.context.carried == "pads" else POINTS.get(mark, "")

    def label_of(self, mark: MarkName) -> str:
        """The mark's name on the sheet."""
        return self.context.carried.capitalize() if mark == "hand" else mark.capitalize()

    def pad_of(self, carried: Mark) -> Mark | None:
        """The pad under the forearm where pads are carried; ``carried`` is the hand's mark."""
        return carried if self.context.carried == "pads" else None

    def grip_of(self, carried: Mark) -> Mark:
        """Where the hand itself is."""
        return carried + self.context.grip_off


def context_of(measure: MeasureState, survey: Survey | None) -> Context:
    """The lengths everything leans on: as surveyed, else from the parts and frame, else assumed."""
    leans = leans_of(measure)
    points, tied = (survey.points, set(survey.tied)) if survey else ({}, set[str]())
    assumed = [
        name
        for name, known in (
            ("crank", leans.crank), ("seat_angle", leans.seat_angle), ("nose_to_s", leans.nose_to_s),
            ("bb_height", leans.bb_height), ("hand_ahead", leans.off_ahead), ("hand_above", leans.off_above),
        )
        if known.source == "assumed"
    ]  # fmt: skip

    def surveyed(*names: str) -> None:
        for name in names:
            if name in assumed:
                assumed.remove(name)

    nose_to_s, off = leans.nose_to_s.value, Mark(leans.off_ahead.value, leans.off_above.value)
    bb_height = leans.bb_height.value
    if "s" in points and "nose" in points and not tied & {"nose_x", "nose_y"}:
        nose_to_s = points["nose"].at.distance_mm(points["s"].at)
        surveyed("nose_to_s")
    elif (read := read_value(measure, "s_nose")) is not None:
        nose_to_s = read
        surveyed("nose_to_s")
    if "clamp" in points and "h" in points and not tied & {"hand_x", "hand_y"}:
        off = points["h"].at - points["clamp"].at
        surveyed("hand_ahead", "hand_above")
    else:
        ahead, above = read_value(measure, "off_ahead"), read_value(measure, "off_above")
        off = Mark(off.x_mm if ahead is None else ahead, off.y_mm if above is None else above)
        surveyed(
            *(["hand_ahead"] if ahead is not None else []), *(["hand_above"] if above is not None else [])
        )
    if survey and survey.bb_height_mm is not None and "bb" not in tied:
        bb_height = survey.bb_height_mm
        surveyed("bb_height")
    stack = read_value(measure, "foot_stack")
    if stack is None:
        assumed.append("foot_stack")
        stack = ASSUMED["foot_stack"].value
    saddle = SaddleContext(leans.crank.value, leans.seat_angle.value, bb_height, nose_to_s)
    if measure.handlebar() == "aero" and {"clamp", "pad", "h"} <= set(points):
        pad = points["pad"].at
        to_pad, to_grip = pad - points["clamp"].at, points["h"].at - pad
        return Context(saddle, to_pad, stack, tuple(assumed), "pads", to_grip)
    return Context(saddle, off, stack, tuple(assumed))


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
    return SaddleOption(SaddleFit(it.rail_to_top_mm, it.mark_to_s_mm), it.rail_room_mm, it.nose_to_s_mm)


def layers_of(state: FitState) -> Layers:
    """Every mark that the state gives. What cannot be is told in ``problems``, never raised."""
    survey: Survey | None = None
    problems: list[WaymarkError] = []
    try:
        survey = survey_of(state.measure)
    except WaymarkError as wrong:
        problems.append(wrong)
    found = Layers(context_of(state.measure, survey), survey, problems=problems)
    _now(state, found)
    _goal(state, found)
    _plan(state, found)
    _built(state, found)
    return found


def _now(state: FitState, found: Layers) -> None:
    now: Marks = {}
    found.marks["now"] = now
    if "crank" in state.measure.readings:
        now["foot"] = Mark(found.context.saddle.crank_mm, found.context.foot_stack_mm)
    if found.survey is None:
        return
    against = found.survey.contradicting
    if against:
        names = ", ".join(title_of(state, key) for key in against)
        found.problems.append(
            GeometryError(
                f"These cannot be of one bike: {names}. Read one of them again.", field="measure.reading"
            )
        )
        return
    for mark, point in (("saddle", "s"), ("hand", found.point_of("hand"))):
        placed = found.survey.points.get(point)
        if placed is not None:
            now[mark] = placed.at  # type: ignore[index]


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


def plan_off(state: FitState, context: Context) -> Mark:
    """The hand from the bar clamp in the plan: as the chosen bar stands, else as on the old bike."""
    return state.build.place.off() if state.build.place else context.hand_off_clamp


def plan_cover_mm(state: FitState) -> float:
    """The headset cover in the plan: the one chosen, else the frame's own."""
    own = state.frame.chosen.chart.cover_mm if state.frame.chosen else 0.0
    return own if state.build.cover_mm is None else state.build.cover_mm


def _plan(state: FitState, found: Layers) -> None:
    b, size = state.build, state.frame.chosen
    plan: Marks = {}
    found.marks["plan"] = plan
    stem = plan_stem(state)
    if size is None:
        return
    c = size.chart
    if stem is not None:
        clamp = bar_clamp(
            Mark(c.reach_mm, c.stack_mm), c.head_angle_deg, plan_cover_mm(state), b.spacers_mm, stem
        )
        plan["hand"] = clamp + plan_off(state, found.context)
    if b.post is not None and b.post_exposed_mm is not None and b.slide_mm is not None:
        plan["saddle"] = saddle_mark(
            c.seat_angle_deg, c.seat_tube_mm + b.post_exposed_mm, b.post.setback_mm, b.slide_mm,
            saddle_option(state.measure).fit, c.axis_behind_bb_mm,
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


def search_goal(state: FitState, layers: Layers, gates: Gates | None = None) -> Goal | None:
    """The goal as the search takes it, with the gates asked of a frame; ``None`` while a mark is missing."""
    both = layers.both("goal")
    if both is None:
        return None
    return Goal(
        saddle=both[0], hand=both[1], hand_off_clamp=layers.context.hand_off_clamp,
        stem_window=STEM_WINDOWS[state.goal.discipline], saddle_fit=saddle_option(state.measure),
        gates=gates or Gates(), carried=layers.context.carried,
    )  # fmt: skip
