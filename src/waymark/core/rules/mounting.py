"""When standing over a frame, or stepping over it, is to be asked before the position, and why.

docs/formulas.md, Schools. The reasons are told; whether it is asked the fitter decides.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from waymark.core.rules.mobility import MOBILITY
from waymark.core.say import Angle, Count, Length, Said, Words, say, term

GateName = Literal["standover", "step_over"]
GATES: tuple[GateName, ...] = ("standover", "step_over")
# Below this a rider is small enough that the frame's tube comes before the reach.
SMALL_MM = 1500.0
CHILD_AGE, OLDER_AGE = 13, 65
ROUGH_USES = ("cross-country", "trail", "cyclocross")
ROUGH_GROUNDS = ("roots and rocks", "mud", "sand")
# What the tests of a leg want, degrees, for it to come over a frame with ease.
LEG_NEEDS = {"hip_bend": 100.0, "hamstrings": 55.0}
_LEG = re.compile(r"\b(hip|hips|knee|knees|groin|ankle|ankles|leg|legs|thigh|balance)\b", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Mounting:
    """What of a rider decides how a frame is mounted. ``bends`` are the leg tests' lesser sides, degrees, by test."""

    uses: tuple[str, ...]
    grounds: tuple[str, ...] = ()
    height_mm: float | None = None
    age: int | None = None
    bends: tuple[tuple[str, float], ...] = ()
    hurts: tuple[str, ...] = ()
    history: str = ""


def gate_reasons(rider: Mounting) -> dict[GateName, list[Said]]:
    """Why each gate should be asked first, the weightiest reason first; empty where nothing calls for it."""
    body = [*_of_age(rider), *_of_leg(rider)]
    small = _of_size(rider)
    return {"standover": [*small, *_of_ground(rider), *body], "step_over": body}


def mentions_leg(text: str) -> bool:
    """Whether words of a rider speak of what carries a leg over a frame."""
    return bool(_LEG.search(text))


def _of_size(rider: Mounting) -> list[Said]:
    if rider.age is not None and rider.age < CHILD_AGE:
        return [say("a child of {age}", age=Count(rider.age))]
    if rider.height_mm is not None and rider.height_mm < SMALL_MM:
        return [say("a rider of {height}", height=Length(rider.height_mm))]
    return []


def _of_age(rider: Mounting) -> list[Said]:
    if rider.age is None or rider.age < OLDER_AGE:
        return []
    return [say("{age} years of age", age=Count(rider.age))]


def _of_ground(rider: Mounting) -> list[Said]:
    rough: Sequence[str] = [u for u in rider.uses if u in ROUGH_USES] or [
        g for g in rider.grounds if g in ROUGH_GROUNDS
    ]
    return [say("rough ground, {what}: a foot is often put down", what=term(rough[0]))] if rough else []


def _of_leg(rider: Mounting) -> list[Said]:
    said = []
    for test, bend in rider.bends:
        need = LEG_NEEDS[test]
        if bend < need:
            what = term(MOBILITY[test].label.lower())
            said.append(say("{what} {bend}, {need} needed", what=what, bend=Angle(bend), need=Angle(need)))
    said += [say("{what} hurts", what=Words(h)) for h in rider.hurts if mentions_leg(h)][:1]
    if not said and (named := _LEG.search(rider.history)):
        said.append(say("the history speaks of the {what}", what=Words(named.group().lower())))
    return said
