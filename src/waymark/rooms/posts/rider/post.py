"""Rider, as it is registered."""

from __future__ import annotations

from collections.abc import Iterator

from waymark.core.say import Count, Said, Words, say, term
from waymark.rooms.files import Facts, Post, Stage, ledger_of
from waymark.rooms.plan import goal_dials, picture_now
from waymark.rooms.riders import MeasureName

ASKED: tuple[MeasureName, ...] = ("height", "inseam", "foot", "shoulder_width")


def _stage(facts: Facts) -> Stage:
    measures = facts.profile.measures
    missing = [m for m in ASKED if m not in measures]
    if not missing:
        return Stage("done", say("done"))
    return Stage("work" if measures else "empty", say("{count} to ask", count=Count(len(missing))))


def _words(facts: Facts) -> Iterator[Said | str]:
    for hurt in facts.profile.hurts:
        yield say("{what}, {feeling}", what=Words(hurt.what), feeling=term(hurt.feeling))
    yield from (term(use.use) for use in facts.profile.uses)


POST = Post(
    name="rider",
    label="Rider",
    place=1,
    stage=_stage,
    picture=picture_now,
    ledger=ledger_of,
    dials=goal_dials,
    words=_words,
)
