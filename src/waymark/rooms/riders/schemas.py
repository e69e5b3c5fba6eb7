"""A rider: who they are, their body's measures as typed and understood, and their own words."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from waymark.core.body import BodyMeasures
from waymark.core.rules.body_bounds import HEIGHT_ASSUMED_MM, foot_from_height_mm

MeasureName = Literal[
    "height", "inseam", "trunk", "upper_arm", "forearm", "shoulder_width", "foot", "mass"
]  # fmt: skip


class Typed(BaseModel):
    """A number as typed and as understood, mm, degrees or kg."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    typed: str = Field(max_length=60)
    value: float


class Profile(BaseModel):
    """What is known of a rider."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    about: str = Field(default="", max_length=200)
    words: str = Field(default="", max_length=2000)
    measures: dict[MeasureName, Typed] = Field(default_factory=dict)

    def mm(self, name: MeasureName) -> float | None:
        """A measure, or ``None`` where it was not taken."""
        found = self.measures.get(name)
        return None if found is None else found.value

    def body(self, hand_width_mm: float | None = None) -> BodyMeasures:
        """The core's body; height and foot are assumed where they were not taken."""
        height = self.mm("height") or HEIGHT_ASSUMED_MM
        return BodyMeasures(
            height_mm=height,
            foot_mm=self.mm("foot") or foot_from_height_mm(height),
            inseam_mm=self.mm("inseam"),
            trunk_mm=self.mm("trunk"),
            upper_arm_mm=self.mm("upper_arm"),
            forearm_mm=self.mm("forearm"),
            shoulder_width_mm=self.mm("shoulder_width"),
            hand_width_mm=hand_width_mm,
        )


class RiderIn(BaseModel):
    """A new rider."""

    model_config = ConfigDict(extra="forbid")

    name: str = Field(min_length=1, max_length=120)
    about: str = Field(default="", max_length=200)


class RiderEdit(BaseModel):
    """Changes to a rider; what is left out stays. ``measures`` maps a name to words, blank to take it back."""

    model_config = ConfigDict(extra="forbid")

    name: str | None = Field(default=None, min_length=1, max_length=120)
    about: str | None = Field(default=None, max_length=200)
    words: str | None = Field(default=None, max_length=2000)
    measures: dict[MeasureName, str] | None = None


class Plausible(BaseModel):
    """The usual range of a measure for this rider's height, and where the number stands in it."""

    name: MeasureName
    least: float
    greatest: float
    says: str | None


class RiderOut(BaseModel):
    """A rider as kept."""

    id: int
    name: str
    profile: Profile
    plausible: list[Plausible]
