"""The search as a fitter meets it: each size's recommended build and the nearest at each cost, judged and ranked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from math import ceil
from typing import Literal

import numpy as np

from waymark.core.search.builds import Build, Judge
from waymark.core.search.cockpits import CockpitPick, Cockpits
from waymark.core.search.exact import FrontEnds, Picks, Watch, nearest_of
from waymark.core.search.model import (
    BarOption,
    Goal,
    Shelf,
    SizeResult,
    nearest_of_all,
)
from waymark.core.search.points import Floats
from waymark.core.search.recommend import Merits, Recommended
from waymark.core.workmanship import sum_points


def search_sizes(shelf: Shelf, goal: Goal, watch: Watch | None = None) -> tuple[SizeResult, ...]:
    """The recommended build of every size (``recommend``), as a workshop would rank them; those out by their miss.

    The nearest build with the bars of each cost, and the nearest one-piece cockpit, are a size's ``others``; where
    nothing lies inside the tolerance the nearest stands for the size. Stems that the use never has are left out.
    ``watch`` is told how far the search is and stops it by answering False, which raises ``StoppedError``. Raises
    ``ValueError`` on an empty shelf.
    """
    if not shelf.frames:
        raise ValueError("a search needs at least one frame size")
    allows = goal.stem_window.allows
    shelf = replace(
        shelf,
        stems=[s for s in shelf.stems if allows(s.length_mm)],
        cockpits=[c for c in shelf.cockpits if allows(c.length_mm)],
    )
    judge = Judge(shelf, goal)
    bars, cockpits = _Bars(shelf, goal, watch), _Cockpits(shelf, goal)
    bound, least = _bounds(judge, np.minimum(bars.least, cockpits.least))
    bars.take(bound)
    found = []
    for i in range(len(shelf.frames)):
        inside = [b for b in (bars.best(i), cockpits.best(i, bound[i])) if b is not None]
        r = _chosen(judge, i, [*bars.nearest[i], *cockpits.nearest[i]], inside, least)
        found += [] if r is None else [r]
    return ranked(found)


def _bounds(judge: Judge, least: Floats) -> tuple[Floats, float]:
    """How many points a size's front end may have to count as equal to the least, and the least of all whole builds.

    Equal is what lies within half a point of the least of every size; a size that has nothing so good is compared with
    itself.
    """
    equal = judge.goal.weights.equal_points
    sides = zip(judge.frames, judge.seats, strict=True)
    fixed = np.array([sum_points((*f.faults, *(() if s is None else s.faults))) for f, s in sides])
    carries = np.array([judge.carries(i) for i in range(len(judge.frames))])
    total = least + fixed
    best = float(np.min(total, where=carries, initial=np.inf))
    as_good = carries & (total <= best + equal + 1e-9)
    within = np.where(as_good, np.minimum(least, best - fixed), least) + equal
    return np.asarray(np.round(within, 9), np.float64), 0.0 if best == np.inf else best


class _Bars:
    """What stems and bars give on every size: the nearest at each cost, then the recommended within a bound."""

    def __init__(self, shelf: Shelf, goal: Goal, watch: Watch | None) -> None:
        count = len(shelf.frames)
        self.nearest: list[list[Build]] = [[] for _ in range(count)]
        self.least = np.full(count, np.inf)
        self.rows = [i for i, f in enumerate(shelf.frames) if f.cockpits is None]
        self.row_of = {i: k for k, i in enumerate(self.rows)}
        self.bars = tuple(shelf.bars) or (goal.own_bar(),)
        self.recommended: Recommended | None = None
        self.taken: tuple[Picks, Merits] | None = None
        if not shelf.stems or not self.rows:
            return
        self.part = replace(shelf, frames=[shelf.frames[i] for i in self.rows])
        ends = FrontEnds(self.part, goal, self.bars)
        rungs = [[b for b in self.bars if b.rung == rung] for rung in sorted({b.rung for b in self.bars})]
        for at, these in enumerate(rungs):
            picks = nearest_of(ends, these, _part_of(watch, at, len(rungs) + 1))
            for k, i in enumerate(self.rows):
                it = self._picked(these, picks, k)
                self.nearest[i] += [] if it is None else [it]
        self.recommended = Recommended(ends, self.bars)
        self.least[self.rows] = self.recommended.least(_part_of(watch, len(rungs), len(rungs) + 1))

    def take(self, bound: Floats) -> None:
        """Find the recommended builds that have no more points than ``bound``."""
        if self.recommended is not None:
            self.taken = self.recommended.take(bound[self.rows])

    def best(self, i: int) -> Build | None:
        """The recommended build of a size, with the room counted for it."""
        k = self.row_of.get(i)
        if k is None or self.taken is None:
            return None
        picks, merits = self.taken
        return self._picked(self.bars, picks, k, int(merits.room_mm[k]))

    def _picked(self, bars: Sequence[BarOption], picks: Picks, k: int, counted_mm: int = 0) -> Build | None:
        """What was picked for the ``k``-th size, None where nothing was."""
        miss_mm = float(picks.miss[k])
        if miss_mm == float("inf"):
            return None
        bar, stem = bars[picks.bar[k]], self.part.stems[picks.stem[k]]
        place, heights = bar.places[picks.place[k]], (float(picks.cover[k]), float(picks.spacers[k]))
        return Build(stem, bool(picks.over[k]), bar, None, place, *heights, miss_mm, counted_mm)


class _Cockpits:
    """The same for one-piece cockpits."""

    def __init__(self, shelf: Shelf, goal: Goal) -> None:
        self.shelf = shelf
        self.nearest: list[list[Build]] = [[] for _ in shelf.frames]
        self.least = np.full(len(shelf.frames), np.inf)
        self.table = Cockpits(shelf.cockpits, goal) if shelf.cockpits else None
        if self.table is None:
            return
        self.inside = [self.table.inside(f) for f in shelf.frames]
        self.least = np.array([x.least for x in self.inside])
        for i, frame in enumerate(shelf.frames):
            pick = self.table.pick(frame)
            self.nearest[i] += [] if pick is None else [self._picked(i, pick)]

    def best(self, i: int, bound: float) -> Build | None:
        """The recommended combination of a size that has no more points than ``bound``."""
        if self.table is None:
            return None
        found = self.table.recommended(self.shelf.frames[i], self.inside[i], bound)
        return None if found is None else self._picked(i, *found)

    def _picked(self, i: int, pick: CockpitPick, counted_mm: int = 0) -> Build:
        it, cover_mm = self.shelf.cockpits[pick.cockpit], self.shelf.frames[i].cover_mm
        place = it.places[pick.place]
        return Build(None, False, None, it, place, cover_mm, pick.spacers_mm, pick.miss_mm, counted_mm)


def _part_of(watch: Watch | None, at: int, of: int) -> Watch | None:
    """A watcher of one of several rounds over the sizes, told how many rounds there are in all."""
    return None if watch is None else lambda done, every: watch(at * every + done, of * every)


def _merit(r: SizeResult, cost: float) -> tuple[float, ...]:
    """What recommended builds are told apart by, the better first."""
    weights, t = r.goal.weights, r.goal.tolerance
    edge = max(abs(r.miss.x_mm) / t.hand_x_mm, abs(r.miss.y_mm) / t.hand_y_mm) > weights.edge_share + 1e-9
    effort = r.place.effort * weights.tie_mm
    return edge, -(r.counted_mm // weights.room_step_mm), cost, round(r.miss_mm + effort, 9)


def _chosen(judge: Judge, i: int, nearest: Sequence[Build], inside: Sequence[Build], least: float) -> SizeResult | None:
    """The recommended of the builds ``inside`` on size ``i``, else the cheapest rung that is nearest.

    The nearest of every cost stand beside it.
    """
    if inside:
        made = []
        for b in inside:
            beside = [judge.result(i, x, nearest=True) for x in nearest if not x.alike(b)]
            same = len(beside) < len(nearest)
            made.append(judge.result(i, b, nearest=same, recommended=True, least_points=least, others=beside))
        return min(made, key=lambda r: _merit(r, r.cost))
    if not nearest:
        return None
    near = [judge.result(i, x, nearest=True, least_points=least) for x in nearest]
    first = nearest_of_all(near)
    return replace(first, others=tuple(r for r in near if r.bar_key != first.bar_key))


# What sizes are ranked by, the weightiest first.
Reason = Literal["work", "edge", "room", "cost", "near"]
REASONS: tuple[Reason, ...] = ("work", "edge", "room", "cost", "near")


def same_build(a: SizeResult, b: SizeResult) -> bool:
    """Whether two builds of one size are put together alike."""
    return (a.stem, a.turned_over, a.cockpit, a.bar, a.place, a.cover_mm, a.spacers_mm) == (
        b.stem,
        b.turned_over,
        b.cockpit,
        b.bar,
        b.place,
        b.cover_mm,
        b.spacers_mm,
    )


def work_step(r: SizeResult) -> int:
    """How many steps of what counts as equal a build's points lie above the least of all; 0 for as good."""
    return max(0, ceil((r.points - r.least_points) / r.goal.weights.equal_points - 1e-9) - 1)


def ranked(results: Sequence[SizeResult]) -> tuple[SizeResult, ...]:
    """Sizes as a workshop would take them: least against them, most room, least to pay, nearest; those out last.

    Points are counted from the least of every build of every size, in steps of what counts as equal, so that the first is
    the recommended build of all.
    """
    inside = [r for r in results if r.verdict != "out"]

    def key(r: SizeResult) -> tuple[float | str, ...]:
        return *_standing(r), r.frame.key

    out = sorted((r for r in results if r.verdict == "out"), key=_rank_out)
    return (*sorted(inside, key=key), *out)


def _standing(r: SizeResult) -> tuple[float, ...]:
    """What ranks a size inside the tolerance, one number for each of ``REASONS``, the less the better."""
    return work_step(r), *_merit(r, r.cost + r.frame.price)


def deciding(sizes: Sequence[SizeResult]) -> Reason | None:
    """What decided that the first of these sizes, ranked and inside the tolerance, is the first.

    The reason without which another would be: where there are several, the one that told it from those that were as good
    until then. ``None`` where the same one is first whatever is left out.
    """
    stand = [(*_standing(r), r.frame.key) for r in sizes]
    for i, reason in reversed(tuple(enumerate(REASONS))):
        without = [(*s[:i], *s[i + 1 :]) for s in stand]
        if min(without) < without[0]:
            return reason
    return None


def _rank_out(r: SizeResult) -> tuple[int, float, int, float, str]:
    seat_short = r.seat.short_mm if r.seat else 0.0
    return len(r.gates), r.miss_mm + seat_short, r.stem_rank, -min(r.room_up_mm, r.room_down_mm), r.frame.key
