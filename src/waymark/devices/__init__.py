"""Instruments: one small protocol, its frames, and simulated ones that ship with the house."""

from waymark.devices.frames import decode, encode
from waymark.devices.link import Listening, SimulatedTrainer
from waymark.devices.protocol import (
    Aim,
    DeviceError,
    DeviceReading,
    Instrument,
    InstrumentInfo,
)
from waymark.devices.ride import SimulatedRide
from waymark.devices.simulated import Bench, SimulatedInclinometer, SimulatedTape, simulated_instruments
from waymark.devices.wire import MOST_NAME, Frame, Kind, Stream, Unpacker

__all__ = [
    "MOST_NAME",
    "Aim",
    "Bench",
    "DeviceError",
    "DeviceReading",
    "Frame",
    "Instrument",
    "InstrumentInfo",
    "Kind",
    "Listening",
    "SimulatedInclinometer",
    "SimulatedRide",
    "SimulatedTape",
    "SimulatedTrainer",
    "Stream",
    "Unpacker",
    "decode",
    "encode",
    "simulated_instruments",
]
