"""The search as a fitter meets it: each size's recommended build and the nearest at each cost, judged and ranked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from math import ceil
from typing import Literal

import numpy as np

from waymark.core.cockpit.steerer import Stem, bar_clamp, spacers_for
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.rules.verdict import Word, judge_pair, worst
from waymark.core.say import Said
from waymark.core.search.cockpits import CockpitPick, Cockpits
from waymark.core.search.exact import FrontEnds, Picks, Watch, nearest_of
from waymark.core.search.gates import gate_faults, step_over_lean_deg
from waymark.core.search.model import (
    FREE,
    RUNG_COST,
    SMALL_PART,
    BarOption,
    CockpitOption,
    FrameOption,
    Goal,
    Place,
    SeatResult,
    Shelf,
    SizeResult,
    StemOption,
)
from waymark.core.search.points import Floats
from waymark.core.search.recommend import Merits, Recommended
from waymark.core.search.seats import best_seat
from waymark.core.workmanship import front_faults, sum_points

# The shortest and the longest stem there is.
_Lengths = tuple[float, float]
_WORDS: dict[Word, int] = {"in": 0, "edge": 1, "out": 2}


def search_sizes(shelf: Shelf, goal: Goal, watch: Watch | None = None) -> tuple[SizeResult, ...]:
    """The recommended build of every size (``recommend``), as a workshop would rank them; those out by their miss.

    The nearest build with the bars of each cost, and the nearest one-piece cockpit, are a size's ``others``; where
    nothing lies inside the tolerance the nearest stands for the size. Stems that the use never has are left out.
    ``watch`` is told how far the search is and stops it by answering False, which raises ``StoppedError``. Raises
    ``ValueError`` on an empty shelf.
    """
    if not shelf.frames:
        raise ValueError("a search needs at least one frame size")
    allows = goal.stem_window.allows
    shelf = replace(
        shelf,
        stems=[s for s in shelf.stems if allows(s.length_mm)],
        cockpits=[c for c in shelf.cockpits if allows(c.length_mm)],
    )
    every_length = [s.length_mm for s in shelf.stems] or [c.length_mm for c in shelf.cockpits] or [0.0]
    lengths = (min(every_length), max(every_length))
    seats = [_seat(shelf, goal, frame) for frame in shelf.frames]
    bars = _Bars(shelf, goal, lengths, seats, watch)
    cockpits = _Cockpits(shelf, goal, lengths, seats)
    bound, least = _bounds(goal, shelf.frames, seats, np.minimum(bars.least, cockpits.least))
    bars.take(bound)
    found = []
    for i in range(len(shelf.frames)):
        best = min((x for x in (bars.best(i), cockpits.best(i, bound[i])) if x is not None), key=_merit, default=None)
        found.append(_chosen([*bars.nearest[i], *cockpits.nearest[i]], best))
    return ranked([replace(r, least_points=least) for r in found if r is not None])


def _bounds(
    goal: Goal, frames: Sequence[FrameOption], seats: Sequence[SeatResult | None], least: Floats
) -> tuple[Floats, float]:
    """How many points a size's front end may have to count as equal to the least, and the least of all whole builds.

    Equal is what lies within half a point of the least of every size; a size that has nothing so good is compared with
    itself.
    """
    equal = goal.weights.equal_points
    fixed = np.array(
        [sum_points((*f.faults, *(() if s is None else s.faults))) for f, s in zip(frames, seats, strict=True)]
    )
    carries = np.array(
        [not _gates(goal, f) and _seat_word(goal, s) != "out" for f, s in zip(frames, seats, strict=True)]
    )
    total = least + fixed
    best = float(np.min(total, where=carries, initial=np.inf))
    as_good = carries & (total <= best + equal + 1e-9)
    within = np.where(as_good, np.minimum(least, best - fixed), least) + equal
    return np.asarray(np.round(within, 9), np.float64), 0.0 if best == np.inf else best


class _Bars:
    """What stems and bars give on every size: the nearest at each cost, then the recommended within a bound."""

    def __init__(
        self, shelf: Shelf, goal: Goal, lengths: _Lengths, seats: Sequence[SeatResult | None], watch: Watch | None
    ) -> None:
        count = len(shelf.frames)
        self.goal, self.lengths, self.seats = goal, lengths, seats
        self.nearest: list[list[SizeResult]] = [[] for _ in range(count)]
        self.least = np.full(count, np.inf)
        self.rows = [i for i, f in enumerate(shelf.frames) if f.cockpits is None]
        self.row_of = {i: k for k, i in enumerate(self.rows)}
        self.bars = tuple(shelf.bars) or (goal.own_bar(),)
        self.recommended: Recommended | None = None
        self.taken: tuple[Picks, Merits] | None = None
        if not shelf.stems or not self.rows:
            return
        self.part = replace(shelf, frames=[shelf.frames[i] for i in self.rows])
        ends = FrontEnds(self.part, goal, self.bars)
        rungs = [[b for b in self.bars if b.rung == rung] for rung in sorted({b.rung for b in self.bars})]
        for at, these in enumerate(rungs):
            picks = nearest_of(ends, these, _part_of(watch, at, len(rungs) + 1))
            for k, i in enumerate(self.rows):
                it = self._picked(these, picks, k)
                self.nearest[i] += [] if it is None else [it]
        self.recommended = Recommended(ends, self.bars)
        self.least[self.rows] = self.recommended.least(_part_of(watch, len(rungs), len(rungs) + 1))

    def take(self, bound: Floats) -> None:
        """Find the recommended builds that have no more points than ``bound``."""
        if self.recommended is not None:
            self.taken = self.recommended.take(bound[self.rows])

    def best(self, i: int) -> SizeResult | None:
        """The recommended build of a size, with its merits."""
        k = self.row_of.get(i)
        if k is None or self.taken is None:
            return None
        picks, merits = self.taken
        r = self._picked(self.bars, picks, k)
        return None if r is None else replace(r, counted_mm=int(merits.room_mm[k]), recommended=True)

    def _picked(self, bars: Sequence[BarOption], picks: Picks, k: int) -> SizeResult | None:
        """What was picked for the ``k``-th size, None where nothing was."""
        if picks.miss[k] == float("inf"):
            return None
        bar = bars[int(picks.bar[k])]
        return _result(
            self.lengths,
            self.goal,
            self.part.frames[k],
            self.seats[self.rows[k]],
            self.part.stems[int(picks.stem[k])],
            bool(picks.over[k]),
            bar,
            None,
            bar.places[int(picks.place[k])],
            float(picks.cover[k]),
            float(picks.spacers[k]),
            float(picks.miss[k]),
        )


class _Cockpits:
    """The same for one-piece cockpits."""

    def __init__(self, shelf: Shelf, goal: Goal, lengths: _Lengths, seats: Sequence[SeatResult | None]) -> None:
        self.shelf, self.goal, self.lengths, self.seats = shelf, goal, lengths, seats
        self.nearest: list[list[SizeResult]] = [[] for _ in shelf.frames]
        self.least = np.full(len(shelf.frames), np.inf)
        self.table = Cockpits(shelf.cockpits, goal) if shelf.cockpits else None
        if self.table is None:
            return
        self.inside = [self.table.inside(f) for f in shelf.frames]
        self.least = np.array([x.least for x in self.inside])
        for i, frame in enumerate(shelf.frames):
            pick = self.table.pick(frame)
            self.nearest[i] += [] if pick is None else [self._picked(i, pick)]

    def best(self, i: int, bound: float) -> SizeResult | None:
        """The recommended combination of a size that has no more points than ``bound``."""
        if self.table is None:
            return None
        found = self.table.recommended(self.shelf.frames[i], self.inside[i], bound)
        if found is None:
            return None
        pick, room_mm = found
        return replace(self._picked(i, pick), counted_mm=room_mm, recommended=True)

    def _picked(self, i: int, pick: CockpitPick) -> SizeResult:
        it, frame = self.shelf.cockpits[pick.cockpit], self.shelf.frames[i]
        return _result(
            self.lengths,
            self.goal,
            frame,
            self.seats[i],
            None,
            False,
            None,
            it,
            it.places[pick.place],
            frame.cover_mm,
            pick.spacers_mm,
            pick.miss_mm,
        )


def _part_of(watch: Watch | None, at: int, of: int) -> Watch | None:
    """A watcher of one of several rounds over the sizes, told how many rounds there are in all."""
    return None if watch is None else lambda done, every: watch(at * every + done, of * every)


def _merit(r: SizeResult) -> tuple[float, ...]:
    """What recommended builds of one size are told apart by, the better first."""
    weights, t = r.goal.weights, r.goal.tolerance
    edge = max(abs(r.miss.x_mm) / t.hand_x_mm, abs(r.miss.y_mm) / t.hand_y_mm) > weights.edge_share + 1e-9
    effort = r.place.effort * weights.tie_mm
    return edge, -(r.counted_mm // weights.room_step_mm), r.cost, round(r.miss_mm + effort, 9)


def _seat(shelf: Shelf, goal: Goal, frame: FrameOption) -> SeatResult | None:
    if goal.saddle_fit is None:
        return None
    return best_seat(frame, tuple(shelf.posts), goal.saddle_fit, goal.saddle, goal.tolerance, goal.weights)


def _chosen(nearest: Sequence[SizeResult], best: SizeResult | None) -> SizeResult | None:
    """The recommended build, else the cheapest rung that is nearest; the nearest of every cost beside it."""
    near = [replace(r, nearest=True) for r in nearest]
    if best is None:
        if not near:
            return None
        first = replace(near[0], others=tuple(near[1:])).nearest_build
        return replace(first, others=tuple(r for r in near if r.bar_key != first.bar_key))
    same = any(same_build(r, best) for r in near)
    return replace(best, nearest=same, others=tuple(r for r in near if not same_build(r, best)))


# What sizes are ranked by, the weightiest first.
Reason = Literal["work", "edge", "room", "cost", "near"]
REASONS: tuple[Reason, ...] = ("work", "edge", "room", "cost", "near")


def same_build(a: SizeResult, b: SizeResult) -> bool:
    """Whether two builds of one size are put together alike."""
    return (a.stem, a.turned_over, a.cockpit, a.bar, a.place, a.cover_mm, a.spacers_mm) == (
        b.stem,
        b.turned_over,
        b.cockpit,
        b.bar,
        b.place,
        b.cover_mm,
        b.spacers_mm,
    )


def work_step(r: SizeResult) -> int:
    """How many steps of what counts as equal a build's points lie above the least of all; 0 for as good."""
    return max(0, ceil((r.points - r.least_points) / r.goal.weights.equal_points - 1e-9) - 1)


def ranked(results: Sequence[SizeResult]) -> tuple[SizeResult, ...]:
    """Sizes as a workshop would take them: least against them, most room, least to pay, nearest; those out last.

    Points are counted from the least of every build of every size, in steps of what counts as equal, so that the first is
    the recommended build of all.
    """
    inside = [r for r in results if r.verdict != "out"]

    def key(r: SizeResult) -> tuple[float | str, ...]:
        return *_standing(r), r.frame.key

    out = sorted((r for r in results if r.verdict == "out"), key=_rank_out)
    return (*sorted(inside, key=key), *out)


def _standing(r: SizeResult) -> tuple[float, ...]:
    """What ranks a size inside the tolerance, one number for each of ``REASONS``, the less the better."""
    return work_step(r), *_merit(replace(r, cost=r.cost + r.frame.price))


def deciding(sizes: Sequence[SizeResult]) -> Reason | None:
    """What decided that the first of these sizes, ranked and inside the tolerance, is the first.

    The reason without which another would be: where there are several, the one that told it from those that were as good
    until then. ``None`` where the same one is first whatever is left out.
    """
    stand = [(*_standing(r), r.frame.key) for r in sizes]
    for i, reason in reversed(tuple(enumerate(REASONS))):
        without = [(*s[:i], *s[i + 1 :]) for s in stand]
        if min(without) < without[0]:
            return reason
    return None


def _rank_out(r: SizeResult) -> tuple[int, float, int, float, str]:
    seat_short = r.seat.short_mm if r.seat else 0.0
    return len(r.gates), r.miss_mm + seat_short, r.stem_rank, -min(r.room_up_mm, r.room_down_mm), r.frame.key


def _result(
    lengths: _Lengths,
    goal: Goal,
    frame: FrameOption,
    seat: SeatResult | None,
    stem: StemOption | None,
    over: bool,
    bar: BarOption | None,
    cockpit: CockpitOption | None,
    place: Place,
    cover: float,
    spacers: float,
    miss_mm: float,
) -> SizeResult:
    stands = _stem_standing(stem, over, cockpit)
    clamp = bar_clamp(Mark(frame.reach_mm, frame.stack_mm), frame.head_angle_deg, cover, spacers, stands)
    hand = clamp + place.off
    miss = hand - goal.hand
    u, n = steering_axis(frame.head_angle_deg)
    rank, gates = goal.stem_window.rank(stands.length_mm), _gates(goal, frame)
    rung = max(
        bar.rung if bar else cockpit.rung if cockpit else FREE,
        FREE if stem is None or stem.owned else SMALL_PART,
    )
    price = (0.0 if stem is None else stem.price) + (bar.price if bar else cockpit.price if cockpit else 0.0)
    held = (
        *front_faults(stands, spacers, cover, frame.cover_mm, goal.stem_window, goal.weights),
        *(bar.faults if bar else cockpit.faults if cockpit else ()),
        *(seat.faults if seat else ()),
        *frame.faults,
    )
    return SizeResult(
        goal=goal,
        frame=frame,
        stem=stem,
        cockpit=cockpit,
        bar=bar,
        place=place,
        stem_stands=stands,
        turned_over=over,
        cover_mm=cover,
        spacers_mm=spacers,
        clamp=clamp,
        hand=hand,
        miss=miss,
        miss_mm=miss_mm,
        along_mm=miss.dot(u),
        across_mm=miss.dot(n),
        stem_rank=rank,
        rung=rung,
        room_up_mm=frame.spacer_limit_mm - spacers,
        room_down_mm=spacers,
        seat=seat,
        verdict="out" if gates else _verdict(goal, miss, seat, rank, spacers, frame),
        binds=_binds(lengths, goal, frame, stands, cover, place, seat),
        gates=gates,
        faults=tuple(sorted(held, key=lambda f: -f.points)),
        cost=RUNG_COST * rung + price,
    )


def _gates(goal: Goal, frame: FrameOption) -> tuple[Said, ...]:
    """What of the rider's gates the frame does not pass."""
    nose = goal.saddle.x_mm + (goal.saddle_fit.nose_to_s_mm if goal.saddle_fit else 150.0)
    return tuple(f.words for f in gate_faults(frame, goal.gates, nose))


def _stem_standing(stem: StemOption | None, over: bool, cockpit: CockpitOption | None) -> Stem:
    """The stem as it stands, a one-piece cockpit's own where there is no other."""
    if stem is not None:
        return dict(stem.ways())[over]
    if cockpit is not None:
        return Stem(cockpit.length_mm, cockpit.angle_deg, cockpit.clamp_height_mm)
    raise ValueError("a build has a stem or a one-piece cockpit")


def _verdict(
    goal: Goal, miss: Mark, seat: SeatResult | None, stem_rank: int, spacers: float, frame: FrameOption
) -> Word:
    t, weights = goal.tolerance, goal.weights
    word = judge_pair(miss.x_mm, miss.y_mm, t.hand_x_mm, t.hand_y_mm, weights.edge_share)
    word = worst(word, _seat_word(goal, seat))
    if stem_rank == 2 or spacers > weights.spacer_warn_share * frame.spacer_limit_mm:
        word = worst(word, "edge")
    if step_over_lean_deg(frame, goal.gates) != 0:
        word = worst(word, "edge")
    return word


def _seat_word(goal: Goal, seat: SeatResult | None) -> Word:
    """How the saddle is reached, where one is asked for at all."""
    if seat is None:
        return "in"
    if seat.post_key is None:
        return "out"
    t, off = goal.tolerance, seat.saddle - goal.saddle
    return judge_pair(off.x_mm, off.y_mm, t.saddle_x_mm, t.saddle_y_mm, goal.weights.edge_share)


def _binds(
    lengths: _Lengths,
    goal: Goal,
    frame: FrameOption,
    stem: Stem,
    cover: float,
    place: Place,
    seat: SeatResult | None,
) -> tuple[str, ...]:
    """Limits at which the build stands while more of the same would lessen its miss."""
    found: list[str] = []
    if seat is not None and seat.limit is not None:
        found.append(seat.limit)
    top = Mark(frame.reach_mm, frame.stack_mm)
    need = spacers_for(top, frame.head_angle_deg, cover, stem, goal.hand - place.off)
    near = min(goal.tolerance.hand_x_mm, goal.tolerance.hand_y_mm)
    if need.spacers_mm > frame.spacer_limit_mm + near:
        found.append("spacer limit")
    if need.spacers_mm < -near:
        found.append("no spacers left to take out")
    if need.forward_error_mm > near and stem.length_mm >= lengths[1]:
        found.append("longest stem")
    if need.forward_error_mm < -near and stem.length_mm <= lengths[0]:
        found.append("shortest stem")
    return tuple(found)
