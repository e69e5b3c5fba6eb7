"""Edits of the goal: what the bike is for, the chain of steps, and nudges at its end."""

from __future__ import annotations

from typing import ClassVar, Literal

from pydantic import Field

from waymark.core.complaints import COMPLAINTS
from waymark.core.say import Count, Length, Said, Words, say
from waymark.rooms.files import Command, Work, both
from waymark.rooms.posts.goal.facts import measured_use, step_named
from waymark.rooms.posts.goal.first import guessed
from waymark.rooms.posts.goal.schools import answered
from waymark.rooms.posts.goal.state import (
    MOST_STEPS,
    MOST_WORDS,
    ChainLine,
    GoalSchools,
    GoalState,
    GoalStep,
    ToPads,
    ToUse,
)
from waymark.rooms.posts.measure import now_marks
from waymark.rooms.schema import mm
from waymark.rooms.schools import followed
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
    """A mark's goal put back to where it was measured, or to where the chain ends."""

    do: Literal["goal.as_measured"] = "goal.as_measured"
    mark: MovedMark

    def run(self, work: Work) -> Said:
        """Put it back."""
        goal = work.file.part(GoalState)
        setattr(goal, f"{self.mark}_dx_mm", 0.0)
        setattr(goal, f"{self.mark}_dy_mm", 0.0)
        if any(not line.parked for line in goal.chain):
            return say("{mark} not nudged any more", mark=Words(SAID[self.mark]))
        return say("{mark} as measured", mark=Words(SAID[self.mark]))


class FromUse(Command):
    """What the measured bike was for: from there a position is carried."""

    do: Literal["goal.from_use"] = "goal.from_use"
    use: Kind

    def run(self, work: Work) -> Said:
        """Note it."""
        work.file.part(GoalState).from_use = self.use
        return say("Measured on a bike for {use}", use=Words(self.use))


class Carry(Command):
    """Carry the position to another discipline: the first step of the chain, and what the bike is for."""

    do: Literal["goal.carry"] = "goal.carry"
    use: Kind

    def run(self, work: Work) -> Said:
        """Put the step that leads there at the head of the chain, none where the measured bike was for the same."""
        goal, old = work.file.part(GoalState), measured_use(work.facts)
        goal.from_use, goal.discipline = old, self.use
        held = next((x for x in goal.chain if x.step.kind in ("discipline", "aero")), None)
        rest = [x for x in goal.chain if x is not held]
        if self.use == old:
            goal.chain = rest
            return say("For {use}, as measured", use=Words(self.use))
        step: GoalStep = ToPads() if self.use == "time-trial" else _by_school(work, ToUse(to=self.use))
        if held is not None and isinstance(held.step, ToUse) and isinstance(step, ToUse):
            step = held.step.model_copy(update={"to": self.use})
        _room(self, rest, "use")
        number = held.id if held is not None else _next(goal)
        goal.chain = [ChainLine(id=number, step=step), *rest]
        return say("Carried to {use}", use=Words(self.use))


class AddStep(Command):
    """One more step at the end of the chain."""

    do: Literal["goal.add"] = "goal.add"
    step: GoalStep
    words: str = Field(default="", max_length=MOST_WORDS)

    def run(self, work: Work) -> Said:
        """Add it; a step to another use that names no school follows the file's."""
        line = append_step(self, work, _by_school(work, self.step), self.words)
        return say("Step added: {step}", step=_called(work, line))


class Follow(Command):
    """Which school decides one of the questions of the goal on which fitters differ; null for the house's."""

    do: Literal["goal.school"] = "goal.school"
    question: Literal["translate", "crank", "cleat", "start"]
    school: str | None = Field(max_length=20)

    def run(self, work: Work) -> Said:
        """Follow it; raises ``InputError`` for a school that does not answer this question."""
        said = followed(self.question, self.school, f"{self.do}.school")
        goal = work.file.part(GoalState)
        goal.schools = GoalSchools.model_validate({**goal.schools.model_dump(), self.question: self.school})
        return said


class Guess(Command):
    """Take a first guess for the goal where no bike is measured, or leave it."""

    do: Literal["goal.guess"] = "goal.guess"
    on: bool = True

    def run(self, work: Work) -> Said:
        """Take it; raises ``InputError`` where there is a bike, or no body to guess from."""
        goal = work.file.part(GoalState)
        if self.on and both(now_marks(work.facts)) is not None:
            raise self.refuse("on", "A bike is measured: there is nothing to guess.", "where no bike is measured")
        if self.on and guessed(work.facts) is None:
            raise self.refuse("on", "There is no body to guess from.", "a height, on the rider's page")
        goal.guess = self.on
        return say("A first guess taken for the goal") if self.on else say("The first guess left")


class SetStep(Command):
    """Another choice within a step."""

    do: Literal["goal.set"] = "goal.set"
    id: int = Field(ge=1, le=10_000)
    step: GoalStep

    def run(self, work: Work) -> Said:
        """Put it in the place of what the step was."""
        line = _line(self, work)
        if line.step.kind != self.step.kind:
            raise self.refuse("step", "A step stays of its kind.", line.step.kind, self.step.kind)
        line.step = self.step
        _for_what_it_leads_to(work, line)
        return say("Step {step}", step=_called(work, line))


class ParkStep(Command):
    """A step parked: kept with its figures, and nothing added; or taken up again."""

    do: Literal["goal.park"] = "goal.park"
    id: int = Field(ge=1, le=10_000)
    parked: bool = True

    def run(self, work: Work) -> Said:
        """Park it, or take it up."""
        line = _line(self, work)
        called = _called(work, line)
        park_step(work, line.id, parked=self.parked)
        return say("Parked: {step}", step=called) if self.parked else say("Taken up: {step}", step=called)


class SayStep(Command):
    """What the rider or the fitter said of a step."""

    do: Literal["goal.words"] = "goal.words"
    id: int = Field(ge=1, le=10_000)
    words: str = Field(max_length=MOST_WORDS)

    def run(self, work: Work) -> Said:
        """Write it down."""
        line = _line(self, work)
        line.words = self.words
        if not self.words:
            return say("Nothing said of {step}", step=_called(work, line))
        return say("{step}: {words}", step=_called(work, line), words=Words(self.words[:60]))


class OrderStep(Command):
    """A step moved along the chain."""

    do: Literal["goal.order"] = "goal.order"
    id: int = Field(ge=1, le=10_000)
    place: int = Field(ge=1, le=MOST_STEPS, description="its place in the chain, from 1")

    def run(self, work: Work) -> Said:
        """Move it there, or as far as the chain goes."""
        goal, line = work.file.part(GoalState), _line(self, work)
        rest = [x for x in goal.chain if x is not line]
        at = min(self.place, len(goal.chain))
        called = _called(work, line)
        goal.chain = [*rest[: at - 1], line, *rest[at - 1 :]]
        return say("{step} now stands {place} in the chain", step=called, place=Count(at))


class TakeOutStep(Command):
    """A step taken out of the chain."""

    do: Literal["goal.take_out"] = "goal.take_out"
    id: int = Field(ge=1, le=10_000)

    def run(self, work: Work) -> Said:
        """Take it out."""
        goal, line = work.file.part(GoalState), _line(self, work)
        called = _called(work, line)
        goal.chain = [x for x in goal.chain if x is not line]
        _for_what_it_leads_to(work, line)
        return say("Taken out: {step}", step=called)


class Complain(Command):
    """Something hurts or feels wrong, or no more."""

    do: Literal["goal.complain"] = "goal.complain"
    complaint: str = Field(max_length=40)
    on: bool = True

    def run(self, work: Work) -> Said:
        """Tick it, or take the tick away."""
        if self.complaint not in COMPLAINTS:
            raise self.refuse("complaint", "No complaint is called so.", ", ".join(COMPLAINTS), self.complaint)
        goal, name = work.file.part(GoalState), COMPLAINTS[self.complaint].name
        rest = [x for x in goal.complaints if x != self.complaint]
        goal.complaints = [*rest, self.complaint] if self.on else rest
        return say("Complains of: {what}", what=name) if self.on else say("No more: {what}", what=name)


def append_step(command: Command, work: Work, step: GoalStep, words: str) -> ChainLine:
    """A step put at the end of the chain; raises ``InputError`` where the chain is as long as it may be."""
    goal = work.file.part(GoalState)
    _room(command, goal.chain, "step")
    line = ChainLine(id=_next(goal), step=step, words=words)
    goal.chain = [*goal.chain, line]
    _for_what_it_leads_to(work, line)
    return line


def park_step(work: Work, number: int, *, parked: bool) -> None:
    """A step of the chain parked or taken up again; one that was taken out stays out."""
    line = work.file.part(GoalState).line(number)
    if line is not None:
        line.parked = parked
        _for_what_it_leads_to(work, line)


def _for_what_it_leads_to(work: Work, edited: ChainLine) -> None:
    """Where a step that leads to a use was edited, the bike is for the last use the chain leads to."""
    goal = work.file.part(GoalState)
    if edited.step.kind not in ("discipline", "aero"):
        return
    goal.from_use = measured_use(work.facts)
    ends = [_use_of(x.step) for x in goal.chain if not x.parked]
    goal.discipline = next((use for use in reversed(ends) if use is not None), goal.from_use)


def _use_of(step: GoalStep) -> Kind | None:
    """The use a step leads to, of those that lead to one."""
    if isinstance(step, ToUse):
        return step.to
    return "time-trial" if isinstance(step, ToPads) else None


def _by_school(work: Work, step: GoalStep) -> GoalStep:
    """A step to another use by the file's school, unless it names one."""
    if isinstance(step, ToUse) and "school" not in step.model_fields_set:
        return step.model_copy(update={"school": answered(work.facts)["translate"]})
    return step


def _next(goal: GoalState) -> int:
    return max((x.id for x in goal.chain), default=0) + 1


def _room(command: Command, chain: list[ChainLine], field: str) -> None:
    if len(chain) >= MOST_STEPS:
        raise command.refuse(field, "The chain is as long as it may be.", f"{MOST_STEPS} steps; take one out first")


def _line(command: FromTheChain, work: Work) -> ChainLine:
    goal = work.file.part(GoalState)
    found = goal.line(command.id)
    if found is None:
        there = ", ".join(str(x.id) for x in goal.chain) or "none: the chain is empty"
        raise command.refuse("id", "No step has this number.", there, command.id)
    return found


def _called(work: Work, line: ChainLine) -> Said:
    """What a step is called where it starts."""
    return step_named(work.facts, line.id) or say("before anything is measured")


FromTheChain = SetStep | ParkStep | SayStep | OrderStep | TakeOutStep
COMMANDS: tuple[type[Command], ...] = (
    Discipline, FromUse, Carry, AddStep, SetStep, ParkStep, SayStep, OrderStep, TakeOutStep, Complain, Nudge,
    AsMeasured, Follow, Guess,
)  # fmt: skip
