"""A rider's records over HTTP."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import ExitStack

from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from waymark.rooms.deps import ERRORS, Key, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep, fits_of
from waymark.rooms.live import LiveDep
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


@router.get("/{rider_id}/records", operation_id="rider_records", response_class=StreamingResponse)
def rider_records(desk: DeskDep, rider_id: Key) -> StreamingResponse:
    """Everything kept of a rider, as a zip archive."""
    with ExitStack() as held:
        session = held.enter_context(desk.store.looking())
        pieces = service.records_of(desk, session, rider_id)
        reading = held.pop_all()

    def sent() -> Iterator[bytes]:
        # The house is read until the last piece is out.
        with reading:
            yield from pieces

    headers = {"Content-Disposition": f'attachment; filename="rider-{rider_id}.zip"'}
    return StreamingResponse(sent(), media_type="application/zip", headers=headers)


@router.post("/{rider_id}/erase", operation_id="erase_rider")
def erase_rider(store: StoreDep, live: LiveDep, rider_id: Key, confirmed: Confirmed) -> Erased:
    """Erase a rider and everything kept of them."""
    with store.writing() as session:
        gone_fits = [fit.id for fit in fits_of(session, rider_id)]
        service.erase_rider(session, rider_id, confirmed.name)
    for fit in gone_fits:
        live.forget(fit)
    store.forget()
    gone = store.scrub()
    return Erased(id=rider_id, scrubbed=gone, says=service.erased_says(gone))
