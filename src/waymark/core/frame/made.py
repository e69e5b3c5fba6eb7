"""A frame for a made-to-measure builder, where no frame on the shelf carries the goal.

docs/formulas.md, Search, window.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, cos, degrees, radians, sin

from waymark.core.cockpit.steerer import Stem
from waymark.core.frame.chart import USUAL
from waymark.core.frame.derive import derive
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.marks import Mark
from waymark.core.rules.house import HouseDefault
from waymark.core.seat.post import SaddleFit, seat_for

MADE: dict[str, HouseDefault] = {
    "spacers_mm": HouseDefault(10, "mm", "Room to go down as well as up.", "house"),
    "cover_mm": HouseDefault(8, "mm", "A common headset cover.", "house"),
    "post_showing_mm": HouseDefault(150, "mm", "Enough to flex, room to go down.", "house"),
    "clamp_height_mm": HouseDefault(40, "mm", "A common stem.", "house"),
    "stem_angle_deg": HouseDefault(-6, "°", "The commonest stem.", "house"),
}
SEAT_ANGLE_DEG = (70.0, 82.0)


@dataclass(frozen=True, slots=True)
class MadeFrame:
    """The frame to be made, and the front end and post it is drawn for."""

    geometry: FrameGeometry
    stem: Stem
    spacers_mm: float
    post_showing_mm: float


def made_to_measure(
    clamp: Mark,
    saddle: Mark,
    fit: SaddleFit,
    kind: str,
    head_angle_deg: float,
    stem_length_mm: float,
    wheel_radius_mm: float,
) -> MadeFrame:
    """The frame that puts the bar clamp and the saddle on their marks with a usual front end and a straight post.

    Stack and reach follow from the clamp by the cockpit turned round, the seat angle from the saddle with its
    rails at their middle, the rest from the fork and stays usual for ``kind``. Whole mm, tenths of a degree.
    Raises ``GeometryError`` where no head tube is left.
    """
    usual = {k: d.value for k, d in USUAL[kind].items()}
    stem = Stem(stem_length_mm, MADE["stem_angle_deg"].value, MADE["clamp_height_mm"].value)
    u, n = steering_axis(head_angle_deg)
    along = Mark(*stem_offset(stem))
    up = MADE["cover_mm"].value + MADE["spacers_mm"].value + along.y_mm
    top = clamp - u.scaled(up) - n.scaled(along.x_mm)
    rails = saddle - Mark(fit.mark_to_s_mm, fit.rail_to_top_mm)
    seat_angle = degrees(atan2(rails.y_mm, -rails.x_mm))
    seat_angle = round(min(max(seat_angle, SEAT_ANGLE_DEG[0]), SEAT_ANGLE_DEG[1]), 1)
    tube = seat_for(seat_angle, 0.0, fit, saddle).post_mm - MADE["post_showing_mm"].value
    values = derive(
        {
            "stack_mm": round(top.y_mm),
            "reach_mm": round(top.x_mm),
            "head_angle_deg": head_angle_deg,
            "fork_length_mm": usual["fork_length_mm"],
            "fork_offset_mm": usual["fork_offset_mm"],
            "bb_drop_mm": usual["bb_drop_mm"],
        }
    ).values
    geometry = FrameGeometry(
        stack_mm=round(top.y_mm),
        reach_mm=round(top.x_mm),
        head_angle_deg=head_angle_deg,
        seat_angle_deg=seat_angle,
        seat_tube_mm=round(min(tube, top.y_mm + 40)),
        head_tube_mm=round(values["head_tube_mm"]),
        fork_length_mm=usual["fork_length_mm"],
        fork_offset_mm=usual["fork_offset_mm"],
        bb_drop_mm=usual["bb_drop_mm"],
        chainstay_mm=usual["chainstay_mm"],
        front_centre_mm=round(values["front_centre_mm"]),
        wheel_radius_mm=wheel_radius_mm,
        cover_mm=MADE["cover_mm"].value,
    )
    showing = seat_for(seat_angle, 0.0, fit, saddle).post_mm - geometry.seat_tube_mm
    return MadeFrame(geometry.checked(), stem, MADE["spacers_mm"].value, round(showing))


def stem_offset(stem: Stem) -> tuple[float, float]:
    """The bar clamp ahead of the steering axis and up it from the clamp's foot, mm."""
    alpha = radians(stem.angle_deg)
    return stem.length_mm * cos(alpha), stem.lift_mm + stem.length_mm * sin(alpha)
