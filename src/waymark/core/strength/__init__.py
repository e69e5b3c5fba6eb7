"""Strength: what carries the rider, by mass, use and ground (docs/formulas.md, Strength)."""

from waymark.core.strength.carry import Stands, Wanted, carries, sway_times, wanted, within

__all__ = ["Stands", "Wanted", "carries", "sway_times", "wanted", "within"]
