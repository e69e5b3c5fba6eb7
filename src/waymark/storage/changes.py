"""Append-only lines of changes: who, when, what was asked, what it says, and the steps it took.

A change keeps the steps from the content it was made on (JSON Patch, RFC 6902), so that what a search found is kept
with the change that took it and nothing is ever worked out again. Every so many changes the whole content is kept too,
packed. An undo or redo is a change of its own that ``restores`` another; nothing is ever taken away, so both work after
a reload and after a restart.
"""

from __future__ import annotations

import json
import zlib
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import Any, Generic, TypeVar

from jsonpatch import JsonPatch
from sqlalchemy import JSON, Integer, LargeBinary, Select, String, bindparam, func, select, union
from sqlalchemy.orm import Mapped, Session, aliased, mapped_column

from waymark.storage.base import Base, UtcTime

# So many changes at most are gone through to have the content of any.
WHOLE_EVERY = 50
Content = dict[str, Any]


class ChangeColumns(Base):
    """What every table of changes has beside its owner. ``depth`` counts the changes back to a whole content."""

    __abstract__ = True

    number: Mapped[int] = mapped_column(primary_key=True)
    came_from: Mapped[int | None]
    restores: Mapped[int | None]
    made_at: Mapped[datetime] = mapped_column(UtcTime)
    by: Mapped[str] = mapped_column(String(80))
    asked: Mapped[list[Any]] = mapped_column(JSON, deferred=True)
    said: Mapped[list[Any]] = mapped_column(JSON)
    depth: Mapped[int]
    steps: Mapped[list[Any] | None] = mapped_column(JSON, deferred=True)
    whole: Mapped[bytes | None] = mapped_column(LargeBinary, deferred=True)


class OwnerColumns(Base):
    """What the owner of a line has: its newest change, the one whose content it shows, and that one's depth."""

    __abstract__ = True

    head: Mapped[int]
    shown: Mapped[int]
    depth: Mapped[int]


Row = TypeVar("Row", bound=ChangeColumns)


def packed(content: Content) -> bytes:
    """A content as it is kept whole."""
    return zlib.compress(json.dumps(content, ensure_ascii=False, separators=(",", ":")).encode(), 6)


def unpacked(kept: bytes) -> Content:
    """A content that was kept whole."""
    made: Content = json.loads(zlib.decompress(kept))
    return made


def steps_between(before: Content, after: Content) -> list[Any]:
    """The steps from one content to another."""
    steps: list[Any] = JsonPatch.from_diff(*_differing(before, after)).patch
    return steps


def _differing(a: Content, b: Content) -> tuple[Content, Content]:
    """Both without what is the same in them: what is told apart at once need not be gone through in search of steps."""
    left, right = dict(a), dict(b)
    for key in a.keys() & b.keys():
        one, other = a[key], b[key]
        if type(one) is type(other) and one == other:
            del left[key], right[key]
        elif isinstance(one, dict) and isinstance(other, dict):
            left[key], right[key] = _differing(one, other)
    return left, right


@dataclass(frozen=True, slots=True)
class Asked:
    """What was asked, in what words it is told, by whom and when."""

    at: datetime
    said: Sequence[Any]
    by: str = ""
    asked: Sequence[Any] = ()


@dataclass(frozen=True, slots=True)
class Line(Generic[Row]):
    """The changes of one kind of thing: their table, and its column that names the owner."""

    model: type[Row]
    owner: Any

    def get(self, session: Session, owner_id: int, number: int) -> Row | None:
        """One change by its owner and number."""
        query = select(self.model).where(self.owner == owner_id, self.model.number == number)
        return session.scalars(query).first()

    def about(self, session: Session, owner_id: int, it: OwnerColumns, newest: int = 0) -> list[Row]:
        """The newest changes, the one shown, and those made on it, newest first: one query for all that is told."""
        asked = {"owner": owner_id, "after": it.head - newest, "shown": it.shown}
        return list(session.scalars(_about(self.model, self.owner.key), asked))

    def content(self, session: Session, owner_id: int, number: int) -> Content | None:
        """The content as one change left it, or ``None`` where there is no such change."""
        m = self.model
        shown = select(m.restores).where(self.owner == owner_id, m.number == number).scalar_subquery()
        start = (
            select(m.number, m.came_from, m.steps, m.whole)
            .where(self.owner == owner_id, m.number == func.coalesce(shown, number))
            .cte(recursive=True)
        )
        before = aliased(m)
        owner = getattr(before, self.owner.key)
        line = start.union_all(
            select(before.number, before.came_from, before.steps, before.whole).where(
                owner == owner_id, before.number == start.c.came_from, start.c.whole.is_(None)
            )
        )
        found = session.execute(select(line.c.steps, line.c.whole).order_by(line.c.number)).all()
        if not found:
            return None
        made = unpacked(found[0].whole)
        for steps, _ in found[1:]:
            made = JsonPatch(steps).apply(made)
        return made

    def append(
        self, session: Session, owner_id: int, it: OwnerColumns, before: Content, after: Content, asked: Asked
    ) -> Row:
        """A change on top of what is shown; the owner then shows it."""
        first = it.head == 0
        depth = 0 if first or it.depth + 1 >= WHOLE_EVERY else it.depth + 1
        row = self._add(session, owner_id, it, asked)
        row.came_from, row.depth = None if first else it.shown, depth
        row.steps = None if first else steps_between(before, after)
        row.whole = packed(after) if depth == 0 else None
        it.head, it.shown, it.depth = row.number, row.number, depth
        session.flush()
        return row

    def restore(self, session: Session, owner_id: int, it: OwnerColumns, to: Row, asked: Asked) -> Row:
        """An undo or redo: a change that shows what ``to`` left, and keeps no steps of its own."""
        row = self._add(session, owner_id, it, asked)
        row.restores, row.depth = to.number, to.depth
        it.head, it.shown, it.depth = row.number, to.number, to.depth
        session.flush()
        return row

    def _add(self, session: Session, owner_id: int, it: OwnerColumns, asked: Asked) -> Row:
        row = self.model(
            number=it.head + 1, made_at=asked.at, by=asked.by, asked=list(asked.asked), said=list(asked.said)
        )
        setattr(row, self.owner.key, owner_id)
        session.add(row)
        return row


# Asked at every edit: to put it together takes longer than to answer it.
@cache
def _about(m: type[ChangeColumns], owner: str) -> Select[Any]:
    """The changes after one, the one shown and those made on that, newest first."""
    own, shown = getattr(m, owner) == bindparam("owner"), bindparam("shown", type_=Integer)
    # Each part by its own index: a long history is not gone through.
    wanted = union(
        select(m.number).where(own, m.number > bindparam("after")),
        select(m.number).where(own, m.number == shown),
        select(m.number).where(own, m.came_from == shown),
    )
    return select(m).where(own, m.number.in_(wanted)).order_by(m.number.desc())


def undone(rows: Sequence[Row], it: OwnerColumns) -> Row | None:
    """The change that an undo would take back, of the rows that are told; ``None`` at the beginning."""
    shown = next((r for r in rows if r.number == it.shown), None)
    return shown if shown is not None and shown.came_from is not None else None


def redone(rows: Sequence[Row], it: OwnerColumns) -> Row | None:
    """The change that a redo would bring back: the newest one made on what is shown."""
    return next((r for r in rows if r.came_from == it.shown), None)
