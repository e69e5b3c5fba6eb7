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
from waymark.core.search.headroom import close_runs, open_runs
from waymark.core.search.model import FREE, RUNG_COST, SMALL_PART, BarOption
from waymark.core.search.points import EPS_MM, RANKS, Floats, Ints, Ways, first_at_least
from waymark.core.search.settle import Chosen, Places, Sizes, none_yet
from waymark.core.workmanship import front_points, sum_points

Table = NDArray[np.float64]
_HAIR = 1e-9


class BarSide(NamedTuple):
    """Bars place by place: whose place it is, its steps in mm; bar by bar: points, rung, price."""

    of: Ints
    effort_mm: Floats
    points: Floats
    rung: Ints
    price: Floats


class StemSide(NamedTuple):
    """Stems way by way: which stem, its rung and price, and where it puts the clamp in the steerer's axes, mm."""

    stem: Ints
    rung: Ints
    price: Floats
    lift: Floats
    ahead: Floats


class PileSide(NamedTuple):
    """Piles: height over the frame's own cover, mm, the order among equals, and which cover is under them."""

    height: Floats
    order: Ints
    cover: Ints


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
            np.array([b for b, _ in self.places], np.int64),
            np.array([bars[b].places[p].effort * tie_mm for b, p in self.places], np.float64),
            np.array([sum_points(b.faults) for b in bars], np.float64),
            np.array([b.rung for b in bars], np.int64),
            np.array([b.price for b in bars], np.float64),
        )
        self.stands = [dict(stems[i].ways())[over] for i, over in ends.way_list]
        self.stem_side = StemSide(
            np.array([i for i, _ in ends.way_list], np.int64),
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
    return PileSide(piles.total, piles.order, np.searchsorted(np.unique(piles.cover), piles.cover))


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
    way_least = least_of_rows(points)
    for r in range(rows.size):
        i = rows[r]
        # No build inside the tolerance has a greater forward error than its corner has.
        far, best = tol_x * sizes.sin[i] + tol_y * sizes.cos[i] + 1e-6, np.inf
        for p in range(places.x.size):
            of_bar = bars.points[bars.of[p]]
            if of_bar >= best:
                continue
            up, ahead = _wanted(sizes, places, i, p)
            lo, hi = ways.start[places.front[p], RANKS], ways.stop[places.front[p], RANKS]
            for w in range(first_at_least(ways.ahead, lo, hi, ahead - far), hi):
                short, way = ahead - ways.ahead[w], ways.way[w]
                if short < -far:
                    break
                if of_bar + way_least[way] >= best:
                    continue
                for h in range(piles.height.size):
                    x, y = _off(sizes, i, piles.height[h] - up + ways.lift[w], short)
                    if abs(x) <= tol_x + EPS_MM and abs(y) <= tol_y + EPS_MM:
                        best = min(best, of_bar + points[way, h])
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
    # The room of a stem with a bar and a cover, which is the same however they stand now; -1: not counted yet.
    rooms = np.empty((stems.stem.max() + 1, bars.points.size, piles.cover.max() + 1), np.int64)
    change, way_least = np.zeros((4, how.most + 2), np.int64), least_of_rows(points)
    for r in range(rows.size):
        i = rows[r]
        rooms[:] = -1
        far, limit = how.tol_x * sizes.sin[i] + how.tol_y * sizes.cos[i] + 1e-6, bound[i] + _HAIR
        order, tie = 0, 0
        for p in range(places.x.size):
            bar = bars.of[p]
            if bars.points[bar] > limit:
                continue
            up, ahead = _wanted(sizes, places, i, p)
            lo, hi = ways.start[places.front[p], RANKS], ways.stop[places.front[p], RANKS]
            for w in range(first_at_least(ways.ahead, lo, hi, ahead - far), hi):
                short, way = ahead - ways.ahead[w], ways.way[w]
                if short < -far:
                    break
                if bars.points[bar] + way_least[way] > limit:
                    continue
                cost = RUNG_COST * max(bars.rung[bar], stems.rung[way]) + bars.price[bar] + stems.price[way]
                for h in range(piles.height.size):
                    excess = piles.height[h] - up + ways.lift[w]
                    x, y = _off(sizes, i, excess, short)
                    outside = abs(x) > how.tol_x + EPS_MM or abs(y) > how.tol_y + EPS_MM
                    if outside or bars.points[bar] + points[way, h] > limit:
                        continue
                    miss = _miss(sizes, i, excess, short)
                    weighed = np.floor((miss + bars.effort_mm[p]) * 1e9 + 0.5) / 1e9
                    none = chosen.miss[i] == np.inf
                    edge = max(abs(x) / how.tol_x, abs(y) / how.tol_y) > how.edge_share + EPS_MM
                    # Beaten whatever its room: on the edge where something is not, or against all the room there is.
                    full = not none and merits.room_mm[i] >= 4 * how.most
                    worse = full and (cost, weighed) > (merits.cost[i], merits.weighed_mm[i])
                    if not none and (edge, worse) > (merits.edge[i] > 0, False):
                        continue
                    key = stems.stem[way], bar, piles.cover[h]
                    if rooms[key] < 0:
                        rooms[key] = _room(sizes, i, places, bars, stems, piles, key, how, change)
                    steps, held_steps = rooms[key] // how.step, merits.room_mm[i] // how.step
                    mine = (int(edge), -steps, cost, weighed, p, piles.order[h], ways.tie[w])
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
                        merits.room_mm[i], merits.cost[i], merits.weighed_mm[i] = rooms[key], cost, weighed
                        merits.edge[i] = int(edge)
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
    change: NDArray[np.int64],
) -> int:
    """Room all round of one stem, bar and cover (``key``) on size ``i``, each direction counted so far only."""
    stem, bar, cover = key
    change[:] = 0
    inside = False
    for p in range(places.x.size):
        if bars.of[p] != bar:
            continue
        up, ahead = _wanted(sizes, places, i, p)
        for w in range(stems.stem.size):
            if stems.stem[w] != stem:
                continue
            for h in range(piles.height.size):
                if piles.cover[h] == cover:
                    x, y = _off(sizes, i, piles.height[h] - up + stems.lift[w], ahead - stems.ahead[w])
                    inside = open_runs(change, x, y, how.tol_x, how.tol_y, how.most) or inside
    return int(close_runs(change, how.most).sum()) if inside else 0
