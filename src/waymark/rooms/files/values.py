"""The small values a file is spoken of in, and the file itself as far as it is no post's."""

from __future__ import annotations

from collections.abc import Mapping
from typing import ClassVar, Literal, TypeVar, cast

from pydantic import Field

from waymark.core.marks import Mark
from waymark.rooms.schema import Strict

# The file's own version; ``migrated`` brings any earlier one up to it.
VERSION = 4
LayerName = Literal["now", "goal", "plan", "built"]
MarkName = Literal["saddle", "hand", "foot"]
# Points beside the contact marks, shown while the bike is measured.
SideMark = Literal["nose", "clamp", "pad"]
PostState = Literal["empty", "work", "done", "stale"]
Marks = dict[MarkName, Mark]
MARKS: tuple[MarkName, ...] = ("saddle", "hand", "foot")
LAYERS: tuple[LayerName, ...] = ("now", "goal", "plan", "built")
TEXTS: Mapping[str, tuple[str, int]] = {
    "bike": ("Bike", 120),
    "reason": ("Reason", 400),
    "notes": ("Notes", 4000),
}

S = TypeVar("S", bound=Strict)


class FileBase(Strict):
    """What every fit file has; the posts' own parts are added by the registry.

    ``parts`` names the field in which each post's part is kept.
    """

    parts: ClassVar[Mapping[type[Strict], str]] = {}

    version: int = VERSION
    bike: str = Field(default="", max_length=TEXTS["bike"][1])
    reason: str = Field(default="", max_length=TEXTS["reason"][1])
    notes: str = Field(default="", max_length=TEXTS["notes"][1])

    def part(self, kind: type[S]) -> S:
        """What one post keeps in the file."""
        return cast("S", getattr(self, self.parts[kind]))

    def put(self, part: Strict) -> None:
        """Put a post's part in the place of the one before."""
        setattr(self, self.parts[type(part)], part)


def both(marks: Marks) -> tuple[Mark, Mark] | None:
    """Saddle and hand where both are known."""
    saddle, hand = marks.get("saddle"), marks.get("hand")
    return (saddle, hand) if saddle is not None and hand is not None else None
