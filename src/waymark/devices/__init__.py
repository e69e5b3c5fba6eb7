"""Instruments: one small protocol, its frames, and simulated ones that ship with the house."""

from waymark.devices.frames import decode, encode
from waymark.devices.protocol import (
    Aim,
    DeviceError,
    DeviceReading,
    Instrument,
    InstrumentInfo,
    Stream,
    StreamInfo,
)
from waymark.devices.simulated import Bench, SimulatedInclinometer, SimulatedTape, simulated_instruments

__all__ = [
    "Aim",
    "Bench",
    "DeviceError",
    "DeviceReading",
    "Instrument",
    "InstrumentInfo",
    "SimulatedInclinometer",
    "SimulatedTape",
    "Stream",
    "StreamInfo",
    "decode",
    "encode",
    "simulated_instruments",
]
