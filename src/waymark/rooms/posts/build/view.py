"""The Build post: what each change at the front end would leave of the miss, before it is made."""

from __future__ import annotations

from waymark.core.cockpit import Stem, turning_over_rise_mm
from waymark.core.drawing.cockpit import steerer_close_up, steerer_layers
from waymark.core.figures import whole
from waymark.core.house import House
from waymark.core.marks import Mark
from waymark.core.rules.house import StemWindow
from waymark.core.rules.verdict import show_miss
from waymark.core.say import Length, Said, Size, Words, bare, exactly, say, tenths, with_commas
from waymark.core.search import FrameOption, Goal, SizeResult
from waymark.core.search.headroom import hand_room
from waymark.core.search.model import RUNGS
from waymark.core.search.previews import FrontEnd, now, spacer_stops, stem_stops
from waymark.rooms.files import Facts, fact, shapes
from waymark.rooms.plan import (
    BuildState,
    angles_of,
    best_for_chosen,
    build_words,
    chosen_option,
    drawer,
    drawn_plan,
    fit_list,
    front_end,
    front_key,
    is_built,
    own_seat_move,
    parts_list,
    parts_shelf,
    piles_of,
    plan_contact,
    plan_goal,
    plan_marks,
    point,
    room_out,
    saddle_move_words,
    seat_problem,
    stem_standing,
)
from waymark.rooms.posts.build.bar_view import bar_bench
from waymark.rooms.posts.build.feet_view import feet_bench
from waymark.rooms.posts.build.handling_view import handling_view
from waymark.rooms.posts.build.rails import Offered, rail, stop_out
from waymark.rooms.posts.build.seat_view import saddles_alike, seat_rails
from waymark.rooms.posts.build.shapes import BuildView, FitOut, FrontOut, PartOut, Piece, Rail
from waymark.rooms.posts.build.wheels_view import wheels_bench
from waymark.rooms.posts.goal import discipline

# The rank of a stem that lies outside its window.
OUTSIDE = 2


@fact(by_value=False)
def build_view(facts: Facts) -> BuildView | None:
    """The Build post, or ``None`` while no frame and stem are chosen."""
    front, frame, goal, drawn = front_end(facts), chosen_option(facts), plan_goal(facts), drawn_plan(facts)
    b, house = facts.part(BuildState), facts.house
    stem = b.stem
    bar = bar_bench(facts)
    if front is None or frame is None or goal is None or drawn is None or stem is None or bar is None:
        return None
    window = house.stem_windows[discipline(facts)]
    here = now(front, frame, goal)
    best, found = best_for_chosen(facts)
    over = FrontEnd(front.spacers_mm, front.length_mm, -front.angle_deg, front.clamp_height_mm)
    stop = now(over, frame, goal) if stem.both_ways and stem.angle_deg else None
    tol = house.tolerance("hand")
    return BuildView(
        bar=bar,
        hand_off_clamp=point(plan_contact(facts).off),
        fronts=_fronts(facts, best, found),
        rails=_rails(facts, front, frame, goal),
        headline=_headline(here.miss),
        picture=shapes(steerer_close_up(drawn.bike.frame, drawn.bike.front)),
        pieces=[
            Piece(kind=x.kind, height_mm=x.height_mm, at=point(x.middle))
            for x in steerer_layers(drawn.bike.frame, drawn.bike.front)
        ],
        goal_clamp=point(goal.clamp),
        clamp=point(drawn.bike.clamp),
        over=stop_out(Offered(stop), tol, chosen=False, house=True) if stop else None,
        over_says=_over_says(front),
        turned_over=b.turned_over,
        best_is_now=is_built(b, best),
        spacer_limit_mm=frame.spacer_limit_mm,
        seat_headline=_headline(_seat_miss(facts)),
        seat=_seat_words(facts),
        seat_rails=seat_rails(facts),
        saddles=saddles_alike(facts),
        feet=feet_bench(facts),
        wheels=wheels_bench(facts),
        handling=handling_view(facts),
        parts=[
            PartOut(what=x.what, name=x.name, count=x.count, state=x.state, band=x.band, note=x.note)
            for x in parts_list(facts)
        ],
        fits=[FitOut(what=x.what, fits=x.fits, why=x.why) for x in fit_list(facts)],
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
    piles = spacer_stops(front, frame, goal, piles_of(facts, front.clamp_height_mm))
    by_length = stem_stops([end(x, x, front.angle_deg) for x in lengths], frame, goal)
    by_angle = stem_stops([end(x, front.length_mm, x) for x in angles], frame, goal)
    best = (window.best_least_mm, window.best_greatest_mm)
    return [
        rail("spacers", say("Spacers"), front.spacers_mm, map(Offered, piles), (0, warn), tol),
        rail("length", say("Stem length"), front.length_mm, map(Offered, by_length), best, tol),
        rail("angle", say("Stem angle"), front.angle_deg, map(Offered, by_angle), (-steep, steep), tol, unit="°"),
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


def _seat_miss(facts: Facts) -> Mark:
    """The saddle's miss, nothing while it is not planned."""
    plan, goal = plan_marks(facts).get("saddle"), plan_goal(facts)
    return Mark(0.0, 0.0) if plan is None or goal is None else plan - goal.saddle


def _headline(miss: Mark) -> Said:
    x, y = whole(miss.x_mm), whole(miss.y_mm)
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
