"""Parts on the shelf, by kind, each with the quantities the formulas need.

docs/formulas.md, Cockpit; Seat; Crank and foot.
"""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Literal

from pydantic import BeforeValidator, Field, TypeAdapter, model_validator

from waymark.core.cockpit import DropBar, FlatBar, Lever, place_grip, place_hood
from waymark.core.feet import CleatFit, PedalFit, ShoeFit
from waymark.core.marks import Mark
from waymark.rooms.schema import mm
from waymark.rooms.shelves.base import Numbers, Stocked

Rung = Literal["free", "small part", "part", "dear part"]


class PartBase(Stocked):
    """What every part has; ``rider_limit_kg`` is the maker's greatest rider mass where one is given."""

    name: str = Field(min_length=1, max_length=120)
    rung: Rung = "part"
    rider_limit_kg: float | None = mm(30, 300, default=None)

    def carries(self, rider_mass_kg: float | None) -> bool:
        """Whether it is strong enough, as far as its maker and the rider's mass say."""
        return rider_mass_kg is None or self.rider_limit_kg is None or rider_mass_kg <= self.rider_limit_kg


class StemPart(PartBase):
    """A stem: length along its axis, angle as printed (+ up), clamp heights and diameters."""

    kind: Literal["stem"] = "stem"
    length_mm: float = mm(20, 180)
    angle_deg: float = mm(-45, 45)
    clamp_height_mm: float = mm(20, 70)
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    steerer_mm: float = mm(22, 40, default=28.6)
    both_ways: bool = True


class SpacerPart(PartBase):
    """A spacer for the steerer."""

    kind: Literal["spacer"] = "spacer"
    height_mm: float = mm(1, 60)


class CoverPart(PartBase):
    """A headset's top cover: its height over the bearing of this outer diameter."""

    kind: Literal["cover"] = "cover"
    height_mm: float = mm(1, 60)
    bearing_mm: float = mm(30, 60)


class HoodFields(PartBase):
    """A drop bar's bend and the lever that goes on it, with the lever's place on the bend.

    ``drop_end_deg`` is how far the drop's end falls to the rear with the bar unturned.
    """

    reach_mm: float = mm(40, 140)
    drop_mm: float = mm(70, 200)
    bend_radius_mm: float = mm(15, 90)
    ramp_deg: float = mm(-10, 30, default=0)
    tops_rise_mm: float = mm(-30, 60, default=0)
    drop_end_deg: float = mm(-20, 30, default=4)
    lever_arc_deg: float = mm(-10, 90)
    lever_forward_mm: float = mm(-60, 100)
    lever_out_mm: float = mm(-30, 80)
    lever_slope_deg: float = mm(-40, 80)

    @model_validator(mode="after")
    def _bends(self) -> HoodFields:
        if self.bend_radius_mm >= self.reach_mm:
            raise ValueError("the bend's radius is as long as the bar's reach or longer")
        if self.lever_arc_deg < self.ramp_deg:
            raise ValueError("the lever's arc lies on the ramp, before the bend begins")
        return self

    def bar(self) -> DropBar:
        """The core's bar."""
        return DropBar(self.reach_mm, self.drop_mm, self.bend_radius_mm, self.ramp_deg, self.tops_rise_mm)

    def lever(self) -> Lever:
        """The core's lever."""
        return Lever(self.lever_arc_deg, self.lever_forward_mm, self.lever_out_mm, self.lever_slope_deg)

    def hand_off_clamp(self) -> Mark:
        """The hood mark from the clamp centre, bar unturned."""
        return place_hood(self.bar(), self.lever()).at


class DropBarPart(HoodFields):
    """A drop bar: width centre to centre at the hoods and, where it flares, at the drops."""

    kind: Literal["drop_bar"] = "drop_bar"
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    width_mm: float = mm(300, 600)
    drops_width_mm: float | None = mm(300, 700, default=None)


class WheelsPart(PartBase):
    """A pair of wheels: the bead's diameter, the rim's inner width, spokes, tyres its rims take, greatest system mass."""

    kind: Literal["wheels"] = "wheels"
    rung: Rung = "dear part"
    bead_mm: float = mm(200, 640, default=622)
    rim_inner_mm: float = mm(11, 60)
    spokes_front: int = Field(ge=8, le=48)
    spokes_rear: int = Field(ge=8, le=48)
    tyre_least_mm: float = mm(18, 80)
    tyre_greatest_mm: float = mm(18, 120)
    system_limit_kg: float | None = mm(40, 400, default=None)

    @model_validator(mode="after")
    def _tyres(self) -> WheelsPart:
        if self.tyre_least_mm > self.tyre_greatest_mm:
            raise ValueError("tyre_least_mm is more than tyre_greatest_mm")
        return self


class TyrePart(PartBase):
    """A tyre: the bead's diameter and how wide it stands."""

    kind: Literal["tyre"] = "tyre"
    rung: Rung = "small part"
    bead_mm: float = mm(200, 640, default=622)
    width_mm: float = mm(18, 80)


def _pairs(value: object) -> object:
    return [p for p in (x.strip() for x in value.split(";")) if p] if isinstance(value, str) else value


Combination = Annotated[str, Field(pattern=r"^\d{2,3}/\d{3}$")]


class CockpitPart(HoodFields):
    """A one-piece cockpit: only the listed ``length/width`` combinations exist, with the maker's own spacers."""

    kind: Literal["cockpit"] = "cockpit"
    rung: Rung = "dear part"
    listed: Annotated[list[Combination], BeforeValidator(_pairs), Field(min_length=1, max_length=60)]
    angle_deg: float = mm(-30, 30)
    clamp_height_mm: float = mm(15, 80)
    spacers_mm: Numbers = Field(default_factory=list)

    @model_validator(mode="after")
    def _plausible(self) -> CockpitPart:
        for length, width in self.combinations():
            if not (40 <= length <= 170 and 300 <= width <= 600):
                raise ValueError(f"{length:g}/{width:g} is no stem length and bar width of a cockpit")
        if any(not 1 <= s <= 60 for s in self.spacers_mm):
            raise ValueError("a cockpit's spacers are 1 to 60 mm high")
        return self

    def combinations(self) -> list[tuple[float, float]]:
        """(stem length, bar width) of each listed combination, mm."""
        return [(float(a), float(b)) for a, b in (x.split("/") for x in self.listed)]


class FlatBarPart(PartBase):
    """A flat or riser bar; rise at the bend, sweeps in degrees, hand inset from the end, least width by trimming."""

    kind: Literal["flat_bar"] = "flat_bar"
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    width_mm: float = mm(400, 900)
    trim_to_mm: float | None = mm(400, 900, default=None)
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


class AeroBarPart(PartBase):
    """Aero bars: where the pads can be from the clamp centre in the maker's steps; how far the extensions end
    ahead of the pads' middle along them, and their tilt, as ranges; the shape of their ends."""

    kind: Literal["aero_bar"] = "aero_bar"
    bar_clamp_mm: float = mm(20, 40, default=31.8)
    pad_fore_aft_mm: Numbers = Field(min_length=1)
    pad_stacks_mm: Numbers = Field(min_length=1)
    pad_width_least_mm: float = mm(60, 500, default=140)
    pad_width_greatest_mm: float = mm(60, 500, default=260)
    extension_least_mm: float = mm(100, 500, default=200)
    extension_greatest_mm: float = mm(100, 500, default=340)
    extension_shape: Literal["straight", "bent up", "s-bend"] = "straight"
    tilt_least_deg: float = mm(-15, 45, default=0)
    tilt_greatest_deg: float = mm(-15, 45, default=20)

    @model_validator(mode="after")
    def _steps(self) -> AeroBarPart:
        for name in ("pad_fore_aft_mm", "pad_stacks_mm"):
            steps = getattr(self, name)
            if any(not -150 <= x <= 200 for x in steps):
                raise ValueError(f"{name}: steps lie between -150 and 200 mm")
            if any(a >= b for a, b in pairwise(steps)):
                raise ValueError(f"{name}: steps go up, each once")
        for low, high in (
            ("pad_width_least_mm", "pad_width_greatest_mm"),
            ("extension_least_mm", "extension_greatest_mm"),
        ):
            if getattr(self, low) > getattr(self, high):
                raise ValueError(f"{low} is more than {high}")
        return self


class LeverPart(PartBase):
    """A brake lever for drop bars: its hood mark in its own axes, the hood's slope and the blade's reach."""

    kind: Literal["lever"] = "lever"
    lever_forward_mm: float = mm(-60, 100)
    lever_out_mm: float = mm(-30, 80)
    lever_slope_deg: float = mm(-40, 80)
    blade_least_mm: float = mm(30, 120, default=62)
    blade_greatest_mm: float = mm(30, 140, default=85)


class GripPart(PartBase):
    """A grip: length and diameter."""

    kind: Literal["grip"] = "grip"
    rung: Rung = "small part"
    length_mm: float = mm(80, 180)
    diameter_mm: float = mm(25, 45)


class PostPart(PartBase):
    """A seatpost: rail clamp to foot, rearward setback, diameter, least insertion; travel where it drops."""

    kind: Literal["post"] = "post"
    length_mm: float = mm(150, 600)
    setback_mm: float = mm(-40, 60, default=0)
    diameter_mm: float = mm(22, 40)
    least_insertion_mm: float = mm(40, 200)
    travel_mm: float = mm(0, 260, default=0)


class SaddlePart(PartBase):
    """A saddle: rail-to-top at S, S ahead of the rails' middle, nose ahead of S, usable slide each way."""

    kind: Literal["saddle"] = "saddle"
    rail_to_top_mm: float = mm(20, 110)
    mark_to_s_mm: float = mm(-80, 120)
    nose_to_s_mm: float = mm(60, 220)
    rail_room_mm: float = mm(0, 60)
    width_mm: float | None = mm(110, 300, default=None)


class CrankPart(PartBase):
    """A crank: its length, the distance between the arms' outer faces (Q) and the rings' teeth."""

    kind: Literal["crank"] = "crank"
    rung: Rung = "dear part"
    length_mm: float = mm(120, 200)
    q_mm: float = mm(120, 220)
    rings: Numbers = Field(default_factory=list)


class PedalPart(PartBase):
    """A pedal: axle to platform, extra axle length, clipped or flat, platform length and float, its cleats' bolts."""

    kind: Literal["pedal"] = "pedal"
    clipped: bool = True
    stack_mm: float = mm(-5, 40)
    axle_extra_mm: float = mm(-5, 30, default=0)
    platform_mm: float = mm(20, 140, default=60)
    float_deg: float = mm(0, 30, default=6)
    bolts: int | None = Field(default=None, ge=0, le=4)

    def fit(self) -> PedalFit:
        """The core's pedal."""
        return PedalFit(self.stack_mm, self.axle_extra_mm, self.clipped, self.float_deg, self.bolts)


class CleatPart(PartBase):
    """A cleat: its thickness under the sole, how far it can be set fore-aft and sideways, its float and its bolts."""

    kind: Literal["cleat"] = "cleat"
    rung: Rung = "small part"
    stack_mm: float = mm(0, 30)
    fore_aft_mm: float = mm(0, 40, default=12)
    sideways_mm: float = mm(0, 15, default=4)
    float_deg: float = mm(0, 30, default=6)
    bolts: int | None = Field(default=None, ge=0, le=4)

    def fit(self) -> CleatFit:
        """The core's cleat."""
        return CleatFit(self.stack_mm, self.float_deg, self.bolts)


class ShoePart(PartBase):
    """A shoe: sole over the cleat, how far aft its holes allow the cleat, recessed or not; 0 bolts: it takes none."""

    kind: Literal["shoe"] = "shoe"
    sole_mm: float = mm(2, 40)
    aft_least_mm: float = mm(-20, 40, default=0)
    aft_greatest_mm: float = mm(-20, 60, default=15)
    recessed: bool = False
    bolts: int | None = Field(default=None, ge=0, le=4)

    def fit(self) -> ShoeFit:
        """The core's shoe."""
        return ShoeFit(self.sole_mm, self.aft_least_mm, self.aft_greatest_mm, self.bolts)


Part = Annotated[
    StemPart
    | SpacerPart
    | CoverPart
    | DropBarPart
    | FlatBarPart
    | CockpitPart
    | AeroBarPart
    | LeverPart
    | GripPart
    | PostPart
    | SaddlePart
    | CrankPart
    | PedalPart
    | CleatPart
    | ShoePart
    | WheelsPart
    | TyrePart,
    Field(discriminator="kind"),
]
PART: TypeAdapter[Part] = TypeAdapter(Part)
PART_MODELS: dict[str, type[PartBase]] = {
    "stem": StemPart, "spacer": SpacerPart, "cover": CoverPart, "drop_bar": DropBarPart,
    "flat_bar": FlatBarPart, "cockpit": CockpitPart, "aero_bar": AeroBarPart, "lever": LeverPart,
    "grip": GripPart, "post": PostPart, "saddle": SaddlePart, "crank": CrankPart, "pedal": PedalPart,
    "cleat": CleatPart, "shoe": ShoePart, "wheels": WheelsPart, "tyre": TyrePart,
}  # fmt: skip
