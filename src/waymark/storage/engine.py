"""Opening the store, and the two kinds of session: looking and writing."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from threading import Event, Lock, Thread
from typing import Any

from sqlalchemy import Engine, create_engine, event, text
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

# Health and addresses lie in it: nobody but the house reads it.
OWNER_ONLY = 0o600
# What stands beside a store's file while it is in use, and how copies kept before an upgrade are named.
NEIGHBOURS = ("", "-wal", "-shm")
KEPT = ".before-store-"
# How long a write waits for another, ms; how long a scrub rests between tries, s.
BUSY_MS = 5000
SCRUB_REST_S = 2.0


class Store:
    """One SQLite file. ``looking`` reads; ``writing`` is one transaction, taken at once."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self.closed = Event()
        self._scrubbing = Lock()
        self._later: Thread | None = None

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

    def scrub(self) -> bool:
        """Let nothing that was deleted stay in the write-ahead log; deleted pages are overwritten as they go.

        While somebody else still reads the old pages they cannot go: then it waits for them, goes on waiting beside
        other work until they are gone, and answers False.
        """
        if self._scrubbed():
            return True
        with self._scrubbing:
            if self._later is None or not self._later.is_alive():
                self._later = Thread(target=self._scrub_later, name="scrub", daemon=True)
                self._later.start()
        return False

    def forget(self) -> None:
        """Remove the copies that were kept before an upgrade: who is erased is in them too."""
        path = Path(str(self.engine.url.database))
        for copy in path.parent.glob(f"{path.name}{KEPT}*"):
            copy.unlink(missing_ok=True)

    def scrubbed(self, timeout_s: float | None = None) -> bool:
        """Wait for a scrub that goes on beside other work; whether none is left."""
        later = self._later
        if later is not None:
            later.join(timeout_s)
        return later is None or not later.is_alive()

    def _scrubbed(self) -> bool:
        with self.engine.connect() as connection:
            busy, _, _ = connection.execute(text("PRAGMA wal_checkpoint(TRUNCATE)")).one()
        return not busy

    def _scrub_later(self) -> None:
        while not self.closed.is_set():
            with suppress(DBAPIError):
                if self._scrubbed():
                    return
            self.closed.wait(SCRUB_REST_S)

    def close(self) -> None:
        """Let go of the file."""
        self.closed.set()
        self.engine.dispose()


def open_store(path: Path) -> Store:
    """The store at ``path``, its folder made where missing; foreign keys, WAL and secure deletion on every connection.

    The file is the owner's alone, and its log and index with it. What was written is on the disk before it is
    answered for. No parameter of a statement ever reaches a log.
    """
    if str(path) != ":memory:":
        path.parent.mkdir(parents=True, exist_ok=True)
        _owner_only(path)
    engine = create_engine(f"sqlite:///{path}", connect_args={"check_same_thread": False}, hide_parameters=True)

    @event.listens_for(engine, "connect")
    def _prepare(connection: Any, _record: Any) -> None:
        # Transactions are begun by hand, see Store.writing.
        connection.isolation_level = None
        cursor = connection.cursor()
        for pragma in (
            "foreign_keys=ON",
            f"busy_timeout={BUSY_MS}",
            "journal_mode=WAL",
            "synchronous=FULL",
            "secure_delete=ON",
        ):
            cursor.execute(f"PRAGMA {pragma}")
        cursor.close()

    return Store(engine)


def _owner_only(path: Path) -> None:
    """Make the file where it is missing, and take from everybody else what they may do with it and its neighbours."""
    with suppress(FileExistsError):
        os.close(os.open(path, os.O_CREAT | os.O_EXCL | os.O_WRONLY, OWNER_ONLY))
    for file in (path, *(path.with_name(path.name + end) for end in NEIGHBOURS[1:])):
        with suppress(OSError):
            file.chmod(file.stat().st_mode & OWNER_ONLY)
