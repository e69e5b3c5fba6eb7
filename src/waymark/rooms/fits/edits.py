"""Single changes to a fit file: each path, how its words are understood, and what it says in the history."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from pydantic import ValidationError
from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.core.rules.house import DISCIPLINES
from waymark.core.rules.schools import SCHOOLS
from waymark.core.units import parse_length
from waymark.core.units.show import MINUS
from waymark.rooms.deps import MOST_KEY, refused
from waymark.rooms.fits import measure_edits, planning
from waymark.rooms.fits.state import MOST_DATED, BuildState, FitState, Look, Schools
from waymark.rooms.riders import Profile, Typed
from waymark.rooms.shelves import frame_size

Apply = Callable[[Session, FitState, Any, str], str]
# What chooses parts also asks for the rider: shoulders, mass, what can be stepped over.
For = Callable[[Session, Profile, FitState, Any, str], str]

BUILT: Mapping[str, tuple[str, float, float]] = {
    "saddle_x": ("Saddle fore, built", -500, 300),
    "saddle_y": ("Saddle up, built", 200, 1100),
    "hand_x": ("Hand fore, built", 0, 1100),
    "hand_y": ("Hand up, built", 100, 1200),
}
TEXTS: Mapping[str, tuple[str, int]] = {
    "bike": ("Bike", 120),
    "reason": ("Reason", 400),
    "notes": ("Notes", 4000),
}


def apply(session: Session, profile: Profile, state: FitState, path: str, value: Any) -> str:
    """Apply one change to ``state`` in place and return its title for the history.

    ``path`` is such as ``measure.reading`` or ``build.spacers_mm``; raises ``InputError`` naming the
    path for a value that cannot be, and for an unknown path.
    """
    if path in _CHOOSING:
        return _CHOOSING[path](session, profile, state, value, path)
    handler = _HANDLERS.get(path)
    if handler is None:
        raise InputError(
            f"“{path[:60]}” is nothing that can be changed.", field="path", allowed=", ".join(PATHS),
            kept=path[:60],
        )  # fmt: skip
    return handler(session, state, value, path)


def _words(value: Any, path: str) -> str:
    if isinstance(value, bool) or not isinstance(value, str | int | float):
        raise InputError("Words or a number belong here.", field=path, allowed="text", kept=repr(value)[:80])
    return str(value).strip()


def _typed(words: str, path: str, least: float, greatest: float) -> Typed:
    return Typed(
        typed=words, value=parse_length(words, field=path, least_mm=least, greatest_mm=greatest).value
    )


def _plain(session: Session, state: FitState, value: Any, path: str) -> str:
    name = path.split(".")[1]
    label, least, greatest = BUILT[name]
    words = "" if value is None else _words(value, path)
    if not words:
        setattr(state.built, name, None)
        return f"{label} taken back"
    setattr(state.built, name, _typed(words, path, least, greatest))
    return f"{label} {words}"


def _text(session: Session, state: FitState, value: Any, path: str) -> str:
    label, longest = TEXTS[path]
    words = _words("" if value is None else value, path)
    if len(words) > longest:
        raise InputError(f"{label} is too long.", field=path, allowed=f"{longest} letters", kept=words[:80])
    setattr(state, path, words)
    return f"{label}: {words[:60]}" if words else f"{label} cleared"


def _key(value: Any, path: str) -> int | None:
    if value is None:
        return None
    if isinstance(value, bool) or not isinstance(value, int) or not 1 <= value <= MOST_KEY:
        raise InputError(
            "A key from the shelf belongs here.", field=path, allowed="a whole number", kept=repr(value)[:40]
        )
    return value


def _measured_frame(session: Session, state: FitState, value: Any, path: str) -> str:
    return measure_edits.measured_frame(session, state, _key(value, path))


def _measured_part(session: Session, state: FitState, value: Any, path: str) -> str:
    return measure_edits.measured_part(session, state, path.split(".")[1], _key(value, path))


def _discipline(session: Session, state: FitState, value: Any, path: str) -> str:
    if value not in DISCIPLINES:
        raise InputError("No such use.", field=path, allowed=", ".join(DISCIPLINES), kept=str(value)[:40])
    state.goal.discipline = value
    return f"For {value}"


def _nudge(session: Session, state: FitState, value: Any, path: str) -> str:
    mark = path.split(".")[1]
    limit = 150.0 if mark == "saddle" else 200.0
    if not isinstance(value, dict) or set(value) != {"dx_mm", "dy_mm"}:
        raise InputError("Give how far the mark moves.", field=path, allowed="{dx_mm, dy_mm}")
    for axis, number in value.items():
        ok = isinstance(number, int | float) and not isinstance(number, bool) and abs(number) <= limit
        if not ok:
            raise InputError(
                "A mark moves no farther than that.", field=f"{path}.{axis}",
                allowed=f"{-limit:g} to {limit:g} mm", kept=str(number)[:40],
            )  # fmt: skip
        setattr(state.goal, f"{mark}_{axis}", float(number))
    return f"{mark.capitalize()} moved {_signed(value['dx_mm'])} fore, {_signed(value['dy_mm'])} up"


def _signed(value: float) -> str:
    return f"{value:+g}".replace("-", MINUS) if value else "0"


def _choose_frame(session: Session, profile: Profile, state: FitState, value: Any, path: str) -> str:
    bar = None
    if isinstance(value, dict):
        if set(value) != {"id", "bar"} or not isinstance(value["bar"], str):
            raise InputError("Give the size and the bar.", field=path, allowed="{id, bar}")
        value, bar = value["id"], value["bar"][:200]
    key = _key(value, path)
    if key is None:
        state.frame.chosen, state.frame.for_goal, state.build = None, None, BuildState()
        return "No frame chosen"
    size = frame_size(session, key)
    state.frame.chosen = size
    if state.frame.held is not None and state.frame.held.label == size.label:
        state.frame.held = None
    planning.take_best(session, state, profile, bar)
    return f"Frame {size.label}"


def _look(session: Session, state: FitState, value: Any, path: str) -> str:
    if not isinstance(value, dict):
        raise InputError("Give what to look at.", field=path, allowed=", ".join(Look.model_fields))
    try:
        state.frame.look = Look.model_validate({**state.frame.look.model_dump(), **value})
    except ValidationError as wrong:
        raise refused(wrong) from wrong
    return "Looking at " + _look_words(state.frame.look)


def _look_words(look: Look) -> str:
    said = [", ".join(look.kinds)] if look.kinds is not None else ["frames near the use"]
    said += [", ".join(look.materials)] if look.materials else []
    said += [f"price up to {look.price_most}"] if look.price_most < 5 else []
    said += ["owned only"] if look.owned_only else []
    said += look.tags
    return "; ".join(said)


def _school(session: Session, state: FitState, value: Any, path: str) -> str:
    if not isinstance(value, dict) or len(value) != 1:
        raise InputError(
            "Give one question and its school.", field=path, allowed=", ".join(Schools.model_fields)
        )
    try:
        state.frame.schools = Schools.model_validate({**state.frame.schools.model_dump(), **value})
    except ValidationError as wrong:
        raise refused(wrong) from wrong
    question, choice = next(iter(value.items()))
    school = SCHOOLS[question]
    return f"{school.question}: {school.pick(choice).label}"


# Rules of the event: label, least and greatest, mm; no bounds where the words are kept as they are.
RULES: Mapping[str, tuple[str, tuple[float, float] | None]] = {
    "nose_behind_bb_mm": ("Nose behind the BB, least", (0, 200)),
    "least_bar_width_mm": ("Bar width, least", (200, 600)),
    "dated": ("Rules read", None),
}


def _rule(name: str) -> Apply:
    label, bounds = RULES[name]

    def handler(session: Session, state: FitState, value: Any, path: str) -> str:
        typed = _words(value, path)
        kept: str | float | None = typed
        if bounds is not None:
            least, greatest = bounds
            kept = (
                parse_length(typed, field=path, least_mm=least, greatest_mm=greatest).value if typed else None
            )
        elif len(typed) > MOST_DATED:
            raise InputError(
                "That is too long.", field=path, allowed=f"{MOST_DATED} characters", kept=typed[:60]
            )
        state.frame.rules = state.frame.rules.model_copy(update={name: kept})
        return f"{label}: {typed or 'none'}"

    return handler


def _hold_frame(session: Session, state: FitState, value: Any, path: str) -> str:
    key = _key(value, path)
    state.frame.held = None if key is None else frame_size(session, key)
    return f"Held {state.frame.held.label}" if state.frame.held else "Nothing held"


def _spacers(session: Session, state: FitState, value: Any, path: str) -> str:
    height = planning.check_spacers(session, state, value, path)
    state.build.spacers_mm = height
    return f"Spacers {height:g}"


def _stem(session: Session, state: FitState, value: Any, path: str) -> str:
    if not isinstance(value, dict) or set(value) != {"length_mm", "angle_deg"}:
        raise InputError(
            "Give the stem's length and the angle it stands at.", field=path, allowed="{length_mm, angle_deg}"
        )
    found, over = planning.stem_standing(session, state, value["length_mm"], value["angle_deg"], path)
    state.build.stem, state.build.turned_over = found, over
    return f"Stem {found.length_mm:g}, {_signed(value['angle_deg'])}°"


def _turn(session: Session, state: FitState, value: Any, path: str) -> str:
    stem = state.build.stem
    if not isinstance(value, bool) or stem is None or not stem.both_ways or state.build.cockpit is not None:
        raise InputError(
            "This stem stands one way only.", field=path, allowed="a stem that can be turned over"
        )
    state.build.turned_over = value
    return "Stem turned over" if value else "Stem as printed"


def _best(session: Session, profile: Profile, state: FitState, value: Any, path: str) -> str:
    planning.take_best(session, state, profile)
    return "Best build for this size"


def _front(session: Session, profile: Profile, state: FitState, value: Any, path: str) -> str:
    if not isinstance(value, str):
        raise InputError(
            "Name the bar or cockpit.", field=path, allowed="a key of the ladder", kept=repr(value)[:40]
        )
    planning.take_best(session, state, profile, value[:200])
    bar = state.build.cockpit or state.build.bar
    return f"Front end: {bar.name if bar else 'own bar'}"


def _seat(session: Session, profile: Profile, state: FitState, value: Any, path: str) -> str:
    planning.take_seat(session, state, profile)
    return "Seat set to the goal"


_HANDLERS: dict[str, Apply] = {
    **{f"built.{name}": _plain for name in BUILT},
    **dict.fromkeys(TEXTS, _text),
    "measure.reading": measure_edits.take_reading,
    "measure.decide": measure_edits.decide,
    "measure.skipped": measure_edits.skip,
    "measure.bar_kind": measure_edits.bar_kind,
    "measure.setup": measure_edits.keep_setup,
    "measure.anew": measure_edits.measure_anew,
    "measure.frame": _measured_frame,
    "measure.bar": _measured_part,
    "measure.saddle": _measured_part,
    "goal.discipline": _discipline,
    "goal.saddle": _nudge,
    "goal.hand": _nudge,
    "frame.held": _hold_frame,
    "frame.look": _look,
    "frame.school": _school,
    **{f"frame.rules.{name}": _rule(name) for name in RULES},
    "build.spacers_mm": _spacers,
    "build.stem": _stem,
    "build.turned_over": _turn,
}
_CHOOSING: dict[str, For] = {
    "frame.chosen": _choose_frame,
    "build.best": _best,
    "build.front": _front,
    "build.seat": _seat,
}
PATHS: tuple[str, ...] = tuple(sorted((*_HANDLERS, *_CHOOSING)))
