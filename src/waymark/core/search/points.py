"""Front ends as points in the steerer's own axes, with the tables that find the near ones.

A stem at one way up lies ``ahead`` of the steering axis and ``lift`` up it; a pile of cover and spacers adds
to the lift. So every front end is a point (up, ahead) that no frame changes, and a goal carried into a frame's
steerer axes asks for the points near it. Two tables answer without looking at all of them: ``near`` says the
best class of front end that can lie within a stated distance of a cell, ``far`` bounds from below how far the
nearest point is. Both only ever rule out what cannot be: what they leave is computed exactly.
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
# Cells of a near table as a share of its radius.
FINE_CELLS, COARSE_CELLS = 0.5, 1.0
FAR_CELL_MM = 3.0
RANKS = 3
CLASSES = 2 * RANKS
NONE = CLASSES
_SLACK = 1e-3
_MOST_FLAT = 600_000
_EPS = 1e-9


@dataclass(frozen=True, slots=True)
class Form:
    """The weighted squared miss of a size: excess²·along − 2·excess·short·across + short²·square."""

    along: Floats
    across: Floats
    square: Floats
    slender: Floats

    @staticmethod
    def of(head_angle_rad: Floats, w_x: float, w_y: float) -> Form:
        """The form of each size from its head angle and the weights of x and y."""
        cos, sin = np.cos(head_angle_rad), np.sin(head_angle_rad)
        along = w_x * cos**2 + w_y * sin**2
        # Least weighted miss a mm of forward error leaves, whatever the spacers: √(w_x·w_y / along).
        return Form(along, (w_y - w_x) * cos * sin, w_x * sin**2 + w_y * cos**2, np.sqrt(w_x * w_y / along))

    def at(self, rows: Ints) -> Form:
        """The form of these sizes."""
        return Form(self.along[rows], self.across[rows], self.square[rows], self.slender[rows])


@dataclass(frozen=True, slots=True)
class Ways:
    """Stems and ways up, sorted by how far ahead they put the bar; ``key`` breaks ties: over, then stem."""

    ahead: Floats
    lift: Floats
    way: Ints
    tie: Ints

    def subset(self, keep: NDArray[np.bool_]) -> Ways:
        """Those kept, still sorted."""
        return Ways(self.ahead[keep], self.lift[keep], self.way[keep], self.tie[keep])


@dataclass(frozen=True, slots=True)
class Found:
    """The nearest point to each of several places: its miss (inf where none is near enough), way and pile."""

    miss: Floats
    way: Ints
    pile: Ints

    def at(self, index: Ints | NDArray[np.bool_]) -> Found:
        """Those at ``index``."""
        return Found(self.miss[index], self.way[index], self.pile[index])


@dataclass(slots=True)
class Points:
    """Every front end of one clamp diameter and one set of piles, by class: stem rank first, then a tall pile."""

    ways: Ways
    rank: Ints
    totals: Floats
    tall: NDArray[np.bool_]
    order: Ints
    least_weight: float
    by_class: list[tuple[Ways, Ints]] = field(init=False)

    def __post_init__(self) -> None:
        every = np.arange(self.totals.size)
        by_rank = [self.ways.subset(self.rank == r) for r in range(RANKS)]
        piles = [every[~self.tall], every[self.tall]]
        self.by_class = [(by_rank[k // 2], piles[k % 2]) for k in range(CLASSES)]

    def box(self) -> tuple[float, float, float, float]:
        """Least and greatest up, least and greatest ahead."""
        up = self.ways.lift
        return (
            float(up.min() + self.totals[0]), float(up.max() + self.totals[-1]),
            float(self.ways.ahead.min()), float(self.ways.ahead.max()),
        )  # fmt: skip

    def at(self, k: int) -> tuple[Floats, Floats]:
        """Every point of class ``k``: up and ahead."""
        ways, piles = self.by_class[k]
        up = (ways.lift[:, None] + self.totals[piles][None, :]).ravel()
        return up, np.repeat(ways.ahead, piles.size)

    def nearest(self, k: int | None, up: Floats, ahead: Floats, form: Form, within: Floats | float) -> Found:
        """The nearest point of class ``k`` (any class: None) to each (``up``, ``ahead``), no farther than ``within``.

        Equal misses are told apart by the pile, then the way as ``Ways.tie`` has it. Exact: along the steerer
        the miss is a parabola, so only the two piles about its foot can be the least for a stem.
        """
        ways, piles = (self.ways, np.arange(self.totals.size)) if k is None else self.by_class[k]
        n = up.size
        found = Found(np.full(n, np.inf), np.zeros(n, np.int64), np.zeros(n, np.int64))
        if not n or not ways.ahead.size or not piles.size:
            return found
        half = (within + 1e-6) / form.slender
        low = np.searchsorted(ways.ahead, ahead - half, "left")
        count = np.searchsorted(ways.ahead, ahead + half, "right") - low
        for start, stop in _slices(count):
            self._nearest(ways, piles, up, ahead, form, low, count, start, stop, within, found)
        # Misses are compared at nanometres everywhere, so that two ways of computing one agree.
        too_far = found.miss > within + _EPS
        found.miss[too_far] = np.inf
        return found

    def _nearest(
        self, ways: Ways, piles: Ints, up: Floats, ahead: Floats, form: Form, low: Ints, count: Ints,
        start: int, stop: int, within: Floats | float, found: Found,
    ) -> None:  # fmt: skip
        here = count[start:stop]
        total = int(here.sum())
        if not total:
            return
        pair = np.repeat(np.arange(start, stop), here)
        first = np.cumsum(here) - here
        w = np.arange(total) - np.repeat(first - low[start:stop], here)
        heights = self.totals[piles]
        want = up[pair] - ways.lift[w]
        short = ahead[pair] - ways.ahead[w]
        # A pile beyond the drawer's least or greatest leaves at least this; most stems fall out here.
        out = np.maximum(np.maximum(want - heights[-1], heights[0] - want), 0.0)
        bound = within if isinstance(within, float) else within[pair]
        near = np.flatnonzero((out * out + short * short) * self.least_weight <= (bound + 1e-6) ** 2)
        if not near.size:
            return
        pair, w, want, short = pair[near], w[near], want[near], short[near]
        a, b, c = form.along[pair], form.across[pair], form.square[pair]
        above = np.minimum(np.searchsorted(heights, want + short * (b / a)), heights.size - 1)
        below = np.maximum(above - 1, 0)
        high, lower = heights[above] - want, heights[below] - want
        rest = short * short * c
        m_high = high * (high * a - 2 * short * b) + rest
        m_low = lower * (lower * a - 2 * short * b) + rest
        pile = np.where(m_low <= m_high + 1e-12, below, above)
        miss = np.round(np.sqrt(np.maximum(np.minimum(m_low, m_high), 0.0)), 9)
        starts = np.flatnonzero(np.diff(pair, prepend=-1))
        least = np.minimum.reduceat(miss, starts)
        best = np.flatnonzero(miss <= np.repeat(least, np.diff(starts, append=pair.size)))
        order = np.lexsort((ways.tie[w[best]], self.order[piles[pile[best]]], pair[best]))
        best = best[order]
        _, unique = np.unique(pair[best], return_index=True)
        best = best[unique]
        at = pair[best]
        found.miss[at], found.way[at], found.pile[at] = miss[best], ways.way[w[best]], piles[pile[best]]


def _slices(count: Ints) -> list[tuple[int, int]]:
    """Runs of pairs whose ways together stay within a block of memory."""
    ends = np.cumsum(count)
    if ends[-1] <= _MOST_FLAT:
        return [(0, count.size)]
    made, start = [], 0
    while start < count.size:
        before = ends[start - 1] if start else 0
        stop = max(start + 1, int(np.searchsorted(ends, before + _MOST_FLAT)))
        made.append((start, stop))
        start = stop
    return made


Extent = tuple[float, float, float, float]


@dataclass(frozen=True, slots=True)
class Near:
    """Which classes (a bit each) have a point within a radius of some place in a cell, and the best of them."""

    cell_mm: float
    up0: float
    ahead0: float
    mask: NDArray[np.uint8]
    best: NDArray[np.uint8]

    @staticmethod
    def of(points: Points, extent: Extent, radius_mm: float, cells: float = FINE_CELLS) -> Near:
        """The table over ``extent`` (least and greatest up, least and greatest ahead), which holds every point."""
        up0, up1, ahead0, ahead1 = extent
        cell = radius_mm * cells
        held = np.zeros((int((up1 - up0) / cell) + 3, int((ahead1 - ahead0) / cell) + 3), np.uint8)
        for k in range(CLASSES):
            up, ahead = points.at(k)
            held[((up - up0) / cell).astype(np.int64), ((ahead - ahead0) / cell).astype(np.int64)] |= (
                np.uint8(1 << k)
            )
        mask = _spread(held, (radius_mm + _SLACK) / cell)
        return Near(cell, up0, ahead0, mask, _LOWEST[mask])


@dataclass(frozen=True, slots=True)
class Far:
    """A bound below the distance from any place to the nearest point, tightest over the extent."""

    extent: Extent
    box: Extent
    below: NDArray[np.float32]

    @staticmethod
    def of(points: Points, extent: Extent) -> Far:
        """The table over ``extent``, which holds every point."""
        up0, up1, ahead0, ahead1 = extent
        taken = np.zeros(
            (int((up1 - up0) / FAR_CELL_MM) + 3, int((ahead1 - ahead0) / FAR_CELL_MM) + 3), np.bool_
        )
        for k in range(CLASSES):
            up, ahead = points.at(k)
            taken[((up - up0) / FAR_CELL_MM).astype(int), ((ahead - ahead0) / FAR_CELL_MM).astype(int)] = True
        return Far(extent, points.box(), _distance_below(taken))

    def bound(self, up: Floats, ahead: Floats) -> Floats:
        """No point is nearer than this, mm."""
        up0, up1, ahead0, ahead1 = self.extent
        u, a = np.clip(up, up0, up1), np.clip(ahead, ahead0, ahead1)
        i, j = ((u - up0) / FAR_CELL_MM).astype(np.int32), ((a - ahead0) / FAR_CELL_MM).astype(np.int32)
        inside = self.below.ravel().take(i * np.int32(self.below.shape[1]) + j).astype(np.float64)
        # Outside, the way to the extent and on from there meet at no less than a right angle.
        apart = np.sqrt((up - u) ** 2 + (ahead - a) ** 2 + inside**2)
        low_u, high_u, low_a, high_a = self.box
        gap_u = np.maximum(np.maximum(low_u - up, up - high_u), 0.0)
        gap_a = np.maximum(np.maximum(low_a - ahead, ahead - high_a), 0.0)
        return np.maximum(apart, np.hypot(gap_u, gap_a) - _SLACK)


def _lowest_bits() -> NDArray[np.uint8]:
    table = np.full(256, NONE, np.uint8)
    for mask in range(1, 1 << CLASSES):
        table[mask] = (mask & -mask).bit_length() - 1
    return table


_LOWEST = _lowest_bits()


def next_class(mask: NDArray[np.uint8], after: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """The next class of each mask beyond ``after``, ``NONE`` where there is none."""
    keep = np.left_shift(np.uint16(0xFFFF), (after + 1).astype(np.uint16)).astype(np.uint16)
    return _LOWEST[(mask.astype(np.uint16) & keep).astype(np.uint8)]


def _spread(held: NDArray[np.uint8], radius: float) -> NDArray[np.uint8]:
    """The bits of every cell that has a place within ``radius`` cells of some place in the cell they are held in."""
    reach = int(radius) + 1
    rows, columns = held.shape
    padded = np.pad(held, reach)
    made = np.zeros_like(held)
    for di in range(-reach, reach + 1):
        for dj in range(-reach, reach + 1):
            if np.hypot(max(abs(di) - 1, 0), max(abs(dj) - 1, 0)) <= radius:
                made |= padded[reach + di : reach + di + rows, reach + dj : reach + dj + columns]
    return made


def _distance_below(taken: NDArray[np.bool_]) -> NDArray[np.float32]:
    """For each cell a bound below the distance from anywhere in it to anywhere in the nearest taken cell."""
    rows, columns = taken.shape
    gaps = np.full((rows, columns), np.inf)
    index = np.arange(rows)[:, None]
    seen = np.maximum.accumulate(np.where(taken, index, -(10**6)), axis=0)
    ahead = np.minimum.accumulate(np.where(taken, index, 10**6)[::-1], axis=0)[::-1]
    gap = np.minimum(index - seen, ahead - index)
    gaps = np.maximum(gap - 1, 0).astype(np.float64) ** 2
    across = np.maximum(np.abs(np.arange(columns)[:, None] - np.arange(columns)[None, :]) - 1, 0) ** 2
    made = np.empty((rows, columns), np.float32)
    for i in range(rows):
        made[i] = np.sqrt((gaps[i][None, :] + across).min(axis=1))
    return made * np.float32(FAR_CELL_MM) - np.float32(_SLACK)
