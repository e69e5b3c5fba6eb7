"""A first guess of a whole position, where there is no bike to measure: from the body and a use's windows alone.

It is called a guess until it is measured: rules of thumb part by a centimetre and more for legs off the usual.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sqrt

from waymark.core.body import BodyMeasures, FootFit, segments
from waymark.core.body.pose import HIP_FROM_SADDLE
from waymark.core.feet.leg import along_seat_line
from waymark.core.marks import Mark, direction

SEAT_ANGLE_DEG = 73.5
# Somewhere on the line from which the height is looked for.
START_MM = 700.0


@dataclass(frozen=True, slots=True)
class Asked:
    """What a first position is made to: knee flexion where the leg is straightest, trunk, and arm to trunk, degrees."""

    knee_deg: float
    trunk_deg: float
    shoulder_deg: float
    seat_angle_deg: float = SEAT_ANGLE_DEG


@dataclass(frozen=True, slots=True)
class FirstPosition:
    """Saddle and hand of a first guess, mm from the BB, and the saddle's height along its line."""

    saddle: Mark
    hand: Mark
    bb_to_saddle_mm: float


def first_position(
    body: BodyMeasures, foot: FootFit, crank_mm: float, asked: Asked, height_mm: float | None = None
) -> FirstPosition:
    """The saddle on its line where the leg at its straightest bends as asked, or at ``height_mm`` where another rule says
    how high; the hand at the end of arm and trunk.

    The way from hip to ankle at a flexion φ is √(t² + s² + 2·t·s·cos φ). Raises ``GeometryError`` where no saddle does.
    """
    limbs, line = segments(body), direction(180.0 - asked.seat_angle_deg)
    thigh, shank, bend = limbs.thigh_mm, limbs.shank_mm, radians(asked.knee_deg)
    if height_mm is None:
        way = sqrt(thigh**2 + shank**2 + 2 * thigh * shank * cos(bend))
        height_mm = START_MM + along_seat_line(line.scaled(START_MM), way, foot, crank_mm)
    saddle = line.scaled(height_mm)
    shoulder = saddle + HIP_FROM_SADDLE + direction(asked.trunk_deg).scaled(limbs.trunk_mm)
    hand = shoulder + direction(asked.trunk_deg + 180.0 + asked.shoulder_deg).scaled(limbs.arm_mm)
    return FirstPosition(saddle, hand, height_mm)
