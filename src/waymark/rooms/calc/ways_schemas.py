"""What the calculation of ways takes and gives. Lengths mm, angles degrees, prices in any one currency."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from waymark.rooms.calc.schemas import In, num
from waymark.rooms.telling import Told

MOST_PIECES, MOST_STEMS = 24, 400
Height = Annotated[float, num(0.5, 80)]


class WaysFrame(In):
    """The frame: its chart, the headset cover, and the greatest height of spacers over it (none: no limit given)."""

    stack_mm: float = num(200, 900)
    reach_mm: float = num(100, 700)
    head_angle_deg: float = num(45, 89)
    cover_mm: float = num(0, 80, default=0)
    spacers_above_limit_mm: float | None = num(0, 120, default=None)


class WaysNow(In):
    """The front end as it stands: the stem with the angle it stands at, the spacers piece by piece."""

    stem_length_mm: float = num(20, 200)
    stem_angle_deg: float = num(-60, 60)
    stem_clamp_mm: float = num(15, 90)
    spacers_under_mm: list[Height] = Field(default_factory=list, max_length=MOST_PIECES)
    spacers_over_mm: list[Height] = Field(default_factory=list, max_length=MOST_PIECES)


class WaysStem(In):
    """A stem at hand, as it is printed."""

    length_mm: float = num(20, 200)
    angle_deg: float = num(-60, 60)
    clamp_mm: float = num(15, 90)
    owned: bool = False
    price: float = num(0, 1e6, default=0)


class WaysSpacer(In):
    """A spacer for sale, once."""

    mm: Height
    price: float = num(0, 1e6, default=0)


class WaysGoal(In):
    """Where the bar clamp's centre must be."""

    bar_x_mm: float = num(-500, 1500)
    bar_y_mm: float = num(-500, 1800)


class WaysTolerance(In):
    """How far it may be off, each way."""

    x_mm: float = num(0.1, 50, default=5)
    y_mm: float = num(0.1, 50, default=5)


class WaysIn(In):
    """An owned front end, what is at hand beside it, and a goal."""

    frame: WaysFrame
    now: WaysNow
    stems: list[WaysStem] = Field(default_factory=list, max_length=MOST_STEMS)
    spacers_mm: list[Height | WaysSpacer] = Field(default_factory=list, max_length=MOST_PIECES)
    goal: WaysGoal
    tolerance: WaysTolerance = Field(default_factory=WaysTolerance)


class WayOut(BaseModel):
    """One way: what it takes, what is done in order, and what is left (reached less goal)."""

    rung: Literal["nothing", "free", "small_part"]
    changes: list[Told]
    dx_mm: float
    dy_mm: float
    cost: float
    bought: int
    stem_length_mm: float
    stem_angle_deg: float
    stem_clamp_mm: float
    pile_mm: float
    under_mm: list[float]


class WaysOut(BaseModel):
    """Every way inside the tolerance, the cheapest first; of equals the nearest."""

    ways: list[WayOut]
