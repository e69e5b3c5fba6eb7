"""Stems against bar widths: what each pair does to the reach that is felt and to steering (docs/formulas.md, Handling)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from waymark.core.cockpit import GripPlace, Stem, arm_in_plane_mm, steering_arm_mm
from waymark.core.errors import GeometryError
from waymark.core.frame import steering_axis


@dataclass(frozen=True, slots=True)
class Pair:
    """A stem's length with a bar's width at the height of the pair that is on, against that pair; mm.

    ``spacers_mm`` more under the stem keep the height. ``hands_mm`` is how far the hands then go forward, ``drawn_mm`` how
    much nearer the shoulders are drawn by hands further out; ``felt_mm`` is both, + longer. ``arm_mm`` is the steering axis
    to the hand in space. ``None`` where the arms do not span it, or are not known.
    """

    stem_mm: float
    width_mm: float
    spacers_mm: float
    hands_mm: float
    drawn_mm: float | None
    arm_mm: float

    @property
    def felt_mm(self) -> float | None:
        """What the rider feels of it."""
        return None if self.drawn_mm is None else self.hands_mm + self.drawn_mm


def stem_by_width(
    stem: Stem,
    width_mm: float,
    lengths_mm: Sequence[float],
    widths_mm: Sequence[float],
    grip_at: Callable[[float], GripPlace],
    head_angle_deg: float,
    arm_mm: float | None,
    shoulder_width_mm: float | None,
) -> list[list[Pair]]:
    """A row a width, a column a length; ``grip_at`` gives a width's grip from the bar clamp, ``arm_mm`` the whole arm."""
    here = grip_at(width_mm)
    u, n = steering_axis(head_angle_deg)

    def pair(length: float, width: float) -> Pair:
        grip, it = grip_at(width), replace(stem, length_mm=length)
        moved = n.scaled(it.ahead_mm - stem.ahead_mm) + u.scaled(it.up_mm - stem.up_mm) + (grip.at - here.at)
        spacers = -moved.y_mm / u.y_mm
        drawn = _drawn_mm(here.z_mm, grip.z_mm, arm_mm, shoulder_width_mm)
        arm = steering_arm_mm(grip, it, head_angle_deg)
        return Pair(length, width, spacers, moved.x_mm + spacers * u.x_mm, drawn, arm)

    return [[pair(length, width) for length in lengths_mm] for width in widths_mm]


def weighted(rows: Sequence[Sequence[Pair]], school: str, alike_mm: float) -> Pair | None:
    """Of the pairs that feel as long as the one that is on, within ``alike_mm``, the one a school takes: ``long_low`` the
    longest stem with the narrowest bar, ``short_wide`` the shortest with the widest; ``None`` where no arm is known."""
    alike = [p for row in rows for p in row if p.felt_mm is not None and abs(p.felt_mm) <= alike_mm]
    longest = school == "long_low"
    return max(alike, key=lambda p: (p.stem_mm, -p.width_mm) if longest else (-p.stem_mm, p.width_mm), default=None)


def _drawn_mm(now_z_mm: float, z_mm: float, arm_mm: float | None, shoulder_width_mm: float | None) -> float | None:
    """How much shorter the arm is as seen from the side: A cut to √(A² − (half hands − half shoulders)²)."""
    if arm_mm is None or shoulder_width_mm is None:
        return None
    try:
        half = shoulder_width_mm / 2
        return arm_in_plane_mm(arm_mm, now_z_mm, half) - arm_in_plane_mm(arm_mm, z_mm, half)
    except GeometryError:
        return None
