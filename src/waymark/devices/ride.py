"""A rider on a trainer that are not there: power, a flywheel, a heart, and everything that makes their numbers untidy.

Only here is anything known of them; what leaves is packets of the open profiles.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import exp, sqrt
from random import Random

from waymark.core.link import asked_power, encode

STEP_S = 0.25
TRAINER, STRAP = 1, 2
NAMES = {TRAINER: "Simulated trainer", STRAP: "Simulated strap"}
# The strap sends once a second.
STRAP_STEPS = 4


@dataclass(frozen=True, slots=True)
class Habits:
    """A rider's and a trainer's: times in seconds, ``drift_an_hour`` the share by which the trainer's figure creeps.

    The heart settles at ``rest_bpm`` + ``bpm_a_watt`` times the power with ``heart_s``, and rises by ``tired_bpm_an_hour``.
    One in ``broken`` packets arrives cut short; the link drops out ``dropouts_an_hour`` times for up to ``dropout_s``.
    """

    free_w: float = 130.0
    legs_s: float = 3.0
    flywheel_s: float = 1.6
    wobble: float = 0.035
    noise: float = 0.01
    drift_an_hour: float = 0.012
    cadence_rpm: float = 87.0
    metres_a_turn: float = 6.2
    rest_bpm: float = 62.0
    bpm_a_watt: float = 0.45
    heart_s: float = 32.0
    tired_bpm_an_hour: float = 5.0
    strap_lag_s: float = 3.0
    broken: int = 900
    dropouts_an_hour: float = 6.0
    dropout_s: float = 5.0


class SimulatedRide:
    """A ride that goes on as time is let pass; the same seed gives the same ride."""

    def __init__(self, seed: int | None = None, habits: Habits | None = None) -> None:
        # Noise, not secrets.
        self._random, self._habits = Random(seed), habits or Habits()  # noqa: S311
        it = self._habits
        self.asked_w: float | None = None
        self._at_s, self._steps = 0.0, 0
        self._legs_w, self._cadence = it.free_w, it.cadence_rpm
        self._wheel_kmh = it.cadence_rpm * it.metres_a_turn * 0.06
        self._wobble = self._cadence_wobble = 0.0
        self._heart = it.rest_bpm + it.bpm_a_watt * it.free_w * 0.7
        self._beats: list[float] = []
        self._silent_until_s = 0.0

    def hear(self, request: bytes) -> None:
        """What is asked of the trainer: the rider rides the power that is set."""
        power = asked_power(request)
        if power is not None:
            self.asked_w = float(power)

    def step(self) -> list[tuple[int, str, bytes]]:
        """Let a quarter of a second pass: what is sent meanwhile, as device, characteristic and packet."""
        self._ride()
        sent = [(TRAINER, "2AD2", self._bike())]
        if self._steps % STRAP_STEPS == 0:
            bpm = self._beats.pop(0) if len(self._beats) > self._habits.strap_lag_s else self._beats[0]
            sent.append((STRAP, "2A37", encode("2A37", {"heart_rate_bpm": round(bpm), "contact": "good"})))
        if self._random.random() < self._habits.dropouts_an_hour * STEP_S / 3600:
            self._silent_until_s = self._at_s + self._random.uniform(1.0, self._habits.dropout_s)
        if self._at_s < self._silent_until_s:
            return []
        return [(d, c, p[:-1] if self._random.randrange(self._habits.broken) == 0 else p) for d, c, p in sent]

    def _ride(self) -> None:
        it, random = self._habits, self._random
        self._at_s += STEP_S
        self._steps += 1
        wanted = it.free_w if self.asked_w is None else self.asked_w
        self._legs_w += (wanted - self._legs_w) * (1 - exp(-STEP_S / it.legs_s))
        self._wobble = _wander(self._wobble, it.wobble, 2.0, random)
        self._cadence_wobble = _wander(self._cadence_wobble, 1.6, 9.0, random)
        eager = 3.0 * (self._legs_w - it.free_w) / it.free_w
        self._cadence = max(20.0, it.cadence_rpm + eager + self._cadence_wobble)
        pushed = self._cadence * it.metres_a_turn * 0.06
        self._wheel_kmh += (pushed - self._wheel_kmh) * (1 - exp(-STEP_S / it.flywheel_s))
        hours = self._at_s / 3600
        settled = it.rest_bpm + it.bpm_a_watt * self._legs_w + it.tired_bpm_an_hour * hours
        self._heart += (settled - self._heart) * (1 - exp(-STEP_S / it.heart_s))
        if self._steps % STRAP_STEPS == 1:
            self._beats.append(self._heart + random.gauss(0, 0.5))

    def _bike(self) -> bytes:
        it = self._habits
        creep = 1 + it.drift_an_hour * self._at_s / 3600
        power = self._legs_w * (1 + self._wobble) * creep * (1 + self._random.gauss(0, it.noise))
        fields = {
            "speed_kmh": round(self._wheel_kmh, 2),
            "cadence_rpm": round(self._cadence * 2) / 2,
            "power_w": round(max(0.0, power)),
        }
        return encode("2AD2", fields)


def _wander(now: float, sd: float, settles_s: float, random: Random) -> float:
    """A value that wanders about nothing by ``sd`` and forgets within ``settles_s`` (Ornstein and Uhlenbeck)."""
    keeps = exp(-STEP_S / settles_s)
    return now * keeps + random.gauss(0, sd * sqrt(1 - keeps**2))
