"""What trying a claim gives."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.marks import Mark

Stroke = tuple[Mark, ...]


@dataclass(frozen=True, slots=True)
class Tried:
    """A claim tried: two pictures as strokes in mm, what moved, what did not, and what is left of the saying.

    ``marks`` are the points to look at, before and after; ``holds`` says how much of the saying is true.
    """

    before: tuple[Stroke, ...]
    after: tuple[Stroke, ...]
    marks: tuple[Mark, Mark]
    moved: tuple[str, ...]
    stayed: tuple[str, ...]
    holds: str
    verdict: str


def steerer(top: Mark, up: Mark, bar: Mark, foot: Mark) -> tuple[Stroke, ...]:
    """Head tube, steerer to the stem's axis, stem to the bar clamp, as strokes."""
    return ((top - up.scaled(110), top, foot), (foot, bar))


def signed_mm(value: float) -> str:
    """A length with its sign, to a tenth."""
    return f"{value:+.1f}".replace("-", "−") if abs(value) >= 0.05 else "0"


def way(dx_mm: float, dy_mm: float) -> str:
    """How far a point moved, in words."""
    parts = []
    if abs(dx_mm) >= 0.05:
        parts.append(f"{abs(dx_mm):.1f} mm {'forward' if dx_mm > 0 else 'back'}")
    if abs(dy_mm) >= 0.05:
        parts.append(f"{abs(dy_mm):.1f} mm {'up' if dy_mm > 0 else 'down'}")
    return " and ".join(parts) or "nowhere"
