"""Two treatments judged by their paired differences (docs/formulas.md, Trials)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import inf, sqrt
from typing import Literal

from scipy.special import stdtr, stdtrit

from waymark.core.errors import InputError

Verdict = Literal["a", "b", "no difference shown"]
# Differences of numbers that were read differ by rounding alone below this share of them.
_SAME = 1e-12


@dataclass(frozen=True, slots=True)
class Judged:
    """The mean of a − b with its interval, how easily chance makes it, and the greater one, which may be the worse."""

    mean_difference: float
    least: float
    greatest: float
    p: float
    verdict: Verdict


def judge(pairs: Sequence[tuple[float, float]], confidence: float = 0.95, outcomes: int = 1) -> Judged:
    """Student's t of the differences a − b, corrected after Bonferroni for the number of outcomes.

    The interval is at 1 − (1 − confidence)/outcomes, p times outcomes, at most 1. Raises ``InputError`` for fewer than two
    pairs: one difference has no spread.
    """
    if len(pairs) < 2:
        raise InputError(
            "One pair shows nothing: it takes two to know how far they scatter.", field="pairs", allowed="two or more"
        )
    differences = [a - b for a, b in pairs]
    n = len(differences)
    mean = sum(differences) / n
    spread = sqrt(sum((d - mean) ** 2 for d in differences) / (n - 1))
    if spread <= _SAME * max(abs(x) for pair in pairs for x in (*pair, 1.0)):
        spread = 0.0
    error = spread / sqrt(n)
    half = float(stdtrit(n - 1, 1 - (1 - confidence) / outcomes / 2)) * error
    ratio = abs(mean) / error if error else (inf if mean else 0.0)
    p = min(1.0, outcomes * 2 * float(stdtr(n - 1, -ratio)))
    least, greatest = mean - half, mean + half
    verdict: Verdict = "a" if least > 0 else "b" if greatest < 0 else "no difference shown"
    return Judged(mean, least, greatest, p, verdict)
