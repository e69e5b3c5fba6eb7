"""The bike from its side, to scale: wheels, frame, drive, seat, and the order they are painted in."""

from __future__ import annotations

from math import cos, pi, radians, sin

from waymark.core.drawing.cockpit import bar_items, front_end_items
from waymark.core.drawing.model import BikeDrawing
from waymark.core.drawing.primitives import (
    Circle,
    Command,
    Item,
    Path,
    line,
    local,
    polyline,
    ribbon,
    ring,
    smooth,
    taper,
    unit,
)
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.marks import ORIGIN, Mark, direction

SPOKES = 24
RING_RADIUS_MM = 84.0
SPROCKET_RADII_MM = (58.0, 46.0, 34.0, 24.0)


def wheel_items(centre: Mark, radius_mm: float, rim_mm: float, hub_mm: float) -> list[Item]:
    """A wheel: tyre, rim, spokes crossing the hub's flange, hub."""
    commands: list[Command] = []
    flange = hub_mm
    for i in range(SPOKES):
        a = 2 * pi * i / SPOKES
        lean = 0.9 if i % 2 else -0.9
        start = centre + Mark(cos(a + lean), sin(a + lean)).scaled(flange)
        end = centre + Mark(cos(a), sin(a)).scaled(rim_mm - 12)
        commands += [("M", (start.x_mm, start.y_mm)), ("L", (end.x_mm, end.y_mm))]
    return [
        ring(centre, radius_mm, rim_mm + 5, "tyre"),
        Circle(centre, rim_mm + 5, "rim"),
        Circle(centre, rim_mm - 12, "rim"),
        Path(tuple(commands), "spoke"),
        Circle(centre, hub_mm, "hub"),
        Circle(centre, 6, "axle"),
    ]


# A seat tube whose axis passes the BB by less looks straight.
KINK_MM = 3.0


def _tubes(frame: FrameGeometry) -> list[tuple[str, Path]]:
    """Frame tubes as outlines in one list: stroked together, then filled together, they join as one."""
    u, n = steering_axis(frame.head_angle_deg)
    top, bottom = frame.head_top, frame.head_bottom
    rear, front = frame.rear_axle, frame.front_axle
    long = frame.head_tube_mm
    down_at = bottom + u.scaled(min(26.0, long * 0.3))
    top_at = top - u.scaled(min(24.0, long * 0.25))
    top_tube_seat = frame.on_seat_tube(frame.seat_tube_mm - 16)
    if frame.step_through_mm is not None:
        # A low frame: the upper tube runs beside the down tube, its seat end at the height stepped over.
        rise = frame.step_through_mm + frame.ground_y_mm
        top_tube_seat = frame.on_seat_tube(max(60.0, frame.along_seat_tube_mm(rise)))
        top_at = bottom + u.scaled(long * 0.62)
    stay_at = frame.on_seat_tube(frame.seat_tube_mm - 30)
    crown = frame.crown
    fork_mid = crown.toward(front, 0.5) + n.scaled(frame.fork_offset_mm * 0.1 + 2)
    fork = [crown + u.scaled(6), crown.toward(front, 0.2), fork_mid, crown.toward(front, 0.82), front]
    stay_end = rear + Mark(4, 0)
    return [
        (
            "tube",
            ribbon(
                [
                    Mark(-14, 2),
                    stay_end.toward(ORIGIN, 0.62) + Mark(0, -12),
                    stay_end.toward(ORIGIN, 0.2),
                    stay_end,
                ],
                [26, 22, 17, 15],
                "tube",
            ),
        ),
        ("tube", ribbon([stay_at, stay_at.toward(rear, 0.55) + Mark(3, 3), rear], [13, 13, 13], "tube")),
        ("tube", taper(top_tube_seat, top_at, 25, 32, "tube")),
        ("tube", taper(ORIGIN, down_at, 46, 44, "tube")),
        ("tube", _seat_tube(frame)),
        ("tube", taper(bottom, top, 48, 43, "tube")),
        ("fork", ribbon(fork, [40, 34, 27, 19, 15], "tube")),
    ]


def _seat_tube(frame: FrameGeometry) -> Path:
    """The seat tube: straight from the BB, or from the BB to its own axis and then along it."""
    top = frame.seat_tube_top
    if abs(frame.axis_behind_bb_mm) < KINK_MM:
        return taper(ORIGIN, top, 38, 32, "tube")
    return ribbon([ORIGIN, frame.on_seat_tube(frame.seat_tube_mm * 0.3), top], [38, 36, 32], "tube")


def frame_items(frame: FrameGeometry) -> list[Item]:
    """Frame and fork: every edge first, then every filling, so that the tubes join as one outline."""
    tubes = [path for _, path in _tubes(frame)]
    items: list[Item] = [Path(t.commands, "tube-edge") for t in tubes]
    items.append(Circle(ORIGIN, 25, "tube-edge"))
    items += [Path(t.commands, "tube-fill") for t in tubes]
    items.append(Circle(ORIGIN, 25, "tube-fill"))
    _u, n = steering_axis(frame.head_angle_deg)
    for at in (frame.head_top, frame.head_bottom):
        items.append(line(at - n.scaled(23), at + n.scaled(23), "seam"))
    return items


def frame_outline(frame: FrameGeometry) -> list[Item]:
    """A second frame held for comparison: outlines only, dashed by the writer."""
    items: list[Item] = [Path(path.commands, "held") for _, path in _tubes(frame)]
    items += [
        Circle(frame.front_axle, frame.wheel_radius_mm, "held-wheel"),
        Circle(frame.rear_axle, frame.rear_radius_mm, "held-wheel"),
    ]
    return items


def drive_items(frame: FrameGeometry) -> list[Item]:
    """Chainring, chain, sprockets and derailleur."""
    rear = frame.rear_axle
    items: list[Item] = [Circle(rear, r, "thin") for r in SPROCKET_RADII_MM]
    away = unit(ORIGIN - rear)
    up = Mark(-away.y_mm, away.x_mm)
    small = SPROCKET_RADII_MM[1]
    cage = rear + Mark(14, -64)
    idler = rear + Mark(34, -122)
    items += [
        line(rear + up.scaled(small), up.scaled(RING_RADIUS_MM), "chain"),
        line(idler + Mark(0, -11), Mark(0, 0) - up.scaled(RING_RADIUS_MM), "chain"),
        ribbon([cage, idler], [10, 10], "part"),
        Circle(cage, 13, "part"),
        Circle(idler, 13, "part"),
        Circle(ORIGIN, RING_RADIUS_MM, "ring"),
        Circle(ORIGIN, RING_RADIUS_MM - 9, "thin"),
    ]
    for i in range(5):
        arm = direction(18 + 72 * i)
        items.append(line(arm.scaled(22), arm.scaled(RING_RADIUS_MM - 9), "thin"))
    return items


def crank_items(crank_mm: float, crank_deg: float, *, near: bool) -> list[Item]:
    """One crank arm with its pedal."""
    a = radians(crank_deg)
    end = Mark(sin(a), cos(a)).scaled(crank_mm)
    style = "part" if near else "part-far"
    return [
        ribbon([Mark(0, 0), end.scaled(0.5), end], [34, 22, 20], style),
        Circle(ORIGIN, 17, style),
        Circle(end, 10, style),
        smooth(local(end, direction(-14), ((-46, -6), (0, -11), (46, -6), (46, 4), (0, 7), (-46, 4))), style),
        Circle(end, 4, "axle"),
    ]


def seat_items(bike: BikeDrawing) -> list[Item]:
    """Post, rails and saddle. The saddle keeps its true place: S and the nose; its shape is drawn to them."""
    frame = bike.frame
    along = direction(bike.tilt_deg)
    s, long = bike.saddle, bike.nose_to_s_mm
    rail = bike.rail_to_top_mm
    head = local(s, along, [(-22, -rail - 2)])[0]
    base = frame.on_seat_tube(frame.seat_tube_mm - 4)
    axis = unit(frame.on_seat_tube(frame.seat_tube_mm + 100) - frame.seat_tube_top)
    post_end = base + axis.scaled(max(20.0, (head - base).dot(axis) - 6))
    top = [
        (-122, 15), (-112, 20), (-78, 11), (-40, 3), (0, 0), (long * 0.5, -2), (long * 0.86, -1),
        (long, -8), (long * 0.985, -17), (long * 0.7, -17), (long * 0.25, -22), (-30, -33), (-80, -35),
        (-112, -22), (-124, -2),
    ]  # fmt: skip
    rails = [(-84, -31), (-66, -rail + 2), (-40, -rail), (45, -rail), (long * 0.62, -19)]
    return [
        taper(base, post_end, 27, 27, "part"),
        smooth(local(s, along, rails), "rail", closed=False),
        polyline(
            (post_end + Mark(-20, -4), head + Mark(-24, 8), head + Mark(24, 10), post_end + Mark(16, -4)),
            "part",
            closed=True,
        ),
        smooth(local(s, along, top), "saddle"),
        taper(base - axis.scaled(8), base + axis.scaled(14), 40, 39, "part"),
    ]


def ground_items(frame: FrameGeometry) -> list[Item]:
    """The ground line under both tyres, with its hatching."""
    y = frame.ground_y_mm
    left, right = frame.rear_axle.x_mm - frame.rear_radius_mm, frame.front_axle.x_mm + frame.wheel_radius_mm
    commands: list[Command] = []
    x = left
    while x < right:
        commands += [("M", (x, y - 14)), ("L", (x + 12, y))]
        x += 15
    return [Path(tuple(commands), "hatch"), line(Mark(left, y), Mark(right, y), "ground")]


def bike_items(bike: BikeDrawing) -> list[Item]:
    """The whole bike, in paint order."""
    return [
        *_under(bike),
        *crank_items(bike.crank_mm, bike.crank_deg + 180, near=False),
        *_over(bike),
        *crank_items(bike.crank_mm, bike.crank_deg, near=True),
    ]


def still_items(bike: BikeDrawing) -> list[Item]:
    """All of it that stands while the cranks turn."""
    return [*_under(bike), *_over(bike)]


def _under(bike: BikeDrawing) -> list[Item]:
    """What the far crank is painted over."""
    frame = bike.frame
    return [
        *ground_items(frame),
        *wheel_items(frame.rear_axle, frame.rear_radius_mm, frame.rear_rim_mm, 30),
        *wheel_items(frame.front_axle, frame.wheel_radius_mm, frame.rim_radius_mm, 19),
    ]


def _over(bike: BikeDrawing) -> list[Item]:
    """What is painted over the far crank."""
    frame, seat = bike.frame, seat_items(bike)
    return [
        *seat[:1],
        *frame_items(frame),
        *seat[1:],
        *front_end_items(frame, bike.front),
        *bar_items(bike),
        *drive_items(frame),
    ]
