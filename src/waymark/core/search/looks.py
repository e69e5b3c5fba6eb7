"""Points against the looks of a front end: the pile, the stem's extremes, its rise, a very tall post."""

from __future__ import annotations

from waymark.core.cockpit.steerer import Stem
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.search.model import SizeResult

PILE_STEP_MM = 10.0


def stem_points(stem: Stem, rank: int, weights: Weights = WEIGHTS) -> int:
    """Points against a stem as it stands, ``rank`` 0 in its best range, 1 at an end, 2 outside."""
    points = (0.0, weights.stem_workable_points, weights.stem_extreme_points)[rank]
    if stem.angle_deg > 0:
        points += weights.stem_up_points
    if abs(stem.angle_deg) > weights.steep_stem_deg:
        points += weights.steep_points
    return int(points)


def pile_points(spacers_mm: float, cover_mm: float, own_cover_mm: float, weights: Weights = WEIGHTS) -> int:
    """Points against what stands between frame and stem: the spacers, and a cover taller than the frame's own."""
    pile = spacers_mm + max(0.0, cover_mm - own_cover_mm)
    return int(weights.pile_points * ((pile + 1e-9) // PILE_STEP_MM))


def points_mm(points: int, weights: Weights = WEIGHTS) -> float:
    """What points weigh beside a miss, mm."""
    return float(points * weights.point_mm)


def looks_points(r: SizeResult) -> int:
    """Points against the whole bike."""
    weights = r.goal.weights
    points = pile_points(r.spacers_mm, r.cover_mm, r.frame.cover_mm, weights)
    points += stem_points(r.stem_stands, r.stem_rank, weights)
    if r.seat is not None and r.seat.exposed_mm > weights.tall_post_mm:
        points += int(weights.tall_post_points)
    return points
