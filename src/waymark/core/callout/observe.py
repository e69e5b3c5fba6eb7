"""From what was read to what the survey takes: stated numbers turned into sights, and the ties between points."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from math import cos, hypot, radians, sin, sqrt
from typing import Literal

from waymark.core.callout.prompt import Sight, Turn
from waymark.core.callout.taken import Sides, Taken, both_sides
from waymark.core.errors import GeometryError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.say import exactly, say
from waymark.core.survey.model import BB, Reading, linear

PEDAL_SIX = "pedal_six"
# Both names a tie may carry start with this; no prompt's does.
TIE = "tie:"


@dataclass(frozen=True, slots=True)
class Known:
    """A length or angle that readings lean on, how sure it is, and whether it was read, is a part's, or assumed."""

    value: float
    sd: float
    source: Literal["read", "part", "assumed"]


IN_THE_MIDDLE = Known(0.0, 0.0, "read")


@dataclass(frozen=True, slots=True)
class Leans:
    """What sights and ties lean on; mm and degrees.

    ``hand_side``, ``pad_side`` and ``tops_side`` are how far beside the bike's middle plane a tape ends that is held to
    the hand, a pad or the tops themselves; 0 where it is held to the middle, over a straight edge.
    """

    crank: Known
    seat_angle: Known
    nose_to_s: Known
    off_ahead: Known
    off_above: Known
    bb_height: Known
    hand_side: Known = IN_THE_MIDDLE
    pad_side: Known = IN_THE_MIDDLE
    tops_side: Known = IN_THE_MIDDLE

    def beside(self, turn: Turn) -> Known | None:
        """How far beside the middle plane the tape of a sight ends; ``None`` for sights within it."""
        return {"to_hand": self.hand_side, "to_pad": self.pad_side, "to_tops": self.tops_side}.get(turn)


@dataclass(frozen=True, slots=True)
class Observed:
    """A survey reading and where it came from: the key of what was read, and which repeat (``None`` their mean)."""

    reading: Reading
    key: str
    repeat: int | None = None


def sighted(turn: Turn, stated: float, leans: Leans) -> float:
    """The sighted number for a stated one. The inverse is ``stated``.

    A tape that ends at a hand is longer than what it sights in the middle plane: √(tape² − side²). Raises
    ``GeometryError`` where it is shorter than the hand is out to the side.
    """
    side = leans.beside(turn)
    if side is not None:
        if stated <= side.value:
            raise GeometryError(
                say(
                    "A tape of {tape} does not reach a hand that is {side} out to the side.",
                    tape=exactly(stated),
                    side=exactly(side.value),
                ),
                field="readings",
            )
        return sqrt(stated**2 - side.value**2)
    match turn:
        case "negated":
            return -stated
        case "less_crank":
            return stated - leans.crank.value
        case "up_seat_tube":
            return stated * sin(radians(leans.seat_angle.value))
        case "from_behind":
            return 180.0 - stated
        case _:
            return stated


def stated(turn: Turn, sight: float, leans: Leans) -> float:
    """The number as it is stated for a sighted one, the inverse of ``sighted``."""
    side = leans.beside(turn)
    if side is not None:
        return hypot(sight, side.value)
    match turn:
        case "negated":
            return -sight
        case "less_crank":
            return sight + leans.crank.value
        case "up_seat_tube":
            return sight / sin(radians(leans.seat_angle.value))
        case "from_behind":
            return 180.0 - sight
        case _:
            return sight


def should_read(sight: Sight, at: Mapping[str, Mark], leans: Leans, bb_height_mm: float) -> float | None:
    """What a perfect tape reads of a level bike with its points ``at``, as stated; ``None`` where an end is not known."""
    ends = {BB: ORIGIN, **at}
    start = Mark(0.0, -leans.crank.value) if sight.turn == "from_pedal_six" else ends.get(sight.start)
    end = ends.get(sight.end)
    if start is None or end is None:
        return None
    probe = Reading("should", sight.kind, "end", 0.0, "start")
    return stated(sight.turn, linear(probe, start, end, bb_height_mm).value, leans)


def _sd(turn: Turn, sd: float, value: float, leans: Leans) -> float:
    """A sight's standard deviation with that of what it leans on; ``value`` is as stated."""
    side = leans.beside(turn)
    if side is not None:
        return hypot(sd * value, side.sd * side.value) / sighted(turn, value, leans)
    match turn:
        case "less_crank" | "from_pedal_six":
            return hypot(sd, leans.crank.sd)
        case "up_seat_tube":
            angle = radians(leans.seat_angle.value)
            return hypot(sd * sin(angle), value * cos(angle) * radians(leans.seat_angle.sd))
        case _:
            return sd


def observed(taken: Mapping[str, Taken], leans: Leans) -> list[Observed]:
    """The survey's readings.

    Repeats that agree, and two sides that agree or are meant to differ, are one reading: their mean. Those
    that do not agree stand apart, so that the others can tell which of them is the slip.
    """
    pairs = {s.prompt.name: s for s in both_sides(taken)}
    made: list[Observed] = []
    done: set[str] = set()
    for key, it in taken.items():
        sight = it.prompt.sight
        if sight is None or not it.values or it.decision == "dropped" or key in done:
            continue
        pair = pairs.get(it.prompt.name)
        other = taken.get(f"{it.prompt.name}.{'left' if it.side == 'right' else 'right'}")
        if pair and other and _one_thing(pair, it, other):
            done |= {key, other.key}
            sd = hypot(it.sd, other.sd) / 2
            made.append(_one(sight, it.prompt.name, (it.mean + other.mean) / 2, sd, leans, None))
        elif it.agrees:
            made.append(_one(sight, key, it.mean, it.sd, leans, None))
        else:
            single = Taken(it.prompt, it.values[:1]).sd
            made += [_one(sight, f"{key}#{i + 1}", v, single, leans, i) for i, v in enumerate(it.values)]
    return made


def _one_thing(pair: Sides, right: Taken, left: Taken) -> bool:
    good = right.agrees and left.agrees and "dropped" not in (right.decision, left.decision)
    return good and (pair.meant or not pair.differs)


def _one(sight: Sight, key: str, value: float, sd: float, leans: Leans, repeat: int | None) -> Observed:
    start = PEDAL_SIX if sight.turn == "from_pedal_six" else sight.start
    reading = Reading(
        key,
        sight.kind,
        sight.end,
        sighted(sight.turn, value, leans),
        start,
        _sd(sight.turn, sd, value, leans),
    )
    return Observed(reading, key.split("#")[0], repeat)


def fixed_points(leans: Leans) -> dict[str, Mark]:
    """Points beside the BB whose place is known."""
    return {PEDAL_SIX: Mark(0.0, -leans.crank.value)}


def ties(readings: Iterable[Reading], leans: Leans) -> list[Reading]:
    """What may stand in where too little was read, the least assumed first.

    The nose lies along the saddle from S; the hand lies off the clamp as the bar has it; the BB stands as
    high as the wheels put it. They are offered for points of which something was read.
    """
    read = list(readings)
    points = {p for r in read for p in r.points()}
    made: list[Reading] = []
    if any(r.kind == "floor_height" for r in read):
        made.append(Reading(f"{TIE}bb", "floor_height", BB, leans.bb_height.value, sd=leans.bb_height.sd))
    if points & {"s", "nose"}:
        nose = leans.nose_to_s
        made.append(Reading(f"{TIE}nose_x", "x", "nose", nose.value, "s", nose.sd))
        # A nose seldom lies more than this above or below the mark.
        made.append(Reading(f"{TIE}nose_y", "y", "nose", 0.0, "s", 6.0))
    if points & {"clamp", "h"}:
        made.append(Reading(f"{TIE}hand_x", "x", "h", leans.off_ahead.value, "clamp", leans.off_ahead.sd))
        made.append(Reading(f"{TIE}hand_y", "y", "h", leans.off_above.value, "clamp", leans.off_above.sd))
    return made
