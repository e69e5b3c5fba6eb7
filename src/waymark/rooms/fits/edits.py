"""Single changes to a fit file: each path, how its words are understood, and what it says in the history."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from sqlalchemy.orm import Session

from waymark.core.errors import InputError
from waymark.core.position import HAND_HEIGHT_WAYS, HAND_REACH_WAYS, HEIGHT_WAYS, SETBACK_WAYS, Way
from waymark.core.rules.house import DISCIPLINES
from waymark.core.units import parse_angle, parse_length
from waymark.core.units.show import MINUS
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.fits import planning
from waymark.rooms.fits.layers import layers_of
from waymark.rooms.fits.state import BuildState, FitState, Stated
from waymark.rooms.riders import Typed
from waymark.rooms.shelves import frame_size, part

Apply = Callable[[Session, FitState, Any, str], str]

STATED: Mapping[str, tuple[Way, ...]] = {
    "saddle_height": HEIGHT_WAYS,
    "setback": SETBACK_WAYS,
    "hand_height": HAND_HEIGHT_WAYS,
    "hand_reach": HAND_REACH_WAYS,
}
# Plain lengths beside the statements: label, least, greatest.
PLAIN: Mapping[str, tuple[str, float, float]] = {
    "crank": ("Crank", 100, 220),
    "seat_angle": ("Seat-tube angle", 60, 85),
    "nose_to_s": ("Nose ahead of the mark", 60, 220),
    "bb_height": ("BB above the floor", 150, 450),
    "hand_ahead": ("Hand ahead of the clamp", -200, 250),
    "hand_above": ("Hand above the clamp", -100, 200),
    "foot_stack": ("Pedal axle to sole", 5, 80),
}
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


def apply(session: Session, state: FitState, path: str, value: Any) -> str:
    """Apply one change to ``state`` in place and return its title for the history.

    ``path`` is such as ``measure.saddle_height`` or ``build.spacers_mm``; raises ``InputError`` naming the
    path for a value that cannot be, and for an unknown path.
    """
    handler = _HANDLERS.get(path)
    if handler is None:
        raise InputError(
            f"“{path[:60]}” is nothing that can be changed.", field="path", allowed=", ".join(sorted(_HANDLERS)),
            kept=path[:60],
        )  # fmt: skip
    return handler(session, state, value, path)


def _words(value: Any, path: str) -> str:
    if isinstance(value, bool) or not isinstance(value, str | int | float):
        raise InputError("Words or a number belong here.", field=path, allowed="text", kept=repr(value)[:80])
    return str(value).strip()


def _stated(session: Session, state: FitState, value: Any, path: str) -> str:
    name = path.split(".")[1]
    if value is None:
        setattr(state.measure, name, None)
        return f"{name.replace('_', ' ').capitalize()} taken back"
    if not isinstance(value, dict) or set(value) != {"way", "typed"}:
        raise InputError("Give the way it was measured and the words.", field=path, allowed="{way, typed}")
    way = next((w for w in STATED[name] if w.name == value["way"]), None)
    if way is None:
        names = ", ".join(w.name for w in STATED[name])
        raise InputError(
            "This is no way of stating it.", field=f"{path}.way", allowed=names, kept=str(value["way"])[:40]
        )
    words = _words(value["typed"], path)
    if way.name == "angle":
        heard = parse_angle(words, field=path, least_deg=way.least_mm, greatest_deg=way.greatest_mm)
    else:
        heard = parse_length(words, field=path, least_mm=way.least_mm, greatest_mm=way.greatest_mm)
    setattr(state.measure, name, Stated(way=way.name, typed=words, value=heard.value))
    problem = next(iter(layers_of(state).problems), None)
    if problem is not None:
        raise InputError(problem.message, field=path, allowed="numbers that hold together", kept=words)
    unit = "°" if way.name == "angle" else ""
    return f"{way.label} {heard.value:g}{unit}"


def _typed(words: str, path: str, label: str, least: float, greatest: float) -> Typed:
    if path.endswith("_angle"):
        heard = parse_angle(words, field=path, least_deg=least, greatest_deg=greatest)
    else:
        heard = parse_length(words, field=path, least_mm=least, greatest_mm=greatest)
    return Typed(typed=words, value=heard.value)


def _plain(session: Session, state: FitState, value: Any, path: str) -> str:
    section, name = path.split(".")
    label, least, greatest = (PLAIN if section == "measure" else BUILT)[name]
    holder = state.measure if section == "measure" else state.built
    words = "" if value is None else _words(value, path)
    if not words:
        setattr(holder, name, None)
        return f"{label} taken back"
    setattr(holder, name, _typed(words, path, label, least, greatest))
    problem = next(iter(layers_of(state).problems), None)
    if section == "measure" and problem is not None:
        raise InputError(problem.message, field=path, allowed="numbers that hold together", kept=words)
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
    key = _key(value, path)
    state.measure.frame = None if key is None else frame_size(session, key)
    if state.measure.frame is None:
        return "Present frame not known"
    state.bike = state.bike or state.measure.frame.label
    return f"Present frame {state.measure.frame.label}"


def _measured_part(session: Session, state: FitState, value: Any, path: str) -> str:
    name = path.split(".")[1]
    key = _key(value, path)
    if key is None:
        setattr(state.measure, name, None)
        return f"{name.capitalize()} taken back"
    kinds = ("saddle",) if name == "saddle" else ("drop_bar", "flat_bar")
    found = part(session, key, *kinds)
    setattr(state.measure, name, found)
    return f"{name.capitalize()} {found.name}"


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


def _choose_frame(session: Session, state: FitState, value: Any, path: str) -> str:
    key = _key(value, path)
    if key is None:
        state.frame.chosen, state.frame.for_goal, state.build = None, None, BuildState()
        return "No frame chosen"
    size = frame_size(session, key)
    state.frame.chosen = size
    if state.frame.held is not None and state.frame.held.label == size.label:
        state.frame.held = None
    planning.take_best(session, state)
    return f"Frame {size.label}"


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
    if not isinstance(value, bool) or stem is None or not stem.both_ways:
        raise InputError(
            "This stem stands one way only.", field=path, allowed="a stem that can be turned over"
        )
    state.build.turned_over = value
    return "Stem turned over" if value else "Stem as printed"


def _best(session: Session, state: FitState, value: Any, path: str) -> str:
    planning.take_best(session, state)
    return "Best build for this size"


def _seat(session: Session, state: FitState, value: Any, path: str) -> str:
    planning.take_seat(session, state)
    return "Seat set to the goal"


_HANDLERS: dict[str, Apply] = {
    **{f"measure.{name}": _stated for name in STATED},
    **{f"measure.{name}": _plain for name in PLAIN},
    **{f"built.{name}": _plain for name in BUILT},
    **dict.fromkeys(TEXTS, _text),
    "measure.frame": _measured_frame,
    "measure.bar": _measured_part,
    "measure.saddle": _measured_part,
    "goal.discipline": _discipline,
    "goal.saddle": _nudge,
    "goal.hand": _nudge,
    "frame.chosen": _choose_frame,
    "frame.held": _hold_frame,
    "build.spacers_mm": _spacers,
    "build.stem": _stem,
    "build.turned_over": _turn,
    "build.best": _best,
    "build.seat": _seat,
}
PATHS: tuple[str, ...] = tuple(sorted(_HANDLERS))
