"""What each change at the stem would leave of the miss, before it is chosen."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.verdict import Word, judge_pair
from waymark.core.search.model import FrameOption, Goal


@dataclass(frozen=True, slots=True)
class FrontEnd:
    """A steerer's build: spacers under the stem, its length, and the angle it stands at, + up."""

    spacers_mm: float
    length_mm: float
    angle_deg: float
    clamp_height_mm: float

    def clamp_on(self, frame: FrameOption) -> Mark:
        """Bar clamp on ``frame``."""
        stem = Stem(self.length_mm, self.angle_deg, self.clamp_height_mm)
        top = Mark(frame.reach_mm, frame.stack_mm)
        return bar_clamp(top, frame.head_angle_deg, frame.cover_mm, self.spacers_mm, stem)


@dataclass(frozen=True, slots=True)
class Stop:
    """One size that exists on a rail: its value, where the hand would be, the miss, and the judgement."""

    value: float
    hand: Mark
    miss: Mark
    miss_mm: float
    verdict: Word


def _stop(value: float, build: FrontEnd, frame: FrameOption, goal: Goal) -> Stop:
    hand = build.clamp_on(frame) + goal.hand_off_clamp
    miss = hand - goal.hand
    t = goal.tolerance
    word = judge_pair(miss.x_mm, miss.y_mm, t.hand_x_mm, t.hand_y_mm, goal.weights.edge_share)
    return Stop(value, hand, miss, miss.length_mm, word)


def now(build: FrontEnd, frame: FrameOption, goal: Goal) -> Stop:
    """The build as it stands, as a stop."""
    return _stop(build.spacers_mm, build, frame, goal)


def bar_stop(value: float, off: Mark, build: FrontEnd, frame: FrameOption, goal: Goal) -> Stop:
    """The front end as it stands with the hand at ``off`` from the bar clamp: a bar turned, slid, rolled or another."""
    return _stop(value, build, frame, replace(goal, hand_off_clamp=off))


def spacer_stops(build: FrontEnd, frame: FrameOption, goal: Goal, heights_mm: Sequence[float]) -> tuple[Stop, ...]:
    """A stop for every height of spacers that may stand there."""
    return tuple(_stop(h, replace(build, spacers_mm=h), frame, goal) for h in heights_mm)


def stem_stops(ends: Sequence[tuple[float, FrontEnd]], frame: FrameOption, goal: Goal) -> tuple[Stop, ...]:
    """A stop for every stem there is: its value on the rail, and the front end with just that stem."""
    return tuple(_stop(value, end, frame, goal) for value, end in sorted(ends, key=lambda x: x[0]))
