"""What the search weighs and how bars are placed, as values that are passed in; the data stands in ``core.rules``."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import NUMBERS
from waymark.core.rules.schools import HANDLING, PLACING
from waymark.core.rules.workmanship import WORKMANSHIP


@dataclass(frozen=True, slots=True)
class Weights:
    """How builds are judged and set against each other; lengths mm, workmanship in points.

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
    equal_points: float = WORKMANSHIP["equal_points"].value
    room_counted_mm: float = WORKMANSHIP["room_counted_mm"].value
    room_step_mm: float = WORKMANSHIP["room_step_mm"].value
    pile_free_mm: float = WORKMANSHIP["pile_free_mm"].value
    pile_tall_mm: float = WORKMANSHIP["pile_tall_mm"].value
    pile_a_mm: float = WORKMANSHIP["pile_a_mm"].value
    pile_tall_a_mm: float = WORKMANSHIP["pile_tall_a_mm"].value
    cover_free_mm: float = WORKMANSHIP["cover_free_mm"].value
    angle_a_deg: float = WORKMANSHIP["angle_a_deg"].value
    rising_deg: float = WORKMANSHIP["rising_deg"].value
    rising_points: float = WORKMANSHIP["rising_points"].value
    undone_a_mm: float = WORKMANSHIP["undone_a_mm"].value
    off_best_a_mm: float = WORKMANSHIP["off_best_a_mm"].value
    off_workable_a_mm: float = WORKMANSHIP["off_workable_a_mm"].value
    rails_share: float = WORKMANSHIP["rails_share"].value
    rails_points: float = WORKMANSHIP["rails_points"].value
    insertion_near_mm: float = WORKMANSHIP["insertion_near_mm"].value
    insertion_points: float = WORKMANSHIP["insertion_points"].value
    handling_points: float = WORKMANSHIP["handling_points"].value
    front_share_least: float = WORKMANSHIP["front_share_least"].value
    front_share_most: float = WORKMANSHIP["front_share_most"].value
    bar_changed_points: float = WORKMANSHIP["bar_changed_points"].value
    cockpit_changed_points: float = WORKMANSHIP["cockpit_changed_points"].value
    no_flare_points: float = WORKMANSHIP["no_flare_points"].value
    cover_changed_points: float = WORKMANSHIP["cover_changed_points"].value
    bar_off_middle_a_mm: float = WORKMANSHIP["bar_off_middle_a_mm"].value
    half_size_mm: float = PLACING["same_width_mm"].value
    bar_width_a_mm: float = WORKMANSHIP["bar_width_a_mm"].value


@dataclass(frozen=True, slots=True)
class Placing:
    """Where bars and levers may be put, degrees, and which bars suit which rider, mm."""

    hood_slope_least_deg: float = PLACING["hood_slope_least_deg"].value
    hood_slope_greatest_deg: float = PLACING["hood_slope_greatest_deg"].value
    palm_drop_fall_deg: float = PLACING["palm_drop_fall_deg"].value
    rotation_step_deg: float = PLACING["rotation_step_deg"].value
    flatter_lever_deg: float = PLACING["flatter_lever_deg"].value
    roll_step_deg: float = PLACING["roll_step_deg"].value
    narrower_mm: float = PLACING["narrower_mm"].value
    wider_mm: float = PLACING["wider_mm"].value
    same_width_mm: float = PLACING["same_width_mm"].value
    compact_reach_mm: float = PLACING["compact_reach_mm"].value
    compact_drop_mm: float = PLACING["compact_drop_mm"].value
    deep_reach_mm: float = PLACING["deep_reach_mm"].value
    deep_drop_mm: float = PLACING["deep_drop_mm"].value
    short_rider_mm: float = PLACING["short_rider_mm"].value
    large_hand_mm: float = PLACING["large_hand_mm"].value
    small_hand_mm: float = PLACING["small_hand_mm"].value


WEIGHTS, PLACING_USUAL = Weights(), Placing()
