"""Cranks, pedals and shoes from above, in mm from the bottom bracket: forward to the right, the left foot up."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians

from waymark.core.drawing.primitives import Item, line, polyline, smooth
from waymark.core.marks import Mark

# A shoe about its ball, along and across, as shares of the foot's length; the inner side is the straighter.
SHOE = (
    (0.27, 0.02), (0.25, 0.11), (0.12, 0.18), (0.0, 0.185), (-0.2, 0.14), (-0.42, 0.12), (-0.62, 0.125), (-0.70, 0.06),
    (-0.70, -0.06), (-0.62, -0.115), (-0.4, -0.10), (-0.2, -0.125), (0.0, -0.17), (0.14, -0.165), (0.24, -0.09),
)  # fmt: skip
ARM_MM, FACE_MM = 16.0, 14.0
PITCH_DEG = 16.0


@dataclass(frozen=True, slots=True)
class FeetView:
    """What is seen from above: crank length, Q, half the stance, the pedal's platform, the foot, where its ball is, and how
    far its heel is turned in."""

    crank_mm: float
    q_mm: float
    half_stance_mm: float
    platform_mm: float
    foot_mm: float
    ball_ahead_mm: float
    heels_in_deg: float = 0.0


def feet_items(v: FeetView) -> list[Item]:
    """Both feet with the cranks level, the right one forward; shoes shortened as they are pitched."""
    made: list[Item] = [
        polyline([Mark(-24, y) for y in (-34, 34)] + [Mark(24, y) for y in (34, -34)], "part", closed=True)
    ]
    made.append(line(Mark(-v.crank_mm - 40, 0), Mark(v.crank_mm + 60, 0), "thin"))
    for side, ahead in ((1.0, -1.0), (-1.0, 1.0)):
        made += _side(v, side, ahead)
    return made


def _side(v: FeetView, side: float, ahead: float) -> list[Item]:
    """One crank arm, pedal and shoe; ``side`` +1 the left one, ``ahead`` +1 the forward one."""
    x, face, out = ahead * v.crank_mm, side * v.q_mm / 2, side * v.half_stance_mm
    inner = face - side * FACE_MM
    arm = [Mark(0, inner - side * 12), Mark(x, inner), Mark(x, face), Mark(0, face - side * 12)]
    half = v.platform_mm / 2
    wide = 0.42 * v.platform_mm + 12
    pedal = [
        Mark(x - half, out - wide),
        Mark(x + half, out - wide),
        Mark(x + half, out + wide),
        Mark(x - half, out + wide),
    ]
    axle, flat = Mark(x, out), cos(radians(PITCH_DEG))
    lies = [Mark(v.ball_ahead_mm + a * v.foot_mm * flat, side * b * v.foot_mm) for a, b in SHOE]
    shoe = [axle + at.turned(side * v.heels_in_deg) for at in lies]
    return [
        polyline(arm, "part", closed=True),
        smooth(shoe, "shoe"),
        polyline(pedal, "part-clear", closed=True),
        line(Mark(x, face), Mark(x, out + side * wide), "axle-line"),
    ]
