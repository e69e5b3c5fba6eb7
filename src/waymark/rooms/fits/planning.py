"""Choosing parts for a file's frame: the exact best, single changes, and what each would do."""

from __future__ import annotations

from typing import Any

from sqlalchemy.orm import Session

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.errors import InputError
from waymark.core.search import FrameOption, Goal, Shelf, SizeResult, search_sizes
from waymark.core.search.previews import FrontEnd
from waymark.core.search.seats import best_seat
from waymark.rooms.fits.layers import layers_of, search_goal
from waymark.rooms.fits.state import FitState, Point
from waymark.rooms.shelves import FrameSize, StemPart, part, parts, search_shelf
from waymark.rooms.shelves.catalogue import frame_option


def bar_clamp_mm(state: FitState) -> float | None:
    """The diameter a stem must clamp, where the bar is known."""
    return state.measure.bar.bar_clamp_mm if state.measure.bar else None


def parts_shelf(session: Session, state: FitState, frames: list[tuple[str, FrameSize]]) -> Shelf:
    """The core's shelf of ``frames`` with every part that fits this file's bar."""
    kept = [(str(p.id), p.part) for p in parts(session)]
    return search_shelf(frames, kept, bar_clamp_mm(state))


def all_sizes(
    session: Session, state: FitState, sizes: list[tuple[int, FrameSize]]
) -> tuple[SizeResult, ...]:
    """Every one of ``sizes`` with its best build, best first; empty while the goal or the shelf is."""
    goal = search_goal(state, layers_of(state))
    shelf = parts_shelf(session, state, [(str(key), size) for key, size in sizes])
    if goal is None or not shelf.frames or not shelf.stems:
        return ()
    return search_sizes(shelf, goal)


def best_for_chosen(session: Session, state: FitState) -> tuple[SizeResult, Shelf, Goal]:
    """The exact best build of the chosen size, with the shelf and goal; ``InputError`` where one is missing."""
    if state.frame.chosen is None:
        raise InputError("Choose a frame first.", field="frame.chosen", allowed="a size from the shelf")
    goal = search_goal(state, layers_of(state))
    if goal is None:
        raise InputError(
            "The goal is not known yet: saddle and hand are still to be measured.", field="measure",
            allowed="two statements for the saddle, two for the hand",
        )  # fmt: skip
    shelf = parts_shelf(session, state, [("chosen", state.frame.chosen)])
    if not shelf.stems:
        raise InputError(
            "No stem on the shelf clamps this bar.", field="build.stem", allowed="a stem of its clamp"
        )
    return search_sizes(shelf, goal)[0], shelf, goal


def take_best(session: Session, state: FitState) -> None:
    """Put the exact best build for the chosen size into the plan, front end and seat."""
    best, _, goal = best_for_chosen(session, state)
    found = part(session, int(best.stem.key), "stem")
    if not isinstance(found, StemPart):
        raise InputError("This is no stem.", field="build.stem")
    b = state.build
    b.stem, b.turned_over, b.spacers_mm = found, best.turned_over, best.spacers_mm
    b.for_frame = state.frame.chosen.label if state.frame.chosen else None
    _keep_seat(session, state, best)
    remember_goal(state, goal)


def remember_goal(state: FitState, goal: Goal) -> None:
    """Keep the goal a build was chosen for, so that a later change of it can be told."""
    state.frame.for_goal = {
        "saddle": Point(x_mm=goal.saddle.x_mm, y_mm=goal.saddle.y_mm),
        "hand": Point(x_mm=goal.hand.x_mm, y_mm=goal.hand.y_mm),
    }


def _keep_seat(session: Session, state: FitState, best: SizeResult) -> None:
    seat, b = best.seat, state.build
    if seat is None or seat.post_key is None:
        b.post = b.post_exposed_mm = b.slide_mm = None
        return
    found = part(session, int(seat.post_key), "post")
    b.post = found if found.kind == "post" else None
    # A mechanic sets whole millimetres.
    b.post_exposed_mm, b.slide_mm = round(seat.exposed_mm), round(seat.slide_mm)


def take_seat(session: Session, state: FitState) -> None:
    """Set post and rails to the goal again, leaving the front end as it is."""
    best, _, _ = best_for_chosen(session, state)
    _keep_seat(session, state, best)


def check_spacers(session: Session, state: FitState, value: Any, path: str) -> float:
    """A spacer height that the drawer can make within the frame's limit; raises ``InputError``."""
    if state.frame.chosen is None:
        raise InputError("Choose a frame first.", field="frame.chosen", allowed="a size from the shelf")
    shelf = parts_shelf(session, state, [("chosen", state.frame.chosen)])
    can = heights_mm(shelf.spacers_mm, state.frame.chosen.chart.spacer_limit_mm)
    good = isinstance(value, int | float) and not isinstance(value, bool)
    if not good or not any(abs(value - h) < 1e-6 for h in can):
        raise InputError(
            "The drawer cannot make this pile, or the frame does not allow it.", field=path,
            allowed=", ".join(f"{h:g}" for h in can) + " mm", kept=str(value)[:40],
        )  # fmt: skip
    return float(value)


def stem_standing(
    session: Session, state: FitState, length: Any, angle: Any, path: str
) -> tuple[StemPart, bool]:
    """The stem on the shelf that stands at this length and angle, and whether it is turned over for it."""
    clamp = bar_clamp_mm(state)
    offers = []
    for it in parts(session, "stem"):
        stem = it.part
        if not isinstance(stem, StemPart) or (clamp is not None and stem.bar_clamp_mm != clamp):
            continue
        if stem.length_mm == length and stem.angle_deg == angle:
            offers.append((False, stem))
        elif stem.length_mm == length and stem.both_ways and stem.angle_deg == -_number(angle, path):
            offers.append((True, stem))
    if not offers:
        raise InputError(
            "No stem on the shelf stands at this length and angle.", field=path,
            allowed="a stop that is drawn solid", kept=f"{length}, {angle}"[:60],
        )  # fmt: skip
    same = state.build.stem
    # Stay with the stem in hand when it can do it; else the one that stands so as printed.
    over, stem = min(offers, key=lambda o: (same is None or o[1].name != same.name, o[0]))
    return stem, over


def _number(value: Any, path: str) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise InputError("A number belongs here.", field=path, kept=repr(value)[:40])
    return float(value)


def chosen_option(state: FitState) -> FrameOption | None:
    """The chosen size as the search takes it."""
    return None if state.frame.chosen is None else frame_option("chosen", state.frame.chosen)


def front_end(state: FitState) -> FrontEnd | None:
    """The plan's front end as previews take it."""
    stem = state.build.stem
    if stem is None:
        return None
    angle = -stem.angle_deg if state.build.turned_over else stem.angle_deg
    return FrontEnd(state.build.spacers_mm, stem.length_mm, angle, stem.clamp_height_mm)


def seat_now(session: Session, state: FitState) -> str | None:
    """What stops the saddle on the chosen size, in words, or ``None``."""
    goal = search_goal(state, layers_of(state))
    option = chosen_option(state)
    if goal is None or option is None or goal.saddle_fit is None:
        return None
    shelf = parts_shelf(session, state, [])
    result = best_seat(option, tuple(shelf.posts), goal.saddle_fit, goal.saddle)
    if result.limit is None:
        return None
    return f"{result.limit}, {result.short_mm:.0f} short" if result.short_mm else result.limit
