"""Taking a build: the exact best for the chosen size, and single changes of its front end and seat."""

from __future__ import annotations

from waymark.core.cockpit.spacers import heights_mm
from waymark.core.errors import InputError
from waymark.core.say import Said, bare, say, term
from waymark.core.search import CockpitOption, Goal, Place, SizeResult
from waymark.core.search.seats import best_seat
from waymark.core.ways import own_piles
from waymark.rooms.files import Command, Facts, Work, fact
from waymark.rooms.plan.facts import bar_clamp_mm, chosen, chosen_option, goal_for
from waymark.rooms.plan.own import OWN, own_stem
from waymark.rooms.plan.question import answer_for_chosen, drawer, parts_shelf, search_goal
from waymark.rooms.plan.state import BuildState, FrameState, FrontKey, PlaceState
from waymark.rooms.plan.this_bike import drawer_of, on_own_bike
from waymark.rooms.schema import Point
from waymark.rooms.shelves import AeroBarPart, CockpitPart, DropBarPart, FlatBarPart, StemPart

SAME_MM = 1e-6
# What keeping a place in rounded figures may move a hand.
SAME_PLACE_MM = 1e-3


def best_for_chosen(facts: Facts) -> tuple[SizeResult, Goal]:
    """The exact best builds of the chosen size, with the goal; ``InputError`` where one is missing."""
    if chosen(facts) is None:
        raise InputError("Choose a frame first.", field="frame.choose", allowed="a size from the shelf")
    goal, whole = search_goal(facts), answer_for_chosen(facts)
    if goal is None or whole is None:
        raise InputError(
            "The goal is not known yet: saddle and hand are still to be measured.",
            field="measure",
            allowed="two statements for the saddle, two for the hand",
        )
    if not whole.sizes:
        why = whole.unbuilt[0][1] if whole.unbuilt else "There is no stem on the shelf."
        raise InputError(why, field="build.stem", allowed="a stem or cockpit that fits this frame")
    return whole.sizes[0], goal


def front_key(it: SizeResult) -> FrontKey:
    """What names one of a size's builds: its bar or cockpit, and whether it is the recommended one."""
    if it.cockpit is not None:
        return FrontKey(
            part=int(it.cockpit.part),
            length_mm=it.cockpit.length_mm,
            width_mm=it.cockpit.width_mm,
            recommended=it.recommended,
        )
    own = it.bar is None or it.bar.key == "own"
    return FrontKey(part=None if own or it.bar is None else int(it.bar.key), recommended=it.recommended)


def take_best(work: Work, command: Command, front: FrontKey | None = None) -> None:
    """Put the exact best build for the chosen size into the plan, front end and seat.

    ``front`` asks for the best build with that bar or cockpit; raises ``InputError`` for one that is not among the
    size's builds.
    """
    main, goal = best_for_chosen(work.facts)
    every = (main, *main.others)
    best = main if front is None else next((b for b in every if front_key(b) == front), None)
    if best is None:
        raise command.refuse(
            "front", "This bar is not among the best builds of this size.", "a step of the ladder", front
        )
    build, frame = work.file.part(BuildState), work.file.part(FrameState)
    _keep_front(work.facts, build, best)
    build.for_frame = frame.chosen.label if frame.chosen else None
    _keep_seat(work.facts, build, main)
    # The goal a build was chosen for, so that a later change of it can be told.
    frame.for_goal = {
        "saddle": Point(x_mm=goal.saddle.x_mm, y_mm=goal.saddle.y_mm),
        "hand": Point(x_mm=goal.hand.x_mm, y_mm=goal.hand.y_mm),
    }


def take_seat(work: Work) -> None:
    """Set post and rails to the goal again, leaving the front end as it is."""
    best, _ = best_for_chosen(work.facts)
    _keep_seat(work.facts, work.file.part(BuildState), best)


def is_built(b: BuildState, r: SizeResult) -> bool:
    """Whether the plan's front end is just this build: bar, stem as it stands, cover and spacers."""
    cover = r.frame.cover_mm if b.cover_mm is None else b.cover_mm
    if (b.spacers_mm, cover) != (r.spacers_mm, r.cover_mm):
        return False
    if r.cockpit is not None:
        same = b.cockpit is not None and b.stem is not None and b.stem.name == r.cockpit.label
        return same and _stands(b, r)
    own = r.bar is None or r.bar.key == "own"
    bar = None if b.bar is None else b.bar.name
    same_bar = b.cockpit is None and bar == (None if own or r.bar is None else r.bar.label)
    stem = r.stem is not None and b.stem is not None and b.stem.name == r.stem.label
    return same_bar and stem and b.turned_over == r.turned_over and b.cut_to_mm is None and _stands(b, r)


def _stands(b: BuildState, r: SizeResult) -> bool:
    """Whether the bar is turned and its levers sit as in this build."""
    if b.place is None:
        return r.bar is not None and r.bar.key == OWN and r.place == r.bar.places[0]
    return b.place.off().distance_mm(r.place.off) < SAME_PLACE_MM


def _keep_front(facts: Facts, b: BuildState, best: SizeResult) -> None:
    place = best.place
    b.turned_over, b.spacers_mm = best.turned_over, best.spacers_mm
    b.cover_mm = None if best.cover_mm == best.frame.cover_mm else best.cover_mm
    b.bar, b.cockpit, b.cockpit_width_mm, b.cut_to_mm = None, None, None, None
    if best.cockpit is not None:
        found = facts.shelf.part(int(best.cockpit.part), "cockpit")
        b.cockpit = found if isinstance(found, CockpitPart) else None
        b.cockpit_width_mm = best.cockpit.width_mm
        b.stem = cockpit_stem(best.cockpit)
    elif best.stem is not None:
        stem = own_stem(facts) if best.stem.key == OWN else facts.shelf.part(int(best.stem.key), "stem")
        b.stem = stem if isinstance(stem, StemPart) else None
        if best.bar is not None and best.bar.key != "own":
            bar = facts.shelf.part(int(best.bar.key), "drop_bar", "flat_bar", "aero_bar")
            b.bar = bar if isinstance(bar, DropBarPart | FlatBarPart | AeroBarPart) else None
    stands = best.bar is not None and best.bar.key == "own" and place == best.bar.places[0]
    b.place = None if stands else place_state(place)


def place_state(place: Place) -> PlaceState:
    """A place as it is kept."""
    return PlaceState(
        off_x_mm=round(place.off.x_mm, 6),
        off_y_mm=round(place.off.y_mm, 6),
        rotation_deg=round(place.rotation_deg, 2),
        slide_mm=round(place.slide_mm, 2),
        slope_deg=None if place.slope_deg is None else round(place.slope_deg, 2),
        stands=place.says,
    )


def cockpit_stem(it: CockpitOption) -> StemPart:
    """A one-piece cockpit's own stem, so that everything that speaks of a stem can speak of it."""
    return StemPart(
        name=it.label,
        rung="dear part",
        length_mm=it.length_mm,
        angle_deg=it.angle_deg,
        clamp_height_mm=max(20.0, it.clamp_height_mm),
        both_ways=False,
    )


def _keep_seat(facts: Facts, b: BuildState, best: SizeResult) -> None:
    seat = best.seat
    if seat is None or seat.post_key is None:
        b.post = b.post_exposed_mm = b.slide_mm = None
        return
    found = facts.shelf.part(int(seat.post_key), "post")
    b.post = found if found.kind == "post" else None
    # A mechanic sets whole millimetres.
    b.post_exposed_mm, b.slide_mm = round(seat.exposed_mm), round(seat.slide_mm)


def spacers_of(facts: Facts) -> tuple[float, ...]:
    """The single spacer heights that may go on the plan's front end: a cockpit's own, else the drawer's."""
    cockpit = facts.part(BuildState).cockpit
    return drawer(facts) if cockpit is None else tuple(cockpit.spacers_mm)


def piles_of(facts: Facts, clamp_height_mm: float) -> tuple[float, ...]:
    """The heights of spacers that may stand under a stem of this clamp on the chosen frame.

    On the own bike the steerer is cut: pile and clamp stand no taller than all that stands on it now.
    """
    size, own = chosen(facts), on_own_bike(facts)
    if own is not None:
        room = own.now.room_mm - clamp_height_mm + SAME_MM
        return tuple(h for h in own_piles(own.now, drawer_of(facts).spacers) if h <= room)
    return heights_mm(spacers_of(facts), 0.0 if size is None else size.chart.spacer_limit_mm)


def check_spacers(facts: Facts, height_mm: float, command: Command) -> None:
    """Raise ``InputError`` for a height that the drawer cannot make within the frame's limit."""
    size = chosen(facts)
    if size is None:
        raise InputError("Choose a frame first.", field="frame.choose", allowed="a size from the shelf")
    stem = facts.part(BuildState).stem
    can = piles_of(facts, stem.clamp_height_mm if stem else facts.house.usual_clamp_height_mm)
    if not any(abs(height_mm - h) < SAME_MM for h in can):
        raise command.refuse(
            "height_mm",
            "The drawer cannot make this pile, or the frame or its cut steerer does not allow it.",
            ", ".join(f"{h:g}" for h in can) + " mm",
            f"{height_mm:g}",
        )


def stem_standing(facts: Facts, length_mm: float, angle_deg: float) -> tuple[StemPart, bool]:
    """The stem on the shelf that stands at this length and angle, and whether it is turned over for it.

    Raises ``InputError`` where there is none.
    """
    b = facts.part(BuildState)
    if b.cockpit is not None:
        return _listed_stem(b, b.cockpit, length_mm, angle_deg), False
    same, offers = b.stem, []
    for stem in _stems_to_put(facts):
        if stem.length_mm == length_mm and stem.angle_deg == angle_deg:
            offers.append((False, stem))
        elif stem.length_mm == length_mm and stem.both_ways and stem.angle_deg == -angle_deg:
            offers.append((True, stem))
    if not offers:
        raise InputError(
            "No stem on the shelf stands at this length and angle.",
            field="build.stem",
            allowed="a stop that is drawn solid",
            kept=f"{length_mm:g}, {angle_deg:g}",
        )
    # Stay with the stem in hand when it can do it; else the one that stands so as printed.
    over, stem = min(offers, key=lambda o: (same is None or o[1].name != same.name, o[0]))
    return stem, over


@fact
def _stems_to_put(facts: Facts) -> tuple[StemPart, ...]:
    """The stems that may be put on: they clamp the plan's bar, and are at hand or on already."""
    clamp, same, own = bar_clamp_mm(facts), facts.part(BuildState).stem, own_stem(facts)
    return tuple(
        stem
        for stem in (*facts.shelf.of_kind("stem"), *([own] if own else []))
        if isinstance(stem, StemPart)
        and clamp in (None, stem.bar_clamp_mm)
        and (stem.in_stock or stem.owned or (same is not None and stem.name == same.name))
    )


def _listed_stem(b: BuildState, it: CockpitPart, length_mm: float, angle_deg: float) -> StemPart:
    """The chosen cockpit's stem of this length, where it is listed with the chosen width."""
    width = b.cockpit_width_mm
    lengths = sorted({x for x, w in it.combinations() if w == width})
    if length_mm not in lengths or angle_deg != it.angle_deg or b.stem is None:
        raise InputError(
            "The maker lists no such combination.",
            field="build.stem",
            allowed=", ".join(f"{x:g}" for x in lengths) + " mm",
            kept=f"{length_mm:g}, {angle_deg:g}",
        )
    name = f"{it.name} {length_mm:g}/{width:g}"
    return b.stem.model_copy(update={"length_mm": length_mm, "name": name})


def seat_problem(facts: Facts) -> Said | None:
    """What stops the saddle on the chosen size, in words, or ``None``."""
    goal, option = goal_for(facts), chosen_option(facts)
    if goal is None or option is None or goal.saddle_fit is None:
        return None
    posts = tuple(parts_shelf(facts).posts)
    result = best_seat(option, posts, goal.saddle_fit, goal.saddle, goal.tolerance, goal.weights)
    if result.limit is None:
        return None
    limit = term(result.limit)
    return say("{limit}, {short} short", limit=limit, short=bare(result.short_mm)) if result.short_mm else limit
