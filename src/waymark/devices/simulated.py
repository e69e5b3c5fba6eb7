"""A laser tape and an inclinometer that are not there: true values with noise, and now and then a glitch.

Only here is anything known of what they are pointed at: ``Bench`` stands for the bike in front of them.
"""

from __future__ import annotations

from collections.abc import Callable
from random import Random

from waymark.devices.frames import encode
from waymark.devices.protocol import Aim, Instrument, InstrumentInfo

# The true length or angle of what is aimed at, mm or degrees; raises where nothing of it is known.
Bench = Callable[[Aim], float]

TAPE_SD_MM = 0.9
INCLINOMETER_SD_DEG = 0.12
# One press in thirty goes wrong: half of them are garbled, half read something else.
GLITCHES = 1 / 30
# The beam caught an edge, or the wrong one.
STRAY_MM = (-31.0, -18.0, 22.0, 40.0)
STRAY_DEG = (-4.0, 3.0, 90.0)


class _Simulated:
    """What both have in common: a running number, a battery that runs down, and glitches."""

    info: InstrumentInfo
    sd: float
    strays: tuple[float, ...]

    def __init__(self, random: Random, bench: Bench) -> None:
        self._random, self._bench = random, bench
        self._number = 0

    def press(self, aim: Aim) -> bytes:
        """One frame of what is aimed at."""
        value = self._bench(aim)
        self._number += 1
        value += self._random.gauss(0.0, self.sd)
        chance = self._random.random()
        if chance < GLITCHES / 2:
            value += self._random.choice(self.strays)
        frame = encode(self.info.gives, value, self._number, battery_low=self._number % 400 > 380)
        if GLITCHES / 2 <= chance < GLITCHES:
            at = self._random.randrange(1, len(frame) - 2)
            frame = frame[:at] + bytes([frame[at] ^ 0x05]) + frame[at + 1 :]
        return frame


class SimulatedTape(_Simulated):
    """A laser tape on the radio."""

    info = InstrumentInfo("tape", "Laser tape", "length", "radio", simulated=True)
    sd = TAPE_SD_MM
    strays = STRAY_MM


class SimulatedInclinometer(_Simulated):
    """A digital inclinometer on a cable."""

    info = InstrumentInfo("inclinometer", "Inclinometer", "angle", "cable", simulated=True)
    sd = INCLINOMETER_SD_DEG
    strays = STRAY_DEG


def simulated_instruments(bench: Bench, seed: int | None = None) -> dict[str, Instrument]:
    """Both by name; the same ``seed`` gives the same readings."""
    # Noise, not secrets.
    random = Random(seed)  # noqa: S311
    both: tuple[Instrument, ...] = (SimulatedTape(random, bench), SimulatedInclinometer(random, bench))
    return {it.info.name: it for it in both}
