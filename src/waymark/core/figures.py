"""Lengths as words: whole mm, or inches to the nearest sixteenth. The stored value is never rounded."""

from __future__ import annotations

from math import floor, gcd

MM_PER_INCH = 25.4
MINUS = "−"


def whole(value_mm: float) -> int:
    """Nearest whole millimetre, halves upward, so that shown differences of whole goals always agree."""
    return floor(value_mm + 0.5)


def show_mm(value_mm: float, *, signed: bool = False) -> str:
    """Whole millimetres with a true minus sign; ``signed`` adds a plus."""
    shown = whole(value_mm)
    if shown < 0:
        return f"{MINUS}{-shown}"
    return f"+{shown}" if signed and shown > 0 else f"{shown}"


def show_figure(value_mm: float) -> str:
    """Whole millimetres, or a half where the value is exactly one, as cranks are."""
    return f"{value_mm:.1f}" if (value_mm * 2) % 2 == 1 else show_mm(value_mm)


def show_inch(value_mm: float) -> str:
    """Inches to the nearest sixteenth, such as ``29 5/16``."""
    sixteenths = round(abs(value_mm) / MM_PER_INCH * 16)
    inches, part = divmod(sixteenths, 16)
    sign = MINUS if value_mm < 0 and sixteenths else ""
    if not part:
        return f"{sign}{inches}"
    shared = gcd(part, 16)
    fraction = f"{part // shared}/{16 // shared}"
    return f"{sign}{inches} {fraction}" if inches else f"{sign}{fraction}"
