"""Opening the store, and the two kinds of session: looking and writing."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from sqlalchemy import Engine, create_engine, event, text
from sqlalchemy.orm import Session


class Store:
    """One SQLite file. ``looking`` reads; ``writing`` is one transaction, taken at once."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine

    @contextmanager
    def looking(self) -> Iterator[Session]:
        """A session for reading."""
        with Session(self.engine) as session:
            yield session

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A session whose transaction begins IMMEDIATE, so that what is read stays true till it is written."""
        with Session(self.engine, expire_on_commit=False) as session:
            session.execute(text("BEGIN IMMEDIATE"))
            try:
                yield session
                session.commit()
            except BaseException:
                session.rollback()
                raise

    def scrub(self) -> None:
        """Let nothing that was deleted stay in the write-ahead log; deleted pages are overwritten as they go."""
        with self.engine.connect() as connection:
            connection.execute(text("PRAGMA wal_checkpoint(TRUNCATE)"))

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()


def open_store(path: Path) -> Store:
    """The store at ``path``, its folder made where missing; foreign keys, WAL and secure deletion on every connection."""
    path.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{path}", connect_args={"check_same_thread": False})

    @event.listens_for(engine, "connect")
    def _prepare(connection: Any, _record: Any) -> None:
        # Transactions are begun by hand, see Store.writing.
        connection.isolation_level = None
        cursor = connection.cursor()
        for pragma in (
            "foreign_keys=ON",
            "journal_mode=WAL",
            "busy_timeout=5000",
            "synchronous=NORMAL",
            "secure_delete=ON",
        ):
            cursor.execute(f"PRAGMA {pragma}")
        cursor.close()

    return Store(engine)
