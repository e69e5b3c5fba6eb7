"""Where the marks must be: the measured marks, taken through the chain of steps, and nudged."""

from __future__ import annotations

from waymark.core.body import FootFit, Seated
from waymark.core.contact import Contact
from waymark.core.figures import whole
from waymark.core.goal import Clamp, MixStep, Position, Step, Walked, walk
from waymark.core.goal.steps import title_of
from waymark.core.marks import Mark
from waymark.core.rules.house import DROP_BAR_DISCIPLINES, FLAT_BAR_DISCIPLINES
from waymark.core.say import Length, Said, say
from waymark.core.translate import Use
from waymark.rooms.files import Facts, MarkName, Marks, both, fact
from waymark.rooms.posts.goal.first import guessed, guessed_crank_mm, guessed_use
from waymark.rooms.posts.goal.state import ChainLine, GoalState, use_named, use_of
from waymark.rooms.posts.measure import (
    MeasureState,
    context,
    explain_foot,
    now_marks,
    present_body,
    present_foot,
    present_seat,
)
from waymark.rooms.posts.measure import label_of as measured_label
from waymark.rooms.shelves import Kind

# What a bar is most often used for, where nothing says what the measured bike was for.
USUAL_USE: dict[str, Kind] = {"drop": "endurance", "flat": "trail", "aero": "time-trial"}
USES_OF_BAR = {
    "drop": frozenset(DROP_BAR_DISCIPLINES) - {"time-trial"},
    "flat": frozenset(FLAT_BAR_DISCIPLINES),
    "aero": frozenset({"time-trial"}),
}


@fact
def measured_use(facts: Facts) -> Kind:
    """What the measured bike was for: as said, else by its frame, else what the file is for where its bar can be, else by
    its bar. The first step that carries the position elsewhere says it."""
    goal, measure = facts.part(GoalState), facts.part(MeasureState)
    if goal.from_use is not None:
        return goal.from_use
    if measure.frame is not None:
        return measure.frame.kind
    bar = measure.handlebar()
    return goal.discipline if goal.discipline in USES_OF_BAR[bar] else USUAL_USE[bar]


@fact
def start(facts: Facts) -> Position | None:
    """The measured position, from which the chain starts; ``None`` until saddle and hand are placed."""
    pair, lean = both(now_marks(facts)), context(facts)
    if pair is None:
        return _guess(facts)
    saddle, at = pair
    hand, pad = lean.contact.hand_at(at), lean.contact.pad_at(at)
    use, crank = use_of(measured_use(facts)), lean.saddle.crank_mm
    return Position(saddle, hand, use, crank, present_foot(facts), pad, present_seat(facts))


def _guess(facts: Facts) -> Position | None:
    """The first guess, where it was taken for the goal and there is no bike; its hand is on what the use is ridden with."""
    found = guessed(facts) if facts.part(GoalState).guess else None
    if found is None:
        return None
    house = facts.house.assumed
    foot = FootFit(facts.profile.body().foot_mm, house["foot_stack"])
    return Position(found.saddle, found.hand, use_of(guessed_use(facts)), guessed_crank_mm(facts), foot)


def is_guess(facts: Facts) -> bool:
    """Whether the chain starts at a first guess and not at a bike."""
    return both(now_marks(facts)) is None and start(facts) is not None


@fact
def walked(facts: Facts) -> Walked | None:
    """The chain taken from the measured marks."""
    here = start(facts)
    if here is None:
        return None
    steps = [(_step(facts, line), line.parked) for line in chain(facts)]
    return walk(here, steps, present_body(facts))


def _step(facts: Facts, line: ChainLine) -> Step:
    """A step as the core takes it: the shares of uses are the rider's."""
    step = line.step.step()
    return MixStep(shares(facts)) if isinstance(step, MixStep) else step


@fact
def shares(facts: Facts) -> tuple[tuple[Use, float], ...]:
    """The uses of the rider's record as the core names them, with their shares."""
    return tuple((use_named(it.use), float(it.share)) for it in facts.profile.uses)


@fact(reading=True)
def chain(facts: Facts) -> tuple[ChainLine, ...]:
    """The steps as kept; a first guess is made for the use at once, so that no step leads there from it."""
    kept = facts.part(GoalState).chain
    return tuple(it for it in kept if it.step.kind != "discipline") if is_guess(facts) else tuple(kept)


@fact
def goal_marks(facts: Facts) -> Marks:
    """The goal's marks."""
    g, now, taken = facts.part(GoalState), now_marks(facts), walked(facts)
    goal: Marks = {}
    saddle = taken.end.saddle if taken else now.get("saddle")
    hand = taken.end.contact if taken else now.get("hand")
    if saddle is not None:
        goal["saddle"] = _whole(saddle + Mark(g.saddle_dx_mm, g.saddle_dy_mm))
    if hand is not None:
        goal["hand"] = _whole(hand + Mark(g.hand_dx_mm, g.hand_dy_mm))
    cranks = taken is not None and any(line.step.kind == "crank" and not line.parked for line in chain(facts))
    if "foot" in now or is_guess(facts) or cranks:
        foot = goal_foot(facts)
        goal["foot"] = Mark(goal_crank_mm(facts), foot.stack_mm)
    return goal


@fact
def other_end(facts: Facts) -> Position | None:
    """Where the school not chosen would lead, with the same nudges; ``None`` where it leads to the same."""
    taken, g = walked(facts), facts.part(GoalState)
    if taken is None or taken.other_end is None:
        return None
    return taken.other_end.moved(Mark(g.saddle_dx_mm, g.saddle_dy_mm), Mark(g.hand_dx_mm, g.hand_dy_mm))


@fact
def goal_crank_mm(facts: Facts) -> float:
    """The crank of the goal: the present one until a step takes another."""
    taken = walked(facts)
    return taken.end.crank_mm if taken else context(facts).saddle.crank_mm


@fact
def goal_foot(facts: Facts) -> FootFit:
    """The foot on its pedal at the goal."""
    taken = walked(facts)
    return taken.end.foot if taken else present_foot(facts)


@fact
def goal_seat(facts: Facts) -> Seated:
    """How the rider sits at the goal."""
    taken = walked(facts)
    return taken.end.seated if taken else present_seat(facts)


@fact
def goal_contact(facts: Facts) -> Contact:
    """What the goal's hand is on: as on the present bike until a step takes the arms to pads, which then stand over the
    clamp as they commonly do until a bar is chosen."""
    taken, now = walked(facts), context(facts).contact
    if taken is None or taken.end.pad is None or now.on_pads:
        return now
    width = next((x.step.pad_width_mm for x in chain(facts) if x.step.kind == "aero" and not x.parked), None)
    assumed = facts.house.assumed
    off = Mark(-assumed["pad_behind"], assumed["pad_above"])
    return Contact("pad", off, taken.end.hand - taken.end.pad, width)


@fact(reading=True)
def discipline(facts: Facts) -> str:
    """What the bike is for."""
    return facts.part(GoalState).discipline


def clamp_answer(facts: Facts) -> Clamp | None:
    """What the bar's maker says of the clamp that a step to pads puts on it; ``None`` where no step does."""
    return next((x.step.clamp for x in chain(facts) if x.step.kind == "aero" and not x.parked), None)


def held_min(facts: Facts) -> float | None:
    """For how long the position on pads is to be held, minutes."""
    return next((x.step.held_min for x in chain(facts) if x.step.kind == "aero" and not x.parked), None)


def label_of(facts: Facts, mark: MarkName) -> str:
    """A mark's label: where the goal takes the arms to pads that are not there yet, from what to what."""
    if mark == "hand" and goal_contact(facts).on_pads and not context(facts).contact.on_pads:
        return "Hand to pads"
    return measured_label(facts, mark)


def _whole(at: Mark) -> Mark:
    # A goal is set to the whole mm: nobody sets a saddle to a tenth, and shown differences then agree.
    return Mark(float(whole(at.x_mm)), float(whole(at.y_mm)))


def explain(facts: Facts, mark: MarkName) -> list[Said]:
    """Lines that lead to a figure of the goal."""
    g, taken = facts.part(GoalState), walked(facts)
    links = [link for link in (taken.links if taken else ()) if not link.parked and link.trouble is None]
    if mark == "foot":
        return [
            *explain_foot(facts),
            *(title_of(k.step, k.before) for k in links if k.after.crank_mm != k.before.crank_mm),
        ]
    as_it_is = (
        say("A first guess, until a bike is measured") if is_guess(facts) else say("As measured, to the whole mm")
    )
    said = [as_it_is if is_guess(facts) else say("Kept as measured, to the whole mm")]
    dx, dy = (g.saddle_dx_mm, g.saddle_dy_mm) if mark == "saddle" else (g.hand_dx_mm, g.hand_dy_mm)
    lines = []
    for link in links:
        a, b = link.before, link.after
        by = b.saddle - a.saddle if mark == "saddle" else b.contact - a.contact
        lines.append(_line(title_of(link.step, link.before), by))
    if dx or dy:
        lines.append(_line(say("Nudged"), Mark(dx, dy)))
    return [as_it_is, *lines] if lines else said


def step_named(facts: Facts, number: int) -> Said | None:
    """What a step of the chain is called where it starts; ``None`` for one that is not there any more."""
    taken, numbers = walked(facts), [line.id for line in chain(facts)]
    if taken is None or number not in numbers:
        return None
    link = taken.links[numbers.index(number)]
    return title_of(link.step, link.before)


def _line(what: Said, by: Mark) -> Said:
    fore, up = Length(by.x_mm, signed=True, bare=True), Length(by.y_mm, signed=True, bare=True)
    return say("{what}: {fore} fore, {up} up", what=what, fore=fore, up=up)
