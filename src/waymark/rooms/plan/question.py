"""The search of a fit file: its goal, its own bar, the frames it looks at, and the whole answer."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator, Sequence
from contextlib import suppress
from dataclasses import replace
from queue import Queue
from threading import Event, Thread

from waymark.core.errors import StoppedError
from waymark.core.frame import steering_axis
from waymark.core.handling import mass_centre
from waymark.core.marks import Mark
from waymark.core.say import Words, say
from waymark.core.search import Goal, Shelf
from waymark.core.search.frontier import Reference
from waymark.core.search.gates import step_over_lean_deg
from waymark.core.search.headroom import Unsure
from waymark.core.search.whole import Whole, search_whole
from waymark.core.workmanship import Fault, handling_faults
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.apart import HELPER
from waymark.rooms.plan.asked import look, schools, sought, wish
from waymark.rooms.plan.cautions import toe_mm
from waymark.rooms.plan.facts import bar_clamp_mm, chosen, goal_for
from waymark.rooms.plan.own import own_bar, own_stem, own_stem_option
from waymark.rooms.plan.standing import gates, standing_mm
from waymark.rooms.plan.state import FrameState
from waymark.rooms.plan.this_bike import on_own_bike, own_bike
from waymark.rooms.posts.goal import discipline, goal_crank_mm, goal_foot, goal_seat
from waymark.rooms.posts.measure import MeasureState, body_of, context, now_marks, surveyed
from waymark.rooms.shelves import FrameSize, Wanted, covers_of, frame_option, search_shelf

# Frames of these uses are looked at for a goal of that use, unless the fitter says otherwise.
NEAR_KINDS: dict[str, tuple[str, ...]] = {
    "road": ("road", "endurance"), "endurance": ("endurance", "road"), "gravel": ("gravel",),
    "cyclocross": ("cyclocross",), "cross-country": ("cross-country",), "trail": ("trail",), "city": ("city",),
    "time-trial": ("time-trial",),
}  # fmt: skip
# From so many sizes on the screen is told first that the search is long, and shows how far it is.
LONG_SIZES = 1500


@fact
def wanted(facts: Facts) -> Wanted:
    """Which bars are looked at beside the rider's own."""
    return Wanted(
        sought(facts),
        schools(facts).rotation,
        wish(facts),
        bars=look(facts).bars,
        has_own=own_bar(facts) is not None,
        least_width_mm=facts.part(FrameState).rules.least_bar_width_mm,
        rider_mass_kg=facts.profile.mm("mass"),
        placing=facts.house.placing,
        weights=facts.house.weights,
    )


@fact(reading=True)
def pinned(facts: Facts) -> frozenset[str]:
    """The sizes that are looked at whatever is asked: the chosen and the held one."""
    f = facts.part(FrameState)
    return frozenset(s.label for s in (f.chosen, f.held) if s is not None)


@fact
def looked_at(facts: Facts) -> tuple[tuple[int, FrameSize], ...]:
    """The sizes the file looks at. The rider's own is none of them: it stands by itself, with its steerer as it is cut."""
    asked, always, kinds, own = look(facts), pinned(facts), kinds_asked(facts), own_bike(facts)
    mine = None if own is None else own.frame.label

    def shown(size: FrameSize) -> bool:
        return (
            size.kind in kinds
            and size.label != mine
            and (not asked.materials or size.material in asked.materials)
            and (size.price_band or 1) <= asked.price_most
            and (size.owned or not asked.owned_only)
            and (size.in_stock or size.owned or not asked.in_stock_only)
            and set(asked.tags) <= set(size.tags)
        )

    return tuple((k, s) for k, s in facts.shelf.sizes if s.label in always or shown(s))


@fact
def kinds_asked(facts: Facts) -> tuple[str, ...]:
    """The kinds of frame that are looked at: those named, else those near the use."""
    named = look(facts).kinds
    return NEAR_KINDS[discipline(facts)] if named is None else tuple(named)


def shelf_for(facts: Facts, sizes: Sequence[tuple[str, FrameSize]]) -> Shelf:
    """The core's shelf of ``sizes`` with the file's own bar and every part that may go on them."""
    covers = covers_of(facts.shelf.keyed, wanted(facts))
    frames = (replace(frame_option(k, s, covers), faults=frame_faults(facts, s)) for k, s in sizes)
    return replace(parts_at_hand(facts), frames=tuple(frames))


def frame_faults(facts: Facts, size: FrameSize) -> tuple[Fault, ...]:
    """What a workshop holds against a frame under this rider, for this use."""
    house, geometry = facts.house, size.chart.geometry()
    # A foot never taken says nothing about the shoe's tip.
    toe = toe_mm(facts, geometry) if facts.profile.mm("foot") is not None else None
    window, centre = house.trail_windows[discipline(facts)], rider_centre(facts)
    share = None if centre is None else 100 * (centre.x_mm - geometry.rear_axle.x_mm) / geometry.wheelbase_mm
    asked = gates(facts)
    room = standing_mm(facts, size)
    standing = None if room is None else (room, asked.standover_room_mm)
    tipped = step_over_lean_deg(frame_option("", size), asked) or 0.0
    held = handling_faults(toe, geometry.trail_mm, window, house.weights, share, standing, tipped)
    if size.kind in kinds_asked(facts):
        return held
    # Chosen for another use it stays in sight; it is not recommended as if it were for this one.
    return Fault(house.weights.handling_points, say("a frame for {kind}", kind=Words(size.kind))), *held


@fact
def rider_centre(facts: Facts) -> Mark | None:
    """The rider's centre of mass at the goal, seated on the hoods; elsewhere no share on the wheels is asked."""
    goal, profile = goal_for(facts), facts.profile
    if goal is None or sought(facts) != "hood" or profile.mm("height") is None or goal.hand.x_mm <= goal.saddle.x_mm:
        return None
    foot, crank = goal_foot(facts), goal_crank_mm(facts)
    return mass_centre(goal.saddle, goal.hand, body_of(facts, None), foot, crank, seated=goal_seat(facts))


@fact(by_value=False)
def parts_shelf(facts: Facts) -> Shelf:
    """The core's shelf of no frame, with every part that fits the plan's bar."""
    clamp, stem = bar_clamp_mm(facts), own_stem(facts)
    found = search_shelf([], facts.shelf.keyed, clamp)
    if stem is None or clamp not in (None, stem.bar_clamp_mm):
        return found
    return replace(found, stems=(own_stem_option(stem), *found.stems))


@fact(by_value=False)
def parts_at_hand(facts: Facts) -> Shelf:
    """The core's shelf of no frame, with every stem and every bar that may go on, the rider's own first."""
    own, stem = own_bar(facts), own_stem(facts)
    found = search_shelf([], facts.shelf.keyed, own.clamp_mm if own else None, own, wanted(facts))
    return found if stem is None else replace(found, stems=(own_stem_option(stem), *found.stems))


@fact
def drawer(facts: Facts) -> tuple[float, ...]:
    """The single spacer heights on the shelf."""
    return tuple(parts_shelf(facts).spacers_mm)


@fact
def shelf(facts: Facts) -> Shelf:
    """What is searched."""
    return shelf_for(facts, [(str(k), s) for k, s in looked_at(facts)])


@fact
def search_goal(facts: Facts) -> Goal | None:
    """The goal that is searched for, with what the rider asks of any frame."""
    return goal_for(facts, gates(facts))


@fact
def reference(facts: Facts) -> Reference | None:
    """The present bike's handling, where its frame is on record."""
    frame, marks = facts.part(MeasureState).frame, now_marks(facts)
    if frame is None or "hand" not in marks:
        return None
    g = frame.chart.geometry()
    # From the steering axis to the hand, seen from the side.
    _, square = steering_axis(g.head_angle_deg)
    return Reference(g.trail_mm, g.front_centre_mm, (marks["hand"] - g.head_top).dot(square))


def unsure_hand(facts: Facts) -> Unsure | None:
    """How sure the hand was measured, mm²."""
    found = surveyed(facts)
    point = found.points.get(context(facts).point_of("hand")) if found else None
    if point is None:
        return None
    (xx, xy), (_, yy) = point.covariance
    return Unsure(float(xx), float(xy), float(yy))


@fact(by_value=False)
def answer(facts: Facts) -> Whole | None:
    """The whole answer of the search, or ``None`` while the goal, the frames or the parts are missing."""
    on, goal = shelf(facts), search_goal(facts)
    if goal is None or not on.frames or not (on.stems or on.cockpits):
        return None
    if facts.watch is not None:
        return HELPER.search(on, goal, reference(facts), facts.watch)
    return search_whole(on, goal, reference(facts))


@fact(by_value=False)
def answer_for_chosen(facts: Facts) -> Whole | None:
    """The whole answer for the chosen size alone: the same question, so that a build offered can be taken."""
    size, goal = chosen(facts), search_goal(facts)
    if size is None or goal is None:
        return None
    on, own = shelf_for(facts, [("chosen", size)]), on_own_bike(facts)
    if own is not None:
        # A cut steerer does not grow: under the tallest clamp at hand no pile stands out of it.
        tallest = max((s.clamp_height_mm for s in on.stems), default=own.now.stem.clamp_height_mm)
        most = min(size.chart.spacer_limit_mm, max(0.0, own.now.room_mm - tallest))
        on = replace(on, frames=tuple(replace(f, spacer_limit_mm=most) for f in on.frames))
    return search_whole(on, goal, None)


def is_long(facts: Facts) -> bool:
    """Whether a search would take long: many sizes, and no answer known that still holds."""
    return len(looked_at(facts)) >= LONG_SIZES and facts.known(answer) is None


def progress(facts: Facts, found: Callable[[], None]) -> Iterator[str]:
    """Search in lines of JSON, {done, of} as it goes and {ready} at the end; closing it stops the search.

    ``found`` is called when the answer is known, before that is told.
    """
    told: Queue[dict[str, int | bool] | None] = Queue()
    stop = Event()

    def watch(done: int, of: int) -> bool:
        told.put({"done": done, "of": of})
        return not stop.is_set()

    def work() -> None:
        try:
            with suppress(StoppedError):
                facts.watch = watch
                answer(facts)
                facts.watch = None
                found()
                told.put({"ready": True})
        finally:
            facts.watch = None
            told.put(None)

    Thread(target=work, daemon=True).start()
    try:
        while (line := told.get()) is not None:
            yield json.dumps(line) + "\n"
    finally:
        stop.set()
