"""The Frame post: every size with its best build, the frontier, the window, two sizes against each other."""

from __future__ import annotations

from collections.abc import Sequence

from sqlalchemy.orm import Session

from waymark.core.frame import FrameGeometry, reach_at_equal_height_mm, toe_clearance_mm
from waymark.core.marks import Mark
from waymark.core.rules.house import NUMBERS, STEM_WINDOWS
from waymark.core.rules.racing import rules_say
from waymark.core.rules.schools import SCHOOLS
from waymark.core.rules.verdict import show_miss
from waymark.core.search import Goal, Shelf, SizeResult
from waymark.core.search.between import verdicts
from waymark.core.search.frontier import Candidate
from waymark.core.search.gates import standover_room_mm
from waymark.core.search.headroom import saddle_room, share_reached
from waymark.core.search.model import RUNGS
from waymark.core.search.whole import Whole
from waymark.core.search.window import Kind, WindowPart, look_for, window
from waymark.core.search.words import decided_by
from waymark.core.units import show_mm
from waymark.rooms.fits import frame_search, planning
from waymark.rooms.fits.build_view import STEEP_STEM_DEG, angles_of, build_words, point, room_out
from waymark.rooms.fits.layers import Layers, search_goal
from waymark.rooms.fits.ledger import tolerance_of
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.views import (
    ChoiceOut,
    Compared,
    FramesView,
    FrontierLine,
    LookForOut,
    LookOut,
    MapPart,
    NoFit,
    SchoolOut,
    SchoolVerdict,
    SizeOffer,
)
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import DropBarPart, FlatBarPart, FrameSize, frame_option, frame_sizes

USUAL_CLAMP_HEIGHT_MM = 40.0
NO_WHOLE = Whole((), (), {}, ())
UNTURNED = "The own bar is taken as it stands: read its rotation on the ramp, and the search may turn it."
MOST_OFFERS, MOST_LINES, NEAREST = 400, 60, 3
# These stand over the drawing, in this order; the rest stands with the schools.
OVER_THE_DRAWING = (
    "Miss", "Stem", "Spacers", "Room up, down", "Reach, equal height", "Toe room", "Trail", "Front centre",
)  # fmt: skip
TO_BUY = {
    "free": "nothing to buy", "small part": "a stem to buy", "part": "a bar to buy",
    "dear part": "a one-piece cockpit to buy",
}  # fmt: skip


def toe_mm(g: FrameGeometry, profile: Profile, layers: Layers) -> float:
    """Shoe tip to tyre."""
    foot = profile.body().foot_mm
    return toe_clearance_mm(
        g.front_axle.x_mm, g.bb_drop_mm, g.wheel_radius_mm, layers.context.saddle.crank_mm, foot
    )


def standover_mm(size: FrameSize, profile: Profile, nose_x_mm: float) -> float | None:
    """Room over the top tube where the rider stands."""
    inseam = profile.mm("inseam")
    if inseam is None:
        return None
    return standover_room_mm(frame_option("", size), inseam + frame_search.SHOES_MM, nose_x_mm)


def question(
    session: Session, profile: Profile, state: FitState, layers: Layers
) -> frame_search.Question | None:
    """What the search is asked for this file, or None while the goal, the frames or the parts are missing."""
    looked = frame_search.looked_at(state, frame_sizes(session))
    goal = search_goal(state, layers, frame_search.gates_of(state, profile))
    shelf = frame_search.shelf_for(session, state, layers, profile, [(str(k), s) for k, s in looked])
    if goal is None or not shelf.frames or not (shelf.stems or shelf.cockpits):
        return None
    return shelf, goal, frame_search.reference_of(state, layers)


def rules_of(state: FitState, layers: Layers) -> list[str]:
    """What the event's rules say of the goal's saddle and the plan's bar, else the present one."""
    saddle, b = layers.marks["goal"].get("saddle"), state.build
    bar = b.bar or (None if b.cockpit else state.measure.bar)
    width = (
        b.cockpit_width_mm
        if b.cockpit
        else bar.width_mm
        if isinstance(bar, DropBarPart | FlatBarPart)
        else None
    )
    points = layers.survey.points if layers.survey else {}
    ahead = layers.context.saddle.nose_to_s_mm
    if "nose" in points and "s" in points:
        # A saddle that is not level has its nose a little nearer than it is long.
        ahead = points["nose"].at.x_mm - points["s"].at.x_mm
    nose = None if saddle is None else saddle.x_mm + ahead
    return rules_say(state.frame.rules.read(), nose, width)


def frames_view(session: Session, profile: Profile, state: FitState, layers: Layers) -> FramesView:
    """Every size looked at for this goal, best first, what nothing beats, and the window to look for."""
    shelved = frame_sizes(session)
    looked = frame_search.looked_at(state, shelved)
    kept = dict(looked)
    asked = question(session, profile, state, layers)
    shelf, goal = (
        (asked[0], asked[1]) if asked else (frame_search.shelf_for(session, state, layers, profile, []), None)
    )
    searching = asked is not None and frame_search.is_long(asked)
    whole = frame_search.whole_of(*asked) if asked and not searching else NO_WHOLE
    nose = layers.marks["goal"].get("saddle", Mark(-200, 700)).x_mm + layers.context.saddle.nose_to_s_mm
    results = {r.frame.key: r for r in whole.sizes}
    offers = [_offer(r, whole, kept[int(r.frame.key)], profile, state, layers, nose) for r in whole.sizes]
    parts_of, wanted = _window(state, shelf, goal, [s for _, s in looked])
    present = state.measure.frame
    carry = sum(o.verdict != "out" for o in offers)
    a, b = _held(results, kept, state.frame.chosen), _held(results, kept, state.frame.held)
    return FramesView(
        searching=searching, offers=offers[:MOST_OFFERS], carry=carry, window=parts_of, look_for=wanted,
        frontier=[_line(c.standing.result, whole, kept, state, c.stands, c.gives_up) for c in _first_lines(whole)],
        now=point(Mark(present.chart.reach_mm, present.chart.stack_mm)) if present else None,
        compared=_compared(profile, state, layers, shelf, goal, whole, (a, b), nose),
        between=_between(whole, a, b), schools=_schools(state), look=_look(state, layers, shelved, looked),
        rules=rules_of(state, layers), held_hand=point(b.hand) if b else None,
        no_fit=_no_fit(whole, kept) if offers and not carry else None,
    )  # fmt: skip


def _first_lines(whole: Whole) -> list[Candidate]:
    """The frontier in the order of the sizes, the best first; in tolerance before edge."""
    return sorted(whole.frontier, key=lambda c: c.standing.result.verdict != "in")[:MOST_LINES]


def _offer(
    r: SizeResult,
    whole: Whole,
    size: FrameSize,
    profile: Profile,
    state: FitState,
    layers: Layers,
    nose: float,
) -> SizeOffer:
    geometry, tol = size.chart.geometry(), tolerance_of("hand")
    return SizeOffer(
        id=int(r.frame.key), frame=size.frame, size=size.size, kind=size.kind, stack_mm=size.chart.stack_mm,
        reach_mm=size.chart.reach_mm, verdict=r.verdict, miss_mm=r.miss_mm,
        show_x=show_miss(r.miss.x_mm, tol[0]), show_y=show_miss(r.miss.y_mm, tol[1]), build=build_words(r),
        sentence=r.sentence, cost=RUNGS[r.rung], chosen=_same(state.frame.chosen, size),
        held=_same(state.frame.held, size), room=room_out(whole.room(r)), toe_mm=toe_mm(geometry, profile, layers),
        trail_mm=geometry.trail_mm, standover_room_mm=standover_mm(size, profile, nose),
    )  # fmt: skip


def _line(
    r: SizeResult, whole: Whole, kept: dict[int, FrameSize], state: FitState, stands: str, gives_up: str
) -> FrontierLine:
    size, tol = kept[int(r.frame.key)], tolerance_of("hand")
    return FrontierLine(
        id=int(r.frame.key), bar=r.bar_key, frame=size.frame, size=size.size, build=_with_bar(r), miss_mm=r.miss_mm,
        show_x=show_miss(r.miss.x_mm, tol[0]), show_y=show_miss(r.miss.y_mm, tol[1]), verdict=r.verdict,
        cost=TO_BUY[RUNGS[r.rung]], room=room_out(whole.room(r)), stands=stands, gives_up=gives_up,
        decided=decided_by(r, state.frame.schools.model_dump()),
        chosen=_same(state.frame.chosen, size) and planning.is_built(state, r), held=_same(state.frame.held, size),
    )  # fmt: skip


def _with_bar(r: SizeResult) -> str:
    named = r.cockpit.label if r.cockpit else r.bar.label if r.bar is not None and r.bar.key != "own" else ""
    return f"{build_words(r)}; {named}" if named else build_words(r)


def _same(a: FrameSize | None, b: FrameSize) -> bool:
    return a is not None and a.label == b.label


def _held(
    results: dict[str, SizeResult], kept: dict[int, FrameSize], size: FrameSize | None
) -> SizeResult | None:
    if size is None:
        return None
    return next((results.get(str(k)) for k, s in kept.items() if s.label == size.label), None)


def _window(
    state: FitState, shelf: Shelf, goal: Goal | None, sizes: Sequence[FrameSize]
) -> tuple[list[MapPart], LookForOut | None]:
    if goal is None or not shelf.stems:
        return [], None
    found, head = window_parts(state, shelf, goal, sizes)
    look = look_for(found, head)
    return (
        [MapPart(kind=p.kind, corners=[point(c) for c in p.corners]) for p in found],
        LookForOut(
            head_angle_deg=head, stack_least_mm=look.stack_least_mm, stack_greatest_mm=look.stack_greatest_mm,
            reach_least_mm=look.reach_least_mm, reach_greatest_mm=look.reach_greatest_mm,
        ),
    )  # fmt: skip


def window_parts(
    state: FitState, shelf: Shelf, goal: Goal, sizes: Sequence[FrameSize]
) -> tuple[tuple[WindowPart, ...], float]:
    """The window of a goal at the chosen frame's head angle, else at the middle one of the sizes looked at."""
    size = state.frame.chosen
    angles = sorted(s.chart.head_angle_deg for s in sizes)
    head = size.chart.head_angle_deg if size else angles[len(angles) // 2] if angles else 72.0
    limit = size.chart.spacer_limit_mm if size else NUMBERS["spacer_limit_carbon_mm"].value
    cover = size.chart.cover_mm if size else 8.0
    w = STEM_WINDOWS[state.goal.discipline]
    lengths = [s.length_mm for s in shelf.stems]
    ranges: dict[Kind, tuple[tuple[float, float], tuple[float, float]]] = {
        "best": ((w.best_least_mm, w.best_greatest_mm), (0, limit * NUMBERS["spacer_warn_share"].value)),
        "workable": ((w.least_mm, w.greatest_mm), (0, limit)),
        "extreme": ((min(lengths), max(lengths)), (0, limit)),
    }
    every = sorted({a for s in shelf.stems for a in angles_of(s.angle_deg, s.both_ways)})
    usual = [a for a in every if abs(a) <= STEEP_STEM_DEG] or every
    found = window(goal.clamp, head, cover, USUAL_CLAMP_HEIGHT_MM, every, {"extreme": ranges["extreme"]})
    found += window(
        goal.clamp, head, cover, USUAL_CLAMP_HEIGHT_MM, usual, {k: ranges[k] for k in ("workable", "best")}
    )
    return found, head


def _compared(
    profile: Profile, state: FitState, layers: Layers, shelf: Shelf, goal: Goal | None, whole: Whole,
    results: tuple[SizeResult | None, SizeResult | None], nose: float,
) -> list[Compared]:  # fmt: skip
    """The chosen size beside the held one, or beside the present bike."""
    a_size, b_size = state.frame.chosen, state.frame.held or state.measure.frame
    if a_size is None:
        return []
    a, b = a_size.chart.geometry(), b_size.chart.geometry() if b_size else None

    def row(label: str, first: float | None, second: float | None) -> Compared:
        return Compared(
            label=label,
            a="·" if first is None else show_mm(first),
            b=None if second is None else show_mm(second),
        )

    level = reach_at_equal_height_mm(b.reach_mm, b.stack_mm, a.stack_mm, b.head_angle_deg) if b else None
    rows = _built_rows(state, layers, shelf, goal, whole, results)
    rows += [
        row("Stack", a.stack_mm, b.stack_mm if b else None),
        row("Reach", a.reach_mm, b.reach_mm if b else None),
        row("Reach, equal height", a.reach_mm, level),
        row("Toe room", toe_mm(a, profile, layers), toe_mm(b, profile, layers) if b else None),
        row("Trail", a.trail_mm, b.trail_mm if b else None),
        row("Front centre", a.front_centre_mm, b.front_centre_mm if b else None),
    ]
    standing = standover_mm(a_size, profile, nose)
    if standing is not None:
        rows.append(row("Standover room", standing, standover_mm(b_size, profile, nose) if b_size else None))
    # Extensions reach under the table: there it is kept short.
    over = OVER_THE_DRAWING[: 5 if layers.context.carried == "pads" else None]
    for one in rows:
        one.first = one.label in over
    return sorted(rows, key=lambda r: over.index(r.label) if r.first else len(over))


def _built_rows(
    state: FitState, layers: Layers, shelf: Shelf, goal: Goal | None, whole: Whole,
    results: tuple[SizeResult | None, SizeResult | None],
) -> list[Compared]:  # fmt: skip
    """What is built on the two sizes: miss, stem, pile, room, and how surely the true position is reached."""
    first, second = results
    if first is None or goal is None:
        return []
    tol = tolerance_of("hand")
    posts = {p.key: p for p in shelf.posts}
    unsure, drawer = frame_search.unsure_hand(layers), tuple(shelf.spacers_mm)

    def told(of: SizeResult | None) -> list[str | None]:
        if of is None:
            return [None] * 7
        room = whole.room(of)
        post = posts.get(of.seat.post_key or "") if of.seat else None
        seat = saddle_room(of, goal, post, goal.saddle_fit) if goal.saddle_fit else None
        share = None if unsure is None else share_reached(of, goal, drawer, unsure)
        return [
            f"{show_miss(of.miss.x_mm, tol[0])} {show_miss(of.miss.y_mm, tol[1])}",
            f"{of.stem_stands.length_mm:g}", f"{of.spacers_mm:g}", f"{room.up_mm} {room.down_mm}",
            f"{room.forward_mm} {room.back_mm}", f"{seat.up_mm} {seat.down_mm}" if seat else None,
            None if share is None else f"{min(99, round(share * 100))} %",
        ]  # fmt: skip

    labels = (
        "Miss",
        "Stem",
        "Spacers",
        "Room up, down",
        "Room fore, aft",
        "Saddle up, down",
        "Likely reached",
    )
    pairs = zip(labels, told(first), told(second), strict=True)
    return [Compared(label=label, a=x, b=y) for label, x, y in pairs if x is not None]


def _between(whole: Whole, a: SizeResult | None, b: SizeResult | None) -> list[SchoolVerdict]:
    if a is None or b is None:
        return []
    return [
        SchoolVerdict(school=v.school, label=v.label, takes="A" if v.takes == 0 else "B", reason=v.reason)
        for v in verdicts(a, b, whole.room(a), whole.room(b))
    ]


def _schools(state: FitState) -> list[SchoolOut]:
    taken = state.frame.schools.model_dump()
    return [
        SchoolOut(
            key=s.key,
            question=s.question,
            taken=taken[s.key],
            choices=[ChoiceOut(key=c.key, label=c.label, reason=c.reason) for c in s.choices],
        )
        for s in SCHOOLS.values()
    ]


def _look(
    state: FitState,
    layers: Layers,
    shelved: Sequence[tuple[int, FrameSize]],
    looked: Sequence[tuple[int, FrameSize]],
) -> LookOut:
    look = state.frame.look
    kinds = look.kinds if look.kinds is not None else list(frame_search.NEAR_KINDS[state.goal.discipline])
    every = [s for _, s in shelved]
    return LookOut(
        kinds=list(kinds), every_kind=list(dict.fromkeys(s.kind for s in every)),
        every_material=sorted({s.material for s in every}), every_tag=sorted({t for s in every for t in s.tags}),
        shown=len(looked), shelved=len(every),
        note="" if frame_search.can_turn(state, layers) else UNTURNED,
    )  # fmt: skip


def _no_fit(whole: Whole, kept: dict[int, FrameSize]) -> NoFit:
    near = [f"{kept[int(r.frame.key)].label}: {r.sentence}" for r in whole.sizes[:NEAREST]]
    return NoFit(nearest=near, frame_drawing=True)
