"""What a bike is for, in shares of its use that add to a hundred (docs/formulas.md, Order of work; Another use)."""

from __future__ import annotations

from collections.abc import Sequence

from waymark.core.errors import InputError
from waymark.core.rules.house import DISCIPLINES

WHOLE = 100
USES: tuple[str, ...] = (*DISCIPLINES, "trainer")
# From this share on a use has a say in what the rider needs.
COUNTS = 15


def check_shares(shares: Sequence[int], field: str = "uses") -> None:
    """Raise ``InputError`` unless there are none, or all are at least 1 and they add to a hundred."""
    if not shares:
        return
    if min(shares) < 1:
        raise InputError("A use that is kept has a share.", field=field, allowed="1 to 100 %", kept=f"{min(shares)}")
    if sum(shares) != WHOLE:
        raise InputError(
            "The shares do not add to a hundred.",
            field=field,
            allowed="100 % in all",
            kept=f"{sum(shares)} %",
        )


def with_use(shares: Sequence[int]) -> tuple[int, ...]:
    """Shares with one more use: a quarter of the largest, at least 1, taken from it; all of it where it is first."""
    if not shares:
        return (WHOLE,)
    largest = max(range(len(shares)), key=lambda i: shares[i])
    new = max(1, shares[largest] // 4)
    return (*(s - new if i == largest else s for i, s in enumerate(shares)), new)


def without_use(shares: Sequence[int], gone: int) -> tuple[int, ...]:
    """Shares without one use: what it had goes to its neighbour on the left, else on the right."""
    rest = [s for i, s in enumerate(shares) if i != gone]
    if rest:
        rest[max(0, gone - 1)] += shares[gone]
    return tuple(rest)


def edge_moved(shares: Sequence[int], edge: int, by: int) -> tuple[int, ...]:
    """Shares with the edge after use ``edge`` moved by ``by`` percent: its two neighbours alone change, each keeping 1."""
    left, right = shares[edge], shares[edge + 1]
    move = max(1 - left, min(by, right - 1))
    return tuple(s + move if i == edge else s - move if i == edge + 1 else s for i, s in enumerate(shares))


def counting(uses: Sequence[tuple[str, int]]) -> tuple[str, ...]:
    """The uses large enough to have a say; all of them where none is."""
    large = tuple(use for use, share in uses if share >= COUNTS)
    return large or tuple(use for use, _ in uses)
