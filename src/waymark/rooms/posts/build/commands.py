"""Edits of the build: its front end and its seat."""

from __future__ import annotations

from typing import Literal

from waymark.core.say import Angle, Length, Said, Words, say
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import BuildState, FrontKey, check_spacers, stem_standing, take_best, take_seat
from waymark.rooms.posts.build.bar_commands import BAR_COMMANDS
from waymark.rooms.posts.build.control_commands import CONTROL_COMMANDS
from waymark.rooms.posts.build.feet_commands import FEET_COMMANDS
from waymark.rooms.posts.build.handling_commands import HANDLING_COMMANDS
from waymark.rooms.posts.build.seat_commands import SEAT_COMMANDS
from waymark.rooms.posts.build.ways_commands import WAYS_COMMANDS
from waymark.rooms.posts.build.wheels_commands import WHEELS_COMMANDS
from waymark.rooms.schema import mm


class Spacers(Command):
    """The height of the spacers below the stem."""

    do: Literal["build.spacers"] = "build.spacers"
    height_mm: float = mm(0, 80)

    def run(self, work: Work) -> Said:
        """Put them on; raises ``InputError`` for a pile that the drawer cannot make or the frame does not allow."""
        check_spacers(work.facts, self.height_mm, self)
        work.file.part(BuildState).spacers_mm = self.height_mm
        return say("Spacers {height}", height=Length(self.height_mm, exact=True))


class PutStem(Command):
    """The stem of this length that stands at this angle, turned over where that is how."""

    do: Literal["build.stem"] = "build.stem"
    length_mm: float = mm(20, 180)
    angle_deg: float = mm(-45, 45)

    def run(self, work: Work) -> Said:
        """Put it on; raises ``InputError`` where none on the shelf stands so."""
        build = work.file.part(BuildState)
        build.stem, build.turned_over = stem_standing(work.facts, self.length_mm, self.angle_deg)
        length, angle = Length(self.length_mm, exact=True), Angle(self.angle_deg, signed=True)
        return say("Stem {length}, {angle}", length=length, angle=angle)


class TurnStem(Command):
    """The stem turned over, or as it is printed."""

    do: Literal["build.turn_stem"] = "build.turn_stem"
    over: bool

    def run(self, work: Work) -> Said:
        """Turn it; raises ``InputError`` for a stem that stands one way only."""
        build = work.file.part(BuildState)
        if build.stem is None or not build.stem.both_ways or build.cockpit is not None:
            raise self.refuse("over", "This stem stands one way only.", "a stem that can be turned over")
        build.turned_over = self.over
        return say("Stem turned over") if self.over else say("Stem as printed")


class TakeBest(Command):
    """The build recommended for the chosen size, front end and seat."""

    do: Literal["build.best"] = "build.best"

    def run(self, work: Work) -> Said:
        """Take it."""
        take_best(work, self)
        return say("Build as recommended")


class TakeFront(Command):
    """The best build with one bar or cockpit: a step of the cost ladder."""

    do: Literal["build.front"] = "build.front"
    front: FrontKey

    def run(self, work: Work) -> Said:
        """Take it; raises ``InputError`` for one that is not on the ladder."""
        take_best(work, self, self.front)
        build = work.file.part(BuildState)
        bar = build.cockpit or build.bar
        return say("Front end: {name}", name=Words(bar.name)) if bar else say("Front end: own bar")


class SetSeat(Command):
    """Post and rails set to the goal, the front end left as it is."""

    do: Literal["build.seat"] = "build.seat"

    def run(self, work: Work) -> Said:
        """Set them."""
        take_seat(work)
        return say("Seat set to the goal")


COMMANDS: tuple[type[Command], ...] = (
    Spacers,
    PutStem,
    TurnStem,
    TakeBest,
    TakeFront,
    SetSeat,
    *BAR_COMMANDS,
    *SEAT_COMMANDS,
    *FEET_COMMANDS,
    *WHEELS_COMMANDS,
    *WAYS_COMMANDS,
    *HANDLING_COMMANDS,
    *CONTROL_COMMANDS,
)
