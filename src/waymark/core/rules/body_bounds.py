"""Plausible body measures: hard bounds for typing, and the usual shares of a rider's height."""

from __future__ import annotations

from dataclasses import dataclass

HEIGHT_ASSUMED_MM = 1750.0
FOOT_SHARE = 0.152  # Drillis & Contini 1966, foot length of height


@dataclass(frozen=True, slots=True)
class BodyBound:
    """``least``…``greatest`` are refused beyond; the shares of height give the usual range."""

    label: str
    how: str
    least: float
    greatest: float
    share_least: float | None = None
    share_greatest: float | None = None


BODY_BOUNDS: dict[str, BodyBound] = {
    "height": BodyBound("Height", "barefoot, against the wall", 900, 2300),
    "inseam": BodyBound("Inseam", "level rod, firm, to the floor", 380, 1150, 0.40, 0.52),
    "trunk": BodyBound("Trunk", "hip joint to shoulder joint", 250, 750, 0.26, 0.32),
    "upper_arm": BodyBound("Upper arm", "shoulder to elbow", 150, 480, 0.165, 0.205),
    "forearm": BodyBound("Forearm", "elbow to wrist", 130, 400, 0.13, 0.165),
    "shoulder_width": BodyBound("Shoulders", "bone to bone", 220, 560, 0.19, 0.245),
    "foot": BodyBound("Foot", "bare, heel to toe", 150, 350, 0.138, 0.163),
    "mass": BodyBound("Mass", "with shoes", 15, 250),
}


def foot_from_height_mm(height_mm: float) -> float:
    """Foot length from height where it was not taken."""
    return FOOT_SHARE * height_mm


def usual_mm(name: str, height_mm: float) -> tuple[float, float] | None:
    """The usual range of a measure for a height, mm; ``None`` where height says nothing of it."""
    bound = BODY_BOUNDS[name]
    if bound.share_least is None or bound.share_greatest is None:
        return None
    return bound.share_least * height_mm, bound.share_greatest * height_mm


def plausibility(name: str, value_mm: float, height_mm: float) -> str | None:
    """What is unusual about a measure: ``15 long``, ``20 short``; ``None`` where nothing is."""
    usual = usual_mm(name, height_mm)
    if usual is None:
        return None
    if value_mm < usual[0]:
        return f"{usual[0] - value_mm:.0f} short"
    if value_mm > usual[1]:
        return f"{value_mm - usual[1]:.0f} long"
    return None
