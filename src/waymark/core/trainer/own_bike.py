"""One's own bike on a trainer: what goes under it so that it stands level, and where the marks lie if it does not.

Source: plane geometry of the two axles; level is as it stands on its own wheels (docs/formulas.md, Indoor bikes).
"""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.cockpit.level import block_mm, pitch_deg
from waymark.core.marks import Mark


@dataclass(frozen=True, slots=True)
class Wheels:
    """A bike's own wheels, loaded, and its wheelbase from axle to axle, mm."""

    front_mm: float
    rear_mm: float
    wheelbase_mm: float


@dataclass(frozen=True, slots=True)
class OwnBike:
    """How one's own bike stands on a trainer.

    ``block_mm`` goes under the front wheel, negative under the trainer; ``tilt_deg`` is what is left with the block that is
    there, + nose up; ``saddle`` and ``hand`` are the marks as they then lie, which were level.
    """

    block_mm: float
    tilt_deg: float
    saddle: Mark
    hand: Mark


def stand_on(wheels: Wheels, rear_axle_mm: float, front_axle_mm: float, saddle: Mark, hand: Mark) -> OwnBike:
    """A bike whose axles lie so far over the floor, the rear one in a trainer; raises ``GeometryError`` where none can."""
    tilt = pitch_deg(front_axle_mm, rear_axle_mm, wheels.front_mm, wheels.rear_mm, wheels.wheelbase_mm)
    under = block_mm(wheels.front_mm, rear_axle_mm, wheels.front_mm, wheels.rear_mm)
    return OwnBike(under, tilt, saddle.turned(tilt), hand.turned(tilt))
