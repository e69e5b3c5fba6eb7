"""The plan as it is kept: the frame chosen and how it is looked for, and the parts on it.

Frames and parts are copies of what was chosen, so that a shelf edited later changes no file.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from waymark.core.cockpit.controls import Control
from waymark.core.marks import Mark
from waymark.core.rules.racing import RaceRules
from waymark.core.say import words
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.schema import KeptSaid, Point, Strict, mm
from waymark.rooms.shelves import (
    AeroBarPart,
    CleatPart,
    CockpitPart,
    CrankPart,
    DropBarPart,
    FlatBarPart,
    FrameSize,
    Kind,
    Material,
    PedalPart,
    PostPart,
    SaddlePart,
    ShoePart,
    StemPart,
    TyrePart,
    WheelsPart,
)

MOST_DATED = 40


class Look(Strict):
    """Which frames are looked at; ``kinds`` None means those near the goal's use."""

    kinds: list[Kind] | None = Field(default=None, max_length=8)
    materials: list[Material] = Field(default_factory=list, max_length=4)
    price_most: int = Field(default=5, ge=1, le=5)
    owned_only: bool = False
    in_stock_only: bool = True
    tags: list[str] = Field(default_factory=list, max_length=20)
    bars: bool = True
    deep_bends: bool = False


class Schools(Strict):
    """Which school decides what in this file; ``None`` where the house's does."""

    between: Literal["headroom", "smaller", "larger"] | None = None
    rotation: Literal["ramp", "drop_end", "palm"] | None = None
    standover: Literal["after", "first"] | None = None
    step_over: Literal["first", "after"] | None = None
    width: Literal["acromion", "narrower", "wider", "present"] | None = None
    levers: Literal["forearm", "flatter"] | None = None
    weight: Literal["long_low", "short_wide"] | None = None


class Rules(Strict):
    """The rules of the event, as read in its rulebook on the day ``dated``; None where no rule is kept to."""

    nose_behind_bb_mm: float | None = mm(0, 200, default=None)
    least_bar_width_mm: float | None = mm(200, 600, default=None)
    dated: str = Field(default="", max_length=MOST_DATED)

    def read(self) -> RaceRules:
        """As the core has them."""
        return RaceRules(self.nose_behind_bb_mm, self.least_bar_width_mm, self.dated)


MadeChoice = Literal[
    "head_angle_deg",
    "stem_length_mm",
    "stem_angle_deg",
    "spacers_mm",
    "fork_length_mm",
    "fork_offset_mm",
    "bb_drop_mm",
    "chainstay_mm",
    "post_showing_mm",
    "setback_mm",
]


class FrameState(Strict):
    """The frame size chosen, one held beside it, the goal they were chosen for, how it is looked for, and what was set of
    the frame that would be made."""

    chosen: FrameSize | None = None
    held: FrameSize | None = None
    for_goal: dict[Literal["saddle", "hand"], Point] | None = None
    look: Look = Field(default_factory=Look)
    schools: Schools = Field(default_factory=Schools)
    rules: Rules = Field(default_factory=Rules)
    made: dict[MadeChoice, Annotated[float, Field(ge=-50, le=700)]] = Field(default_factory=dict)


class PlaceState(Strict):
    """Where the hand is from the bar clamp, how bar and lever stand for it; ``stands`` says so to a mechanic."""

    off_x_mm: float = mm(-200, 300)
    off_y_mm: float = mm(-200, 300)
    rotation_deg: float = mm(-90, 90, default=0)
    slide_mm: float = mm(-200, 200, default=0)
    slope_deg: float | None = mm(-90, 90, default=None)
    stands: KeptSaid | None = None

    @model_validator(mode="before")
    @classmethod
    def _as_words(cls, given: Any) -> Any:
        """Files were once kept with the words alone."""
        if isinstance(given, dict) and isinstance(given.get("says"), str):
            rest = {k: v for k, v in given.items() if k != "says"}
            return {**rest, "stands": words(given["says"][:160])} if given["says"] else rest
        return given

    def off(self) -> Mark:
        """The hand from the clamp's centre."""
        return Mark(self.off_x_mm, self.off_y_mm)


Rings = Annotated[list[Annotated[float, Field(ge=16, le=70)]], Field(min_length=1, max_length=3)]
Cogs = Annotated[list[Annotated[float, Field(ge=8, le=60)]], Field(min_length=1, max_length=14)]


class GearSet(Strict):
    """Rings and cogs, in teeth, small first."""

    rings: Rings
    cogs: Cogs


class GearsState(Strict):
    """The gears of the present bike and of the plan, and the hill they are judged by; None is the house's for the use."""

    now: GearSet | None = None
    then: GearSet | None = None
    cadence_rpm: float | None = mm(40, 140, default=None)
    power_w: float | None = mm(20, 900, default=None)
    gradient_percent: float | None = mm(0, 40, default=None)


class ControlsState(Strict):
    """What was set of levers, remotes and grips, each side on its own, mm or degrees; ``meant``: why the sides differ."""

    left: dict[Control, float] = Field(default_factory=dict)
    right: dict[Control, float] = Field(default_factory=dict)
    meant: str = Field(default="", max_length=120)


class BuildState(Strict):
    """The front end and seat chosen on the frame.

    ``bar``, ``saddle``, wheels, tyres and what is under the feet are those of the old bike while None; ``place`` None is
    the bar as it stands there, ``cut_to_mm`` what a flat one is cut to. With a one-piece ``cockpit`` the ``stem`` is its
    own. ``cover_mm`` None is the frame's own.
    """

    stem: StemPart | None = None
    turned_over: bool = False
    cover_mm: float | None = mm(0, 60, default=None)
    spacers_mm: float = mm(0, 80, default=0)
    bar: Annotated[DropBarPart | FlatBarPart | AeroBarPart, Field(discriminator="kind")] | None = None
    cockpit: CockpitPart | None = None
    cockpit_width_mm: float | None = mm(300, 600, default=None)
    cut_to_mm: float | None = mm(400, 900, default=None)
    place: PlaceState | None = None
    post: PostPart | None = None
    post_exposed_mm: float | None = mm(-700, 900, default=None)
    slide_mm: float | None = mm(-80, 80, default=None)
    saddle: SaddlePart | None = None
    crank: CrankPart | None = None
    pedal: PedalPart | None = None
    cleat: CleatPart | None = None
    shoe: ShoePart | None = None
    wheels: WheelsPart | None = None
    tyre: TyrePart | None = None
    gears: GearsState = Field(default_factory=GearsState)
    controls: ControlsState = Field(default_factory=ControlsState)
    for_frame: str | None = Field(default=None, max_length=160)


class FrontKey(Strict):
    """Names one of a size's builds: the bar or one-piece cockpit by its key (none: the rider's own bar), of a
    cockpit the listed combination, and whether it is the build a workshop would put together."""

    part: int | None = Field(default=None, ge=1, le=MOST_KEY)
    length_mm: float | None = mm(20, 180, default=None)
    width_mm: float | None = mm(300, 600, default=None)
    recommended: bool = False
