"""A frame for a made-to-measure builder: its front end, head tube, stays and fork chosen by rules for the rider.

docs/formulas.md, Made to measure. Every choice on a grid of what builders and makers offer is weighed, and the one with
the least against it taken: exactly, since the parts of the sum hardly touch each other. Whatever the fitter sets stays.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import product
from math import atan2, cos, degrees, radians, sin, sqrt

from waymark.core.cockpit.steerer import Stem
from waymark.core.errors import GeometryError
from waymark.core.frame.chart import USUAL
from waymark.core.frame.clearance import toe_clearance_mm
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.frame.kernels import trail_mm
from waymark.core.marks import Mark
from waymark.core.rules.house import HouseDefault, StemWindow
from waymark.core.seat.post import SaddleFit, seat_for

MADE: dict[str, HouseDefault] = {
    "cover_mm": HouseDefault(8, "mm", "A common headset cover.", "house"),
    "clamp_height_mm": HouseDefault(40, "mm", "A common stem.", "house"),
    "in_hand_mm": HouseDefault(20, "mm", "Spacers kept in hand: room to go down as well as up.", "house"),
    "post_showing_mm": HouseDefault(150, "mm", "Enough to flex, room to go down.", "house"),
    "head_share_least": HouseDefault(0.17, "of stack", "A shorter head tube twists and wants a tall pile.", "house"),
    "head_share_greatest": HouseDefault(0.36, "of stack", "Taller, a longer fork or a stem that rises.", "house"),
    "toe_room_mm": HouseDefault(5, "mm", "Shoe and tyre pass with a little to spare.", "house"),
    "front_share_least": HouseDefault(40, "%", "Inside 38 to 48 with something to spare.", "house"),
    "front_share_greatest": HouseDefault(46, "%", "Inside 38 to 48 with something to spare.", "house"),
    "short_rider_mm": HouseDefault(620, "mm", "Saddle to bar, level, of a small rider: the shortest stem.", "house"),
    "long_rider_mm": HouseDefault(860, "mm", "Saddle to bar, level, of a very tall one: the longest stem.", "house"),
}  # fmt: skip
# What each choice costs, in points; of a choice outside its window, a unit.
COSTS: dict[str, HouseDefault] = {
    "head_angle_a_deg": HouseDefault(2, "points a degree", "The use's own head angle steers as expected.", "house"),
    "toe_a_mm": HouseDefault(0.5, "points a mm", "Shoe on tyre in a slow turn brings the rider down.", "house"),
    "trail_a_mm": HouseDefault(1, "points a mm", "Outside its window a bike steers out of its use.", "house"),
    "share_a_percent": HouseDefault(2, "points a %", "A front wheel without weight washes out.", "house"),
    "head_share_a_hundredth": HouseDefault(1, "points a hundredth", "The front end's stiffness and looks.", "house"),
    "stem_a_mm": HouseDefault(0.1, "points a mm", "The stem that suits the rider's size.", "house"),
    "pile_a_mm": HouseDefault(0.05, "points a mm", "A pile beyond what is kept in hand.", "house"),
    "stem_angle_a_deg": HouseDefault(0.05, "points a degree", "The commonest stem.", "house"),
    "chainstay_a_mm": HouseDefault(0.05, "points a mm", "The use's own stays.", "house"),
    "offset_a_mm": HouseDefault(0.1, "points a mm", "The use's commonest fork.", "house"),
    "post_a_mm": HouseDefault(0.05, "points a mm", "More post sways.", "house"),
    "standover_a_mm": HouseDefault(0.5, "points a mm", "Who cannot stand over it falls on it.", "house"),
}
SEAT_ANGLE_DEG = (70.0, 82.0)
# Below this the rails would stand far back on a straight post: then a post with setback goes in.
STRAIGHT_FROM_DEG = 72.0
SETBACK_MM = 20.0
LEAST_HEAD_TUBE_MM = 70.0

HEAD_STEPS_DEG = (0.0, -0.5, 0.5, -1.0, 1.0, -1.5, 1.5, -2.0)
OFFSET_STEPS_MM = (0.0, -2.0, 2.0, 4.0, 7.0)
STAY_STEPS_MM = (0.0, -5.0, 5.0, 10.0, 15.0, 20.0, 25.0, 30.0)
PILES_MM = (20.0, 25.0, 30.0)
POSTS_MM = (150.0, 170.0, 190.0, 210.0, 230.0, 250.0)
# What the fitter may set, with the range it may have.
CHOICES: dict[str, tuple[float, float]] = {
    "head_angle_deg": (60, 78), "stem_length_mm": (30, 160), "stem_angle_deg": (-20, 35), "spacers_mm": (0, 40),
    "fork_length_mm": (330, 600), "fork_offset_mm": (30, 65), "bb_drop_mm": (-30, 90), "chainstay_mm": (380, 520),
    "post_showing_mm": (60, 350), "setback_mm": (0, 40),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class MadeFor:
    """Whom and what it is made for.

    ``clamp`` and ``saddle`` are the marks the bike must give, ``kind`` its use with stem window and trail window;
    ``centre_x_mm`` the rider's centre of mass ahead of the BB, ``crank_mm`` and ``foot_mm`` for toe room,
    ``stands_mm`` how high a tube may be where the rider stands, ``stand_x_mm`` where that is: ``None`` where not known.
    """

    clamp: Mark
    saddle: Mark
    fit: SaddleFit
    kind: str
    stems: StemWindow
    trail_window_mm: tuple[float, float]
    head_angle_deg: float
    wheel_radius_mm: float
    crank_mm: float = 170.0
    foot_mm: float | None = None
    centre_x_mm: float | None = None
    stands_mm: float | None = None
    stand_x_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class MadeFrame:
    """The frame to be made, the front end and post it is drawn for, what was chosen, and what of it is against it.

    ``chosen`` by the names of ``CHOICES``; ``against`` in points by the names of ``COSTS``, what costs nothing left out.
    """

    geometry: FrameGeometry
    stem: Stem
    spacers_mm: float
    post_showing_mm: float
    setback_mm: float
    toe_mm: float | None
    front_share_percent: float | None
    standing_room_mm: float | None
    chosen: Mapping[str, float] = field(default_factory=dict)
    against: Mapping[str, float] = field(default_factory=dict)

    @property
    def points(self) -> float:
        """All that is against it."""
        return sum(self.against.values())


def stem_for_size_mm(it: MadeFor) -> float:
    """The stem for a rider's size, to the ten: the use's best least for a small rider, its longest for a very tall one."""
    span = MADE["long_rider_mm"].value - MADE["short_rider_mm"].value
    share = (it.clamp.x_mm - it.saddle.x_mm - MADE["short_rider_mm"].value) / span
    least, most = it.stems.best_least_mm, it.stems.greatest_mm
    return 10.0 * round((least + min(max(share, 0.0), 1.0) * (most - least)) / 10)


def made_to_measure(it: MadeFor, wished: Mapping[str, float] | None = None) -> MadeFrame:
    """The frame with least against it among all that put the bar clamp and the saddle on their marks.

    Stack and reach follow from the clamp by the cockpit turned round, the head tube and front centre from the fork, the
    seat angle from the saddle with its rails at their middle. ``wished`` holds what the fitter set. Whole mm, tenths of a
    degree. Raises ``GeometryError`` where no head tube is left whatever is chosen.
    """
    fixed = dict(wished or {})
    seat = _seat(it, fixed)
    best: tuple[float, _Front, float, float] | None = None
    for front in _fronts(it, fixed):
        stay, of_stay = _best_stay(it, front, fixed)
        of_post, post = _best_post(it, front, seat, fixed)
        points = front.points + of_stay + of_post
        if best is None or points < best[0] - 1e-9:
            best = points, front, stay, post
    if best is None:
        raise GeometryError(
            "No head tube is left under this bar: set a shorter pile, a stem that rises or a shorter fork.",
            field="spacers_mm",
        )
    return _drawn(it, *best[1:], seat)


@dataclass(frozen=True, slots=True)
class _Front:
    """A front end in numbers: what was chosen, what follows, and what is against it."""

    head_deg: float
    stem: Stem
    spacers_mm: float
    offset_mm: float
    fork_mm: float
    drop_mm: float
    stack_mm: float
    reach_mm: float
    head_tube_mm: float
    axle_x_mm: float
    toe_mm: float | None
    against: Mapping[str, float]

    @property
    def points(self) -> float:
        """All that is against it."""
        return sum(self.against.values())


# Seat angle, the post's setback, and how far up the tube the rails are clamped.
_Seat = tuple[float, float, float]


def _grid(fixed: Mapping[str, float], name: str, usual: Sequence[float]) -> Sequence[float]:
    return (fixed[name],) if name in fixed else usual


def _usual(it: MadeFor) -> dict[str, float]:
    return {k: d.value for k, d in USUAL[it.kind].items()}


def _fronts(it: MadeFor, fixed: Mapping[str, float]) -> Iterator[_Front]:
    usual, w = _usual(it), it.stems
    fork, drop = fixed.get("fork_length_mm", usual["fork_length_mm"]), fixed.get("bb_drop_mm", usual["bb_drop_mm"])
    first = stem_for_size_mm(it)
    lengths = sorted({first, *(10.0 * n for n in range(int(w.least_mm // 10), int(w.greatest_mm // 10) + 1))})
    angles = sorted({w.angle_least_deg, max(-6.0, w.angle_least_deg), 0.0, min(6.0, w.angle_greatest_deg)}, key=abs)
    every = product(
        _grid(fixed, "head_angle_deg", [it.head_angle_deg + s for s in HEAD_STEPS_DEG]),
        _grid(fixed, "fork_offset_mm", [usual["fork_offset_mm"] + s for s in OFFSET_STEPS_MM]),
        _grid(fixed, "stem_length_mm", [x for x in lengths if w.least_mm <= x <= w.greatest_mm] or [first]),
        _grid(fixed, "stem_angle_deg", angles),
        _grid(fixed, "spacers_mm", PILES_MM),
    )
    for head, offset, length, angle, pile in every:
        made = _front(it, head, offset, Stem(length, angle, MADE["clamp_height_mm"].value), pile, fork, drop)
        if made.head_tube_mm >= LEAST_HEAD_TUBE_MM:
            yield made


def _front(
    it: MadeFor, head_deg: float, offset_mm: float, stem: Stem, pile_mm: float, fork_mm: float, drop_mm: float
) -> _Front:
    u, n = steering_axis(head_deg)
    ahead, up = stem_offset(stem)
    top = it.clamp - u.scaled(MADE["cover_mm"].value + pile_mm + up) - n.scaled(ahead)
    stack, reach = float(round(top.y_mm)), float(round(top.x_mm))
    s, c = sin(radians(head_deg)), cos(radians(head_deg))
    down = (stack - drop_mm + offset_mm * c) / s
    axle_x = reach + down * c + offset_mm * s
    toe = None
    if it.foot_mm is not None:
        toe = toe_clearance_mm(axle_x, drop_mm, it.wheel_radius_mm, it.crank_mm, it.foot_mm)
    head_tube = down - sqrt(fork_mm**2 - offset_mm**2)
    return _Front(
        head_deg,
        stem,
        pile_mm,
        offset_mm,
        fork_mm,
        drop_mm,
        stack,
        reach,
        head_tube,
        axle_x,
        toe,
        _against_front(it, head_deg, offset_mm, stem, pile_mm, head_tube / stack, toe),
    )


def _against_front(
    it: MadeFor, head_deg: float, offset_mm: float, stem: Stem, pile_mm: float, share: float, toe_mm: float | None
) -> dict[str, float]:
    usual, trail = _usual(it), trail_mm(it.wheel_radius_mm, offset_mm, head_deg)
    least_trail, most_trail = it.trail_window_mm
    over = {
        "head_angle_a_deg": abs(head_deg - it.head_angle_deg),
        "offset_a_mm": abs(offset_mm - usual["fork_offset_mm"]),
        "stem_a_mm": abs(stem.length_mm - stem_for_size_mm(it)),
        "stem_angle_a_deg": abs(stem.angle_deg - max(-6.0, it.stems.angle_least_deg)),
        "pile_a_mm": abs(pile_mm - MADE["in_hand_mm"].value),
        "trail_a_mm": _outside(trail, least_trail, most_trail),
        "toe_a_mm": 0.0 if toe_mm is None else max(0.0, MADE["toe_room_mm"].value - toe_mm),
        "head_share_a_hundredth": 100
        * _outside(share, MADE["head_share_least"].value, MADE["head_share_greatest"].value),
    }
    return _points(over)


def _points(over: Mapping[str, float]) -> dict[str, float]:
    return {name: COSTS[name].value * by for name, by in over.items() if by > 1e-9}


def _outside(value: float, least: float, greatest: float) -> float:
    return max(least - value, value - greatest, 0.0)


def _share_percent(it: MadeFor, front: _Front, stay_mm: float) -> float | None:
    """The rider's share on the front wheel, seated."""
    if it.centre_x_mm is None:
        return None
    rear = -sqrt(stay_mm**2 - front.drop_mm**2)
    return 100 * (it.centre_x_mm - rear) / (front.axle_x_mm - rear)


def _of_stay(it: MadeFor, front: _Front, stay_mm: float) -> dict[str, float]:
    share = _share_percent(it, front, stay_mm)
    least, most = MADE["front_share_least"].value, MADE["front_share_greatest"].value
    return _points(
        {
            "chainstay_a_mm": abs(stay_mm - _usual(it)["chainstay_mm"]),
            "share_a_percent": 0.0 if share is None else _outside(share, least, most),
        }
    )


def _best_stay(it: MadeFor, front: _Front, fixed: Mapping[str, float]) -> tuple[float, float]:
    usual = _usual(it)["chainstay_mm"]
    stays = _grid(fixed, "chainstay_mm", [usual + s for s in STAY_STEPS_MM])
    return min(((s, sum(_of_stay(it, front, s).values())) for s in stays), key=lambda found: found[1])


def _seat(it: MadeFor, fixed: Mapping[str, float]) -> _Seat:
    """Seat angle with the rails at their middle, the post's setback, and how far up the tube the rails are clamped."""
    rails = it.saddle - Mark(it.fit.mark_to_s_mm, it.fit.rail_to_top_mm).turned(it.fit.tilt_deg)

    def angle(setback_mm: float) -> float:
        # The rails lie the setback behind the tube's line through the BB.
        line = degrees(atan2(rails.y_mm, -rails.x_mm))
        return line + degrees(atan2(setback_mm, sqrt(max(rails.length_mm**2 - setback_mm**2, 1.0))))

    setback = fixed.get("setback_mm", 0.0 if angle(0.0) >= STRAIGHT_FROM_DEG else SETBACK_MM)
    gamma = round(min(max(angle(setback), SEAT_ANGLE_DEG[0]), SEAT_ANGLE_DEG[1]), 1)
    return gamma, setback, seat_for(gamma, setback, it.fit, it.saddle).post_mm


def _tube_height_mm(it: MadeFor, front: _Front, seat_deg: float, tube_mm: float) -> float:
    """How high above the ground the top tube passes where the rider stands."""
    g = radians(seat_deg)
    top = Mark(-tube_mm * cos(g), tube_mm * sin(g))
    slope = (front.stack_mm - top.y_mm) / (front.reach_mm - top.x_mm)
    return top.y_mm + slope * (it.stand_x_mm - top.x_mm) - front.drop_mm + it.wheel_radius_mm


def _of_post(it: MadeFor, front: _Front, showing_mm: float, seat: _Seat) -> dict[str, float]:
    seat_deg, _, clamp_mm = seat
    short = 0.0
    if it.stands_mm is not None:
        short = max(0.0, _tube_height_mm(it, front, seat_deg, clamp_mm - showing_mm) - it.stands_mm)
    over = {"post_a_mm": abs(showing_mm - MADE["post_showing_mm"].value), "standover_a_mm": short}
    return _points(over)


def _best_post(it: MadeFor, front: _Front, seat: _Seat, fixed: Mapping[str, float]) -> tuple[float, float]:
    posts = _grid(fixed, "post_showing_mm", POSTS_MM)
    return min(((sum(_of_post(it, front, p, seat).values()), p) for p in posts), key=lambda found: found[0])


def _drawn(it: MadeFor, front: _Front, stay_mm: float, showing_mm: float, seat: _Seat) -> MadeFrame:
    seat_deg, setback, clamp_mm = seat
    tube = float(round(clamp_mm - showing_mm))
    geometry = FrameGeometry(
        stack_mm=front.stack_mm,
        reach_mm=front.reach_mm,
        head_angle_deg=front.head_deg,
        seat_angle_deg=seat_deg,
        seat_tube_mm=tube,
        head_tube_mm=float(round(front.head_tube_mm)),
        fork_length_mm=front.fork_mm,
        fork_offset_mm=front.offset_mm,
        bb_drop_mm=front.drop_mm,
        chainstay_mm=stay_mm,
        front_centre_mm=float(round(sqrt(front.axle_x_mm**2 + front.drop_mm**2))),
        wheel_radius_mm=it.wheel_radius_mm,
        cover_mm=MADE["cover_mm"].value,
    )
    room = None
    if it.stands_mm is not None:
        room = it.stands_mm - _tube_height_mm(it, front, seat_deg, tube)
    return MadeFrame(
        geometry.checked(),
        front.stem,
        front.spacers_mm,
        float(round(clamp_mm - tube)),
        setback,
        front.toe_mm,
        _share_percent(it, front, stay_mm),
        room,
        chosen={
            "head_angle_deg": front.head_deg,
            "stem_length_mm": front.stem.length_mm,
            "stem_angle_deg": front.stem.angle_deg,
            "spacers_mm": front.spacers_mm,
            "fork_length_mm": front.fork_mm,
            "fork_offset_mm": front.offset_mm,
            "bb_drop_mm": front.drop_mm,
            "chainstay_mm": stay_mm,
            "post_showing_mm": showing_mm,
            "setback_mm": setback,
        },
        against={**front.against, **_of_stay(it, front, stay_mm), **_of_post(it, front, showing_mm, seat)},
    )


def stem_offset(stem: Stem) -> tuple[float, float]:
    """The bar clamp ahead of the steering axis and up it from the clamp's foot, mm."""
    alpha = radians(stem.angle_deg)
    return stem.length_mm * cos(alpha), stem.lift_mm + stem.length_mm * sin(alpha)
