r"""The frame of an instrument, one line of ASCII: ``~L 00017 +000541.3 mm - 5B\r\n``.

Kind (L length, A angle), running number, signed value, unit (mm, in, deg), ``-`` or ``B`` for a low
battery, and the sum of all bytes before it modulo 256 in hexadecimal.
"""

from __future__ import annotations

import re

from waymark.devices.protocol import DeviceError, DeviceReading, Quantity

FRAME = re.compile(rb"^~([LA]) (\d{5}) ([+-]\d{6}\.\d) (mm|in|deg) ([-B]) ([0-9A-F]{2})\r\n$")
LONGEST = 64
MM_PER_INCH = 25.4
KINDS: dict[Quantity, str] = {"length": "L", "angle": "A"}


def encode(gives: Quantity, value: float, number: int, *, unit: str | None = None, battery_low: bool = False) -> bytes:
    """A frame as an instrument sends it; ``unit`` mm or deg unless the instrument is set to inches."""
    said = unit or ("mm" if gives == "length" else "deg")
    head = f"~{KINDS[gives]} {number % 100_000:05d} {value:+09.1f} {said} {'B' if battery_low else '-'} ".encode(
        "ascii"
    )
    return head + f"{sum(head) % 256:02X}\r\n".encode("ascii")


def decode(frame: bytes) -> DeviceReading:
    """What a frame says, mm or degrees; raises ``DeviceError`` for one that is garbled or contradicts itself."""
    found = FRAME.match(frame[:LONGEST]) if len(frame) <= LONGEST else None
    if found is None:
        raise DeviceError("The instrument’s answer was garbled. Press again.", field="frame")
    kind, number, value, unit, battery, sent = (g.decode("ascii") for g in found.groups())
    if f"{sum(frame[:-4]) % 256:02X}" != sent:
        raise DeviceError("The instrument’s answer was damaged on the way. Press again.", field="frame")
    gives: Quantity = "length" if kind == "L" else "angle"
    if (unit == "deg") != (gives == "angle"):
        raise DeviceError("The instrument gave a unit that is not its own.", field="frame", kept=unit)
    scale = MM_PER_INCH if unit == "in" else 1.0
    return DeviceReading(gives, float(value) * scale, int(number), battery == "B")
