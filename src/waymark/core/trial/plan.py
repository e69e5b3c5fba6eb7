"""The order of a trial's blocks, balanced against tiredness (docs/formulas.md, Trials)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from random import Random


@dataclass(frozen=True, slots=True)
class Balance:
    """Whether a steady drift cancels within every block, and how often each treatment comes first."""

    drift_cancels: bool
    first_counts: dict[str, int]


def plan_trial(treatments: Sequence[str], blocks: int, seed: int) -> tuple[tuple[str, ...], ...]:
    """Each block an order of the treatments and then its mirror: A B B A, of three A B C C B A.

    A treatment's places in a block then add to the same for all, so that what grows steadily favours none. Over the blocks
    each comes first equally often, within one; which blocks, and the order behind the first, are drawn.
    """
    draw = Random(seed)  # noqa: S311 an order of riding, no secret
    firsts: list[str] = []
    while len(firsts) < blocks:
        again = list(treatments)
        draw.shuffle(again)
        firsts += again
    order = []
    for first in firsts[:blocks]:
        rest = [t for t in treatments if t != first]
        draw.shuffle(rest)
        there = (first, *rest)
        order.append((*there, *reversed(there)))
    return tuple(order)


def balance_of(treatments: Sequence[str], order: Sequence[Sequence[str]]) -> Balance:
    """How an order of blocks stands, whoever made it."""

    def cancels(block: Sequence[str]) -> bool:
        places = [sum(i for i, t in enumerate(block) if t == name) for name in treatments]
        return len(set(places)) == 1 and len({block.count(name) for name in treatments}) == 1

    firsts = Counter(block[0] for block in order if block)
    return Balance(all(cancels(b) for b in order), {name: firsts[name] for name in treatments})
