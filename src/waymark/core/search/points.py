"""Front ends as points in the steerer's own axes, and the tables that say where there are any.

A stem at one way up lies ``ahead`` of the steering axis and ``lift`` up it; a pile of cover and spacers adds
to the lift. So every front end is a point (up, ahead) that no frame changes, and a goal carried into a frame's
steerer axes asks for the point nearest to it. Two tables rule places out unseen: ``Near`` says which classes of
front end can lie within a radius of a cell, ``Far`` bounds from below how far the nearest of all is. What they
leave is computed from the formulas.

A *front* is the set of front ends of one bar-clamp diameter; a *class* is a stem's rank and whether the pile is
tall, best first; the class ``EVERY`` stands for all of them.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from waymark.core.search.compiled import compiled, inlined

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Masks = NDArray[np.uint8]

RANKS = 3
CLASSES = 2 * RANKS
EVERY = CLASSES
FAR_CELL_MM = 3.0
# Misses are compared at nanometres everywhere, so that two ways of computing one agree.
EPS_MM = 1e-9
_SLACK_MM = 1e-3


class Ways(NamedTuple):
    """Stems and ways up of every front, by rank and then all of them, each set sorted by ``ahead``, mm.

    Set s of front f is the slice ``start[f, s]`` to ``stop[f, s]``; s = RANKS holds all. ``tie`` orders equals.
    """

    ahead: Floats
    lift: Floats
    tie: Ints
    way: Ints
    start: Ints
    stop: Ints


class Heights(NamedTuple):
    """Piles in three ascending sets, mm: those not tall, the tall, all. ``order`` is the rank among equals."""

    height: Floats
    order: Ints
    pile: Ints
    start: Ints
    stop: Ints


class Form(NamedTuple):
    """A size's weighted squared miss: excess²·along − 2·excess·short·across + short²·square.

    ``slender`` is the least weighted miss that a mm of forward error leaves whatever the pile:
    √(w_x·w_y / along); ``least_weight`` the lesser of the weights of x and y.
    """

    along: float
    across: float
    square: float
    slender: float
    least_weight: float


class Box(NamedTuple):
    """How far a build may miss level and plumb, mm (inf: however far), and the size's steerer that turns the miss."""

    x: float
    y: float
    cos: float
    sin: float


class Extent(NamedTuple):
    """Least and greatest up, least and greatest ahead, mm."""

    up0: float
    up1: float
    ahead0: float
    ahead1: float


class Near(NamedTuple):
    """For every front and cell the classes (a bit each) with a point within a radius of somewhere in the cell.

    Fronts lie one after another in ``mask``, row by row from ``start``. Their margins are empty, so a place
    beyond a table is as good as on its edge.
    """

    cell_mm: float
    up0: Floats
    ahead0: Floats
    rows: Ints
    columns: Ints
    start: Ints
    mask: Masks


class Far(NamedTuple):
    """For every front a bound below the distance from a cell to the nearest point, laid out as in ``Near``.

    ``up1`` and ``ahead1`` end the tables; ``box`` holds every point of a front: least and greatest up and ahead.
    """

    up0: Floats
    up1: Floats
    ahead0: Floats
    ahead1: Floats
    box: Floats
    columns: Ints
    start: Ints
    below: NDArray[np.float32]


def forms(head_angle_rad: Floats, w_x: float, w_y: float) -> tuple[Floats, Floats, Floats, Floats]:
    """Along, across, square and slender of each size, from its head angle and the weights of x and y."""
    cos, sin = np.cos(head_angle_rad), np.sin(head_angle_rad)
    along = w_x * cos**2 + w_y * sin**2
    return along, (w_y - w_x) * cos * sin, w_x * sin**2 + w_y * cos**2, np.sqrt(w_x * w_y / along)


def box_of(ways: Ways, heights: Heights, front: int) -> Extent:
    """Where the points of a front lie."""
    mine = slice(ways.start[front, RANKS], ways.stop[front, RANKS])
    lift, ahead = ways.lift[mine], ways.ahead[mine]
    return Extent(
        float(lift.min() + heights.height.min()),
        float(lift.max() + heights.height.max()),
        float(ahead.min()),
        float(ahead.max()),
    )


def near_tables(ways: Ways, heights: Heights, extents: list[Extent], radius_mm: float, cells: float) -> Near:
    """The tables of every front over its extent, which holds all its points; cells are ``cells`` radii wide."""
    cell = radius_mm * cells
    rows, columns, start, size = _layout(extents, cell)
    near = Near(
        cell,
        np.array([e.up0 for e in extents]),
        np.array([e.ahead0 for e in extents]),
        rows,
        columns,
        start,
        np.zeros(size, np.uint8),
    )
    _spread(ways, heights, near, (radius_mm + _SLACK_MM) / cell)
    return near


def far_tables(ways: Ways, heights: Heights, extents: list[Extent]) -> Far:
    """The tables of every front over its extent, which holds all its points."""
    rows, columns, start, size = _layout(extents, FAR_CELL_MM)
    low = [np.array([e[i] for e in extents]) for i in range(4)]
    boxes = np.array([box_of(ways, heights, f) for f in range(len(extents))])
    far = Far(low[0], low[1], low[2], low[3], boxes, columns, start, np.zeros(size, np.float32))
    _measure(ways, heights, far, rows)
    return far


def _layout(extents: list[Extent], cell_mm: float) -> tuple[Ints, Ints, Ints, int]:
    rows = np.array([int((e.up1 - e.up0) / cell_mm) + 3 for e in extents])
    columns = np.array([int((e.ahead1 - e.ahead0) / cell_mm) + 3 for e in extents])
    ends = np.cumsum(rows * columns)
    return rows, columns, ends - rows * columns, int(ends[-1])


@compiled
def _spread(ways: Ways, heights: Heights, near: Near, reach: float) -> None:
    """Set each point's bit in every cell that has somewhere within ``reach`` cells of the point's own cell."""
    most = int(reach) + 1
    for front in range(near.start.size):
        rows, columns, start = near.rows[front], near.columns[front], near.start[front]
        for k in range(CLASSES):
            bit = np.uint8(1 << k)
            for w in range(ways.start[front, k // 2], ways.stop[front, k // 2]):
                j = int((ways.ahead[w] - near.ahead0[front]) / near.cell_mm)
                for p in range(heights.start[k % 2], heights.stop[k % 2]):
                    i = int((ways.lift[w] + heights.height[p] - near.up0[front]) / near.cell_mm)
                    for row in range(max(i - most, 0), min(i + most + 1, rows)):
                        di = max(abs(row - i) - 1, 0)
                        for column in range(max(j - most, 0), min(j + most + 1, columns)):
                            dj = max(abs(column - j) - 1, 0)
                            if di * di + dj * dj <= reach * reach:
                                near.mask[start + row * columns + column] |= bit


@compiled
def _measure(ways: Ways, heights: Heights, far: Far, rows: Ints) -> None:
    """Fill in each cell's bound: from anywhere in it to anywhere in the nearest cell that holds a point."""
    for front in range(far.start.size):
        columns, start = far.columns[front], far.start[front]
        gap = np.full((rows[front], columns), 10**6, np.int64)
        for w in range(ways.start[front, RANKS], ways.stop[front, RANKS]):
            j = int((ways.ahead[w] - far.ahead0[front]) / FAR_CELL_MM)
            for p in range(heights.start[2], heights.stop[2]):
                gap[int((ways.lift[w] + heights.height[p] - far.up0[front]) / FAR_CELL_MM), j] = 0
        # Rows away from a point in the same column, then the nearest over all columns.
        for j in range(columns):
            for i in range(1, rows[front]):
                gap[i, j] = min(gap[i, j], gap[i - 1, j] + 1)
            for i in range(rows[front] - 2, -1, -1):
                gap[i, j] = min(gap[i, j], gap[i + 1, j] + 1)
        for i in range(rows[front]):
            for j in range(columns):
                least = 10**13
                for c in range(columns):
                    up, ahead = max(gap[i, c] - 1, 0), max(abs(c - j) - 1, 0)
                    least = min(least, up * up + ahead * ahead)
                far.below[start + i * columns + j] = np.sqrt(least) * FAR_CELL_MM - _SLACK_MM


@inlined
def mask_at(near: Near, front: int, up: float, ahead: float) -> int:
    """The classes that can have a point within the table's radius."""
    i = min(max(int((up - near.up0[front]) / near.cell_mm), 0), near.rows[front] - 1)
    j = min(max(int((ahead - near.ahead0[front]) / near.cell_mm), 0), near.columns[front] - 1)
    return int(near.mask[near.start[front] + i * near.columns[front] + j])


@inlined
def bound_at(far: Far, front: int, up: float, ahead: float) -> float:
    """No point of the front is nearer than this, mm."""
    u = min(max(up, far.up0[front]), far.up1[front])
    a = min(max(ahead, far.ahead0[front]), far.ahead1[front])
    i, j = int((u - far.up0[front]) / FAR_CELL_MM), int((a - far.ahead0[front]) / FAR_CELL_MM)
    inside = max(far.below[far.start[front] + i * far.columns[front] + j], 0.0)
    # Outside, the way to the extent and on from there meet at no less than a right angle.
    apart = np.sqrt((up - u) ** 2 + (ahead - a) ** 2 + inside * inside)
    low_up, high_up, low_ahead, high_ahead = far.box[front]
    gap_up = max(low_up - up, up - high_up, 0.0)
    gap_ahead = max(low_ahead - ahead, ahead - high_ahead, 0.0)
    return float(max(apart, np.sqrt(gap_up * gap_up + gap_ahead * gap_ahead) - _SLACK_MM))


@inlined
def piles_about(
    height: Floats, first: int, end: int, want: float, short: float, form: Form, box: Box
) -> tuple[int, int]:
    """Which of the ascending piles ``height[first:end]`` can leave one stem's least miss: from, up to (excluded).

    Along the steerer the miss is a parabola in the pile, and the piles inside ``box`` are those between two heights:
    the least of them is one of the two about the parabola's foot, or the last before the box ends.
    """
    across, up = (box.x + EPS_MM) / box.cos, (box.y + EPS_MM) / box.sin
    lean_x, lean_y = short * box.sin / box.cos, short * box.cos / box.sin
    lo = first_at_least(height, first, end, want + max(-across - lean_x, lean_y - up))
    hi = first_at_least(height, lo, end, want + min(across - lean_x, lean_y + up))
    if hi < end and height[hi] <= want + min(across - lean_x, lean_y + up):
        hi += 1
    if lo >= hi:
        return 0, 0
    above = min(first_at_least(height, lo, hi, want + short * form.across / form.along), hi - 1)
    return max(above - 1, lo), above + 1


@compiled
def nearest(
    ways: Ways,
    heights: Heights,
    front: int,
    k: int,
    up: float,
    ahead: float,
    form: Form,
    box: Box,
    within: float,
) -> tuple[float, int, int]:
    """The nearest point of class ``k`` inside ``box`` and no farther than ``within`` mm: miss (inf: none), way, pile.

    Equal misses are told apart by the pile's order, then the way's. Exact: only the piles of ``piles_about`` can be
    the least for a stem, and stems whose forward error alone leaves more than the least so far are never looked at.
    """
    lo, hi = ways.start[front, k // 2], ways.stop[front, k // 2]
    kind = 2 if k == EVERY else k % 2
    first, end = heights.start[kind], heights.stop[kind]
    best, order, tie, way, pile = np.inf, 0, 0, -1, -1
    if lo == hi or first == end:
        return best, way, pile
    limit = within + EPS_MM
    lowest, highest = heights.height[first], heights.height[end - 1]
    middle = first_at_least(ways.ahead, lo, hi, ahead)
    for step in (1, -1):
        w = middle if step == 1 else middle - 1
        while lo <= w < hi:
            short = ahead - ways.ahead[w]
            if abs(short) * form.slender > limit + 1e-6:
                break
            want = up - ways.lift[w]
            # A pile beyond the drawer's least or greatest leaves at least this; most stems fall out here.
            out = max(want - highest, lowest - want, 0.0)
            if (out * out + short * short) * form.least_weight <= (limit + 1e-6) ** 2:
                start, stop = piles_about(heights.height, first, end, want, short, form, box)
                for p in range(start, stop):
                    excess = heights.height[p] - want
                    square = excess * (excess * form.along - 2 * short * form.across)
                    square += short * short * form.square
                    miss = np.floor(np.sqrt(max(square, 0.0)) * 1e9 + 0.5) / 1e9
                    if miss > limit:
                        continue
                    less = miss < best or (
                        miss == best and (heights.order[p] < order or (heights.order[p] == order and ways.tie[w] < tie))
                    )
                    if less:
                        best, way, pile = miss, ways.way[w], heights.pile[p]
                        order, tie = heights.order[p], ways.tie[w]
                        limit = best
            w += step
    return best, way, pile


@inlined
def first_at_least(values: Floats, lo: int, hi: int, value: float) -> int:
    """The first place of the ascending ``values[lo:hi]`` that is not less than ``value``; ``hi`` if none."""
    while lo < hi:
        middle = (lo + hi) // 2
        if values[middle] < value:
            lo = middle + 1
        else:
            hi = middle
    return lo
