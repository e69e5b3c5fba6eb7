"""What the page of a rider's bikes shows."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.fleet import Word
from waymark.rooms.files import Shape
from waymark.rooms.schema import Point
from waymark.rooms.telling import Told


class FleetBike(BaseModel):
    """One of the rider's bikes: its file, what it is called and for, and where its marks are, as built or as measured."""

    fit: int
    revision: int
    title: str
    bike: str
    use: Told
    source: Literal["built", "now", "none"]
    saddle: Point | None
    hand: Point | None


class FleetLine(BaseModel):
    """One coordinate of a bike against the one that is looked at."""

    name: Told
    this_mm: float
    other_mm: float
    by_mm: float
    word: Word
    says: Told


class FleetBeside(BaseModel):
    """One bike against the one that is looked at, with what differs under the foot and on the post."""

    fit: int
    says: Told
    lines: list[FleetLine]
    silent: list[Told]


class FleetMove(BaseModel):
    """A move of a mark for the rider's sake, offered to the other bikes."""

    mark: Literal["saddle", "hand"]
    by_x_mm: float
    by_y_mm: float


class FleetOffer(BaseModel):
    """What was changed on the bike that is looked at for the rider's sake, not for its use."""

    says: Told
    moves: list[FleetMove]


class FleetView(BaseModel):
    """A rider's bikes, one of them looked at and drawn, the others against it."""

    rider: int
    name: str
    base: int
    bikes: list[FleetBike]
    picture: list[Shape]
    bounds: list[float]
    beside: list[FleetBeside]
    offer: FleetOffer | None
