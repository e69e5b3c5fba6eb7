"""Every way an owned front end can reach a bar clamp: stems at hand, way up, own and sold spacers.

docs/formulas.md, Ways. The bike that is owned is free: turning the stem over and moving own spacers costs nothing. The
steerer is cut: the stem's clamp and what lies under it can stand no higher than all that stands on it now.

The stated problem. For each stem as it stands (length, angle, clamp) and height of the pile that stays under the
walls and puts the clamp inside the tolerance: the lowest rung at which it can be had, then the least cost, then the
fewest pieces bought. Piles are sums of pieces, each piece once; which pieces make a height best is found piece by piece
(a knapsack), exactly, because all three are sums over the pieces. A search over all choices of pieces must agree (tests).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot
from typing import Literal

from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.say import Angle, Said, Size, say

Rung = Literal["nothing", "free", "small_part"]
RUNGS: tuple[Rung, ...] = ("nothing", "free", "small_part")
_SAME = 1e-6
_DIGITS = 6


@dataclass(frozen=True, slots=True)
class HeldStem:
    """A stem at hand: as printed, whether it is owned, and its price where it is not."""

    length_mm: float
    angle_deg: float
    clamp_height_mm: float
    owned: bool = False
    price: float = 0.0
    both_ways: bool = True
    name: str = ""


@dataclass(frozen=True, slots=True)
class SoldSpacer:
    """A spacer that can be bought, once."""

    height_mm: float
    price: float = 0.0


@dataclass(frozen=True, slots=True)
class Drawer:
    """What is at hand beside the bike: stems, and spacers for sale."""

    stems: tuple[HeldStem, ...] = ()
    spacers: tuple[SoldSpacer, ...] = ()


@dataclass(frozen=True, slots=True)
class Now:
    """The owned front end: frame, cover, the stem as it stands, and the spacers under and over it, piece by piece.

    ``limit_mm`` is the greatest height of spacers under a stem, ``None`` where the maker names none.
    """

    head_top: Mark
    head_angle_deg: float
    cover_mm: float
    stem: Stem
    under_mm: tuple[float, ...]
    over_mm: tuple[float, ...]
    limit_mm: float | None = None
    both_ways: bool = True

    @property
    def pile_mm(self) -> float:
        """Height of the spacers under the stem."""
        return sum(self.under_mm)

    @property
    def room_mm(self) -> float:
        """What stands on the steerer over the cover: it cannot grow."""
        return self.pile_mm + self.stem.clamp_height_mm + sum(self.over_mm)

    def clamp(self, stem: Stem, pile_mm: float) -> Mark:
        """The bar clamp's centre with another stem over another pile."""
        return bar_clamp(self.head_top, self.head_angle_deg, self.cover_mm, pile_mm, stem)


@dataclass(frozen=True, slots=True)
class Way:
    """One way: what it costs and how, the stem as it stands, the pile, and how far it misses (reached less goal, mm)."""

    rung: Rung
    cost: float
    bought: int
    stem: Stem
    held: HeldStem | None
    turned: bool
    pile_mm: float
    under_mm: tuple[float, ...]
    bought_mm: tuple[float, ...]
    miss: Mark
    miss_in_tolerances: float
    changes: tuple[Said, ...]


@dataclass(frozen=True, slots=True)
class _Pile:
    """The best choice of pieces for one height: bought at all, cost, pieces bought, own pieces moved; and the pieces."""

    key: tuple[int, float, int, int]
    own: tuple[float, ...] = ()
    sold: tuple[float, ...] = ()


def own_piles(now: Now, sold: Sequence[SoldSpacer]) -> dict[float, tuple[tuple[float, ...], float]]:
    """Every height that own and sold pieces make within the limit: which pieces are bought for it, and for how much."""
    return {height: (pile.sold, pile.key[1]) for height, pile in sorted(_piles(now, sold).items())}


def every_way(now: Now, drawer: Drawer, goal: Mark, tolerance: tuple[float, float]) -> tuple[Way, ...]:
    """Every way to put the clamp at ``goal`` within ``tolerance`` (fore, up, mm), the cheapest first; of equals the
    nearest."""
    piles = _piles(now, drawer.spacers)
    found: dict[tuple[float, ...], Way] = {}
    for stem, held, turned in _stands(now, drawer.stems):
        for height, pile in piles.items():
            if height + stem.clamp_height_mm > now.room_mm + _SAME:
                continue
            miss = now.clamp(stem, height) - goal
            shares = miss.x_mm / tolerance[0], miss.y_mm / tolerance[1]
            if max(abs(s) for s in shares) > 1 + _SAME:
                continue
            way = _way(now, stem, held, turned, height, pile, miss, hypot(*shares))
            key = (*_shape(stem), round(height, _DIGITS))
            if key not in found or _order(way) < _order(found[key]):
                found[key] = way
    return tuple(sorted(found.values(), key=_order))


def _order(way: Way) -> tuple[float, ...]:
    s = way.stem
    moved = len(way.changes)
    return (
        RUNGS.index(way.rung),
        way.cost,
        way.bought,
        round(way.miss_in_tolerances, 9),
        moved,
        s.length_mm,
        s.angle_deg,
        way.pile_mm,
    )


def _shape(stem: Stem) -> tuple[float, float, float]:
    return round(stem.length_mm, _DIGITS), round(stem.angle_deg, _DIGITS), round(stem.clamp_height_mm, _DIGITS)


def _stands(now: Now, stems: Sequence[HeldStem]) -> list[tuple[Stem, HeldStem | None, bool]]:
    """Every stem at hand each way up; the one on the bike first, with no part of the drawer."""
    own = [(now.stem, None, False)]
    if now.both_ways and now.stem.angle_deg != 0:
        own.append((now.stem.turned_over(), None, True))
    made: list[tuple[Stem, HeldStem | None, bool]] = list(own)
    for held in stems:
        stem = Stem(held.length_mm, held.angle_deg, held.clamp_height_mm)
        made.append((stem, held, False))
        if held.both_ways and held.angle_deg != 0:
            made.append((stem.turned_over(), held, True))
    return made


def _piles(now: Now, sold: Sequence[SoldSpacer]) -> dict[float, _Pile]:
    """For each height within the limit the best choice of pieces: bought at all, cost, how many, fewest own moved."""
    top = now.room_mm if now.limit_mm is None else min(now.limit_mm, now.room_mm)
    best: dict[float, _Pile] = {0.0: _Pile((0, 0.0, 0, 0))}

    def with_piece(height_mm: float, taken: tuple[int, float, int, int], left: tuple[int, float, int, int]) -> None:
        """Add one more piece to choose from: what taking it and what leaving it adds to the key."""
        nonlocal best
        after: dict[float, _Pile] = {}
        for height, pile in best.items():
            for step, adds, use in ((0.0, left, False), (height_mm, taken, True)):
                at = round(height + step, _DIGITS)
                if at > top + _SAME:
                    continue
                a, b = pile.key, adds
                key = (max(a[0], b[0]), round(a[1] + b[1], _DIGITS), a[2] + b[2], a[3] + b[3])
                if at in after and after[at].key <= key:
                    continue
                own = (*pile.own, height_mm) if use and not b[0] else pile.own
                bought = (*pile.sold, height_mm) if use and b[0] else pile.sold
                after[at] = _Pile(key, own, bought)
        best = after

    for piece in now.under_mm:
        with_piece(piece, (0, 0.0, 0, 0), (0, 0.0, 0, 1))
    for piece in now.over_mm:
        with_piece(piece, (0, 0.0, 0, 1), (0, 0.0, 0, 0))
    for spacer in sold:
        with_piece(spacer.height_mm, (1, spacer.price, 1, 0), (0, 0.0, 0, 0))
    return best


def _way(
    now: Now,
    stem: Stem,
    held: HeldStem | None,
    turned: bool,
    height: float,
    pile: _Pile,
    miss: Mark,
    away: float,
) -> Way:
    stands = _shape(stem) == _shape(now.stem)
    buys_stem = held is not None and not held.owned
    bought = pile.key[2] + int(buys_stem)
    changed = not stands or abs(height - now.pile_mm) > _SAME
    rung: Rung = "small_part" if bought else "free" if changed else "nothing"
    cost = round(pile.key[1] + (held.price if buys_stem and held else 0.0), _DIGITS)
    changes = () if rung == "nothing" else tuple(_changes(now, stem, held, turned, height, pile))
    return Way(rung, cost, bought, stem, held, turned, height, pile.own + pile.sold, pile.sold, miss, away, changes)


def _changes(now: Now, stem: Stem, held: HeldStem | None, turned: bool, height: float, pile: _Pile) -> list[Said]:
    """What a mechanic does, in order: the stem, then its spacers."""
    made: list[Said] = []
    length, angle = Size(stem.length_mm), Angle(stem.angle_deg, signed=True)
    if held is None and turned:
        made.append(say("turn the stem over, to {angle}", angle=angle))
    elif held is not None and held.owned:
        made.append(say("put on the own stem of {length} at {angle}", length=length, angle=angle))
    elif held is not None:
        made.append(say("buy a stem of {length} at {angle}", length=length, angle=angle))
    made += [say("buy a spacer of {height}", height=Size(h)) for h in pile.sold]
    if abs(height - now.pile_mm) > _SAME:
        by = Size(round(abs(height - now.pile_mm), _DIGITS))
        if height > now.pile_mm:
            made.append(say("put {by} more under the stem, {pile} in all", by=by, pile=Size(height)))
        else:
            left = say("{pile} left", pile=Size(height)) if height > _SAME else say("none left")
            made.append(say("take {by} from under the stem, {left}", by=by, left=left))
    return made
