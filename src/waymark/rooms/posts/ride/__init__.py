"""Ride: what comes after the set-up."""

from waymark.rooms.posts.ride.state import RideState, Trial

__all__ = ["RideState", "Trial"]
