"""The small values a file is spoken of in, and the file itself as far as it is no post's."""

from __future__ import annotations

from collections.abc import Mapping
from typing import ClassVar, Literal, Self, TypeVar, cast

from pydantic import Field, PrivateAttr

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

    # Of a copy to work on the parts that are its own already; nothing where the file is no such copy.
    _own: set[str] | None = PrivateAttr(default=None)

    def __eq__(self, other: object) -> bool:
        """Whether both say the same, whoever works on them."""
        return isinstance(other, FileBase) and self.__dict__ == other.__dict__

    __hash__ = None  # type: ignore[assignment]

    def part(self, kind: type[S]) -> S:
        """What one post keeps in the file; of a copy to work on its own, made when it is first asked for."""
        name = self.parts[kind]
        if self._own is not None and name not in self._own:
            self._own.add(name)
            setattr(self, name, getattr(self, name).model_copy(deep=True))
        return cast("S", getattr(self, name))

    def put(self, part: Strict) -> None:
        """Put a post's part in the place of the one before."""
        name = self.parts[type(part)]
        if self._own is not None:
            self._own.add(name)
        setattr(self, name, part)

    def to_work_on(self) -> Self:
        """A copy to work on: what is not asked for is not copied."""
        made = self.model_copy()
        made._own = set()
        return made

    def whole(self) -> Self:
        """The file as it now stands, checked; raises ``ValidationError``. What nobody worked on was checked before."""
        if self._own is None:
            return self.model_validate(self.model_dump())
        worked_on = {name: getattr(self, name) for name in self._own}
        return self.model_validate({**self.__dict__, **{name: part.model_dump() for name, part in worked_on.items()}})

    def as_it_stands(self) -> Self:
        """A copy that later work on this one leaves as it is."""
        made = self.model_copy()
        made._own = None
        for name in self._own or ():
            setattr(made, name, getattr(self, name).model_copy(deep=True))
        return made


def both(marks: Marks) -> tuple[Mark, Mark] | None:
    """Saddle and hand where both are known."""
    saddle, hand = marks.get("saddle"), marks.get("hand")
    return (saddle, hand) if saddle is not None and hand is not None else None
