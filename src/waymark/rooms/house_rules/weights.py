"""What a house makes of the workmanship weights: its own numbers, or back to the usual."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from pydantic import BaseModel, ConfigDict, Field
from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.rules.workmanship import ROOM_COUNTED_MOST_MM, WORKMANSHIP, WORKMANSHIP_LABELS
from waymark.core.say import term
from waymark.rooms.house_rules.tables import HouseRow
from waymark.rooms.telling import Told

ROW = "workmanship"
MOST = 200.0
MOST_OF = {"room_counted_mm": float(ROOM_COUNTED_MOST_MM)}
# What is divided or stepped by is more than nothing.
MORE_THAN_NOTHING = ("equal_points", "room_counted_mm", "room_step_mm")
# The first of each pair is no more than the second.
IN_ORDER = (("pile_free_mm", "pile_tall_mm"), ("front_share_least", "front_share_most"))


class WeightLine(BaseModel):
    """One weight: what it is called, what the house has, the usual, its unit and its reason."""

    name: str
    label: Told
    value: float
    usual: float
    unit: str
    reason: Told


class WeightsIn(BaseModel):
    """Weights by name, null for the usual; what is left out stays."""

    model_config = ConfigDict(extra="forbid")

    weights: dict[str, float | None] = Field(max_length=len(WORKMANSHIP))


def _known(kept: Mapping[str, float] | None) -> dict[str, float]:
    return {k: min(float(v), MOST_OF.get(k, MOST)) for k, v in (kept or {}).items() if k in WORKMANSHIP}


def _kept(session: Session) -> dict[str, float]:
    row = session.get(HouseRow, ROW)
    return _known(None if row is None else row.value)


def weights_of(kept: Mapping[str, float] | None) -> Weights:
    """The weights of a house that keeps these of its own."""
    return replace(WEIGHTS, **_known(kept))


def weight_lines(session: Session) -> list[WeightLine]:
    """Every weight in the order they are told."""
    kept = _kept(session)
    return [
        WeightLine(
            name=name,
            label=term(WORKMANSHIP_LABELS[name]),
            value=kept.get(name, it.value),
            usual=it.value,
            unit=it.unit,
            reason=term(it.reason),
        )
        for name, it in WORKMANSHIP.items()
    ]


def set_weights(session: Session, weights: Mapping[str, float | None]) -> list[WeightLine]:
    """Change some weights; raises ``InputError`` for an unknown one, or one that cannot be."""
    kept = _kept(session)
    for name, value in weights.items():
        if name not in WORKMANSHIP:
            raise InputError("No weight is called so.", field="weights", allowed=", ".join(WORKMANSHIP), kept=name[:60])
        if value is None:
            kept.pop(name, None)
            continue
        least, most = 0.01 if name in MORE_THAN_NOTHING else 0.0, MOST_OF.get(name, MOST)
        if not least <= value <= most:
            raise InputError(
                "This weight cannot be.", field=f"weights.{name}", allowed=f"{least:g} to {most:g}", kept=f"{value:g}"
            )
        kept[name] = value
    now = {name: kept.get(name, it.value) for name, it in WORKMANSHIP.items()}
    for lower, upper in IN_ORDER:
        if now[lower] > now[upper]:
            raise InputError(
                "The first is no more than the second.",
                field=f"weights.{lower if lower in weights else upper}",
                allowed=f"{WORKMANSHIP_LABELS[lower]} up to {WORKMANSHIP_LABELS[upper].lower()}",
                kept=f"{now[lower]:g}, {now[upper]:g}",
            )
    row = session.get(HouseRow, ROW)
    if row is None:
        session.add(HouseRow(name=ROW, value=kept))
    else:
        row.value = kept
    session.flush()
    return weight_lines(session)
