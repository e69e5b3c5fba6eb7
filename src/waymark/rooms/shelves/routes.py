"""Shelves over HTTP."""

from __future__ import annotations

from typing import Any

from fastapi import Response

from waymark.rooms.deps import ERRORS, Key, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.shelves import forms, pasting, service
from waymark.rooms.shelves.forms import FormField
from waymark.rooms.shelves.pasting import Paste, Pasted
from waymark.rooms.shelves.schemas import Imported, Marks, ShelfText, ShelvedPart, ShelvedSize, SizeEdit

router = room_router("/api/shelves", "shelves", ERRORS)


@router.get("/frames", operation_id="list_frames")
def list_frames(store: StoreDep) -> list[ShelvedSize]:
    """Every frame size with its chart audit."""
    with store.looking() as session:
        return service.shelved_sizes(session)


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


@router.post("/frames/paste", operation_id="paste_chart")
def paste_chart(store: StoreDep, page: Paste) -> Pasted:
    """Read a geometry chart as it was pasted, or take the sizes it gives."""
    with store.writing() as session:
        return pasting.paste(session, page)


@router.post("/frames/sizes", operation_id="enter_size")
def enter_size(store: StoreDep, edit: SizeEdit) -> ShelvedSize:
    """A new size by hand: looked at, or kept."""
    with store.writing() as session:
        return service.enter_size(session, edit)


@router.put("/frames/sizes/{size_id}", operation_id="change_size")
def change_size(store: StoreDep, size_id: Key, edit: SizeEdit) -> ShelvedSize:
    """A size changed by hand: looked at, or kept."""
    with store.writing() as session:
        return service.enter_size(session, edit, size_id)


@router.delete("/frames/sizes/{size_id}", operation_id="remove_size", status_code=204)
def remove_size(store: StoreDep, size_id: Key) -> None:
    """Take a size off the shelf."""
    with store.writing() as session:
        service.remove_size(session, size_id)


@router.post("/frames/sizes/{size_id}/marks", operation_id="mark_frame")
def mark_frame(store: StoreDep, size_id: Key, marks: Marks) -> list[ShelvedSize]:
    """Mark a frame, all its sizes, as owned, out of stock, or of a price band."""
    with store.writing() as session:
        return service.mark_frame(session, size_id, marks)


@router.post("/parts", operation_id="enter_part")
def enter_part(store: StoreDep, cells: dict[str, Any]) -> ShelvedPart:
    """A new part by hand."""
    with store.writing() as session:
        return service.enter_part(session, cells)


@router.put("/parts/{part_id}", operation_id="change_part")
def change_part(store: StoreDep, part_id: Key, cells: dict[str, Any]) -> ShelvedPart:
    """A part changed by hand."""
    with store.writing() as session:
        return service.enter_part(session, cells, part_id)


@router.delete("/parts/{part_id}", operation_id="remove_part", status_code=204)
def remove_part(store: StoreDep, part_id: Key) -> None:
    """Take a part off the shelf."""
    with store.writing() as session:
        service.remove_part(session, part_id)


@router.post("/parts/{part_id}/marks", operation_id="mark_part")
def mark_part(store: StoreDep, part_id: Key, marks: Marks) -> ShelvedPart:
    """Mark a part as owned, out of stock, or of a price band."""
    with store.writing() as session:
        return service.mark_part(session, part_id, marks)


@router.get("/part-forms", operation_id="part_forms")
def part_forms() -> dict[str, list[FormField]]:
    """The fields of every kind of part with their bounds, for entering one by hand."""
    return forms.part_forms()


def _file(text: str, name: str) -> Response:
    kind = "application/json" if name.endswith(".json") else "text/csv; charset=utf-8"
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(text, media_type=kind, headers=headers)


@router.get("/frames.csv", operation_id="export_frames", response_class=Response)
def export_frames(store: StoreDep) -> Response:
    """The frames shelf as a file."""
    with store.looking() as session:
        return _file(service.export_frames(session), "waymark-frames.csv")


@router.get("/parts.csv", operation_id="export_parts", response_class=Response)
def export_parts(store: StoreDep) -> Response:
    """The parts shelf as a file."""
    with store.looking() as session:
        return _file(service.export_parts(session), "waymark-parts.csv")


@router.get("/frames.json", operation_id="export_frames_json", response_class=Response)
def export_frames_json(store: StoreDep) -> Response:
    """The frames shelf as JSON."""
    with store.looking() as session:
        return _file(service.export_frames(session, as_json=True), "waymark-frames.json")


@router.get("/parts.json", operation_id="export_parts_json", response_class=Response)
def export_parts_json(store: StoreDep) -> Response:
    """The parts shelf as JSON."""
    with store.looking() as session:
        return _file(service.export_parts(session, as_json=True), "waymark-parts.json")
