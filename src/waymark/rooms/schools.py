"""A question on which fitters differ, as it is sent: its answers, and whose decides here."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.errors import InputError
from waymark.core.house import House
from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Said, say, term
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


def choices_of(question: str) -> list[ChoiceOut]:
    """The answers of a question as they are sent, the usual one first."""
    return [ChoiceOut(key=c.key, label=term(c.label), reason=term(c.reason)) for c in SCHOOLS[question].choices]


def school_out(question: str, taken: str, own: str | None, house: House) -> SchoolOut:
    """A question as it is sent."""
    return SchoolOut(
        key=question,
        question=term(SCHOOLS[question].question),
        taken=taken,
        house=house.schools[question],
        own=own is not None,
        choices=choices_of(question),
    )


def followed(question: str, school: str | None, field: str) -> Said:
    """What is said when a school is followed, or the house's again; raises ``InputError`` for no answer to this."""
    asked = SCHOOLS[question]
    if school is None:
        return say("{question}: as the house has it", question=term(asked.question))
    choice = next((c for c in asked.choices if c.key == school), None)
    if choice is None:
        raise InputError(
            "No such school answers this.",
            field=field,
            allowed=", ".join(c.key for c in asked.choices),
            kept=school[:60],
        )
    return say("{question}: {choice}", question=term(asked.question), choice=term(choice.label))
