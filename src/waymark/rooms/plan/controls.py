"""Levers, remotes and grips of the plan: as set, side by side, and where to begin."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.cockpit.controls import SETTINGS, Control, advice, apart, forearm_down_deg, shown
from waymark.core.rules.mounting import CHILD_AGE
from waymark.core.say import Said, Words, say, with_and
from waymark.rooms.files import Facts, both, fact
from waymark.rooms.plan.asked import bar_rider, schools
from waymark.rooms.plan.facts import plan_bar, plan_contact, plan_marks
from waymark.rooms.plan.pictures import pose_of, sits_then
from waymark.rooms.plan.state import BuildState
from waymark.rooms.shelves import FlatBarPart


@dataclass(frozen=True, slots=True)
class ControlLine:
    """One setting of both sides, told; ``None`` where it was not set."""

    what: Control
    name: Said
    how: Said
    left: Said | None
    right: Said | None
    differs: bool


@fact
def has_flat_bar(facts: Facts) -> bool:
    """Whether the plan's hands are on grips."""
    return isinstance(plan_bar(facts), FlatBarPart) and facts.part(BuildState).cockpit is None


def control_lines(facts: Facts) -> list[ControlLine]:
    """Every setting that this kind of bar has."""
    state, flat = facts.part(BuildState).controls, has_flat_bar(facts)
    differ = apart(state.left, state.right)
    return [
        ControlLine(
            key,
            it.name,
            it.how,
            shown(key, state.left[key]) if key in state.left else None,
            shown(key, state.right[key]) if key in state.right else None,
            key in differ,
        )
        for key, it in SETTINGS.items()
        if flat or not it.flat_only or key in state.left or key in state.right
    ]


def controls_differ(facts: Facts) -> Said | None:
    """That left and right differ, and whether it is meant."""
    state = facts.part(BuildState).controls
    named = [SETTINGS[c].name for c in apart(state.left, state.right)]
    if not named:
        return None
    if state.meant:
        return say("Left and right differ on purpose: {why}.", why=Words(state.meant.rstrip(".")))
    return say("Left and right differ in {what}: on purpose?", what=with_and(named))


@fact(by_value=False)
def controls_advice(facts: Facts) -> tuple[Said, ...]:
    """Where to begin with this rider."""
    marks, rider = both(plan_marks(facts)), bar_rider(facts)
    down = None
    if marks is not None and facts.profile.mm("height") is not None and not plan_contact(facts).on_pads:
        pose = pose_of(sits_then(facts), *marks)
        down = forearm_down_deg(pose.elbow, pose.hand) if pose.arms_reach else None
    age, hand = facts.profile.age, rider.hand_mm
    child = age is not None and age < CHILD_AGE
    small = hand is not None and hand < facts.house.placing.small_hand_mm
    return advice(
        down,
        flat=has_flat_bar(facts),
        child=child,
        small_hands=small,
        large_hands=hand is not None and hand >= facts.house.placing.large_hand_mm,
        flatter=schools(facts).levers == "flatter",
        flatter_by_deg=facts.house.placing.flatter_lever_deg,
    )
