"""Seatpost and saddle: where the saddle mark stands, and what puts it there (handbook 6)."""

from waymark.core.seat.post import SaddleFit, SeatNeed, saddle_mark, seat_for

__all__ = ["SaddleFit", "SeatNeed", "saddle_mark", "seat_for"]
