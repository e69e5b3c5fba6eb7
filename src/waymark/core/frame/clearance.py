"""Clearances a rider meets standing still or turning slowly (docs/formulas.md, Frame)."""

from __future__ import annotations

from math import acos, degrees, hypot, radians, tan

from waymark.core.frame.geometry import FrameGeometry

STAND_AHEAD_OF_NOSE_MM = 50.0
SHOE_AHEAD_SHARE = 0.28
SHOE_TIP_MM = 12.0
STEP_OVER_ROOM_MM = 20.0


def standover_at_mm(published_mm: float, published_x_mm: float, slope_deg: float, x_mm: float) -> float:
    """Standover where the rider stands: published + (x − x_published)·tan(slope of the top tube)."""
    return published_mm + (x_mm - published_x_mm) * tan(radians(slope_deg))


def standover_clearance_mm(inseam_with_shoes_mm: float, standover_mm: float) -> float:
    """Room over the top tube, mm; negative where there is none."""
    return inseam_with_shoes_mm - standover_mm


def step_over_clearance_mm(foot_lift_mm: float, step_through_mm: float) -> float:
    """Room left stepping over a low frame: foot lift less the step-through and 20 mm."""
    return foot_lift_mm - (step_through_mm + STEP_OVER_ROOM_MM)


def lean_to_reach_deg(height_mm: float, reach_mm: float) -> float | None:
    """How far a bike is leaned until what stood ``height_mm`` above the ground stands ``reach_mm`` above it.

    Leaned about its tyres by φ a height becomes height·cos φ. 0 where nothing has to be leaned, ``None`` where no lean
    does it.
    """
    if reach_mm >= height_mm:
        return 0.0
    return None if reach_mm <= 0 else degrees(acos(reach_mm / height_mm))


def leaned_pull_kg(lean_deg: float, bike_kg: float, centre_height_mm: float, held_height_mm: float) -> float:
    """What a leaned bike pulls sideways where it is held, kg: its weight about the tyres against the hand's height.

    Bike·centre height·sin φ = pull·held height·cos φ.
    """
    return bike_kg * centre_height_mm / held_height_mm * tan(radians(lean_deg))


def toe_room_mm(g: FrameGeometry, crank_mm: float, foot_mm: float, cleat_aft_mm: float) -> float:
    """Shoe tip to tyre on a frame, with this crank and foot."""
    return toe_clearance_mm(g.front_axle.x_mm, g.bb_drop_mm, g.wheel_radius_mm, crank_mm, foot_mm, cleat_aft_mm)


def toe_clearance_mm(
    front_axle_x_mm: float,
    bb_drop_mm: float,
    wheel_radius_mm: float,
    crank_mm: float,
    foot_mm: float,
    cleat_aft_mm: float = 0.0,
) -> float:
    """Shoe tip to tyre with the crank level and the wheel turned; negative means they meet.

    Distance from the front axle (x_f, d) to the shoe's tip (crank + 0.28·foot + 12 + cleat aft, 0), less
    the wheel's radius over the tyre.
    """
    tip_x = crank_mm + SHOE_AHEAD_SHARE * foot_mm + SHOE_TIP_MM + cleat_aft_mm
    return hypot(front_axle_x_mm - tip_x, bb_drop_mm) - wheel_radius_mm
