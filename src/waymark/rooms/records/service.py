"""Giving out and erasing everything that is kept of one rider."""

from __future__ import annotations

import io
import json
import zipfile
from typing import Any

from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.rooms.files import Desk, fits_of, lines
from waymark.rooms.photos import photos_of
from waymark.rooms.riders import profile_of, rider_changes, rider_row

SUFFIXES = {"image/jpeg": "jpg", "image/png": "png", "image/webp": "webp"}
README = """Everything this fit room keeps of one rider.

rider.json             name, measures, mobility, complaints, uses and consent
rider-history.json     every change of that with its time
fit-N.waymark.json     each fit file as it now stands, readable by any Waymark
fit-N-history.json     every change of it with its time
photos/                the photos of the files, without place or time
"""


def export_rider(desk: Desk, session: Session, rider_id: int) -> bytes:
    """A zip archive of everything kept of a rider; raises ``NotFoundError``."""
    rider = rider_row(session, rider_id)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:

        def put(name: str, content: str | bytes) -> None:
            # One date for all: the archive says nothing of when it was packed.
            info = zipfile.ZipInfo(name, (2000, 1, 1, 0, 0, 0))
            info.compress_type = zipfile.ZIP_DEFLATED
            archive.writestr(info, content)

        put("README.txt", README)
        put(
            "rider.json",
            _json(
                {
                    "name": rider.name,
                    "profile": profile_of(rider).model_dump(exclude_none=True),
                    "made_at": rider.made_at.isoformat(),
                    "changed_at": rider.changed_at.isoformat(),
                }
            ),
        )
        put("rider-history.json", _json(rider_changes(session, rider)))
        for fit in fits_of(session, rider.id):
            put(f"fit-{fit.id}.waymark.json", desk.export_fit(fit))
            put(f"fit-{fit.id}-history.json", _json(list(lines(session, fit))))
            for photo in photos_of(session, fit):
                put(f"photos/fit-{fit.id}-{photo.id}.{SUFFIXES[photo.media_type]}", photo.image)
    return out.getvalue()


def erase_rider(session: Session, rider_id: int, name: str) -> None:
    """Erase a rider with every file, revision, mark and photo. ``name`` must be the rider's, typed again."""
    rider = rider_row(session, rider_id)
    if name.strip() != rider.name:
        raise InputError(
            "Nothing was erased: that is not this rider's name.",
            field="name",
            allowed="the name as it stands in the rider's record",
            kept=name[:80],
        )
    session.delete(rider)
    session.flush()


def erased_says(scrubbed: bool) -> str:
    """What was done, and what is still to come."""
    if scrubbed:
        return "Erased: nothing of it is left in the house's file."
    return (
        "Erased. Somebody is still reading the old pages of the file: their bytes go as soon as that ends, "
        "while this house runs, or else at its next start."
    )


def _json(value: Any) -> str:
    return json.dumps(value, indent=2, ensure_ascii=False) + "\n"
