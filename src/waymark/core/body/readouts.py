"""Plain read-outs of the rider's pose over one turn of the cranks (docs/formulas.md, Body).

Absolute angles carry several degrees of uncertainty; differences between positions are good.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import radians

from waymark.core.body.pose import SEATED, Seated, pose_at
from waymark.core.body.segments import FootFit, Segments
from waymark.core.body.turn import Turn, extreme
from waymark.core.marks import Mark

STEP_DEG = 30.0
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
    turn = Turn.of(pose.near.hip, body, foot, crank_mm, seated.foot_turned_deg)
    # The longer the way from hip to ankle, the straighter the knee.
    longest_at, longest = turn.way_extreme(lowest=False)
    shortest_at, shortest = turn.way_extreme(lowest=True)
    hip_at, hip_least = hip_least_deg(turn, pose.trunk_deg)
    return Readouts(
        knee_flexion_bottom_deg=turn.knee_deg(180.0),
        knee_flexion_least_deg=turn.knee_deg(longest_at),
        knee_flexion_least_at_deg=longest_at,
        knee_flexion_greatest_deg=turn.knee_deg(shortest_at),
        hip_least_deg=hip_least,
        hip_least_at_deg=hip_at,
        trunk_deg=pose.trunk_deg,
        shoulder_deg=pose.shoulder_deg,
        knee_over_pedal_mm=turn.knee(90.0).x_mm - crank_mm,
        reaches=longest <= body.thigh_mm + body.shank_mm and shortest >= abs(body.thigh_mm - body.shank_mm),
        arms_reach=pose.arms_reach,
    )


def hip_least_deg(turn: Turn, trunk_deg: float, near_deg: float | None = None) -> tuple[float, float]:
    """Where over a turn thigh and trunk are closest, and how close; ``near_deg`` is where they are thought to be."""
    trunk = radians(trunk_deg)
    return extreme(lambda at: turn.hip_deg(at, trunk), STEP_DEG, FINE_DEG, lowest=True, near_deg=near_deg)
