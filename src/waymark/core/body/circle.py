"""The full pedal circle: every angle of the near leg over one turn of the crank (docs/formulas.md, Body)."""

from __future__ import annotations

from dataclasses import dataclass
from math import radians

from waymark.core.body.pose import SEATED, Seated, pose_at
from waymark.core.body.segments import FootFit, Segments
from waymark.core.body.turn import Turn
from waymark.core.marks import Mark


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
    turn = Turn.of(pose.near.hip, body, foot, crank_mm, seated.foot_turned_deg)
    trunk = radians(pose.trunk_deg)
    rows, i = [], 0
    while (at := round(i * step_deg, 9)) < 360.0:
        rows.append(CircleRow(at, *turn.whole(at, trunk)))
        i += 1
    return tuple(rows)
