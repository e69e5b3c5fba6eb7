"""Edits of what comes after the fit."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Annotated, Literal

from pydantic import Field

from waymark.core.complaints import COMPLAINTS
from waymark.core.errors import NotFoundError
from waymark.core.link import Channel
from waymark.core.rides import GROUNDS, REGIONS, SEASONS, Ground, Region
from waymark.core.say import Count, Said, Words, say, words
from waymark.rooms.files import Command, Work
from waymark.rooms.posts.goal import GoalStep, append_step, causes_of, kept_step, park_step
from waymark.rooms.posts.ride.looks import asked_about
from waymark.rooms.posts.ride.state import (
    MOST_KEPT,
    MOST_WORDS,
    Day,
    Due,
    DueKind,
    Id,
    Rating,
    Ridden,
    RideState,
    Trial,
    Tried,
    Value,
)
from waymark.rooms.schema import mm


def _day(command: Command, field: str, given: str) -> date:
    try:
        return date.fromisoformat(given)
    except ValueError:
        raise command.refuse(field, "There is no such day.", "a day of the calendar, as 2026-03-14", given) from None


class LogRide(Command):
    """A ride put down."""

    do: Literal["ride.log"] = "ride.log"
    on: Day
    hours: float | None = mm(0.1, 100, default=None)
    held_min: float | None = mm(0, 1440, default=None)
    better: str = Field(default="", max_length=MOST_WORDS)
    worse: str = Field(default="", max_length=MOST_WORDS)

    def run(self, work: Work) -> Said:
        """Put it down; raises ``InputError`` for a day that does not exist."""
        ride = work.file.part(RideState)
        _day(self, "on", self.on)
        if len(ride.rides) >= MOST_KEPT:
            raise self.refuse("on", "This file is full of rides.", f"{MOST_KEPT} rides")
        given = self.model_dump(exclude={"do"})
        ride.rides.append(Ridden(id=ride.next_id(), **given))
        return say("Ride of {day}", day=Words(self.on))


class TellRide(Command):
    """What a rider says of a ride put down before."""

    do: Literal["ride.tell"] = "ride.tell"
    ride: Id
    what: Literal["better", "worse"]
    words: str = Field(max_length=MOST_WORDS)

    def run(self, work: Work) -> Said:
        """Write it down; raises ``NotFoundError``."""
        ride = _ride(work, self.ride)
        setattr(ride, self.what, self.words)
        return say("Ride of {day}: {words}", day=Words(ride.on), words=Words(self.words[:60]))


class RateRide(Command):
    """How one region was on one kind of ground, 0 fine to 10 stop; none takes it back."""

    do: Literal["ride.rate"] = "ride.rate"
    ride: Id
    region: Region
    ground: Ground
    value: Rating | None = None

    def run(self, work: Work) -> Said:
        """Put it down; raises ``NotFoundError``."""
        rated = _ride(work, self.ride).ratings.setdefault(self.region, {})
        where, ground = REGIONS[self.region], GROUNDS[self.ground]
        if self.value is None:
            rated.pop(self.ground, None)
            return say("{region}, {ground}: taken back", region=where, ground=ground)
        rated[self.ground] = self.value
        return say("{region}, {ground}: {value}", region=where, ground=ground, value=Count(self.value))


class RateSpot(Command):
    """How much a place that hurts in the rider's record did on a ride, on the record's scale; none takes it back."""

    do: Literal["ride.spot"] = "ride.spot"
    ride: Id
    what: str = Field(min_length=1, max_length=80)
    value: int | None = Field(default=None, ge=0, le=5)

    def run(self, work: Work) -> Said:
        """Put it down; raises ``InputError`` for a place that hurts nowhere in the record."""
        spots, what = _ride(work, self.ride).spots, Words(self.what)
        if self.value is None:
            spots.pop(self.what, None)
            return say("{what}: taken back", what=what)
        known = [hurt.what for hurt in work.facts.profile.hurts]
        if self.what not in known and self.what not in spots:
            raise self.refuse("what", "The rider's record names no such place.", ", ".join(known), self.what)
        spots[self.what] = self.value
        return say("{what}: {value} of 5", what=what, value=Count(self.value))


class SeeSign(Command):
    """A complaint or sign seen on a ride, or not."""

    do: Literal["ride.sign"] = "ride.sign"
    ride: Id
    sign: str = Field(max_length=60)
    on: bool = True

    def run(self, work: Work) -> Said:
        """Tick it; raises ``InputError`` for none that is known."""
        ride = _ride(work, self.ride)
        if self.sign not in COMPLAINTS:
            raise self.refuse("sign", "No such complaint or sign is known.", ", ".join(COMPLAINTS), self.sign)
        ride.signs = [s for s in ride.signs if s != self.sign] + ([self.sign] if self.on else [])
        name = COMPLAINTS[self.sign].name
        return say("Seen: {sign}", sign=name) if self.on else say("Not seen: {sign}", sign=name)


class TakeOutRide(Command):
    """A ride put down by mistake taken out."""

    do: Literal["ride.take_out"] = "ride.take_out"
    ride: Id

    def run(self, work: Work) -> Said:
        """Take it out; raises ``NotFoundError``."""
        held, gone = work.file.part(RideState), _ride(work, self.ride)
        held.rides = [r for r in held.rides if r is not gone]
        return say("Ride of {day} taken out", day=Words(gone.on))


class TryChange(Command):
    """The change that a cause, the season or the form asks for: one between two rides.

    Where it moves a mark it is a step of the goal.
    """

    do: Literal["ride.try"] = "ride.try"
    cause: str = Field(max_length=60)
    on: Day

    def run(self, work: Work) -> Said:
        """Take it; raises ``InputError`` while the last change has not been ridden, or for a cause not listed."""
        held = work.file.part(RideState)
        _day(self, "on", self.on)
        last = max(held.tried, key=lambda t: (t.on, t.id), default=None)
        if last is not None and not last.outcome and not any(r.on >= last.on and r.id > last.id for r in held.rides):
            raise self.refuse(
                "cause", "The last change has not been ridden yet.", "one change, then a ride", self.cause
            )
        said, step = self._asked(work)
        line = append_step(self, work, step, "") if step is not None else None
        number = line.id if line else None
        held.tried.append(Tried(id=held.next_id(), on=self.on, cause=self.cause, said=said, step=number))
        return say("To ride next: {change}", change=said)

    def _asked(self, work: Work) -> tuple[Said, GoalStep | None]:
        """The change in words and, where it moves a mark, as a step: a cause's, or the season's."""
        if self.cause in SEASONS:
            season = SEASONS[self.cause]
            return season.change, kept_step(season.step)
        found = next((c for c in causes_of(work.facts, asked_about(work.facts)) if c.key == self.cause), None)
        if found is None:
            raise self.refuse("cause", "Nothing that hurts asks for this.", "a cause that is listed", self.cause)
        return found.change if isinstance(found.change, Said) else words(found.change), found.step


class JudgeChange(Command):
    """What came of a change: kept, or put back, which parks its step; it stays on record either way."""

    do: Literal["ride.judge"] = "ride.judge"
    tried: Id
    outcome: Literal["kept", "put back"]

    def run(self, work: Work) -> Said:
        """Note it; raises ``NotFoundError``."""
        it = next((t for t in work.file.part(RideState).tried if t.id == self.tried), None)
        if it is None:
            raise NotFoundError("There is no such change.", field="ride.judge.tried", kept=str(self.tried))
        it.outcome = self.outcome
        if it.step is not None:
            park_step(work, it.step, parked=self.outcome == "put back")
        return say("Change kept") if self.outcome == "kept" else say("Change put back")


class AddDue(Command):
    """Something that is due on a day, or in so many days from ``on``."""

    do: Literal["ride.due"] = "ride.due"
    on: Day
    in_days: int = Field(default=0, ge=0, le=3660)
    kind: DueKind = "follow-up"
    asks: str = Field(default="", max_length=MOST_WORDS)

    def run(self, work: Work) -> Said:
        """Put it in the book; raises ``InputError`` for a day that does not exist."""
        held = work.file.part(RideState)
        on = (_day(self, "on", self.on) + timedelta(days=self.in_days)).isoformat()
        if len(held.due) >= MOST_KEPT:
            raise self.refuse("on", "This file is full of dates.", f"{MOST_KEPT} dates")
        held.due.append(Due(id=held.next_id(), on=on, kind=self.kind, asks=self.asks))
        return say("{kind} on {day}", kind=Words(self.kind.capitalize()), day=Words(on))


class Done(Command):
    """Something due done on a day; none makes it due again."""

    do: Literal["ride.done"] = "ride.done"
    due: Id
    on: Day | None = None

    def run(self, work: Work) -> Said:
        """Note it; raises ``NotFoundError``."""
        it = next((d for d in work.file.part(RideState).due if d.id == self.due), None)
        if it is None:
            raise NotFoundError("Nothing such is due.", field="ride.done.due", kept=str(self.due))
        it.done = self.on
        kind = Words(it.kind.capitalize())
        return say("{kind} done", kind=kind) if self.on else say("{kind} due again", kind=kind)


class PlanTrial(Command):
    """A trial of set-ups against each other; the order of its runs is drawn."""

    do: Literal["ride.trial"] = "ride.trial"
    on: Day
    differs: str = Field(min_length=1, max_length=80)
    treatments: list[Annotated[str, Field(min_length=1, max_length=40)]] = Field(min_length=2, max_length=4)
    outcomes: list[Annotated[str, Field(min_length=1, max_length=40)]] = Field(default_factory=list, max_length=8)
    measured: list[Channel] = Field(default_factory=list, max_length=4)
    blocks: int = Field(default=2, ge=1, le=12)
    minutes: float = mm(0.5, 60, default=4)
    rest_minutes: float = mm(0, 60, default=2)
    power_w: float | None = mm(20, 2000, default=None)
    blind: bool = True
    by_itself: bool = False
    seed: int = Field(ge=0, le=1_000_000)

    def run(self, work: Work) -> Said:
        """Plan it; raises ``InputError`` for the same name twice."""
        held = work.file.part(RideState)
        _day(self, "on", self.on)
        if not self.outcomes and not self.measured:
            raise self.refuse("outcomes", "Nothing is looked at.", "something that is rated, or measured")
        for field in ("treatments", "outcomes", "measured"):
            given = [x.casefold() for x in getattr(self, field)]
            if len(set(given)) != len(given):
                raise self.refuse(field, "The same name stands twice.", "each once", ", ".join(given)[:80])
        fields = self.model_dump(exclude={"do"})
        held.trials.append(Trial(id=held.next_id(), **fields))
        return say("Trial of {differs}", differs=Words(self.differs))


class TrialFound(Command):
    """What was found in one run of a trial; none takes it back."""

    do: Literal["ride.found"] = "ride.found"
    trial: Id
    outcome: str = Field(max_length=40)
    run_number: int = Field(ge=0, le=200, description="the run, from 0")
    value: Value | None = None

    def run(self, work: Work) -> Said:
        """Put it down; raises ``InputError`` for an outcome or run that the trial has not."""
        it = _trial(work, self.trial, self.do)
        if self.outcome not in it.outcomes:
            raise self.refuse("outcome", "The trial does not look at this.", ", ".join(it.outcomes), self.outcome)
        _run_of(self, it, self.run_number)
        found = it.results.setdefault(self.outcome, {})
        if self.value is None:
            found.pop(self.run_number, None)
            return say("{outcome}: run {run} taken back", outcome=Words(self.outcome), run=Count(self.run_number + 1))
        found[self.run_number] = self.value
        run, value = Count(self.run_number + 1), Words(f"{self.value:g}")
        return say("{outcome}: run {run}, {value}", outcome=Words(self.outcome), run=run, value=value)


class TrialMeasured(Command):
    """What was read along one run off the trainer's link, by channel; one without a mean is taken back."""

    do: Literal["ride.measured"] = "ride.measured"
    trial: Id
    run_number: int = Field(ge=0, le=200, description="the run, from 0")
    means: dict[Channel, Value]

    def run(self, work: Work) -> Said:
        """Put it down; raises ``InputError`` for a run that the trial has not."""
        it = _trial(work, self.trial, self.do)
        _run_of(self, it, self.run_number)
        for channel in it.measured:
            found = it.means.setdefault(channel, {})
            if channel in self.means:
                found[self.run_number] = self.means[channel]
            else:
                found.pop(self.run_number, None)
        return say("Run {run} measured", run=Count(self.run_number + 1))


class StopTrial(Command):
    """A trial ended before its last run; what was found stays."""

    do: Literal["ride.stop_trial"] = "ride.stop_trial"
    trial: Id
    stopped: bool = True

    def run(self, work: Work) -> Said:
        """End it, or go on with it; raises ``NotFoundError``."""
        _trial(work, self.trial, self.do).stopped = self.stopped
        return say("Trial stopped") if self.stopped else say("Trial goes on")


def _ride(work: Work, number: int) -> Ridden:
    found = next((r for r in work.file.part(RideState).rides if r.id == number), None)
    if found is None:
        raise NotFoundError("There is no such ride.", field="ride", kept=str(number))
    return found


def _trial(work: Work, number: int, do: str) -> Trial:
    found = next((t for t in work.file.part(RideState).trials if t.id == number), None)
    if found is None:
        raise NotFoundError("There is no such trial.", field=f"{do}.trial", kept=str(number))
    return found


def _run_of(command: Command, trial: Trial, run: int) -> None:
    runs = len(trial.runs())
    if run >= runs:
        raise command.refuse("run_number", "The trial has not so many runs.", f"0 to {runs - 1}", run)


COMMANDS: tuple[type[Command], ...] = (
    LogRide,
    TellRide,
    RateRide,
    RateSpot,
    SeeSign,
    TakeOutRide,
    TryChange,
    JudgeChange,
    AddDue,
    Done,
    PlanTrial,
    TrialFound,
    TrialMeasured,
    StopTrial,
)
