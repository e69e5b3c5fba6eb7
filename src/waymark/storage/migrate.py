"""Bringing a store of any earlier version up to this one."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config

from waymark.storage.engine import Store

HERE = Path(__file__).parent / "migrations"


def config(store: Store) -> Config:
    """Alembic's settings for ``store``."""
    made = Config()
    made.set_main_option("script_location", str(HERE))
    made.attributes["engine"] = store.engine
    return made


def upgrade(store: Store, revision: str = "head") -> None:
    """Run every migration up to ``revision``."""
    command.upgrade(config(store), revision)
