"""Edits of the goal."""

from __future__ import annotations

from typing import ClassVar, Literal

from waymark.core.say import Length, Said, Words, say
from waymark.rooms.files import Command, Work
from waymark.rooms.posts.goal.state import GoalState
from waymark.rooms.schema import mm
from waymark.rooms.shelves import Kind

MovedMark = Literal["saddle", "hand"]
# How far a mark's goal may lie from where it was measured, mm.
FARTHEST_MM: dict[MovedMark, float] = {"saddle": 150, "hand": 200}
SAID = {"saddle": "Saddle", "hand": "Hand"}


class Discipline(Command):
    """What the bike is for."""

    do: Literal["goal.discipline"] = "goal.discipline"
    use: Kind

    def run(self, work: Work) -> Said:
        """Note it."""
        work.file.part(GoalState).discipline = self.use
        return say("For {use}", use=Words(self.use))


class Nudge(Command):
    """Move a mark's goal from where it now is: forward and up."""

    do: Literal["goal.nudge"] = "goal.nudge"
    relative: ClassVar[bool] = True
    mark: MovedMark
    by_x_mm: float = mm(-400, 400, default=0)
    by_y_mm: float = mm(-400, 400, default=0)

    def run(self, work: Work) -> Said:
        """Move it; raises ``InputError`` where it would go too far."""
        goal, farthest = work.file.part(GoalState), FARTHEST_MM[self.mark]
        for axis, by in (("x", self.by_x_mm), ("y", self.by_y_mm)):
            name = f"{self.mark}_d{axis}_mm"
            there = round(getattr(goal, name) + by, 6)
            if abs(there) > farthest:
                raise self.refuse(
                    f"by_{axis}_mm",
                    "A mark moves no farther than that.",
                    f"{-farthest:g} to {farthest:g} mm from where it was measured",
                    f"{there:g}",
                )
            setattr(goal, name, there)
        mark, x, y = Words(SAID[self.mark]), self._along(), self._up()
        if x is not None and y is not None:
            return say("{mark} {x}, {y}", mark=mark, x=x, y=y)
        return say("{mark} {way}", mark=mark, way=x or y or say("not moved"))

    def _along(self) -> Said | None:
        by = Length(abs(self.by_x_mm), exact=True)
        if self.by_x_mm == 0:
            return None
        return say("{by} forward", by=by) if self.by_x_mm > 0 else say("{by} back", by=by)

    def _up(self) -> Said | None:
        by = Length(abs(self.by_y_mm), exact=True)
        if self.by_y_mm == 0:
            return None
        return say("{by} up", by=by) if self.by_y_mm > 0 else say("{by} down", by=by)


class AsMeasured(Command):
    """A mark's goal put back to where it was measured."""

    do: Literal["goal.as_measured"] = "goal.as_measured"
    mark: MovedMark

    def run(self, work: Work) -> Said:
        """Put it back."""
        goal = work.file.part(GoalState)
        setattr(goal, f"{self.mark}_dx_mm", 0.0)
        setattr(goal, f"{self.mark}_dy_mm", 0.0)
        return say("{mark} as measured", mark=Words(SAID[self.mark]))


COMMANDS: tuple[type[Command], ...] = (Discipline, Nudge, AsMeasured)
