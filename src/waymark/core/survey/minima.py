"""Which of several places the readings mean: the least of all minima of their weighted squares.

A point measured from others mostly has images: two circles meet twice, a circle and a plumb line too. So from a
minimum that was found every place is tried where two of a point's own position lines meet, and its mirror images,
settled among its readings and with its neighbours put where they then belong; what begins well enough is solved for.
The BB's height over the floor is an unknown too, and moves with a point whose floor height was read.
Where two minima fit alike, nothing read tells them apart: the one on the bike's own side is taken, the other is told.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from math import cos, hypot, radians, sin, sqrt

import numpy as np

from waymark.core.errors import GeometryError
from waymark.core.survey.model import BB
from waymark.core.survey.solve import Floats, Net, misclosures, solve

# Places nearer to each other than this are the same minimum.
SAME_MM = 20.0
# Weighted squares that differ by less than this (χ² at 95 %) tell nothing apart.
ALIKE = 3.84
# How badly, in weighted squares, a start may begin beside what was found and still be worth solving for; how many
# are tried, and how often from a better one.
WORTH, WORTH_TIMES, MOST_TRIED, MOST_ROUNDS = 2000.0, 60, 8, 6
# Of each point's other places so many are looked at.
MOST_PLACES = 4
# No reading counts for more than five standard deviations when a place is looked for; a point whose own readings
# are off by more than this beside a moved neighbour, or over a moved floor, is put elsewhere with it.
MOST_SQUARE, LEFT_BEHIND, LEFT_ON_THE_FLOOR = 25.0, 40.0, 20.0
# How a point is settled among its own readings: so many steps at most, until one is this short; no direction is
# told from a point nearer than this.
SETTLING, SETTLED_MM, LEAST_MM = 12, 0.5, 1e-6
# A coordinate tells a side where the usual place lies so far from the axis, and is on the wrong one this far over it.
SIDE_MM = 100.0
# Of places that fit as well to so many digits the one nearer to a usual bike's is taken.
COST_DIGITS = 3


@dataclass(frozen=True, slots=True)
class Found:
    """The unknowns chosen, and those of other minima that fit alike."""

    x: Floats
    alike: tuple[Floats, ...]


def least_of_all(net: Net, begun: Sequence[Floats], usual: Floats) -> Found:
    """The least minimum there is, begun at the first of ``begun`` that leads anywhere; ``usual`` are a usual bike's places.

    Raises ``GeometryError`` where no start leads to any marks.
    """
    minima: list[tuple[float, Floats]] = []
    for start in begun:
        # The first start that leads anywhere will do: from there every other place is looked for.
        if not minima:
            _add(net, minima, start)
    if not minima:
        raise GeometryError("These readings cannot all be of one bike: no marks fit them.", field="observations")
    looked_about: list[Floats] = []
    for _ in range(MOST_ROUNDS):
        cost, x = min(minima, key=lambda m: m[0])
        if any(_same(net, x, other) for other in looked_about):
            break
        looked_about.append(x)
        starts = sorted(
            (start for start in _elsewhere(net, x) if start[0] < WORTH_TIMES * cost + WORTH),
            key=lambda start: start[0],
        )
        for _, start in starts[:MOST_TRIED]:
            _add(net, minima, start)
    least = min(cost for cost, _ in minima)
    alike = sorted(
        (m for m in minima if m[0] <= least + ALIKE),
        key=lambda m: (_wrong(net, m[1], usual), round(m[0], COST_DIGITS), _far(net, m[1], usual)),
    )
    return Found(alike[0][1], tuple(x for _, x in alike[1:]))


def _add(net: Net, minima: list[tuple[float, Floats]], start: Floats) -> None:
    """Solve from ``start`` and keep the minimum where it is a new one."""
    try:
        x = solve(net, start)
    except GeometryError:
        return
    gap = misclosures(net, x)
    cost = float(gap @ gap)
    for i, (known, other) in enumerate(minima):
        if _same(net, x, other):
            if cost < known:
                minima[i] = cost, x
            return
    minima.append((cost, x))


def _same(net: Net, a: Floats, b: Floats) -> bool:
    size = 2 * len(net.index)
    return size == 0 or float(np.abs(a[:size] - b[:size]).max()) < SAME_MM


def _wrong(net: Net, x: Floats, usual: Floats) -> int:
    """How many coordinates lie on the other side of the BB than a usual bike's."""
    size = 2 * len(net.index)
    telling = np.abs(usual[:size]) > SIDE_MM
    return int(np.sum(telling & (x[:size] * np.sign(usual[:size]) < -SIDE_MM)))


def _far(net: Net, x: Floats, usual: Floats) -> float:
    """How far the points lie from a usual bike's, together."""
    size = 2 * len(net.index)
    return float(np.abs(x[:size] - usual[:size]).sum())


_Place = tuple[float, float]
# A position line: through a point along a direction (the distance 0), or about a point at a distance.
_Line = tuple[float, float, float, float, float]


class _About:
    """The readings about each unknown point, with places as plain numbers."""

    def __init__(self, net: Net, x: Floats) -> None:
        self.net = net
        self.places: list[_Place] = [
            (float(p[0]), float(p[1])) for p in np.vstack([x[: 2 * len(net.index)].reshape(-1, 2), net.known])
        ]
        self.bb_mm = float(x[-1]) if net.floor else net.bb_height_mm
        self.of: list[list[int]] = [[] for _ in net.index]
        for k, (a, b) in enumerate(zip(net.start, net.end, strict=True)):
            for i in {int(a), int(b)}:
                if i < len(net.index):
                    self.of[i].append(k)

    def line(self, i: int, k: int) -> _Line:
        """The position line that reading ``k`` gives point ``i`` from where its other end stands."""
        reading = self.net.readings[k]
        ahead = int(self.net.end[k]) == i
        x, y = self.places[int(self.net.start[k] if ahead else self.net.end[k])]
        value = reading.value if ahead else -reading.value
        match reading.kind:
            case "x":
                return x + value, 0.0, 0.0, 1.0, 0.0
            case "y":
                return 0.0, y + value, 1.0, 0.0, 0.0
            case "floor_height":
                return 0.0, reading.value - self.bb_mm, 1.0, 0.0, 0.0
            case "angle":
                return x, y, cos(radians(reading.value)), sin(radians(reading.value)), 0.0
        return x, y, 0.0, 0.0, abs(reading.value)

    def better(self, i: int, readings: Sequence[int], count: int) -> list[tuple[float, _Place]]:
        """The places where two of a point's position lines meet, those that its ``readings`` agree on best first.

        No more than ``count``, none near another, with the weighted squares of these readings, each counted up to
        five standard deviations.
        """
        lines = [self.line(i, k) for k in readings]
        meetings = [at for a, b in combinations(lines, 2) for at in _meet(a, b)]
        if not meetings:
            return []
        cost = self._cost(np.array(lines), readings, np.array(meetings))
        kept: list[tuple[float, _Place]] = []
        for m in np.argsort(cost, kind="stable"):
            x, y = meetings[int(m)]
            if all(hypot(x - p[0], y - p[1]) >= SAME_MM for _, p in kept):
                kept.append((float(cost[m]), (x, y)))
                if len(kept) == count:
                    break
        return kept

    def images(self, i: int) -> list[_Place]:
        """The mirror images of a point in the lines through each two that its distances are read from."""
        x, y = self.places[i]
        centres = {(line[0], line[1]) for line in (self.line(i, k) for k in self.of[i]) if line[4]}
        made = []
        for (ax, ay), (bx, by) in combinations(sorted(centres), 2):
            ux, uy = bx - ax, by - ay
            square = ux * ux + uy * uy
            if square > SAME_MM**2:
                across = 2 * ((x - ax) * uy - (y - ay) * ux) / square
                made.append((x - across * uy, y + across * ux))
        return made

    def cost(self, i: int) -> float:
        """The same squares for a point where it stands, with all its readings."""
        lines = np.array([self.line(i, k) for k in self.of[i]])
        return float(self._cost(lines, self.of[i], np.array([self.places[i]]))[0])

    def _cost(self, lines: Floats, readings: Sequence[int], places: Floats) -> Floats:
        dx, dy = places[:, :1] - lines[:, 0], places[:, 1:] - lines[:, 1]
        round_ = lines[:, 4] > 0
        off = np.where(round_, np.hypot(dx, dy) - lines[:, 4], dx * lines[:, 3] - dy * lines[:, 2])
        return np.asarray(np.minimum((off / self.net.sigma[list(readings)]) ** 2, MOST_SQUARE).sum(axis=1))

    def settle(self, i: int) -> None:
        """Put a point where its own readings agree best nearby, its neighbours held: a few Gauss-Newton steps.

        Two lines that meet far off the rest begin badly, though the minimum beside them may be the least of all.
        """
        lines = [(*self.line(i, k), 1 / float(self.net.sigma[k]) ** 2) for k in self.of[i]]
        x, y = self.places[i]
        for _ in range(SETTLING):
            xx = xy = yy = gx = gy = 0.0
            for cx, cy, ux, uy, radius, weight in lines:
                ax, ay = x - cx, y - cy
                if radius:
                    far = hypot(ax, ay) or LEAST_MM
                    nx, ny, off = ax / far, ay / far, far - radius
                else:
                    nx, ny, off = uy, -ux, ax * uy - ay * ux
                xx, xy, yy = xx + weight * nx * nx, xy + weight * nx * ny, yy + weight * ny * ny
                gx, gy = gx + weight * nx * off, gy + weight * ny * off
            whole = xx * yy - xy * xy
            if whole < LEAST_MM * xx * yy:
                break
            dx, dy = (xy * gy - yy * gx) / whole, (xy * gx - xx * gy) / whole
            x, y = x + dx, y + dy
            if max(abs(dx), abs(dy)) < SETTLED_MM:
                break
        self.places[i] = (x, y)

    def neighbours(self, i: int) -> list[int]:
        """Unknown points that a reading ties to ``i``."""
        ends = {int(e) for k in self.of[i] for e in (self.net.start[k], self.net.end[k])}
        return sorted(e for e in ends if e != i and e < len(self.net.index))

    def vector(self, x: Floats) -> Floats:
        """The unknowns with the points where they now stand."""
        made = x.copy()
        for i in range(len(self.net.index)):
            made[2 * i : 2 * i + 2] = self.places[i]
        if self.net.floor:
            made[-1] = self.bb_mm
        return made


def _meet(a: _Line, b: _Line) -> list[_Place]:
    """Where two position lines meet; none where they just fail to."""
    if a[4] and b[4]:
        dx, dy = b[0] - a[0], b[1] - a[1]
        apart = hypot(dx, dy)
        if apart < 1e-6:
            return []
        along = (a[4] ** 2 - b[4] ** 2 + apart**2) / (2 * apart)
        square = a[4] ** 2 - along**2
        if square < 0:
            return []
        ux, uy, across = dx / apart, dy / apart, sqrt(square)
        x, y = a[0] + along * ux, a[1] + along * uy
        return [(x - across * uy, y + across * ux), (x + across * uy, y - across * ux)]
    if a[4]:
        a, b = b, a
    if b[4]:
        along = (b[0] - a[0]) * a[2] + (b[1] - a[1]) * a[3]
        x, y = a[0] + along * a[2], a[1] + along * a[3]
        square = b[4] ** 2 - (x - b[0]) ** 2 - (y - b[1]) ** 2
        if square < 0:
            return []
        half = sqrt(square)
        return [(x + half * a[2], y + half * a[3]), (x - half * a[2], y - half * a[3])]
    cross = a[2] * b[3] - a[3] * b[2]
    if abs(cross) < 1e-6:
        return []
    t = ((b[0] - a[0]) * b[3] - (b[1] - a[1]) * b[2]) / cross
    return [(a[0] + t * a[2], a[1] + t * a[3])]


def _elsewhere(net: Net, x: Floats) -> list[tuple[float, Floats]]:
    """Other places of every point, its neighbours put where they then belong, with the squares it begins at."""
    found: list[tuple[float, Floats]] = []
    here = _About(net, x)
    for i in range(len(net.index)):
        for about in (*_moved(here, x, i), *_moved_with_the_floor(here, x, i)):
            start = about.vector(x)
            gap = misclosures(net, start)
            if not any(_same(net, start, other) for _, other in found):
                found.append((float(gap @ gap), start))
    return found


def _moved(here: _About, x: Floats, i: int) -> Iterator[_About]:
    """The other places of a point while the floor stays."""
    was = here.places[i]
    settled = [was]
    for at in (*(p for _, p in here.better(i, here.of[i], MOST_PLACES)), *here.images(i)):
        if hypot(at[0] - was[0], at[1] - was[1]) < SAME_MM:
            continue
        here.places[i] = at
        here.settle(i)
        at, here.places[i] = here.places[i], was
        if any(hypot(at[0] - p[0], at[1] - p[1]) < SAME_MM for p in settled):
            continue
        settled.append(at)
        moved = _About(here.net, x)
        moved.places[i] = at
        _follow(moved, {i}, moved.neighbours(i), LEFT_BEHIND)
        yield moved


def _moved_with_the_floor(here: _About, x: Floats, i: int) -> Iterator[_About]:
    """The places that a point's other readings give it, the floor moved to where its floor heights then say.

    Every point whose floor height was read moves with it, so the others follow.
    """
    net = here.net
    floors = [k for k in here.of[i] if net.floors[k]]
    # Where the BB's own height was read, the floor is not moved by another's: it is looked for only where nothing holds it.
    if not (net.floor and floors) or any(r.kind == "floor_height" and r.end == BB for r in net.readings):
        return
    was = here.places[i]
    others = [k for k in here.of[i] if not net.floors[k]]
    for at in (*(p for _, p in here.better(i, others, MOST_PLACES)), *here.images(i)):
        if hypot(at[0] - was[0], at[1] - was[1]) < SAME_MM:
            continue
        moved = _About(net, x)
        moved.places[i] = at
        moved.bb_mm = sum(net.readings[k].value for k in floors) / len(floors) - at[1]
        moved.settle(i)
        on_the_floor = [n for n, readings in enumerate(moved.of) if any(net.floors[k] for k in readings)]
        _follow(moved, {i}, [*moved.neighbours(i), *on_the_floor], LEFT_ON_THE_FLOOR)
        yield moved


def _follow(about: _About, settled: set[int], waiting: list[int], left_behind: float) -> None:
    """Put the points that moved ones leave behind where their readings then want them, and theirs after them."""
    while waiting:
        i = waiting.pop(0)
        if i in settled:
            continue
        settled.add(i)
        here = about.cost(i)
        if here < left_behind:
            continue
        for cost, best in about.better(i, about.of[i], 1):
            if cost < here / 2:
                about.places[i] = best
                waiting += about.neighbours(i)


def placed_in_turn(net: Net, x: Floats, given: frozenset[int]) -> Floats:
    """A start where each point stands where its readings from those already placed agree best.

    ``given`` are points whose place in ``x`` was given. A slip does not drag the rest along, for no reading counts
    for more than five standard deviations; of places that agree alike the one nearest to ``x`` is taken.
    """
    about = _About(net, x)
    placed = set(given) | set(range(len(net.index), len(about.places)))
    left = [i for i in range(len(net.index)) if i not in placed]
    while left:
        known = {i: [k for k in about.of[i] if {int(net.start[k]), int(net.end[k])} - {i} <= placed] for i in left}
        i = max(left, key=lambda n: len(known[n]))
        if len(known[i]) < 2:
            break
        was = about.places[i]
        about.places[i] = min(
            about.better(i, known[i], MOST_PLACES),
            key=lambda made: (round(made[0]), hypot(made[1][0] - was[0], made[1][1] - was[1])),
            default=(0.0, was),
        )[1]
        placed.add(i)
        left.remove(i)
    return about.vector(x)
