"""What builds are put together from, as arrays: bars, stems and piles, and where one frame size wants the bar's clamp.

In a steerer's own axes, up it and ahead of it (``points``). A build is off by what its pile has too much and its stem
too little of what the size wants.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from waymark.core.search.compiled import compiled, inlined
from waymark.core.search.points import Floats, Ints
from waymark.core.search.settle import Places, Sizes


class Lists(NamedTuple):
    """What belongs to each of several owners: that of owner k is ``each[start[k] : start[k + 1]]``."""

    each: Ints
    start: Ints


class BarSide(NamedTuple):
    """Bars place by place: whose place it is, its steps in mm; bar by bar: its places, points, rung, price."""

    of: Ints
    effort_mm: Floats
    places: Lists
    points: Floats
    rung: Ints
    price: Floats


class StemSide(NamedTuple):
    """Stems way by way: which stem, its rung and price, and where it puts the clamp in the steerer's axes, mm; stem by
    stem: its ways up."""

    stem: Ints
    ways: Lists
    rung: Ints
    price: Floats
    lift: Floats
    ahead: Floats


class PileSide(NamedTuple):
    """Piles, lowest first: height over the frame's own cover, mm, the order among equals, and which cover is under them;
    for every whole mm from the lowest pile up to the highest, the first pile no lower."""

    height: Floats
    order: Ints
    cover: Ints
    from_mm: Ints


class How(NamedTuple):
    """How builds are judged: the tolerance each way, mm, the share of it that is its edge, and how room is counted, mm."""

    tol_x: float
    tol_y: float
    edge_share: float
    most: int
    step: float


class Clamps(NamedTuple):
    """Where one size wants the clamp, mm: place by place up and ahead of its head top; bar by bar the least and the
    greatest of ahead, and of how high that is, plumb."""

    up: Floats
    ahead: Floats
    ahead_ends: Floats
    high_ends: Floats


def lists(owner: Ints, owners: int) -> Lists:
    """What belongs to each owner, in order: ``owner`` says whose each is."""
    return Lists(np.argsort(owner, kind="stable"), np.searchsorted(np.sort(owner), np.arange(owners + 1)))


@compiled
def room_for_clamps(places: Places, bars: BarSide) -> Clamps:
    """Room for a size's clamps."""
    every, of_bar = places.x.size, (bars.points.size, 2)
    return Clamps(np.empty(every), np.empty(every), np.empty(of_bar), np.empty(of_bar))


@compiled
def place_clamps(at: Clamps, sizes: Sizes, i: int, places: Places, bars: BarSide) -> None:
    """Where size ``i`` wants the clamp."""
    c, s = sizes.cos[i], sizes.sin[i]
    for ends in (at.ahead_ends, at.high_ends):
        ends[:, 0], ends[:, 1] = np.inf, -np.inf
    for p in range(places.x.size):
        x, y, bar = places.x[p], places.y[p], bars.of[p]
        up, ahead = sizes.up[i] + x * c - y * s, sizes.ahead[i] - x * s - y * c
        high = s * up + c * ahead
        at.up[p], at.ahead[p] = up, ahead
        at.ahead_ends[bar, 0], at.ahead_ends[bar, 1] = (
            min(at.ahead_ends[bar, 0], ahead),
            max(at.ahead_ends[bar, 1], ahead),
        )
        at.high_ends[bar, 0], at.high_ends[bar, 1] = min(at.high_ends[bar, 0], high), max(at.high_ends[bar, 1], high)


@inlined
def off(sizes: Sizes, i: int, excess: float, short: float) -> tuple[float, float]:
    """How far a build misses, level and plumb, mm: from what its pile has too much and its stem too little."""
    c, s = sizes.cos[i], sizes.sin[i]
    return -c * excess - s * short, s * excess - c * short


@inlined
def no_lower(piles: PileSide, height_mm: float) -> int:
    """Every pile before this one is lower than that."""
    # A look at a table where a search would guess wrong at every turn.
    over = int(height_mm - piles.height[0])
    return int(piles.from_mm[min(max(over, 0), piles.from_mm.size - 1)])


@inlined
def lowest(sizes: Sizes, i: int, piles: PileSide, want: float, short: float, tol_y: float) -> int:
    """No pile before this one comes within the plumb tolerance of what is wanted."""
    return no_lower(piles, want + (sizes.cos[i] * short - tol_y) / sizes.sin[i] - 1e-6)
