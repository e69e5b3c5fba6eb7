"""Bringing a file of any earlier version up to this one, one step a version."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from waymark.core.errors import InputError
from waymark.rooms.files.values import VERSION


def migrated(raw: dict[str, Any]) -> dict[str, Any]:
    """A state of any earlier version brought up to ``VERSION``, one step a version; raises ``InputError``."""
    steps: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _from_1, 2: _from_2, 3: _from_3}
    version = raw.get("version", 1)
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version <= VERSION:
        raise InputError(
            "This is of no version that this house reads.",
            field="fit.version",
            allowed=f"1 to {VERSION}",
            kept=str(version)[:40],
        )
    while version < VERSION:
        raw = steps[version](raw)
        version = raw["version"]
    return raw


# Version 1 kept four statements and seven lengths; each is a reading of the call-out.
_WAYS_OF_1: dict[str, dict[str, str]] = {
    "saddle_height": {
        "straight": "s_straight", "vertical": "s_plumb", "seat_tube": "s_seat_tube", "pedal": "s_pedal",
        "pedal_six": "s_pedal_six", "floor": "s_floor",
    },
    "setback": {"mark": "s_behind", "nose": "nose_behind", "angle": "s_angle"},
    "hand_height": {
        "hand_up": "hand_up.right", "drop": "drop", "hand_floor": "hand_floor.right", "clamp_up": "clamp_up",
        "clamp_floor": "clamp_floor",
    },
    "hand_reach": {
        "hand_ahead": "hand_ahead.right", "mark_to_hand": "s_hand.right", "nose_to_hand": "nose_hand.right",
        "nose_to_clamp": "nose_clamp", "clamp_ahead": "clamp_ahead",
    },
}  # fmt: skip
_PLAIN_OF_1 = {
    "crank": "crank", "seat_angle": "seat_angle", "nose_to_s": "s_nose", "bb_height": "bb_floor",
    "hand_ahead": "off_ahead", "hand_above": "off_above", "foot_stack": "foot_stack",
}  # fmt: skip


def _from_1(raw: dict[str, Any]) -> dict[str, Any]:
    given = raw.get("measure") or {}
    if not isinstance(given, dict):
        raise InputError("This is no measured bike.", field="fit.measure", kept=str(given)[:40])
    measure = dict(given)
    readings: dict[str, Any] = {}
    for name, ways in _WAYS_OF_1.items():
        stated = measure.pop(name, None)
        if stated is not None:
            key = ways.get(stated.get("way", "")) if isinstance(stated, dict) else None
            if key is None:
                raise InputError(
                    f"This states no {name.replace('_', ' ')}.",
                    field=f"fit.measure.{name}",
                    allowed=", ".join(ways),
                )
            readings[key] = _heard_of_1(stated, name)
    for name, key in _PLAIN_OF_1.items():
        typed = measure.pop(name, None)
        if typed is not None:
            readings[key] = _heard_of_1(typed, name)
    return {**raw, "version": 2, "measure": {**measure, "readings": readings}}


# Versions 1 and 2 took tapes to the hands as if they ended in the middle of the bike.
_TO_THE_SIDE = ("s_hand", "nose_hand", "bb_hand", "s_drops", "s_tops", "s_pad")


def _from_2(raw: dict[str, Any]) -> dict[str, Any]:
    measure = raw.get("measure") or {}
    if not isinstance(measure, dict):
        raise InputError("This is no measured bike.", field="fit.measure", kept=str(measure)[:40])
    readings = measure.get("readings") or {}
    if any(str(key).split(".")[0] in _TO_THE_SIDE for key in readings):
        measure = {**measure, "tape": "middle"}
    return {**raw, "version": 3, "measure": measure}


# Up to version 3 a file had an answer of its own to each of these, whether anybody had given it or not.
_ANSWERS_OF_3 = {
    "between": "headroom", "rotation": "ramp", "standover": "after", "step_over": "first", "width": "acromion",
}  # fmt: skip


def _from_3(raw: dict[str, Any]) -> dict[str, Any]:
    """The usual answers are the house's to give from now on; others stay the file's own."""
    frame = raw.get("frame") or {}
    if not isinstance(frame, dict) or not isinstance(frame.get("schools") or {}, dict):
        raise InputError("These are no schools.", field="fit.frame.schools", kept=str(frame)[:40])
    kept = {k: v for k, v in (frame.get("schools") or {}).items() if _ANSWERS_OF_3.get(k) != v}
    return {**raw, "version": 4, "frame": {**frame, "schools": kept}}


def _heard_of_1(stated: Any, name: str) -> dict[str, Any]:
    if not isinstance(stated, dict) or not {"typed", "value"} <= stated.keys():
        raise InputError("A number is missing here.", field=f"fit.measure.{name}", allowed="typed and value")
    return {"heard": [{"typed": stated["typed"], "value": stated["value"]}]}
