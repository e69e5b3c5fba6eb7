"""Where the marks must be: the measured marks, moved."""

from __future__ import annotations

from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.say import Length, Said, say
from waymark.rooms.files import Facts, MarkName, Marks, fact
from waymark.rooms.posts.goal.state import GoalState
from waymark.rooms.posts.measure import explain_foot, now_marks


@fact
def goal_marks(facts: Facts) -> Marks:
    """The goal's marks."""
    g, now = facts.part(GoalState), now_marks(facts)
    goal: Marks = {}
    if "saddle" in now:
        goal["saddle"] = _whole(now["saddle"] + Mark(g.saddle_dx_mm, g.saddle_dy_mm))
    if "hand" in now:
        goal["hand"] = _whole(now["hand"] + Mark(g.hand_dx_mm, g.hand_dy_mm))
    if "foot" in now:
        goal["foot"] = now["foot"]
    return goal


@fact(reading=True)
def discipline(facts: Facts) -> str:
    """What the bike is for."""
    return facts.part(GoalState).discipline


def _whole(at: Mark) -> Mark:
    # A goal is set to the whole mm: nobody sets a saddle to a tenth, and shown differences then agree.
    return Mark(float(whole(at.x_mm)), float(whole(at.y_mm)))


def explain(facts: Facts, mark: MarkName) -> list[Said]:
    """Lines that lead to a figure of the goal."""
    if mark == "foot":
        return explain_foot(facts)
    g = facts.part(GoalState)
    dx, dy = (g.saddle_dx_mm, g.saddle_dy_mm) if mark == "saddle" else (g.hand_dx_mm, g.hand_dy_mm)
    if not dx and not dy:
        return [say("Kept as measured, to the whole mm")]
    return [
        say("As measured, to the whole mm"),
        say("moved {dx} fore, {dy} up", dx=Length(dx, signed=True, bare=True), dy=Length(dy, signed=True, bare=True)),
    ]
