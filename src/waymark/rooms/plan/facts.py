"""The plan: the chosen frame and parts, where they put the marks, and what the goal asks of a search."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.contact import Contact, ContactKind
from waymark.core.feet import bolts_agree, foot_stack_mm
from waymark.core.marks import Mark
from waymark.core.say import Angle, Length, Said, Size, Words, bare, exactly, say, term
from waymark.core.search import FrameOption, Gates, Goal, SaddleOption, Tolerance
from waymark.core.search.previews import FrontEnd
from waymark.core.seat import SaddleFit, saddle_mark
from waymark.rooms.files import Facts, MarkName, Marks, both, fact
from waymark.rooms.plan.state import BuildState, FrameState
from waymark.rooms.posts.goal import discipline, goal_contact, goal_crank_mm, goal_foot, goal_marks
from waymark.rooms.posts.measure import MeasureState, context, explain_foot, saddle_part
from waymark.rooms.shelves import (
    AeroBarPart,
    CrankPart,
    DropBarPart,
    FlatBarPart,
    FrameChart,
    FrameSize,
    SaddlePart,
    frame_option,
)

# What a bar of each kind carries.
CARRIED: Mapping[str, ContactKind] = {"drop_bar": "hood", "flat_bar": "grip", "aero_bar": "extension"}


@fact(reading=True)
def chosen(facts: Facts) -> FrameSize | None:
    """The frame size chosen."""
    return facts.part(FrameState).chosen


@fact(reading=True)
def plan_bar(facts: Facts) -> DropBarPart | FlatBarPart | AeroBarPart | None:
    """The bar of the plan where it is a part of its own: the one chosen, else the present one; cut where it is to be."""
    b = facts.part(BuildState)
    bar = b.bar or facts.part(MeasureState).bar
    if isinstance(bar, FlatBarPart) and b.cut_to_mm is not None:
        return bar.model_copy(update={"width_mm": b.cut_to_mm})
    return bar


def cut_off_mm(facts: Facts) -> float:
    """How much comes off each end of the plan's flat bar."""
    b = facts.part(BuildState)
    whole = b.bar or facts.part(MeasureState).bar
    return (whole.width_mm - b.cut_to_mm) / 2 if isinstance(whole, FlatBarPart) and b.cut_to_mm is not None else 0.0


@fact
def bar_clamp_mm(facts: Facts) -> float | None:
    """The diameter a stem must clamp, where the plan's bar is known."""
    bar = plan_bar(facts)
    return bar.bar_clamp_mm if bar else None


def stem_of(build: BuildState) -> Stem | None:
    """The stem as it stands in the plan."""
    part = build.stem
    if part is None:
        return None
    stem = Stem(part.length_mm, part.angle_deg, part.clamp_height_mm)
    return stem.turned_over() if build.turned_over else stem


@fact
def plan_contact(facts: Facts) -> Contact:
    """The contact of the plan: what the bar that goes on carries, where it will stand; else as on the old bike."""
    b, now = facts.part(BuildState), goal_contact(facts)
    off = b.place.off() if b.place else now.off
    if now.on_pads:
        return replace(now, off=off)
    kind: ContactKind = "hood" if b.cockpit else CARRIED[b.bar.kind] if b.bar else now.kind
    bar = plan_bar(facts)
    if kind == "grip" and isinstance(bar, FlatBarPart):
        return Contact(kind, off, width_mm=bar.width_mm, inset_mm=bar.hand_inset_mm, sweep_deg=bar.sweep_deg)
    return Contact(kind, off)


def cover_mm(facts: Facts) -> float:
    """The headset cover in the plan: the one chosen, else the frame's own."""
    size, own = chosen(facts), facts.part(BuildState).cover_mm
    return own if own is not None else size.chart.cover_mm if size else 0.0


@fact(reading=True)
def other_saddle(facts: Facts) -> SaddlePart | None:
    """The saddle chosen in place of the present one."""
    return facts.part(BuildState).saddle


@fact(reading=True)
def other_crank(facts: Facts) -> CrankPart | None:
    """The crank chosen in place of the present one."""
    return facts.part(BuildState).crank


@fact
def plan_saddle(facts: Facts) -> SaddlePart:
    """The saddle of the plan: another one chosen for it, else the present one, else a usual one."""
    return other_saddle(facts) or saddle_part(facts.part(MeasureState), facts.house.assumed["nose_to_s"])


@fact
def nose_to_s_mm(facts: Facts) -> float:
    """How far the nose of the plan's saddle lies ahead of its mark: its own, else as it was read."""
    other = other_saddle(facts)
    return context(facts).saddle.nose_to_s_mm if other is None else other.nose_to_s_mm


@fact
def saddle_option(facts: Facts) -> SaddleOption:
    """The saddle that goes on, as the search takes it."""
    it = plan_saddle(facts)
    return SaddleOption(SaddleFit(it.rail_to_top_mm, it.mark_to_s_mm), it.rail_room_mm, nose_to_s_mm(facts))


@fact
def plan_marks(facts: Facts) -> Marks:
    """Where the chosen frame and parts put the marks, as far as they are chosen."""
    b, size = facts.part(BuildState), chosen(facts)
    plan: Marks = {}
    if size is None:
        return plan
    c, stem = size.chart, stem_of(b)
    if stem is not None:
        top = Mark(c.reach_mm, c.stack_mm)
        clamp = bar_clamp(top, c.head_angle_deg, cover_mm(facts), b.spacers_mm, stem)
        plan["hand"] = clamp + plan_contact(facts).off
    if b.post is not None and b.post_exposed_mm is not None and b.slide_mm is not None:
        plan["saddle"] = saddle_mark(
            c.seat_angle_deg,
            c.seat_tube_mm + b.post_exposed_mm,
            b.post.setback_mm,
            b.slide_mm,
            saddle_option(facts).fit,
            c.axis_behind_bb_mm,
        )
    stack = stack_of_parts_mm(facts)
    if "foot" in goal_marks(facts) or b.crank is not None or stack is not None:
        crank = goal_crank_mm(facts) if b.crank is None else b.crank.length_mm
        plan["foot"] = Mark(crank, goal_foot(facts).stack_mm if stack is None else stack)
    return plan


@fact
def stack_of_parts_mm(facts: Facts) -> float | None:
    """Pedal axle to sole with the pedal, cleat and shoe of the plan; ``None`` while one of them is as before."""
    b = facts.part(BuildState)
    if b.pedal is None:
        return None
    cleat, shoe = (it.fit() if it else None for it in (b.cleat, b.shoe))
    return foot_stack_mm(b.pedal.fit(), cleat, shoe)  # type: ignore[arg-type]


FEET_DISAGREE = say("Pedal, cleat and shoe do not go together: their cleats have other bolts.")


def feet_agree(facts: Facts) -> bool | None:
    """Whether the plan's pedal, cleat and shoe have the same bolts; ``None`` where one that matters is not known."""
    b = facts.part(BuildState)
    return bolts_agree(*(it.fit() if it else None for it in (b.pedal, b.cleat, b.shoe)))  # type: ignore[arg-type]


@fact
def plan_chart(facts: Facts) -> FrameChart | None:
    """The chosen size's chart on the plan's wheels and tyres: they raise the bike and change how it steers."""
    size, b = chosen(facts), facts.part(BuildState)
    if size is None:
        return None
    put: dict[str, float | None] = {}
    if b.wheels is not None:
        put |= {"bead_mm": b.wheels.bead_mm, "rear_bead_mm": None}
    if b.tyre is not None:
        put |= {"bead_mm": b.tyre.bead_mm, "rear_bead_mm": None, "tyre_mm": b.tyre.width_mm, "rear_tyre_mm": None}
    return size.chart.model_copy(update=put) if put else size.chart


def explain(facts: Facts, mark: MarkName) -> list[Said]:
    """Lines that lead to a figure of the plan."""
    if mark == "foot":
        return explain_foot(facts)
    size, b = chosen(facts), facts.part(BuildState)
    if size is None:
        return []
    c, frame = size.chart, Words(size.label)
    if mark == "saddle" and b.post is not None:
        tube, out, setback = exactly(c.seat_tube_mm), exactly(b.post_exposed_mm or 0.0), exactly(b.post.setback_mm)
        return [
            say("{frame}: seat tube {tube} at {angle}", frame=frame, tube=tube, angle=Angle(c.seat_angle_deg)),
            say("{post}: {out} out, setback {setback}", post=Words(b.post.name), out=out, setback=setback),
            say("Rails {slide} from their middle", slide=Length(b.slide_mm or 0, signed=True, bare=True)),
            say("S = p·v + setback·b + rails and saddle height"),
        ]
    stem = stem_of(b)
    if stem is None:
        return []
    off, carried = plan_contact(facts).off, term(plan_contact(facts).label)
    stack, reach, head = exactly(c.stack_mm), exactly(c.reach_mm), Angle(c.head_angle_deg)
    cover, pile, half = Size(cover_mm(facts)), Size(b.spacers_mm), exactly(stem.clamp_height_mm / 2)
    angle = Angle(stem.angle_deg, signed=True)
    return [
        say("{frame}: stack {stack}, reach {reach}, head {head}", frame=frame, stack=stack, reach=reach, head=head),
        say("Cover {cover} + spacers {pile} + half the clamp {half}", cover=cover, pile=pile, half=half),
        say("Stem {length} at {angle}", length=Size(stem.length_mm), angle=angle),
        say("{contact} {x} ahead of the clamp, {y} above", contact=carried, x=bare(off.x_mm), y=bare(off.y_mm)),
        say("B = T + (c + s + h/2)·u + L·(cos α·n + sin α·u)"),
    ]


def goal_for(facts: Facts, gates: Gates | None = None) -> Goal | None:
    """The goal as the search takes it, with the gates asked of a frame; ``None`` while a mark is missing."""
    marks = both(goal_marks(facts))
    if marks is None:
        return None
    contact, house = goal_contact(facts), facts.house
    return Goal(
        saddle=marks[0],
        hand=marks[1],
        hand_off_clamp=contact.off,
        stem_window=house.stem_windows[discipline(facts)],
        saddle_fit=saddle_option(facts),
        gates=gates or Gates(),
        carried=contact.word,
        tolerance=Tolerance(*house.tolerance("saddle"), *house.tolerance("hand")),
        weights=house.weights,
    )


@fact
def plan_goal(facts: Facts) -> Goal | None:
    """The goal for the plan's own bar and place: what the rails of the front end are judged by."""
    goal = goal_for(facts)
    return None if goal is None else replace(goal, hand_off_clamp=plan_contact(facts).off)


@fact
def chosen_option(facts: Facts) -> FrameOption | None:
    """The chosen size as the search takes it, with the plan's own cover."""
    size = chosen(facts)
    return None if size is None else replace(frame_option("chosen", size), cover_mm=cover_mm(facts))


def front_end(facts: Facts) -> FrontEnd | None:
    """The plan's front end as previews take it."""
    b = facts.part(BuildState)
    stem = stem_of(b)
    return None if stem is None else FrontEnd(b.spacers_mm, stem.length_mm, stem.angle_deg, stem.clamp_height_mm)


def moved_since(facts: Facts, chosen_then: Said) -> tuple[Said, Said] | None:
    """What of the goal moved after ``chosen_then``: a few letters, and a sentence."""
    goal, then = both(goal_marks(facts)), facts.part(FrameState).for_goal
    if goal is None or then is None:
        return None
    least = facts.house.moved_mm
    named = ((say("saddle"), goal[0], then["saddle"]), (say("hand"), goal[1], then["hand"]))
    for mark, at, was in named:
        dx, dy = at.x_mm - was.x_mm, at.y_mm - was.y_mm
        if abs(dy) > least and abs(dy) >= abs(dx):
            by = Length(abs(dy))
            note = say("{mark} {by} since", mark=mark, by=Length(dy, signed=True, bare=True))
            if dy > 0:
                return note, say("The {mark} was raised {by} after {then}.", mark=mark, by=by, then=chosen_then)
            return note, say("The {mark} was lowered {by} after {then}.", mark=mark, by=by, then=chosen_then)
        if abs(dx) > least:
            by, short = Length(abs(dx)), bare(abs(dx))
            if dx > 0:
                why = say("The {mark} went {by} forward after {then}.", mark=mark, by=by, then=chosen_then)
                return say("{mark} {by} fore", mark=mark, by=short), why
            why = say("The {mark} went {by} back after {then}.", mark=mark, by=by, then=chosen_then)
            return say("{mark} {by} aft", mark=mark, by=short), why
    return None
