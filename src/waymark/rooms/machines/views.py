"""What the machines' screens are given."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.rooms.files import Shape
from waymark.rooms.machines.shapes import MachineFile
from waymark.rooms.schema import Point
from waymark.rooms.telling import Told


class Shelved(BaseModel):
    """A machine on the shelf: its sliders by name, saddle first."""

    id: int
    file: MachineFile
    sliders: list[str]


class DraftNote(BaseModel):
    """Where a number of a machine's data is told on its drawing: its origin, or a slider's number, saddle first."""

    what: str
    at: Point


class Draft(BaseModel):
    """A machine as it was typed, read and drawn with every slider at its middle stop."""

    file: MachineFile
    takes_place: bool
    stops: list[int]
    picture: list[Shape]
    notes: list[DraftNote]
    saddle: Point
    hand: Point


class RiderSet(BaseModel):
    """One rider on a machine: what to dial in, one figure a slider, or why nothing can be."""

    fit: int
    rider: str
    why_not: Told | None
    settings: list[str]
    crank_mm: float | None
    within: bool
    says: Told | None


class Beside(BaseModel):
    """One stop along from the one found; ``off_mm`` along the slider, found less wanted."""

    label: str
    mm: float
    off_mm: float


class Block(BaseModel):
    """One slider dialled in: its figure, what is left along it and either side, and which way that lies."""

    number: int
    mark: str
    name: str
    scale: str
    label: str
    mm: float
    off_mm: float
    beside: list[Beside]
    upright: bool
    lies: Told


class Settings(BaseModel):
    """Everything to dial in for one rider, with machine and rider drawn as they then stand."""

    fit: int
    rider: str
    machine: str
    headline: Told
    says: Told | None
    blocks: list[Block]
    crank_mm: float
    crank_off_mm: float
    saddle: Point
    hand: Point
    within: bool
    picture: list[Shape]
    far: list[Shape]
    near: list[Shape]
    marks: list[Point]
    goals: list[Point]
