"""What trying a claim gives."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.marks import Mark
from waymark.core.say import Length, Said, say, with_and

Stroke = tuple[Mark, ...]


@dataclass(frozen=True, slots=True)
class Tried:
    """A claim tried: two pictures as strokes in mm, what moved, what did not, and what is left of the saying.

    ``marks`` are the points to look at, before and after; ``holds`` says how much of the saying is true.
    """

    before: tuple[Stroke, ...]
    after: tuple[Stroke, ...]
    marks: tuple[Mark, Mark]
    moved: tuple[Said, ...]
    stayed: tuple[Said, ...]
    holds: Said
    verdict: Said


def steerer(top: Mark, up: Mark, bar: Mark, foot: Mark) -> tuple[Stroke, ...]:
    """Head tube, steerer to the stem's axis, stem to the bar clamp, as strokes."""
    return ((top - up.scaled(110), top, foot), (foot, bar))


def signed_mm(value: float) -> Length:
    """A length with its sign, to a tenth."""
    return Length(value, signed=True, tenths=True, bare=True)


def way(dx_mm: float, dy_mm: float) -> Said:
    """How far a point moved, in words."""
    parts = []
    if abs(dx_mm) >= 0.05:
        far = Length(abs(dx_mm), tenths=True)
        parts.append(say("{far} forward", far=far) if dx_mm > 0 else say("{far} back", far=far))
    if abs(dy_mm) >= 0.05:
        far = Length(abs(dy_mm), tenths=True)
        parts.append(say("{far} up", far=far) if dy_mm > 0 else say("{far} down", far=far))
    return with_and(parts) if parts else say("nowhere")
