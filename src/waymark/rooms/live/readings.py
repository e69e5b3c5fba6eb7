"""What devices send, decoded channel by channel, and how it is packed to be kept."""

from __future__ import annotations

import struct
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field

from waymark.core.errors import InputError
from waymark.core.link import CHANNELS, CHARACTERISTICS, Channel, Track, decode, readings_of
from waymark.devices import Frame, Kind

# One packet as it is kept: millisecond, device, kind, characteristic, length, then its bytes.
PACKED = struct.Struct("<IBBHH")
STRAP, BIKE = "2A37", "2AD2"
MOST_DEVICES = 8


@dataclass(slots=True)
class Device:
    """One device of a link: how many packets came, how many were refused, when the last one came.

    ``rides``: it is a trainer, so a power can be asked of it; ``touches``: a strap that lies on the skin.
    """

    number: int
    name: str
    linked: bool = True
    received: int = 0
    refused: int = 0
    last_s: float | None = None
    rides: bool = False
    touches: bool = True


@dataclass(slots=True)
class Readings:
    """Devices and what they measured, seconds from one moment.

    Two that tell the same do not mix: a strap is believed before what a trainer says of a heart, else the first that spoke.
    """

    step_s: float
    devices: dict[int, Device] = field(default_factory=dict)
    tracks: dict[Channel, Track] = field(default_factory=dict)
    _owners: dict[Channel, tuple[int, str]] = field(default_factory=dict)

    def take(self, frame: Frame, at_s: float) -> dict[Channel, float]:
        """Take a frame: what was read of it. A packet that cannot be read is counted, and nothing else."""
        if frame.device not in self.devices and len(self.devices) >= MOST_DEVICES:
            return {}
        device = self.devices.setdefault(frame.device, Device(frame.device, ""))
        if frame.kind is Kind.HELLO:
            device.name = frame.name
            device.linked = True
        elif frame.kind is Kind.GONE:
            device.linked = False
        elif frame.kind is Kind.SENT:
            return self._sent(device, frame, at_s)
        return {}

    def _sent(self, device: Device, frame: Frame, at_s: float) -> dict[Channel, float]:
        device.received += 1
        device.last_s, device.linked = at_s, True
        try:
            if frame.characteristic not in CHARACTERISTICS:
                raise InputError("This is nothing that is read here.", field="characteristic")
            fields = decode(frame.characteristic, frame.payload)
        except InputError:
            device.refused += 1
            return {}
        device.rides |= frame.characteristic == BIKE
        device.touches = fields.get("contact") != "none"
        told = readings_of(frame.characteristic, fields)
        read = {c: v for c, v in told.items() if self._owned(c, device.number, frame.characteristic)}
        for channel, value in read.items():
            self.tracks.setdefault(channel, Track(self.step_s)).add(at_s, value)
        return read

    def _owned(self, channel: Channel, device: int, characteristic: str) -> bool:
        owner, mine = self._owners.get(channel), (device, characteristic)
        left = owner is not None and not self.devices[owner[0]].linked
        if owner is None or left or (characteristic == STRAP and owner[1] != STRAP):
            self._owners[channel] = mine
        return self._owners[channel] == mine

    def leave(self, devices: Iterable[int]) -> None:
        """Devices that went; another may tell now what they told."""
        gone = set(devices)
        for number in gone & self.devices.keys():
            self.devices[number].linked = False

    def now(self, now_s: float) -> dict[Channel, float | None]:
        """What stands now, by channel."""
        return {c: self.tracks[c].now(now_s) for c in CHANNELS if c in self.tracks}


def packed(frame: Frame, at_s: float) -> bytes:
    """A frame as it is kept."""
    at_ms = max(0, min(0xFFFFFFFF, round(at_s * 1000)))
    head = PACKED.pack(at_ms, frame.device, frame.kind, int(frame.characteristic, 16), len(frame.payload))
    return head + frame.payload


def unpacked(body: bytes) -> Iterator[tuple[float, Frame]]:
    """The frames of a chunk with their seconds."""
    at = 0
    while at < len(body):
        at_ms, device, kind, characteristic, length = PACKED.unpack_from(body, at)
        at += PACKED.size
        yield at_ms / 1000, Frame(Kind(kind), device, f"{characteristic:04X}", body[at : at + length])
        at += length
