"""Sayings of the trade as an open calculation."""

from __future__ import annotations

from waymark.core.claims import Stroke, try_claim
from waymark.core.marks import Mark
from waymark.rooms.calc import schemas as s


def claim_tried(q: s.ClaimIn) -> s.ClaimTried:
    """A saying of the trade tried with one's own numbers."""
    tried = try_claim(q.claim, q.values)

    def drawn(strokes: tuple[Stroke, ...]) -> list[list[s.XY]]:
        return [[_xy(m) for m in stroke] for stroke in strokes]

    return s.ClaimTried(
        before=drawn(tried.before),
        after=drawn(tried.after),
        mark_before=_xy(tried.marks[0]),
        mark_after=_xy(tried.marks[1]),
        moved=list(tried.moved),
        stayed=list(tried.stayed),
        holds=tried.holds,
        verdict=tried.verdict,
    )


def _xy(at: Mark) -> s.XY:
    return s.XY(x_mm=at.x_mm, y_mm=at.y_mm)
