"""Which reading is likely a slip, and what the others say it should be (Baarda 1968; docs/formulas.md, Survey).

Take the one with the largest standardised residual only, leave it out, adjust again, look again. Where two
residuals move together the slip cannot be told between them: the group is named instead.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import inf

import numpy as np

from waymark.core.marks import Mark
from waymark.core.survey.adjust import Adjusted, adjust
from waymark.core.survey.model import Reading
from waymark.core.survey.solve import Floats

BOUND = 3.29
NOTICED = 4.13
TOGETHER = 0.95
UNCHECKED = 0.02
# Standardised residuals this near each other, as a share, are equal but for their last digits.
LIKE = 1e-6
LOOKED_AGAIN = 4


@dataclass(frozen=True, slots=True)
class JudgedReading:
    """A reading with its residual (adjusted less observed) and what may be said of it.

    ``standardised`` is v / σ_v, ``None`` where the reading is unchecked. ``agreeing_value`` is what the
    others say, with ``agreeing_sd``; only a suspect has them, and only while others check it.
    ``not_told_from`` are readings whose slip would look the same. ``least_noticed`` is the smallest slip
    that would be noticed.
    """

    reading: Reading
    residual: float
    standardised: float | None
    redundancy: float
    unchecked: bool
    suspect: bool
    agreeing_value: float | None
    agreeing_sd: float | None
    not_told_from: tuple[str, ...]
    least_noticed: float | None


def judge_readings(
    readings: Sequence[Reading],
    guesses: Mapping[str, Mark] | None = None,
    bb_height_mm: float | None = None,
    fixed: Mapping[str, Mark] | None = None,
    held: frozenset[str] = frozenset(),
) -> tuple[Adjusted, tuple[JudgedReading, ...]]:
    """Adjust, name the slips one after another, and give back the adjustment without them.

    Every reading is judged, those left out against the others; the keys in ``held`` are never left out. At
    most a third of the readings are ever left out: with more, nothing can be said of which is wrong.
    ``guesses``, ``bb_height_mm`` and ``fixed`` are as ``adjust`` takes them.
    """
    left_out: list[str] = []
    found: Adjusted | None = None
    while True:
        kept = [r for r in readings if r.key not in left_out]
        # From the marks just had: one reading less moves them little, and never to their mirror image.
        # Where many are wrong no other place is looked for any more: nothing would be sure of it.
        found = adjust(kept, guesses, bb_height_mm, fixed, found, look=len(left_out) < LOOKED_AGAIN)
        worst = _worst(found, held)
        if not worst or len(left_out) >= len(readings) // 3:
            break
        if len(worst) > 1:
            # Nothing tells them apart: the one goes without which the vaguest mark stays the surest.
            rest = {k: [r for r in kept if r.key != k] for k in worst}
            vaguest = {
                k: _vaguest_mm(adjust(r, guesses, bb_height_mm, fixed, found, look=False)) for k, r in rest.items()
            }
            worst.sort(key=lambda k: vaguest[k])
        left_out.append(worst[0])
    judged = {r.key: _judged(found, i, suspect=False) for i, r in enumerate(found.readings)}
    for key in left_out:
        with_it = [r for r in readings if r.key not in left_out or r.key == key]
        again = adjust(with_it, guesses, bb_height_mm, fixed, found, look=False)
        i = next(i for i, r in enumerate(again.readings) if r.key == key)
        judged[key] = _judged(again, i, suspect=True)
    return found, tuple(judged[r.key] for r in readings)


def _standardised(found: Adjusted) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    checked = found.redundancy >= UNCHECKED
    return np.where(checked, found.residuals / np.where(checked, found.residual_sd, 1.0), 0.0)


def _worst(found: Adjusted, held: frozenset[str]) -> list[str]:
    """The reading that stands out most, with those that stand out just as much; none where none does."""
    if found.degrees_of_freedom < 1 or found.squeezed:
        return []
    w = np.abs(_standardised(found))
    w[[r.key in held for r in found.readings]] = 0.0
    most = float(w.max(initial=0.0))
    if most <= BOUND:
        return []
    return [found.readings[int(i)].key for i in np.flatnonzero(w >= most * (1 - LIKE))]


def slip_test(residuals: Floats, cofactor: Floats) -> tuple[float, int]:
    """T = eᵀ·Q⁻¹·e of whitened rows that stand or fall together, over the directions that are checked; their number."""
    values, vectors = np.linalg.eigh(cofactor)
    checked = values > UNCHECKED
    along = vectors[:, checked].T @ residuals
    return float(np.sum(along**2 / values[checked])), int(checked.sum())


def _vaguest_mm(found: Adjusted) -> float:
    """The greatest standard deviation of any mark, inf where one is not placed at all."""
    return max((sd for p in found.points.values() for sd in (p.sd_x_mm or inf, p.sd_y_mm or inf)), default=0.0)


def _judged(found: Adjusted, i: int, *, suspect: bool) -> JudgedReading:
    together: tuple[str, ...] = ()
    if suspect:
        together = tuple(
            other.key
            for j, other in enumerate(found.readings)
            if j != i and found.redundancy[j] >= UNCHECKED and abs(found.correlation[i, j]) >= TOGETHER
        )
    r, residual = float(found.redundancy[i]), float(found.residuals[i])
    return judged_reading(found.readings[i], residual, r, found.degrees_of_freedom, together, suspect=suspect)


def judged_reading(
    reading: Reading,
    residual: float,
    r: float,
    degrees_of_freedom: int,
    together: tuple[str, ...] = (),
    *,
    suspect: bool,
) -> JudgedReading:
    """What residual and redundancy ``r`` say of a reading; ``together`` are those whose slip would look the same."""
    unchecked = degrees_of_freedom < 1 or r < UNCHECKED
    return JudgedReading(
        reading=reading,
        residual=residual,
        standardised=None if unchecked else residual / (reading.sigma * r**0.5),
        redundancy=r,
        unchecked=unchecked,
        suspect=suspect,
        # What the others say: the observed and the residual blown up by the share that shows of a slip.
        agreeing_value=reading.value + residual / r if suspect and not unchecked else None,
        agreeing_sd=reading.sigma * ((1 - r) / r) ** 0.5 if suspect and not unchecked else None,
        not_told_from=together,
        least_noticed=None if unchecked else NOTICED * reading.sigma / r**0.5,
    )
