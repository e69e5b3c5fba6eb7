"""Saddle height and setback in every convention of the trade, to S and back (docs/formulas.md, Measuring).

A height is one equation in (x, y), a setback another; together they place S. To add a convention, add its
``Way``, its forward formula in ``state_height`` or ``state_setback`` and its inverse beside them; the
round-trip property test then covers it.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import atan2, cos, degrees, radians, sin, sqrt, tan

from waymark.core.errors import GeometryError, InputError
from waymark.core.marks import Mark
from waymark.core.position.way import Way
from waymark.core.say import Words, say, term


@dataclass(frozen=True, slots=True)
class SaddleContext:
    """What some conventions lean on: crank length, seat-tube angle, BB above the floor, nose ahead of S."""

    crank_mm: float
    seat_angle_deg: float
    bb_height_mm: float
    nose_to_s_mm: float


HEIGHT_WAYS: tuple[Way, ...] = (
    Way("straight", "BB to saddle, straight", "Axle centre to the saddle mark, in one line.", 220, 1100),
    Way("vertical", "BB to saddle, plumb", "How far the saddle mark stands above the axle.", 220, 1100),
    Way("seat_tube", "BB up the seat tube", "Along the tube to the height of the saddle mark.", 220, 1150),
    Way("pedal", "Pedal axle to saddle", "Crank in line with the seat: the longest reading.", 300, 1300),
    Way("pedal_six", "Pedal axle, crank at six", "Crank straight down: some 6 mm less.", 300, 1300),
    Way("floor", "Floor to saddle", "Plumb from the floor to the saddle mark.", 380, 1400),
)
SETBACK_WAYS: tuple[Way, ...] = (
    Way("mark", "Saddle mark behind BB", "Plumb line from the mark, level to the axle.", -150, 400),
    Way("nose", "Nose behind BB", "Plumb line from the nose, level to the axle.", -300, 250),
    Way("angle", "Angle of the seat line", "The line BB to mark, above level.", 60, 90),
)


def state_height(way: str, s: Mark, context: SaddleContext) -> float:
    """The height of S as ``way`` states it, mm. Raises ``InputError`` for an unknown way."""
    match way:
        case "straight":
            return s.length_mm
        case "vertical":
            return s.y_mm
        case "seat_tube":
            return s.y_mm / sin(radians(context.seat_angle_deg))
        case "pedal":
            return s.length_mm + context.crank_mm
        case "pedal_six":
            return s.distance_mm(Mark(0.0, -context.crank_mm))
        case "floor":
            return s.y_mm + context.bb_height_mm
    raise _unknown("saddle height", way, HEIGHT_WAYS)


def state_setback(way: str, s: Mark, context: SaddleContext) -> float:
    """The setback of S as ``way`` states it: mm behind the BB, or the seat line's angle in degrees."""
    match way:
        case "mark":
            return -s.x_mm
        case "nose":
            return -s.x_mm - context.nose_to_s_mm
        case "angle":
            return degrees(atan2(s.y_mm, -s.x_mm))
    raise _unknown("setback", way, SETBACK_WAYS)


def saddle_from_statements(
    height_way: str, height_mm: float, setback_way: str, setback: float, context: SaddleContext
) -> Mark:
    """S from one height and one setback statement.

    ``setback`` is mm behind the BB, or degrees where the way is ``angle``. Raises ``GeometryError`` where
    the setback is longer than the height reaches or the saddle would be no higher than the BB, ``InputError``
    for an unknown way.
    """
    at = _placed(height_way, height_mm, setback_way, setback, context)
    if at.y_mm <= 0:
        raise GeometryError(
            "That puts the saddle no higher than the BB.",
            field="saddle_height",
            kept=f"{height_mm:g}",
            allowed="a height that leaves the saddle above the BB",
        )
    return at


def _placed(height_way: str, height_mm: float, setback_way: str, setback: float, context: SaddleContext) -> Mark:
    if setback_way == "angle":
        return _along_line(height_way, height_mm, setback, context)
    if setback_way not in {"mark", "nose"}:
        raise _unknown("setback", setback_way, SETBACK_WAYS)
    x = -setback - (context.nose_to_s_mm if setback_way == "nose" else 0.0)
    return Mark(x, _height_at(height_way, height_mm, x, context))


def _height_at(way: str, height_mm: float, x: float, context: SaddleContext) -> float:
    if way in _LEVEL:
        return _LEVEL[way](height_mm, context)
    crank = context.crank_mm
    if way in {"straight", "pedal"}:
        long = height_mm - (crank if way == "pedal" else 0.0)
        return _leg(_above_crank(long), x)
    if way == "pedal_six":
        return _leg(height_mm, x) - crank
    raise _unknown("saddle height", way, HEIGHT_WAYS)


_LEVEL: dict[str, Callable[[float, SaddleContext], float]] = {
    "vertical": lambda h, _: h,
    "seat_tube": lambda h, c: h * sin(radians(c.seat_angle_deg)),
    "floor": lambda h, c: h - c.bb_height_mm,
}


def _along_line(way: str, height_mm: float, angle_deg: float, context: SaddleContext) -> Mark:
    c, s = cos(radians(angle_deg)), sin(radians(angle_deg))
    crank = context.crank_mm
    if way in _LEVEL:
        y = _LEVEL[way](height_mm, context)
        return Mark(-y / tan(radians(angle_deg)), y)
    if way in {"straight", "pedal"}:
        long = height_mm - (crank if way == "pedal" else 0.0)
    elif way == "pedal_six":
        under = height_mm**2 - (crank * c) ** 2
        if under <= 0:
            raise GeometryError("The saddle height is shorter than the crank allows.", field="saddle_height")
        long = sqrt(under) - crank * s
    else:
        raise _unknown("saddle height", way, HEIGHT_WAYS)
    return Mark(-long * c, long * s)


def _above_crank(long: float) -> float:
    if long <= 0:
        raise GeometryError("The saddle height is no longer than the crank.", field="saddle_height")
    return long


def _leg(long: float, x: float) -> float:
    if abs(x) >= long:
        raise GeometryError("The setback is longer than the saddle height: one of the two is misread.", field="setback")
    return sqrt(long * long - x * x)


def _unknown(what: str, way: str, ways: tuple[Way, ...]) -> InputError:
    return InputError(
        say("“{way}” is no way of stating a {what} known here.", way=Words(way), what=term(what)),
        field=what.replace(" ", "_") + ".way",
        allowed=", ".join(w.name for w in ways),
        kept=way,
    )
