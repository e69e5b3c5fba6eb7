"""Goal: where the marks must be on the new bike, and what it is for."""

from waymark.rooms.posts.goal.complaining import readouts_now
from waymark.rooms.posts.goal.facts import (
    discipline,
    goal_contact,
    goal_crank_mm,
    goal_foot,
    goal_marks,
    other_end,
    present_body,
    walked,
)
from waymark.rooms.posts.goal.state import GoalState

__all__ = [
    "GoalState",
    "discipline",
    "goal_contact",
    "goal_crank_mm",
    "goal_foot",
    "goal_marks",
    "other_end",
    "present_body",
    "readouts_now",
    "walked",
]
