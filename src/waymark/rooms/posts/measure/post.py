"""Measure, as it is registered."""

from __future__ import annotations

from waymark.core.say import Count, say
from waymark.rooms.files import (
    Cell,
    Facts,
    Layer,
    LayerName,
    LedgerRow,
    MarkName,
    Post,
    Registry,
    SideMark,
    Stage,
    both,
    cell_of,
    ledger_of,
)
from waymark.rooms.posts.measure.commands import COMMANDS
from waymark.rooms.posts.measure.drawn import bike_picture
from waymark.rooms.posts.measure.facts import (
    POINTS,
    context,
    label_of,
    now_marks,
    placed_now,
    problems,
    surveyed,
)
from waymark.rooms.posts.measure.findings import findings
from waymark.rooms.posts.measure.shapes import MeasureView
from waymark.rooms.posts.measure.sources import explain, explain_now
from waymark.rooms.posts.measure.state import KEYS, MeasureState
from waymark.rooms.posts.measure.view import measure_view

ROWS: dict[MarkName | SideMark, str] = {
    "saddle": "Saddle", "nose": "Nose", "clamp": "Bar clamp", "hand": "Hand", "pad": "Pad",
}  # fmt: skip


def _stage(facts: Facts) -> Stage:
    readings = facts.part(MeasureState).readings
    if not readings:
        return Stage("empty")
    unsettled = len(findings(facts))
    if unsettled:
        return Stage("work", say("{count} to settle", count=Count(unsettled)))
    done = both(now_marks(facts)) is not None
    return Stage(
        "done" if done else "work", say("{count} read", count=Count(sum(len(r.heard) for r in readings.values())))
    )


def _ledger(registry: Registry, facts: Facts) -> list[LedgerRow]:
    """While the bike is measured every mark of it is shown, with how sure it is."""
    rows = {row.mark: row for row in ledger_of(registry, facts)}
    found, lean = surveyed(facts), context(facts)
    made = []
    for mark, label in ROWS.items():
        if mark == "pad" and facts.part(MeasureState).handlebar() != "aero":
            continue
        carried: MarkName | SideMark = "hand" if mark == "pad" and lean.contact.on_pads else mark
        if carried == "saddle" or (carried == "hand" and lean.point_of("hand") == POINTS[mark]):
            made.append(rows[carried].model_copy(update={"mark": mark}))
            continue
        placed = found.points.get(POINTS[mark]) if found else None
        cells: dict[LayerName, Cell] = {}
        if placed is not None:
            cells["now"] = cell_of(placed.at, explain_now(facts, mark), placed)
        tol_x, tol_y = facts.house.tolerance(mark)
        made.append(
            LedgerRow(mark=mark, label=label, cells=cells, miss=None, moves=None, tol_x_mm=tol_x, tol_y_mm=tol_y)
        )
    return made


def _words(facts: Facts) -> list[str]:
    """Frame, bar and saddle as they stand, and what was read in words: pedals, shoes, tyres."""
    measure = facts.part(MeasureState)
    parts = [measure.frame.label if measure.frame else "", *(p.name for p in (measure.bar, measure.saddle) if p)]
    told = [r.heard[0].typed for key, r in measure.readings.items() if KEYS[key][0].unit == "words"]
    return [*parts, *told]


POST = Post(
    name="measure",
    label="Measure",
    place=2,
    stage=_stage,
    state=MeasureState,
    commands=COMMANDS,
    layer=Layer("now", now_marks, explain, placed_now),
    view=MeasureView,
    show=measure_view,
    picture=bike_picture,
    ledger=_ledger,
    problems=problems,
    label_of=label_of,
    words=_words,
)
