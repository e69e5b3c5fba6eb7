"""Photos of a file: taken in as JPEG, PNG or WebP, kept small and without anything but the picture."""

from __future__ import annotations

import io
from dataclasses import dataclass
from datetime import UTC, datetime
from threading import Lock

from PIL import Image, ImageOps, UnidentifiedImageError
from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.errors import InputError, NotFoundError, TooLargeError
from waymark.rooms.files import FitRow
from waymark.rooms.photos.tables import PhotoRow

MEDIA = {"JPEG": "image/jpeg", "PNG": "image/png", "WEBP": "image/webp"}
ALLOWED = "a JPEG, PNG or WebP picture up to 16 MB and 60 megapixels"
MOST_BYTES = 16_000_000
MOST_PIXELS = 60_000_000
LONGEST_SIDE = 2400
MOST_PHOTOS = 40
_DECODING = Lock()


@dataclass(frozen=True, slots=True)
class Cleaned:
    """A picture ready to keep."""

    image: bytes
    media_type: str
    width: int
    height: int


def cleaned(data: bytes) -> Cleaned:
    """The picture alone: upright, at most 2400 px long, drawn anew, so that place, time, camera and comments go.

    One picture is decoded at a time: each takes some hundred megabytes while it is. Raises ``TooLargeError`` beyond
    the bounds, ``InputError`` for anything that is no such picture.
    """
    if len(data) > MOST_BYTES:
        raise TooLargeError("This picture is too large; nothing of it was read.", field="file", allowed=ALLOWED)
    with _DECODING:
        return _decoded(data)


def _decoded(data: bytes) -> Cleaned:
    try:
        with Image.open(io.BytesIO(data), formats=list(MEDIA)) as opened:
            form = opened.format or ""
            if opened.width * opened.height > MOST_PIXELS:
                raise InputError("This picture has too many pixels.", field="file", allowed=ALLOWED)
            # A JPEG is read at a half or a quarter of its size where that is still more than is kept.
            opened.draft(None, (LONGEST_SIDE, LONGEST_SIDE))
            opened.load()
            upright = ImageOps.exif_transpose(opened)
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError) as wrong:
        raise InputError("This is no picture that can be read.", field="file", allowed=ALLOWED) from wrong
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    clear = upright.mode in ("RGBA", "LA", "PA") or "transparency" in upright.info
    plain = upright.convert("RGBA" if clear and form != "JPEG" else "RGB")
    # A new picture of the same pixels carries no note of the old one.
    bare = Image.new(plain.mode, plain.size)
    bare.paste(plain)
    out = io.BytesIO()
    bare.save(out, form, **({} if form == "PNG" else {"quality": 88}))
    return Cleaned(out.getvalue(), MEDIA[form], bare.width, bare.height)


def add_photo(session: Session, fit: FitRow, it: Cleaned, caption: str) -> PhotoRow:
    """Keep a cleaned photo with its caption; raises ``InputError``."""
    if len(caption) > 200:
        raise InputError("The caption is too long.", field="caption", allowed="200 letters", kept=caption[:80])
    if len(photos_of(session, fit)) >= MOST_PHOTOS:
        raise InputError("This file holds as many photos as it can.", field="file", allowed=f"{MOST_PHOTOS}")
    row = PhotoRow(
        fit_id=fit.id,
        caption=caption.strip(),
        media_type=it.media_type,
        width=it.width,
        height=it.height,
        image=it.image,
        made_at=datetime.now(UTC),
    )
    session.add(row)
    session.flush()
    return row


def photos_of(session: Session, fit: FitRow) -> list[PhotoRow]:
    """A file's photos, the first taken first."""
    return list(session.scalars(select(PhotoRow).where(PhotoRow.fit_id == fit.id).order_by(PhotoRow.id)))


def photo(session: Session, fit: FitRow, photo_id: int) -> PhotoRow:
    """One photo of a file; raises ``NotFoundError``."""
    row = session.get(PhotoRow, photo_id)
    if row is None or row.fit_id != fit.id:
        raise NotFoundError("This photo is not in the file.", field="photo_id", kept=str(photo_id))
    return row
