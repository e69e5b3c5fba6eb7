"""Handling: where the rider's weight lies on the wheels and the hands (docs/formulas.md, Balance)."""

from waymark.core.handling.balance import Balance, Sex, balance, mass_centre

__all__ = ["Balance", "Sex", "balance", "mass_centre"]
