"""What the search takes and gives as an open calculation."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field

from waymark.rooms.calc.schemas import XY, In, num
from waymark.rooms.shelves import FrameSize, Kind, Part
from waymark.rooms.telling import Told


class SearchTolerance(In):
    """Tolerances, mm each way."""

    saddle_x_mm: float = num(0.5, 20, default=3)
    saddle_y_mm: float = num(0.5, 20, default=2)
    hand_x_mm: float = num(0.5, 20, default=5)
    hand_y_mm: float = num(0.5, 20, default=5)


class InlineShelves(In):
    """Shelves given with the question."""

    frames: list[FrameSize] = Field(min_length=1, max_length=20_000)
    parts: list[Part] = Field(min_length=1, max_length=5_000)


class SearchLimits(In):
    """Gates asked of every frame; those not given are not asked."""

    inseam_in_shoes_mm: float | None = num(300, 1200, default=None)
    standover_room_mm: float = num(0, 300, default=25)
    foot_lift_mm: float | None = num(50, 1000, default=None)
    system_mass_kg: float | None = num(10, 400, default=None)
    rider_mass_kg: float | None = num(10, 300, default=None)
    crank_mm: float | None = num(100, 220, default=None)
    least_bar_width_mm: float | None = num(200, 900, default=None)


class SearchSchools(In):
    """Which school decides what; the house default where none is named."""

    rotation: Literal["ramp", "drop_end", "palm"] = "ramp"
    width: Literal["acromion", "narrower", "wider", "present"] = "acromion"
    standover: Literal["after", "first"] = "after"


class SearchRider(In):
    """What of the rider decides a bar; what is not given is not asked."""

    shoulder_width_mm: float | None = num(170, 560, default=None)
    height_mm: float | None = num(900, 2300, default=None)
    hand_mm: float | None = num(80, 260, default=None)
    numb_hands: bool = False
    stiff_back: bool = False


class SearchReference(In):
    """The bike whose handling is wanted."""

    trail_mm: float = num(0, 200)
    front_centre_mm: float = num(400, 1000)
    arm_mm: float = num(-50, 300)


class SearchIn(In):
    """A goal and the shelves to search. ``shelves`` is ``"demo"`` or the shelves themselves.

    ``bars`` also looks at the bars and one-piece cockpits of the shelf; ``hand_is`` says what the goal's hand
    is, the hood, the grip or the pad. Which bars are looked at follows from ``rider``, the use and the school of width;
    ``bar_width_mm`` is the present bar's width.
    """

    saddle: XY
    hand: XY
    hand_off_clamp: XY
    discipline: Kind = "road"
    tolerance: SearchTolerance = Field(default_factory=SearchTolerance)
    shelves: Literal["demo"] | InlineShelves = "demo"
    bar_clamp_mm: float | None = num(20, 40, default=None)
    check_seat: bool = True
    bars: bool = False
    hand_is: Literal["hood", "grip", "pad"] = "hood"
    bar_width_mm: float | None = num(200, 900, default=None)
    rider: SearchRider = Field(default_factory=SearchRider)
    limits: SearchLimits = Field(default_factory=SearchLimits)
    schools: SearchSchools = Field(default_factory=SearchSchools)
    reference: SearchReference | None = None
    most: int = Field(default=50, ge=1, le=20_000)


class SearchRoom(BaseModel):
    """Whole mm the hand's goal may still go each way by free adjustments."""

    up_mm: int
    down_mm: int
    forward_mm: int
    back_mm: int


class SearchFault(BaseModel):
    """One thing a workshop would rather not build, and its points."""

    points: float
    says: Told


class SearchBuild(BaseModel):
    """A build of a frame size: the front end, where the bar and lever stand, what is left of the miss, and what a
    workshop holds against it."""

    frame: str
    size: str
    verdict: Literal["in", "edge", "out"]
    stem: str
    stem_length_mm: float
    stem_angle_deg: float
    turned_over: bool
    cover_mm: float
    spacers_mm: float
    bar: str
    bar_rotation_deg: float
    lever_slide_mm: float
    cost: Literal["free", "small part", "part", "dear part"]
    miss_x_mm: float
    miss_y_mm: float
    miss_mm: float
    along_mm: float
    across_mm: float
    room: SearchRoom
    room_up_mm: float
    room_down_mm: float
    binds: list[str]
    gates: list[Told]
    sentence: Told
    points: float
    faults: list[SearchFault]


class SearchRow(SearchBuild):
    """A frame size's nearest build at the least cost that reaches the tolerance, the nearest at the other costs, and the
    one a workshop would put together (none where nothing reaches the tolerance)."""

    others: list[SearchBuild] = Field(default_factory=list)
    recommended: SearchBuild | None = None


class SearchCandidate(BaseModel):
    """A build on the frontier: why it stands, what it gives up."""

    build: SearchBuild
    stands: Told
    gives_up: Told


class SearchFailure(BaseModel):
    """A size that cannot carry the goal, and which limit stops it by how much."""

    frame: str
    size: str
    why: Told


class SearchOut(BaseModel):
    """Sizes, best first; how many carry the goal; the frontier; what stops the others; what to look for."""

    sizes: list[SearchRow]
    searched: int
    carry: int
    frontier: list[SearchCandidate]
    failures: list[SearchFailure]
    look_for: dict[str, float]
