"""Which post carries the saddle on a frame, and what stops it where none does."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.marks import Mark
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.search.model import FrameOption, PostOption, SaddleOption, SeatResult, Tolerance
from waymark.core.seat.post import saddle_mark, seat_axes, seat_for
from waymark.core.workmanship import Fault, seat_faults, sum_points

_EPS_MM = 1e-9


@dataclass(frozen=True, slots=True)
class _Try:
    """One post's seat. ``standing`` 0 on the mark, 1 inside its tolerance, 2 outside; ``away`` the weighted miss."""

    post: PostOption
    post_mm: float
    slide_mm: float
    limit: str | None
    short_mm: float
    standing: int
    away: float


def best_seat(
    frame: FrameOption,
    posts: tuple[PostOption, ...],
    saddle: SaddleOption,
    wanted: Mark,
    tolerance: Tolerance,
    weights: Weights = WEIGHTS,
) -> SeatResult:
    """The post that puts S at ``wanted`` with least against it and the rails nearest their middle, or the nearest.

    Checks the least insertion in post and frame, the greatest insertion, room for the collar, and the
    rails' usable slide. Where a limit stops it, the saddle goes as near as post and rails allow: inside its
    tolerance exactly when some height and slide of some post lie there.
    """
    tries = [
        _try(frame, post, saddle, wanted, tolerance, weights)
        for post in posts
        if post.diameter_mm == frame.post_diameter_mm
    ]
    if not tries:
        return SeatResult(None, 0.0, 0.0, 0.0, wanted, "no post of this diameter", 0.0)
    best = min(
        tries,
        key=lambda t: (
            t.standing,
            t.away if t.standing == 1 else t.short_mm,
            sum_points(_faults(frame, t, saddle, weights)),
            abs(t.slide_mm),
        ),
    )
    at = saddle_mark(
        frame.seat_angle_deg,
        best.post_mm,
        best.post.setback_mm,
        best.slide_mm,
        saddle.fit,
        frame.axis_behind_bb_mm,
    )
    return SeatResult(
        best.post.key,
        best.post_mm,
        best.post_mm - frame.seat_tube_mm,
        best.slide_mm,
        at,
        best.limit,
        best.short_mm,
        _faults(frame, best, saddle, weights),
    )


def _faults(frame: FrameOption, it: _Try, saddle: SaddleOption, weights: Weights) -> tuple[Fault, ...]:
    """What a workshop holds against one post's seat."""
    in_frame = it.post.length_mm - (it.post_mm - frame.seat_tube_mm)
    least = max(it.post.least_insertion_mm, frame.least_insertion_mm)
    return seat_faults(it.slide_mm, saddle.rail_room_mm, in_frame, least, frame.greatest_insertion_mm, weights)


def post_bounds(frame: FrameOption, post: PostOption, weights: Weights = WEIGHTS) -> tuple[float, float]:
    """Least and greatest length of ``post`` that may show above the seat tube, mm."""
    least_in = max(post.least_insertion_mm, frame.least_insertion_mm)
    low = max(weights.least_collar_mm, post.length_mm - frame.greatest_insertion_mm)
    return low, post.length_mm - least_in


def _try(
    frame: FrameOption, post: PostOption, saddle: SaddleOption, wanted: Mark, tolerance: Tolerance, weights: Weights
) -> _Try:
    need = seat_for(frame.seat_angle_deg, post.setback_mm, saddle.fit, wanted, frame.axis_behind_bb_mm)
    exposed = need.post_mm - frame.seat_tube_mm
    low, high = post_bounds(frame, post, weights)
    faults = [
        ("the insertion mark shows", exposed - high),
        ("the seat tube is too long", low - exposed),
        ("the rails end", abs(need.slide_mm) - saddle.rail_room_mm),
    ]
    limit, short = max(faults, key=lambda x: x[1])
    if short <= _EPS_MM:
        return _Try(post, need.post_mm, need.slide_mm, None, 0.0, 0, 0.0)
    if low <= high:
        inside = _inside(frame, post, saddle, wanted, tolerance, (low, high))
        if inside is not None:
            near, away = inside
            held = seat_for(frame.seat_angle_deg, post.setback_mm, saddle.fit, near, frame.axis_behind_bb_mm)
            return _Try(post, held.post_mm, held.slide_mm, limit, short, 1, away)
    held_mm = frame.seat_tube_mm + min(max(exposed, low), max(low, high))
    slide = min(max(need.slide_mm, -saddle.rail_room_mm), saddle.rail_room_mm)
    return _Try(post, held_mm, slide, limit, short, 2, 0.0)


def _inside(
    frame: FrameOption,
    post: PostOption,
    saddle: SaddleOption,
    wanted: Mark,
    tolerance: Tolerance,
    bounds: tuple[float, float],
) -> tuple[Mark, float] | None:
    """The place nearest to ``wanted`` inside its tolerance that post and rails reach, and its weighted miss."""
    base, up, along = seat_axes(frame.seat_angle_deg, post.setback_mm + frame.axis_behind_bb_mm, saddle.fit)
    low, high = bounds[0] + frame.seat_tube_mm, bounds[1] + frame.seat_tube_mm
    room = saddle.rail_room_mm
    # About the wanted place, each direction in units of its tolerance: there the tolerance is a square of half 1.
    corners = [
        ((at.x_mm - wanted.x_mm) / tolerance.saddle_x_mm, (at.y_mm - wanted.y_mm) / tolerance.saddle_y_mm)
        for p, x in ((low, -room), (high, -room), (high, room), (low, room))
        for at in (base + up.scaled(p) + along.scaled(x),)
    ]
    cut = _clipped(corners)
    if not cut:
        return None
    x, y = min((_nearest_to_origin(a, b) for a, b in zip(cut, cut[1:] + cut[:1], strict=True)), key=_square)
    return Mark(wanted.x_mm + x * tolerance.saddle_x_mm, wanted.y_mm + y * tolerance.saddle_y_mm), _square((x, y))


_Point = tuple[float, float]


def _square(p: _Point) -> float:
    return p[0] * p[0] + p[1] * p[1]


def _clipped(corners: Sequence[_Point]) -> list[_Point]:
    """The part of a convex polygon inside the square of half 1 (Sutherland and Hodgman 1974)."""
    kept = list(corners)
    for axis, side in ((0, 1.0), (0, -1.0), (1, 1.0), (1, -1.0)):
        cut: list[_Point] = []
        for a, b in zip(kept, kept[1:] + kept[:1], strict=True):
            over_a, over_b = side * a[axis] - 1, side * b[axis] - 1
            if over_a <= 0:
                cut.append(a)
            if (over_a <= 0) != (over_b <= 0):
                share = over_a / (over_a - over_b)
                cut.append((a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])))
        kept = cut
        if not kept:
            break
    return kept


def _nearest_to_origin(a: _Point, b: _Point) -> _Point:
    """The point of a line from ``a`` to ``b`` that lies nearest to the origin."""
    run = (b[0] - a[0], b[1] - a[1])
    long = _square(run)
    share = 0.0 if long == 0 else min(max(-(a[0] * run[0] + a[1] * run[1]) / long, 0.0), 1.0)
    return a[0] + share * run[0], a[1] + share * run[1]
