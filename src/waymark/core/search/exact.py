"""The exact best build of every frame size: stem, way up, cover, spacers, bar and its place (handbook 5, 13).

The stated problem. Of all builds of a size take the least weighted miss; builds within 1 mm of it tie. Of
those that tie take, in this order: the better stem length class, no tall pile, the place that comes first
(bar by preference, then fewest steps from what the school asks), the smaller miss, the lower pile, the stem
as printed, the stem that stands first. A size whose least miss lies beyond the corner of the tolerance cannot
carry the goal and is given at its least miss. ``reference`` tries every build there is and must agree.

How it stays exact and quick. A place of a bar shifts the goal; in a frame's steerer axes a front end is a
point that no frame moves (``points``). For every size and place one table look-up says the best class that
could lie within reach; only the most promising (class, place) of a size is computed, and it stands once
nothing better is left that the table allows. Sizes near or beyond the shelf's edge are settled by bounds from
below. Tables and bounds rule out only what cannot be; every number given is computed from the formulas.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import StoppedError
from waymark.core.rules.house import NUMBERS
from waymark.core.search.model import BarOption, Goal, Shelf
from waymark.core.search.piles import Piles, piles_of
from waymark.core.search.points import (
    COARSE_CELLS,
    FINE_CELLS,
    NONE,
    Extent,
    Far,
    Floats,
    Form,
    Found,
    Ints,
    Near,
    Points,
    Ways,
    next_class,
)

TIE_MM = NUMBERS["tie_mm"].value
# Sizes are settled in turn by how far their least miss may be; the tolerance's corner comes last.
_LEAST_CAPS_MM = (0.25, 1.5)
_ROWS = 1024
_FAR_ROWS = 128
_COLUMNS_AT_ONCE = 16
_MANY_SIZES = 2000
# How far the tables reach beyond the front ends: some radii, so that their margins are empty, and some mm.
_MARGIN_RADII, _MARGIN_MM = 5.0, 60.0
_EPS = 2e-9
_TRIED_FOR_LEAST = 64

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


@dataclass(frozen=True, slots=True)
class _Places:
    """Places of bars of one clamp diameter: offsets, and their order of preference over all diameters."""

    off: Floats
    order: Ints


def ordered_places(bars: Sequence[BarOption]) -> list[tuple[int, int]]:
    """(bar, place) pairs in order of preference: the bar's own, then the steps from the school, then as listed."""
    every = [(b, p) for b, bar in enumerate(bars) for p in range(len(bar.places))]
    return sorted(every, key=lambda x: (bars[x[0]].preference, bars[x[0]].places[x[1]].effort, x))


def pick_best(
    shelf: Shelf, goal: Goal, bars: Sequence[BarOption] | None = None, watch: Watch | None = None
) -> Picks:
    """The best build of every frame size with one of ``bars`` (the goal's own bar where none is given).

    ``watch`` is told how many sizes are done of how many and stops the search by answering False, which
    raises ``StoppedError``. Raises ``ValueError`` on an empty shelf.
    """
    bars = tuple(bars) if bars else (goal.own_bar(),)
    return next(picks for _, _, picks in pick_rungs(shelf, goal, [bars], watch))


def pick_rungs(
    shelf: Shelf, goal: Goal, rungs: Sequence[Sequence[BarOption]], watch: Watch | None = None
) -> Iterator[tuple[int, Sequence[BarOption], Picks]]:
    """The same for several sets of bars one after another, with the front ends' tables made once for all.

    Gives each set's number, its bars and their picks. Raises as ``pick_best``.
    """
    if not shelf.frames or not shelf.stems:
        raise ValueError("a search needs at least one frame size and one stem")
    ends = _FrontEnds(shelf, goal, [b for bars in rungs for b in bars])
    of = len(shelf.frames) * len(rungs)
    done = 0
    for number, bars in enumerate(rungs):
        search = _Search(ends, bars)
        for rows in search.run():
            done += rows
            if watch is not None and not watch(done, of):
                raise StoppedError("The search was stopped.")
        yield number, bars, search.picks()


class _FrontEnds:
    """Sizes in their steerers' axes and the front ends they may have, shared by every set of bars."""

    def __init__(self, shelf: Shelf, goal: Goal, bars: Sequence[BarOption]) -> None:
        self.shelf, self.goal = shelf, goal
        theta = np.radians(np.array([f.head_angle_deg for f in shelf.frames]))
        self.cos, self.sin = np.cos(theta), np.sin(theta)
        away_x = goal.hand.x_mm - np.array([f.reach_mm for f in shelf.frames])
        away_y = goal.hand.y_mm - np.array([f.stack_mm for f in shelf.frames])
        self.own_cover = np.array([f.cover_mm for f in shelf.frames])
        # Up from the frame's own cover, so that sizes differing by it alone share their points.
        self.up = -away_x * self.cos + away_y * self.sin - self.own_cover
        self.ahead = away_x * self.sin + away_y * self.cos
        self.weights = goal.tolerance.hand_weights()
        self.scale = float(np.sqrt(min(self.weights)))
        # Beyond the corner of the tolerance nothing carries the goal: there only the least miss counts.
        corner = float(np.sqrt(2 * goal.tolerance.hand_x_mm * goal.tolerance.hand_y_mm))
        self.caps = (*(c for c in _LEAST_CAPS_MM if c < corner), corner)
        self.form = Form.of(theta, *self.weights)
        self.way_list = [(i, over) for i, s in enumerate(shelf.stems) for over, _ in s.ways()]
        self.groups = self._groups(bars)

    def _groups(self, bars: Sequence[BarOption]) -> list[tuple[Ints, Piles, dict[float | None, _Field]]]:
        """Sizes that share their piles, with the front ends of every clamp diameter that has a bar and a stem."""
        kinds: dict[tuple[float, ...], list[int]] = {}
        for i, f in enumerate(self.shelf.frames):
            others = (round(c - f.cover_mm, 6) for c in f.covers_mm)
            kinds.setdefault((f.spacer_limit_mm, *others), []).append(i)
        clamps: dict[float | None, tuple[Ways, Ints, Floats]] = {}
        for clamp in dict.fromkeys(b.clamp_mm for b in bars):
            held = self._ways(clamp)
            if held is not None:
                off = np.array(
                    [(p.off.x_mm, p.off.y_mm) for b in bars if b.clamp_mm == clamp for p in b.places]
                )
                clamps[clamp] = (*held, off)
        groups = []
        for kept in kinds.values():
            rows = np.array(kept)
            piles = piles_of(self.shelf.frames[kept[0]], self.shelf.spacers_mm)
            fields: dict[float | None, _Field] = {}
            for clamp, (ways, rank, off) in clamps.items():
                points = Points(ways, rank, piles.total, piles.tall, piles.order, min(self.weights))
                fields[clamp] = _Field(points, self._extent(rows, off, points), len(self.shelf.frames))
            groups.append((rows, piles, fields))
        return groups

    def _ways(self, clamp: float | None) -> tuple[Ways, Ints] | None:
        """The ways of every stem that holds a bar of this diameter, sorted, each with its length's rank."""
        stems = self.shelf.stems
        kept = [
            (w, i, over, dict(stems[i].ways())[over])
            for w, (i, over) in enumerate(self.way_list)
            if clamp is None or stems[i].bar_clamp_mm == clamp
        ]
        if not kept:
            return None
        alpha = np.radians(np.array([s.angle_deg for *_, s in kept]))
        length = np.array([s.length_mm for *_, s in kept])
        ahead, lift = length * np.cos(alpha), length * np.sin(alpha) + np.array([s.lift_mm for *_, s in kept])
        by = np.argsort(ahead, kind="stable")
        tie = np.array([i + (len(stems) if over else 0) for _, i, over, _ in kept])
        rank = np.array([self.goal.stem_window.rank(x) for x in length])
        return Ways(ahead[by], lift[by], np.array([w for w, *_ in kept])[by], tie[by]), rank[by]

    def _extent(self, rows: Ints, off: Floats, points: Points) -> Extent:
        """Where front ends lie and where the sizes of ``rows`` want them, with room to spare."""
        up0, up1, ahead0, ahead1 = points.box()
        theta = np.arctan2(self.sin[rows], self.cos[rows])
        grid = np.linspace(theta.min(), theta.max(), 17)
        off_u = np.outer(np.cos(grid), off[:, 0]) - np.outer(np.sin(grid), off[:, 1])
        off_n = np.outer(np.sin(grid), off[:, 0]) + np.outer(np.cos(grid), off[:, 1])
        # Between two angles of the grid an offset bows by no more than r·Δ²/8.
        room = 1 + float(np.hypot(*off.T).max()) * float(grid[1] - grid[0]) ** 2 / 8
        u, a = self.up[rows], self.ahead[rows]
        # Far from every front end nothing can tie: the tables end there, however far a goal lies.
        far = _MARGIN_RADII * (TIE_MM + self.caps[-1]) / self.scale + _MARGIN_MM
        return (
            max(min(up0, float(u.min() + off_u.min())) - room, up0 - far),
            min(max(up1, float(u.max() + off_u.max())) + room, up1 + far),
            max(min(ahead0, float(a.min() - off_n.max())) - room, ahead0 - far),
            min(max(ahead1, float(a.max() - off_n.min())) + room, ahead1 + far),
        )


class _Field:
    """The front ends of one clamp diameter on one set of piles, and the tables over them, made when asked."""

    def __init__(self, points: Points, extent: Extent, sizes: int) -> None:
        self.points, self.extent = points, extent
        # Finer cells promise less in vain but cost more to make: worth it where many sizes ask.
        self._cells = FINE_CELLS if sizes >= _MANY_SIZES else COARSE_CELLS
        self._near: dict[float, Near] = {}
        self._far: Far | None = None

    def near(self, radius_mm: float) -> Near:
        """The table for one radius."""
        if radius_mm not in self._near:
            self._near[radius_mm] = Near.of(self.points, self.extent, radius_mm, self._cells)
        return self._near[radius_mm]

    @property
    def far(self) -> Far:
        """The table of distances from below."""
        if self._far is None:
            self._far = Far.of(self.points, self.extent)
        return self._far


@dataclass(frozen=True, slots=True)
class _Fit:
    """The places of a set of bars of one clamp diameter, and the front ends they meet."""

    places: _Places
    field: _Field


class _Search:
    """One search over a set of bars, and what was found so far."""

    def __init__(self, ends: _FrontEnds, bars: Sequence[BarOption]) -> None:
        self.ends, self.bars = ends, bars
        self.up, self.ahead, self.cos, self.sin = ends.up, ends.ahead, ends.cos, ends.sin
        self.form, self.scale = ends.form, ends.scale
        self.places = ordered_places(bars)
        by_clamp: dict[float | None, list[int]] = {}
        for i, (b, _) in enumerate(self.places):
            by_clamp.setdefault(bars[b].clamp_mm, []).append(i)
        self.by_clamp = {
            clamp: _Places(np.array([_off(bars, self.places[i]) for i in order]), np.array(order))
            for clamp, order in by_clamp.items()
        }
        n = ends.up.size
        self.miss = np.full(n, np.inf)
        self.way = np.zeros(n, np.int64)
        self.place = np.zeros(n, np.int64)
        self.cover, self.spacers = np.zeros(n), np.zeros(n)

    def run(self) -> Iterator[int]:
        """Search, giving the number of sizes settled after each block."""
        for rows, piles, fields in self.ends.groups:
            fits = [_Fit(p, fields[clamp]) for clamp, p in self.by_clamp.items() if clamp in fields]
            if not fits:
                yield rows.size
                continue
            rows = rows[np.argsort(self.up[rows], kind="stable")]
            for start in range(0, rows.size, _ROWS):
                block = rest = rows[start : start + _ROWS]
                for cap in self.ends.caps:
                    if rest.size:
                        rest = self._quick(rest, piles, fits, cap)
                for at in range(0, rest.size, _FAR_ROWS):
                    self._far(rest[at : at + _FAR_ROWS], piles, fits)
                yield block.size

    def _wanted(self, rows: Ints, off: Floats) -> tuple[Floats, Floats]:
        """Where each size of ``rows`` wants the bar clamp for the paired ``off``: up and ahead of the head top."""
        c, s = self.cos[rows], self.sin[rows]
        up = self.up[rows] + off[:, 0] * c - off[:, 1] * s
        return up, self.ahead[rows] - off[:, 0] * s - off[:, 1] * c

    def _every(self, rows: Ints, off: Floats) -> tuple[Floats, Floats]:
        """The same for every size with every place, as matrices."""
        c, s = self.cos[rows], self.sin[rows]
        up = self.up[rows][:, None] + np.outer(c, off[:, 0]) - np.outer(s, off[:, 1])
        return up, self.ahead[rows][:, None] - np.outer(s, off[:, 0]) - np.outer(c, off[:, 1])

    def _promise(self, rows: Ints, fit: _Fit, near: Near) -> tuple[NDArray[np.uint8], NDArray[np.int32]]:
        """The best class that could tie for every size and place, and the cell it was looked up in."""
        c, s = self.cos[rows], self.sin[rows]
        off = np.vstack([fit.places.off.T, np.ones(len(fit.places.off))]).astype(np.float32)
        to_up = np.stack([c, -s, self.up[rows] - near.up0], 1) / near.cell_mm
        to_ahead = np.stack([-s, -c, self.ahead[rows] - near.ahead0], 1) / near.cell_mm
        up, ahead = to_up.astype(np.float32) @ off, to_ahead.astype(np.float32) @ off
        # Beyond the table lie its empty margins.
        for at, most in ((up, near.mask.shape[0] - 1), (ahead, near.mask.shape[1] - 1)):
            if at.min() < 0 or at.max() > most:
                np.clip(at, 0, most, out=at)
        cell = up.astype(np.int32)
        cell *= np.int32(near.mask.shape[1])
        cell += ahead.astype(np.int32)
        return near.best.ravel().take(cell), cell

    def _quick(self, rows: Ints, piles: Piles, fits: list[_Fit], cap_mm: float) -> Ints:
        """Settle the sizes whose least miss is no more than ``cap_mm``; gives back those where it may be more."""
        nears = [f.field.near((TIE_MM + cap_mm) / self.scale) for f in fits]
        promised = [self._promise(rows, f, n) for f, n in zip(fits, nears, strict=True)]
        least = self._least_bound(rows, fits, [p[0] for p in promised], cap_mm)
        sure, ties = np.full(rows.size, float(TIE_MM)), TIE_MM + least
        open_ = np.flatnonzero(least <= cap_mm)
        some = 1
        while open_.size:
            code, which, rival = _first(promised, fits, open_, len(self.places))
            # Nothing left that a table promises: such a size is left to the next, wider look.
            lost = code >= NONE * len(self.places)
            least[open_[lost]] = np.inf
            open_, code, which, rival = (x[~lost] for x in (open_, code, which, rival))
            again = [np.empty(0, np.int64)]
            for g, k in _kinds(which, code // len(self.places)):
                mine = np.flatnonzero((which == g) & (code // len(self.places) == k))
                fit, (kept, cells) = fits[g], promised[g]
                line, col = _next_columns(kept[open_[mine]] == k, some)
                place = fit.places.order[col]
                ahead_of_rival = k * len(self.places) + place < rival[mine][line]
                line, col, place = line[ahead_of_rival], col[ahead_of_rival], place[ahead_of_rival]
                at = open_[mine][line]
                up, ahead = self._wanted(rows[at], fit.places.off[col])
                found = fit.field.points.nearest(k, up, ahead, self.form.at(rows[at]), ties[at])
                good = found.miss <= sure[at] + _EPS
                # Between what surely ties and what may, only the exact least miss can tell.
                ask = ~good & np.isfinite(found.miss)
                # Of a size's columns those count that come before the first that is good or must be asked about.
                stop = np.flatnonzero(good | ask)
                _, first = np.unique(line[stop], return_index=True)
                stop = stop[first]
                end = np.full(mine.size, at.size)
                end[line[stop]] = stop
                failed = np.arange(at.size) < end[line]
                kept[at[failed], col[failed]] = next_class(
                    nears[g].mask.ravel()[cells[at[failed], col[failed]]], kept[at[failed], col[failed]]
                )
                taken = stop[good[stop]]
                self._keep(rows, at[taken], found.at(taken), place[taken], piles)
                asked = at[stop[ask[stop]]]
                if asked.size:
                    near_any = [
                        n.mask.ravel().take(p[1][asked]) > 0 for n, p in zip(nears, promised, strict=True)
                    ]
                    least[asked] = self._least(rows[asked], fits, least[asked], near_any)
                    sure[asked] = ties[asked] = TIE_MM + least[asked]
                open_mine = np.ones(mine.size, np.bool_)
                open_mine[line[taken]] = False
                again.append(open_[mine[open_mine]])
            open_ = np.concatenate(again)
            some = _COLUMNS_AT_ONCE
        return rows[least > cap_mm]

    def _least_bound(
        self, rows: Ints, fits: list[_Fit], promised: list[NDArray[np.uint8]], cap_mm: float
    ) -> Floats:
        """A bound above each size's least miss, from some of the places that promise a tie."""
        least = np.full(rows.size, np.inf)
        for fit, kept in zip(fits, promised, strict=True):
            i, j = np.nonzero(kept < NONE)
            if not i.size:
                continue
            # Evenly spread over the promising places of each size.
            count = np.bincount(i, minlength=rows.size)
            rank = np.arange(i.size) - np.repeat(np.cumsum(count) - count, count)
            some = rank % np.maximum(1, count // _TRIED_FOR_LEAST)[i] == 0
            i, j = i[some], j[some]
            up, ahead = self._wanted(rows[i], fit.places.off[j])
            found = fit.field.points.nearest(None, up, ahead, self.form.at(rows[i]), cap_mm)
            np.minimum.at(least, i, found.miss)
        return least

    def _least(
        self, rows: Ints, fits: list[_Fit], bound: Floats, near_any: list[NDArray[np.bool_]]
    ) -> Floats:
        """Each size's exact least miss, known to be no more than ``bound``; only places ``near_any`` can have it."""
        least = bound.copy()
        for fit, near in zip(fits, near_any, strict=True):
            i, j = np.nonzero(near)
            up, ahead = self._wanted(rows[i], fit.places.off[j])
            found = fit.field.points.nearest(None, up, ahead, self.form.at(rows[i]), least[i])
            np.minimum.at(least, i, found.miss)
        return least

    def _far(self, rows: Ints, piles: Piles, fits: list[_Fit]) -> None:
        """The nearest build of sizes that cannot carry the goal, by bounds from below on every place."""
        best = np.full(rows.size, np.inf)
        order = np.zeros(rows.size, np.int64)
        every = np.arange(rows.size)
        wanted = [self._every(rows, f.places.off) for f in fits]
        below = [f.field.far.bound(*w) * self.scale for f, w in zip(fits, wanted, strict=True)]
        # The place that promises most gives a bound from above; the rest are then looked at within it.
        for fit, (up, ahead), bound in zip(fits, wanted, below, strict=True):
            j = bound.argmin(axis=1)
            found = fit.field.points.nearest(None, up[every, j], ahead[every, j], self.form.at(rows), np.inf)
            best = np.minimum(best, found.miss)
        above = best.copy()
        best[:] = np.inf
        for fit, (up, ahead), bound in zip(fits, wanted, below, strict=True):
            i, j = np.nonzero(bound <= above[:, None] + _EPS)
            found = fit.field.points.nearest(None, up[i, j], ahead[i, j], self.form.at(rows[i]), above[i])
            place = fit.places.order[j]
            by = np.lexsort((place, found.miss, i))
            _, first = np.unique(i[by], return_index=True)
            first = by[first]
            at = i[first]
            better = (found.miss[first] < best[at]) | (
                (found.miss[first] == best[at]) & (place[first] < order[at])
            )
            better &= np.isfinite(found.miss[first])
            at, first = at[better], first[better]
            best[at], order[at] = found.miss[first], place[first]
            self._keep(rows, at, found.at(first), place[first], piles)

    def _keep(self, rows: Ints, at: Ints, found: Found, place: Ints, piles: Piles) -> None:
        rows = rows[at]
        self.miss[rows], self.way[rows], self.place[rows] = found.miss, found.way, place
        self.cover[rows] = self.ends.own_cover[rows] + piles.cover[found.pile]
        self.spacers[rows] = piles.spacers[found.pile]

    def picks(self) -> Picks:
        """What was found, as arrays over the sizes."""
        way, place = np.array(self.ends.way_list), np.array(self.places)
        return Picks(
            stem=way[self.way, 0], over=way[self.way, 1].astype(np.bool_), cover=self.cover,
            spacers=self.spacers, bar=place[self.place, 0], place=place[self.place, 1], miss=self.miss,
        )  # fmt: skip


def _off(bars: Sequence[BarOption], place: tuple[int, int]) -> tuple[float, float]:
    at = bars[place[0]].places[place[1]].off
    return at.x_mm, at.y_mm


def _first(
    promised: list[tuple[NDArray[np.uint8], NDArray[np.int32]]], fits: list[_Fit], rows: Ints, most: int
) -> tuple[Ints, Ints, Ints]:
    """The most promising (class, place) of each row: its code (class · ``most`` + place), its field, and the
    best code of any other field."""
    code, rival = np.full((2, rows.size), np.iinfo(np.int64).max)
    which = np.zeros(rows.size, np.int64)
    for g, ((kept, _), fit) in enumerate(zip(promised, fits, strict=True)):
        mine = kept[rows]
        best = mine.min(axis=1)
        here = best.astype(np.int64) * most + fit.places.order[(mine == best[:, None]).argmax(axis=1)]
        better = here < code
        rival = np.where(better, code, np.minimum(rival, here))
        code[better], which[better] = here[better], g
    return code, which, rival


def _kinds(which: Ints, classes: Ints) -> list[tuple[int, int]]:
    """Every (set of places, class) there is among the rows."""
    return [(int(x) // NONE, int(x) % NONE) for x in np.unique(which * NONE + classes)]


def _next_columns(wanted: NDArray[np.bool_], some: int) -> tuple[Ints, Ints]:
    """The first ``some`` wanted columns of each line, line by line."""
    if some == 1:
        return np.arange(wanted.shape[0]), wanted.argmax(axis=1)
    line, column = np.nonzero(wanted)
    count = np.bincount(line, minlength=wanted.shape[0])
    keep = np.arange(line.size) - np.repeat(np.cumsum(count) - count, count) < some
    return line[keep], column[keep]
