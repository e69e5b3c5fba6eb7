"""The store: one SQLite file, opened the same way everywhere."""

from waymark.storage.base import Base, UtcTime
from waymark.storage.engine import Store, open_store
from waymark.storage.migrate import upgrade

__all__ = ["Base", "Store", "UtcTime", "open_store", "upgrade"]
