"""Keeping riders."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.errors import InputError, NotFoundError
from waymark.core.rules.body_bounds import BODY_BOUNDS, plausibility, usual_mm
from waymark.core.units import parse_length, parse_mass
from waymark.rooms.riders.schemas import MeasureName, Plausible, Profile, RiderEdit, RiderOut, Typed
from waymark.rooms.riders.tables import RiderRow


def add_rider(session: Session, name: str, profile: Profile) -> RiderRow:
    """Keep a new rider. Raises ``InputError`` where the name is blank."""
    now = datetime.now(UTC)
    row = RiderRow(name=_name(name), profile=profile.model_dump(), made_at=now, changed_at=now)
    session.add(row)
    session.flush()
    return row


def rider_row(session: Session, rider_id: int) -> RiderRow:
    """One rider; raises ``NotFoundError``."""
    row = session.get(RiderRow, rider_id)
    if row is None:
        raise NotFoundError("This rider is not in the day book.", field="rider_id", kept=str(rider_id))
    return row


def rider_rows(session: Session) -> list[RiderRow]:
    """Every rider by name."""
    return list(session.scalars(select(RiderRow).order_by(RiderRow.name)))


def profile_of(row: RiderRow) -> Profile:
    """A rider's profile, validated."""
    return Profile.model_validate(row.profile)


def edit_rider(row: RiderRow, edit: RiderEdit) -> None:
    """Apply an edit. Nothing is taken where one of its measures cannot be."""
    profile = profile_of(row)
    measures = dict(profile.measures)
    for name, words in (edit.measures or {}).items():
        if words.strip():
            measures[name] = understand(name, words)
        else:
            measures.pop(name, None)
    if edit.name is not None:
        row.name = _name(edit.name)
    row.profile = Profile(
        about=profile.about if edit.about is None else edit.about,
        words=profile.words if edit.words is None else edit.words,
        measures=measures,
    ).model_dump()
    row.changed_at = datetime.now(UTC)


def understand(name: MeasureName, words: str) -> Typed:
    """A body measure from words, within what a body can be."""
    bound = BODY_BOUNDS[name]
    if name == "mass":
        heard = parse_mass(words, field=f"measures.{name}", least_kg=bound.least, greatest_kg=bound.greatest)
    else:
        heard = parse_length(
            words, field=f"measures.{name}", least_mm=bound.least, greatest_mm=bound.greatest
        )
    return Typed(typed=words, value=heard.value)


def rider_out(row: RiderRow) -> RiderOut:
    """A rider with the usual ranges beside each measure taken."""
    profile = profile_of(row)
    height = profile.mm("height")
    plausible = []
    for name, typed in profile.measures.items():
        usual = usual_mm(name, height) if height else None
        if height and usual:
            says = plausibility(name, typed.value, height)
            plausible.append(Plausible(name=name, least=usual[0], greatest=usual[1], says=says))
    return RiderOut(id=row.id, name=row.name, profile=profile, plausible=plausible)


def _name(name: str) -> str:
    if not name.strip():
        raise InputError("A rider needs a name.", field="name", allowed="1 to 120 letters", kept=name)
    return name.strip()
