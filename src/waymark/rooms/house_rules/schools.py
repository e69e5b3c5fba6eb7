"""Which school a house follows where fitters differ: its own answers, or the usual ones."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field
from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.core.rules.schools import SCHOOLS, answers
from waymark.core.say import term
from waymark.rooms.house_rules.tables import HouseRow
from waymark.rooms.schools import ChoiceOut, choices_of, followed
from waymark.rooms.telling import Told

ROW = "schools"


class HouseSchool(BaseModel):
    """A question on which fitters differ: where it is asked, what this house takes, what is usual, and the answers."""

    key: str
    question: Told
    asked_at: Literal["goal", "frame", "build"]
    taken: str
    usual: str
    choices: list[ChoiceOut]


class SchoolsIn(BaseModel):
    """Answers by question, null for the usual; what is left out stays."""

    model_config = ConfigDict(extra="forbid")

    schools: dict[str, str | None] = Field(max_length=len(SCHOOLS))


def schools_of(kept: Mapping[str, str] | None) -> dict[str, str]:
    """The answers of a house that keeps these of its own; what is no answer any more counts for nothing."""
    return answers(_known(kept), {})


def _known(kept: Mapping[str, str] | None) -> dict[str, str]:
    return {k: v for k, v in (kept or {}).items() if k in SCHOOLS and v in {c.key for c in SCHOOLS[k].choices}}


def school_lines(session: Session) -> list[HouseSchool]:
    """Every question in the order of work, with what this house answers."""
    row = session.get(HouseRow, ROW)
    taken = schools_of(None if row is None else row.value)
    order = ("goal", "frame", "build")
    return [
        HouseSchool(
            key=s.key,
            question=term(s.question),
            asked_at=s.asked_at,
            taken=taken[s.key],
            usual=s.choices[0].key,
            choices=choices_of(s.key),
        )
        for s in sorted(SCHOOLS.values(), key=lambda s: order.index(s.asked_at))
    ]


def set_schools(session: Session, schools: Mapping[str, str | None]) -> list[HouseSchool]:
    """Follow other schools; raises ``InputError`` for an unknown question or what does not answer it."""
    row = session.get(HouseRow, ROW)
    kept = _known(None if row is None else row.value)
    for question, answer in schools.items():
        if question not in SCHOOLS:
            allowed = ", ".join(SCHOOLS)
            raise InputError("No question is called so.", field="schools", allowed=allowed, kept=question[:60])
        if answer is None:
            kept.pop(question, None)
            continue
        followed(question, answer, f"schools.{question}")
        kept[question] = answer
    if row is None:
        session.add(HouseRow(name=ROW, value=kept))
    else:
        row.value = kept
    session.flush()
    return school_lines(session)
