"""A first guess of a whole position, where there is no bike to measure: from the body and a use's windows alone.

It is called a guess until it is measured: rules of thumb part by a centimetre and more for legs off the usual.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sqrt

from waymark.core.body import BodyMeasures, FootFit, Segments, leg_at, segments
from waymark.core.body.pose import HIP_FROM_SADDLE
from waymark.core.feet.leg import along_seat_line
from waymark.core.marks import Mark, direction

# Seat lines between which the knee's place is looked for, and the two it is looked for from.
LEAST_SEAT_DEG, GREATEST_SEAT_DEG = 66.0, 84.0
FIRST_LINES_DEG = (73.0, 75.0)
MOST_TURNS = 12
STILL_MM = 1e-6
# Somewhere on the line from which the height is looked for.
START_MM = 700.0


@dataclass(frozen=True, slots=True)
class Asked:
    """What a first position is made to: knee flexion where the leg is straightest, trunk, and arm to trunk, degrees; how
    far the knee stands behind the pedal axle at three o'clock, mm."""

    knee_deg: float
    trunk_deg: float
    shoulder_deg: float
    knee_behind_mm: float = 10.0


@dataclass(frozen=True, slots=True)
class FirstPosition:
    """Saddle and hand of a first guess, mm from the BB, and the saddle's height along its line."""

    saddle: Mark
    hand: Mark
    bb_to_saddle_mm: float


def first_position(
    body: BodyMeasures, foot: FootFit, crank_mm: float, asked: Asked, height_mm: float | None = None
) -> FirstPosition:
    """The saddle where the leg at its straightest bends as asked, or at ``height_mm`` where another rule says how high, on
    the line from the BB that puts the knee where it is asked; the hand at the end of arm and trunk.

    The way from hip to ankle at a flexion φ is √(t² + s² + 2·t·s·cos φ); the line is found by secants. Raises
    ``GeometryError`` where no saddle does.
    """
    limbs = segments(body)

    def gap(seat_deg: float) -> tuple[Mark, float]:
        at = _on_line(limbs, foot, crank_mm, asked, seat_deg, height_mm)
        leg = leg_at(at, limbs, foot, crank_mm, 90.0)
        return at, leg.pedal.x_mm - leg.knee.x_mm - asked.knee_behind_mm

    was, line = FIRST_LINES_DEG
    off, (saddle, now) = gap(was)[1], gap(line)
    for _ in range(MOST_TURNS):
        if abs(now) < STILL_MM or now == off:
            break
        was, line = line, min(max(line - now * (line - was) / (now - off), LEAST_SEAT_DEG), GREATEST_SEAT_DEG)
        off, (saddle, now) = now, gap(line)
    shoulder = saddle + HIP_FROM_SADDLE + direction(asked.trunk_deg).scaled(limbs.trunk_mm)
    hand = shoulder + direction(asked.trunk_deg + 180.0 + asked.shoulder_deg).scaled(limbs.arm_mm)
    return FirstPosition(saddle, hand, saddle.length_mm)


def _on_line(
    limbs: Segments, foot: FootFit, crank_mm: float, asked: Asked, seat_deg: float, height_mm: float | None
) -> Mark:
    """The saddle on one line from the BB."""
    line = direction(180.0 - seat_deg)
    thigh, shank, bend = limbs.thigh_mm, limbs.shank_mm, radians(asked.knee_deg)
    if height_mm is None:
        way = sqrt(thigh**2 + shank**2 + 2 * thigh * shank * cos(bend))
        height_mm = START_MM + along_seat_line(line.scaled(START_MM), way, foot, crank_mm)
    return line.scaled(height_mm)
