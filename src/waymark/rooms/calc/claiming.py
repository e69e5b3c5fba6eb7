"""Sayings of the trade as an open calculation."""

from __future__ import annotations

from waymark.core.claims import Stroke, draw_claim, try_claim
from waymark.core.marks import Mark
from waymark.rooms.calc import claim_schemas as s
from waymark.rooms.calc.legs import measures_of
from waymark.rooms.calc.schemas import XY
from waymark.rooms.files import shapes


def claim_tried(q: s.ClaimIn) -> s.ClaimTried:
    """A saying of the trade tried with one's own numbers."""
    tried = try_claim(q.claim, q.values)
    drawn_as = draw_claim(q.claim, q.values, measures_of(q.rider) if q.rider else None)

    def drawn(strokes: tuple[Stroke, ...]) -> list[list[XY]]:
        return [[_xy(m) for m in stroke] for stroke in strokes]

    return s.ClaimTried(
        before=drawn(tried.before),
        after=drawn(tried.after),
        mark_before=_xy(tried.marks[0]),
        mark_after=_xy(tried.marks[1]),
        picture=s.ClaimPicture(
            before=shapes(drawn_as.before),
            after=shapes(drawn_as.after),
            box=[round(v, 1) for v in drawn_as.box],
        ),
        moved=list(tried.moved),
        stayed=list(tried.stayed),
        holds=tried.holds,
        verdict=tried.verdict,
    )


def _xy(at: Mark) -> XY:
    return XY(x_mm=at.x_mm, y_mm=at.y_mm)
