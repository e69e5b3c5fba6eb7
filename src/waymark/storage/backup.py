"""Backups: the whole store copied while it is in use, read back and checked; and put back, never over one in use."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path

from waymark.storage.copying import StartError, copied
from waymark.storage.engine import NEIGHBOURS
from waymark.storage.start import check_file, in_use


def back_up(path: Path, to: Path) -> dict[str, int]:
    """Copy the store at ``path`` to the new file ``to``, whoever reads and writes meanwhile: rows by table.

    The copy is read back and checked before it gets its name. Raises ``StartError``.
    """
    if check_file(path) is None:
        raise StartError(f"There is no store at {path}.", field="data", allowed="a store's file")
    if to.exists():
        raise StartError(
            f"{to} is there already; nothing was written.", field="file", allowed="a new name", kept=str(to)
        )
    return copied(path, to)


def restore(backup: Path, path: Path) -> Path | None:
    """Put a backup in the place of the store at ``path``: where the old one was set aside, None where there was none.

    Raises ``StartError`` where the backup is none, or the store is in use.
    """
    if not backup.exists() or check_file(backup) is None:
        raise StartError(f"{backup} holds no store.", field="file", allowed="a file written by waymark backup")
    path.parent.mkdir(parents=True, exist_ok=True)
    if in_use(path):
        raise StartError(
            f"{path} is in use; nothing was changed.", field="data", allowed="stop every Waymark on it first"
        )
    if path.exists() and backup.samefile(path):
        raise StartError("That is the store itself.", field="file", allowed="a backup of it")
    fresh = path.with_name(path.name + ".restoring")
    fresh.unlink(missing_ok=True)
    copied(backup, fresh)
    aside = None
    if path.exists():
        aside = path.with_name(f"{path.name}.before-{datetime.now(UTC):%Y%m%d-%H%M%S-%f}")
        for end in NEIGHBOURS:
            old = path.with_name(path.name + end)
            if old.exists():
                old.rename(aside.with_name(aside.name + end))
    fresh.rename(path)
    return aside
