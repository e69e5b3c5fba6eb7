"""How far one change goes against a complaint, and what is past its bound: the house's numbers, each with its reason."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault, values

_COMPLAINTS = "docs/formulas.md, Complaints"

ONE_CHANGE: dict[str, HouseDefault] = {
    "most_saddle_mm": HouseDefault(5, "mm", "More at once cannot be told apart in one ride.", _COMPLAINTS),
    "least_saddle_mm": HouseDefault(3, "mm", "Less is not felt.", _COMPLAINTS),
    "hand_mm": HouseDefault(10, "mm", "A stem's step, or two thin spacers.", _COMPLAINTS),
    "cleat_mm": HouseDefault(3, "mm", "A cleat moved farther asks for another saddle.", _COMPLAINTS),
    "crank_mm": HouseDefault(5, "mm", "The next length but one.", _COMPLAINTS),
    "knee_per_mm_deg": HouseDefault(0.45, "°/mm", "What a millimetre of saddle does to legs of 800 to 900.", "house"),
    "level_deg": HouseDefault(1, "°", "Within it a saddle or a hood is level.", _COMPLAINTS),
    "steep_hood_deg": HouseDefault(20, "°", "Beyond it a wrist is bent back.", _COMPLAINTS),
    "wider_mm": HouseDefault(20, "mm", "A bar so much wider than the shoulders is one size too wide.", _COMPLAINTS),
    "narrower_mm": HouseDefault(30, "mm", "And so much narrower closes the chest.", _COMPLAINTS),
}


@dataclass(frozen=True, slots=True)
class OneChange:
    """Sizes of one change and the bounds that ask for it; the table says what each is and why."""

    most_saddle_mm: float
    least_saddle_mm: float
    hand_mm: float
    cleat_mm: float
    crank_mm: float
    knee_per_mm_deg: float
    level_deg: float
    steep_hood_deg: float
    wider_mm: float
    narrower_mm: float


ONE_CHANGE_USUAL = OneChange(**values(ONE_CHANGE))
