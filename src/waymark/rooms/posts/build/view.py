"""The Build post: what each change at the front end would leave of the miss, before it is made."""

from __future__ import annotations

from typing import Literal

from waymark.core.cockpit import Stem, turning_over_rise_mm
from waymark.core.drawing.cockpit import steerer_close_up, steerer_layers
from waymark.core.figures import whole
from waymark.core.house import House
from waymark.core.rules.house import StemWindow
from waymark.core.rules.verdict import show_miss
from waymark.core.say import Length, Said, Size, Words, bare, exactly, say, tenths, with_commas
from waymark.core.search import FrameOption, Goal, SizeResult
from waymark.core.search.headroom import hand_room
from waymark.core.search.model import RUNGS
from waymark.core.search.previews import FrontEnd, Stop, now, spacer_stops, stem_stops
from waymark.rooms.files import Facts, fact, shapes
from waymark.rooms.plan import (
    BuildState,
    angles_of,
    best_for_chosen,
    build_words,
    chosen_option,
    drawer,
    drawn_plan,
    front_end,
    front_key,
    is_built,
    own_seat_move,
    parts_shelf,
    plan_bar,
    plan_contact,
    plan_goal,
    point,
    room_out,
    saddle_move_words,
    seat_problem,
    spacers_of,
    stem_standing,
)
from waymark.rooms.posts.build.shapes import BarOut, BuildView, FrontOut, Piece, Rail, StopOut
from waymark.rooms.posts.goal import discipline

# The rank of a stem that lies outside its window.
OUTSIDE = 2


@fact(by_value=False)
def build_view(facts: Facts) -> BuildView | None:
    """The Build post, or ``None`` while no frame and stem are chosen."""
    front, frame, goal, drawn = front_end(facts), chosen_option(facts), plan_goal(facts), drawn_plan(facts)
    b, house = facts.part(BuildState), facts.house
    stem = b.stem
    if front is None or frame is None or goal is None or drawn is None or stem is None:
        return None
    window = house.stem_windows[discipline(facts)]
    here = now(front, frame, goal)
    best, found = best_for_chosen(facts)
    over = FrontEnd(front.spacers_mm, front.length_mm, -front.angle_deg, front.clamp_height_mm)
    stop = now(over, frame, goal) if stem.both_ways and stem.angle_deg else None
    tol = house.tolerance("hand")
    return BuildView(
        bar=_bar(facts),
        hand_off_clamp=point(plan_contact(facts).off),
        fronts=_fronts(facts, best, found),
        rails=_rails(facts, front, frame, goal),
        headline=_headline(here),
        picture=shapes(steerer_close_up(drawn.bike.frame, drawn.bike.front)),
        pieces=[
            Piece(kind=x.kind, height_mm=x.height_mm, at=point(x.middle))
            for x in steerer_layers(drawn.bike.frame, drawn.bike.front)
        ],
        goal_clamp=point(goal.clamp),
        clamp=point(drawn.bike.clamp),
        over=_stop(stop, tol, chosen=False, house=True) if stop else None,
        over_says=_over_says(front),
        turned_over=b.turned_over,
        best_is_now=is_built(b, best),
        spacer_limit_mm=frame.spacer_limit_mm,
        seat=_seat_words(facts),
        seat_problem=seat_problem(facts),
        warnings=_warnings(b, front, frame.spacer_limit_mm, window, house),
    )


def _rails(facts: Facts, front: FrontEnd, frame: FrameOption, goal: Goal) -> list[Rail]:
    """What each stop of spacers, stem length and angle would leave."""
    house, window = facts.house, facts.house.stem_windows[discipline(facts)]
    lengths, angles = _stem_choices(facts, front)

    def end(value: float, length: float, angle: float) -> tuple[float, FrontEnd]:
        """The front end with just the stem that taking this stop would put on."""
        found, _ = stem_standing(facts, length, angle)
        return value, FrontEnd(front.spacers_mm, length, angle, found.clamp_height_mm)

    warn = house.weights.spacer_warn_share * frame.spacer_limit_mm
    steep, tol = house.weights.steep_stem_deg, house.tolerance("hand")
    return [
        _rail(
            "spacers",
            "Spacers",
            front.spacers_mm,
            spacer_stops(front, frame, goal, spacers_of(facts)),
            (0, warn),
            tol,
        ),
        _rail(
            "length",
            "Stem length",
            front.length_mm,
            stem_stops([end(x, x, front.angle_deg) for x in lengths], frame, goal),
            (window.best_least_mm, window.best_greatest_mm),
            tol,
        ),
        _rail(
            "angle",
            "Stem angle",
            front.angle_deg,
            stem_stops([end(x, front.length_mm, x) for x in angles], frame, goal),
            (-steep, steep),
            tol,
        ),
    ]


def _stem_choices(facts: Facts, front: FrontEnd) -> tuple[set[float], set[float]]:
    """The lengths that stand at the present angle, and the angles that the present length comes in."""
    b = facts.part(BuildState)
    if b.cockpit is not None:
        return {x for x, w in b.cockpit.combinations() if w == b.cockpit_width_mm}, {b.cockpit.angle_deg}
    stems = parts_shelf(facts).stems
    lengths = {s.length_mm for s in stems if front.angle_deg in angles_of(s.angle_deg, s.both_ways)}
    angles = {a for s in stems if s.length_mm == front.length_mm for a in angles_of(s.angle_deg, s.both_ways)}
    return lengths, angles


def _bar(facts: Facts) -> BarOut:
    """The bar of the plan and how it stands."""
    b, bar = facts.part(BuildState), plan_bar(facts)
    name = b.cockpit.name if b.cockpit else bar.name if bar else say("bar as on the old bike")
    stands = b.place.stands if b.place else None
    return BarOut(name=name, stands=stands or say("as it stands"), new=b.bar is not None or b.cockpit is not None)


def _fronts(facts: Facts, best: SizeResult, goal: Goal) -> list[FrontOut]:
    """The best front ends of each cost on this size, cheapest first: the ladder."""
    spacers, b, (tol_x, tol_y) = drawer(facts), facts.part(BuildState), facts.house.tolerance("hand")
    made = []
    for r in sorted((best, *best.others), key=lambda x: x.rung):
        named = r.cockpit.label if r.cockpit else r.bar.label if r.bar else ""
        made.append(
            FrontOut(
                front=front_key(r),
                cost=RUNGS[r.rung],
                name=named,
                build=build_words(r),
                show_x=show_miss(r.miss.x_mm, tol_x),
                show_y=show_miss(r.miss.y_mm, tol_y),
                verdict=r.verdict,
                room=room_out(hand_room(r, goal, spacers)),
                chosen=is_built(b, r),
                recommended=r.recommended,
            )
        )
    return made


def _stop(stop: Stop, tol: tuple[float, float], *, chosen: bool, house: bool) -> StopOut:
    return StopOut(
        value=stop.value,
        miss_mm=stop.miss_mm,
        show_x=show_miss(stop.miss.x_mm, tol[0]),
        show_y=show_miss(stop.miss.y_mm, tol[1]),
        verdict=stop.verdict,
        chosen=chosen,
        house=house,
        hand=point(stop.hand),
    )


def _rail(
    name: Literal["spacers", "length", "angle"],
    label: str,
    value: float,
    stops: tuple[Stop, ...],
    house: tuple[float, float],
    tol: tuple[float, float],
) -> Rail:
    return Rail(
        name=name,
        label=label,
        value=value,
        unit="°" if name == "angle" else "mm",
        stops=[_stop(s, tol, chosen=abs(s.value - value) < 1e-6, house=house[0] <= s.value <= house[1]) for s in stops],
    )


def _headline(here: Stop) -> Said:
    x, y = whole(here.miss.x_mm), whole(here.miss.y_mm)
    if x == 0 and y == 0:
        return say("On the goal")
    said = []
    if x:
        said.append(say("{far} forward", far=bare(x)) if x > 0 else say("{far} back", far=bare(-x)))
    if y:
        said.append(say("{far} high", far=bare(y)) if y > 0 else say("{far} low", far=bare(-y)))
    return with_commas(said)


def _over_says(front: FrontEnd) -> Said:
    rise = turning_over_rise_mm(Stem(front.length_mm, front.angle_deg, front.clamp_height_mm))
    if abs(rise) < 0.05:
        return say("This stem stands the same either way.")
    by = tenths(abs(rise))
    if rise > 0:
        return say("Turning it over lowers the bar {by}, exactly as so much spacer does.", by=by)
    return say("Turning it over raises the bar {by}, exactly as so much spacer does.", by=by)


def _seat_words(facts: Facts) -> list[Said]:
    b, move = facts.part(BuildState), own_seat_move(facts)
    if move is not None and b.post is not None:
        return [say("{post}", post=Words(b.post.name)), saddle_move_words(move)]
    if b.post is None or b.post_exposed_mm is None or b.slide_mm is None:
        return []
    slid = exactly(abs(b.slide_mm))
    rails = say("rails {by} forward", by=slid) if b.slide_mm > 0 else say("rails {by} back", by=slid)
    return [
        say("{post}", post=Words(b.post.name)),
        say("{exposed} showing above the tube", exposed=exactly(b.post_exposed_mm)),
        rails if b.slide_mm else say("rails in the middle"),
    ]


def _warnings(b: BuildState, front: FrontEnd, limit: float, window: StemWindow, house: House) -> list[Said]:
    said = []
    if front.spacers_mm > house.weights.spacer_warn_share * limit:
        said.append(
            say(
                "{spacers} of {limit}: a tall pile, near the maker's limit.",
                spacers=exactly(front.spacers_mm),
                limit=Length(limit, exact=True),
            )
        )
    if window.rank(front.length_mm) == OUTSIDE:
        said.append(say("A {length} stem lies outside the house range for this use.", length=Size(front.length_mm)))
    if b.post_exposed_mm is not None and b.post_exposed_mm > house.weights.tall_post_mm:
        said.append(
            say("{post_exposed} of post showing: ask the frame's maker.", post_exposed=exactly(b.post_exposed_mm))
        )
    return said
