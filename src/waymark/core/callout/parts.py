"""The bike must agree with itself: where chart, cover, spacers and stem put the bar clamp, against the tape.

docs/formulas.md, Survey. The prediction stands or falls whole: d the tape's clamp less the parts', its test is
T = dᵀ(C_tape + C_parts)⁻¹d against χ² of two at 0.001. What agrees enters the survey as two readings of its own; what
does not is named, with what would mend it.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from math import cos, radians, sin
from typing import Protocol, TypeVar

import numpy as np
from numpy.typing import NDArray

from waymark.core.callout.level import Level
from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.say import Said, Size, Words, say
from waymark.core.survey.model import Reading

# Both names of the parts' readings start with this; no prompt's does.
PARTS = "parts:"
BOUND_T = 13.82
# What mends must then agree as most readings do: χ² of two at 0.05.
MENDED_T = 5.99
_LENGTHS = tuple(range(35, 165, 5))
_PILES = tuple(x / 2 for x in range(0, 85, 5))


@dataclass(frozen=True, slots=True)
class FrameFront:
    """The front of a frame by its chart: where the head tube ends, its angle, and the headset cover, mm and degrees."""

    label: str
    head_top: Mark
    head_angle_deg: float
    cover_mm: float


class Predicted(Protocol):
    """A point of the survey as the bike's parts have it, the bike level, mm from the BB, and how sure that is, mm²."""

    @property
    def point(self) -> str:
        """The survey's point that it places."""

    @property
    def at(self) -> Mark:
        """Where the parts put it."""

    @property
    def covariance(self) -> NDArray[np.float64]:
        """How sure that is."""


P = TypeVar("P", bound=Predicted)


def readings_of(parts: Predicted, level: Level | None) -> list[Reading]:
    """The prediction as two readings of the bike as it stood, which need not be level."""
    at = parts.at if level is None else parts.at.turned(level.pitch_deg)
    sd_x, sd_y = (float(parts.covariance[i, i] ** 0.5) for i in (0, 1))
    return [
        Reading(f"{PARTS}{parts.point}_x", "x", parts.point, at.x_mm, sd=sd_x),
        Reading(f"{PARTS}{parts.point}_y", "y", parts.point, at.y_mm, sd=sd_y),
    ]


@dataclass(frozen=True, slots=True)
class PartsBike:
    """A bike's front end as its parts have it; ``sd`` are standard deviations of ``chart``, ``stem``, ``stem_angle``
    and ``spacers``, mm and degrees."""

    front: FrameFront
    stem: Stem
    spacers_mm: float
    sd: Mapping[str, float]

    @property
    def point(self) -> str:
        """The survey's point that it places."""
        return "clamp"

    @property
    def at(self) -> Mark:
        """Where the parts put the bar clamp, the bike level, mm from the BB."""
        f = self.front
        return bar_clamp(f.head_top, f.head_angle_deg, f.cover_mm, self.spacers_mm, self.stem)

    @property
    def covariance(self) -> NDArray[np.float64]:
        """How sure that is, mm²: chart, spacers, stem length and angle, each on its own."""
        u, n = steering_axis(self.front.head_angle_deg)
        alpha = radians(self.stem.angle_deg)
        along = np.array([n.x_mm, n.y_mm]) * cos(alpha) + np.array([u.x_mm, u.y_mm]) * sin(alpha)
        turned = np.array([u.x_mm, u.y_mm]) * cos(alpha) - np.array([n.x_mm, n.y_mm]) * sin(alpha)
        up, sd = np.array([u.x_mm, u.y_mm]), self.sd
        found = np.eye(2) * sd["chart"] ** 2 + np.outer(up, up) * sd["spacers"] ** 2
        found += np.outer(along, along) * sd["stem"] ** 2
        return np.asarray(
            found + np.outer(turned, turned) * (self.stem.length_mm * radians(sd["stem_angle"])) ** 2, np.float64
        )


@dataclass(frozen=True, slots=True)
class Agreement:
    """Parts against tape: tape less parts, mm, the test, and what would mend it where they part."""

    off: Mark
    statistic: float
    mends: tuple[Said, ...] = ()

    @property
    def agrees(self) -> bool:
        """Whether both can be of one bike."""
        return self.statistic <= BOUND_T


def agreement(
    parts: PartsBike, at: Mark, covariance: NDArray[np.float64], others: Sequence[FrameFront] = ()
) -> Agreement:
    """The parts held against the clamp as the tape has it, level; ``others`` are frames it might be in truth."""
    return held_against(parts, at, covariance, _kinds(parts, others))


def held_against(
    parts: P, at: Mark, covariance: NDArray[np.float64], kinds: Sequence[Sequence[tuple[P, Said]]]
) -> Agreement:
    """A prediction held against its point as the tape has it.

    Where they part, of each of ``kinds`` of what it might be instead, the likelier kinds first, the one that agrees best
    is told, if it agrees as most readings do.
    """
    statistic, off = _statistic(parts, at, covariance), at - parts.at
    if statistic <= BOUND_T:
        return Agreement(off, statistic)
    found = []
    for kind in kinds:
        tried = [(_statistic(other, at, covariance), said) for other, said in kind]
        best = min(tried, key=lambda x: x[0], default=None)
        if best is not None and best[0] <= MENDED_T:
            found.append(best[1])
    return Agreement(off, statistic, tuple(found))


def _statistic(parts: Predicted, at: Mark, covariance: NDArray[np.float64]) -> float:
    off = at - parts.at
    d = np.array([off.x_mm, off.y_mm])
    return float(d @ np.linalg.solve(covariance + parts.covariance, d))


def _kinds(parts: PartsBike, others: Sequence[FrameFront]) -> list[list[tuple[PartsBike, Said]]]:
    """What of one thing only might be otherwise at the front end, the likelier kinds first."""
    stem = parts.stem
    return [
        [
            (replace(parts, stem=replace(stem, length_mm=float(x))), say("is the stem a {length}", length=Size(x)))
            for x in _LENGTHS
            if x != stem.length_mm
        ],
        [(replace(parts, stem=stem.turned_over()), say("does the stem stand the other way round"))]
        if stem.angle_deg
        else [],
        [
            (replace(parts, spacers_mm=x), say("are there {pile} of spacers under it", pile=Size(x)))
            for x in _PILES
            if x != parts.spacers_mm
        ],
        [(replace(parts, front=f), say("is it the {label}", label=Words(f.label))) for f in others],
    ]
