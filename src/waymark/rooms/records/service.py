"""Giving out and erasing everything that is kept of one rider."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Iterable, Iterator
from typing import Any

from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.rooms.files import Desk, fits_of, lines
from waymark.rooms.live import has_recordings, readings_csv
from waymark.rooms.photos import photos_of
from waymark.rooms.riders import RiderRow, profile_of, rider_changes, rider_row

# So much is packed before it is handed on.
PIECE_BYTES = 65_536
SUFFIXES = {"image/jpeg": "jpg", "image/png": "png", "image/webp": "webp"}
README = """Everything this fit room keeps of one rider.

rider.json             name, measures, mobility, complaints, uses and consent
rider-history.json     every change of that with its time
fit-N.waymark.json     each fit file as it now stands, readable by any Waymark
fit-N-history.json     every change of it with its time
fit-N-readings.csv     what was read off trainers and straps along its trials
photos/                the photos of the files, without place or time
"""


def records_of(desk: Desk, session: Session, rider_id: int) -> Iterator[bytes]:
    """Everything kept of a rider as a zip archive, piece by piece; raises ``NotFoundError`` before the first."""
    rider, packed = rider_row(session, rider_id), _Packed()

    def pieces() -> Iterator[bytes]:
        with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
            for name, content in _files(desk, session, rider):
                # One date for all: the archive says nothing of when it was packed.
                info = zipfile.ZipInfo(name, (2000, 1, 1, 0, 0, 0))
                info.compress_type = zipfile.ZIP_DEFLATED
                with archive.open(info, "w", force_zip64=True) as entry:
                    for part in content:
                        entry.write(part)
                        if packed.waiting >= PIECE_BYTES:
                            yield packed.take()
        yield packed.take()

    return pieces()


class _Packed(io.RawIOBase):
    """A file that is only written forward, its bytes taken away as they come."""

    def __init__(self) -> None:
        super().__init__()
        self._parts: list[bytes] = []
        self.waiting = 0

    def writable(self) -> bool:
        return True

    def write(self, part: Any) -> int:
        self._parts.append(bytes(part))
        self.waiting += len(part)
        return len(part)

    def take(self) -> bytes:
        """What came since it was last asked."""
        taken, self._parts, self.waiting = b"".join(self._parts), [], 0
        return taken


def _files(desk: Desk, session: Session, rider: RiderRow) -> Iterator[tuple[str, Iterable[bytes]]]:
    """Every file of the archive with its parts, each made when it is asked for."""
    record = {
        "name": rider.name,
        "profile": profile_of(rider).model_dump(exclude_none=True),
        "made_at": rider.made_at.isoformat(),
        "changed_at": rider.changed_at.isoformat(),
    }
    yield "README.txt", [README.encode()]
    yield "rider.json", [_json(record)]
    yield "rider-history.json", [_json(rider_changes(session, rider))]
    for fit in fits_of(session, rider.id):
        yield f"fit-{fit.id}.waymark.json", [desk.export_fit(fit).encode()]
        yield f"fit-{fit.id}-history.json", _listed(lines(session, fit))
        if has_recordings(session, fit.id):
            yield f"fit-{fit.id}-readings.csv", readings_csv(session, fit.id)
        for photo in photos_of(session, fit):
            yield f"photos/fit-{fit.id}-{photo.id}.{SUFFIXES[photo.media_type]}", [photo.image]


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


def _json(value: Any) -> bytes:
    return (json.dumps(value, indent=2, ensure_ascii=False) + "\n").encode()


def _listed(values: Iterable[Any]) -> Iterator[bytes]:
    """A list in JSON, a value at a time."""
    before = "[\n"
    for value in values:
        yield (before + json.dumps(value, indent=2, ensure_ascii=False)).encode()
        before = ",\n"
    yield b"[]\n" if before == "[\n" else b"\n]\n"
