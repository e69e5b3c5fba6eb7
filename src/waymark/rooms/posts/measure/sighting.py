"""The readings drawn: dimension lines on the elevation, position lines and ellipses in the loupes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from waymark.core.callout import PROMPTS, Survey, Taken
from waymark.core.callout.level import levelled
from waymark.core.callout.prompt import key_of
from waymark.core.drawing.model import BikeDrawing
from waymark.core.drawing.primitives import Path
from waymark.core.drawing.sights import Dimension, dimension, ellipse, position_line
from waymark.core.marks import ORIGIN, Mark
from waymark.rooms.files import Facts
from waymark.rooms.posts.measure import facts as measured
from waymark.rooms.posts.measure.drawn import drawn_now
from waymark.rooms.posts.measure.facts import POINT_LABELS
from waymark.rooms.posts.measure.findings import figure, observed_word, plain, prompt_of
from waymark.rooms.posts.measure.shapes import Line, Magnified, PositionLine, ReadingWord, Sighted
from waymark.rooms.posts.measure.state import MeasureState, title_of

# Lines of one kind lie in rows, so that none covers another.
ROWS: Mapping[str, int] = {
    "s_behind": 1, "clamp_ahead": 0, "hand_ahead": 1, "pad_ahead": 2, "nose_up": 1, "hand_up": 1, "drop": 2,
    "s_floor": 4, "nose_floor": 2, "clamp_floor": 1, "hand_floor": 3, "pad_floor": 2, "drops_floor": 2,
    "tops_floor": 1, "s_hand": 3, "nose_hand": 2, "s_clamp": -1, "s_nose": 1, "s_pad": 4, "bb_hand": -1,
    "s_drops": -2, "s_tops": -2,
}  # fmt: skip
# And their figures stand at different shares of the way.
SHARES: Mapping[str, float] = {
    "nose_clamp": 0.6, "s_clamp": 0.36, "nose_hand": 0.62, "s_hand": 0.42, "bb_clamp": 0.55, "bb_hand": 0.4,
    "s_straight": 0.4, "s_nose": 0.5,
}  # fmt: skip


def dimensions(facts: Facts) -> list[Sighted]:
    """The dimension line of every prompt that sights something, where its ends are or would be drawn."""
    taken, survey, bike = measured.taken(facts), measured.surveyed(facts), drawn_now(facts).bike
    bar = facts.part(MeasureState).handlebar()
    words = _words(survey, taken)
    usual = usual_places(bike)
    lean = survey.level.pitch_deg if survey and survey.level else 0.0
    made = []
    for prompt in PROMPTS:
        for side in prompt.sides():
            key = key_of(prompt.name, side)
            if bar not in prompt.bars and key not in taken:
                continue
            found = _line(prompt.name, survey, usual, bike, lean)
            if found is None:
                continue
            it = taken.get(key)
            made.append(
                Sighted(
                    key=key,
                    lines=[_stroke(p) for p in (*found.helps, *found.strokes)],
                    x_mm=found.label.x_mm,
                    y_mm=found.label.y_mm,
                    word=words.get(key, "unchecked") if it else "asked",
                    figure=figure(it.mean, prompt.unit) if it and it.values else "",
                    value_mm=it.mean if it and it.values and prompt.unit == "mm" else None,
                )
            )
    return made


def _words(survey: Survey | None, taken: Mapping[str, Taken]) -> dict[str, ReadingWord]:
    """Each reading's word; a mean of both sides speaks for both."""
    said: dict[str, ReadingWord] = {key: "left out" for key, it in taken.items() if it.decision == "dropped"}
    for it in survey.observed if survey else ():
        word = observed_word(survey, taken, it) if survey else "unchecked"
        for key in (it.key, f"{it.key}.right", f"{it.key}.left"):
            if key in taken and said.get(key) != "suspect":
                said[key] = word
    return said


def usual_places(bike: BikeDrawing) -> dict[str, Mark]:
    """Where the drawn bike has the points that nothing places yet."""
    nose = bike.saddle + Mark(bike.nose_to_s_mm, 0.0)
    clamp = bike.clamp
    return {
        "s": bike.saddle,
        "nose": nose,
        "clamp": clamp,
        "h": bike.hand,
        "pad": clamp + Mark(-60.0, 60.0),
        "drops": clamp + Mark(50.0, -125.0),
        "tops": clamp + Mark(8.0, 0.0),
        "bb": ORIGIN,
        "front": bike.frame.front_axle,
        "rear": bike.frame.rear_axle,
        "pedal_six": Mark(0.0, -bike.crank_mm),
    }


def place_of(survey: Survey | None, name: str, usual: Mapping[str, Mark]) -> Mark:
    """Where a point is drawn: as surveyed and levelled, else where the drawn bike has it."""
    placed = survey.points.get(name) if survey else None
    return placed.at if placed else usual[name]


def _line(
    name: str, survey: Survey | None, usual: Mapping[str, Mark], bike: BikeDrawing, lean_deg: float
) -> Dimension | None:
    ground = bike.frame.ground_y_mm
    front, rear = usual["front"], usual["rear"]
    level: Mapping[str, tuple[str, Mark, Mark, int]] = {
        "front_axle": ("floor_height", ORIGIN, front, 5), "rear_axle": ("floor_height", ORIGIN, rear, 5),
        "wheelbase": ("distance", rear, front, 0),
        "front_radius": ("distance", front, Mark(front.x_mm, ground), 0),
        "rear_radius": ("distance", rear, Mark(rear.x_mm, ground), 0),
        "pitch": ("distance", rear, front, 0),
    }  # fmt: skip
    if name in level:
        kind, start, end, row = level[name]
        return dimension(kind, start, end, ground, row=row)
    sight = prompt_of(name).sight
    if sight is None:
        return None
    pedal = sight.turn in ("less_crank", "from_pedal_six")
    end = place_of(survey, sight.end, usual)
    start = place_of(survey, sight.start, usual)
    if pedal:
        # With the crank in line with the seat the pedal lies beyond the BB; at six it hangs below.
        in_line = end.scaled(-bike.crank_mm / max(end.length_mm, 1.0))
        start = usual["pedal_six"] if sight.turn == "from_pedal_six" else in_line
    return dimension(
        sight.kind, start, end, ground, row=ROWS.get(name, 0), share=SHARES.get(name, 0.42), lean_deg=lean_deg
    )


def _stroke(path: Path) -> Line:
    return Line(s=path.style, d=path.d())


def loupes(facts: Facts) -> list[Magnified]:
    """Every placed mark with its ellipse and the lines of the readings that touch it."""
    survey = measured.surveyed(facts)
    if survey is None:
        return []
    taken, leans, measure = measured.taken(facts), measured.leans(facts), facts.part(MeasureState)
    raw = {name: p.raw for name, p in survey.points.items()}
    raw["pedal_six"] = Mark(0.0, -leans.crank.value)
    height = survey.bb_height_mm or leans.bb_height.value
    made = []
    for name, placed in survey.points.items():
        lines: list[PositionLine] = []
        for it in survey.observed:
            if name not in it.reading.points():
                continue
            path = position_line(it.reading, name, raw, height, lambda p: levelled(p, survey.level))
            if path is not None:
                value, unit = _stated(it.key, it.repeat, taken), prompt_of(it.key).unit
                lines.append(
                    PositionLine(
                        key=plain(it.reading.key)[0],
                        title=title_of(measure, it.key),
                        d=path.d(),
                        figure=figure(value, unit),
                        value_mm=value if unit == "mm" else None,
                        word=observed_word(survey, taken, it),
                    )
                )
        made.append(
            Magnified(
                mark=name,
                label=POINT_LABELS.get(name, name),
                x_mm=placed.at.x_mm,
                y_mm=placed.at.y_mm,
                ellipse=ellipse(placed.at, placed.covariance).d(),
                sights=lines,
            )
        )
    return made


def _stated(key: str, repeat: int | None, taken: Mapping[str, Taken]) -> float:
    it = taken.get(key)
    if it is not None:
        return it.mean if repeat is None else it.values[repeat]
    sides: Sequence[Taken] = [taken[f"{key}.right"], taken[f"{key}.left"]]
    return sum(t.mean for t in sides) / 2
