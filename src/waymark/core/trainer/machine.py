"""An adjustable indoor bike as a whole: both marks dialled in, and its nearest crank (docs/formulas.md, Indoor bikes)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.marks import Mark
from waymark.core.trainer.settings import Dialled, Slide, nearest_crank_mm, settings_for

Box = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Machine:
    """What carries saddle and hand, and the cranks it comes with."""

    saddle: Slide
    bar: Slide
    cranks_mm: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Dialling:
    """Both marks dialled in and the crank, with how far it is from the one wanted."""

    saddle: Dialled
    bar: Dialled
    crank_mm: float
    crank_off_mm: float

    @property
    def within(self) -> bool:
        """Whether both marks lie inside their tolerance."""
        return self.saddle.verdict == self.bar.verdict == "within"


def dial(machine: Machine, saddle: Mark, hand: Mark, crank_mm: float, boxes: tuple[Box, Box]) -> Dialling:
    """The nearest stops for saddle and hand, each within its own box of tolerances, and the nearest crank."""
    crank = nearest_crank_mm(machine.cranks_mm, crank_mm)
    return Dialling(
        settings_for(machine.saddle, saddle, boxes[0]),
        settings_for(machine.bar, hand, boxes[1]),
        crank,
        crank - crank_mm,
    )
