"""Every change of a rider's record, and taking one back (storage/revisions)."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Literal

from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.rooms.riders.tables import RiderRevisionRow, RiderRow
from waymark.storage import Line, effective

LINE = Line(RiderRevisionRow, RiderRevisionRow.rider_id)


def begin(session: Session, row: RiderRow) -> RiderRevisionRow:
    """The newest revision; for a record of which no change was kept yet, one of it as it stands."""
    return LINE.newest(session, row.id) or _add(session, row, "Record begun", 1, None, None)


def append(session: Session, row: RiderRow, head: RiderRevisionRow, title: str) -> None:
    """Keep the record as it now stands as a change made on ``head``."""
    _add(session, row, title, head.number + 1, effective(head), None)


def undo_target(session: Session, row: RiderRow) -> RiderRevisionRow | None:
    """What an undo would bring back."""
    head = LINE.newest(session, row.id)
    return LINE.undone_by(session, row.id, head) if head else None


def redo_target(session: Session, row: RiderRow) -> RiderRevisionRow | None:
    """What a redo would bring back."""
    head = LINE.newest(session, row.id)
    return LINE.redone_by(session, row.id, head) if head else None


def shown_title(session: Session, row: RiderRow) -> str | None:
    """What the shown revision was called when it was made: what an undo would take back."""
    head = LINE.newest(session, row.id)
    shown = LINE.get(session, row.id, effective(head)) if head else None
    return shown.title if shown else None


def restore(session: Session, row: RiderRow, way: Literal["undo", "redo"]) -> None:
    """Take the newest change back, or bring back what an undo took; raises ``InputError`` where there is none."""
    target = undo_target(session, row) if way == "undo" else redo_target(session, row)
    if target is None:
        raise InputError(f"There is nothing to {way}.", field=way)
    head = begin(session, row)
    row.name, row.profile, row.changed_at = target.name, target.profile, datetime.now(UTC)
    word = "Undid" if way == "undo" else "Brought back"
    title = shown_title(session, row) if way == "undo" else target.title
    _add(session, row, f"{word}: {title}", head.number + 1, None, effective(target))


def _add(
    session: Session, row: RiderRow, title: str, number: int, came_from: int | None, restores: int | None
) -> RiderRevisionRow:
    made = RiderRevisionRow(
        rider_id=row.id, number=number, came_from=came_from, restores=restores, title=title[:200],
        made_at=datetime.now(UTC), name=row.name, profile=row.profile,
    )  # fmt: skip
    session.add(made)
    session.flush()
    return made
