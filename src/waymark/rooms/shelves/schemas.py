"""Frames on the shelf with their charts, and what the shelves say over HTTP."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, Field, ValidationInfo, model_validator

from waymark.core.errors import WaymarkError
from waymark.core.frame import FrameGeometry, complete
from waymark.core.frame.chart import CHARTED, check_kinked
from waymark.core.frame.derive import kinds_of, straight
from waymark.core.frame.kernels import axis_behind_bb_mm
from waymark.core.frame.relations import STRAIGHT, Kinds
from waymark.rooms.schema import Strict, mm
from waymark.rooms.shelves.base import Names, Stocked
from waymark.rooms.shelves.parts import Part

Kind = Literal["road", "endurance", "gravel", "cyclocross", "cross-country", "trail", "city", "time-trial"]
Material = Literal["carbon", "alloy", "steel", "titanium"]

# How a chart measures what can be measured in two ways, and where it says so.
Measured = Literal["straight", "level"]
MeasuredFork = Literal["straight", "along"]
KINDS = ("front_centre_kind", "chainstay_kind", "fork_length_kind")


class FrameChart(Strict):
    """One size's chart. Lengths mm, angles degrees.

    Front centre and stays are measured as ``front_centre_kind`` and ``chainstay_kind`` say, straight from axle to axle
    or level; the fork as ``fork_length_kind`` says, straight or along the steering axis. Where the chart does not say,
    straight is taken unless only the other gives its wheelbase. The BB drop is below the front axle; a rear wheel of
    another size has its own bead and tyre.

    ``derived`` names the numbers that followed from the others, ``assumed`` those the house took because
    nothing gave them; a file leaves both empty. Where the seat tube is kinked or misses the BB,
    ``seat_angle_deg`` is the tube's own and ``seat_angle_effective_deg`` holds at ``effective_at_mm`` over
    the BB.
    """

    stack_mm: float = mm(200, 800)
    reach_mm: float = mm(150, 600)
    head_angle_deg: float = mm(55, 80)
    seat_angle_deg: float = mm(60, 85)
    seat_angle_effective_deg: float | None = mm(60, 85, default=None)
    effective_at_mm: float | None = mm(200, 1000, default=None)
    seat_tube_mm: float = mm(150, 700)
    head_tube_mm: float = mm(50, 350)
    ett_mm: float | None = mm(280, 750, default=None)
    top_tube_mm: float | None = mm(250, 750, default=None)
    fork_length_mm: float = mm(200, 620)
    fork_offset_mm: float = mm(0, 80)
    lower_cup_mm: float = mm(0, 30, default=0)
    bb_drop_mm: float = mm(-40, 100)
    chainstay_mm: float = mm(250, 560)
    front_centre_mm: float = mm(350, 900)
    wheelbase_mm: float | None = mm(600, 1400, default=None)
    bead_mm: float = mm(200, 640, default=622)
    tyre_mm: float = mm(18, 80, default=28)
    rear_bead_mm: float | None = mm(200, 640, default=None)
    rear_tyre_mm: float | None = mm(18, 80, default=None)
    tyre_greatest_mm: float | None = mm(18, 120, default=None)
    front_centre_kind: Measured | None = None
    chainstay_kind: Measured | None = None
    fork_length_kind: MeasuredFork | None = None
    cover_mm: float = mm(0, 60, default=8)
    upper_bearing_mm: float | None = mm(30, 60, default=None)
    spacer_limit_mm: float = mm(0, 80, default=30)
    cockpits: Names = Field(default_factory=list)
    post_diameter_mm: float = mm(22, 40, default=27.2)
    least_insertion_mm: float = mm(0, 200, default=0)
    greatest_insertion_mm: float = mm(60, 500, default=400)
    standover_mm: float | None = mm(250, 950, default=None)
    standover_ahead_mm: float | None = mm(-400, 400, default=None)
    step_through_mm: float | None = mm(100, 800, default=None)
    crank_least_mm: float | None = mm(80, 200, default=None)
    crank_greatest_mm: float | None = mm(80, 200, default=None)
    system_mass_kg: float | None = mm(40, 400, default=None)
    derived: Names = Field(default_factory=list)
    assumed: Names = Field(default_factory=list)

    @property
    def wheel_radius_mm(self) -> float:
        """Bead seat radius and the tyre's width."""
        return self.bead_mm / 2 + self.tyre_mm

    @property
    def rear_wheel_radius_mm(self) -> float | None:
        """The rear wheel's, where it is another than the front's."""
        if self.rear_bead_mm is None and self.rear_tyre_mm is None:
            return None
        return (self.rear_bead_mm or self.bead_mm) / 2 + (self.rear_tyre_mm or self.tyre_mm)

    @property
    def axis_behind_bb_mm(self) -> float:
        """How far the seat tube's axis passes behind the BB: 0 unless the tube is kinked."""
        if self.seat_angle_effective_deg is None or self.effective_at_mm is None:
            return 0.0
        return axis_behind_bb_mm(self.seat_angle_effective_deg, self.effective_at_mm, self.seat_angle_deg)

    @property
    def stated_kinds(self) -> Kinds:
        """How the chart says that its lengths are measured."""
        return Kinds(self.front_centre_kind, self.chainstay_kind, self.fork_length_kind)

    def given(self) -> dict[str, float]:
        """The charted numbers that stood in the chart itself, as they are measured in it."""
        kept = {k: getattr(self, k) for k in CHARTED if k not in (*self.derived, *self.assumed)}
        # A cup of 0 is nobody's statement: the audit takes an integrated bearing by itself.
        made = {k: v for k, v in kept.items() if v is not None and not (k == "lower_cup_mm" and v == 0)}
        if self.rear_wheel_radius_mm is not None:
            made |= {
                "wheel_radius_mm": self.wheel_radius_mm,
                "rear_wheel_radius_mm": self.rear_wheel_radius_mm,
            }
        return made

    def geometry(self) -> FrameGeometry:
        """The core's frame; raises ``GeometryError`` for a frame that cannot be."""
        check_kinked(self.seat_angle_effective_deg, self.effective_at_mm)
        rear = self.rear_wheel_radius_mm
        lengths = {
            "front_centre_mm": self.front_centre_mm, "chainstay_mm": self.chainstay_mm,
            "fork_length_mm": self.fork_length_mm, "fork_offset_mm": self.fork_offset_mm,
            "bb_drop_mm": self.bb_drop_mm, "stack_mm": self.stack_mm, "reach_mm": self.reach_mm,
            "head_angle_deg": self.head_angle_deg, "wheel_radius_mm": self.wheel_radius_mm,
        }  # fmt: skip
        if rear is not None:
            lengths["rear_wheel_radius_mm"] = rear
        if self.wheelbase_mm is not None:
            lengths["wheelbase_mm"] = self.wheelbase_mm
        kinds, _ = kinds_of(lengths, self.stated_kinds)
        if kinds != STRAIGHT:
            lengths = straight(lengths, kinds)
        return FrameGeometry(
            stack_mm=self.stack_mm,
            reach_mm=self.reach_mm,
            head_angle_deg=self.head_angle_deg,
            seat_angle_deg=self.seat_angle_deg,
            seat_tube_mm=self.seat_tube_mm,
            head_tube_mm=self.head_tube_mm,
            fork_length_mm=lengths["fork_length_mm"],
            fork_offset_mm=self.fork_offset_mm,
            bb_drop_mm=self.bb_drop_mm,
            chainstay_mm=lengths["chainstay_mm"],
            front_centre_mm=lengths["front_centre_mm"],
            wheel_radius_mm=self.wheel_radius_mm,
            rim_radius_mm=self.bead_mm / 2,
            cover_mm=self.cover_mm,
            spacer_limit_mm=self.spacer_limit_mm,
            step_through_mm=self.step_through_mm,
            axis_behind_bb_mm=self.axis_behind_bb_mm,
            rear_wheel_radius_mm=rear,
            rear_rim_radius_mm=None if rear is None else (self.rear_bead_mm or self.bead_mm) / 2,
        ).checked()


_REQUIRED = tuple(name for name, field in FrameChart.model_fields.items() if field.is_required())


class FrameSize(Stocked):
    """One size of one frame, as a line of the frames file has it. A chart with gaps is made whole and marked."""

    frame: str = Field(min_length=1, max_length=120)
    kind: Kind
    material: Material
    size: str = Field(min_length=1, max_length=20)
    source: str = Field(default="", max_length=200)
    dated: str = Field(default="", pattern=r"^(\d{4}(-\d{2}(-\d{2})?)?)?$")
    tags: Names = Field(default_factory=list)
    chart: FrameChart

    @property
    def label(self) -> str:
        """Frame and size as a fitter says them."""
        return f"{self.frame} {self.size}"

    @model_validator(mode="before")
    @classmethod
    def _whole(cls, raw: Any, info: ValidationInfo) -> Any:
        if not isinstance(raw, dict) or not isinstance(raw.get("chart"), dict):
            return raw
        chart = raw["chart"]
        if all(chart.get(n) is not None for n in _REQUIRED):
            return raw
        return {**raw, "chart": whole_chart(chart, str(raw.get("kind", "")))}


def whole_chart(chart: dict[str, Any], kind: str) -> dict[str, Any]:
    """A chart with gaps as a whole one, derived and assumed numbers named; raises ``ValueError`` with the reason."""
    numbers: dict[str, float] = {}
    for name in CHARTED:
        value = chart.get(name)
        try:
            if value is not None and name not in (*chart.get("derived", ()), *chart.get("assumed", ())):
                numbers[name] = float(value)
        except (TypeError, ValueError):
            return chart  # the field's own check says it better
    kinds = Kinds(*(chart.get(n) or None for n in KINDS))
    try:
        made = complete(numbers, kind, kinds)
    except KeyError:
        return chart
    except WaymarkError as wrong:
        raise ValueError(f"{wrong.field}: {wrong.message}") from wrong
    rounded = {n: round(made.values[n], 1) for n in (*made.derived, *made.assumed) if n in FrameChart.model_fields}
    marks = {"derived": [n for n in made.derived if n in rounded], "assumed": list(made.assumed)}
    return {**chart, **rounded, **marks}


class BadLine(BaseModel):
    """A line of a shelf file that was refused: where, what was wrong, what is allowed, what stood there."""

    line: int
    column: str
    reason: str
    allowed: str | None = None
    kept: str


class Imported(BaseModel):
    """What an import took and what it refused."""

    taken: int
    added: int
    replaced: int
    refused: list[BadLine]
    applied: bool


class AuditMark(BaseModel):
    """A chart number the others contradict, with the number that would mend it."""

    field: str
    given: float
    computed: float
    mends_all: bool


class ShelvedSize(BaseModel):
    """A size on the frames shelf with its key, what follows from its chart and what contradicts it."""

    id: int
    size: FrameSize
    ett_mm: float
    trail_mm: float
    wheelbase_mm: float
    audit: list[AuditMark]


class ShelvedPart(BaseModel):
    """A part on the parts shelf."""

    id: int
    part: Part


class ShelfText(Strict):
    """A shelf file as text, and whether to take the good lines or only look."""

    text: str
    apply: bool = False


class SizeEdit(Strict):
    """A size as entered by hand: its chart as given, gaps and all, and whether to keep it or only look."""

    frame: str = Field(min_length=1, max_length=120)
    kind: Kind
    material: Material
    size: str = Field(min_length=1, max_length=20)
    source: str = Field(default="", max_length=200)
    dated: str = Field(default="", max_length=10)
    tags: Names = Field(default_factory=list)
    price_band: int | None = Field(default=None, ge=1, le=5)
    chart: dict[str, str | float | bool | None]
    apply: bool = False


class Marks(Strict):
    """Marks of stock on a part or on every size of a frame."""

    owned: bool | None = None
    in_stock: bool | None = None
    price_band: int | None = Field(default=None, ge=1, le=5)
