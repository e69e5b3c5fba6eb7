"""What carries a rider: spokes, tyres and posts by mass, use and ground: the house's numbers, each with its reason."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault, values

STRENGTH: dict[str, HouseDefault] = {
    "tyre_from_kg": HouseDefault(85, "kg", "Rider and bike up to here ride a use's usual tyre.", "house"),
    "tyre_per_kg": HouseDefault(0.15, "mm/kg", "Air carries by its width: ten kilograms more want 1.5.", "house"),
    "usual_rim_mm": HouseDefault(21, "mm", "Between the flanges of a common rim, while none is chosen.", "house"),
    "spare_share": HouseDefault(0.1, "of limit", "So near a limit a bag or a winter is over it.", "house"),
    "sway_mass_kg": HouseDefault(75, "kg", "The rider posts are compared by.", "house"),
    "sway_showing_mm": HouseDefault(200, "mm", "And how much of theirs shows.", "house"),
    "sway_diameter_mm": HouseDefault(27.2, "mm", "And how thick it is.", "house"),
    "sway_told": HouseDefault(2, "times", "A saddle that moves so much more is felt at every turn.", "house"),
}  # fmt: skip
# Rider and bike from so many kilograms on: spokes in front and behind, at least. Rough ground counts as the next line.
SPOKES: tuple[tuple[float, int, int], ...] = ((0, 20, 24), (85, 24, 28), (100, 28, 32), (120, 32, 36))
# What each use is ridden on, at least, by a rider who is not heavy, mm.
TYRES: Mapping[str, float] = {
    "road": 28, "endurance": 30, "gravel": 40, "cyclocross": 33, "cross-country": 55, "trail": 58, "city": 37,
    "time-trial": 25,
}  # fmt: skip
# Grounds and uses that knock at a wheel.
ROUGH = frozenset({"cobbles", "gravel", "forest track", "roots and rocks"})
ROUGH_USES = frozenset({"gravel", "cyclocross", "cross-country", "trail"})


@dataclass(frozen=True, slots=True)
class StrengthRules:
    """What is wanted of wheels, tyres and posts; the tables say what each number is and why."""

    tyre_from_kg: float
    tyre_per_kg: float
    usual_rim_mm: float
    spare_share: float
    sway_mass_kg: float
    sway_showing_mm: float
    sway_diameter_mm: float
    sway_told: float


STRENGTH_USUAL = StrengthRules(**values(STRENGTH))
