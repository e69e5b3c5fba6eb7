"""What is set of levers, remotes and grips."""

from __future__ import annotations

import re
from typing import Literal

from pydantic import Field

from waymark.core.cockpit.controls import SETTINGS, SIDES, Control, Side
from waymark.core.say import Said, Words, say
from waymark.core.units import parse_length
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import BuildState

SIDED = {"left": say("left"), "right": say("right"), "both": say("both sides")}


class SetControl(Command):
    """One setting of a side, or of both alike, as typed; blank takes it back."""

    do: Literal["build.control"] = "build.control"
    side: Side | Literal["both"]
    what: Control
    typed: str = Field(default="", max_length=40)

    def run(self, work: Work) -> Said:
        """Put it down; raises ``InputError`` for what no such control can be."""
        controls, setting = work.file.part(BuildState).controls, SETTINGS[self.what]
        value = None
        if self.typed.strip():
            value = self._degrees() if self.what == "lever_down" else self._length()
        for side in SIDES if self.side == "both" else (self.side,):
            held = getattr(controls, side)
            held.pop(self.what, None)
            if value is not None:
                held[self.what] = value
        side_named = SIDED[self.side]
        if value is None:
            return say("{what}, {side}: taken back", what=setting.name, side=side_named)
        return say("{what}, {side}: {typed}", what=setting.name, side=side_named, typed=Words(self.typed.strip()))

    def _length(self) -> float:
        it = SETTINGS[self.what]
        return parse_length(self.typed, field=f"{self.do}.typed", least_mm=it.least, greatest_mm=it.most).value

    def _degrees(self) -> float:
        it = SETTINGS[self.what]
        found = re.fullmatch(r"([-−+]?\d{1,2}(?:[.,]\d)?)\s*°?", self.typed.strip())
        value = None if found is None else float(found.group(1).replace("−", "-").replace(",", "."))
        if value is None or not it.least <= value <= it.most:
            raise self.refuse("typed", "This is no lever’s angle.", f"{it.least:g} to {it.most:g}°", self.typed[:40])
        return value


class ControlsMeant(Command):
    """Why left and right differ on purpose; blank: nothing is meant by it."""

    do: Literal["build.controls_meant"] = "build.controls_meant"
    words: str = Field(default="", max_length=120)

    def run(self, work: Work) -> Said:
        """Put it down."""
        work.file.part(BuildState).controls.meant = self.words.strip()
        return say("Left and right differ on purpose: {why}", why=Words(self.words.strip()[:60]))


CONTROL_COMMANDS: tuple[type[Command], ...] = (SetControl, ControlsMeant)
