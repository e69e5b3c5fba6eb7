"""The goal as it is kept: what the bike is for, a chain of steps on the measured marks, and nudges at its end."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from waymark.core.feet import Hands, Keep
from waymark.core.goal import AeroStep, Clamp, CrankStep, DisciplineStep, FootStep, MixStep, MoveStep, Step
from waymark.core.marks import Mark
from waymark.core.translate import AeroAsk, School, Use
from waymark.rooms.schema import Strict, mm
from waymark.rooms.shelves import Kind

MOST_STEPS = 12
MOST_WORDS = 200


# Uses as riders' records and frames name them, where the core says it in one word.
_NAMES: dict[str, Use] = {
    "road": "road", "endurance": "endurance", "gravel": "gravel", "cyclocross": "cyclocross",
    "cross-country": "cross_country", "trail": "trail", "city": "city", "time-trial": "time_trial", "trainer": "trainer",
}  # fmt: skip


def use_of(kind: Kind) -> Use:
    """A frame's kind as a use of the core."""
    return _NAMES[kind]


def use_named(name: str) -> Use:
    """A use of a rider's record as one of the core; raises ``KeyError`` for none."""
    return _NAMES[name]


class ToUse(Strict):
    """To another discipline, by one of two schools; ``strength`` 0 for long smooth events, 1 for short rough ones."""

    kind: Literal["discipline"] = "discipline"
    to: Kind
    school: School = "deltas"
    strength: float = mm(0, 1, default=0.5)

    def step(self) -> Step:
        """As the core takes it."""
        return DisciplineStep(use_of(self.to), self.school, self.strength)


class ToPads(Strict):
    """To arm pads: how far forward, the trunk where it is asked for, and whether the foot turns with the leg; what the
    bar's maker says of a clamp, and for how long it is to be held."""

    kind: Literal["aero"] = "aero"
    forward_deg: float = mm(0, 12, default=5)
    trunk_deg: float | None = mm(0, 40, default=None)
    foot: Literal["fixed", "turns"] = "fixed"
    elbow_deg: float = mm(80, 120, default=100)
    pad_width_mm: float | None = mm(80, 500, default=None)
    clamp: Clamp = "unknown"
    held_min: float | None = mm(1, 1440, default=None)

    def step(self) -> Step:
        """As the core takes it."""
        ask = AeroAsk(
            self.forward_deg,
            trunk_deg=self.trunk_deg,
            foot=self.foot,
            elbow_deg=self.elbow_deg,
            pad_width_mm=self.pad_width_mm,
        )
        return AeroStep(ask, self.clamp, self.held_min)


class ToCrank(Strict):
    """A crank of another length, what is kept and what the hands do."""

    kind: Literal["crank"] = "crank"
    to_mm: float = mm(120, 200)
    keep: Keep = "extension"
    hands: Hands = "with_saddle"

    def step(self) -> Step:
        """As the core takes it."""
        return CrankStep(self.to_mm, self.keep, self.hands)


class ToFoot(Strict):
    """Another pedal, cleat place or shoe: sole higher over the axle, cleat farther aft, feet farther apart in all, by mm;
    heels turned in by degrees."""

    kind: Literal["foot"] = "foot"
    stack_by_mm: float = mm(-40, 40, default=0)
    cleat_aft_by_mm: float = mm(-40, 40, default=0)
    apart_by_mm: float = mm(-40, 40, default=0)
    heels_in_by_deg: float = mm(-15, 15, default=0)
    hands: Hands = "with_saddle"

    def step(self) -> Step:
        """As the core takes it."""
        return FootStep(self.stack_by_mm, self.cleat_aft_by_mm, self.hands, self.apart_by_mm, self.heels_in_by_deg)


class ToMove(Strict):
    """A mark moved for a reason of its own, forward and up by mm; what the hands do where it is the saddle."""

    kind: Literal["move"] = "move"
    mark: Literal["saddle", "hand"]
    by_x_mm: float = mm(-100, 100, default=0)
    by_y_mm: float = mm(-100, 100, default=0)
    hands: Hands = "place"

    def step(self) -> Step:
        """As the core takes it."""
        return MoveStep(self.mark, Mark(self.by_x_mm, self.by_y_mm), self.hands)


class ToUses(Strict):
    """To all the uses that the rider's record has, by their shares there."""

    kind: Literal["mix"] = "mix"

    def step(self) -> Step:
        """As the core takes it, the shares left to whoever knows the rider."""
        return MixStep(())


GoalStep = Annotated[ToUse | ToUses | ToPads | ToCrank | ToFoot | ToMove, Field(discriminator="kind")]


class ChainLine(Strict):
    """One step of the chain: its number in this file, whether it is parked, and what the rider or the fitter said."""

    id: int = Field(ge=1, le=10_000)
    step: GoalStep
    parked: bool = False
    words: str = Field(default="", max_length=MOST_WORDS)


class GoalSchools(Strict):
    """Which school decides the questions of the goal in this file; ``None`` where the house's does."""

    translate: School | None = None
    crank: Literal["keep", "shorter", "proportion", "longer"] | None = None
    cleat: Literal["behind", "over", "aft"] | None = None
    start: Literal["model", "0.883", "1.09", "heel"] | None = None


class GoalState(Strict):
    """What the bike is for; the use the measured bike was for, where it was said; the chain; what hurts or feels wrong, by
    name; nudges after the chain, mm. ``guess`` takes a first guess for the goal until a bike is measured."""

    discipline: Kind = "road"
    from_use: Kind | None = None
    chain: list[ChainLine] = Field(default_factory=list, max_length=MOST_STEPS)
    schools: GoalSchools = Field(default_factory=GoalSchools)
    guess: bool = False
    complaints: list[str] = Field(default_factory=list, max_length=30)
    saddle_dx_mm: float = mm(-150, 150, default=0)
    saddle_dy_mm: float = mm(-150, 150, default=0)
    hand_dx_mm: float = mm(-200, 200, default=0)
    hand_dy_mm: float = mm(-200, 200, default=0)

    def line(self, number: int) -> ChainLine | None:
        """The line of this number."""
        return next((it for it in self.chain if it.id == number), None)
