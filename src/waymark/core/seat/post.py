"""The saddle mark S from post, rails and tilt, and back (docs/formulas.md, Seat).

Post axis **v** = (−cos γ, sin γ), rearward square **b** = (−sin γ, −cos γ), rail clamp
K = p·**v** + setback·**b**, S = K + Rot(τ)·(slide + m, k).
"""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin

from waymark.core.errors import GeometryError
from waymark.core.marks import Mark


@dataclass(frozen=True, slots=True)
class SaddleFit:
    """What a saddle adds: rail-to-top height k at S, S ahead of the rails' middle m, tilt τ, + nose up."""

    rail_to_top_mm: float
    mark_to_s_mm: float
    tilt_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class SeatNeed:
    """What a wanted S asks for: distance from the BB along the post's axis, and the slide, + forward."""

    post_mm: float
    slide_mm: float


def _axes(seat_angle_deg: float) -> tuple[Mark, Mark]:
    c, s = cos(radians(seat_angle_deg)), sin(radians(seat_angle_deg))
    return Mark(-c, s), Mark(-s, -c)


def saddle_mark(
    seat_angle_deg: float,
    post_mm: float,
    setback_mm: float,
    slide_mm: float,
    saddle: SaddleFit,
    axis_behind_bb_mm: float = 0.0,
) -> Mark:
    """Saddle mark S, mm from the BB.

    ``post_mm`` is the distance from the BB along the seat tube to the rail clamp; ``setback_mm`` the
    post's own, rearward; ``axis_behind_bb_mm`` how far the tube's axis passes behind the BB.
    """
    v, b = _axes(seat_angle_deg)
    clamp = v.scaled(post_mm) + b.scaled(setback_mm + axis_behind_bb_mm)
    return clamp + Mark(slide_mm + saddle.mark_to_s_mm, saddle.rail_to_top_mm).turned(saddle.tilt_deg)


def seat_axes(seat_angle_deg: float, setback_mm: float, saddle: SaddleFit) -> tuple[Mark, Mark, Mark]:
    """S with post and slide at 0, and how it moves by a millimetre of post and of slide."""
    v, b = _axes(seat_angle_deg)
    base = b.scaled(setback_mm) + Mark(saddle.mark_to_s_mm, saddle.rail_to_top_mm).turned(saddle.tilt_deg)
    return base, v, Mark(1.0, 0.0).turned(saddle.tilt_deg)


def seat_for(
    seat_angle_deg: float, setback_mm: float, saddle: SaddleFit, wanted: Mark, axis_behind_bb_mm: float = 0.0
) -> SeatNeed:
    """The inverse of ``saddle_mark``: the post length along the tube and the slide that put S at ``wanted``.

    Two linear equations in p and slide. Raises ``GeometryError`` where rails and post are parallel.
    """
    # Bare floats: a search asks this of every post on every size.
    gamma, tau = radians(seat_angle_deg), radians(saddle.tilt_deg)
    vx, vy = -cos(gamma), sin(gamma)
    rx, ry = cos(tau), sin(tau)
    back = setback_mm + axis_behind_bb_mm
    m, k = saddle.mark_to_s_mm, saddle.rail_to_top_mm
    away_x = wanted.x_mm - (m * rx - k * ry) + vy * back
    away_y = wanted.y_mm - (m * ry + k * rx) - vx * back
    det = vx * ry - vy * rx
    if abs(det) < 1e-9:
        raise GeometryError("The rails lie along the post; no slide moves the saddle.", field="tilt_deg")
    return SeatNeed(post_mm=(away_x * ry - away_y * rx) / det, slide_mm=(vx * away_y - vy * away_x) / det)


@dataclass(frozen=True, slots=True)
class OwnSeat:
    """A post on which a saddle sits with its rails in the middle: distance from the BB along its axis, and setback."""

    post_mm: float
    setback_mm: float


def own_seat(seat_angle_deg: float, saddle: SaddleFit, at: Mark, axis_behind_bb_mm: float = 0.0) -> OwnSeat:
    """The post that carries the saddle where it was measured, rails taken to be in their middle."""
    v, b = _axes(seat_angle_deg)
    clamp = at - Mark(saddle.mark_to_s_mm, saddle.rail_to_top_mm).turned(saddle.tilt_deg)
    return OwnSeat(clamp.dot(v), clamp.dot(b) - axis_behind_bb_mm)
