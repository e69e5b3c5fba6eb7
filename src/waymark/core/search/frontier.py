"""The frontier: builds that nothing else beats on all of miss, room, cost, handling and workmanship.

docs/formulas.md, Search.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.say import Capital, Said, bare, say, term, with_and, with_semicolons
from waymark.core.search.compiled import compiled
from waymark.core.search.headroom import Room
from waymark.core.search.model import SizeResult
from waymark.core.search.points import EPS_MM, Floats
from waymark.core.search.words import PRICES, away_words

ROOM_STEP_MM = 5


@dataclass(frozen=True, slots=True)
class Reference:
    """The bike whose handling is wanted, usually the present one; the arm runs from steering axis to hand."""

    trail_mm: float
    front_centre_mm: float
    arm_mm: float


@dataclass(frozen=True, slots=True)
class Standing:
    """One build on the five scales; smaller is better in all, room counted negative.

    ``miss_mm`` ties within 1 mm. ``room`` counts 5 mm steps of headroom all round; ``rung`` the cost ladder;
    ``handling`` whole noticeable steps away from the reference; ``points`` of workmanship, half ones equal.
    """

    result: SizeResult
    room: Room
    miss_mm: float
    room_steps: int
    rung: int
    handling: int
    points: float

    def scales(self) -> tuple[float, ...]:
        """The four scales beside the miss."""
        return -self.room_steps, self.rung, self.handling, self.points


@dataclass(frozen=True, slots=True)
class Candidate:
    """A build on the frontier: why it stands, and what it gives up."""

    standing: Standing
    stands: Said
    gives_up: Said


def handling_steps(r: SizeResult, reference: Reference | None) -> int:
    """How many noticeable steps the steering lies from the reference: trail, front centre and arm together."""
    if reference is None:
        return 0
    _, square = steering_axis(r.frame.head_angle_deg)
    arm = (r.hand - Mark(r.frame.reach_mm, r.frame.stack_mm)).dot(square)
    weights = r.goal.weights
    away = (
        abs(r.frame.trail_mm - reference.trail_mm) / weights.trail_mm
        + abs(r.frame.front_centre_mm - reference.front_centre_mm) / weights.front_centre_mm
        + abs(arm - reference.arm_mm) / weights.arm_mm
    )
    return round(away)


def standing(r: SizeResult, room: Room, reference: Reference | None) -> Standing:
    """A build on the five scales."""
    return Standing(
        r,
        room,
        r.miss_mm,
        room.total_mm // ROOM_STEP_MM,
        r.rung,
        handling_steps(r, reference),
        round(r.points / r.goal.weights.equal_points) * r.goal.weights.equal_points,
    )


def frontier(every: Sequence[Standing]) -> list[Standing]:
    """Those that nothing beats: no other is as good on all five scales and better on one. Misses tie at 1 mm.

    The order given is kept.
    """
    if not every:
        return []
    scales = np.array([s.scales() for s in every], np.float64)
    beaten = _beaten(np.array([s.miss_mm for s in every]), scales, float(every[0].result.goal.weights.tie_mm))
    return [s for s, b in zip(every, beaten, strict=True) if not b]


@compiled
def _beaten(miss: Floats, scales: Floats, tie_mm: float) -> NDArray[np.bool_]:
    n, m = scales.shape
    beaten = np.zeros(n, np.bool_)
    for i in range(n):
        for j in range(n):
            if miss[j] > miss[i] + tie_mm + EPS_MM:
                continue
            better = miss[j] < miss[i] - tie_mm - EPS_MM
            as_good = True
            for s in range(m):
                as_good = as_good and scales[j, s] <= scales[i, s]
                better = better or scales[j, s] < scales[i, s]
            if as_good and better:
                beaten[i] = True
                break
    return beaten


_BEST: tuple[tuple[Callable[[Standing], float], Said], ...] = (
    (lambda s: round(s.miss_mm), say("nearest of all")),
    (lambda s: -s.room.up_mm, say("most room to rise")),
    (lambda s: -s.room.total_mm, say("most room all round")),
    (lambda s: s.handling, say("steers most like the present bike")),
    (lambda s: s.rung, say("least to buy")),
    (lambda s: s.points, say("the cleanest work")),
    (lambda s: -s.room.down_mm, say("most room to go down")),
)


def candidates(kept: Sequence[Standing]) -> list[Candidate]:
    """Each of the frontier with why it stands and what is against it beside the others."""
    best = []
    for of, words in _BEST:
        values = {of(s) for s in kept}
        # What all of them share is no reason to take one.
        if len(values) > 1 or len(kept) == 1:
            best.append((of, min(values), words))
    return [Candidate(s, _why(s, best), _gives_up(s, kept)) for s in kept]


def _why(s: Standing, best: list[tuple[Callable[[Standing], float], float, Said]]) -> Said:
    named = [words for of, least, words in best if of(s) == least][:2]
    r, room = s.result, say("{up} to go up and {down} down", up=bare(s.room.up_mm), down=bare(s.room.down_mm))
    said = with_and(named) if named else say("{miss} from the goal", miss=bare(r.miss_mm))
    return say("{why}, with {room}.", why=Capital(said), room=room)


def _gives_up(s: Standing, kept: Sequence[Standing]) -> Said:
    """The scale on which it stands farthest behind the best of the others, in its own unit."""
    r = s.result
    said: list[tuple[float, Said]] = []
    nearest = min(k.miss_mm for k in kept)
    if s.miss_mm > nearest + r.goal.weights.tie_mm:
        said.append(
            ((s.miss_mm - nearest) / 2, say("the {carried} {away}", carried=term(r.goal.carried), away=away_words(r)))
        )
    most = max(k.room.total_mm for k in kept)
    if most - s.room.total_mm >= 2 * ROOM_STEP_MM:
        least = min(
            (s.room.up_mm, 0, say("to rise")),
            (s.room.down_mm, 1, say("to go down")),
            (s.room.forward_mm, 2, say("to go forward")),
            (s.room.back_mm, 3, say("to come back")),
        )
        said.append(
            ((most - s.room.total_mm) / 10, say("only {left} left {where}", left=bare(least[0]), where=least[2]))
        )
    dearer = s.rung > min(k.rung for k in kept)
    if dearer:
        said.append((s.rung, PRICES[s.rung]))
    if s.handling > min(k.handling for k in kept) + 1:
        said.append(
            (
                s.handling / 2,
                say(
                    "another feel, trail {trail} and front centre {front_centre}",
                    trail=bare(r.frame.trail_mm),
                    front_centre=bare(r.frame.front_centre_mm),
                ),
            )
        )
    # That another bar goes on, its price says.
    faults = [f for f in r.faults if not (dearer and f.kind == "bar")]
    if faults and s.points > min(k.points for k in kept) + 1:
        said.append((s.points / 2, say("{fault}", fault=faults[0].says)))
    if not said:
        return say("Nothing of note against it.")
    said.sort(key=lambda x: -x[0])
    return say("Against it: {what}.", what=with_semicolons([words for _, words in said[:2]]))
