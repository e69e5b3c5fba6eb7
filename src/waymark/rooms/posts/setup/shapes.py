"""What the Set-up post shows."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from waymark.rooms.telling import Told


class CheckLine(BaseModel):
    """A reading that checks the bike as built: what the plan's marks would make the tape read, and what it read."""

    key: str
    title: Told
    hint: Told
    should_mm: float | None
    typed: str
    read_mm: float | None
    word: Literal["asked", "fits", "suspect"]


class SetupView(BaseModel):
    """The Set-up post: why its card must not be built from yet, the checks, what they say, and the cautions."""

    cautions: list[Told]
    warnings: list[Told]
    checks: list[CheckLine]
    checked: Told
    slips: list[Told]
    can_take: bool
