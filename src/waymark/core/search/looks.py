"""Points against the looks of a front end: the pile, the stem's extremes, its rise, a very tall post."""

from __future__ import annotations

from waymark.core.cockpit.steerer import Stem
from waymark.core.rules.house import NUMBERS
from waymark.core.rules.schools import LOOKS
from waymark.core.search.model import SizeResult

STEEP_DEG = 10.0
PILE_STEP_MM = 10.0


def stem_points(stem: Stem, rank: int) -> int:
    """Points against a stem as it stands, ``rank`` 0 in its best range, 1 at an end, 2 outside."""
    points = (0.0, LOOKS["stem_workable"].value, LOOKS["stem_extreme"].value)[rank]
    if stem.angle_deg > 0:
        points += LOOKS["stem_up"].value
    if abs(stem.angle_deg) > STEEP_DEG:
        points += LOOKS["steep"].value
    return int(points)


def pile_points(spacers_mm: float, cover_mm: float, own_cover_mm: float) -> int:
    """Points against what stands between frame and stem: the spacers, and a cover taller than the frame's own."""
    pile = spacers_mm + max(0.0, cover_mm - own_cover_mm)
    return int(LOOKS["pile"].value * ((pile + 1e-9) // PILE_STEP_MM))


def points_mm(points: int) -> float:
    """What points weigh beside a miss, mm."""
    return float(points * LOOKS["point_mm"].value)


def looks_points(r: SizeResult) -> int:
    """Points against the whole bike."""
    points = pile_points(r.spacers_mm, r.cover_mm, r.frame.cover_mm) + stem_points(r.stem_stands, r.stem_rank)
    if r.seat is not None and r.seat.exposed_mm > NUMBERS["tall_post_mm"].value:
        points += int(LOOKS["tall_post"].value)
    return points
