"""Plain read-outs of the rider's pose over one turn of the cranks (handbook 8).

Absolute angles carry several degrees of uncertainty; differences between positions are good.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from waymark.core.body.pose import LegPose, leg_at, pose_at
from waymark.core.body.segments import FootFit, Segments
from waymark.core.marks import Mark, angle_between_deg

STEP_DEG = 5.0


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


def readouts(saddle: Mark, hand: Mark, body: Segments, foot: FootFit, crank_mm: float) -> Readouts:
    """Read-outs of one position. The leg is swept through a whole turn; extremes are refined to 0.1°."""
    pose = pose_at(saddle, hand, body, foot, crank_mm)
    trunk = pose.shoulder - pose.near.hip

    def leg(at: float) -> LegPose:
        return leg_at(saddle, body, foot, crank_mm, at)

    def knee(at: float) -> float:
        return leg(at).knee_flexion_deg

    def hip(at: float) -> float:
        pose_there = leg(at)
        return angle_between_deg(pose_there.knee - pose_there.hip, trunk)

    least_at, least = _extreme(knee, lowest=True)
    _, greatest = _extreme(knee, lowest=False)
    hip_at, hip_least = _extreme(hip, lowest=True)
    level = leg(90.0)
    return Readouts(
        knee_flexion_bottom_deg=knee(180.0),
        knee_flexion_least_deg=least,
        knee_flexion_least_at_deg=least_at,
        knee_flexion_greatest_deg=greatest,
        hip_least_deg=hip_least,
        hip_least_at_deg=hip_at,
        trunk_deg=pose.trunk_deg,
        shoulder_deg=pose.shoulder_deg,
        knee_over_pedal_mm=level.knee.x_mm - level.pedal.x_mm,
        reaches=all(leg(i * STEP_DEG).reaches for i in range(int(360 / STEP_DEG))),
        arms_reach=pose.arms_reach,
    )


def _extreme(value: Callable[[float], float], *, lowest: bool) -> tuple[float, float]:
    """Where ``value`` is extreme over a turn, and that extreme: a coarse sweep, then thirds."""
    sign = 1.0 if lowest else -1.0
    at = min((i * STEP_DEG for i in range(int(360 / STEP_DEG))), key=lambda a: sign * value(a))
    low, high = at - STEP_DEG, at + STEP_DEG
    while high - low > 0.05:
        third = (high - low) / 3
        if sign * value(low + third) <= sign * value(high - third):
            high -= third
        else:
            low += third
    at = (low + high) / 2
    return at % 360.0, value(at)
