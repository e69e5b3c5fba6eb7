"""The ledger: every mark in every layer, where it comes from, and its miss against tolerance."""

from __future__ import annotations

from typing import Literal

from waymark.core.callout import Placed
from waymark.core.marks import Mark
from waymark.core.rules.verdict import judge_pair, show_miss
from waymark.core.search import Tolerance
from waymark.core.units import show_figure, show_mm, whole
from waymark.rooms.fits import sources
from waymark.rooms.fits.layers import POINTS, LayerName, Layers, MarkName
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.views import Cell, LedgerRow, Miss, SideMark

MEASURED: dict[MarkName | SideMark, str] = {
    "saddle": "Saddle", "nose": "Nose", "clamp": "Bar clamp", "hand": "Hand", "pad": "Pad",
}  # fmt: skip
MARKS: tuple[MarkName, ...] = ("saddle", "hand", "foot")


def tolerance_of(mark: MarkName) -> tuple[float, float]:
    """The house tolerance of a mark, mm fore and up."""
    t = Tolerance()
    return {"saddle": (t.saddle_x_mm, t.saddle_y_mm), "hand": (t.hand_x_mm, t.hand_y_mm), "foot": (3.0, 1.0)}[
        mark
    ]


def miss_of(of: Literal["plan", "built"], mark: MarkName, at: Mark, goal: Mark) -> Miss:
    """One mark's miss."""
    tol_x, tol_y = tolerance_of(mark)
    off = at - goal
    return Miss(
        of=of, dx_mm=off.x_mm, dy_mm=off.y_mm, show_x=show_miss(off.x_mm, tol_x), show_y=show_miss(off.y_mm, tol_y),
        verdict=judge_pair(off.x_mm, off.y_mm, tol_x, tol_y),
    )  # fmt: skip


def misses(state: FitState, layers: Layers, of: Literal["plan", "built"]) -> dict[MarkName, Miss]:
    """Every mark's miss in a layer where both it and its goal are known."""
    goal = layers.marks["goal"]
    return {mark: miss_of(of, mark, at, goal[mark]) for mark, at in layers.marks[of].items() if mark in goal}


def _cell(at: Mark, source: list[str], placed: Placed | None = None) -> Cell:
    return Cell(
        x_mm=at.x_mm, y_mm=at.y_mm, show_x=show_figure(at.x_mm), show_y=show_figure(at.y_mm),
        sd_x_mm=placed.sd_x_mm if placed else None, sd_y_mm=placed.sd_y_mm if placed else None, source=source,
    )  # fmt: skip


def measured_rows(state: FitState, layers: Layers) -> list[LedgerRow]:
    """The ledger while the bike is measured: every mark of it, with how sure it is."""
    rows = {row.mark: row for row in ledger_of(state, layers)}
    points = layers.survey.points if layers.survey else {}
    aero = state.measure.handlebar() == "aero"
    made = []
    for mark, label in MEASURED.items():
        if mark == "pad" and not aero:
            continue
        carried = "hand" if mark == "pad" and layers.context.carried == "pads" else mark
        if carried == "saddle" or (carried == "hand" and layers.point_of("hand") == POINTS[mark]):
            made.append(rows[carried].model_copy(update={"mark": mark}))
            continue
        placed = points.get(POINTS[mark])
        cells: dict[LayerName, Cell] = {}
        if placed is not None:
            cells["now"] = _cell(placed.at, sources.explain_now(state, layers, mark), placed)
        made.append(
            LedgerRow(mark=mark, label=label, cells=cells, miss=None, moves=None, tol_x_mm=5.0, tol_y_mm=5.0)
        )
    return made


def ledger_of(state: FitState, layers: Layers) -> list[LedgerRow]:
    """The ledger's rows; the miss is the built bike's where it was measured, else the plan's."""
    plan, built = misses(state, layers, "plan"), misses(state, layers, "built")
    points = layers.survey.points if layers.survey else {}
    rows = []
    for mark in MARKS:
        cells = {
            layer: _cell(
                marks[mark],
                sources.explain(state, layers, layer, mark),
                points.get(layers.point_of(mark)) if layer == "now" else None,
            )
            for layer, marks in layers.marks.items()
            if mark in marks
        }
        now, goal = layers.marks["now"].get(mark), layers.marks["goal"].get(mark)
        moves: list[str] | None = None
        if now is not None and goal is not None:
            moves = [
                show_mm(whole(goal.x_mm) - whole(now.x_mm), signed=True),
                show_mm(whole(goal.y_mm) - whole(now.y_mm), signed=True),
            ]
        tol_x, tol_y = tolerance_of(mark)
        rows.append(
            LedgerRow(
                mark=mark, label=layers.label_of(mark), cells=cells, miss=built.get(mark) or plan.get(mark), moves=moves,
                tol_x_mm=tol_x, tol_y_mm=tol_y,
            )
        )  # fmt: skip
    return rows
