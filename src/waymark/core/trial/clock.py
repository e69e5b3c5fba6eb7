"""Where a trial's clock stands: which run is ridden, what was ridden whole, and how long there is to rest."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import zip_longest
from typing import Literal

PhaseKind = Literal["ready", "ride", "rest", "wait", "done"]


@dataclass(frozen=True, slots=True)
class Begun:
    """A run begun by hand at so many seconds; ``run`` None: the clock was held, and what was ridden is not whole."""

    run: int | None
    at_s: float


@dataclass(frozen=True, slots=True)
class Plan:
    """A trial's times: how many runs, how long each is ridden and rested, and whether the next begins by itself."""

    runs: int
    ride_s: float
    rest_s: float
    by_itself: bool = False


@dataclass(frozen=True, slots=True)
class Span:
    """A run as it was ridden, from second to second; ``whole`` once it was ridden to its end."""

    run: int
    start_s: float
    end_s: float
    whole: bool


@dataclass(frozen=True, slots=True)
class Phase:
    """What is on: ``ready`` before the first run, then by turns ``ride`` and ``rest``, ``wait`` where the next run is to be
    begun by hand, and ``done``. ``run`` is the one that is ridden or comes next, from 0; ``left_s`` of this phase."""

    kind: PhaseKind
    run: int
    left_s: float


def spans_of(begun: Sequence[Begun], plan: Plan, now_s: float, ridden: frozenset[int] = frozenset()) -> list[Span]:
    """Every run ridden until ``now_s``, in order of time.

    A run that was cut short, by holding the clock or by beginning another, is not whole. Where runs begin by themselves,
    each follows its rest until none is left or the clock is held. ``ridden`` are runs that were whole at another sitting.
    """
    found: list[Span] = []
    whole = set(ridden)

    def ride(run: int, start_s: float, until_s: float) -> float:
        end = min(start_s + plan.ride_s, until_s)
        is_whole = start_s + plan.ride_s <= until_s
        found.append(Span(run, start_s, end, is_whole))
        if is_whole:
            whole.add(run)
        return start_s + plan.ride_s + plan.rest_s

    for here, after in zip_longest(begun, begun[1:]):
        until = min(now_s, after.at_s if after else now_s)
        if here.run is None or here.at_s > until:
            continue
        next_s = ride(here.run, here.at_s, until)
        while plan.by_itself and next_s <= until and (run := _after(here.run, whole, plan.runs)) is not None:
            next_s = ride(run, next_s, until)
    return found


def phase_of(begun: Sequence[Begun], plan: Plan, now_s: float, ridden: frozenset[int] = frozenset()) -> Phase:
    """What is on at ``now_s``; after a run that was cut short the same one comes again."""
    spans = spans_of(begun, plan, now_s, ridden)
    whole = ridden | {s.run for s in spans if s.whole}
    last = spans[-1] if spans else None
    if last is not None and not last.whole and begun[-1].run is not None:
        return Phase("ride", last.run, last.start_s + plan.ride_s - now_s)
    following = _after(last.run if last else 0, whole, plan.runs)
    if following is None:
        return Phase("done", plan.runs - 1, 0.0)
    if last is None:
        return Phase("wait" if ridden else "ready", following, 0.0)
    left = last.end_s + plan.rest_s - now_s if last.whole else 0.0
    return Phase("rest", following, left) if left > 0 else Phase("wait", following, 0.0)


def _after(run: int, whole: set[int] | frozenset[int], runs: int) -> int | None:
    """The next run that was not ridden whole, from ``run`` on and then from the first."""
    return next((r for r in (*range(run, runs), *range(run)) if r not in whole), None)
