"""What riders say, understood: lengths, angles and masses in any common unit (docs/formulas.md, What is typed)."""

from waymark.core.units.parse import Understood, parse_angle, parse_length, parse_mass

__all__ = ["Understood", "parse_angle", "parse_length", "parse_mass"]
