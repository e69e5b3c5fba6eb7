"""The weighted squares of all readings made least from one start.

Gauss and Newton's method, damped after Levenberg and Marquardt where a step would worsen the fit, with the
whole curvature where a slip leaves residuals too large for it.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import degrees

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import GeometryError
from waymark.core.marks import Mark
from waymark.core.survey.model import BB, Reading

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
MOST_STEPS = 200
# Steps without the curvature; a set without a slip needs four or five.
PLAIN_STEPS = 12
STILL_MM = 1e-7
# So many steps that gain no more than this share of the squares lead nowhere.
CREEPING, CREPT = 30, 1e-3
# Where a reading says nothing of a direction, its share of the normal matrix is numerically nothing.
RANK_SHARE = 1e-10


@dataclass(frozen=True, slots=True)
class Net:
    """What stays the same while the unknowns move.

    ``index`` says where each unknown point stands; ``start`` and ``end`` are rows of all points, unknown
    ones first, ``known`` ones after them. ``level``, ``plumb`` and ``floors`` are 1 for readings that measure level,
    plumb (a floor height too) and from the floor; ``tapes`` and ``slopes`` are the distances and the angles.
    """

    readings: tuple[Reading, ...]
    index: Mapping[str, int]
    known: Floats
    floor: bool
    bb_height_mm: float
    sigma: Floats
    observed: Floats
    start: Ints
    end: Ints
    level: Floats
    plumb: Floats
    floors: Floats
    tapes: Ints
    slopes: Ints


def make_net(
    readings: Sequence[Reading], names: Sequence[str], known: Mapping[str, Mark], floor: bool, height: float
) -> Net:
    """The net of ``readings`` between the unknown points ``names`` and the ``known`` ones."""
    rows = {name: i for i, name in enumerate([*names, *known])}
    kinds = np.array([r.kind for r in readings])
    return Net(
        readings=tuple(readings),
        index={name: 2 * i for i, name in enumerate(names)},
        known=np.array([(p.x_mm, p.y_mm) for p in known.values()], dtype=np.float64),
        floor=floor,
        bb_height_mm=height,
        sigma=np.array([r.sigma for r in readings], dtype=np.float64),
        observed=np.array([r.value for r in readings], dtype=np.float64),
        # A floor height has no other end, whatever was named as its start.
        start=np.array([rows[BB if r.kind == "floor_height" else r.start] for r in readings], dtype=np.int64),
        end=np.array([rows[r.end] for r in readings], dtype=np.int64),
        level=(kinds == "x").astype(np.float64),
        floors=(kinds == "floor_height").astype(np.float64),
        plumb=((kinds == "y") | (kinds == "floor_height")).astype(np.float64),
        tapes=np.flatnonzero(kinds == "distance"),
        slopes=np.flatnonzero(kinds == "angle"),
    )


def solve(net: Net, x: Floats) -> Floats:
    """The unknowns that make the weighted squares least."""
    damp = 0.0
    design, gap = system(net, x)
    cost = float(gap @ gap)
    before = cost
    for turn in range(MOST_STEPS):
        # A slip leaves large residuals, with which Gauss and Newton's step only creeps: then the curvature is used.
        step = _step(design, gap, damp) if turn < PLAIN_STEPS else _curved_step(net, x, design, gap, damp)
        trial = x + step
        new_gap = misclosures(net, trial)
        new_cost = float(new_gap @ new_gap)
        # Where two points fall together a distance has a kink, along which the steps only creep.
        if turn % CREEPING == 0:
            if turn > CREEPING and cost > before * (1 - CREPT):
                return x
            before = cost
        if new_cost <= cost + 1e-12:
            moved = float(np.abs(step).max()) if step.size else 0.0
            x, cost, damp = trial, new_cost, damp * 0.3
            if moved < STILL_MM:
                return x
            design, gap = system(net, x)
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


def _curved_step(net: Net, x: Floats, design: Floats, gap: Floats, damp: float) -> Floats:
    """Newton's step on the whole curvature, downhill also where the squares bend the other way."""
    whole = design.T @ design
    off = apart(net, x)
    for i, reading in enumerate(net.readings):
        if reading.kind not in ("distance", "angle"):
            continue
        bend = _bend(reading.kind, float(off[i, 0]), float(off[i, 1])) * (gap[i] / net.sigma[i])
        ends = [(net.index.get(reading.start), -1.0), (net.index.get(reading.end), 1.0)]
        for row, one in ends:
            for column, other in ends:
                if row is not None and column is not None:
                    whole[row : row + 2, column : column + 2] -= one * other * bend
    values, vectors = np.linalg.eigh(whole)
    size = np.abs(values)
    seen = size > RANK_SHARE * size.max(initial=1e-300)
    downhill = vectors.T @ (design.T @ gap)
    return np.asarray(vectors[:, seen] @ (downhill[seen] / (size[seen] * (1 + damp))), dtype=np.float64)


def _bend(kind: str, dx: float, dy: float) -> Floats:
    """Second derivative of a distance or an angle by its end's coordinates, 2×2; that by its start is the same."""
    square = max(dx * dx + dy * dy, 1e-9)
    if kind == "distance":
        straight = np.array([[dy * dy, -dx * dy], [-dx * dy, dx * dx]]) / square**1.5
        return np.asarray(straight, dtype=np.float64)
    mixed, along = (dy * dy - dx * dx) / square**2, 2 * dx * dy / square**2
    return np.asarray(degrees(1.0) * np.array([[along, mixed], [mixed, -along]]), dtype=np.float64)


def apart(net: Net, x: Floats) -> Floats:
    """From start to end of every reading, mm."""
    places: Floats = np.concatenate([x[: 2 * len(net.index)].reshape(-1, 2), net.known])
    return np.asarray(places[net.end] - places[net.start], dtype=np.float64)


def misclosures(net: Net, x: Floats, off: Floats | None = None) -> Floats:
    """Observed less computed of every reading at ``x``, in its standard deviations; ``off`` as ``apart`` gives it."""
    off = apart(net, x) if off is None else off
    dx, dy = off[:, 0], off[:, 1]
    bb = float(x[-1]) if net.floor else net.bb_height_mm
    gap = net.observed - dx * net.level - dy * net.plumb - bb * net.floors
    gap[net.tapes] -= np.hypot(dx[net.tapes], dy[net.tapes])
    turned = gap[net.slopes] - np.degrees(np.arctan2(dy[net.slopes], dx[net.slopes]))
    # An inclinometer lies along a line: it cannot tell which end is ahead.
    gap[net.slopes] = (turned + 90.0) % 180.0 - 90.0
    return np.asarray(gap / net.sigma, dtype=np.float64)


def system(net: Net, x: Floats) -> tuple[Floats, Floats]:
    """Weighted design matrix and misclosures at ``x``: ``model.linear`` for all readings at once."""
    off = apart(net, x)
    square = np.maximum(off[:, 0] ** 2 + off[:, 1] ** 2, 1e-9)
    by_x, by_y = net.level.copy(), net.plumb.copy()
    tapes, slopes = net.tapes, net.slopes
    by_x[tapes], by_y[tapes] = (off[tapes] / np.sqrt(square[tapes])[:, None]).T
    turn = degrees(1.0) / square[slopes]
    by_x[slopes], by_y[slopes] = -turn * off[slopes, 1], turn * off[slopes, 0]
    by_x, by_y = by_x / net.sigma, by_y / net.sigma
    design = np.zeros((len(net.readings), x.size))
    for ends, sign in ((net.start, -1.0), (net.end, 1.0)):
        free = np.flatnonzero(ends < len(net.index))
        # One reading has one start and one end: no element is written twice at once.
        design[free, 2 * ends[free]] += sign * by_x[free]
        design[free, 2 * ends[free] + 1] += sign * by_y[free]
    if net.floor:
        design[:, -1] = net.floors / net.sigma
    return design, misclosures(net, x, off)
