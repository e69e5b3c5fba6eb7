"""Weighted non-linear least squares of all readings to the marks (handbook 3).

Gauss and Newton's method, damped after Levenberg and Marquardt where a step would worsen the fit, with the
whole curvature where a slip leaves residuals too large for it. The covariance is a-priori: from the readings'
own standard deviations, not scaled by how well they happened to fit.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations
from math import degrees

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import GeometryError, InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey.model import BB, Reading

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
MOST_STEPS = 200
# Steps without the curvature; a set without a slip needs four or five.
PLAIN_STEPS = 12
STILL_MM = 1e-7
# Where a reading says nothing of a direction, its share of the normal matrix is numerically nothing.
RANK_SHARE = 1e-10
# A coordinate is placed where no more than this of it lies in directions no reading speaks of.
BLIND = 1e-6
BB_HEIGHT_GUESS_MM = 270.0
# A mirror image nearer than this is the same minimum; one farther off is no bike's.
IMAGE_LEAST_MM, IMAGE_MOST_MM = 20.0, 300.0
# How much worse, in weighted squares, an image may begin and still be worth solving for.
IMAGE_COST = 2000.0
# Where a usual bike has its points, to start from where no reading gives a place.
USUAL_PLACES = {"s": Mark(-200, 700), "saddle": Mark(-200, 700), "nose": Mark(-50, 700)}
USUAL_ELSEWHERE = Mark(500, 640)


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

    ``squeezed`` are points that readings would place, were they not of lengths that no bike has together.
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
    squeezed: tuple[str, ...]


def adjust(
    readings: Sequence[Reading],
    guesses: Mapping[str, Mark] | None = None,
    bb_height_mm: float | None = None,
    fixed: Mapping[str, Mark] | None = None,
) -> Adjusted:
    """Adjust ``readings`` to the points they tie.

    ``guesses`` are starting places (found from the readings where missing), ``bb_height_mm`` the BB's
    height over the floor where it is known; else it is an unknown as soon as a floor height was read.
    ``fixed`` are points beside the BB whose place is known.
    Raises ``InputError`` for two readings of one key, ``GeometryError`` where the numbers do not converge.
    """
    net, at = _net(readings, guesses, bb_height_mm, fixed)
    x = _least_of_images(net, _solve(net, at))
    return _judge(net, at, x, bb_height_mm)


def reach(
    readings: Sequence[Reading], fixed: Mapping[str, Mark] | None = None
) -> tuple[tuple[str, ...], dict[str, float]]:
    """What readings of this kind place on any usual bike, before they are adjusted: the points they leave
    undetermined, and each reading's redundancy by its key.
    """
    net, at = _net(readings, None, None, fixed)
    u, _, vt, kept = _directions(_system(net, at)[0])
    blind = 1.0 - np.sum(vt[kept] ** 2, axis=0)
    share = 1.0 - np.sum(u[:, kept] ** 2, axis=1)
    loose = tuple(name for name, i in net.index.items() if blind[i : i + 2].max() > BLIND)
    return loose, {r.key: float(q) for r, q in zip(readings, share, strict=True)}


def _net(
    readings: Sequence[Reading],
    guesses: Mapping[str, Mark] | None,
    bb_height_mm: float | None,
    fixed: Mapping[str, Mark] | None,
) -> tuple[_Net, Floats]:
    if len({r.key for r in readings}) != len(readings):
        raise InputError("Two readings have the same id.", field="observations", allowed="each id once")
    known = {BB: ORIGIN, **(fixed or {})}
    names = sorted({p for r in readings for p in r.points()} - set(known))
    floor = any(r.kind == "floor_height" for r in readings) and bb_height_mm is None
    height = BB_HEIGHT_GUESS_MM if bb_height_mm is None else bb_height_mm
    net = _make_net(readings, names, known, floor, height)
    return net, _start(names, readings, guesses or {}, height, floor)


@dataclass(frozen=True, slots=True)
class _Net:
    """What stays the same while the unknowns move.

    ``index`` says where each unknown point stands; ``start`` and ``end`` are rows of all points, unknown
    ones first, ``known`` ones after them; ``kinds`` is a mask of readings for each kind.
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
    kinds: Mapping[str, NDArray[np.bool_]]


def _make_net(
    readings: Sequence[Reading], names: Sequence[str], known: Mapping[str, Mark], floor: bool, height: float
) -> _Net:
    rows = {name: i for i, name in enumerate([*names, *known])}
    kinds = np.array([r.kind for r in readings])
    return _Net(
        readings=tuple(readings), index={name: 2 * i for i, name in enumerate(names)},
        known=np.array([(p.x_mm, p.y_mm) for p in known.values()], dtype=np.float64), floor=floor,
        bb_height_mm=height, sigma=np.array([r.sigma for r in readings], dtype=np.float64),
        observed=np.array([r.value for r in readings], dtype=np.float64),
        # A floor height has no other end, whatever was named as its start.
        start=np.array([rows[BB if r.kind == "floor_height" else r.start] for r in readings], dtype=np.int64),
        end=np.array([rows[r.end] for r in readings], dtype=np.int64),
        kinds={k: kinds == k for k in ("x", "y", "distance", "angle", "floor_height")},
    )  # fmt: skip


def linearised(
    readings: Sequence[Reading],
    places: Mapping[str, Mark],
    bb_height_mm: float,
    fixed: Mapping[str, Mark] | None = None,
) -> tuple[dict[str, int], Floats, Floats]:
    """Where each point stands among the unknowns, the weighted design and the weighted misclosures at ``places``.

    The unknowns are x and y of every one of ``places``, then the BB's height over the floor.
    """
    known = {BB: ORIGIN, **(fixed or {})}
    x = np.array([v for p in places.values() for v in (p.x_mm, p.y_mm)] + [bb_height_mm], dtype=np.float64)
    net = _make_net(readings, list(places), known, True, bb_height_mm)
    design, gap = _system(net, x)
    return dict(net.index), design, gap


def _solve(net: _Net, x: Floats) -> Floats:
    """The unknowns that make the weighted squares least."""
    damp = 0.0
    design, gap = _system(net, x)
    cost = float(gap @ gap)
    for turn in range(MOST_STEPS):
        # A slip leaves large residuals, with which Gauss and Newton's step only creeps: then the curvature is used.
        step = _step(design, gap, damp) if turn < PLAIN_STEPS else _curved_step(net, x, design, gap, damp)
        trial = x + step
        new_design, new_gap = _system(net, trial)
        new_cost = float(new_gap @ new_gap)
        if new_cost <= cost + 1e-12:
            moved = float(np.abs(step).max()) if step.size else 0.0
            x, design, gap, cost, damp = trial, new_design, new_gap, new_cost, damp * 0.3
            if moved < STILL_MM:
                return x
        else:
            damp = max(1e-4, damp * 10)
            if damp > 1e12:
                return x
    raise GeometryError("These readings cannot all be of one bike: no marks fit them.", field="observations")


def _least_of_images(net: _Net, x: Floats) -> Floats:
    """The least of several minima: a point measured from two others has a mirror image across the line through them.

    Every image that is not absurd beside the readings is solved for again.
    """
    gap = _system(net, x)[1]
    cost = float(gap @ gap)
    for at, move in _images(net, x):
        image = x.copy()
        image[at : at + 2] += move
        gap = _system(net, image)[1]
        if float(gap @ gap) > 2 * cost + IMAGE_COST:
            continue
        try:
            other = _solve(net, image)
        except GeometryError:
            continue
        gap = _system(net, other)[1]
        if float(gap @ gap) < cost - 1e-9:
            x, cost = other, float(gap @ gap)
    return x


def _images(net: _Net, x: Floats) -> list[tuple[int, Floats]]:
    """Each unknown point's place among the unknowns with the way to each of its mirror images, mm."""
    points = np.vstack([x[: 2 * len(net.index)].reshape(-1, 2), net.known])
    tapes = [*zip(net.start[net.kinds["distance"]], net.end[net.kinds["distance"]], strict=True)]
    found: list[tuple[int, Floats]] = []
    for at in net.index.values():
        i = at // 2
        others = sorted({int(b if a == i else a) for a, b in tapes if i in (a, b)})
        for a, b in combinations(others, 2):
            along = points[b] - points[a]
            square = np.array([-along[1], along[0]]) / max(float(np.hypot(*along)), 1e-9)
            move = -2 * float((points[i] - points[a]) @ square) * square
            if IMAGE_LEAST_MM < float(np.hypot(*move)) < IMAGE_MOST_MM:
                found.append((at, move))
    return found


def _step(design: Floats, gap: Floats, damp: float) -> Floats:
    if not design.size:
        return np.zeros(design.shape[1])
    if damp:
        scale = np.sqrt(damp) * np.maximum(np.linalg.norm(design, axis=0), 1e-9)
        design = np.vstack([design, np.diag(scale)])
        gap = np.concatenate([gap, np.zeros(scale.size)])
    # The least step: what no reading speaks of stays where it is.
    return np.asarray(np.linalg.lstsq(design, gap, rcond=RANK_SHARE)[0], dtype=np.float64)


def _curved_step(net: _Net, x: Floats, design: Floats, gap: Floats, damp: float) -> Floats:
    """Newton's step on the whole curvature, downhill also where the squares bend the other way."""
    whole = design.T @ design
    off = _apart(net, x)
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


def _apart(net: _Net, x: Floats) -> Floats:
    """From start to end of every reading, mm."""
    places: Floats = np.concatenate([x[: 2 * len(net.index)].reshape(-1, 2), net.known])
    return np.asarray(places[net.end] - places[net.start], dtype=np.float64)


def _system(net: _Net, x: Floats) -> tuple[Floats, Floats]:
    """Weighted design matrix and misclosures at ``x``: ``model.linear`` for all readings at once."""
    off = _apart(net, x)
    dx, dy = off[:, 0], off[:, 1]
    bb = float(x[-1]) if net.floor else net.bb_height_mm
    square = np.maximum(dx * dx + dy * dy, 1e-9)
    long = np.sqrt(square)
    k = net.kinds
    straight, angle = k["distance"], k["angle"]
    turn = degrees(1.0)
    by_x = np.where(k["x"], 1.0, np.where(straight, dx / long, np.where(angle, -turn * dy / square, 0.0)))
    by_y = np.where(straight, dy / long, np.where(angle, turn * dx / square, np.where(k["x"], 0.0, 1.0)))
    computed = np.where(
        k["x"],
        dx,
        np.where(
            straight, long, np.where(angle, np.degrees(np.arctan2(dy, dx)), dy + k["floor_height"] * bb)
        ),
    )
    gap = net.observed - computed
    # Angles the short way round.
    gap = np.where(angle, (gap + 180.0) % 360.0 - 180.0, gap)
    design = np.zeros((len(net.readings), x.size))
    rows = np.arange(len(net.readings))
    for ends, sign in ((net.start, -1.0), (net.end, 1.0)):
        free = ends < len(net.index)
        np.add.at(design, (rows[free], 2 * ends[free]), sign * by_x[free])
        np.add.at(design, (rows[free], 2 * ends[free] + 1), sign * by_y[free])
    if net.floor:
        design[:, -1] = k["floor_height"]
    return design / net.sigma[:, None], gap / net.sigma


def _start(
    names: list[str], readings: Sequence[Reading], guesses: Mapping[str, Mark], height: float, floor: bool
) -> Floats:
    """Starting places: as given, else from plain x, y and floor readings, else a usual bike's."""
    places: list[float] = []
    for name in names:
        guess = guesses.get(name) or USUAL_PLACES.get(name.lower(), USUAL_ELSEWHERE)
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


def _judge(net: _Net, begun: Floats, x: Floats, bb_given_mm: float | None) -> Adjusted:
    design, gap = _system(net, x)
    u, singular, vt, kept = _directions(design)
    hat = u[:, kept] @ u[:, kept].T
    cofactor = (vt[kept].T / singular[kept] ** 2) @ vt[kept]
    # A coordinate is determined where nothing of it lies in the directions no reading speaks of.
    blind = 1.0 - np.sum(vt[kept] ** 2, axis=0)
    # Where the first guess would have been placed and the solution is not, the lengths do not meet.
    *_, vt_begun, kept_begun = _directions(_system(net, begun)[0])
    blind_begun = 1.0 - np.sum(vt_begun[kept_begun] ** 2, axis=0)
    share = np.clip(1.0 - np.diag(hat), 0.0, 1.0)
    share[share < 1e-12] = 0.0
    qvv = np.eye(len(net.readings)) - hat
    root = np.sqrt(np.maximum(np.diag(qvv), 1e-15))
    freedom = len(net.readings) - int(kept.sum())
    points, undetermined = {}, []
    for name, at in net.index.items():
        if max(blind[at], blind[at + 1]) > BLIND:
            undetermined.append(name)
            points[name] = AdjustedPoint(None, None, None, None)
            continue
        c = cofactor[at : at + 2, at : at + 2]
        points[name] = AdjustedPoint(
            Mark(float(x[at]), float(x[at + 1])), float(c[0, 0] ** 0.5), float(c[1, 1] ** 0.5),
            ((float(c[0, 0]), float(c[0, 1])), (float(c[1, 0]), float(c[1, 1]))),
        )  # fmt: skip
    bb = bb_given_mm
    if net.floor and blind[-1] <= BLIND:
        bb = float(x[-1])
    return Adjusted(
        points=points, bb_height_mm=bb, readings=net.readings, residuals=-gap * net.sigma,
        residual_sd=np.sqrt(share) * net.sigma, redundancy=share, correlation=qvv / np.outer(root, root),
        degrees_of_freedom=freedom, variance_factor=float(gap @ gap) / freedom if freedom > 0 else None,
        undetermined=tuple(undetermined),
        squeezed=tuple(
            name for name in undetermined if blind_begun[net.index[name] : net.index[name] + 2].max() <= BLIND
        ),
    )  # fmt: skip


def _directions(design: Floats) -> tuple[Floats, Floats, Floats, NDArray[np.bool_]]:
    """Singular vectors and values of a design, and which directions its readings speak of."""
    u, singular, vt = np.linalg.svd(design, full_matrices=False)
    return u, singular, vt, singular > RANK_SHARE**0.5 * max(float(singular.max(initial=0.0)), 1e-300)
