"""The chain: every step taken from where the one before it ended, and the same with the school that was not chosen.

A step is set in whole millimetres, as in a workshop: so its figures add up to the goal's, whoever adds them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from waymark.core.body import BodyMeasures
from waymark.core.errors import WaymarkError
from waymark.core.figures import whole
from waymark.core.goal.steps import DisciplineStep, Position, Step, taken
from waymark.core.marks import Mark
from waymark.core.say import Said
from waymark.core.translate import School

OTHER: dict[School, School] = {"deltas": "body", "body": "deltas"}
# Schools that come out nearer than this are one.
SAME_MM = 0.5


@dataclass(frozen=True, slots=True)
class Link:
    """One step as taken: from where, to where, and why.

    A parked one says where it would lead; nothing goes there. ``other`` is where the school not chosen would lead,
    ``trouble`` why a step leads nowhere.
    """

    step: Step
    before: Position
    after: Position
    why: tuple[Said, ...] = ()
    parked: bool = False
    other: Position | None = None
    trouble: Said | None = None

    @property
    def end(self) -> Position:
        """Where the next step starts."""
        return self.before if self.parked else self.after


@dataclass(frozen=True, slots=True)
class Walked:
    """The chain taken: its steps, where it ends, and where it would by the schools not chosen, where that is elsewhere."""

    links: tuple[Link, ...]
    end: Position
    other_end: Position | None


def walk(start: Position, steps: Sequence[tuple[Step, bool]], body: BodyMeasures) -> Walked:
    """Take ``steps``, each with whether it is parked, from ``start``; what cannot be taken says why and moves nothing."""
    links = _taken(_whole(start), steps, body)
    parts = any(link.other is not None and not link.parked for link in links)
    others = _taken(_whole(start), [(_by_the_other(step), parked) for step, parked in steps], body) if parts else ()
    return Walked(links, links[-1].end if links else _whole(start), others[-1].end if others else None)


def _taken(start: Position, steps: Sequence[tuple[Step, bool]], body: BodyMeasures) -> tuple[Link, ...]:
    links, at = [], start
    for step, parked in steps:
        link = _link(step, at, body, parked)
        links.append(link)
        at = link.end
    return tuple(links)


def _link(step: Step, at: Position, body: BodyMeasures, parked: bool) -> Link:
    try:
        after, why = taken(step, at, body)
        other = _other(step, at, after, body)
    except WaymarkError as wrong:
        return Link(step, at, at, parked=parked, trouble=wrong.said)
    return Link(step, at, _set(at, after), why, parked, other)


def _whole(at: Position) -> Position:
    """The same with its marks to the whole mm."""
    pad = None if at.pad is None else _to_whole(at.pad)
    return replace(at, saddle=_to_whole(at.saddle), hand=_to_whole(at.hand), pad=pad)


def _set(at: Position, after: Position) -> Position:
    """The step as it is set: each mark moved by whole mm."""
    by = _to_whole(after.hand - at.hand)
    pad = after.pad if at.pad is None or after.pad is None else at.pad + by
    return replace(
        after,
        saddle=at.saddle + _to_whole(after.saddle - at.saddle),
        hand=at.hand + by,
        pad=None if pad is None else _to_whole(pad),
    )


def _to_whole(at: Mark) -> Mark:
    return Mark(float(whole(at.x_mm)), float(whole(at.y_mm)))


def _other(step: Step, at: Position, after: Position, body: BodyMeasures) -> Position | None:
    """Where the other school leads from the same place, where that is elsewhere."""
    if not isinstance(step, DisciplineStep):
        return None
    other, _ = taken(_by_the_other(step), at, body)
    return None if _near(other.hand, after.hand) and _near(other.saddle, after.saddle) else _set(at, other)


def _by_the_other(step: Step) -> Step:
    return replace(step, school=OTHER[step.school]) if isinstance(step, DisciplineStep) else step


def _near(a: Mark, b: Mark) -> bool:
    return a.distance_mm(b) < SAME_MM
