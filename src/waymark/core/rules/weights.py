"""What the search weighs and how bars are placed, as values that are passed in; the data stands in ``core.rules``."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import NUMBERS
from waymark.core.rules.schools import HANDLING, LOOKS, PLACING


@dataclass(frozen=True, slots=True)
class Weights:
    """How builds are judged and set against each other; lengths mm, looks in points.

    ``tie_mm``: misses that part by less tie. ``edge_share`` of a tolerance and ``spacer_warn_share`` of a spacer limit
    are on the edge. ``trail_mm``, ``front_centre_mm`` and ``arm_mm`` are one noticeable step of handling each.
    """

    tie_mm: float = NUMBERS["tie_mm"].value
    edge_share: float = NUMBERS["edge_share"].value
    spacer_warn_share: float = NUMBERS["spacer_warn_share"].value
    tall_post_mm: float = NUMBERS["tall_post_mm"].value
    least_collar_mm: float = NUMBERS["least_collar_mm"].value
    steep_stem_deg: float = NUMBERS["steep_stem_deg"].value
    trail_mm: float = HANDLING["trail_mm"].value
    front_centre_mm: float = HANDLING["front_centre_mm"].value
    arm_mm: float = HANDLING["arm_mm"].value
    point_mm: float = LOOKS["point_mm"].value
    pile_points: float = LOOKS["pile"].value
    stem_workable_points: float = LOOKS["stem_workable"].value
    stem_extreme_points: float = LOOKS["stem_extreme"].value
    stem_up_points: float = LOOKS["stem_up"].value
    steep_points: float = LOOKS["steep"].value
    tall_post_points: float = LOOKS["tall_post"].value


@dataclass(frozen=True, slots=True)
class Placing:
    """Where bars and levers may be put, degrees, and how far a narrower or wider school's bar is from the shoulders, mm."""

    hood_slope_least_deg: float = PLACING["hood_slope_least_deg"].value
    hood_slope_greatest_deg: float = PLACING["hood_slope_greatest_deg"].value
    palm_drop_fall_deg: float = PLACING["palm_drop_fall_deg"].value
    rotation_step_deg: float = PLACING["rotation_step_deg"].value
    roll_step_deg: float = PLACING["roll_step_deg"].value
    narrower_mm: float = PLACING["narrower_mm"].value
    wider_mm: float = PLACING["wider_mm"].value


WEIGHTS, PLACING_USUAL = Weights(), Placing()
