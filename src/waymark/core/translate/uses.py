"""What each use asks of saddle, hand and trunk, from a road endurance position: data, each with its reason.

Shifts are ranges from near to far: near for long, smooth events, far for short and rough ones.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.marks import Mark

Use = Literal[
    "road",
    "endurance",
    "gravel",
    "cyclocross",
    "cross_country",
    "trail",
    "enduro",
    "time_trial",
    "city",
    "trainer",
]


@dataclass(frozen=True, slots=True)
class Range:
    """From near to far, mm."""

    near: Mark
    far: Mark

    def at(self, strength: float) -> Mark:
        """The shift at ``strength``, 0 near to 1 far."""
        return self.near + (self.far - self.near).scaled(strength)


@dataclass(frozen=True, slots=True)
class UseShift:
    """A use against road endurance: saddle, hood (None where the hand is on grips), trunk in degrees, and why."""

    saddle: Range
    hand: Range | None
    trunk_near_deg: float
    trunk_far_deg: float
    reason: str

    def trunk_deg(self, strength: float) -> float:
        """How far the trunk is turned, + up."""
        return self.trunk_near_deg + strength * (self.trunk_far_deg - self.trunk_near_deg)


def _range(near: tuple[float, float], far: tuple[float, float]) -> Range:
    return Range(Mark(*near), Mark(*far))


_STILL = _range((0, 0), (0, 0))
SHIFTS: dict[Use, UseShift] = {
    "endurance": UseShift(_STILL, _STILL, 0, 0, "the position others are stated from"),
    "road": UseShift(_range((0, 0), (5, 2)), _range((0, -5), (10, -25)), 0, -4, "lower and longer, for speed"),
    "gravel": UseShift(_range((0, 0), (0, -5)), _range((0, 5), (-15, 20)), 0, 4, "higher and nearer, for loose ground"),
    "cyclocross": UseShift(
        _range((0, -5), (5, -10)), _range((0, 0), (-10, 15)), 0, 4, "lower to remount, nearer to carry and steer"
    ),
    "cross_country": UseShift(_range((0, -5), (5, -10)), None, 0, 6, "lower, to move about over the saddle"),
    "trail": UseShift(_range((0, -5), (0, -10)), None, 6, 14, "upright behind a short stem"),
    "enduro": UseShift(_range((0, -5), (0, -10)), None, 6, 14, "upright behind a short stem"),
    "city": UseShift(_range((0, 0), (-10, -15)), None, 14, 30, "upright, to see and to put a foot down"),
}  # fmt: skip
