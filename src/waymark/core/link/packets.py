"""Packets of the Fitness Machine's Indoor Bike Data (2AD2) and of Heart Rate Measurement (2A37), little-endian.

Flags come first; each says whether a field follows, in the order of the bits. Sources: Bluetooth SIG, Fitness Machine
Service 1.0, section 4.9, and Heart Rate Service 1.0, section 3.1. A packet that is too short, longer than its flags say,
or of flags that nobody has given a meaning is refused, and so is a value that does not fit its field.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from waymark.core.errors import InputError
from waymark.core.say import Count, say

Fields = dict[str, Any]
MOST_BYTES = 512
INTERVALS_A_SECOND = 1024
CONTACTS = ("unsupported", "none", "good")


@dataclass(frozen=True, slots=True)
class _Field:
    """A number in a packet: its flag's bit, its bytes, its sign, what one step is worth, and the raw value for none."""

    name: str
    bit: int
    size: int
    step: float = 1.0
    signed: bool = False
    none: int | None = None

    def read(self, raw: bytes) -> float | None:
        """The number in the bytes; None where it is said not to be available."""
        value = int.from_bytes(raw, "little", signed=self.signed)
        return None if value == self.none else value * self.step if self.step == 1.0 else round(value * self.step, 6)

    def write(self, value: Any) -> bytes:
        """The bytes of a number; raises ``InputError`` where it does not fit."""
        bits = 8 * self.size
        low, high = (-(2 ** (bits - 1)), 2 ** (bits - 1) - 1) if self.signed else (0, 2**bits - 1)
        if isinstance(value, bool) or not isinstance(value, int | float) or value != value or abs(value) > 1e12:
            raise InputError("A number belongs here.", field=f"fields.{self.name}", kept=str(value)[:40])
        raw = round(value / self.step)
        if not low <= raw <= high or raw == self.none:
            top = high - 1 if self.none == high else high
            raise InputError(
                "This does not fit into the packet.",
                field=f"fields.{self.name}",
                allowed=say("{least} to {greatest}", least=Count(low * self.step), greatest=Count(top * self.step)),
                kept=str(value)[:40],
            )
        return raw.to_bytes(self.size, "little", signed=self.signed)

    def nothing(self) -> bytes:
        """The bytes that say that there is no such number."""
        return (self.none or 0).to_bytes(self.size, "little")


# Bit 0 is turned round: clear means that the speed follows.
BIKE = (
    _Field("speed_kmh", 0, 2, 0.01),
    _Field("average_speed_kmh", 1, 2, 0.01),
    _Field("cadence_rpm", 2, 2, 0.5),
    _Field("average_cadence_rpm", 3, 2, 0.5),
    _Field("distance_m", 4, 3),
    _Field("resistance", 5, 2, signed=True),
    _Field("power_w", 6, 2, signed=True),
    _Field("average_power_w", 7, 2, signed=True),
    _Field("energy_kcal", 8, 2, none=0xFFFF),
    _Field("energy_per_hour_kcal", 8, 2, none=0xFFFF),
    _Field("energy_per_minute_kcal", 8, 1, none=0xFF),
    _Field("heart_rate_bpm", 9, 1),
    _Field("metabolic_equivalent", 10, 1, 0.1),
    _Field("elapsed_s", 11, 2),
    _Field("remaining_s", 12, 2),
)
BIKE_BITS = 13
RATE_SHORT, RATE_LONG = _Field("heart_rate_bpm", 0, 1), _Field("heart_rate_bpm", 0, 2)
ENERGY = _Field("energy_kj", 3, 2)
INTERVAL = _Field("intervals_s", 4, 2, 1 / INTERVALS_A_SECOND)
RATE_BITS = 5


class _Reader:
    """Bytes taken from the front, none beyond the end."""

    def __init__(self, packet: bytes) -> None:
        self.left = packet

    def take(self, size: int) -> bytes:
        """The next bytes; raises ``InputError`` where there are fewer."""
        if len(self.left) < size:
            missing = size - len(self.left)
            raise InputError(
                "The packet is too short for its flags.",
                field="hex",
                allowed=say("{missing} more bytes", missing=Count(missing)),
            )
        taken, self.left = self.left[:size], self.left[size:]
        return taken

    def flags(self, size: int, known: int) -> int:
        """The flags; raises ``InputError`` for one that has no meaning."""
        flags = int.from_bytes(self.take(size), "little")
        if flags >> known:
            raise InputError(
                "The packet has flags of no known meaning.",
                field="hex",
                allowed=say("the lowest {known} bits", known=Count(known)),
            )
        return flags

    def done(self) -> None:
        """Raise ``InputError`` where more follows than the flags say."""
        if self.left:
            more = len(self.left)
            raise InputError(
                "The packet is longer than its flags say.",
                field="hex",
                allowed=say("{more} bytes less", more=Count(more)),
            )


def _bike_from(packet: bytes) -> Fields:
    reader = _Reader(packet)
    flags = reader.flags(2, BIKE_BITS)
    found: Fields = {"more_data": bool(flags & 1)}
    for field in BIKE:
        if bool(flags >> field.bit & 1) == (field.bit == 0):
            continue
        value = field.read(reader.take(field.size))
        if value is not None:
            found[field.name] = value
    reader.done()
    return found


def _bike_of(fields: Mapping[str, Any]) -> bytes:
    _known(fields, {"more_data", *(f.name for f in BIKE)})
    more = fields.get("more_data")
    if more is not None and (not isinstance(more, bool) or more == ("speed_kmh" in fields)):
        raise InputError(
            "More data follows just when this packet has no speed.",
            field="fields.more_data",
            kept=str(more)[:40],
        )
    flags, body = 0, b""
    for bit in range(BIKE_BITS):
        its = [f for f in BIKE if f.bit == bit]
        given = any(f.name in fields for f in its)
        flags |= (given != (bit == 0)) << bit
        if given:
            body += b"".join(f.write(fields[f.name]) if f.name in fields else f.nothing() for f in its)
    return flags.to_bytes(2, "little") + body


def _rate_from(packet: bytes) -> Fields:
    reader = _Reader(packet)
    flags = reader.flags(1, RATE_BITS)
    rate = RATE_LONG if flags & 1 else RATE_SHORT
    found: Fields = {
        "heart_rate_bpm": rate.read(reader.take(rate.size)),
        "contact": "unsupported" if not flags & 4 else "good" if flags & 2 else "none",
    }
    if flags & 8:
        found["energy_kj"] = ENERGY.read(reader.take(ENERGY.size))
    if flags & 16:
        found["intervals_s"] = []
        while reader.left:
            found["intervals_s"].append(int.from_bytes(reader.take(INTERVAL.size), "little") / INTERVALS_A_SECOND)
    reader.done()
    return found


def _rate_of(fields: Mapping[str, Any]) -> bytes:
    _known(fields, {"heart_rate_bpm", "contact", "energy_kj", "intervals_s"})
    if "heart_rate_bpm" not in fields:
        raise InputError("A heart rate belongs here.", field="fields.heart_rate_bpm", allowed="0 to 65535")
    contact = fields.get("contact", "unsupported")
    if contact not in CONTACTS:
        raise InputError(
            "No such contact.", field="fields.contact", allowed=", ".join(CONTACTS), kept=str(contact)[:40]
        )
    raw = RATE_LONG.write(fields["heart_rate_bpm"])
    flags = {"unsupported": 0, "none": 4, "good": 6}[contact]
    short = raw[1] == 0
    body = raw[:1] if short else raw
    flags |= 0 if short else 1
    if "energy_kj" in fields:
        flags |= 8
        body += ENERGY.write(fields["energy_kj"])
    if "intervals_s" in fields:
        its = fields["intervals_s"]
        if not isinstance(its, list) or len(its) > MOST_BYTES // 4:
            raise InputError("A list of intervals belongs here.", field="fields.intervals_s", allowed="up to 128")
        flags |= 16
        body += b"".join(INTERVAL.write(i) for i in its)
    return bytes([flags]) + body


def _known(fields: Mapping[str, Any], names: set[str]) -> None:
    strange = next((n for n in fields if n not in names), None)
    if strange is not None:
        raise InputError(
            "The packet has no such field.", field=f"fields.{strange}"[:60], allowed=", ".join(sorted(names))
        )


_READ: dict[str, Callable[[bytes], Fields]] = {"2AD2": _bike_from, "2A37": _rate_from}
_WRITE: dict[str, Callable[[Mapping[str, Any]], bytes]] = {"2AD2": _bike_of, "2A37": _rate_of}
CHARACTERISTICS = tuple(_READ)


def decode(characteristic: str, packet: bytes) -> Fields:
    """What a packet says, by the names of its fields; raises ``InputError`` for one that is broken."""
    if len(packet) > MOST_BYTES:
        raise InputError("No packet is so long.", field="hex", allowed=say("{most} bytes", most=Count(MOST_BYTES)))
    return _READ[characteristic](packet)


def encode(characteristic: str, fields: Mapping[str, Any]) -> bytes:
    """The packet that says ``fields``, the inverse of ``decode``; raises ``InputError`` for a field that does not fit."""
    return _WRITE[characteristic](fields)
