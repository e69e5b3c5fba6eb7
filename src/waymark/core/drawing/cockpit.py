"""The front of the bike: cover, spacers, stem, bar, hood and lever, at bike scale and close up."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, cos, degrees, radians, sin

from waymark.core.cockpit.bars import DropBar, FlatBar
from waymark.core.cockpit.steerer import Stem
from waymark.core.drawing.model import AeroBarDrawing, BikeDrawing, FrontEndDrawing
from waymark.core.drawing.primitives import (
    Circle,
    Item,
    arc_points,
    local,
    polyline,
    ribbon,
    smooth,
    taper,
    unit,
)
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.marks import Mark, direction

STEM_WIDTH_MM = 36.0
FACE_RADIUS_MM = 21.0
BAR_RADIUS_MM = 15.9
SPACER_WIDTH_MM = 35.0
CAP_MM = 5.0
PAD_MM = 9.0


@dataclass(frozen=True, slots=True)
class Layer:
    """One piece on the steerer: what it is, its height, and its middle on the steering axis."""

    kind: str
    height_mm: float
    middle: Mark


def steerer_layers(frame: FrameGeometry, front: FrontEndDrawing) -> list[Layer]:
    """Every piece on the steerer from the frame up: cover, spacers under, stem, spacers over, cap."""
    u, _ = steering_axis(frame.head_angle_deg)
    pieces = [("cover", front.cover_mm)]
    pieces += [("under", s) for s in front.under_mm]
    pieces.append(("stem", front.stem.clamp_height_mm))
    pieces += [("over", s) for s in front.over_mm]
    pieces.append(("cap", CAP_MM))
    layers, height = [], 0.0
    for kind, tall in pieces:
        layers.append(Layer(kind, tall, frame.head_top + u.scaled(height + tall / 2)))
        height += tall
    return layers


def stem_outline(foot: Mark, head_angle_deg: float, stem: Stem, style: str) -> Item:
    """The stem as one outline: steerer clamp, body, face round the bar."""
    u, n = steering_axis(head_angle_deg)
    alpha = radians(stem.angle_deg)
    along = n.scaled(cos(alpha)) + u.scaled(sin(alpha))
    left = Mark(-along.y_mm, along.x_mm)
    axis = foot + u.scaled(stem.lift_mm)
    bar = axis + along.scaled(stem.length_mm)
    high, low = foot + u.scaled(stem.clamp_height_mm), foot
    half = min(STEM_WIDTH_MM / 2 - 2, stem.clamp_height_mm * 0.42)
    neck = min(stem.length_mm * 0.3, 30.0)
    start = 24.0
    top_face = bar + left.scaled(FACE_RADIUS_MM)
    low_face = bar - left.scaled(FACE_RADIUS_MM)
    base = arc_points(bar, FACE_RADIUS_MM, 90 + _deg(along), -90 + _deg(along), 8)
    points = [
        low - n.scaled(19),
        low + n.scaled(19),
        axis + along.scaled(start + 6) - left.scaled(half),
        bar - along.scaled(neck) - left.scaled(half - 1),
        low_face - along.scaled(6),
    ]
    upper = [
        top_face - along.scaled(6),
        bar - along.scaled(neck) + left.scaled(half - 1),
        axis + along.scaled(start + 6) + left.scaled(half),
        high + n.scaled(19),
        high - n.scaled(19),
    ]
    return polyline((*points, *base[::-1], *upper), style, closed=True)


def _deg(along: Mark) -> float:
    return degrees(atan2(along.y_mm, along.x_mm))


def front_end_items(frame: FrameGeometry, front: FrontEndDrawing) -> list[Item]:
    """Cover, spacers, stem and cap at their true places."""
    u, _n = steering_axis(frame.head_angle_deg)
    items: list[Item] = []
    for layer in steerer_layers(frame, front):
        foot = layer.middle - u.scaled(layer.height_mm / 2)
        top = layer.middle + u.scaled(layer.height_mm / 2)
        if layer.kind == "stem":
            items.append(stem_outline(foot, frame.head_angle_deg, front.stem, "part"))
        elif layer.kind == "cover":
            items.append(taper(foot, top, 43, SPACER_WIDTH_MM, "cover"))
        else:
            style = {"under": "spacer", "over": "spacer-over", "cap": "part"}[layer.kind]
            items.append(taper(foot, top, SPACER_WIDTH_MM, SPACER_WIDTH_MM, style))
    return items


def bar_items(bike: BikeDrawing) -> list[Item]:
    """The bar from its side with hood and lever, grip and lever, or pad and extension."""
    if isinstance(bike.bar, DropBar):
        return _drop_bar(bike, bike.bar)
    if isinstance(bike.bar, AeroBarDrawing):
        return _aero_bar(bike, bike.bar)
    return _flat_bar(bike, bike.bar)


def _drop_bar(bike: BikeDrawing, bar: DropBar) -> list[Item]:
    clamp = bike.clamp
    centre = bar.bend_centre
    turn = bike.bar_rotation_deg

    def place(points: list[Mark]) -> list[Mark]:
        return [clamp + p.turned(turn) for p in points]

    # Above the bend's middle the true arc; below it an ellipse that ends at the drop.
    upper = arc_points(centre, bar.bend_radius_mm, 90 - bar.ramp_deg, 0, 6)
    deep = max(20.0, bar.drop_mm + centre.y_mm)
    wide = min(bar.bend_radius_mm * 1.05, bar.reach_mm)
    lower = []
    for i in range(1, 7):
        a = radians(90 * i / 6)
        lower.append(Mark(bar.reach_mm - wide * (1 - cos(a)), centre.y_mm - deep * sin(a)))
    end = lower[-1]
    line_points = [
        Mark(0, bar.tops_rise_mm), upper[0].toward(Mark(0, bar.tops_rise_mm), 0.4), *upper, *lower,
        end + Mark(-38, -3), end + Mark(-78, -8),
    ]  # fmt: skip
    widths = [28.0, 29.0] + [29.0] * (len(line_points) - 2)
    return [
        ribbon(place(line_points), widths, "part"),
        Circle(clamp, BAR_RADIUS_MM, "part"),
        Circle(clamp, FACE_RADIUS_MM, "thin"),
        *_hood(bike.hand, bike.hood_slope_deg),
    ]


def _hood(hand: Mark, slope_deg: float) -> list[Item]:
    e = direction(slope_deg)
    body = [
        (-62, 5), (-34, 3), (0, -1), (22, 4), (36, 24), (47, 36), (58, 31), (59, 12), (51, -8),
        (30, -25), (2, -36), (-22, -35), (-44, -20),
    ]  # fmt: skip
    blade = [(50, 2), (62, -22), (65, -52), (58, -86), (40, -118)]
    return [
        ribbon(local(hand, e, blade), [10, 10, 9, 8, 5], "part"),
        smooth(local(hand, e, body), "hood"),
    ]


def _flat_bar(bike: BikeDrawing, bar: FlatBar) -> list[Item]:
    clamp, hand = bike.clamp, bike.hand
    bend = clamp + Mark(0.0, bar.rise_mm).turned(bike.bar_rotation_deg)
    e = direction(-35.0)
    return [
        ribbon(local(hand, e, [(8, -4), (36, -16), (66, -18)]), [9, 8, 6], "part"),
        ribbon([clamp, clamp.toward(bend, 0.6), bend.toward(hand, 0.3), hand], [26, 24, 22, 22], "part"),
        Circle(clamp, BAR_RADIUS_MM, "part"),
        Circle(clamp, FACE_RADIUS_MM, "thin"),
        Circle(hand, 16, "hood"),
        Circle(hand, 10, "thin"),
    ]


def _aero_bar(bike: BikeDrawing, bar: AeroBarDrawing) -> list[Item]:
    """Base bar with its brake, the riser under the pad, the pad, and the extension to the hand."""
    clamp, pad = bike.clamp, bike.hand
    grip = pad + bar.grip_off
    along = unit(bar.grip_off)
    under = Mark(along.y_mm, -along.x_mm)
    foot = pad + under.scaled(PAD_MM + 11)
    rear = foot - along.scaled(52)
    bend = foot.toward(grip, 0.62)
    base = [clamp + Mark(x, y) for x, y in ((-6, 0), (40, -4), (86, -10), (122, -12), (150, -4))]
    lever = [clamp + Mark(x, y) for x, y in ((138, -10), (148, -34), (138, -62), (116, -86))]
    shell = [
        (-62, -2), (-58, 9), (-30, 11), (0, 9), (32, 11), (58, 10), (63, -1), (40, -PAD_MM), (-44, -PAD_MM),
    ]  # fmt: skip
    return [
        ribbon([clamp + Mark(-4, 0), clamp.toward(foot, 0.5), foot], [24, 21, 24], "part"),
        ribbon(lever, [10, 9, 8, 5], "part"),
        ribbon(base, [26, 24, 24, 24, 18], "part"),
        ribbon([rear, bend, grip - along.scaled(30), grip + along.scaled(34)], [21, 21, 21, 19], "part"),
        smooth(local(pad, along, shell), "hood"),
        Circle(clamp, BAR_RADIUS_MM, "part"),
        Circle(clamp, FACE_RADIUS_MM, "thin"),
    ]


def steerer_close_up(frame: FrameGeometry, front: FrontEndDrawing) -> list[Item]:
    """The steerer for the bench and the card: head tube, every piece, the bar. Heights are true."""
    u, n = steering_axis(frame.head_angle_deg)
    top = frame.head_top
    alpha = radians(front.stem.angle_deg)
    foot = top + u.scaled(front.cover_mm + front.pile_mm + front.stem.lift_mm)
    bar = foot + (n.scaled(cos(alpha)) + u.scaled(sin(alpha))).scaled(front.stem.length_mm)
    return [
        taper(top - u.scaled(34), top, 44, 43, "tube-plain"),
        *front_end_items(frame, front),
        Circle(bar, BAR_RADIUS_MM, "part"),
    ]
