"""The fit file: everything of one carried position, as it is kept, exported and imported.

Frames and parts are kept as copies of what was chosen, so that a shelf edited later changes no file.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any, Literal

from pydantic import Field, field_validator

from waymark.core.callout import BarKind, every_key
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.rules.racing import RaceRules
from waymark.rooms.riders import Typed
from waymark.rooms.shelves import (
    AeroBarPart,
    CockpitPart,
    DropBarPart,
    FlatBarPart,
    FrameSize,
    PostPart,
    SaddlePart,
    StemPart,
)
from waymark.rooms.shelves.base import Strict, mm
from waymark.rooms.shelves.schemas import Kind, Material

VERSION = 2
MOST_DATED = 40
BarPart = DropBarPart | FlatBarPart
KEYS = every_key()
Decided = Literal["again", "corrected", "dropped", "kept", "meant", "restored"]


class Point(Strict):
    """A mark from the BB, mm."""

    x_mm: float = mm(-2000, 3000)
    y_mm: float = mm(-2000, 3000)

    def mark(self) -> Mark:
        """As the core has it."""
        return Mark(self.x_mm, self.y_mm)


class Heard(Strict):
    """One reading as typed and as understood, mm or degrees; no value where it is words."""

    typed: str = Field(min_length=1, max_length=120)
    value: float | None = Field(default=None, ge=-2000, le=3000)


class ReadingState(Strict):
    """What was read for one prompt: its repeats, what the fitter decided of it, and the instrument if any."""

    heard: list[Heard] = Field(min_length=1, max_length=9)
    decision: Literal["", "kept", "dropped", "meant"] = ""
    source: str = Field(default="", max_length=60)


class Decision(Strict):
    """What a fitter decided about a reading that did not agree, and when; never taken out."""

    key: str = Field(max_length=60)
    what: Decided
    was: str = Field(default="", max_length=200)
    now: str = Field(default="", max_length=120)
    at: str = Field(max_length=40)


class MarkRecord(Point):
    """A mark as it was measured, with its covariance, mm²."""

    xx_mm2: float = mm(0, 1e6)
    xy_mm2: float = mm(-1e6, 1e6)
    yy_mm2: float = mm(0, 1e6)


class SetupRecord(Strict):
    """A measured set-up kept to compare with: when, by whom, how many readings, and the marks."""

    on: str = Field(max_length=40)
    by: str = Field(min_length=1, max_length=80)
    note: str = Field(default="", max_length=200)
    readings: int = Field(ge=0, le=500)
    marks: dict[str, MarkRecord] = Field(max_length=20)


class MeasureState(Strict):
    """The bike as it stands: everything read in the call-out, the parts known from the shelves, kept set-ups."""

    bar_kind: BarKind | None = None
    readings: dict[str, ReadingState] = Field(default_factory=dict, max_length=200)
    skipped: list[str] = Field(default_factory=list, max_length=200)
    decisions: list[Decision] = Field(default_factory=list, max_length=500)
    setups: list[SetupRecord] = Field(default_factory=list, max_length=60)
    frame: FrameSize | None = None
    bar: BarPart | None = Field(default=None, discriminator="kind")
    saddle: SaddlePart | None = None

    @field_validator("readings")
    @classmethod
    def _readable(cls, readings: dict[str, ReadingState]) -> dict[str, ReadingState]:
        for key, reading in readings.items():
            if key not in KEYS:
                raise ValueError(f"{key[:60]} is nothing that is asked of a bike")
            prompt, _ = KEYS[key]
            for heard in reading.heard:
                if prompt.unit == "words":
                    good = heard.value is None
                else:
                    good = heard.value is not None and prompt.least <= heard.value <= prompt.greatest
                if not good:
                    raise ValueError(f"{key}: {heard.typed[:40]} is outside what can be read there")
        return readings

    def handlebar(self) -> BarKind:
        """The kind of bar: as said, else as the bar on the shelf is, else a drop bar."""
        if self.bar_kind is not None:
            return self.bar_kind
        return "flat" if self.bar is not None and self.bar.kind == "flat_bar" else "drop"


class GoalState(Strict):
    """Where the marks must be: kept as measured, with nudges in mm, for a discipline."""

    discipline: Kind = "road"
    saddle_dx_mm: float = mm(-150, 150, default=0)
    saddle_dy_mm: float = mm(-150, 150, default=0)
    hand_dx_mm: float = mm(-200, 200, default=0)
    hand_dy_mm: float = mm(-200, 200, default=0)


class Look(Strict):
    """Which frames are looked at; ``kinds`` None means those near the goal's use."""

    kinds: list[Kind] | None = Field(default=None, max_length=8)
    materials: list[Material] = Field(default_factory=list, max_length=4)
    price_most: int = Field(default=5, ge=1, le=5)
    owned_only: bool = False
    in_stock_only: bool = True
    tags: list[str] = Field(default_factory=list, max_length=20)
    bars: bool = True


class Schools(Strict):
    """Which school decides what in this file; the house default first."""

    between: Literal["headroom", "smaller", "larger"] = "headroom"
    rotation: Literal["ramp", "drop_end", "palm"] = "ramp"
    standover: Literal["after", "first"] = "after"
    width: Literal["acromion", "narrower", "wider"] = "acromion"


class Rules(Strict):
    """The rules of the event, as read in its rulebook on the day ``dated``; None where no rule is kept to."""

    nose_behind_bb_mm: float | None = mm(0, 200, default=None)
    least_bar_width_mm: float | None = mm(200, 600, default=None)
    dated: str = Field(default="", max_length=MOST_DATED)

    def read(self) -> RaceRules:
        """As the core has them."""
        return RaceRules(self.nose_behind_bb_mm, self.least_bar_width_mm, self.dated)


class FrameState(Strict):
    """The frame size chosen, one held beside it, the goal they were chosen for, and how it is looked for."""

    chosen: FrameSize | None = None
    held: FrameSize | None = None
    for_goal: dict[Literal["saddle", "hand"], Point] | None = None
    look: Look = Field(default_factory=Look)
    schools: Schools = Field(default_factory=Schools)
    rules: Rules = Field(default_factory=Rules)


class PlaceState(Strict):
    """Where the hand is from the bar clamp, how the bar is turned and the lever slid for it, in a mechanic's words."""

    off_x_mm: float = mm(-200, 300)
    off_y_mm: float = mm(-200, 300)
    rotation_deg: float = mm(-90, 90, default=0)
    slide_mm: float = mm(-200, 200, default=0)
    slope_deg: float | None = mm(-90, 90, default=None)
    says: str = Field(default="", max_length=160)

    def off(self) -> Mark:
        """The hand from the clamp's centre."""
        return Mark(self.off_x_mm, self.off_y_mm)


class BuildState(Strict):
    """The front end and seat chosen on the frame.

    ``bar`` None is the bar as on the old bike, ``place`` None as it stands there. With a one-piece ``cockpit``
    the ``stem`` is its own. ``cover_mm`` None is the frame's own cover.
    """

    stem: StemPart | None = None
    turned_over: bool = False
    cover_mm: float | None = mm(0, 60, default=None)
    spacers_mm: float = mm(0, 80, default=0)
    bar: Annotated[DropBarPart | FlatBarPart | AeroBarPart, Field(discriminator="kind")] | None = None
    cockpit: CockpitPart | None = None
    cockpit_width_mm: float | None = mm(300, 600, default=None)
    place: PlaceState | None = None
    post: PostPart | None = None
    post_exposed_mm: float | None = mm(-700, 900, default=None)
    slide_mm: float | None = mm(-80, 80, default=None)
    for_frame: str | None = Field(default=None, max_length=160)


class BuiltState(Strict):
    """The marks measured after the work, from the BB."""

    saddle_x: Typed | None = None
    saddle_y: Typed | None = None
    hand_x: Typed | None = None
    hand_y: Typed | None = None


class FitState(Strict):
    """One fit file's content."""

    version: int = VERSION
    bike: str = Field(default="", max_length=120)
    reason: str = Field(default="", max_length=400)
    measure: MeasureState = Field(default_factory=MeasureState)
    goal: GoalState = Field(default_factory=GoalState)
    frame: FrameState = Field(default_factory=FrameState)
    build: BuildState = Field(default_factory=BuildState)
    built: BuiltState = Field(default_factory=BuiltState)
    notes: str = Field(default="", max_length=4000)


def title_of(state: FitState, key: str) -> str:
    """A reading's title with its side, as the fitter sees it; a repeat's number is left off."""
    key = key.split("#")[0]
    prompt, side = KEYS.get(key) or KEYS[f"{key}.right"]
    title = prompt.title_for(state.measure.handlebar())
    return f"{title}, {side}" if side and "." in key else title


def migrated(raw: dict[str, Any]) -> dict[str, Any]:
    """A state of any earlier version brought up to ``VERSION``, one step a version; raises ``InputError``."""
    steps: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _from_1}
    version = raw.get("version", 1)
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version <= VERSION:
        raise InputError(
            "This is of no version that this house reads.", field="fit.version", allowed=f"1 to {VERSION}",
            kept=str(version)[:40],
        )  # fmt: skip
    while version < VERSION:
        raw = steps[version](raw)
        version = raw["version"]
    return raw


# Version 1 kept four statements and seven lengths; each is a reading of the call-out.
_WAYS_OF_1: dict[str, dict[str, str]] = {
    "saddle_height": {
        "straight": "s_straight", "vertical": "s_plumb", "seat_tube": "s_seat_tube", "pedal": "s_pedal",
        "pedal_six": "s_pedal_six", "floor": "s_floor",
    },
    "setback": {"mark": "s_behind", "nose": "nose_behind", "angle": "s_angle"},
    "hand_height": {
        "hand_up": "hand_up.right", "drop": "drop", "hand_floor": "hand_floor.right", "clamp_up": "clamp_up",
        "clamp_floor": "clamp_floor",
    },
    "hand_reach": {
        "hand_ahead": "hand_ahead.right", "mark_to_hand": "s_hand.right", "nose_to_hand": "nose_hand.right",
        "nose_to_clamp": "nose_clamp", "clamp_ahead": "clamp_ahead",
    },
}  # fmt: skip
_PLAIN_OF_1 = {
    "crank": "crank", "seat_angle": "seat_angle", "nose_to_s": "s_nose", "bb_height": "bb_floor",
    "hand_ahead": "off_ahead", "hand_above": "off_above", "foot_stack": "foot_stack",
}  # fmt: skip


def _from_1(raw: dict[str, Any]) -> dict[str, Any]:
    given = raw.get("measure") or {}
    if not isinstance(given, dict):
        raise InputError("This is no measured bike.", field="fit.measure", kept=str(given)[:40])
    measure = dict(given)
    readings: dict[str, Any] = {}
    for name, ways in _WAYS_OF_1.items():
        stated = measure.pop(name, None)
        if stated is not None:
            key = ways.get(stated.get("way", "")) if isinstance(stated, dict) else None
            if key is None:
                raise InputError(
                    f"This states no {name.replace('_', ' ')}.", field=f"fit.measure.{name}", allowed=", ".join(ways)
                )
            readings[key] = _heard_of_1(stated, name)
    for name, key in _PLAIN_OF_1.items():
        typed = measure.pop(name, None)
        if typed is not None:
            readings[key] = _heard_of_1(typed, name)
    return {**raw, "version": 2, "measure": {**measure, "readings": readings}}


def _heard_of_1(stated: Any, name: str) -> dict[str, Any]:
    if not isinstance(stated, dict) or not {"typed", "value"} <= stated.keys():
        raise InputError("A number is missing here.", field=f"fit.measure.{name}", allowed="typed and value")
    return {"heard": [{"typed": stated["typed"], "value": stated["value"]}]}
