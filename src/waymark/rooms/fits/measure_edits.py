"""Changes to what was measured: a reading typed, repeated or taken back, and what is decided about one."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from datetime import UTC, datetime
from typing import Any, cast

from sqlalchemy.orm import Session

from waymark.core.callout import Prompt, Side
from waymark.core.callout.taken import MOST_REPEATS
from waymark.core.errors import InputError
from waymark.core.survey.drift import Measured
from waymark.core.units import parse_angle, parse_length
from waymark.rooms.fits.state import (
    KEYS,
    Decided,
    Decision,
    FitState,
    Heard,
    MarkRecord,
    ReadingState,
    SetupRecord,
    title_of,
)
from waymark.rooms.fits.surveying import survey_of, taken_of
from waymark.rooms.shelves import frame_size, part

BAR_KINDS = ("drop", "flat", "aero")


def _asked(value: Any, path: str, names: set[str], optional: set[str]) -> dict[str, Any]:
    if not isinstance(value, dict) or not names <= set(value) <= names | optional:
        said = ", ".join([*sorted(names), *(f"{n}?" for n in sorted(optional))])
        raise InputError("Give what was read and where.", field=path, allowed=f"{{{said}}}")
    return value


def _prompt(key: Any, path: str) -> tuple[Prompt, Side | None]:
    if not isinstance(key, str) or key not in KEYS:
        raise InputError(
            "Nothing of that name is asked of a bike.", field=f"{path}.key", allowed="a key of the call-out",
            kept=str(key)[:60],
        )  # fmt: skip
    return KEYS[key]


def understand(prompt: Prompt, words: str, path: str) -> Heard:
    """What was typed for ``prompt``, understood; raises ``InputError`` or ``AmbiguousError`` naming ``path``."""
    if prompt.unit == "words":
        if len(words) > 120:
            raise InputError("That is too long.", field=path, allowed="120 letters", kept=words[:80])
        return Heard(typed=words)
    if prompt.unit == "°":
        heard = parse_angle(words, field=path, least_deg=prompt.least, greatest_deg=prompt.greatest)
    else:
        heard = parse_length(words, field=path, least_mm=prompt.least, greatest_mm=prompt.greatest)
    return Heard(typed=words, value=heard.value)


def take_reading(session: Session, state: FitState, value: Any, path: str) -> str:
    """``{key, typed, add?, source?}``: put down a reading, add a repeat, or take all back with null."""
    asked = _asked(value, path, {"key", "typed"}, {"add", "source"})
    key = asked["key"]
    prompt, _ = _prompt(key, path)
    typed, readings = asked["typed"], state.measure.readings
    title = title_of(state, key)
    if typed is None or (isinstance(typed, str) and not typed.strip()):
        readings.pop(key, None)
        return f"{title} taken back"
    if isinstance(typed, bool) or not isinstance(typed, str | int | float):
        raise InputError("Words or a number belong here.", field=f"{path}.typed", kept=repr(typed)[:40])
    words = str(typed).strip()
    if len(words) > 120:
        raise InputError("That is too long.", field=f"{path}.typed", allowed="120 letters", kept=words[:80])
    heard = understand(prompt, words, path)
    source = str(asked.get("source") or "")[:60]
    before = readings.get(key)
    if asked.get("add") and before is not None:
        if len(before.heard) >= MOST_REPEATS:
            raise InputError(
                "Nine readings of one thing are enough.", field=path, allowed="at most 9", kept=words
            )
        readings[key] = ReadingState(heard=[*before.heard, heard], source=source or before.source)
        said = f"{title} again {words}"
    else:
        readings[key] = ReadingState(heard=[heard], source=source)
        said = f"{title} {words}"
    if key in state.measure.skipped:
        state.measure.skipped.remove(key)
    return said


def decide(session: Session, state: FitState, value: Any, path: str) -> str:
    """``{key, what, typed?}``: what the fitter makes of a reading that does not agree. It is put on record."""
    asked = _asked(value, path, {"key", "what"}, {"typed"})
    key, what = str(asked["key"]), asked["what"]
    if what not in _DECISIONS:
        raise InputError(
            "That is nothing that can be decided.", field=f"{path}.what", allowed=", ".join(_DECISIONS),
            kept=str(what)[:40],
        )  # fmt: skip
    keys = _read_keys(state, key, path)
    was = "; ".join(h.typed for k in keys for h in state.measure.readings[k].heard)
    typed = str(asked.get("typed") or "").strip()
    now = _DECISIONS[what](state, key, keys, typed, path)
    if what == "again":
        # It is asked next, wherever the call-out stands.
        state.measure.skipped = [k for k in state.measure.skipped if k not in keys]
    at = datetime.now(UTC).isoformat(timespec="seconds")
    state.measure.decisions.append(
        Decision(key=key, what=cast("Decided", what), was=was[:200], now=now, at=at)
    )
    return f"{title_of(state, key)} {_SAID[what]}" + (f", {now}" if now else "")


def _read_keys(state: FitState, key: str, path: str) -> list[str]:
    """The readings behind a survey's key: one, or both sides of a mean."""
    plain = key.split("#")[0]
    keys = [k for k in (plain, f"{plain}.right", f"{plain}.left") if k in state.measure.readings]
    if not keys:
        raise InputError(
            "Nothing was read there.", field=f"{path}.key", allowed="the key of a reading", kept=key[:60]
        )
    return keys


def _again(state: FitState, key: str, keys: list[str], typed: str, path: str) -> str:
    for k in keys:
        del state.measure.readings[k]
    return ""


def _mark(decision: str) -> Callable[[FitState, str, list[str], str, str], str]:
    def put(state: FitState, key: str, keys: list[str], typed: str, path: str) -> str:
        repeat = key.partition("#")[2]
        if decision == "dropped" and repeat.isdigit():
            reading = state.measure.readings[keys[0]]
            if 1 <= int(repeat) <= len(reading.heard) and len(reading.heard) > 1:
                del reading.heard[int(repeat) - 1]
                return "; ".join(h.typed for h in reading.heard)
        for k in keys:
            state.measure.readings[k].decision = cast("Any", decision)
        return ""

    return put


def _corrected(state: FitState, key: str, keys: list[str], typed: str, path: str) -> str:
    if len(keys) != 1 or not typed:
        raise InputError(
            "Say what it should have been.", field=f"{path}.typed", allowed="one reading and its words"
        )
    prompt, _ = KEYS[keys[0]]
    heard = understand(prompt, typed, path)
    reading = state.measure.readings[keys[0]]
    repeat = key.partition("#")[2]
    i = int(repeat) - 1 if repeat.isdigit() and int(repeat) <= len(reading.heard) else 0
    reading.heard[i] = heard
    return typed


_DECISIONS: Mapping[str, Callable[[FitState, str, list[str], str, str], str]] = {
    "again": _again, "corrected": _corrected, "dropped": _mark("dropped"), "kept": _mark("kept"),
    "meant": _mark("meant"), "restored": _mark(""),
}  # fmt: skip
_SAID = {
    "again": "to be read again", "corrected": "corrected", "dropped": "left out", "kept": "kept as read",
    "meant": "meant to differ", "restored": "taken in again",
}  # fmt: skip


def skip(session: Session, state: FitState, value: Any, path: str) -> str:
    """``{key, skipped}``: leave a prompt for later, or ask it again."""
    asked = _asked(value, path, {"key", "skipped"}, set())
    _prompt(asked["key"], path)
    if not isinstance(asked["skipped"], bool):
        raise InputError("Skipped or not.", field=f"{path}.skipped", allowed="true or false")
    state.measure.skipped = [k for k in state.measure.skipped if k != asked["key"]]
    if asked["skipped"]:
        state.measure.skipped.append(asked["key"])
    return f"{title_of(state, asked['key'])} {'left for later' if asked['skipped'] else 'asked again'}"


def bar_kind(session: Session, state: FitState, value: Any, path: str) -> str:
    """What bar the bike has: it decides what is asked."""
    if value is not None and value not in BAR_KINDS:
        raise InputError("No such bar.", field=path, allowed=", ".join(BAR_KINDS), kept=str(value)[:40])
    state.measure.bar_kind = value
    return f"{state.measure.handlebar().capitalize()} bar"


def keep_setup(session: Session, state: FitState, value: Any, path: str) -> str:
    """``{by, note?}``: keep the marks as they are measured now, to compare with later."""
    asked = _asked(value, path, {"by"}, {"note"})
    by, note = str(asked["by"]).strip(), str(asked.get("note") or "").strip()
    if not by or len(by) > 80 or len(note) > 200:
        raise InputError(
            "Say who measured.", field=f"{path}.by", allowed="a name of 1 to 80 letters, a note up to 200",
            kept=by[:80],
        )  # fmt: skip
    survey = survey_of(state.measure)
    marks = {name: MarkRecord(**record_of(Measured(p.at, p.covariance))) for name, p in survey.points.items()}
    if not marks:
        raise InputError(
            "No mark is placed yet.", field=path, allowed="a bike of which at least one mark is measured"
        )
    state.measure.setups.append(
        SetupRecord(
            on=datetime.now(UTC).isoformat(timespec="seconds"), by=by, note=note, readings=len(survey.observed),
            marks=marks,
        )
    )  # fmt: skip
    return f"Set-up kept, measured by {by}"


def record_of(it: Measured) -> dict[str, float]:
    """A mark and its covariance as they are kept."""
    c = it.covariance
    return {
        "x_mm": it.at.x_mm, "y_mm": it.at.y_mm, "xx_mm2": float(c[0, 0]), "xy_mm2": float(c[0, 1]),
        "yy_mm2": float(c[1, 1]),
    }  # fmt: skip


def measure_anew(session: Session, state: FitState, value: Any, path: str) -> str:
    """Begin the survey again: level and sights are asked anew, parts and printed numbers stay."""
    gone = [k for k, t in taken_of(state.measure).items() if t.prompt.sight or t.prompt.group == "level"]
    for key in gone:
        del state.measure.readings[key]
    state.measure.skipped = []
    return f"Measuring anew, {len(gone)} readings put aside"


def measured_frame(session: Session, state: FitState, key: int | None) -> str:
    """The frame as it stands, from the shelf."""
    state.measure.frame = None if key is None else frame_size(session, key)
    if state.measure.frame is None:
        return "Present frame not known"
    state.bike = state.bike or state.measure.frame.label
    return f"Present frame {state.measure.frame.label}"


def measured_part(session: Session, state: FitState, name: str, key: int | None) -> str:
    """The bar or saddle on the bike, from the shelf."""
    if key is None:
        setattr(state.measure, name, None)
        return f"{name.capitalize()} taken back"
    kinds = ("saddle",) if name == "saddle" else ("drop_bar", "flat_bar")
    found = part(session, key, *kinds)
    setattr(state.measure, name, found)
    return f"{name.capitalize()} {found.name}"
