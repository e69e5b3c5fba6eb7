"""The store: one SQLite file, opened the same way everywhere."""

from waymark.storage.base import Base, UtcTime
from waymark.storage.engine import Store, open_store
from waymark.storage.migrate import upgrade
from waymark.storage.revisions import Line, RevisionColumns, effective

__all__ = ["Base", "Line", "RevisionColumns", "Store", "UtcTime", "effective", "open_store", "upgrade"]
