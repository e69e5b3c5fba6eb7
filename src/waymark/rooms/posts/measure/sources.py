"""Where a measured figure comes from: its readings, each with its residual, and what had to stand in."""

from __future__ import annotations

from collections.abc import Mapping

from waymark.core.say import Angle, Length, Said, Size, Words, bare, exactly, say, tenths
from waymark.rooms.files import Facts, MarkName
from waymark.rooms.posts.measure.facts import context, leans, surveyed
from waymark.rooms.posts.measure.findings import plain, prompt_of
from waymark.rooms.posts.measure.state import MeasureState, title_of

# What the ties of a point say in words.
TIED: Mapping[str, tuple[str, ...]] = {"nose": ("s", "nose"), "hand": ("h", "clamp")}
TIES: Mapping[str, Said] = {
    "nose_x": say("nose ahead of the mark"), "nose_y": say("nose level with the mark"),
    "hand_x": say("hand ahead of the clamp"), "hand_y": say("hand above the clamp"), "bb": say("BB above the floor"),
}  # fmt: skip
SEEN_DEG = 0.05


def explain_now(facts: Facts, mark: str) -> list[Said]:
    """Lines that lead to a measured figure."""
    survey, point = surveyed(facts), context(facts).point_of(mark)
    if survey is None or point not in survey.points:
        return []
    at = survey.points[point]
    lines = [say("Adjusted by least squares from"), *_readings(facts, point), *_stand_ins(facts, point)]
    if survey.level is not None and abs(survey.level.pitch_deg) >= SEEN_DEG:
        nose = say("up") if survey.level.pitch_deg > 0 else say("down")
        lines.append(
            say(
                "Bike stood {pitch} nose {nose}; turned level",
                pitch=Angle(abs(survey.level.pitch_deg), tenths=True),
                nose=nose,
            )
        )
    if survey.degrees_of_freedom == 0:
        lines.append(say("Nothing is checked: no reading more than needed"))
    shown = say(
        "x = {x} ± {sd_x}, y = {y} ± {sd_y}",
        x=tenths(at.at.x_mm),
        sd_x=tenths(at.sd_x_mm),
        y=tenths(at.at.y_mm),
        sd_y=tenths(at.sd_y_mm),
    )
    return [*lines, shown]


def _readings(facts: Facts, point: str) -> list[Said]:
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
        title, words = title_of(measure, it.key), Words(typed)
        if judged.suspect:
            lines.append(say("  {title}: {typed}, left out", title=title, typed=words))
            continue
        # An angle's residual is no length.
        angle = it.reading.kind == "angle"
        off = (
            Angle(round(judged.residual, 1), signed=True) if angle else Length(judged.residual, signed=True, bare=True)
        )
        lines.append(say("  {title}: {typed}, {off}", title=title, typed=words, off=off))
    return lines


def _stand_ins(facts: Facts, point: str) -> list[Said]:
    survey, lean = surveyed(facts), leans(facts)
    lines = []
    for tie in survey.tied if survey else ():
        if point in TIED.get(tie.split("_")[0], ()):
            it = {"nose_x": lean.nose_to_s, "hand_x": lean.off_ahead, "hand_y": lean.off_above}.get(tie)
            what = say("{tie} {length}", tie=TIES[tie], length=bare(it.value)) if it else TIES[tie]
            from_part = it is not None and it.source == "part"
            lines.append(
                say("  {what}: from the part", what=what) if from_part else say("  {what}: assumed", what=what)
            )
    held = {o.reading.key for o in survey.observed if point in o.reading.points()} if survey else set[str]()
    turns = [p.sight.turn for key in held if (p := prompt_of(plain(key)[0])).sight]
    side = next((it for turn in turns if (it := lean.beside(turn)) is not None and it.value), None)
    if side is not None:
        out = bare(side.value)
        if side.source == "assumed":
            lines.append(say("  tapes end {out} out to the side: assumed", out=out))
        else:
            lines.append(say("  tapes end {out} out to the side", out=out))
    return lines


def explain_foot(facts: Facts) -> list[Said]:
    """Lines that lead to the foot's figures, the same in every layer."""
    lean = context(facts)
    how = say("assumed") if "foot_stack" in lean.assumed else say("read")
    return [
        say("Crank {crank}, pedal axle at 3 o'clock", crank=Size(lean.saddle.crank_mm)),
        say("Axle to sole {foot_stack}, {how}", foot_stack=exactly(lean.foot_stack_mm), how=how),
    ]


def explain(facts: Facts, mark: MarkName) -> list[Said]:
    """Lines that lead to a contact mark as measured."""
    return explain_foot(facts) if mark == "foot" else explain_now(facts, mark)
