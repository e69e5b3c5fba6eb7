"""What was read, drawn: dimension lines on the elevation, position lines and error ellipses in the loupes."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from math import atan2, cos, degrees, radians, sin, tan

import numpy as np
from numpy.typing import NDArray

from waymark.core.drawing.primitives import Path, arc_points, line, polyline, smooth, unit
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey.model import BB, Reading

# χ² with two degrees of freedom at 95 %.
ELLIPSE_95 = 5.991
LOUPE_REACH_MM = 60.0
TICK_MM = 11.0


@dataclass(frozen=True, slots=True)
class Dimension:
    """A dimension line: its strokes, thin helping lines, and where its figure stands (mm)."""

    strokes: tuple[Path, ...]
    helps: tuple[Path, ...]
    label: Mark


def dimension(
    kind: str,
    start: Mark,
    end: Mark,
    ground_y_mm: float,
    *,
    row: int = 0,
    share: float = 0.42,
    lean_deg: float = 0.0,
) -> Dimension:
    """The dimension line of a reading between two marks.

    ``row`` sets lines of one kind apart: level ones stand above the marks, plumb ones beside them;
    ``share`` is how far along a straight distance its figure stands.
    ``lean_deg`` is the bike's pitch while it was read: plumb and level lines lean by it on the level bike.
    """
    turn = -lean_deg
    match kind:
        case "x":
            y = max(start.y_mm, end.y_mm) + 46.0 + 38.0 * row
            a, b = _at_height(start, y, turn), _at_height(end, y, turn)
            return Dimension(
                (line(a, b, "dim"), *_ends(a, b)),
                (line(start, a, "help"), line(end, b, "help")),
                a.toward(b, 0.5),
            )
        case "y":
            aside = 70.0 + 46.0 * row
            a = Mark(end.x_mm + aside, start.y_mm).turned(turn, Mark(end.x_mm, start.y_mm))
            b = Mark(end.x_mm + aside, end.y_mm).turned(turn, end)
            return Dimension(
                (line(a, b, "dim"), *_ends(a, b)),
                (line(end, b, "help"), line(start, a, "help")),
                a.toward(b, 0.5),
            )
        case "floor_height":
            aside = (110.0 + 50.0 * row) * (1 if end.x_mm > 0 else -1)
            b = end + Mark(aside, 0.0)
            a = Mark(b.x_mm, ground_y_mm)
            return Dimension((line(a, b, "dim"), *_ends(a, b)), (line(end, b, "help"),), a.toward(b, 0.62))
        case "angle":
            at = degrees(atan2(end.y_mm - start.y_mm, end.x_mm - start.x_mm))
            arc = arc_points(start, 150.0, at, 180.0 if at > 90 else 0.0, 16)
            return Dimension((polyline(arc, "dim"),), (line(start, end, "help"),), arc[len(arc) // 2])
    # A straight distance in a further row lies beside its marks, upper side first.
    u = unit(end - start)
    beside = Mark(-u.y_mm, u.x_mm).scaled(row * 38.0 * (1 if u.x_mm >= 0 else -1))
    a, b = start + beside, end + beside
    helps = (line(start, a, "help"), line(end, b, "help")) if row else ()
    return Dimension((line(a, b, "dim"), *_ends(a, b)), helps, a.toward(b, share))


def _at_height(mark: Mark, y_mm: float, turn_deg: float) -> Mark:
    return mark + Mark(-tan(radians(turn_deg)) * (y_mm - mark.y_mm), y_mm - mark.y_mm)


def _ends(a: Mark, b: Mark) -> tuple[Path, Path]:
    u = unit(b - a)
    slant = Mark(u.x_mm - u.y_mm, u.y_mm + u.x_mm).scaled(TICK_MM / 2)
    return line(a - slant, a + slant, "dim"), line(b - slant, b + slant, "dim")


def ellipse(at: Mark, covariance: NDArray[np.float64]) -> Path:
    """The 95 % error ellipse of a mark."""
    values, vectors = np.linalg.eigh(covariance)
    axes = np.sqrt(np.maximum(values, 0.0) * ELLIPSE_95)
    points = []
    for i in range(24):
        a = 2 * np.pi * i / 24
        x, y = vectors @ (axes * np.array([cos(a), sin(a)]))
        points.append(at + Mark(float(x), float(y)))
    return smooth(points, "ellipse")


def position_line(
    reading: Reading,
    point: str,
    places: Mapping[str, Mark],
    bb_height_mm: float,
    level: Callable[[Mark], Mark],
) -> Path | None:
    """Where ``point`` would lie by this reading alone, near where it is: a line or an arc.

    ``places`` are the marks as they were read; ``level`` turns them as the bike is levelled. ``None`` where
    the reading's other end is not placed.
    """
    here = places.get(point)
    other = reading.start if reading.end == point else reading.end
    from_here = reading.end != point
    there = ORIGIN if other == BB or reading.kind == "floor_height" else places.get(other)
    if here is None or there is None:
        return None
    value = -reading.value if from_here else reading.value
    match reading.kind:
        case "x":
            x = there.x_mm + value
            ends = [Mark(x, here.y_mm - LOUPE_REACH_MM), Mark(x, here.y_mm + LOUPE_REACH_MM)]
        case "y":
            y = there.y_mm + value
            ends = [Mark(here.x_mm - LOUPE_REACH_MM, y), Mark(here.x_mm + LOUPE_REACH_MM, y)]
        case "floor_height":
            y = reading.value - bb_height_mm
            ends = [Mark(here.x_mm - LOUPE_REACH_MM, y), Mark(here.x_mm + LOUPE_REACH_MM, y)]
        case "angle":
            a = radians(reading.value + (180.0 if from_here else 0.0))
            far = there.distance_mm(here)
            ends = [there + Mark(cos(a), sin(a)).scaled(far + s) for s in (-LOUPE_REACH_MM, LOUPE_REACH_MM)]
        case "distance":
            at = degrees(atan2(here.y_mm - there.y_mm, here.x_mm - there.x_mm))
            spread = degrees(LOUPE_REACH_MM / max(reading.value, 1.0))
            ends = arc_points(there, reading.value, at - spread, at + spread, 12)
    return polyline([level(p) for p in ends], "sight")
