"""How far apart the feet stand."""

from __future__ import annotations

from dataclasses import dataclass
from math import radians, sin

from waymark.core.body import FootFit

# From the crank's face to the middle of a usual pedal.
PEDAL_CENTRE_MM = 53.0
# The shoe's heel behind the pedal axle, as a share of the foot; its tip is the other 0.28 ahead.
HEEL_BEHIND_SHARE = 0.72
# Half a shoe's width at its heel, as a share of the foot.
HEEL_HALF_SHARE = 0.12


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


def heel_inward_mm(foot: FootFit, heels_in_deg: float) -> float:
    """How much nearer to crank and stay a heel comes when its foot is turned about the cleat, + heel in.

    The heel lies 0.72 of the foot behind the ball, less what the cleat sits aft of it (docs/formulas.md, Crank and foot).
    """
    return (HEEL_BEHIND_SHARE * foot.foot_mm - foot.cleat_aft_mm) * sin(radians(heels_in_deg))


def heel_gap_mm(half_stance_mm: float, q_mm: float, foot: FootFit, heels_in_deg: float) -> float:
    """The room between a shoe's heel and the crank arm's outer face, seen from above."""
    inner = half_stance_mm - HEEL_HALF_SHARE * foot.foot_mm - heel_inward_mm(foot, heels_in_deg)
    return inner - q_mm / 2
