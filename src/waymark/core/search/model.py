"""What a search takes and gives."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from waymark.core.cockpit.steerer import Stem
from waymark.core.marks import Mark
from waymark.core.rules.house import TOLERANCES, StemWindow
from waymark.core.rules.verdict import Word
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.say import Said
from waymark.core.search.gates import Gates
from waymark.core.search.words import explain
from waymark.core.seat.post import SaddleFit
from waymark.core.workmanship import Fault, sum_points

# What has to be bought beside the frame (docs/formulas.md, Search, cost ladder).
FREE, SMALL_PART, PART, DEAR_PART = 0, 1, 2, 3
# No sum of prices on one rung comes near the next.
RUNG_COST = 100.0
RECOMMENDED = "~recommended"
RUNGS: tuple[str, ...] = ("free", "small part", "part", "dear part")


@dataclass(frozen=True, slots=True)
class FrameOption:
    """A frame size as the search needs it. ``least_insertion_mm`` is the frame's own, 0 when unknown.

    ``axis_behind_bb_mm`` is how far a kinked seat tube's axis passes behind the BB. ``covers_mm`` are other
    headset covers that fit beside ``cover_mm``; ``cockpits`` names the only one-piece cockpits the maker
    allows (None: stems and bars as usual, no list). Standover is as published, and where: mm ahead of the BB.
    ``price`` is in the house's bands, 0 where the frame is owned; ``faults`` are what a workshop holds against the
    frame under this rider.
    """

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
    axis_behind_bb_mm: float = 0.0
    covers_mm: tuple[float, ...] = ()
    cockpits: tuple[str, ...] | None = None
    standover_mm: float | None = None
    standover_ahead_mm: float = 0.0
    top_tube_slope_deg: float = 0.0
    step_through_mm: float | None = None
    mass_limit_kg: float | None = None
    crank_least_mm: float | None = None
    crank_greatest_mm: float | None = None
    trail_mm: float = 60.0
    front_centre_mm: float = 600.0
    price: float = 0.0
    faults: tuple[Fault, ...] = ()


@dataclass(frozen=True, slots=True)
class StemOption:
    """A stem on the shelf. ``both_ways`` is false where it cannot be turned over."""

    key: str
    label: str
    length_mm: float
    angle_deg: float
    clamp_height_mm: float
    both_ways: bool = True
    bar_clamp_mm: float = 31.8
    owned: bool = False
    price: float = 0.0

    def stands(self, over: bool) -> Stem:
        """The stem as printed, or turned over."""
        stem = Stem(self.length_mm, self.angle_deg, self.clamp_height_mm)
        return stem.turned_over() if over else stem

    def ways(self) -> tuple[tuple[bool, Stem], ...]:
        """The stem as printed and, where allowed and different, turned over: (turned over, stem)."""
        stem = self.stands(over=False)
        if not self.both_ways or self.angle_deg == 0:
            return ((False, stem),)
        return (False, stem), (True, stem.turned_over())


@dataclass(frozen=True, slots=True)
class Place:
    """One way a bar can stand: the hand from the clamp's centre, the bar's rotation and the lever's slide.

    ``slide_mm`` is along the bend, + down the drop. ``effort`` counts steps away from what the school of bar
    rotation asks for, 0 for just that (or for the bar as it stands). ``says`` is how a mechanic sets it, empty
    where nothing is to be set.
    """

    off: Mark
    rotation_deg: float = 0.0
    slide_mm: float = 0.0
    slope_deg: float | None = None
    effort: int = 0
    says: Said | None = None


@dataclass(frozen=True, slots=True)
class BarOption:
    """A bar with every place its hand may take. ``clamp_mm`` None: whatever the stem clamps.

    ``rung`` is what having it costs, ``price`` its price in the house's bands; of two bars alike the lower
    ``preference`` is taken. ``faults`` are what a workshop holds against it for this rider and use.
    """

    key: str
    label: str
    clamp_mm: float | None
    places: tuple[Place, ...]
    width_mm: float | None = None
    rung: int = PART
    preference: int = 0
    price: float = 0.0
    faults: tuple[Fault, ...] = ()


@dataclass(frozen=True, slots=True)
class CockpitOption:
    """One listed combination of a one-piece cockpit: stem and bar in one, with its own spacers.

    ``name`` is the cockpit's as frames name it, its key where it is not given; ``part`` the key of the whole cockpit on
    its shelf. ``named_only``: looked at only on frames that name it.
    """

    key: str
    label: str
    length_mm: float
    angle_deg: float
    clamp_height_mm: float
    width_mm: float
    spacers_mm: tuple[float, ...]
    places: tuple[Place, ...]
    rung: int = DEAR_PART
    named_only: bool = False
    name: str | None = None
    part: str = ""
    price: float = 0.0
    faults: tuple[Fault, ...] = ()

    @property
    def maker(self) -> str:
        """The cockpit's name, as a frame's list of allowed ones has it."""
        return self.key if self.name is None else self.name


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
    nose_to_s_mm: float = 150.0


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
    """Everything that may be chosen from. ``spacers_mm`` are the single heights in the drawer.

    Without ``bars`` the hand stays where the goal's own offset has it from the clamp.
    """

    frames: Sequence[FrameOption]
    stems: Sequence[StemOption]
    spacers_mm: Sequence[float]
    posts: Sequence[PostOption] = ()
    bars: Sequence[BarOption] = ()
    cockpits: Sequence[CockpitOption] = ()


@dataclass(frozen=True, slots=True)
class Goal:
    """Where the marks must be, the hand's offset from the bar clamp, and the saddle that goes over.

    The hand is the hood, the grip or the pad's centre, whichever the places of the bars are given for;
    ``carried`` is its name in sentences, ``weights`` how the house weighs builds for it.
    """

    saddle: Mark
    hand: Mark
    hand_off_clamp: Mark
    stem_window: StemWindow
    tolerance: Tolerance = field(default_factory=Tolerance)
    saddle_fit: SaddleOption | None = None
    gates: Gates = field(default_factory=Gates)
    carried: str = "hand"
    weights: Weights = WEIGHTS

    @property
    def clamp(self) -> Mark:
        """Where the bar clamp must be for the bar as it stands."""
        return self.hand - self.hand_off_clamp

    def own_bar(self, clamp_mm: float | None = None) -> BarOption:
        """The bar as it stands, where the shelf names none."""
        return BarOption("own", "own bar", clamp_mm, (Place(self.hand_off_clamp),), rung=FREE)

    def with_saddle(self, saddle: SaddleOption) -> Goal:
        """The same goal with the saddle that goes over."""
        return replace(self, saddle_fit=saddle)


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
    faults: tuple[Fault, ...] = ()


@dataclass(frozen=True, slots=True)
class SizeResult:
    """The exact best build of one frame size at one cost rung.

    ``stem`` is None for a one-piece cockpit (then ``cockpit`` is set). ``miss`` is plan less goal at the
    hand; ``along_mm`` its part along the steerer, which spacers could mend had they the height; ``across_mm``
    the part square to it, which no spacer mends (+ plan ahead). ``binds`` names the limits that stopped a
    better build, ``gates`` those of the frame itself. ``faults`` are what a workshop holds against it; ``counted_mm`` is
    its room each way so far as it counts, ``cost`` what has to be bought with the frame, ``least_points`` the fewest points
    of any build of any size. ``recommended`` is the build a
    workshop would put together, ``nearest`` the nearest with the bars of its cost (one build may be both); ``others``
    are the nearest builds at each cost on the same size.
    """

    goal: Goal
    frame: FrameOption
    stem: StemOption | None
    cockpit: CockpitOption | None
    bar: BarOption | None
    place: Place
    stem_stands: Stem
    turned_over: bool
    cover_mm: float
    spacers_mm: float
    clamp: Mark
    hand: Mark
    miss: Mark
    miss_mm: float
    along_mm: float
    across_mm: float
    stem_rank: int
    rung: int
    room_up_mm: float
    room_down_mm: float
    seat: SeatResult | None
    verdict: Word
    binds: tuple[str, ...]
    gates: tuple[Said, ...]
    faults: tuple[Fault, ...] = ()
    cost: float = 0.0
    counted_mm: int = 0
    least_points: float = 0.0
    others: tuple[SizeResult, ...] = ()
    recommended: bool = False
    nearest: bool = False

    @property
    def sentence(self) -> Said:
        """What the build gives, or which limit stops it and by how much."""
        return explain(self)

    @property
    def nearest_build(self) -> SizeResult:
        """Of the nearest builds the cheapest inside the tolerance, else the nearest."""
        return nearest_of_all([r for r in (self, *self.others) if r.nearest])

    @property
    def points(self) -> float:
        """Workmanship points against the whole build."""
        return sum_points(self.faults)

    @property
    def bar_key(self) -> str:
        """Key of the bar or one-piece cockpit; of the recommended build it ends in ``RECOMMENDED``."""
        key = self.cockpit.key if self.cockpit else self.bar.key if self.bar else "own"
        return key + RECOMMENDED if self.recommended else key


def nearest_of_all(nearest: Sequence[SizeResult]) -> SizeResult:
    """Of the nearest builds of one size the cheapest inside the tolerance, else the nearest."""
    return min(nearest, key=lambda r: (r.verdict == "out", r.rung if r.verdict != "out" else 0, r.miss_mm))
