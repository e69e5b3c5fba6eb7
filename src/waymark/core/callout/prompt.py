"""A prompt of the call-out: what is asked, how the tape lies, and which sight of the survey it gives."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.survey.model import BB, Kind

Group = Literal["level", "saddle", "bar", "feet", "controls", "bike", "rider"]
BarKind = Literal["drop", "flat", "aero"]
Side = Literal["left", "right"]
Unit = Literal["mm", "°", "words"]
# How a stated number becomes the sighted one; each is explained in ``observe``.
Turn = Literal[
    "as_read", "negated", "less_crank", "from_pedal_six", "up_seat_tube", "from_behind", "to_hand", "to_pad", "to_tops"
]

GROUPS: dict[Group, str] = {
    "level": "Level", "saddle": "Saddle", "bar": "Bar", "feet": "Feet", "controls": "Controls", "bike": "Bike",
    "rider": "Rider",
}  # fmt: skip
# What the hand holds, by the kind of bar.
HOLDS: dict[BarKind, tuple[str, str]] = {
    "drop": ("hood", "the hollow of the {side}hood, where the web of the thumb sits"),
    "flat": ("grip", "the middle of the {side}grip, under the palm"),
    "aero": ("extension", "the end of the {side}extension"),
}


@dataclass(frozen=True, slots=True)
class Sight:
    """The survey reading a prompt gives: kind, the two ends, and how its number is turned into one."""

    kind: Kind
    end: str
    start: str = BB
    turn: Turn = "as_read"


@dataclass(frozen=True, slots=True)
class Prompt:
    """One thing to be read.

    ``least``…``greatest`` is what can be typed, mm or degrees; words take any. ``sided`` prompts are asked
    on the right, then on the left where ``both``. ``usual`` ones are asked unless the studio says otherwise.
    """

    name: str
    group: Group
    title: str
    hint: str
    least: float = 0.0
    greatest: float = 0.0
    unit: Unit = "mm"
    sight: Sight | None = None
    sided: Literal["", "one", "both"] = ""
    bars: tuple[BarKind, ...] = ("drop", "flat", "aero")
    usual: bool = False

    def title_for(self, bar: BarKind) -> str:
        """The title with the bar's own word for what the hand holds."""
        title = self.title.format(hand=HOLDS[bar][0])
        return title[0].upper() + title[1:]

    def hint_for(self, bar: BarKind, side: Side | None) -> str:
        """The hint with the side named where it matters."""
        return self.hint.format(hold=HOLDS[bar][1].format(side=f"{side} " if side else ""), side=side or "")

    def sides(self) -> tuple[Side | None, ...]:
        """The sides it can be read on, right first; ``(None,)`` where the bike has one only."""
        return ("right", "left") if self.sided else (None,)


def key_of(name: str, side: Side | None) -> str:
    """A reading's key: the prompt's name, with its side where it has one."""
    return f"{name}.{side}" if side else name
