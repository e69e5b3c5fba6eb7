"""What is read along a ride: each channel's readings, their mean over a while, and the gaps between them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from math import ceil, floor
from typing import Any, Literal, get_args

from waymark.core.say import Said, say

Channel = Literal["power_w", "cadence_rpm", "heart_rate_bpm", "speed_kmh"]
CHANNELS: tuple[Channel, ...] = get_args(Channel)
CHANNEL_NAMES: dict[Channel, Said] = {
    "power_w": say("Power"),
    "cadence_rpm": say("Cadence"),
    "heart_rate_bpm": say("Heart rate"),
    "speed_kmh": say("Speed"),
}
CHANNEL_UNITS: dict[Channel, Said] = {
    "power_w": say("W"),
    "cadence_rpm": say("/min"),
    "heart_rate_bpm": say("/min"),
    "speed_kmh": say("km/h"),
}
# A reading stands until the next, no longer than this: past it nothing is known, and a gap is a gap.
HOLD_S = 2.5


def readings_of(characteristic: str, fields: Mapping[str, Any]) -> dict[Channel, float]:
    """A decoded packet's channels. A strap that does not touch the skin tells no heart rate, nor does a rate of 0."""
    found: dict[Channel, float] = {name: float(fields[name]) for name in CHANNELS if name in fields}
    if "heart_rate_bpm" in found and (found["heart_rate_bpm"] == 0 or fields.get("contact") == "none"):
        del found["heart_rate_bpm"]
    return found


@dataclass(frozen=True, slots=True)
class Mean:
    """A mean over time, and the share of the time that was covered by readings."""

    mean: float
    covered: float


@dataclass(slots=True)
class Track:
    """One channel's readings in order of time, seconds: thinned as they come for drawing, whole for means.

    ``step_s`` is how long a point of the drawn line is; a point is the mean of its readings.
    """

    step_s: float = 1.0
    at_s: list[float] = field(default_factory=list)
    values: list[float] = field(default_factory=list)
    _points: list[tuple[float, int]] = field(default_factory=list)

    def add(self, at_s: float, value: float) -> None:
        """Take a reading; one that comes late is put where the line stands."""
        at_s = max(at_s, self.at_s[-1] if self.at_s else 0.0)
        self.at_s.append(at_s)
        self.values.append(value)
        point = floor(at_s / self.step_s)
        self._points += [(0.0, 0)] * (point + 1 - len(self._points))
        total, n = self._points[point]
        self._points[point] = (total + value, n + 1)

    def drop_before(self, at_s: float) -> None:
        """Forget what is older; points keep their places."""
        keep = next((i for i, at in enumerate(self.at_s) if at >= at_s), len(self.at_s))
        del self.at_s[:keep], self.values[:keep]

    def now(self, now_s: float, hold_s: float = HOLD_S) -> float | None:
        """The newest reading, while it still stands."""
        return self.values[-1] if self.at_s and now_s - self.at_s[-1] <= hold_s else None

    def line(self, from_s: float, to_s: float, most: int) -> tuple[float, list[float | None]]:
        """What is drawn: how long a point is, and the points from ``from_s`` to ``to_s``, at most ``most``; None is a gap.

        The first point begins where a point of that length begins, at or before ``from_s``.
        """
        together = max(1, ceil((to_s - from_s) / self.step_s / most))
        step = together * self.step_s
        first, last = floor(from_s / step), floor(to_s / step)
        drawn: list[float | None] = []
        for i in range(first, last + 1):
            its = self._points[i * together : (i + 1) * together]
            n = sum(k for _, k in its)
            drawn.append(sum(total for total, _ in its) / n if n else None)
        return step, drawn

    def mean(self, from_s: float, to_s: float, hold_s: float = HOLD_S) -> Mean | None:
        """The mean over time: each reading stands until the next, at most ``hold_s``; None where nothing was read."""
        return mean_of(list(zip(self.at_s, self.values, strict=True)), from_s, to_s, hold_s)


def mean_of(readings: Sequence[tuple[float, float]], from_s: float, to_s: float, hold_s: float = HOLD_S) -> Mean | None:
    """The mean over time of readings (second, value) in order: ∫v dt / ∫dt over what is covered."""
    total = covered = 0.0
    for (at, value), (after, _) in zip(readings, [*readings[1:], (float("inf"), 0.0)], strict=True):
        stands = min(after, at + hold_s, to_s) - max(at, from_s)
        if stands > 0:
            total += value * stands
            covered += stands
    return Mean(total / covered, covered / (to_s - from_s)) if covered > 0 else None
