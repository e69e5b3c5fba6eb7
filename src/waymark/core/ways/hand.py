"""Every way to move the hand of a build, alone or together (docs/formulas.md, Ways).

The stated problem. A choice is one stem as it stands, one height of pile and one way to hold the hand, inside the walls:
the pile with the clamp no higher than what stands on a cut steerer, bar and stem of one clamp. Its kinds are what differs
from the build as it stands. It reaches where it misses the wanted place by no more than asked, each way. For every set of
kinds the best choice that reaches is found: the lowest rung, then the least workmanship (in steps of what counts as
equal), the least price, the nearest. A set is left out where fewer changes of the same do as well for no more. Nothing is
estimated and nothing skipped: a search through all choices must agree (tests).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from math import inf

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.house import StemWindow
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.ways.changes import FREE, SAME_MM, Kind, fewest, in_order
from waymark.core.workmanship import front_points

_DIGITS = 6
# So many others that do the same are named beside a way.
ALIKE = 3

# How choices are ranked: by these columns, then by their place in the lists.
RUNG, WORK, PRICE, SHARE = 0, 1, 2, 3

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]


@dataclass(frozen=True, slots=True)
class StemStand:
    """A stem as it stands: how it differs from the one on the build, and what having it costs.

    ``clamp_mm`` is the bar it clamps, ``price`` in the house's bands, ``rung`` FREE where it is at hand.
    """

    stem: Stem
    kinds: tuple[Kind, ...] = ()
    rung: int = FREE
    price: float = 0.0
    clamp_mm: float | None = None
    key: str = ""


@dataclass(frozen=True, slots=True)
class PileOf:
    """A height that spacers make under the stem, mm, and what of it must be bought."""

    height_mm: float
    rung: int = FREE
    price: float = 0.0


@dataclass(frozen=True, slots=True)
class Hold:
    """One way a bar stands: the hand from the bar clamp, how that differs from the build, and what it costs.

    ``turn_deg`` and ``slide_mm`` are how it stands, as its kind of bar has them; ``clamp_mm`` None: any stem clamps it.
    """

    off: Mark
    kinds: tuple[Kind, ...] = ()
    rung: int = FREE
    price: float = 0.0
    points: float = 0.0
    clamp_mm: float | None = None
    key: str = ""
    turn_deg: float = 0.0
    slide_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class FrontBench:
    """A front end and everything at hand for it.

    ``room_mm`` is what pile and clamp may stand to on a cut steerer, ``None`` where it is not cut. Of ``stems`` and
    ``holds`` those without kinds are the build as it stands, with ``pile_mm`` under its stem.
    """

    head_top: Mark
    head_angle_deg: float
    cover_mm: float
    own_cover_mm: float
    pile_mm: float
    stems: Sequence[StemStand]
    piles: Sequence[PileOf]
    holds: Sequence[Hold]
    window: StemWindow
    room_mm: float | None = None
    weights: Weights = field(default=WEIGHTS)

    def clamp(self, stem: Stem, pile_mm: float) -> Mark:
        """The bar clamp's centre with a stem over a pile."""
        return bar_clamp(self.head_top, self.head_angle_deg, self.cover_mm, pile_mm, stem)

    def takes(self, stem: Stem, pile: PileOf) -> bool:
        """Whether the pile may stand under this stem: a cut steerer does not grow."""
        return self.room_mm is None or pile.height_mm + stem.clamp_height_mm <= self.room_mm + SAME_MM


@dataclass(frozen=True, slots=True)
class HandMove:
    """One way: what is changed, what it costs, where the hand comes and how far that misses what was asked, mm.

    ``share`` is the greater part of the miss in what was allowed. ``up_mm`` and ``down_mm`` are how far spacers could move
    the hand from there. ``alike`` are other stems and piles that do the same within what ties.
    """

    kinds: tuple[Kind, ...]
    rung: int
    price: float
    points: float
    stem: StemStand
    pile: PileOf
    hold: Hold
    hand: Mark
    miss: Mark
    share: float
    up_mm: float = 0.0
    down_mm: float = 0.0
    alike: tuple[tuple[StemStand, PileOf], ...] = ()


@dataclass(frozen=True, slots=True)
class _Fronts:
    """Stems over piles that differ from the build in the same way, row by row: their clamp, cost and work, and which."""

    at: Floats
    cost: Floats
    points: Floats
    stems: Ints
    piles: Ints


@dataclass(frozen=True, slots=True)
class _Holds:
    """Holds that differ from the build in the same way, row by row: the hand from the clamp, cost and work, and which."""

    off: Floats
    cost: Floats
    points: Floats
    holds: Ints


@dataclass(frozen=True, slots=True)
class _Choices:
    """Choices of one set of kinds, row by row: how they are ranked, and which stem, pile and hold each is."""

    rank: Floats
    index: Ints

    def best(self) -> int:
        """The row that comes first."""
        return int(np.lexsort(self.rank.T[::-1])[0])

    def only(self, rows: NDArray[np.bool_]) -> _Choices:
        """Some of the rows."""
        return _Choices(self.rank[rows], self.index[rows])


def hand_moves(bench: FrontBench, wanted: Mark, reach: tuple[float, float]) -> tuple[HandMove, ...]:
    """The best way of each set of changes that puts the hand within ``reach`` (fore, up, mm) of ``wanted``; free first."""
    found = _choices(bench, wanted, reach, reach)
    moves = [_move(bench, kinds, rows, wanted, reach) for kinds, rows in found.items()]
    return tuple(fewest(moves, bench.weights))


def nearest_move(bench: FrontBench, wanted: Mark, reach: tuple[float, float]) -> HandMove:
    """The choice that misses least in terms of ``reach``, whatever it costs: what is said where nothing reaches."""
    found = _choices(bench, wanted, (inf, inf), reach)
    share = {kinds: float(rows.rank[:, SHARE].min()) for kinds, rows in found.items()}
    kinds = min(share, key=lambda k: (share[k], len(k)))
    rows = found[kinds]
    return _move(bench, kinds, rows.only(rows.rank[:, SHARE] <= share[kinds]), wanted, reach)


def _choices(
    bench: FrontBench, wanted: Mark, reach: tuple[float, float], per: tuple[float, float]
) -> dict[tuple[Kind, ...], _Choices]:
    """Every choice within ``reach``, by its set of kinds, ranked by its miss in terms of ``per`` where all else ties."""
    found: dict[tuple[Kind, ...], _Choices] = {}
    holds = _holds(bench)
    for f_kinds, fronts in _fronts(bench).items():
        for h_kinds, held in holds.items():
            rows = _within(bench, fronts, held, wanted, reach, per)
            if rows is not None:
                found[in_order((*f_kinds, *h_kinds))] = rows
    return found


def _fronts(bench: FrontBench) -> dict[tuple[Kind, ...], _Fronts]:
    """Every stem over every pile inside the walls, by how they differ from the build."""
    rows: dict[tuple[Kind, ...], list[tuple[float, ...]]] = {}
    for s, stand in enumerate(bench.stems):
        piles = [(i, p) for i, p in enumerate(bench.piles) if bench.takes(stand.stem, p)]
        if not piles:
            continue
        heights = np.array([p.height_mm for _, p in piles])
        work = front_points(stand.stem, heights, bench.cover_mm, bench.own_cover_mm, bench.window, bench.weights)
        for (i, pile), points in zip(piles, np.asarray(work), strict=True):
            moved: tuple[Kind, ...] = ("spacers",) if abs(pile.height_mm - bench.pile_mm) > SAME_MM else ()
            at = bench.clamp(stand.stem, pile.height_mm)
            rung, price = max(stand.rung, pile.rung), stand.price + pile.price
            row = (at.x_mm, at.y_mm, rung, price, float(points), s, i)
            rows.setdefault((*stand.kinds, *moved), []).append(row)
    made = {kinds: np.array(table) for kinds, table in rows.items()}
    return {
        kinds: _Fronts(t[:, :2], t[:, 2:4], t[:, 4], t[:, 5].astype(np.int64), t[:, 6].astype(np.int64))
        for kinds, t in made.items()
    }


def _holds(bench: FrontBench) -> dict[tuple[Kind, ...], _Holds]:
    """Every way the bars stand, by how they differ from the build."""
    rows: dict[tuple[Kind, ...], list[tuple[float, ...]]] = {}
    for i, h in enumerate(bench.holds):
        rows.setdefault(h.kinds, []).append((h.off.x_mm, h.off.y_mm, h.rung, h.price, h.points, i))
    made = {kinds: np.array(table) for kinds, table in rows.items()}
    return {kinds: _Holds(t[:, :2], t[:, 2:4], t[:, 4], t[:, 5].astype(np.int64)) for kinds, t in made.items()}


def _within(
    bench: FrontBench,
    fronts: _Fronts,
    holds: _Holds,
    wanted: Mark,
    reach: tuple[float, float],
    per: tuple[float, float],
) -> _Choices | None:
    """The choices of fronts with holds that reach; ``None`` where there are none."""
    left = fronts.at - np.array([wanted.x_mm, wanted.y_mm])
    inside = _fitting(bench, fronts, holds)
    for axis in (0, 1):
        # Axis by axis, in place: the tables are large and most choices are out on the first.
        inside &= np.abs(left[:, None, axis] + holds.off[None, :, axis]) <= reach[axis] + SAME_MM
    f, h = np.nonzero(inside)
    if not f.size:
        return None
    share = (np.abs(left[f] + holds.off[h]) / np.array(per)).max(axis=1)
    rung = np.maximum(fronts.cost[f, 0], holds.cost[h, 0])
    price = np.round(fronts.cost[f, 1] + holds.cost[h, 1], _DIGITS)
    points = np.round(fronts.points[f] + holds.points[h], _DIGITS)
    step = np.floor(points / bench.weights.equal_points + SAME_MM)
    index = np.column_stack([fronts.stems[f], fronts.piles[f], holds.holds[h]])
    # The order of the lists breaks the last tie, so that the same question has the same answer.
    rank = np.column_stack([rung, step, price, np.round(share, 9), points, index])
    return _Choices(rank, index)


def _fitting(bench: FrontBench, fronts: _Fronts, holds: _Holds) -> NDArray[np.bool_]:
    """Which stems clamp which bars, front by hold."""
    stems = np.array([s.clamp_mm or 0.0 for s in bench.stems])[fronts.stems]
    bars = np.array([h.clamp_mm or 0.0 for h in bench.holds])[holds.holds]
    fits: NDArray[np.bool_] = (stems[:, None] == bars[None, :]) | (stems[:, None] == 0) | (bars[None, :] == 0)
    return fits


def _move(
    bench: FrontBench, kinds: tuple[Kind, ...], rows: _Choices, wanted: Mark, reach: tuple[float, float]
) -> HandMove:
    """The best of these choices, with what else does the same."""
    first = rows.best()
    s, p, h = (int(x) for x in rows.index[first])
    stem, pile, hold = bench.stems[s], bench.piles[p], bench.holds[h]
    hand = bench.clamp(stem.stem, pile.height_mm) + hold.off
    miss = hand - wanted
    heights = [x.height_mm for x in bench.piles if x.rung == FREE and bench.takes(stem.stem, x)]
    highest, lowest = max(heights, default=pile.height_mm), min(heights, default=pile.height_mm)
    clamp = bench.clamp(stem.stem, pile.height_mm)
    return HandMove(
        kinds=kinds,
        rung=int(rows.rank[first, RUNG]),
        price=float(rows.rank[first, PRICE]),
        points=float(rows.rank[first, 4]),
        stem=stem,
        pile=pile,
        hold=hold,
        hand=hand,
        miss=miss,
        share=max(abs(miss.x_mm) / reach[0], abs(miss.y_mm) / reach[1]),
        up_mm=max(0.0, (bench.clamp(stem.stem, highest) - clamp).y_mm),
        down_mm=max(0.0, (clamp - bench.clamp(stem.stem, lowest)).y_mm),
        alike=_alike(bench, rows, first),
    )


def _alike(bench: FrontBench, rows: _Choices, first: int) -> tuple[tuple[StemStand, PileOf], ...]:
    """Other stems over other piles with the same bar that put the hand within a tie of there, on the same rung."""
    s, p, h = (int(x) for x in rows.index[first])
    at = bench.clamp(bench.stems[s].stem, bench.piles[p].height_mm)
    same = (rows.index[:, 2] == h) & (rows.rank[:, RUNG] == rows.rank[first, RUNG])
    # Of one stem at one height one is named, however many of it are on the shelf.
    seen, made = {_shape(bench, s, p)}, []
    order = np.lexsort(rows.rank[same].T[::-1])
    for i, j in rows.index[same][order][:, :2]:
        if _shape(bench, i, j) in seen:
            continue
        seen.add(_shape(bench, i, j))
        there = bench.clamp(bench.stems[i].stem, bench.piles[j].height_mm)
        if there.distance_mm(at) <= bench.weights.tie_mm:
            made.append((bench.stems[i], bench.piles[j]))
    return tuple(made[:ALIKE])


def _shape(bench: FrontBench, stem: int, pile: int) -> tuple[float, ...]:
    it = bench.stems[stem].stem
    return it.length_mm, it.angle_deg, bench.piles[pile].height_mm
