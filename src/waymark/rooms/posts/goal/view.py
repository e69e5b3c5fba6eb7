"""What the goal's bench shows: the chain, line by line, with what each step does and what else it could be."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import BaseModel

from waymark.core.feet import Hands
from waymark.core.figures import whole
from waymark.core.frame import toe_room_mm
from waymark.core.goal import CrankStep, CrankStop, FootStep, Link, Position, walk
from waymark.core.goal.steps import HANDS_SAID, title_of
from waymark.core.goal.stops import ON_SALE_MM
from waymark.core.marks import Mark
from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Angle, Count, Length, Said, bare, say, term, with_and
from waymark.rooms.files import Facts
from waymark.rooms.posts.goal.complaining import ComplaintsView, complaints_view
from waymark.rooms.posts.goal.facts import (
    chain,
    goal_crank_mm,
    goal_foot,
    goal_marks,
    is_guess,
    measured_use,
    other_end,
    walked,
)
from waymark.rooms.posts.goal.first import FirstGuesses, guesses_for
from waymark.rooms.posts.goal.forward import forward_words
from waymark.rooms.posts.goal.schools import answered, questions
from waymark.rooms.posts.goal.state import ChainLine
from waymark.rooms.posts.goal.taking import (
    SchoolPick,
    cleat_schools,
    crank_line,
    crank_schools,
    cranks_sold,
    shelved_cranks,
    toe_frame,
)
from waymark.rooms.posts.measure import present_body, set_to
from waymark.rooms.schema import Point
from waymark.rooms.schools import SchoolOut
from waymark.rooms.shelves import Kind
from waymark.rooms.telling import Told


class By(BaseModel):
    """How far a mark goes, mm, and as it is told: forward and up."""

    x_mm: float
    y_mm: float
    fore: Told
    up: Told


class Choice(BaseModel):
    """One of several ways within a step, and what saddle and hand would do by it."""

    value: str
    label: Told
    saddle: By
    hand: By


class Stop(BaseModel):
    """A crank on sale: the tightest hip angle and what it does, degrees; how much lower the foot is at the top, mm; torque
    and gain, per cent; toe room on the present frame; and what the shelf has."""

    crank_mm: float
    hip_deg: float
    hip_by_deg: float
    foot_lower_mm: float
    torque_percent: float
    gain_percent: float
    toe_mm: float | None
    shelf: Told | None
    says: Told


class StepLine(BaseModel):
    """One step: what it is, why, how far it takes saddle and hand; the choices within it; where it ends.

    ``trouble`` says why it leads nowhere. ``foot`` is told where the step changes the foot; ``picks`` are what each school
    of crank or cleat would take.
    """

    id: int
    kind: Literal["discipline", "mix", "aero", "crank", "foot", "move"]
    title: Told
    why: list[Told]
    words: str
    parked: bool
    saddle: By
    hand: By
    foot: Told | None
    ends_saddle: Point
    ends_hand: Point
    schools: list[Choice]
    hands: list[Choice]
    stops: list[Stop]
    picks: list[SchoolPick]
    cleat_aft_mm: float
    crank_mm: float
    trouble: Told | None


class GoalView(BaseModel):
    """The chain from the measured marks to the goal."""

    headline: Told
    note: Told
    from_use: Kind
    begins_saddle: Point | None
    begins_hand: Point | None
    lines: list[StepLine]
    other_saddle: Point | None
    other_hand: Point | None
    guessed_body: bool
    set_to: Told | None
    first: FirstGuesses | None
    is_guess: bool
    asks: list[SchoolOut]
    crank_to_mm: float
    wrong: ComplaintsView


def goal_view(facts: Facts) -> GoalView:
    """The bench."""
    taken, goal = walked(facts), goal_marks(facts)
    lines = []
    if taken is not None:
        pairs = zip(chain(facts), taken.links, strict=True)
        lines = [_line(facts, kept, link, sold) for (kept, link), sold in zip(pairs, cranks_sold(facts), strict=True)]
    begins = taken.links[0].before if taken and taken.links else taken.end if taken else None
    other = other_end(facts)
    return GoalView(
        headline=_headline(
            begins,
            taken.end if taken else None,
            goal.get("saddle"),
            goal.get("hand"),
            say("A first guess") if is_guess(facts) else say("Kept as measured"),
        ),
        note=_note(lines),
        from_use=measured_use(facts),
        begins_saddle=None if begins is None else _point(begins.saddle),
        begins_hand=None if begins is None else _point(begins.contact),
        lines=lines,
        other_saddle=None if other is None else _point(other.saddle),
        other_hand=None if other is None else _point(other.contact),
        set_to=set_to(facts),
        guessed_body=facts.profile.mm("height") is None,
        first=guesses_for(facts) if taken is None or is_guess(facts) else None,
        is_guess=is_guess(facts),
        asks=questions(facts),
        crank_to_mm=_crank_to_mm(facts),
        wrong=complaints_view(facts),
    )


def _line(facts: Facts, kept: ChainLine, link: Link, sold: Sequence[CrankStop]) -> StepLine:
    return StepLine(
        id=kept.id,
        kind=kept.step.kind,
        title=title_of(link.step, link.before),
        why=[*link.why[:1], *forward_words(facts, link), *link.why[1:]],
        words=kept.words,
        parked=kept.parked,
        **_moves(link.before, link.after),
        foot=_foot_words(link),
        ends_saddle=_point(link.end.saddle),
        ends_hand=_point(link.end.contact),
        schools=_schools(link),
        hands=_hands(facts, kept, link),
        stops=_stops(facts, sold),
        picks=_picks(facts, link, sold) if link.trouble is None else [],
        cleat_aft_mm=link.before.foot.cleat_aft_mm,
        crank_mm=link.before.crank_mm,
        trouble=link.trouble,
    )


def _schools(link: Link) -> list[Choice]:
    """Both schools, where they part."""
    if link.other is None:
        return []
    chosen = getattr(link.step, "school", "deltas")
    other = "body" if chosen == "deltas" else "deltas"
    ends = {chosen: link.after, other: link.other}
    return [
        Choice(value=c.key, label=term(c.label), **_moves(link.before, ends[c.key]))
        for c in SCHOOLS["translate"].choices
    ]


def _hands(facts: Facts, kept: ChainLine, link: Link) -> list[Choice]:
    """What the hands may do when the saddle moves."""
    step = kept.step
    if link.trouble is not None or step.kind not in ("crank", "foot", "move"):
        return []
    if step.kind == "move" and step.mark == "hand":
        return []
    made = []
    names: tuple[Hands, ...] = ("with_saddle", "drop", "place")
    for name in names:
        one = step.model_copy(update={"hands": name}).step()
        after = walk(link.before, [(one, False)], present_body(facts)).end
        made.append(Choice(value=name, label=HANDS_SAID[name], **_moves(link.before, after)))
    return made


def _stops(facts: Facts, sold: Sequence[CrankStop]) -> list[Stop]:
    """The cranks on sale, seen from where the step starts."""
    there, frame, foot = shelved_cranks(facts), toe_frame(facts), goal_foot(facts)
    return [
        Stop(
            crank_mm=s.crank_mm,
            hip_deg=s.hip_deg,
            hip_by_deg=s.hip_by_deg,
            foot_lower_mm=s.foot_lower_mm,
            torque_percent=s.torque_change_percent,
            gain_percent=s.gain_change_percent,
            toe_mm=None if frame is None else toe_room_mm(frame, s.crank_mm, foot.foot_mm, foot.cleat_aft_mm),
            shelf=there.get(s.crank_mm),
            says=_stop_words(s.saddle_by, s.torque_change_percent),
        )
        for s in sold
    ]


def _picks(facts: Facts, link: Link, sold: Sequence[CrankStop]) -> list[SchoolPick]:
    """What each school would take, where the step is one they part on."""
    if isinstance(link.step, FootStep):
        return cleat_schools(facts, link)
    if not isinstance(link.step, CrankStep):
        return []
    return crank_schools(facts, link.before.crank_mm, sold)


def _crank_to_mm(facts: Facts) -> float:
    """The length a crank step begins with: what the school takes from where the chain ends, else the next shorter."""
    taken = walked(facts)
    if taken is None:
        return goal_crank_mm(facts)
    now = taken.end.crank_mm
    shorter = max((x for x in ON_SALE_MM if x <= now - 5), default=ON_SALE_MM[0])
    if answered(facts)["crank"] == "keep":
        return shorter
    picks = crank_schools(facts, now, crank_line(facts, taken.end, CrankStep(now)))
    by_school = next((p.takes_mm for p in picks if p.taken), None)
    return shorter if by_school is None or by_school == now else by_school


def _stop_words(saddle_by: Mark, torque: float) -> Said:
    share = Count(abs(round(torque)))
    moved = say("saddle {fore} {up}", fore=_signed(whole(saddle_by.x_mm)), up=_signed(whole(saddle_by.y_mm)))
    if round(torque) == 0:
        return say("{moved}, the same torque", moved=moved)
    if torque < 0:
        return say("{moved}, {share} % less torque", moved=moved, share=share)
    return say("{moved}, {share} % more torque", moved=moved, share=share)


def _foot_words(link: Link) -> Said | None:
    """What the step does to the foot."""
    if link.trouble is not None:
        return None
    if isinstance(link.step, CrankStep):
        return say("crank {by}", by=_signed(link.after.crank_mm - link.before.crank_mm))
    if isinstance(link.step, FootStep):
        aft, up = link.step.cleat_aft_by_mm, link.step.stack_by_mm
        said = [say("sole {by} up", by=_signed(up))] if up else []
        said += [say("cleat {by} aft", by=_signed(aft))] if aft else []
        apart, turn = link.step.apart_by_mm, link.step.heels_in_by_deg
        said += [say("feet {by} apart", by=_signed(apart))] if apart else []
        said += [say("heels {by} in", by=Angle(turn, signed=True))] if turn else []
        return with_and(said) if said else None
    return None


def _headline(
    begins: Position | None, end: Position | None, saddle: Mark | None, hand: Mark | None, as_it_is: Said
) -> Said:
    """What the goal does to the hand, else to the saddle, in a few words."""
    if begins is None or end is None or saddle is None or hand is None:
        return say("Nothing measured yet")
    if begins.pad is None and end.pad is not None:
        return say("Arms to pads")
    hands, seat = _way(hand - begins.contact), _way(saddle - begins.saddle)
    if hands is not None:
        return say("Hand {way}", way=hands)
    return say("Saddle {way}", way=seat) if seat is not None else as_it_is


def _way(by: Mark) -> Said | None:
    said = []
    if by.x_mm:
        said.append(say("{by} forward", by=bare(by.x_mm)) if by.x_mm > 0 else say("{by} back", by=bare(-by.x_mm)))
    if by.y_mm:
        said.append(say("{by} up", by=bare(by.y_mm)) if by.y_mm > 0 else say("{by} down", by=bare(-by.y_mm)))
    return with_and(said) if said else None


def _note(lines: list[StepLine]) -> Said:
    """How many steps there are, and that each starts where the one above ended."""
    on, parked = sum(not x.parked for x in lines), sum(x.parked for x in lines)
    if not lines:
        return say("The goal is where the marks must be on the new machine. Saddle before bars: the leg comes first.")
    each = say("Each starts where the one above it ended.")
    if on == 1 and not parked:
        return say("One step from the measured marks.")
    if parked:
        return say(
            "Steps from the measured marks: {on}, and {parked} parked. {each}",
            on=Count(on),
            parked=Count(parked),
            each=each,
        )
    return say("{on} steps from the measured marks. {each}", on=Count(on), each=each)


def _moves(before: Position, after: Position) -> dict[str, By]:
    return {"saddle": _by(after.saddle - before.saddle), "hand": _by(after.contact - before.contact)}


def _by(by: Mark) -> By:
    return By(x_mm=by.x_mm, y_mm=by.y_mm, fore=say("{by}", by=_signed(by.x_mm)), up=say("{by}", by=_signed(by.y_mm)))


def _signed(value: float) -> Length:
    return Length(value, signed=True, bare=True)


def _point(at: Mark) -> Point:
    return Point(x_mm=at.x_mm, y_mm=at.y_mm)
