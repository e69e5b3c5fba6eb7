"""The sayings drawn in the sheet's own language: the bike from its side or its front end from above, and who rides it.

Shapes only: nothing is measured from them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import cos, hypot, radians, sin, sqrt

from waymark.core.body import BodyMeasures, FootFit, LegPose, Pose, leg_at, pose_at, segments
from waymark.core.cockpit.bars import DropBar, FlatBar
from waymark.core.cockpit.steerer import Stem
from waymark.core.drawing.bike import bike_items, crank_items, frame_items, seat_items
from waymark.core.drawing.cockpit import bar_items, front_end_items
from waymark.core.drawing.model import BikeDrawing, FrontEndDrawing
from waymark.core.drawing.primitives import Circle, DisplayList, Item, line, ribbon, smooth, taper
from waymark.core.drawing.rider import leg_items, near_items
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.marks import ORIGIN, Mark

TOP = Mark(385.0, 560.0)
COVER_MM, CLAMP_MM = 8.0, 40.0
SADDLE = Mark(-205.0, 705.0)
HOOD_OFF = Mark(85.0, 15.0)
_FORK_MM, _OFFSET_MM, _DROP_MM, _STAY_MM, _WHEEL_MM = 376.0, 47.0, 72.0, 415.0, 340.0
_DROP_BAR = DropBar(reach_mm=80, drop_mm=125, bend_radius_mm=44, ramp_deg=4, tops_rise_mm=0)
_CRANK_AT_DEG = 100.0
_MARGIN_MM = 40.0
_USUAL_RIDER = BodyMeasures(1780.0, 265.0, 830.0)

Box = tuple[float, float, float, float]


@dataclass(frozen=True, slots=True)
class Drawn:
    """A saying's picture, mm: what it looks like after, what of it was before, and the box to look at (least x, least y,
    greatest x, greatest y)."""

    before: tuple[Item, ...]
    after: tuple[Item, ...]
    box: Box


def box_of(*lists: Sequence[Item]) -> Box:
    """The box round items, with a margin."""
    x0, y0, x1, y1 = DisplayList([i for one in lists for i in one]).bounds()
    return x0 - _MARGIN_MM, y0 - _MARGIN_MM, x1 + _MARGIN_MM, y1 + _MARGIN_MM


def frame_at(top: Mark, head_deg: float, seat_deg: float = 73.5, seat_tube_mm: float | None = None) -> FrameGeometry:
    """A usual road frame with its head tube's top at ``top``."""
    s, c = sin(radians(head_deg)), cos(radians(head_deg))
    down = (top.y_mm - _DROP_MM + _OFFSET_MM * c) / s
    axle_x = top.x_mm + down * c + _OFFSET_MM * s
    return FrameGeometry(
        stack_mm=top.y_mm,
        reach_mm=top.x_mm,
        head_angle_deg=head_deg,
        seat_angle_deg=seat_deg,
        seat_tube_mm=seat_tube_mm or top.y_mm - 60,
        head_tube_mm=max(70.0, down - sqrt(_FORK_MM**2 - _OFFSET_MM**2)),
        fork_length_mm=_FORK_MM,
        fork_offset_mm=_OFFSET_MM,
        bb_drop_mm=_DROP_MM,
        chainstay_mm=_STAY_MM,
        front_centre_mm=hypot(axle_x, _DROP_MM),
        wheel_radius_mm=_WHEEL_MM,
    )


def bike_at(
    frame: FrameGeometry,
    spacers_mm: float = 20.0,
    stem: Stem = Stem(100.0, -6.0, CLAMP_MM),  # noqa: B008 frozen
    saddle: Mark = SADDLE,
    rise_mm: float | None = None,
    crank_mm: float = 172.5,
    nose_to_s_mm: float = 150.0,
    rail_to_top_mm: float = 48.0,
    tilt_deg: float = 0.0,
) -> BikeDrawing:
    """A usual bike on this frame: drop bars, or a flat bar where a rise is given."""
    front = FrontEndDrawing(COVER_MM, (spacers_mm,) if spacers_mm else (), (), stem)
    bar: DropBar | FlatBar = _DROP_BAR if rise_mm is None else FlatBar(740, rise_mm, 8, 4)
    bike = BikeDrawing(
        frame, front, saddle, nose_to_s_mm, tilt_deg, rail_to_top_mm, ORIGIN, bar, 4.0, 8.0, crank_mm, _CRANK_AT_DEG
    )
    off = HOOD_OFF if rise_mm is None else Mark(-30.0, rise_mm + 12)
    return replace(bike, hand=bike.clamp + off)


def front_items(bike: BikeDrawing) -> list[Item]:
    """The bike's front end alone: head tube, cover, spacers, stem and bar."""
    u, _ = steering_axis(bike.frame.head_angle_deg)
    top = bike.frame.head_top
    return [
        taper(top - u.scaled(120), top, 47, 43, "tube-plain"),
        *front_end_items(bike.frame, bike.front),
        *bar_items(bike),
    ]


def pose_on(bike: BikeDrawing, body: BodyMeasures) -> Pose:
    """The rider on this bike."""
    foot = FootFit(body.foot_mm)
    return pose_at(bike.saddle, bike.hand, segments(body), foot, bike.crank_mm, bike.crank_deg)


def whole_bike(bike: BikeDrawing, body: BodyMeasures | None) -> list[Item]:
    """The whole bike, with the rider on it where there is one."""
    items = bike_items(bike)
    return [*items, *near_items(pose_on(bike, body), segments(body))] if body else items


def front_drawn(before: BikeDrawing, after: BikeDrawing, body: BodyMeasures | None) -> Drawn:
    """Two front ends over each other; with a rider the whole bike under them."""
    was, now = front_items(before), front_items(after)
    if body is None:
        return Drawn(tuple(was), tuple(now), box_of(was, now))
    whole = whole_bike(after, body)
    return Drawn(tuple(was), tuple(whole), box_of(whole))


def seat_part(bike: BikeDrawing) -> list[Item]:
    """Seat tube, post and saddle."""
    return [taper(ORIGIN, bike.frame.seat_tube_top, 38, 32, "tube-plain"), *seat_items(bike)]


def seat_drawn(before: BikeDrawing, after: BikeDrawing, body: BodyMeasures | None) -> Drawn:
    """Two saddles over each other on the whole bike."""
    was, now = seat_part(before), whole_bike(after, body) if body else seat_part(after)
    return Drawn(tuple(was[1:]), tuple(now), box_of(now) if body else box_of(was, now))


def frames_drawn(before: FrameGeometry, after: FrameGeometry) -> Drawn:
    """Two frames over each other."""
    was, now = frame_items(before), frame_items(after)
    return Drawn(tuple(was), tuple(now), box_of(was, now))


def leg_of(saddle: Mark, body: BodyMeasures, foot: FootFit, crank_mm: float, crank_deg: float) -> LegPose:
    """The near leg."""
    return leg_at(saddle, segments(body), foot, crank_mm, crank_deg)


def legs_drawn(
    before: tuple[BikeDrawing, LegPose], after: tuple[BikeDrawing, LegPose], foot_mm: float, crank_deg: float
) -> Drawn:
    """A leg on the seat and crank, before and after: the leg of before as its bones."""
    (bike_was, leg_was), (bike, leg) = before, after
    turned = replace(bike, crank_deg=crank_deg)
    now = [
        *seat_part(turned),
        *crank_items(bike.crank_mm, crank_deg, near=True),
        *leg_items(leg, foot_mm, near=True),
    ]
    was = [
        *seat_items(bike_was)[3:4],
        *crank_items(bike_was.crank_mm, crank_deg, near=True)[:1],
        line(leg_was.hip, leg_was.knee, "bone"),
        line(leg_was.knee, leg_was.ankle, "bone"),
        line(leg_was.ankle, leg_was.pedal, "bone"),
        *(Circle(at, 9, "joint") for at in (leg_was.hip, leg_was.knee, leg_was.ankle)),
    ]
    return Drawn(tuple(was), tuple(now), box_of(now, was))


def rider_of(values: dict[str, float] | None = None) -> BodyMeasures:
    """The usual rider, or one of these measures."""
    v = values or {}
    return BodyMeasures(
        v.get("height_mm", _USUAL_RIDER.height_mm),
        v.get("foot_mm", _USUAL_RIDER.foot_mm),
        v.get("inseam_mm", _USUAL_RIDER.inseam_mm),
    )


@dataclass(frozen=True, slots=True)
class FromAbove:
    """A front end from above, mm from the steering axis, x forward and y to the rider's left.

    ``bends`` are the bar's points on the left from the clamp out; ``hand`` the hand's; ``shoulder`` the shoulder's.
    """

    stem_mm: float
    bends: tuple[Mark, ...]
    hand: Mark
    shoulder: Mark | None = None
    lever: tuple[Mark, Mark] | None = None
    drop_bar: bool = False


def _there(side: float, at: Mark) -> Mark:
    return Mark(at.x_mm, at.y_mm * side)


def above_items(it: FromAbove) -> list[Item]:
    """Stem, bar, levers, hands, and arms where shoulders are given, on both sides."""
    items: list[Item] = []
    for side in (1.0, -1.0):
        bar = [_there(side, p) for p in it.bends]
        items.append(ribbon(bar, [30.0] + [24.0] * (len(bar) - 1), "part"))
        hand, out = _there(side, it.hand), Mark(0.0, side)
        if it.shoulder is not None:
            shoulder = _there(side, it.shoulder)
            elbow = shoulder.toward(hand, 0.53) + out.scaled(26)
            items.append(ribbon([shoulder, elbow], [92, 74], "cloth"))
            items.append(ribbon([elbow, hand - Mark(20, 0)], [70, 50], "skin"))
        palm = [
            hand + Mark(-26, 0), hand + Mark(-14, 42 * side), hand + Mark(24, 40 * side), hand + Mark(34, 0),
            hand + Mark(24, -40 * side), hand + Mark(-14, -42 * side),
        ]  # fmt: skip
        long = [
            hand + Mark(-52, 0), hand + Mark(-20, 22 * side), hand + Mark(36, 18 * side), hand + Mark(58, 0),
            hand + Mark(36, -18 * side), hand + Mark(-20, -22 * side),
        ]  # fmt: skip
        items.append(smooth(long if it.drop_bar else palm, "skin"))
        if it.lever is not None:
            items.append(ribbon([_there(side, it.lever[0]), _there(side, it.lever[1])], [14, 9], "part"))
    items.append(taper(ORIGIN, Mark(it.stem_mm, 0), 36, 32, "part"))
    items.append(Circle(ORIGIN, 20, "part"))
    items.append(Circle(ORIGIN, 6, "axle"))
    if it.shoulder is not None:
        s = it.shoulder
        back = [
            Mark(s.x_mm - 60, 0), Mark(s.x_mm - 40, -s.y_mm), Mark(s.x_mm + 30, -s.y_mm - 30), Mark(s.x_mm + 62, 0),
            Mark(s.x_mm + 30, s.y_mm + 30), Mark(s.x_mm - 40, s.y_mm),
        ]  # fmt: skip
        items.append(smooth(back, "cloth"))
        items.append(Circle(Mark(s.x_mm + 46, 0), 88, "shoe"))
    return items


def above_drawn(before: FromAbove, after: FromAbove) -> Drawn:
    """Two front ends from above, one over the other."""
    was, now = above_items(before), above_items(after)
    return Drawn(tuple(was), tuple(now), box_of(was, now))
