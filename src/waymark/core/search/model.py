"""What a search takes and gives."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from waymark.core.cockpit.steerer import Stem
from waymark.core.marks import Mark
from waymark.core.rules.house import TOLERANCES, StemWindow
from waymark.core.rules.verdict import Word
from waymark.core.seat.post import SaddleFit


@dataclass(frozen=True, slots=True)
class FrameOption:
    """A frame size as the search needs it. ``least_insertion_mm`` is the frame's own, 0 when unknown."""

    key: str
    label: str
    stack_mm: float
    reach_mm: float
    head_angle_deg: float
    cover_mm: float
    spacer_limit_mm: float
    seat_angle_deg: float
    seat_tube_mm: float
    post_diameter_mm: float
    least_insertion_mm: float = 0.0
    greatest_insertion_mm: float = 400.0


@dataclass(frozen=True, slots=True)
class StemOption:
    """A stem on the shelf. ``both_ways`` is false where it cannot be turned over."""

    key: str
    label: str
    length_mm: float
    angle_deg: float
    clamp_height_mm: float
    both_ways: bool = True

    def ways(self) -> tuple[tuple[bool, Stem], ...]:
        """The stem as printed and, where allowed and different, turned over: (turned over, stem)."""
        stem = Stem(self.length_mm, self.angle_deg, self.clamp_height_mm)
        if not self.both_ways or self.angle_deg == 0:
            return ((False, stem),)
        return (False, stem), (True, stem.turned_over())


@dataclass(frozen=True, slots=True)
class PostOption:
    """A seatpost: rail-clamp centre to foot, rearward setback, diameter, least insertion, mm."""

    key: str
    label: str
    length_mm: float
    setback_mm: float
    diameter_mm: float
    least_insertion_mm: float


@dataclass(frozen=True, slots=True)
class SaddleOption:
    """The saddle that goes over: its heights and the usable slide either way, mm."""

    fit: SaddleFit
    rail_room_mm: float


@dataclass(frozen=True, slots=True)
class Tolerance:
    """How far plan and goal may part, mm each way."""

    saddle_x_mm: float = TOLERANCES["saddle_x_mm"].value
    saddle_y_mm: float = TOLERANCES["saddle_y_mm"].value
    hand_x_mm: float = TOLERANCES["hand_x_mm"].value
    hand_y_mm: float = TOLERANCES["hand_y_mm"].value

    def hand_weights(self) -> tuple[float, float]:
        """Weights that turn an unequal tolerance into mm comparable with an equal one; 1, 1 when equal."""
        mean = self.hand_x_mm * self.hand_y_mm
        return mean / self.hand_x_mm**2, mean / self.hand_y_mm**2


@dataclass(frozen=True, slots=True)
class Shelf:
    """Everything that may be chosen from. ``spacers_mm`` are the single heights in the drawer."""

    frames: Sequence[FrameOption]
    stems: Sequence[StemOption]
    spacers_mm: Sequence[float]
    posts: Sequence[PostOption] = ()


@dataclass(frozen=True, slots=True)
class Goal:
    """Where the marks must be, the hand's offset from the bar clamp, and the saddle that goes over."""

    saddle: Mark
    hand: Mark
    hand_off_clamp: Mark
    stem_window: StemWindow
    tolerance: Tolerance = field(default_factory=Tolerance)
    saddle_fit: SaddleOption | None = None

    @property
    def clamp(self) -> Mark:
        """Where the bar clamp must be."""
        return self.hand - self.hand_off_clamp


@dataclass(frozen=True, slots=True)
class SeatResult:
    """How the saddle mark is reached on one frame; ``short_mm`` names by how much it is not."""

    post_key: str | None
    post_mm: float
    exposed_mm: float
    slide_mm: float
    saddle: Mark
    limit: str | None
    short_mm: float


@dataclass(frozen=True, slots=True)
class SizeResult:
    """The exact best build of one frame size.

    ``miss`` is plan less goal at the hand. ``along_mm`` is its part along the steerer, which spacers could
    mend had they the height; ``across_mm`` the part square to it, which no spacer mends (+ plan ahead).
    ``binds`` names the limits that stopped a better build.
    """

    frame: FrameOption
    stem: StemOption
    turned_over: bool
    spacers_mm: float
    clamp: Mark
    hand: Mark
    miss: Mark
    miss_mm: float
    along_mm: float
    across_mm: float
    stem_rank: int
    room_up_mm: float
    room_down_mm: float
    seat: SeatResult | None
    verdict: Word
    binds: tuple[str, ...]
    sentence: str
