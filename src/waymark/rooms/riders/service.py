"""Keeping riders."""

from __future__ import annotations

import re
from datetime import UTC, datetime
from typing import Any

from pydantic import ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.errors import InputError, NotFoundError
from waymark.core.rules.body_bounds import BODY_BOUNDS, cross_checks, plausibility, usual_mm
from waymark.core.rules.cautions import PAIN, mentions_pain
from waymark.core.rules.mobility import MOBILITY, grade, sides_say
from waymark.core.rules.uses import check_shares, counting, edge_moved, with_use, without_use
from waymark.core.say import Capital, Said, Words, bare, in_a_row, say, term, with_semicolons
from waymark.core.units import parse_angle, parse_length, parse_mass
from waymark.rooms.deps import refused
from waymark.rooms.riders import history
from waymark.rooms.riders.schemas import (
    MOST_TYPED,
    SIDES_DIFFER_MM,
    Bend,
    BendEdit,
    BendLine,
    MeasureEdit,
    MeasureLine,
    MeasureName,
    MobilityName,
    Profile,
    RiderEdit,
    RiderOut,
    Taken,
    Typed,
    Use,
    UseMove,
)
from waymark.rooms.riders.tables import RiderRow
from waymark.storage import Content

MOST_READINGS = 9
SIDES = re.compile(r"^l(?:eft)?\.?\s*(.+?)[\s,;]+r(?:ight)?\.?\s*(.+)$", re.IGNORECASE)
# Sides of one body that differ by more than two readings of one thing would.


def add_rider(session: Session, name: str, profile: Profile) -> RiderRow:
    """Keep a new rider. Raises ``InputError`` where the name is blank."""
    now = datetime.now(UTC)
    row = RiderRow(
        name=_name(name),
        profile=profile.model_dump(mode="json", exclude_defaults=True),
        head=0,
        shown=0,
        depth=0,
        made_at=now,
        changed_at=now,
    )
    session.add(row)
    session.flush()
    history.begin(session, row)
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


def rider_changes(session: Session, row: RiderRow) -> list[dict[str, Any]]:
    """Every change of a rider's record as it is kept, the first one first."""
    return history.lines(session, row)


def edit_rider(session: Session, row: RiderRow, edit: RiderEdit) -> None:
    """Apply an edit as one change of the record. Nothing is taken where any of it cannot be; what changes nothing
    leaves no change. Raises ``ConflictError`` on a stale base."""
    history.demand_head(row, edit.base_revision)
    before = history.content_of(row)
    profile = profile_of(row)
    for name, words in (edit.measures or {}).items():
        _short(words if isinstance(words, str) else words.typed, f"measures.{name}")
        given = words if isinstance(words, MeasureEdit) else MeasureEdit(typed=words)
        if given.typed.strip():
            profile.measures[name] = understand(name, given)
        else:
            profile.measures.pop(name, None)
    for test, bend in (edit.mobility or {}).items():
        _bend(profile, test, bend)
    if edit.facts is not None:
        for field in edit.facts.model_fields_set:
            setattr(profile, field, getattr(edit.facts, field))
    if edit.hurts is not None:
        profile.hurts = edit.hurts
    if edit.uses is not None:
        check_shares([u.share for u in edit.uses])
        profile.uses = edit.uses
    if profile.consent is not None and not profile.consent.on:
        profile.consent.on = datetime.now(UTC).date().isoformat()
    called = row.name if edit.name is None else _name(edit.name)
    _keep(row, profile)
    row.name = called
    _append(session, row, before, _said(edit), edit)


def _append(session: Session, row: RiderRow, before: Content, said: list[Said], edit: RiderEdit | UseMove) -> None:
    if history.content_of(row) != before:
        asked = edit.model_dump(mode="json", exclude={"base_revision", "by"}, exclude_none=True)
        history.append(session, row, before, said, [asked], edit.by)


def move_use(session: Session, row: RiderRow, move: UseMove) -> None:
    """Drag an edge between two uses, add a use, or take one out; the shares always add to a hundred.

    Raises ``ConflictError`` on a stale base.
    """
    history.demand_head(row, move.base_revision)
    before = history.content_of(row)
    profile = profile_of(row)
    uses, shares = profile.uses, [u.share for u in profile.uses]
    uses_by = move.by_percent
    if move.what == "add":
        if move.use is None or move.use in {u.use for u in uses}:
            raise InputError("Choose a use that is not there yet.", field="use", kept=str(move.use))
        *old, new = with_use(shares)
        uses.append(Use(use=move.use, share=new))
        shares = [*old, new]
    elif move.at >= len(uses) - (1 if move.what == "edge" else 0):
        raise InputError("There is no such use or edge.", field="at", allowed=f"below {len(uses)}", kept=f"{move.at}")
    elif move.what == "remove":
        shares = list(without_use(shares, move.at))
        del uses[move.at]
    else:
        shares = list(edge_moved(shares, move.at, uses_by))
    for use, share in zip(uses, shares, strict=True):
        use.share = share
    _keep(row, profile)
    _append(session, row, before, [say("Uses {shares}", shares=Words(" + ".join(f"{s}" for s in shares)))], move)


def _said(edit: RiderEdit) -> list[Said]:
    """What an edit changed."""
    said = [say("Name {name}", name=Words(edit.name))] if edit.name else []
    for name, given in (edit.measures or {}).items():
        typed = (given if isinstance(given, str) else given.typed).strip()
        label = Words(BODY_BOUNDS[name].label)
        taken = say("{what} {typed}", what=label, typed=Words(typed))
        said.append(taken if typed else say("{what} taken back", what=label))
    said += [say("{what}", what=Words(MOBILITY[name].label)) for name in edit.mobility or {}]
    if edit.facts is not None:
        said += [
            say("{what}", what=Words(f.replace("_", " ").capitalize())) for f in sorted(edit.facts.model_fields_set)
        ]
    said += [say("What hurts")] if edit.hurts is not None else []
    said += [say("Uses")] if edit.uses is not None else []
    return said or [say("Nothing")]


def _keep(row: RiderRow, profile: Profile) -> None:
    try:
        whole = Profile.model_validate(profile.model_dump())
    except ValidationError as wrong:
        raise refused(wrong) from wrong
    row.profile = whole.model_dump(mode="json", exclude_defaults=True)


def _bend(profile: Profile, name: MobilityName, edit: BendEdit) -> None:
    test = MOBILITY[name]
    bend = profile.mobility.get(name, Bend())
    for side in ("left", "right") if test.sided else ("one",):
        words = getattr(edit, side)
        if words is None:
            continue
        if not words.strip():
            setattr(bend, side, None)
            continue
        _short(words, f"mobility.{name}.{side}")
        heard = parse_angle(
            words, field=f"mobility.{name}.{side}", least_deg=test.least_deg, greatest_deg=test.greatest_deg
        )
        setattr(bend, side, Typed(typed=words, value=heard.value))
    profile.mobility[name] = bend
    if bend == Bend():
        del profile.mobility[name]


def understand(name: MeasureName, given: MeasureEdit) -> Taken:
    """A body measure from words, within what a body can be: one reading, several (``823; 825``), or two sides."""
    _short(given.typed, f"measures.{name}")
    sides = SIDES.match(given.typed.strip())
    if sides:
        left, right = (_one(name, words) for words in sides.groups())
        return Taken(typed=given.typed, value=(left + right) / 2, left=left, right=right, how=given.how, on=given.on)
    parts = [p for p in re.split(r"[;&]|\band\b", given.typed) if p.strip()]
    if len(parts) > MOST_READINGS:
        raise InputError("Nine readings are enough.", field=f"measures.{name}", kept=given.typed)
    values = [_one(name, p) for p in parts or [given.typed]]
    return Taken(
        typed=given.typed,
        value=sum(values) / len(values),
        values=values if len(values) > 1 else [],
        how=given.how,
        on=given.on,
    )


def _short(typed: str, field: str) -> None:
    """What is typed is kept as it is, so it has a bound; raises ``InputError``."""
    if len(typed) > MOST_TYPED:
        raise InputError(
            "This is too long for a number.", field=field, allowed=f"{MOST_TYPED} letters", kept=typed[:60]
        )


def _one(name: MeasureName, words: str) -> float:
    bound, field = BODY_BOUNDS[name], f"measures.{name}"
    if name == "mass":
        return parse_mass(words, field=field, least_kg=bound.least, greatest_kg=bound.greatest).value
    return parse_length(words, field=field, least_mm=bound.least, greatest_mm=bound.greatest).value


def rider_out(session: Session, row: RiderRow) -> RiderOut:
    """A rider with the usual ranges, grades and checks that follow from what was taken."""
    return rider_seen(session, row, profile_of(row), steps=True)


def rider_seen(session: Session, row: RiderRow, profile: Profile, *, steps: bool) -> RiderOut:
    """The same from a profile read before; what can be undone is only read where ``steps`` are shown."""
    back, forth = history.steps(session, row) if steps else (None, None)
    values: dict[str, float] = {name: t.value for name, t in profile.measures.items()}
    hurting = any(h.severity for h in profile.hurts) or mentions_pain(f"{profile.words} {profile.history}")
    return RiderOut(
        id=row.id,
        name=row.name,
        profile=profile,
        measures=[_line(profile, n) for n in BODY_BOUNDS],
        mobility=[_bend_line(profile, n) for n in MOBILITY],
        checks=cross_checks(values, profile.shoe_size),
        care=PAIN if hurting else None,
        undo=with_semicolons(back) if back else None,
        redo=with_semicolons(forth) if forth else None,
        revision=row.head,
        changed_at=row.changed_at.isoformat(),
    )


def _line(profile: Profile, key: str) -> MeasureLine:
    name: Any = key
    bound, taken, height = BODY_BOUNDS[key], profile.measures.get(name), profile.mm("height")
    # A range shown before the number was read would steer the hand.
    usual = usual_mm(key, height) if height and taken else None
    sides = _sides(taken.left - taken.right) if taken and taken.left is not None and taken.right is not None else None
    return MeasureLine(
        name=name,
        label=bound.label,
        how=bound.how,
        unit="kg" if key == "mass" else "mm",
        least=usual[0] if usual else None,
        greatest=usual[1] if usual else None,
        says=plausibility(key, taken.value, height) if taken and usual and height else None,
        sides=sides,
    )


def _sides(off_mm: float) -> Said:
    by = bare(abs(off_mm))
    if abs(off_mm) <= SIDES_DIFFER_MM:
        return say("sides alike")
    return say("left {by} longer", by=by) if off_mm > 0 else say("left {by} shorter", by=by)


def _bend_line(profile: Profile, key: str) -> BendLine:
    name: Any = key
    test, bend = MOBILITY[key], profile.mobility.get(name, Bend())
    need = test.need_deg(counting([(u.use, u.share) for u in profile.uses]))
    left, right = (bend.left, bend.right) if test.sided else (bend.one, None)
    grades = [grade(t.value, need) if t else None for t in (left, right)]
    said = [sides_say(test.label, left.value, right.value)] if left and right else []
    short = [side for side, g in zip(("Left", "Right"), grades, strict=True) if g == "short"]
    if short:
        meaning = term(test.short_means)
        if not test.sided:
            said.append(say("{meaning}.", meaning=Capital(meaning)))
        elif len(short) == 2:
            said.append(say("Both sides: {meaning}.", meaning=meaning))
        elif short[0] == "Left":
            said.append(say("Left: {meaning}.", meaning=meaning))
        else:
            said.append(say("Right: {meaning}.", meaning=meaning))
    sentences = [s for s in said if s]
    return BendLine(
        name=name,
        label=test.label,
        how=test.how,
        sided=test.sided,
        least=test.least_deg,
        greatest=test.greatest_deg,
        need=need,
        left_grade=grades[0],
        right_grade=grades[1],
        says=in_a_row(sentences) if sentences else None,
    )


def _name(name: str) -> str:
    if not name.strip():
        raise InputError("A rider needs a name.", field="name", allowed="1 to 120 letters", kept=name)
    return name.strip()
