"""A rider's arms and bar from the front, in mm from the bar clamp: how far the hands stand from the shoulders."""

from __future__ import annotations

from dataclasses import dataclass
from math import asin, degrees

from waymark.core.body import Pose
from waymark.core.drawing.primitives import Circle, Item, line, ribbon, smooth
from waymark.core.marks import Mark

TUBE_MM = 30.0
FLAT_TUBE_MM = 24.0


@dataclass(frozen=True, slots=True)
class FrontView:
    """Widths between centres, mm; heights above the bar clamp. ``drop_mm`` is 0 on flat bars and pads.

    ``drops_width_mm`` is the width at the drops' ends, and at a flat bar's ends.
    """

    shoulder_width_mm: float
    hand_width_mm: float
    drops_width_mm: float
    shoulder_mm: float
    elbow_mm: float
    hand_mm: float
    drop_mm: float
    upper_arm_share: float

    @property
    def elbow_half_mm(self) -> float:
        """How far out the elbow lies with the arm straight from the front: its share of the way to the hand."""
        return (self.shoulder_width_mm + (self.hand_width_mm - self.shoulder_width_mm) * self.upper_arm_share) / 2


def front_view(
    pose: Pose, clamp: Mark, shoulder_mm: float, hand_mm: float, ends_mm: float, drop_mm: float
) -> FrontView:
    """What is seen from the front of a rider posed from the side; widths between shoulders, hands and bar ends."""
    arm = pose.shoulder.distance_mm(pose.elbow) + pose.elbow.distance_mm(pose.hand)
    share = pose.shoulder.distance_mm(pose.elbow) / arm if arm else 0.5
    return FrontView(
        shoulder_mm,
        hand_mm,
        ends_mm,
        pose.shoulder.y_mm - clamp.y_mm,
        pose.elbow.y_mm - clamp.y_mm,
        pose.hand.y_mm - clamp.y_mm,
        drop_mm,
        share,
    )


def splay_deg(shoulder_width_mm: float, hand_width_mm: float, arm_mm: float) -> float:
    """How far each arm runs out (+) or in from straight ahead: asin(half the difference in width / arm)."""
    across = (hand_width_mm - shoulder_width_mm) / 2
    return degrees(asin(max(-1.0, min(1.0, across / arm_mm))))


def front_items(v: FrontView) -> list[Item]:
    """The rider's trunk, arms and bar, back to front."""
    s, h = v.shoulder_width_mm / 2, v.hand_width_mm / 2
    top, waist = v.shoulder_mm, v.shoulder_mm - 150
    trunk = [
        Mark(0, top + 46), Mark(s * 0.6, top + 40), Mark(s + 34, top + 6), Mark(s + 26, waist), Mark(s * 0.7, waist - 70),
        Mark(-s * 0.7, waist - 70), Mark(-s - 26, waist), Mark(-s - 34, top + 6), Mark(-s * 0.6, top + 40),
    ]  # fmt: skip
    head = [Mark(0, top + 250), Mark(78, top + 180), Mark(66, top + 80), Mark(0, top + 40), Mark(-66, top + 80),
            Mark(-78, top + 180)]  # fmt: skip
    made: list[Item] = [smooth(trunk, "cloth"), smooth(head, "skin")]
    for side in (-1.0, 1.0):
        shoulder, hand = Mark(side * s, v.shoulder_mm), Mark(side * h, v.hand_mm)
        elbow = Mark(side * v.elbow_half_mm, v.elbow_mm)
        made.append(ribbon([shoulder, shoulder.toward(elbow, 0.5), elbow], [86, 78, 62], "cloth"))
        made.append(ribbon([elbow, elbow.toward(hand, 0.5), hand], [60, 54, 38], "skin"))
    made += _bar(v)
    for side in (-1.0, 1.0):
        shoulder, hand = Mark(side * s, v.shoulder_mm), Mark(side * h, v.hand_mm)
        elbow = Mark(side * v.elbow_half_mm, v.elbow_mm)
        made += [line(shoulder, elbow, "bone"), line(elbow, hand, "bone")]
        made += [Circle(m, 7, "joint") for m in (shoulder, elbow)]
    return made


def _bar(v: FrontView) -> list[Item]:
    """The bar across, with its drops where it has any."""
    h, e = v.hand_width_mm / 2, v.drops_width_mm / 2
    made: list[Item] = []
    if v.drop_mm:
        across = [Mark(-h, 0), Mark(-h * 0.3, 0), Mark(h * 0.3, 0), Mark(h, 0)]
        for side in (-1.0, 1.0):
            down = [Mark(side * h, v.hand_mm), Mark(side * h, 0), Mark(side * (h + e) / 2, -v.drop_mm / 2),
                    Mark(side * e, -v.drop_mm)]  # fmt: skip
            made.append(ribbon(down, [TUBE_MM] * 4, "part"))
        made.append(ribbon(across, [TUBE_MM] * 4, "part"))
    else:
        across = [Mark(-e, v.hand_mm), Mark(-e * 0.25, 0), Mark(e * 0.25, 0), Mark(e, v.hand_mm)]
        made.append(ribbon(across, [FLAT_TUBE_MM, TUBE_MM, TUBE_MM, FLAT_TUBE_MM], "part"))
    return [*made, Circle(Mark(0, 0), 18, "part"), Circle(Mark(0, 0), 9, "thin")]
