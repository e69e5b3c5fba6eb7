"""Edits of wheels and tyres."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from waymark.core.say import Said, Words, say
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import BuildState
from waymark.rooms.posts.build.wheels_view import KINDS, NAMES, RollingKind


class PutRolling(Command):
    """A pair of wheels or tyres from the shelf."""

    do: Literal["build.put_rolling"] = "build.put_rolling"
    part: int = Field(ge=1, le=MOST_KEY)

    def run(self, work: Work) -> Said:
        """Take it; raises ``NotFoundError`` for any other part."""
        part = work.facts.shelf.part(self.part, *KINDS)
        setattr(work.file.part(BuildState), part.kind, part)
        return say("{what}: {name}", what=NAMES[part.kind], name=Words(part.name))


class RollingAsBefore(Command):
    """Wheels or tyres as the bike comes again."""

    do: Literal["build.rolling_as_before"] = "build.rolling_as_before"
    what: RollingKind

    def run(self, work: Work) -> Said:
        """Take them off the plan."""
        setattr(work.file.part(BuildState), self.what, None)
        return say("{what} as the bike comes", what=NAMES[self.what])


WHEELS_COMMANDS: tuple[type[Command], ...] = (PutRolling, RollingAsBefore)
