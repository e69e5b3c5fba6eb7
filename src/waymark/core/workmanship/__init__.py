"""Workmanship: points against what a workshop would rather not build (docs/formulas.md, Workmanship)."""

from waymark.core.workmanship.bars import BarRider, BarWish, bar_wish
from waymark.core.workmanship.faults import (
    Fault,
    bar_faults,
    front_faults,
    front_points,
    handling_faults,
    seat_faults,
    sum_points,
)

__all__ = [
    "BarRider",
    "BarWish",
    "Fault",
    "bar_faults",
    "bar_wish",
    "front_faults",
    "front_points",
    "handling_faults",
    "seat_faults",
    "sum_points",
]
