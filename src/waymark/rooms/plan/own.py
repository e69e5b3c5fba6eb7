"""The rider's own bar and stem, as they were read: they cost nothing on whatever frame they go."""

from __future__ import annotations

from dataclasses import replace
from math import pi

from waymark.core.marks import Mark
from waymark.core.search import BarOption, Place, StemOption
from waymark.core.search.model import FREE
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.asked import schools, sought, wish
from waymark.rooms.posts.goal import goal_contact
from waymark.rooms.posts.measure import MeasureState, context, read_value
from waymark.rooms.shelves import DropBarPart, StemPart, Wanted, faults_of, places_of

SAME_MM = 1e-6
OWN = "own"


@fact
def own_bar(facts: Facts) -> BarOption | None:
    """The rider's own bar, first as it stands; None where it has no such hand as the goal asks for.

    It is turned only from a rotation that was read (or where the hand's place is the part's own, so that both
    speak of the same bar): a guess of some degrees would move the hand by as many millimetres.
    """
    bar, lean = facts.part(MeasureState).bar, context(facts)
    stands = Place(lean.contact.off)
    if goal_contact(facts).on_pads and not lean.contact.on_pads:
        return None
    if bar is None or lean.contact.on_pads:
        # Pads as they are: what steps the present aero bar has is not on record.
        return BarOption("own", "bar as it is", None, (stands,), rung=FREE)
    school = Wanted(sought(facts), schools(facts).rotation)
    if not places_of(bar, school):
        return None
    places: tuple[Place, ...] = (stands,)
    if can_turn(facts):
        places = places_of(bar, school, as_read(facts.part(MeasureState), stands.off))
    faults = faults_of(bar, Wanted(sought(facts), wish=wish(facts), weights=facts.house.weights), changed=False)
    return BarOption("own", bar.name, bar.bar_clamp_mm, places, bar.width_mm, FREE, faults=faults)


@fact
def can_turn(facts: Facts) -> bool:
    """Whether it is known how the own bar stands now, so that the search may turn it."""
    measure = facts.part(MeasureState)
    bar = measure.bar
    if not isinstance(bar, DropBarPart) or "bar_rotation" in measure.readings:
        return True
    return context(facts).contact.off.distance_mm(bar.hand_off_clamp()) < SAME_MM


def as_read(measure: MeasureState, off: Mark) -> Place:
    """The own bar, its hand at ``off``: its rotation from the ramp as read, its levers from the hoods' slope."""
    stands = Place(off)
    bar, ramp = measure.bar, read_value(measure, "bar_rotation")
    if not isinstance(bar, DropBarPart) or ramp is None:
        return stands
    rotation = ramp + bar.ramp_deg
    slope = read_value(measure, "hood_slope.right")
    arc = bar.lever_arc_deg if slope is None else bar.lever_slope_deg + rotation - slope
    slide = (arc - bar.lever_arc_deg) * pi / 180 * bar.bend_radius_mm
    return replace(stands, rotation_deg=rotation, slide_mm=slide)


@fact
def own_stem(facts: Facts) -> StemPart | None:
    """The stem on the bike, as it was read; its angle as it stands."""
    measure = facts.part(MeasureState)
    length, angle = read_value(measure, "stem_length"), read_value(measure, "stem_angle")
    if length is None or angle is None or not -45 <= angle <= 45:
        return None
    return StemPart(
        name=f"own {length:g}",
        rung="free",
        owned=True,
        length_mm=length,
        angle_deg=angle,
        clamp_height_mm=facts.house.usual_clamp_height_mm,
        bar_clamp_mm=measure.bar.bar_clamp_mm if measure.bar else 31.8,
    )


def own_stem_option(part: StemPart) -> StemOption:
    """The same as the search takes it."""
    return StemOption(
        OWN, part.name, part.length_mm, part.angle_deg, part.clamp_height_mm, part.both_ways, part.bar_clamp_mm, True
    )
