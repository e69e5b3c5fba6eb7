"""The schools of the goal: whose answer decides in this file."""

from __future__ import annotations

from waymark.core.rules.schools import answers
from waymark.rooms.files import Facts, fact
from waymark.rooms.posts.goal.state import GoalState
from waymark.rooms.schools import SchoolOut, school_out


@fact(reading=True)
def own_answers(facts: Facts) -> dict[str, str | None]:
    """What this file answers itself."""
    return facts.part(GoalState).schools.model_dump()


@fact(reading=True)
def answered(facts: Facts) -> dict[str, str]:
    """Which school decides each question of the goal: the file's own answer, else the house's."""
    own = own_answers(facts)
    found = answers(own, facts.house.schools)
    return {key: found[key] for key in own}


@fact
def questions(facts: Facts) -> list[SchoolOut]:
    """The questions of the goal with their answers."""
    own = own_answers(facts)
    return [school_out(key, taken, own[key], facts.house) for key, taken in answered(facts).items()]
