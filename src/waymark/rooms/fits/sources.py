"""Where a ledger figure comes from: the reading, the rule, the formula with this rider's numbers in it."""

from __future__ import annotations

from collections.abc import Mapping

from waymark.core.units import show_mm
from waymark.rooms.fits.layers import LayerName, Layers, MarkName, plan_cover_mm, plan_off, plan_stem
from waymark.rooms.fits.state import FitState, title_of
from waymark.rooms.fits.surveying import leans_of


def explain(state: FitState, layers: Layers, layer: LayerName, mark: MarkName) -> list[str]:
    """Lines that lead to a figure."""
    if mark == "foot":
        return _foot(state, layers)
    return {"now": explain_now, "goal": _goal, "plan": _plan, "built": _built}[layer](state, layers, mark)


def _foot(state: FitState, layers: Layers) -> list[str]:
    c = layers.context
    how = "assumed" if "foot_stack" in c.assumed else "read"
    return [
        f"Crank {c.saddle.crank_mm:g}, pedal axle at 3 o'clock",
        f"Axle to sole {c.foot_stack_mm:g}, {how}",
    ]


# What the ties of a point say in words.
TIED: Mapping[str, tuple[str, ...]] = {"nose": ("s", "nose"), "hand": ("h", "clamp")}
TIES: Mapping[str, str] = {
    "nose_x": "nose ahead of the mark", "nose_y": "nose level with the mark", "hand_x": "hand ahead of the clamp",
    "hand_y": "hand above the clamp", "bb": "BB above the floor",
}  # fmt: skip


def explain_now(state: FitState, layers: Layers, mark: str) -> list[str]:
    """The readings behind a measured mark, each with its residual, and what had to stand in."""
    survey, point = layers.survey, layers.point_of(mark)
    if survey is None or point not in survey.points:
        return []
    at = survey.points[point]
    tied = {tie.split("_")[0] for tie in survey.tied}
    # Where a tie stands in, the readings of the point it ties to are this one's too.
    points = {point} | next(
        (set(pair) for name, pair in TIED.items() if name in tied and point in pair), set()
    )
    lines = ["Adjusted by least squares from"]
    for it in survey.observed:
        judged = survey.judged_of(it.reading.key)
        if judged is None or not points & set(it.reading.points()):
            continue
        reading = state.measure.readings.get(it.key) or state.measure.readings[f"{it.key}.right"]
        typed = " and ".join(h.typed for h in reading.heard)
        left = ", left out" if judged.suspect else f", {show_mm(judged.residual, signed=True)}"
        lines.append(f"  {title_of(state, it.key)}: {typed}{left}")
    leans = leans_of(state.measure)
    for tie in survey.tied:
        if point in TIED.get(tie.split("_")[0], ()):
            stands_in = {"nose_x": leans.nose_to_s, "hand_x": leans.off_ahead, "hand_y": leans.off_above}.get(
                tie
            )
            figure = f" {stands_in.value:.0f}".replace("-", "−") if stands_in else ""
            whence = "from the part" if stands_in and stands_in.source == "part" else "assumed"
            lines.append(f"  {TIES[tie]}{figure}: {whence}")
    if survey.level is not None and abs(survey.level.pitch_deg) >= 0.05:
        nose = "up" if survey.level.pitch_deg > 0 else "down"
        lines.append(f"Bike stood {abs(survey.level.pitch_deg):.1f}° nose {nose}; turned level")
    if survey.degrees_of_freedom == 0:
        lines.append("Nothing is checked: no reading more than needed")
    return [
        *lines,
        f"x = {at.at.x_mm:.1f} ± {at.sd_x_mm:.1f}, y = {at.at.y_mm:.1f} ± {at.sd_y_mm:.1f}".replace("-", "−"),
    ]


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
    off = plan_off(state, layers.context)
    return [
        f"{size.label}: stack {c.stack_mm:g}, reach {c.reach_mm:g}, head {c.head_angle_deg:g}°",
        f"Cover {plan_cover_mm(state):g} + spacers {b.spacers_mm:g} + half the clamp {stem.clamp_height_mm / 2:g}",
        f"Stem {stem.length_mm:g} at {stem.angle_deg:+g}°".replace("-", "−"),
        f"{layers.label_of('hand')} {off.x_mm:.0f} ahead of the clamp, {off.y_mm:.0f} above".replace(
            "-", "−"
        ),
        "B = T + (c + s + h/2)·u + L·(cos α·n + sin α·u)",
    ]


def _built(state: FitState, layers: Layers, mark: MarkName) -> list[str]:
    b = state.built
    pair = (b.saddle_x, b.saddle_y) if mark == "saddle" else (b.hand_x, b.hand_y)
    return [
        f"Measured after the work: {pair[0].typed if pair[0] else ''}, {pair[1].typed if pair[1] else ''}"
    ]
