"""Goal: where the marks must be on the new bike, and what it is for."""

from waymark.rooms.posts.goal.commands import append_step, park_step
from waymark.rooms.posts.goal.complaining import CauseLine, causes_of, kept_step, readouts_now
from waymark.rooms.posts.goal.facts import (
    clamp_answer,
    discipline,
    goal_contact,
    goal_crank_mm,
    goal_foot,
    goal_marks,
    goal_seat,
    held_min,
    is_guess,
    measured_use,
    other_end,
    step_named,
    walked,
)
from waymark.rooms.posts.goal.state import GoalState, GoalStep, use_of

__all__ = [
    "CauseLine",
    "GoalState",
    "GoalStep",
    "append_step",
    "causes_of",
    "clamp_answer",
    "discipline",
    "goal_contact",
    "goal_crank_mm",
    "goal_foot",
    "goal_marks",
    "goal_seat",
    "held_min",
    "is_guess",
    "kept_step",
    "measured_use",
    "other_end",
    "park_step",
    "readouts_now",
    "step_named",
    "use_of",
    "walked",
]
