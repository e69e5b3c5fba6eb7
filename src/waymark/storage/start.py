"""Starting on a file: is it a store of ours, whole, of no newer house, writable; then it is brought up to date.

Nothing is changed in a file that is refused. Whoever starts on a file holds it as in use until the process ends, so
that nothing is restored over it; two who start on a new file at once wait for each other.
"""

from __future__ import annotations

import fcntl
import os
import sqlite3
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

from sqlalchemy.exc import DBAPIError

from waymark.storage.copying import StartError, copied
from waymark.storage.engine import KEPT, NEIGHBOURS, OWNER_ONLY, Store, open_store
from waymark.storage.migrate import upgrade

MAGIC = b"SQLite format 3\x00"
VERSIONS = Path(__file__).parent / "migrations" / "versions"
RESTORE = "stop every Waymark on it and restore a backup with: waymark restore BACKUP"
# Held until the process ends.
_HELD: list[IO[bytes]] = []


def known_revisions() -> tuple[str, ...]:
    """The revisions of the store that this house knows, oldest first."""
    return tuple(sorted(f.name[:4] for f in VERSIONS.glob("[0-9][0-9][0-9][0-9]_*.py")))


def check_file(path: Path) -> str | None:
    """The revision of the store in ``path``, None where there is no store yet; raises ``StartError``."""
    if path.is_dir():
        raise StartError(f"{path} is a folder, not a store.", field="data", allowed="a file")
    if not path.exists() or path.stat().st_size == 0:
        return None
    with path.open("rb") as file:
        head = file.read(100)
    if head[:16] != MAGIC:
        raise StartError(f"{path} is no Waymark store; nothing was changed.", field="data", allowed="a store's file")
    if not path.stat().st_mode & 0o222:
        raise StartError(
            f"{path} may not be written to; nothing was changed.", field="data", allowed=f"chmod u+w {path}"
        )
    page = int.from_bytes(head[16:18], "big")
    pages = int.from_bytes(head[28:32], "big")
    size = path.stat().st_size
    if pages and size < pages * (65536 if page == 1 else page):
        raise StartError(f"{path} is cut short; nothing was changed.", field="data", allowed=RESTORE)
    try:
        with closing(sqlite3.connect(path, timeout=5)) as connection:
            if connection.execute("PRAGMA quick_check(1)").fetchone() != ("ok",):
                raise StartError(f"{path} is damaged; nothing was changed.", field="data", allowed=RESTORE)
            tables = {name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type='table'")}
            revision = _revision(connection, tables)
    except sqlite3.OperationalError as wrong:
        raise StartError(
            f"{path} cannot be opened: {wrong}; nothing was changed.",
            field="data",
            allowed="a file that can be written to",
        ) from wrong
    except sqlite3.DatabaseError as wrong:
        raise StartError(f"{path} is damaged; nothing was changed.", field="data", allowed=RESTORE) from wrong
    if tables and revision is None:
        raise StartError(
            f"{path} holds something else than a Waymark store; nothing was changed.",
            field="data",
            allowed="a store's file, or a new name",
        )
    if revision is not None and revision not in known_revisions():
        raise StartError(
            f"{path} was written by a newer Waymark (store {revision}); nothing was changed.",
            field="data",
            allowed=f"a Waymark that knows store {revision}; this one knows {known_revisions()[-1]}",
        )
    return revision


def _revision(connection: sqlite3.Connection, tables: set[str]) -> str | None:
    if "alembic_version" not in tables:
        return None
    row = connection.execute("SELECT version_num FROM alembic_version").fetchone()
    return None if row is None else str(row[0])


def start_store(path: Path) -> Store:
    """The store at ``path``, checked, in use by this process, and brought up to date; raises ``StartError``."""
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        starting = _locked(path, "-start", fcntl.LOCK_EX)
    except OSError as wrong:
        raise StartError(
            f"{path} cannot be opened: {wrong.strerror}; nothing was changed.",
            field="data",
            allowed="a place that can be written to",
        ) from wrong
    try:
        revision = check_file(path)
        if revision is not None and revision != known_revisions()[-1] and in_use(path):
            raise StartError(
                f"{path} is in use by an older Waymark; nothing was changed.",
                field="data",
                allowed="stop every Waymark on it first",
            )
        _HELD.append(_locked(path, "-use", fcntl.LOCK_SH))
        if revision is not None and revision != known_revisions()[-1]:
            bring_up(path, revision)
        store = open_store(path)
        if revision is None:
            upgrade(store)
        store.scrub()
        return store
    except DBAPIError as wrong:
        raise StartError(
            f"{path} cannot be opened: {wrong.orig}.", field="data", allowed="a file that can be written to"
        ) from wrong
    finally:
        starting.close()


def bring_up(path: Path, revision: str) -> Path:
    """Bring an earlier store up to date on a copy, and put that in its place: where the old one is kept.

    Where it fails the old file stays as it was, and ``StartError`` says so.
    """
    kept = path.with_name(f"{path.name}{KEPT}{revision}-{datetime.now(UTC):%Y%m%d-%H%M%S}")
    fresh = path.with_name(path.name + ".upgrading")
    for end in NEIGHBOURS:
        fresh.with_name(fresh.name + end).unlink(missing_ok=True)
    copied(path, kept)
    copied(path, fresh)
    try:
        store = open_store(fresh)
        try:
            upgrade(store)
            store.scrub()
        finally:
            store.close()
        with closing(sqlite3.connect(path)) as old:
            # What stands in the old log goes into the old file: no log of it is left for the new one.
            old.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        for end in NEIGHBOURS[1:]:
            path.with_name(path.name + end).unlink(missing_ok=True)
        fresh.replace(path)
    except Exception as wrong:
        kept.unlink(missing_ok=True)
        raise StartError(
            f"{path} could not be brought up to date ({wrong}); it is as it was.",
            field="data",
            allowed="the Waymark that wrote it, and a word to those who make Waymark",
        ) from wrong
    finally:
        for end in NEIGHBOURS:
            fresh.with_name(fresh.name + end).unlink(missing_ok=True)
    return kept


def in_use(path: Path) -> bool:
    """Whether some process has the store at ``path`` open."""
    try:
        _locked(path, "-use", fcntl.LOCK_EX | fcntl.LOCK_NB).close()
    except BlockingIOError:
        return True
    return False


def _locked(path: Path, end: str, how: int) -> IO[bytes]:
    """A file beside the store, locked; closing it lets go."""
    file = os.fdopen(os.open(path.with_name(path.name + end), os.O_CREAT | os.O_RDWR, OWNER_ONLY), "r+b")
    try:
        fcntl.flock(file, how)
    except BaseException:
        file.close()
        raise
    return file
