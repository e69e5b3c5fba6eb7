"""A rider's bikes side by side: meant differences told from drift, a change offered to the others, a position copied."""

from waymark.rooms.fleet.routes import router

__all__ = ["router"]
