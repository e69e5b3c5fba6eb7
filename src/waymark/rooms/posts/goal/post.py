"""Goal, as it is registered."""

from __future__ import annotations

from collections.abc import Iterator

from waymark.core.complaints import COMPLAINTS
from waymark.core.say import Count, Said, say
from waymark.rooms.files import Facts, Layer, Post, Stage, both, ledger_of
from waymark.rooms.plan import goal_dials, picture_goal, turned_goal
from waymark.rooms.posts.goal.commands import COMMANDS
from waymark.rooms.posts.goal.facts import explain, goal_marks, is_guess, label_of
from waymark.rooms.posts.goal.state import GoalState
from waymark.rooms.posts.goal.view import GoalView, goal_view


def _stage(facts: Facts) -> Stage:
    if both(goal_marks(facts)) is None:
        return Stage("empty")
    g = facts.part(GoalState)
    steps = sum(not line.parked for line in g.chain)
    if steps:
        return Stage("done", say("{steps} steps", steps=Count(steps)) if steps > 1 else "1 step")
    moved = any((g.saddle_dx_mm, g.saddle_dy_mm, g.hand_dx_mm, g.hand_dy_mm))
    as_it_is = "a first guess" if is_guess(facts) else "as measured"
    return Stage("done", "nudged" if moved else as_it_is)


def _words(facts: Facts) -> Iterator[Said | str]:
    goal = facts.part(GoalState)
    yield from (COMPLAINTS[name].name for name in goal.complaints if name in COMPLAINTS)
    yield from (line.words for line in goal.chain)


POST = Post(
    name="goal",
    label="Goal",
    place=3,
    stage=_stage,
    state=GoalState,
    commands=COMMANDS,
    layer=Layer("goal", goal_marks, explain),
    picture=picture_goal,
    turned=turned_goal,
    label_of=label_of,
    view=GoalView,
    show=goal_view,
    ledger=ledger_of,
    dials=goal_dials,
    words=_words,
)
