"""Handling: where the rider's weight lies, and how a bike steers against another (docs/formulas.md, Balance; Handling)."""

from waymark.core.handling.balance import Balance, Sex, balance, mass_centre
from waymark.core.handling.compare import Difference, Handling, differences, handling_of

__all__ = ["Balance", "Difference", "Handling", "Sex", "balance", "differences", "handling_of", "mass_centre"]
