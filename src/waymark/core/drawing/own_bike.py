"""One's own bike on a trainer from its side, in mm from the BB, as it stands: stand, block, both wheels, the floor."""

from __future__ import annotations

from math import asin, cos, degrees, sin

from waymark.core.drawing.primitives import Circle, Item, line, polyline, smooth, taper
from waymark.core.marks import Mark
from waymark.core.trainer import Wheels

# Where the rear axle lies is not asked: it is drawn at a usual chainstay and drop.
REAR_AXLE = Mark(-410, 70)
TYRE_MM = 14.0


def own_bike_items(
    wheels: Wheels,
    rear_axle_mm: float,
    front_axle_mm: float,
    tilt_deg: float,
    saddle: Mark,
    hand: Mark,
    wheel_off: bool,
) -> list[Item]:
    """The bike turned as it stands, its marks turned with it; what is under the front wheel is drawn as a block."""
    slope = asin((wheels.front_mm - wheels.rear_mm) / wheels.wheelbase_mm)
    ahead = Mark(wheels.wheelbase_mm * cos(slope), wheels.wheelbase_mm * sin(slope))
    rear = REAR_AXLE.turned(tilt_deg)
    front = (REAR_AXLE + ahead).turned(tilt_deg)
    floor = rear.y_mm - rear_axle_mm
    lowest = front.y_mm - wheels.front_mm
    head = hand + Mark(-96, -52).turned(tilt_deg)
    crown = head + Mark(34, -150).turned(tilt_deg)
    bb = Mark(0, 0)
    made: list[Item] = [line(Mark(-720, floor), Mark(980, floor), "ground")]
    made += _wheel(front, wheels.front_mm)
    made += [Circle(rear, 52, "thin")] if wheel_off else _wheel(rear, wheels.rear_mm)
    if lowest - floor > 1:
        corners = [(-110, floor), (110, floor), (110, lowest), (-110, lowest)]
        made.append(polyline([Mark(front.x_mm + x, y) for x, y in corners], "part", closed=True))
    foot = Mark(rear.x_mm, floor)
    made += [
        taper(foot + Mark(-150, 8), rear, 26, 20, "part"),
        taper(foot + Mark(150, 8), rear, 26, 20, "part"),
        taper(foot + Mark(-190, 8), foot + Mark(190, 8), 16, 16, "part"),
    ]
    post, seat, joint = (saddle + Mark(30, y).turned(tilt_deg) for y in (-70, -90, -110))
    tubes = [(bb, rear, 20), (bb, post, 30), (bb, crown, 38), (crown, head, 34), (seat, head, 26), (rear, joint, 16)]
    tubes += [(crown, front, 24), (head, hand + Mark(-30, -10).turned(tilt_deg), 22)]
    made += [taper(a, b, wide, wide - 4, "part") for a, b, wide in tubes]
    top = ((-120, 4), (-60, 10), (60, 2), (150, -6), (60, -14), (-90, -26))
    made.append(smooth([saddle + Mark(x, y).turned(tilt_deg) for x, y in top], "saddle"))
    made += [Circle(bb, 15, "part"), Circle(rear, 9, "axle"), Circle(front, 9, "axle")]
    # Level beside the line through the axles: what is looked at with a spirit level.
    level = asin((front_axle_mm - rear_axle_mm) / wheels.wheelbase_mm) - slope
    if abs(degrees(level)) > 0.05:
        made.append(line(rear, rear + ahead, "thin"))
    return made


def _wheel(axle: Mark, radius_mm: float) -> list[Item]:
    return [Circle(axle, radius_mm, "part"), Circle(axle, radius_mm - TYRE_MM, "thin")]
