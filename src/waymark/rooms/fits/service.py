"""Opening, changing, exporting and importing fit files."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any

from pydantic import BaseModel, ConfigDict, Field, ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.rules.verdict import worst
from waymark.rooms.deps import refused
from waymark.rooms.fits import edits, history
from waymark.rooms.fits.fileio import read_file, write_file
from waymark.rooms.fits.layers import MarkName, layers_of
from waymark.rooms.fits.ledger import misses
from waymark.rooms.fits.state import FitState, Point
from waymark.rooms.fits.tables import FitRow, RevisionRow
from waymark.rooms.fits.trail import trail_of
from waymark.rooms.fits.views import Miss, Post
from waymark.rooms.riders import RiderRow, add_rider, profile_of


class OneChange(BaseModel):
    """One change: a path such as ``measure.reading`` and its value."""

    model_config = ConfigDict(extra="forbid")

    path: str = Field(max_length=60)
    value: Any = None


# Of marks just as far off the one that moves most is named.
WORST_FIRST: tuple[MarkName, ...] = ("hand", "saddle", "foot")


class DayLine(BaseModel):
    """A fit file's line in the day book."""

    id: int
    title: str
    rider: str
    about: str
    bike: str
    reason: str
    changed_at: str
    trail: list[Post]
    now: dict[str, Point]
    goal: dict[str, Point]
    worst: Miss | None
    worst_mark: str | None


def open_fit(session: Session, rider: RiderRow, title: str, state: FitState | None = None) -> FitRow:
    """Begin a fit file for a rider, empty or with a state."""
    now = datetime.now(UTC)
    fit = FitRow(
        rider_id=rider.id, rider=rider, title=title.strip() or "New fit", head=0, made_at=now, changed_at=now
    )
    session.add(fit)
    session.flush()
    history.append(session, fit, state or FitState(), "File begun")
    return fit


def change(session: Session, fit: FitRow, base_revision: int, changes: Sequence[OneChange]) -> None:
    """Apply changes as one revision, all or none; raises ``ConflictError`` on a stale base."""
    history.demand_head(fit, base_revision)
    state = history.state_of(history.head_of(session, fit))
    profile = profile_of(fit.rider)
    titles = [edits.apply(session, profile, state, c.path, c.value) for c in changes]
    try:
        whole = FitState.model_validate(state.model_dump())
    except ValidationError as wrong:
        raise refused(wrong) from wrong
    history.append(session, fit, whole, "; ".join(titles))


def export_fit(session: Session, fit: FitRow) -> str:
    """The file's text."""
    state = history.state_of(history.head_of(session, fit))
    return write_file(fit.title, fit.rider.name, profile_of(fit.rider), state)


def fits_of(session: Session, rider_id: int) -> list[FitRow]:
    """A rider's files, the first begun first."""
    return list(session.scalars(select(FitRow).where(FitRow.rider_id == rider_id).order_by(FitRow.id)))


def history_lines(session: Session, fit: FitRow) -> list[dict[str, Any]]:
    """Every revision of a file as it is kept, the first one first."""
    query = select(RevisionRow).where(RevisionRow.fit_id == fit.id).order_by(RevisionRow.number)
    return [
        {"number": r.number, "title": r.title, "made_at": r.made_at.isoformat(), "state": r.state}
        for r in session.scalars(query)
    ]


def import_fit(session: Session, text: str) -> FitRow:
    """A new rider and file from an exported one; raises ``InputError``."""
    found = read_file(text)
    rider = add_rider(session, found.rider.name, found.rider.profile)
    return open_fit(session, rider, found.title, found.fit)


def day_lines(session: Session) -> list[DayLine]:
    """Every fit file, the last changed first."""
    lines = []
    for fit in session.scalars(select(FitRow).order_by(FitRow.changed_at.desc(), FitRow.id.desc())):
        state = history.state_of(history.head_of(session, fit))
        layers = layers_of(state)
        profile = profile_of(fit.rider)
        found = misses(state, layers, "built") or misses(state, layers, "plan")
        mark: MarkName | None = None
        if found:
            word = worst(*(m.verdict for m in found.values()))
            mark = next((n for n in WORST_FIRST if n in found and found[n].verdict == word), None)
        chosen = state.frame.chosen
        lines.append(
            DayLine(
                id=fit.id, title=fit.title, rider=fit.rider.name, about=profile.about,
                bike=chosen.label if chosen else state.bike, reason=state.reason,
                changed_at=fit.changed_at.isoformat(), trail=trail_of(profile, state, layers),
                now=_points(layers.marks["now"]), goal=_points(layers.marks["goal"]),
                worst=found[mark] if mark else None, worst_mark=layers.label_of(mark) if mark else None,
            )
        )  # fmt: skip
    return lines


def _points(marks: Any) -> dict[str, Point]:
    return {name: Point(x_mm=at.x_mm, y_mm=at.y_mm) for name, at in marks.items()}
