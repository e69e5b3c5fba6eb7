"""Headset cover and spacers together: every pile a frame and the drawer allow."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.search.model import FrameOption
from waymark.core.search.points import Floats, Heights, Ints


@dataclass(frozen=True, slots=True)
class Piles:
    """Cover and spacers together, counted from the frame's own cover: totals, the cover's and the spacers' part,
    whether tall, and the order among equals."""

    total: Floats
    cover: Floats
    spacers: Floats
    tall: NDArray[np.bool_]
    order: Ints

    def sets(self) -> Heights:
        """Those not tall, the tall, and all, as the search asks for them."""
        every = np.arange(self.total.size)
        kept = [every[~self.tall], every[self.tall], every]
        pile = np.concatenate(kept)
        stop = np.cumsum([k.size for k in kept])
        start = stop - np.array([k.size for k in kept])
        return Heights(self.total[pile], self.order[pile], pile, start, stop)


def piles_of(
    frame: FrameOption, spacers_mm: Sequence[float], weights: Weights = WEIGHTS, *, equals: bool = False
) -> Piles:
    """Every pile the drawer and the covers make on ``frame``; of equal totals the one that comes first, or all."""
    warn = weights.spacer_warn_share * frame.spacer_limit_mm + 1e-9
    made = [
        (h > warn, place, h, cover - frame.cover_mm)
        for place, cover in enumerate((frame.cover_mm, *frame.covers_mm))
        for h in heights_mm(spacers_mm, frame.spacer_limit_mm)
    ]
    made.sort()
    kept: dict[tuple[int, int], tuple[bool, int, float, float]] = {}
    for pile in made:
        kept.setdefault((round((pile[2] + pile[3]) * 1000), pile[1] if equals else 0), pile)
    chosen = sorted(kept.values())
    order = {id(p): i for i, p in enumerate(chosen)}
    chosen.sort(key=lambda p: p[2] + p[3])
    return Piles(
        np.array([p[2] + p[3] for p in chosen]),
        np.array([p[3] for p in chosen]),
        np.array([p[2] for p in chosen]),
        np.array([p[0] for p in chosen]),
        np.array([order[id(p)] for p in chosen], np.int64),
    )
