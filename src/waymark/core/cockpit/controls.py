"""Levers, remotes and grips as they are set, side by side, so that they can be put back (docs/formulas.md, Cockpit)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import atan2, degrees
from typing import Literal

from waymark.core.marks import Mark
from waymark.core.say import Angle, Said, bare, exactly, say

Control = Literal["lever_in", "lever_down", "blade", "bite", "shifter_in", "dropper_in", "grip"]
Side = Literal["left", "right"]
SIDES: tuple[Side, ...] = ("left", "right")


@dataclass(frozen=True, slots=True)
class Setting:
    """What is set: its name, from where to where it is measured, what it can be at all; mm, of ``lever_down`` degrees."""

    name: Said
    how: Said
    least: float
    most: float
    flat_only: bool = False


SETTINGS: Mapping[Control, Setting] = {
    "lever_in": Setting(say("Lever"), say("bar’s end to the lever’s clamp"), 0, 250, flat_only=True),
    "lever_down": Setting(say("Lever, below level"), say("along the blade, by the level"), -30, 90, flat_only=True),
    "blade": Setting(say("Blade"), say("grip to blade at rest, where the finger pulls"), 15, 130),
    "bite": Setting(say("Bite"), say("grip to blade where the brake bites"), 5, 120),
    "shifter_in": Setting(say("Shifter"), say("bar’s end to its clamp"), 0, 300, flat_only=True),
    "dropper_in": Setting(say("Dropper remote"), say("bar’s end to its clamp"), 0, 300, flat_only=True),
    "grip": Setting(say("Grip or tape"), say("through, under the palm"), 20, 60),
}
# Sides that part by less were set alike.
ALIKE_MM = 2.0


def forearm_down_deg(elbow: Mark, hand: Mark) -> float:
    """How far the forearm falls from elbow to hand, degrees below level."""
    along = hand - elbow
    return degrees(atan2(-along.y_mm, along.x_mm))


def shown(control: Control, value: float) -> Said:
    """A setting as it is read."""
    return say("{down}", down=Angle(value)) if control == "lever_down" else say("{mm}", mm=exactly(value))


def apart(left: Mapping[Control, float], right: Mapping[Control, float]) -> tuple[Control, ...]:
    """What is set on both sides and differs."""
    return tuple(c for c in SETTINGS if c in left and c in right and abs(left[c] - right[c]) >= ALIKE_MM)


def advice(
    forearm_deg: float | None,
    *,
    flat: bool,
    child: bool,
    small_hands: bool,
    large_hands: bool = False,
    flatter: bool = False,
    flatter_by_deg: float = 10.0,
) -> tuple[Said, ...]:
    """Where to begin, and what goes on first; ``flatter`` is one school of the lever's angle (docs/formulas.md, Schools),
    by ``flatter_by_deg`` off the forearm's line."""
    said = []
    if child:
        said.append(say("Two fingers at the blade’s end, the lever wound in as far as it goes."))
    else:
        said.append(say("One finger at the blade’s end, the palm where it rides."))
    if flat and forearm_deg is not None:
        line, flat_at = Angle(round(forearm_deg)), Angle(max(0, round(forearm_deg - flatter_by_deg)))
        if flatter:
            lever = say(
                "Lever {flat} below level for long descents; along the forearm {line}.", flat=flat_at, line=line
            )
        else:
            lever = say(
                "Lever along the forearm, {line} below level; for long descents {flat}.", flat=flat_at, line=line
            )
        said.append(lever)
        said.append(say("Remotes where the thumb reaches them with the palm still. What sits inboard goes on first."))
    if small_hands:
        said.append(say("Small hands: wind the blade in; then see that the cable has slack and the brake bites."))
    if large_hands and not flat:
        said.append(
            say("Large hands: double the tape where the palm lies; it stands some {by} higher there.", by=bare(3.0))
        )
    return tuple(said)
