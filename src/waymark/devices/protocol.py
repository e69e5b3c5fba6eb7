"""What an instrument is: it says what it measures, and gives one frame when its button is pressed, or a stream of bytes.

To add a real one, implement ``Instrument`` (read the bytes from its cable or radio in ``press``) or ``Stream``, give
its frames in the form of ``frames`` or a ``decode`` of its own, and put it into the table the application is made with.
"""

from __future__ import annotations

from collections.abc import AsyncIterator
from dataclasses import dataclass
from typing import Literal, Protocol

from waymark.core.errors import WaymarkError

Quantity = Literal["length", "angle"]


class DeviceError(WaymarkError):
    """An instrument that gave nothing that can be used; pressing again usually helps."""

    code = "device"


@dataclass(frozen=True, slots=True)
class InstrumentInfo:
    """Who an instrument is: its short name, its label, what it gives and by what link."""

    name: str
    label: str
    gives: Quantity
    link: Literal["cable", "radio"]
    simulated: bool


@dataclass(frozen=True, slots=True)
class DeviceReading:
    """One reading: mm or degrees, the frame's running number, and whether the battery is low."""

    gives: Quantity
    value: float
    number: int
    battery_low: bool


@dataclass(frozen=True, slots=True)
class Aim:
    """What the person with the instrument is reading: the file they work on and the call-out's key."""

    file: int
    key: str


class Instrument(Protocol):
    """An instrument on a cable or radio that gives one reading at a press."""

    info: InstrumentInfo

    def press(self, aim: Aim) -> bytes:
        """The frame that comes when the button is pressed.

        A real instrument measures for itself and leaves ``aim`` unread. Raises ``DeviceError`` where nothing comes.
        """
        ...


@dataclass(frozen=True, slots=True)
class StreamInfo:
    """Who a streaming device is: its short name, its label, and the characteristic its packets are of."""

    name: str
    label: str
    characteristic: str
    simulated: bool


class Stream(Protocol):
    """A device that goes on sending packets until it is left, as trainers and heart-rate straps do."""

    info: StreamInfo

    def packets(self) -> AsyncIterator[bytes]:
        """Its packets as they come; ends when the device goes. Raises ``DeviceError`` where it cannot be reached."""
        ...
