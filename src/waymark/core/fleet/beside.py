"""One bike against another of the same rider, coordinate by coordinate (docs/formulas.md, Another use; Crank and foot).

What the two uses ask for lies between the second's range less the first's. A longer crank or a lower sole brings the
saddle down along its own line by as much, whatever the use. What lies outside both, the tolerance and the tape's doubt
allowed for, has drifted.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import hypot
from typing import Literal

from waymark.core.marks import ORIGIN, Mark
from waymark.core.translate.mix import Coordinate
from waymark.core.translate.uses import SHIFTS, Range, Use

# alike: the same; meant: as the uses or the legs ask; drift: neither; apart: postures that are not compared.
Word = Literal["alike", "meant", "drift", "apart"]
What = Literal["crank", "stack", "cleat", "stance"]
# A difference is seen at 95 % of both tapes' doubt.
SEEN = 1.96
# Cranks are printed, soles and cleats are read with a tape.
LEAST_MM: Mapping[What, float] = {"crank": 0.5, "stack": 2.0, "cleat": 2.0, "stance": 3.0}


@dataclass(frozen=True, slots=True)
class Known:
    """A mark and the standard deviations it was measured with, mm."""

    at: Mark
    sd_x_mm: float = 0.0
    sd_y_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Bike:
    """A bike as its rider sits on it: what for, its marks, what the hand is on, and what is under the foot, where known."""

    use: Use
    saddle: Known
    hand: Known
    hand_on: Literal["hood", "grip", "pad", "extension"]
    crank_mm: float | None = None
    stack_mm: float | None = None
    cleat_mm: float | None = None
    stance_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Beside:
    """One coordinate: the other bike's less this one's, what the uses ask of it from least to greatest, what the legs do
    to it, and the word. ``beyond_mm`` is how far it lies outside what is asked, signed; 0 inside."""

    name: Coordinate
    by_mm: float
    least_mm: float
    greatest_mm: float
    legs_mm: float
    word: Word
    beyond_mm: float


@dataclass(frozen=True, slots=True)
class Silent:
    """What is under the foot that differs: the other bike's less this one's, mm."""

    what: What
    this_mm: float
    other_mm: float


def beside(this: Bike, other: Bike, tolerance_mm: Mapping[Coordinate, float]) -> tuple[Beside, ...]:
    """Every coordinate of the other bike against this one; the hand's only where both hands are on the same."""
    legs = _legs(this, other)
    made = [
        *_mark("s", this.saddle, other.saddle, _asked(this.use, other.use, "saddle"), legs, tolerance_mm),
        *_mark("h", this.hand, other.hand, _hands(this, other), ORIGIN, tolerance_mm),
    ]
    return tuple(made)


def silent(this: Bike, other: Bike) -> tuple[Silent, ...]:
    """Crank, sole, cleat and stance where both bikes have them and they differ by more than they are read to."""
    pairs: tuple[tuple[What, float | None, float | None], ...] = (
        ("crank", this.crank_mm, other.crank_mm),
        ("stack", this.stack_mm, other.stack_mm),
        ("cleat", this.cleat_mm, other.cleat_mm),
        ("stance", this.stance_mm, other.stance_mm),
    )
    return tuple(
        Silent(what, a, b) for what, a, b in pairs if a is not None and b is not None and abs(b - a) >= LEAST_MM[what]
    )


def _legs(this: Bike, other: Bike) -> Mark:
    """How the other saddle lies, for the leg's length alone: up its line by a shorter crank and a thicker sole."""
    up = 0.0
    if this.crank_mm is not None and other.crank_mm is not None:
        up += this.crank_mm - other.crank_mm
    if this.stack_mm is not None and other.stack_mm is not None:
        up += other.stack_mm - this.stack_mm
    return this.saddle.at.scaled(up / max(this.saddle.at.length_mm, 1.0))


def _hands(this: Bike, other: Bike) -> Range | None:
    return _asked(this.use, other.use, "hand") if this.hand_on == other.hand_on else None


def _asked(this: Use, other: Use, mark: Literal["saddle", "hand"]) -> Range | None:
    """What the uses ask of a mark, from near to far; ``None`` where they are not compared by numbers."""
    if this == other or "trainer" in (this, other):
        return Range(ORIGIN, ORIGIN)
    a, b = SHIFTS.get(this), SHIFTS.get(other)
    if a is None or b is None:
        return None
    one, two = (a.saddle, b.saddle) if mark == "saddle" else (a.hand, b.hand)
    return None if one is None or two is None else _between(one, two)


def _between(one: Range, two: Range) -> Range:
    """The second's range less the first's, each coordinate from its least to its greatest."""
    ends = [(two.near, two.far), (one.near, one.far)]
    (x2, y2), (x1, y1) = (
        ((min(a.x_mm, b.x_mm), max(a.x_mm, b.x_mm)), (min(a.y_mm, b.y_mm), max(a.y_mm, b.y_mm))) for a, b in ends
    )
    return Range(Mark(x2[0] - x1[1], y2[0] - y1[1]), Mark(x2[1] - x1[0], y2[1] - y1[0]))


def _mark(
    letter: Literal["s", "h"],
    this: Known,
    other: Known,
    asked: Range | None,
    legs: Mark,
    tolerance_mm: Mapping[Coordinate, float],
) -> list[Beside]:
    by = other.at - this.at
    axes: tuple[tuple[Coordinate, float, float, tuple[float, float], float], ...] = (
        (f"{letter}_x_mm", by.x_mm, legs.x_mm, _ends(asked, "x"), hypot(this.sd_x_mm, other.sd_x_mm)),  # type: ignore[assignment]
        (f"{letter}_y_mm", by.y_mm, legs.y_mm, _ends(asked, "y"), hypot(this.sd_y_mm, other.sd_y_mm)),
    )
    made = []
    for name, off, leg, (least, greatest), sd in axes:
        slack = max(tolerance_mm[name], SEEN * sd)
        least, greatest = least + leg, greatest + leg
        beyond = off - greatest if off > greatest else off - least if off < least else 0.0
        word: Word = "apart" if asked is None else _word(off, beyond, slack)
        made.append(Beside(name, off, least, greatest, leg, word, 0.0 if asked is None else beyond))
    return made


def _ends(asked: Range | None, axis: Literal["x", "y"]) -> tuple[float, float]:
    if asked is None:
        return 0.0, 0.0
    return (asked.near.x_mm, asked.far.x_mm) if axis == "x" else (asked.near.y_mm, asked.far.y_mm)


def _word(off: float, beyond: float, slack: float) -> Word:
    if abs(beyond) > slack:
        return "drift"
    return "alike" if abs(off) <= slack else "meant"
