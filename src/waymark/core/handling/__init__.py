"""Handling: where the rider's weight lies, and how a bike steers against another (docs/formulas.md, Balance; Handling)."""

from waymark.core.handling.balance import Balance, Sex, balance, mass_centre
from waymark.core.handling.compare import Difference, Handling, differences, handling_of
from waymark.core.handling.rise_roll import Raised, rise_by_roll
from waymark.core.handling.small_changes import Loaded, SmallChange, small_changes
from waymark.core.handling.stem_width import Pair, stem_by_width, weighted

__all__ = [
    "Balance",
    "Difference",
    "Handling",
    "Loaded",
    "Pair",
    "Raised",
    "Sex",
    "SmallChange",
    "balance",
    "differences",
    "handling_of",
    "mass_centre",
    "rise_by_roll",
    "small_changes",
    "stem_by_width",
    "weighted",
]
