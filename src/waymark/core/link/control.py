"""What is asked of a trainer: Fitness Machine Control Point (2AD9), little-endian.

Source: Bluetooth SIG, Fitness Machine Service 1.0, section 4.16: operation 05 sets the power in
watts as a signed number of two bytes.
"""

from __future__ import annotations

from waymark.core.errors import InputError
from waymark.core.say import Count, say

CONTROL_POINT = "2AD9"
SET_POWER = 0x05
MOST_POWER_W = 2000


def ask_power(power_w: float) -> bytes:
    """The request that sets the power to be ridden; raises ``InputError`` where it does not fit."""
    if not 0 <= power_w <= MOST_POWER_W:
        raise InputError(
            "This power cannot be asked.",
            field="power_w",
            allowed=say("0 to {most} W", most=Count(MOST_POWER_W)),
            kept=f"{power_w:g}",
        )
    return bytes([SET_POWER]) + round(power_w).to_bytes(2, "little", signed=True)


def asked_power(request: bytes) -> int | None:
    """The power that a request asks for; None where it asks for something else."""
    if len(request) != 3 or request[0] != SET_POWER:
        return None
    return int.from_bytes(request[1:], "little", signed=True)
