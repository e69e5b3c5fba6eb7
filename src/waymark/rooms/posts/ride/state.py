"""What comes after the fit, as it is kept: rides, the one change between two of them, trials, and what is due."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from waymark.core.link import Channel
from waymark.core.rides import Ground, Region
from waymark.core.trial import plan_trial
from waymark.rooms.schema import KeptSaid, Strict, mm

MOST_WORDS = 400
MOST_KEPT = 200
Day = Annotated[str, Field(pattern=r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]
Id = Annotated[int, Field(ge=1, le=10_000)]
Rating = Annotated[int, Field(ge=0, le=10)]
Value = Annotated[float, Field(ge=-10_000, le=10_000, allow_inf_nan=False)]
DueKind = Literal["follow-up", "part", "pick-up", "appointment"]


class Ridden(Strict):
    """One ride: when, how long, for how long the pads were held at most, what the rider said, and how each region was on
    each ground, 0 fine to 10 stop.

    ``spots`` are the places that hurt in the rider's record, by what they are called there, on the record's own scale, 0
    to 5; ``signs`` the complaints and signs that were seen, by name.
    """

    id: Id
    on: Day
    hours: float | None = mm(0.1, 100, default=None)
    held_min: float | None = mm(0, 1440, default=None)
    better: str = Field(default="", max_length=MOST_WORDS)
    worse: str = Field(default="", max_length=MOST_WORDS)
    ratings: dict[Region, dict[Ground, Rating]] = Field(default_factory=dict)
    spots: dict[Annotated[str, Field(max_length=80)], Annotated[int, Field(ge=0, le=5)]] = Field(
        default_factory=dict, max_length=40
    )
    signs: list[Annotated[str, Field(max_length=60)]] = Field(default_factory=list, max_length=40)


class Tried(Strict):
    """One change made between rides, in words; the goal's step that it is where it moves a mark; what came of it."""

    id: Id
    on: Day
    cause: str = Field(max_length=60)
    said: KeptSaid
    step: Id | None = None
    outcome: Literal["", "kept", "put back"] = ""


class Due(Strict):
    """Something due on a day: what is asked or awaited, and when it was done."""

    id: Id
    on: Day
    kind: DueKind = "follow-up"
    asks: str = Field(default="", max_length=MOST_WORDS)
    done: Day | None = None


class Trial(Strict):
    """Set-ups against each other: what differs, the order of the runs, and what was found in each.

    ``results`` go by outcome and by the number of the run from 0. ``blind``: the rider is not told which is which.
    ``measured`` are read off the trainer's link along each run, ``means`` what they came to; ``by_itself``: the next run
    begins when the rest is over.
    """

    id: Id
    on: Day
    differs: str = Field(min_length=1, max_length=80)
    treatments: list[Annotated[str, Field(min_length=1, max_length=40)]] = Field(min_length=2, max_length=4)
    blocks: int = Field(ge=1, le=12)
    seed: int = Field(ge=0, le=1_000_000)
    minutes: float = mm(0.5, 60, default=4)
    rest_minutes: float = mm(0, 60, default=2)
    power_w: float | None = mm(20, 2000, default=None)
    blind: bool = True
    by_itself: bool = False
    outcomes: list[Annotated[str, Field(min_length=1, max_length=40)]] = Field(max_length=8)
    measured: list[Channel] = Field(default_factory=list, max_length=4)
    means: dict[Channel, dict[int, Value]] = Field(default_factory=dict)
    results: dict[str, dict[int, Value]] = Field(default_factory=dict)
    stopped: bool = False

    @model_validator(mode="after")
    def _distinct(self) -> Trial:
        for name in ("treatments", "outcomes", "measured"):
            given = [x.casefold() for x in getattr(self, name)]
            if len(set(given)) != len(given):
                raise ValueError(f"{name}: each once")
        if not self.outcomes and not self.measured:
            raise ValueError("outcomes: something is looked at")
        return self

    def order(self) -> tuple[tuple[str, ...], ...]:
        """The blocks; the same for the same seed."""
        return plan_trial(self.treatments, self.blocks, self.seed)

    def ridden(self) -> set[int]:
        """The runs of which everything that is looked at is known."""
        found = [set(self.results.get(name, {})) for name in self.outcomes]
        found += [set(self.means.get(channel, {})) for channel in self.measured]
        return set.intersection(*found)

    def runs(self) -> list[str]:
        """Every run's treatment, one after the other."""
        return [t for block in self.order() for t in block]


class RideState(Strict):
    """Everything after the fit."""

    rides: list[Ridden] = Field(default_factory=list, max_length=MOST_KEPT)
    tried: list[Tried] = Field(default_factory=list, max_length=MOST_KEPT)
    trials: list[Trial] = Field(default_factory=list, max_length=40)
    due: list[Due] = Field(default_factory=list, max_length=MOST_KEPT)

    def next_id(self) -> int:
        """A number that nothing here has."""
        held = [r.id for r in self.rides] + [t.id for t in self.tried]
        return 1 + max([*held, *(t.id for t in self.trials), *(d.id for d in self.due)], default=0)
