"""Is the bike level, and what levels it (docs/formulas.md, Measuring)."""

from __future__ import annotations

from math import asin, degrees

from waymark.core.errors import GeometryError


def pitch_deg(
    front_axle_mm: float, rear_axle_mm: float, front_radius_mm: float, rear_radius_mm: float, axles_mm: float
) -> float:
    """Pitch of the bike, + nose up: asin((a_f − a_r)/D) − asin((r_f − r_r)/D).

    Axle heights above a level line, loaded radii and the straight distance between the axles, mm.
    """
    stands = (front_axle_mm - rear_axle_mm) / axles_mm
    wheels = (front_radius_mm - rear_radius_mm) / axles_mm
    for share, field in ((stands, "front_axle_height_mm"), (wheels, "front_radius_mm")):
        if not -1 < share < 1:
            raise GeometryError("The axles cannot differ by more than their distance.", field=field)
    return degrees(asin(stands) - asin(wheels))


def block_mm(front_axle_mm: float, rear_axle_mm: float, front_radius_mm: float, rear_radius_mm: float) -> float:
    """Block under the front wheel that levels the bike, the missing height; negative: under the rear."""
    return (front_radius_mm - rear_radius_mm) - (front_axle_mm - rear_axle_mm)
