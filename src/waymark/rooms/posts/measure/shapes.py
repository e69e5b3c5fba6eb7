"""What the Measure post is given: what is asked, what was read, how it agrees, and what to do about it."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.core.callout import BarKind, Side
from waymark.rooms.posts.measure.state import Tape
from waymark.rooms.telling import Told

FindingKind = Literal["slip", "spread", "sides", "contradiction", "unsettled", "level", "parts"]
ReadingWord = Literal["fits", "suspect", "kept", "left out", "unchecked"]


class Line(BaseModel):
    """One stroke, mm from the BB, y up."""

    s: str
    d: str


class Asked(BaseModel):
    """One prompt: what is asked, and what was read."""

    key: str
    group: Told
    title: Told
    hint: Told
    unit: Literal["mm", "°", "words"]
    side: Side | None
    usual: bool
    skipped: bool
    typed: list[str]
    values: list[float]
    mean: float | None
    spread: float | None
    spread_limit: float | None
    source: Told
    marks: list[str]


class Agreement(BaseModel):
    """A reading against the others. ``off`` is what was read less what is adjusted, in its own sense; ``says`` tells it."""

    key: str
    title: Told
    value: float
    unit: Literal["mm", "°"]
    off: float
    standardised: float | None
    word: ReadingWord
    says: Told
    least_noticed: float | None


class Remedy(BaseModel):
    """A button of a finding: what is decided when it is pressed."""

    what: Literal["again", "corrected", "dropped", "kept", "meant", "restored"]
    label: Told
    key: str
    repeat: int | None = None
    typed: str | None = None


class Finding(BaseModel):
    """Something that wants the fitter's eye, the gravest first."""

    kind: FindingKind
    key: str
    repeat: int | None = None
    title: Told
    value: Told
    chip: Told
    says: Told
    likely: Told
    mark: str
    remedies: list[Remedy]


class LevelView(BaseModel):
    """How the bike stood, and how much it mattered."""

    known: bool
    pitch_deg: float
    sd_deg: float
    block_mm: float
    says: Told
    mattered: Told


class NextView(BaseModel):
    """The one reading that would add most."""

    key: str
    title: Told
    says: Told
    before_mm: float
    after_mm: float


class Sighted(BaseModel):
    """A reading's dimension line on the elevation; ``value_mm`` where it is a length."""

    key: str
    lines: list[Line]
    x_mm: float
    y_mm: float
    word: ReadingWord | Literal["asked"]
    figure: Told
    value_mm: float | None


class PositionLine(BaseModel):
    """Where a mark lies by one reading alone; ``value_mm`` where it is a length."""

    key: str
    title: Told
    d: str
    figure: Told
    value_mm: float | None
    word: ReadingWord


class Magnified(BaseModel):
    """A mark in the loupe: its ellipse and the position line of every reading that touches it."""

    mark: str
    label: Told
    x_mm: float
    y_mm: float
    ellipse: str
    sights: list[PositionLine]


class DriftLine(BaseModel):
    """One mark against a kept set-up."""

    mark: str
    label: Told
    dx_mm: float
    dy_mm: float
    sd_x_mm: float
    sd_y_mm: float
    moved: bool
    says: Told


class KeptSetup(BaseModel):
    """A kept set-up and how the bike compares with it now."""

    on: str
    by: str
    note: str
    readings: int
    says: Told
    lines: list[DriftLine]


class Decided(BaseModel):
    """A decision on record, in words."""

    at: str
    says: Told


class StatedAs(BaseModel):
    """A measured value as one convention states it."""

    way: str
    label: Told
    hint: Told
    unit: Literal["mm", "°"]
    value: float | None


class AngleView(BaseModel):
    """An angle of the rider, degrees, and its prompt: as the model had it, as it was read, as it has it now, how sure."""

    key: str
    name: Told
    before_deg: float
    read_deg: float | None
    now_deg: float
    sd_deg: float


class LengthView(BaseModel):
    """A length of the body's model, mm: taped, or taken from the height; and what the angles made of it."""

    name: Told
    mm: float
    taped: bool
    now_mm: float


class SidesView(BaseModel):
    """An angle's prompt that was read on both sides, degrees."""

    key: str
    left_deg: float
    right_deg: float


class BodyView(BaseModel):
    """The rider on the measured bike: angles, those of both sides, lengths, what was set to what was read, how the legs
    part, and what does not hold together."""

    angles: list[AngleView]
    sides: list[SidesView]
    lengths: list[LengthView]
    says: Told
    legs: Told | None
    trouble: Told | None


class MeasureView(BaseModel):
    """The Measure post. ``ways`` states what was measured in every convention; ``assumed`` is what was not read."""

    ways: dict[str, list[StatedAs]]
    assumed: list[Told]
    bar_kind: BarKind
    tape: Tape
    asked: list[Asked]
    agreement: list[Agreement]
    findings: list[Finding]
    checked: Told
    level: LevelView
    next: NextView | None
    dimensions: list[Sighted]
    loupes: list[Magnified]
    setups: list[KeptSetup]
    decided: list[Decided]
    body: BodyView | None
