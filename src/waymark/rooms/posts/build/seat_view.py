"""The seat of the Build post: which post, how far it shows, and where the saddle is clamped on its rails."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from waymark.core.rules.verdict import judge_pair
from waymark.core.say import Length, Said, Words, bare, exactly, say, words
from waymark.core.search import FrameOption, Goal, PostOption, SaddleOption
from waymark.core.search.previews import Stop
from waymark.core.search.seats import best_seat, post_bounds
from waymark.core.seat import SaddleFit, saddle_mark, seat_for
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan import OWN_POST, BuildState, chosen_option, plan_goal, plan_marks, to_be_had
from waymark.rooms.posts.build.bar_choices import in_steps
from waymark.rooms.posts.build.rails import Offered, rail
from waymark.rooms.posts.build.shapes import Rail, SaddleOut
from waymark.rooms.posts.measure import MeasureState, context, saddle_part
from waymark.rooms.shelves import PostPart, SaddlePart


@dataclass(frozen=True, slots=True)
class _Seat:
    """A frame, the goal and the saddle that goes over."""

    frame: FrameOption
    goal: Goal
    saddle: SaddleOption


def fitting_posts(facts: Facts) -> Iterator[tuple[int, PostPart]]:
    """The posts in stock or owned that go into the chosen frame."""
    frame = chosen_option(facts)
    wide = frame.post_diameter_mm if frame else None
    for it in facts.shelf.parts:
        part = it.part
        if isinstance(part, PostPart) and part.diameter_mm == wide and to_be_had(facts, part):
            yield it.id, part


def post_option(key: int, part: PostPart) -> PostOption:
    """A post as the search takes it."""
    return PostOption(str(key), part.name, part.length_mm, part.setback_mm, part.diameter_mm, part.least_insertion_mm)


@fact(by_value=False)
def seat_rails(facts: Facts) -> list[Rail]:
    """What can be done at the seat; nothing while no new post is planned: the own one is moved from its pen mark."""
    b, frame, goal = facts.part(BuildState), chosen_option(facts), plan_goal(facts)
    if frame is None or goal is None or goal.saddle_fit is None or b.post is None or b.post.name == OWN_POST:
        return []
    if b.post_exposed_mm is None or b.slide_mm is None:
        return []
    seat = _Seat(frame, goal, goal.saddle_fit)
    post, shown, slide = b.post, b.post_exposed_mm, b.slide_mm
    tol, room = facts.house.tolerance("saddle"), goal.saddle_fit.rail_room_mm
    low, high = post_bounds(frame, post_option(1, post), goal.weights)
    bench = facts.house.bench
    heights = {shown, *(shown + by for by in in_steps(bench.shown_mm, bench.slide_step_mm))}
    steps = in_steps(room, bench.slide_step_mm)
    slides = {slide, *(x for x in steps if abs(x - slide) >= bench.slide_step_mm / 2)}
    two_thirds = room * goal.weights.rails_share
    show = [Offered(_stop(h, seat, post, h, slide)) for h in sorted(heights) if low <= h <= high]
    slid = [Offered(_stop(x, seat, post, shown, x)) for x in sorted(slides)]
    nose = plan_marks(facts)["saddle"].x_mm + goal.saddle_fit.nose_to_s_mm
    return [
        *_posts(facts, seat, post, (shown, slide)),
        rail("showing", say("Post showing"), shown, show, (low, high), tol, each=_insertion(frame, post, shown)),
        rail("rails", say("Rails"), slide, slid, (-two_thirds, two_thirds), tol, each=_nose(nose)),
    ]


def _posts(facts: Facts, seat: _Seat, now: PostPart, stands: tuple[float, float]) -> list[Rail]:
    """Posts by their setback: the present one as it ``stands``, each other set as near the goal as it goes."""
    best: dict[float, tuple[tuple[float, ...], Offered]] = {}
    tol, goal = facts.house.tolerance("saddle"), seat.goal
    for key, part in fitting_posts(facts):
        found = best_seat(seat.frame, (post_option(key, part),), seat.saddle, goal.saddle, goal.tolerance, goal.weights)
        set_at = (round(found.exposed_mm), round(found.slide_mm)) if part.name != now.name else stands
        stop = _stop(part.setback_mm, seat, part, *set_at)
        cost = (part.name != now.name, stop.miss_mm, len(found.faults), part.travel_mm, part.price_band or 0)
        named = say("{post}, {length} long", post=Words(part.name), length=exactly(part.length_mm))
        if part.setback_mm not in best or cost < best[part.setback_mm][0]:
            best[part.setback_mm] = cost, Offered(stop, key, named)
    offered = [it for _, (_, it) in sorted(best.items())]
    if len(offered) < 2:
        return []
    return [rail("post", say("Post setback"), now.setback_mm, offered, (-1000.0, 1000.0), tol)]


def _stop(value: float, seat: _Seat, post: PostPart, shown_mm: float, slide_mm: float) -> Stop:
    """The saddle with this post showing so far and the rails clamped there."""
    at = saddle_mark(
        seat.frame.seat_angle_deg,
        seat.frame.seat_tube_mm + shown_mm,
        post.setback_mm,
        slide_mm,
        seat.saddle.fit,
        seat.frame.axis_behind_bb_mm,
    )
    goal = seat.goal
    miss, t = at - goal.saddle, goal.tolerance
    word = judge_pair(miss.x_mm, miss.y_mm, t.saddle_x_mm, t.saddle_y_mm, goal.weights.edge_share)
    return Stop(value, at, miss, miss.length_mm, word)


def _insertion(frame: FrameOption, post: PostPart, shown_mm: float) -> Said:
    inside = post.length_mm - shown_mm
    least = max(post.least_insertion_mm, frame.least_insertion_mm)
    return say("{inside} in, least {least}", inside=bare(inside), least=bare(least))


def _nose(nose_x_mm: float) -> Said:
    far = bare(abs(nose_x_mm))
    return say("nose {far} behind BB", far=far) if nose_x_mm <= 0 else say("nose {far} ahead of BB", far=far)


@fact(by_value=False)
def saddles_alike(facts: Facts) -> list[SaddleOut]:
    """Every saddle strong enough for the rider with its mark at the goal on the plan's post, those it carries first.

    The own one is the first; where it is clamped says how far each of the others is from it.
    """
    b, frame, goal = facts.part(BuildState), chosen_option(facts), plan_goal(facts)
    if frame is None or goal is None or b.post is None:
        return []
    own = saddle_part(facts.part(MeasureState), facts.house.assumed["nose_to_s"])
    # Its nose as it was read outranks what its data say.
    own = own.model_copy(update={"nose_to_s_mm": context(facts).saddle.nose_to_s_mm})
    known = facts.part(MeasureState).saddle is not None
    offered: list[tuple[int | None, SaddlePart]] = [(None, own)]
    for it in facts.shelf.parts:
        part = it.part
        if isinstance(part, SaddlePart) and part.name != own.name and to_be_had(facts, part):
            offered.append((it.id, part))
    made = [_saddle_out(b, (frame, goal, b.post), key, part) for key, part in offered]
    if not known:
        made[0].name = say("own saddle, its figures taken as usual")
    return [made[0], *sorted(made[1:], key=lambda s: (not s.reaches, abs(s.slide_mm)))]


def _saddle_out(
    b: BuildState, seat: tuple[FrameOption, Goal, PostPart], key: int | None, part: SaddlePart
) -> SaddleOut:
    frame, goal, post = seat
    fit = SaddleFit(part.rail_to_top_mm, part.mark_to_s_mm)
    need = seat_for(frame.seat_angle_deg, post.setback_mm, fit, goal.saddle, frame.axis_behind_bb_mm)
    showing, slide = round(need.post_mm - frame.seat_tube_mm), round(need.slide_mm)
    low, high = post_bounds(frame, post_option(1, post), goal.weights)
    over = abs(slide) - part.rail_room_mm
    nose = -round(goal.saddle.x_mm + part.nose_to_s_mm)
    if over > 0:
        says = say("rails {over} short", over=bare(over))
    elif not low <= showing <= high and post.name != OWN_POST:
        says = say("the post does not go so far")
    else:
        says = say("rails {slide} of {room}", slide=Length(slide, signed=True, bare=True), room=bare(part.rail_room_mm))
    reaches = over <= 0 and (low <= showing <= high or post.name == OWN_POST)
    chosen = part.name == b.saddle.name if b.saddle else key is None
    return SaddleOut(
        part=key,
        name=words(part.name),
        slide_mm=slide,
        showing_mm=showing,
        nose_behind_bb_mm=nose,
        width_mm=part.width_mm,
        reaches=reaches,
        chosen=chosen,
        says=says,
    )
