"""One-piece cockpits: only listed combinations, each with its own spacers, tried one by one (docs/formulas.md, Cockpit).

There are few of them, so all are computed. Of the combinations inside the tolerance, or of all where none is, those
within 1 mm of the least miss tie; then the better stem length, the fewest steps of lever and hood, the smaller miss
and the lower pile decide. The recommended one is sought as ``recommend`` has it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.cockpit.steerer import Stem
from waymark.core.search.compiled import compiled
from waymark.core.search.headroom import hands_of, room_of
from waymark.core.search.model import RUNG_COST, CockpitOption, FrameOption, Goal
from waymark.core.search.points import EPS_MM, Box, Floats, Form, Ints, forms, piles_about
from waymark.core.workmanship import front_points, sum_points


@dataclass(frozen=True, slots=True)
class CockpitPick:
    """The combination, its place and its pile for one frame size, with the weighted miss in mm."""

    cockpit: int
    place: int
    spacers_mm: float
    miss_mm: float


@dataclass(frozen=True, slots=True)
class Inside:
    """Every build inside the tolerance of one frame size: pair of combination and place, pile, miss, edge, points."""

    pair: Ints
    spacers_mm: Floats
    miss_mm: Floats
    edge: NDArray[np.bool_]
    points: Floats

    @property
    def least(self) -> float:
        """The least points there are; inf where nothing is inside."""
        return float(self.points.min()) if self.points.size else float("inf")


class _Table(NamedTuple):
    """Every combination at every place: where its clamp and hand lie, mm, and the drawer its spacers are of."""

    ahead: Floats
    up: Floats
    off_x: Floats
    off_y: Floats
    drawer: Ints


class _Asked(NamedTuple):
    """What is the same for every combination on one frame: which are allowed, the hand from the head top, the cover, the
    form of its miss, and the heights of every drawer with where each begins."""

    allowed: NDArray[np.bool_]
    x: float
    y: float
    cover: float
    form: Form
    heights: Floats
    bounds: Ints


class Cockpits:
    """Every listed combination at every place, ready to be tried on one frame size after another."""

    def __init__(self, cockpits: Sequence[CockpitOption], goal: Goal) -> None:
        self.goal, self.cockpits = goal, cockpits
        self._points_known: dict[tuple[int, float, float], float] = {}
        self.pairs = [(i, j) for i, c in enumerate(cockpits) for j in range(len(c.places))]
        of = [cockpits[i] for i, _ in self.pairs]
        places = [cockpits[i].places[j] for i, j in self.pairs]
        stems = [Stem(c.length_mm, c.angle_deg, c.clamp_height_mm) for c in cockpits]
        self.drawers = list(dict.fromkeys(c.spacers_mm for c in cockpits))
        self.table = _Table(
            np.array([stems[i].ahead_mm for i, _ in self.pairs]),
            np.array([stems[i].up_mm for i, _ in self.pairs]),
            np.array([p.off.x_mm for p in places], np.float64),
            np.array([p.off.y_mm for p in places], np.float64),
            np.array([self.drawers.index(c.spacers_mm) for c in of], np.int64),
        )
        rank = [goal.stem_window.rank(c.length_mm) for c in cockpits]
        self.order = [(rank[i], places[t].effort) for t, (i, _) in enumerate(self.pairs)]
        self.maker = [c.maker for c in of]
        self.anywhere = np.array([not c.named_only for c in of], np.bool_)

    def pick(self, frame: FrameOption) -> CockpitPick | None:
        """The best combination the maker allows on ``frame``; None where there is none."""
        asked, near = self._asked(frame)
        if not asked.allowed.any():
            return None
        for box in (near, near._replace(x=np.inf, y=np.inf)):
            miss, pile = _tried(self.table, *asked, box, float(self.goal.weights.tie_mm))
            if miss.min() < np.inf:
                break
        tied = np.flatnonzero(miss <= miss.min() + self.goal.weights.tie_mm + EPS_MM)
        first = min(tied, key=lambda t: (*self.order[t], round(float(miss[t]), 9), pile[t], self.pairs[t]))
        i, j = self.pairs[first]
        return CockpitPick(i, j, float(pile[first]), float(miss[first]))

    def _asked(self, frame: FrameOption) -> tuple[_Asked, Box]:
        """What every combination is tried with on a frame, and the tolerance there."""
        named, theta = frame.cockpits, np.radians(frame.head_angle_deg)
        weights, t = self.goal.tolerance.hand_weights(), self.goal.tolerance
        along, across, square, slender = (float(x) for x in forms(theta, *weights))
        heights = [np.array(heights_mm(spacers, frame.spacer_limit_mm), np.float64) for spacers in self.drawers]
        asked = _Asked(
            self.anywhere if named is None else np.array([m in named for m in self.maker], np.bool_),
            float(self.goal.hand.x_mm - frame.reach_mm),
            float(self.goal.hand.y_mm - frame.stack_mm),
            float(frame.cover_mm),
            Form(along, across, square, slender, min(weights)),
            np.concatenate(heights),
            np.concatenate([[0], np.cumsum([h.size for h in heights])]),
        )
        return asked, Box(float(t.hand_x_mm), float(t.hand_y_mm), float(np.cos(theta)), float(np.sin(theta)))

    def inside(self, frame: FrameOption) -> Inside:
        """Every build of listed combinations that lies inside the tolerance on ``frame``."""
        asked, box = self._asked(frame)
        none = np.zeros(0)
        if not asked.allowed.any():
            return Inside(np.zeros(0, np.int64), none, none, none > 0, none)
        found = _all_inside(self.table, *asked, box)
        pair, pile = found[:, 0].astype(np.int64), found[:, 1]
        points = [self._points(self.pairs[t][0], float(h), frame.cover_mm) for t, h in zip(pair, pile, strict=True)]
        edge = found[:, 3] > self.goal.weights.edge_share + EPS_MM
        return Inside(pair, pile, found[:, 2], edge, np.array(points, np.float64))

    def _points(self, i: int, spacers_mm: float, cover_mm: float) -> float:
        """Points against one combination over one pile."""
        key = (i, spacers_mm, cover_mm)
        if key not in self._points_known:
            c, goal = self.cockpits[i], self.goal
            stem = Stem(c.length_mm, c.angle_deg, c.clamp_height_mm)
            front = float(front_points(stem, spacers_mm, cover_mm, cover_mm, goal.stem_window, goal.weights))
            self._points_known[key] = round(front + sum_points(c.faults), 9)
        return self._points_known[key]

    def recommended(self, frame: FrameOption, every: Inside, bound: float) -> tuple[CockpitPick, int] | None:
        """The best of ``every`` with no more points than ``bound``, and its room counted, mm; None where there is none."""
        kept = np.flatnonzero(every.points <= bound + EPS_MM)
        weights, rooms = self.goal.weights, dict[int, int]()
        best: tuple[tuple[float, ...], int] | None = None
        for at in kept.tolist():
            pair = int(every.pair[at])
            i, j = self.pairs[pair]
            it = self.cockpits[i]
            if i not in rooms:
                stem = Stem(it.length_mm, it.angle_deg, it.clamp_height_mm)
                hands = hands_of(frame, frame.cover_mm, [stem], it.spacers_mm, it.places)
                rooms[i] = room_of(hands, self.goal).counted_mm(weights.room_counted_mm)
            miss, pile = round(float(every.miss_mm[at]), 9), float(every.spacers_mm[at])
            weighed = round(miss + it.places[j].effort * weights.tie_mm, 9)
            key: tuple[float, ...] = (
                bool(every.edge[at]),
                -(rooms[i] // weights.room_step_mm),
                RUNG_COST * it.rung + it.price,
                weighed,
                it.places[j].effort,
                pile,
                i,
                j,
            )
            if best is None or key < best[0]:
                best = key, at
        if best is None:
            return None
        at = best[1]
        i, j = self.pairs[int(every.pair[at])]
        return CockpitPick(i, j, float(every.spacers_mm[at]), float(every.miss_mm[at])), rooms[i]


@compiled
def _tried(
    table: _Table,
    allowed: NDArray[np.bool_],
    x: float,
    y: float,
    cover: float,
    form: Form,
    heights: Floats,
    bounds: Ints,
    box: Box,
    tie_mm: float,
) -> tuple[Floats, Floats]:
    """Miss and pile of every pair; inf where it is not allowed, not inside ``box`` or surely beyond the tie."""
    n = table.ahead.size
    misses, piles = np.full(n, np.inf), np.zeros(n)
    least, cos, sin = np.inf, box.cos, box.sin
    for t in range(n):
        to_x, to_y = x - table.off_x[t], y - table.off_y[t]
        short = to_x * sin + to_y * cos - table.ahead[t]
        if not allowed[t] or abs(short) * form.slender > least + tie_mm + 1e-6:
            continue
        want = -to_x * cos + to_y * sin - cover - table.up[t]
        first, end = bounds[table.drawer[t]], bounds[table.drawer[t] + 1]
        # The lower of two piles just as far is tried first and kept.
        start, stop = piles_about(heights, first, end, want, short, form, box)
        for p in range(start, stop):
            excess = heights[p] - want
            square = excess * (excess * form.along - 2 * short * form.across) + short * short * form.square
            miss = np.sqrt(max(square, 0.0))
            if miss < misses[t] - 1e-12:
                misses[t], piles[t] = miss, heights[p]
        least = min(least, misses[t])
    return misses, piles


@compiled
def _all_inside(
    table: _Table,
    allowed: NDArray[np.bool_],
    x: float,
    y: float,
    cover: float,
    form: Form,
    heights: Floats,
    bounds: Ints,
    box: Box,
) -> Floats:
    """Every (pair, pile, miss, share of the tolerance) inside ``box``, one a row."""
    made = np.empty((table.ahead.size * heights.size, 4))
    n, cos, sin = 0, box.cos, box.sin
    for t in range(table.ahead.size):
        if not allowed[t]:
            continue
        to_x, to_y = x - table.off_x[t], y - table.off_y[t]
        short = to_x * sin + to_y * cos - table.ahead[t]
        want = -to_x * cos + to_y * sin - cover - table.up[t]
        for p in range(bounds[table.drawer[t]], bounds[table.drawer[t] + 1]):
            excess = heights[p] - want
            off_x, off_y = abs(cos * excess + sin * short), abs(sin * excess - cos * short)
            if off_x > box.x + EPS_MM or off_y > box.y + EPS_MM:
                continue
            made[n, 3] = max(off_x / box.x, off_y / box.y)
            square = excess * (excess * form.along - 2 * short * form.across) + short * short * form.square
            made[n, 0], made[n, 1], made[n, 2] = t, heights[p], np.sqrt(max(square, 0.0))
            n += 1
    return made[:n].copy()
