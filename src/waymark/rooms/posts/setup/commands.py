"""Edits of what was built: what was measured after the work, and the bike as built taken for the bike as it is."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from waymark.core.say import Said, Words, say
from waymark.core.units import parse_length
from waymark.rooms.files import Command, Work
from waymark.rooms.posts.measure import MeasureState, ReadingState, title_of, understand
from waymark.rooms.posts.setup.as_now import take_as_now
from waymark.rooms.posts.setup.state import CHECK_KEYS, COORDINATES, SAID, BuiltMark, BuiltState
from waymark.rooms.riders import Typed


class Built(Command):
    """A coordinate of a mark, measured from the BB after the work; blank takes it back."""

    do: Literal["setup.built"] = "setup.built"
    mark: BuiltMark
    typed: str = Field(max_length=60)

    def run(self, work: Work) -> Said:
        """Put it down."""
        built, what, prompt = work.file.part(BuiltState), SAID[self.mark], COORDINATES[self.mark]
        if not self.typed:
            setattr(built, self.mark, None)
            return say("{what} taken back", what=what)
        heard = parse_length(self.typed, field=f"{self.do}.typed", least_mm=prompt.least, greatest_mm=prompt.greatest)
        setattr(built, self.mark, Typed(typed=self.typed, value=heard.value))
        return say("{what} {typed}", what=what, typed=Words(self.typed))


class Check(Command):
    """What the tape read of the bike as built, beside its coordinates; blank takes it back."""

    do: Literal["setup.check"] = "setup.check"
    key: str = Field(max_length=60)
    typed: str = Field(max_length=60)

    def run(self, work: Work) -> Said:
        """Put it down; raises ``InputError`` for what checks nothing."""
        if self.key not in CHECK_KEYS:
            raise self.refuse("key", "This checks nothing of a bike as built.", ", ".join(CHECK_KEYS), self.key)
        built, title = work.file.part(BuiltState), title_of(work.file.part(MeasureState), self.key)
        if not self.typed:
            built.readings.pop(self.key, None)
            return say("{title} of the bike as built taken back", title=title)
        heard = understand(CHECK_KEYS[self.key][0], self.typed, f"{self.do}.typed")
        built.readings[self.key] = ReadingState(heard=[heard])
        return say("{title} of the bike as built {typed}", title=title, typed=Words(self.typed))


class AsNow(Command):
    """The bike as built taken for the bike as it is, with the reason; the marks as they were stay with the set-ups."""

    do: Literal["setup.as_now"] = "setup.as_now"
    reason: str = Field(min_length=1, max_length=200)
    by: str = Field(min_length=1, max_length=80, description="who measured")

    def run(self, work: Work) -> Said:
        """Take it; raises ``InputError`` before saddle and hand were measured after the work."""
        take_as_now(self, work, self.by, self.reason)
        return say("Built taken as the bike as it is: {reason}", reason=Words(self.reason))


COMMANDS: tuple[type[Command], ...] = (Built, Check, AsNow)
