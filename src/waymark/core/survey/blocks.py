"""Readings adjusted together with blocks of marks that are known jointly, such as those of a photograph.

A block's coordinates share scale and level, so they never enter as readings of their own: their covariance C does,
P = C⁻¹ in place of 1/σ². A block stands or falls whole: T = (P·v)ᵀ·(P·Q_v·P)⁺·(P·v) against χ² at 0.001
(docs/formulas.md, Photograph).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import chdtri

from waymark.core.errors import GeometryError, InputError
from waymark.core.marks import Mark
from waymark.core.survey.adjust import (
    BB_HEIGHT_GUESS_MM,
    BLIND,
    NOWHERE,
    USUAL_ELSEWHERE,
    USUAL_PLACES,
    AdjustedPoint,
    adjust,
    directions,
    linearised,
    placed_at,
)
from waymark.core.survey.judge import BOUND, JudgedReading, judged_reading, slip_test
from waymark.core.survey.model import Reading
from waymark.core.survey.solve import Floats

AT = 0.001
MOST_STEPS = 60
STILL_MM = 1e-8


@dataclass(frozen=True, slots=True)
class Block:
    """Coordinates known jointly: of each its point and whether it is x or y, the values, mm, and their covariance."""

    key: str
    order: tuple[tuple[str, str], ...]
    values_mm: Floats
    covariance: Floats

    def whitening(self) -> Floats:
        """L⁻¹ of C = L·Lᵀ; raises ``InputError`` for what is no covariance."""
        matrix = self.covariance
        if matrix.shape != (len(self.order),) * 2 or not np.allclose(matrix, matrix.T, rtol=1e-6, atol=1e-9):
            raise InputError(
                "A covariance is square and alike on both sides of its diagonal.", field=f"{self.key}.matrix"
            )
        try:
            return np.asarray(np.linalg.inv(np.linalg.cholesky(matrix)), np.float64)
        except np.linalg.LinAlgError as wrong:
            raise InputError("A covariance is positive definite.", field=f"{self.key}.matrix") from wrong


@dataclass(frozen=True, slots=True)
class JudgedBlock:
    """A block against all else: T, its limit (``None`` where nothing checks it), and whether it was left out."""

    key: str
    statistic: float | None
    limit: float | None
    suspect: bool


@dataclass(frozen=True, slots=True)
class Together:
    """Readings and blocks adjusted: the marks, and what may be said of each reading and block."""

    points: dict[str, AdjustedPoint]
    bb_height_mm: float | None
    readings: tuple[JudgedReading, ...]
    blocks: tuple[JudgedBlock, ...]
    degrees_of_freedom: int
    variance_factor: float | None
    undetermined: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class _Fit:
    """One adjustment: the unknowns, their cofactor and what no row speaks of; rows' residuals and their cofactor."""

    index: Mapping[str, int]
    x: Floats
    cofactor: Floats
    blind: Floats
    rows: tuple[tuple[str, slice], ...]
    residuals: Floats
    own: Floats
    rank: int

    @property
    def freedom(self) -> int:
        """How many rows are more than it needs."""
        return self.residuals.size - self.rank

    def test(self, at: slice) -> tuple[float, int]:
        """T of some rows, and the rank of what checks them."""
        return slip_test(self.residuals[at], self.own[at, at])


def judge_together(
    readings: Sequence[Reading],
    blocks: Sequence[Block],
    guesses: Mapping[str, Mark] | None = None,
    bb_height_mm: float | None = None,
) -> Together:
    """Adjust, and leave out whatever agrees least with the rest while it is past its limit, one after another.

    At most a third of readings and blocks. Raises ``InputError`` for two of one key or a block that is no covariance.
    """
    every = [*(r.key for r in readings), *(b.key for b in blocks)]
    if len(set(every)) != len(every):
        raise InputError("Two readings have the same id.", field="observations", allowed="each id once")
    out: list[str] = []
    while True:
        kept = [r for r in readings if r.key not in out], [b for b in blocks if b.key not in out]
        found = _fit(*kept, guesses, bb_height_mm)
        worst = _worst(found)
        if worst is None or len(out) >= len(every) // 3:
            break
        out.append(worst)

    def judged(key: str) -> tuple[_Fit, slice]:
        """The adjustment a reading or block is judged in: with it, without the others that were left out."""
        fit = found
        if key in out:
            others = [k for k in out if k != key]
            kept = [r for r in readings if r.key not in others], [b for b in blocks if b.key not in others]
            fit = _fit(*kept, guesses, bb_height_mm)
        return fit, dict(fit.rows)[key]

    points = _points(found, readings, blocks)
    squares = float(found.residuals @ found.residuals)
    floor = any(r.kind == "floor_height" for r in readings) and bb_height_mm is None and found.blind[-1] <= BLIND
    return Together(
        points=points,
        bb_height_mm=float(found.x[-1]) if floor else bb_height_mm,
        readings=tuple(_reading(r, *judged(r.key), r.key in out) for r in readings),
        blocks=tuple(_block(b, *judged(b.key), b.key in out) for b in blocks),
        degrees_of_freedom=found.freedom,
        variance_factor=squares / found.freedom if found.freedom > 0 else None,
        undetermined=tuple(name for name, p in points.items() if p.at is None),
    )


def _fit(
    readings: Sequence[Reading],
    blocks: Sequence[Block],
    guesses: Mapping[str, Mark] | None,
    bb_height_mm: float | None,
) -> _Fit:
    """Gauss and Newton's steps from where blocks and readings have the marks; ``GeometryError`` where they do not rest."""
    places, white = _begun(readings, blocks, guesses, bb_height_mm), [b.whitening() for b in blocks]
    height = BB_HEIGHT_GUESS_MM if bb_height_mm is None else bb_height_mm
    free = bb_height_mm is None and any(r.kind == "floor_height" for r in readings)
    for _ in range(MOST_STEPS):
        index, design, missing = _system(readings, blocks, white, places, height)
        if not free:
            design[:, -1] = 0.0
        u, singular, vt, kept = directions(design)
        step = vt[kept].T @ ((u[:, kept].T @ missing) / singular[kept])
        x = np.array([v for p in places.values() for v in (p.x_mm, p.y_mm)] + [height])
        if float(np.abs(step).max(initial=0.0)) < STILL_MM:
            return _Fit(
                index=index,
                x=x,
                cofactor=(vt[kept].T / singular[kept] ** 2) @ vt[kept],
                blind=1.0 - np.sum(vt[kept] ** 2, axis=0),
                rows=_spans(readings, blocks),
                residuals=-missing,
                own=np.eye(missing.size) - u[:, kept] @ u[:, kept].T,
                rank=int(kept.sum()),
            )
        moved = x + step
        places = {name: Mark(float(moved[i]), float(moved[i + 1])) for name, i in index.items()}
        height = float(moved[-1])
    raise GeometryError("These readings cannot all be of one bike: no marks fit them.", field="observations")


def _system(
    readings: Sequence[Reading],
    blocks: Sequence[Block],
    white: Sequence[Floats],
    places: Mapping[str, Mark],
    height_mm: float,
) -> tuple[dict[str, int], Floats, Floats]:
    """Where each point stands among the unknowns, the weighted design, and observed less computed, also weighted."""
    index, design, gap = linearised(readings, places, height_mm)
    rows, gaps = [design], [gap]
    for block, whiten in zip(blocks, white, strict=True):
        own = np.zeros((len(block.order), design.shape[1]))
        own[:, [index[point] + (axis == "y") for point, axis in block.order]] = whiten
        rows.append(own)
        here = [places[point].x_mm if axis == "x" else places[point].y_mm for point, axis in block.order]
        gaps.append(whiten @ (block.values_mm - np.array(here)))
    return index, np.concatenate(rows), np.concatenate(gaps)


def _spans(readings: Sequence[Reading], blocks: Sequence[Block]) -> tuple[tuple[str, slice], ...]:
    """Which rows are whose."""
    made: list[tuple[str, slice]] = []
    for key, size in [*((r.key, 1) for r in readings), *((b.key, len(b.order)) for b in blocks)]:
        at = made[-1][1].stop if made else 0
        made.append((key, slice(at, at + size)))
    return tuple(made)


def _begun(
    readings: Sequence[Reading],
    blocks: Sequence[Block],
    guesses: Mapping[str, Mark] | None,
    bb_height_mm: float | None,
) -> dict[str, Mark]:
    """Where each point is begun: as a block has it, else as the readings place it, else as on a usual bike."""
    had: dict[str, dict[str, float]] = {}
    for block in blocks:
        for (point, axis), value in zip(block.order, block.values_mm, strict=True):
            had.setdefault(point, {})[axis] = float(value)
    known = {name: Mark(at["x"], at["y"]) for name, at in had.items() if len(at) == 2}
    names = sorted({p for r in readings for p in r.points()} | set(had))
    placed = adjust(readings, {**(guesses or {}), **known}, bb_height_mm).points if readings else {}
    begun = {}
    for name in names:
        read = placed[name].at if name in placed else None
        begun[name] = known.get(name) or read or USUAL_PLACES.get(name.lower(), USUAL_ELSEWHERE)
    return begun


def _worst(found: _Fit) -> str | None:
    """What is furthest past its limit: a reading |w| > 3.29, a block T past χ²."""
    if found.freedom < 1:
        return None
    worst, most = None, 1.0
    for key, at in found.rows:
        test, rank = found.test(at)
        if rank:
            share = test / (BOUND**2 if at.stop - at.start == 1 else float(chdtri(rank, AT)))
            if share > most:
                worst, most = key, share
    return worst


def _points(found: _Fit, readings: Sequence[Reading], blocks: Sequence[Block]) -> dict[str, AdjustedPoint]:
    names = {p for r in readings for p in r.points()} | {p for b in blocks for p, _ in b.order}
    made = {}
    for name in sorted(names):
        i = found.index.get(name)
        if i is None or max(found.blind[i], found.blind[i + 1]) > BLIND:
            made[name] = NOWHERE
        else:
            made[name] = placed_at(found.x[i : i + 2], found.cofactor[i : i + 2, i : i + 2])
    return made


def _reading(it: Reading, found: _Fit, at: slice, suspect: bool) -> JudgedReading:
    r, residual = max(float(found.own[at.start, at.start]), 0.0), float(found.residuals[at.start]) * it.sigma
    return judged_reading(it, residual, r, found.freedom, suspect=suspect)


def _block(it: Block, found: _Fit, at: slice, suspect: bool) -> JudgedBlock:
    test, rank = found.test(at)
    return JudgedBlock(it.key, test if rank else None, float(chdtri(rank, AT)) if rank else None, suspect)
