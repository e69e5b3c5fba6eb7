"""Where a measured figure comes from: its readings, each with its residual, and what had to stand in."""

from __future__ import annotations

from collections.abc import Mapping

from waymark.core.units import show_mm
from waymark.rooms.files import Facts, MarkName
from waymark.rooms.posts.measure.facts import context, leans, surveyed
from waymark.rooms.posts.measure.state import MeasureState, title_of

# What the ties of a point say in words.
TIED: Mapping[str, tuple[str, ...]] = {"nose": ("s", "nose"), "hand": ("h", "clamp")}
TIES: Mapping[str, str] = {
    "nose_x": "nose ahead of the mark", "nose_y": "nose level with the mark", "hand_x": "hand ahead of the clamp",
    "hand_y": "hand above the clamp", "bb": "BB above the floor",
}  # fmt: skip
SEEN_DEG = 0.05


def explain_now(facts: Facts, mark: str) -> list[str]:
    """Lines that lead to a measured figure."""
    survey, point = surveyed(facts), context(facts).point_of(mark)
    if survey is None or point not in survey.points:
        return []
    at = survey.points[point]
    lines = ["Adjusted by least squares from", *_readings(facts, point), *_stand_ins(facts, point)]
    if survey.level is not None and abs(survey.level.pitch_deg) >= SEEN_DEG:
        nose = "up" if survey.level.pitch_deg > 0 else "down"
        lines.append(f"Bike stood {abs(survey.level.pitch_deg):.1f}° nose {nose}; turned level")
    if survey.degrees_of_freedom == 0:
        lines.append("Nothing is checked: no reading more than needed")
    shown = f"x = {at.at.x_mm:.1f} ± {at.sd_x_mm:.1f}, y = {at.at.y_mm:.1f} ± {at.sd_y_mm:.1f}"
    return [*lines, shown.replace("-", "−")]


def _readings(facts: Facts, point: str) -> list[str]:
    survey, measure = surveyed(facts), facts.part(MeasureState)
    if survey is None:
        return []
    tied = {tie.split("_")[0] for tie in survey.tied}
    # Where a tie stands in, the readings of the point it ties to are this one's too.
    points = {point} | next((set(pair) for name, pair in TIED.items() if name in tied and point in pair), set())
    lines = []
    for it in survey.observed:
        judged = survey.judged_of(it.reading.key)
        if judged is None or not points & set(it.reading.points()):
            continue
        reading = measure.readings.get(it.key) or measure.readings[f"{it.key}.right"]
        typed = " and ".join(h.typed for h in reading.heard)
        left = ", left out" if judged.suspect else f", {show_mm(judged.residual, signed=True)}"
        lines.append(f"  {title_of(measure, it.key)}: {typed}{left}")
    return lines


def _stand_ins(facts: Facts, point: str) -> list[str]:
    survey, lean = surveyed(facts), leans(facts)
    lines = []
    for tie in survey.tied if survey else ():
        if point in TIED.get(tie.split("_")[0], ()):
            it = {"nose_x": lean.nose_to_s, "hand_x": lean.off_ahead, "hand_y": lean.off_above}.get(tie)
            figure = f" {it.value:.0f}".replace("-", "−") if it else ""
            whence = "from the part" if it and it.source == "part" else "assumed"
            lines.append(f"  {TIES[tie]}{figure}: {whence}")
    return lines


def explain_foot(facts: Facts) -> list[str]:
    """Lines that lead to the foot's figures, the same in every layer."""
    lean = context(facts)
    how = "assumed" if "foot_stack" in lean.assumed else "read"
    return [
        f"Crank {lean.saddle.crank_mm:g}, pedal axle at 3 o'clock",
        f"Axle to sole {lean.foot_stack_mm:g}, {how}",
    ]


def explain(facts: Facts, mark: MarkName) -> list[str]:
    """Lines that lead to a contact mark as measured."""
    return explain_foot(facts) if mark == "foot" else explain_now(facts, mark)
