"""What is known of each of a rider's bikes, and how they lie against the one that is looked at."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.fleet import Beside, Bike, Silent, beside, silent
from waymark.core.fleet import Known as KnownMark
from waymark.core.goal import AeroStep, MoveStep
from waymark.core.marks import ORIGIN, Mark
from waymark.core.say import Capital, Length, Said, Size, Words, bare, say, term, with_and, with_semicolons
from waymark.core.translate.mix import Coordinate
from waymark.rooms.files import Facts, Look, both
from waymark.rooms.fleet.shapes import FleetBeside, FleetBike, FleetLine, FleetMove, FleetOffer, FleetView
from waymark.rooms.plan import BuildState, picture_now, plan_contact, plan_marks, stood
from waymark.rooms.posts.goal import GoalState, discipline, goal_marks, measured_use, use_of, walked
from waymark.rooms.posts.measure import MeasureState, context, now_marks, placed_now, read_value
from waymark.rooms.posts.setup import built_marks, placed_built
from waymark.rooms.schema import Point

COORDINATES: dict[Coordinate, Said] = {
    "s_x_mm": say("Saddle, fore"), "s_y_mm": say("Saddle, up"), "h_x_mm": say("Hand, fore"), "h_y_mm": say("Hand, up"),
}  # fmt: skip
IN_A_SENTENCE: dict[Coordinate, Said] = {
    "s_x_mm": say("the saddle fore and aft"), "s_y_mm": say("the saddle up and down"),
    "h_x_mm": say("the hand fore and aft"), "h_y_mm": say("the hand up and down"),
}  # fmt: skip
# A change smaller than this is none that a workshop makes.
LEAST_MOVE_MM = 1.0


@dataclass(frozen=True, slots=True)
class Held:
    """A file of the rider and its bike, ``None`` while saddle and hand are not known."""

    look: Look
    bike: Bike | None
    source: str


def held(look: Look) -> Held:
    """The bike of a file as its rider sits on it: as built where that was measured, else as it was measured."""
    facts = look.facts
    measure = facts.part(MeasureState)
    built = both(built_marks(facts))
    marks = built or both(now_marks(facts))
    if marks is None:
        return Held(look, None, "none")
    placed = placed_built if built else placed_now
    saddle, hand = (_known(at, placed(facts, mark)) for at, mark in zip(marks, ("saddle", "hand"), strict=True))  # type: ignore[arg-type]
    contact = plan_contact(facts) if built else context(facts).contact
    foot = plan_marks(facts).get("foot") if built else None
    bike = Bike(
        use=use_of(discipline(facts) if built else measured_use(facts)),  # type: ignore[arg-type]
        saddle=saddle,
        hand=hand,
        hand_on=contact.kind,
        crank_mm=foot.x_mm if foot else read_value(measure, "crank"),
        stack_mm=foot.y_mm if foot else read_value(measure, "foot_stack"),
        cleat_mm=read_value(measure, "cleat_behind.right"),
        stance_mm=_stance_mm(facts, built is not None),
    )
    return Held(look, bike, "built" if built else "now")


def _stance_mm(facts: Facts, built: bool) -> float | None:
    """How far apart the feet stand, where the cranks were taped or the plan's were built."""
    it, crank = stood(facts), facts.part(BuildState).crank
    if built and (crank is not None or it.now_mm is not None):
        return 2 * it.then_mm
    return None if it.now_mm is None else 2 * it.now_mm


def _known(at: Mark, placed: object) -> KnownMark:
    return KnownMark(at, getattr(placed, "sd_x_mm", 0.0), getattr(placed, "sd_y_mm", 0.0))


def fleet_view(looks: list[Look], base: int) -> FleetView:
    """Every bike of a rider, those that are known against the one of the file ``base``."""
    every = [held(look) for look in looks]
    this = next(it for it in every if it.look.fit.id == base)
    picture = picture_now(this.look.facts)
    return FleetView(
        rider=this.look.rider.id,
        name=this.look.rider.name,
        base=base,
        bikes=[_bike(it) for it in every],
        picture=picture.bike,
        bounds=picture.bounds,
        beside=[_beside(this, it) for it in every if it is not this],
        offer=_offer(this.look.facts) if len(every) > 1 else None,
    )


def _bike(it: Held) -> FleetBike:
    fit, facts = it.look.fit, it.look.facts
    return FleetBike(
        fit=fit.id,
        revision=fit.head,
        title=fit.title,
        bike=facts.bike,
        use=term((it.bike.use if it.bike else discipline(facts)).replace("_", " ").replace("-", " ")),
        source=it.source,
        saddle=_point(it.bike.saddle.at) if it.bike else None,
        hand=_point(it.bike.hand.at) if it.bike else None,
    )


def _point(at: Mark) -> Point:
    return Point(x_mm=at.x_mm, y_mm=at.y_mm)


def _beside(this: Held, other: Held) -> FleetBeside:
    fit = other.look.fit.id
    if this.bike is None:
        return FleetBeside(fit=fit, says=say("This bike is still to be measured."), lines=[], silent=[])
    if other.bike is None:
        return FleetBeside(fit=fit, says=say("Still to be measured."), lines=[], silent=[])
    house = this.look.facts.house
    (sx, sy), (hx, hy) = house.tolerance("saddle"), house.tolerance("hand")
    found = beside(this.bike, other.bike, {"s_x_mm": sx, "s_y_mm": sy, "h_x_mm": hx, "h_y_mm": hy})
    lines = [_line(it, this.bike, other.bike) for it in found]
    quiet = [*_quiet(this, other, silent(this.bike, other.bike)), *_parts(this.look.facts, other.look.facts)]
    return FleetBeside(fit=fit, says=_headline(found, this.bike, other.bike), lines=lines, silent=quiet)


def _headline(found: tuple[Beside, ...], this: Bike, other: Bike) -> Said:
    drifted = [IN_A_SENTENCE[it.name] for it in found if it.word == "drift"]
    if drifted:
        return say("Drifted: {what}.", what=with_and(drifted))
    if all(it.word == "alike" for it in found):
        return say("The same position.")
    if this.use == other.use:
        return say("Apart only by what is under the foot.")
    return say("Apart only as {one} and {other} are.", one=_use(this), other=_use(other))


def _use(bike: Bike) -> Said:
    return term(bike.use.replace("_", " "))


def _line(it: Beside, this: Bike, other: Bike) -> FleetLine:
    one, two = (this.saddle.at, other.saddle.at) if it.name.startswith("s") else (this.hand.at, other.hand.at)
    a, b = (one.x_mm, two.x_mm) if "_x_" in it.name else (one.y_mm, two.y_mm)
    return FleetLine(
        name=COORDINATES[it.name], this_mm=a, other_mm=b, by_mm=it.by_mm, word=it.word, says=_says(it, this, other)
    )


def _says(it: Beside, this: Bike, other: Bike) -> Said:
    if it.word == "apart":
        return say("another posture, not compared")
    if it.word == "alike":
        return say("alike")
    legs = abs(it.legs_mm) >= LEAST_MOVE_MM
    if it.word == "meant":
        if this.use == other.use:
            return say("as what is under the foot asks")
        return say("as {use} asks", use=_use(other))
    by = Length(abs(it.beyond_mm))
    way = (
        (say("further forward") if it.beyond_mm > 0 else say("further back"))
        if "_x_" in it.name
        else (say("higher") if it.beyond_mm > 0 else say("lower"))
    )
    if this.use == other.use and not legs:
        return say("{by} {way} on a bike for the same use", by=by, way=way)
    if this.use == other.use:
        return say("{by} {way} than what is under the foot asks", by=by, way=way)
    return say("{by} {way} than {use} asks", by=by, way=way, use=_use(other))


def _quiet(this: Held, other: Held, found: tuple[Silent, ...]) -> list[Said]:
    """What differs under the foot, and whether anybody said why."""
    told = []
    for it in found:
        if it.what == "crank":
            one, two = Size(it.this_mm), Size(it.other_mm)
            told.append(_crank(this, other, say("Cranks {a} here, {b} there", a=one, b=two)))
        elif it.what == "stack":
            a, b = bare(it.this_mm), bare(it.other_mm)
            told.append(say("Axle to sole {a} here, {b} there: pedals or shoes are others.", a=a, b=b))
        elif it.what == "stance":
            a, b = bare(it.this_mm), bare(it.other_mm)
            told.append(say("Feet {a} apart here, {b} there, by cranks and pedals: nobody said why.", a=a, b=b))
        else:
            a, b = bare(it.this_mm), bare(it.other_mm)
            told.append(say("Cleat {a} behind the ball here, {b} there: nobody said why.", a=a, b=b))
    return told


def _crank(this: Held, other: Held, fact: Said) -> Said:
    for one in (this, other):
        for line in one.look.facts.part(GoalState).chain:
            if line.step.kind == "crank" and line.words:
                return say("{fact}: meant, “{words}”", fact=fact, words=Words(line.words))
            if line.step.kind == "crank":
                return say("{fact}: meant, a step of the goal.", fact=fact)
    if any(it.bike is not None and it.bike.use == "time_trial" for it in (this, other)):
        return say("{fact}, as is usual with pads.", fact=fact)
    return say("{fact}: nobody said why.", fact=fact)


def _parts(this: Facts, other: Facts) -> list[Said]:
    """Another saddle, other pedals, where both are known by name."""
    told = []
    one, two = this.part(MeasureState), other.part(MeasureState)
    if one.saddle and two.saddle and one.saddle.name != two.saddle.name:
        a, b = Words(one.saddle.name), Words(two.saddle.name)
        told.append(say("Another saddle: {a} here, {b} there; compared at the mark, not the nose.", a=a, b=b))
    pedals = [m.readings["pedal_model"].heard[0].typed if "pedal_model" in m.readings else "" for m in (one, two)]
    if all(pedals) and pedals[0].casefold() != pedals[1].casefold():
        told.append(say("Other pedals: {a} here, {b} there.", a=Words(pedals[0]), b=Words(pedals[1])))
    return told


def _offer(facts: Facts) -> FleetOffer | None:
    """What was changed for the rider's sake: moves of the goal, and what was built otherwise.

    What another use, another crank or another pedal asked for is that bike's own affair.
    """
    taken = walked(facts)
    if taken is None:
        return None
    links = [x for x in taken.links if not x.parked]
    if any(isinstance(x.step, AeroStep) for x in links):
        return None
    mine = [x for x in links if isinstance(x.step, MoveStep)]
    saddle = _sum([x.after.saddle - x.before.saddle for x in mine])
    hand = _sum([x.after.contact - x.before.contact for x in mine])
    goal, built = both(goal_marks(facts)), both(built_marks(facts))
    if goal is not None:
        saddle, hand = saddle + goal[0] - taken.end.saddle, hand + goal[1] - taken.end.contact
    if goal is not None and built is not None:
        saddle, hand = saddle + built[0] - goal[0], hand + built[1] - goal[1]
    moves = [
        FleetMove(mark=mark, by_x_mm=round(by.x_mm), by_y_mm=round(by.y_mm))
        for mark, by in (("saddle", saddle), ("hand", hand))
        if max(abs(by.x_mm), abs(by.y_mm)) >= LEAST_MOVE_MM
    ]
    if not moves:
        return None
    told = with_semicolons([_move_words(m) for m in moves])
    return FleetOffer(says=say("{moves}.", moves=Capital(told)), moves=moves)


def _sum(moves: list[Mark]) -> Mark:
    total = ORIGIN
    for by in moves:
        total = total + by
    return total


def _move_words(move: FleetMove) -> Said:
    what = say("the saddle") if move.mark == "saddle" else say("the hands")
    parts = []
    if move.by_x_mm:
        by = bare(abs(move.by_x_mm))
        parts.append(say("{by} forward", by=by) if move.by_x_mm > 0 else say("{by} back", by=by))
    if move.by_y_mm:
        by = bare(abs(move.by_y_mm))
        parts.append(say("{by} up", by=by) if move.by_y_mm > 0 else say("{by} down", by=by))
    return say("{what} {moves}", what=what, moves=with_and(parts))
