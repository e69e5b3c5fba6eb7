"""The rider in the plane: segments, one pose, and the read-outs a fitter looks at (docs/formulas.md, Body)."""

from waymark.core.body.calibrate import AngleName, Calibrated, Sat, Turned, calibrate
from waymark.core.body.circle import CircleRow, circle
from waymark.core.body.legs import (
    ALIKE,
    SIDES,
    Apart,
    Leg,
    LegAngles,
    Side,
    both_angles,
    leg_angles,
    leg_turn,
    legs_apart,
)
from waymark.core.body.pose import SEATED, LegPose, Pose, Seated, leg_at, pose_at, trunk_at
from waymark.core.body.readouts import Readouts, hip_least_deg, readouts
from waymark.core.body.segments import BodyMeasures, FootFit, Segments, segments
from waymark.core.body.turn import Turn, extreme

__all__ = [
    "ALIKE",
    "SEATED",
    "SIDES",
    "AngleName",
    "Apart",
    "BodyMeasures",
    "Calibrated",
    "CircleRow",
    "FootFit",
    "Leg",
    "LegAngles",
    "LegPose",
    "Pose",
    "Readouts",
    "Sat",
    "Seated",
    "Segments",
    "Side",
    "Turn",
    "Turned",
    "both_angles",
    "calibrate",
    "circle",
    "extreme",
    "hip_least_deg",
    "leg_angles",
    "leg_at",
    "leg_turn",
    "legs_apart",
    "pose_at",
    "readouts",
    "segments",
    "trunk_at",
]
