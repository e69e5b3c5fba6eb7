"""Copies of a store, read back and checked, and what is said where one cannot be opened or copied."""

from __future__ import annotations

import os
import sqlite3
from contextlib import closing
from pathlib import Path

from waymark.storage.engine import OWNER_ONLY


class StartError(Exception):
    """A file that no house can be opened on: a sentence, the option it concerns, and what to do."""

    def __init__(self, message: str, *, field: str, allowed: str, kept: str | None = None) -> None:
        super().__init__(message)
        self.message = message
        self.field = field
        self.allowed = allowed
        self.kept = kept


def copied(path: Path, to: Path) -> dict[str, int]:
    """Copy a store into the new file ``to``, whoever reads and writes meanwhile: rows by table.

    The copy is read back and checked before it gets its name. Raises ``StartError``.
    """
    part = to.with_name(to.name + ".part")
    try:
        part.unlink(missing_ok=True)
        os.close(os.open(part, os.O_CREAT | os.O_EXCL | os.O_WRONLY, OWNER_ONLY))
        with closing(sqlite3.connect(path)) as source, closing(sqlite3.connect(part)) as copy:
            source.backup(copy)
            copy.execute("PRAGMA journal_mode=DELETE")
        with closing(sqlite3.connect(part)) as copy:
            if copy.execute("PRAGMA integrity_check").fetchone() != ("ok",):
                raise StartError("The copy does not read back whole.", field="file", allowed="another disk")
            tables = [n for (n,) in copy.execute("SELECT name FROM sqlite_master WHERE type='table' ORDER BY name")]
            rows = {n: int(copy.execute(f'SELECT count(*) FROM "{n}"').fetchone()[0]) for n in tables}  # noqa: S608
        with part.open("rb") as file:
            os.fsync(file.fileno())
        part.rename(to)
    except (OSError, sqlite3.Error) as wrong:
        raise StartError(f"The copy cannot be written: {wrong}.", field="file", allowed="a place with room") from wrong
    finally:
        part.unlink(missing_ok=True)
    return rows
