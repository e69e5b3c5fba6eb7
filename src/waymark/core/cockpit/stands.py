"""A bar as it stands on its stem, and where the hand goes when it is turned, rolled, slid or cut.

docs/formulas.md, Cockpit, drop bar; flat and riser bar. Nothing here costs anything but the time of an Allen key, so it
comes before any part.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import degrees, radians

from waymark.core.cockpit.bars import DropBar, FlatBar, HoodPlace, Lever, place_grip, place_hood
from waymark.core.errors import GeometryError
from waymark.core.marks import Mark

NOWHERE = Mark(0.0, 0.0)
# Steps along each side of what a hand reaches.
OUTLINED = 8


@dataclass(frozen=True, slots=True)
class DropStand:
    """A drop bar and its levers as they stand.

    ``rotation_deg`` is the bar's from level ground, + hoods up; ``slide_mm`` the lever's way along the bend from the
    place in its own data, + down the bend. ``shift`` is what was measured less what the bar's figures say.
    """

    bar: DropBar
    lever: Lever
    rotation_deg: float = 0.0
    slide_mm: float = 0.0
    shift: Mark = NOWHERE

    @property
    def ramp_deg(self) -> float:
        """The ramp's slope by the level, + up to the front."""
        return self.rotation_deg - self.bar.ramp_deg

    @property
    def arc_deg(self) -> float:
        """The lever clamp's place on the arc, from its top, + down the drop."""
        return self.lever.arc_deg + degrees(self.slide_mm / self.bar.bend_radius_mm)

    def hood(self) -> HoodPlace:
        """The hood from the clamp's centre; raises ``GeometryError`` where the lever cannot sit."""
        it = place_hood(self.bar, replace(self.lever, arc_deg=self.arc_deg), self.rotation_deg)
        return HoodPlace(it.at + self.shift, it.slope_deg)

    def with_ramp(self, ramp_deg: float) -> DropStand:
        """The bar turned until its ramp has this slope; the levers keep their place on it."""
        return replace(self, rotation_deg=ramp_deg + self.bar.ramp_deg)

    def with_slope(self, slope_deg: float) -> DropStand | None:
        """The levers slid until the hoods rise so; ``None`` where no place on the bend does it."""
        arc = self.lever.slope_deg + self.rotation_deg - slope_deg
        if arc < self.bar.ramp_deg:
            # On the straight ramp no slide changes the hood's slope.
            return None
        return replace(self, slide_mm=radians(arc - self.lever.arc_deg) * self.bar.bend_radius_mm)

    def can_stand(self) -> bool:
        """Whether the lever has a place there at all: on the ramp or the bend, not behind it or past its front."""
        if self.arc_deg > 90:
            return False
        try:
            self.hood()
        except GeometryError:
            return False
        return True

    def tops(self) -> Mark:
        """The bar's middle beside the stem, from the clamp's centre."""
        return Mark(0.0, self.bar.tops_rise_mm).turned(self.rotation_deg)

    def drops(self) -> Mark:
        """Where a hand lies in the hook: below the bend's front by the half of what is left of the drop there.

        The bend below its middle is no figure any maker publishes, so this is good to a centimetre only.
        """
        low = -self.bar.drop_mm
        front = self.bar.bend_centre
        return Mark(self.bar.reach_mm, (front.y_mm + low) / 2).turned(self.rotation_deg)


def reachable(stand: DropStand, ramps_deg: tuple[float, float], slopes_deg: tuple[float, float]) -> tuple[Mark, ...]:
    """What the hand reaches by turning the bar and sliding its levers alone, as an outline about the clamp's centre.

    The ramp between two slopes by the level, the hoods between two of their own: along the first slope of the hoods and
    back along the second. Places where no lever sits are left out; nothing where none does.
    """
    each = (ramps_deg[1] - ramps_deg[0]) / OUTLINED
    ramps = [ramps_deg[0] + i * each for i in range(OUTLINED + 1)] if each else [ramps_deg[0]]
    made: list[Mark] = []
    for slope, way in ((slopes_deg[0], ramps), (slopes_deg[1], ramps[::-1])):
        found = (stand.with_ramp(ramp).with_slope(slope) for ramp in way)
        made += [it.hood().at for it in found if it is not None and it.can_stand()]
    return tuple(made)


@dataclass(frozen=True, slots=True)
class FlatStand:
    """A flat or riser bar as it stands: cut to its width, rolled from its rise standing upright, + grips back."""

    bar: FlatBar
    hand_inset_mm: float
    roll_deg: float = 0.0
    shift: Mark = NOWHERE

    def grip(self) -> Mark:
        """The grip's centre from the clamp's centre."""
        return place_grip(self.bar, self.hand_inset_mm, self.roll_deg).at + self.shift

    def cut_to(self, width_mm: float) -> FlatStand:
        """The same bar with both ends cut: the hand keeps its distance from the end."""
        return replace(self, bar=replace(self.bar, width_mm=width_mm))
