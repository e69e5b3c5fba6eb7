"""Lengths as words: whole mm, or inches to the nearest sixteenth. The stored value is never rounded."""

from __future__ import annotations

from math import gcd

from waymark.core.units.parse import MM_PER_INCH

MINUS = "−"


def show_mm(value_mm: float, *, signed: bool = False) -> str:
    """Whole millimetres with a true minus sign; ``signed`` adds a plus."""
    whole = round(value_mm)
    if whole < 0:
        return f"{MINUS}{-whole}"
    return f"+{whole}" if signed and whole > 0 else f"{whole}"


def show_inch(value_mm: float) -> str:
    """Inches to the nearest sixteenth, such as ``29 5/16``."""
    sixteenths = round(abs(value_mm) / MM_PER_INCH * 16)
    whole, part = divmod(sixteenths, 16)
    sign = MINUS if value_mm < 0 and sixteenths else ""
    if not part:
        return f"{sign}{whole}"
    shared = gcd(part, 16)
    fraction = f"{part // shared}/{16 // shared}"
    return f"{sign}{whole} {fraction}" if whole else f"{sign}{fraction}"
