"""What the Frame post is given."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.rules.verdict import Word
from waymark.rooms.plan import FrontKey, RoomOut
from waymark.rooms.schema import Point
from waymark.rooms.schools import SchoolOut
from waymark.rooms.telling import Told


class Compared(BaseModel):
    """One line of the comparison between the chosen size and the held one; ``first`` stands over the drawing."""

    label: Told
    a: Told
    b: Told | None
    first: bool = False


class SizeOffer(BaseModel):
    """A frame size with its exact best build."""

    id: int
    frame: str
    size: str
    kind: str
    stack_mm: float
    reach_mm: float
    verdict: Word
    miss_mm: float
    show_x: Told
    show_y: Told
    build: Told
    sentence: Told
    cost: Told
    chosen: bool
    held: bool
    room: RoomOut
    toe_mm: float
    trail_mm: float
    standover_room_mm: float | None


class FaultOut(BaseModel):
    """One thing a workshop would rather not build, and its points."""

    points: float
    says: Told


class BuildLine(BaseModel):
    """A build worth a line: which size with which bar, what it is among the others, why it stands, what it gives up."""

    id: int
    front: FrontKey
    frame: str
    size: str
    label: Told
    build: Told
    miss_mm: float
    show_x: Told
    show_y: Told
    verdict: Word
    cost: Told
    room: RoomOut
    points: float
    faults: list[FaultOut]
    stands: Told
    gives_up: Told
    decided: Told | None
    bar_why: Told | None
    standing: Told | None
    chosen: bool
    held: bool


class RungOut(BaseModel):
    """The best way at one rung for the bike that is owned: what is done and bought, and what it leaves."""

    rung: Literal["nothing", "free", "small_part"]
    does: Told
    show_x: Told
    show_y: Told
    leaves: Told
    taken: bool


class ThisBike(BaseModel):
    """The bike that is owned: in a sentence, its saddle, its ways from the cheapest, and how chart and tape agree.

    ``stops`` are the rider's gates it does not pass.
    """

    frame: str
    kind: str
    headline: Told
    saddle: Told | None
    rungs: list[RungOut]
    note: Told | None
    stops: list[Told]


class SchoolVerdict(BaseModel):
    """What one school takes of the two sizes held, and why."""

    school: str
    label: Told
    takes: Literal["A", "B"]
    reason: Told


class GatePrompt(BaseModel):
    """A gate that could be asked first, with the reasons; ``gate`` is empty where something has to be measured."""

    gate: Literal["standover", "step_over", ""]
    says: Told


class LookOut(BaseModel):
    """What may be looked at on the shelf, and what is."""

    kinds: list[str]
    every_kind: list[str]
    every_material: list[str]
    every_tag: list[str]
    shown: int
    shelved: int
    note: Told


class NoFit(BaseModel):
    """Nothing carries the goal: what stops the nearest sizes, in words with their mm."""

    nearest: list[Told]
    frame_drawing: bool


class MapPart(BaseModel):
    """A parallelogram of the window: corners as reach and stack."""

    kind: Literal["best", "workable", "extreme"]
    corners: list[Point]


class LookForOut(BaseModel):
    """Numbers to shop for."""

    head_angle_deg: float
    stack_least_mm: float
    stack_greatest_mm: float
    reach_least_mm: float
    reach_greatest_mm: float


class FramesView(BaseModel):
    """The Frame post: the recommended build and at most five others worth a thought; every size looked at, ranked; what
    nothing beats, a line a size; the window and what to look for.

    ``searching``: the shelf is large and not searched yet; ``GET …/search`` does it, line by line.
    """

    searching: bool
    offers: list[SizeOffer]
    position: Told | None
    open_slip: Told | None
    prompts: list[GatePrompt]
    this_bike: ThisBike | None
    recommended: BuildLine | None
    worth: list[BuildLine]
    frontier: list[BuildLine]
    carry: int
    window: list[MapPart]
    look_for: LookForOut | None
    now: Point | None
    compared: list[Compared]
    between: list[SchoolVerdict]
    schools: list[SchoolOut]
    look: LookOut
    rules: list[Told]
    held_hand: Point | None
    no_fit: NoFit | None
