"""The store: one SQLite file, opened the same way everywhere."""

from waymark.storage.backup import back_up, restore
from waymark.storage.base import Base, UtcTime
from waymark.storage.engine import Store, open_store
from waymark.storage.migrate import upgrade
from waymark.storage.revisions import Line, RevisionColumns, effective
from waymark.storage.start import StartError, start_store

__all__ = [
    "Base",
    "Line",
    "RevisionColumns",
    "StartError",
    "Store",
    "UtcTime",
    "back_up",
    "effective",
    "open_store",
    "restore",
    "start_store",
    "upgrade",
]
