"""Seatpost and saddle: where the saddle mark stands, and what puts it there (docs/formulas.md, Seat)."""

from waymark.core.seat.post import SaddleFit, SeatNeed, saddle_mark, seat_for

__all__ = ["SaddleFit", "SeatNeed", "saddle_mark", "seat_for"]
