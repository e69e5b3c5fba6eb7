"""The bar of the Build post: what turning, sliding or changing it would leave, and the rider at it from side and front."""

from __future__ import annotations

from collections.abc import Iterable

from waymark.core.body import pose_at
from waymark.core.cockpit import DropStand, FlatStand, reachable
from waymark.core.drawing.cockpit import bar_items
from waymark.core.drawing.front_view import FrontView, front_items, front_view, splay_deg
from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.say import Angle, Length, Said, Words, bare, exactly, say, tenths, term, words
from waymark.core.search.previews import Stop, bar_stop
from waymark.rooms.files import Facts, both, fact, shapes
from waymark.rooms.plan import (
    BuildState,
    aero_needs,
    bar_stand,
    chosen_option,
    control_lines,
    controls_advice,
    controls_differ,
    drawn_plan,
    frame_school,
    front_end,
    hand_off,
    has_flat_bar,
    levers_now_mm,
    plan_bar,
    plan_contact,
    plan_goal,
    plan_marks,
    point,
    pose_of,
    sits_then,
    sizes_words,
    stands_words,
    wish,
)
from waymark.rooms.posts.build.bar_choices import cut_widths, other_bars, rolls, school_ramp_deg, slides, turns
from waymark.rooms.posts.build.rails import Offered, rail
from waymark.rooms.posts.build.shapes import (
    AeroRow,
    BarBench,
    ControlOut,
    ControlsOut,
    HandPlace,
    Rail,
    RailName,
    SeenFromFront,
)
from waymark.rooms.posts.measure import drawn_now
from waymark.rooms.schema import Point
from waymark.rooms.shelves import AeroBarPart, DropBarPart, FlatBarPart

# A hand wider out than so says elbows out; narrower in, elbows in.
STRAIGHT_DEG = 1.0


@fact(by_value=False)
def bar_bench(facts: Facts) -> BarBench | None:
    """The bar and what can be done at it; ``None`` while nothing is planned."""
    b, part, drawn = facts.part(BuildState), plan_bar(facts), drawn_plan(facts)
    if drawn is None:
        return None
    named = b.cockpit or part
    now = drawn_now(facts)
    return BarBench(
        name=words(named.name) if named else say("bar as on the old bike"),
        sizes=sizes_words(named) if named else None,
        stands=stands_words(facts),
        new=b.bar is not None or b.cockpit is not None,
        wished=_wished(facts),
        rails=_rails(facts),
        why_not=_why_not(facts),
        places=_places(facts),
        reachable=_reachable(facts, drawn.bike.clamp),
        warns=_warns(facts),
        aero=[AeroRow(name=n.name, says=n.says, verdict="in" if n.met else "out") for n in aero_needs(facts)],
        old=[] if now.sketch else shapes(bar_items(now.bike)),
        front=_front(facts),
        controls=_controls(facts),
    )


def _controls(facts: Facts) -> ControlsOut:
    rows = [
        ControlOut(what=x.what, name=x.name, how=x.how, left=x.left, right=x.right, differs=x.differs)
        for x in control_lines(facts)
    ]
    return ControlsOut(
        asks=frame_school(facts, "levers") if has_flat_bar(facts) else None,
        rows=rows,
        advice=list(controls_advice(facts)),
        differ=controls_differ(facts),
        meant=facts.part(BuildState).controls.meant,
    )


def _wished(facts: Facts) -> Said | None:
    """The width and bend that body and use ask for."""
    it = wish(facts)
    if it.width_mm is None:
        return None
    low, high = (bare(x) for x in it.width_mm)
    width = say("{low} to {high} wide", low=low, high=high)
    said = say("{width}: {why}", width=width, why=it.width_why) if it.width_why else width
    return say("{width}; {bend}", width=said, bend=it.bend_why) if it.bend_why else said


def _why_not(facts: Facts) -> Said | None:
    """Why the bar cannot be turned here."""
    b, part = facts.part(BuildState), plan_bar(facts)
    if b.cockpit is not None:
        return say("One piece with its stem: only its levers move.")
    if plan_contact(facts).on_pads and not isinstance(part, AeroBarPart):
        return say("The steps of these pads are not on record: put an aero bar from the shelf on in Frame.")
    if part is None:
        return say("Which bar this is, is not on record: name it in Measure, under Bike, and it can be turned here.")
    if bar_stand(facts) is None and isinstance(part, DropBarPart):
        return say("How the bar stands was not read: read its ramp by the level in Measure, and it can be turned here.")
    return None


def _offered(facts: Facts, choices: Iterable[tuple[float, Mark]]) -> list[Offered]:
    return [Offered(s) for s in (_stop(facts, value, off) for value, off in choices) if s is not None]


def _stop(facts: Facts, value: float, off: Mark) -> Stop | None:
    front, frame, goal = front_end(facts), chosen_option(facts), plan_goal(facts)
    return None if front is None or frame is None or goal is None else bar_stop(value, off, front, frame, goal)


def _rails(facts: Facts) -> list[Rail]:
    part, stand = plan_bar(facts), bar_stand(facts)
    one_piece = facts.part(BuildState).cockpit is not None
    made: list[Rail] = []
    if isinstance(stand, DropStand):
        made += [] if one_piece else [_turn_rail(facts, stand)]
        made.append(_lever_rail(facts, stand))
    elif isinstance(stand, FlatStand):
        made += [_roll_rail(facts, stand), *_cut_rail(facts, stand)]
    elif isinstance(part, AeroBarPart):
        made += _pad_rails(facts, part)
    if one_piece:
        return made
    wide = wish(facts).width_mm or (0.0, 1000.0)
    placing = facts.house.placing
    if isinstance(part, DropBarPart):
        most = placing.compact_reach_mm if wish(facts).compact else placing.deep_reach_mm
        made += _part_rail(facts, "width", say("Width"), part.width_mm, wide)
        made += _part_rail(facts, "reach", say("Bar reach"), part.reach_mm, (0.0, most))
    elif isinstance(part, FlatBarPart):
        made += _part_rail(facts, "rise", say("Bar rise"), part.rise_mm, (0.0, 1000.0))
    return made


def _turn_rail(facts: Facts, stand: DropStand) -> Rail:
    school, step = school_ramp_deg(facts), 2 * facts.house.placing.rotation_step_deg
    by = hand_off(stand.with_ramp(stand.ramp_deg + 1)) - hand_off(stand)
    each = say("1°: {move}", move=_moves(by))
    tol = facts.house.tolerance("hand")
    offered = _offered(facts, turns(facts, stand))
    return rail("turn", say("Ramp"), stand.ramp_deg, offered, (school - step, school + step), tol, unit="°", each=each)


def _lever_rail(facts: Facts, stand: DropStand) -> Rail:
    placing, start = facts.house.placing, levers_now_mm(facts) or 0.0
    steeper = stand.with_slope(placing.hood_slope_greatest_deg)
    flatter = stand.with_slope(placing.hood_slope_least_deg)
    window = (steeper.slide_mm - start if steeper else -1000.0, flatter.slide_mm - start if flatter else 1000.0)
    slope = stand.hood().slope_deg
    each = say("hoods at {slope}", slope=Angle(round(slope), signed=True))
    offered, tol = _offered(facts, slides(stand, start, facts.house.bench)), facts.house.tolerance("hand")
    return rail("levers", say("Levers"), round(stand.slide_mm - start, 2), offered, window, tol, each=each)


def _roll_rail(facts: Facts, stand: FlatStand) -> Rail:
    step = 2 * facts.house.placing.roll_step_deg
    rolled = FlatStand(stand.bar, stand.hand_inset_mm, stand.roll_deg + 1, stand.shift)
    each = say("1°: {move}", move=_moves(hand_off(rolled) - hand_off(stand)))
    offered, tol = _offered(facts, rolls(stand, facts.house.bench)), facts.house.tolerance("hand")
    return rail("roll", say("Roll"), stand.roll_deg, offered, (-step, step), tol, unit="°", each=each)


def _cut_rail(facts: Facts, stand: FlatStand) -> list[Rail]:
    """The bar cut in steps, both ends alike."""
    can = cut_widths(facts)
    if not can:
        return []
    off = max(can) - stand.bar.width_mm
    each = say("{side} off each side", side=exactly(off / 2)) if off else say("nothing cut off")
    offered = _offered(facts, ((w, hand_off(stand.cut_to(w))) for w in can))
    wide = wish(facts).width_mm or (0.0, 1000.0)
    tol = facts.house.tolerance("hand")
    return [rail("cut", say("Cut to"), stand.bar.width_mm, offered, wide, tol, each=each)]


def _pad_rails(facts: Facts, part: AeroBarPart) -> list[Rail]:
    at, tol = plan_contact(facts).off, facts.house.tolerance("hand")
    ahead = _offered(facts, ((x, Mark(x, at.y_mm)) for x in part.pad_fore_aft_mm))
    above = _offered(facts, ((y, Mark(at.x_mm, y)) for y in part.pad_stacks_mm))
    return [
        rail("pads_ahead", say("Pads ahead"), at.x_mm, ahead, (-1000.0, 1000.0), tol),
        rail("pads_above", say("Pads above"), at.y_mm, above, (-1000.0, 1000.0), tol),
    ]


def _part_rail(facts: Facts, name: RailName, label: Said, value: float, house: tuple[float, float]) -> list[Rail]:
    """Other bars, one for each size that differs."""
    field = {"width": "width_mm", "reach": "reach_mm", "rise": "rise_mm"}[name]
    offered = []
    for size, key, part, off in other_bars(facts, field):
        stop = _stop(facts, size, plan_contact(facts).off if size == value else off)
        if stop is not None:
            offered.append(Offered(stop, key, say("{bar}, {sizes}", bar=Words(part.name), sizes=sizes_words(part))))
    if len(offered) < 2:
        return []
    return [rail(name, label, value, offered, house, facts.house.tolerance("hand"))]


def _moves(by: Mark) -> Said:
    """What one step does to the hand, to a tenth, the larger way first."""
    up = say("{by} up", by=tenths(by.y_mm)) if by.y_mm >= 0 else say("{by} down", by=tenths(-by.y_mm))
    fore = say("{by} forward", by=tenths(by.x_mm)) if by.x_mm >= 0 else say("{by} back", by=tenths(-by.x_mm))
    first, second = (up, fore) if abs(by.y_mm) >= abs(by.x_mm) else (fore, up)
    small = min(abs(by.x_mm), abs(by.y_mm)) < 0.05
    return first if small else say("{one}, {two}", one=first, two=second)


def _reachable(facts: Facts, clamp: Mark) -> list[Point]:
    """What turning the bar and sliding its levers alone reaches: the ramp about the school's, the hoods in their window."""
    stand, placing = bar_stand(facts), facts.house.placing
    if not isinstance(stand, DropStand):
        return []
    school, step = school_ramp_deg(facts), 2 * placing.rotation_step_deg
    fixed = facts.part(BuildState).cockpit is not None
    ramps = (stand.ramp_deg, stand.ramp_deg) if fixed else (school - step, school + step)
    outline = reachable(stand, ramps, (placing.hood_slope_least_deg, placing.hood_slope_greatest_deg))
    return [point(clamp + off) for off in outline]


def _warns(facts: Facts) -> Said | None:
    """Hoods that dip or stand steep, however they came to."""
    stand, bounds = bar_stand(facts), facts.house.one_change
    if not isinstance(stand, DropStand):
        return None
    slope = stand.hood().slope_deg
    shown = Angle(abs(round(slope)))
    if slope > bounds.steep_hood_deg:
        return say("Hoods rising {slope} bend the wrist back: turn the bar down, or slide the levers.", slope=shown)
    if slope < -bounds.level_deg:
        return say("Hands slide down hoods that fall {slope}: turn the bar up, or slide the levers.", slope=shown)
    return None


def _places(facts: Facts) -> list[HandPlace]:
    """Where the hands can be on the bar, and the trunk there."""
    drawn, stand, goal, marks = drawn_plan(facts), bar_stand(facts), plan_goal(facts), both(plan_marks(facts))
    if drawn is None or goal is None or plan_contact(facts).on_pads:
        return []
    clamp, hand = drawn.bike.clamp, drawn.bike.hand
    found = [("grips" if plan_contact(facts).kind == "grip" else "hoods", hand, False)]
    if isinstance(stand, DropStand):
        found = [("tops", clamp + stand.tops(), False), *found, ("drops", clamp + stand.drops(), True)]
    it, saddle = sits_then(facts), marks[0] if marks else drawn.bike.saddle
    known = facts.profile.mm("height") is not None
    made = []
    for name, at, about in found:
        pose = pose_at(saddle, at, it.body, it.foot, it.crank_mm, seated=it.seated) if known else None
        trunk = round(pose.trunk_deg) if pose is not None and pose.arms_reach else None
        made.append(HandPlace(name=term(name), at=point(at), trunk_deg=trunk, about=about))
    return made


def _front(facts: Facts) -> SeenFromFront | None:
    """The rider and the bar from the front; ``None`` where neither shoulders nor height are known."""
    drawn, part, marks, profile = drawn_plan(facts), plan_bar(facts), both(plan_marks(facts)), facts.profile
    b, contact = facts.part(BuildState), plan_contact(facts)
    body = profile.body()
    if drawn is None or marks is None or profile.mm("height") is None or contact.on_pads:
        return None
    width = b.cockpit_width_mm if b.cockpit else part.width_mm if isinstance(part, DropBarPart | FlatBarPart) else None
    if width is None:
        return None
    flat = part if isinstance(part, FlatBarPart) and b.cockpit is None else None
    hands = width - 2 * flat.hand_inset_mm if flat else width
    wide = profile.mm("shoulder_width") or body.shoulder_width_mm
    if wide is None:
        return None
    drops = part.drops_width_mm if isinstance(part, DropBarPart) and b.cockpit is None else None
    deep = 0.0 if flat else (b.cockpit or part).drop_mm  # type: ignore[union-attr]
    it = sits_then(facts)
    seen = front_view(pose_of(it, *marks), drawn.bike.clamp, wide, hands, drops or width, deep)
    return SeenFromFront(
        picture=shapes(front_items(seen)),
        shoulder_mm=whole(wide),
        guessed=profile.mm("shoulder_width") is None,
        hand_mm=whole(hands),
        top_mm=seen.shoulder_mm,
        says=_arms(seen, it.body.arm_mm, facts),
    )


def _arms(seen: FrontView, arm_mm: float, facts: Facts) -> Said:
    """How the arms run from the shoulders to the hands."""
    run = splay_deg(seen.shoulder_width_mm, seen.hand_width_mm, arm_mm)
    by = Angle(abs(round(run)))
    differ = Length(abs(seen.hand_width_mm - seen.shoulder_width_mm))
    if abs(run) < STRAIGHT_DEG:
        return say("The arms run straight ahead.")
    if run > 0:
        return say("Hands {differ} wider than the shoulders: each arm runs {by} out.", differ=differ, by=by)
    return say("Hands {differ} narrower than the shoulders: each arm runs {by} in.", differ=differ, by=by)
