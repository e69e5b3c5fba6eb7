"""How bar, levers, post and rails stand: as they are to stand in the plan, and as they were read on the old bike."""

from __future__ import annotations

from waymark.core.say import Angle, Said, bare, say, with_commas, words
from waymark.core.search.places import hood_words, ramp_words
from waymark.rooms.files import Facts
from waymark.rooms.plan import BuildState, own_bike, plan_contact, stem_of
from waymark.rooms.posts.measure import MeasureState, read_value


def bar_stands(facts: Facts) -> Said:
    """How the bar is set: by an angle read with the level on a named surface, never by another bike's pen mark."""
    b, measure = facts.part(BuildState), facts.part(MeasureState)
    if b.place is not None and b.place.stands is not None:
        return b.place.stands
    if b.cockpit is not None:
        return say("one piece with the stem")
    if keeps_clamp(facts):
        return say("left clamped as it is")
    kind = plan_contact(facts).kind
    if kind == "hood":
        read = _read_bar(measure)
        return with_commas(read) if read else say("ramp as on the old bike: ____°, by the level")
    if kind == "grip":
        return say("grips' sweep as on the old bike: ____°, by the level")
    return say("pads and ends placed as below")


def keeps_clamp(facts: Facts) -> bool:
    """Whether the bar need not leave the stem: the own bike, its own stem the way round that it has."""
    bike, stem, b = own_bike(facts), stem_of(facts.part(BuildState)), facts.part(BuildState)
    if bike is None or stem is None or b.stem is None or b.bar is not None or b.for_frame != bike.frame.label:
        return False
    return b.stem.owned and (stem.length_mm, stem.angle_deg) == (bike.now.stem.length_mm, bike.now.stem.angle_deg)


def as_read(facts: Facts) -> Said | None:
    """What was read of the bike as it came, so that it can be put back; ``None`` where nothing was."""
    measure = facts.part(MeasureState)
    said = _read_bar(measure)
    reach = read_value(measure, "lever_reach.right")
    said += [say("lever reach {reach}", reach=bare(reach))] if reach is not None else []
    rail = measure.readings.get("rail_place")
    said += [say("rail scale {number}", number=words(rail.heard[0].typed))] if rail and rail.heard else []
    post = read_value(measure, "post_exposed")
    said += [say("post showing {showing}", showing=bare(post))] if post is not None else []
    tilt = read_value(measure, "tilt")
    said += [say("saddle tilt {tilt}", tilt=Angle(tilt, signed=True))] if tilt else []
    return with_commas(said) if said else None


def _read_bar(measure: MeasureState) -> list[Said]:
    ramp = read_value(measure, "bar_rotation")
    said = [] if ramp is None else [ramp_words(ramp)]
    right, left = read_value(measure, "hood_slope.right"), read_value(measure, "hood_slope.left")
    if right is not None and left is not None and round(right) != round(left):
        said.append(say("right {right}, left {left}", right=hood_words(right), left=hood_words(left)))
    elif (slope := right if right is not None else left) is not None:
        said.append(hood_words(slope))
    return said
