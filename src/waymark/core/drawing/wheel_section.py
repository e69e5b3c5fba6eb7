"""A tyre on its rim, cut through, in mm from the middle of the bead seat: across to the right, out of the wheel up."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt

from waymark.core.drawing.primitives import Circle, Item, line, polyline, ring
from waymark.core.marks import Mark

FLANGE_MM, WALL_MM, DEEP_MM, TREAD_MM = 6.0, 2.2, 20.0, 2.5
STANDS_MM = 9.0


@dataclass(frozen=True, slots=True)
class WheelSection:
    """The tyre's width, the rim's width between its flanges, and the widest tyre the frame's maker allows."""

    tyre_mm: float
    rim_inner_mm: float
    frame_mm: float | None = None


def section_items(v: WheelSection) -> list[Item]:
    """Rim, tyre and, where it is known, how wide the frame lets a tyre be."""
    half, outer, radius = v.rim_inner_mm / 2, v.rim_inner_mm / 2 + WALL_MM, v.tyre_mm / 2
    # The tyre's circle stands on both flanges.
    up = sqrt(max(radius**2 - half**2, 0.0)) + STANDS_MM - FLANGE_MM
    centre = Mark(0.0, up)
    rim = [
        (-outer, FLANGE_MM), (-half, FLANGE_MM), (-half, 0.0), (half, 0.0), (half, FLANGE_MM), (outer, FLANGE_MM),
        (outer, -3.0), (3.0, -DEEP_MM), (-3.0, -DEEP_MM), (-outer, -3.0),
    ]  # fmt: skip
    made: list[Item] = [
        ring(centre, radius, radius - TREAD_MM, "tyre"),
        polyline([Mark(x, y) for x, y in rim], "part", closed=True),
        Circle(centre, 0.8, "joint"),
    ]
    if v.frame_mm is not None:
        top = up + radius
        made += [line(Mark(x, -4.0), Mark(x, top + 4.0), "thin") for x in (-v.frame_mm / 2, v.frame_mm / 2)]
    return made
