"""Which number of a chart is likely misprinted, judged by the size's own numbers and by the sizes beside it.

Three things bind a chart. A size's numbers hang together (``derive``). What all sizes share, the fork above all, must
come out alike from each, whether or not it was published. And sizes of a frame run smoothly from the smallest to the
largest. A size is suspected where its numbers, each moved as far as its own rounding allows, still contradict each
other or what the sizes share; of the numbers that could mend it, the one is named that leaves least to wonder at in
its row and in its column.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from math import cos, hypot, inf, log, radians, sin, sqrt
from statistics import median

from waymark.core.frame import kernels
from waymark.core.frame.derive import Disagreement, derive, kinds_of, straight
from waymark.core.frame.relations import CUP_MOST_MM, UNSAID, Kinds, grain, rear_drop

Row = Mapping[str, float]

# How much more than all rounding together a contradiction must be, mm: makers round in the middle of their sums too.
BEYOND_MM = 0.4
# A misprint smaller than this is not worth a mark.
LEAST_MM, LEAST_DEG = 3.0, 0.45
# Where no number binds it, a column's cell must stand out from its neighbours by so much of the column's own unrest.
ALONE_MM, ALONE_TIMES = 7.0, 4.5
# What sizes share differs by more than this where a maker changed it, and then by no more than the second.
DIFFERS_MM, CHANGED_MOST_MM = 3.6, 12.0
# A slope is taken over so much, mm or degrees; a mend settles in so many turns.
_STEP, _TURNS = 0.01, 6
# Fewer sizes than this say nothing of smoothness.
FEWEST_SIZES = 3


@dataclass(frozen=True, slots=True)
class _Check:
    """A relation of one row: its residual, mm, the numbers in it, and how each is mended by it."""

    name: str
    fields: tuple[str, ...]
    residual: Callable[[Row], float]


def _level(straight_mm: float, drop_mm: float) -> float:
    """The level part of a straight length; 0 where a misprint makes the drop the longer."""
    return sqrt(max(straight_mm**2 - drop_mm**2, 0.0))


def _front_x(k: Row) -> float:
    return _level(k["front_centre_mm"], k["bb_drop_mm"])


def _rear_x(k: Row) -> float:
    return _level(k["chainstay_mm"], rear_drop(k))


def _ett(k: Row) -> float:
    gamma, behind = k["seat_angle_deg"], 0.0
    if "seat_angle_effective_deg" in k and "effective_at_mm" in k:
        behind = kernels.axis_behind_bb_mm(k["seat_angle_effective_deg"], k["effective_at_mm"], gamma)
    return kernels.ett_from_axis_mm(k["reach_mm"], k["stack_mm"], gamma, behind) - k["ett_mm"]


def _front(k: Row) -> float:
    theta = radians(k["head_angle_deg"])
    run, rise = _front_x(k) - k["reach_mm"], k["stack_mm"] - k["bb_drop_mm"]
    return run * sin(theta) - rise * cos(theta) - k["fork_offset_mm"]


def _below(k: Row) -> float:
    """What the fork and the lower cup must take up along the steering axis, below the head tube."""
    theta = radians(k["head_angle_deg"])
    axis = (k["stack_mm"] - k["bb_drop_mm"] + k["fork_offset_mm"] * cos(theta)) / sin(theta)
    return axis - k["head_tube_mm"]


def _fork(k: Row) -> float:
    along = sqrt(max(k["fork_length_mm"] ** 2 - k["fork_offset_mm"] ** 2, 0.0))
    return _below(k) - along - k["lower_cup_mm"]


_CHECKS = (
    _Check("top tube", ("ett_mm", "reach_mm", "stack_mm", "seat_angle_deg"), _ett),
    _Check(
        "front", ("front_centre_mm", "reach_mm", "stack_mm", "head_angle_deg", "bb_drop_mm", "fork_offset_mm"), _front
    ),
    _Check(
        "wheelbase", ("wheelbase_mm", "front_centre_mm", "chainstay_mm", "bb_drop_mm"),
        lambda k: _front_x(k) + _rear_x(k) - k["wheelbase_mm"],
    ),
    _Check(
        "fork",
        ("stack_mm", "head_tube_mm", "head_angle_deg", "bb_drop_mm", "fork_offset_mm", "fork_length_mm", "lower_cup_mm"),
        _fork,
    ),
)  # fmt: skip
# What all sizes share where it was not published: it is taken as what most sizes make of it.
_SHARED = ("fork_offset_mm", "fork_length_mm", "lower_cup_mm")
# How far a size may differ in it: makers change the offset by size more often than anything else.
_SHARED_WITHIN_MM = {"fork_offset_mm": 4.0, "fork_length_mm": 1.0, "lower_cup_mm": 1.0}
SMOOTH = (
    "stack_mm", "reach_mm", "head_angle_deg", "seat_angle_deg", "ett_mm", "head_tube_mm", "seat_tube_mm",
    "bb_drop_mm", "chainstay_mm", "front_centre_mm", "wheelbase_mm", "fork_offset_mm", "fork_length_mm",
)  # fmt: skip
# Numbers that grow from size to size, by which the sizes are laid out along a line.
_GROWING = (
    "stack_mm",
    "reach_mm",
    "ett_mm",
    "head_tube_mm",
    "seat_tube_mm",
    "front_centre_mm",
    "wheelbase_mm",
)


def audit_sizes(charts: Sequence[Row], kinds: Sequence[Kinds] | None = None) -> list[tuple[Disagreement, ...]]:
    """The likely misprints of each size of one frame, the likeliest first; mm and degrees as ``derive`` takes them.

    ``charts`` are the sizes as published, smallest first, gaps and all. With fewer than three sizes each is judged by
    its own numbers alone.
    """
    stated = kinds or [UNSAID] * len(charts)
    if len(charts) < FEWEST_SIZES:
        return [derive(c, k).disagreements for c, k in zip(charts, stated, strict=True)]
    # A maker measures all sizes alike: what most of them tell goes for the one whose wheelbase is wrong too.
    ways = [kinds_of(c, k)[0] for c, k in zip(charts, stated, strict=True)]
    usual = Counter(ways).most_common(1)[0][0]
    return _Audit([straight(c, usual) for c in charts]).found()


class _Audit:
    """The sizes of one frame, what they share, and what each number's rounding allows."""

    def __init__(self, rows: Sequence[Row]) -> None:
        self.given = [dict(r) for r in rows]
        self.rows = [dict(r) for r in rows]
        self.shared: dict[str, float] = {}
        self.grains = {name: self._grain(name) for name in {n for r in rows for n in r}}
        self._share()

    def found(self) -> list[tuple[Disagreement, ...]]:
        """The marks of every size."""
        made: list[tuple[Disagreement, ...]] = [() for _ in self.rows]
        for i in range(len(self.rows)):
            broken = [c for c in self._checks(i) if self._over(c, self.rows[i]) > 0]
            made[i] = self._named(i, broken) if broken else self._alone(i)
        return made

    def _grain(self, name: str) -> float:
        """Half the last digit a column was printed to; half degrees are seen as such."""
        values = [r[name] for r in self.given if name in r]
        if name.endswith("_deg") and all(abs(v * 2 - round(v * 2)) < 1e-9 for v in values):
            return 0.25
        return max((grain(v) for v in values), default=0.0) if not name.endswith("_deg") else 0.05

    def _share(self) -> None:
        """Fill in what was not published and all sizes share, from what most of them make of it."""
        fork, front = _CHECKS[3], _CHECKS[1]
        for name in _SHARED:
            if any(name in r for r in self.given):
                continue
            if name == "fork_offset_mm":
                made = [_front({**r, name: 0.0}) if self._has(r, front, but=(name,)) else None for r in self.rows]
                self._common(name, made, lone=True)
            elif name == "fork_length_mm":
                # Fork and cup together: nothing tells them apart, and nothing has to.
                but = (name, "lower_cup_mm")
                below = [_below(r) if self._has(r, fork, but=but) else None for r in self.rows]
                offsets = [r.get("fork_offset_mm", 0.0) for r in self.rows]
                made = [None if v is None else hypot(v, o) for v, o in zip(below, offsets, strict=True)]
                self._common(name, made, lone=False)
                if name in self.shared:
                    for row in self.rows:
                        row.setdefault("lower_cup_mm", 0.0)
            else:
                have = [_fork({**r, name: 0.0}) for r in self.rows if self._has(r, fork, but=(name,))]
                cup = median(have) if len(have) >= FEWEST_SIZES else 0.0
                # Integrated bearings stand nowhere; what every size leaves over in the same way is a cup.
                self.shared[name] = cup if BEYOND_MM * 4 < cup <= CUP_MOST_MM else 0.0
                for row in self.rows:
                    row.setdefault(name, self.shared[name])

    def _common(self, name: str, made: Sequence[float | None], *, lone: bool) -> None:
        """Give each size what most sizes make of a number that no size publishes.

        The smallest or the largest sizes may have another one than the rest: those that differ from the middle run on
        to an end of the frame's sizes. Such a run of two and more has its own middle; with ``lone`` one size alone at an
        end, differing by no more than makers change it, says nothing and is not checked.
        """
        known = [v for v in made if v is not None]
        if len(known) < FEWEST_SIZES:
            return
        middle = median(known)
        self.shared[name] = middle
        values: list[float | None] = [middle] * len(made)
        off = [v is not None and abs(v - middle) > DIFFERS_MM for v in made]
        for order in (range(len(made)), range(len(made) - 1, -1, -1)):
            run: list[int] = []
            for i in order:
                if not off[i]:
                    break
                run.append(i)
            if 0 < len(run) < len(made):
                own = [v for i in run if (v := made[i]) is not None]
                alike = max(own) - min(own) <= 2 * DIFFERS_MM
                group = median(own) if len(run) > 1 and alike else None
                for i in run:
                    value = made[i]
                    if group is not None:
                        values[i] = group
                    elif lone and value is not None and abs(value - middle) <= CHANGED_MOST_MM:
                        values[i] = None
        for row, value in zip(self.rows, values, strict=True):
            if value is not None:
                row.setdefault(name, value)

    @staticmethod
    def _has(row: Row, check: _Check, but: tuple[str, ...] = ()) -> bool:
        return all(f in row for f in check.fields if f not in but)

    def _checks(self, i: int) -> list[_Check]:
        return [c for c in _CHECKS if self._has(self.rows[i], c)]

    def _room(self, check: _Check, row: Row) -> float:
        """How far rounding can break a relation, mm."""
        room, at = BEYOND_MM, check.residual(row)
        for name in check.fields:
            # What the sizes share is known by the median of several, each with its own rounding.
            loose = _SHARED_WITHIN_MM[name] if name in self.shared else self.grains.get(name, 0.0)
            room += abs(check.residual({**row, name: row[name] + _STEP}) - at) / _STEP * loose
        return room

    def _over(self, check: _Check, row: Row) -> float:
        """By how much a relation is broken beyond all that rounding explains, mm; 0 where it is not."""
        return max(0.0, abs(check.residual(row)) - self._room(check, row))

    def _mended(self, name: str, row: Row, checks: Sequence[_Check]) -> float:
        """The value of a number with which all its relations hold best, each by what rounding leaves of it."""
        value = row[name]
        mine = [(c, self._room(c, row)) for c in checks if name in c.fields]
        for _ in range(_TURNS):
            pull = weight = 0.0
            for check, room in mine:
                at = check.residual({**row, name: value})
                slope = (check.residual({**row, name: value + _STEP}) - at) / _STEP
                pull += slope * at / room**2
                weight += (slope / room) ** 2
            if weight < 1e-9:
                break
            value -= pull / weight
        return value

    def _named(self, i: int, broken: Sequence[_Check]) -> tuple[Disagreement, ...]:
        """The numbers that could mend a row, the likeliest first."""
        row, checks = self.rows[i], self._checks(i)
        tried: list[tuple[float, Disagreement]] = []
        for name in dict.fromkeys(f for c in broken for f in c.fields):
            if name not in self.given[i]:
                continue
            value = self._mended(name, row, checks)
            if abs(value - row[name]) < self._least(name):
                continue
            mended = {**row, name: value}
            over = sum((self._over(c, mended) / 2.0) ** 2 for c in checks)
            left = sum((c.residual(mended) / self._room(c, mended)) ** 2 for c in checks)
            wonder = self._wonder(i, name, value) - self._wonder(i, name, row[name])
            sources = dict.fromkeys(f for c in broken if name in c.fields for f in c.fields if f != name)
            mark = Disagreement(name, row[name], value, tuple(sources), mends_all=over == 0)
            tried.append((5 * log(1 + over) + left + wonder, mark))
        tried.sort(key=lambda t: t[0])
        marks = [m for _, m in tried]
        return tuple(m for m in marks if m is marks[0] or m.mends_all == marks[0].mends_all)

    @staticmethod
    def _least(name: str) -> float:
        return LEAST_DEG if name.endswith("_deg") else LEAST_MM

    def _places(self) -> list[float]:
        """Where the sizes stand along the frame's run, 0 to 1: the middle of what every growing number says."""
        n = len(self.given)
        columns = []
        for name in _GROWING:
            values = [r.get(name, inf) for r in self.given]
            if inf not in values and values[-1] - values[0] > 20:
                columns.append([(v - values[0]) / (values[-1] - values[0]) for v in values])
        if not columns:
            return [i / (n - 1) for i in range(n)]
        return [median(c[i] for c in columns) for i in range(n)]

    def _expected(self, i: int, name: str) -> tuple[float, float] | None:
        """What the sizes beside it make of a number, and how unsure that is, by the column's own unrest."""
        at = self._places()
        known = [j for j in range(len(self.given)) if name in self.given[j]]
        if i not in known or len(known) < FEWEST_SIZES + 1:
            return None

        def between(j: int) -> float:
            others = sorted((k for k in known if k not in (j, i)), key=lambda k: abs(at[k] - at[j]))
            below = [k for k in others if at[k] < at[j]][:1]
            above = [k for k in others if at[k] > at[j]][:1]
            a, b = (below[0], above[0]) if below and above else (others[0], others[1])
            run = at[b] - at[a]
            if abs(run) < 1e-6:
                return (self.given[a][name] + self.given[b][name]) / 2
            share = (at[j] - at[a]) / run
            return self.given[a][name] + share * (self.given[b][name] - self.given[a][name])

        off = [abs(self.given[j][name] - between(j)) for j in known if j != i]
        edge = 1.6 if i in (known[0], known[-1]) else 1.0
        unrest = max(1.5 * median(off), 2 * self.grains.get(name, 0.0), 0.2 if name.endswith("_deg") else 1.0)
        return between(i), edge * unrest

    def _wonder(self, i: int, name: str, value: float) -> float:
        """How surprising a number is in its column: twice a Student log-density with 3 degrees of freedom."""
        expected = self._expected(i, name)
        if expected is None:
            return 0.0
        off = (value - expected[0]) / expected[1]
        return 4 * log(1 + off * off / 3)

    def _alone(self, i: int) -> tuple[Disagreement, ...]:
        """A number that no relation binds and that its neighbours would never let through."""
        bound = {f for c in self._checks(i) for f in c.fields}
        found = []
        for name in SMOOTH:
            if name not in self.given[i] or name in bound or name.endswith("_deg"):
                continue
            expected = self._expected(i, name)
            if expected is None:
                continue
            off = abs(self.given[i][name] - expected[0])
            # Seat tubes come in steps of their own.
            least, times = (3 * ALONE_MM, 3 * ALONE_TIMES) if name == "seat_tube_mm" else (ALONE_MM, ALONE_TIMES)
            if off > max(least, times * expected[1]):
                found.append(Disagreement(name, self.given[i][name], expected[0], (name,), mends_all=True))
        return tuple(found)
