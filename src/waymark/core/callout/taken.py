"""What was read for one prompt: repeats with their spread, and the two sides against each other."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import inf
from typing import Literal

from waymark.core.callout.prompt import Prompt, Side, key_of
from waymark.core.survey.model import HOUSE_SD

# Critical range of n readings of one thing at 95 %, in standard deviations (ISO 5725-6, table 1).
CRITICAL_RANGE = {2: 2.8, 3: 3.3, 4: 3.6, 5: 3.9, 6: 4.0, 7: 4.2, 8: 4.3, 9: 4.4}
MOST_REPEATS = 9
# Of a reading's variance, the half that repeats do not lessen: the same hook at the same wrong place.
SHARED = 0.5
# Records that no survey sights: how well they repeat.
PLAIN_SD = {"mm": 1.5, "°": 0.5, "words": inf}
# Joints are found under the skin: angles of a rider.
BODY_SD_DEG = 1.5


@dataclass(frozen=True, slots=True)
class Taken:
    """Readings of one prompt on one side, mm or degrees, as stated (not yet turned into a sight).

    ``decision`` is what the fitter decided about them: kept against the others, left out, or two sides that
    are meant to differ.
    """

    prompt: Prompt
    values: tuple[float, ...]
    side: Side | None = None
    decision: Literal["", "kept", "dropped", "meant"] = ""

    @property
    def key(self) -> str:
        """The prompt's name and side."""
        return key_of(self.prompt.name, self.side)

    @property
    def mean(self) -> float:
        """Mean of the repeats."""
        return sum(self.values) / len(self.values)

    @property
    def spread(self) -> float | None:
        """Greatest less least; ``None`` for one reading."""
        return max(self.values) - min(self.values) if len(self.values) > 1 else None

    @property
    def spread_limit(self) -> float | None:
        """The spread that repeats of one thing keep within, 19 times of 20."""
        return CRITICAL_RANGE[len(self.values)] * sd_of(self.prompt) if len(self.values) > 1 else None

    @property
    def agrees(self) -> bool:
        """Whether the repeats are of one thing; one reading always is."""
        spread, limit = self.spread, self.spread_limit
        return spread is None or limit is None or spread <= limit

    @property
    def sd(self) -> float:
        """Standard deviation of the mean; repeats lessen only what is not shared between them."""
        shared = SHARED + (1 - SHARED) / len(self.values)
        return sd_of(self.prompt) * float(shared**0.5)


@dataclass(frozen=True, slots=True)
class Sides:
    """One prompt read on both sides: right less left, and the difference that is still the tape's."""

    prompt: Prompt
    left: float
    right: float
    limit: float
    meant: bool

    @property
    def difference(self) -> float:
        """Right less left."""
        return self.right - self.left

    @property
    def differs(self) -> bool:
        """Whether they differ by more than two readings of one thing would."""
        return abs(self.difference) > self.limit


def sd_of(prompt: Prompt) -> float:
    """A-priori standard deviation of one reading of ``prompt``."""
    if prompt.group == "rider":
        return BODY_SD_DEG
    return HOUSE_SD[prompt.sight.kind].value if prompt.sight else PLAIN_SD[prompt.unit]


def both_sides(taken: Mapping[str, Taken]) -> tuple[Sides, ...]:
    """Every prompt read on both sides, in the order of ``taken``."""
    found = []
    for right in taken.values():
        if right.side != "right":
            continue
        left = taken.get(key_of(right.prompt.name, "left"))
        if left is None or not left.values or not right.values or right.prompt.unit == "words":
            continue
        # A mean of several readings on either side is surer than one.
        sure = (left.sd**2 + right.sd**2) ** 0.5 / 2**0.5
        meant = "meant" in (left.decision, right.decision)
        found.append(Sides(right.prompt, left.mean, right.mean, CRITICAL_RANGE[2] * sure, meant))
    return tuple(found)


def behind(taken: Mapping[str, Taken], key: str) -> Taken:
    """What a survey's reading was read from; a mean of both sides is found under the right one."""
    return taken.get(key) or taken[f"{key}.right"]
