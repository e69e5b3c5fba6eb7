"""The Build post: what each change at the front end would leave of the miss, before it is made."""

from __future__ import annotations

from sqlalchemy.orm import Session

from waymark.core.cockpit import Stem, turning_over_rise_mm
from waymark.core.drawing.cockpit import steerer_close_up, steerer_layers
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS, STEM_WINDOWS
from waymark.core.rules.verdict import show_miss
from waymark.core.search import Goal, SizeResult
from waymark.core.search.headroom import Room, hand_room
from waymark.core.search.model import RUNGS
from waymark.core.search.previews import FrontEnd, Stop, now, spacer_stops, stem_stops
from waymark.core.search.words import stem_words
from waymark.core.units import whole
from waymark.rooms.fits import planning
from waymark.rooms.fits.layers import Layers
from waymark.rooms.fits.ledger import tolerance_of
from waymark.rooms.fits.pictures import Drawn, shapes
from waymark.rooms.fits.state import FitState, Point
from waymark.rooms.fits.views import BarOut, BuildView, FrontOut, Piece, Rail, RoomOut, StopOut
from waymark.rooms.riders import Profile

STEEP_STEM_DEG = 10.0


def point(at: Mark) -> Point:
    """A mark as the screen takes it."""
    return Point(x_mm=round(at.x_mm, 2), y_mm=round(at.y_mm, 2))


def build_view(
    session: Session, profile: Profile, state: FitState, layers: Layers, drawn: Drawn | None
) -> BuildView | None:
    """The Build post, or ``None`` while no frame and stem are chosen."""
    front, frame, goal = (
        planning.front_end(state),
        planning.chosen_option(state),
        planning.plan_goal(state, layers),
    )
    stem, size = state.build.stem, state.frame.chosen
    if front is None or frame is None or goal is None or drawn is None or stem is None or size is None:
        return None
    shelf = planning.parts_shelf(session, state, [("chosen", size)])
    cockpit = state.build.cockpit
    if cockpit is not None:
        lengths = {x for x, w in cockpit.combinations() if w == state.build.cockpit_width_mm}
        angles = {cockpit.angle_deg}
    else:
        lengths = {s.length_mm for s in shelf.stems if front.angle_deg in angles_of(s.angle_deg, s.both_ways)}
        angles = {
            a
            for s in shelf.stems
            if s.length_mm == front.length_mm
            for a in angles_of(s.angle_deg, s.both_ways)
        }
    drawer = planning.spacers_of(session, state)

    def end(value: float, length: float, angle: float) -> tuple[float, FrontEnd]:
        """The front end with just the stem that taking this stop would put on."""
        found, _ = planning.stem_standing(session, state, length, angle, "build.stem")
        return value, FrontEnd(front.spacers_mm, length, angle, found.clamp_height_mm)

    w = STEM_WINDOWS[state.goal.discipline]
    warn = NUMBERS["spacer_warn_share"].value * frame.spacer_limit_mm
    here = now(front, frame, goal)
    rails = [
        _rail("spacers", "Spacers", front.spacers_mm, spacer_stops(front, frame, goal, drawer), (0, warn)),
        _rail("length", "Stem length", front.length_mm,
              stem_stops([end(x, x, front.angle_deg) for x in lengths], frame, goal),
              (w.best_least_mm, w.best_greatest_mm)),
        _rail("angle", "Stem angle", front.angle_deg,
              stem_stops([end(x, front.length_mm, x) for x in angles], frame, goal),
              (-STEEP_STEM_DEG, STEEP_STEM_DEG)),
    ]  # fmt: skip
    best, _, wide = planning.best_for_chosen(session, state, profile)
    u = steerer_layers(drawn.bike.frame, drawn.bike.front)
    over = FrontEnd(front.spacers_mm, front.length_mm, -front.angle_deg, front.clamp_height_mm)
    stop = now(over, frame, goal) if stem.both_ways and stem.angle_deg else None
    return BuildView(
        bar=_bar(state), fronts=_fronts(session, state, best, wide), rails=rails, headline=_headline(here),
        picture=shapes(steerer_close_up(drawn.bike.frame, drawn.bike.front)),
        pieces=[Piece(kind=x.kind, height_mm=x.height_mm, at=point(x.middle)) for x in u],
        goal_clamp=point(goal.clamp), clamp=point(drawn.bike.clamp),
        over=_stop(stop, chosen=False, house=True) if stop else None, over_says=_over_says(front),
        turned_over=state.build.turned_over,
        best_is_now=_as_good(here, best),
        spacer_limit_mm=frame.spacer_limit_mm, seat=_seat_words(state), seat_problem=planning.seat_now(session, state),
        warnings=_warnings(state, front, frame.spacer_limit_mm, w.rank(front.length_mm)),
    )  # fmt: skip


def _as_good(here: Stop, best: SizeResult) -> bool:
    """Whether the build as it stands is as near as the best, and not outside where the best is inside."""
    if here.verdict == "out" and best.verdict != "out":
        return False
    return here.miss_mm < best.miss_mm + 0.05


def _bar(state: FitState) -> BarOut:
    """The bar of the plan and how it stands."""
    b, bar = state.build, state.build.bar or state.measure.bar
    name = b.cockpit.name if b.cockpit else bar.name if bar else "bar as on the old bike"
    stands = b.place.says if b.place else ""
    return BarOut(name=name, stands=stands or "as it stands", new=b.bar is not None or b.cockpit is not None)


def _fronts(session: Session, state: FitState, best: SizeResult, goal: Goal) -> list[FrontOut]:
    """The best front ends of each cost on this size, cheapest first: the ladder."""
    drawer = tuple(planning.parts_shelf(session, state, []).spacers_mm)
    made = []
    for r in sorted((best, *best.others), key=lambda x: x.rung):
        named = r.cockpit.label if r.cockpit else r.bar.label if r.bar else ""
        made.append(
            FrontOut(
                bar=r.bar_key, cost=RUNGS[r.rung], name=named, build=build_words(r),
                show_x=show_miss(r.miss.x_mm, tolerance_of("hand")[0]),
                show_y=show_miss(r.miss.y_mm, tolerance_of("hand")[1]), verdict=r.verdict,
                room=room_out(hand_room(r, goal, drawer)),
                chosen=planning.is_built(state, r), cleaner=r.cleaner,
            )
        )  # fmt: skip
    return made


def build_words(r: SizeResult) -> str:
    """A build as a fitter says it: stem, pile, and what is done to the bar."""
    said = [f"{'cockpit' if r.cockpit else 'stem'} {stem_words(r)}", f"{r.spacers_mm:g} of spacers"]
    if r.cover_mm != r.frame.cover_mm:
        said.append(f"cover {r.cover_mm:g}")
    said += [r.place.says] if r.place.says else []
    return ", ".join(said)


def room_out(room: Room) -> RoomOut:
    """Room as the screen takes it."""
    return RoomOut(up_mm=room.up_mm, down_mm=room.down_mm, forward_mm=room.forward_mm, back_mm=room.back_mm)


def angles_of(angle_deg: float, both_ways: bool) -> tuple[float, ...]:
    return (angle_deg, -angle_deg) if both_ways and angle_deg else (angle_deg,)


def _stop(stop: Stop, *, chosen: bool, house: bool) -> StopOut:
    tol = tolerance_of("hand")
    return StopOut(
        value=stop.value, miss_mm=stop.miss_mm, show_x=show_miss(stop.miss.x_mm, tol[0]),
        show_y=show_miss(stop.miss.y_mm, tol[1]), verdict=stop.verdict, chosen=chosen, house=house,
        hand=point(stop.hand),
    )  # fmt: skip


def _rail(name: str, label: str, value: float, stops: tuple[Stop, ...], house: tuple[float, float]) -> Rail:
    return Rail(
        name=name, label=label, value=value, unit="°" if name == "angle" else "mm",
        stops=[
            _stop(s, chosen=abs(s.value - value) < 1e-6, house=house[0] <= s.value <= house[1]) for s in stops
        ],
    )  # fmt: skip


def _headline(here: Stop) -> str:
    x, y = whole(here.miss.x_mm), whole(here.miss.y_mm)
    if x == 0 and y == 0:
        return "On the goal"
    said = []
    if x:
        said.append(f"{abs(x)} {'forward' if x > 0 else 'back'}")
    if y:
        said.append(f"{abs(y)} {'high' if y > 0 else 'low'}")
    return ", ".join(said)


def _over_says(front: FrontEnd) -> str:
    rise = turning_over_rise_mm(Stem(front.length_mm, front.angle_deg, front.clamp_height_mm))
    if abs(rise) < 0.05:
        return "This stem stands the same either way."
    word = "lowers" if rise > 0 else "raises"
    return f"Turning it over {word} the bar {abs(rise):.1f}, exactly as so much spacer does."


def _seat_words(state: FitState) -> list[str]:
    b = state.build
    if b.post is None or b.post_exposed_mm is None or b.slide_mm is None:
        return []
    slide = (
        "in the middle"
        if b.slide_mm == 0
        else f"{abs(b.slide_mm):g} {'forward' if b.slide_mm > 0 else 'back'}"
    )
    return [b.post.name, f"{b.post_exposed_mm:g} showing above the tube", f"rails {slide}"]


def _warnings(state: FitState, front: FrontEnd, limit: float, rank: int) -> list[str]:
    said = []
    if front.spacers_mm > NUMBERS["spacer_warn_share"].value * limit:
        said.append(f"{front.spacers_mm:g} of {limit:g} mm: a tall pile, near the maker's limit.")
    if rank == 2:
        said.append(f"A {front.length_mm:g} stem lies outside the house range for this use.")
    b = state.build
    if b.post_exposed_mm is not None and b.post_exposed_mm > NUMBERS["tall_post_mm"].value:
        said.append(f"{b.post_exposed_mm:g} of post showing: ask the frame's maker.")
    return said
