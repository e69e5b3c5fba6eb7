"""What follows from the readings of a file: how they agree, the lengths everything leans on, the marks as they are."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.callout import (
    Agreement,
    FrameFront,
    Known,
    Leans,
    PartsBike,
    PartsHood,
    PartsSeat,
    Placed,
    Survey,
    Taken,
    agreement,
    hood_agreement,
    seat_agreement,
    survey_bike,
)
from waymark.core.cockpit import Stem
from waymark.core.contact import Contact, ContactKind
from waymark.core.errors import WaymarkError
from waymark.core.frame import ett_from_tube_mm, reach_from_ett_mm
from waymark.core.marks import Mark
from waymark.core.position import HandContext, SaddleContext
from waymark.core.say import Said, say, with_commas
from waymark.core.seat import SaddleFit
from waymark.rooms.files import Facts, MarkName, Marks, fact
from waymark.rooms.posts.measure.state import KEYS, MeasureState, title_of
from waymark.rooms.shelves import DropBarPart, FlatBarPart, FrameSize

# A mark's point in the survey.
POINTS: Mapping[str, str] = {"saddle": "s", "nose": "nose", "clamp": "clamp", "hand": "h", "pad": "pad"}

TOP_TUBE = ("top_tube_level", "top_tube_along", "top_tube_slope")
POINT_LABELS = {
    "s": "Saddle mark", "nose": "Nose", "clamp": "Bar clamp", "h": "Hand", "pad": "Arm pad", "drops": "Drops",
    "tops": "Tops",
}  # fmt: skip


def taken_of(measure: MeasureState) -> dict[str, Taken]:
    """Every reading by key, in the order of work."""
    made = {}
    for key, (prompt, side) in KEYS.items():
        reading = measure.readings.get(key)
        if reading is not None:
            values = tuple(h.value for h in reading.heard if h.value is not None)
            made[key] = Taken(prompt, values, side, reading.decision)
    return made


def read_value(measure: MeasureState, key: str) -> float | None:
    """The mean of what was read for ``key``, or ``None``."""
    found = measure.readings.get(key)
    values = [h.value for h in found.heard if h.value is not None] if found else []
    return sum(values) / len(values) if values else None


def read_sides(measure: MeasureState, prompt: str) -> tuple[float, ...]:
    """What was read of a prompt with sides, the right one first; what was left out is not among it."""
    kept = [k for k in (prompt, f"{prompt}.right", f"{prompt}.left") if _kept(measure, k)]
    return tuple(v for v in (read_value(measure, key) for key in kept) if v is not None)


def _kept(measure: MeasureState, key: str) -> bool:
    reading = measure.readings.get(key)
    return reading is not None and reading.decision != "dropped"


@fact
def taken(facts: Facts) -> dict[str, Taken]:
    """Every reading by key, in the order of work."""
    return taken_of(facts.part(MeasureState))


@fact
def leans(facts: Facts) -> Leans:
    """What readings lean on: as read, else as the parts and the frame have it, else assumed."""
    measure, house = facts.part(MeasureState), facts.house
    chart = measure.frame.chart if measure.frame else None
    bar = measure.bar.hand_off_clamp() if measure.bar else None

    def known(name: str, part: float | None, key: str | None = None) -> Known:
        read = read_value(measure, key) if key else None
        if read is not None:
            return Known(read, house.read_sd[name], "read")
        if part is not None:
            return Known(part, house.part_sd[name], "part")
        return Known(house.assumed[name], house.assumed_sd[name], "assumed")

    return Leans(
        crank=known("crank", None, "crank"),
        seat_angle=known("seat_angle", chart.seat_angle_deg if chart else None, "seat_angle"),
        nose_to_s=known("nose_to_s", measure.saddle.nose_to_s_mm if measure.saddle else None),
        off_ahead=known("hand_ahead", bar.x_mm if bar else None),
        off_above=known("hand_above", bar.y_mm if bar else None),
        bb_height=known("bb_height", chart.wheel_radius_mm - chart.bb_drop_mm if chart else None),
        **_sides(facts),
    )


# Who holds what, by the kind of bar.
_SIDE_OF: Mapping[str, str] = {"drop": "hood_side", "flat": "grip_side", "aero": "extension_side"}


def _sides(facts: Facts) -> dict[str, Known]:
    """How far out to the side tapes to the hands, pads and tops end; nothing where they are held to the middle."""
    measure, house = facts.part(MeasureState), facts.house
    if measure.tape == "middle":
        return {}
    kind = measure.handlebar()

    def known(name: str, read: float | None, part: float | None) -> Known:
        if read is not None:
            return Known(read, house.read_sd["side"], "read")
        if part is not None:
            return Known(part, house.part_sd["side"], "part")
        return Known(house.assumed[name], house.assumed_sd[name], "assumed")

    # A drop bar's width is given at the hoods; of a flat bar's, the hands hold less.
    bar, width, pads = measure.bar, read_value(measure, "bar_width"), read_value(measure, "pad_width")
    inset = bar.hand_inset_mm if isinstance(bar, FlatBarPart) else house.assumed["grip_inset"]
    less = {"drop": 0.0, "flat": inset}.get(kind)
    of_bar = bar.width_mm / 2 - less if bar is not None and less is not None else None
    return {
        "hand_side": known(_SIDE_OF[kind], None if width is None or less is None else width / 2 - less, of_bar),
        "pad_side": known("pad_side", None if pads is None else pads / 2, None),
        "tops_side": known("tops_side", None, None),
    }


@fact(by_value=False)
def survey(facts: Facts) -> Survey:
    """The readings adjusted together, the bike's parts with them where they agree; raises ``GeometryError`` where no bike
    can be of them."""
    pairs = ((parts_bike(facts), parts_agree(facts)), (parts_seat(facts), seat_agrees(facts)))
    agreeing = [parts for parts, held in pairs if parts is not None and (held is None or held.agrees)]
    return survey_bike(taken(facts), leans(facts), agreeing)


@fact(by_value=False)
def parts_bike(facts: Facts) -> PartsBike | None:
    """The front end as its parts have it: frame from the shelf, else its chart numbers; stem and spacers as read."""
    measure, house = facts.part(MeasureState), facts.house
    length, angle = read_value(measure, "stem_length"), read_value(measure, "stem_angle")
    pile, front = read_value(measure, "spacers_under"), _front(facts)
    if length is None or angle is None or pile is None or front is None:
        return None
    return PartsBike(front, Stem(length, angle, house.usual_clamp_height_mm), pile, house.part_sd)


def _front(facts: Facts) -> FrameFront | None:
    measure = facts.part(MeasureState)
    if measure.frame is not None:
        return front_of(measure.frame)
    stack, head = read_value(measure, "frame_stack"), read_value(measure, "head_angle")
    reach = _reach(measure)
    if stack is None or reach is None or head is None:
        return None
    return FrameFront("", Mark(reach, stack), head, facts.house.usual_cover_mm)


def _reach(measure: MeasureState) -> float | None:
    """The frame's reach as read, else from its top tube: level, or along it by its slope, with stack and seat angle."""
    read = {key: read_value(measure, key) for key in ("frame_reach", "frame_stack", "seat_angle", *TOP_TUBE)}
    stack, seat = read["frame_stack"], read["seat_angle"]
    if read["frame_reach"] is not None or stack is None or seat is None:
        return read["frame_reach"]
    level, along, slope = (read[key] for key in TOP_TUBE)
    if level is None and along is not None and slope is not None:
        level = ett_from_tube_mm(along, slope, seat)
    return None if level is None else reach_from_ett_mm(level, stack, seat)


def front_of(size: FrameSize) -> FrameFront:
    """The front of a size by its chart."""
    c = size.chart
    return FrameFront(size.label, Mark(c.reach_mm, c.stack_mm), c.head_angle_deg, c.cover_mm)


@fact(by_value=False)
def by_tape(facts: Facts) -> Survey:
    """The readings adjusted together with no part of the bike among them: what its parts are held against."""
    return survey_bike(taken(facts), leans(facts))


@fact(by_value=False)
def parts_agree(facts: Facts) -> Agreement | None:
    """The bike's parts held against the tape; ``None`` where either does not place the clamp."""
    parts = parts_bike(facts)
    if parts is None:
        return None
    clamp = by_tape(facts).points.get("clamp")
    if clamp is None:
        return None
    frame = facts.part(MeasureState).frame
    others = [front_of(s) for _, s in facts.shelf.sizes if frame and s.frame == frame.frame and s.label != frame.label]
    return agreement(parts, clamp.at, clamp.covariance, others)


@fact(by_value=False)
def parts_seat(facts: Facts) -> PartsSeat | None:
    """The saddle as its parts have it: a frame from the shelf, its saddle, the post as it shows and its setback, and where
    on the rails it is clamped, their middle where nobody read it."""
    measure, sd = facts.part(MeasureState), facts.house.part_sd
    exposed, setback = read_value(measure, "post_exposed"), read_value(measure, "post_setback")
    if measure.frame is None or measure.saddle is None or exposed is None or setback is None:
        return None
    rails, tilt = read_value(measure, "rails_ahead"), read_value(measure, "tilt")
    if rails is None:
        sd = {**sd, "rails": sd["rails_assumed"]}
    fit = SaddleFit(measure.saddle.rail_to_top_mm, measure.saddle.mark_to_s_mm, tilt or 0.0)
    return seat_of(measure.frame, exposed, setback, rails or 0.0, fit, sd)


def seat_of(
    size: FrameSize, exposed: float, setback: float, slide: float, fit: SaddleFit, sd: Mapping[str, float]
) -> PartsSeat:
    """A saddle on a post in this size's seat tube."""
    c = size.chart
    return PartsSeat(
        size.label, c.seat_angle_deg, c.seat_tube_mm, c.axis_behind_bb_mm, exposed, setback, slide, fit, sd
    )


@fact(by_value=False)
def seat_agrees(facts: Facts) -> Agreement | None:
    """Post, rails and saddle held against the tape; ``None`` where either does not place the saddle mark."""
    parts, frame = parts_seat(facts), facts.part(MeasureState).frame
    if parts is None or frame is None:
        return None
    saddle = by_tape(facts).points.get("s")
    if saddle is None:
        return None
    others = [
        seat_of(s, parts.exposed_mm, parts.setback_mm, parts.slide_mm, parts.fit, parts.sd)
        for _, s in facts.shelf.sizes
        if s.frame == frame.frame and s.label != frame.label
    ]
    return seat_agreement(parts, saddle.at, saddle.covariance, others)


@fact(by_value=False)
def hood_agrees(facts: Facts) -> Agreement | None:
    """Bar and lever held against the taped hood; ``None`` where the bar, how it stands, or a taped place is not known."""
    measure = facts.part(MeasureState)
    bar, ramp = measure.bar, read_value(measure, "bar_rotation")
    slopes = [v for side in ("right", "left") if (v := read_value(measure, f"hood_slope.{side}")) is not None]
    if not isinstance(bar, DropBarPart) or ramp is None or not slopes:
        return None
    found = by_tape(facts)
    clamp, hood = found.points.get("clamp"), found.points.get("h")
    if clamp is None or hood is None or {"hand_x", "hand_y"} & set(found.tied):
        return None
    slope = sum(slopes) / len(slopes)
    parts = PartsHood(clamp.at, clamp.covariance, bar.bar(), bar.lever(), ramp, slope, facts.house.part_sd)
    return hood_agreement(parts, hood.at, hood.covariance)


@fact(by_value=False)
def surveyed(facts: Facts) -> Survey | None:
    """The survey, ``None`` where no bike can be of the readings."""
    try:
        return survey(facts)
    except WaymarkError:
        return None


@fact
def problems(facts: Facts) -> list[Said]:
    """What stands in the way of the marks, in words."""
    try:
        against = survey(facts).contradicting
    except WaymarkError as wrong:
        return [wrong.said]
    if not against:
        return []
    names = with_commas([title_of(facts.part(MeasureState), key) for key in against])
    return [say("These cannot be of one bike: {names}. Read one of them again.", names=names)]


@dataclass(frozen=True, slots=True)
class Context:
    """The lengths everything leans on, the contact that is carried, and what was assumed because nothing was read."""

    saddle: SaddleContext
    contact: Contact
    foot_stack_mm: float
    assumed: tuple[str, ...]
    hand_side_mm: float = 0.0

    def point_of(self, mark: str) -> str:
        """The survey's point of a mark: of the hand's, what is carried."""
        return "pad" if mark == "hand" and self.contact.on_pads else POINTS.get(mark, "")


# What the hand is on, by the bar that was measured.
HELD: Mapping[str, ContactKind] = {"drop": "hood", "flat": "grip", "aero": "extension"}


@fact
def context(facts: Facts) -> Context:
    """The lengths everything leans on: as surveyed, else from the parts and frame, else assumed."""
    measure, found, lean = facts.part(MeasureState), surveyed(facts), leans(facts)
    points, tied = (found.points, set(found.tied)) if found else ({}, set[str]())
    sources = {
        "crank": lean.crank, "seat_angle": lean.seat_angle, "nose_to_s": lean.nose_to_s, "bb_height": lean.bb_height,
        "hand_ahead": lean.off_ahead, "hand_above": lean.off_above,
    }  # fmt: skip
    assumed = {name: known.source == "assumed" for name, known in sources.items()}
    nose_to_s, off = lean.nose_to_s.value, Mark(lean.off_ahead.value, lean.off_above.value)
    bb_height = lean.bb_height.value
    if "s" in points and "nose" in points and not tied & {"nose_x", "nose_y"}:
        nose_to_s = points["nose"].at.distance_mm(points["s"].at)
        assumed["nose_to_s"] = False
    elif (read := read_value(measure, "s_nose")) is not None:
        nose_to_s = read
        assumed["nose_to_s"] = False
    if "clamp" in points and "h" in points and not tied & {"hand_x", "hand_y"}:
        off = points["h"].at - points["clamp"].at
        assumed["hand_ahead"] = assumed["hand_above"] = False
    else:
        ahead, above = read_value(measure, "off_ahead"), read_value(measure, "off_above")
        off = Mark(off.x_mm if ahead is None else ahead, off.y_mm if above is None else above)
        assumed["hand_ahead"] &= ahead is None
        assumed["hand_above"] &= above is None
    if found and found.bb_height_mm is not None and "bb" not in tied:
        bb_height = found.bb_height_mm
        assumed["bb_height"] = False
    # How far out the hands are matters only to a tape that ends there.
    sights = [KEYS[key][0].sight for key in measure.readings]
    taped = any(sight is not None and sight.turn == "to_hand" for sight in sights)
    assumed["hand_side"] = taped and lean.hand_side.source == "assumed"
    stack = read_value(measure, "foot_stack")
    assumed["foot_stack"] = stack is None
    stands_in = tuple(name for name, it in assumed.items() if it)
    stack = facts.house.assumed["foot_stack"] if stack is None else stack
    saddle = SaddleContext(lean.crank.value, lean.seat_angle.value, bb_height, nose_to_s)
    if measure.handlebar() == "aero" and {"clamp", "pad", "h"} <= set(points):
        pad = points["pad"].at
        to_pad, to_grip = pad - points["clamp"].at, points["h"].at - pad
        pads = Contact("pad", to_pad, to_grip, read_value(measure, "pad_width"))
        return Context(saddle, pads, stack, stands_in, lean.hand_side.value)
    return Context(saddle, Contact(HELD[measure.handlebar()], off), stack, stands_in, lean.hand_side.value)


@fact
def now_marks(facts: Facts) -> Marks:
    """The contact marks as they were measured and levelled, as far as they are placed."""
    lean, found = context(facts), surveyed(facts)
    now: Marks = {}
    if "crank" in facts.part(MeasureState).readings:
        now["foot"] = Mark(lean.saddle.crank_mm, lean.foot_stack_mm)
    if found is None or found.contradicting:
        return now
    marks: tuple[MarkName, ...] = ("saddle", "hand")
    for mark in marks:
        placed = found.points.get(lean.point_of(mark))
        if placed is not None:
            now[mark] = placed.at
    return now


def placed_now(facts: Facts, mark: MarkName) -> Placed | None:
    """How sure a mark was measured."""
    found = surveyed(facts)
    return found.points.get(context(facts).point_of(mark)) if found else None


def hand_context(saddle: Mark, lean: Context) -> HandContext:
    """What the hand's statements lean on, for a saddle mark."""
    nose = saddle + Mark(lean.saddle.nose_to_s_mm, 0.0)
    return HandContext(saddle, nose, lean.contact.off, lean.saddle.bb_height_mm, lean.hand_side_mm)


def label_of(facts: Facts, mark: MarkName) -> str:
    """The mark's name on the sheet."""
    return context(facts).contact.label if mark == "hand" else mark.capitalize()
