"""Instruments: one small protocol, its frames, and simulated ones that ship with the house."""

from waymark.devices.frames import decode, encode
from waymark.devices.protocol import DeviceError, DeviceReading, Instrument, InstrumentInfo
from waymark.devices.simulated import SimulatedInclinometer, SimulatedTape, simulated_instruments

__all__ = [
    "DeviceError",
    "DeviceReading",
    "Instrument",
    "InstrumentInfo",
    "SimulatedInclinometer",
    "SimulatedTape",
    "decode",
    "encode",
    "simulated_instruments",
]
