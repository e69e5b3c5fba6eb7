"""A goal as a chain of steps on the measured marks, each a pure function of the position it starts from and the body."""

from waymark.core.goal.chain import Link, Walked, walk
from waymark.core.goal.first import Asked, FirstPosition, first_position
from waymark.core.goal.schools import Pick, cleat_picks, crank_in_proportion_mm, crank_picks
from waymark.core.goal.steps import (
    AeroStep,
    Clamp,
    CrankStep,
    DisciplineStep,
    FootStep,
    MixStep,
    MoveStep,
    Position,
    Step,
)
from waymark.core.goal.stops import CrankStop, crank_stops

__all__ = [
    "AeroStep",
    "Asked",
    "Clamp",
    "CrankStep",
    "CrankStop",
    "DisciplineStep",
    "FirstPosition",
    "FootStep",
    "Link",
    "MixStep",
    "MoveStep",
    "Pick",
    "Position",
    "Step",
    "Walked",
    "cleat_picks",
    "crank_in_proportion_mm",
    "crank_picks",
    "crank_stops",
    "first_position",
    "walk",
]
