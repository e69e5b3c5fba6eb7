"""Seatpost and saddle: where the saddle mark stands, and what puts it there (docs/formulas.md, Seat)."""

from waymark.core.seat.post import OwnSeat, SaddleFit, SeatNeed, own_seat, saddle_mark, seat_for

__all__ = ["OwnSeat", "SaddleFit", "SeatNeed", "own_seat", "saddle_mark", "seat_for"]
