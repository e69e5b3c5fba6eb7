"""The elevation as the screen takes it."""

from __future__ import annotations

from collections.abc import Iterable

from pydantic import BaseModel

from waymark.core.drawing.primitives import Circle, Item, Path


class Shape(BaseModel):
    """One drawn item: a path (``d``) or a circle (``x``, ``y``, ``r``), mm from the BB, y up."""

    s: str
    d: str | None = None
    x: float | None = None
    y: float | None = None
    r: float | None = None


class Picture(BaseModel):
    """The elevation in paint order: far leg, bike, rider, joints, a held frame, a rival rider; bounds in mm."""

    far: list[Shape]
    bike: list[Shape]
    near: list[Shape]
    joints: list[Shape]
    held: list[Shape]
    ghost: list[Shape]
    bounds: list[float]
    sketch: bool
    label: str


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
