"""What the open calculations of gears, trials and indoor bikes take and give."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from waymark.core.gearing.check import AIR_KG_M3, EFFICIENCY
from waymark.rooms.calc.schemas import In, num
from waymark.rooms.machines import At, MachineIn

Teeth = Annotated[float, Field(ge=5, le=130)]


class GearingIn(In):
    """Rings and cogs in teeth, the wheel's roll, and the rider on a hill; the gradient is rise over run."""

    rings: list[Teeth] = Field(min_length=1, max_length=6)
    cogs: list[Teeth] = Field(min_length=1, max_length=20)
    circumference_mm: float = num(500, 3000)
    cadence_rpm: float = num(1, 300)
    mass_kg: float = num(10, 500)
    power_w: float = num(1, 3000)
    gradient_percent: float = num(-100, 100)
    crr: float = num(0, 0.5)
    cda_m2: float = num(0.01, 3)
    rho: float = num(0.1, 2, default=AIR_KG_M3)
    efficiency: float = num(0.1, 1, default=EFFICIENCY)


class GearingOut(BaseModel):
    """Top gear at the cadence, low gear up the hill, the range and the largest step between cogs; ratios from the least."""

    top_speed_kmh: float
    climb_speed_kmh: float
    climb_cadence_rpm: float
    range_percent: float
    largest_step_percent: float
    ratios: list[float]


class TrialPlanIn(In):
    """What is held against each other, in how many blocks, and the number that draws the order."""

    treatments: list[Annotated[str, Field(min_length=1, max_length=60)]] = Field(min_length=2, max_length=8)
    blocks: int = Field(ge=1, le=200)
    seed: int = Field(default=0, ge=0, le=2**53)

    @model_validator(mode="after")
    def _each_once(self) -> TrialPlanIn:
        if len(set(self.treatments)) != len(self.treatments):
            raise ValueError("each treatment once")
        return self


class BalanceOfPlan(BaseModel):
    """Whether a steady drift cancels within each block, and how often each comes first."""

    drift_cancels: bool
    first_counts: dict[str, int]


class TrialPlanOut(BaseModel):
    """The order, block by block."""

    order: list[list[str]]
    balance: BalanceOfPlan


class Pair(In):
    """One outcome under both treatments."""

    a: float = num(-1e9, 1e9)
    b: float = num(-1e9, 1e9)


class TrialJudgeIn(In):
    """The pairs of one outcome, the confidence wanted, and how many outcomes are judged in all."""

    pairs: list[Pair] = Field(min_length=1, max_length=2000)
    confidence: float = num(0.5, 0.9999, default=0.95)
    outcomes: int = Field(default=1, ge=1, le=100)


class TrialJudgeOut(BaseModel):
    """The mean of a − b, its interval, p, and which is the greater, if that is shown."""

    mean_difference: float
    least: float
    greatest: float
    p: float
    verdict: Literal["a", "b", "no difference shown"]


class TrainerTolerance(In):
    """How far a mark may lie off each way."""

    s_x_mm: float = num(0.1, 50, default=3)
    s_y_mm: float = num(0.1, 50, default=2)
    h_x_mm: float = num(0.1, 50, default=5)
    h_y_mm: float = num(0.1, 50, default=5)


class TrainerIn(In):
    """A machine and the marks wanted on it."""

    machine: MachineIn
    s: At
    h: At
    crank_mm: float | None = num(80, 240, default=None)
    tolerance: TrainerTolerance = Field(default_factory=TrainerTolerance)


class AxisSet(BaseModel):
    """A slider at a stop; the label only where one is printed."""

    axis: str
    label: str | None = None
    mm: float


class BesideOut(AxisSet):
    """The mark with one slider a stop away and the others kept; found less wanted."""

    x_mm: float
    y_mm: float
    dx_mm: float
    dy_mm: float


class DialledOut(BaseModel):
    """What to dial in, where that puts the mark, what is left, and every slider one stop down and up."""

    settings: list[AxisSet]
    x_mm: float
    y_mm: float
    dx_mm: float
    dy_mm: float
    verdict: Literal["within", "outside"]
    beside: list[BesideOut]


class CrankSet(BaseModel):
    """The nearest listed crank, and how far it is off."""

    crank_mm: float
    off_mm: float


class TrainerOut(BaseModel):
    """Saddle, bar and crank of a machine for the marks."""

    saddle: DialledOut
    bar: DialledOut
    crank: CrankSet | None
