"""Bare formulas of the frame, floats in and out: mm and degrees at the border, radians inside.

Letters below: θ head angle, γ seat angle, both from the ground behind the tube; d BB drop; A fork length,
axle to crown, straight; o fork offset; ℓ = √(A² − o²) the fork along the steering axis.
"""

from __future__ import annotations

from math import asin, atan2, cos, degrees, hypot, radians, sin, sqrt, tan

from waymark.core.errors import GeometryError


def ett_mm(reach_mm: float, stack_mm: float, seat_angle_deg: float) -> float:
    """Effective top tube: ETT = R + S / tan γ (docs/formulas.md, Frame)."""
    return reach_mm + stack_mm / tan(radians(seat_angle_deg))


def ett_kinked_mm(
    reach_mm: float, stack_mm: float, effective_deg: float, effective_at_mm: float, actual_deg: float
) -> float:
    """Effective top tube where the seat angle is given as effective at a height ``effective_at_mm``.

    ETT = R + h / tan γ_effective − (h − S) / tan γ_actual (docs/formulas.md, Frame, tube kinked or off the BB).
    """
    return (
        reach_mm
        + effective_at_mm / tan(radians(effective_deg))
        - (effective_at_mm - stack_mm) / tan(radians(actual_deg))
    )


def axis_behind_bb_mm(effective_deg: float, effective_at_mm: float, actual_deg: float) -> float:
    """How far a seat tube's axis passes behind the BB, square to it: the axis passes the point at
    ``effective_at_mm`` on the effective line and slopes as the actual tube does. 0 for a tube through the BB.
    """
    gamma = radians(actual_deg)
    back = effective_at_mm / tan(radians(effective_deg))
    return back * sin(gamma) - effective_at_mm * cos(gamma)


def ett_from_axis_mm(reach_mm: float, stack_mm: float, seat_angle_deg: float, axis_behind_bb: float) -> float:
    """Effective top tube to the seat tube's own axis at the stack's height: R + S / tan γ + behind / sin γ."""
    gamma = radians(seat_angle_deg)
    return reach_mm + stack_mm / tan(gamma) + axis_behind_bb / sin(gamma)


def ett_from_tube_mm(tube_mm: float, slope_deg: float, seat_angle_deg: float) -> float:
    """Effective top tube from the tube's own length and slope: a·cos σ + a·sin σ / tan γ (docs/formulas.md, Measuring)."""
    rise = tube_mm * sin(radians(slope_deg))
    return tube_mm * cos(radians(slope_deg)) + rise / tan(radians(seat_angle_deg))


def reach_from_ett_mm(ett: float, stack_mm: float, seat_angle_deg: float) -> float:
    """Reach from an effective top tube: R = ETT − S / tan(STA) (docs/formulas.md, Frame)."""
    return ett - stack_mm / tan(radians(seat_angle_deg))


def seat_angle_from_ett_deg(ett: float, reach_mm: float, stack_mm: float) -> float:
    """Seat angle for which the effective top tube is ``ett``: the inverse of ``ett_mm``."""
    return degrees(atan2(stack_mm, ett - reach_mm))


def fork_along_mm(fork_length_mm: float, fork_offset_mm: float) -> float:
    """Length of the fork along the steering axis, ℓ = √(A² − o²). Raises where the offset is the longer."""
    if fork_offset_mm >= fork_length_mm:
        raise GeometryError("The fork's offset is longer than the fork.", field="fork_offset_mm")
    return sqrt(fork_length_mm**2 - fork_offset_mm**2)


def level_part_mm(straight_mm: float, drop_mm: float, field: str) -> float:
    """Horizontal part of a straight distance from the BB to an axle ``drop_mm`` above it."""
    if abs(drop_mm) >= straight_mm:
        raise GeometryError("The BB drop is longer than the distance to the axle.", field=field)
    return sqrt(straight_mm**2 - drop_mm**2)


def stack_from_fork_mm(drop_mm: float, axis_mm: float, offset_mm: float, head_angle_deg: float) -> float:
    """Stack from the front axle up: d + (ℓ + cup + HT)·sin θ − o·cos θ; ``axis_mm`` is the bracket."""
    theta = radians(head_angle_deg)
    return drop_mm + axis_mm * sin(theta) - offset_mm * cos(theta)


def reach_from_front_mm(front_x_mm: float, axis_mm: float, offset_mm: float, head_angle_deg: float) -> float:
    """Reach from the front axle back: x_f − (ℓ + cup + HT)·cos θ − o·sin θ."""
    theta = radians(head_angle_deg)
    return front_x_mm - axis_mm * cos(theta) - offset_mm * sin(theta)


def head_angle_from_stack_deg(stack_mm: float, drop_mm: float, axis_mm: float, offset_mm: float) -> float:
    """Head angle for which axis and offset lift the head tube's top to ``stack_mm``."""
    long = hypot(axis_mm, offset_mm)
    share = (stack_mm - drop_mm) / long
    if not -1 <= share <= 1:
        raise GeometryError("No head angle lifts this fork and head tube to that stack.", field="stack_mm")
    return degrees(asin(share) + atan2(offset_mm, axis_mm))


def fork_offset_from_stack_mm(
    stack_mm: float, drop_mm: float, above_crown_mm: float, fork_length_mm: float, head_angle_deg: float
) -> float:
    """Fork offset for which the stack holds: A·sin(θ − asin(C/A)), C the fork's own rise."""
    theta = radians(head_angle_deg)
    rise = stack_mm - drop_mm - above_crown_mm * sin(theta)
    if abs(rise) > fork_length_mm:
        raise GeometryError("The fork is too short for that stack.", field="fork_length_mm")
    return fork_length_mm * sin(theta - asin(rise / fork_length_mm))


def drop_from_triangle_mm(front_centre_mm: float, chainstay_mm: float, wheelbase_mm: float) -> float:
    """BB drop as the height of the triangle BB, front axle, rear axle over its base, the wheelbase."""
    along = (front_centre_mm**2 + wheelbase_mm**2 - chainstay_mm**2) / (2 * wheelbase_mm)
    square = front_centre_mm**2 - along**2
    if square < 0:
        raise GeometryError("Front centre, chainstay and wheelbase make no triangle.", field="wheelbase_mm")
    return sqrt(square)


def trail_mm(wheel_radius_mm: float, fork_offset_mm: float, head_angle_deg: float) -> float:
    """Trail t = (r·cos θ − o) / sin θ (docs/formulas.md, Frame)."""
    theta = radians(head_angle_deg)
    return (wheel_radius_mm * cos(theta) - fork_offset_mm) / sin(theta)


def flop_mm(trail: float, head_angle_deg: float) -> float:
    """Wheel flop t·sin θ·cos θ (docs/formulas.md, Frame)."""
    theta = radians(head_angle_deg)
    return trail * sin(theta) * cos(theta)


def reach_at_equal_height_mm(reach_mm: float, stack_mm: float, to_stack_mm: float, head_angle_deg: float) -> float:
    """Reach where the steering axis stands at ``to_stack_mm``: R + (S − S₀) / tan θ (docs/formulas.md, Frame).

    Taking spacers out to undo a taller stack moves the bar forward, so two frames compare at one height.
    """
    return reach_mm + (stack_mm - to_stack_mm) / tan(radians(head_angle_deg))
