"""The exact best build of every frame size: all stems, both ways up, every spacer height (handbook 5, 13).

For a stem the weighted squared miss is a parabola in the spacers, so its best discrete height is one of the
two that enclose the parabola's foot: no other need be looked at to find the least miss of a size. Builds
within 1 mm of that least miss tie; among them the stem's length class, then a low pile, then the smaller
miss decide. Only stems that hold a tie are looked at height by height. Nothing is sampled or skipped, and a
property test holds the result against every build there is.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS
from waymark.core.search.model import Goal, Shelf

Floats = NDArray[np.float64]
_EPS = 1e-9


@dataclass(frozen=True, slots=True)
class Picks:
    """The chosen build of each frame size, as arrays over the sizes.

    ``stem`` indexes the shelf's stems; ``over`` is true where it is turned over; ``miss`` is the weighted
    miss in mm; ``clamp_x``/``clamp_y`` the bar clamp from the BB.
    """

    stem: NDArray[np.int64]
    over: NDArray[np.bool_]
    spacers: Floats
    miss: Floats
    clamp_x: Floats
    clamp_y: Floats


@dataclass(frozen=True, slots=True)
class _Ways:
    stem: NDArray[np.int64]
    over: NDArray[np.bool_]
    ahead: Floats
    lift: Floats
    rank: NDArray[np.int64]


def pick_best(shelf: Shelf, goal: Goal) -> Picks:
    """The best build of every frame size on ``shelf`` for ``goal``; raises ``ValueError`` on an empty shelf."""
    if not shelf.frames or not shelf.stems:
        raise ValueError("a search needs at least one frame size and one stem")
    ways = _ways(shelf, goal)
    theta = np.radians(np.array([f.head_angle_deg for f in shelf.frames]))
    cos, sin = np.cos(theta), np.sin(theta)
    away_x = goal.clamp.x_mm - np.array([f.reach_mm for f in shelf.frames])
    away_y = goal.clamp.y_mm - np.array([f.stack_mm for f in shelf.frames])
    cover = np.array([f.cover_mm for f in shelf.frames])
    limit = np.array([f.spacer_limit_mm for f in shelf.frames])
    heights = np.array(heights_mm(shelf.spacers_mm, float(limit.max())))
    count = np.searchsorted(heights, limit + _EPS, side="right")

    # Goal from the steerer's foot, along the steerer (e_u, less the cover) and square to it (e_n).
    e_u = -away_x * cos + away_y * sin - cover
    e_n = away_x * sin + away_y * cos
    w_x, w_y = goal.tolerance.hand_weights()
    along = w_x * cos**2 + w_y * sin**2
    across = (w_y - w_x) * cos * sin
    square = w_x * sin**2 + w_y * cos**2

    want = e_u[:, None] - ways.lift[None, :]
    short = e_n[:, None] - ways.ahead[None, :]
    foot = want + short * (across / along)[:, None]
    above = np.clip(np.searchsorted(heights, foot), 0, count[:, None] - 1)
    below = np.maximum(above - 1, 0)
    least_in_stem = np.minimum(
        _squared(heights[above] - want, short, along, across, square),
        _squared(heights[below] - want, short, along, across, square),
    )
    least = np.sqrt(np.maximum(least_in_stem.min(axis=1), 0.0))
    bound = least + NUMBERS["tie_mm"].value + _EPS
    tied_f, tied_w = np.nonzero(least_in_stem <= (bound**2)[:, None])

    # Every height of every tied stem, then the order of preference, first of each size.
    spread = heights[None, :] - want[tied_f, tied_w][:, None]
    miss2 = _squared_flat(spread, short[tied_f, tied_w], along[tied_f], across[tied_f], square[tied_f])
    ok = (miss2 <= (bound[tied_f] ** 2)[:, None]) & (
        np.arange(heights.size)[None, :] < count[tied_f][:, None]
    )
    pair, level = np.nonzero(ok)
    f, w, s = tied_f[pair], tied_w[pair], heights[level]
    miss = np.sqrt(np.maximum(miss2[pair, level], 0.0))
    tall = s > NUMBERS["spacer_warn_share"].value * limit[f] + _EPS
    order = np.lexsort((ways.stem[w], ways.over[w], s, np.round(miss, 9), tall, ways.rank[w], f))
    _, first = np.unique(f[order], return_index=True)
    best = order[first]
    w, s, f = w[best], s[best], f[best]
    rise, ahead = cover + s + ways.lift[w], ways.ahead[w]
    reach = np.array([x.reach_mm for x in shelf.frames])
    stack = np.array([x.stack_mm for x in shelf.frames])
    return Picks(
        stem=ways.stem[w],
        over=ways.over[w],
        spacers=s,
        miss=miss[best],
        clamp_x=reach - rise * cos + ahead * sin,
        clamp_y=stack + rise * sin + ahead * cos,
    )


def _ways(shelf: Shelf, goal: Goal) -> _Ways:
    stem, over, ahead, lift, rank = [], [], [], [], []
    for index, option in enumerate(shelf.stems):
        for turned, it in option.ways():
            alpha = np.radians(it.angle_deg)
            stem.append(index)
            over.append(turned)
            ahead.append(it.length_mm * np.cos(alpha))
            lift.append(it.length_mm * np.sin(alpha) + it.lift_mm)
            rank.append(goal.stem_window.rank(it.length_mm))
    return _Ways(np.array(stem), np.array(over), np.array(ahead), np.array(lift), np.array(rank))


def _squared(excess: Floats, short: Floats, along: Floats, across: Floats, square: Floats) -> Floats:
    """Weighted squared miss; ``excess`` of spacers over those wanted, ``short`` the unmendable part.

    The miss (plan less goal) is excess·u − short·n.
    """
    a, b, c = along[:, None], across[:, None], square[:, None]
    return excess**2 * a - 2 * excess * short * b + short**2 * c


def _squared_flat(excess: Floats, short: Floats, along: Floats, across: Floats, square: Floats) -> Floats:
    return _squared(excess, short[:, None], along, across, square)


def picked_clamp(picks: Picks, index: int) -> Mark:
    """Bar clamp of the size ``index``."""
    return Mark(float(picks.clamp_x[index]), float(picks.clamp_y[index]))
