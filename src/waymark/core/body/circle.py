"""The full pedal circle: every angle of the near leg over one turn of the crank (docs/formulas.md, Body)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.body.pose import SEATED, Seated, leg_at, pose_at
from waymark.core.body.segments import FootFit, Segments
from waymark.core.marks import Mark, angle_between_deg


@dataclass(frozen=True, slots=True)
class CircleRow:
    """The leg at one crank angle, 0 at the top: knee flexion, hip angle (thigh to trunk), degrees; knee and ankle, mm."""

    crank_deg: float
    knee_flexion_deg: float
    hip_deg: float
    knee: Mark
    ankle: Mark


def circle(
    saddle: Mark,
    hand: Mark,
    body: Segments,
    foot: FootFit,
    crank_mm: float,
    step_deg: float = 1.0,
    pad: Mark | None = None,
    seated: Seated = SEATED,
) -> tuple[CircleRow, ...]:
    """The leg every ``step_deg`` from 0 to under 360; the trunk is still, as it is while pedalling seated."""
    pose = pose_at(saddle, hand, body, foot, crank_mm, pad=pad, seated=seated)
    trunk = pose.shoulder - pose.near.hip
    rows, i = [], 0
    while (at := round(i * step_deg, 9)) < 360.0:
        leg = leg_at(saddle, body, foot, crank_mm, at, seated)
        hip = angle_between_deg(leg.knee - leg.hip, trunk)
        rows.append(CircleRow(at, leg.knee_flexion_deg, hip, leg.knee, leg.ankle))
        i += 1
    return tuple(rows)
