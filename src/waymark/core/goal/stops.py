"""Every crank on sale held against the one there is (docs/formulas.md, Goal)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.body import (
    ALIKE,
    SIDES,
    Apart,
    BodyMeasures,
    Turn,
    hip_least_deg,
    leg_turn,
    segments,
    trunk_at,
)
from waymark.core.errors import GeometryError
from waymark.core.feet import Hands, Keep
from waymark.core.goal.steps import CrankStep, Position, taken
from waymark.core.marks import Mark

ON_SALE_MM: tuple[float, ...] = (145, 150, 155, 160, 162.5, 165, 167.5, 170, 172.5, 175, 177.5, 180, 185)


@dataclass(frozen=True, slots=True)
class CrankStop:
    """One length: how far saddle and hands go, mm; the tightest hip angle and by how much it opens, degrees.

    ``foot_lower_mm`` is how much lower the foot is at the top of the stroke, relative to the hip: about 2δ for cranks δ
    shorter. The same push makes ``torque_change_percent`` more torque; every gear is ``gain_change_percent`` longer at the
    foot.
    """

    crank_mm: float
    saddle_by: Mark
    hand_by: Mark
    hip_deg: float
    hip_by_deg: float
    foot_lower_mm: float
    torque_change_percent: float
    gain_change_percent: float


def crank_stops(
    at: Position,
    body: BodyMeasures,
    keep: Keep,
    hands: Hands,
    lengths_mm: Sequence[float] = ON_SALE_MM,
    apart: Apart = ALIKE,
) -> tuple[CrankStop, ...]:
    """What each length would do from ``at``; lengths that keep no such leg are left out.

    Where the legs part, ``hip_deg`` is of the one that closes more, and opens by as much as that one does.
    """
    made = []
    near, hip = _hip(at, body, apart)
    for length in lengths_mm:
        try:
            after, _ = taken(CrankStep(length, keep, hands), at, body)
        except GeometryError:
            continue
        _, opens = _hip(after, body, apart, near)
        made.append(
            CrankStop(
                crank_mm=length,
                saddle_by=after.saddle - at.saddle,
                hand_by=after.hand - at.hand,
                hip_deg=opens,
                hip_by_deg=opens - hip,
                foot_lower_mm=at.crank_mm - length + (after.saddle - at.saddle).y_mm,
                torque_change_percent=100.0 * (length / at.crank_mm - 1.0),
                gain_change_percent=100.0 * (at.crank_mm / length - 1.0),
            )
        )
    return tuple(made)


def _hip(at: Position, body: BodyMeasures, apart: Apart, near_deg: float | None = None) -> tuple[float, float]:
    """Where over a turn the hip is tightest, and its angle there, degrees; of two legs the one that closes more."""
    limbs = segments(body)
    hip, trunk_deg = trunk_at(at.saddle, at.hand, limbs, at.pad, at.seated)
    if apart == ALIKE:
        turns = [Turn.of(hip, limbs, at.foot, at.crank_mm, at.seated.foot_turned_deg)]
    else:
        turns = [leg_turn(at.saddle, apart.leg(side, limbs, at.foot, at.seated), at.crank_mm) for side in SIDES]
    return min((hip_least_deg(turn, trunk_deg, near_deg) for turn in turns), key=lambda found: found[1])
