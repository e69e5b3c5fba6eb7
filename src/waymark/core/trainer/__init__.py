"""Adjustable indoor bikes: what to dial in for a position, where a setting puts it, and their data mended by tape."""

from waymark.core.trainer.calibrate import Calibrated, Taped, calibrate
from waymark.core.trainer.machine import Box, Dialling, Machine, dial
from waymark.core.trainer.own_bike import OwnBike, Wheels, stand_on
from waymark.core.trainer.settings import Axis, Dialled, Setting, Slide, Stop, nearest_crank_mm, settings_for

__all__ = [
    "Axis",
    "Box",
    "Calibrated",
    "Dialled",
    "Dialling",
    "Machine",
    "OwnBike",
    "Setting",
    "Slide",
    "Stop",
    "Taped",
    "Wheels",
    "calibrate",
    "dial",
    "nearest_crank_mm",
    "settings_for",
    "stand_on",
]
