"""Adjustable indoor bikes: the shelf of them, and what every rider dials in."""

from waymark.rooms.machines.service import put_machines
from waymark.rooms.machines.shapes import At, MachineFile, MachineIn, MachinesFile

__all__ = ["At", "MachineFile", "MachineIn", "MachinesFile", "put_machines"]
