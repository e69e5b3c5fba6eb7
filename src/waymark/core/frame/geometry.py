"""One frame size as its chart gives it, with the points a drawing and a search need."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import cos, radians, sin, tan

from waymark.core.errors import GeometryError
from waymark.core.frame import kernels
from waymark.core.marks import Mark, slope_deg


# A search asks for the same few angles tens of thousands of times.
@lru_cache(maxsize=4096)
def steering_axis(head_angle_deg: float) -> tuple[Mark, Mark]:
    """Unit vectors **u** up the steering axis and **n** square to it, forward and up (docs/formulas.md, Frame)."""
    c, s = cos(radians(head_angle_deg)), sin(radians(head_angle_deg))
    return Mark(-c, s), Mark(s, c)


@dataclass(frozen=True, slots=True)
class FrameGeometry:
    """Chart numbers of one size. Lengths mm, angles degrees; front centre, stays and fork are straight distances.

    ``cover_mm`` is the headset top cover; ``spacer_limit_mm`` counts spacers alone, without the cover.
    ``axis_behind_bb_mm`` is how far a kinked seat tube's axis passes behind the BB, along which ``seat_tube_mm``
    counts. The BB drop is below the front axle; ``wheel_radius_mm`` and ``rim_radius_mm`` are the front wheel's, and
    the rear's too where it has none of its own.
    """

    stack_mm: float
    reach_mm: float
    head_angle_deg: float
    seat_angle_deg: float
    seat_tube_mm: float
    head_tube_mm: float
    fork_length_mm: float
    fork_offset_mm: float
    bb_drop_mm: float
    chainstay_mm: float
    front_centre_mm: float
    wheel_radius_mm: float
    rim_radius_mm: float = 311.0
    cover_mm: float = 8.0
    spacer_limit_mm: float = 30.0
    step_through_mm: float | None = None
    axis_behind_bb_mm: float = 0.0
    rear_wheel_radius_mm: float | None = None
    rear_rim_radius_mm: float | None = None

    @property
    def rear_radius_mm(self) -> float:
        """Rear wheel's radius with its tyre."""
        return self.wheel_radius_mm if self.rear_wheel_radius_mm is None else self.rear_wheel_radius_mm

    @property
    def rear_rim_mm(self) -> float:
        """Rear rim's bead seat radius."""
        return self.rim_radius_mm if self.rear_rim_radius_mm is None else self.rear_rim_radius_mm

    @property
    def rear_drop_mm(self) -> float:
        """BB below the rear axle: less by what the rear wheel is smaller."""
        smaller = 0.0 if self.rear_wheel_radius_mm is None else self.wheel_radius_mm - self.rear_wheel_radius_mm
        return self.bb_drop_mm - smaller

    @property
    def head_top(self) -> Mark:
        """Head-tube top on the steering axis, T = (R, S)."""
        return Mark(self.reach_mm, self.stack_mm)

    @property
    def head_bottom(self) -> Mark:
        """Head-tube bottom on the steering axis."""
        u, _ = steering_axis(self.head_angle_deg)
        return self.head_top - u.scaled(self.head_tube_mm)

    @property
    def front_axle(self) -> Mark:
        """Front axle, the BB drop above the BB and the level part of the front centre ahead of it."""
        x = kernels.level_part_mm(self.front_centre_mm, self.bb_drop_mm, "front_centre_mm")
        return Mark(x, self.bb_drop_mm)

    @property
    def rear_axle(self) -> Mark:
        """Rear axle, level with the front one where the wheels are alike."""
        drop = self.rear_drop_mm
        return Mark(-kernels.level_part_mm(self.chainstay_mm, drop, "chainstay_mm"), drop)

    @property
    def crown(self) -> Mark:
        """Fork crown on the steering axis, from the front axle up: the fork's own length and offset."""
        u, n = steering_axis(self.head_angle_deg)
        along = kernels.fork_along_mm(self.fork_length_mm, self.fork_offset_mm)
        return self.front_axle + u.scaled(along) - n.scaled(self.fork_offset_mm)

    @property
    def seat_tube_top(self) -> Mark:
        """Top of the seat tube, along it from the BB."""
        return self.on_seat_tube(self.seat_tube_mm)

    def on_seat_tube(self, along_mm: float) -> Mark:
        """Point on the seat-tube axis ``along_mm`` from its foot, the place on it nearest to the BB."""
        c, s = cos(radians(self.seat_angle_deg)), sin(radians(self.seat_angle_deg))
        behind = self.axis_behind_bb_mm
        return Mark(-c * along_mm - s * behind, s * along_mm - c * behind)

    def along_seat_tube_mm(self, height_mm: float) -> float:
        """Where along the seat tube's axis a height over the BB is reached: the inverse of ``on_seat_tube``."""
        gamma = radians(self.seat_angle_deg)
        return (height_mm + cos(gamma) * self.axis_behind_bb_mm) / sin(gamma)

    @property
    def ett_mm(self) -> float:
        """Effective top tube: level from the head tube's top to the seat tube's axis, wherever that passes the BB."""
        return kernels.ett_from_axis_mm(self.reach_mm, self.stack_mm, self.seat_angle_deg, self.axis_behind_bb_mm)

    @property
    def wheelbase_mm(self) -> float:
        """Level distance between the axles."""
        return self.front_axle.x_mm - self.rear_axle.x_mm

    @property
    def trail_mm(self) -> float:
        """Trail on the wheel this size is drawn with."""
        return kernels.trail_mm(self.wheel_radius_mm, self.fork_offset_mm, self.head_angle_deg)

    @property
    def ground_y_mm(self) -> float:
        """Height of the ground from the BB, negative."""
        return self.bb_drop_mm - self.wheel_radius_mm

    @property
    def top_tube_slope_deg(self) -> float:
        """Slope of the top tube from the seat tube up to the head tube, for drawing and standover."""
        return slope_deg(self.seat_tube_top, self.head_top)

    def checked(self) -> FrameGeometry:
        """This geometry, or a ``GeometryError`` naming the number that makes it impossible."""
        _ = self.front_axle, self.rear_axle, self.crown
        if tan(radians(self.head_angle_deg)) <= 0 or tan(radians(self.seat_angle_deg)) <= 0:
            raise GeometryError("Head and seat angles lie between 0 and 90 degrees.", field="head_angle_deg")
        if self.head_tube_mm >= self.stack_mm:
            raise GeometryError("The head tube is longer than the stack.", field="head_tube_mm")
        return self
