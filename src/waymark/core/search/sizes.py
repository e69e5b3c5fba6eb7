"""The search as a fitter meets it: each size's best build at each cost, judged, explained and ranked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from waymark.core.cockpit.steerer import Stem, bar_clamp, spacers_for
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.rules.verdict import Word, judge_pair, worst
from waymark.core.search.cockpits import Cockpits
from waymark.core.search.exact import Picks, Watch, pick_rungs
from waymark.core.search.gates import gate_faults
from waymark.core.search.looks import looks_points
from waymark.core.search.model import (
    FREE,
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
from waymark.core.search.seats import best_seat

# The shortest and the longest stem there is.
_Lengths = tuple[float, float]
_WORDS: dict[Word, int] = {"in": 0, "edge": 1, "out": 2}


def search_sizes(shelf: Shelf, goal: Goal, watch: Watch | None = None) -> tuple[SizeResult, ...]:
    """The best build of every size, best first: inside tolerance, then by cost, stem, miss in whole mm, room.

    Bars of one cost rung are searched together, one-piece cockpits apart; the cheapest rung that reaches
    tolerance is a size's own result, the rest are its ``others``, with the cleanest
    builds where they look better. ``watch`` as for ``pick_best``. Raises
    ``ValueError`` on an empty shelf.
    """
    if not shelf.frames:
        raise ValueError("a search needs at least one frame size")
    found: list[list[SizeResult]] = [[] for _ in shelf.frames]
    every_length = [s.length_mm for s in shelf.stems] or [c.length_mm for c in shelf.cockpits] or [0.0]
    lengths = (min(every_length), max(every_length))
    seats = [_seat(shelf, goal, frame) for frame in shelf.frames]
    open_ = [i for i, f in enumerate(shelf.frames) if f.cockpits is None]
    if shelf.stems and open_:
        bars = tuple(shelf.bars) or (goal.own_bar(),)
        part = replace(shelf, frames=[shelf.frames[i] for i in open_])
        rungs = [[b for b in bars if b.rung == rung] for rung in sorted({b.rung for b in bars})]
        for these, nearest, cleanest in pick_rungs(part, goal, rungs, watch):
            for k, i in enumerate(open_):
                near = _picked(part, goal, lengths, seats[i], these, nearest, k)
                clean = _picked(part, goal, lengths, seats[i], these, cleanest, k)
                if near is not None:
                    found[i].append(near)
                    if clean is not None and looks_points(clean) < looks_points(near):
                        found[i].append(replace(clean, cleaner=True))
    if shelf.cockpits:
        table = Cockpits(shelf.cockpits, goal)
        for i, frame in enumerate(shelf.frames):
            pick = table.pick(frame)
            if pick is not None:
                it = shelf.cockpits[pick.cockpit]
                found[i].append(
                    _result(
                        lengths,
                        goal,
                        frame,
                        seats[i],
                        None,
                        False,
                        None,
                        it,
                        it.places[pick.place],
                        frame.cover_mm,
                        pick.spacers_mm,
                        pick.miss_mm,
                    )
                )
    return tuple(sorted((_chosen(every) for every in found if every), key=_rank))


def _picked(
    shelf: Shelf,
    goal: Goal,
    lengths: _Lengths,
    seat: SeatResult | None,
    bars: Sequence[BarOption],
    picks: Picks,
    k: int,
) -> SizeResult | None:
    """What was picked for the ``k``-th size, None where nothing was."""
    if picks.miss[k] == float("inf"):
        return None
    bar = bars[int(picks.bar[k])]
    return _result(
        lengths,
        goal,
        shelf.frames[k],
        seat,
        shelf.stems[int(picks.stem[k])],
        bool(picks.over[k]),
        bar,
        None,
        bar.places[int(picks.place[k])],
        float(picks.cover[k]),
        float(picks.spacers[k]),
        float(picks.miss[k]),
    )


def _seat(shelf: Shelf, goal: Goal, frame: FrameOption) -> SeatResult | None:
    if goal.saddle_fit is None:
        return None
    return best_seat(frame, tuple(shelf.posts), goal.saddle_fit, goal.saddle, goal.tolerance, goal.weights)


def _chosen(every: list[SizeResult]) -> SizeResult:
    """The cheapest rung that reaches tolerance, else the nearest; the rest beside it."""
    best = min(
        every,
        key=lambda r: (_WORDS[r.verdict] == 2, r.rung if r.verdict != "out" else 0, r.cleaner, r.miss_mm),
    )
    return replace(best, others=tuple(r for r in every if r is not best))


def _rank(r: SizeResult) -> tuple[int, int, float, int, float, str]:
    tie = float(round(r.miss_mm / r.goal.weights.tie_mm))
    room = min(r.room_up_mm, r.room_down_mm)
    if r.verdict == "out":
        seat_short = r.seat.short_mm if r.seat else 0.0
        return 2, len(r.gates), r.miss_mm + seat_short, r.stem_rank, -room, r.frame.key
    return _WORDS[r.verdict], r.stem_rank, tie, r.rung, -room, r.frame.key


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
    if stem is not None:
        stands = dict(stem.ways())[over]
    elif cockpit is not None:
        stands = Stem(cockpit.length_mm, cockpit.angle_deg, cockpit.clamp_height_mm)
    else:
        raise ValueError("a build has a stem or a one-piece cockpit")
    clamp = bar_clamp(Mark(frame.reach_mm, frame.stack_mm), frame.head_angle_deg, cover, spacers, stands)
    hand = clamp + place.off
    miss = hand - goal.hand
    u, n = steering_axis(frame.head_angle_deg)
    rank = goal.stem_window.rank(stands.length_mm)
    nose = goal.saddle.x_mm + (goal.saddle_fit.nose_to_s_mm if goal.saddle_fit else 150.0)
    gates = tuple(f.words for f in gate_faults(frame, goal.gates, nose))
    rung = max(
        bar.rung if bar else cockpit.rung if cockpit else FREE,
        FREE if stem is None or stem.owned else SMALL_PART,
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
    )


def _verdict(
    goal: Goal, miss: Mark, seat: SeatResult | None, stem_rank: int, spacers: float, frame: FrameOption
) -> Word:
    t, weights = goal.tolerance, goal.weights
    word = judge_pair(miss.x_mm, miss.y_mm, t.hand_x_mm, t.hand_y_mm, weights.edge_share)
    if seat is not None:
        off = seat.saddle - goal.saddle
        word = worst(word, judge_pair(off.x_mm, off.y_mm, t.saddle_x_mm, t.saddle_y_mm, weights.edge_share))
        if seat.post_key is None:
            return "out"
    if stem_rank == 2 or spacers > weights.spacer_warn_share * frame.spacer_limit_mm:
        word = worst(word, "edge")
    return word


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
