"""Top gear at a cadence, low gear up a gradient, the range and the steps (docs/formulas.md, Gears)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan, cos, sin

GRAVITY = 9.80665
AIR_KG_M3, EFFICIENCY = 1.2, 0.976
_STILL_MS = 1e-12
_FASTEST_MS = 200.0


@dataclass(frozen=True, slots=True)
class Gearing:
    """Speeds in km/h, cadence in turns a minute, the range and the largest step between neighbouring cogs in per cent."""

    top_speed_kmh: float
    climb_speed_kmh: float
    climb_cadence_rpm: float
    range_percent: float
    largest_step_percent: float
    ratios: tuple[float, ...]


def check_gearing(
    rings: Sequence[float],
    cogs: Sequence[float],
    circumference_mm: float,
    cadence_rpm: float,
    mass_kg: float,
    power_w: float,
    gradient_percent: float,
    crr: float,
    cda_m2: float,
    rho: float = AIR_KG_M3,
    efficiency: float = EFFICIENCY,
) -> Gearing:
    """What rings and cogs give this rider; teeth, the rest as named. The gradient is rise over run."""
    ratios = sorted(ring / cog for ring in rings for cog in cogs)
    a_turn_m = circumference_mm / 1000.0
    speed = climb_speed_ms(mass_kg, power_w, gradient_percent, crr, cda_m2, rho, efficiency)
    steps = [larger / smaller for smaller, larger in pairwise(sorted(set(cogs)))]
    return Gearing(
        top_speed_kmh=ratios[-1] * a_turn_m * cadence_rpm * 60 / 1000,
        climb_speed_kmh=speed * 3.6,
        climb_cadence_rpm=speed * 60 / (ratios[0] * a_turn_m),
        range_percent=100 * ratios[-1] / ratios[0],
        largest_step_percent=100 * (max(steps, default=1.0) - 1),
        ratios=tuple(ratios),
    )


def climb_speed_ms(
    mass_kg: float,
    power_w: float,
    gradient_percent: float,
    crr: float,
    cda_m2: float,
    rho: float = AIR_KG_M3,
    efficiency: float = EFFICIENCY,
) -> float:
    """The speed at which P·η = v·(m·g·(sin θ + Crr·cos θ) + ½·ρ·CdA·v²) (Martin et al. 1998), m/s.

    The greatest such speed: downhill a rider coasts at least as fast as without power. Found by bisection, for what is
    asked of the legs grows from there on.
    """
    theta = atan(gradient_percent / 100)
    weight = mass_kg * GRAVITY * (sin(theta) + crr * cos(theta))

    def asked(v: float) -> float:
        return v * (weight + 0.5 * rho * cda_m2 * v * v) - power_w * efficiency

    # Downhill the hill pushes: below the speed where drag takes it up nothing is asked at all.
    low = 0.0 if weight >= 0 or cda_m2 <= 0 else (-2 * weight / (3 * rho * cda_m2)) ** 0.5
    high = _FASTEST_MS
    if asked(high) < 0:
        return high
    while high - low > _STILL_MS * max(1.0, high):
        middle = (low + high) / 2
        if middle in (low, high):
            break
        if asked(middle) < 0:
            low = middle
        else:
            high = middle
    return (low + high) / 2
