"""The rider's joints for one crank angle, 0 at the top and growing forward (docs/formulas.md, Body)."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin

from waymark.core.body.segments import WRIST_TO_GRIP_MM, FootFit, Segments
from waymark.core.body.turn import Turn, toe_down_deg
from waymark.core.marks import Mark, angle_between_deg, circles_meet, slope_deg

HIP_FROM_SADDLE = Mark(-10.0, 80.0)


@dataclass(frozen=True, slots=True)
class Seated:
    """How a rider sits: the hip's centre from the saddle mark, and how far the foot's pitch is turned with the leg.

    A pelvis turned forward about the BB takes the hip's offset with it; a foot that turns too (+ toes down) swings about a
    crank angle that is turned as far, so that the leg turns as one piece.
    """

    hip_off: Mark = HIP_FROM_SADDLE
    foot_turned_deg: float = 0.0


SEATED = Seated()


@dataclass(frozen=True, slots=True)
class LegPose:
    """One leg: pedal axle, ankle, knee, hip, and the foot's toe-down angle. ``reaches`` is false where the
    leg is too short and the knee is then on the straight line."""

    pedal: Mark
    ankle: Mark
    knee: Mark
    hip: Mark
    toe_down_deg: float
    reaches: bool

    @property
    def knee_flexion_deg(self) -> float:
        """Knee flexion: 180° less the included angle."""
        return 180.0 - angle_between_deg(self.hip - self.knee, self.ankle - self.knee)


@dataclass(frozen=True, slots=True)
class Pose:
    """The whole rider: near leg, far leg, hip, shoulder, elbow, wrist and hand."""

    near: LegPose
    far: LegPose
    shoulder: Mark
    elbow: Mark
    wrist: Mark
    hand: Mark
    arms_reach: bool
    on_pads: bool = False

    @property
    def trunk_deg(self) -> float:
        """Trunk from the horizontal, hip to shoulder, + where the shoulder is the higher."""
        return slope_deg(self.near.hip, self.shoulder)

    @property
    def shoulder_deg(self) -> float:
        """Angle at the shoulder between trunk and arm: shoulder to hand, or to the elbow where it lies on a pad."""
        end = self.elbow if self.on_pads else self.hand
        return angle_between_deg(self.near.hip - self.shoulder, end - self.shoulder)

    @property
    def elbow_deg(self) -> float:
        """The elbow's included angle."""
        return angle_between_deg(self.shoulder - self.elbow, self.wrist - self.elbow)


def leg_at(
    saddle: Mark, body: Segments, foot: FootFit, crank_mm: float, crank_deg: float, seated: Seated = SEATED
) -> LegPose:
    """One leg with the crank at ``crank_deg``: knee on circle (hip, thigh) ∩ circle (ankle, shank), forward."""
    hip, a = saddle + seated.hip_off, radians(crank_deg)
    turn = Turn.of(hip, body, foot, crank_mm, seated.foot_turned_deg)
    pedal, ankle = Mark(crank_mm * sin(a), crank_mm * cos(a)), Mark(*turn.ankle(crank_deg))
    eta = toe_down_deg(crank_deg, seated.foot_turned_deg, foot.toe_down_deg)
    meets = circles_meet(hip, body.thigh_mm, ankle, body.shank_mm)
    if meets is None:
        straight = body.thigh_mm / (body.thigh_mm + body.shank_mm)
        return LegPose(pedal, ankle, hip.toward(ankle, straight), hip, eta, reaches=False)
    knee = max(meets, key=lambda m: m.x_mm)
    return LegPose(pedal, ankle, knee, hip, eta, reaches=True)


def shoulder_for(hip: Mark, hand: Mark, body: Segments, arm_mm: float | None = None) -> tuple[Mark, bool]:
    """Shoulder on circle (hip, trunk) ∩ circle (hand, arm), the upper one; and whether the arms reach.

    With ``arm_mm`` the arm ends elsewhere than at the grip: at the elbow, where the forearm lies on a pad.
    """
    meets = circles_meet(hip, body.trunk_mm, hand, body.arm_mm if arm_mm is None else arm_mm)
    if meets is None:
        return hip.toward(hand, body.trunk_mm / max(hip.distance_mm(hand), 1e-9)), False
    return max(meets, key=lambda m: m.y_mm), True


def trunk_at(
    saddle: Mark, hand: Mark, body: Segments, pad: Mark | None = None, seated: Seated = SEATED
) -> tuple[Mark, float]:
    """The hip, and the trunk from the horizontal, degrees: of the pose no more than that."""
    hip = saddle + seated.hip_off
    return hip, slope_deg(hip, _shoulder(hip, hand, _laid(hand, pad, body), body)[0])


def _laid(hand: Mark, pad: Mark | None, body: Segments) -> Mark | None:
    """The elbow of a forearm that lies on a pad."""
    if pad is None or pad.distance_mm(hand) <= 1.0:
        return None
    return hand.toward(pad, (body.forearm_mm + WRIST_TO_GRIP_MM) / hand.distance_mm(pad))


def _shoulder(hip: Mark, hand: Mark, laid: Mark | None, body: Segments) -> tuple[Mark, bool]:
    """The shoulder over a hip, by the whole arm or by the upper arm from an elbow that is laid on a pad."""
    return shoulder_for(hip, hand, body) if laid is None else shoulder_for(hip, laid, body, body.upper_arm_seen_mm)


def pose_at(
    saddle: Mark,
    hand: Mark,
    body: Segments,
    foot: FootFit,
    crank_mm: float,
    crank_deg: float = 90.0,
    pad: Mark | None = None,
    seated: Seated = SEATED,
) -> Pose:
    """The rider with the near crank at ``crank_deg`` and the far one opposite.

    On a ``pad`` the forearm lies along the line from hand to pad, the elbow a forearm behind the hand, and the
    shoulder on circle (hip, trunk) ∩ circle (elbow, upper arm).
    """
    near = leg_at(saddle, body, foot, crank_mm, crank_deg, seated)
    far = leg_at(saddle, body, foot, crank_mm, crank_deg + 180.0, seated)
    grip, elbow = body.forearm_mm + WRIST_TO_GRIP_MM, _laid(hand, pad, body)
    shoulder, reach = _shoulder(near.hip, hand, elbow, body)
    if elbow is not None:
        return Pose(near, far, shoulder, elbow, elbow.toward(hand, body.forearm_mm / grip), hand, reach, True)
    bends = circles_meet(shoulder, body.upper_arm_mm, hand, grip)
    if bends is None:
        elbow = shoulder.toward(hand, body.upper_arm_mm / (body.upper_arm_mm + grip))
    else:
        # Elbows hang below the line from shoulder to hand.
        elbow = min(bends, key=lambda m: m.y_mm)
    wrist = elbow.toward(hand, body.forearm_mm / grip)
    return Pose(near, far, shoulder, elbow, wrist, hand, reach)
