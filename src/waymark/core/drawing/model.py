"""What is needed to draw a bike: its geometry, the contact points and the parts between."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.cockpit.bars import DropBar, FlatBar
from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.frame.geometry import FrameGeometry
from waymark.core.marks import Mark


@dataclass(frozen=True, slots=True)
class FrontEndDrawing:
    """The steerer from the frame up: cover, spacers under and over (mm each), the stem as it stands."""

    cover_mm: float
    under_mm: tuple[float, ...]
    over_mm: tuple[float, ...]
    stem: Stem

    @property
    def pile_mm(self) -> float:
        """Height of the spacers under the stem."""
        return sum(self.under_mm)


@dataclass(frozen=True, slots=True)
class AeroBarDrawing:
    """Base bar, pads and extensions: the hand's mark is then the pad, and ``grip_off`` leads on to the hand."""

    grip_off: Mark


@dataclass(frozen=True, slots=True)
class BikeDrawing:
    """One bike under a rider. ``bar`` is turned by ``bar_rotation_deg``; ``hand`` is the hood, grip or pad mark."""

    frame: FrameGeometry
    front: FrontEndDrawing
    saddle: Mark
    nose_to_s_mm: float
    tilt_deg: float
    rail_to_top_mm: float
    hand: Mark
    bar: DropBar | FlatBar | AeroBarDrawing
    bar_rotation_deg: float
    hood_slope_deg: float
    crank_mm: float
    crank_deg: float = 90.0

    @property
    def clamp(self) -> Mark:
        """Bar-clamp centre from frame, spacers and stem."""
        f = self.frame
        return bar_clamp(f.head_top, f.head_angle_deg, self.front.cover_mm, self.front.pile_mm, self.front.stem)
