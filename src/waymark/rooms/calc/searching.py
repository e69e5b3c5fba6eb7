"""The search as an open calculation."""

from __future__ import annotations

from functools import cache

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search import Goal, SaddleOption, SizeResult, Tolerance, search_sizes
from waymark.core.search.window import look_for, window
from waymark.core.seat import SaddleFit
from waymark.demo import demo_shelves
from waymark.rooms.calc.schemas import SearchIn, SearchOut, SearchRow
from waymark.rooms.shelves import FrameSize, Part, read_frames, read_parts, search_shelf

USUAL_SADDLE = SaddleOption(SaddleFit(48, 22), 18)


@cache
def _demo() -> tuple[list[FrameSize], list[Part]]:
    frames, parts = demo_shelves()
    return read_frames(frames)[0], read_parts(parts)[0]


def search(q: SearchIn) -> SearchOut:
    """Every frame size's best build for the goal, best first."""
    if q.shelves == "demo":
        frames, parts = _demo()
    else:
        frames, parts = q.shelves.frames, q.shelves.parts
    shelf = search_shelf(
        ((str(i), f) for i, f in enumerate(frames)),
        ((str(i), p) for i, p in enumerate(parts)),
        q.bar_clamp_mm,
    )
    if not shelf.stems:
        raise InputError("There is no stem on the shelf.", field="shelves.parts", allowed="one stem or more")
    w = STEM_WINDOWS[q.discipline]
    goal = Goal(
        saddle=Mark(q.saddle.x_mm, q.saddle.y_mm), hand=Mark(q.hand.x_mm, q.hand.y_mm),
        hand_off_clamp=Mark(q.hand_off_clamp.x_mm, q.hand_off_clamp.y_mm), stem_window=w,
        tolerance=Tolerance(**q.tolerance.model_dump()),
        saddle_fit=USUAL_SADDLE if q.check_seat and shelf.posts else None,
    )  # fmt: skip
    found = search_sizes(shelf, goal)
    head = sorted(f.head_angle_deg for f in shelf.frames)[len(shelf.frames) // 2]
    angles = sorted({s.angle_deg for s in shelf.stems})
    look = look_for(
        window(
            goal.clamp, head, 8.0, 40.0, angles, {"best": ((w.best_least_mm, w.best_greatest_mm), (0, 22.5))}
        ),
        head,
    )
    return SearchOut(
        sizes=[_row(r, frames[int(r.frame.key)]) for r in found[: q.most]], searched=len(found),
        carry=sum(r.verdict != "out" for r in found),
        look_for={
            "head_angle_deg": look.head_angle_deg, "stack_least_mm": look.stack_least_mm,
            "stack_greatest_mm": look.stack_greatest_mm, "reach_least_mm": look.reach_least_mm,
            "reach_greatest_mm": look.reach_greatest_mm,
        },
    )  # fmt: skip


def _row(r: SizeResult, size: FrameSize) -> SearchRow:
    return SearchRow(
        frame=size.frame, size=size.size, verdict=r.verdict, stem=r.stem.label, stem_length_mm=r.stem.length_mm,
        stem_angle_deg=-r.stem.angle_deg if r.turned_over else r.stem.angle_deg, turned_over=r.turned_over,
        spacers_mm=r.spacers_mm, miss_x_mm=r.miss.x_mm, miss_y_mm=r.miss.y_mm, miss_mm=r.miss_mm,
        along_mm=r.along_mm, across_mm=r.across_mm, room_up_mm=r.room_up_mm, room_down_mm=r.room_down_mm,
        binds=list(r.binds), sentence=r.sentence,
    )  # fmt: skip
