"""What the Build post is given."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.cockpit.controls import Control
from waymark.core.rules.verdict import Word
from waymark.rooms.files import Shape
from waymark.rooms.plan import FrontKey, RoomOut
from waymark.rooms.schema import Point
from waymark.rooms.schools import SchoolOut
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
    part: int | None = None
    named: Told | None = None


RailName = Literal[
    "spacers",
    "length",
    "angle",
    "turn",
    "levers",
    "roll",
    "cut",
    "pads_ahead",
    "pads_above",
    "width",
    "reach",
    "rise",
    "post",
    "showing",
    "rails",
    "crank",
]


class Rail(BaseModel):
    """One choice of the front end; ``each`` says what one unit of it does, or how it stands."""

    name: RailName
    label: Told
    value: float
    unit: str
    each: Told | None = None
    stops: list[StopOut]


class Piece(BaseModel):
    """One piece on the steerer, for its label: what it is, how tall, and its middle."""

    kind: str
    height_mm: float
    at: Point


class HandPlace(BaseModel):
    """A place for the hands on the bar, and how the trunk leans there; ``about`` where it is good to a centimetre only."""

    name: Told
    at: Point
    trunk_deg: int | None
    about: bool


class SeenFromFront(BaseModel):
    """The rider and the bar from the front, about the bar clamp; ``guessed`` where the shoulders follow from the height."""

    picture: list[Shape]
    shoulder_mm: float
    guessed: bool
    hand_mm: float
    top_mm: float
    says: Told


class ControlOut(BaseModel):
    """One setting of levers, remotes and grips, left and right."""

    what: Control
    name: Told
    how: Told
    left: Told | None
    right: Told | None
    differs: bool


class ControlsOut(BaseModel):
    """What is set of the controls, where to begin, and whether the sides differ; ``meant`` why they do."""

    rows: list[ControlOut]
    advice: list[Told]
    differ: Told | None
    meant: str
    asks: SchoolOut | None


class AeroRow(BaseModel):
    """What the goal asks of an aero bar beside where its pads are, and whether the bar has it."""

    name: Told
    says: Told
    verdict: Word


class BarBench(BaseModel):
    """The plan's bar: how it stands, what can be done at it, where the hands can be; ``old`` is the old bike's, drawn.

    ``reachable`` is what turning it and sliding its levers alone reaches, as the house has them, an outline from the BB;
    ``warns`` of hoods that a hand slides down or bends back on.
    """

    name: Told
    sizes: Told | None
    stands: Told
    new: bool
    wished: Told | None
    rails: list[Rail]
    why_not: Told | None
    places: list[HandPlace]
    reachable: list[Point]
    warns: Told | None
    aero: list[AeroRow]
    old: list[Shape]
    front: SeenFromFront | None
    controls: ControlsOut


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


class SaddleOut(BaseModel):
    """A saddle at the same mark: where it is clamped on the plan's post, where its nose comes; ``part`` None is the own."""

    part: int | None
    name: Told
    slide_mm: float
    showing_mm: float
    nose_behind_bb_mm: float
    width_mm: float | None
    reaches: bool
    chosen: bool
    says: Told


class PartChoice(BaseModel):
    """A part on the shelf: its figures, and what speaks against it for this rider."""

    kind: Literal["crank", "pedal", "cleat", "shoe", "wheels", "tyre"]
    part: int
    name: str
    figures: Told
    against: Told | None
    chosen: bool


class SumRow(BaseModel):
    """One thing that chosen parts come to: ridden now, planned, and what it hangs on."""

    name: Told
    now: Told | None
    plan: Told | None
    note: Told


class StackFollows(BaseModel):
    """What the saddle has to do for soles of another height, and the goal's step that does it."""

    says: Told
    stack_by_mm: float


class FeetBench(BaseModel):
    """Everything under the feet; ``chosen`` names what is not as on the old bike, ``drawn_q``: a crank's Q is known."""

    headline: Told
    advice: Told
    crank_rail: list[Rail]
    choices: list[PartChoice]
    chosen: dict[str, str]
    rows: list[SumRow]
    follows: StackFollows | None
    other_crank_mm: float | None
    troubles: list[Told]
    picture: list[Shape]
    drawn_q: bool


class WheelsBench(BaseModel):
    """Wheels and tyres, and what is drawn of them: the tyre, the rim inside where it is known, the frame's widest, mm."""

    headline: Told
    choices: list[PartChoice]
    rows: list[SumRow]
    troubles: list[Told]
    picture: list[Shape]
    tyre_mm: float
    rim_mm: float | None
    frame_mm: float | None


class PartOut(BaseModel):
    """A line of the parts list: what it is, its name, how many, what is done about it, its price band, what to ask."""

    what: Told
    name: Told
    count: int
    state: Literal["keep", "have", "buy", "ask"]
    band: int | None
    note: Told | None


class FitOut(BaseModel):
    """Two things that must go together, and whether they do."""

    what: Told
    fits: Literal["fits", "unknown", "not"]
    why: Told


class HandlingRow(BaseModel):
    """One figure of handling on both bikes, mm, or per cent of the rider; ``fine``: shown to a tenth."""

    name: Told
    percent: bool
    fine: bool
    now: float | None
    then: float | None
    says: Told | None


class GearRow(BaseModel):
    """One figure of the gears on both bikes."""

    name: Told
    unit: str
    now: float | None
    then: float | None


class HillOut(BaseModel):
    """What gears are judged by; ``own`` names what is not the house's for the use."""

    cadence_rpm: float
    power_w: float | None
    gradient_percent: float
    own: list[str]


class TypedGears(BaseModel):
    """Rings and cogs as they are typed; blank where they are not known."""

    rings: str
    cogs: str


class GearsOut(BaseModel):
    """The gears of both bikes, what they come to, and what a fitter says of the plan's."""

    now: TypedGears
    then: TypedGears
    hill: HillOut
    rows: list[GearRow]
    says: list[Told]
    asks: Told | None


class PairOut(BaseModel):
    """A stem with a bar's width at the same height: what is felt of it, spacers for it, the steering arm; mm."""

    felt_mm: float | None
    spacers_mm: float
    arm_mm: float


class StemByWidth(BaseModel):
    """Stems (columns) against widths (rows) at one height, against the pair that is on; ``by_school`` is the stem (x) and
    width (y) that the school of weight takes of those that feel alike."""

    stem_mm: float
    width_mm: float
    stems_mm: list[float]
    widths_mm: list[float]
    rows: list[list[PairOut]]
    asks: SchoolOut
    by_school: Point | None
    says: Told | None


class RaisedOut(BaseModel):
    """A rise with a roll at the same height: pile and hands against now, the steering arm, whether the pile allows it."""

    spacers_mm: float
    hands_mm: float
    arm_mm: float
    stands: bool


class RiseByRoll(BaseModel):
    """Rises (rows) against rolls (columns) at one height, against the pair that is on."""

    rise_mm: float
    roll_deg: float
    rises_mm: list[float]
    rolls_deg: list[float]
    rows: list[list[RaisedOut]]
    says: Told | None


class LoadRow(BaseModel):
    """A small change and what hands and front wheel carry then, per cent of the rider, and by how much more or less."""

    what: Told
    hands_percent: float
    hands_by: float
    front_percent: float
    front_by: float


class HandlingOut(BaseModel):
    """Handling and gears against the present bike; ``small`` what small changes do to the load; ``pairs`` where the hands
    are on grips."""

    rows: list[HandlingRow]
    small: list[LoadRow]
    note: Told | None
    pairs: StemByWidth | None
    raised: RiseByRoll | None
    gears: GearsOut


class BuildView(BaseModel):
    """The Build post."""

    bar: BarBench
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
    seat_headline: Told
    seat: list[Told]
    seat_rails: list[Rail]
    saddles: list[SaddleOut]
    feet: FeetBench
    wheels: WheelsBench | None
    handling: HandlingOut | None
    parts: list[PartOut]
    fits: list[FitOut]
    seat_problem: Told | None
    warnings: list[Told]
