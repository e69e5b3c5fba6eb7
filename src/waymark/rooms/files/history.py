"""A file's changes: reading the newest, adding one, taking one back (storage/changes)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.errors import ConflictError, InputError, NotFoundError
from waymark.core.say import Said, from_kept, kept, say, text_of
from waymark.rooms.files.migrated import migrated
from waymark.rooms.files.registry import Registry
from waymark.rooms.files.tables import FitChangeRow, FitRow
from waymark.rooms.files.values import FileBase
from waymark.storage import Asked, Content, Line, packed, redone, undone, unpacked

LINE = Line(FitChangeRow, FitChangeRow.fit_id)


def fit_row(session: Session, fit_id: int) -> FitRow:
    """One fit file; raises ``NotFoundError``."""
    row = session.get(FitRow, fit_id)
    if row is None:
        raise NotFoundError("This fit file is not in the day book.", field="fit_id", kept=str(fit_id))
    return row


def file_of(registry: Registry, fit: FitRow) -> FileBase:
    """The file's content, of whatever version it was written."""
    return registry.file_model.model_validate(migrated(unpacked(fit.content)))


def content_of(file: FileBase) -> Content:
    """A file as it is kept."""
    return file.model_dump(mode="json", exclude_none=True)


def begin(session: Session, fit: FitRow, file: FileBase) -> None:
    """The first change of a new file."""
    _append(session, fit, {}, content_of(file), [say("File begun")], (), "", fit.made_at)


def append(
    session: Session,
    fit: FitRow,
    file: FileBase,
    said: Sequence[Said],
    asked: Sequence[Any],
    by: str,
    at: datetime,
) -> None:
    """A change on top of what the file shows."""
    _append(session, fit, unpacked(fit.content), content_of(file), said, asked, by, at)


def _append(
    session: Session,
    fit: FitRow,
    before: Content,
    after: Content,
    said: Sequence[Said],
    asked: Sequence[Any],
    by: str,
    at: datetime,
) -> None:
    fit.content, fit.changed_at = packed(after), at
    LINE.append(session, fit.id, fit, before, after, Asked(at, [kept(s) for s in said], by, asked))


def demand_head(fit: FitRow, base_revision: int) -> None:
    """Refuse a write made on anything but the newest change."""
    if base_revision != fit.head:
        raise ConflictError(
            "This file was changed in another window since you read it.",
            field="base_revision",
            allowed=str(fit.head),
            kept=str(base_revision),
        )


def step(session: Session, fit: FitRow, way: str, by: str = "") -> None:
    """Take the newest change back (``undo``), or bring back what an undo took (``redo``).

    Raises ``InputError`` where there is none.
    """
    rows = LINE.about(session, fit.id, fit)
    at = datetime.now(UTC)
    if way == "undo":
        gone = undone(rows, fit)
        if gone is None or gone.came_from is None:
            raise InputError("There is nothing to undo: this is the file as it was begun.", field="undo")
        to = LINE.get(session, fit.id, gone.came_from)
        said = [say("Undid: {what}", what=s) for s in said_of(gone)]
    else:
        to = redone(rows, fit)
        if to is None:
            raise InputError("There is nothing to bring back.", field="redo")
        said = [say("Brought back: {what}", what=s) for s in said_of(to)]
    content = None if to is None else LINE.content(session, fit.id, to.number)
    if to is None or content is None:
        raise NotFoundError("There is no such change.", field=way)
    fit.content, fit.changed_at = packed(content), at
    LINE.restore(session, fit.id, fit, to, Asked(at, [kept(s) for s in said], by))


def said_of(row: FitChangeRow) -> list[Said]:
    """What a change says."""
    return [from_kept(s) for s in row.said]


def lines(session: Session, fit: FitRow) -> Iterator[dict[str, Any]]:
    """Every change of a file with the content it left, the first one first, one at a time."""
    numbers = session.scalars(select(FitChangeRow.number).where(FitChangeRow.fit_id == fit.id)).all()
    for number in sorted(numbers):
        row = LINE.get(session, fit.id, number)
        if row is not None:
            yield {
                "number": row.number,
                "title": "; ".join(text_of(s) for s in said_of(row)),
                "by": row.by,
                "made_at": row.made_at.isoformat(),
                "asked": row.asked,
                "state": LINE.content(session, fit.id, number),
            }
