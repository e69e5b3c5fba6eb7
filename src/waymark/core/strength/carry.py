"""What a rider of this mass wants of wheels, tyres and a seatpost (docs/formulas.md, Strength).

Makers' limits come first; what is reckoned here says what to ask for where a maker says nothing.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.figures import whole
from waymark.core.rules.strength import SPOKES, TYRES, StrengthRules

Stands = Literal["fits", "unknown", "not"]


@dataclass(frozen=True, slots=True)
class Wanted:
    """Spokes in front and behind, and the tyre's width, mm, each at least."""

    spokes_front: int
    spokes_rear: int
    tyre_mm: float


def wanted(system_kg: float, use: str, rough: bool, rules: StrengthRules) -> Wanted:
    """What rider and bike of ``system_kg`` want on a use; ``rough`` ground counts for spokes as the next mass does.

    A use's usual tyre carries up to ``tyre_from_kg``; what is over it wants ``tyre_per_kg`` more width a kilogram.
    """
    at = max(i for i, (least, _, _) in enumerate(SPOKES) if system_kg >= least)
    _, front, rear = SPOKES[min(at + rough, len(SPOKES) - 1)]
    usual = TYRES.get(use, TYRES["endurance"])
    return Wanted(front, rear, float(whole(usual + max(0.0, system_kg - rules.tyre_from_kg) * rules.tyre_per_kg)))


def sway_times(rider_kg: float, showing_mm: float, diameter_mm: float, rules: StrengthRules) -> float:
    """How far a saddle sways on its post, against a usual rider on a usual post.

    A beam held at the collar: m·L³ / I, the second moment of a thin tube growing with d³ at one wall. To compare posts by,
    never a measure of one: walls and materials differ.
    """
    usual = rules.sway_mass_kg * rules.sway_showing_mm**3 / rules.sway_diameter_mm**3
    return rider_kg * showing_mm**3 / diameter_mm**3 / usual


def within(value: float, least: float | None, greatest: float | None) -> Stands:
    """Whether a value lies inside a maker's bounds; unknown where none is given."""
    if least is None and greatest is None:
        return "unknown"
    return "fits" if (least is None or value >= least) and (greatest is None or value <= greatest) else "not"


def carries(system_kg: float | None, limit_kg: float | None) -> Stands:
    """Whether a maker's greatest system mass is kept."""
    if system_kg is None or limit_kg is None:
        return "unknown"
    return "fits" if system_kg <= limit_kg else "not"
