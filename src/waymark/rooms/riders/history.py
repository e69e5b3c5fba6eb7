"""Every change of a rider's record, and taking one back (storage/changes)."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any, Literal

from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.errors import ConflictError, InputError, NotFoundError
from waymark.core.say import Said, from_kept, kept, say, text_of
from waymark.rooms.riders.tables import RiderChangeRow, RiderRow
from waymark.storage import Asked, Content, Line, redone, undone

LINE = Line(RiderChangeRow, RiderChangeRow.rider_id)


def content_of(row: RiderRow) -> Content:
    """The record as it is kept."""
    return {"name": row.name, "profile": row.profile}


def begin(session: Session, row: RiderRow) -> None:
    """The first change of a new record."""
    said = [kept(say("Record begun"))]
    LINE.append(session, row.id, row, {}, content_of(row), Asked(row.made_at, said))


def append(
    session: Session, row: RiderRow, before: Content, said: Sequence[Said], asked: Sequence[Any], by: str
) -> None:
    """Keep the record as it now stands as a change."""
    row.changed_at = datetime.now(UTC)
    made = Asked(row.changed_at, [kept(s) for s in said], by, asked)
    LINE.append(session, row.id, row, before, content_of(row), made)


def demand_head(row: RiderRow, base_revision: int) -> None:
    """Refuse a write made on anything but the newest change."""
    if base_revision != row.head:
        raise ConflictError(
            "This rider's record was changed in another window since you read it.",
            field="base_revision",
            allowed=str(row.head),
            kept=str(base_revision),
        )


def steps(session: Session, row: RiderRow) -> tuple[list[Said] | None, list[Said] | None]:
    """What an undo would take back and a redo bring back, in words."""
    rows = LINE.about(session, row.id, row)
    back, forth = undone(rows, row), redone(rows, row)
    return said_of(back) if back else None, said_of(forth) if forth else None


def restore(session: Session, row: RiderRow, way: Literal["undo", "redo"], by: str = "") -> None:
    """Take the newest change back, or bring back what an undo took; raises ``InputError`` where there is none."""
    rows = LINE.about(session, row.id, row)
    gone = undone(rows, row)
    back = gone.came_from if gone is not None else None
    to = redone(rows, row) if way == "redo" else None if back is None else LINE.get(session, row.id, back)
    if to is None:
        raise InputError(f"There is nothing to {way}.", field=way)
    content = LINE.content(session, row.id, to.number)
    if content is None:
        raise NotFoundError("There is no such change.", field=way)
    row.name, row.profile, row.changed_at = content["name"], content["profile"], datetime.now(UTC)
    if way == "undo" and gone is not None:
        said = [say("Undid: {what}", what=s) for s in said_of(gone)]
    else:
        said = [say("Brought back: {what}", what=s) for s in said_of(to)]
    LINE.restore(session, row.id, row, to, Asked(row.changed_at, [kept(s) for s in said], by))


def said_of(row: RiderChangeRow) -> list[Said]:
    """What a change says."""
    return [from_kept(s) for s in row.said]


def lines(session: Session, row: RiderRow) -> list[dict[str, Any]]:
    """Every change of a record with what it left, the first one first."""
    query = select(RiderChangeRow).where(RiderChangeRow.rider_id == row.id).order_by(RiderChangeRow.number)
    return [
        {
            "number": r.number,
            "title": "; ".join(text_of(s) for s in said_of(r)),
            "by": r.by,
            "made_at": r.made_at.isoformat(),
            **(LINE.content(session, row.id, r.number) or {}),
        }
        for r in session.scalars(query)
    ]
