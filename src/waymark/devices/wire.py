"""How packets of streaming devices travel over a local socket; docs/formats.md describes it.

A frame is ``WL``, its kind, the device's number, the characteristic and the length (little-endian), then so many bytes. One
socket carries several devices; what the bytes of a packet mean is nothing of this.
"""

from __future__ import annotations

import struct
from collections.abc import AsyncIterator, Iterator
from dataclasses import dataclass
from enum import IntEnum
from typing import Protocol

from waymark.devices.protocol import DeviceError

MAGIC = b"WL"
HEAD = struct.Struct("<2sBBHH")
MOST_BYTES = 512
MOST_NAME = 60


class Kind(IntEnum):
    """A device says who it is (its name), sends a packet, is asked something, or leaves."""

    HELLO = 0
    SENT = 1
    ASKED = 2
    GONE = 3


@dataclass(frozen=True, slots=True)
class Frame:
    """One frame: ``characteristic`` as four hexadecimal digits, ``0000`` where there is none."""

    kind: Kind
    device: int
    characteristic: str
    payload: bytes

    @classmethod
    def hello(cls, device: int, name: str) -> Frame:
        """A device says who it is."""
        return cls(Kind.HELLO, device, "0000", name.encode("utf-8", "replace"))

    @property
    def name(self) -> str:
        """The name a device says it has, cut where nobody reads on."""
        return self.payload.decode("utf-8", "replace")[:MOST_NAME]

    def packed(self) -> bytes:
        """The frame's bytes."""
        head = HEAD.pack(MAGIC, self.kind, self.device, int(self.characteristic, 16), len(self.payload))
        return head + self.payload


class Stream(Protocol):
    """Devices that go on sending until they are left, as trainers and heart-rate straps do."""

    def frames(self) -> AsyncIterator[Frame]:
        """What they send, as it comes; ends when they go. Raises ``DeviceError`` where they cannot be reached."""
        ...

    def ask(self, device: int, characteristic: str, request: bytes) -> None:
        """Send one of them a request; nothing where the link is gone."""
        ...


class Unpacker:
    """Frames out of bytes as they arrive, in pieces of any size."""

    def __init__(self) -> None:
        self._held = b""

    def feed(self, piece: bytes) -> Iterator[Frame]:
        """The frames that are whole; raises ``DeviceError`` for bytes that are none: nothing after them can be trusted."""
        self._held += piece
        while len(self._held) >= HEAD.size:
            magic, kind, device, characteristic, length = HEAD.unpack_from(self._held)
            if magic != MAGIC or kind not in list(Kind) or length > MOST_BYTES:
                raise DeviceError("What arrives is no frame of a trainer's link.", field="link")
            if len(self._held) < HEAD.size + length:
                return
            payload, self._held = self._held[HEAD.size : HEAD.size + length], self._held[HEAD.size + length :]
            yield Frame(Kind(kind), device, f"{characteristic:04X}", payload)
