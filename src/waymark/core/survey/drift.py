"""Has a mark moved since it was measured before, or is it the tape (docs/formulas.md, Survey)?

Both measurings have a covariance; their difference has the sum. A mark has moved where d'·(C₁+C₂)⁻¹·d passes
the 95 % bound of χ² with two degrees of freedom, corrected after Holm for the number of marks compared.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import exp

import numpy as np
from numpy.typing import NDArray

from waymark.core.marks import Mark

LEVEL = 0.05
AXIS_BOUND = 1.96


@dataclass(frozen=True, slots=True)
class Measured:
    """A mark and its 2×2 covariance, mm and mm²."""

    at: Mark
    covariance: NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Drift:
    """After less before, mm, with standard deviations; ``chance`` that the tape alone does as much or more.

    ``moved`` is the judgement of the mark, ``moved_x`` and ``moved_y`` say along which axes it shows.
    ``least_x_mm`` and ``least_y_mm`` are the smallest moves that would show.
    """

    name: str
    dx_mm: float
    dy_mm: float
    sd_x_mm: float
    sd_y_mm: float
    chance: float
    moved: bool
    moved_x: bool
    moved_y: bool

    @property
    def least_x_mm(self) -> float:
        """The smallest move fore or aft that would show."""
        return AXIS_BOUND * self.sd_x_mm

    @property
    def least_y_mm(self) -> float:
        """The smallest move up or down that would show."""
        return AXIS_BOUND * self.sd_y_mm


def drift(before: Mapping[str, Measured], after: Mapping[str, Measured]) -> tuple[Drift, ...]:
    """Every mark measured both times, in the order of ``before``."""
    names = [n for n in before if n in after]
    off = {n: after[n].at - before[n].at for n in names}
    both = {n: before[n].covariance + after[n].covariance for n in names}
    chance = {}
    for n in names:
        d = np.array([off[n].x_mm, off[n].y_mm])
        # χ² with two degrees of freedom: its upper tail is this.
        chance[n] = exp(-0.5 * float(d @ np.linalg.solve(both[n], d)))
    moved: set[str] = set()
    for rank, n in enumerate(sorted(names, key=lambda name: chance[name])):
        if chance[n] > LEVEL / (len(names) - rank):
            break
        moved.add(n)
    made = []
    for n in names:
        sd_x, sd_y = float(both[n][0, 0] ** 0.5), float(both[n][1, 1] ** 0.5)
        made.append(
            Drift(
                name=n,
                dx_mm=off[n].x_mm,
                dy_mm=off[n].y_mm,
                sd_x_mm=sd_x,
                sd_y_mm=sd_y,
                chance=chance[n],
                moved=n in moved,
                moved_x=n in moved and abs(off[n].x_mm) > AXIS_BOUND * sd_x,
                moved_y=n in moved and abs(off[n].y_mm) > AXIS_BOUND * sd_y,
            )
        )
    return tuple(made)
