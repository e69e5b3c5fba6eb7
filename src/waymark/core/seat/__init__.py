"""Seatpost and saddle: where the saddle mark stands, and what puts it there (docs/formulas.md, Seat)."""

from waymark.core.seat.forward import Rails, most_forward_deg, slide_for_mm
from waymark.core.seat.post import OwnSeat, SaddleFit, SeatNeed, own_seat, saddle_mark, seat_for

__all__ = [
    "OwnSeat",
    "Rails",
    "SaddleFit",
    "SeatNeed",
    "most_forward_deg",
    "own_seat",
    "saddle_mark",
    "seat_for",
    "slide_for_mm",
]
