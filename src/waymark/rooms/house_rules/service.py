"""Keeping the house's rules."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.callout import BY_NAME, PROMPTS, USUAL
from waymark.core.errors import InputError
from waymark.core.house import HOUSE, House
from waymark.rooms.house_rules.follow_ups import ROW as FOLLOWED
from waymark.rooms.house_rules.follow_ups import follow_ups_of
from waymark.rooms.house_rules.schools import ROW as SCHOOLED
from waymark.rooms.house_rules.schools import schools_of
from waymark.rooms.house_rules.tables import HouseRow
from waymark.rooms.house_rules.weights import ROW as WEIGHED
from waymark.rooms.house_rules.weights import weights_of

ASKED = "callout.asked"


def house_of(session: Session) -> House:
    """The house as it is now: its own numbers, and what its call-out asks; all its rules read at once."""
    rows = {row.name: row.value for row in session.scalars(select(HouseRow))}
    return replace(
        HOUSE,
        asked=_asked(rows.get(ASKED)),
        weights=weights_of(rows.get(WEIGHED)),
        follow_ups=follow_ups_of(rows.get(FOLLOWED)),
        schools=schools_of(rows.get(SCHOOLED)),
    )


def asked_prompts(session: Session) -> tuple[str, ...]:
    """The prompts the call-out asks, in the order of work; the house default where nothing was chosen."""
    row = session.get(HouseRow, ASKED)
    return _asked(None if row is None else row.value)


def _asked(kept: Sequence[str] | None) -> tuple[str, ...]:
    """The prompts that were chosen, in the order of work."""
    return USUAL if kept is None else tuple(p.name for p in PROMPTS if p.name in set(kept))


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
