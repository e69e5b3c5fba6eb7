"""Why a plan must not be built yet: what a card printed of it would say in large letters."""

from __future__ import annotations

from waymark.core.say import Said, Words, exactly, say, tenths, term
from waymark.core.search.gates import gate_faults
from waymark.rooms.files import Facts, misses
from waymark.rooms.plan.extensions import aero_needs
from waymark.rooms.plan.facts import FEET_DISAGREE, chosen, feet_agree, moved_since, plan_bar, plan_marks
from waymark.rooms.plan.standing import gates, nose_x_mm
from waymark.rooms.plan.state import BuildState
from waymark.rooms.plan.this_bike import on_own_bike
from waymark.rooms.posts.goal import clamp_answer, goal_crank_mm, goal_marks, is_guess
from waymark.rooms.posts.measure import label_of, open_findings
from waymark.rooms.shelves import AeroBarPart, frame_option
from waymark.rooms.telling import as_said

# Less is the rounding of what was read.
LEAST_OUT_MM = 0.05


def plan_warnings(facts: Facts) -> list[Said]:
    """Every reason, the gravest first; none of a plan that is as it should be, or of no plan at all."""
    size, b = chosen(facts), facts.part(BuildState)
    if size is None or b.stem is None:
        return []
    said = [say("Made for a first guess: no bike was measured.")] if is_guess(facts) else []
    if clamp_answer(facts) == "forbidden" and not isinstance(plan_bar(facts), AeroBarPart):
        said.append(say("The bar’s maker allows no clamp on it, and pads are planned."))
    moved = moved_since(facts, say("this was planned"))
    if moved:
        said.append(moved[1])
    if b.for_frame is not None and b.for_frame != size.label:
        said.append(say("The parts were chosen for {frame}.", frame=Words(b.for_frame)))
    for mark, miss in misses("plan", plan_marks(facts), goal_marks(facts), facts.house).items():
        if miss.verdict == "out":
            x, y = (exactly(t) for t in facts.house.tolerance(mark))
            label, off = term(label_of(facts, mark)), say("{x} {y}", x=as_said(miss.show_x), y=as_said(miss.show_y))
            said.append(say("{mark} {off} off the goal, outside ±{x}, {y}.", mark=label, off=off, x=x, y=y))
    marks = goal_marks(facts)
    if b.crank is not None and "foot" not in marks and b.crank.length_mm != goal_crank_mm(facts):
        crank, set_for = exactly(b.crank.length_mm), exactly(goal_crank_mm(facts))
        said.append(say("Cranks of {crank}, and the saddle is set for {set_for}.", crank=crank, set_for=set_for))
    own = on_own_bike(facts)
    if own is not None and (out := b.spacers_mm + b.stem.clamp_height_mm - own.now.room_mm) > LEAST_OUT_MM:
        said.append(say("Stem and spacers stand {out} higher than the steerer, which is cut.", out=tenths(out)))
    said += [need.wrong for need in aero_needs(facts) if not need.met]
    if feet_agree(facts) is False:
        said.append(FEET_DISAGREE)
    stops = gate_faults(frame_option("", size), gates(facts), nose_x_mm(facts))
    said += [say("{frame}: {why}.", frame=Words(size.label), why=f.words) for f in stops]
    if still := open_findings(facts):
        title = as_said(still[0].title)
        said.append(say("A slip is open in Measure: {title}.", title=title))
    return said
