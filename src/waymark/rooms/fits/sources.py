"""Where a ledger figure comes from: the reading, the rule, the formula with this rider's numbers in it."""

from __future__ import annotations

from collections.abc import Mapping

from waymark.core.position import HAND_HEIGHT_WAYS, HAND_REACH_WAYS, HEIGHT_WAYS, SETBACK_WAYS, Way
from waymark.core.units import show_mm
from waymark.rooms.fits.layers import LayerName, Layers, MarkName, plan_stem
from waymark.rooms.fits.state import FitState, Stated

_LABELS: Mapping[str, Way] = {
    w.name: w for ways in (HEIGHT_WAYS, SETBACK_WAYS, HAND_HEIGHT_WAYS, HAND_REACH_WAYS) for w in ways
}
FORMULAS: Mapping[str, str] = {
    "straight": "y = √(height² − x²)",
    "vertical": "y = height",
    "seat_tube": "y = height · sin γ, γ = {seat_angle:g}°",
    "pedal": "y = √((height − crank)² − x²), crank {crank:g}",
    "pedal_six": "y = √(height² − x²) − crank, crank {crank:g}",
    "floor": "y = height − BB height {bb_height:g}",
    "mark": "x = −setback",
    "nose": "x = −(nose behind BB + nose ahead of the mark {nose_to_s:g})",
    "angle": "x along the seat line",
    "hand_up": "y = height",
    "drop": "y = saddle − drop",
    "hand_floor": "y = height − BB height {bb_height:g}",
    "clamp_up": "y = clamp + {hand_above:.0f}",
    "clamp_floor": "y = clamp − BB height {bb_height:g} + {hand_above:.0f}",
    "hand_ahead": "x = reading",
    "mark_to_hand": "x = saddle + √(reading² − rise²)",
    "nose_to_hand": "x = nose + √(reading² − rise²)",
    "nose_to_clamp": "x = nose + √(reading² − rise²) + hand off the clamp {hand_ahead:.0f}",
    "clamp_ahead": "x = reading + hand off the clamp {hand_ahead:.0f}",
}


def explain(state: FitState, layers: Layers, layer: LayerName, mark: MarkName) -> list[str]:
    """Lines that lead to a figure."""
    if mark == "foot":
        return _foot(state, layers)
    return {"now": _now, "goal": _goal, "plan": _plan, "built": _built}[layer](state, layers, mark)


def _foot(state: FitState, layers: Layers) -> list[str]:
    c = layers.context
    how = "assumed" if "foot_stack" in c.assumed else "typed"
    return [
        f"Crank {c.saddle.crank_mm:g}, pedal axle at 3 o'clock",
        f"Axle to sole {c.foot_stack_mm:g}, {how}",
    ]


def _reading(stated: Stated | None, layers: Layers) -> list[str]:
    if stated is None:
        return []
    unit = "°" if stated.way == "angle" else ""
    understood = "" if stated.typed == f"{stated.value:g}" else f" = {stated.value:.1f}{unit or ' mm'}"
    c = layers.context
    formula = FORMULAS[stated.way].format(
        seat_angle=c.saddle.seat_angle_deg, crank=c.saddle.crank_mm, bb_height=c.saddle.bb_height_mm,
        nose_to_s=c.saddle.nose_to_s_mm, hand_ahead=c.hand_off_clamp.x_mm, hand_above=c.hand_off_clamp.y_mm,
    )  # fmt: skip
    return [f"{_LABELS[stated.way].label}: {stated.typed}{understood}", f"  {formula}"]


def _now(state: FitState, layers: Layers, mark: MarkName) -> list[str]:
    m, at = state.measure, layers.marks["now"][mark]
    pair = (m.setback, m.saddle_height) if mark == "saddle" else (m.hand_reach, m.hand_height)
    lines = [line for stated in pair for line in _reading(stated, layers)]
    return [*lines, f"x = {at.x_mm:.1f}, y = {at.y_mm:.1f}".replace("-", "−")]


def _goal(state: FitState, layers: Layers, mark: MarkName) -> list[str]:
    g = state.goal
    dx, dy = (g.saddle_dx_mm, g.saddle_dy_mm) if mark == "saddle" else (g.hand_dx_mm, g.hand_dy_mm)
    if not dx and not dy:
        return ["Kept as measured, to the whole mm"]
    return [
        "As measured, to the whole mm",
        f"moved {show_mm(dx, signed=True)} fore, {show_mm(dy, signed=True)} up",
    ]


def _plan(state: FitState, layers: Layers, mark: MarkName) -> list[str]:
    size, b = state.frame.chosen, state.build
    if size is None:
        return []
    c = size.chart
    if mark == "saddle" and b.post is not None:
        return [
            f"{size.label}: seat tube {c.seat_tube_mm:g} at {c.seat_angle_deg:g}°",
            f"{b.post.name}: {b.post_exposed_mm:g} out, setback {b.post.setback_mm:g}",
            f"Rails {show_mm(b.slide_mm or 0, signed=True)} from their middle",
            "S = p·v + setback·b + rails and saddle height",
        ]
    stem = plan_stem(state)
    if stem is None:
        return []
    off = layers.context.hand_off_clamp
    return [
        f"{size.label}: stack {c.stack_mm:g}, reach {c.reach_mm:g}, head {c.head_angle_deg:g}°",
        f"Cover {c.cover_mm:g} + spacers {b.spacers_mm:g} + half the clamp {stem.clamp_height_mm / 2:g}",
        f"Stem {stem.length_mm:g} at {stem.angle_deg:+g}°".replace("-", "−"),
        f"Hand {off.x_mm:.0f} ahead of the clamp, {off.y_mm:.0f} above".replace("-", "−"),
        "B = T + (c + s + h/2)·u + L·(cos α·n + sin α·u)",
    ]


def _built(state: FitState, layers: Layers, mark: MarkName) -> list[str]:
    b = state.built
    pair = (b.saddle_x, b.saddle_y) if mark == "saddle" else (b.hand_x, b.hand_y)
    return [
        f"Measured after the work: {pair[0].typed if pair[0] else ''}, {pair[1].typed if pair[1] else ''}"
    ]
