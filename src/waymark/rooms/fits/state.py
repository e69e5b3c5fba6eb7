"""The fit file: everything of one carried position, as it is kept, exported and imported.

Frames and parts are kept as copies of what was chosen, so that a shelf edited later changes no file.
"""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from waymark.core.marks import Mark
from waymark.rooms.riders import Typed
from waymark.rooms.shelves import DropBarPart, FlatBarPart, FrameSize, PostPart, SaddlePart, StemPart
from waymark.rooms.shelves.schemas import Kind, Strict, mm

VERSION = 1
BarPart = DropBarPart | FlatBarPart


class Stated(Strict):
    """A measured length or angle, stated in one of the trade's ways, as typed and as understood."""

    way: str = Field(max_length=40)
    typed: str = Field(max_length=60)
    value: float = Field(ge=-2000, le=3000)


class Point(Strict):
    """A mark from the BB, mm."""

    x_mm: float = mm(-2000, 3000)
    y_mm: float = mm(-2000, 3000)

    def mark(self) -> Mark:
        """As the core has it."""
        return Mark(self.x_mm, self.y_mm)


class MeasureState(Strict):
    """The bike as it stands: two statements for the saddle, two for the hand, and what they lean on."""

    saddle_height: Stated | None = None
    setback: Stated | None = None
    hand_height: Stated | None = None
    hand_reach: Stated | None = None
    crank: Typed | None = None
    seat_angle: Typed | None = None
    nose_to_s: Typed | None = None
    bb_height: Typed | None = None
    hand_ahead: Typed | None = None
    hand_above: Typed | None = None
    foot_stack: Typed | None = None
    frame: FrameSize | None = None
    bar: BarPart | None = Field(default=None, discriminator="kind")
    saddle: SaddlePart | None = None


class GoalState(Strict):
    """Where the marks must be: kept as measured, with nudges in mm, for a discipline."""

    discipline: Kind = "road"
    saddle_dx_mm: float = mm(-150, 150, default=0)
    saddle_dy_mm: float = mm(-150, 150, default=0)
    hand_dx_mm: float = mm(-200, 200, default=0)
    hand_dy_mm: float = mm(-200, 200, default=0)


class FrameState(Strict):
    """The frame size chosen, one held beside it, and the goal they were chosen for."""

    chosen: FrameSize | None = None
    held: FrameSize | None = None
    for_goal: dict[Literal["saddle", "hand"], Point] | None = None


class BuildState(Strict):
    """The front end and seat chosen on the frame."""

    stem: StemPart | None = None
    turned_over: bool = False
    spacers_mm: float = mm(0, 80, default=0)
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


def migrated(raw: dict[str, Any]) -> dict[str, Any]:
    """A state of any earlier version brought up to ``VERSION``; one step a version, none needed yet."""
    steps: dict[int, Any] = {}
    while raw.get("version", 1) < VERSION:
        raw = steps[raw.get("version", 1)](raw)
    return raw
