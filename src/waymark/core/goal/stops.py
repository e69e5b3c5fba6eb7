"""Every crank on sale held against the one there is (docs/formulas.md, Goal)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.body import BodyMeasures, readouts, segments
from waymark.core.errors import GeometryError
from waymark.core.feet import Hands, Keep
from waymark.core.goal.steps import CrankStep, Position, taken
from waymark.core.marks import Mark

ON_SALE_MM: tuple[float, ...] = (145, 150, 155, 160, 162.5, 165, 167.5, 170, 172.5, 175, 177.5, 180, 185)


@dataclass(frozen=True, slots=True)
class CrankStop:
    """One length: how far saddle and hands go, mm; by how much the tightest hip angle opens, degrees; torque, per cent."""

    crank_mm: float
    saddle_by: Mark
    hand_by: Mark
    hip_by_deg: float
    torque_change_percent: float


def crank_stops(
    at: Position, body: BodyMeasures, keep: Keep, hands: Hands, lengths_mm: Sequence[float] = ON_SALE_MM
) -> tuple[CrankStop, ...]:
    """What each length would do from ``at``; lengths that keep no such leg are left out."""
    made = []
    hip = _hip_deg(at, body)
    for length in lengths_mm:
        try:
            after, _ = taken(CrankStep(length, keep, hands), at, body)
        except GeometryError:
            continue
        by = after.saddle - at.saddle, after.hand - at.hand
        torque = 100.0 * (length - at.crank_mm) / at.crank_mm
        made.append(CrankStop(length, *by, _hip_deg(after, body) - hip, torque))
    return tuple(made)


def _hip_deg(at: Position, body: BodyMeasures) -> float:
    read = readouts(at.saddle, at.hand, segments(body), at.foot, at.crank_mm, at.pad, at.seated)
    return read.hip_least_deg
