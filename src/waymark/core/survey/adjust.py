"""Weighted non-linear least squares of all readings to the marks (handbook 3).

Gauss and Newton's method, damped after Levenberg and Marquardt where a step would worsen the fit. The
covariance is a-priori: from the readings' own standard deviations, not scaled by how well they happened to fit.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import GeometryError, InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey.model import BB, Reading, linear, misclosure

Floats = NDArray[np.float64]
MOST_STEPS = 200
STILL_MM = 1e-7
NEARLY_STILL_MM = 1e-3
# Where a reading says nothing of a direction, its share of the normal matrix is numerically nothing.
RANK_SHARE = 1e-10
BB_HEIGHT_GUESS_MM = 270.0


@dataclass(frozen=True, slots=True)
class AdjustedPoint:
    """A mark with its standard deviations and covariance, mm and mm²; ``None`` where too little was read."""

    at: Mark | None
    sd_x_mm: float | None
    sd_y_mm: float | None
    covariance: tuple[tuple[float, float], tuple[float, float]] | None


@dataclass(frozen=True, slots=True)
class Adjusted:
    """The adjusted marks and what a judgement of the readings needs.

    ``residuals`` are adjusted less observed; ``residual_sd`` their a-priori standard deviations;
    ``redundancy`` each reading's r = σ_v²/σ²; ``correlation`` of the residuals. ``degrees_of_freedom`` 0
    means that nothing was checked; ``variance_factor`` is then ``None``.
    """

    points: dict[str, AdjustedPoint]
    bb_height_mm: float | None
    readings: tuple[Reading, ...]
    residuals: Floats
    residual_sd: Floats
    redundancy: Floats
    correlation: Floats
    degrees_of_freedom: int
    variance_factor: float | None
    undetermined: tuple[str, ...]


def adjust(
    readings: Sequence[Reading], guesses: Mapping[str, Mark] | None = None, bb_height_mm: float | None = None
) -> Adjusted:
    """Adjust ``readings`` to the points they tie.

    ``guesses`` are starting places (found from the readings where missing), ``bb_height_mm`` the BB's
    height over the floor where it is known; else it is an unknown as soon as a floor height was read.
    Raises ``InputError`` for two readings of one key, ``GeometryError`` where the numbers do not converge.
    """
    if len({r.key for r in readings}) != len(readings):
        raise InputError("Two readings have the same id.", field="observations", allowed="each id once")
    names = sorted({p for r in readings for p in r.points()})
    floor = any(r.kind == "floor_height" for r in readings) and bb_height_mm is None
    height = BB_HEIGHT_GUESS_MM if bb_height_mm is None else bb_height_mm
    at = _start(names, readings, guesses or {}, height, floor)
    sigma = np.array([r.sigma for r in readings], dtype=np.float64)
    x = _solve(readings, names, floor, at, height, sigma)
    return _judge(readings, names, floor, x, height, bb_height_mm, sigma)


def _solve(
    readings: Sequence[Reading], names: list[str], floor: bool, x: Floats, height: float, sigma: Floats
) -> Floats:
    """The unknowns that make the weighted squares least."""
    damp = 0.0
    design, gap = _system(readings, names, floor, x, height, sigma)
    cost = float(gap @ gap)
    for _ in range(MOST_STEPS):
        step = _step(design, gap, damp)
        trial = x + step
        new_design, new_gap = _system(readings, names, floor, trial, height, sigma)
        new_cost = float(new_gap @ new_gap)
        if new_cost <= cost + 1e-12:
            moved = float(np.abs(step).max()) if step.size else 0.0
            gained = cost - new_cost
            x, design, gap, cost, damp = trial, new_design, new_gap, new_cost, damp * 0.3
            # A slip can bring two circles to touch, where steps shrink slowly: then the gain decides.
            if moved < STILL_MM or (moved < NEARLY_STILL_MM and gained < 1e-9):
                return x
        else:
            damp = max(1e-4, damp * 10)
            if damp > 1e12:
                return x
    raise GeometryError("These readings cannot all be of one bike: no marks fit them.", field="observations")


def _step(design: Floats, gap: Floats, damp: float) -> Floats:
    if not design.size:
        return np.zeros(design.shape[1])
    if damp:
        scale = np.sqrt(damp) * np.maximum(np.linalg.norm(design, axis=0), 1e-9)
        design = np.vstack([design, np.diag(scale)])
        gap = np.concatenate([gap, np.zeros(scale.size)])
    # The least step: what no reading speaks of stays where it is.
    return np.asarray(np.linalg.lstsq(design, gap, rcond=RANK_SHARE)[0], dtype=np.float64)


def _system(
    readings: Sequence[Reading], names: list[str], floor: bool, x: Floats, height: float, sigma: Floats
) -> tuple[Floats, Floats]:
    """Weighted design matrix and misclosures at ``x``."""
    index = {name: 2 * i for i, name in enumerate(names)}
    design = np.zeros((len(readings), x.size))
    gap = np.zeros(len(readings))
    bb = float(x[-1]) if floor else height

    def place(name: str) -> Mark:
        return ORIGIN if name == BB else Mark(float(x[index[name]]), float(x[index[name] + 1]))

    for i, reading in enumerate(readings):
        # A floor height has no other end, whatever was named as its start.
        begin = ORIGIN if reading.kind == "floor_height" else place(reading.start)
        line = linear(reading, begin, place(reading.end), bb)
        gap[i] = misclosure(reading, line.value)
        for name, slopes in ((reading.start, line.slope[:2]), (reading.end, line.slope[2:4])):
            if name != BB and (reading.kind != "floor_height" or name == reading.end):
                design[i, index[name] : index[name] + 2] += slopes
        if floor:
            design[i, -1] = line.slope[4]
    return design / sigma[:, None], gap / sigma


def _start(
    names: list[str], readings: Sequence[Reading], guesses: Mapping[str, Mark], height: float, floor: bool
) -> Floats:
    """Starting places: as given, else from plain x, y and floor readings, else a usual bike's."""
    usual = {"s": Mark(-200, 700), "saddle": Mark(-200, 700), "nose": Mark(-50, 700)}
    places: list[float] = []
    for name in names:
        guess = guesses.get(name) or usual.get(name.lower()) or Mark(500, 640)
        x, y = guess.x_mm, guess.y_mm
        if name not in guesses:
            for r in readings:
                if r.end == name and r.start == BB and r.kind == "x":
                    x = r.value
                elif r.end == name and r.start == BB and r.kind == "y":
                    y = r.value
                elif r.end == name and r.kind == "floor_height":
                    y = r.value - height
        places += [x, y]
    if floor:
        places.append(height)
    return np.array(places, dtype=np.float64)


def _judge(
    readings: Sequence[Reading], names: list[str], floor: bool, x: Floats, height: float,
    bb_given_mm: float | None, sigma: Floats,
) -> Adjusted:  # fmt: skip
    design, gap = _system(readings, names, floor, x, height, sigma)
    u, singular, vt = np.linalg.svd(design, full_matrices=False)
    kept = singular > RANK_SHARE**0.5 * max(float(singular.max(initial=0.0)), 1e-300)
    hat = u[:, kept] @ u[:, kept].T
    cofactor = (vt[kept].T / singular[kept] ** 2) @ vt[kept]
    # A coordinate is determined where nothing of it lies in the directions no reading speaks of.
    blind = 1.0 - np.sum(vt[kept] ** 2, axis=0)
    share = np.clip(1.0 - np.diag(hat), 0.0, 1.0)
    share[share < 1e-12] = 0.0
    qvv = np.eye(len(readings)) - hat
    root = np.sqrt(np.maximum(np.diag(qvv), 1e-15))
    freedom = len(readings) - int(kept.sum())
    points, undetermined = {}, []
    for i, name in enumerate(names):
        if max(blind[2 * i], blind[2 * i + 1]) > 1e-6:
            undetermined.append(name)
            points[name] = AdjustedPoint(None, None, None, None)
            continue
        c = cofactor[2 * i : 2 * i + 2, 2 * i : 2 * i + 2]
        points[name] = AdjustedPoint(
            Mark(float(x[2 * i]), float(x[2 * i + 1])), float(c[0, 0] ** 0.5), float(c[1, 1] ** 0.5),
            ((float(c[0, 0]), float(c[0, 1])), (float(c[1, 0]), float(c[1, 1]))),
        )  # fmt: skip
    bb = bb_given_mm
    if floor and blind[-1] <= 1e-6:
        bb = float(x[-1])
    return Adjusted(
        points=points, bb_height_mm=bb, readings=tuple(readings), residuals=-gap * sigma,
        residual_sd=np.sqrt(share) * sigma, redundancy=share, correlation=qvv / np.outer(root, root),
        degrees_of_freedom=freedom, variance_factor=float(gap @ gap) / freedom if freedom > 0 else None,
        undetermined=tuple(undetermined),
    )  # fmt: skip
