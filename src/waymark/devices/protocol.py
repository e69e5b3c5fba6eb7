"""What an instrument is: it says what it measures, and gives one frame when its button is pressed.

To add a real one, implement ``Instrument`` (read the bytes from its cable or radio in ``press``), give its frames in the
form of ``frames`` or a ``decode`` of its own, and put it into the table the application is made with. Devices that go on
sending are a ``Stream`` (``wire``).
"""

from __future__ import annotations

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
