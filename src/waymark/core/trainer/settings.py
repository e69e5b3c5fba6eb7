"""The stops of an indoor bike that put a mark nearest to where it is wanted, exactly (docs/formulas.md, Indoor bikes)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, radians, sin
from typing import Literal

import numpy as np

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import Count, say

# So many settings are tried one by one in a moment.
MOST_SETTINGS = 4_000_000
_WITHIN = 1e-9


@dataclass(frozen=True, slots=True)
class Stop:
    """One place a slider can stand: mm along it, and what is printed there, empty where nothing is."""

    mm: float
    label: str = ""


@dataclass(frozen=True, slots=True)
class Axis:
    """A slider: its name, its direction counter-clockwise from forward, degrees, and its stops from the least up."""

    name: str
    direction_deg: float
    stops: tuple[Stop, ...]

    @property
    def along(self) -> Mark:
        """A millimetre of it."""
        return Mark(cos(radians(self.direction_deg)), sin(radians(self.direction_deg)))


@dataclass(frozen=True, slots=True)
class Slide:
    """What carries one mark: where it lies with every slider at 0, mm from the BB, and the sliders."""

    origin: Mark
    axes: tuple[Axis, ...]

    def at(self, stops: Sequence[Stop]) -> Mark:
        """Where these stops put the mark."""
        at = self.origin
        for axis, stop in zip(self.axes, stops, strict=True):
            at = at + axis.along.scaled(stop.mm)
        return at


@dataclass(frozen=True, slots=True)
class Setting:
    """One slider at one stop, and where the mark lies with all the others kept; ``off`` is found less wanted."""

    axis: str
    stop: Stop
    at: Mark
    off: Mark


@dataclass(frozen=True, slots=True)
class Dialled:
    """The best setting: each slider's stop, the mark, what is left, and each slider one stop down and up."""

    stops: tuple[Stop, ...]
    at: Mark
    off: Mark
    verdict: Literal["within", "outside"]
    beside: tuple[Setting, ...]


def settings_for(slide: Slide, wanted: Mark, tolerance: tuple[float, float]) -> Dialled:
    """The stops with the least √((dx/t_x)² + (dy/t_y)²), over every combination; of equals the lower stops.

    Raises ``InputError`` for more combinations than can be tried.
    """
    counts = [len(a.stops) for a in slide.axes]
    if float(np.prod([float(c) for c in counts])) > MOST_SETTINGS:
        raise InputError(
            "So many settings together cannot all be tried.",
            field="axes",
            allowed=say("{most} combinations of stops", most=Count(MOST_SETTINGS)),
        )
    x, y = np.array(slide.origin.x_mm - wanted.x_mm), np.array(slide.origin.y_mm - wanted.y_mm)
    for axis in slide.axes:
        mm = np.array([s.mm for s in axis.stops])
        x, y = x[..., None] + mm * axis.along.x_mm, y[..., None] + mm * axis.along.y_mm
    miss = np.round((x / tolerance[0]) ** 2 + (y / tolerance[1]) ** 2, 12)
    pick = [int(i) for i in np.unravel_index(int(np.argmin(miss)), miss.shape)] if slide.axes else []
    stops = tuple(a.stops[i] for a, i in zip(slide.axes, pick, strict=True))
    at = slide.at(stops)
    off = at - wanted
    inside = abs(off.x_mm) <= tolerance[0] + _WITHIN and abs(off.y_mm) <= tolerance[1] + _WITHIN
    return Dialled(stops, at, off, "within" if inside else "outside", tuple(_beside(slide, pick, stops, wanted)))


def _beside(slide: Slide, pick: Sequence[int], stops: Sequence[Stop], wanted: Mark) -> list[Setting]:
    found = []
    for k, (axis, i) in enumerate(zip(slide.axes, pick, strict=True)):
        for j in (i - 1, i + 1):
            if 0 <= j < len(axis.stops):
                other = list(stops)
                other[k] = axis.stops[j]
                at = slide.at(other)
                found.append(Setting(axis.name, axis.stops[j], at, at - wanted))
    return found


def nearest_crank_mm(cranks_mm: Sequence[float], wanted_mm: float) -> float:
    """The listed crank nearest to what is wanted, the shorter of two as near."""
    return min(cranks_mm, key=lambda c: (abs(c - wanted_mm), c))
