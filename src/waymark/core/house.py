"""The house: every number a fit room may see differently, as one frozen value that is passed in.

The numbers, with their units, reasons and sources, are the data of ``core.rules``; ``HOUSE`` is the house built from
them. Another house is ``dataclasses.replace(HOUSE, …)``.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from waymark.core.link import Channel
from waymark.core.rules.assumed import ASSUMED, ASSUMED_SD, PART_SD, READ_SD
from waymark.core.rules.bench import BENCH_USUAL, BenchSteps
from waymark.core.rules.calibration import CALIBRATION_USUAL, CalibrationRules
from waymark.core.rules.feet import FEET_USUAL, FeetRules
from waymark.core.rules.follow_ups import FOLLOW_UPS, FollowUp
from waymark.core.rules.house import (
    NUMBERS,
    STEM_WINDOWS,
    TOLERANCES,
    AngleWindow,
    StemWindow,
    angle_windows,
    values,
)
from waymark.core.rules.one_change import ONE_CHANGE_USUAL, OneChange
from waymark.core.rules.schools import SCHOOLS
from waymark.core.rules.strength import STRENGTH_USUAL, StrengthRules
from waymark.core.rules.trials import MATTERS, RATING_MATTERS
from waymark.core.rules.weights import PLACING_USUAL, WEIGHTS, Placing, Weights
from waymark.core.rules.workmanship import TRAIL_WINDOWS


def _number(name: str) -> float:
    return NUMBERS[name].value


@dataclass(frozen=True, slots=True)
class House:
    """Tolerances, limits, windows, what is assumed and how sure it is. Lengths in mm, angles in degrees.

    ``tolerances`` by mark: fore and up. ``weights`` and ``placing`` go with every question to the search.
    ``asked`` are the prompts the call-out asks, ``None`` for the usual ones. ``trial_matters`` by channel and
    ``rating_matters`` are the least differences that a bike is changed for; from ``worth_looking`` of ten on a region that
    hurts is looked into. ``schools``: the answer this house gives to each question on which fitters differ.
    """

    tolerances: Mapping[str, tuple[float, float]] = field(
        default_factory=lambda: {
            "saddle": (TOLERANCES["saddle_x_mm"].value, TOLERANCES["saddle_y_mm"].value),
            "hand": (TOLERANCES["hand_x_mm"].value, TOLERANCES["hand_y_mm"].value),
            "foot": (TOLERANCES["foot_x_mm"].value, TOLERANCES["foot_stack_mm"].value),
        }
    )
    stem_windows: Mapping[str, StemWindow] = field(default_factory=lambda: dict(STEM_WINDOWS))
    trail_windows: Mapping[str, tuple[float, float]] = field(default_factory=lambda: dict(TRAIL_WINDOWS))
    spacer_limit_carbon_mm: float = _number("spacer_limit_carbon_mm")
    near_insertion_mm: float = _number("near_insertion_mm")
    usual_post_mm: float = _number("usual_post_mm")
    usual_clamp_height_mm: float = _number("usual_clamp_height_mm")
    usual_cover_mm: float = _number("usual_cover_mm")
    usual_head_deg: float = _number("usual_head_deg")
    usual_wheel_radius_mm: float = _number("usual_wheel_radius_mm")
    standover_room_mm: float = _number("standover_room_mm")
    standover_room_rough_mm: float = _number("standover_room_rough_mm")
    lean_most_deg: float = _number("lean_most_deg")
    bike_centre_mm: float = _number("bike_centre_mm")
    held_at_mm: float = _number("held_at_mm")
    shoes_mm: float = _number("shoes_mm")
    bike_mass_kg: float = _number("bike_mass_kg")
    guess_upright_share: float = _number("guess_upright_share")
    heavy_kg: float = _number("heavy_kg")
    dial_edge_deg: float = _number("dial_edge_deg")
    moved_mm: float = _number("moved_mm")
    assumed: Mapping[str, float] = field(default_factory=lambda: values(ASSUMED))
    assumed_sd: Mapping[str, float] = field(default_factory=lambda: values(ASSUMED_SD))
    part_sd: Mapping[str, float] = field(default_factory=lambda: values(PART_SD))
    read_sd: Mapping[str, float] = field(default_factory=lambda: values(READ_SD))
    asked: tuple[str, ...] | None = None
    follow_ups: tuple[FollowUp, ...] = FOLLOW_UPS
    trial_matters: Mapping[Channel, float] = field(default_factory=lambda: dict(MATTERS))
    rating_matters: float = RATING_MATTERS
    worth_looking: float = _number("worth_looking")
    weights: Weights = WEIGHTS
    placing: Placing = PLACING_USUAL
    feet: FeetRules = FEET_USUAL
    one_change: OneChange = ONE_CHANGE_USUAL
    bench: BenchSteps = BENCH_USUAL
    calibration: CalibrationRules = CALIBRATION_USUAL
    strength: StrengthRules = STRENGTH_USUAL
    schools: Mapping[str, str] = field(default_factory=lambda: {s.key: s.choices[0].key for s in SCHOOLS.values()})

    def tolerance(self, mark: str) -> tuple[float, float]:
        """How far a mark may lie off, fore and up, mm; a mark of no contact as the hand."""
        return self.tolerances.get(mark, self.tolerances["hand"])

    def angle_windows(self, discipline: str) -> dict[str, AngleWindow]:
        """House windows by read-out for a discipline."""
        return angle_windows(discipline)


HOUSE = House()
