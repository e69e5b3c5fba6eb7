"""The saddle as its parts have it: seat tube, post, rails and saddle, held against the tape (docs/formulas.md, Survey)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from waymark.core.callout.parts import Agreement, held_against
from waymark.core.marks import Mark
from waymark.core.say import Said, Size, Words, say
from waymark.core.seat.post import SaddleFit, saddle_mark

_STEP = 1e-3
# A post is read a finger too high or too low, a setback is one of those posts are made with.
_EXPOSED_MM = 60
_SETBACKS = (0.0, 10.0, 15.0, 20.0, 25.0, 32.0)
_RAILS = tuple(float(x) for x in range(-25, 30, 5))


@dataclass(frozen=True, slots=True)
class PartsSeat:
    """A saddle on its post, as the parts have it, mm and degrees.

    ``exposed_mm`` is from the seat tube's top to the rail clamp, ``slide_mm`` the clamp's way from the rails' middle, the
    saddle forward +; ``sd`` are standard deviations of ``seat_angle``, ``chart``, ``post``, ``setback``, ``rails`` and
    ``saddle``.
    """

    label: str
    seat_angle_deg: float
    seat_tube_mm: float
    axis_behind_bb_mm: float
    exposed_mm: float
    setback_mm: float
    slide_mm: float
    fit: SaddleFit
    sd: Mapping[str, float]

    @property
    def point(self) -> str:
        """The survey's point that it places."""
        return "s"

    @property
    def at(self) -> Mark:
        """Where the parts put the saddle mark, the bike level, mm from the BB."""
        return saddle_mark(
            self.seat_angle_deg,
            self.seat_tube_mm + self.exposed_mm,
            self.setback_mm,
            self.slide_mm,
            self.fit,
            self.axis_behind_bb_mm,
        )

    @property
    def covariance(self) -> NDArray[np.float64]:
        """How sure that is, mm²: each part on its own, by what a little more of it does to the mark."""
        fit, sd = self.fit, self.sd
        more = (
            (replace(self, seat_angle_deg=self.seat_angle_deg + _STEP), sd["seat_angle"]),
            (replace(self, seat_tube_mm=self.seat_tube_mm + _STEP), sd["chart"]),
            (replace(self, exposed_mm=self.exposed_mm + _STEP), sd["post"]),
            (replace(self, setback_mm=self.setback_mm + _STEP), sd["setback"]),
            (replace(self, slide_mm=self.slide_mm + _STEP), sd["rails"]),
            (replace(self, fit=replace(fit, rail_to_top_mm=fit.rail_to_top_mm + _STEP)), sd["saddle"]),
            (replace(self, fit=replace(fit, mark_to_s_mm=fit.mark_to_s_mm + _STEP)), sd["saddle"]),
        )
        found, here = np.zeros((2, 2)), self.at
        for other, deviation in more:
            off = (other.at - here).scaled(deviation / _STEP)
            found += np.outer([off.x_mm, off.y_mm], [off.x_mm, off.y_mm])
        return found


def seat_agreement(
    parts: PartsSeat, at: Mark, covariance: NDArray[np.float64], others: Sequence[PartsSeat] = ()
) -> Agreement:
    """The seat's parts held against the saddle mark as the tape has it; ``others`` are sizes it might be in truth."""
    near = (round(parts.exposed_mm) + d for d in range(-_EXPOSED_MM, _EXPOSED_MM + 1))
    kinds: list[list[tuple[PartsSeat, Said]]] = [
        [
            (replace(parts, exposed_mm=float(x)), say("does {showing} of the post show", showing=Size(x)))
            for x in near
            if x > 0
        ],
        [(replace(parts, setback_mm=x), say("has the post {back} of setback", back=Size(x))) for x in _SETBACKS],
        [(replace(parts, slide_mm=x), _rails(x)) for x in _RAILS],
        [(other, say("is it the {label}", label=Words(other.label))) for other in others],
    ]
    return held_against(parts, at, covariance, kinds)


def _rails(slide_mm: float) -> Said:
    if slide_mm == 0:
        return say("is the saddle clamped at its rails' middle")
    by = Size(abs(slide_mm))
    if slide_mm > 0:
        return say("is the saddle {by} forward on its rails", by=by)
    return say("is the saddle {by} back on its rails", by=by)
