"""One build of one size, judged: what it reaches and by how much it misses, what stops it, what speaks against it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.rules.verdict import Word, judge_pair, worst
from waymark.core.say import Said
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
    PostOption,
    SeatResult,
    Shelf,
    SizeResult,
    StemOption,
)
from waymark.core.search.seats import best_seat
from waymark.core.workmanship import Fault, front_faults

# A stem as it stands, spacers, cover and the frame's own cover, mm.
_Front = tuple[Stem, float, float, float]


class Build(NamedTuple):
    """The front end of one build: a stem with a bar, or a one-piece cockpit; heights and miss, mm.

    ``counted_mm`` is its room each way so far as it counts, where that was worked out.
    """

    stem: StemOption | None
    over: bool
    bar: BarOption | None
    cockpit: CockpitOption | None
    place: Place
    cover_mm: float
    spacers_mm: float
    miss_mm: float
    counted_mm: int = 0

    def alike(self, other: Build) -> bool:
        """Whether the two are put together alike."""
        return self[:7] == other[:7]


class Judge:
    """What judges the builds of a search: its goal, the seat and the gates of every size, the stems there are."""

    def __init__(self, shelf: Shelf, goal: Goal) -> None:
        self.goal, self.frames = goal, shelf.frames
        lengths = [s.length_mm for s in shelf.stems] or [c.length_mm for c in shelf.cockpits] or [0.0]
        self.shortest_mm, self.longest_mm = min(lengths), max(lengths)
        posts = tuple(shelf.posts)
        self.seats = [_seat(posts, goal, frame) for frame in shelf.frames]
        self._known: dict[_Front, tuple[Fault, ...]] = {}
        self.gates = [_gates(goal, frame) for frame in shelf.frames]
        # How a size is judged whatever is built on it: how its saddle is reached, whether it must be tipped.
        self.stands = [_size_word(goal, f, s) for f, s in zip(shelf.frames, self.seats, strict=True)]
        self.axes = [steering_axis(frame.head_angle_deg) for frame in shelf.frames]

    def carries(self, i: int) -> bool:
        """Whether size ``i`` lets the rider on it and holds the saddle."""
        return not self.gates[i] and _seat_word(self.goal, self.seats[i]) != "out"

    def result(
        self,
        i: int,
        build: Build,
        *,
        nearest: bool = False,
        recommended: bool = False,
        least_points: float = 0.0,
        others: Sequence[SizeResult] = (),
    ) -> SizeResult:
        """The build on size ``i`` with all there is to say about it (the flags as in ``SizeResult``)."""
        goal, frame, seat, gates = self.goal, self.frames[i], self.seats[i], self.gates[i]
        stands = _stem_standing(build)
        top = Mark(frame.reach_mm, frame.stack_mm)
        clamp = bar_clamp(top, frame.head_angle_deg, build.cover_mm, build.spacers_mm, stands)
        hand = clamp + build.place.off
        miss = hand - goal.hand
        u, n = self.axes[i]
        along_mm, across_mm = miss.dot(u), miss.dot(n)
        rank = goal.stem_window.rank(stands.length_mm)
        on, (rung, cost) = build.bar or build.cockpit, _bought(build)
        held = (
            *self._front_faults(stands, build.spacers_mm, build.cover_mm, frame.cover_mm),
            *(() if on is None else on.faults),
            *(seat.faults if seat else ()),
            *frame.faults,
        )
        return SizeResult(
            goal=goal,
            frame=frame,
            stem=build.stem,
            cockpit=build.cockpit,
            bar=build.bar,
            place=build.place,
            stem_stands=stands,
            turned_over=build.over,
            cover_mm=build.cover_mm,
            spacers_mm=build.spacers_mm,
            clamp=clamp,
            hand=hand,
            miss=miss,
            miss_mm=build.miss_mm,
            along_mm=along_mm,
            across_mm=across_mm,
            stem_rank=rank,
            rung=rung,
            room_up_mm=frame.spacer_limit_mm - build.spacers_mm,
            room_down_mm=build.spacers_mm,
            seat=seat,
            verdict="out" if gates else _verdict(goal, miss, self.stands[i], rank, build.spacers_mm, frame),
            binds=self._binds(i, stands.length_mm, build.spacers_mm - along_mm, across_mm),
            gates=gates,
            faults=tuple(sorted(held, key=lambda f: -f.points)),
            cost=cost,
            counted_mm=build.counted_mm,
            least_points=least_points,
            others=tuple(others),
            recommended=recommended,
            nearest=nearest,
        )

    def _front_faults(self, *front: *_Front) -> tuple[Fault, ...]:
        """What speaks against a stem as it stands over a pile: worked out once, sizes share them."""
        if front not in self._known:
            self._known[front] = front_faults(*front, self.goal.stem_window, self.goal.weights)
        return self._known[front]

    def _binds(self, i: int, length_mm: float, wanted_mm: float, across_mm: float) -> tuple[str, ...]:
        """Limits at which a build on size ``i`` stands while more of the same would lessen its miss.

        ``wanted_mm`` are the spacers that would take away what it misses along the steerer, ``across_mm`` is the rest.
        """
        seat, t, found = self.seats[i], self.goal.tolerance, list[str]()
        if seat is not None and seat.limit is not None:
            found.append(seat.limit)
        near = min(t.hand_x_mm, t.hand_y_mm)
        if wanted_mm > self.frames[i].spacer_limit_mm + near:
            found.append("spacer limit")
        if wanted_mm < -near:
            found.append("no spacers left to take out")
        if across_mm < -near and length_mm >= self.longest_mm:
            found.append("longest stem")
        if across_mm > near and length_mm <= self.shortest_mm:
            found.append("shortest stem")
        return tuple(found)


def _seat(posts: tuple[PostOption, ...], goal: Goal, frame: FrameOption) -> SeatResult | None:
    """How the saddle is reached with the posts there are, ``None`` where none is asked for."""
    if goal.saddle_fit is None:
        return None
    return best_seat(frame, posts, goal.saddle_fit, goal.saddle, goal.tolerance, goal.weights)


def _gates(goal: Goal, frame: FrameOption) -> tuple[Said, ...]:
    """What of the rider's gates the frame does not pass."""
    nose = goal.saddle.x_mm + (goal.saddle_fit.nose_to_s_mm if goal.saddle_fit else 150.0)
    return tuple(f.words for f in gate_faults(frame, goal.gates, nose))


def _bought(build: Build) -> tuple[int, float]:
    """The rung of what has to be bought with the frame, and what that costs."""
    stem, on = build.stem, build.bar or build.cockpit
    rung = max(FREE if on is None else on.rung, FREE if stem is None or stem.owned else SMALL_PART)
    return rung, RUNG_COST * rung + (0.0 if stem is None else stem.price) + (0.0 if on is None else on.price)


def _stem_standing(build: Build) -> Stem:
    """The stem as it stands, a one-piece cockpit's own where there is no other."""
    if build.stem is not None:
        return build.stem.stands(build.over)
    if build.cockpit is not None:
        return Stem(build.cockpit.length_mm, build.cockpit.angle_deg, build.cockpit.clamp_height_mm)
    raise ValueError("a build has a stem or a one-piece cockpit")


def _verdict(goal: Goal, miss: Mark, size_word: Word, stem_rank: int, spacers: float, frame: FrameOption) -> Word:
    t, weights = goal.tolerance, goal.weights
    word = worst(judge_pair(miss.x_mm, miss.y_mm, t.hand_x_mm, t.hand_y_mm, weights.edge_share), size_word)
    if stem_rank == 2 or spacers > weights.spacer_warn_share * frame.spacer_limit_mm:
        word = worst(word, "edge")
    return word


def _size_word(goal: Goal, frame: FrameOption, seat: SeatResult | None) -> Word:
    """A size's own word: how the saddle is reached, and at best *edge* where it must be tipped to be mounted."""
    word = _seat_word(goal, seat)
    return worst(word, "edge") if step_over_lean_deg(frame, goal.gates) != 0 else word


def _seat_word(goal: Goal, seat: SeatResult | None) -> Word:
    """How the saddle is reached, where one is asked for at all."""
    if seat is None:
        return "in"
    if seat.post_key is None:
        return "out"
    t, off = goal.tolerance, seat.saddle - goal.saddle
    return judge_pair(off.x_mm, off.y_mm, t.saddle_x_mm, t.saddle_y_mm, goal.weights.edge_share)
