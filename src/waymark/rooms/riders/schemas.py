"""A rider: body, mobility, what hurts, what the bike is for, and their own words."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from waymark.core.body import BodyMeasures
from waymark.core.rules.body_bounds import (
    BODY_BOUNDS,
    HEIGHT_ASSUMED_MM,
    WRIST_TO_GRIP_MM,
    foot_from_height_mm,
)
from waymark.core.rules.mobility import MOBILITY
from waymark.core.rules.uses import WHOLE
from waymark.rooms.schema import Strict
from waymark.rooms.telling import Told

MeasureName = Literal[
    "height",
    "inseam",
    "trunk",
    "arm",
    "upper_arm",
    "forearm",
    "shoulder_width",
    "hand",
    "sit_bones",
    "foot",
    "foot_lift",
    "mass",
]
MobilityName = Literal["flat_back", "hamstrings", "hip_bend", "hip_turn_in", "ankle_bend", "shoulder_lift", "neck_back"]
UseName = Literal[
    "road", "endurance", "gravel", "cyclocross", "cross-country", "trail", "city", "time-trial", "trainer"
]
Ground = Literal["asphalt", "rough asphalt", "cobbles", "gravel", "forest track", "roots and rocks", "mud", "sand"]
Hold = Literal["hoods", "drops", "tops", "grips", "extensions", "changing"]
OffBike = Literal["never", "seldom", "often"]
Rung = Literal["free", "small part", "part", "dear part", "frame"]
Feeling = Literal["pain", "numb", "tired", "stiff", "rubbed", "swollen"]
# Upper arm to forearm, of the height (Drillis & Contini 1966): splits an arm taken whole.
UPPER_SHARE = 0.186 / (0.186 + 0.146)
MOST_TYPED = 60
# Two sides taped the same way differ by less of themselves.
SIDES_DIFFER_MM = 6.0
# No measure, angle or mass of a body is beyond this, in mm, degrees or kg.
MOST_OF_A_BODY = 2500.0
Bodily = Annotated[float, Field(ge=-MOST_OF_A_BODY, le=MOST_OF_A_BODY)]


class Typed(Strict):
    """A number as typed and as understood, mm, degrees or kg."""

    typed: str = Field(max_length=MOST_TYPED)
    value: Bodily


class Taken(Typed):
    """A body measure: repeats or sides where there were any, how and when it was taken."""

    values: list[Bodily] = Field(default_factory=list, max_length=9)
    left: Bodily | None = None
    right: Bodily | None = None
    how: str = Field(default="", max_length=80)
    on: str = Field(default="", max_length=10)

    @property
    def apart(self) -> float | None:
        """Left less right, where both sides were taken and differ by more than the tape does."""
        if self.left is None or self.right is None or abs(self.left - self.right) <= SIDES_DIFFER_MM:
            return None
        return self.left - self.right


class Bend(Strict):
    """One mobility test, degrees: both sides, or ``one`` where the body has one."""

    left: Typed | None = None
    right: Typed | None = None
    one: Typed | None = None


class Hurt(Strict):
    """What hurts, where on the outline (shares of its width and height), how, how much and when."""

    view: Literal["front", "back"]
    x: float = Field(ge=0, le=1)
    y: float = Field(ge=0, le=1)
    what: str = Field(min_length=1, max_length=80)
    feeling: Feeling = "pain"
    severity: int = Field(ge=0, le=5)
    when: str = Field(default="", max_length=120)


class Use(Strict):
    """One use of the bike and its share of all of it, per cent; hours of an outing."""

    use: UseName
    share: int = Field(ge=1, le=WHOLE)
    hours: float | None = Field(default=None, ge=0.1, le=48)
    note: str = Field(default="", max_length=80)


class Consent(Strict):
    """That the rider agreed to this being kept, when, and what was said about it."""

    on: str = Field(max_length=10)
    note: str = Field(default="", max_length=400)


class Facts(Strict):
    """What is chosen or written in the rider's own words."""

    about: str = Field(default="", max_length=200)
    words: str = Field(default="", max_length=2000)
    history: str = Field(default="", max_length=2000)
    keeps: str = Field(default="", max_length=200)
    races: str = Field(default="", max_length=200)
    rules: str = Field(default="", max_length=200)
    grounds: list[Ground] = Field(default_factory=list, max_length=8)
    hold: Hold | None = None
    off_bike: OffBike | None = None
    budget: Rung | None = None
    age: int | None = Field(default=None, ge=3, le=110)
    shoe_size: float | None = Field(default=None, ge=24, le=56)
    consent: Consent | None = None


class Profile(Facts):
    """What is known of a rider."""

    measures: dict[MeasureName, Taken] = Field(default_factory=dict)
    mobility: dict[MobilityName, Bend] = Field(default_factory=dict)
    hurts: list[Hurt] = Field(default_factory=list, max_length=30)
    uses: list[Use] = Field(default_factory=list, max_length=9)

    @model_validator(mode="after")
    def _whole(self) -> Profile:
        if self.uses and sum(u.share for u in self.uses) != WHOLE:
            raise ValueError("the shares of the uses add to 100")
        if len({u.use for u in self.uses}) != len(self.uses):
            raise ValueError("each use once")
        for name, taken in self.measures.items():
            bound = BODY_BOUNDS[name]
            for value in (taken.value, taken.left, taken.right, *taken.values):
                if value is not None and not bound.least <= value <= bound.greatest:
                    raise ValueError(f"measures.{name}: {value:g} lies outside {bound.least:g} to {bound.greatest:g}")
        for test, bend in self.mobility.items():
            least, greatest = MOBILITY[test].least_deg, MOBILITY[test].greatest_deg
            for side in (bend.left, bend.right, bend.one):
                if side is not None and not least <= side.value <= greatest:
                    raise ValueError(f"mobility.{test}: {side.value:g} lies outside {least:g} to {greatest:g}")
        return self

    def mm(self, name: MeasureName) -> float | None:
        """A measure, or ``None`` where it was not taken."""
        found = self.measures.get(name)
        return None if found is None else found.value

    def apart(self, name: MeasureName) -> float | None:
        """Left less right of a measure, where both were taken and differ by more than the tape does."""
        found = self.measures.get(name)
        return None if found is None else found.apart

    def body(self, hand_width_mm: float | None = None) -> BodyMeasures:
        """The core's body; height and foot are assumed where they were not taken, an arm taken whole is split."""
        height = self.mm("height") or HEIGHT_ASSUMED_MM
        arm = self.mm("arm")
        bones = None if arm is None else arm - WRIST_TO_GRIP_MM
        return BodyMeasures(
            height_mm=height,
            foot_mm=self.mm("foot") or foot_from_height_mm(height),
            inseam_mm=self.mm("inseam"),
            trunk_mm=self.mm("trunk"),
            upper_arm_mm=self.mm("upper_arm") or (bones and bones * UPPER_SHARE),
            forearm_mm=self.mm("forearm") or (bones and bones * (1 - UPPER_SHARE)),
            shoulder_width_mm=self.mm("shoulder_width"),
            hand_width_mm=hand_width_mm,
        )


class RiderIn(Strict):
    """A new rider."""

    name: str = Field(min_length=1, max_length=120)
    about: str = Field(default="", max_length=200)


class MeasureEdit(Strict):
    """A measure's words, with how and when it was taken."""

    typed: str = Field(max_length=60)
    how: str = Field(default="", max_length=80)
    on: str = Field(default="", max_length=10)


class BendEdit(Strict):
    """A mobility test's words; what is left out stays, blank is taken back."""

    left: str | None = Field(default=None, max_length=60)
    right: str | None = Field(default=None, max_length=60)
    one: str | None = Field(default=None, max_length=60)


class RiderEdit(Strict):
    """Changes to a rider; what is left out stays, null clears a choice.

    ``measures`` and ``mobility`` map a name to words, blank to take it back; a measure may be two readings
    (``823; 825``) or two sides (``L 258 R 261``). ``hurts`` and ``uses`` are given whole.
    """

    base_revision: int = Field(ge=0, le=2**53)
    by: str = Field(default="", max_length=80)
    name: str | None = Field(default=None, min_length=1, max_length=120)
    facts: Facts | None = None
    measures: dict[MeasureName, str | MeasureEdit] | None = None
    mobility: dict[MobilityName, BendEdit] | None = None
    hurts: list[Hurt] | None = Field(default=None, max_length=30)
    uses: list[Use] | None = Field(default=None, max_length=9)


class Based(Strict):
    """The change of a record that an undo or redo was asked on, and by whom."""

    base_revision: int = Field(ge=0, le=2**53)
    by: str = Field(default="", max_length=80)


class UseMove(Based):
    """One change of the uses: an edge dragged, a use added or taken out."""

    what: Literal["edge", "add", "remove"]
    at: int = Field(default=0, ge=0, le=8)
    by_percent: int = Field(default=0, ge=-WHOLE, le=WHOLE)
    use: UseName | None = None


class MeasureLine(BaseModel):
    """A measure as the record shows it: the usual range for this rider's height, and where the number stands."""

    name: MeasureName
    label: Told
    how: Told
    unit: Literal["mm", "kg"]
    least: float | None
    greatest: float | None
    says: Told | None
    sides: Told | None


class BendLine(BaseModel):
    """A mobility test as the record shows it: what these uses need, and the grade of each side."""

    name: MobilityName
    label: Told
    how: Told
    sided: bool
    least: float
    greatest: float
    need: float
    left_grade: str | None
    right_grade: str | None
    says: Told | None


class RiderOut(BaseModel):
    """A rider as kept, with everything that follows."""

    id: int
    name: str
    profile: Profile
    measures: list[MeasureLine]
    mobility: list[BendLine]
    checks: list[Told]
    care: Told | None
    undo: Told | None
    redo: Told | None
    revision: int
    changed_at: str
