"""A position carried from one use to another, by known offsets or by the body; to arm pads; and to several uses at once."""

from waymark.core.translate.aero import LOWER_A_DEG_MM, Aero, AeroAsk, AeroStep, delta_to_deg, to_aero
from waymark.core.translate.mix import COORDINATES, Coordinate, Mixed, Shared, mix
from waymark.core.translate.translate import STRENGTH, School, Translation, translate
from waymark.core.translate.uses import SHIFTS, Use, UseShift

__all__ = [
    "COORDINATES",
    "LOWER_A_DEG_MM",
    "SHIFTS",
    "STRENGTH",
    "Aero",
    "AeroAsk",
    "AeroStep",
    "Coordinate",
    "Mixed",
    "School",
    "Shared",
    "Translation",
    "Use",
    "UseShift",
    "delta_to_deg",
    "mix",
    "to_aero",
    "translate",
]
