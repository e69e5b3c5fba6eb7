"""The exact best build of every frame size: stem, way up, cover, spacers, bar and its place.

docs/formulas.md, Cockpit; Search.

The stated problem. A size carries the goal exactly when some build puts the hand inside the tolerance, level and
plumb. Of the builds inside take the least weighted miss; those within 1 mm of it tie. Of those that tie take, in
this order: the better stem length class, no tall pile, the place that comes first (bar by preference, then fewest
steps from what the school asks), the smaller miss, the lower pile, the stem as printed, the stem that stands first.
A size with no build inside is given at its least weighted miss. A search that tries every build there is, with
formulas of its own, must agree (the tests' oracle).

How it stays exact and quick. A place of a bar shifts the goal; in a frame's steerer axes a front end is a
point that no frame moves (``points``). For every size and place one table look-up says which classes of front
end could lie within reach; classes and places are then computed in order of preference until one stands
(``settle``). Sizes near or beyond the shelf's edge are settled by bounds from below. Tables and bounds rule out
only what cannot be; every number given is computed from the formulas.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import StoppedError
from waymark.core.search.model import BarOption, Goal, Shelf
from waymark.core.search.piles import Piles, piles_of
from waymark.core.search.points import (
    RANKS,
    Extent,
    Far,
    Floats,
    Heights,
    Ints,
    Near,
    Ways,
    box_of,
    far_tables,
    forms,
    near_tables,
)
from waymark.core.search.settle import Places, Sizes, none_yet, settle_far, settle_near

# Sizes are settled in turn by how far their least miss may be; the tolerance's corner comes last.
_LEAST_CAPS_MM = (0.25, 1.5)
_HAIR_MM = 1e-6
# A search answers its watcher this often.
ROWS = 512
THREADS = 4
# Cells of a table as a share of its radius: finer ones promise less in vain but cost more to make, which pays
# where many sizes ask.
_FINE, _COARSE, _MANY_SIZES = 0.35, 1.0, 2000
# How far the tables reach beyond the front ends: some radii, so that their margins are empty, and some mm.
_MARGIN_RADII, _MARGIN_MM = 5.0, 60.0

Watch = Callable[[int, int], bool]


@dataclass(frozen=True, slots=True)
class Picks:
    """The chosen build of each frame size, as arrays over the sizes.

    ``stem`` indexes the shelf's stems, ``over`` is true where it is turned over; ``bar`` indexes the bars
    searched and ``place`` the places of that bar. ``miss`` is the weighted miss, mm, inf where nothing fits.
    """

    stem: Ints
    over: NDArray[np.bool_]
    cover: Floats
    spacers: Floats
    bar: Ints
    place: Ints
    miss: Floats


def ordered_places(bars: Sequence[BarOption]) -> list[tuple[int, int]]:
    """(bar, place) pairs in order of preference: the bar's own, then the steps from the school, then as listed."""
    every = [(b, p) for b, bar in enumerate(bars) for p in range(len(bar.places))]
    return sorted(every, key=lambda x: (bars[x[0]].preference, bars[x[0]].places[x[1]].effort, x))


def pick_best(shelf: Shelf, goal: Goal, bars: Sequence[BarOption] | None = None, watch: Watch | None = None) -> Picks:
    """The best build of every frame size with one of ``bars`` (the goal's own bar where none is given).

    ``watch`` is told how many sizes are done of how many and stops the search by answering False, which
    raises ``StoppedError``. Raises ``ValueError`` on an empty shelf.
    """
    bars = tuple(bars) if bars else (goal.own_bar(),)
    return nearest_of(FrontEnds(shelf, goal, bars), bars, watch)


def nearest_of(ends: FrontEnds, bars: Sequence[BarOption], watch: Watch | None = None) -> Picks:
    """The same on front ends whose tables are made already, so that several sets of bars may share them."""
    search, done = _Search(ends, bars), 0
    for settled in search.run():
        done += settled
        if watch is not None and not watch(done, len(ends.shelf.frames)):
            raise StoppedError("The search was stopped.")
    return search.picks(search.nearest)


class FrontEnds:
    """Sizes in their steerers' axes and the front ends they may have, shared by every set of bars."""

    def __init__(self, shelf: Shelf, goal: Goal, bars: Sequence[BarOption]) -> None:
        if not shelf.frames or not shelf.stems:
            raise ValueError("a search needs at least one frame size and one stem")
        self.shelf, self.goal = shelf, goal
        theta = np.radians(np.array([f.head_angle_deg for f in shelf.frames]))
        cos, sin = np.cos(theta), np.sin(theta)
        away_x = goal.hand.x_mm - np.array([f.reach_mm for f in shelf.frames])
        away_y = goal.hand.y_mm - np.array([f.stack_mm for f in shelf.frames])
        self.own_cover = np.array([f.cover_mm for f in shelf.frames])
        weights = goal.tolerance.hand_weights()
        # Up from the frame's own cover, so that sizes differing by it alone share their points.
        self.sizes = Sizes(
            -away_x * cos + away_y * sin - self.own_cover,
            away_x * sin + away_y * cos,
            cos,
            sin,
            *forms(theta, *weights),
            float(min(weights)),
        )
        # The corner of the tolerance misses most of all that is inside; a hair more for what stands just on it.
        corner = float(np.sqrt(2 * goal.tolerance.hand_x_mm * goal.tolerance.hand_y_mm)) + _HAIR_MM
        self.tolerance = float(goal.tolerance.hand_x_mm), float(goal.tolerance.hand_y_mm)
        self.caps = (*(c for c in _LEAST_CAPS_MM if c < corner), corner)
        self.way_list = [(i, over) for i, s in enumerate(shelf.stems) for over, _ in s.ways()]
        self.fronts, self.ways = self._fronts(bars)
        self.groups = self._groups(bars)

    def _fronts(self, bars: Sequence[BarOption]) -> tuple[dict[float | None, int], Ways]:
        """The number of each clamp diameter that some stem holds, and the ways of all of them."""
        stems, fronts = self.shelf.stems, dict[float | None, int]()
        every: list[tuple[float, float, int, int]] = []
        bounds: list[list[tuple[int, int]]] = []
        for clamp in dict.fromkeys(b.clamp_mm for b in bars):
            mine = [
                (dict(stems[i].ways())[over], i + (len(stems) if over else 0), w)
                for w, (i, over) in enumerate(self.way_list)
                if clamp is None or stems[i].bar_clamp_mm == clamp
            ]
            if not mine:
                continue
            fronts[clamp] = len(fronts)
            bounds.append([])
            for rank in (*range(RANKS), None):
                start = len(every)
                every += sorted(
                    (s.ahead_mm, s.up_mm, tie, w)
                    for s, tie, w in mine
                    if rank is None or self.goal.stem_window.rank(s.length_mm) == rank
                )
                bounds[-1].append((start, len(every)))
        at = np.array(bounds, np.int64).reshape(-1, RANKS + 1, 2)
        ahead, lift, tie, way = zip(*every, strict=True) if every else ((), (), (), ())
        return fronts, Ways(
            np.array(ahead, np.float64),
            np.array(lift, np.float64),
            np.array(tie, np.int64),
            np.array(way, np.int64),
            at[:, :, 0].copy(),
            at[:, :, 1].copy(),
        )

    def _groups(self, bars: Sequence[BarOption]) -> list[Group]:
        """Sizes that share their piles."""
        kinds: dict[tuple[float, ...], list[int]] = {}
        for i, f in enumerate(self.shelf.frames):
            others = (round(c - f.cover_mm, 6) for c in f.covers_mm)
            # A low cover costs no points whatever its height, so such sizes may share their piles.
            low = not f.covers_mm and f.cover_mm <= self.goal.weights.cover_free_mm
            kinds.setdefault((f.spacer_limit_mm, 0.0 if low else f.cover_mm, *others), []).append(i)
        offsets = [
            np.array([(p.off.x_mm, p.off.y_mm) for b in bars if b.clamp_mm == clamp for p in b.places])
            for clamp in self.fronts
        ]
        groups = []
        for kept in kinds.values():
            rows = np.array(kept)
            piles = piles_of(self.shelf.frames[kept[0]], self.shelf.spacers_mm, self.goal.weights)
            heights = piles.sets()
            extents = [self._extent(rows, off, box_of(self.ways, heights, f)) for f, off in enumerate(offsets)]
            groups.append(Group(rows, piles, heights, extents, self))
        return groups

    def _extent(self, rows: Ints, off: Floats, box: Extent) -> Extent:
        """Where front ends lie and where the sizes of ``rows`` want them, with room to spare."""
        theta = np.arctan2(self.sizes.sin[rows], self.sizes.cos[rows])
        grid = np.linspace(theta.min(), theta.max(), 17)
        off_u = np.outer(np.cos(grid), off[:, 0]) - np.outer(np.sin(grid), off[:, 1])
        off_n = np.outer(np.sin(grid), off[:, 0]) + np.outer(np.cos(grid), off[:, 1])
        # Between two angles of the grid an offset bows by no more than r·Δ²/8.
        room = 1 + float(np.hypot(*off.T).max()) * float(grid[1] - grid[0]) ** 2 / 8
        u, a = self.sizes.up[rows], self.sizes.ahead[rows]
        # Far from every front end nothing can tie: the tables end there, however far a goal lies.
        far = _MARGIN_RADII * (self.goal.weights.tie_mm + self.caps[-1]) / np.sqrt(self.sizes.least_weight) + _MARGIN_MM
        return Extent(
            max(min(box.up0, float(u.min() + off_u.min())) - room, box.up0 - far),
            min(max(box.up1, float(u.max() + off_u.max())) + room, box.up1 + far),
            max(min(box.ahead0, float(a.min() - off_n.max())) - room, box.ahead0 - far),
            min(max(box.ahead1, float(a.max() - off_n.min())) + room, box.ahead1 + far),
        )


class Group:
    """Sizes that share their piles, and the tables over their front ends, made when asked for."""

    def __init__(self, rows: Ints, piles: Piles, heights: Heights, extents: list[Extent], ends: FrontEnds) -> None:
        self.rows, self.piles, self.heights = rows, piles, heights
        # Two piles may stand as high and not look as good: a lower cover than the frame's own under more spacers.
        self.every_pile = piles_of(ends.shelf.frames[rows[0]], ends.shelf.spacers_mm, ends.goal.weights, equals=True)
        self._extents, self._ends = extents, ends
        self._near: dict[float, Near] = {}
        self._far: Far | None = None
        self._making = Lock()

    def near(self, cap_mm: float) -> Near:
        """The tables for sizes whose least miss is no more than ``cap_mm``."""
        with self._making:
            if cap_mm not in self._near:
                cells = _FINE if len(self._ends.shelf.frames) >= _MANY_SIZES else _COARSE
                radius = (self._ends.goal.weights.tie_mm + cap_mm) / float(np.sqrt(self._ends.sizes.least_weight))
                self._near[cap_mm] = near_tables(self._ends.ways, self.heights, self._extents, radius, cells)
            return self._near[cap_mm]

    @property
    def far(self) -> Far:
        """The tables of distances from below."""
        with self._making:
            if self._far is None:
                self._far = far_tables(self._ends.ways, self.heights, self._extents)
            return self._far


class _Search:
    """One search over a set of bars, and what was found so far."""

    def __init__(self, ends: FrontEnds, bars: Sequence[BarOption]) -> None:
        self.ends = ends
        self.places = [p for p in ordered_places(bars) if bars[p[0]].clamp_mm in ends.fronts]
        marks = [bars[b].places[p].off for b, p in self.places]
        self.table = Places(
            np.array([m.x_mm for m in marks], np.float64),
            np.array([m.y_mm for m in marks], np.float64),
            np.array([ends.fronts[bars[b].clamp_mm] for b, _ in self.places], np.int64),
        )
        self.nearest = _Found(len(ends.shelf.frames))

    def run(self) -> Iterator[int]:
        """Search, giving the number of sizes settled after each block."""
        blocks = [
            (group, group.rows[start : start + ROWS])
            for group in self.ends.groups
            for start in range(0, group.rows.size, ROWS)
        ]
        # The compiled loops let go of the interpreter, so blocks are settled side by side.
        pool = ThreadPoolExecutor(THREADS)
        try:
            yield from pool.map(lambda block: self._settle(*block), blocks)
        finally:
            pool.shutdown(cancel_futures=True)

    def _settle(self, group: Group, block: Ints) -> int:
        ends, nearest, rest = self.ends, self.nearest.chosen, block
        if not self.places:
            return block.size
        for cap in ends.caps:
            if rest.size:
                settled = settle_near(
                    rest,
                    ends.sizes,
                    self.table,
                    ends.ways,
                    group.heights,
                    group.near(cap),
                    *ends.tolerance,
                    cap,
                    ends.goal.weights.tie_mm,
                    nearest,
                )
                rest = rest[~settled]
        if rest.size:
            settle_far(rest, ends.sizes, self.table, ends.ways, group.heights, group.far, nearest)
        self.nearest.keep_piles(block, ends.own_cover, group.piles)
        return block.size

    def picks(self, found: _Found) -> Picks:
        """What was found, as arrays over the sizes."""
        chosen = found.chosen
        way = np.array(self.ends.way_list)[chosen.way]
        place = np.array(self.places or [(0, 0)])[chosen.place]
        return Picks(
            stem=way[:, 0],
            over=way[:, 1].astype(np.bool_),
            cover=found.cover,
            spacers=found.spacers,
            bar=place[:, 0],
            place=place[:, 1],
            miss=chosen.miss,
        )


class _Found:
    """The builds found for every size, with their covers and spacers, mm."""

    def __init__(self, count: int) -> None:
        self.chosen = none_yet(count)
        self.cover, self.spacers = np.zeros(count), np.zeros(count)

    def keep_piles(self, rows: Ints, own_cover: Floats, piles: Piles) -> None:
        """Take apart the piles of ``rows``."""
        pile = self.chosen.pile[rows]
        self.cover[rows] = own_cover[rows] + piles.cover[pile]
        self.spacers[rows] = piles.spacers[pile]
