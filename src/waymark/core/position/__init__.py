"""Ways of stating a position: every trade convention to marks and back, exactly (docs/formulas.md, Measuring)."""

from waymark.core.position.hand import (
    HAND_HEIGHT_WAYS,
    HAND_REACH_WAYS,
    HandContext,
    hand_from_statements,
    state_hand_height,
    state_hand_reach,
)
from waymark.core.position.saddle import (
    HEIGHT_WAYS,
    SETBACK_WAYS,
    SaddleContext,
    saddle_from_statements,
    state_height,
    state_setback,
)
from waymark.core.position.way import Way

__all__ = [
    "HAND_HEIGHT_WAYS",
    "HAND_REACH_WAYS",
    "HEIGHT_WAYS",
    "SETBACK_WAYS",
    "HandContext",
    "SaddleContext",
    "Way",
    "hand_from_statements",
    "saddle_from_statements",
    "state_hand_height",
    "state_hand_reach",
    "state_height",
    "state_setback",
]
