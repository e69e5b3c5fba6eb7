"""The cockpit: steerer, spacers, stem and bars, forward and inverse (docs/formulas.md, Cockpit); levelling (2)."""

from waymark.core.cockpit.bars import (
    DropBar,
    FlatBar,
    GripPlace,
    HoodPlace,
    Lever,
    arm_in_plane_mm,
    hand_travel_mm,
    place_grip,
    place_hood,
    rise_at_bend_mm,
    slide_to_arc_deg,
    steering_arm_mm,
    top_cap_to_end_mm,
)
from waymark.core.cockpit.stands import DropStand, FlatStand, reachable
from waymark.core.cockpit.steerer import (
    SteererNeed,
    Stem,
    bar_clamp,
    best_spacers_mm,
    spacers_for,
    turning_over_rise_mm,
)

__all__ = [
    "DropBar",
    "DropStand",
    "FlatBar",
    "FlatStand",
    "GripPlace",
    "HoodPlace",
    "Lever",
    "SteererNeed",
    "Stem",
    "arm_in_plane_mm",
    "bar_clamp",
    "best_spacers_mm",
    "hand_travel_mm",
    "place_grip",
    "place_hood",
    "reachable",
    "rise_at_bend_mm",
    "slide_to_arc_deg",
    "spacers_for",
    "steering_arm_mm",
    "top_cap_to_end_mm",
    "turning_over_rise_mm",
]
