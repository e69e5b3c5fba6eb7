"""Points in the rider's plane: x forward, y up, from the bottom bracket, in mm (docs/formulas.md, Measuring)."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, cos, degrees, hypot, radians, sin


@dataclass(frozen=True, slots=True)
class Mark:
    """A point from the bottom bracket: ``x_mm`` forward, ``y_mm`` up."""

    x_mm: float
    y_mm: float

    def __add__(self, other: Mark) -> Mark:
        return Mark(self.x_mm + other.x_mm, self.y_mm + other.y_mm)

    def __sub__(self, other: Mark) -> Mark:
        return Mark(self.x_mm - other.x_mm, self.y_mm - other.y_mm)

    def scaled(self, factor: float) -> Mark:
        """The same direction from the origin, ``factor`` times as far."""
        return Mark(self.x_mm * factor, self.y_mm * factor)

    def dot(self, other: Mark) -> float:
        """Scalar product, mm²."""
        return self.x_mm * other.x_mm + self.y_mm * other.y_mm

    def distance_mm(self, other: Mark) -> float:
        """Straight distance to ``other``, mm."""
        return hypot(self.x_mm - other.x_mm, self.y_mm - other.y_mm)

    @property
    def length_mm(self) -> float:
        """Straight distance from the origin, mm."""
        return hypot(self.x_mm, self.y_mm)

    def turned(self, angle_deg: float, about: Mark | None = None) -> Mark:
        """Turned anticlockwise (nose-up) by ``angle_deg`` about ``about`` or the origin."""
        centre = about or ORIGIN
        c, s = cos(radians(angle_deg)), sin(radians(angle_deg))
        dx, dy = self.x_mm - centre.x_mm, self.y_mm - centre.y_mm
        return Mark(centre.x_mm + c * dx - s * dy, centre.y_mm + s * dx + c * dy)

    def toward(self, other: Mark, share: float) -> Mark:
        """The point ``share`` of the way to ``other`` (0 here, 1 there)."""
        return self + (other - self).scaled(share)


ORIGIN = Mark(0.0, 0.0)


def direction(angle_deg: float) -> Mark:
    """Unit vector at ``angle_deg`` above the forward horizontal."""
    return Mark(cos(radians(angle_deg)), sin(radians(angle_deg)))


def angle_between_deg(a: Mark, b: Mark) -> float:
    """Unsigned angle between two directions, 0…180 degrees."""
    cross = a.x_mm * b.y_mm - a.y_mm * b.x_mm
    return abs(degrees(atan2(cross, a.dot(b))))


def slope_deg(a: Mark, b: Mark) -> float:
    """Angle of the line from ``a`` to ``b`` above the forward horizontal, -180…180 degrees."""
    return degrees(atan2(b.y_mm - a.y_mm, b.x_mm - a.x_mm))


def rotate_position(points: dict[str, Mark], delta_deg: float) -> dict[str, Mark]:
    """Turn marks about the BB by ``delta_deg``, + forward, keeping every distance from the BB.

    Used for a steeper effective seat angle (docs/formulas.md, Another use, road to time trial).
    """
    return {name: point.turned(-delta_deg) for name, point in points.items()}


def circles_meet(a: Mark, ra_mm: float, b: Mark, rb_mm: float) -> tuple[Mark, Mark] | None:
    """Both meeting points of two circles, or ``None`` where they do not meet.

    The first lies to the left of the direction from ``a`` to ``b``, the second to the right.
    """
    d = a.distance_mm(b)
    if d == 0 or d > ra_mm + rb_mm or d < abs(ra_mm - rb_mm):
        return None
    along = (d * d + ra_mm * ra_mm - rb_mm * rb_mm) / (2 * d)
    aside = max(0.0, ra_mm * ra_mm - along * along) ** 0.5
    ux, uy = (b.x_mm - a.x_mm) / d, (b.y_mm - a.y_mm) / d
    mid = Mark(a.x_mm + along * ux, a.y_mm + along * uy)
    return Mark(mid.x_mm - aside * uy, mid.y_mm + aside * ux), Mark(mid.x_mm + aside * uy, mid.y_mm - aside * ux)
