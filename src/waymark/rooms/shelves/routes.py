"""Shelves over HTTP."""

from __future__ import annotations

from fastapi import APIRouter, Response

from waymark.rooms.deps import ERRORS, StoreDep
from waymark.rooms.shelves import service
from waymark.rooms.shelves.schemas import Imported, ShelfText, ShelvedPart, ShelvedSize

router = APIRouter(prefix="/api/shelves", tags=["shelves"], responses=ERRORS)


@router.get("/frames", operation_id="list_frames")
def list_frames(store: StoreDep) -> list[ShelvedSize]:
    """Every frame size with its chart audit."""
    with store.looking() as session:
        return [service.shelved(key, size) for key, size in service.frame_sizes(session)]


@router.get("/parts", operation_id="list_parts")
def list_parts(store: StoreDep) -> list[ShelvedPart]:
    """Every part."""
    with store.looking() as session:
        return service.parts(session)


@router.post("/frames/import", operation_id="import_frames")
def import_frames(store: StoreDep, file: ShelfText) -> Imported:
    """Look at a frames file, or take its good lines."""
    with store.writing() as session:
        return service.import_frames(session, file.text, apply=file.apply)


@router.post("/parts/import", operation_id="import_parts")
def import_parts(store: StoreDep, file: ShelfText) -> Imported:
    """Look at a parts file, or take its good lines."""
    with store.writing() as session:
        return service.import_parts(session, file.text, apply=file.apply)


def _csv(text: str, name: str) -> Response:
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/frames.csv", operation_id="export_frames", response_class=Response)
def export_frames(store: StoreDep) -> Response:
    """The frames shelf as a file."""
    with store.looking() as session:
        return _csv(service.export_frames(session), "waymark-frames.csv")


@router.get("/parts.csv", operation_id="export_parts", response_class=Response)
def export_parts(store: StoreDep) -> Response:
    """The parts shelf as a file."""
    with store.looking() as session:
        return _csv(service.export_parts(session), "waymark-parts.csv")
