"""One rider's records: everything kept of them, given out whole, and erased."""

from waymark.rooms.records.service import erase_rider, export_rider

__all__ = ["erase_rider", "export_rider"]
