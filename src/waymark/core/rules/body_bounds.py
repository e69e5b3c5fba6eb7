"""Plausible body measures: hard bounds for typing, and the usual shares of a rider's height."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.say import Count, Mass, Said, bare, say, term

HEIGHT_ASSUMED_MM = 1750.0
FOOT_SHARE = 0.152  # Drillis & Contini 1966, foot length of height
SHOULDER_SHARE = 0.22  # house: shoulders bone to bone, of height


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
    "arm": BodyBound("Arm", "shoulder joint to grip, elbow soft", 300, 950, 0.335, 0.395),
    "upper_arm": BodyBound("Upper arm", "shoulder to elbow", 150, 480, 0.165, 0.205),
    "forearm": BodyBound("Forearm", "elbow to wrist", 130, 400, 0.13, 0.165),
    "shoulder_width": BodyBound("Shoulders", "bone to bone", 170, 560, 0.19, 0.245),
    "foot": BodyBound("Foot", "bare, heel to toe", 110, 350, 0.138, 0.163),
    "hand": BodyBound("Hand", "wrist crease to middle fingertip", 80, 260, 0.098, 0.118),
    "sit_bones": BodyBound("Sit bones", "middle to middle, on the pad, upright", 50, 200),
    "foot_lift": BodyBound("Foot lift", "how high the foot is lifted over", 100, 1100),
    "mass": BodyBound("Mass", "with shoes", 10, 250),
}


def foot_from_height_mm(height_mm: float) -> float:
    """Foot length from height where it was not taken."""
    return FOOT_SHARE * height_mm


def shoulders_from_height_mm(height_mm: float) -> float:
    """Shoulder width, bone to bone, from height where it was not taken."""
    return SHOULDER_SHARE * height_mm


def usual_mm(name: str, height_mm: float) -> tuple[float, float] | None:
    """The usual range of a measure for a height, mm; ``None`` where height says nothing of it."""
    bound = BODY_BOUNDS[name]
    if bound.share_least is None or bound.share_greatest is None:
        return None
    return bound.share_least * height_mm, bound.share_greatest * height_mm


def plausibility(name: str, value_mm: float, height_mm: float) -> Said | None:
    """What is unusual about a measure: ``15 long``, ``20 short``; ``None`` where nothing is."""
    usual = usual_mm(name, height_mm)
    if usual is None:
        return None
    if value_mm < usual[0]:
        return say("{by} short", by=bare(usual[0] - value_mm))
    if value_mm > usual[1]:
        return say("{by} long", by=bare(value_mm - usual[1]))
    return None


@dataclass(frozen=True, slots=True)
class Ratio:
    """``parts`` summed over ``whole``; usual between ``least`` and ``greatest``."""

    parts: tuple[str, ...]
    whole: str
    least: float
    greatest: float
    says: str


RATIOS: tuple[Ratio, ...] = (
    Ratio(("inseam", "trunk"), "height", 0.69, 0.82, "Inseam and trunk together do not go with the height: one of the three is misread."),
    Ratio(("upper_arm",), "forearm", 1.05, 1.5, "Upper arm and forearm do not go together: was the elbow found?"),
    Ratio(("hand",), "foot", 0.62, 0.82, "Hand and foot do not go together: bare foot, wrist crease?"),
    Ratio(("shoulder_width",), "trunk", 0.58, 0.92, "Shoulders and trunk do not go together: bone to bone, not cloth to cloth?"),
)  # fmt: skip
# The European size is the last in two thirds of a cm; the last is about 15 mm longer than the foot.
PARIS_POINT_MM = 20 / 3
LAST_LONGER_MM = 15.0
WRIST_TO_GRIP_MM = 60.0


def foot_from_shoe_mm(shoe_size: float) -> float:
    """The usual bare foot in a shoe of this European size, mm."""
    return shoe_size * PARIS_POINT_MM - LAST_LONGER_MM


def cross_checks(measures: Mapping[str, float], shoe_size: float | None = None) -> list[Said]:
    """What is odd between measures, mm and kg, in sentences; empty where nothing is."""
    said = []
    for ratio in RATIOS:
        names = (*ratio.parts, ratio.whole)
        if all(n in measures for n in names):
            share = sum(measures[p] for p in ratio.parts) / measures[ratio.whole]
            if not ratio.least <= share <= ratio.greatest:
                said.append(term(ratio.says))
    if {"arm", "upper_arm", "forearm"} <= set(measures):
        parts = measures["upper_arm"] + measures["forearm"] + WRIST_TO_GRIP_MM
        if abs(measures["arm"] - parts) > 40:
            said.append(
                say(
                    "Arm {arm}, but upper arm, forearm and hand make {parts}: one is misread.",
                    arm=bare(measures["arm"]),
                    parts=bare(parts),
                )
            )
    if shoe_size is not None and "foot" in measures:
        usual = foot_from_shoe_mm(shoe_size)
        off = measures["foot"] - usual
        if off > 12:
            said.append(
                say(
                    "Foot {foot} may be the shoe’s length: for a shoe of {shoe_size} a foot is about {usual}. "
                    "Keep it, or measure the bare foot.",
                    foot=bare(measures["foot"]),
                    shoe_size=Count(shoe_size),
                    usual=bare(usual),
                )
            )
        elif off < -12:
            said.append(
                say(
                    "Foot {foot} is short for a shoe of {shoe_size}, about {usual}: is the shoe too long?",
                    foot=bare(measures["foot"]),
                    shoe_size=Count(shoe_size),
                    usual=bare(usual),
                )
            )
    if {"mass", "height"} <= set(measures):
        index = measures["mass"] / (measures["height"] / 1000) ** 2
        if not 13 <= index <= 50:
            said.append(
                say(
                    "{mass} at {height}: pounds for kilograms, or the height?",
                    mass=Mass(measures["mass"]),
                    height=bare(measures["height"]),
                )
            )
    return said
