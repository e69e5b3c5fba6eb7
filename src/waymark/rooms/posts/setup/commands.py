"""Edits of what was built."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from pydantic import Field

from waymark.core.say import Said, Words, say
from waymark.core.units import parse_length
from waymark.rooms.files import Command, Work
from waymark.rooms.posts.setup.state import BuiltState
from waymark.rooms.riders import Typed

BuiltMark = Literal["saddle_x", "saddle_y", "hand_x", "hand_y"]
BOUNDS: Mapping[BuiltMark, tuple[float, float]] = {
    "saddle_x": (-500, 300), "saddle_y": (200, 1100), "hand_x": (0, 1100), "hand_y": (100, 1200),
}  # fmt: skip
SAID: Mapping[BuiltMark, Said] = {
    "saddle_x": say("Saddle fore, built"), "saddle_y": say("Saddle up, built"), "hand_x": say("Hand fore, built"),
    "hand_y": say("Hand up, built"),
}  # fmt: skip


class Built(Command):
    """A coordinate of a mark, measured from the BB after the work; blank takes it back."""

    do: Literal["setup.built"] = "setup.built"
    mark: BuiltMark
    typed: str = Field(max_length=60)

    def run(self, work: Work) -> Said:
        """Put it down."""
        built, what = work.file.part(BuiltState), SAID[self.mark]
        if not self.typed:
            setattr(built, self.mark, None)
            return say("{what} taken back", what=what)
        least, greatest = BOUNDS[self.mark]
        heard = parse_length(self.typed, field=f"{self.do}.typed", least_mm=least, greatest_mm=greatest)
        setattr(built, self.mark, Typed(typed=self.typed, value=heard.value))
        return say("{what} {typed}", what=what, typed=Words(self.typed))


COMMANDS: tuple[type[Command], ...] = (Built,)
