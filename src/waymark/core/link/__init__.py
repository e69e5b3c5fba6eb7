"""What trainers and heart-rate straps say, byte by byte, in the open Bluetooth profiles, and what is read along a ride."""

from waymark.core.link.channels import (
    CHANNEL_NAMES,
    CHANNEL_UNITS,
    CHANNELS,
    HOLD_S,
    Channel,
    Mean,
    Track,
    mean_of,
    readings_of,
)
from waymark.core.link.control import CONTROL_POINT, ask_power, asked_power
from waymark.core.link.packets import CHARACTERISTICS, Fields, decode, encode

__all__ = [
    "CHANNELS",
    "CHANNEL_NAMES",
    "CHANNEL_UNITS",
    "CHARACTERISTICS",
    "CONTROL_POINT",
    "HOLD_S",
    "Channel",
    "Fields",
    "Mean",
    "Track",
    "ask_power",
    "asked_power",
    "decode",
    "encode",
    "mean_of",
    "readings_of",
]
