"""The sayings, with a rider's own numbers where a file is named, and what trying one gives."""

from __future__ import annotations

from typing import Annotated

from fastapi import Query
from pydantic import BaseModel

from waymark.core.claims import CLAIMS
from waymark.core.marks import Mark
from waymark.rooms.deps import ERRORS, MOST_KEY
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep, Facts
from waymark.rooms.plan import BuildState, chosen, plan_bar
from waymark.rooms.posts.measure import MeasureState, now_marks
from waymark.rooms.telling import Told

router = room_router("/api/claims", "claims", ERRORS)


class ClaimNumber(BaseModel):
    """A number to try a claim with; ``own`` says that it is the rider's."""

    name: str
    label: Told
    unit: str
    least: float
    greatest: float
    value: float
    own: bool


class ClaimOut(BaseModel):
    """A saying and what it is tried with."""

    key: str
    title: Told
    saying: Told
    numbers: list[ClaimNumber]


@router.get("", operation_id="claims")
def claims(
    desk: DeskDep,
    fit: Annotated[int | None, Query(ge=1, le=MOST_KEY, description="whose numbers to begin with")] = None,
) -> list[ClaimOut]:
    """Every claim, begun with the file's numbers where they are known and within bounds."""
    own: dict[str, float] = {}
    if fit is not None:
        with desk.store.looking() as session:
            own = _own(desk.look(session, fit).facts)
    return [
        ClaimOut(
            key=c.key,
            title=c.title,
            saying=c.saying,
            numbers=[
                ClaimNumber(
                    name=n.name,
                    label=n.label,
                    unit=n.unit,
                    least=n.least,
                    greatest=n.greatest,
                    value=own[n.name] if (mine := n.name in own and n.least <= own[n.name] <= n.greatest) else n.usual,
                    own=mine,
                )
                for n in c.numbers
            ],
        )
        for c in CLAIMS.values()
    ]


def _own(facts: Facts) -> dict[str, float]:
    """What of the claims' numbers this file knows."""
    b, size, profile = facts.part(BuildState), chosen(facts) or facts.part(MeasureState).frame, facts.profile
    found: dict[str, float | None] = {
        "head_angle_deg": size.chart.head_angle_deg if size else None,
        "seat_angle_deg": size.chart.seat_angle_deg if size else None,
        "ett_mm": size.chart.ett_mm if size else None,
        "stem_length_mm": b.stem.length_mm if b.stem else None,
        "stem_angle_deg": (-b.stem.angle_deg if b.turned_over else b.stem.angle_deg) if b.stem else None,
        "spacers_mm": b.spacers_mm if b.stem else None,
        "shoulder_width_mm": profile.mm("shoulder_width"), "arm_mm": profile.mm("arm"),
    }  # fmt: skip
    saddle: Mark | None = now_marks(facts).get("saddle")
    if saddle is not None:
        found["saddle_height_mm"] = saddle.length_mm
    bar = plan_bar(facts)
    if bar is not None and bar.kind == "flat_bar":
        found["width_mm"], found["sweep_deg"] = bar.width_mm, bar.sweep_deg
    return {k: round(v, 1) for k, v in found.items() if v is not None}
