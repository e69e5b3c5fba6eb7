"""Goal, as it is registered."""

from __future__ import annotations

from waymark.rooms.files import Facts, Layer, Post, Stage, both, ledger_of
from waymark.rooms.plan import goal_dials, picture_now
from waymark.rooms.posts.goal.commands import COMMANDS
from waymark.rooms.posts.goal.facts import explain, goal_marks
from waymark.rooms.posts.goal.state import GoalState


def _stage(facts: Facts) -> Stage:
    if both(goal_marks(facts)) is None:
        return Stage("empty")
    g = facts.part(GoalState)
    moved = any((g.saddle_dx_mm, g.saddle_dy_mm, g.hand_dx_mm, g.hand_dy_mm))
    return Stage("done", "nudged" if moved else "as measured")


POST = Post(
    name="goal",
    label="Goal",
    place=3,
    stage=_stage,
    state=GoalState,
    commands=COMMANDS,
    layer=Layer("goal", goal_marks, explain),
    picture=picture_now,
    ledger=ledger_of,
    dials=goal_dials,
)
