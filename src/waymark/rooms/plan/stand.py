"""The plan's bar as it stands, and putting another there, or the same otherwise: what no search has to be asked for."""

from __future__ import annotations

from dataclasses import replace

from waymark.core.cockpit import DropStand, FlatStand
from waymark.core.marks import Mark
from waymark.core.say import Angle, Said, exactly, say, with_commas
from waymark.core.search.places import drop_words, pad_words, roll_words, school_rotation_deg
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.asked import schools, sought
from waymark.rooms.plan.facts import plan_bar
from waymark.rooms.plan.own import as_read, can_turn
from waymark.rooms.plan.state import BuildState, PlaceState
from waymark.rooms.posts.measure import MeasureState, context
from waymark.rooms.shelves import AeroBarPart, CockpitPart, DropBarPart, FlatBarPart

BarPart = DropBarPart | FlatBarPart | AeroBarPart
Stand = DropStand | FlatStand


@fact
def bar_stand(facts: Facts) -> Stand | None:
    """How the plan's bar stands, where its figures are known and how it stood was read; ``None`` elsewhere, and on pads."""
    b, measure = facts.part(BuildState), facts.part(MeasureState)
    part = b.cockpit or plan_bar(facts)
    if part is None or isinstance(part, AeroBarPart) or sought(facts) == "pad":
        return None
    place = b.place
    if place is not None:
        off, rotation, slide = place.off(), place.rotation_deg, place.slide_mm
    elif b.bar is None and b.cockpit is None and can_turn(facts):
        read = as_read(measure, context(facts).contact.off)
        off, rotation, slide = read.off, read.rotation_deg, read.slide_mm
    else:
        return None
    stand = stand_of(part, rotation, slide)
    return replace(stand, shift=off - hand_off(stand))


def stand_of(part: DropBarPart | CockpitPart | FlatBarPart, rotation_deg: float = 0.0, slide_mm: float = 0.0) -> Stand:
    """A part from the shelf, turned or rolled, its levers slid."""
    if isinstance(part, FlatBarPart):
        return FlatStand(part.bar(), part.hand_inset_mm, rotation_deg)
    return DropStand(part.bar(), part.lever(), rotation_deg, slide_mm)


def hand_off(stand: Stand) -> Mark:
    """The hand from the clamp's centre; raises ``GeometryError`` where a lever cannot sit."""
    return stand.grip() if isinstance(stand, FlatStand) else stand.hood().at


def turned_stand(stand: Stand, turn_deg: float, slide_mm: float) -> Stand:
    """The bar with its ramp at a slope and its levers at a place on the bend, or, flat, rolled so far."""
    if isinstance(stand, FlatStand):
        return replace(stand, roll_deg=turn_deg)
    return replace(stand.with_ramp(turn_deg), slide_mm=slide_mm)


@fact
def levers_now_mm(facts: Facts) -> float | None:
    """Where the levers of the own bar sit on its bend now; ``None`` where they are not mounted yet, or it was not read."""
    b = facts.part(BuildState)
    if b.bar is not None or b.cockpit is not None or not can_turn(facts):
        return None
    return as_read(facts.part(MeasureState), context(facts).contact.off).slide_mm


def like_now(facts: Facts, part: DropBarPart | FlatBarPart) -> Stand:
    """Another bar put on as the present one stands: the same ramp and rise of the hoods, or the same roll.

    Where how it stands is not known the school says it.
    """
    now, house = bar_stand(facts), facts.house
    if isinstance(part, FlatBarPart):
        return stand_of(part, now.roll_deg if isinstance(now, FlatStand) else 0.0)
    placing = house.placing
    middle = (placing.hood_slope_least_deg + placing.hood_slope_greatest_deg) / 2
    stand = DropStand(part.bar(), part.lever())
    if isinstance(now, DropStand):
        stand, slope = stand.with_ramp(now.ramp_deg), now.hood().slope_deg
    else:
        school = school_rotation_deg(stand.bar, schools(facts).rotation, part.drop_end_deg, placing)
        stand, slope = replace(stand, rotation_deg=school), middle
    return stand.with_slope(slope) or stand.with_slope(middle) or stand


def keep_stand(facts: Facts, b: BuildState, stand: Stand) -> None:
    """Put the plan's bar down as it stands here, with the words a mechanic sets it by."""
    off = hand_off(stand)
    kept = PlaceState(off_x_mm=round(off.x_mm, 6), off_y_mm=round(off.y_mm, 6))
    if isinstance(stand, FlatStand):
        b.place = kept.model_copy(update={"rotation_deg": stand.roll_deg, "stands": roll_words(stand.roll_deg)})
        return
    now, slope = levers_now_mm(facts), stand.hood().slope_deg
    b.place = kept.model_copy(
        update={
            "rotation_deg": round(stand.rotation_deg, 2),
            "slide_mm": round(stand.slide_mm, 2),
            "slope_deg": round(slope, 2),
            "stands": drop_words(stand.ramp_deg, slope, None if now is None else stand.slide_mm - now),
        }
    )


def keep_pads(b: BuildState, ahead_mm: float, above_mm: float) -> None:
    """Put the pads of the plan's aero bar down in one of the maker's steps."""
    b.place = PlaceState(off_x_mm=ahead_mm, off_y_mm=above_mm, stands=pad_words(ahead_mm, above_mm))


def stands_words(facts: Facts) -> Said:
    """How the plan's bar stands, in the words that the card has."""
    place, stand = facts.part(BuildState).place, bar_stand(facts)
    if place is not None and place.stands is not None:
        return place.stands
    if isinstance(stand, DropStand):
        return say("as it stands: {how}", how=drop_words(stand.ramp_deg, stand.hood().slope_deg))
    return say("as it stands")


def sizes_words(part: BarPart | CockpitPart) -> Said:
    """What tells one bar from another of its kind."""
    if isinstance(part, FlatBarPart):
        sweep = Angle(part.sweep_deg)
        return say("rise {rise}, sweep {sweep}", rise=exactly(part.rise_mm), sweep=sweep)
    if isinstance(part, AeroBarPart):
        low, high = exactly(min(part.pad_stacks_mm)), exactly(max(part.pad_stacks_mm))
        return say("pads {low} to {high} over the clamp", low=low, high=high)
    said = [say("reach {reach}", reach=exactly(part.reach_mm)), say("drop {drop}", drop=exactly(part.drop_mm))]
    return with_commas(said)
