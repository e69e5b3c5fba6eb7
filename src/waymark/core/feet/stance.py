"""How far apart the feet stand."""

from __future__ import annotations

from dataclasses import dataclass

# From the crank's face to the middle of a usual pedal.
PEDAL_CENTRE_MM = 53.0


@dataclass(frozen=True, slots=True)
class Stance:
    """Half the stance, the whole, and what differs from crank and pedal alone, both sides together, mm."""

    half_mm: float
    total_mm: float
    change_mm: float


def stance(
    q_mm: float, pedal_centre_mm: float, axle_extra_mm: float, washers_mm: float, cleat_inward_mm: float
) -> Stance:
    """Half = Q/2 + crank face to pedal centre + longer axle + washers + the foot's outward shift.

    A cleat moved inward under the shoe moves the foot outward. Everything counts on both sides: an axle 4 mm longer is
    8 mm in all.
    """
    more = axle_extra_mm + washers_mm + cleat_inward_mm
    half = q_mm / 2 + pedal_centre_mm + more
    return Stance(half, 2 * half, 2 * more)
