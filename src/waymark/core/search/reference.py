"""The same search, the slow way: every build of every size, one at a time, in plain Python.

It shares nothing with the fast one but the forward formula of the cockpit, proves it in the property tests
and is what ``make bench`` measures it against.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.cockpit.steerer import bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS
from waymark.core.search.model import FrameOption, Goal, Shelf


@dataclass(frozen=True, slots=True)
class ReferencePick:
    """The best build of one size found by trying all."""

    stem: int
    over: bool
    spacers_mm: float
    miss_mm: float


def pick_one_by_brute_force(frame: FrameOption, shelf: Shelf, goal: Goal) -> ReferencePick:
    """Try every stem, way up and spacer height on ``frame``; ties as the fast search breaks them."""
    w_x, w_y = goal.tolerance.hand_weights()
    target = goal.clamp
    top = Mark(frame.reach_mm, frame.stack_mm)
    builds: list[tuple[int, bool, float, float, int, bool]] = []
    for height in heights_mm(shelf.spacers_mm, frame.spacer_limit_mm):
        tall = height > NUMBERS["spacer_warn_share"].value * frame.spacer_limit_mm + 1e-9
        for index, option in enumerate(shelf.stems):
            for over, stem in option.ways():
                at = bar_clamp(top, frame.head_angle_deg, frame.cover_mm, height, stem)
                miss = sqrt(w_x * (at.x_mm - target.x_mm) ** 2 + w_y * (at.y_mm - target.y_mm) ** 2)
                builds.append((index, over, height, miss, goal.stem_window.rank(stem.length_mm), tall))
    least = min(b[3] for b in builds)
    tied = [b for b in builds if b[3] <= least + NUMBERS["tie_mm"].value + 1e-9]
    best = min(tied, key=lambda b: (b[4], b[5], round(b[3], 9), b[2], b[1], b[0]))
    return ReferencePick(best[0], best[1], best[2], best[3])
