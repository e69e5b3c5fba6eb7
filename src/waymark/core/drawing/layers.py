"""The four layers' shapes: open circle, ring with dot and ticks, filled diamond, filled square."""

from __future__ import annotations

from typing import Literal

from waymark.core.drawing.primitives import Circle, Item, line, polyline
from waymark.core.marks import Mark

Layer = Literal["now", "goal", "plan", "built"]


def layer_mark(layer: Layer, at: Mark, size: float) -> list[Item]:
    """A layer's sign, ``size`` its half width."""
    if layer == "now":
        return [Circle(at, size * 0.8, "sign-now")]
    if layer == "goal":
        ticks: list[Item] = [
            line(at + Mark(dx, dy).scaled(size * 0.62), at + Mark(dx, dy).scaled(size * 1.25), "sign-goal")
            for dx, dy in ((1, 0), (-1, 0), (0, 1), (0, -1))
        ]
        return [Circle(at, size * 0.85, "sign-goal"), Circle(at, size * 0.22, "sign-goal-dot"), *ticks]
    if layer == "plan":
        corners = [at + Mark(dx, dy).scaled(size) for dx, dy in ((1, 0), (0, 1), (-1, 0), (0, -1))]
        return [polyline(corners, "sign-plan", closed=True)]
    corners = [at + Mark(dx, dy).scaled(size * 0.8) for dx, dy in ((1, 1), (-1, 1), (-1, -1), (1, -1))]
    return [polyline(corners, "sign-built", closed=True)]
