"""One way of stating a length: its name, its words, what it is measured from, and its plausible range."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Way:
    """A convention. ``label`` heads the entry, ``hint`` says how the tape lies; bounds in mm."""

    name: str
    label: str
    hint: str
    least_mm: float
    greatest_mm: float
