"""Search over frames and front ends: exact best, its reasons, previews, and what to look for elsewhere."""

from waymark.core.search.exact import Picks, pick_best
from waymark.core.search.gates import Gates
from waymark.core.search.model import (
    BarOption,
    CockpitOption,
    FrameOption,
    Goal,
    Place,
    PostOption,
    SaddleOption,
    SeatResult,
    Shelf,
    SizeResult,
    StemOption,
    Tolerance,
)
from waymark.core.search.sizes import search_sizes

__all__ = [
    "BarOption",
    "CockpitOption",
    "FrameOption",
    "Gates",
    "Goal",
    "Picks",
    "Place",
    "PostOption",
    "SaddleOption",
    "SeatResult",
    "Shelf",
    "SizeResult",
    "StemOption",
    "Tolerance",
    "pick_best",
    "search_sizes",
]
