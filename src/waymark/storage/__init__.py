"""The store: one SQLite file, opened the same way everywhere."""

from waymark.storage.backup import back_up, restore
from waymark.storage.base import Base, UtcTime
from waymark.storage.changes import (
    Asked,
    ChangeColumns,
    Content,
    Line,
    OwnerColumns,
    packed,
    redone,
    undone,
    unpacked,
)
from waymark.storage.copying import StartError
from waymark.storage.engine import Store, open_store
from waymark.storage.migrate import upgrade
from waymark.storage.start import start_store

__all__ = [
    "Asked",
    "Base",
    "ChangeColumns",
    "Content",
    "Line",
    "OwnerColumns",
    "StartError",
    "Store",
    "UtcTime",
    "back_up",
    "open_store",
    "packed",
    "redone",
    "restore",
    "start_store",
    "undone",
    "unpacked",
    "upgrade",
]
