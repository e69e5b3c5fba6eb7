"""Frame sizes against each other by numbers, never by labels, and against a rider's present bike.

docs/formulas.md, Frame.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

from pydantic import BaseModel

from waymark.core.errors import InputError
from waymark.core.figures import whole
from waymark.core.frame import FrameGeometry, flop_mm, reach_at_equal_height_mm
from waymark.core.say import Angle, Length, Said, bare, say
from waymark.core.search.gates import standover_room_mm
from waymark.rooms.files import Facts
from waymark.rooms.plan import nose_x_mm
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import MeasureState
from waymark.rooms.shelves import FrameSize, ShelfView, frame_option
from waymark.rooms.telling import Told

MOST = 8


class ComparedSize(BaseModel):
    """A column: a size on the shelf, or the rider's present bike (no id)."""

    id: int | None
    label: str
    kind: str
    stack_mm: float
    reach_mm: float


class ComparedRow(BaseModel):
    """One quantity over all columns, and how each differs from the first."""

    label: Told
    unit: str
    values: list[Told]
    differences: list[Told]


class Comparison(BaseModel):
    """Columns, the first being what the rest is measured against, and the rows."""

    against: Told
    sizes: list[ComparedSize]
    rows: list[ComparedRow]


Of = Callable[[FrameSize, FrameGeometry], float | None]


def _plain() -> list[tuple[str, str, Of]]:
    return [
        ("Stack", "mm", lambda s, g: g.stack_mm),
        ("Reach", "mm", lambda s, g: g.reach_mm),
        ("Effective top tube", "mm", lambda s, g: s.chart.ett_mm or g.ett_mm),
        ("Head angle", "°", lambda s, g: g.head_angle_deg),
        ("Seat angle", "°", lambda s, g: s.chart.seat_angle_effective_deg or g.seat_angle_deg),
        ("Seat tube", "mm", lambda s, g: g.seat_tube_mm),
        ("Head tube", "mm", lambda s, g: g.head_tube_mm),
        ("Front centre", "mm", lambda s, g: g.front_centre_mm),
        ("Chainstay", "mm", lambda s, g: g.chainstay_mm),
        ("Wheelbase", "mm", lambda s, g: g.wheelbase_mm),
        ("BB drop", "mm", lambda s, g: g.bb_drop_mm),
        ("Trail", "mm", lambda s, g: g.trail_mm),
        ("Flop", "mm", lambda s, g: flop_mm(g.trail_mm, g.head_angle_deg)),
        ("Standover as published", "mm", lambda s, g: s.chart.standover_mm),
        ("Step-through", "mm", lambda s, g: s.chart.step_through_mm),
    ]


def compare(shelf: ShelfView, size_ids: Sequence[int], facts: Facts | None) -> Comparison:
    """Sizes side by side; with a file the rider's present bike comes first and standover is where they stand.

    Raises ``InputError`` for none or too many, ``NotFoundError`` for an unknown one.
    """
    if not 1 <= len(size_ids) <= MOST:
        raise InputError("Choose the sizes to compare.", field="sizes", allowed=f"1 to {MOST} of them")
    columns: list[tuple[int | None, FrameSize]] = [(k, shelf.size(k)) for k in size_ids]
    rows = _plain()
    if facts is not None:
        present = facts.part(MeasureState).frame
        if present is not None:
            columns.insert(0, (None, present))
        inseam = facts.profile.mm("inseam")
        if "saddle" in goal_marks(facts) and inseam is not None:
            stands, nose = inseam + facts.house.shoes_mm, nose_x_mm(facts)
            rows.append(
                (
                    "Standover room, where you stand",
                    "mm",
                    lambda s, g: standover_room_mm(frame_option("", s), stands, nose),
                )
            )
    shapes = [(s, s.chart.geometry()) for _, s in columns]
    base = shapes[0][1]
    rows.insert(
        2,
        (
            "Reach at equal bar height",
            "mm",
            lambda s, g: reach_at_equal_height_mm(g.reach_mm, g.stack_mm, base.stack_mm, g.head_angle_deg),
        ),
    )
    made = []
    for label, unit, of in rows:
        values = [of(s, g) for s, g in shapes]
        if any(v is not None for v in values):
            made.append(_row(label, unit, values))
    return Comparison(
        against=say("the present bike") if columns[0][0] is None else columns[0][1].label,
        sizes=[
            ComparedSize(id=k, label=s.label, kind=s.kind, stack_mm=s.chart.stack_mm, reach_mm=s.chart.reach_mm)
            for k, s in columns
        ],
        rows=made,
    )


def _row(label: str, unit: str, values: Sequence[float | None]) -> ComparedRow:
    first = values[0]
    return ComparedRow(
        label=label,
        unit=unit,
        values=["·" if v is None else _show(v, unit) for v in values],
        differences=[
            "" if i == 0 or v is None or first is None else _signed(v, first, unit) for i, v in enumerate(values)
        ],
    )


def _show(value: float, unit: str) -> Said:
    return say("{value}", value=Angle(value, tenths=True) if unit == "°" else bare(value))


def _signed(value: float, first: float, unit: str) -> Said:
    # Of the figures as shown, so that they can be checked by eye.
    if unit == "°":
        return say("{off}", off=Angle(round(value, 1) - round(first, 1), signed=True, tenths=True))
    return say("{off}", off=Length(whole(value) - whole(first), signed=True, bare=True))
