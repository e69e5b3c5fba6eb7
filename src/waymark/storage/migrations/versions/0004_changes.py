"""Histories kept as changes: every revision is packed anew, read back and compared before the old ones go.

A change keeps the steps from the content it was made on; every fiftieth its whole content, packed. The marks of every
revision are dropped: they follow from its content. Riders get a first change where none was kept. The shelves get a
number that the store counts up with every change of a frame, a size or a part.
"""

import json
import zlib
from dataclasses import dataclass
from typing import Any

import sqlalchemy as sa
from alembic import op
from jsonpatch import JsonPatch

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

Content = dict[str, Any]
WHOLE_EVERY = 50
COLUMNS = (
    "number", "came_from", "restores", "made_at", "by", "asked", "said", "depth", "steps", "whole",
)  # fmt: skip
SHELVES = ("frames", "frame_sizes", "parts")


def _changes(name: str, owner: str, owners: str) -> None:
    op.create_table(
        name,
        sa.Column(owner, sa.Integer, sa.ForeignKey(f"{owners}.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("came_from", sa.Integer, nullable=True),
        sa.Column("restores", sa.Integer, nullable=True),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("by", sa.String(80), nullable=False),
        sa.Column("asked", sa.JSON, nullable=False),
        sa.Column("said", sa.JSON, nullable=False),
        sa.Column("depth", sa.Integer, nullable=False),
        sa.Column("steps", sa.JSON, nullable=True),
        sa.Column("whole", sa.LargeBinary, nullable=True),
    )
    op.create_index(f"ix_{name}_{owner}_came_from", name, [owner, "came_from"])


def _packed(content: Content) -> bytes:
    return zlib.compress(json.dumps(content, ensure_ascii=False, separators=(",", ":")).encode(), 6)


@dataclass
class Old:
    """An old revision: its content whole."""

    number: int
    came_from: int | None
    restores: int | None
    title: str
    made_at: str
    content: Content


class Lines:
    """Writes the changes of one table's owners, and reads them back."""

    def __init__(self, connection: sa.Connection, table: str, owner: str) -> None:
        self.connection, self.owner = connection, owner
        self.table = sa.table(table, *(sa.column(n) for n in (owner, *COLUMNS)))

    def move(self, owner_id: int, rows: list[Old]) -> dict[str, int]:
        """Write every revision as a change and compare it with what it was: head, what is shown, and its depth."""
        contents: dict[int, Content] = {}
        depths: dict[int, int] = {}
        for row in rows:
            contents[row.number], base = row.content, row.came_from
            back, whole, steps = row.restores is not None, None, None
            if row.restores is not None:
                depths[row.number] = depths[row.restores]
            elif base is None or depths[base] + 1 >= WHOLE_EVERY:
                depths[row.number], whole = 0, _packed(row.content)
            else:
                depths[row.number] = depths[base] + 1
            if base is not None and not back:
                steps = json.dumps(JsonPatch.from_diff(contents[base], row.content).patch, ensure_ascii=False)
            said = json.dumps([{"t": "{words}", "v": {"words": ["words", row.title]}}], ensure_ascii=False)
            self.connection.execute(
                sa.insert(self.table).values(
                    {
                        self.owner: owner_id,
                        "number": row.number,
                        "came_from": base,
                        "restores": row.restores,
                        "made_at": row.made_at,
                        "by": "",
                        "asked": "[]",
                        "said": said,
                        "depth": depths[row.number],
                        "steps": steps,
                        "whole": whole,
                    }
                )
            )
        for row in rows:
            if self.read_back(owner_id, row.number) != row.content:
                raise RuntimeError(f"change {row.number} of {self.owner} {owner_id} does not read back as it was")
        last = rows[-1]
        shown = last.number if last.restores is None else last.restores
        return {"head": last.number, "shown": shown, "depth": depths[last.number]}

    def read_back(self, owner_id: int, number: int) -> Content:
        """A content as the changes keep it."""
        c, patches = self.table.c, []
        while True:
            query = sa.select(c.came_from, c.restores, c.steps, c.whole)
            row = self.connection.execute(query.where(c[self.owner] == owner_id, c.number == number)).one()
            if row.restores is not None:
                number = row.restores
                continue
            if row.whole is not None:
                break
            patches.append(json.loads(row.steps))
            number = row.came_from
        made: Content = json.loads(zlib.decompress(row.whole))
        for steps in reversed(patches):
            made = JsonPatch(steps).apply(made)
        return made


def _fits(connection: sa.Connection) -> None:
    lines = Lines(connection, "fit_changes", "fit_id")
    old = "SELECT number, came_from, restores, title, made_at, state FROM fit_revisions WHERE fit_id = :id ORDER BY number"
    new = "UPDATE fits SET head = :head, shown = :shown, depth = :depth, content = :content WHERE id = :id"
    for (fit_id,) in connection.execute(sa.text("SELECT id FROM fits ORDER BY id")).all():
        found = connection.execute(sa.text(old), {"id": fit_id}).all()
        rows = [Old(n, c, r, t, m, json.loads(s)) for n, c, r, t, m, s in found]
        if not rows:
            raise RuntimeError(f"fit {fit_id} has no revision")
        done = lines.move(fit_id, rows)
        connection.execute(sa.text(new), {**done, "content": _packed(rows[-1].content), "id": fit_id})


def _riders(connection: sa.Connection) -> None:
    lines = Lines(connection, "rider_changes", "rider_id")
    old = (
        "SELECT number, came_from, restores, title, made_at, name, profile FROM rider_revisions "
        "WHERE rider_id = :id ORDER BY number"
    )
    new = "UPDATE riders SET head = :head, shown = :shown, depth = :depth WHERE id = :id"
    for rider_id, name, profile, made_at in connection.execute(
        sa.text("SELECT id, name, profile, made_at FROM riders ORDER BY id")
    ).all():
        found = connection.execute(sa.text(old), {"id": rider_id}).all()
        rows = [Old(n, c, r, t, m, {"name": then, "profile": json.loads(p)}) for n, c, r, t, m, then, p in found]
        begun = Old(1, None, None, "Record begun", made_at, {"name": name, "profile": json.loads(profile)})
        done = lines.move(rider_id, rows or [begun])
        connection.execute(sa.text(new), {**done, "id": rider_id})


def upgrade() -> None:
    connection = op.get_bind()
    _changes("fit_changes", "fit_id", "fits")
    _changes("rider_changes", "rider_id", "riders")
    for table in ("fits", "riders"):
        for name in ("head", "shown", "depth"):
            if (table, name) != ("fits", "head"):
                op.add_column(table, sa.Column(name, sa.Integer, nullable=False, server_default="0"))
    op.add_column("fits", sa.Column("content", sa.LargeBinary, nullable=False, server_default=""))
    _fits(connection)
    _riders(connection)
    for table in ("fit_marks", "fit_revisions", "rider_revisions"):
        op.drop_table(table)
    op.create_table(
        "shelf_number",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("number", sa.Integer, nullable=False),
    )
    connection.execute(sa.text("INSERT INTO shelf_number (id, number) VALUES (1, 1)"))
    for table in SHELVES:
        for event in ("INSERT", "UPDATE", "DELETE"):
            connection.execute(
                sa.text(
                    f"CREATE TRIGGER {table}_{event.lower()}_counted AFTER {event} ON {table} "  # noqa: S608
                    "BEGIN UPDATE shelf_number SET number = number + 1; END"
                )
            )


def downgrade() -> None:
    raise NotImplementedError("a history is not unpacked again: put back the copy made before the change")
