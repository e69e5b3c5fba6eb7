"""The search as an open calculation."""

from __future__ import annotations

from functools import cache

from waymark.core.errors import InputError
from waymark.core.house import HOUSE
from waymark.core.marks import Mark
from waymark.core.rules.body_bounds import shoulders_from_height_mm
from waymark.core.search import Gates, Goal, SaddleOption, SizeResult, Tolerance
from waymark.core.search.frontier import Reference
from waymark.core.search.model import RUNGS
from waymark.core.search.whole import Whole, search_whole
from waymark.core.search.window import look_for, window
from waymark.core.seat import SaddleFit
from waymark.core.workmanship import BarRider, BarWish, bar_wish
from waymark.demo import demo_shelves
from waymark.rooms.calc.search_schemas import (
    SearchBuild,
    SearchCandidate,
    SearchFailure,
    SearchFault,
    SearchIn,
    SearchOut,
    SearchRoom,
    SearchRow,
)
from waymark.rooms.shelves import FrameSize, Part, Wanted, read_frames, read_parts, search_shelf

USUAL_SADDLE = SaddleOption(SaddleFit(48, 22), 18)


@cache
def _demo() -> tuple[list[FrameSize], list[Part]]:
    frames, parts = demo_shelves()
    return read_frames(frames)[0], read_parts(parts)[0]


def search(q: SearchIn) -> SearchOut:
    """Every frame size's best build for the goal, best first, and the frontier over all of them."""
    frames, parts = _demo() if q.shelves == "demo" else (q.shelves.frames, q.shelves.parts)
    wanted = Wanted(
        q.hand_is,
        q.schools.rotation,
        _wish(q),
        least_width_mm=q.limits.least_bar_width_mm,
        rider_mass_kg=q.limits.rider_mass_kg,
    )
    goal = _goal(q)
    own = goal.own_bar(q.bar_clamp_mm)
    shelf = search_shelf(
        ((str(i), f) for i, f in enumerate(frames)),
        ((str(i), p) for i, p in enumerate(parts)),
        q.bar_clamp_mm,
        own,
        wanted if q.bars else None,
    )
    if not shelf.stems:
        raise InputError("There is no stem on the shelf.", field="shelves.parts", allowed="one stem or more")
    if q.check_seat and shelf.posts:
        goal = goal.with_saddle(USUAL_SADDLE)
    reference = None if q.reference is None else Reference(**q.reference.model_dump())
    whole = search_whole(shelf, goal, reference)
    head = sorted(f.head_angle_deg for f in shelf.frames)[len(shelf.frames) // 2]
    tall = HOUSE.weights.spacer_warn_share * HOUSE.spacer_limit_carbon_mm
    best = ((goal.stem_window.best_least_mm, goal.stem_window.best_greatest_mm), (0.0, tall))
    look = look_for(
        window(
            goal.clamp,
            head,
            HOUSE.usual_cover_mm,
            HOUSE.usual_clamp_height_mm,
            sorted({s.angle_deg for s in shelf.stems}),
            {"best": best},
        ),
        head,
    )
    return SearchOut(
        sizes=[_row(r, whole, frames) for r in whole.sizes[: q.most]],
        searched=len(shelf.frames),
        carry=sum(r.verdict != "out" for r in whole.sizes),
        frontier=[
            SearchCandidate(build=_build(c.standing.result, whole, frames), stands=c.stands, gives_up=c.gives_up)
            for c in whole.frontier
        ],
        failures=_failures(whole, frames, q.most),
        look_for={
            "head_angle_deg": look.head_angle_deg,
            "stack_least_mm": look.stack_least_mm,
            "stack_greatest_mm": look.stack_greatest_mm,
            "reach_least_mm": look.reach_least_mm,
            "reach_greatest_mm": look.reach_greatest_mm,
        },
    )


def _wish(q: SearchIn) -> BarWish:
    """The bar to look for: by the rider, else as wide as the present one."""
    it = q.rider
    shoulders = it.shoulder_width_mm or (None if it.height_mm is None else shoulders_from_height_mm(it.height_mm))
    rider = BarRider(
        shoulders, it.shoulder_width_mm is None, it.height_mm, it.hand_mm, it.numb_hands, it.stiff_back, q.bar_width_mm
    )
    school = "present" if shoulders is None else q.schools.width
    return bar_wish(q.discipline, school, q.hand_is, rider)


def _goal(q: SearchIn) -> Goal:
    """The goal as the core's search takes it."""
    return Goal(
        saddle=Mark(q.saddle.x_mm, q.saddle.y_mm),
        hand=Mark(q.hand.x_mm, q.hand.y_mm),
        hand_off_clamp=Mark(q.hand_off_clamp.x_mm, q.hand_off_clamp.y_mm),
        stem_window=HOUSE.stem_windows[q.discipline],
        tolerance=Tolerance(**q.tolerance.model_dump()),
        gates=Gates(
            q.limits.inseam_in_shoes_mm,
            q.limits.standover_room_mm,
            q.schools.standover == "first",
            q.limits.foot_lift_mm,
            q.limits.system_mass_kg,
            q.limits.crank_mm,
        ),
    )


def _failures(whole: Whole, frames: list[FrameSize], most: int) -> list[SearchFailure]:
    """The nearest sizes that do not carry the goal, and every one on which nothing can be built, each with its why."""
    told = [(r.frame, r.sentence) for r in whole.sizes if r.verdict == "out"][:most] + list(whole.unbuilt)
    return [SearchFailure(frame=frames[int(f.key)].frame, size=frames[int(f.key)].size, why=why) for f, why in told]


def _row(r: SizeResult, whole: Whole, frames: list[FrameSize]) -> SearchRow:
    first = r.nearest_build
    others = [_build(o, whole, frames) for o in (r, *r.others) if o.nearest and o.bar_key != first.bar_key]
    recommended = _build(r, whole, frames) if r.recommended else None
    return SearchRow(**_build(first, whole, frames).model_dump(), others=others, recommended=recommended)


def _build(r: SizeResult, whole: Whole, frames: list[FrameSize]) -> SearchBuild:
    size, room = frames[int(r.frame.key)], whole.room(r)
    front, bar = r.stem or r.cockpit, r.cockpit or r.bar
    return SearchBuild(
        frame=size.frame,
        size=size.size,
        verdict=r.verdict,
        stem=front.label if front else "",
        stem_length_mm=r.stem_stands.length_mm,
        stem_angle_deg=r.stem_stands.angle_deg,
        turned_over=r.turned_over,
        cover_mm=r.cover_mm,
        spacers_mm=r.spacers_mm,
        bar=bar.label if bar else "",
        bar_rotation_deg=r.place.rotation_deg,
        lever_slide_mm=r.place.slide_mm,
        cost=RUNGS[r.rung],
        miss_x_mm=r.miss.x_mm,
        miss_y_mm=r.miss.y_mm,
        miss_mm=r.miss_mm,
        along_mm=r.along_mm,
        across_mm=r.across_mm,
        room=SearchRoom(up_mm=room.up_mm, down_mm=room.down_mm, forward_mm=room.forward_mm, back_mm=room.back_mm),
        room_up_mm=r.room_up_mm,
        room_down_mm=r.room_down_mm,
        binds=list(r.binds),
        gates=list(r.gates),
        sentence=r.sentence,
        points=r.points,
        faults=[SearchFault(points=f.points, says=f.says) for f in r.faults],
    )
