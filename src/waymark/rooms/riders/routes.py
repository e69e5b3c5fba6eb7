"""Riders over HTTP."""

from __future__ import annotations

from typing import Literal

from waymark.rooms.deps import ERRORS, Key, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.riders import history, service
from waymark.rooms.riders.schemas import Based, Profile, RiderEdit, RiderIn, RiderOut, UseMove
from waymark.storage import Store

router = room_router("/api/riders", "riders", ERRORS)


@router.get("", operation_id="list_riders")
def list_riders(store: StoreDep) -> list[RiderOut]:
    """Every rider by name."""
    with store.looking() as session:
        return [service.rider_out(session, row) for row in service.rider_rows(session)]


@router.post("", operation_id="add_rider")
def add_rider(store: StoreDep, rider: RiderIn) -> RiderOut:
    """Keep a new rider."""
    with store.writing() as session:
        return service.rider_out(session, service.add_rider(session, rider.name, Profile(about=rider.about)))


@router.patch("/{rider_id}", operation_id="edit_rider")
def edit_rider(store: StoreDep, rider_id: Key, edit: RiderEdit) -> RiderOut:
    """Change a rider; what is left out stays."""
    with store.writing() as session:
        row = service.rider_row(session, rider_id)
        service.edit_rider(session, row, edit)
        return service.rider_out(session, row)


@router.post("/{rider_id}/uses", operation_id="move_use")
def move_use(store: StoreDep, rider_id: Key, move: UseMove) -> RiderOut:
    """Drag an edge between two uses, add one, or take one out."""
    with store.writing() as session:
        row = service.rider_row(session, rider_id)
        service.move_use(session, row, move)
        return service.rider_out(session, row)


@router.post("/{rider_id}/undo", operation_id="undo_rider")
def undo_rider(store: StoreDep, rider_id: Key, asked: Based) -> RiderOut:
    """Take the newest change of the record back."""
    return _restored(store, rider_id, "undo", asked)


@router.post("/{rider_id}/redo", operation_id="redo_rider")
def redo_rider(store: StoreDep, rider_id: Key, asked: Based) -> RiderOut:
    """Bring back what an undo took."""
    return _restored(store, rider_id, "redo", asked)


def _restored(store: Store, rider_id: int, way: Literal["undo", "redo"], asked: Based) -> RiderOut:
    with store.writing() as session:
        row = service.rider_row(session, rider_id)
        history.demand_head(row, asked.base_revision)
        history.restore(session, row, way, asked.by)
        return service.rider_out(session, row)
