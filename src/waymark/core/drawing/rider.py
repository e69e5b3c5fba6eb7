"""The rider over the bike: soft shapes about the joints of a pose, light, so that the marks stay plain.

Shapes are given along each segment (share of its length) and to its left (share of its length, or mm where
said), traced as closed splines. They show where the body is; nothing is measured from them.
"""

from __future__ import annotations

import itertools

from waymark.core.body.pose import LegPose, Pose
from waymark.core.body.segments import Segments
from waymark.core.drawing.primitives import Circle, Item, line, local, ribbon, smooth, unit
from waymark.core.marks import Mark, direction

TORSO = (
    (-0.17, 0.02), (-0.165, 0.13), (-0.06, 0.215), (0.12, 0.215), (0.34, 0.19), (0.56, 0.19),
    (0.78, 0.195), (0.94, 0.165), (1.05, 0.10), (1.085, 0.01), (1.04, -0.085), (0.9, -0.15),
    (0.7, -0.20), (0.45, -0.205), (0.2, -0.19), (0.02, -0.17), (-0.1, -0.10),
)  # fmt: skip
SHORTS = (
    (-0.20, -0.02), (-0.17, 0.13), (-0.04, 0.20), (0.2, 0.185), (0.45, 0.165), (0.70, 0.142),
    (0.715, 0.0), (0.70, -0.125), (0.45, -0.17), (0.2, -0.215), (0.0, -0.235), (-0.14, -0.16),
)  # fmt: skip
THIGH = (
    (0.66, 0.138), (0.82, 0.128), (0.95, 0.122), (1.06, 0.09), (1.10, 0.01), (1.06, -0.085),
    (0.95, -0.11), (0.82, -0.115), (0.66, -0.12), (0.64, 0.0),
)  # fmt: skip
SHANK = (
    (-0.03, 0.10), (0.08, 0.112), (0.3, 0.098), (0.6, 0.072), (0.88, 0.055), (1.02, 0.06),
    (1.03, -0.045), (0.88, -0.058), (0.62, -0.085), (0.36, -0.142), (0.16, -0.136), (0.0, -0.09),
)  # fmt: skip
SLEEVE = (
    (-0.2, 0.02), (-0.14, 0.17), (0.05, 0.225), (0.3, 0.19), (0.55, 0.165), (0.62, 0.155),
    (0.63, 0.0), (0.60, -0.15), (0.35, -0.18), (0.08, -0.2), (-0.12, -0.14),
)  # fmt: skip
UPPER_ARM = (
    (0.55, 0.135), (0.8, 0.125), (1.0, 0.125), (1.08, 0.05), (1.06, -0.06), (0.98, -0.115),
    (0.8, -0.12), (0.55, -0.135),
)  # fmt: skip
FOREARM = (
    (-0.06, 0.1), (0.1, 0.165), (0.35, 0.15), (0.7, 0.105), (1.02, 0.085),
    (1.03, -0.085), (0.7, -0.11), (0.35, -0.16), (0.1, -0.165), (-0.05, -0.11),
)  # fmt: skip
# Head in mm for a rider 1,780 tall, from the ear: forward along the gaze, and up.
FACE = (
    (-66, 68), (10, 92), (72, 62), (88, 34), (90, 14), (96, 2), (110, -24), (106, -33), (96, -36),
    (99, -46), (94, -53), (96, -62), (91, -82), (70, -97), (34, -88), (4, -72), (-30, -78), (-72, -62),
    (-94, -18), (-96, 24),
)  # fmt: skip
HELMET = (
    (-134, 14), (-128, 52), (-92, 98), (-30, 124), (34, 122), (88, 94), (120, 52), (119, 37), (88, 40),
    (40, 36), (-6, 26), (-44, 6), (-84, -6), (-118, -2),
)  # fmt: skip
VENTS = (
    ((-112, 46), (-60, 84), (0, 98), (58, 88)),
    ((-104, 22), (-52, 52), (10, 66), (84, 60)),
    ((-88, 4), (-40, 28), (14, 44), (60, 46)),
)
STRAP = ((-24, 14), (-2, -40), (40, -90))
HAND = ((-6, 24), (26, 30), (58, 16), (74, -8), (62, -26), (40, -22), (20, -32), (-2, -24))
HEIGHT_DRAWN_MM = 1780.0


def _shape(a: Mark, b: Mark, points: tuple[tuple[float, float], ...], style: str) -> Item:
    along = unit(b - a)
    return smooth(local(a, along, points, a.distance_mm(b)), style)


def leg_items(leg: LegPose, foot_mm: float, *, near: bool) -> list[Item]:
    """One leg: thigh with shorts, shank, sock and shoe."""
    far = "" if near else "-far"
    along = direction(-leg.toe_down_deg)
    heel, toe = -0.70 * foot_mm, 0.28 * foot_mm + 12
    sole = local(leg.pedal, along, [(0.0, 25.0)])[0]
    shoe = [
        (heel - 4, 14), (heel + 2, 46), (heel + 8, 78), (heel + 60, 92), (heel + 84, 74), (-38, 44), (20, 32),
        (toe - 24, 22), (toe, 6), (toe - 10, -6), (0, -7), (-60, 0), (heel + 40, -7), (heel + 8, -6),
    ]  # fmt: skip
    return [
        _shape(leg.knee, leg.ankle, SHANK, f"skin{far}"),
        smooth(local(sole, along, shoe), f"shoe{far}"),
        _shape(leg.hip, leg.knee, THIGH, f"skin{far}"),
        _shape(leg.hip, leg.knee, SHORTS, f"cloth{far}"),
    ]


def head_items(pose: Pose, height_mm: float) -> list[Item]:
    """Neck, head and helmet. The head leans with the trunk, the gaze a little below level."""
    scale = height_mm / HEIGHT_DRAWN_MM
    trunk = unit(pose.shoulder - pose.near.hip)
    trunk_deg = pose.trunk_deg
    neck_deg = trunk_deg + (90.0 - trunk_deg) * 0.22
    base = pose.shoulder + trunk.scaled(2 * scale) + Mark(-trunk.y_mm, trunk.x_mm).scaled(30 * scale)
    ear = base + direction(neck_deg).scaled(190 * scale)
    gaze = direction(-14.0 + trunk_deg * 0.12)
    nape = base + direction(neck_deg).scaled(110 * scale)
    return [
        ribbon([base, nape, ear], [112 * scale, 104 * scale, 104 * scale], "skin"),
        smooth(local(ear, gaze, FACE, scale), "skin"),
        smooth(local(ear, gaze, STRAP, scale), "strap", closed=False),
        smooth(local(ear, gaze, HELMET, scale), "shoe"),
        *(smooth(local(ear, gaze, vent, scale), "vent", closed=False) for vent in VENTS),
    ]


def trunk_items(pose: Pose, body: Segments) -> list[Item]:
    """Head and torso: what lies behind the near leg."""
    return [*head_items(pose, body.height_mm), _shape(pose.near.hip, pose.shoulder, TORSO, "cloth")]


def arm_items(pose: Pose) -> list[Item]:
    """The near arm: what lies over the near leg."""
    hand_along = unit(pose.hand - pose.wrist)
    hand_at = pose.wrist + hand_along.scaled(8)
    return [
        _shape(pose.elbow, pose.wrist, FOREARM, "skin"),
        smooth(local(hand_at, hand_along, HAND), "skin"),
        _shape(pose.shoulder, pose.elbow, UPPER_ARM, "skin"),
        _shape(pose.shoulder, pose.elbow, SLEEVE, "cloth"),
    ]


def near_items(pose: Pose, body: Segments) -> list[Item]:
    """Everything of the rider in front of the bike: head, torso, near leg, near arm."""
    return [*trunk_items(pose, body), *leg_items(pose.near, body.foot_mm, near=True), *arm_items(pose)]


def joint_items(pose: Pose) -> list[Item]:
    """Joint rings and the dotted line through them."""
    return _skeleton(pose, "bone", "joint")


def ghost_items(pose: Pose) -> list[Item]:
    """The same of a position that is only held against the one drawn."""
    return _skeleton(pose, "ghost-bone", "ghost-joint")


def _skeleton(pose: Pose, bone: str, joint: str) -> list[Item]:
    near = pose.near
    chain = [near.ankle, near.knee, near.hip, pose.shoulder, pose.elbow, pose.wrist]
    items: list[Item] = [line(a, b, bone) for a, b in itertools.pairwise(chain)]
    return [*items, *(Circle(at, 8, joint) for at in chain)]
