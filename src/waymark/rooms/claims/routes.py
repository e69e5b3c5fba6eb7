"""The sayings, with a rider's own numbers where a file is named, and what trying one gives."""

from __future__ import annotations

from typing import Annotated

from fastapi import Query
from pydantic import BaseModel

from waymark.core.claims import CLAIMS
from waymark.core.marks import Mark
from waymark.rooms.deps import ERRORS, MOST_KEY, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.fits import fit_row, head_of, state_of
from waymark.rooms.fits.layers import layers_of
from waymark.rooms.fits.state import FitState
from waymark.rooms.riders import Profile, profile_of

router = room_router("/api/claims", "claims", ERRORS)


class ClaimNumber(BaseModel):
    """A number to try a claim with; ``own`` says that it is the rider's."""

    name: str
    label: str
    unit: str
    least: float
    greatest: float
    value: float
    own: bool


class ClaimOut(BaseModel):
    """A saying and what it is tried with."""

    key: str
    title: str
    saying: str
    numbers: list[ClaimNumber]


@router.get("", operation_id="claims")
def claims(
    store: StoreDep,
    fit: Annotated[int | None, Query(ge=1, le=MOST_KEY, description="whose numbers to begin with")] = None,
) -> list[ClaimOut]:
    """Every claim, begun with the file's numbers where they are known and within bounds."""
    own: dict[str, float] = {}
    if fit is not None:
        with store.looking() as session:
            row = fit_row(session, fit)
            own = _own(state_of(head_of(session, row)), profile_of(row.rider))
    return [
        ClaimOut(
            key=c.key, title=c.title, saying=c.saying,
            numbers=[
                ClaimNumber(
                    name=n.name, label=n.label, unit=n.unit, least=n.least, greatest=n.greatest,
                    value=own[n.name] if (mine := n.name in own and n.least <= own[n.name] <= n.greatest) else n.usual,
                    own=mine,
                )
                for n in c.numbers
            ],
        )
        for c in CLAIMS.values()
    ]  # fmt: skip


def _own(state: FitState, profile: Profile) -> dict[str, float]:
    """What of the claims' numbers this file knows."""
    b, size = state.build, state.frame.chosen or state.measure.frame
    found: dict[str, float | None] = {
        "head_angle_deg": size.chart.head_angle_deg if size else None,
        "seat_angle_deg": size.chart.seat_angle_deg if size else None,
        "ett_mm": size.chart.ett_mm if size else None,
        "stem_length_mm": b.stem.length_mm if b.stem else None,
        "stem_angle_deg": (-b.stem.angle_deg if b.turned_over else b.stem.angle_deg) if b.stem else None,
        "spacers_mm": b.spacers_mm if b.stem else None,
        "shoulder_width_mm": profile.mm("shoulder_width"), "arm_mm": profile.mm("arm"),
    }  # fmt: skip
    saddle: Mark | None = layers_of(state).marks["now"].get("saddle")
    if saddle is not None:
        found["saddle_height_mm"] = saddle.length_mm
    bar = b.bar or state.measure.bar
    if bar is not None and bar.kind == "flat_bar":
        found["width_mm"], found["sweep_deg"] = bar.width_mm, bar.sweep_deg
    return {k: round(v, 1) for k, v in found.items() if v is not None}
