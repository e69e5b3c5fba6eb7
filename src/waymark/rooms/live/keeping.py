"""Recordings in the store: begun, added to, read back, and given out."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator, Sequence
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from waymark.core.trial import Begun
from waymark.rooms.live.readings import Readings, unpacked
from waymark.rooms.live.sitting import KeptPlan, Recording
from waymark.rooms.live.tables import ChunkRow, RecordingRow

CSV_HEAD = ("sitting", "second", "device", "channel", "value")


def begin(session: Session, fit_id: int, trial: int, plan: KeptPlan, zero_s: float) -> RecordingRow:
    """A new recording."""
    row = RecordingRow(
        fit_id=fit_id,
        trial=trial,
        made_at=datetime.now(UTC),
        zero_s=zero_s,
        plan=plan.model_dump(mode="json"),
        begun=[],
    )
    session.add(row)
    session.flush()
    return row


def keep_whole(session: Session, fit_id: int, it: Recording) -> None:
    """Put a sitting that is over into the store, all at once."""
    row = begin(session, fit_id, it.trial, it.plan, it.zero_s)
    row.begun = [[b.run, b.at_s] for b in it.begun]
    session.add(ChunkRow(recording_id=row.id, number=0, body=bytes(it.waiting)))


def sittings(session: Session, fit_id: int, trial: int, seed: int) -> list[RecordingRow]:
    """The recordings of a trial, the first begun first."""
    asked = select(RecordingRow).where(RecordingRow.fit_id == fit_id, RecordingRow.trial == trial)
    return [row for row in session.scalars(asked.order_by(RecordingRow.id)) if row.plan.get("seed") == seed]


def begun_of(row: RecordingRow) -> list[Begun]:
    """When each run was begun."""
    return [Begun(run, at_s) for run, at_s in row.begun]


def chunks(session: Session, recording_id: int) -> Iterator[bytes]:
    """What was kept, in order."""
    asked = select(ChunkRow.body).where(ChunkRow.recording_id == recording_id).order_by(ChunkRow.number)
    yield from session.scalars(asked)


def next_number(session: Session, recording_id: int) -> int:
    """The number of the next chunk."""
    top = session.scalar(select(func.max(ChunkRow.number)).where(ChunkRow.recording_id == recording_id))
    return 0 if top is None else top + 1


def read_back(session: Session, row: RecordingRow, step_s: float) -> Readings:
    """A recording's readings, decoded anew from its packets."""
    readings = Readings(step_s)
    for body in chunks(session, row.id):
        for at_s, frame in unpacked(body):
            readings.take(frame, at_s)
    # Whoever sent is not here any more: a device that still is says so with its next packet.
    readings.leave(list(readings.devices))
    return readings


def readings_csv(session: Session, fit_id: int, of: Sequence[RecordingRow] | None = None) -> Iterator[bytes]:
    """Every reading of a file's sittings, or of some, one after the other, as lines of CSV."""
    asked = select(RecordingRow).where(RecordingRow.fit_id == fit_id).order_by(RecordingRow.id)
    rows = session.scalars(asked).all() if of is None else of
    yield _lines([CSV_HEAD])
    for row in rows:
        readings = Readings(1.0)
        for body in chunks(session, row.id):
            lines: list[Any] = []
            for at_s, frame in unpacked(body):
                read = readings.take(frame, at_s)
                its = readings.devices[frame.device].name if read else ""
                lines += [(row.id, f"{at_s:.3f}", its, channel, f"{value:g}") for channel, value in read.items()]
            yield _lines(lines)


def has_recordings(session: Session, fit_id: int) -> bool:
    """Whether anything was ever recorded of a file."""
    return session.scalar(select(RecordingRow.id).where(RecordingRow.fit_id == fit_id).limit(1)) is not None


def _lines(rows: Iterable[Any]) -> bytes:
    text = io.StringIO()
    csv.writer(text, lineterminator="\n").writerows(rows)
    return text.getvalue().encode()
