"""The bike as it stands, as it is kept: everything read in the call-out, its known parts, kept set-ups.

Frames and parts are kept as copies of what was chosen, so that a shelf edited later changes no file.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field, field_validator

from waymark.core.callout import BarKind, every_key
from waymark.core.say import Said, say, term
from waymark.rooms.schema import Point, Strict, mm
from waymark.rooms.shelves import DropBarPart, FlatBarPart, FrameSize, SaddlePart

BarPart = DropBarPart | FlatBarPart
KEYS = every_key()
Tape = Literal["hand", "middle"]
Decided = Literal["again", "corrected", "dropped", "kept", "meant", "restored"]


class Heard(Strict):
    """One reading as typed and as understood, mm or degrees; no value where it is words."""

    typed: str = Field(min_length=1, max_length=120)
    value: float | None = Field(default=None, ge=-2000, le=3000)


class ReadingState(Strict):
    """What was read for one prompt: its repeats, what the fitter decided of it, and the instrument if any."""

    heard: list[Heard] = Field(min_length=1, max_length=9)
    decision: Literal["", "kept", "dropped", "meant"] = ""
    source: str = Field(default="", max_length=60)


class Decision(Strict):
    """What a fitter decided about a reading that did not agree, and when; never taken out."""

    key: str = Field(max_length=60)
    what: Decided
    was: str = Field(default="", max_length=200)
    now: str = Field(default="", max_length=120)
    at: str = Field(max_length=40)


class MarkRecord(Point):
    """A mark as it was measured, with its covariance, mm²."""

    xx_mm2: float = mm(0, 1e6)
    xy_mm2: float = mm(-1e6, 1e6)
    yy_mm2: float = mm(0, 1e6)


class SetupRecord(Strict):
    """A measured set-up kept to compare with: when, by whom, how many readings, and the marks."""

    on: str = Field(max_length=40)
    by: str = Field(min_length=1, max_length=80)
    note: str = Field(default="", max_length=200)
    readings: int = Field(ge=0, le=500)
    marks: dict[str, MarkRecord] = Field(max_length=20)


class MeasureState(Strict):
    """The bike as it stands: everything read in the call-out, the parts known from the shelves, kept set-ups.

    ``tape``: whether straight readings to the hands end at the hand itself, out to the side, or at the bike's middle,
    over a straight edge laid across both hands.
    """

    bar_kind: BarKind | None = None
    tape: Tape = "hand"
    readings: dict[str, ReadingState] = Field(default_factory=dict, max_length=200)
    skipped: list[str] = Field(default_factory=list, max_length=200)
    decisions: list[Decision] = Field(default_factory=list, max_length=500)
    setups: list[SetupRecord] = Field(default_factory=list, max_length=60)
    frame: FrameSize | None = None
    bar: BarPart | None = Field(default=None, discriminator="kind")
    saddle: SaddlePart | None = None

    @field_validator("readings")
    @classmethod
    def _readable(cls, readings: dict[str, ReadingState]) -> dict[str, ReadingState]:
        for key, reading in readings.items():
            if key not in KEYS:
                raise ValueError(f"{key[:60]} is nothing that is asked of a bike")
            prompt, _ = KEYS[key]
            for heard in reading.heard:
                if prompt.unit == "words":
                    good = heard.value is None
                else:
                    good = heard.value is not None and prompt.least <= heard.value <= prompt.greatest
                if not good:
                    raise ValueError(f"{key}: {heard.typed[:40]} is outside what can be read there")
        return readings

    def handlebar(self) -> BarKind:
        """The kind of bar: as said, else as the bar on the shelf is, else a drop bar."""
        if self.bar_kind is not None:
            return self.bar_kind
        return "flat" if self.bar is not None and self.bar.kind == "flat_bar" else "drop"


def title_of(measure: MeasureState, key: str) -> Said:
    """A reading's title with its side, as the fitter sees it; a repeat's number is left off."""
    key = key.split("#")[0]
    prompt, side = KEYS.get(key) or KEYS[f"{key}.right"]
    title = term(prompt.title_for(measure.handlebar()))
    if not side or "." not in key:
        return title
    return say("{title}, right", title=title) if side == "right" else say("{title}, left", title=title)
