"""What to look for: the stack and reach that can carry a goal at one head angle (docs/formulas.md, Search, window)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from math import cos, radians, sin
from typing import Literal

from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark

Kind = Literal["best", "workable", "extreme"]


@dataclass(frozen=True, slots=True)
class WindowPart:
    """One parallelogram of the window, corners as (reach, stack) marks in order round it."""

    kind: Kind
    stem_angle_deg: float
    corners: tuple[Mark, Mark, Mark, Mark]


@dataclass(frozen=True, slots=True)
class LookFor:
    """Numbers to shop for: ranges of stack and reach of the best part, and its middle."""

    head_angle_deg: float
    stack_least_mm: float
    stack_greatest_mm: float
    reach_least_mm: float
    reach_greatest_mm: float
    middle_stack_mm: float
    middle_reach_mm: float


def head_top_for(
    clamp: Mark,
    head_angle_deg: float,
    cover_mm: float,
    clamp_height_mm: float,
    length_mm: float,
    angle_deg: float,
    spacers_mm: float,
) -> Mark:
    """Where the head tube's top must be for this stem and these spacers: the cockpit formula turned round."""
    u, n = steering_axis(head_angle_deg)
    alpha = radians(angle_deg)
    up = cover_mm + spacers_mm + clamp_height_mm / 2 + length_mm * sin(alpha)
    return clamp - u.scaled(up) - n.scaled(length_mm * cos(alpha))


def window(
    clamp: Mark,
    head_angle_deg: float,
    cover_mm: float,
    clamp_height_mm: float,
    stem_angles_deg: Iterable[float],
    ranges: dict[Kind, tuple[tuple[float, float], tuple[float, float]]],
) -> tuple[WindowPart, ...]:
    """The window's parallelograms, widest kind first.

    ``ranges`` gives for each kind the (least, greatest) stem length and the (least, greatest) spacers, mm.
    """
    parts: list[WindowPart] = []
    angles = tuple(stem_angles_deg)
    for kind in ("extreme", "workable", "best"):
        if kind not in ranges:
            continue
        (short, long), (low, high) = ranges[kind]
        for angle in angles:
            corners = tuple(
                head_top_for(clamp, head_angle_deg, cover_mm, clamp_height_mm, length, angle, spacers)
                for length, spacers in ((short, low), (long, low), (long, high), (short, high))
            )
            parts.append(WindowPart(kind, angle, (corners[0], corners[1], corners[2], corners[3])))
    return tuple(parts)


def look_for(parts: Iterable[WindowPart], head_angle_deg: float) -> LookFor:
    """The stack and reach to ask for, from the best parts of a window (or all of it where none is best)."""
    every = list(parts)
    corners = [c for p in every if p.kind == "best" for c in p.corners] or [c for p in every for c in p.corners]
    reach = [c.x_mm for c in corners]
    stack = [c.y_mm for c in corners]
    return LookFor(
        head_angle_deg,
        min(stack),
        max(stack),
        min(reach),
        max(reach),
        sum(stack) / len(stack),
        sum(reach) / len(reach),
    )
