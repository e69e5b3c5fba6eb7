"""Runs as pairs, and how many more pairs it would take to see a difference that matters (docs/formulas.md, Trials)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import sqrt

from scipy.special import stdtrit

from waymark.core.errors import InputError

# Nobody rides more pairs than this for one question.
MOST_PAIRS = 200


def pairs_of(
    order: Sequence[Sequence[str]], values: Mapping[int, float], first: str, second: str
) -> list[tuple[float, float]]:
    """What was found with ``first`` and ``second``, pair by pair; ``values`` by the number of the run from 0.

    A block is an order and its mirror, so each half of it has every treatment once: a half is a pair. Halves that lack a
    value are left out.
    """
    pairs, begun = [], 0
    for block in order:
        half = len(block) // 2
        for start in (begun, begun + half):
            runs = {block[run - begun]: values.get(run) for run in range(start, start + half)}
            a, b = runs.get(first), runs.get(second)
            if a is not None and b is not None:
                pairs.append((a, b))
        begun += len(block)
    return pairs


def pairs_needed(spread: float, difference: float, confidence: float = 0.95, outcomes: int = 1) -> int | None:
    """How many pairs make the interval reach ``difference`` each way, pairs scattering by ``spread`` (standard deviation).

    The least n with t·s/√n ≤ difference, t at 1 − (1 − confidence)/outcomes with n − 1 degrees of freedom; ``None`` past
    200. Raises ``InputError`` for a difference that is not above 0.
    """
    if difference <= 0:
        raise InputError("A difference that matters is more than nothing.", field="difference", allowed="above 0")
    share = 1 - (1 - confidence) / outcomes / 2
    for n in range(2, MOST_PAIRS + 1):
        if float(stdtrit(n - 1, share)) * spread / sqrt(n) <= difference:
            return n
    return None


def spread_of(pairs: Sequence[tuple[float, float]]) -> float:
    """The standard deviation of the differences; raises ``InputError`` for fewer than two pairs."""
    if len(pairs) < 2:
        raise InputError("One pair has no spread.", field="pairs", allowed="two or more")
    differences = [a - b for a, b in pairs]
    mean = sum(differences) / len(differences)
    return sqrt(sum((d - mean) ** 2 for d in differences) / (len(differences) - 1))
