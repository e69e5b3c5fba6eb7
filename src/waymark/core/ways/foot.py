"""Every way to move the foot of a build: its crank, and the sole over the axle by pedal, cleat and shoe
(docs/formulas.md, Ways)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from waymark.core.marks import Mark
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.ways.changes import FREE, SAME_MM, Kind, fewest, in_order


@dataclass(frozen=True, slots=True)
class CrankStand:
    """A crank's length, mm, and what having it costs; the one that is on has no kinds."""

    length_mm: float
    kinds: tuple[Kind, ...] = ()
    rung: int = FREE
    price: float = 0.0
    key: str = ""


@dataclass(frozen=True, slots=True)
class SoleStand:
    """Pedal, cleat and shoe together: the sole over the axle, mm, which of them are changed, and what that costs.

    ``keys`` are those of pedal, cleat and shoe, empty where the present one stays or none is needed.
    """

    stack_mm: float
    kinds: tuple[Kind, ...] = ()
    rung: int = FREE
    price: float = 0.0
    keys: tuple[str, str, str] = ("", "", "")


@dataclass(frozen=True, slots=True)
class FootMove:
    """One way of the foot: crank and sole, where they put it, and the miss, mm."""

    kinds: tuple[Kind, ...]
    rung: int
    price: float
    points: float
    crank: CrankStand
    sole: SoleStand
    foot: Mark
    miss: Mark
    share: float


@dataclass(frozen=True, slots=True)
class FootBench:
    """The cranks and soles at hand, those that are on first."""

    cranks: Sequence[CrankStand]
    soles: Sequence[SoleStand]
    weights: Weights = field(default=WEIGHTS)


def foot_moves(bench: FootBench, wanted: Mark, reach: tuple[float, float]) -> tuple[FootMove, ...]:
    """The best way of each set of changes that puts the foot within ``reach`` of ``wanted``, free to dear.

    The foot's mark is the crank's length forward and the sole over the axle; every crank is tried with every sole.
    """
    best: dict[tuple[Kind, ...], FootMove] = {}
    for crank in bench.cranks:
        for sole in bench.soles:
            at = Mark(crank.length_mm, sole.stack_mm)
            miss = at - wanted
            share = round(max(abs(miss.x_mm) / reach[0], abs(miss.y_mm) / reach[1]), 9)
            if share > 1 + SAME_MM:
                continue
            kinds = in_order((*crank.kinds, *sole.kinds))
            price, rung = crank.price + sole.price, max(crank.rung, sole.rung)
            move = FootMove(kinds, rung, price, 0.0, crank, sole, at, miss, share)
            old = best.get(kinds)
            if old is None or (rung, price, share) < (old.rung, old.price, old.share):
                best[kinds] = move
    return tuple(fewest(best.values(), bench.weights))
