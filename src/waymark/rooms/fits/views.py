"""What the screens are given: plain shapes of everything the core computed for one fit file."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.rules.verdict import Word
from waymark.rooms.fits.layers import LayerName, MarkName
from waymark.rooms.fits.measure_views import MeasureView
from waymark.rooms.fits.state import FitState, Point
from waymark.rooms.riders import RiderOut

# Points beside the contact marks, shown while the bike is measured.
SideMark = Literal["nose", "clamp", "pad"]
PostName = Literal["rider", "measure", "goal", "frame", "build", "setup", "ride"]
PostState = Literal["empty", "work", "done", "stale"]


class Shape(BaseModel):
    """One drawn item: a path (``d``) or a circle (``x``, ``y``, ``r``), mm from the BB, y up."""

    s: str
    d: str | None = None
    x: float | None = None
    y: float | None = None
    r: float | None = None


class Picture(BaseModel):
    """The elevation in paint order: far leg, bike, rider, joints, a held frame; bounds in mm."""

    far: list[Shape]
    bike: list[Shape]
    near: list[Shape]
    joints: list[Shape]
    held: list[Shape]
    bounds: list[float]
    sketch: bool
    label: str


class Post(BaseModel):
    """A post on the trail; ``reason`` is the sentence behind a stale one."""

    name: PostName
    label: str
    state: PostState
    note: str
    reason: str | None = None


class Cell(BaseModel):
    """A mark in one layer and where it comes from, line by line; standard deviations where it was surveyed."""

    x_mm: float
    y_mm: float
    show_x: str
    show_y: str
    sd_x_mm: float | None = None
    sd_y_mm: float | None = None
    source: list[str]


class Miss(BaseModel):
    """Plan (or built) less goal, as shown, and its judgement."""

    of: Literal["plan", "built"]
    dx_mm: float
    dy_mm: float
    show_x: str
    show_y: str
    verdict: Word


class LedgerRow(BaseModel):
    """One mark across the layers."""

    mark: MarkName | SideMark
    label: str
    cells: dict[LayerName, Cell]
    miss: Miss | None
    moves: list[str] | None
    tol_x_mm: float
    tol_y_mm: float


class StatedAs(BaseModel):
    """A measured value as one convention states it."""

    way: str
    label: str
    hint: str
    unit: Literal["mm", "°"]
    value: float | None


class Dial(BaseModel):
    """One read-out with its house window and the other layers' values."""

    name: str
    label: str
    value_deg: float
    now_deg: float | None
    least_deg: float
    greatest_deg: float | None
    verdict: Word


class Compared(BaseModel):
    """One line of the comparison between the chosen size and the held one; ``first`` stands over the drawing."""

    label: str
    a: str
    b: str | None
    first: bool = False


class RoomOut(BaseModel):
    """Whole mm the hand's goal may still go each way before a part must change."""

    up_mm: int
    down_mm: int
    forward_mm: int
    back_mm: int


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
    show_x: str
    show_y: str
    build: str
    sentence: str
    cost: str
    chosen: bool
    held: bool
    room: RoomOut
    toe_mm: float
    trail_mm: float
    standover_room_mm: float | None


class FrontierLine(BaseModel):
    """A build that nothing beats: which size with which bar, why it stands and what it gives up."""

    id: int
    bar: str
    frame: str
    size: str
    build: str
    miss_mm: float
    show_x: str
    show_y: str
    verdict: Word
    cost: str
    room: RoomOut
    stands: str
    gives_up: str
    decided: str
    chosen: bool
    held: bool


class SchoolVerdict(BaseModel):
    """What one school takes of the two sizes held, and why."""

    school: str
    label: str
    takes: Literal["A", "B"]
    reason: str


class ChoiceOut(BaseModel):
    """A school's answer and its reason."""

    key: str
    label: str
    reason: str


class SchoolOut(BaseModel):
    """A question on which fitters differ, with its answers and the one taken here."""

    key: str
    question: str
    taken: str
    choices: list[ChoiceOut]


class LookOut(BaseModel):
    """What may be looked at on the shelf, and what is."""

    kinds: list[str]
    every_kind: list[str]
    every_material: list[str]
    every_tag: list[str]
    shown: int
    shelved: int
    note: str


class NoFit(BaseModel):
    """Nothing carries the goal: what stops the nearest sizes, in words with their mm."""

    nearest: list[str]
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
    """The Frame post: every size looked at, ranked; the frontier; the window and what to look for.

    ``searching``: the shelf is large and not searched yet; ``GET …/search`` does it, line by line.
    """

    searching: bool
    offers: list[SizeOffer]
    frontier: list[FrontierLine]
    carry: int
    window: list[MapPart]
    look_for: LookForOut | None
    now: Point | None
    compared: list[Compared]
    between: list[SchoolVerdict]
    schools: list[SchoolOut]
    look: LookOut
    rules: list[str]
    held_hand: Point | None
    no_fit: NoFit | None


class StopOut(BaseModel):
    """A stop on a rail: what would be left of the miss there."""

    value: float
    miss_mm: float
    show_x: str
    show_y: str
    verdict: Word
    chosen: bool
    house: bool
    hand: Point


class Rail(BaseModel):
    """One choice of the front end."""

    name: Literal["spacers", "length", "angle"]
    label: str
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

    name: str
    stands: str
    new: bool


class FrontOut(BaseModel):
    """A step of the cost ladder: the best front end at that cost on this size."""

    bar: str
    cost: str
    name: str
    build: str
    show_x: str
    show_y: str
    verdict: Word
    room: RoomOut
    chosen: bool
    cleaner: bool


class BuildView(BaseModel):
    """The Build post."""

    bar: BarOut
    fronts: list[FrontOut]
    rails: list[Rail]
    headline: str
    picture: list[Shape]
    pieces: list[Piece]
    goal_clamp: Point
    clamp: Point
    over: StopOut | None
    over_says: str
    turned_over: bool
    best_is_now: bool
    spacer_limit_mm: float
    seat: list[str]
    seat_problem: str | None
    warnings: list[str]


class Change(BaseModel):
    """One line of the history."""

    number: int
    title: str
    made_at: str


class Sheet(BaseModel):
    """Everything one post of one fit file shows."""

    id: int
    title: str
    rider: RiderOut
    revision: int
    undo: str | None
    redo: str | None
    state: FitState
    trail: list[Post]
    ledger: list[LedgerRow]
    ways: dict[str, list[StatedAs]]
    context: dict[str, float]
    assumed: list[str]
    problems: list[str]
    dials: list[Dial]
    picture: Picture | None
    measure: MeasureView | None = None
    frames: FramesView | None = None
    build: BuildView | None = None
    cautions: list[str]
    history: list[Change]
