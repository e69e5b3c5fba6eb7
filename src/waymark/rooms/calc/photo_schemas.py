"""What the calculation of a photograph takes and gives."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from waymark.core.rules.photo import Place
from waymark.rooms.calc.schemas import In, num


class WheelIn(In):
    """A wheel: its bead's diameter, the tyre's height over the bead or its outer radius, its width."""

    bead_mm: float = num(200, 700)
    tyre_mm: float | None = num(5, 120, default=None)
    outer_radius_mm: float | None = num(120, 450, default=None)
    width_mm: float | None = num(10, 150, default=None)


class ClickIn(In):
    """A place clicked, px right and down from the top left; ``far`` where it is the one on the far side."""

    id: str = Field(min_length=1, max_length=60)
    at: Place | Literal["rear_outline", "front_outline"]
    u_px: float = num(-20000, 40000)
    v_px: float = num(-20000, 40000)
    sd_px: float | None = num(0.05, 200, default=None)
    z_mm: float | None = num(-600, 600, default=None)
    sd_z_mm: float | None = num(0.05, 200, default=None)
    far: bool = False


class PhotoIn(In):
    """A side photograph, what was clicked on it and what is known of camera and bike."""

    width_px: float = num(100, 30000)
    height_px: float = num(100, 30000)
    side: Literal["right", "left"]
    focal_px: float | None = num(50, 200000, default=None)
    focal_35_mm: float | None = num(5, 800, default=None)
    cropped: bool = False
    outline: Literal["rim", "tyre"]
    rear: WheelIn
    front: WheelIn
    radius_sd_mm: float | None = num(0.01, 50, default=None)
    drop_sd_mm: float | None = num(0.01, 50, default=None)
    wheelbase_mm: float | None = num(500, 2500, default=None)
    wheelbase_sd_mm: float | None = num(0.05, 100, default=None)
    crank_mm: float | None = num(80, 240, default=None)
    head_angle_deg: float | None = num(45, 89, default=None)
    fork_offset_mm: float | None = num(-50, 150, default=None)
    clicks: list[ClickIn] = Field(min_length=1, max_length=120)


class FlagOut(BaseModel):
    """Something that makes the photograph worth less; ``refuse`` where nothing should be taken from it."""

    code: str
    refuse: bool


class PhotoMark(BaseModel):
    """A mark, the front wheel straight, mm from the BB, with standard deviations and covariance."""

    x_mm: float
    y_mm: float
    sd_x_mm: float
    sd_y_mm: float
    cov: list[list[float]]


class JointOut(BaseModel):
    """A joint in the bike's plane."""

    x_mm: float
    y_mm: float


class SureOut(BaseModel):
    """A value with its standard deviation."""

    value: float
    sd: float


class CovarianceOut(BaseModel):
    """All marks' coordinates together, as ``survey.adjust`` takes them in a block."""

    order: list[str]
    matrix: list[list[float]]


class CameraOut(BaseModel):
    """Where the camera stood, seen from 250 above the middle of the wheelbase, and what it is taken for."""

    distance_mm: float
    yaw_deg: float
    pitch_deg: float
    px_per_mm: float
    focal_px: float
    focal_sd_percent: float
    steer_deg: float
    steer_sd_deg: float


class ResidualOut(BaseModel):
    """A click's residual, drawn less clicked; ``off`` an outline + outward."""

    id: str
    what: Literal["u", "v", "off"]
    residual_px: float
    redundancy: float


class HelpOut(BaseModel):
    """A distance to tape: what it should be, and the share of the marks' summed variance it would leave."""

    model_config = ConfigDict(populate_by_name=True)

    start: str = Field(alias="from")
    end: str = Field(alias="to")
    expected_mm: float
    sd_mm: float
    variance_left: float


class PhotoOut(BaseModel):
    """The marks of a photograph with their joint covariance, and what it is worth."""

    verdict: Literal["good", "usable", "refused"]
    flags: list[FlagOut]
    suspect: str | None
    marks: dict[str, PhotoMark]
    covariance: CovarianceOut
    camera: CameraOut
    wheelbase_mm: float
    wheelbase_sd_mm: float
    residuals: list[ResidualOut]
    helps: list[HelpOut]
    joints: dict[str, JointOut]
    angles: dict[str, SureOut]
    degrees_of_freedom: int
    variance_factor: float
