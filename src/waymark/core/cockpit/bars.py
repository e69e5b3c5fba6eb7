"""Where the hand lies on a bar, from the bar-clamp centre (docs/formulas.md, Cockpit, drop bar; flat and riser bar)."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, degrees, hypot, pi, radians, sin, sqrt, tan

from waymark.core.cockpit.steerer import Stem
from waymark.core.errors import GeometryError
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.say import exactly, say, tenths


@dataclass(frozen=True, slots=True)
class DropBar:
    """A drop bar in its own axes: ``reach_mm`` to the bend's front, bend radius, ramp fall and tops' rise."""

    reach_mm: float
    drop_mm: float
    bend_radius_mm: float
    ramp_deg: float = 0.0
    tops_rise_mm: float = 0.0

    @property
    def bend_centre(self) -> Mark:
        """Centre of the bend's arc from the clamp centre, bar unturned."""
        delta = radians(self.ramp_deg)
        x = self.reach_mm - self.bend_radius_mm
        if x <= 0:
            raise GeometryError("The bend's radius is longer than the bar's reach.", field="bend_radius_mm")
        ramp_end = x + self.bend_radius_mm * sin(delta)
        y = self.tops_rise_mm - ramp_end * tan(delta) - self.bend_radius_mm * cos(delta)
        return Mark(x, y)


@dataclass(frozen=True, slots=True)
class Lever:
    """A brake lever on a drop bar: its place on the arc and its hood mark in its own axes.

    ``arc_deg`` is ψ from the arc's top, + down the drop; ``forward_mm`` f along the bar there,
    ``out_mm`` g outward from it; ``slope_deg`` κ, the hood's slope when ψ and the rotation are 0.
    """

    arc_deg: float
    forward_mm: float
    out_mm: float
    slope_deg: float


@dataclass(frozen=True, slots=True)
class HoodPlace:
    """The hood mark from the bar-clamp centre, and the hood's slope, + rising forward."""

    at: Mark
    slope_deg: float


def place_hood(bar: DropBar, lever: Lever, rotation_deg: float = 0.0) -> HoodPlace:
    """Hood mark C + r(sin ψ, cos ψ) + f·τ + g·ν, all turned by the bar's rotation, + hoods up.

    A lever whose ψ lies before the bend sits on the straight ramp, as far up it as the arc left over is long, and has
    the ramp's slope. Raises ``GeometryError`` where it would sit behind the ramp, on the tops.
    """
    on_ramp_mm = radians(max(0.0, bar.ramp_deg - lever.arc_deg)) * bar.bend_radius_mm
    arc_deg = max(lever.arc_deg, bar.ramp_deg)
    psi = radians(arc_deg)
    outward = Mark(sin(psi), cos(psi))
    along = Mark(cos(psi), -sin(psi))
    point = bar.bend_centre + outward.scaled(bar.bend_radius_mm) - along.scaled(on_ramp_mm)
    if point.x_mm < 0:
        raise GeometryError(
            "The lever sits behind the ramp, on the tops.",
            field="lever_arc_deg",
            allowed=say("{least_arc} or more", least_arc=tenths(_least_arc_deg(bar))),
            kept=f"{lever.arc_deg:g}",
        )
    hood = point + along.scaled(lever.forward_mm) + outward.scaled(lever.out_mm)
    return HoodPlace(hood.turned(rotation_deg), lever.slope_deg - arc_deg + rotation_deg)


def _least_arc_deg(bar: DropBar) -> float:
    """ψ of a lever at the ramp's very beginning."""
    bend_begins = bar.bend_centre.x_mm + bar.bend_radius_mm * sin(radians(bar.ramp_deg))
    return bar.ramp_deg - degrees(bend_begins / cos(radians(bar.ramp_deg)) / bar.bend_radius_mm)


def slide_to_arc_deg(slide_mm: float, bend_radius_mm: float) -> float:
    """Change of ψ from sliding the lever along the bend, + down the drop: (180/π)·a / r."""
    return slide_mm * 180.0 / pi / bend_radius_mm


@dataclass(frozen=True, slots=True)
class FlatBar:
    """A flat or riser bar. ``rise_mm`` is taken at the bend ``bend_at_mm`` from the middle.

    ``upsweep_deg`` and ``sweep_deg`` are the bends up and back; where the rise is published at the bar's
    end, ``rise_at_bend_mm`` gives the one meant here.
    """

    width_mm: float
    rise_mm: float = 0.0
    sweep_deg: float = 0.0
    upsweep_deg: float = 0.0
    bend_at_mm: float = 60.0


def rise_at_bend_mm(rise_at_end_mm: float, width_mm: float, bend_at_mm: float, upsweep_deg: float) -> float:
    """Rise at the bend from the rise at the bar's end: less (W/2 − z_b)·tan(upsweep)."""
    return rise_at_end_mm - (width_mm / 2 - bend_at_mm) * tan(radians(upsweep_deg))


@dataclass(frozen=True, slots=True)
class GripPlace:
    """The grip's centre from the bar-clamp centre: in the plane, and to the side."""

    at: Mark
    z_mm: float


def place_grip(bar: FlatBar, hand_inset_mm: float, roll_deg: float = 0.0) -> GripPlace:
    """Grip centre at z = W/2 − inset, bent back and up beyond the bend, then rolled (+ grips back).

    Raises ``GeometryError`` where the hand would lie at or past the bar's middle.
    """
    z = bar.width_mm / 2 - hand_inset_mm
    if z <= 0:
        raise GeometryError(
            "So far in the hand lies past the bar's middle.",
            field="hand_inset_mm",
            allowed=say("less than {width}", width=exactly(bar.width_mm / 2)),
            kept=f"{hand_inset_mm:g}",
        )
    beyond = max(0.0, z - bar.bend_at_mm)
    back = beyond * tan(radians(bar.sweep_deg))
    up = bar.rise_mm + beyond * tan(radians(bar.upsweep_deg))
    return GripPlace(Mark(-back, up).turned(roll_deg), z)


def top_cap_to_end_mm(width_mm: float, stem_length_mm: float) -> float:
    """What people measure from the top cap to the bar's end: √((W/2)² + L²)."""
    return hypot(width_mm / 2, stem_length_mm)


def steering_arm_mm(
    grip: GripPlace,
    stem: Stem | None = None,
    head_angle_deg: float | None = None,
    stem_length_mm: float = 0.0,
) -> float:
    """Distance from the steering axis to the hand in space.

    With ``stem`` and ``head_angle_deg`` the true one. Without the head angle the bar's axes are taken as the steering
    axis' own, L·cos α ahead of it; without a stem, ``stem_length_mm`` ahead.
    """
    if stem is None or head_angle_deg is None:
        ahead = (stem_length_mm if stem is None else stem.ahead_mm) + grip.at.x_mm
        return hypot(ahead, grip.z_mm)
    _, n = steering_axis(head_angle_deg)
    ahead = stem.length_mm * cos(radians(stem.angle_deg)) + grip.at.dot(n)
    return hypot(ahead, grip.z_mm)


def hand_travel_mm(arm_mm: float, degrees_turned: float = 1.0) -> float:
    """Hand travel for a turn of the bar: arm·π/180 per degree."""
    return arm_mm * pi / 180.0 * degrees_turned


def arm_in_plane_mm(arm_mm: float, half_hand_width_mm: float, half_shoulder_width_mm: float) -> float:
    """The arm's length seen from the side: √(A² − (half hand width − half shoulder width)²)."""
    square = arm_mm**2 - (half_hand_width_mm - half_shoulder_width_mm) ** 2
    if square <= 0:
        raise GeometryError("The hands are farther apart than these arms span.", field="hand_width_mm")
    return sqrt(square)
