"""Photos of a file: kept small and without anything but the picture."""

from waymark.rooms.photos.service import photos_of

__all__ = ["photos_of"]
