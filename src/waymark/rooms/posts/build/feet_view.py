"""Crank and feet of the Build post: what each crank, pedal, cleat and shoe makes of the foot's mark, and why."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from waymark.core.drawing.feet_view import FeetView, feet_items
from waymark.core.errors import GeometryError
from waymark.core.feet import (
    PedalAdvice,
    PedalRider,
    advice_words,
    change_foot,
    heel_gap_mm,
    pedal_advice,
    speaks_against,
)
from waymark.core.marks import Mark
from waymark.core.rules.verdict import judge_pair
from waymark.core.say import Angle, Length, Said, Words, bare, exactly, say, tenths, with_commas
from waymark.core.search.previews import Stop
from waymark.rooms.files import Facts, both, fact, shapes
from waymark.rooms.plan import (
    FEET_DISAGREE,
    BuildState,
    chosen,
    feet_agree,
    plan_marks,
    sits_then,
    stack_of_parts_mm,
    stood,
    to_be_had,
)
from waymark.rooms.posts.build.rails import Offered, rail
from waymark.rooms.posts.build.shapes import FeetBench, PartChoice, Rail, StackFollows, SumRow
from waymark.rooms.posts.goal import discipline, goal_crank_mm, goal_foot, goal_marks
from waymark.rooms.posts.measure import context
from waymark.rooms.shelves import CleatPart, CrankPart, PedalPart, ShoePart

FootPart = CrankPart | PedalPart | CleatPart | ShoePart
FootKind = Literal["crank", "pedal", "cleat", "shoe"]
KINDS: tuple[FootKind, ...] = ("crank", "pedal", "cleat", "shoe")


def on_shelf(facts: Facts, kind: FootKind) -> Iterator[tuple[int, FootPart]]:
    """The parts of one kind that are in stock or owned."""
    for it in facts.shelf.parts:
        part = it.part
        if isinstance(part, FootPart) and part.kind == kind and to_be_had(facts, part):
            yield it.id, part


@fact
def pedal_rider(facts: Facts) -> PedalRider:
    """What of the rider decides a pedal."""
    p = facts.profile
    turn = p.mobility.get("hip_turn_in")
    sides = [s.value for s in (turn.left, turn.right, turn.one) if s is not None] if turn else []
    hours = [u.hours for u in p.uses if u.hours is not None]
    return PedalRider(
        uses=tuple((str(u.use), float(u.share)) for u in p.uses) or ((discipline(facts), 100.0),),
        hours=max(hours) if hours else None,
        off_bike=p.off_bike,
        age=p.age,
        turn_in_deg=min(sides) if sides else None,
        sore_knee=any(h.severity and "knee" in h.what.lower() for h in p.hurts),
        foot_mm=p.mm("foot"),
    )


@fact
def advice(facts: Facts) -> PedalAdvice:
    """Flat or clipped for this rider."""
    return pedal_advice(pedal_rider(facts), facts.house.feet)


@fact(by_value=False)
def feet_bench(facts: Facts) -> FeetBench:
    """Everything under the feet."""
    b = facts.part(BuildState)
    return FeetBench(
        headline=_headline(facts),
        advice=advice_words(advice(facts)),
        crank_rail=_crank_rail(facts),
        choices=[*_pedals(facts), *_cleats(facts), *_shoes(facts)],
        chosen={kind: part.name for kind in KINDS if (part := getattr(b, kind)) is not None},
        rows=_rows(facts),
        follows=_follows(facts),
        other_crank_mm=_other_crank_mm(b, goal_crank_mm(facts)),
        troubles=_troubles(facts),
        picture=shapes(feet_items(_seen(facts))),
        drawn_q=stood(facts).known,
    )


def _headline(facts: Facts) -> Said:
    """Whether crank and soles of the plan are the goal's."""
    plan, crank = plan_marks(facts).get("foot"), goal_crank_mm(facts)
    if plan is None or plan.x_mm == crank:
        return say("Cranks {crank}", crank=exactly(crank))
    return say("Cranks {crank}, not {goal}", crank=exactly(plan.x_mm), goal=exactly(crank))


def _crank_rail(facts: Facts) -> list[Rail]:
    """Cranks by their length: what stands between each and the goal's."""
    b, size, house = facts.part(BuildState), chosen(facts), facts.house
    goal = Mark(goal_crank_mm(facts), goal_foot(facts).stack_mm)
    at = plan_marks(facts).get("foot", goal)
    tol, edge = house.tolerance("foot"), house.weights.edge_share
    best: dict[float, tuple[tuple[bool, int], int, CrankPart]] = {}
    for key, part in on_shelf(facts, "crank"):
        if isinstance(part, CrankPart):
            cost = (not part.owned, part.price_band or 3)
            if part.length_mm not in best or cost < best[part.length_mm][0]:
                best[part.length_mm] = cost, key, part
    offered = []
    for length, (_, key, part) in sorted(best.items()):
        miss = Mark(length - goal.x_mm, 0.0)
        stop = Stop(length, Mark(length, at.y_mm), miss, miss.length_mm, judge_pair(miss.x_mm, 0.0, *tol, edge))
        offered.append(Offered(stop, key, say("{crank}, Q {q}", crank=Words(part.name), q=exactly(part.q_mm))))
    if len(offered) < 2:
        return []
    least = (size.chart.crank_least_mm if size else None) or 0.0
    most = (size.chart.crank_greatest_mm if size else None) or 1000.0
    each = say("Q {q}", q=exactly(b.crank.q_mm)) if b.crank else say("no crank chosen")
    return [rail("crank", say("Crank"), at.x_mm, offered, (least, most), tol, each=each)]


def _choice(
    key: int, part: FootPart, now: FootPart | None, figures: Sequence[Said], against: Sequence[Said]
) -> PartChoice:
    """One row of the shelf."""
    return PartChoice(
        kind=part.kind,
        part=key,
        name=part.name,
        figures=with_commas(figures),
        against=with_commas(against) if against else None,
        chosen=now is not None and part.name == now.name,
    )


def _pedals(facts: Facts) -> list[PartChoice]:
    b, found = facts.part(BuildState), advice(facts)
    made = []
    for key, part in on_shelf(facts, "pedal"):
        if not isinstance(part, PedalPart):
            continue
        against = speaks_against(found, pedal_rider(facts), part.fit(), part.platform_mm, facts.house.feet)
        kind = say("clipped, float {float}", float=Angle(part.float_deg)) if part.clipped else say("flat")
        stack, long = exactly(part.stack_mm), exactly(part.platform_mm)
        figures = [kind, say("{long} long", long=long), say("axle to platform {stack}", stack=stack)]
        if part.axle_extra_mm:
            figures.append(say("axle {extra} longer", extra=exactly(part.axle_extra_mm)))
        made.append(_choice(key, part, b.pedal, figures, against))
    return sorted(made, key=lambda c: c.against is not None)


def _cleats(facts: Facts) -> list[PartChoice]:
    b = facts.part(BuildState)
    if b.pedal is None or not b.pedal.clipped:
        return []
    made = []
    for key, part in on_shelf(facts, "cleat"):
        if not isinstance(part, CleatPart):
            continue
        against = []
        if b.pedal.bolts is not None and part.bolts is not None and part.bolts != b.pedal.bolts:
            against.append(say("another pattern than the pedal's"))
        if part.float_deg < advice(facts).least_float_deg:
            against.append(say("{float} of float for a knee that hurts", float=Angle(part.float_deg)))
        thick, free = say("{stack} thick", stack=exactly(part.stack_mm)), say("float {deg}", deg=Angle(part.float_deg))
        made.append(_choice(key, part, b.cleat, [thick, free], against))
    return sorted(made, key=lambda c: c.against is not None)


def _shoes(facts: Facts) -> list[PartChoice]:
    b, found = facts.part(BuildState), advice(facts)
    if b.pedal is None:
        return []
    made = []
    aft = goal_foot(facts).cleat_aft_mm
    for key, part in on_shelf(facts, "shoe"):
        if not isinstance(part, ShoePart):
            continue
        against = []
        if b.pedal.clipped and part.bolts == 0:
            against.append(say("takes no cleat"))
        elif b.pedal.clipped and None not in (part.bolts, b.pedal.bolts) and part.bolts != b.pedal.bolts:
            against.append(say("bolts for another cleat"))
        if b.pedal.clipped and found.recessed and not part.recessed:
            against.append(say("its cleat stands proud of the sole"))
        if b.pedal.clipped and aft and not part.aft_least_mm <= aft <= part.aft_greatest_mm:
            against.append(say("its holes do not reach {aft} aft", aft=bare(aft)))
        made.append(_choice(key, part, b.shoe, [say("sole {sole}", sole=exactly(part.sole_mm))], against))
    return sorted(made, key=lambda c: c.against is not None)


def _rows(facts: Facts) -> list[SumRow]:
    """What the parts come to, beside what is ridden now and what the goal asks."""
    b, lean = facts.part(BuildState), context(facts)
    stack, now = stack_of_parts_mm(facts), lean.foot_stack_mm
    wanted = goal_foot(facts).stack_mm
    rows = [
        SumRow(
            name=say("Sole over axle"),
            now=_alone(now),
            plan=None if stack is None else _alone(stack),
            note=say("the goal has {wanted}", wanted=exactly(wanted)),
        )
    ]
    stance = stood(facts)
    if stance.known:
        now_mm = None if stance.now_mm is None else _alone(stance.now_mm)
        half = _alone(round(stance.then_mm, 1))
        rows.append(SumRow(name=say("Half stance"), now=now_mm, plan=half, note=_stance_words(facts)))
        turned = goal_foot(facts).heels_in_by_deg
        room = heel_gap_mm(stance.then_mm, stance.q_mm, goal_foot(facts), turned)
        note = say("heels turned {turned} in", turned=Angle(turned, signed=True)) if turned else say("feet straight")
        rows.append(SumRow(name=say("Heel to crank"), now=None, plan=say("{room}", room=bare(room)), note=note))
    stay, stay_now = stance.stay_mm, stance.stay_now_mm
    if stay is not None and stay_now is not None:
        note = say("on this frame, at its nearest")
        rows.append(
            SumRow(name=say("Heel to stay"), now=_alone(stay_now), plan=say("{room}", room=bare(stay)), note=note)
        )
    if b.pedal is not None and b.pedal.clipped:
        float_deg = b.cleat.float_deg if b.cleat else b.pedal.float_deg
        note = say("of the cleat") if b.cleat else say("of the pedal")
        rows.append(SumRow(name=say("Float"), now=None, plan=say("{float}", float=Angle(float_deg)), note=note))
    return rows


def _stance_words(facts: Facts) -> Said:
    """What makes the stance."""
    pedal, rest = facts.part(BuildState).pedal, stood(facts).by_cleat_mm
    extra = pedal.axle_extra_mm if pedal else 0.0
    said = [say("axles {extra} longer, {both} in all", extra=exactly(extra), both=exactly(2 * extra))] if extra else []
    if rest:
        by = exactly(abs(rest))
        out = rest > 0
        said.append(
            say("each foot {by} out by its cleat", by=by) if out else say("each foot {by} in by its cleat", by=by)
        )
    return with_commas(said) if said else say("slots move a foot in or out")


def _alone(mm: float) -> Said:
    """A length by itself, with the decimals it has."""
    return say("{mm}", mm=exactly(mm))


def _follows(facts: Facts) -> StackFollows | None:
    """What the saddle has to do where the soles of the plan stand otherwise than the goal's; ``None`` where they agree."""
    stack, foot, marks = stack_of_parts_mm(facts), goal_foot(facts), both(goal_marks(facts))
    if stack is None or marks is None:
        return None
    by = round(stack - foot.stack_mm, 1)
    if abs(by) < facts.house.tolerance("foot")[1]:
        return None
    it = sits_then(facts)
    try:
        change = change_foot(marks[0], it.body, it.foot, it.crank_mm, stack, foot.cleat_aft_mm, it.seated)
    except GeometryError:
        return None
    along = Length(abs(change.along_mm))
    much = Length(abs(by), exact=True)
    if by > 0:
        said = say("These soles stand {much} higher over the axle: the saddle goes up {along}.", much=much, along=along)
    else:
        said = say(
            "These soles stand {much} lower over the axle: the saddle goes down {along}.", much=much, along=along
        )
    return StackFollows(says=said, stack_by_mm=by)


def _other_crank_mm(b: BuildState, goal_mm: float) -> float | None:
    """The crank of the plan where the goal has another, so that the goal can take it."""
    return None if b.crank is None or b.crank.length_mm == goal_mm else b.crank.length_mm


def _troubles(facts: Facts) -> list[Said]:
    """What does not go together, what breaks a maker's limit, and what is not known."""
    b, size = facts.part(BuildState), chosen(facts)
    said = []
    if b.crank is not None and size is not None:
        least, most = size.chart.crank_least_mm, size.chart.crank_greatest_mm
        if (least is not None and b.crank.length_mm < least) or (most is not None and b.crank.length_mm > most):
            said.append(say("The frame's maker does not allow cranks of {length}.", length=exactly(b.crank.length_mm)))
    if b.pedal is not None and b.pedal.clipped:
        agree = feet_agree(facts)
        if agree is False:
            said.append(FEET_DISAGREE)
        elif agree is None and (b.cleat is not None or b.shoe is not None):
            said.append(say("Whether pedal, cleat and shoe go together is not on record: ask the shop."))
        if b.cleat is None or b.shoe is None:
            said.append(say("Choose cleat and shoe: only then is it known how high the sole stands."))
    elif b.pedal is not None and b.shoe is None:
        said.append(say("Choose the shoe: only then is it known how high the sole stands."))
    foot = goal_foot(facts)
    if b.crank is not None and facts.profile.mm("foot") is not None:
        room = heel_gap_mm(stood(facts).then_mm, b.crank.q_mm, foot, foot.heels_in_by_deg)
        if room < facts.house.feet.heel_room_mm:
            near = bare(room)
            said.append(say("Heels pass {near} from the cranks: turn them out, or stand the feet wider.", near=near))
    said += _stance_troubles(facts)
    aft = foot.cleat_aft_mm
    if b.shoe is not None and b.pedal is not None and b.pedal.clipped and aft > b.shoe.aft_greatest_mm:
        short = tenths(aft - b.shoe.aft_greatest_mm)
        said.append(say("The shoe's holes end {short} before the goal's cleat.", short=short))
    return said


def _stance_troubles(facts: Facts) -> list[Said]:
    """A stance that nobody asked for, one that hangs on a Q that was not taped, and a heel that meets the stay."""
    b, foot, it = facts.part(BuildState), goal_foot(facts), stood(facts)
    said, wider = [], it.wider_by_mm
    if b.crank is not None and foot.apart_by_mm and it.now_mm is None:
        q = exactly(b.crank.q_mm)
        said.append(say("The goal's stance is against the old cranks: hold their Q beside these {q}.", q=q))
    if wider is not None and not foot.apart_by_mm and abs(wider) >= facts.house.feet.stance_told_mm:
        by, each = exactly(round(abs(wider), 1)), exactly(round(abs(wider) / 2, 1))
        if wider > 0:
            told = say(
                "The feet stand {by} farther apart than now, {each} each: a step of the goal says if meant.",
                by=by,
                each=each,
            )
        else:
            told = say(
                "The feet stand {by} nearer together than now, {each} each: a step of the goal says if meant.",
                by=by,
                each=each,
            )
        said.append(told)
    if it.stay_mm is not None and it.stay_mm < facts.house.feet.stay_room_mm:
        said.append(
            say("The heel passes the chain stay by {room}: turn it out, or stand wider.", room=bare(it.stay_mm))
        )
    return said


def _seen(facts: Facts) -> FeetView:
    """What is drawn from above."""
    b = facts.part(BuildState)
    crank = b.crank.length_mm if b.crank else goal_crank_mm(facts)
    platform = b.pedal.platform_mm if b.pedal else facts.house.feet.usual_platform_mm
    length, foot = facts.profile.body().foot_mm, goal_foot(facts)
    return FeetView(
        crank, stood(facts).q_mm, stood(facts).then_mm, platform, length, foot.cleat_aft_mm, foot.heels_in_by_deg
    )
