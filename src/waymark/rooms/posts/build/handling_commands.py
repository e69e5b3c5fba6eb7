"""The gears of both bikes as they are typed, and the hill they are judged by."""

from __future__ import annotations

import re
from typing import Literal

from pydantic import Field

from waymark.core.say import Said, say
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import BuildState, GearSet
from waymark.rooms.schema import mm

RINGS, COGS = (16, 70, 3), (8, 60, 14)


class SetGears(Command):
    """The rings and cogs of the present bike or of the plan, typed as teeth with spaces between; both blank: not known."""

    do: Literal["build.gears"] = "build.gears"
    which: Literal["now", "plan"]
    rings: str = Field(default="", max_length=60)
    cogs: str = Field(default="", max_length=120)

    def run(self, work: Work) -> Said:
        """Put them down; raises ``InputError`` for teeth that no ring or cog has."""
        gears = work.file.part(BuildState).gears
        new = None
        if self.rings.strip() or self.cogs.strip():
            new = GearSet(rings=self._teeth("rings", self.rings, RINGS), cogs=self._teeth("cogs", self.cogs, COGS))
        if self.which == "now":
            gears.now = new
        else:
            gears.then = new
        return say("Gears of the present bike") if self.which == "now" else say("Gears of the plan")

    def _teeth(self, field: str, typed: str, bounds: tuple[int, int, int]) -> list[float]:
        least, most, count = bounds
        parts = [x for x in re.split(r"[\s,;/+]+", typed.strip()) if x]
        whole = [int(x) for x in parts if re.fullmatch(r"\d{1,3}", x)]
        if not parts or len(whole) != len(parts) or len(whole) > count or not all(least <= x <= most for x in whole):
            allowed = f"1 to {count} whole numbers of {least} to {most} teeth with spaces between"
            raise self.refuse(field, "These are no teeth of rings or cogs.", allowed, typed[:60])
        return sorted({float(x) for x in whole})


class SetHill(Command):
    """The cadence on the flat, and the power and gradient of the climb that gears are judged by; none is the house's."""

    do: Literal["build.hill"] = "build.hill"
    cadence_rpm: float | None = mm(40, 140, default=None)
    power_w: float | None = mm(20, 900, default=None)
    gradient_percent: float | None = mm(0, 40, default=None)

    def run(self, work: Work) -> Said:
        """Put it down."""
        gears = work.file.part(BuildState).gears
        gears.cadence_rpm, gears.power_w, gears.gradient_percent = self.cadence_rpm, self.power_w, self.gradient_percent
        return say("The hill that gears are judged by")


HANDLING_COMMANDS: tuple[type[Command], ...] = (SetGears, SetHill)
