"""Frame, as it is registered."""

from __future__ import annotations

from waymark.core.say import Words, say
from waymark.rooms.files import Facts, Post, Stage, ledger_of
from waymark.rooms.plan import FrameState, chosen, moved_since, picture_beside, plan_dials, turned_plan
from waymark.rooms.posts.frame.commands import COMMANDS
from waymark.rooms.posts.frame.shapes import FramesView
from waymark.rooms.posts.frame.view import frames_view


def _stage(facts: Facts) -> Stage:
    size = chosen(facts)
    if size is None:
        return Stage("empty")
    moved = moved_since(facts, say("this was chosen"))
    return Stage("stale", *moved) if moved else Stage("done", say("size {size}", size=Words(size.size)))


def _bike(facts: Facts) -> str:
    size = chosen(facts)
    return size.label if size else ""


POST = Post(
    name="frame",
    label="Frame",
    place=4,
    stage=_stage,
    state=FrameState,
    commands=COMMANDS,
    view=FramesView,
    show=frames_view,
    picture=picture_beside,
    turned=turned_plan,
    ledger=ledger_of,
    dials=plan_dials,
    bike=_bike,
)
