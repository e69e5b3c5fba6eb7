"""Every way from the plan as it stands to a place of its hand or saddle: what is at hand, and what reaches."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from waymark.core.cockpit import DropStand, FlatStand, Stem
from waymark.core.cockpit.spacers import heights_mm
from waymark.core.marks import Mark
from waymark.core.search.model import Place
from waymark.core.search.seats import post_bounds
from waymark.core.ways import (
    FREE,
    PART,
    SMALL_PART,
    FootMove,
    FrontBench,
    HandMove,
    Hold,
    Kind,
    PileOf,
    PostStand,
    SaddleMove,
    SeatBench,
    StemStand,
    foot_moves,
    hand_moves,
    nearest_move,
    own_piles,
    saddle_moves,
)
from waymark.core.workmanship import sum_points
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan import (
    OWN,
    OWN_POST,
    BuildState,
    bar_stand,
    chosen_option,
    drawer_of,
    hand_off,
    levers_now_mm,
    on_own_bike,
    parts_at_hand,
    plan_bar,
    plan_contact,
    plan_goal,
    plan_marks,
    spacers_of,
)
from waymark.rooms.posts.build.bar_choices import rolls, school_ramp_deg, slides, turns
from waymark.rooms.posts.build.seat_view import fitting_posts, post_option
from waymark.rooms.posts.build.ways_foot import foot_at_hand
from waymark.rooms.posts.goal import discipline, goal_marks
from waymark.rooms.shelves import AeroBarPart, StemPart, price_of

DEAR_PART = 3


@dataclass(frozen=True, slots=True)
class Asked:
    """Where the mark shall come: to the goal, or moved from where the plan has it, mm (fore +, up +)."""

    mark: Literal["hand", "saddle", "foot"] = "hand"
    to_goal: bool = False
    fore_mm: float = 0.0
    up_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Front:
    """The plan's front end with everything at hand for it; ``places``: how each hold's bar stands where it is another."""

    bench: FrontBench
    places: tuple[Place | None, ...]


def wanted_of(facts: Facts, asked: Asked) -> tuple[Mark, tuple[float, float]] | None:
    """The place that is asked for and how near counts, mm each way; ``None`` while there is no plan or goal of the mark."""
    here, there = plan_marks(facts).get(asked.mark), goal_of(facts, asked)
    if here is None or there is None:
        return None
    tol_x, tol_y = facts.house.tolerance(asked.mark)
    if asked.to_goal:
        return there, (tol_x, tol_y)
    bench = facts.house.bench
    most, least = max(abs(asked.fore_mm), abs(asked.up_mm)) * bench.nudge_share, bench.least_nudge_mm
    reach = max(least, min(most, tol_x)), max(least, min(most, tol_y))
    return here + Mark(asked.fore_mm, asked.up_mm), reach


def goal_of(facts: Facts, asked: Asked) -> Mark | None:
    """Where the goal has the mark that is asked about."""
    if asked.mark == "foot":
        return goal_marks(facts).get("foot")
    goal = plan_goal(facts)
    return None if goal is None else goal.saddle if asked.mark == "saddle" else goal.hand


def hand_ways(facts: Facts, asked: Asked) -> tuple[tuple[HandMove, ...], HandMove | None]:
    """Every way of the hand, and where none reaches the nearest there is."""
    front, wanted = front_at_hand(facts), wanted_of(facts, asked)
    if front is None or wanted is None:
        return (), None
    found = hand_moves(front.bench, *wanted)
    return found, None if found else nearest_move(front.bench, *wanted)


def saddle_ways(facts: Facts, asked: Asked) -> tuple[SaddleMove, ...]:
    """Every way of the saddle."""
    seat, wanted = seat_at_hand(facts), wanted_of(facts, asked)
    return () if seat is None or wanted is None else saddle_moves(seat, *wanted)


def foot_ways(facts: Facts, asked: Asked) -> tuple[FootMove, ...]:
    """Every way of the foot."""
    bench, wanted = foot_at_hand(facts), wanted_of(facts, asked)
    return () if bench is None or wanted is None else foot_moves(bench, *wanted)


@fact(by_value=False)
def front_at_hand(facts: Facts) -> Front | None:
    """The plan's front end and what may take its parts' places; ``None`` while nothing is planned."""
    frame, b = chosen_option(facts), facts.part(BuildState)
    if frame is None or b.stem is None:
        return None
    house, bike = facts.house, on_own_bike(facts)
    if bike is None:
        piles = tuple(PileOf(h) for h in heights_mm(spacers_of(facts), frame.spacer_limit_mm))
    else:
        sold = drawer_of(facts).spacers
        piles = tuple(
            PileOf(h, SMALL_PART * bool(bought), cost) for h, (bought, cost) in own_piles(bike.now, sold).items()
        )
    # A pile that is on the plan counts as there, whatever the drawer holds now.
    if not any(abs(p.height_mm - b.spacers_mm) < 1e-6 for p in piles):
        piles = (PileOf(b.spacers_mm), *piles)
    holds = list(_holds(facts))
    bench = FrontBench(
        head_top=Mark(frame.reach_mm, frame.stack_mm),
        head_angle_deg=frame.head_angle_deg,
        cover_mm=frame.cover_mm,
        own_cover_mm=frame.cover_mm,
        pile_mm=b.spacers_mm,
        stems=tuple(_stems(facts, b, b.stem)),
        piles=piles,
        holds=tuple(h for h, _ in holds),
        window=house.stem_windows[discipline(facts)],
        room_mm=None if bike is None else bike.now.room_mm,
        weights=house.weights,
    )
    return Front(bench, tuple(p for _, p in holds))


def _stems(facts: Facts, b: BuildState, part: StemPart) -> Iterator[StemStand]:
    """The stem as it stands, then every other way a stem may stand there."""
    printed = Stem(part.length_mm, part.angle_deg, part.clamp_height_mm)
    now = printed.turned_over() if b.turned_over else printed
    clamp = None if b.cockpit else part.bar_clamp_mm
    yield StemStand(now, clamp_mm=clamp)
    if b.cockpit is not None:
        for length, width in b.cockpit.combinations():
            if width == b.cockpit_width_mm and length != now.length_mm:
                other = replace(now, length_mm=length)
                owned = b.cockpit.owned
                yield StemStand(other, ("bar",), FREE if owned else DEAR_PART, price_of(b.cockpit), key=f"{length:g}")
        return
    if part.both_ways and now.angle_deg != 0:
        yield StemStand(now.turned_over(), ("over",), clamp_mm=clamp)
    allows = facts.house.stem_windows[discipline(facts)].allows
    for it in parts_at_hand(facts).stems:
        if it.label == part.name or not allows(it.length_mm):
            continue
        rung = FREE if it.owned else SMALL_PART
        for _, stands in it.ways():
            if stands != now:
                yield StemStand(stands, ("stem",), rung, it.price, it.bar_clamp_mm, it.key)


def _holds(facts: Facts) -> Iterator[tuple[Hold, Place | None]]:
    """The hand as it is held, the ways its bar can be turned and its levers slid, and the other bars at hand."""
    b, bar = facts.part(BuildState), plan_bar(facts)
    clamp = None if b.cockpit or bar is None else bar.bar_clamp_mm
    yield Hold(plan_contact(facts).off, clamp_mm=clamp), None
    stand = bar_stand(facts)
    if isinstance(stand, DropStand):
        yield from (
            (replace(h, clamp_mm=clamp), None) for h in _drop_holds(facts, stand, one_piece=b.cockpit is not None)
        )
    elif isinstance(stand, FlatStand):
        most = 2 * facts.house.placing.roll_step_deg
        for roll, off in rolls(stand, facts.house.bench):
            if roll != stand.roll_deg and abs(roll) <= max(most, abs(stand.roll_deg)):
                yield Hold(off, ("roll",), clamp_mm=clamp, turn_deg=roll), None
    elif isinstance(bar, AeroBarPart):
        at = plan_contact(facts).off
        for x in bar.pad_fore_aft_mm:
            for y in bar.pad_stacks_mm:
                if Mark(x, y).distance_mm(at) > facts.house.bench.least_nudge_mm:
                    yield Hold(Mark(x, y), ("pads",), clamp_mm=clamp), None
    if b.cockpit is not None:
        return
    for option in parts_at_hand(facts).bars:
        # The bar that is on: by its name on the shelf too, where the rider has one of it.
        if (bar is not None and option.label == bar.name) or (b.bar is None and option.key == OWN):
            continue
        points = sum_points(option.faults)
        rung = FREE if option.rung == FREE else PART
        for place in option.places:
            held = Hold(place.off, ("bar",), rung, option.price, points, option.clamp_mm, option.key)
            yield replace(held, turn_deg=place.rotation_deg, slide_mm=place.slide_mm), place


def _drop_holds(facts: Facts, stand: DropStand, *, one_piece: bool) -> Iterator[Hold]:
    """A drop bar turned and its levers slid, as far as ramp and hoods stay where a house would leave them.

    Where they are out of that already, no further out than they are.
    """
    placing, school = facts.house.placing, school_ramp_deg(facts)
    off_now, slope_now = abs(stand.ramp_deg - school), stand.hood().slope_deg
    most = max(2 * placing.rotation_step_deg, off_now)
    least, greatest = min(placing.hood_slope_least_deg, slope_now), max(placing.hood_slope_greatest_deg, slope_now)
    start = levers_now_mm(facts) or 0.0
    ramps = [stand.ramp_deg] if one_piece else [r for r, _ in turns(facts, stand) if abs(r - school) <= most]
    for ramp in ramps:
        turned = stand.with_ramp(ramp)
        for by, _ in slides(turned, start, facts.house.bench):
            held = replace(turned, slide_mm=start + by)
            kinds: list[Kind] = []
            if abs(ramp - stand.ramp_deg) > 1e-6:
                kinds.append("turn")
            if abs(held.slide_mm - stand.slide_mm) > 0.01:
                kinds.append("levers")
            if kinds and least <= held.hood().slope_deg <= greatest:
                yield Hold(hand_off(held), tuple(kinds), turn_deg=ramp, slide_mm=held.slide_mm)


@fact(by_value=False)
def seat_at_hand(facts: Facts) -> SeatBench | None:
    """The plan's seat and the posts that may take its post's place; ``None`` while none is planned."""
    b, frame, goal = facts.part(BuildState), chosen_option(facts), plan_goal(facts)
    if frame is None or goal is None or goal.saddle_fit is None or b.post is None:
        return None
    if b.post_exposed_mm is None or b.slide_mm is None:
        return None
    posts = []
    if b.post.name == OWN_POST:
        # What the own post allows is not on record: a little either way, and its mark is to be watched.
        shown, bench = b.post_exposed_mm, facts.house.bench
        low, high = max(0.0, shown - bench.own_post_down_mm), shown + bench.own_post_up_mm
        posts.append(PostStand(b.post.setback_mm, low, high))
    else:
        posts.append(PostStand(b.post.setback_mm, *post_bounds(frame, post_option(1, b.post), goal.weights)))
    for key, part in fitting_posts(facts):
        if part.name != b.post.name:
            low, high = post_bounds(frame, post_option(key, part), goal.weights)
            rung = FREE if part.owned else PART
            posts.append(PostStand(part.setback_mm, low, high, ("post",), rung, price_of(part), str(key)))
    return SeatBench(
        seat_angle_deg=frame.seat_angle_deg,
        seat_tube_mm=frame.seat_tube_mm,
        axis_behind_bb_mm=frame.axis_behind_bb_mm,
        fit=goal.saddle_fit.fit,
        rail_room_mm=goal.saddle_fit.rail_room_mm,
        showing_mm=b.post_exposed_mm,
        slide_mm=b.slide_mm,
        posts=tuple(posts),
        weights=goal.weights,
    )
