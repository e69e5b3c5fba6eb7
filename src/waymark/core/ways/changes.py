"""The changes that ways are made of, and which ways are worth listing (docs/formulas.md, Ways)."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal, Protocol, TypeVar

from waymark.core.marks import Mark
from waymark.core.rules.weights import Weights

Kind = Literal[
    "over", "stem", "bar", "spacers", "turn", "roll", "levers", "pads", "post", "showing", "rails",
    "crank", "pedal", "cleat", "shoe",
]  # fmt: skip
# In the order that a mechanic does them in.
KINDS: tuple[Kind, ...] = (
    "over", "stem", "bar", "spacers", "turn", "roll", "levers", "pads", "post", "showing", "rails",
    "crank", "pedal", "cleat", "shoe",
)  # fmt: skip
FREE, SMALL_PART, PART = 0, 1, 2
SAME_MM = 1e-6


class Move(Protocol):
    """One way to move a mark: its set of changes, cost, workmanship and miss."""

    @property
    def kinds(self) -> tuple[Kind, ...]:
        """What is changed."""

    @property
    def rung(self) -> int:
        """FREE, SMALL_PART or PART."""

    @property
    def price(self) -> float:
        """What is bought, in the house's bands."""

    @property
    def points(self) -> float:
        """Workmanship against it."""

    @property
    def miss(self) -> Mark:
        """How far it misses, mm."""

    @property
    def share(self) -> float:
        """The greater part of the miss in what was allowed."""


M = TypeVar("M", bound=Move)


def in_order(kinds: Iterable[Kind]) -> tuple[Kind, ...]:
    """Kinds in the order that a mechanic does them in, each once."""
    given = set(kinds)
    return tuple(k for k in KINDS if k in given)


def fewest(moves: Iterable[M], weights: Weights) -> list[M]:
    """Free to dear, each only where none that is kept makes fewer of the same changes and does as well for no more.

    One that makes fewer for no more comes before it in that order, so that one pass settles it.
    """
    kept: list[M] = []
    for it in sorted(moves, key=lambda m: (m.rung, m.price, len(m.kinds), round(m.share, 9), m.kinds)):
        if not any(_does(k, it, weights) for k in kept):
            kept.append(it)
    return kept


def _does(fewer: Move, more: Move, weights: Weights) -> bool:
    """Whether the one makes fewer of the same changes, costs no more, is no worse work, and does as well.

    Each change more must bring more than what ties.
    """
    ties = weights.tie_mm * (len(more.kinds) - len(fewer.kinds))
    return (
        set(fewer.kinds) < set(more.kinds)
        and (fewer.rung, fewer.price) <= (more.rung, more.price)
        and fewer.points <= more.points + weights.equal_points
        and fewer.miss.length_mm <= more.miss.length_mm + ties
    )
