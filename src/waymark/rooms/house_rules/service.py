"""Keeping the house's rules."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from sqlalchemy.orm import Session

from waymark.core.callout import BY_NAME, PROMPTS, USUAL
from waymark.core.errors import InputError
from waymark.core.house import HOUSE, House
from waymark.rooms.house_rules.tables import HouseRow
from waymark.rooms.house_rules.weights import weights_of

ASKED = "callout.asked"


def house_of(session: Session) -> House:
    """The house as it is now: its own numbers, and what its call-out asks."""
    return replace(HOUSE, asked=asked_prompts(session), weights=weights_of(session))


def asked_prompts(session: Session) -> tuple[str, ...]:
    """The prompts the call-out asks, in the order of work; the house default where nothing was chosen."""
    row = session.get(HouseRow, ASKED)
    if row is None:
        return USUAL
    chosen = set(row.value)
    return tuple(p.name for p in PROMPTS if p.name in chosen)


def choose_prompts(session: Session, names: Sequence[str] | None) -> tuple[str, ...]:
    """Choose what the call-out asks, or go back to the default; raises ``InputError`` for an unknown prompt."""
    row = session.get(HouseRow, ASKED)
    if names is None:
        if row is not None:
            session.delete(row)
            session.flush()
        return asked_prompts(session)
    for name in names:
        if name not in BY_NAME:
            raise InputError(
                "The call-out has no such prompt.",
                field="asked",
                allowed="names of the call-out",
                kept=name[:60],
            )
    if row is None:
        session.add(HouseRow(name=ASKED, value=sorted(set(names))))
    else:
        row.value = sorted(set(names))
    session.flush()
    return asked_prompts(session)
