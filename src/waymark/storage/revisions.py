"""Append-only lines of revisions: what an undo and a redo bring back, whatever is kept in them.

Each revision remembers the one it was made on (``came_from``); an undo or redo is a revision of its own that
``restores`` another. Nothing is ever taken away, so both work after a reload and after a restart.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any, Generic, TypeVar

from sqlalchemy import String, select
from sqlalchemy.orm import Mapped, Session, mapped_column

from waymark.storage.base import Base, UtcTime


class RevisionColumns(Base):
    """What every table of revisions has beside its owner and its content."""

    __abstract__ = True

    number: Mapped[int] = mapped_column(primary_key=True)
    came_from: Mapped[int | None]
    restores: Mapped[int | None]
    title: Mapped[str] = mapped_column(String(200))
    made_at: Mapped[datetime] = mapped_column(UtcTime)


Row = TypeVar("Row", bound=RevisionColumns)


def effective(row: RevisionColumns) -> int:
    """The revision whose content this one shows: itself, or the one it restored."""
    return row.number if row.restores is None else row.restores


@dataclass(frozen=True, slots=True)
class Line(Generic[Row]):
    """The revisions of one kind of thing: their table, and its column that names the owner."""

    model: type[Row]
    owner: Any

    def get(self, session: Session, owner_id: int, number: int) -> Row | None:
        """One revision by its owner and number."""
        query = select(self.model).where(self.owner == owner_id, self.model.number == number)
        return session.scalars(query).first()

    def newest(self, session: Session, owner_id: int) -> Row | None:
        """The newest revision, or ``None`` where there is none yet."""
        query = select(self.model).where(self.owner == owner_id).order_by(self.model.number.desc()).limit(1)
        return session.scalars(query).first()

    def undone_by(self, session: Session, owner_id: int, head: Row) -> Row | None:
        """The revision an undo would bring back."""
        shown = self.get(session, owner_id, effective(head))
        if shown is None or shown.came_from is None:
            return None
        return self.get(session, owner_id, shown.came_from)

    def redone_by(self, session: Session, owner_id: int, head: Row) -> Row | None:
        """The revision a redo would bring back: the newest one made on what is shown."""
        query = (
            select(self.model)
            .where(self.owner == owner_id, self.model.came_from == effective(head))
            .order_by(self.model.number.desc())
            .limit(1)
        )
        return session.scalars(query).first()
