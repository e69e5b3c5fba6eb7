"""Readings of a bike: what was measured between which points, and how sure it is."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, degrees, hypot
from typing import Literal

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.rules.house import HouseDefault

Kind = Literal["x", "y", "distance", "angle", "floor_height"]
BB = "bb"

HOUSE_SD: dict[Kind, HouseDefault] = {
    "x": HouseDefault(3, "mm", "A plumb line sways and is read against the axle.", "docs/formulas.md, Survey"),
    "y": HouseDefault(3, "mm", "A level line to the axle, read twice.", "docs/formulas.md, Survey"),
    "distance": HouseDefault(2, "mm", "A tape held straight.", "docs/formulas.md, Survey"),
    "angle": HouseDefault(0.3, "°", "A digital inclinometer.", "docs/formulas.md, Survey"),
    "floor_height": HouseDefault(2, "mm", "A tape standing on the floor.", "docs/formulas.md, Survey"),
}


@dataclass(frozen=True, slots=True)
class Reading:
    """One reading, mm or degrees.

    ``x`` and ``y`` are the level and plumb distance from ``start`` (the BB where it is not named) to
    ``end``; ``distance`` the straight one; ``angle`` the slope of the line above the forward horizontal;
    ``floor_height`` the height of ``end`` over the floor. ``sd`` is its a-priori standard deviation.
    """

    key: str
    kind: Kind
    end: str
    value: float
    start: str = BB
    sd: float | None = None

    @property
    def sigma(self) -> float:
        """The a-priori standard deviation, the house's where none was given; raises ``InputError`` at 0."""
        given = HOUSE_SD[self.kind].value if self.sd is None else self.sd
        if given <= 0:
            raise InputError("A standard deviation is more than 0.", field=f"{self.key}.sd", kept=f"{given:g}")
        return given

    def points(self) -> tuple[str, ...]:
        """Points other than the BB that the reading ties."""
        ends = (self.end,) if self.kind == "floor_height" else (self.start, self.end)
        return tuple(p for p in ends if p != BB)


@dataclass(frozen=True, slots=True)
class Line:
    """A reading's computed value and its slope by the ends' coordinates: (start x, y, end x, y, BB height)."""

    value: float
    slope: tuple[float, float, float, float, float]


def linear(reading: Reading, start: Mark, end: Mark, bb_height_mm: float) -> Line:
    """What ``reading`` would be at these points, and how it changes with them (degrees for angles)."""
    dx, dy = end.x_mm - start.x_mm, end.y_mm - start.y_mm
    match reading.kind:
        case "x":
            return Line(dx, (-1, 0, 1, 0, 0))
        case "y":
            return Line(dy, (0, -1, 0, 1, 0))
        case "floor_height":
            return Line(end.y_mm + bb_height_mm, (0, 0, 0, 1, 1))
        case "distance":
            long = max(hypot(dx, dy), 1e-9)
            return Line(long, (-dx / long, -dy / long, dx / long, dy / long, 0))
        case "angle":
            square = max(dx * dx + dy * dy, 1e-9)
            k = degrees(1.0)
            return Line(
                degrees(atan2(dy, dx)),
                (k * dy / square, -k * dx / square, -k * dy / square, k * dx / square, 0),
            )
