"""Every way to move the saddle of a build: its post, how far it shows, its rails (docs/formulas.md, Ways)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from math import ceil, floor

import numpy as np
from numpy.typing import NDArray

from waymark.core.marks import Mark
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.seat import SaddleFit, saddle_mark
from waymark.core.ways.changes import FREE, SAME_MM, Kind, fewest

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class PostStand:
    """A post: rearward setback, how far it may show (least and most, mm), and what having it costs."""

    setback_mm: float
    least_mm: float
    most_mm: float
    kinds: tuple[Kind, ...] = ()
    rung: int = FREE
    price: float = 0.0
    key: str = ""


@dataclass(frozen=True, slots=True)
class SeatBench:
    """A seat and the posts at hand; the post without kinds is the one that stands, showing and slid as given (mm)."""

    seat_angle_deg: float
    seat_tube_mm: float
    axis_behind_bb_mm: float
    fit: SaddleFit
    rail_room_mm: float
    showing_mm: float
    slide_mm: float
    posts: Sequence[PostStand]
    weights: Weights = field(default=WEIGHTS)

    def saddle(self, post: PostStand, showing_mm: float, slide_mm: float) -> Mark:
        """The saddle mark on a post, showing and slid so."""
        along = self.seat_tube_mm + showing_mm
        return saddle_mark(self.seat_angle_deg, along, post.setback_mm, slide_mm, self.fit, self.axis_behind_bb_mm)


@dataclass(frozen=True, slots=True)
class SaddleMove:
    """One way of the saddle: post, how far it shows, where the rails are clamped, and the miss, mm."""

    kinds: tuple[Kind, ...]
    rung: int
    price: float
    points: float
    post: PostStand
    showing_mm: float
    slide_mm: float
    saddle: Mark
    miss: Mark
    share: float


def saddle_moves(bench: SeatBench, wanted: Mark, reach: tuple[float, float]) -> tuple[SaddleMove, ...]:
    """The best way of each set of changes that puts the saddle within ``reach`` of ``wanted``, in whole mm, free to dear.

    Post and rails move the mark along two straight lines, so every whole mm of both is looked at. On another post both are
    set anew.
    """
    best: dict[tuple[Kind, ...], SaddleMove] = {}
    slides = _whole_mm(-bench.rail_room_mm, bench.rail_room_mm, bench.slide_mm)
    for post in bench.posts:
        shows = _whole_mm(post.least_mm, post.most_mm, None if post.kinds else bench.showing_mm)
        if not shows.size:
            continue
        zero = bench.saddle(post, 0.0, 0.0) - wanted
        out, fore = (bench.saddle(post, *by) - wanted - zero for by in ((1.0, 0.0), (0.0, 1.0)))
        x = zero.x_mm + out.x_mm * shows[:, None] + fore.x_mm * slides[None, :]
        y = zero.y_mm + out.y_mm * shows[:, None] + fore.y_mm * slides[None, :]
        share = np.round(np.maximum(np.abs(x) / reach[0], np.abs(y) / reach[1]), 9)
        for kinds, rows in _seat_kinds(bench, post, shows, slides):
            there = np.where(rows & (share <= 1 + SAME_MM), share, np.inf)
            i, j = np.unravel_index(int(np.argmin(there)), there.shape)
            if not np.isfinite(there[i, j]):
                continue
            at = bench.saddle(post, float(shows[i]), float(slides[j]))
            move = SaddleMove(
                kinds=kinds,
                rung=post.rung,
                price=post.price,
                points=0.0,
                post=post,
                showing_mm=float(shows[i]),
                slide_mm=float(slides[j]),
                saddle=at,
                miss=at - wanted,
                share=float(there[i, j]),
            )
            old = best.get(kinds)
            if old is None or (move.rung, move.price, move.share) < (old.rung, old.price, old.share):
                best[kinds] = move
    return tuple(fewest(best.values(), bench.weights))


def _whole_mm(least: float, most: float, now: float | None) -> Floats:
    """Whole mm from least to most, and where it stands."""
    steps = np.arange(ceil(least - SAME_MM), floor(most + SAME_MM) + 1, dtype=np.float64)
    return steps if now is None else np.union1d(steps, [now])


def _seat_kinds(
    bench: SeatBench, post: PostStand, shows: Floats, slides: Floats
) -> Iterator[tuple[tuple[Kind, ...], NDArray[np.bool_]]]:
    """Each set of changes of a seat with the rows (showing by slide) that make just these."""
    if post.kinds:
        yield post.kinds, np.ones((shows.size, slides.size), np.bool_)
        return
    shown = np.abs(shows - bench.showing_mm)[:, None] > SAME_MM
    slid = np.abs(slides - bench.slide_mm)[None, :] > SAME_MM
    yield (), ~shown & ~slid
    yield ("showing",), shown & ~slid
    yield ("rails",), ~shown & slid
    yield ("showing", "rails"), shown & slid
