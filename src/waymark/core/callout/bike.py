"""The survey of one bike: everything read in the call-out, adjusted, judged and levelled.

docs/formulas.md, Measuring; Survey.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from waymark.core.callout.level import Level, level_of, levelled, levelled_covariance
from waymark.core.callout.observe import TIE, Leans, Observed, fixed_points, observed, ties
from waymark.core.callout.parts import PARTS, Predicted, readings_of
from waymark.core.callout.taken import Taken, behind
from waymark.core.marks import Mark
from waymark.core.survey.adjust import Adjusted, reach
from waymark.core.survey.judge import BOUND, JudgedReading, judge_readings
from waymark.core.survey.model import Reading

WANTED = ("s", "nose", "clamp", "h")
# A tie that checks or is checked is not needed: what was read decides.
NEEDLESS = 1e-9
# Lengths that miss each other by more than this, in standard deviations, are of no bike.
FAR_OFF = 2.0


@dataclass(frozen=True, slots=True)
class Placed:
    """A mark of the level bike, mm, with its 2×2 covariance, mm²; ``leans_on`` are the ties it needed."""

    at: Mark
    covariance: NDArray[np.float64]
    raw: Mark

    @property
    def sd_x_mm(self) -> float:
        """Standard deviation fore and aft."""
        return float(self.covariance[0, 0] ** 0.5)

    @property
    def sd_y_mm(self) -> float:
        """Standard deviation up and down."""
        return float(self.covariance[1, 1] ** 0.5)


@dataclass(frozen=True, slots=True)
class Survey:
    """The adjusted bike.

    ``points`` are levelled; ``judged`` goes with ``observed``, reading by reading; ``tied`` names the ties
    that had to stand in. ``unsettled`` where readings still disagree after as many were left out as can be.
    """

    points: dict[str, Placed]
    undetermined: tuple[str, ...]
    bb_height_mm: float | None
    observed: tuple[Observed, ...]
    judged: tuple[JudgedReading, ...]
    adjusted: Adjusted
    tied: tuple[str, ...]
    level: Level | None
    degrees_of_freedom: int
    unsettled: bool

    def judged_of(self, key: str) -> JudgedReading | None:
        """The judgement of one reading by its key in the survey."""
        return next((j for j in self.judged if j.reading.key == key), None)

    @property
    def contradicting(self) -> tuple[str, ...]:
        """Keys of readings of lengths that no bike has together."""
        return _contradicting(self.adjusted, self.observed)

    @property
    def restless(self) -> bool:
        """Whether all readings together lie farther apart than their noise, at 99.9 % (χ² after Wilson and Hilferty)."""
        freedom, factor = self.degrees_of_freedom, self.adjusted.variance_factor
        if freedom < 1 or factor is None:
            return False
        part = 2 / (9 * freedom)
        return bool(factor > (1 - part + 3.09 * part**0.5) ** 3)

    @property
    def suspects(self) -> tuple[JudgedReading, ...]:
        """Readings taken for slips, the worst first."""
        return tuple(sorted((j for j in self.judged if j.suspect), key=lambda j: -abs(j.standardised or 0.0)))


def survey_bike(taken: Mapping[str, Taken], leans: Leans, parts: Sequence[Predicted] = ()) -> Survey:
    """Adjust everything read to the marks.

    ``taken`` by key; what a fitter dropped is left out, what was kept against the others is never taken for
    a slip. ``parts`` are the bike's parts, where they agree with what was read: two readings more of each, which are never
    taken for slips.
    Raises ``GeometryError`` where no bike can be of these numbers.
    """
    sights = observed(taken, leans)
    readings = [o.reading for o in sights]
    fixed = fixed_points(leans)
    level = level_of(taken)
    of_parts = [r for p in parts for r in readings_of(p, level)]
    readings += of_parts
    needed = _needed_ties(readings, leans, fixed)
    held = frozenset(o.reading.key for o in sights if behind(taken, o.key).decision == "kept")
    held |= {r.key for r in of_parts}
    held |= {t.key for t in needed}
    found, judged = judge_readings([*readings, *needed], fixed=fixed, held=held)
    if found.squeezed and not _contradicting(found, sights):
        # Lines that all but touch place nothing across themselves: what ties those points stands in.
        have = {t.key for t in needed}
        needed += [t for t in ties(readings, leans) if t.key not in have and set(t.points()) & set(found.squeezed)]
        held |= {t.key for t in needed}
        found, judged = judge_readings([*readings, *needed], fixed=fixed, held=held)
    points = {
        name: Placed(levelled(p.at, level), levelled_covariance(np.array(p.covariance), p.at, level), p.at)
        for name, p in found.points.items()
        if p.at is not None and p.covariance is not None
    }
    return Survey(
        points=points,
        undetermined=found.undetermined,
        bb_height_mm=found.bb_height_mm,
        observed=tuple(sights),
        judged=tuple(_without_ties(j) for j in judged if not j.reading.key.startswith((TIE, PARTS))),
        adjusted=found,
        tied=tuple(t.key.removeprefix(TIE) for t in needed),
        level=level,
        degrees_of_freedom=found.degrees_of_freedom,
        unsettled=any(
            abs(j.standardised or 0.0) > BOUND and not j.suspect and j.reading.key not in held for j in judged
        ),
    )


def _without_ties(judged: JudgedReading) -> JudgedReading:
    """A tie is no reading: no slip is looked for in it."""
    others = tuple(k for k in judged.not_told_from if not k.startswith((TIE, PARTS)))
    return replace(judged, not_told_from=others)


def _contradicting(found: Adjusted, sights: Sequence[Observed]) -> tuple[str, ...]:
    """Keys of the readings whose lengths do not meet, where they miss by more than the tape does."""
    squeezed = set(found.squeezed)
    off = {r.key: abs(v) / r.sigma for r, v in zip(found.readings, found.residuals, strict=True)}
    touching = [o for o in sights if squeezed & set(o.reading.points())]
    if max((off.get(o.reading.key, 0.0) for o in touching), default=0.0) < FAR_OFF:
        return ()
    return tuple(o.key for o in touching if off.get(o.reading.key, 0.0) > 0.5)


def _needed_ties(readings: Sequence[Reading], leans: Leans, fixed: Mapping[str, Mark]) -> list[Reading]:
    """The ties without which a wanted mark would stay undetermined."""
    names = {p for r in readings for p in r.points()} - set(fixed)
    if not names:
        return []
    loose, _ = reach(readings, fixed)
    if not loose and set(WANTED) <= names:
        return []
    needed = ties(readings, leans)
    while needed:
        _, share = reach([*readings, *needed], fixed)
        needless = max(needed, key=lambda t: share[t.key])
        if share[needless.key] <= NEEDLESS:
            return needed
        needed = [t for t in needed if t is not needless]
    return []
