"""The ways of a mark as the screen has them: what is done in order, what it leaves, what else moves, what it costs."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import BaseModel

from waymark.core.cockpit import DropStand, FlatStand
from waymark.core.figures import whole
from waymark.core.marks import Mark
from waymark.core.rules.verdict import Word, judge_pair, show_miss
from waymark.core.say import (
    Angle,
    Capital,
    Length,
    Said,
    Size,
    Words,
    bare,
    exactly,
    say,
    tenths,
    term,
    with_and,
    with_commas,
)
from waymark.core.search.model import RUNGS
from waymark.core.search.places import hood_words, pad_words, ramp_words, roll_words
from waymark.core.ways import FootMove, HandMove, Kind, SaddleMove
from waymark.core.workmanship import front_faults
from waymark.rooms.files import Facts
from waymark.rooms.plan import (
    OWN,
    OWN_POST,
    BuildState,
    bar_stand,
    plan_bar,
    plan_marks,
    point,
    stem_of,
    turned_stand,
)
from waymark.rooms.posts.build.ways import Asked, foot_ways, front_at_hand, goal_of, hand_ways, saddle_ways, wanted_of
from waymark.rooms.posts.build.ways_foot import foot_also, foot_does
from waymark.rooms.schema import Point
from waymark.rooms.shelves import AeroBarPart, DropBarPart, FlatBarPart
from waymark.rooms.telling import Told

SAME = 1e-6
AnyMove = HandMove | SaddleMove | FootMove
# In what bars differ, named.
SIZES = (
    ("width_mm", say("width")), ("reach_mm", say("reach")), ("drop_mm", say("drop")), ("rise_mm", say("rise")),
)  # fmt: skip


class MarkWay(BaseModel):
    """One way: its changes in the order of work, where it puts the mark, what is left, what else it moves.

    ``worth`` is false where something that costs less does as well, or a workshop would rather not build it; ``against``
    says why not.
    """

    kinds: list[Kind]
    cost: Told
    bands: float
    does: Told
    at: Point
    show_x: Told
    show_y: Told
    verdict: Word
    also: Told | None = None
    room: Told | None = None
    buys: Told | None = None
    worth: bool = True
    against: Told | None = None
    alike: Told | None = None


class WaysView(BaseModel):
    """Every way of one mark to one place, free to dear; ``nearest`` where none reaches; ``never`` is what is not done.

    Ways to the goal show what each leaves of the miss, ways of a nudge what each moves the mark by; the verdict is always
    on the goal.
    """

    wanted: Point
    within: Told
    headline: Told
    ways: list[MarkWay]
    nearest: MarkWay | None
    never: Told | None


def ways_view(facts: Facts, asked: Asked) -> WaysView | None:
    """The ways of a mark; ``None`` while nothing is planned that could be moved."""
    wanted = wanted_of(facts, asked)
    if wanted is None:
        return None
    at, reach = wanted
    within = say("Within {x} and {y}.", x=exactly(reach[0]), y=exactly(reach[1]))
    if asked.mark == "saddle":
        moves = saddle_ways(facts, asked)
        ways, nearest = [_saddle_way(facts, m, moves, asked) for m in moves], None
        never = None
    elif asked.mark == "foot":
        steps = foot_ways(facts, asked)
        ways, nearest = [_foot_way(facts, m, steps, asked) for m in steps], None
        never = say("A cleat’s fore and aft is the goal’s: it moves the foot on the pedal, not the pedal.")
    else:
        found, near = hand_ways(facts, asked)
        ways = [_hand_way(facts, m, found, asked) for m in found]
        nearest = None if near is None else _hand_way(facts, near, (), asked)
        never = say("The saddle is never slid for reach: that would undo the leg's position.")
    return WaysView(
        wanted=point(at), within=within, headline=_headline(asked, len(ways)), ways=ways, nearest=nearest, never=never
    )


def _headline(asked: Asked, found: int) -> Said:
    mark = {"saddle": say("Saddle"), "foot": say("Foot"), "hand": say("Hand")}[asked.mark]
    there = say("to the goal") if asked.to_goal else _by(asked.fore_mm, asked.up_mm)
    if found == 0:
        return say("{mark} {there}: nothing at hand does it", mark=mark, there=there)
    if found == 1:
        return say("{mark} {there}: one way", mark=mark, there=there)
    return say("{mark} {there}: {count} ways", mark=mark, there=there, count=Words(str(found)))


def _by(fore_mm: float, up_mm: float) -> Said:
    said = []
    if fore_mm:
        by = exactly(abs(fore_mm))
        said.append(say("{by} forward", by=by) if fore_mm > 0 else say("{by} back", by=by))
    if up_mm:
        by = exactly(abs(up_mm))
        said.append(say("{by} up", by=by) if up_mm > 0 else say("{by} down", by=by))
    return with_commas(said) if said else say("where it is")


def _way(facts: Facts, it: AnyMove, at: Mark, does: Said, buys: Said | None, asked: Asked) -> MarkWay:
    """What ways of either mark have."""
    shown = it.miss if asked.to_goal else at - plan_marks(facts)[asked.mark]
    tol_x, tol_y = facts.house.tolerance(asked.mark)
    off = at - (goal_of(facts, asked) or at)
    return MarkWay(
        kinds=list(it.kinds),
        cost=term(RUNGS[it.rung] if it.kinds else "nothing"),
        bands=it.price,
        does=does,
        at=point(at),
        show_x=_shown(shown.x_mm, tol_x, asked),
        show_y=_shown(shown.y_mm, tol_y, asked),
        verdict=judge_pair(off.x_mm, off.y_mm, tol_x, tol_y, facts.house.weights.edge_share),
        buys=buys,
    )


def _hand_way(facts: Facts, it: HandMove, found: Sequence[HandMove], asked: Asked) -> MarkWay:
    buys = _buys(facts, it, found)
    way = _way(facts, it, it.hand, hand_does(facts, it), buys, asked)
    more = {"also": _also(facts, it), "room": _room(it), "against": _against(facts, it), "alike": _alike(it)}
    return way.model_copy(update={"worth": _worth(facts, it, found, buys), **more})


def _sentence(said: Sequence[Said]) -> Said:
    """What is done, in the order of work."""
    return say("{what}.", what=Capital(with_commas(said))) if said else say("As it stands.")


def _shown(mm: float, tolerance_mm: float, asked: Asked) -> Said:
    """What is left of the miss as everywhere, or what a nudge moves to a tenth."""
    if asked.to_goal:
        return show_miss(mm, tolerance_mm)
    return say("{by}", by=Length(round(mm, 1), signed=True, bare=True, tenths=True))


def hand_does(facts: Facts, it: HandMove) -> Said:
    """What a way of the hand does, change by change in the order of work."""
    return _sentence([_does(facts, it, kind) for kind in it.kinds])


def _does(facts: Facts, it: HandMove, kind: Kind) -> Said:
    """What one change is, as a mechanic does it."""
    b, stem = facts.part(BuildState), it.stem.stem
    angle = Angle(stem.angle_deg, signed=True)
    if kind == "over":
        return say("turn the stem over, to {angle}", angle=angle)
    if kind == "stem":
        length = Size(stem.length_mm)
        if it.stem.rung == 0:
            return say("put on the own stem of {length} at {angle}", length=length, angle=angle)
        return say("buy a stem of {length} at {angle}", length=length, angle=angle)
    if kind == "spacers":
        by, left = it.pile.height_mm - b.spacers_mm, Size(it.pile.height_mm)
        if by > 0:
            return say("put {by} more under the stem, {pile} in all", by=Size(round(by, 6)), pile=left)
        rest = say("{pile} left", pile=left) if it.pile.height_mm > SAME else say("none left")
        return say("take {by} from under the stem, {left}", by=Size(round(-by, 6)), left=rest)
    return _bar_does(facts, it, kind)


def _bar_does(facts: Facts, it: HandMove, kind: Kind) -> Said:
    hold, b = it.hold, facts.part(BuildState)
    if kind == "bar" and b.cockpit is not None:
        return say("put on the {name} in {length}", name=Words(b.cockpit.name), length=Size(it.stem.stem.length_mm))
    if kind == "bar":
        return _bar_words(facts, it)
    if kind == "turn":
        return say("turn the bar: {ramp}", ramp=ramp_words(hold.turn_deg))
    if kind == "roll":
        return say("roll the bar: {roll}", roll=roll_words(hold.turn_deg))
    if kind == "pads":
        return say("set the {pads}", pads=pad_words(hold.off.x_mm, hold.off.y_mm))
    stand = bar_stand(facts)
    by = hold.slide_mm - stand.slide_mm if isinstance(stand, DropStand) else 0.0
    far = bare(abs(by))
    return (
        say("slide the levers {by} down the bend", by=far)
        if by > 0
        else say("slide the levers {by} up the bend", by=far)
    )


def _bar_words(facts: Facts, it: HandMove) -> Said:
    front = front_at_hand(facts)
    place = front.places[front.bench.holds.index(it.hold)] if front else None
    stands = place.says if place is not None else None
    if it.hold.key == OWN:
        named = say("put the own bar back")
    else:
        part = facts.shelf.part(int(it.hold.key), "drop_bar", "flat_bar", "aero_bar")
        named = (
            say("put on {bar}", bar=Words(part.name)) if it.hold.rung == 0 else say("buy {bar}", bar=Words(part.name))
        )
    return named if stands is None else say("{bar} ({stands})", bar=named, stands=stands)


def _also(facts: Facts, it: HandMove) -> Said | None:
    """What else moves with it."""
    stand, said = bar_stand(facts), list[Said]()
    if isinstance(stand, DropStand) and ("turn" in it.kinds or "levers" in it.kinds):
        then = turned_stand(stand, it.hold.turn_deg, it.hold.slide_mm)
        if isinstance(then, DropStand):
            said.append(hood_words(then.hood().slope_deg))
        if isinstance(then, DropStand) and "turn" in it.kinds:
            said.append(say("drops {by}", by=_moved(then.drops() - stand.drops())))
    if isinstance(stand, FlatStand) and "roll" in it.kinds:
        said.append(say("set the roll with the fingers off the levers"))
    if "bar" in it.kinds and it.hold.key not in ("", OWN):
        said += _bar_differs(facts, int(it.hold.key))
    now = stem_of(facts.part(BuildState))
    if now is not None and "stem" in it.kinds and abs(it.stem.stem.length_mm - now.length_mm) > SAME:
        longer = it.stem.stem.length_mm - now.length_mm
        by = exactly(abs(longer))
        said.append(say("stem {by} longer", by=by) if longer > 0 else say("stem {by} shorter", by=by))
    return _sentence(said) if said else None


def _bar_differs(facts: Facts, key: int) -> list[Said]:
    """In what another bar differs from the plan's."""
    part, now = facts.shelf.part(key, "drop_bar", "flat_bar", "aero_bar"), plan_bar(facts)
    said = []
    for field, named in SIZES:
        was, then = getattr(now, field, None), getattr(part, field, None)
        if was is not None and then is not None and was != then:
            said.append(say("{what} {was} to {then}", what=named, was=exactly(was), then=exactly(then)))
    if (
        not said
        and isinstance(part, DropBarPart | FlatBarPart)
        and isinstance(now, DropBarPart | FlatBarPart | AeroBarPart)
    ):
        said.append(say("of the same size"))
    return said


def _moved(by: Mark) -> Said:
    """A move in whole mm, fore and up."""
    x, y = whole(by.x_mm), whole(by.y_mm)
    if not x and not y:
        return say("where they are")
    return _by(x, y)


def _room(it: HandMove) -> Said | None:
    """How far spacers can move the hand from there."""
    up, down = whole(it.up_mm), whole(it.down_mm)
    if not up and not down:
        return say("No room left by spacers.")
    return say("Spacers then give {up} up, {down} down.", up=bare(up), down=bare(down))


def _buys(
    facts: Facts,
    it: AnyMove,
    found: Sequence[AnyMove],
) -> Said | None:
    """What paying for this brings over the nearest that costs less; ``None`` where it brings nothing."""
    cheaper = [m for m in found if (m.rung, m.price) < (it.rung, it.price)]
    if not cheaper:
        return None
    nearer = min(m.miss.length_mm for m in cheaper) - it.miss.length_mm
    if nearer >= facts.house.weights.tie_mm:
        return say("Buys {by} nearer.", by=tenths(nearer))
    if it.points <= min(m.points for m in cheaper) - facts.house.weights.equal_points:
        return say("No nearer, but better work.")
    return None


def _worth(
    facts: Facts,
    it: AnyMove,
    found: Sequence[AnyMove],
    buys: Said | None,
) -> bool:
    """Whether a way is worth a thought: what it costs buys something, and it is no worse work than what costs less."""
    cheaper = [m for m in found if (m.rung, m.price) < (it.rung, it.price)]
    if not cheaper:
        return True
    return buys is not None and it.points <= min(m.points for m in cheaper) + facts.house.bench.worse_work_points


def _against(facts: Facts, it: HandMove) -> Said | None:
    """What a workshop holds against stem and pile of this way."""
    front = front_at_hand(facts)
    if front is None or not it.kinds:
        return None
    bench = front.bench
    cover, own = bench.cover_mm, bench.own_cover_mm
    faults = front_faults(it.stem.stem, it.pile.height_mm, cover, own, bench.window, bench.weights)
    return say("Against it: {faults}.", faults=with_and([f.says for f in faults])) if faults else None


def _alike(it: HandMove) -> Said | None:
    """Other stems that do the same."""
    others = [(s.stem, p.height_mm) for s, p in it.alike if "stem" in s.kinds]
    if not others:
        return None
    told = [
        say(
            "{length} at {angle} on {pile}",
            length=Size(s.length_mm),
            angle=Angle(s.angle_deg, signed=True),
            pile=Size(h),
        )
        for s, h in others
    ]
    return say("The same by {others}.", others=with_and(told))


def _saddle_way(facts: Facts, it: SaddleMove, found: Sequence[SaddleMove], asked: Asked) -> MarkWay:
    buys = _buys(facts, it, found)
    way = _way(facts, it, it.saddle, saddle_does(facts, it), buys, asked)
    return way.model_copy(update={"worth": _worth(facts, it, found, buys), "also": _bars_from(facts, it)})


def _foot_way(facts: Facts, it: FootMove, found: Sequence[FootMove], asked: Asked) -> MarkWay:
    buys = _buys(facts, it, found)
    way = _way(facts, it, it.foot, foot_does(facts, it), buys, asked)
    return way.model_copy(update={"worth": _worth(facts, it, found, buys), "also": foot_also(facts, it)})


def _bars_from(facts: Facts, it: SaddleMove) -> Said | None:
    """What the bars, which stay, then are from the saddle."""
    marks = plan_marks(facts)
    if "hand" not in marks or "saddle" not in marks:
        return None
    by = marks["saddle"] - it.saddle
    if not whole(by.x_mm) and not whole(by.y_mm):
        return None
    return say("The bars stay: from the saddle they are {by}.", by=_moved(by))


def saddle_does(facts: Facts, it: SaddleMove) -> Said:
    """What is done at post and rails; of the own post, whose marks are the pen's, only how far it goes."""
    b = facts.part(BuildState)
    if "post" in it.kinds:
        named, shown = Words(facts.shelf.part(int(it.post.key), "post").name), exactly(it.showing_mm)
        put = say("put in {post}", post=named) if it.post.rung == 0 else say("buy {post}", post=named)
        return _sentence([put, say("{shown} showing", shown=shown), _rails_words(it.slide_mm)])
    said, own = list[Said](), b.post is not None and b.post.name == OWN_POST
    if "showing" in it.kinds:
        up = it.showing_mm - (b.post_exposed_mm or 0.0)
        by = exactly(abs(up))
        moved = say("the post {by} up", by=by) if up > 0 else say("the post {by} down", by=by)
        there = say("{shown} showing", shown=exactly(it.showing_mm))
        said.append(moved if own else say("{moved}, {there}", moved=moved, there=there))
    if "rails" in it.kinds:
        fore = it.slide_mm - (b.slide_mm or 0.0)
        by = exactly(abs(fore))
        moved = say("the saddle {by} forward", by=by) if fore > 0 else say("the saddle {by} back", by=by)
        said.append(moved if own else say("{moved}, to {there}", moved=moved, there=_rails_words(it.slide_mm)))
    return _sentence(said)


def _rails_words(slide_mm: float) -> Said:
    """Where the saddle is clamped on its rails."""
    far = exactly(abs(slide_mm))
    if slide_mm == 0:
        return say("rails in the middle")
    return say("rails {by} forward", by=far) if slide_mm > 0 else say("rails {by} back", by=far)
