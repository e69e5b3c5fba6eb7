"""What each open calculation takes and gives. Lengths mm, angles degrees; numbers are finite."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from waymark.rooms.telling import Told


def num(least: float, greatest: float, **more: Any) -> Any:
    """A number with its bounds."""
    return Field(ge=least, le=greatest, allow_inf_nan=False, **more)


class In(BaseModel):
    """Inputs: unknown names are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class DeriveIn(In):
    """Any of a chart's numbers, and how it measures what can be measured in two ways; not said: what agrees.

    The BB drop is below the front axle; a rear wheel of another size has its own radius.
    """

    stack_mm: float | None = num(200, 900, default=None)
    reach_mm: float | None = num(100, 700, default=None)
    head_angle_deg: float | None = num(45, 89, default=None)
    seat_angle_deg: float | None = num(45, 89, default=None)
    seat_angle_effective_deg: float | None = num(45, 89, default=None)
    effective_at_mm: float | None = num(200, 1100, default=None)
    ett_mm: float | None = num(200, 900, default=None)
    head_tube_mm: float | None = num(30, 400, default=None)
    fork_length_mm: float | None = num(200, 700, default=None)
    fork_offset_mm: float | None = num(-50, 150, default=None)
    lower_cup_mm: float | None = num(0, 60, default=None)
    bb_drop_mm: float | None = num(-150, 150, default=None)
    chainstay_mm: float | None = num(250, 700, default=None)
    front_centre_mm: float | None = num(300, 1000, default=None)
    wheelbase_mm: float | None = num(600, 1700, default=None)
    wheel_radius_mm: float | None = num(100, 420, default=None)
    rear_wheel_radius_mm: float | None = num(100, 420, default=None)
    front_centre_kind: Literal["straight", "level"] | None = None
    chainstay_kind: Literal["straight", "level"] | None = None
    fork_length_kind: Literal["straight", "along"] | None = None


class OpenOut(BaseModel):
    """A number the others leave open, what it may be, and why."""

    field: str
    candidates: list[float]
    why: Told


class DisagreementOut(BaseModel):
    """A given number the others contradict."""

    model_config = ConfigDict(populate_by_name=True)

    field: str
    given: float
    computed: float
    sources: list[str] = Field(serialization_alias="from")
    mends_all: bool


class DeriveOut(BaseModel):
    """Every number known or derived, measured as the chart measures.

    ``read_as`` are lengths that the chart did not state as level and that agree only so; ``left_open`` are numbers that
    do not follow, with what they may be.
    """

    stack_mm: float | None = None
    reach_mm: float | None = None
    head_angle_deg: float | None = None
    seat_angle_deg: float | None = None
    ett_mm: float | None = None
    head_tube_mm: float | None = None
    fork_length_mm: float | None = None
    fork_offset_mm: float | None = None
    lower_cup_mm: float | None = None
    bb_drop_mm: float | None = None
    chainstay_mm: float | None = None
    front_centre_mm: float | None = None
    wheelbase_mm: float | None = None
    wheel_radius_mm: float | None = None
    rear_wheel_radius_mm: float | None = None
    seat_angle_effective_deg: float | None = None
    effective_at_mm: float | None = None
    trail_mm: float | None = None
    flop_mm: float | None = None
    derived: list[str]
    assumed: list[str]
    disagreements: list[DisagreementOut]
    front_centre_kind: Literal["straight", "level"]
    chainstay_kind: Literal["straight", "level"]
    fork_length_kind: Literal["straight", "along"]
    read_as: list[str]
    left_open: list[OpenOut]


class SteererIn(In):
    """The frame's head-tube top, cover and stem."""

    stack_mm: float = num(200, 900)
    reach_mm: float = num(100, 700)
    head_angle_deg: float = num(45, 89)
    cover_mm: float = num(0, 80)
    stem_clamp_mm: float = num(15, 90)
    stem_length_mm: float = num(0, 200)
    stem_angle_deg: float = num(-60, 60)


class CockpitForwardIn(SteererIn):
    """With the spacers."""

    spacers_mm: float = num(0, 150)


class CockpitForwardOut(BaseModel):
    """The bar clamp's centre from the BB."""

    bar_x_mm: float
    bar_y_mm: float


class CockpitInverseIn(SteererIn):
    """With the wanted bar clamp."""

    bar_x_mm: float = num(-200, 1500)
    bar_y_mm: float = num(-200, 1800)


class CockpitInverseOut(BaseModel):
    """The spacers this stem wants (may be negative), and what no spacer can mend, + goal ahead."""

    spacers_mm: float
    forward_error_mm: float


class SeatIn(In):
    """The post and saddle. ``seat_tube_mm`` is added to the exposed post to give the distance from the BB."""

    seat_angle_deg: float = num(45, 89)
    setback_mm: float = num(-80, 100)
    tilt_deg: float = num(-30, 30)
    rail_to_top_mm: float = num(0, 150)
    mark_to_s_mm: float = num(-150, 200)
    seat_tube_mm: float = num(0, 900, default=0)


class SeatForwardIn(SeatIn):
    """With the exposed post and the slide."""

    post_exposed_mm: float = num(0, 1200)
    slide_mm: float = num(-100, 100)


class SeatForwardOut(BaseModel):
    """The saddle mark from the BB."""

    s_x_mm: float
    s_y_mm: float


class SeatInverseIn(SeatIn):
    """With the wanted saddle mark."""

    s_x_mm: float = num(-600, 400)
    s_y_mm: float = num(0, 1300)


class SeatInverseOut(BaseModel):
    """The post and slide that put it there."""

    post_exposed_mm: float
    slide_mm: float


class HoodIn(In):
    """A drop bar and its lever."""

    reach_mm: float = num(20, 200)
    bend_radius_mm: float = num(5, 150)
    lever_arc_deg: float = num(-30, 120)
    lever_forward_mm: float = num(-100, 150)
    lever_out_mm: float = num(-80, 120)
    lever_slope_deg: float = num(-90, 90)
    rotation_deg: float = num(-45, 45, default=0)
    ramp_deg: float = num(-15, 45, default=0)
    tops_rise_mm: float = num(-50, 100, default=0)


class HoodOut(BaseModel):
    """The hood mark from the bar-clamp centre and its slope."""

    x_mm: float
    y_mm: float
    slope_deg: float


class GripIn(In):
    """A flat or riser bar on a stem."""

    width_mm: float = num(200, 1100)
    rise_mm: float = num(-80, 200, default=0)
    sweep_deg: float = num(-20, 80, default=0)
    upsweep_deg: float = num(-30, 40, default=0)
    bend_at_mm: float = num(0, 400, default=60)
    hand_inset_mm: float = num(0, 200, default=55)
    roll_deg: float = num(-60, 60, default=0)
    stem_length_mm: float = num(0, 200, default=0)


class GripOut(BaseModel):
    """The grip's centre from the bar-clamp centre, the arm and the trade's own figure."""

    x_mm: float
    y_mm: float
    z_mm: float
    arm_mm: float
    top_cap_to_end_mm: float


class LevelIn(In):
    """Heights above a level line, loaded radii, axle distance."""

    front_axle_height_mm: float = num(-500, 3000)
    rear_axle_height_mm: float = num(-500, 3000)
    front_radius_mm: float = num(80, 450)
    rear_radius_mm: float = num(80, 450)
    axle_distance_mm: float = num(400, 2500)


class LevelOut(BaseModel):
    """Pitch, + nose up, and the block under the front wheel (negative: under the rear)."""

    pitch_deg: float
    block_mm: float


class BodyIn(In):
    """A rider and a position."""

    height_mm: float = num(800, 2400)
    inseam_mm: float | None = num(300, 1200, default=None)
    trunk_mm: float | None = num(200, 800, default=None)
    upper_arm_mm: float | None = num(100, 500, default=None)
    forearm_mm: float | None = num(100, 450, default=None)
    foot_mm: float = num(120, 380)
    crank_mm: float = num(80, 240)
    s_x_mm: float = num(-600, 400)
    s_y_mm: float = num(100, 1200)
    h_x_mm: float = num(-200, 1300)
    h_y_mm: float = num(-200, 1500)
    hand_width_mm: float | None = num(100, 1100, default=None)
    shoulder_width_mm: float | None = num(150, 700, default=None)
    elbow_flexion_deg: float = num(0, 150, default=20)
    foot_stack_mm: float = num(0, 120, default=25)
    cleat_aft_mm: float = num(-60, 120, default=0)


class BodyOut(BaseModel):
    """Read-outs; absolute angles carry several degrees, differences are good."""

    knee_flexion_bottom_deg: float
    knee_flexion_least_deg: float
    knee_flexion_least_at_deg: float
    knee_flexion_greatest_deg: float
    hip_least_deg: float
    hip_least_at_deg: float
    trunk_deg: float
    shoulder_deg: float
    knee_over_pedal_mm: float
    reaches: bool
    arms_reach: bool


class XY(In):
    """A point from the BB."""

    x_mm: float = num(-3000, 3000)
    y_mm: float = num(-3000, 3000)


class RotateIn(In):
    """Points and an angle, + forward about the BB."""

    points: dict[str, XY] = Field(max_length=200)
    delta_deg: float = num(-180, 180)


class Turned(BaseModel):
    """A point from the BB, wherever it came to lie."""

    x_mm: float
    y_mm: float


class RotateOut(BaseModel):
    """The points turned."""

    points: dict[str, Turned]


class ArmIn(In):
    """A bar and stem; with the stem's angle and the head angle the arm is measured from the true axis."""

    width_mm: float = num(200, 1100)
    hand_inset_mm: float = num(0, 200)
    stem_length_mm: float = num(0, 200)
    rise_mm: float = num(-80, 200, default=0)
    sweep_deg: float = num(-20, 80, default=0)
    upsweep_deg: float = num(-30, 40, default=0)
    bend_at_mm: float = num(0, 400, default=60)
    roll_deg: float = num(-60, 60, default=0)
    stem_angle_deg: float | None = num(-60, 60, default=None)
    head_angle_deg: float | None = num(45, 89, default=None)


class ArmOut(BaseModel):
    """The arm, the trade's figure, and the hand's travel for each degree."""

    arm_mm: float
    top_cap_to_end_mm: float
    travel_per_deg_mm: float


class SayHeightIn(In):
    """A saddle stated one way: height and setback with the way of each, and what the ways lean on."""

    height_way: str
    height_mm: float = num(0, 1500)
    setback_way: str = "mark"
    setback: float = num(-400, 500)
    crank_mm: float = num(80, 240, default=172.5)
    seat_angle_deg: float = num(45, 89, default=73.5)
    bb_height_mm: float = num(100, 500, default=270)
    nose_to_s_mm: float = num(0, 300, default=150)


class SayHeightOut(BaseModel):
    """The saddle mark, and every way of stating its height and setback."""

    s_x_mm: float
    s_y_mm: float
    heights: dict[str, float]
    setbacks: dict[str, float]


class Guess(In):
    """A starting place; either coordinate may be left out."""

    x_mm: float | None = num(-3000, 3000, default=None)
    y_mm: float | None = num(-3000, 3000, default=None)


class Observation(In):
    """One reading: ``from`` is the BB where it is not given."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, populate_by_name=True)

    id: str = Field(min_length=1, max_length=60)
    kind: Literal["x", "y", "distance", "angle", "floor_height"]
    start: str = Field(default="bb", min_length=1, max_length=40, alias="from")
    to: str = Field(min_length=1, max_length=40)
    value: float = num(-5000, 5000)
    sd: float | None = num(0.001, 1000, default=None)


class SurveyBlock(In):
    """Coordinates known jointly, such as a photograph's: named ``S_x_mm``, ``S_y_mm`` and so on, with their covariance."""

    id: str = Field(min_length=1, max_length=60)
    order: list[Annotated[str, Field(pattern=r"^.{1,40}_[xy]_mm$")]] = Field(min_length=1, max_length=40)
    values_mm: list[Annotated[float, num(-5000, 5000)]] = Field(min_length=1, max_length=40)
    matrix: list[list[Annotated[float, num(-1e6, 1e6)]]] = Field(min_length=1, max_length=40)


class SurveyIn(In):
    """Readings of one bike; the point ``bb`` is the origin. ``bb_height_mm`` where it is known."""

    points: dict[str, Guess] = Field(default_factory=dict, max_length=40)
    observations: list[Observation] = Field(min_length=1, max_length=80)
    blocks: list[SurveyBlock] = Field(default_factory=list, max_length=4)
    bb_height_mm: float | None = num(50, 600, default=None)


class SurveyPoint(BaseModel):
    """An adjusted mark with standard deviations and covariance; empty where it is undetermined."""

    x_mm: float | None = None
    y_mm: float | None = None
    sd_x_mm: float | None = None
    sd_y_mm: float | None = None
    cov: list[list[float]] | None = None


class SurveyReading(BaseModel):
    """A reading judged: residual is adjusted less observed; a suspect has the value that would agree."""

    id: str
    residual: float
    standardised: float | None = None
    redundancy: float
    unchecked: bool
    suspect: bool
    agreeing_value: float | None = None
    agreeing_sd: float | None = None
    not_told_from: list[str]
    least_noticed: float | None = None


class SurveyBlockOut(BaseModel):
    """A block against all else: T and its limit, left out where nothing checks it; a suspect was left out whole."""

    id: str
    statistic: float | None = None
    limit: float | None = None
    suspect: bool


class SurveyOut(BaseModel):
    """Adjusted marks and judged readings. ``nothing_checked`` where no reading is redundant.

    ``elsewhere`` are other places that fit alike: of each such fit the points that move.
    """

    points: dict[str, SurveyPoint]
    elsewhere: list[dict[str, SurveyPoint]]
    observations: list[SurveyReading]
    blocks: list[SurveyBlockOut] = Field(default_factory=list)
    degrees_of_freedom: int
    variance_factor: float | None = None
    bb_height_mm: float | None = None
    undetermined: list[str]
    nothing_checked: bool
