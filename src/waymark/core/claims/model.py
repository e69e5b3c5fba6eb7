"""A saying of the trade: what it is tried with, what trying it gives, and how it is drawn."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from waymark.core.body import BodyMeasures
from waymark.core.claims.scene import Drawn
from waymark.core.claims.tried import Tried

Values = Mapping[str, float]


@dataclass(frozen=True, slots=True)
class Number:
    """A number to try a claim with: its name, words, unit, bounds and what is usual."""

    name: str
    label: str
    unit: str
    least: float
    greatest: float
    usual: float


@dataclass(frozen=True, slots=True)
class Claim:
    """A saying, what it is tried with, how, and its picture; a rider's body is drawn where there is one."""

    key: str
    title: str
    saying: str
    numbers: tuple[Number, ...]
    tried: Callable[[Values], Tried]
    drawn: Callable[[Values, BodyMeasures | None], Drawn]


HEAD = Number("head_angle_deg", "Head angle", "°", 60, 78, 72)
STEM = Number("stem_length_mm", "Stem length", "mm", 30, 160, 100)
ANGLE = Number("stem_angle_deg", "Stem angle", "°", -40, 40, -6)
PILE = Number("spacers_mm", "Spacers", "mm", 0, 60, 20)
WIDTH = Number("width_mm", "Bar width", "mm", 500, 900, 740)
HOODS = Number("hoods_width_mm", "Bar width at the hoods", "mm", 340, 500, 420)
SHOULDERS = Number("shoulder_width_mm", "Shoulders", "mm", 240, 520, 390)
ARM = Number("arm_mm", "Arm, shoulder to grip", "mm", 400, 850, 620)
HEIGHT = Number("saddle_height_mm", "Saddle height", "mm", 450, 950, 740)
SEAT = Number("seat_angle_deg", "Seat line", "°", 66, 82, 73.5)
CRANK = Number("crank_mm", "Crank", "mm", 100, 200, 172.5)
TALL = Number("height_mm", "Rider's height", "mm", 1000, 2200, 1780)
INSEAM = Number("inseam_mm", "Inseam", "mm", 450, 1100, 830)
FOOT = Number("foot_mm", "Foot", "mm", 150, 340, 265)
