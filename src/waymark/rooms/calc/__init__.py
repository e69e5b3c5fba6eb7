"""Open calculations: the core's formulas by name, with one pair of models for Python, shell and web."""

from waymark.rooms.calc.registry import CALCULATIONS, Calculation, calculate, listing

__all__ = ["CALCULATIONS", "Calculation", "calculate", "listing"]
