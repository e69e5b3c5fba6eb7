"""What a rider is asked after a ride: the same regions on the same scale each time, by kind of ground."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from waymark.core.say import Said, say

Region = Literal["hands", "neck", "low_back", "seat", "knees", "feet"]
Ground = Literal["road", "gravel", "climb", "down"]
REGIONS: Mapping[Region, Said] = {
    "hands": say("Hands"), "neck": say("Neck, shoulders"), "low_back": say("Low back"), "seat": say("Seat"),
    "knees": say("Knees"), "feet": say("Feet"),
}  # fmt: skip
GROUNDS: Mapping[Ground, Said] = {
    "road": say("Road"), "gravel": say("Gravel"), "climb": say("Climb"), "down": say("Down")
}  # fmt: skip
# What a region that hurts is looked into as.
_COMPLAINTS: Mapping[Region, str] = {
    "hands": "numb_hands", "neck": "neck_shoulders", "low_back": "low_back", "seat": "saddle_pressure",
    "knees": "knee_front", "feet": "hot_feet",
}  # fmt: skip


def complaint_of(region: Region) -> str:
    """The complaint, by name, whose causes a region is looked into by."""
    return _COMPLAINTS[region]


def worst_regions(ratings: Mapping[Region, Mapping[Ground, int]], worth_looking: float) -> tuple[Region, ...]:
    """The regions rated ``worth_looking`` of ten or more, the worst first: the greatest of a region's figures counts."""
    most = {region: max(by.values(), default=0) for region, by in ratings.items()}
    return tuple(sorted((r for r, n in most.items() if n >= worth_looking), key=lambda r: -most[r]))
