"""Build, as it is registered."""

from __future__ import annotations

from waymark.core.rules.verdict import worst
from waymark.core.say import Words, say, term
from waymark.rooms.files import Facts, Layer, MarkName, Post, Stage, ledger_of, misses
from waymark.rooms.plan import (
    BuildState,
    chosen,
    explain,
    moved_since,
    picture_plan,
    plan_dials,
    plan_marks,
    turned_plan,
)
from waymark.rooms.posts.build.commands import COMMANDS
from waymark.rooms.posts.build.shapes import BuildView
from waymark.rooms.posts.build.view import build_view
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import label_of


def _stage(facts: Facts) -> Stage:
    build, size = facts.part(BuildState), chosen(facts)
    if build.stem is None or size is None:
        return Stage("empty")
    if build.for_frame != size.label:
        return Stage(
            "stale", say("other frame"), say("The parts were chosen for {frame}.", frame=Words(build.for_frame or ""))
        )
    moved = moved_since(facts, say("these parts were chosen"))
    if moved:
        return Stage("stale", *moved)
    found = misses("plan", plan_marks(facts), goal_marks(facts), facts.house)
    word = worst(*(m.verdict for m in found.values())) if found else "out"
    mark: MarkName = next((name for name, m in found.items() if m.verdict == word), "hand")
    return Stage(
        "done" if word != "out" else "work",
        say("{mark} {word}", mark=term(label_of(facts, mark).lower()), word=term(word)),
    )


def _words(facts: Facts) -> list[str]:
    """The parts that were chosen, by name."""
    b = facts.part(BuildState)
    chosen = (b.stem, b.bar, b.cockpit, b.post, b.saddle, b.crank, b.pedal, b.cleat, b.shoe, b.wheels, b.tyre)
    return [part.name for part in chosen if part is not None]


POST = Post(
    name="build",
    label="Build",
    place=5,
    stage=_stage,
    state=BuildState,
    commands=COMMANDS,
    layer=Layer("plan", plan_marks, explain),
    view=BuildView,
    show=build_view,
    picture=picture_plan,
    turned=turned_plan,
    ledger=ledger_of,
    dials=plan_dials,
    words=_words,
)
