"""Choosing parts for a file's frame: the exact best, single changes, and what each would do."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from sqlalchemy.orm import Session

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.errors import InputError
from waymark.core.search import CockpitOption, FrameOption, Goal, Place, Shelf, SizeResult
from waymark.core.search.previews import FrontEnd
from waymark.core.search.seats import best_seat
from waymark.rooms.fits.frame_search import gates_of, shelf_for, whole_of
from waymark.rooms.fits.layers import Layers, layers_of, plan_cover_mm, plan_off, search_goal
from waymark.rooms.fits.state import FitState, PlaceState, Point
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import (
    AeroBarPart,
    CockpitPart,
    DropBarPart,
    FlatBarPart,
    FrameSize,
    StemPart,
    frame_option,
    part,
    parts,
    search_shelf,
)


def bar_clamp_mm(state: FitState) -> float | None:
    """The diameter a stem must clamp, where the plan's bar is known."""
    bar = state.build.bar or state.measure.bar
    return bar.bar_clamp_mm if bar else None


def parts_shelf(session: Session, state: FitState, frames: list[tuple[str, FrameSize]]) -> Shelf:
    """The core's shelf of ``frames`` with every part that fits the plan's bar."""
    kept = [(str(p.id), p.part) for p in parts(session)]
    return search_shelf(frames, kept, bar_clamp_mm(state))


def plan_goal(state: FitState, layers: Layers) -> Goal | None:
    """The goal for the plan's own bar and place: what the rails of the front end are judged by."""
    goal = search_goal(state, layers)
    return None if goal is None else replace(goal, hand_off_clamp=plan_off(state, layers.context))


def best_for_chosen(session: Session, state: FitState, profile: Profile) -> tuple[SizeResult, Shelf, Goal]:
    """The exact best builds of the chosen size, with the shelf and goal; ``InputError`` where one is missing.

    The question is the Frame post's own, for this size alone, so that a build offered there can be taken.
    """
    if state.frame.chosen is None:
        raise InputError("Choose a frame first.", field="frame.chosen", allowed="a size from the shelf")
    layers = layers_of(state)
    goal = search_goal(state, layers, gates_of(state, profile))
    if goal is None:
        raise InputError(
            "The goal is not known yet: saddle and hand are still to be measured.", field="measure",
            allowed="two statements for the saddle, two for the hand",
        )  # fmt: skip
    shelf = shelf_for(session, state, layers, profile, [("chosen", state.frame.chosen)])
    whole = whole_of(shelf, goal, None)
    if not whole.sizes:
        why = whole.unbuilt[0][1] if whole.unbuilt else "There is no stem on the shelf."
        raise InputError(why, field="build.stem", allowed="a stem or cockpit that fits this frame")
    return whole.sizes[0], shelf, goal


def take_best(session: Session, state: FitState, profile: Profile, bar: str | None = None) -> None:
    """Put the exact best build for the chosen size into the plan, front end and seat.

    ``bar`` asks for the best build with that bar or cockpit, a key of the search; raises ``InputError`` for one
    that is not among the size's builds.
    """
    main, _, goal = best_for_chosen(session, state, profile)
    best = main if bar is None else next((b for b in (main, *main.others) if b.bar_key == bar), None)
    if best is None:
        raise InputError(
            "This bar is not among the best builds of this size.", field="frame.chosen",
            allowed=", ".join(b.bar_key for b in (main, *main.others)), kept=bar,
        )  # fmt: skip
    _keep_front(session, state, best)
    state.build.for_frame = state.frame.chosen.label if state.frame.chosen else None
    _keep_seat(session, state, main)
    remember_goal(state, goal)


def is_built(state: FitState, r: SizeResult) -> bool:
    """Whether the plan's front end is just this build: bar, stem as it stands, cover and spacers."""
    b = state.build
    cover = r.frame.cover_mm if b.cover_mm is None else b.cover_mm
    if (b.spacers_mm, cover) != (r.spacers_mm, r.cover_mm):
        return False
    if r.cockpit is not None:
        return b.cockpit is not None and b.stem is not None and b.stem.name == r.cockpit.label
    own = r.bar is None or r.bar.key == "own"
    bar = None if b.bar is None else b.bar.name
    same_bar = b.cockpit is None and bar == (None if own or r.bar is None else r.bar.label)
    stem = r.stem is not None and b.stem is not None and b.stem.name == r.stem.label
    return same_bar and stem and b.turned_over == r.turned_over


def _keep_front(session: Session, state: FitState, best: SizeResult) -> None:
    b, place = state.build, best.place
    b.turned_over, b.spacers_mm = best.turned_over, best.spacers_mm
    b.cover_mm = None if best.cover_mm == best.frame.cover_mm else best.cover_mm
    b.bar, b.cockpit, b.cockpit_width_mm = None, None, None
    if best.cockpit is not None:
        # The name may hold anything; number and combination stand behind the last two marks.
        _, key, _ = best.cockpit.key.rsplit("#", 2)
        found = part(session, int(key), "cockpit")
        b.cockpit = found if isinstance(found, CockpitPart) else None
        b.cockpit_width_mm = best.cockpit.width_mm
        b.stem = cockpit_stem(best.cockpit)
    elif best.stem is not None:
        stem = part(session, int(best.stem.key), "stem")
        b.stem = stem if isinstance(stem, StemPart) else None
        if best.bar is not None and best.bar.key != "own":
            bar = part(session, int(best.bar.key), "drop_bar", "flat_bar", "aero_bar")
            b.bar = bar if isinstance(bar, DropBarPart | FlatBarPart | AeroBarPart) else None
    stands = best.bar is not None and best.bar.key == "own" and place == best.bar.places[0]
    b.place = None if stands else place_state(place)


def place_state(place: Place) -> PlaceState:
    """A place as it is kept."""
    return PlaceState(
        off_x_mm=round(place.off.x_mm, 6), off_y_mm=round(place.off.y_mm, 6),
        rotation_deg=round(place.rotation_deg, 2), slide_mm=round(place.slide_mm, 2),
        slope_deg=None if place.slope_deg is None else round(place.slope_deg, 2), says=place.says,
    )  # fmt: skip


def cockpit_stem(it: CockpitOption) -> StemPart:
    """A one-piece cockpit's own stem, so that everything that speaks of a stem can speak of it."""
    return StemPart(
        name=it.label, rung="dear part", length_mm=it.length_mm, angle_deg=it.angle_deg,
        clamp_height_mm=max(20.0, it.clamp_height_mm), both_ways=False,
    )  # fmt: skip


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


def take_seat(session: Session, state: FitState, profile: Profile) -> None:
    """Set post and rails to the goal again, leaving the front end as it is."""
    best, _, _ = best_for_chosen(session, state, profile)
    _keep_seat(session, state, best)


def spacers_of(session: Session, state: FitState) -> tuple[float, ...]:
    """The single spacer heights that may go on the plan's front end: a cockpit's own, else the drawer's."""
    if state.build.cockpit is not None:
        return tuple(state.build.cockpit.spacers_mm)
    return tuple(parts_shelf(session, state, []).spacers_mm)


def check_spacers(session: Session, state: FitState, value: Any, path: str) -> float:
    """A spacer height that the drawer can make within the frame's limit; raises ``InputError``."""
    if state.frame.chosen is None:
        raise InputError("Choose a frame first.", field="frame.chosen", allowed="a size from the shelf")
    drawer = spacers_of(session, state)
    can = heights_mm(drawer, state.frame.chosen.chart.spacer_limit_mm)
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
    if state.build.cockpit is not None:
        return _listed_stem(state, length, angle, path), False
    clamp = bar_clamp_mm(state)
    offers, same = [], state.build.stem
    for it in parts(session, "stem"):
        stem = it.part
        if not isinstance(stem, StemPart) or (clamp is not None and stem.bar_clamp_mm != clamp):
            continue
        if not (stem.in_stock or stem.owned or (same is not None and stem.name == same.name)):
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
    # Stay with the stem in hand when it can do it; else the one that stands so as printed.
    over, stem = min(offers, key=lambda o: (same is None or o[1].name != same.name, o[0]))
    return stem, over


def _listed_stem(state: FitState, length: Any, angle: Any, path: str) -> StemPart:
    """The chosen cockpit's stem of this length, where it is listed with the chosen width."""
    it, width = state.build.cockpit, state.build.cockpit_width_mm
    lengths = sorted({x for x, w in it.combinations() if w == width}) if it else []
    if it is None or length not in lengths or angle != it.angle_deg or state.build.stem is None:
        raise InputError(
            "The maker lists no such combination.", field=path,
            allowed=", ".join(f"{x:g}" for x in lengths) + " mm", kept=f"{length}, {angle}"[:60],
        )  # fmt: skip
    return state.build.stem.model_copy(
        update={"length_mm": length, "name": f"{it.name} {length:g}/{width:g}"}
    )


def _number(value: Any, path: str) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise InputError("A number belongs here.", field=path, kept=repr(value)[:40])
    return float(value)


def chosen_option(state: FitState) -> FrameOption | None:
    """The chosen size as the search takes it, with the plan's own cover."""
    if state.frame.chosen is None:
        return None
    return replace(frame_option("chosen", state.frame.chosen), cover_mm=plan_cover_mm(state))


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
    result = best_seat(option, tuple(shelf.posts), goal.saddle_fit, goal.saddle, goal.tolerance)
    if result.limit is None:
        return None
    return f"{result.limit}, {result.short_mm:.0f} short" if result.short_mm else result.limit
