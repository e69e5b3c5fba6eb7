"""Edits of what is under the feet: crank, pedal, cleat and shoe."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from waymark.core.say import Said, Words, say
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import BuildState
from waymark.rooms.posts.build.feet_view import KINDS, FootKind


class PutFoot(Command):
    """A crank, pedal, cleat or shoe from the shelf."""

    do: Literal["build.put_foot"] = "build.put_foot"
    part: int = Field(ge=1, le=MOST_KEY)

    def run(self, work: Work) -> Said:
        """Take it; a flat pedal takes the cleat off. Raises ``NotFoundError`` for any other part."""
        b, part = work.file.part(BuildState), work.facts.shelf.part(self.part, *KINDS)
        setattr(b, part.kind, part)
        if part.kind == "pedal" and not part.clipped:
            b.cleat = None
        return say("{part}: {name}", part=Words(part.kind.capitalize()), name=Words(part.name))


class FootAsBefore(Command):
    """A crank, pedal, cleat or shoe as on the old bike again."""

    do: Literal["build.foot_as_before"] = "build.foot_as_before"
    what: FootKind

    def run(self, work: Work) -> Said:
        """Take it off the plan."""
        setattr(work.file.part(BuildState), self.what, None)
        return say("{part} as on the old bike", part=Words(self.what.capitalize()))


FEET_COMMANDS: tuple[type[Command], ...] = (PutFoot, FootAsBefore)
