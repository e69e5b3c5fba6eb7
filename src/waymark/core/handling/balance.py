"""The rider's centre of mass, and what of it hands and front wheel carry (docs/formulas.md, Balance; de Leva 1996).

Static, a free hinge at the hip: an upper limit for the hands, to compare positions by, never a reading.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import cos, radians, sqrt
from typing import Literal

from waymark.core.body.pose import SEATED, LegPose, Seated, pose_at
from waymark.core.body.segments import WRIST_TO_GRIP_MM, BodyMeasures, FootFit, segments
from waymark.core.marks import Mark, circles_meet

Sex = Literal["men", "women"]
# Shares of the body's mass, %, each limb once, and centres as shares of the segment from its upper joint.
MASSES: Mapping[Sex, Mapping[str, float]] = {
    "men": {
        "head": 6.94,
        "trunk": 43.46,
        "upper_arm": 2.71,
        "forearm": 1.62,
        "hand": 0.61,
        "thigh": 14.16,
        "shank": 4.33,
        "foot": 1.37,
    },
    "women": {
        "head": 6.68,
        "trunk": 42.57,
        "upper_arm": 2.55,
        "forearm": 1.38,
        "hand": 0.56,
        "thigh": 14.78,
        "shank": 4.81,
        "foot": 1.29,
    },
}
CENTRES: Mapping[Sex, Mapping[str, float]] = {
    "men": {"trunk": 0.431, "upper_arm": 0.5772, "forearm": 0.4574, "thigh": 0.4095, "shank": 0.4395},
    "women": {"trunk": 0.3782, "upper_arm": 0.5754, "forearm": 0.4559, "thigh": 0.3612, "shank": 0.4352},
}
HEAD_FROM_SHOULDER_SHARE = 0.118


@dataclass(frozen=True, slots=True)
class Balance:
    """Per cent of the rider's weight: on the hands at most, and on the front axle, the bike's own weight not counted."""

    hand_share_percent: float
    front_axle_percent: float


def _upper(
    saddle: Mark, hand: Mark, body: BodyMeasures, foot: FootFit, crank_mm: float, sex: Sex, seated: Seated
) -> tuple[Mark, list[tuple[float, Mark]], tuple[LegPose, LegPose]]:
    """The hip, the masses above it with their places, and both legs, one crank level forward, one back."""
    seen, masses, centres = segments(body), MASSES[sex], CENTRES[sex]
    pose = pose_at(saddle, hand, seen, foot, crank_mm, 90.0, seated=seated)
    hip, shoulder = pose.near.hip, pose.shoulder
    grip = seen.forearm_mm + WRIST_TO_GRIP_MM
    flexion = cos(radians(body.elbow_flexion_deg))
    whole = sqrt(seen.upper_arm_mm**2 + grip**2 + 2 * seen.upper_arm_mm * grip * flexion)
    # Hands wider or narrower than the shoulders shorten both parts of the arm as seen from the side.
    short = seen.arm_mm / whole
    bends = circles_meet(shoulder, seen.upper_arm_mm * short, hand, grip * short)
    elbow = (
        shoulder.toward(hand, seen.upper_arm_mm / (seen.upper_arm_mm + grip))
        if bends is None
        else min(bends, key=lambda m: m.y_mm)
    )
    along = (shoulder - hip).scaled(1 / max((shoulder - hip).length_mm, 1e-9))
    lean = along + Mark(0.0, 1.0)
    head = shoulder + lean.scaled(HEAD_FROM_SHOULDER_SHARE * seen.height_mm / max(lean.length_mm, 1e-9))
    return (
        hip,
        [
            (masses["head"], head),
            (masses["trunk"], shoulder.toward(hip, centres["trunk"])),
            (2 * masses["upper_arm"], shoulder.toward(elbow, centres["upper_arm"])),
            (2 * masses["forearm"], elbow.toward(hand, centres["forearm"])),
            (2 * masses["hand"], hand),
        ],
        (pose.near, pose.far),
    )


def mass_centre(
    saddle: Mark,
    hand: Mark,
    body: BodyMeasures,
    foot: FootFit,
    crank_mm: float,
    sex: Sex = "men",
    seated: Seated = SEATED,
) -> Mark:
    """The rider's centre of mass, mm from the BB, with the cranks level; ``seated`` says where the hip is."""
    _, parts, legs = _upper(saddle, hand, body, foot, crank_mm, sex, seated)
    masses, centres = MASSES[sex], CENTRES[sex]
    for leg in legs:
        parts.append((masses["thigh"], leg.hip.toward(leg.knee, centres["thigh"])))
        parts.append((masses["shank"], leg.knee.toward(leg.ankle, centres["shank"])))
        parts.append((masses["foot"], leg.ankle.toward(leg.pedal, 0.5)))
    total = sum(m for m, _ in parts)
    return Mark(sum(m * at.x_mm for m, at in parts) / total, sum(m * at.y_mm for m, at in parts) / total)


def balance(
    saddle: Mark,
    hand: Mark,
    body: BodyMeasures,
    foot: FootFit,
    crank_mm: float,
    chainstay_mm: float,
    bb_drop_mm: float,
    wheelbase_mm: float,
    sex: Sex = "men",
    seated: Seated = SEATED,
) -> Balance:
    """What hands and front axle carry; the stay is straight from BB to axle, the BB ``bb_drop_mm`` below it."""
    hip, parts, _ = _upper(saddle, hand, body, foot, crank_mm, sex, seated)
    moment = sum(m * (at.x_mm - hip.x_mm) for m, at in parts)
    rear = -sqrt(max(chainstay_mm**2 - bb_drop_mm**2, 0.0))
    centre = mass_centre(saddle, hand, body, foot, crank_mm, sex, seated)
    return Balance(moment / (hand.x_mm - hip.x_mm), 100 * (centre.x_mm - rear) / wheelbase_mm)
