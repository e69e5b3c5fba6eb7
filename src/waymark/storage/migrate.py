"""Bringing a store of any earlier version up to this one."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from waymark.storage.engine import Store

if TYPE_CHECKING:
    from alembic.config import Config

HERE = Path(__file__).parent / "migrations"


def config(store: Store) -> Config:
    """Alembic's settings for ``store``."""
    # Imported when a store has to be brought up: most starts find it so.
    from alembic.config import Config

    made = Config()
    made.set_main_option("script_location", str(HERE))
    made.attributes["engine"] = store.engine
    return made


def upgrade(store: Store, revision: str = "head") -> None:
    """Run every migration up to ``revision``."""
    from alembic import command

    command.upgrade(config(store), revision)
