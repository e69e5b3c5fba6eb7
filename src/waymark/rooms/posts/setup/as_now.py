"""The bike as built taken for the bike as it is: readings and parts become the measured bike's, the goal begins anew."""

from __future__ import annotations

from waymark.rooms.files import Command, Facts, Work, both
from waymark.rooms.plan import (
    BuildState,
    FrameState,
    chosen,
    on_own_bike,
    own_seat_move,
    plan_bar,
    plan_contact,
    plan_marks,
    plan_saddle,
    stack_of_parts_mm,
    stem_of,
)
from waymark.rooms.posts.goal import GoalState, goal_foot
from waymark.rooms.posts.measure import (
    KEYS,
    Heard,
    MeasureState,
    ReadingState,
    SetupRecord,
    marks_kept,
    read_value,
    surveyed,
)
from waymark.rooms.posts.ride import RideState
from waymark.rooms.posts.setup.facts import built_marks
from waymark.rooms.posts.setup.state import BuiltState
from waymark.rooms.shelves import DropBarPart, FlatBarPart

BAR_OF = {"hood": "drop", "grip": "flat", "pad": "aero", "extension": "aero"}
# What a bike keeps through any change of its position, and what a rider brings along to another.
STAYS = ("bar", "bike", "feet", "controls")
GOES_ALONG = ("feet",)


def take_as_now(command: Command, work: Work, by: str, reason: str) -> None:
    """Do it. Raises ``InputError`` naming ``by`` before saddle and hand were measured after the work."""
    facts, file = work.facts, work.file
    if both(built_marks(facts)) is None:
        raise command.refuse("by", "Saddle and hand are not measured after the work yet.", "both marks measured")
    measure, build, goal = file.part(MeasureState), file.part(BuildState), file.part(GoalState)
    _keep_old(facts, measure, work.at.isoformat(timespec="seconds"), by, reason)
    own = on_own_bike(facts) is not None or chosen(facts) is None
    kept = STAYS if own else GOES_ALONG
    readings = {k: r for k, r in measure.readings.items() if KEYS[k][0].group in kept and not KEYS[k][0].sight}
    if build.place is not None:
        # The bar was turned or the levers slid: how they stood says nothing any more.
        readings = {k: r for k, r in readings.items() if KEYS[k][0].group != "controls" and k != "bar_rotation"}
    if build.stem is not None:
        readings = {k: r for k, r in readings.items() if k not in ("stem_taped", "stem_slope")}
    measure.readings = readings | _parts(facts, own) | _measured(facts)
    measure.skipped = []
    _take_parts(facts, measure)
    file.bike = measure.frame.label if measure.frame else file.bike
    file.put(GoalState(discipline=goal.discipline, from_use=goal.discipline, complaints=goal.complaints))
    for tried in file.part(RideState).tried:
        # The steps that these were are in the bike now.
        tried.step = None
    frame = file.part(FrameState)
    frame.chosen, frame.held, frame.for_goal, frame.made = None, None, None, {}
    gears = build.gears.model_copy(update={"now": build.gears.then or build.gears.now, "then": None})
    file.put(BuildState(gears=gears, controls=build.controls))
    file.put(BuiltState())


def _keep_old(facts: Facts, measure: MeasureState, on: str, by: str, reason: str) -> None:
    """The marks as they were, kept with the set-ups under the reason."""
    old = surveyed(facts)
    if old is not None and old.points:
        record = SetupRecord(on=on, by=by, note=reason, readings=len(old.observed), marks=marks_kept(old))
        measure.setups.append(record)


def _measured(facts: Facts) -> dict[str, ReadingState]:
    """What was measured after the work, as readings of the call-out."""
    b, pads = facts.part(BuiltState), plan_contact(facts).on_pads
    hand = ("pad_ahead.right", "pad_up.right") if pads else ("hand_ahead.right", "hand_up.right")
    keys = {"saddle_x": "s_behind", "saddle_y": "s_plumb", "hand_x": hand[0], "hand_y": hand[1]}
    made = {}
    for name, it in b.typed().items():
        # Behind the BB is plus in the call-out.
        value = -it.value if name == "saddle_x" else it.value
        made[keys[name]] = _read(value, f"{value:g}" if name == "saddle_x" else it.typed)
    return made | b.readings


def _parts(facts: Facts, own: bool) -> dict[str, ReadingState]:
    """Printed numbers of what was put on: stem, spacers, bar, post, crank and what is under the foot."""
    b, bar, stem = facts.part(BuildState), plan_bar(facts), stem_of(facts.part(BuildState))
    found: dict[str, float | None] = {}
    if stem is not None:
        found |= {"stem_length": stem.length_mm, "stem_angle": stem.angle_deg, "spacers_under": b.spacers_mm}
    if isinstance(bar, DropBarPart | FlatBarPart):
        found["bar_width"] = bar.width_mm
    contact = plan_contact(facts)
    if contact.on_pads:
        ends = contact.off + contact.to_hand
        found |= {"pad_width": contact.width_mm, "off_ahead": ends.x_mm, "off_above": ends.y_mm}
    if own:
        found |= _moved(facts)
    elif b.post is not None:
        found |= {"post_exposed": b.post_exposed_mm, "post_setback": b.post.setback_mm, "rails_ahead": b.slide_mm}
    foot = plan_marks(facts).get("foot")
    found["crank"] = foot.x_mm if foot else None
    found["foot_stack"] = stack_of_parts_mm(facts)
    at = goal_foot(facts)
    for prompt, by in (("cleat_behind", at.cleat_aft_mm), ("cleat_turn", at.heels_in_by_deg)):
        for side in ("right", "left"):
            old = read_value(facts.part(MeasureState), f"{prompt}.{side}")
            if by and old is not None:
                found[f"{prompt}.{side}"] = old + by
    within = {
        key: value
        for key, value in found.items()
        if value is not None and KEYS[key][0].least <= value <= KEYS[key][0].greatest
    }
    return {key: _read(value, f"{value:g}") for key, value in within.items()}


def _moved(facts: Facts) -> dict[str, float | None]:
    """What of an own bike was read and then moved: its post, its rails, and the spacers over its stem."""
    measure, bike, stem = facts.part(MeasureState), on_own_bike(facts), stem_of(facts.part(BuildState))
    found: dict[str, float | None] = {}
    if bike is not None and stem is not None:
        over = bike.now.room_mm - stem.clamp_height_mm - facts.part(BuildState).spacers_mm
        found["spacers_over"] = max(0.0, over)
    move = own_seat_move(facts)
    if move is not None:
        for key, by in (("post_exposed", move.post_mm), ("rails_ahead", move.slide_mm)):
            was = read_value(measure, key)
            found[key] = None if was is None else was + by
    return found


def _read(value: float, typed: str) -> ReadingState:
    return ReadingState(heard=[Heard(typed=typed, value=value)])


def _take_parts(facts: Facts, measure: MeasureState) -> None:
    """Frame, bar and saddle of the plan as the bike's own."""
    size, bar = chosen(facts), plan_bar(facts)
    if size is None:
        return
    measure.frame = size.model_copy(update={"owned": True})
    measure.bar_kind = BAR_OF[plan_contact(facts).kind]  # type: ignore[assignment]
    if isinstance(bar, DropBarPart | FlatBarPart):
        measure.bar = bar
    elif facts.part(BuildState).cockpit is not None:
        measure.bar = None
    if facts.part(BuildState).saddle is not None or measure.saddle is not None:
        measure.saddle = plan_saddle(facts)
