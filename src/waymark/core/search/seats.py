"""Which post carries the saddle on a frame, and what stops it where none does (handbook 6)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS
from waymark.core.search.model import FrameOption, PostOption, SaddleOption, SeatResult
from waymark.core.seat.post import saddle_mark, seat_for


@dataclass(frozen=True, slots=True)
class _Try:
    post: PostOption
    post_mm: float
    slide_mm: float
    limit: str | None
    short_mm: float


def best_seat(
    frame: FrameOption, posts: tuple[PostOption, ...], saddle: SaddleOption, wanted: Mark
) -> SeatResult:
    """The post that puts S at ``wanted`` with the rails nearest their middle, or the nearest failure.

    Checks the least insertion in post and frame, the greatest insertion, room for the collar, and the
    rails' usable slide. Where a limit stops it, the saddle is put as near as the limit lets it.
    """
    tries = [
        _try(frame, post, saddle, wanted) for post in posts if post.diameter_mm == frame.post_diameter_mm
    ]
    if not tries:
        return SeatResult(None, 0.0, 0.0, 0.0, wanted, "no post of this diameter", 0.0)
    best = min(tries, key=lambda t: (t.limit is not None, t.short_mm, abs(t.slide_mm)))
    post_mm, slide = _held(frame, best.post, saddle, best)
    at = saddle_mark(
        frame.seat_angle_deg, post_mm, best.post.setback_mm, slide, saddle.fit, frame.axis_behind_bb_mm
    )
    return SeatResult(
        best.post.key, post_mm, post_mm - frame.seat_tube_mm, slide, at, best.limit, best.short_mm
    )


def post_bounds(frame: FrameOption, post: PostOption) -> tuple[float, float]:
    """Least and greatest length of ``post`` that may show above the seat tube, mm."""
    least_in = max(post.least_insertion_mm, frame.least_insertion_mm)
    low = max(NUMBERS["least_collar_mm"].value, post.length_mm - frame.greatest_insertion_mm)
    return low, post.length_mm - least_in


def _try(frame: FrameOption, post: PostOption, saddle: SaddleOption, wanted: Mark) -> _Try:
    need = seat_for(frame.seat_angle_deg, post.setback_mm, saddle.fit, wanted, frame.axis_behind_bb_mm)
    exposed = need.post_mm - frame.seat_tube_mm
    low, high = post_bounds(frame, post)
    faults = [
        ("the insertion mark shows", exposed - high),
        ("the seat tube is too long", low - exposed),
        ("the rails end", abs(need.slide_mm) - saddle.rail_room_mm),
    ]
    limit, short = max(faults, key=lambda x: x[1])
    if short <= 1e-9:
        return _Try(post, need.post_mm, need.slide_mm, None, 0.0)
    return _Try(post, need.post_mm, need.slide_mm, limit, short)


def _held(frame: FrameOption, post: PostOption, saddle: SaddleOption, found: _Try) -> tuple[float, float]:
    low, high = post_bounds(frame, post)
    exposed = min(max(found.post_mm - frame.seat_tube_mm, low), max(low, high))
    slide = min(max(found.slide_mm, -saddle.rail_room_mm), saddle.rail_room_mm)
    return frame.seat_tube_mm + exposed, slide
