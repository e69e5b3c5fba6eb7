"""How far the leg is stretched over a turn, and where the saddle stretches it the same.

The knee is straightest where the way from hip to ankle is longest, so keeping the leg's extension is keeping that
longest way: one number, found to a nanometre, however the knee bends.
"""

from __future__ import annotations

from collections.abc import Callable
from math import sqrt

from waymark.core.body import FootFit, Segments, leg_at
from waymark.core.errors import GeometryError
from waymark.core.marks import Mark

STEP_DEG = 5.0
GOLDEN = (sqrt(5.0) - 1.0) / 2.0
FINE_DEG = 1e-6
STILL_MM = 1e-9
# The saddle is looked for within this of where it stands.
FAR_MM = 250.0


def longest_way_mm(saddle: Mark, body: Segments, foot: FootFit, crank_mm: float) -> float:
    """The longest way from hip to ankle over a turn of the crank, mm."""

    def way(at: float) -> float:
        leg = leg_at(saddle, body, foot, crank_mm, at)
        return leg.hip.distance_mm(leg.ankle)

    coarse = max((i * STEP_DEG for i in range(int(360 / STEP_DEG))), key=way)
    low, high = coarse - STEP_DEG, coarse + STEP_DEG
    while high - low > FINE_DEG:
        a, b = high - GOLDEN * (high - low), low + GOLDEN * (high - low)
        if way(a) >= way(b):
            high = b
        else:
            low = a
    return way((low + high) / 2)


def demand_reach(saddle: Mark, body: Segments, foot: FootFit, crank_mm: float) -> float:
    """The longest way; raises ``GeometryError`` where the leg does not reach it, for then no extension is kept."""
    way = longest_way_mm(saddle, body, foot, crank_mm)
    if way >= body.thigh_mm + body.shank_mm:
        raise GeometryError(
            "This leg does not reach the pedal from this saddle, so that its extension cannot be kept.",
            field="s",
            allowed="a lower saddle, or a measured inseam",
        )
    return way


def along_seat_line(saddle: Mark, wanted_mm: float, way_of: Callable[[Mark], float]) -> float:
    """How far up its line from the BB the saddle must go for ``way_of`` it to be ``wanted_mm``, mm.

    The way grows with the height, so the root is bracketed and bisected. Raises ``GeometryError`` where there is none.
    """
    up = saddle.scaled(1 / saddle.length_mm)
    low, high = -min(FAR_MM, 0.8 * saddle.length_mm), FAR_MM
    if not way_of(saddle + up.scaled(low)) <= wanted_mm <= way_of(saddle + up.scaled(high)):
        raise GeometryError("No saddle height stretches this leg as before.", field="s")
    while high - low > STILL_MM:
        middle = (low + high) / 2
        if way_of(saddle + up.scaled(middle)) < wanted_mm:
            low = middle
        else:
            high = middle
    return (low + high) / 2
