"""The shelves as the core's search takes them."""

from __future__ import annotations

from collections.abc import Iterable

from waymark.core.search import FrameOption, PostOption, Shelf, StemOption
from waymark.rooms.shelves.schemas import FrameSize, Part


def frame_option(key: str, size: FrameSize) -> FrameOption:
    """A frame size as the search takes it."""
    c = size.chart
    return FrameOption(
        key=key, label=size.label, stack_mm=c.stack_mm, reach_mm=c.reach_mm,
        head_angle_deg=c.head_angle_deg, cover_mm=c.cover_mm, spacer_limit_mm=c.spacer_limit_mm,
        seat_angle_deg=c.seat_angle_deg, seat_tube_mm=c.seat_tube_mm, post_diameter_mm=c.post_diameter_mm,
        least_insertion_mm=c.least_insertion_mm, greatest_insertion_mm=c.greatest_insertion_mm,
    )  # fmt: skip


def search_shelf(
    frames: Iterable[tuple[str, FrameSize]], parts: Iterable[tuple[str, Part]], bar_clamp_mm: float | None
) -> Shelf:
    """The core's shelf; stems that do not clamp the bar (``bar_clamp_mm``) are left out."""
    stems, spacers, posts = [], [], []
    for key, it in parts:
        if it.kind == "stem" and (bar_clamp_mm is None or it.bar_clamp_mm == bar_clamp_mm):
            stems.append(
                StemOption(key, it.name, it.length_mm, it.angle_deg, it.clamp_height_mm, it.both_ways)
            )
        elif it.kind == "spacer":
            spacers.append(it.height_mm)
        elif it.kind == "post":
            posts.append(
                PostOption(key, it.name, it.length_mm, it.setback_mm, it.diameter_mm, it.least_insertion_mm)
            )
    return Shelf([frame_option(k, s) for k, s in frames], stems, tuple(sorted(set(spacers))), tuple(posts))
