"""Plain read-outs of the rider's pose over one turn of the cranks (docs/formulas.md, Body).

Absolute angles carry several degrees of uncertainty; differences between positions are good.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from waymark.core.body.pose import SEATED, LegPose, Seated, leg_at, pose_at
from waymark.core.body.segments import FootFit, Segments
from waymark.core.marks import Mark, angle_between_deg

STEP_DEG = 10.0
FINE_DEG = 0.1


@dataclass(frozen=True, slots=True)
class Readouts:
    """Angles in degrees, lengths in mm. ``knee_over_pedal_mm`` + ahead of the pedal axle at 3 o'clock."""

    knee_flexion_bottom_deg: float
    knee_flexion_least_deg: float
    knee_flexion_least_at_deg: float
    knee_flexion_greatest_deg: float
    hip_least_deg: float
    hip_least_at_deg: float
    trunk_deg: float
    shoulder_deg: float
    knee_over_pedal_mm: float
    reaches: bool
    arms_reach: bool


def readouts(
    saddle: Mark,
    hand: Mark,
    body: Segments,
    foot: FootFit,
    crank_mm: float,
    pad: Mark | None = None,
    seated: Seated = SEATED,
) -> Readouts:
    """Read-outs of one position, the forearms on a ``pad`` where there is one, the pelvis as ``seated``.

    The leg is swept through a whole turn; extremes are refined to 0.1°.
    """
    pose = pose_at(saddle, hand, body, foot, crank_mm, pad=pad, seated=seated)
    trunk = pose.shoulder - pose.near.hip

    def leg(at: float) -> LegPose:
        return leg_at(saddle, body, foot, crank_mm, at, seated)

    def knee(of: LegPose) -> float:
        return of.knee_flexion_deg

    def hip(of: LegPose) -> float:
        return angle_between_deg(of.knee - of.hip, trunk)

    turn = [leg(i * STEP_DEG) for i in range(int(360 / STEP_DEG))]
    least_at, least = _extreme(leg, turn, knee, lowest=True)
    _, greatest = _extreme(leg, turn, knee, lowest=False)
    hip_at, hip_least = _extreme(leg, turn, hip, lowest=True)
    level = leg(90.0)
    return Readouts(
        knee_flexion_bottom_deg=knee(leg(180.0)),
        knee_flexion_least_deg=least,
        knee_flexion_least_at_deg=least_at,
        knee_flexion_greatest_deg=greatest,
        hip_least_deg=hip_least,
        hip_least_at_deg=hip_at,
        trunk_deg=pose.trunk_deg,
        shoulder_deg=pose.shoulder_deg,
        knee_over_pedal_mm=level.knee.x_mm - level.pedal.x_mm,
        reaches=_reaches(leg, turn, body),
        arms_reach=pose.arms_reach,
    )


def _reaches(leg: Callable[[float], LegPose], turn: list[LegPose], body: Segments) -> bool:
    """Whether thigh and shank span the way from hip to ankle where it is longest and where it is shortest."""

    def span(of: LegPose) -> float:
        return of.hip.distance_mm(of.ankle)

    _, longest = _extreme(leg, turn, span, lowest=False)
    _, shortest = _extreme(leg, turn, span, lowest=True)
    return longest <= body.thigh_mm + body.shank_mm and shortest >= abs(body.thigh_mm - body.shank_mm)


def _extreme(
    leg: Callable[[float], LegPose], turn: list[LegPose], value: Callable[[LegPose], float], *, lowest: bool
) -> tuple[float, float]:
    """Where ``value`` is extreme over a turn, and that extreme: the coarse ``turn``, then thirds."""
    sign = 1.0 if lowest else -1.0
    near = min(range(len(turn)), key=lambda i: sign * value(turn[i])) * STEP_DEG
    low, high = near - STEP_DEG, near + STEP_DEG
    while high - low > FINE_DEG:
        third = (high - low) / 3
        if sign * value(leg(low + third)) <= sign * value(leg(high - third)):
            high -= third
        else:
            low += third
    at = (low + high) / 2
    return at % 360.0, value(leg(at))
