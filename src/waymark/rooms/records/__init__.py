"""One rider's records: everything kept of them, given out whole, and erased."""

from waymark.rooms.records.service import erase_rider, erased_says, records_of

__all__ = ["erase_rider", "erased_says", "records_of"]
