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
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import StoppedError
from waymark.core.search.compiled import compiled, inlined
from waymark.core.search.exact import ROWS, THREADS, FrontEnds, Group, Picks, Watch, ordered_places
from waymark.core.search.headroom import reached, unbroken
from waymark.core.search.model import FREE, RUNG_COST, SMALL_PART, BarOption
from waymark.core.search.points import EPS_MM, RANKS, Floats, Ints, Ways, first_at_least
from waymark.core.search.settle import Chosen, Places, Sizes, none_yet
from waymark.core.workmanship import front_points, sum_points

Table = NDArray[np.float64]
_HAIR = 1e-9


class Lists(NamedTuple):
    """What belongs to each of several owners: that of owner k is ``each[start[k] : start[k + 1]]``."""

    each: Ints
    start: Ints


class BarSide(NamedTuple):
    """Bars place by place: whose place it is, its steps in mm; bar by bar: its places, points, rung, price."""

    of: Ints
    effort_mm: Floats
    places: Lists
    points: Floats
    rung: Ints
    price: Floats


class StemSide(NamedTuple):
    """Stems way by way: which stem, its rung and price, and where it puts the clamp in the steerer's axes, mm; stem by
    stem: its ways up."""

    stem: Ints
    ways: Lists
    rung: Ints
    price: Floats
    lift: Floats
    ahead: Floats


class PileSide(NamedTuple):
    """Piles, lowest first: height over the frame's own cover, mm, the order among equals, and which cover is under them;
    cover by cover: its piles."""

    height: Floats
    order: Ints
    cover: Ints
    piles: Lists


class How(NamedTuple):
    """How builds are judged: the tolerance each way, mm, the share of it that is its edge, and how room is counted, mm."""

    tol_x: float
    tol_y: float
    edge_share: float
    most: int
    step: float


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
            _lists(of_bar, len(bars)),
            np.array([sum_points(b.faults) for b in bars], np.float64),
            np.array([b.rung for b in bars], np.int64),
            np.array([b.price for b in bars], np.float64),
        )
        self.stands = [dict(stems[i].ways())[over] for i, over in ends.way_list]
        self.stem_side = StemSide(
            of_stem := np.array([i for i, _ in ends.way_list], np.int64),
            _lists(of_stem, len(stems)),
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
        return np.array(
            [
                front_points(s, piles.spacers, piles.cover + own, own, goal.stem_window, goal.weights)
                for s in self.stands
            ]
        )

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
            points, piles = self.points[id(group)], _pile_side(group)
            if points.size:
                _least(rows, ends.sizes, self.table, ends.ways, self.bar_side, piles, points, *ends.tolerance, least)

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
            points, piles = self.points[id(group)], _pile_side(group)
            if points.size:
                sides = self.bar_side, self.stem_side, piles
                _take(
                    rows,
                    ends.sizes,
                    self.table,
                    ends.ways,
                    *sides,
                    points,
                    how,
                    bound,
                    chosen,
                    merits,
                )
            pile = chosen.pile[rows]
            cover[rows] = ends.own_cover[rows] + group.every_pile.cover[pile]
            spacers[rows] = group.every_pile.spacers[pile]

        self._run(work)
        way = np.array(ends.way_list)[chosen.way]
        place = np.array(self.places or [(0, 0)])[chosen.place]
        picks = Picks(way[:, 0], way[:, 1].astype(np.bool_), cover, spacers, place[:, 0], place[:, 1], chosen.miss)
        return picks, merits


def _pile_side(group: Group) -> PileSide:
    piles = group.every_pile
    covers = np.unique(piles.cover)
    of_cover = np.searchsorted(covers, piles.cover)
    return PileSide(piles.total, piles.order, of_cover, _lists(of_cover, covers.size))


def _lists(owner: Ints, owners: int) -> Lists:
    """What belongs to each owner, in order: ``owner`` says whose each is."""
    return Lists(np.argsort(owner, kind="stable"), np.searchsorted(np.sort(owner), np.arange(owners + 1)))


@inlined
def _miss(sizes: Sizes, i: int, excess: float, short: float) -> float:
    square = excess * (excess * sizes.along[i] - 2 * short * sizes.across[i]) + short * short * sizes.square[i]
    return float(np.floor(np.sqrt(max(square, 0.0)) * 1e9 + 0.5) / 1e9)


@inlined
def _off(sizes: Sizes, i: int, excess: float, short: float) -> tuple[float, float]:
    """How far a build misses, level and plumb, mm: from what its pile has too much and its stem too little."""
    c, s = sizes.cos[i], sizes.sin[i]
    return -c * excess - s * short, s * excess - c * short


@inlined
def _wanted(sizes: Sizes, places: Places, i: int, p: int) -> tuple[float, float]:
    """Where size ``i`` wants the bar clamp for place ``p``: up and ahead of its head top."""
    c, s, x, y = sizes.cos[i], sizes.sin[i], places.x[p], places.y[p]
    return sizes.up[i] + x * c - y * s, sizes.ahead[i] - x * s - y * c


@inlined
def _lowest(sizes: Sizes, i: int, piles: PileSide, wanted: float, short: float, tol_y: float) -> int:
    """The lowest pile that may come within the plumb tolerance."""
    lowest = wanted + (sizes.cos[i] * short - tol_y) / sizes.sin[i] - 1e-6
    return first_at_least(piles.height, 0, piles.height.size, lowest)


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
    way_least, kept = least_of_rows(points), _room_to_keep(ways)
    for r in range(rows.size):
        i = rows[r]
        _keep(kept, ways, way_least, np.inf)
        # No build inside the tolerance has a greater forward error than its corner has.
        far, best = tol_x * sizes.sin[i] + tol_y * sizes.cos[i] + 1e-6, np.inf
        for p in range(places.x.size):
            of_bar = bars.points[bars.of[p]]
            if of_bar >= best:
                continue
            up, ahead = _wanted(sizes, places, i, p)
            lo, hi, before = kept.start[places.front[p]], kept.stop[places.front[p]], best
            for k in range(first_at_least(kept.ahead, lo, hi, ahead - far), hi):
                w, short = kept.at[k], ahead - kept.ahead[k]
                way = ways.way[w]
                if short < -far:
                    break
                if of_bar + way_least[way] >= best:
                    continue
                for h in range(_lowest(sizes, i, piles, up - ways.lift[w], short, tol_y), piles.height.size):
                    x, y = _off(sizes, i, piles.height[h] - up + ways.lift[w], short)
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
    # The room of a stem with a bar and each cover, and the most with any, which is the same however they stand now; and
    # of which row it was counted.
    covers, all_round = piles.piles.start.size - 1, 4 * how.most
    rooms = np.empty((stems.stem.max() + 1, bars.points.size, covers), np.int64)
    tops, counted = np.empty(rooms.shape[:2], np.int64), np.full(rooms.shape[:2], -1, np.int64)
    way_least, kept = least_of_rows(points), _room_to_keep(ways)
    for r in range(rows.size):
        i = rows[r]
        far, limit = how.tol_x * sizes.sin[i] + how.tol_y * sizes.cos[i] + 1e-6, bound[i] + _HAIR
        order, tie = 0, 0
        _keep(kept, ways, way_least, limit)
        for p in range(places.x.size):
            bar = bars.of[p]
            if bars.points[bar] > limit:
                continue
            up, ahead = _wanted(sizes, places, i, p)
            lo, hi = kept.start[places.front[p]], kept.stop[places.front[p]]
            for k in range(first_at_least(kept.ahead, lo, hi, ahead - far), hi):
                w, short = kept.at[k], ahead - kept.ahead[k]
                way = ways.way[w]
                if short < -far:
                    break
                if bars.points[bar] + way_least[way] > limit:
                    continue
                cost = RUNG_COST * max(bars.rung[bar], stems.rung[way]) + bars.price[bar] + stems.price[way]
                stem, held_steps = stems.stem[way], merits.room_mm[i] // how.step
                # Beaten whatever its pile: what is chosen is off the edge, and this has no more room, costs more or is
                # further off.
                most = (tops[stem, bar] if counted[stem, bar] == r else all_round) // how.step
                if chosen.miss[i] < np.inf and merits.edge[i] == 0:
                    held_merits = -held_steps, merits.cost[i], merits.weighed_mm[i]
                    if (-most, cost, bars.effort_mm[p]) > held_merits:
                        continue
                for h in range(_lowest(sizes, i, piles, up - ways.lift[w], short, how.tol_y), piles.height.size):
                    excess = piles.height[h] - up + ways.lift[w]
                    x, y = _off(sizes, i, excess, short)
                    if y > how.tol_y + EPS_MM:
                        break
                    outside = abs(x) > how.tol_x + EPS_MM or abs(y) > how.tol_y + EPS_MM
                    if outside or bars.points[bar] + points[way, h] > limit:
                        continue
                    miss = _miss(sizes, i, excess, short)
                    weighed = np.floor((miss + bars.effort_mm[p]) * 1e9 + 0.5) / 1e9
                    none = chosen.miss[i] == np.inf
                    edge = int(max(abs(x) / how.tol_x, abs(y) / how.tol_y) > how.edge_share + EPS_MM)
                    if not none and (edge, -most) > (merits.edge[i], -held_steps):
                        continue
                    if counted[stem, bar] != r:
                        for cover in range(covers):
                            rooms[stem, bar, cover] = _room(
                                sizes, i, places, bars, stems, piles, (stem, bar, cover), how
                            )
                        tops[stem, bar], counted[stem, bar] = rooms[stem, bar].max(), r
                        most = tops[stem, bar] // how.step
                    room = rooms[stem, bar, piles.cover[h]]
                    held_steps = merits.room_mm[i] // how.step
                    mine = edge, -(room // how.step), cost, weighed, p, piles.order[h], ways.tie[w]
                    held = (
                        merits.edge[i],
                        -held_steps,
                        merits.cost[i],
                        merits.weighed_mm[i],
                        chosen.place[i],
                        order,
                        tie,
                    )
                    if none or mine < held:
                        chosen.miss[i], chosen.way[i], chosen.place[i], chosen.pile[i] = miss, way, p, h
                        merits.room_mm[i], merits.cost[i], merits.weighed_mm[i] = room, cost, weighed
                        merits.edge[i] = edge
                        order, tie = piles.order[h], ways.tie[w]


@compiled
def _room(
    sizes: Sizes,
    i: int,
    places: Places,
    bars: BarSide,
    stems: StemSide,
    piles: PileSide,
    key: tuple[int, int, int],
    how: How,
) -> int:
    """Room all round of one stem, bar and cover (``key``) on size ``i``, each direction counted so far only."""
    stem, bar, cover = key
    c, s, most = sizes.cos[i], sizes.sin[i], how.most
    tol_x, tol_y = how.tol_x + EPS_MM, how.tol_y + EPS_MM
    # Beyond this forward error no step of any way is reached, whatever the pile.
    far = max(s * tol_x + c * (tol_y + most), s * (tol_x + most) + c * tol_y) + 1e-6
    # Steps from the furthest back and down to the furthest forward and up, a bit for each.
    plumb, level, inside = 0, 0, False
    heights = piles.piles.each[piles.piles.start[cover] : piles.piles.start[cover + 1]]
    for p in bars.places.each[bars.places.start[bar] : bars.places.start[bar + 1]]:
        high, ahead = _wanted(sizes, places, i, p)
        for w in stems.ways.each[stems.ways.start[stem] : stems.ways.start[stem + 1]]:
            short, lift = ahead - stems.ahead[w], stems.lift[w]
            if abs(short) > far:
                continue
            for h in heights:
                x, y = _off(sizes, i, piles.height[h] - high + lift, short)
                in_x, in_y = abs(x) <= tol_x, abs(y) <= tol_y
                if in_x:
                    plumb |= reached(y + most, how.tol_y, 2 * most)
                if in_y:
                    level |= reached(x + most, how.tol_x, 2 * most)
                inside = inside or (in_x and in_y)
    if not inside:
        return 0
    return unbroken(plumb, most) + unbroken(level, most)
