"""What stands on the shelves: frame sizes and parts, with the quantities the formulas need."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from waymark.core.cockpit import DropBar, FlatBar, Lever, place_grip, place_hood
from waymark.core.frame import FrameGeometry
from waymark.core.marks import Mark

Kind = Literal["road", "endurance", "gravel", "cyclocross", "cross-country", "trail", "city", "time-trial"]
Material = Literal["carbon", "alloy", "steel", "titanium"]
PartKind = Literal["stem", "spacer", "drop_bar", "flat_bar", "post", "saddle"]


def mm(least: float, greatest: float, **more: Any) -> Any:
    """A length field with its plausible bounds."""
    return Field(ge=least, le=greatest, allow_inf_nan=False, **more)


class Strict(BaseModel):
    """Unknown names are refused; numbers are finite."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)


class FrameChart(Strict):
    """One size's chart. Lengths mm, angles degrees; front centre and fork length are straight distances."""

    stack_mm: float = mm(400, 800)
    reach_mm: float = mm(250, 600)
    head_angle_deg: float = mm(55, 80)
    seat_angle_deg: float = mm(60, 85)
    seat_tube_mm: float = mm(250, 700)
    head_tube_mm: float = mm(60, 350)
    ett_mm: float | None = mm(400, 750, default=None)
    fork_length_mm: float = mm(330, 620)
    fork_offset_mm: float = mm(0, 80)
    bb_drop_mm: float = mm(-40, 100)
    chainstay_mm: float = mm(350, 560)
    front_centre_mm: float = mm(480, 900)
    wheelbase_mm: float | None = mm(850, 1400, default=None)
    bead_mm: float = mm(305, 640, default=622)
    tyre_mm: float = mm(18, 80, default=28)
    cover_mm: float = mm(0, 60, default=8)
    spacer_limit_mm: float = mm(0, 80, default=30)
    post_diameter_mm: float = mm(22, 40, default=27.2)
    least_insertion_mm: float = mm(0, 200, default=0)
    greatest_insertion_mm: float = mm(60, 500, default=400)
    standover_mm: float | None = mm(300, 950, default=None)
    standover_ahead_mm: float | None = mm(-400, 400, default=None)
    step_through_mm: float | None = mm(150, 800, default=None)

    @property
    def wheel_radius_mm(self) -> float:
        """Bead seat radius and the tyre's width."""
        return self.bead_mm / 2 + self.tyre_mm

    def geometry(self) -> FrameGeometry:
        """The core's frame; raises ``GeometryError`` for a frame that cannot be."""
        return FrameGeometry(
            stack_mm=self.stack_mm, reach_mm=self.reach_mm, head_angle_deg=self.head_angle_deg,
            seat_angle_deg=self.seat_angle_deg, seat_tube_mm=self.seat_tube_mm,
            head_tube_mm=self.head_tube_mm, fork_length_mm=self.fork_length_mm,
            fork_offset_mm=self.fork_offset_mm, bb_drop_mm=self.bb_drop_mm, chainstay_mm=self.chainstay_mm,
            front_centre_mm=self.front_centre_mm, wheel_radius_mm=self.wheel_radius_mm,
            rim_radius_mm=self.bead_mm / 2, cover_mm=self.cover_mm, spacer_limit_mm=self.spacer_limit_mm,
            step_through_mm=self.step_through_mm,
        ).checked()  # fmt: skip


class FrameSize(Strict):
    """One size of one frame, as a line of the frames file has it."""

    frame: str = Field(min_length=1, max_length=120)
    kind: Kind
    material: Material
    size: str = Field(min_length=1, max_length=20)
    source: str = Field(default="", max_length=200)
    chart: FrameChart

    @property
    def label(self) -> str:
        """Frame and size as a fitter says them."""
        return f"{self.frame} {self.size}"


class PartBase(Strict):
    """What every part has."""

    name: str = Field(min_length=1, max_length=120)
    rung: Literal["free", "small part", "part", "dear part"] = "part"
    owned: bool = False


class StemPart(PartBase):
    """A stem: length along its axis, angle as printed (+ up), clamp heights and diameters."""

    kind: Literal["stem"] = "stem"
    length_mm: float = mm(20, 180)
    angle_deg: float = mm(-45, 45)
    clamp_height_mm: float = mm(20, 70)
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    both_ways: bool = True


class SpacerPart(PartBase):
    """A spacer for the steerer."""

    kind: Literal["spacer"] = "spacer"
    height_mm: float = mm(1, 60)


class DropBarPart(PartBase):
    """A drop bar with the lever that goes on it, and the lever's place on the bend."""

    kind: Literal["drop_bar"] = "drop_bar"
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    width_mm: float = mm(300, 600)
    reach_mm: float = mm(40, 140)
    drop_mm: float = mm(70, 200)
    bend_radius_mm: float = mm(15, 90)
    ramp_deg: float = mm(-10, 30, default=0)
    tops_rise_mm: float = mm(-30, 60, default=0)
    lever_arc_deg: float = mm(-10, 90)
    lever_forward_mm: float = mm(-60, 100)
    lever_out_mm: float = mm(-30, 80)
    lever_slope_deg: float = mm(-40, 80)

    def bar(self) -> DropBar:
        """The core's bar."""
        return DropBar(self.reach_mm, self.drop_mm, self.bend_radius_mm, self.ramp_deg, self.tops_rise_mm)

    def lever(self) -> Lever:
        """The core's lever."""
        return Lever(self.lever_arc_deg, self.lever_forward_mm, self.lever_out_mm, self.lever_slope_deg)

    def hand_off_clamp(self) -> Mark:
        """The hood mark from the clamp centre, bar unturned."""
        return place_hood(self.bar(), self.lever()).at


class FlatBarPart(PartBase):
    """A flat or riser bar; rise at the bend, sweeps in degrees, hand inset from the end."""

    kind: Literal["flat_bar"] = "flat_bar"
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    width_mm: float = mm(400, 900)
    rise_mm: float = mm(-30, 120, default=0)
    sweep_deg: float = mm(0, 60, default=0)
    upsweep_deg: float = mm(-15, 20, default=0)
    bend_at_mm: float = mm(20, 250, default=60)
    hand_inset_mm: float = mm(20, 120, default=55)

    def bar(self) -> FlatBar:
        """The core's bar."""
        return FlatBar(self.width_mm, self.rise_mm, self.sweep_deg, self.upsweep_deg, self.bend_at_mm)

    def hand_off_clamp(self) -> Mark:
        """The grip's centre from the clamp centre, bar unturned."""
        return place_grip(self.bar(), self.hand_inset_mm).at


class PostPart(PartBase):
    """A seatpost: rail clamp to foot, rearward setback, diameter, least insertion."""

    kind: Literal["post"] = "post"
    length_mm: float = mm(150, 600)
    setback_mm: float = mm(-40, 60, default=0)
    diameter_mm: float = mm(22, 40)
    least_insertion_mm: float = mm(40, 200)


class SaddlePart(PartBase):
    """A saddle: rail-to-top at S, S ahead of the rails' middle, nose ahead of S, usable slide each way."""

    kind: Literal["saddle"] = "saddle"
    rail_to_top_mm: float = mm(20, 110)
    mark_to_s_mm: float = mm(-80, 120)
    nose_to_s_mm: float = mm(60, 220)
    rail_room_mm: float = mm(0, 60)


Part = Annotated[
    StemPart | SpacerPart | DropBarPart | FlatBarPart | PostPart | SaddlePart, Field(discriminator="kind")
]
PART: TypeAdapter[Part] = TypeAdapter(Part)
PART_MODELS: dict[str, type[PartBase]] = {
    "stem": StemPart, "spacer": SpacerPart, "drop_bar": DropBarPart, "flat_bar": FlatBarPart,
    "post": PostPart, "saddle": SaddlePart,
}  # fmt: skip


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
