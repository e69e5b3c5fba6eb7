"""What the Build post is given."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.rules.verdict import Word
from waymark.rooms.files import Shape
from waymark.rooms.plan import FrontKey, RoomOut
from waymark.rooms.schema import Point
from waymark.rooms.telling import Told


class StopOut(BaseModel):
    """A stop on a rail: what would be left of the miss there."""

    value: float
    miss_mm: float
    show_x: Told
    show_y: Told
    verdict: Word
    chosen: bool
    house: bool
    hand: Point


class Rail(BaseModel):
    """One choice of the front end."""

    name: Literal["spacers", "length", "angle"]
    label: Told
    value: float
    unit: str
    stops: list[StopOut]


class Piece(BaseModel):
    """One piece on the steerer, for its label: what it is, how tall, and its middle."""

    kind: str
    height_mm: float
    at: Point


class BarOut(BaseModel):
    """The plan's bar and how it stands; ``new`` where it is not the old bike's."""

    name: Told
    stands: Told
    new: bool


class FrontOut(BaseModel):
    """A step of the cost ladder: the best front end at that cost on this size."""

    front: FrontKey
    cost: Told
    name: str
    build: Told
    show_x: Told
    show_y: Told
    verdict: Word
    room: RoomOut
    chosen: bool
    recommended: bool


class BuildView(BaseModel):
    """The Build post."""

    bar: BarOut
    hand_off_clamp: Point
    fronts: list[FrontOut]
    rails: list[Rail]
    headline: Told
    picture: list[Shape]
    pieces: list[Piece]
    goal_clamp: Point
    clamp: Point
    over: StopOut | None
    over_says: Told
    turned_over: bool
    best_is_now: bool
    spacer_limit_mm: float
    seat: list[Told]
    seat_problem: Told | None
    warnings: list[Told]
