"""Weighted non-linear least squares of all readings to the marks (docs/formulas.md, Survey).

``solve`` finds a minimum from one start, ``minima`` the least of all there are. The covariance is a-priori: from
the readings' own standard deviations, not scaled by how well they happened to fit.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey.minima import SAME_MM, Found, least_of_all, placed_in_turn
from waymark.core.survey.model import BB, Reading
from waymark.core.survey.solve import RANK_SHARE, Floats, Net, make_net, solve, system

# A coordinate is placed where no more than this of it lies in directions no reading speaks of.
BLIND = 1e-6
BB_HEIGHT_GUESS_MM = 270.0
# Where a usual bike has its points, to start from where no reading gives a place.
_SADDLE, _NOSE = Mark(-200, 700), Mark(-50, 700)
USUAL_PLACES = {"s": _SADDLE, "saddle": _SADDLE, "n": _NOSE, "nose": _NOSE}
USUAL_ELSEWHERE = Mark(500, 640)


@dataclass(frozen=True, slots=True)
class AdjustedPoint:
    """A mark with its standard deviations and covariance, mm and mm²; ``None`` where too little was read."""

    at: Mark | None
    sd_x_mm: float | None
    sd_y_mm: float | None
    covariance: tuple[tuple[float, float], tuple[float, float]] | None


NOWHERE = AdjustedPoint(None, None, None, None)


def placed_at(at: Floats, cofactor: Floats) -> AdjustedPoint:
    """A mark of its two coordinates, mm, and their cofactor, mm²."""
    (xx, xy), (yx, yy) = (tuple(float(c) for c in row) for row in cofactor)
    return AdjustedPoint(Mark(float(at[0]), float(at[1])), xx**0.5, yy**0.5, ((xx, xy), (yx, yy)))


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
    elsewhere: tuple[dict[str, Mark], ...] = ()


def adjust(
    readings: Sequence[Reading],
    guesses: Mapping[str, Mark] | None = None,
    bb_height_mm: float | None = None,
    fixed: Mapping[str, Mark] | None = None,
    begin: Adjusted | None = None,
    *,
    look: bool = True,
) -> Adjusted:
    """Adjust ``readings`` to the points they tie.

    ``guesses`` are starting places (found from the readings where missing), ``bb_height_mm`` the BB's
    height over the floor where it is known; else it is an unknown as soon as a floor height was read.
    ``fixed`` are points beside the BB whose place is known; ``begin`` is an adjustment of nearly the same readings,
    whose marks are begun at; without ``look`` no other place than theirs is looked for.
    An angle's reading is a line: which of its ends is ahead it does not say.
    Raises ``InputError`` for two readings of one key, ``GeometryError`` where the numbers do not converge.
    """
    net, usual = _net(readings, guesses, bb_height_mm, fixed)
    if begin is None:
        given = frozenset(i // 2 for name, i in net.index.items() if name in (guesses or {}))
        starts = [placed_in_turn(net, usual, given), usual]
    else:
        starts = [_marks_had(net, usual, begin)]
    found = least_of_all(net, starts, usual) if look else Found(solve(net, starts[0]), ())
    return replace(_judge(net, usual, found.x, bb_height_mm), elsewhere=_elsewhere(net, found.x, found.alike))


def _marks_had(net: Net, usual: Floats, begin: Adjusted) -> Floats:
    """The unknowns where an earlier adjustment had them, else where a usual bike has them."""
    x = usual.copy()
    for name, i in net.index.items():
        point = begin.points.get(name)
        if point is not None and point.at is not None:
            x[i : i + 2] = point.at.x_mm, point.at.y_mm
    if net.floor and begin.bb_height_mm is not None:
        x[-1] = begin.bb_height_mm
    return x


def _elsewhere(net: Net, x: Floats, alike: Sequence[Floats]) -> tuple[dict[str, Mark], ...]:
    """What moves in each of the other fits."""
    made = []
    for other in alike:
        moved = {
            name: Mark(float(other[i]), float(other[i + 1]))
            for name, i in net.index.items()
            if np.abs(other[i : i + 2] - x[i : i + 2]).max() >= SAME_MM
        }
        made.append(moved)
    return tuple(made)


def reach(
    readings: Sequence[Reading], fixed: Mapping[str, Mark] | None = None
) -> tuple[tuple[str, ...], dict[str, float]]:
    """What readings of this kind place on any usual bike, before they are adjusted: the points they leave
    undetermined, and each reading's redundancy by its key.
    """
    net, at = _net(readings, None, None, fixed)
    u, _, vt, kept = directions(system(net, at)[0])
    blind = 1.0 - np.sum(vt[kept] ** 2, axis=0)
    share = 1.0 - np.sum(u[:, kept] ** 2, axis=1)
    loose = tuple(name for name, i in net.index.items() if blind[i : i + 2].max() > BLIND)
    return loose, {r.key: float(q) for r, q in zip(readings, share, strict=True)}


def _net(
    readings: Sequence[Reading],
    guesses: Mapping[str, Mark] | None,
    bb_height_mm: float | None,
    fixed: Mapping[str, Mark] | None,
) -> tuple[Net, Floats]:
    if len({r.key for r in readings}) != len(readings):
        raise InputError("Two readings have the same id.", field="observations", allowed="each id once")
    known = {BB: ORIGIN, **(fixed or {})}
    names = sorted({p for r in readings for p in r.points()} - set(known))
    floor = any(r.kind == "floor_height" for r in readings) and bb_height_mm is None
    height = BB_HEIGHT_GUESS_MM if bb_height_mm is None else bb_height_mm
    net = make_net(readings, names, known, floor, height)
    return net, _start(names, readings, guesses or {}, height, floor)


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
    net = make_net(readings, list(places), known, True, bb_height_mm)
    design, gap = system(net, x)
    return dict(net.index), design, gap


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


def _judge(net: Net, begun: Floats, x: Floats, bb_given_mm: float | None) -> Adjusted:
    design, gap = system(net, x)
    u, singular, vt, kept = directions(design)
    hat = u[:, kept] @ u[:, kept].T
    cofactor = (vt[kept].T / singular[kept] ** 2) @ vt[kept]
    # A coordinate is determined where nothing of it lies in the directions no reading speaks of.
    blind = 1.0 - np.sum(vt[kept] ** 2, axis=0)
    # Where the first guess would have been placed and the solution is not, the lengths do not meet.
    *_, vt_begun, kept_begun = directions(system(net, begun)[0])
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
            points[name] = NOWHERE
            continue
        points[name] = placed_at(x[at : at + 2], cofactor[at : at + 2, at : at + 2])
    bb = bb_given_mm
    if net.floor and blind[-1] <= BLIND:
        bb = float(x[-1])
    return Adjusted(
        points=points,
        bb_height_mm=bb,
        readings=net.readings,
        residuals=-gap * net.sigma,
        residual_sd=np.sqrt(share) * net.sigma,
        redundancy=share,
        correlation=qvv / np.outer(root, root),
        degrees_of_freedom=freedom,
        variance_factor=float(gap @ gap) / freedom if freedom > 0 else None,
        undetermined=tuple(undetermined),
        squeezed=tuple(
            name for name in undetermined if blind_begun[net.index[name] : net.index[name] + 2].max() <= BLIND
        ),
    )


def directions(design: Floats) -> tuple[Floats, Floats, Floats, NDArray[np.bool_]]:
    """Singular vectors and values of a design, and which directions its readings speak of."""
    u, singular, vt = np.linalg.svd(design, full_matrices=False)
    return u, singular, vt, singular > RANK_SHARE**0.5 * max(float(singular.max(initial=0.0)), 1e-300)
