"""A question on which fitters differ, as it is sent: its answers, and whose decides here."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.house import House
from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Said, say, term
from waymark.rooms.files import Command
from waymark.rooms.telling import Told


class ChoiceOut(BaseModel):
    """A school's answer and its reason."""

    key: str
    label: Told
    reason: Told


class SchoolOut(BaseModel):
    """A question on which fitters differ, with its answers, the one taken here, the house's, and whether the one taken is
    this file's own."""

    key: str
    question: Told
    taken: str
    house: str
    own: bool
    choices: list[ChoiceOut]


def school_out(question: str, taken: str, own: str | None, house: House) -> SchoolOut:
    """A question as it is sent."""
    school = SCHOOLS[question]
    return SchoolOut(
        key=school.key,
        question=term(school.question),
        taken=taken,
        house=house.schools[school.key],
        own=own is not None,
        choices=[ChoiceOut(key=c.key, label=term(c.label), reason=term(c.reason)) for c in school.choices],
    )


def followed(command: Command, question: str, school: str | None) -> Said:
    """What is said when a file follows a school, or its house again; raises ``InputError`` for no answer to this."""
    asked = SCHOOLS[question]
    if school is None:
        return say("{question}: as the house has it", question=term(asked.question))
    choice = next((c for c in asked.choices if c.key == school), None)
    if choice is None:
        allowed = ", ".join(c.key for c in asked.choices)
        raise command.refuse("school", "No such school answers this.", allowed, school)
    return say("{question}: {choice}", question=term(asked.question), choice=term(choice.label))
