"""The same search, the slow way: every build of every size, one at a time, in plain Python.

It shares nothing with the fast one but the forward formula of the cockpit, proves it in the property tests
and is what ``make bench`` measures it against.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import sqrt

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.cockpit.steerer import bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS
from waymark.core.search.looks import pile_points, points_mm, stem_points
from waymark.core.search.model import BarOption, FrameOption, Goal, Shelf


@dataclass(frozen=True, slots=True)
class ReferencePick:
    """The best build of one size found by trying all."""

    stem: int
    over: bool
    cover_mm: float
    spacers_mm: float
    bar: int
    place: int
    miss_mm: float


def _every_build(
    frame: FrameOption, shelf: Shelf, goal: Goal, bars: Sequence[BarOption]
) -> Iterator[tuple[tuple[float, ...], ReferencePick]]:
    """Every build with what decides among those that tie, in order; the miss comes fourth."""
    w_x, w_y = goal.tolerance.hand_weights()
    top = Mark(frame.reach_mm, frame.stack_mm)
    for c, cover in enumerate((frame.cover_mm, *frame.covers_mm)):
        for height in heights_mm(shelf.spacers_mm, frame.spacer_limit_mm):
            tall = height > NUMBERS["spacer_warn_share"].value * frame.spacer_limit_mm + 1e-9
            for index, option in enumerate(shelf.stems):
                for over, stem in option.ways():
                    at = bar_clamp(top, frame.head_angle_deg, cover, height, stem)
                    rank = goal.stem_window.rank(stem.length_mm)
                    for b, bar in enumerate(bars):
                        if bar.clamp_mm is not None and bar.clamp_mm != option.bar_clamp_mm:
                            continue
                        for p, place in enumerate(bar.places):
                            off = at + place.off - goal.hand
                            miss = sqrt(w_x * off.x_mm**2 + w_y * off.y_mm**2)
                            key = (
                                rank, tall, bar.preference, place.effort, b, p, round(miss, 9), c, height,
                                over, index,
                            )  # fmt: skip
                            yield key, ReferencePick(index, over, cover, height, b, p, miss)


def cleanest_by_brute_force(
    frame: FrameOption, shelf: Shelf, goal: Goal, bar: BarOption
) -> ReferencePick | None:
    """Try every build on ``frame`` with ``bar``; the one inside the tolerance with the least miss and points together,
    as ``clean`` has it. None where none is inside.
    """
    t, kept = goal.tolerance, []
    top = Mark(frame.reach_mm, frame.stack_mm)
    for key, pick in _every_build(frame, shelf, goal, [bar]):
        stem = dict(shelf.stems[pick.stem].ways())[pick.over]
        at = bar_clamp(top, frame.head_angle_deg, pick.cover_mm, pick.spacers_mm, stem)
        off = at + bar.places[pick.place].off - goal.hand
        if abs(off.x_mm) <= t.hand_x_mm + 1e-9 and abs(off.y_mm) <= t.hand_y_mm + 1e-9:
            points = stem_points(stem, int(key[0])) + pile_points(
                pick.spacers_mm, pick.cover_mm, frame.cover_mm
            )
            weighed = round(key[6] + points_mm(points), 9)
            kept.append(((weighed, key[3], key[5], key[1], *key[7:]), pick))
    return min(kept, key=lambda k: k[0])[1] if kept else None


def pick_one_by_brute_force(
    frame: FrameOption, shelf: Shelf, goal: Goal, bars: Sequence[BarOption] = ()
) -> ReferencePick | None:
    """Try every build on ``frame``; ties as the fast search breaks them. None where no stem holds a bar."""
    builds = list(_every_build(frame, shelf, goal, bars or (goal.own_bar(),)))
    if not builds:
        return None
    least = min(pick.miss_mm for _, pick in builds)
    if least > sqrt(2 * goal.tolerance.hand_x_mm * goal.tolerance.hand_y_mm):
        # Out of tolerance whatever is done: the nearest, equal ones by place, pile and stem.
        return min(builds, key=lambda b: (b[0][6], *b[0][2:6], b[0][1], *b[0][7:]))[1]
    return min(
        (b for b in builds if b[1].miss_mm <= least + NUMBERS["tie_mm"].value + 1e-9), key=lambda b: b[0]
    )[1]
