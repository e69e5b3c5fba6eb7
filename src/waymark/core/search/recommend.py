"""The build a good workshop would put together on each size (docs/formulas.md, Workmanship).

The stated problem. Of all builds of a size that stay inside the tolerance, with any of the bars, those within half a
point of the least workmanship count as equal. Of these take one that is not on the tolerance's edge, then the one with
the most room to move later (each direction counted so far only, all together in whole steps), then what costs least to
buy, then the least sum of miss and steps of bar and lever, a step for a millimetre; of equals the place that comes
first, the lower pile, the stem as printed, the stem that stands first.
A search that tries every build there is, with formulas of its own, must agree (the tests' oracle).

Points are those of the bar and of a stem over a pile, so they are tables; a size only says which of them its tolerance
holds. What the frame itself costs is the same for all its builds.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit import Stem
from waymark.core.errors import StoppedError
from waymark.core.rules.house import StemWindow
from waymark.core.rules.weights import Weights
from waymark.core.search.all_round import count_rooms, most_room
from waymark.core.search.compiled import compiled, inlined
from waymark.core.search.exact import ROWS, THREADS, FrontEnds, Group, Picks, Watch, ordered_places
from waymark.core.search.model import FREE, RUNG_COST, SMALL_PART, BarOption
from waymark.core.search.points import EPS_MM, RANKS, Floats, Ints, Ways, first_at_least
from waymark.core.search.settle import Chosen, Places, Sizes, none_yet
from waymark.core.search.sides import (
    BarSide,
    How,
    PileSide,
    StemSide,
    lists,
    lowest,
    off,
    place_clamps,
    room_for_clamps,
)
from waymark.core.workmanship import front_points, sum_points

Table = NDArray[np.float64]
_HAIR = 1e-9


class Merits(NamedTuple):
    """What the recommended builds are told apart by: whether on the tolerance's edge, room counted, mm, what they cost,
    miss and steps together, mm."""

    edge: Ints
    room_mm: Ints
    cost: Floats
    weighed_mm: Floats


class Recommended:
    """The recommended builds of every size of a search, over all bars at once."""

    def __init__(self, ends: FrontEnds, bars: Sequence[BarOption]) -> None:
        self.ends = ends
        tie_mm, stems = ends.goal.weights.tie_mm, ends.shelf.stems
        self.places = [p for p in ordered_places(bars) if bars[p[0]].clamp_mm in ends.fronts]
        marks = [bars[b].places[p].off for b, p in self.places]
        self.table = Places(
            np.array([m.x_mm for m in marks], np.float64),
            np.array([m.y_mm for m in marks], np.float64),
            np.array([ends.fronts[bars[b].clamp_mm] for b, _ in self.places], np.int64),
        )
        self.bar_side = BarSide(
            of_bar := np.array([b for b, _ in self.places], np.int64),
            np.array([bars[b].places[p].effort * tie_mm for b, p in self.places], np.float64),
            lists(of_bar, len(bars)),
            np.array([sum_points(b.faults) for b in bars], np.float64),
            np.array([b.rung for b in bars], np.int64),
            np.array([b.price for b in bars], np.float64),
        )
        self.stands = [dict(stems[i].ways())[over] for i, over in ends.way_list]
        self.stem_side = StemSide(
            of_stem := np.array([i for i, _ in ends.way_list], np.int64),
            lists(of_stem, len(stems)),
            np.array([FREE if stems[i].owned else SMALL_PART for i, _ in ends.way_list], np.int64),
            np.array([stems[i].price for i, _ in ends.way_list], np.float64),
            np.array([s.up_mm for s in self.stands], np.float64),
            np.array([s.ahead_mm for s in self.stands], np.float64),
        )
        self.points = {id(group): self._points(group) for group in ends.groups}

    def _points(self, group: Group) -> Table:
        """Points of every way over every pile of a group of sizes."""
        goal, piles = self.ends.goal, group.every_pile
        own = float(self.ends.own_cover[group.rows[0]])
        over = tuple(piles.spacers.tolist()), tuple((piles.cover + own).tolist()), own
        return _points_of(tuple(self.stands), *over, goal.stem_window, goal.weights)

    def _run(self, work: Callable[[Group, Ints], None], watch: Watch | None = None) -> None:
        """Do the work block by block side by side: the compiled loops let go of the interpreter."""
        blocks = [(g, g.rows[at : at + ROWS]) for g in self.ends.groups for at in range(0, g.rows.size, ROWS)]
        pool, done, of = ThreadPoolExecutor(THREADS), 0, len(self.ends.shelf.frames)
        try:
            for (_, rows), _ in zip(blocks, pool.map(lambda block: work(*block), blocks), strict=True):
                done += rows.size
                if watch is not None and not watch(done, of):
                    raise StoppedError("The search was stopped.")
        finally:
            pool.shutdown(cancel_futures=True)

    def least(self, watch: Watch | None = None) -> Floats:
        """The least points of every size inside its tolerance, its frame's own left out; inf where none is inside."""
        ends, least = self.ends, np.full(len(self.ends.shelf.frames), np.inf)

        def work(group: Group, rows: Ints) -> None:
            points = self.points[id(group)]
            if points.size:
                sides = self.bar_side, _pile_side(group)
                _least(rows, ends.sizes, self.table, ends.ways, *sides, points, *ends.tolerance, least)

        self._run(work, watch)
        return least

    def take(self, bound: Floats) -> tuple[Picks, Merits]:
        """The best build of every size that has no more points than ``bound``; miss inf where there is none."""
        ends, count = self.ends, len(self.ends.shelf.frames)
        chosen, weights = none_yet(count), ends.goal.weights
        how = How(*ends.tolerance, weights.edge_share, int(weights.room_counted_mm), weights.room_step_mm)
        none = np.zeros(count, np.int64), np.zeros(count, np.int64)
        merits = Merits(*none, np.full(count, np.inf), np.full(count, np.inf))
        cover, spacers = np.zeros(count), np.zeros(count)

        def work(group: Group, rows: Ints) -> None:
            points = self.points[id(group)]
            if points.size:
                sides = self.bar_side, self.stem_side, _pile_side(group)
                _take(rows, ends.sizes, self.table, ends.ways, *sides, points, how, bound, chosen, merits)
            pile = chosen.pile[rows]
            cover[rows] = ends.own_cover[rows] + group.every_pile.cover[pile]
            spacers[rows] = group.every_pile.spacers[pile]

        self._run(work)
        way = np.array(ends.way_list)[chosen.way]
        place = np.array(self.places or [(0, 0)])[chosen.place]
        picks = Picks(way[:, 0], way[:, 1].astype(np.bool_), cover, spacers, place[:, 0], place[:, 1], chosen.miss)
        return picks, merits


# One shelf is searched again at every edit, for other goals and for one frame of many.
@lru_cache(maxsize=256)
def _points_of(
    stands: tuple[Stem, ...],
    spacers_mm: tuple[float, ...],
    cover_mm: tuple[float, ...],
    own_mm: float,
    window: StemWindow,
    weights: Weights,
) -> Table:
    """Points of every stem as it stands over every pile."""
    spacers, cover = np.array(spacers_mm), np.array(cover_mm)
    made = np.array([front_points(s, spacers, cover, own_mm, window, weights) for s in stands])
    made.flags.writeable = False
    return made


def _pile_side(group: Group) -> PileSide:
    piles = group.every_pile
    covers = np.unique(piles.cover)
    of_cover = np.searchsorted(covers, piles.cover)
    every_mm = piles.total[0] + np.arange(int(piles.total[-1] - piles.total[0]) + 1)
    from_mm = np.searchsorted(piles.total, every_mm)
    return PileSide(piles.total, piles.order, of_cover, from_mm)


@inlined
def _miss(sizes: Sizes, i: int, excess: float, short: float) -> float:
    square = excess * (excess * sizes.along[i] - 2 * short * sizes.across[i]) + short * short * sizes.square[i]
    return float(np.floor(np.sqrt(max(square, 0.0)) * 1e9 + 0.5) / 1e9)


class _Kept(NamedTuple):
    """Stems and ways up of every front that may still be taken, sorted by ``ahead``, mm: their places in ``Ways``, and
    where each front's begin and end."""

    ahead: Floats
    at: Ints
    start: Ints
    stop: Ints


@compiled
def _room_to_keep(ways: Ways) -> _Kept:
    """Room for all there are."""
    every, fronts = ways.ahead.size, ways.start.shape[0]
    return _Kept(np.empty(every), np.empty(every, np.int64), np.zeros(fronts, np.int64), np.zeros(fronts, np.int64))


@compiled
def _keep(kept: _Kept, ways: Ways, way_least: Floats, limit: float) -> None:
    """Keep the stems and ways up that count no more than ``limit`` over their best pile."""
    at = 0
    for front in range(kept.start.size):
        kept.start[front] = at
        for w in range(ways.start[front, RANKS], ways.stop[front, RANKS]):
            if way_least[ways.way[w]] <= limit:
                kept.ahead[at], kept.at[at], at = ways.ahead[w], w, at + 1
        kept.stop[front] = at


@compiled
def _least(
    rows: Ints,
    sizes: Sizes,
    places: Places,
    ways: Ways,
    bars: BarSide,
    piles: PileSide,
    points: Table,
    tol_x: float,
    tol_y: float,
    least: Floats,
) -> None:
    """The least points of each of ``rows`` over all builds inside the tolerance."""
    way_least, kept, at = least_of_rows(points), _room_to_keep(ways), room_for_clamps(places, bars)
    for r in range(rows.size):
        i = rows[r]
        _keep(kept, ways, way_least, np.inf)
        place_clamps(at, sizes, i, places, bars)
        # No build inside the tolerance has a greater forward error than its corner has.
        far, best = tol_x * sizes.sin[i] + tol_y * sizes.cos[i] + 1e-6, np.inf
        for p in range(places.x.size):
            of_bar = bars.points[bars.of[p]]
            if of_bar >= best:
                continue
            up, ahead = at.up[p], at.ahead[p]
            lo, hi, before = kept.start[places.front[p]], kept.stop[places.front[p]], best
            for k in range(first_at_least(kept.ahead, lo, hi, ahead - far), hi):
                w, short = kept.at[k], ahead - kept.ahead[k]
                way = ways.way[w]
                if short < -far:
                    break
                if of_bar + way_least[way] >= best:
                    continue
                for h in range(lowest(sizes, i, piles, up - ways.lift[w], short, tol_y), piles.height.size):
                    x, y = off(sizes, i, piles.height[h] - up + ways.lift[w], short)
                    if y > tol_y + EPS_MM:
                        break
                    if abs(x) <= tol_x + EPS_MM and abs(y) <= tol_y + EPS_MM:
                        best = min(best, of_bar + points[way, h])
            if best < before:
                _keep(kept, ways, way_least, best)
        least[i] = best


@compiled
def least_of_rows(points: Table) -> Floats:
    """The least of each row."""
    least = np.empty(points.shape[0])
    for w in range(points.shape[0]):
        least[w] = points[w].min()
    return least


class _Held(NamedTuple):
    """What the best build of a size so far is told apart by, in this order: less of each is better."""

    edge: int
    fewer_steps: int
    cost: float
    weighed_mm: float
    place: int
    order: int
    tie: int


@inlined
def _none_held() -> _Held:
    """Any build is better than none."""
    return _Held(2, 0, np.inf, np.inf, 0, 0, 0)


@compiled
def _take(
    rows: Ints,
    sizes: Sizes,
    places: Places,
    ways: Ways,
    bars: BarSide,
    stems: StemSide,
    piles: PileSide,
    points: Table,
    how: How,
    bound: Floats,
    chosen: Chosen,
    merits: Merits,
) -> None:
    """Give each of ``rows`` the best of its builds with no more points than its ``bound``."""
    # The room of a stem with a bar and each cover, which is the same however they stand now, and the steps of the most
    # with any: at first a bound above them, then as counted; and of which row either is.
    covers, steps = piles.cover.max() + 1, _steps_of_room(how)
    rooms, bits = np.empty((stems.stem.max() + 1, bars.points.size, covers), np.int64), np.empty((2, covers), np.int64)
    most, bounded = np.empty(rooms.shape[:2], np.int64), np.full(rooms.shape[:2], -1, np.int64)
    counted = bounded.copy()
    way_least, kept, at = least_of_rows(points), _room_to_keep(ways), room_for_clamps(places, bars)
    for r in range(rows.size):
        i, held = rows[r], _none_held()
        if bound[i] == np.inf:
            continue
        far, limit = how.tol_x * sizes.sin[i] + how.tol_y * sizes.cos[i] + 1e-6, bound[i] + _HAIR
        _keep(kept, ways, way_least, limit)
        place_clamps(at, sizes, i, places, bars)
        for p in range(places.x.size):
            bar, effort = bars.of[p], bars.effort_mm[p]
            if bars.points[bar] > limit:
                continue
            up, ahead = at.up[p], at.ahead[p]
            lo, hi = kept.start[places.front[p]], kept.stop[places.front[p]]
            for k in range(first_at_least(kept.ahead, lo, hi, ahead - far), hi):
                w, short = kept.at[k], ahead - kept.ahead[k]
                way = ways.way[w]
                if short < -far:
                    break
                if bars.points[bar] + way_least[way] > limit:
                    continue
                stem, cost = stems.stem[way], _cost(bars, stems, bar, way)
                if bounded[stem, bar] != r:
                    most[stem, bar] = steps[most_room(sizes, i, at, stems, piles, stem, bar, how)]
                    bounded[stem, bar] = r
                # Its forward error leaves so much whatever the pile.
                if held < (0, -most[stem, bar], cost, effort + abs(short) * sizes.slender[i] - 1e-6, 0, 0, 0):
                    continue
                for h in range(lowest(sizes, i, piles, up - ways.lift[w], short, how.tol_y), piles.height.size):
                    excess = piles.height[h] - up + ways.lift[w]
                    x, y = off(sizes, i, excess, short)
                    if y > how.tol_y + EPS_MM:
                        break
                    outside = abs(x) > how.tol_x + EPS_MM or abs(y) > how.tol_y + EPS_MM
                    if outside or bars.points[bar] + points[way, h] > limit:
                        continue
                    edge = int(max(abs(x) / how.tol_x, abs(y) / how.tol_y) > how.edge_share + EPS_MM)
                    if (held.edge, held.fewer_steps) < (edge, -most[stem, bar]):
                        continue
                    if counted[stem, bar] != r:
                        count_rooms(sizes, i, at, bars, stems, piles, stem, bar, how, bits, rooms[stem, bar])
                        most[stem, bar], counted[stem, bar] = steps[rooms[stem, bar].max()], r
                    room, miss = rooms[stem, bar, piles.cover[h]], _miss(sizes, i, excess, short)
                    weighed = np.floor((miss + effort) * 1e9 + 0.5) / 1e9
                    mine = _Held(edge, -steps[room], cost, weighed, p, piles.order[h], ways.tie[w])
                    if mine < held:
                        held = mine
                        chosen.miss[i], chosen.way[i], chosen.place[i], chosen.pile[i] = miss, way, p, h
                        merits.edge[i], merits.room_mm[i] = edge, room
                        merits.cost[i], merits.weighed_mm[i] = cost, weighed


@inlined
def _cost(bars: BarSide, stems: StemSide, bar: int, way: int) -> float:
    return float(RUNG_COST * max(bars.rung[bar], stems.rung[way]) + bars.price[bar] + stems.price[way])


@compiled
def _steps_of_room(how: How) -> Ints:
    """Whole steps in every room that may be counted."""
    steps = np.empty(4 * how.most + 1, np.int64)
    for room in range(steps.size):
        steps[room] = room // how.step
    return steps
