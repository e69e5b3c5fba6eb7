"""The elevation as the screen takes it."""

from __future__ import annotations

from collections.abc import Iterable

from pydantic import BaseModel

from waymark.core.drawing.primitives import Circle, Item, Path
from waymark.rooms.schema import Point


class Shape(BaseModel):
    """One drawn item: a path (``d``) or a circle (``x``, ``y``, ``r``), mm from the BB, y up."""

    s: str
    d: str | None = None
    x: float | None = None
    y: float | None = None
    r: float | None = None


class Picture(BaseModel):
    """The elevation in paint order: far leg and crank, bike, near crank, a held frame, head and torso, near leg, arms, a
    rival rider, joints; bounds in mm, and how long the cranks are."""

    far: list[Shape]
    bike: list[Shape]
    crank: list[Shape]
    held: list[Shape]
    near: list[Shape]
    leg: list[Shape]
    arms: list[Shape]
    ghost: list[Shape]
    joints: list[Shape]
    bounds: list[float]
    crank_mm: float
    sketch: bool
    label: str


class CranksTurned(BaseModel):
    """What of an elevation turns with the cranks, at one crank angle, 0 at the top and growing forward; the knee's flexion
    and the hip's angle there, degrees, and where the pedal axle is."""

    crank_deg: float
    knee_deg: float
    hip_deg: float
    pedal: Point
    far: list[Shape]
    crank: list[Shape]
    leg: list[Shape]
    joints: list[Shape]


def shapes(items: Iterable[Item]) -> list[Shape]:
    """Display items as the screen takes them."""
    made: list[Shape] = []
    for item in items:
        if isinstance(item, Path):
            made.append(Shape(s=item.style, d=item.d()))
        elif isinstance(item, Circle):
            x, y, r = item.centre.x_mm, item.centre.y_mm, item.radius_mm
            made.append(Shape(s=item.style, x=round(x, 2), y=round(y, 2), r=round(r, 2)))
    return made
