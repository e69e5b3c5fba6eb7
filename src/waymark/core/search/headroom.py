"""How far a goal may move before a part must change (docs/formulas.md, Search, headroom).

Free adjustments only: the pile within the frame's limit, the stem turned over, the bar's places; for the
saddle, post and rails. Counted in whole millimetres, unbroken, every step inside tolerance.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.cockpit.steerer import Stem
from waymark.core.frame.geometry import steering_axis
from waymark.core.search.compiled import compiled, inlined
from waymark.core.search.model import FrameOption, Goal, Place, PostOption, SaddleOption, SizeResult, StemOption
from waymark.core.search.points import Floats, Ints
from waymark.core.search.seats import post_bounds
from waymark.core.seat.post import seat_axes

MOST_MM = 60
_EPS = 1e-9


@dataclass(frozen=True, slots=True)
class Room:
    """Whole millimetres the goal can still go each way; all 0 where the build itself is out."""

    up_mm: int
    down_mm: int
    forward_mm: int
    back_mm: int

    @property
    def total_mm(self) -> int:
        """Room in all four directions together."""
        return self.up_mm + self.down_mm + self.forward_mm + self.back_mm

    def counted_mm(self, most_mm: float) -> int:
        """Room in all four directions together, each counted to ``most_mm`` only."""
        return sum(min(x, int(most_mm)) for x in (self.up_mm, self.down_mm, self.forward_mm, self.back_mm))


NO_ROOM = Room(0, 0, 0, 0)


class Arrays:
    """Piles of a drawer, places of a bar and stems as they stand, as arrays: builds of one search share them."""

    def __init__(self) -> None:
        self._piles: dict[tuple[Sequence[float], float], Floats] = {}
        # By identity, each kept beside its array: to compare two bars' places takes longer than to make the array.
        self._offs: dict[int, tuple[Sequence[Place], Floats]] = {}
        self._fronts: dict[int, tuple[StemOption, Floats]] = {}

    def piles(self, drawer_mm: tuple[float, ...], limit_mm: float) -> Floats:
        """Every height that the drawer makes up to a limit."""
        key = drawer_mm, limit_mm
        if key not in self._piles:
            self._piles[key] = np.array(heights_mm(drawer_mm, limit_mm))
        return self._piles[key]

    def offs(self, places: Sequence[Place]) -> Floats:
        """The hand off the clamp at each place, an (n, 2) array."""
        if id(places) not in self._offs:
            self._offs[id(places)] = places, np.array([(p.off.x_mm, p.off.y_mm) for p in places], np.float64)
        return self._offs[id(places)][1]

    def fronts(self, stem: StemOption) -> Floats:
        """How far up and ahead a stem brings the clamp, each way it can stand, an (n, 2) array."""
        if id(stem) not in self._fronts:
            self._fronts[id(stem)] = stem, _fronts([s for _, s in stem.ways()])
        return self._fronts[id(stem)][1]


def _fronts(stems: Sequence[Stem]) -> Floats:
    return np.array([(s.up_mm, s.ahead_mm) for s in stems])


def reachable(r: SizeResult, spacers_mm: tuple[float, ...], arrays: Arrays | None = None) -> Floats:
    """Every hand position of the same parts by free adjustments: an (n, 2) array, mm from the BB."""
    at = arrays or Arrays()
    if r.cockpit is not None:
        c = r.cockpit
        fronts = _fronts([Stem(c.length_mm, c.angle_deg, c.clamp_height_mm)])
        piles, places = at.piles(tuple(c.spacers_mm), r.frame.spacer_limit_mm), c.places
    else:
        fronts = at.fronts(r.stem) if r.stem else _fronts([r.stem_stands])
        piles, places = at.piles(spacers_mm, r.frame.spacer_limit_mm), r.bar.places if r.bar is not None else (r.place,)
    return _hands_on(r.frame, piles + r.cover_mm, fronts, at.offs(places))


def hands_of(
    frame: FrameOption, cover_mm: float, stems: Sequence[Stem], drawer_mm: Sequence[float], places: Sequence[Place]
) -> Floats:
    """The hand for every stem, pile of the drawer and place on a frame: an (n, 2) array, mm from the BB."""
    at = Arrays()
    piles = at.piles(tuple(drawer_mm), frame.spacer_limit_mm)
    return _hands_on(frame, piles + cover_mm, _fronts(stems), at.offs(places))


def _hands_on(frame: FrameOption, heights: Floats, fronts: Floats, off: Floats) -> Floats:
    u, _ = steering_axis(frame.head_angle_deg)
    return _hands(heights, fronts, off, float(frame.reach_mm), float(frame.stack_mm), -u.x_mm, u.y_mm)


@compiled
def _hands(heights: Floats, fronts: Floats, off: Floats, reach: float, stack: float, cos: float, sin: float) -> Floats:
    """The hand for every stem, pile and place, mm from the BB."""
    made = np.empty((fronts.shape[0] * heights.size * off.shape[0], 2))
    at = 0
    for f in range(fronts.shape[0]):
        for height in heights:
            up, ahead = height + fronts[f, 0], fronts[f, 1]
            x, y = reach - up * cos + ahead * sin, stack + up * sin + ahead * cos
            for p in range(off.shape[0]):
                made[at, 0], made[at, 1] = x + off[p, 0], y + off[p, 1]
                at += 1
    return made


def hand_room(r: SizeResult, goal: Goal, spacers_mm: tuple[float, ...], arrays: Arrays | None = None) -> Room:
    """Room of the hand's goal on this build; ``arrays`` are those of its search, where many are asked for."""
    return room_of(reachable(r, spacers_mm, arrays), goal)


def room_of(hands: Floats, goal: Goal) -> Room:
    """Room of the hand's goal among the positions that can be reached, an (n, 2) array, mm from the BB."""
    t, hand = goal.tolerance, goal.hand
    steps = _steps(hands, float(hand.x_mm), float(hand.y_mm), float(t.hand_x_mm), float(t.hand_y_mm))
    return Room(*(int(n) for n in steps))


@inlined
def reached(along: float, tol: float, most: int) -> int:
    """Steps from 0 to ``most`` (62 at most) that a position ``along`` the way lies within ``tol`` of: a bit for each."""
    low, high = max(int(np.ceil(along - tol - _EPS)), 0), min(int(np.floor(along + tol + _EPS)), most)
    return 0 if high < low else (1 << (high + 1)) - (1 << low)


@inlined
def unbroken(steps: int, middle: int) -> int:
    """How many steps on both sides of ``middle`` are all reached; ``steps`` a bit for each from 0 to twice the middle."""
    count, at = 0, middle + 1
    while at <= 2 * middle and steps >> at & 1:
        count, at = count + 1, at + 1
    at = middle - 1
    while at >= 0 and steps >> at & 1:
        count, at = count + 1, at - 1
    return count


@inlined
def _first(steps: int, most: int) -> int:
    """How many steps from the first are all reached; ``steps`` a bit for each from 0, which itself does not count."""
    count = 0
    while count < most and steps >> (count + 1) & 1:
        count += 1
    return count


@compiled
def _steps(positions: Floats, x: float, y: float, tol_x: float, tol_y: float) -> Ints:
    """Whole steps up, down, forward and back, each with some position inside tolerance of it; 0 if none is now."""
    up, down, forward, back, inside = 0, 0, 0, 0, False
    for p in range(positions.shape[0]):
        dx, dy = positions[p, 0] - x, positions[p, 1] - y
        in_x, in_y = abs(dx) <= tol_x + _EPS, abs(dy) <= tol_y + _EPS
        if in_x:
            up, down = up | reached(dy, tol_y, MOST_MM), down | reached(-dy, tol_y, MOST_MM)
        if in_y:
            forward, back = forward | reached(dx, tol_x, MOST_MM), back | reached(-dx, tol_x, MOST_MM)
        inside = inside or (in_x and in_y)
    if not inside:
        return np.zeros(4, np.int64)
    return np.array([_first(up, MOST_MM), _first(down, MOST_MM), _first(forward, MOST_MM), _first(back, MOST_MM)])


def saddle_room(r: SizeResult, goal: Goal, post: PostOption | None, saddle: SaddleOption) -> Room:
    """Room of the saddle's goal by post and rails; none where no post carries it."""
    if post is None or r.seat is None:
        return NO_ROOM
    low, high = post_bounds(r.frame, post, r.goal.weights)
    low, high = low + r.frame.seat_tube_mm, high + r.frame.seat_tube_mm
    if high < low:
        return NO_ROOM
    base, up, slide = seat_axes(r.frame.seat_angle_deg, post.setback_mm + r.frame.axis_behind_bb_mm, saddle.fit)
    t = goal.tolerance
    corners = [
        base + up.scaled(p) + slide.scaled(x)
        for p, x in (
            (low, -saddle.rail_room_mm),
            (high, -saddle.rail_room_mm),
            (high, saddle.rail_room_mm),
            (low, saddle.rail_room_mm),
        )
    ]

    at = np.array([(c.x_mm, c.y_mm) for c in corners], np.float64)
    steps = _seat_steps(
        at, float(goal.saddle.x_mm), float(goal.saddle.y_mm), float(t.saddle_x_mm), float(t.saddle_y_mm)
    )
    return Room(*(int(n) for n in steps))


@compiled
def _seat_steps(corners: Floats, x: float, y: float, tol_x: float, tol_y: float) -> Ints:
    """Whole steps up, down, forward and back at which the tolerance cell still meets the parallelogram."""
    steps = np.zeros(4, np.int64)
    if not _touches(corners, x, y, tol_x, tol_y):
        return steps
    for way in range(4):
        dx, dy = (way == 2) - (way == 3), (way == 0) - (way == 1)
        while steps[way] < MOST_MM:
            far = steps[way] + 1
            if not _touches(corners, x + far * dx, y + far * dy, tol_x, tol_y):
                break
            steps[way] = far
    return steps


@compiled
def _touches(corners: Floats, x: float, y: float, tol_x: float, tol_y: float) -> bool:
    """Whether the tolerance cell about (x, y) meets the parallelogram: no axis parts them."""
    for axis in range(4):
        # The cell's own axes, then square to two edges of the parallelogram.
        a, b = (1.0, 0.0) if axis == 0 else (0.0, 1.0)
        if axis >= 2:
            edge = corners[axis - 1] - corners[axis - 2]
            a, b = -edge[1], edge[0]
        mine, middle = corners[:, 0] * a + corners[:, 1] * b, x * a + y * b
        room = abs(a) * tol_x + abs(b) * tol_y + 1e-6
        if mine.max() < middle - room or middle + room < mine.min():
            return False
    return True


@dataclass(frozen=True, slots=True)
class Unsure:
    """How sure a goal's mark is: its covariance, mm²."""

    xx_mm2: float
    xy_mm2: float
    yy_mm2: float


def share_reached(r: SizeResult, goal: Goal, spacers_mm: tuple[float, ...], unsure: Unsure, cells: int = 31) -> float:
    """Share of the likely true hand positions that this build still reaches by free adjustments, 0 to 1.

    The goal as measured is one draw; the true one lies about it with covariance ``unsure``. The plane within
    3 standard deviations is cut into ``cells`` × ``cells`` of the normal's own axes, each weighed by the
    normal density; a cell counts whose middle lies within tolerance of a reachable position.
    """
    cov = np.array([[unsure.xx_mm2, unsure.xy_mm2], [unsure.xy_mm2, unsure.yy_mm2]])
    values, vectors = np.linalg.eigh(cov)
    sd = np.sqrt(np.maximum(values, 0.0))
    middle = (np.arange(cells) + 0.5) / cells * 6 - 3
    weight = np.exp(-(middle**2) / 2)
    weights = np.outer(weight, weight)
    grid = np.stack(np.meshgrid(middle, middle, indexing="ij"), -1) * sd @ vectors.T
    points = grid.reshape(-1, 2) + np.array([goal.hand.x_mm, goal.hand.y_mm])
    tol = np.array([goal.tolerance.hand_x_mm, goal.tolerance.hand_y_mm]) + _EPS
    positions = reachable(r, spacers_mm)
    near = np.abs(positions - points.mean(axis=0)) <= tol + 3 * sd.max() + 1
    hit = _within(points, positions[near.all(axis=1)], float(tol[0]), float(tol[1]))
    return float(weights.ravel()[hit].sum() / weights.sum())


@compiled
def _within(points: Floats, positions: Floats, tol_x: float, tol_y: float) -> NDArray[np.bool_]:
    """Which points lie within tolerance of some position."""
    hit = np.zeros(points.shape[0], np.bool_)
    for i in range(points.shape[0]):
        for p in range(positions.shape[0]):
            if abs(points[i, 0] - positions[p, 0]) <= tol_x and abs(points[i, 1] - positions[p, 1]) <= tol_y:
                hit[i] = True
                break
    return hit
