"""The ledger: every mark in every layer, where it comes from, and its miss against tolerance."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import BaseModel

from waymark.core.callout import Placed
from waymark.core.figures import whole
from waymark.core.house import House
from waymark.core.marks import Mark
from waymark.core.rules.verdict import Word, judge_pair, show_miss
from waymark.core.say import Length, Said, bare, say
from waymark.rooms.files.facts import Facts
from waymark.rooms.files.registry import Registry
from waymark.rooms.files.values import MARKS, LayerName, MarkName, Marks, SideMark
from waymark.rooms.telling import Told


class Cell(BaseModel):
    """A mark in one layer and where it comes from, line by line; standard deviations where it was surveyed."""

    x_mm: float
    y_mm: float
    show_x: Told
    show_y: Told
    sd_x_mm: float | None = None
    sd_y_mm: float | None = None
    source: list[Told]


class Miss(BaseModel):
    """Plan (or built) less goal, as shown, and its judgement."""

    of: Literal["plan", "built"]
    dx_mm: float
    dy_mm: float
    show_x: Told
    show_y: Told
    verdict: Word


class LedgerRow(BaseModel):
    """One mark across the layers."""

    mark: MarkName | SideMark
    label: Told
    cells: dict[LayerName, Cell]
    miss: Miss | None
    moves: list[Told] | None
    tol_x_mm: float
    tol_y_mm: float


def miss_of(of: Literal["plan", "built"], mark: MarkName, at: Mark, goal: Mark, house: House) -> Miss:
    """One mark's miss."""
    tol_x, tol_y = house.tolerance(mark)
    off, edge = at - goal, house.weights.edge_share
    return Miss(
        of=of,
        dx_mm=off.x_mm,
        dy_mm=off.y_mm,
        show_x=show_miss(off.x_mm, tol_x, edge),
        show_y=show_miss(off.y_mm, tol_y, edge),
        verdict=judge_pair(off.x_mm, off.y_mm, tol_x, tol_y, edge),
    )


def misses(of: Literal["plan", "built"], marks: Marks, goal: Marks, house: House) -> dict[MarkName, Miss]:
    """Every mark's miss in a layer where both it and its goal are known."""
    return {mark: miss_of(of, mark, at, goal[mark], house) for mark, at in marks.items() if mark in goal}


def cell_of(at: Mark, source: Sequence[Said], placed: Placed | None = None) -> Cell:
    """A cell: where a mark is, where that comes from, and how sure it is."""
    return Cell(
        x_mm=at.x_mm,
        y_mm=at.y_mm,
        show_x=say("{length}", length=bare(at.x_mm)),
        show_y=say("{length}", length=bare(at.y_mm)),
        sd_x_mm=placed.sd_x_mm if placed else None,
        sd_y_mm=placed.sd_y_mm if placed else None,
        source=list(source),
    )


def ledger_of(registry: Registry, facts: Facts) -> list[LedgerRow]:
    """The ledger's rows; the miss is the built bike's where it was measured, else the plan's."""
    layers = {layer.name: layer.marks(facts) for layer in registry.layers}
    goal, now = layers.get("goal", {}), layers.get("now", {})
    plan = misses("plan", layers.get("plan", {}), goal, facts.house)
    built = misses("built", layers.get("built", {}), goal, facts.house)
    rows = []
    for mark in MARKS:
        cells = {
            layer.name: cell_of(layers[layer.name][mark], layer.explain(facts, mark), layer.placed(facts, mark))
            for layer in registry.layers
            if mark in layers[layer.name]
        }
        tol_x, tol_y = facts.house.tolerance(mark)
        rows.append(
            LedgerRow(
                mark=mark,
                label=registry.label_of(facts, mark),
                cells=cells,
                miss=built.get(mark) or plan.get(mark),
                moves=_moves(mark, now.get(mark), goal.get(mark)),
                tol_x_mm=tol_x,
                tol_y_mm=tol_y,
            )
        )
    return rows


def _moves(mark: MarkName, now: Mark | None, goal: Mark | None) -> list[Said] | None:
    if now is None or goal is None:
        return None
    if mark == "foot":
        # Cranks and soles come in halves.
        by = goal - now
        return [say("{by}", by=Length(v, signed=True, bare=True, exact=True)) for v in (by.x_mm, by.y_mm)]
    return [
        say("{by}", by=Length(whole(goal.x_mm) - whole(now.x_mm), signed=True, bare=True)),
        say("{by}", by=Length(whole(goal.y_mm) - whole(now.y_mm), signed=True, bare=True)),
    ]
