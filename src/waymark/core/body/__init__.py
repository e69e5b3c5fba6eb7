"""The rider in the plane: segments, one pose, and the read-outs a fitter looks at (docs/formulas.md, Body)."""

from waymark.core.body.circle import CircleRow, circle
from waymark.core.body.pose import SEATED, LegPose, Pose, Seated, ankle_at, leg_at, pose_at
from waymark.core.body.readouts import Readouts, readouts
from waymark.core.body.segments import BodyMeasures, FootFit, Segments, segments

__all__ = [
    "SEATED",
    "BodyMeasures",
    "CircleRow",
    "FootFit",
    "LegPose",
    "Pose",
    "Readouts",
    "Seated",
    "Segments",
    "ankle_at",
    "circle",
    "leg_at",
    "pose_at",
    "readouts",
    "segments",
]
