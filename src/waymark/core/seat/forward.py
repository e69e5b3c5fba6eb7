"""How far forward the rails and the post of one bike let a saddle go (docs/formulas.md, Seat)."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin

from waymark.core.marks import Mark

# Nobody sits farther forward than this about the BB.
FARTHEST_DEG = 15.0
HALVINGS = 40


@dataclass(frozen=True, slots=True)
class Rails:
    """A saddle clamped on its rails: the seat tube's angle and the saddle's tilt, degrees; how far the saddle can still go
    forward on them, mm."""

    seat_angle_deg: float
    tilt_deg: float
    left_mm: float


def slide_for_mm(by: Mark, rails: Rails, setback_less_mm: float = 0.0) -> float:
    """How much farther forward on its rails a saddle is clamped that goes ``by``, the post moved as it must be.

    On a post of ``setback_less_mm`` less setback: by = p·v + s·r + less·(−b), solved for s.
    """
    gamma, tau = radians(rails.seat_angle_deg), radians(rails.tilt_deg)
    v, r = Mark(-cos(gamma), sin(gamma)), Mark(cos(tau), sin(tau))
    left = by - Mark(sin(gamma), cos(gamma)).scaled(setback_less_mm)
    return (v.x_mm * left.y_mm - v.y_mm * left.x_mm) / (v.x_mm * r.y_mm - v.y_mm * r.x_mm)


def most_forward_deg(saddle: Mark, rails: Rails, lower_a_deg_mm: float, setback_less_mm: float = 0.0) -> float:
    """How far about the BB the rails let a saddle turn forward, going ``lower_a_deg_mm`` down its new line for each degree;
    found by halving, as the slide grows with the turn."""

    def asked(deg: float) -> float:
        at = saddle.turned(-deg)
        return slide_for_mm(at - at.scaled(lower_a_deg_mm * deg / at.length_mm) - saddle, rails, setback_less_mm)

    least, most = 0.0, FARTHEST_DEG
    if asked(most) <= rails.left_mm:
        return most
    if asked(least) > rails.left_mm:
        return 0.0
    for _ in range(HALVINGS):
        middle = (least + most) / 2
        least, most = (middle, most) if asked(middle) <= rails.left_mm else (least, middle)
    return least
