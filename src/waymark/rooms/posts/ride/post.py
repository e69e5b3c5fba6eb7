"""Ride, as it is registered."""

from __future__ import annotations

from collections.abc import Iterator

from waymark.core.say import Count, Said, say
from waymark.rooms.files import Facts, Post, Stage, ledger_of
from waymark.rooms.plan import picture_plan, plan_dials
from waymark.rooms.posts.ride.commands import COMMANDS
from waymark.rooms.posts.ride.state import RideState
from waymark.rooms.posts.ride.view import RideView, ride_view


def _stage(facts: Facts) -> Stage:
    held = facts.part(RideState)
    running = next((t for t in held.trials if not t.stopped and len(t.ridden()) < len(t.runs())), None)
    if running is not None:
        return Stage("work", say("trial running"))
    if not held.rides:
        return Stage("empty")
    n = len(held.rides)
    return Stage("done", say("1 ride") if n == 1 else say("{n} rides", n=Count(n)))


def _words(facts: Facts) -> Iterator[Said | str]:
    held = facts.part(RideState)
    for ride in held.rides:
        yield from (ride.better, ride.worse)
    for tried in held.tried:
        yield tried.said
    yield from (trial.differs for trial in held.trials)


POST = Post(
    name="ride",
    label="Ride",
    place=7,
    stage=_stage,
    state=RideState,
    commands=COMMANDS,
    view=RideView,
    show=ride_view,
    picture=picture_plan,
    ledger=ledger_of,
    dials=plan_dials,
    words=_words,
    due=lambda facts: [(d.id, d.on, d.kind, d.asks) for d in facts.part(RideState).due if d.done is None],
)
