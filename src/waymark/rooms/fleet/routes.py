"""A rider's bikes over HTTP."""

from __future__ import annotations

from typing import Annotated

from fastapi import Query
from pydantic import BaseModel, ConfigDict, Field

from waymark.core.errors import InputError, NotFoundError
from waymark.rooms.deps import ERRORS, MOST_KEY, Key
from waymark.rooms.doorway import room_router
from waymark.rooms.files import Desk, DeskDep, Look, fits_of
from waymark.rooms.fleet.bikes import fleet_view
from waymark.rooms.fleet.shapes import FleetView
from waymark.rooms.posts.goal import GoalState, discipline, measured_use
from waymark.rooms.posts.measure import MeasureState
from waymark.rooms.riders import rider_row

router = room_router("/api/riders", "fleet", ERRORS)


class Copied(BaseModel):
    """A position copied to another bike of the same rider: from which file, what the new one is called, and why."""

    model_config = ConfigDict(extra="forbid")

    source: int = Field(ge=1, le=MOST_KEY)
    title: str = Field(min_length=1, max_length=160)
    reason: str = Field(default="", max_length=400)


class CopiedTo(BaseModel):
    """The new file's key."""

    id: int


@router.get("/{rider_id}/bikes", operation_id="rider_bikes")
def rider_bikes(
    desk: DeskDep, rider_id: Key, base: Annotated[int | None, Query(ge=1, le=MOST_KEY)] = None
) -> FleetView:
    """The rider's bikes, against that of the file ``base``, else against the first."""
    looks = _looks(desk, rider_id)
    if not looks:
        raise InputError("This rider has no bike yet.", field="rider_id", allowed="a rider with a fit file")
    keys = [look.fit.id for look in looks]
    if base is not None and base not in keys:
        raise NotFoundError("This rider has no such file.", field="base", kept=str(base))
    return fleet_view(looks, keys[0] if base is None else base)


@router.post("/{rider_id}/bikes", operation_id="copy_position")
def copy_position(desk: DeskDep, rider_id: Key, asked: Copied) -> CopiedTo:
    """A new file for another bike that begins with a position of this rider, its set-ups and decisions with it."""
    look = next((x for x in _looks(desk, rider_id) if x.fit.id == asked.source), None)
    if look is None:
        raise NotFoundError("This rider has no such file.", field="source", kept=str(asked.source))
    facts = look.facts
    file = desk.registry.file_model()
    file.put(facts.part(MeasureState).model_copy(deep=True))
    # The new bike is for the same until its goal says otherwise; what the position was for goes along.
    file.put(GoalState(discipline=discipline(facts), from_use=measured_use(facts)))
    file.reason = asked.reason
    with desk.store.writing() as session:
        return CopiedTo(id=desk.open(session, rider_row(session, rider_id), asked.title, file).id)


def _looks(desk: Desk, rider_id: int) -> list[Look]:
    """The rider's files at their newest changes; raises ``NotFoundError``."""
    with desk.store.looking() as session:
        rider_row(session, rider_id)
        return [desk.look(session, fit.id) for fit in fits_of(session, rider_id)]
