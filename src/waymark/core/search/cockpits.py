"""One-piece cockpits: only listed combinations, each with its own spacers, tried one by one (docs/formulas.md, Cockpit).

There are few of them, so all are computed. Of the combinations inside the tolerance, or of all where none is, those
within 1 mm of the least miss tie; then the better stem length, the fewest steps of lever and hood, the smaller miss
and the lower pile decide.
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
from waymark.core.search.model import CockpitOption, FrameOption, Goal
from waymark.core.search.points import EPS_MM, Box, Floats, Form, Ints, forms, piles_about


@dataclass(frozen=True, slots=True)
class CockpitPick:
    """The combination, its place and its pile for one frame size, with the weighted miss in mm."""

    cockpit: int
    place: int
    spacers_mm: float
    miss_mm: float


class _Table(NamedTuple):
    """Every combination at every place: where its clamp and hand lie, mm, and the drawer its spacers are of."""

    ahead: Floats
    up: Floats
    off_x: Floats
    off_y: Floats
    drawer: Ints


class Cockpits:
    """Every listed combination at every place, ready to be tried on one frame size after another."""

    def __init__(self, cockpits: Sequence[CockpitOption], goal: Goal) -> None:
        self.goal = goal
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
        named = frame.cockpits
        allowed = self.anywhere if named is None else np.array([m in named for m in self.maker], np.bool_)
        if not allowed.any():
            return None
        theta = np.radians(frame.head_angle_deg)
        weights = self.goal.tolerance.hand_weights()
        along, across, square, slender = (float(x) for x in forms(theta, *weights))
        form = Form(along, across, square, slender, min(weights))
        heights = [heights_mm(spacers, frame.spacer_limit_mm) for spacers in self.drawers]
        stop = np.cumsum([len(h) for h in heights])
        x, y = self.goal.hand.x_mm - frame.reach_mm, self.goal.hand.y_mm - frame.stack_mm
        t, cos, sin = self.goal.tolerance, float(np.cos(theta)), float(np.sin(theta))
        for box in (Box(float(t.hand_x_mm), float(t.hand_y_mm), cos, sin), Box(np.inf, np.inf, cos, sin)):
            miss, pile = _tried(
                self.table,
                allowed,
                float(x),
                float(y),
                float(frame.cover_mm),
                form,
                box,
                np.concatenate(heights),
                np.concatenate([[0], stop]),
                float(self.goal.weights.tie_mm),
            )
            if miss.min() < np.inf:
                break
        tied = np.flatnonzero(miss <= miss.min() + self.goal.weights.tie_mm + EPS_MM)
        first = min(tied, key=lambda t: (*self.order[t], round(float(miss[t]), 9), pile[t], self.pairs[t]))
        i, j = self.pairs[first]
        return CockpitPick(i, j, float(pile[first]), float(miss[first]))


@compiled
def _tried(
    table: _Table,
    allowed: NDArray[np.bool_],
    x: float,
    y: float,
    cover: float,
    form: Form,
    box: Box,
    heights: Floats,
    bounds: Ints,
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
