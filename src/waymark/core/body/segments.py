"""Segment lengths from measures, else from height (Drillis & Contini 1966, in Winter; docs/formulas.md, Body)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import cos, radians, sqrt

from waymark.core.cockpit.bars import arm_in_plane_mm

THIGH_SHARE = 0.245
SHANK_SHARE = 0.246
TRUNK_SHARE = 0.288
UPPER_ARM_SHARE = 0.186
FOREARM_SHARE = 0.146
WRIST_TO_GRIP_MM = 60.0
HIP_TO_ANKLE_PER_INSEAM = 1.053
# The foot's pitch, on the average of a turn.
TOE_DOWN_DEG = 18.0


@dataclass(frozen=True, slots=True)
class BodyMeasures:
    """What was measured of a rider, mm; ``None`` where it is to be taken from the height."""

    height_mm: float
    foot_mm: float
    inseam_mm: float | None = None
    trunk_mm: float | None = None
    upper_arm_mm: float | None = None
    forearm_mm: float | None = None
    shoulder_width_mm: float | None = None
    hand_width_mm: float | None = None
    elbow_flexion_deg: float = 20.0


@dataclass(frozen=True, slots=True)
class FootFit:
    """The foot on the pedal: length, axle to sole, and how far the cleat sits aft, mm; how far the toes point down on the
    average of a turn, degrees. Against the present bike: both feet further apart in all, mm, and each heel in, degrees."""

    foot_mm: float
    stack_mm: float = 25.0
    cleat_aft_mm: float = 0.0
    toe_down_deg: float = TOE_DOWN_DEG
    apart_by_mm: float = 0.0
    heels_in_by_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class Segments:
    """Lengths between joint centres, mm; ``arm_mm`` shoulder to grip and ``upper_arm_seen_mm`` shoulder to elbow on a
    pad as seen from the side."""

    thigh_mm: float
    shank_mm: float
    trunk_mm: float
    upper_arm_mm: float
    forearm_mm: float
    arm_mm: float
    upper_arm_seen_mm: float
    foot_mm: float
    height_mm: float


# Asked for one body by every step of a chain and every stop of a table.
@lru_cache(maxsize=64)
def segments(body: BodyMeasures) -> Segments:
    """Segment lengths of ``body``.

    A measured inseam rescales the leg: hip to ankle = 1.053 × inseam, split 245 : 246. The arm's length is
    A² = U² + F² + 2·U·F·cos(elbow flexion), F the forearm and the wrist-to-grip 60 mm, seen from the side.
    """
    h = body.height_mm
    thigh, shank = THIGH_SHARE * h, SHANK_SHARE * h
    if body.inseam_mm is not None:
        leg = HIP_TO_ANKLE_PER_INSEAM * body.inseam_mm
        thigh = leg * THIGH_SHARE / (THIGH_SHARE + SHANK_SHARE)
        shank = leg - thigh
    upper = body.upper_arm_mm if body.upper_arm_mm is not None else UPPER_ARM_SHARE * h
    fore = body.forearm_mm if body.forearm_mm is not None else FOREARM_SHARE * h
    grip = fore + WRIST_TO_GRIP_MM
    arm = sqrt(upper**2 + grip**2 + 2 * upper * grip * cos(radians(body.elbow_flexion_deg)))
    seen = upper
    hands = body.hand_width_mm if body.hand_width_mm is not None else body.shoulder_width_mm
    if hands is not None and body.shoulder_width_mm is not None:
        arm = arm_in_plane_mm(arm, hands / 2, body.shoulder_width_mm / 2)
        # Only pads ask for it: hands far wider than the upper arm is long are no fault of a flat bar.
        seen = sqrt(max(upper**2 - ((hands - body.shoulder_width_mm) / 2) ** 2, 0.0))
    return Segments(
        thigh_mm=thigh,
        shank_mm=shank,
        trunk_mm=body.trunk_mm if body.trunk_mm is not None else TRUNK_SHARE * h,
        upper_arm_mm=upper,
        forearm_mm=fore,
        arm_mm=arm,
        upper_arm_seen_mm=seen,
        foot_mm=body.foot_mm,
        height_mm=h,
    )
