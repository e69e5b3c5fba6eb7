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
from waymark.rooms.posts.measure import MeasureState, now_marks, read_value
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


class ClaimsRider(BaseModel):
    """The rider's measures that a claim's picture is drawn with, as the calculation takes them."""

    height_mm: float
    foot_mm: float
    inseam_mm: float | None
    trunk_mm: float | None
    upper_arm_mm: float | None
    forearm_mm: float | None


class ClaimsOut(BaseModel):
    """Every claim, and the rider of the file whose numbers they begin with."""

    claims: list[ClaimOut]
    rider: ClaimsRider | None


@router.get("", operation_id="claims")
def claims(
    desk: DeskDep,
    fit: Annotated[int | None, Query(ge=1, le=MOST_KEY, description="whose numbers to begin with")] = None,
) -> ClaimsOut:
    """Every claim, begun with the file's numbers where they are known and within bounds."""
    own, rider = dict[str, float](), None
    if fit is not None:
        with desk.store.looking() as session:
            facts = desk.look(session, fit).facts
        own, rider = _own(facts), _rider(facts)
    return ClaimsOut(claims=_begun(own), rider=rider)


def _rider(facts: Facts) -> ClaimsRider | None:
    """Whom to draw, where the body is known at all."""
    if facts.profile.mm("height") is None:
        return None
    body = facts.profile.body()
    return ClaimsRider(
        height_mm=body.height_mm,
        foot_mm=body.foot_mm,
        inseam_mm=body.inseam_mm,
        trunk_mm=body.trunk_mm,
        upper_arm_mm=body.upper_arm_mm,
        forearm_mm=body.forearm_mm,
    )


def _begun(own: dict[str, float]) -> list[ClaimOut]:
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
        "height_mm": profile.mm("height"), "inseam_mm": profile.mm("inseam"), "foot_mm": profile.mm("foot"),
        "mass_kg": profile.mm("mass"), "crank_mm": read_value(facts.part(MeasureState), "crank"),
    }  # fmt: skip
    saddle: Mark | None = now_marks(facts).get("saddle")
    if saddle is not None:
        found["saddle_height_mm"] = saddle.length_mm
    bar = plan_bar(facts)
    if bar is not None and bar.kind == "drop_bar":
        found["hoods_width_mm"] = bar.width_mm
    if bar is not None and bar.kind == "flat_bar":
        found["width_mm"], found["sweep_deg"] = bar.width_mm, bar.sweep_deg
    return {k: round(v, 1) for k, v in found.items() if v is not None}
