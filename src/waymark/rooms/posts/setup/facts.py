"""What follows from what was measured after the work."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from waymark.core.callout import Known, Leans, Placed, Survey, Taken, should_read, survey_bike
from waymark.core.errors import WaymarkError
from waymark.core.marks import Mark
from waymark.rooms.files import Facts, MarkName, Marks, fact
from waymark.rooms.plan import BuildState, nose_to_s_mm, plan_bar, plan_chart, plan_contact, plan_marks
from waymark.rooms.posts.measure import MeasureState, leans
from waymark.rooms.posts.setup.state import CHECK_KEYS, COORDINATES, BuiltState
from waymark.rooms.shelves import DropBarPart, FlatBarPart


@fact
def built_leans(facts: Facts) -> Leans:
    """What readings of the bike as built lean on: the plan's parts where it has them, else what the present bike has."""
    sd, now, c = facts.house.part_sd, leans(facts), plan_chart(facts)
    if c is None:
        return now
    off, foot = plan_contact(facts).off, plan_marks(facts).get("foot")
    return replace(
        now,
        crank=now.crank if foot is None else Known(foot.x_mm, facts.house.read_sd["crank"], "part"),
        seat_angle=Known(c.seat_angle_deg, sd["seat_angle"], "part"),
        nose_to_s=Known(nose_to_s_mm(facts), sd["nose_to_s"], "part"),
        off_ahead=Known(off.x_mm, sd["hand_ahead"], "part"),
        off_above=Known(off.y_mm, sd["hand_above"], "part"),
        bb_height=Known(c.wheel_radius_mm - c.bb_drop_mm, sd["bb_height"], "part"),
        **_sides(facts, now),
    )


def _sides(facts: Facts, now: Leans) -> dict[str, Known]:
    """How far out to the side tapes to the hands and pads end on the bike that is built."""
    if facts.part(MeasureState).tape == "middle":
        return {}
    b, bar, contact = facts.part(BuildState), plan_bar(facts), plan_contact(facts)
    sd = facts.house.part_sd["side"]
    if contact.on_pads:
        return {} if contact.width_mm is None else {"pad_side": Known(contact.width_mm / 2, sd, "part")}
    if b.cockpit is not None:
        width = b.cockpit_width_mm
        return {} if width is None else {"hand_side": Known(width / 2, sd, "part")}
    if b.bar is None and b.cut_to_mm is None and now.hand_side.source == "read":
        return {}
    if isinstance(bar, DropBarPart):
        return {"hand_side": Known(bar.width_mm / 2, sd, "part")}
    if isinstance(bar, FlatBarPart):
        return {"hand_side": Known(bar.width_mm / 2 - bar.hand_inset_mm, sd, "part")}
    return {}


@fact
def built_taken(facts: Facts) -> dict[str, Taken]:
    """Everything measured after the work, by key: the coordinates, then the tape's readings in the order of work."""
    b, carried = facts.part(BuiltState), point_of(facts, "hand")
    made: dict[str, Taken] = {}
    for name, it in b.typed().items():
        prompt = COORDINATES[name]
        if prompt.sight is not None and prompt.sight.end == "h":
            prompt = replace(prompt, sight=replace(prompt.sight, end=carried))
        made[name] = Taken(prompt, (it.value,))
    for key, (prompt, side) in CHECK_KEYS.items():
        reading = b.readings.get(key)
        if reading is not None:
            made[key] = Taken(prompt, tuple(h.value for h in reading.heard if h.value is not None), side)
    return made


def point_of(facts: Facts, mark: str) -> str:
    """The survey's point of a mark of the bike that is built."""
    return "s" if mark == "saddle" else "pad" if plan_contact(facts).on_pads else "h"


@fact(by_value=False)
def built_survey(facts: Facts) -> Survey | None:
    """The bike as built, its readings adjusted together; ``None`` before any, or where no bike can be of them."""
    taken = built_taken(facts)
    try:
        return survey_bike(taken, built_leans(facts)) if taken else None
    except WaymarkError:
        return None


@fact
def built_marks(facts: Facts) -> Marks:
    """The marks as measured after the work."""
    found = built_survey(facts)
    built: Marks = {}
    if found is None or found.contradicting:
        return built
    marks: tuple[MarkName, ...] = ("saddle", "hand")
    for mark in marks:
        placed = found.points.get(point_of(facts, mark))
        if placed is not None:
            built[mark] = placed.at
    return built


def placed_built(facts: Facts, mark: MarkName) -> Placed | None:
    """How sure a mark was measured after the work."""
    found = built_survey(facts)
    return found.points.get(point_of(facts, mark)) if found else None


@fact
def should_be(facts: Facts) -> Mapping[str, float]:
    """What the tape should read on the bike as planned, by the checks' keys, as far as the plan places their ends."""
    plan, lean = plan_marks(facts), built_leans(facts)
    saddle, hand, contact = plan.get("saddle"), plan.get("hand"), plan_contact(facts)
    at: dict[str, Mark] = {}
    if saddle is not None:
        at |= {"s": saddle, "nose": saddle + Mark(lean.nose_to_s.value, 0.0)}
    if hand is not None:
        at |= {"clamp": hand - contact.off, "h": contact.hand_at(hand)}
        at |= {"pad": hand} if contact.on_pads else {}
    found = {}
    for key, (prompt, _) in CHECK_KEYS.items():
        value = should_read(prompt.sight, at, lean, lean.bb_height.value) if prompt.sight else None
        if value is not None:
            found[key] = value
    return found
