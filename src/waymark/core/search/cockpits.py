"""One-piece cockpits: only listed combinations, each with its own spacers, tried one by one (handbook 5).

There are few of them, so all are computed: of the combinations within 1 mm of the least miss the better stem
length, then the fewest steps of lever and hood, then the smaller miss, then the lower pile decide.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.cockpit.steerer import Stem
from waymark.core.rules.house import NUMBERS
from waymark.core.search.model import CockpitOption, FrameOption, Goal
from waymark.core.search.points import Form

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class CockpitPick:
    """The combination, its place and its pile for one frame size, with the weighted miss in mm."""

    cockpit: int
    place: int
    spacers_mm: float
    miss_mm: float


class Cockpits:
    """Every listed combination at every place, as arrays, ready to be tried on one frame size after another."""

    def __init__(self, cockpits: Sequence[CockpitOption], goal: Goal) -> None:
        self.goal = goal
        self.pairs = [(i, j) for i, c in enumerate(cockpits) for j in range(len(c.places))]
        of = [cockpits[i] for i, _ in self.pairs]
        places = [cockpits[i].places[j] for i, j in self.pairs]
        self.off = np.array([(p.off.x_mm, p.off.y_mm) for p in places]).reshape(-1, 2)
        stems = [Stem(c.length_mm, c.angle_deg, c.clamp_height_mm) for c in of]
        alpha = np.radians(np.array([s.angle_deg for s in stems]))
        length = np.array([s.length_mm for s in stems])
        self.ahead = length * np.cos(alpha)
        self.lift = length * np.sin(alpha) + np.array([s.lift_mm for s in stems])
        self.rank = np.array([goal.stem_window.rank(x) for x in length])
        self.effort = np.array([p.effort for p in places])
        self.maker = [c.key.split("#")[0] for c in of]
        self.anywhere = np.array([not c.named_only for c in of], np.bool_)
        self.drawers = [
            (spacers, np.array([c.spacers_mm == spacers for c in of]))
            for spacers in dict.fromkeys(c.spacers_mm for c in of)
        ]

    def pick(self, frame: FrameOption) -> CockpitPick | None:
        """The best combination the maker allows on ``frame``; None where there is none."""
        named = frame.cockpits
        allowed = self.anywhere if named is None else np.array([m in named for m in self.maker], np.bool_)
        if not allowed.any():
            return None
        theta = np.radians(frame.head_angle_deg)
        form = Form.of(np.array([theta]), *self.goal.tolerance.hand_weights())
        a, b, c = form.along[0], form.across[0], form.square[0]
        cos, sin = np.cos(theta), np.sin(theta)
        x = self.goal.hand.x_mm - frame.reach_mm - self.off[:, 0]
        y = self.goal.hand.y_mm - frame.stack_mm - self.off[:, 1]
        want = -x * cos + y * sin - frame.cover_mm - self.lift
        short = x * sin + y * cos - self.ahead
        pile, miss = np.zeros(len(self.pairs)), np.full(len(self.pairs), np.inf)
        for spacers, holds in self.drawers:
            mine = np.flatnonzero(holds & allowed)
            heights = np.array(heights_mm(spacers, frame.spacer_limit_mm))
            excess = heights[None, :] - want[mine][:, None]
            s = short[mine][:, None]
            square = np.maximum(excess * (excess * a - 2 * s * b) + s * s * c, 0.0)
            best = square.argmin(axis=1)
            pile[mine] = heights[best]
            miss[mine] = np.sqrt(square[np.arange(best.size), best])
        tied = np.flatnonzero(miss <= miss.min() + NUMBERS["tie_mm"].value + 1e-9)
        first = min(
            tied,
            key=lambda t: (self.rank[t], self.effort[t], round(float(miss[t]), 9), pile[t], self.pairs[t]),
        )
        i, j = self.pairs[first]
        return CockpitPick(i, j, float(pile[first]), float(miss[first]))
