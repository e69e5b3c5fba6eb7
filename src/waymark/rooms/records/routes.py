"""A rider's records over HTTP."""

from __future__ import annotations

from fastapi import Response
from pydantic import BaseModel, ConfigDict, Field

from waymark.rooms.deps import ERRORS, Key, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep
from waymark.rooms.records import service

router = room_router("/api/riders", "records", ERRORS)


class Confirmed(BaseModel):
    """The rider's name, typed again."""

    model_config = ConfigDict(extra="forbid")

    name: str = Field(max_length=120)


class Erased(BaseModel):
    """What is gone, and whether its bytes already are; ``says`` in a sentence."""

    id: int
    scrubbed: bool
    says: str


@router.get("/{rider_id}/records", operation_id="rider_records", response_class=Response)
def rider_records(desk: DeskDep, rider_id: Key) -> Response:
    """Everything kept of a rider, as a zip archive."""
    with desk.store.looking() as session:
        packed = service.export_rider(desk, session, rider_id)
    headers = {"Content-Disposition": f'attachment; filename="rider-{rider_id}.zip"'}
    return Response(packed, media_type="application/zip", headers=headers)


@router.post("/{rider_id}/erase", operation_id="erase_rider")
def erase_rider(store: StoreDep, rider_id: Key, confirmed: Confirmed) -> Erased:
    """Erase a rider and everything kept of them."""
    with store.writing() as session:
        service.erase_rider(session, rider_id, confirmed.name)
    store.forget()
    gone = store.scrub()
    return Erased(id=rider_id, scrubbed=gone, says=service.erased_says(gone))
