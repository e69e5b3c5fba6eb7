"""What the open calculations of crank, foot and translation take and give. Lengths mm, angles degrees."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from waymark.core.feet.stance import PEDAL_CENTRE_MM
from waymark.core.translate import Use
from waymark.rooms.calc.schemas import BodyOut, In, Turned, num
from waymark.rooms.telling import Told


class Rider(In):
    """A rider's measures; what is left out is taken from the height."""

    height_mm: float = num(800, 2400)
    inseam_mm: float | None = num(300, 1200, default=None)
    trunk_mm: float | None = num(200, 800, default=None)
    upper_arm_mm: float | None = num(100, 500, default=None)
    forearm_mm: float | None = num(100, 450, default=None)
    foot_mm: float = num(110, 380)
    shoulder_width_mm: float | None = num(150, 700, default=None)
    elbow_flexion_deg: float = num(0, 150, default=20)
    foot_stack_mm: float = num(0, 120, default=25)
    cleat_aft_mm: float = num(-60, 120, default=0)
    mass_kg: float | None = num(10, 300, default=None)
    sex: Literal["men", "women"] | None = None


class SaddleAt(In):
    """The saddle mark from the BB, above it."""

    x_mm: float = num(-600, 400)
    y_mm: float = num(100, 1200)


class HandAt(In):
    """The hand from the BB."""

    x_mm: float = num(-200, 1300)
    y_mm: float = num(-200, 1500)


class CrankIn(In):
    """A position, and a crank of another length.

    ``keep`` the saddle's line, the leg's extension along it, or both extension and knee over the pedal; ``hands`` go with
    the saddle, keep their drop, or keep their place.
    """

    s: SaddleAt
    h: HandAt
    crank_from_mm: float = num(80, 240)
    crank_to_mm: float = num(80, 240)
    keep: Literal["line", "extension", "both"] = "extension"
    hands: Literal["with_saddle", "drop", "place"] = "with_saddle"
    rider: Rider


class CrankOut(BaseModel):
    """The position with the new crank, and what it does to the leg."""

    s: Turned
    h: Turned
    foot_top_lower_mm: float
    torque_change_percent: float
    before: BodyOut
    after: BodyOut


class CrankTableIn(In):
    """A position and the cranks to hold against each other; front centre, drop and wheel for the room at the toe."""

    s: SaddleAt
    h: HandAt
    crank_mm: float = num(80, 240)
    lengths_mm: list[Annotated[float, Field(ge=80, le=240)]] = Field(min_length=1, max_length=60)
    keep: Literal["line", "extension", "both"] = "extension"
    hands: Literal["with_saddle", "drop", "place"] = "with_saddle"
    rider: Rider
    front_centre_mm: float | None = num(300, 1000, default=None)
    bb_drop_mm: float | None = num(-150, 150, default=None)
    tyre_radius_mm: float | None = num(100, 420, default=None)
    wheel_radius_mm: float | None = num(100, 420, default=None)


class CrankRow(BaseModel):
    """One length: the position with it, the leg's read-outs, the room at the toe and the gain ratio's change."""

    crank_mm: float
    s: Turned
    h: Turned
    knee_flexion_least_deg: float
    knee_flexion_greatest_deg: float
    hip_least_deg: float
    toe_clearance_mm: float | None = None
    gain_change_percent: float


class CrankTableOut(BaseModel):
    """A row a length."""

    rows: list[CrankRow]


class FootIn(In):
    """A saddle, and the new cleat place and foot stack; the rider's are the old."""

    s: SaddleAt
    crank_mm: float = num(80, 240)
    rider: Rider
    cleat_aft_mm: float = num(-60, 120)
    foot_stack_mm: float = num(0, 120)


class FootOut(BaseModel):
    """The saddle that keeps the leg as stretched, how far up its line it went, and what the trade would say."""

    s: Turned
    along_seat_line_mm: float
    trade_range_mm: tuple[float, float]


class StanceIn(In):
    """What sets the feet apart."""

    q_mm: float = num(80, 300)
    pedal_centre_mm: float = num(20, 120, default=PEDAL_CENTRE_MM)
    axle_extra_mm: float = num(-20, 60, default=0)
    washers_mm: float = num(0, 10, default=0)
    cleat_inward_mm: float = num(-20, 20, default=0)


class StanceOut(BaseModel):
    """Half the stance, the whole, and what differs from crank and pedal alone."""

    half_mm: float
    total_mm: float
    change_mm: float


class GuessIn(In):
    """An inseam and a crank; a rider's foot stack where it is known."""

    inseam_mm: float = num(250, 1200)
    crank_mm: float = num(80, 240)
    rider: Rider | None = None


class GuessLine(BaseModel):
    """One rule's saddle height, BB to saddle."""

    name: str
    bb_to_saddle_mm: float


class GuessOut(BaseModel):
    """Every rule's first guess, and the inseam at which the first two agree."""

    guesses: list[GuessLine]
    part_at_inseam_mm: float


class TranslateIn(In):
    """A position, the use it is of and the use it is to serve, by which school and how far."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, populate_by_name=True)

    from_: Use = Field(alias="from")
    to: Use
    school: Literal["deltas", "body"] = "deltas"
    s: SaddleAt
    h: HandAt
    crank_mm: float = num(80, 240)
    rider: Rider
    strength: float = num(0, 1, default=0.5)
    hand_width_mm: float | None = num(100, 1100, default=None)
    to_hand_width_mm: float | None = num(100, 1100, default=None)


class MoveLine(BaseModel):
    """One line of what moved, + forward and up, and why."""

    mark: Literal["saddle", "hand"]
    dx_mm: float
    dy_mm: float
    why: Told


class TranslateOut(BaseModel):
    """The position in the new use, line by line, with the read-outs before and after."""

    s: Turned
    h: Turned
    steps: list[MoveLine]
    before: BodyOut
    after: BodyOut


class PadAt(In):
    """An arm pad's centre from the BB."""

    x_mm: float = num(-200, 1200)
    y_mm: float = num(-200, 1500)


class CircleIn(In):
    """A position, the forearms on a pad where one is given, and the crank's step."""

    rider: Rider
    crank_mm: float = num(80, 240)
    s: SaddleAt
    h: HandAt
    p: PadAt | None = None
    hand_width_mm: float | None = num(100, 1100, default=None)
    step_deg: float = num(0.1, 180, default=1)


class CircleRowOut(BaseModel):
    """The near leg at one crank angle, 0 at the top and growing forward."""

    crank_deg: float
    knee_flexion_deg: float
    hip_deg: float
    knee: Turned
    ankle: Turned


class CircleOut(BodyOut):
    """The leg over one turn, with the read-outs."""

    rows: list[CircleRowOut]


class AeroIn(In):
    """A position, how far the rider is turned about the BB (or to which seat angle), and what the arms are asked."""

    s: SaddleAt
    h: HandAt
    crank_mm: float = num(80, 240)
    rider: Rider
    delta_deg: float | None = num(-20, 30, default=None)
    to_seat_angle_deg: float | None = num(60, 95, default=None)
    trunk_deg: float | None = num(-10, 80, default=None)
    foot: Literal["fixed", "turns"] = "fixed"
    elbow_deg: float = num(40, 180, default=100)
    upper_arm_deg: float | None = num(20, 160, default=None)
    forearm_tilt_deg: float = num(-30, 45, default=0)
    pad_from_elbow_mm: float = num(0, 250, default=70)
    pad_width_mm: float | None = num(60, 600, default=None)


class AeroLine(BaseModel):
    """One line of what moved, + forward and up, and why; the pad's and the hand's from where the hand was."""

    mark: Literal["saddle", "pad", "hand"]
    dx_mm: float
    dy_mm: float
    why: Told


class AeroOut(BaseModel):
    """The position on pads, line by line, with the read-outs before and after."""

    s: Turned
    p: Turned
    h: Turned
    elbow_included_deg: float
    steps: list[AeroLine]
    before: BodyOut
    after: BodyOut


class UseShare(In):
    """One use and its share of all."""

    use: Use
    share: float = num(0, 1000)


class MixIn(In):
    """The uses with their shares, and the marks of a road endurance position."""

    uses: list[UseShare] = Field(min_length=1, max_length=12)
    s: SaddleAt
    h: HandAt


class SharedOut(BaseModel):
    """What the uses share of one coordinate; where they do not meet, the ends of the gap."""

    least: float
    greatest: float
    meets: bool


class MixCoordinates(BaseModel):
    """Each coordinate, mm from the BB."""

    s_x_mm: SharedOut
    s_y_mm: SharedOut
    h_x_mm: SharedOut
    h_y_mm: SharedOut


class MixOut(BaseModel):
    """The goal of the mix, whether two set-ups are called for, and what is changed between them."""

    s: Turned
    h: Turned
    coordinates: MixCoordinates
    two_set_ups: bool
    quick_changes: list[Told]


class BalanceIn(In):
    """A position on a frame: its stay straight from BB to rear axle, the BB below that axle by its drop."""

    rider: Rider
    s: SaddleAt
    h: HandAt
    crank_mm: float = num(80, 240)
    chainstay_mm: float = num(250, 600)
    bb_drop_mm: float = num(-150, 150)
    wheelbase_mm: float = num(600, 1600)
    hand_width_mm: float | None = num(100, 1100, default=None)


class BalanceOut(BaseModel):
    """Per cent of the rider's weight: on the hands at most, and on the front axle."""

    hand_share_percent: float
    front_axle_percent: float
