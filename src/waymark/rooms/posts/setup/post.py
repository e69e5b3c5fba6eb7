"""Set-up, as it is registered."""

from __future__ import annotations

from waymark.core.rules.verdict import worst
from waymark.core.say import Count, Said, Words, say, tenths, term
from waymark.rooms.files import Facts, Layer, MarkName, Post, Stage, both, ledger_of, misses
from waymark.rooms.plan import picture_plan, plan_dials
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import explain_foot
from waymark.rooms.posts.setup.commands import COMMANDS
from waymark.rooms.posts.setup.facts import built_marks, placed_built
from waymark.rooms.posts.setup.shapes import SetupView
from waymark.rooms.posts.setup.state import BuiltState
from waymark.rooms.posts.setup.view import setup_view


def _explain(facts: Facts, mark: MarkName) -> list[Said]:
    if mark == "foot":
        return explain_foot(facts)
    b, placed = facts.part(BuiltState), placed_built(facts, mark)
    pair = (b.saddle_x, b.saddle_y) if mark == "saddle" else (b.hand_x, b.hand_y)
    typed = Words(", ".join(t.typed if t else "" for t in pair))
    lines = [say("Measured after the work: {typed}", typed=typed)]
    if b.readings and placed is not None:
        shown = say("x = {x}, y = {y}", x=tenths(placed.at.x_mm), y=tenths(placed.at.y_mm))
        lines += [say("Adjusted with {n} readings of the tape beside them", n=Count(len(b.readings))), shown]
    return lines


def _stage(facts: Facts) -> Stage:
    if both(built_marks(facts)) is not None:
        found = misses("built", built_marks(facts), goal_marks(facts), facts.house)
        return Stage("done", term(worst(*(m.verdict for m in found.values()))) if found else say("built"))
    b = facts.part(BuiltState)
    begun = bool(b.typed() or b.readings)
    return Stage("work", say("to check")) if begun else Stage("empty")


POST = Post(
    name="setup",
    label="Set-up",
    place=6,
    stage=_stage,
    state=BuiltState,
    field="built",
    commands=COMMANDS,
    layer=Layer("built", built_marks, _explain, placed_built),
    view=SetupView,
    show=setup_view,
    picture=picture_plan,
    ledger=ledger_of,
    dials=plan_dials,
)
