"""The follow-ups a house offers: its own, or the usual ones."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic import BaseModel, ConfigDict, Field
from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.core.rules.follow_ups import FOLLOW_UPS, FollowUp
from waymark.core.say import words
from waymark.rooms.house_rules.tables import HouseRow
from waymark.rooms.telling import Told

ROW = "follow_ups"
MOST = 12


class FollowUpLine(BaseModel):
    """A follow-up that is offered: after what, in how many days."""

    after: Told
    days: int


class FollowUpIn(BaseModel):
    """A follow-up of the house's own."""

    model_config = ConfigDict(extra="forbid", str_strip_whitespace=True)

    after: str = Field(min_length=1, max_length=40)
    days: int = Field(ge=0, le=3660)


class FollowUpsIn(BaseModel):
    """The house's own follow-ups in the order they are offered, or null for the usual ones."""

    model_config = ConfigDict(extra="forbid")

    follow_ups: list[FollowUpIn] | None = Field(max_length=MOST)


def follow_ups_of(kept: Sequence[dict[str, Any]] | None) -> tuple[FollowUp, ...]:
    """What a house offers that keeps these of its own."""
    return FOLLOW_UPS if kept is None else tuple(FollowUp(words(it["after"]), it["days"]) for it in kept)


def follow_up_lines(session: Session) -> list[FollowUpLine]:
    """What is offered, in order."""
    row = session.get(HouseRow, ROW)
    return [FollowUpLine(after=f.after, days=f.days) for f in follow_ups_of(None if row is None else row.value)]


def set_follow_ups(session: Session, own: Sequence[FollowUpIn] | None) -> list[FollowUpLine]:
    """Keep the house's own, or go back to the usual; raises ``InputError`` for the same words twice."""
    row = session.get(HouseRow, ROW)
    if own is None:
        if row is not None:
            session.delete(row)
    else:
        names = [it.after.casefold() for it in own]
        twice = next((i for i, name in enumerate(names) if name in names[:i]), None)
        if twice is not None:
            raise InputError(
                "This stands there already.",
                field=f"follow_ups.{twice}.after",
                allowed="each once",
                kept=own[twice].after,
            )
        value = [it.model_dump() for it in own]
        if row is None:
            session.add(HouseRow(name=ROW, value=value))
        else:
            row.value = value
    session.flush()
    return follow_up_lines(session)
