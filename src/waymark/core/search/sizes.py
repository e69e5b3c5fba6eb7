"""The search as a fitter meets it: each size's best build, judged, explained and ranked."""

from __future__ import annotations

from waymark.core.cockpit.steerer import spacers_for
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS
from waymark.core.rules.verdict import Word, judge_pair, worst
from waymark.core.search.exact import Picks, pick_best, picked_clamp
from waymark.core.search.model import FrameOption, Goal, SeatResult, Shelf, SizeResult
from waymark.core.search.seats import best_seat
from waymark.core.search.words import explain


def search_sizes(shelf: Shelf, goal: Goal) -> tuple[SizeResult, ...]:
    """The best build of every size, best first: inside tolerance, then by miss in whole mm ties, then room.

    Raises ``ValueError`` on an empty shelf.
    """
    picks = pick_best(shelf, goal)
    found = [_result(shelf, goal, picks, i, frame) for i, frame in enumerate(shelf.frames)]
    return tuple(sorted(found, key=_rank))


def _rank(r: SizeResult) -> tuple[int, int, float, int, float, str]:
    words: dict[Word, int] = {"in": 0, "edge": 1, "out": 2}
    room = min(r.room_up_mm, r.room_down_mm)
    tie = float(round(r.miss_mm / NUMBERS["tie_mm"].value))
    if r.verdict == "out":
        seat_short = r.seat.short_mm if r.seat else 0.0
        return words[r.verdict], 0, r.miss_mm + seat_short, r.stem_rank, -room, r.frame.key
    return words[r.verdict], r.stem_rank, tie, 0, -room, r.frame.key


def _result(shelf: Shelf, goal: Goal, picks: Picks, i: int, frame: FrameOption) -> SizeResult:
    stem = shelf.stems[int(picks.stem[i])]
    over, spacers = bool(picks.over[i]), float(picks.spacers[i])
    clamp = picked_clamp(picks, i)
    miss = clamp - goal.clamp
    u, n = steering_axis(frame.head_angle_deg)
    seat = (
        best_seat(frame, tuple(shelf.posts), goal.saddle_fit, goal.saddle)
        if goal.saddle_fit is not None
        else None
    )
    verdict = _verdict(goal, miss, seat, goal.stem_window.rank(stem.length_mm), spacers, frame)
    binds = _binds(shelf, goal, frame, int(picks.stem[i]), over, miss, seat)
    result = SizeResult(
        frame=frame,
        stem=stem,
        turned_over=over,
        spacers_mm=spacers,
        clamp=clamp,
        hand=clamp + goal.hand_off_clamp,
        miss=miss,
        miss_mm=float(picks.miss[i]),
        along_mm=miss.dot(u),
        across_mm=miss.dot(n),
        stem_rank=goal.stem_window.rank(stem.length_mm),
        room_up_mm=frame.spacer_limit_mm - spacers,
        room_down_mm=spacers,
        seat=seat,
        verdict=verdict,
        binds=binds,
        sentence="",
    )
    return SizeResult(
        **{**{k: getattr(result, k) for k in result.__slots__}, "sentence": explain(result, goal)}
    )


def _verdict(
    goal: Goal, miss: Mark, seat: SeatResult | None, stem_rank: int, spacers: float, frame: FrameOption
) -> Word:
    t = goal.tolerance
    word = judge_pair(miss.x_mm, miss.y_mm, t.hand_x_mm, t.hand_y_mm)
    if seat is not None:
        off = seat.saddle - goal.saddle
        word = worst(word, judge_pair(off.x_mm, off.y_mm, t.saddle_x_mm, t.saddle_y_mm))
        if seat.post_key is None:
            return "out"
    if stem_rank == 2 or spacers > NUMBERS["spacer_warn_share"].value * frame.spacer_limit_mm:
        word = worst(word, "edge")
    return word


def _binds(
    shelf: Shelf, goal: Goal, frame: FrameOption, stem_index: int, over: bool, miss: Mark,
    seat: SeatResult | None,
) -> tuple[str, ...]:  # fmt: skip
    """Limits at which the build stands while more of the same would lessen its miss."""
    found: list[str] = []
    if seat is not None and seat.limit is not None:
        found.append(seat.limit)
    stem = dict(shelf.stems[stem_index].ways())[over]
    top = Mark(frame.reach_mm, frame.stack_mm)
    need = spacers_for(top, frame.head_angle_deg, frame.cover_mm, stem, goal.clamp)
    near = min(goal.tolerance.hand_x_mm, goal.tolerance.hand_y_mm)
    if need.spacers_mm > frame.spacer_limit_mm + near:
        found.append("spacer limit")
    if need.spacers_mm < -near:
        found.append("no spacers left to take out")
    lengths = [s.length_mm for s in shelf.stems]
    if need.forward_error_mm > near and stem.length_mm >= max(lengths):
        found.append("longest stem")
    if need.forward_error_mm < -near and stem.length_mm <= min(lengths):
        found.append("shortest stem")
    return tuple(found)
