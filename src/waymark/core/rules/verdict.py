"""One judgement everywhere: *in*, *edge* or *out* of tolerance, with the figure that shows it."""

from __future__ import annotations

from typing import Literal

from waymark.core.figures import whole
from waymark.core.rules.weights import WEIGHTS
from waymark.core.say import Length, Said, say

Word = Literal["in", "edge", "out"]
# A hair beyond the search's own, so that what it found inside is never judged out for its last digit.
INSIDE_EPS_MM = 2e-9
_ORDER: dict[Word, int] = {"in": 0, "edge": 1, "out": 2}


def judge(miss_mm: float, tolerance_mm: float, edge_share: float = WEIGHTS.edge_share) -> Word:
    """*in* below the edge share of the tolerance, *edge* up to it, *out* beyond.

    Out is judged on the miss itself; edge also on the whole mm it is shown as, so that chip and figure agree.
    """
    if abs(miss_mm) > tolerance_mm + INSIDE_EPS_MM:
        return "out"
    shown = max(abs(miss_mm), abs(whole(miss_mm)))
    return "edge" if shown / tolerance_mm >= edge_share - 1e-9 else "in"


def judge_pair(
    dx_mm: float, dy_mm: float, tol_x_mm: float, tol_y_mm: float, edge_share: float = WEIGHTS.edge_share
) -> Word:
    """The worse of the two directions' judgements."""
    return max(judge(dx_mm, tol_x_mm, edge_share), judge(dy_mm, tol_y_mm, edge_share), key=lambda w: _ORDER[w])


def worst(*words: Word) -> Word:
    """The worst of several judgements."""
    return max(words, key=lambda w: _ORDER[w])


def show_miss(miss_mm: float, tolerance_mm: float, edge_share: float = WEIGHTS.edge_share) -> Said:
    """A signed miss as it is shown: whole mm, or one decimal where rounding would contradict the judgement."""
    shown = whole(miss_mm)
    honest = judge(shown, tolerance_mm, edge_share) == judge(miss_mm, tolerance_mm, edge_share)
    miss = Length(shown if honest else miss_mm, signed=True, bare=True, tenths=not honest)
    return say("{miss}", miss=miss)
