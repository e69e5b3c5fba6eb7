"""Append-only history of a fit file: every change is a new revision, and so is every undo (storage/revisions)."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy.orm import Session

from waymark.core.errors import ConflictError, InputError, NotFoundError
from waymark.rooms.fits.layers import layers_of
from waymark.rooms.fits.state import FitState, migrated
from waymark.rooms.fits.tables import FitRow, MarkRow, RevisionRow
from waymark.storage import Line, effective

LINE = Line(RevisionRow, RevisionRow.fit_id)


def fit_row(session: Session, fit_id: int) -> FitRow:
    """One fit file; raises ``NotFoundError``."""
    row = session.get(FitRow, fit_id)
    if row is None:
        raise NotFoundError("This fit file is not in the day book.", field="fit_id", kept=str(fit_id))
    return row


def revision(session: Session, fit_id: int, number: int) -> RevisionRow:
    """One revision; raises ``NotFoundError``."""
    row = LINE.get(session, fit_id, number)
    if row is None:
        raise NotFoundError("There is no such revision.", field="revision", kept=str(number))
    return row


def head_of(session: Session, fit: FitRow) -> RevisionRow:
    """The newest revision."""
    return revision(session, fit.id, fit.head)


def state_of(row: RevisionRow) -> FitState:
    """The state a revision keeps, of whatever version it was written."""
    return FitState.model_validate(migrated(row.state))


def append(
    session: Session, fit: FitRow, state: FitState, title: str, *, restores: int | None = None
) -> RevisionRow:
    """Add a revision on top of the head and its marks."""
    came_from = effective(head_of(session, fit)) if fit.head else None
    now = datetime.now(UTC)
    row = RevisionRow(
        fit_id=fit.id, number=fit.head + 1, came_from=came_from if restores is None else None,
        restores=restores, title=title[:200], state=state.model_dump(exclude_none=True), made_at=now,
    )  # fmt: skip
    session.add(row)
    session.flush()
    for layer, marks in layers_of(state).marks.items():
        for mark, at in marks.items():
            session.add(
                MarkRow(fit_id=fit.id, number=row.number, layer=layer, mark=mark, x_mm=at.x_mm, y_mm=at.y_mm)
            )
    fit.head, fit.changed_at = row.number, now
    session.flush()
    return row


def demand_head(fit: FitRow, base_revision: int) -> None:
    """Refuse a write made on anything but the newest revision."""
    if base_revision != fit.head:
        raise ConflictError(
            "This file was changed in another window since you read it.",
            field="base_revision", allowed=str(fit.head), kept=str(base_revision),
        )  # fmt: skip


def undo_target(session: Session, fit: FitRow) -> RevisionRow | None:
    """The revision an undo would bring back."""
    return LINE.undone_by(session, fit.id, head_of(session, fit))


def redo_target(session: Session, fit: FitRow) -> RevisionRow | None:
    """The revision a redo would bring back: the newest one made on the present."""
    return LINE.redone_by(session, fit.id, head_of(session, fit))


def undo(session: Session, fit: FitRow) -> RevisionRow:
    """Bring back what was before the present change; raises ``InputError`` at the beginning."""
    target = undo_target(session, fit)
    if target is None:
        raise InputError("There is nothing to undo: this is the file as it was begun.", field="undo")
    undone = revision(session, fit.id, effective(head_of(session, fit)))
    return append(session, fit, state_of(target), f"Undid: {undone.title}", restores=effective(target))


def redo(session: Session, fit: FitRow) -> RevisionRow:
    """Bring back what an undo took; raises ``InputError`` where nothing was undone."""
    target = redo_target(session, fit)
    if target is None:
        raise InputError("There is nothing to bring back.", field="redo")
    return append(session, fit, state_of(target), f"Brought back: {target.title}", restores=target.number)
