"""The Frame and Build posts: every size with its best build, and what each change at the stem would do."""

from __future__ import annotations

from sqlalchemy.orm import Session

from waymark.core.cockpit import Stem, turning_over_rise_mm
from waymark.core.drawing.cockpit import steerer_close_up, steerer_layers
from waymark.core.frame import (
    FrameGeometry,
    reach_at_equal_height_mm,
    standover_at_mm,
    standover_clearance_mm,
    toe_clearance_mm,
)
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS, STEM_WINDOWS
from waymark.core.rules.verdict import show_miss
from waymark.core.search import SizeResult
from waymark.core.search.previews import FrontEnd, Stop, angle_stops, length_stops, now, spacer_stops
from waymark.core.search.window import Kind, look_for, window
from waymark.core.search.words import stem_words
from waymark.core.units import show_mm, whole
from waymark.rooms.fits import planning
from waymark.rooms.fits.layers import Layers, search_goal
from waymark.rooms.fits.ledger import tolerance_of
from waymark.rooms.fits.pictures import Drawn, shapes
from waymark.rooms.fits.state import FitState, Point
from waymark.rooms.fits.views import (
    BuildView,
    Compared,
    FramesView,
    LookForOut,
    MapPart,
    Piece,
    Rail,
    SizeOffer,
    StopOut,
)
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import FrameSize, StemPart, frame_sizes, parts

SHOES_MM = 15.0
USUAL_CLAMP_HEIGHT_MM = 40.0
STEEP_STEM_DEG = 10.0


def point(at: Mark) -> Point:
    """A mark as the screen takes it."""
    return Point(x_mm=round(at.x_mm, 2), y_mm=round(at.y_mm, 2))


def standover_room_mm(
    size: FrameSize, frame: FrameGeometry, profile: Profile, nose_x_mm: float
) -> float | None:
    """Room over the top tube where the rider stands, 50 mm ahead of the nose."""
    inseam, c = profile.mm("inseam"), size.chart
    if inseam is None or c.standover_mm is None:
        return None
    at = c.standover_ahead_mm if c.standover_ahead_mm is not None else 0.0
    there = standover_at_mm(c.standover_mm, at, frame.top_tube_slope_deg, nose_x_mm + 50)
    return standover_clearance_mm(inseam + SHOES_MM, there)


def toe_mm(g: FrameGeometry, profile: Profile, layers: Layers) -> float:
    """Shoe tip to tyre."""
    foot = profile.body().foot_mm
    return toe_clearance_mm(
        g.front_axle.x_mm, g.bb_drop_mm, g.wheel_radius_mm, layers.context.saddle.crank_mm, foot
    )


def frames_view(session: Session, profile: Profile, state: FitState, layers: Layers) -> FramesView:
    """Every size on the shelf for this goal, best first, and the window to look for."""
    shelf = frame_sizes(session)
    kept = dict(shelf)
    results = planning.all_sizes(session, state, shelf)
    nose = layers.marks["goal"].get("saddle", Mark(-200, 700)).x_mm + layers.context.saddle.nose_to_s_mm
    tol = tolerance_of("hand")
    offers = []
    for r in results:
        size = kept[int(r.frame.key)]
        geometry = size.chart.geometry()
        offers.append(
            SizeOffer(
                id=int(r.frame.key), frame=size.frame, size=size.size, kind=size.kind,
                stack_mm=size.chart.stack_mm, reach_mm=size.chart.reach_mm, verdict=r.verdict,
                miss_mm=r.miss_mm, show_x=show_miss(r.miss.x_mm, tol[0]), show_y=show_miss(r.miss.y_mm, tol[1]),
                build=_build_words(r), sentence=r.sentence,
                chosen=_same(state.frame.chosen, size), held=_same(state.frame.held, size),
                toe_mm=toe_mm(geometry, profile, layers), trail_mm=geometry.trail_mm,
                standover_room_mm=standover_room_mm(size, geometry, profile, nose),
            )
        )  # fmt: skip
    parts_of, wanted = _window(session, state, layers, list(kept.values()))
    present = state.measure.frame
    return FramesView(
        offers=offers, carry=sum(o.verdict != "out" for o in offers), window=parts_of, look_for=wanted,
        now=Point(x_mm=present.chart.reach_mm, y_mm=present.chart.stack_mm) if present else None,
        compared=_compared(profile, state, layers, offers, nose),
    )  # fmt: skip


def _build_words(r: SizeResult) -> str:
    return f"stem {stem_words(r)}, {r.spacers_mm:g} of spacers"


def _same(a: FrameSize | None, b: FrameSize) -> bool:
    return a is not None and a.label == b.label


def _window(
    session: Session, state: FitState, layers: Layers, sizes: list[FrameSize]
) -> tuple[list[MapPart], LookForOut | None]:
    goal = search_goal(state, layers)
    clamp_mm = planning.bar_clamp_mm(state)
    stems = [
        p.part for p in parts(session, "stem")
        if isinstance(p.part, StemPart) and clamp_mm in (None, p.part.bar_clamp_mm)
    ]  # fmt: skip
    if goal is None or not stems:
        return [], None
    kin = [s.chart for s in sizes if s.kind == state.goal.discipline]
    size = state.frame.chosen
    angles = sorted(c.head_angle_deg for c in kin)
    head = size.chart.head_angle_deg if size else angles[len(angles) // 2] if angles else 72.0
    limit = size.chart.spacer_limit_mm if size else NUMBERS["spacer_limit_carbon_mm"].value
    cover = size.chart.cover_mm if size else 8.0
    w = STEM_WINDOWS[state.goal.discipline]
    ranges: dict[Kind, tuple[tuple[float, float], tuple[float, float]]] = {
        "best": ((w.best_least_mm, w.best_greatest_mm), (0, limit * NUMBERS["spacer_warn_share"].value)),
        "workable": ((w.least_mm, w.greatest_mm), (0, limit)),
        "extreme": ((min(s.length_mm for s in stems), max(s.length_mm for s in stems)), (0, limit)),
    }
    usual = sorted({a for s in stems for a in _angles(s.angle_deg, s.both_ways) if abs(a) <= STEEP_STEM_DEG})
    every = sorted({a for s in stems for a in _angles(s.angle_deg, s.both_ways)})
    found = window(goal.clamp, head, cover, USUAL_CLAMP_HEIGHT_MM, every, {"extreme": ranges["extreme"]})
    found += window(
        goal.clamp, head, cover, USUAL_CLAMP_HEIGHT_MM, usual, {k: ranges[k] for k in ("workable", "best")}
    )
    look = look_for(found, head)
    return (
        [MapPart(kind=p.kind, corners=[point(c) for c in p.corners]) for p in found],
        LookForOut(
            head_angle_deg=head, stack_least_mm=look.stack_least_mm, stack_greatest_mm=look.stack_greatest_mm,
            reach_least_mm=look.reach_least_mm, reach_greatest_mm=look.reach_greatest_mm,
        ),
    )  # fmt: skip


def _compared(
    profile: Profile, state: FitState, layers: Layers, offers: list[SizeOffer], nose: float
) -> list[Compared]:
    """The chosen size beside the held one, or beside the present bike."""
    a_size, b_size = state.frame.chosen, state.frame.held or state.measure.frame
    if a_size is None:
        return []
    a, b = a_size.chart.geometry(), b_size.chart.geometry() if b_size else None
    offer = {(o.frame, o.size): o for o in offers}

    def row(label: str, first: float, second: float | None) -> Compared:
        return Compared(label=label, a=show_mm(first), b=None if second is None else show_mm(second))

    level = reach_at_equal_height_mm(b.reach_mm, b.stack_mm, a.stack_mm, b.head_angle_deg) if b else None
    rows = [
        row("Stack", a.stack_mm, b.stack_mm if b else None),
        row("Reach", a.reach_mm, b.reach_mm if b else None),
        row("Reach at equal height", a.reach_mm, level),
        row("Trail", a.trail_mm, b.trail_mm if b else None),
        row("Front centre", a.front_centre_mm, b.front_centre_mm if b else None),
        row("Toe room", toe_mm(a, profile, layers), toe_mm(b, profile, layers) if b else None),
    ]
    room_a = standover_room_mm(a_size, a, profile, nose)
    if room_a is not None:
        rows.append(
            row(
                "Standover room",
                room_a,
                standover_room_mm(b_size, b, profile, nose) if b_size and b else None,
            )
        )
    first, second = offer.get((a_size.frame, a_size.size)), None
    if state.frame.held is not None:
        second = offer.get((state.frame.held.frame, state.frame.held.size))
    if first is not None:
        miss = Compared(
            label="Hand miss", a=f"{first.show_x} {first.show_y}",
            b=f"{second.show_x} {second.show_y}" if second else None,
        )  # fmt: skip
        rows.insert(0, miss)
    return rows


def build_view(session: Session, state: FitState, layers: Layers, drawn: Drawn | None) -> BuildView | None:
    """The Build post, or ``None`` while no frame and stem are chosen."""
    front, frame, goal = planning.front_end(state), planning.chosen_option(state), search_goal(state, layers)
    stem, size = state.build.stem, state.frame.chosen
    if front is None or frame is None or goal is None or drawn is None or stem is None or size is None:
        return None
    shelf = planning.parts_shelf(session, state, [("chosen", size)])
    lengths = {s.length_mm for s in shelf.stems if front.angle_deg in _angles(s.angle_deg, s.both_ways)}
    angles = {
        a for s in shelf.stems if s.length_mm == front.length_mm for a in _angles(s.angle_deg, s.both_ways)
    }
    w = STEM_WINDOWS[state.goal.discipline]
    warn = NUMBERS["spacer_warn_share"].value * frame.spacer_limit_mm
    here = now(front, frame, goal)
    rails = [
        _rail("spacers", "Spacers", front.spacers_mm, spacer_stops(front, frame, goal, shelf.spacers_mm), (0, warn)),
        _rail("length", "Stem length", front.length_mm, length_stops(front, frame, goal, sorted(lengths)),
              (w.best_least_mm, w.best_greatest_mm)),
        _rail("angle", "Stem angle", front.angle_deg, angle_stops(front, frame, goal, sorted(angles)),
              (-STEEP_STEM_DEG, STEEP_STEM_DEG)),
    ]  # fmt: skip
    best, _, _ = planning.best_for_chosen(session, state)
    u = steerer_layers(drawn.bike.frame, drawn.bike.front)
    over = FrontEnd(front.spacers_mm, front.length_mm, -front.angle_deg, front.clamp_height_mm)
    stop = now(over, frame, goal) if stem.both_ways and stem.angle_deg else None
    return BuildView(
        rails=rails, headline=_headline(here),
        picture=shapes(steerer_close_up(drawn.bike.frame, drawn.bike.front)),
        pieces=[Piece(kind=x.kind, height_mm=x.height_mm, at=point(x.middle)) for x in u],
        goal_clamp=point(goal.clamp), clamp=point(drawn.bike.clamp),
        over=_stop(stop, chosen=False, house=True) if stop else None, over_says=_over_says(front),
        turned_over=state.build.turned_over,
        best_is_now=abs(best.miss_mm - here.miss_mm) < 0.05 or best.miss_mm > here.miss_mm,
        spacer_limit_mm=frame.spacer_limit_mm, seat=_seat_words(state), seat_problem=planning.seat_now(session, state),
        warnings=_warnings(state, front, frame.spacer_limit_mm, w.rank(front.length_mm)),
    )  # fmt: skip


def _angles(angle_deg: float, both_ways: bool) -> tuple[float, ...]:
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
