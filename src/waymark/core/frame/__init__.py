"""Frame geometry: one size's chart numbers and what follows from them (docs/formulas.md, Frame)."""

from waymark.core.frame.chart import Chart, complete
from waymark.core.frame.clearance import (
    STEP_OVER_ROOM_MM,
    lean_to_reach_deg,
    leaned_pull_kg,
    standover_at_mm,
    standover_clearance_mm,
    step_over_clearance_mm,
    toe_clearance_mm,
    toe_room_mm,
)
from waymark.core.frame.derive import Derivation, Disagreement, derive
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.frame.kernels import (
    ett_from_tube_mm,
    flop_mm,
    reach_at_equal_height_mm,
    reach_from_ett_mm,
    trail_mm,
)

__all__ = [
    "STEP_OVER_ROOM_MM",
    "Chart",
    "Derivation",
    "Disagreement",
    "FrameGeometry",
    "complete",
    "derive",
    "ett_from_tube_mm",
    "flop_mm",
    "lean_to_reach_deg",
    "leaned_pull_kg",
    "reach_at_equal_height_mm",
    "reach_from_ett_mm",
    "standover_at_mm",
    "standover_clearance_mm",
    "steering_axis",
    "step_over_clearance_mm",
    "toe_clearance_mm",
    "toe_room_mm",
    "trail_mm",
]
