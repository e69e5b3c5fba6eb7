"""The Frame post: every size with its best build, the frontier, the window, two sizes against each other."""

from __future__ import annotations

from dataclasses import asdict

from waymark.core.callout import Placed
from waymark.core.frame import reach_at_equal_height_mm
from waymark.core.marks import Mark
from waymark.core.rules.schools import SCHOOLS
from waymark.core.rules.verdict import show_miss
from waymark.core.say import Count, Said, Size, Words, bare, in_a_row, say, with_and, with_semicolons, words
from waymark.core.search import Goal, SizeResult
from waymark.core.search.between import verdicts
from waymark.core.search.frontier import Candidate
from waymark.core.search.headroom import saddle_room, share_reached
from waymark.core.search.model import FREE, RUNGS
from waymark.core.search.offers import Offered, shortlist
from waymark.core.search.whole import Whole
from waymark.core.search.window import Kind, WindowPart, look_for, window
from waymark.core.search.words import decided_by
from waymark.rooms.files import Facts
from waymark.rooms.plan import (
    BuildState,
    FrameState,
    angles_of,
    answer,
    build_words,
    can_turn,
    chosen,
    frame_school,
    front_key,
    gate_prompts,
    is_built,
    is_long,
    kinds_asked,
    looked_at,
    point,
    room_out,
    rules_of,
    schools,
    search_goal,
    shelf,
    standing_mm,
    standing_words,
    toe_mm,
    unsure_hand,
    wish,
)
from waymark.rooms.posts.frame.open_slip import open_slip
from waymark.rooms.posts.frame.shapes import (
    BuildLine,
    Compared,
    FaultOut,
    FramesView,
    GatePrompt,
    LookForOut,
    LookOut,
    MapPart,
    NoFit,
    SchoolVerdict,
    SizeOffer,
)
from waymark.rooms.posts.frame.this_bike import this_bike
from waymark.rooms.posts.goal import discipline, goal_contact
from waymark.rooms.posts.measure import MeasureState, next_reading, placed_now, surveyed
from waymark.rooms.schools import SchoolOut
from waymark.rooms.shelves import FrameSize
from waymark.rooms.telling import as_said

NO_WHOLE = Whole((), (), {}, ())
UNTURNED = say("The own bar is taken as it stands: read its rotation on the ramp, and the search may turn it.")
# With fewer readings than this to spare, the one that would tell most is named.
SURE_ENOUGH = 2
MOST_OFFERS, MOST_LINES, NEAREST = 400, 60, 3
# These stand over the drawing, in this order; the rest stands with the schools.
OVER_THE_DRAWING = (
    "Miss", "Stem", "Spacers", "Room up, down", "Reach, equal height", "Toe room", "Trail", "Front centre",
)  # fmt: skip


def frames_view(facts: Facts) -> FramesView:
    """Every size looked at for this goal, best first, what nothing beats, and the window to look for."""
    looked, frame = looked_at(facts), facts.part(FrameState)
    kept = dict(looked)
    searching = search_goal(facts) is not None and is_long(facts)
    whole = NO_WHOLE if searching else answer(facts) or NO_WHOLE
    results = {r.frame.key: r for r in whole.sizes}
    offers = [_offer(facts, r, whole, kept[int(r.frame.key)]) for r in whole.sizes]
    parts_of, wanted = _window(facts)
    present = facts.part(MeasureState).frame
    carry = sum(o.verdict != "out" for o in offers)
    a, b = _held(results, kept, frame.chosen), _held(results, kept, frame.held)
    top, others = shortlist(whole, lambda f: kept[int(f.key)].frame)
    return FramesView(
        searching=searching,
        offers=offers[:MOST_OFFERS],
        carry=carry,
        window=parts_of,
        look_for=wanted,
        position=_position(facts),
        open_slip=None if searching else open_slip(facts),
        prompts=[GatePrompt.model_validate({"gate": gate, "says": says}) for gate, says in gate_prompts(facts)],
        this_bike=None if searching else this_bike(facts),
        recommended=None if top is None else _offered(facts, top, kept),
        worth=[_offered(facts, o, kept) for o in others],
        frontier=[_line(facts, c, whole, kept) for c in _first_lines(whole)],
        now=point(Mark(present.chart.reach_mm, present.chart.stack_mm)) if present else None,
        compared=_compared(facts, whole, a, b),
        between=_between(whole, a, b),
        schools=_schools(facts),
        look=_look(facts),
        rules=rules_of(facts),
        held_hand=point(b.hand) if b else None,
        no_fit=_no_fit(whole, kept) if offers and not carry else None,
    )


def _position(facts: Facts) -> Said | None:
    """How sure the position is that frames are looked for, and where it is from."""
    found, saddle, hand = surveyed(facts), placed_now(facts, "saddle"), placed_now(facts, "hand")
    if found is None or saddle is None or hand is None:
        return None

    def sure(at: Placed) -> Said:
        return say("±{x}, {y}", x=bare(round(at.sd_x_mm)), y=bare(round(at.sd_y_mm)))

    spare = found.degrees_of_freedom
    checked = say("nothing checks it") if spare < 1 else say("{spare} readings more than it needs", spare=Count(spare))
    said = [
        say("saddle {saddle}", saddle=sure(saddle)),
        say("hand {hand} fore and up", hand=sure(hand)),
        checked,
    ]
    sources = list(dict.fromkeys(r.source for r in facts.part(MeasureState).readings.values() if r.source))
    said += [say("from {sources}", sources=Words(", ".join(sources[:2])))] if sources else []
    told = say("The position: {said}.", said=with_semicolons(said))
    first = next_reading(facts) if spare < SURE_ENOUGH else None
    if first is None:
        return told
    reads = say("Read first, were it here: {title}.", title=as_said(first.title))
    return in_a_row([told, reads, as_said(first.says)])


def _first_lines(whole: Whole) -> list[Candidate]:
    """The frontier in the order of the sizes, the best first, one line a size."""
    first: dict[str, Candidate] = {}
    for c in whole.frontier:
        first.setdefault(c.standing.result.frame.key, c)
    return list(first.values())[:MOST_LINES]


def _offer(facts: Facts, r: SizeResult, whole: Whole, size: FrameSize) -> SizeOffer:
    geometry, (tol_x, tol_y), frame = (
        size.chart.geometry(),
        facts.house.tolerance("hand"),
        facts.part(FrameState),
    )
    return SizeOffer(
        id=int(r.frame.key),
        frame=size.frame,
        size=size.size,
        kind=size.kind,
        stack_mm=size.chart.stack_mm,
        reach_mm=size.chart.reach_mm,
        verdict=r.verdict,
        miss_mm=r.miss_mm,
        show_x=show_miss(r.miss.x_mm, tol_x),
        show_y=show_miss(r.miss.y_mm, tol_y),
        build=build_words(r),
        sentence=r.sentence,
        cost=RUNGS[r.rung],
        chosen=_same(frame.chosen, size),
        held=_same(frame.held, size),
        room=room_out(whole.room(r)),
        toe_mm=toe_mm(facts, geometry),
        trail_mm=geometry.trail_mm,
        standover_room_mm=standing_mm(facts, size),
    )


def _line(facts: Facts, it: Candidate, whole: Whole, kept: dict[int, FrameSize]) -> BuildLine:
    r = it.standing.result
    return _offered(facts, Offered(r, whole.room(r), Said(""), it.stands, it.gives_up), kept)


def _offered(facts: Facts, it: Offered, kept: dict[int, FrameSize]) -> BuildLine:
    r, frame, (tol_x, tol_y) = it.result, facts.part(FrameState), facts.house.tolerance("hand")
    size = kept[int(r.frame.key)]
    return BuildLine(
        id=int(r.frame.key),
        front=front_key(r),
        frame=size.frame,
        size=size.size,
        label=it.label,
        build=_with_bar(r),
        miss_mm=r.miss_mm,
        show_x=show_miss(r.miss.x_mm, tol_x),
        show_y=show_miss(r.miss.y_mm, tol_y),
        verdict=r.verdict,
        cost=_to_buy(r, size),
        room=room_out(it.room),
        points=r.points,
        faults=[FaultOut(points=f.points, says=f.says) for f in r.faults],
        stands=it.why,
        gives_up=it.gives_up,
        decided=decided_by(r, asdict(schools(facts))),
        bar_why=_bar_why(facts, r),
        standing=standing_words(facts, size),
        chosen=_same(frame.chosen, size) and is_built(facts.part(BuildState), r),
        held=_same(frame.held, size),
    )


def _to_buy(r: SizeResult, size: FrameSize) -> Said:
    """What has to be bought for a build."""
    parts = [] if size.owned else [say("the frame")]
    parts += [] if r.stem is None or r.stem.owned else [say("a stem")]
    parts += [say("a one-piece cockpit")] if r.cockpit is not None and r.rung != FREE else []
    parts += [say("a bar")] if r.bar is not None and r.bar.rung != FREE else []
    return say("{parts} to buy", parts=with_and(parts)) if parts else say("nothing to buy")


def _bar_why(facts: Facts, r: SizeResult) -> Said | None:
    """Why this bar, where another than the rider's own goes on."""
    wished = wish(facts)
    why = [w for w in (wished.width_why, wished.bend_why) if w is not None]
    new = r.cockpit is not None or (r.bar is not None and r.bar.key != "own")
    return say("The bar {why}.", why=with_and(why)) if new and why else None


def _with_bar(r: SizeResult) -> Said:
    named = r.cockpit.label if r.cockpit else r.bar.label if r.bar is not None and r.bar.key != "own" else ""
    return with_semicolons([build_words(r), words(named)]) if named else build_words(r)


def _same(a: FrameSize | None, b: FrameSize) -> bool:
    return a is not None and a.label == b.label


def _held(results: dict[str, SizeResult], kept: dict[int, FrameSize], size: FrameSize | None) -> SizeResult | None:
    if size is None:
        return None
    return next((results.get(str(k)) for k, s in kept.items() if s.label == size.label), None)


def _window(facts: Facts) -> tuple[list[MapPart], LookForOut | None]:
    goal = search_goal(facts)
    if goal is None or not shelf(facts).stems:
        return [], None
    found, head = window_parts(facts, goal)
    asked = look_for(found, head)
    return (
        [MapPart(kind=p.kind, corners=[point(c) for c in p.corners]) for p in found],
        LookForOut(
            head_angle_deg=head,
            stack_least_mm=asked.stack_least_mm,
            stack_greatest_mm=asked.stack_greatest_mm,
            reach_least_mm=asked.reach_least_mm,
            reach_greatest_mm=asked.reach_greatest_mm,
        ),
    )


def window_parts(facts: Facts, goal: Goal) -> tuple[tuple[WindowPart, ...], float]:
    """The window of a goal at the chosen frame's head angle, else at the middle one of the sizes looked at."""
    size, house, stems = chosen(facts), facts.house, shelf(facts).stems
    angles = sorted(s.chart.head_angle_deg for _, s in looked_at(facts))
    head = size.chart.head_angle_deg if size else angles[len(angles) // 2] if angles else house.usual_head_deg
    limit = size.chart.spacer_limit_mm if size else house.spacer_limit_carbon_mm
    cover = size.chart.cover_mm if size else house.usual_cover_mm
    w = house.stem_windows[discipline(facts)]
    lengths = [s.length_mm for s in stems]
    ranges: dict[Kind, tuple[tuple[float, float], tuple[float, float]]] = {
        "best": ((w.best_least_mm, w.best_greatest_mm), (0, limit * house.weights.spacer_warn_share)),
        "workable": ((w.least_mm, w.greatest_mm), (0, limit)),
        "extreme": ((min(lengths), max(lengths)), (0, limit)),
    }
    every = sorted({a for s in stems for a in angles_of(s.angle_deg, s.both_ways)})
    usual = [a for a in every if abs(a) <= house.weights.steep_stem_deg] or every
    high = house.usual_clamp_height_mm
    found = window(goal.clamp, head, cover, high, every, {"extreme": ranges["extreme"]})
    found += window(goal.clamp, head, cover, high, usual, {k: ranges[k] for k in ("workable", "best")})
    return found, head


def _compared(facts: Facts, whole: Whole, first: SizeResult | None, second: SizeResult | None) -> list[Compared]:
    """The chosen size beside the held one, or beside the present bike."""
    frame = facts.part(FrameState)
    a_size, b_size = frame.chosen, frame.held or facts.part(MeasureState).frame
    if a_size is None:
        return []
    a, b = a_size.chart.geometry(), b_size.chart.geometry() if b_size else None

    def row(label: str, mine: float | None, other: float | None) -> Compared:
        return Compared(
            label=label, a="·" if mine is None else _figure(mine), b=None if other is None else _figure(other)
        )

    level = reach_at_equal_height_mm(b.reach_mm, b.stack_mm, a.stack_mm, b.head_angle_deg) if b else None
    rows = _built_rows(facts, whole, first, second)
    rows += [
        row("Stack", a.stack_mm, b.stack_mm if b else None),
        row("Reach", a.reach_mm, b.reach_mm if b else None),
        row("Reach, equal height", a.reach_mm, level),
        row("Toe room", toe_mm(facts, a), toe_mm(facts, b) if b else None),
        row("Trail", a.trail_mm, b.trail_mm if b else None),
        row("Front centre", a.front_centre_mm, b.front_centre_mm if b else None),
    ]
    standing = standing_mm(facts, a_size)
    if standing is not None:
        rows.append(row("Standover room", standing, standing_mm(facts, b_size) if b_size else None))
    # Extensions reach under the table: there it is kept short.
    over = OVER_THE_DRAWING[: 5 if goal_contact(facts).on_pads else None]
    for one in rows:
        one.first = one.label in over
    return sorted(rows, key=lambda r: over.index(r.label) if r.first else len(over))


BUILT_ROWS = (
    "Miss",
    "Stem",
    "Spacers",
    "Room up, down",
    "Room fore, aft",
    "Saddle up, down",
    "Likely reached",
)


def _built_rows(facts: Facts, whole: Whole, first: SizeResult | None, second: SizeResult | None) -> list[Compared]:
    """What is built on the two sizes: miss, stem, pile, room, and how surely the true position is reached."""
    goal = search_goal(facts)
    if first is None or goal is None:
        return []
    pairs = zip(BUILT_ROWS, _told(facts, goal, whole, first), _told(facts, goal, whole, second), strict=True)
    return [Compared(label=label, a=x, b=y) for label, x, y in pairs if x is not None]


def _told(facts: Facts, goal: Goal, whole: Whole, of: SizeResult | None) -> list[Said | None]:
    if of is None:
        return [None] * len(BUILT_ROWS)
    on, (tol_x, tol_y), unsure = shelf(facts), facts.house.tolerance("hand"), unsure_hand(facts)
    room = whole.room(of)
    post = next((p for p in on.posts if of.seat and p.key == of.seat.post_key), None)
    seat = saddle_room(of, goal, post, goal.saddle_fit) if goal.saddle_fit else None
    share = None if unsure is None else share_reached(of, goal, tuple(on.spacers_mm), unsure)
    return [
        say("{x} {y}", x=show_miss(of.miss.x_mm, tol_x), y=show_miss(of.miss.y_mm, tol_y)),
        say("{length}", length=Size(of.stem_stands.length_mm)),
        say("{pile}", pile=Size(of.spacers_mm)),
        _two(room.up_mm, room.down_mm),
        _two(room.forward_mm, room.back_mm),
        _two(seat.up_mm, seat.down_mm) if seat else None,
        None if share is None else say("{share} %", share=Count(min(99, round(share * 100)))),
    ]


def _figure(mm: float) -> Said:
    return say("{length}", length=bare(mm))


def _two(one_mm: float, other_mm: float) -> Said:
    return say("{one} {other}", one=bare(one_mm), other=bare(other_mm))


def _between(whole: Whole, a: SizeResult | None, b: SizeResult | None) -> list[SchoolVerdict]:
    if a is None or b is None:
        return []
    return [
        SchoolVerdict(school=v.school, label=v.label, takes="A" if v.takes == 0 else "B", reason=v.reason)
        for v in verdicts(a, b, whole.room(a), whole.room(b))
    ]


def _schools(facts: Facts) -> list[SchoolOut]:
    return [frame_school(facts, key) for key, it in SCHOOLS.items() if it.asked_at == "frame"]


def _look(facts: Facts) -> LookOut:
    every = [s for _, s in facts.shelf.sizes]
    return LookOut(
        kinds=list(kinds_asked(facts)),
        every_kind=list(dict.fromkeys(s.kind for s in every)),
        every_material=sorted({s.material for s in every}),
        every_tag=sorted({t for s in every for t in s.tags}),
        shown=len(looked_at(facts)),
        shelved=len(every),
        note="" if can_turn(facts) else UNTURNED,
    )


def _no_fit(whole: Whole, kept: dict[int, FrameSize]) -> NoFit:
    near = [
        say("{frame}: {why}", frame=Words(kept[int(r.frame.key)].label), why=r.sentence) for r in whole.sizes[:NEAREST]
    ]
    return NoFit(nearest=near, frame_drawing=True)
