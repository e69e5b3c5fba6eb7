"""The one next reading that would add most certainty (docs/formulas.md, Survey).

Certainty is the marks' covariance counted over what may be true: that no reading is a slip, or that any one of
them is. Each case has its own marks and covariance (the slip's reading given a slip's standard deviation
instead of its own), and its weight by how well it explains the residuals. The whole covariance is the cases'
own, averaged, and the spread between them. A further reading lessens it by the best linear estimate's rule,

    drop = |C·bᵀ|² / (σ² + b·C·bᵀ),

with b the reading's design row. So a reading is worth most where a mark is vague, where a slip would pass
unseen, or where it tells two suspects apart.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from waymark.core.marks import Mark
from waymark.core.survey.adjust import BB_HEIGHT_GUESS_MM, USUAL_ELSEWHERE, USUAL_PLACES, Adjusted, linearised
from waymark.core.survey.model import Reading

Floats = NDArray[np.float64]
# What nothing was read of could lie anywhere on a bike.
BLIND_SD_MM = 300.0
VAGUE_SD_MM = 40.0
# A slip's own standard deviation, in those of a good reading: tens of mm where the tape has 2 or 3.
SLIP_SPREAD = 9.0
# One reading in fifty is a slip, before any residual is looked at.
SLIP_PRIOR = 0.02


@dataclass(frozen=True, slots=True)
class Advice:
    """What one more reading would do.

    ``drop_mm2`` is what the marks' summed variances lose, ``share`` of all of it. ``mark`` and ``axis`` are
    where it helps most, from ``before_mm`` to ``after_mm`` standard deviation. ``why``: it ``places`` a mark
    that nothing placed, ``tells`` the slips named in ``between`` apart, ``checks`` what a slip could pass
    unseen in, or ``sharpens`` a mark.
    """

    key: str
    drop_mm2: float
    share: float
    mark: str
    axis: Literal["x", "y"]
    before_mm: float
    after_mm: float
    why: Literal["places", "tells", "checks", "sharpens"]
    between: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Cases:
    """What may be true: the whole covariance, that of no slip, and each reading's chance of being one."""

    whole: Floats
    clean: Floats
    chances: Floats


def cases_of(design: Floats, gap: Floats) -> Cases:
    """The cases for weighted ``design`` and misclosures: no slip, or one in any single reading."""
    unknowns = design.shape[1]
    clean = np.linalg.inv(design.T @ design + np.eye(unknowns) / BLIND_SD_MM**2)
    at = clean @ (design.T @ gap)
    residual = design @ at - gap
    lever = clean @ design.T
    held = np.einsum("ij,ji->i", design, lever)
    redundancy = np.clip(1.0 - held, 0.0, 1.0)
    k = SLIP_SPREAD**2 - 1.0
    swollen = redundancy * k
    told = np.where(redundancy > 1e-9, residual**2 / np.maximum(redundancy, 1e-9), 0.0)
    log_odds = 0.5 * told * swollen / (1 + swollen) - 0.5 * np.log1p(swollen) + np.log(SLIP_PRIOR)
    log_odds = np.concatenate([[0.0], log_odds])
    weight = np.exp(log_odds - log_odds.max())
    weight /= weight.sum()
    f = k / (1 + k)
    scale = f / np.maximum(1 - f * held, 1e-9)
    moved = lever * (residual * scale)
    mean = moved @ weight[1:]
    spread = moved - mean[:, None]
    whole = (
        clean
        + (lever * (weight[1:] * scale)) @ lever.T
        + weight[0] * np.outer(mean, mean)
        + (spread * weight[1:]) @ spread.T
    )
    return Cases(np.asarray(whole, dtype=np.float64), np.asarray(clean, dtype=np.float64), weight[1:])


def advise(
    found: Adjusted,
    readings: Sequence[Reading],
    candidates: Sequence[Reading],
    wanted: Sequence[str],
    fixed: Mapping[str, Mark] | None = None,
) -> list[Advice]:
    """Every candidate reading with what it would add, the best first.

    ``readings`` are what was read, suspects with them; ``candidates`` need no value; ``wanted`` are the
    marks whose certainty counts. A floor height is worth something only where one was read already or the
    BB's own is the candidate.
    """
    extra = {p for r in (*readings, *candidates) for p in r.points()} - set(fixed or {})
    places: dict[str, Mark] = {}
    for name in sorted(extra | set(wanted)):
        placed = found.points.get(name)
        places[name] = (placed.at if placed else None) or USUAL_PLACES.get(name, USUAL_ELSEWHERE)
    height = found.bb_height_mm or BB_HEIGHT_GUESS_MM
    index, design, gap = linearised(readings, places, height, fixed)
    cases = cases_of(design, gap)
    _, rows, _ = linearised(candidates, places, height, fixed)
    counted = np.array([i for name in wanted for i in (index[name], index[name] + 1)])
    total = float(np.trace(cases.whole[np.ix_(counted, counted)]))
    made = []
    for reading, row in zip(candidates, rows, strict=True):
        gain = _lost(cases.whole, row)[counted]
        clean = _lost(cases.clean, row)[counted]
        most = int(np.argmax(gain))
        before = float(cases.whole[counted[most], counted[most]])
        alone = float(cases.clean[counted[most], counted[most]])
        why: Literal["places", "tells", "checks", "sharpens"] = "sharpens"
        between: tuple[str, ...] = ()
        likely = np.argsort(-cases.chances)[:2]
        if alone > VAGUE_SD_MM**2:
            why = "places"
        elif cases.chances[likely[-1]] > 0.1 and gain.sum() > 2 * clean.sum():
            why, between = "tells", tuple(readings[int(i)].key for i in likely)
        elif gain.sum() > 2 * clean.sum():
            why = "checks"
        made.append(
            Advice(
                key=reading.key,
                drop_mm2=float(gain.sum()),
                share=float(gain.sum()) / total,
                mark=wanted[most // 2],
                axis="y" if most % 2 else "x",
                before_mm=before**0.5,
                after_mm=max(0.0, before - float(gain[most])) ** 0.5,
                why=why,
                between=between,
            )
        )
    return sorted(made, key=lambda a: -a.drop_mm2)


def _lost(covariance: Floats, row: Floats) -> Floats:
    """What each variance loses by a weighted reading ``row`` of unit standard deviation."""
    along = covariance @ row
    return np.asarray(along**2 / (1.0 + float(row @ along)), dtype=np.float64)
