"""The bike as built, as it is kept."""

from __future__ import annotations

from waymark.rooms.riders import Typed
from waymark.rooms.schema import Strict


class BuiltState(Strict):
    """The marks measured after the work, from the BB."""

    saddle_x: Typed | None = None
    saddle_y: Typed | None = None
    hand_x: Typed | None = None
    hand_y: Typed | None = None
