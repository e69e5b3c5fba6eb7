"""Riders: who they are and their bodies' measures."""

from waymark.rooms.riders.schemas import MeasureName, Profile, RiderEdit, RiderIn, RiderOut, Typed
from waymark.rooms.riders.service import (
    add_rider,
    edit_rider,
    profile_of,
    rider_changes,
    rider_out,
    rider_row,
    rider_rows,
    rider_seen,
    understand,
)
from waymark.rooms.riders.tables import RiderRow

__all__ = [
    "MeasureName",
    "Profile",
    "RiderEdit",
    "RiderIn",
    "RiderOut",
    "RiderRow",
    "Typed",
    "add_rider",
    "edit_rider",
    "profile_of",
    "rider_changes",
    "rider_out",
    "rider_row",
    "rider_rows",
    "rider_seen",
    "understand",
]
