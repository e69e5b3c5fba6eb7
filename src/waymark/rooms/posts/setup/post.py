"""Set-up, as it is registered."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.rules.verdict import worst
from waymark.core.say import Said, Words, say, term
from waymark.rooms.files import Facts, Layer, MarkName, Post, Stage, both, ledger_of, misses
from waymark.rooms.plan import cautions_of, picture_plan, plan_dials, plan_warnings
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import explain_foot
from waymark.rooms.posts.setup.commands import COMMANDS
from waymark.rooms.posts.setup.facts import built_marks
from waymark.rooms.posts.setup.state import BuiltState
from waymark.rooms.telling import Told


class SetupView(BaseModel):
    """The Set-up post: the cautions that go with the plan, and why its card must not be built from yet."""

    cautions: list[Told]
    warnings: list[Told]


def _explain(facts: Facts, mark: MarkName) -> list[Said]:
    if mark == "foot":
        return explain_foot(facts)
    b = facts.part(BuiltState)
    pair = (b.saddle_x, b.saddle_y) if mark == "saddle" else (b.hand_x, b.hand_y)
    return [say("Measured after the work: {typed}", typed=Words(", ".join(t.typed if t else "" for t in pair)))]


def _stage(facts: Facts) -> Stage:
    if both(built_marks(facts)) is not None:
        found = misses("built", built_marks(facts), goal_marks(facts), facts.house)
        return Stage("done", term(worst(*(m.verdict for m in found.values()))) if found else say("built"))
    b = facts.part(BuiltState)
    begun = any((b.saddle_x, b.saddle_y, b.hand_x, b.hand_y))
    return Stage("work", say("to check")) if begun else Stage("empty")


def _view(facts: Facts) -> SetupView:
    return SetupView(cautions=cautions_of(facts), warnings=plan_warnings(facts))


POST = Post(
    name="setup",
    label="Set-up",
    place=6,
    stage=_stage,
    state=BuiltState,
    field="built",
    commands=COMMANDS,
    layer=Layer("built", built_marks, _explain),
    view=SetupView,
    show=_view,
    picture=picture_plan,
    ledger=ledger_of,
    dials=plan_dials,
)
