"""A file's photos over HTTP."""

from __future__ import annotations

from typing import Annotated

from fastapi import File, Form, Response
from pydantic import BaseModel

from waymark.rooms.deps import ERRORS, Key, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.files import fit_row
from waymark.rooms.photos import service as photos
from waymark.rooms.photos.tables import PhotoRow

router = room_router("/api/fits", "photos", ERRORS)


class Photo(BaseModel):
    """A photo's line; its picture is at ``/api/fits/{fit}/photos/{id}``."""

    id: int
    caption: str
    media_type: str
    width: int
    height: int
    made_at: str


def _line(row: PhotoRow) -> Photo:
    return Photo(
        id=row.id,
        caption=row.caption,
        media_type=row.media_type,
        width=row.width,
        height=row.height,
        made_at=row.made_at.isoformat(),
    )


@router.get("/{fit_id}/photos", operation_id="photos")
def list_photos(store: StoreDep, fit_id: Key) -> list[Photo]:
    """The file's photos."""
    with store.looking() as session:
        return [_line(row) for row in photos.photos_of(session, fit_row(session, fit_id))]


@router.post("/{fit_id}/photos", operation_id="add_photo")
def add_photo(
    store: StoreDep, fit_id: Key, file: Annotated[bytes, File()], caption: Annotated[str, Form()] = ""
) -> Photo:
    """Keep a photo: JPEG, PNG or WebP; everything but the picture is taken out."""
    with store.looking() as session:
        fit_row(session, fit_id)
    # Decoded before the write begins: nobody waits for a picture.
    it = photos.cleaned(file)
    with store.writing() as session:
        return _line(photos.add_photo(session, fit_row(session, fit_id), it, caption))


@router.get("/{fit_id}/photos/{photo_id}", operation_id="photo", response_class=Response)
def one_photo(store: StoreDep, fit_id: Key, photo_id: Key) -> Response:
    """The picture."""
    with store.looking() as session:
        row = photos.photo(session, fit_row(session, fit_id), photo_id)
        return Response(row.image, media_type=row.media_type, headers={"Content-Disposition": "inline"})


@router.delete("/{fit_id}/photos/{photo_id}", operation_id="remove_photo")
def remove_photo(store: StoreDep, fit_id: Key, photo_id: Key) -> list[Photo]:
    """Take a photo out; the rest are given back."""
    with store.writing() as session:
        fit = fit_row(session, fit_id)
        session.delete(photos.photo(session, fit, photo_id))
        session.flush()
        left = [_line(row) for row in photos.photos_of(session, fit)]
    store.scrub()
    return left
