"""Readings for tests: what a fitter typed, by the call-out's keys (a double underscore stands before the side)."""

from __future__ import annotations

from waymark.core.callout import Known, Leans, Taken
from waymark.rooms.posts.measure.state import KEYS, Heard, ReadingState

LEANS = Leans(
    crank=Known(170, 0.3, "read"),
    seat_angle=Known(73.5, 0.5, "part"),
    nose_to_s=Known(150, 15, "assumed"),
    off_ahead=Known(84, 20, "assumed"),
    off_above=Known(8, 15, "assumed"),
    bb_height=Known(270, 12, "assumed"),
    hand_side=Known(205, 10, "assumed"),
    pad_side=Known(90, 10, "assumed"),
    tops_side=Known(90, 15, "assumed"),
)


def taken(**read: float | tuple[float, ...]) -> dict[str, Taken]:
    """Readings as the core takes them."""
    made = {}
    for name, value in read.items():
        key = name.replace("__", ".")
        prompt, side = KEYS[key]
        made[key] = Taken(prompt, value if isinstance(value, tuple) else (value,), side)
    return made


def kept(**read: float) -> dict[str, ReadingState]:
    """Readings as a file keeps them."""
    return {
        name.replace("__", "."): ReadingState(heard=[Heard(typed=f"{value:g}", value=value)])
        for name, value in read.items()
    }
