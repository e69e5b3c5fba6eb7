"""What the open calculation of the trade's sayings takes and gives. Lengths mm, angles degrees."""

from __future__ import annotations

from pydantic import BaseModel, Field

from waymark.rooms.calc.leg_schemas import Rider
from waymark.rooms.calc.schemas import XY, In
from waymark.rooms.files import Shape
from waymark.rooms.telling import Told


class ClaimIn(In):
    """A claim and the numbers to try it with; those not given are the usual ones. A ``rider`` is drawn where one fits."""

    claim: str = Field(max_length=40)
    values: dict[str, float] = Field(default_factory=dict, max_length=16)
    rider: Rider | None = None


class ClaimPicture(BaseModel):
    """What it looks like after, what of it was before, and the box to look at: least x and y, greatest x and y, mm."""

    before: list[Shape]
    after: list[Shape]
    box: list[float]


class ClaimTried(BaseModel):
    """Two pictures as strokes and as they are drawn, the point to look at before and after, what moved, what stayed, what
    is left of it."""

    before: list[list[XY]]
    after: list[list[XY]]
    mark_before: XY
    mark_after: XY
    picture: ClaimPicture
    moved: list[Told]
    stayed: list[Told]
    holds: Told
    verdict: Told
