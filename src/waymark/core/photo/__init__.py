"""A side photograph as an instrument: what was clicked on it gives the marks with their joint covariance."""

from waymark.core.photo.judge import Camera, Flag, Help, Judged, Sure, angles_of, judge_photo
from waymark.core.photo.model import Click, Photograph, WheelSize

__all__ = [
    "Camera",
    "Click",
    "Flag",
    "Help",
    "Judged",
    "Photograph",
    "Sure",
    "WheelSize",
    "angles_of",
    "judge_photo",
]
