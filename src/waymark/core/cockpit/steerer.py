"""Headset cover, spacers and stem: where the bar clamp's centre lands, and back (docs/formulas.md, Cockpit).

**B** = T + (c + s + h/2)·**u** + L·(cos α·**n** + sin α·**u**), with **u** up the steering axis, **n** square
to it forward and up, c the cover, s the spacers, h the stem's clamp height, L its length, α its angle from
the square, + up.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin

from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark


@dataclass(frozen=True, slots=True)
class Stem:
    """A stem: length along its axis to the bar clamp, angle + up as printed, steerer clamp height.

    ``axis_above_foot_mm`` is where the stem's axis meets the steerer above the clamp's foot; mid-clamp
    where it is not given.
    """

    length_mm: float
    angle_deg: float
    clamp_height_mm: float
    axis_above_foot_mm: float | None = None

    @property
    def lift_mm(self) -> float:
        """Axis above the clamp's foot, mm."""
        return self.clamp_height_mm / 2 if self.axis_above_foot_mm is None else self.axis_above_foot_mm

    @property
    def ahead_mm(self) -> float:
        """The bar clamp ahead of the steering axis, square to it, mm: L·cos α."""
        return self.length_mm * cos(radians(self.angle_deg))

    @property
    def up_mm(self) -> float:
        """The bar clamp above the clamp's foot, along the steerer, mm: h/2 + L·sin α."""
        return self.lift_mm + self.length_mm * sin(radians(self.angle_deg))

    def turned_over(self) -> Stem:
        """The same stem upside down: the angle's sign and the axis' place in the clamp both turn."""
        return Stem(self.length_mm, -self.angle_deg, self.clamp_height_mm, self.clamp_height_mm - self.lift_mm)


def bar_clamp(head_top: Mark, head_angle_deg: float, cover_mm: float, spacers_mm: float, stem: Stem) -> Mark:
    """Bar-clamp centre **B** from the frame's head-tube top, mm from the BB."""
    u, n = steering_axis(head_angle_deg)
    return head_top + u.scaled(cover_mm + spacers_mm + stem.up_mm) + n.scaled(stem.ahead_mm)


@dataclass(frozen=True, slots=True)
class SteererNeed:
    """What a stem asks for to reach a bar clamp.

    ``spacers_mm`` are the spacers wanted (may be negative or past the limit); ``forward_error_mm`` is the
    part square to the steerer that no spacer can mend: + where the goal lies ahead of what the stem gives.
    """

    spacers_mm: float
    forward_error_mm: float


def spacers_for(head_top: Mark, head_angle_deg: float, cover_mm: float, stem: Stem, bar: Mark) -> SteererNeed:
    """The inverse of ``bar_clamp``: s = e_u − L·sin α − c − h/2, and what is left, e_n − L·cos α."""
    u, n = steering_axis(head_angle_deg)
    away = bar - head_top
    return SteererNeed(spacers_mm=away.dot(u) - stem.up_mm - cover_mm, forward_error_mm=away.dot(n) - stem.ahead_mm)


def best_spacers_mm(need: SteererNeed, head_angle_deg: float, weight_x: float, weight_y: float) -> float:
    """Spacers that make the weighted squared miss least (docs/formulas.md, Cockpit, unequal weights).

    s += miss·Σ w·n·u / Σ w·u², with miss the forward error.
    """
    u, n = steering_axis(head_angle_deg)
    across = weight_x * n.x_mm * u.x_mm + weight_y * n.y_mm * u.y_mm
    along = weight_x * u.x_mm**2 + weight_y * u.y_mm**2
    return need.spacers_mm + need.forward_error_mm * across / along


def turning_over_rise_mm(stem: Stem) -> float:
    """How far turning the stem over moves **B** along the steerer: 2·L·sin α + 2·h_a − h, signed.

    Positive means that the way round now given stands the higher.
    """
    return 2 * stem.length_mm * sin(radians(stem.angle_deg)) + 2 * stem.lift_mm - stem.clamp_height_mm
