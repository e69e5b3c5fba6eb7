"""The goal as it is kept."""

from __future__ import annotations

from waymark.rooms.schema import Strict, mm
from waymark.rooms.shelves import Kind


class GoalState(Strict):
    """Where the marks must be: kept as measured, with nudges in mm, for a discipline."""

    discipline: Kind = "road"
    saddle_dx_mm: float = mm(-150, 150, default=0)
    saddle_dy_mm: float = mm(-150, 150, default=0)
    hand_dx_mm: float = mm(-200, 200, default=0)
    hand_dy_mm: float = mm(-200, 200, default=0)
