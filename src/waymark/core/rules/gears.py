"""What gears are judged by: hill, ground and cadence of each use, with their reasons (docs/formulas.md, Gears)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault

GEARS: Mapping[str, HouseDefault] = {
    "cadence_rpm": HouseDefault(90, "turns a minute", "A brisk cadence on the flat.", "house"),
    "least_cadence_rpm": HouseDefault(
        60, "turns a minute", "Slower than this a seated climb is pushed with the knees.", "house"
    ),
    "power_a_kg": HouseDefault(2.5, "W a kg", "What a fit amateur holds up a long climb.", "house"),
    "step_percent": HouseDefault(18, "per cent", "A wider step between cogs is felt on the flat.", "house"),
    "largest_cog": HouseDefault(52, "teeth", "About the largest cog that is made.", "house"),
    "one_ring_range_percent": HouseDefault(
        500, "per cent", "About what one ring covers with common cassettes.", "house"
    ),
}


@dataclass(frozen=True, slots=True)
class Ground:
    """A use's hill and what rolls and blows against it: gradient in per cent, Crr, CdA in m².

    ``mud``: the chain is to stay on and the changing simple in mud.
    """

    gradient_percent: float
    crr: float
    cda_m2: float
    mud: bool = False


# Steepest climbs that riders of a use meet often; Crr of the usual tyre there, CdA of the usual position.
GROUNDS: Mapping[str, Ground] = {
    "road": Ground(9, 0.004, 0.32),
    "endurance": Ground(10, 0.0045, 0.36),
    "gravel": Ground(12, 0.009, 0.40),
    "cyclocross": Ground(14, 0.014, 0.40, mud=True),
    "cross-country": Ground(16, 0.014, 0.45, mud=True),
    "trail": Ground(18, 0.018, 0.50, mud=True),
    "time-trial": Ground(5, 0.0035, 0.25),
    "city": Ground(8, 0.007, 0.50),
}
