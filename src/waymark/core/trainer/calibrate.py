"""An indoor bike's slider data mended by tape: a few settings measured correct its origin and directions.

docs/formulas.md, Indoor bikes. A mark lies at origin + Σ mm·(cos, sin) of each slider's direction; what is adjusted is the
origin and the direction of every slider that was moved between the readings, by least squares.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import cos, degrees, radians, sin

import numpy as np
import numpy.typing as npt

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import Count, say
from waymark.core.trainer.settings import Slide

ROUNDS = 12
# No slider's data are that far wrong: such an answer is another machine's, or a wrong stop.
MOST_TURNED_DEG = 15.0


@dataclass(frozen=True, slots=True)
class Taped:
    """One setting and where tape and plumb line put the mark, mm from the BB; ``mm`` along each slider."""

    mm: tuple[float, ...]
    at: Mark


@dataclass(frozen=True, slots=True)
class Calibrated:
    """The slide as it must be, how far its origin moved and each direction turned, and what is left at each reading."""

    slide: Slide
    moved: Mark
    turned_deg: tuple[float, ...]
    residuals: tuple[Mark, ...]

    @property
    def worst_mm(self) -> float:
        """The greatest distance left."""
        return max(r.length_mm for r in self.residuals)


def calibrate(slide: Slide, taped: Sequence[Taped]) -> Calibrated:
    """``slide`` with its origin and the directions of the moved sliders from at least two readings.

    Raises ``InputError`` for fewer readings than that, a reading of another number of sliders, or data that only a slider
    turned by more than 15° would explain.
    """
    if len(taped) < 2:
        raise InputError(
            "One setting does not tell a wrong origin from a wrong direction.", field="taped", allowed="two or more"
        )
    for it in taped:
        if len(it.mm) != len(slide.axes):
            raise InputError(
                "Each reading has every slider.",
                field="taped",
                allowed=say("{n} figures", n=Count(len(slide.axes))),
                kept=str(len(it.mm)),
            )
    moved = [k for k in range(len(slide.axes)) if len({t.mm[k] for t in taped}) > 1]
    angles = np.radians([a.direction_deg for a in slide.axes])
    origin = np.array([slide.origin.x_mm, slide.origin.y_mm])
    seen = np.array([[t.at.x_mm, t.at.y_mm] for t in taped])
    along = np.array([t.mm for t in taped])
    for _ in range(ROUNDS):
        misses, design = _linear(origin, angles, along, seen, moved)
        step, *_ = np.linalg.lstsq(design, misses, rcond=None)
        origin = origin + step[:2]
        for column, k in enumerate(moved):
            angles[k] += step[2 + column]
        if float(np.max(np.abs(step))) < 1e-12:
            break
    turned = tuple(degrees(float(a)) - axis.direction_deg for a, axis in zip(angles, slide.axes, strict=True))
    if max(abs(t) for t in turned) > MOST_TURNED_DEG:
        raise InputError(
            "No slider lies so far off its data: is a stop or a coordinate misread?",
            field="taped",
            allowed="within 15°",
        )
    axes = tuple(replace(a, direction_deg=a.direction_deg + t) for a, t in zip(slide.axes, turned, strict=True))
    made = Slide(Mark(float(origin[0]), float(origin[1])), axes)
    left = tuple(t.at - _at(made, t.mm) for t in taped)
    return Calibrated(made, made.origin - slide.origin, turned, left)


def _linear(
    origin: npt.NDArray[np.float64],
    angles: npt.NDArray[np.float64],
    along: npt.NDArray[np.float64],
    seen: npt.NDArray[np.float64],
    moved: Sequence[int],
) -> tuple[npt.NDArray[np.float64], npt.NDArray[np.float64]]:
    """What is missed at each reading, x then y, and how origin and directions change it."""
    found = origin + along @ np.column_stack([np.cos(angles), np.sin(angles)])
    n = len(seen)
    design = np.zeros((2 * n, 2 + len(moved)))
    design[:n, 0] = design[n:, 1] = 1.0
    for column, k in enumerate(moved):
        design[:n, 2 + column] = -along[:, k] * np.sin(angles[k])
        design[n:, 2 + column] = along[:, k] * np.cos(angles[k])
    return (seen - found).T.reshape(-1), design


def _at(slide: Slide, mm: Sequence[float]) -> Mark:
    at = slide.origin
    for axis, far in zip(slide.axes, mm, strict=True):
        a = radians(axis.direction_deg)
        at = at + Mark(far * cos(a), far * sin(a))
    return at
