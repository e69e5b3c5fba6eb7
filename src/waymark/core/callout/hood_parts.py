"""The hood as bar and lever have it, from the bar clamp, held against the tape (docs/formulas.md, Survey)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from waymark.core.callout.parts import Agreement, held_against
from waymark.core.cockpit.bars import DropBar, Lever, place_hood
from waymark.core.marks import Mark
from waymark.core.say import Angle, Said, say

_STEP_DEG = 1e-3
_TURNED_DEG, _SLOPES_DEG = 30, range(-10, 36)


@dataclass(frozen=True, slots=True)
class PartsHood:
    """A lever on a drop bar as both were read, mm and degrees.

    ``clamp`` is where the tape has the bar clamp, and how sure. ``ramp_slope_deg`` is what an inclinometer reads on the
    ramp, ``hood_slope_deg`` in the hood; both tell how bar and lever are turned. ``sd`` are standard deviations of
    ``ramp``, ``hood_slope`` and ``hood``.
    """

    clamp: Mark
    clamp_covariance: NDArray[np.float64]
    bar: DropBar
    lever: Lever
    ramp_slope_deg: float
    hood_slope_deg: float
    sd: Mapping[str, float]

    @property
    def point(self) -> str:
        """The survey's point that it places."""
        return "h"

    @property
    def at(self) -> Mark:
        """Where bar and lever put the hood mark, the bike level, mm from the BB."""
        rotation = self.ramp_slope_deg + self.bar.ramp_deg
        arc = max(self.lever.slope_deg + rotation - self.hood_slope_deg, self.bar.ramp_deg)
        lever = replace(self.lever, arc_deg=arc)
        return self.clamp + place_hood(self.bar, lever, rotation).at

    @property
    def covariance(self) -> NDArray[np.float64]:
        """How sure that is, mm²: the clamp, how both are turned, and what bars and hoods differ."""
        found = np.asarray(self.clamp_covariance, np.float64) + np.eye(2) * self.sd["hood"] ** 2
        more = (
            (replace(self, ramp_slope_deg=self.ramp_slope_deg + _STEP_DEG), self.sd["ramp"]),
            (replace(self, hood_slope_deg=self.hood_slope_deg + _STEP_DEG), self.sd["hood_slope"]),
        )
        for other, deviation in more:
            off = (other.at - self.at).scaled(deviation / _STEP_DEG)
            found = found + np.outer([off.x_mm, off.y_mm], [off.x_mm, off.y_mm])
        return found


def hood_agreement(parts: PartsHood, at: Mark, covariance: NDArray[np.float64]) -> Agreement:
    """Bar and lever held against the hood mark as the tape has it."""
    turns = (round(parts.ramp_slope_deg) + d for d in range(-_TURNED_DEG, _TURNED_DEG + 1))
    kinds: list[list[tuple[PartsHood, Said]]] = [
        [
            (
                replace(parts, ramp_slope_deg=float(x)),
                say("does the ramp stand at {slope}", slope=Angle(x, signed=True)),
            )
            for x in turns
        ],
        [
            (replace(parts, hood_slope_deg=float(x)), say("do the hoods stand at {slope}", slope=Angle(x, signed=True)))
            for x in _SLOPES_DEG
        ],
    ]
    return held_against(parts, at, covariance, kinds)
