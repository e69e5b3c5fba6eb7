"""The rider on the measured bike: the body's model, set to the angles that were read there."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

from waymark.core.body import (
    SEATED,
    SIDES,
    AngleName,
    Apart,
    BodyMeasures,
    Calibrated,
    FootFit,
    Sat,
    Seated,
    Turned,
    calibrate,
    legs_apart,
    segments,
)
from waymark.core.callout import BY_NAME, Sides, both_sides
from waymark.core.rules.calibration import CalibrationRules
from waymark.core.say import Angle, Length, Said, bare, say, with_and
from waymark.rooms.files import Facts, both, fact
from waymark.rooms.posts.measure.facts import context, now_marks, read_sides, read_value, taken
from waymark.rooms.posts.measure.shapes import AngleView, BodyView, LengthView, SidesView
from waymark.rooms.posts.measure.state import MeasureState
from waymark.rooms.shelves import DropBarPart, FlatBarPart

# The prompts of the rider's angles and what each is in the body's model; of those with two sides the mean is taken.
PROMPTS: Mapping[str, AngleName] = {
    "knee_still": "knee_still", "knee_riding": "knee_riding", "hip_angle": "hip", "trunk_angle": "trunk",
    "shoulder_angle": "shoulder", "elbow_angle": "elbow", "toe_down": "toe_down",
}  # fmt: skip
NAMES: Mapping[AngleName, Said] = {
    "knee_still": say("knee held still"), "knee_riding": say("knee riding"), "hip": say("hip at its tightest"),
    "trunk": say("trunk"), "shoulder": say("arm to trunk"), "elbow": say("elbow"), "toe_down": say("toes down"),
}  # fmt: skip
# Turned by less, nothing is said of it.
TOLD_MM = 1.0
Way = Callable[[Length], Said]


@fact
def hands_wide(facts: Facts) -> BodyMeasures:
    """The rider as taped, with the hands as wide as the present bar puts them."""
    measure, width = facts.part(MeasureState), None
    if measure.handlebar() == "aero":
        width = read_value(measure, "pad_width")
    elif isinstance(measure.bar, DropBarPart):
        width = measure.bar.width_mm
    elif isinstance(measure.bar, FlatBarPart):
        width = measure.bar.width_mm - 2 * measure.bar.hand_inset_mm
    return facts.profile.body(width)


@fact
def angles_read(facts: Facts) -> dict[AngleName, float]:
    """The rider's angles as they were read on the measured bike, degrees; none that was left out or is not of this bar."""
    measure, found = facts.part(MeasureState), {}
    for prompt, name in PROMPTS.items():
        if measure.handlebar() not in BY_NAME[prompt].bars:
            continue
        read = read_sides(measure, prompt)
        if read:
            found[name] = sum(read) / len(read)
    return found


@fact
def calibrated(facts: Facts) -> Calibrated | None:
    """The body's model set to the angles that were read; ``None`` until saddle and hand are placed."""
    pair, lean = both(now_marks(facts)), context(facts)
    if pair is None:
        return None
    saddle, carried = pair
    body = hands_wide(facts)
    foot = FootFit(body.foot_mm, lean.foot_stack_mm)
    at = Sat(saddle, lean.contact.hand_at(carried), lean.saddle.crank_mm, foot, lean.contact.pad_at(carried))
    return calibrate(at, body, angles_read(facts), facts.house.calibration)


@fact
def angles_apart(facts: Facts) -> tuple[Sides, ...]:
    """The rider's angles that were read on both sides, neither of them left out."""
    measure = facts.part(MeasureState)
    found = (s for s in both_sides(taken(facts)) if s.prompt.name in PROMPTS)
    return tuple(s for s in found if len(read_sides(measure, s.prompt.name)) == len(SIDES))


@fact
def legs(facts: Facts) -> Apart | None:
    """How the left leg parts from the right; ``None`` where nothing that was read on both sides says that they do."""
    found, read, pair, lean = calibrated(facts), angles_apart(facts), both(now_marks(facts)), context(facts)
    inseam_mm, foot_mm = facts.profile.apart("inseam"), facts.profile.apart("foot")
    if found is None or pair is None or not (any(s.differs for s in read) or inseam_mm or foot_mm):
        return None
    saddle, carried = pair
    at = Sat(saddle, lean.contact.hand_at(carried), lean.saddle.crank_mm, found.foot, lean.contact.pad_at(carried))
    apart = {PROMPTS[s.prompt.name]: -s.difference for s in read}
    body, rules = segments(found.body), facts.house.calibration
    return legs_apart(at, body, found.seated, apart, inseam_mm, foot_mm, rules)


def _set(facts: Facts) -> Calibrated | None:
    """The same where there is something to set it to."""
    return calibrated(facts) if angles_read(facts) else None


def body_of(facts: Facts, hand_width_mm: float | None) -> BodyMeasures:
    """The rider as set, with the hands so far apart."""
    found = _set(facts)
    return facts.profile.body(hand_width_mm) if found is None else replace(found.body, hand_width_mm=hand_width_mm)


@fact
def present_body(facts: Facts) -> BodyMeasures:
    """The rider as set, with the hands as wide as the present bar puts them."""
    found = _set(facts)
    return hands_wide(facts) if found is None else found.body


@fact
def present_foot(facts: Facts) -> FootFit:
    """The foot on the present pedal."""
    found = _set(facts)
    return FootFit(hands_wide(facts).foot_mm, context(facts).foot_stack_mm) if found is None else found.foot


@fact
def present_seat(facts: Facts) -> Seated:
    """How the rider sits on the present bike."""
    found = _set(facts)
    return SEATED if found is None else found.seated


def set_to(facts: Facts) -> Said | None:
    """What the body's model was set to, where anything was read."""
    found = _set(facts)
    return None if found is None else _set_words(found)


def body_view(facts: Facts) -> BodyView | None:
    """What the post shows of the rider."""
    found = calibrated(facts)
    if found is None:
        return None
    keys = {name: prompt for prompt, name in PROMPTS.items()}
    shown = [
        AngleView(
            key=keys[name],
            name=NAMES[name],
            before_deg=found.usual_deg[name],
            read_deg=found.read_deg.get(name),
            now_deg=found.now_deg[name],
            sd_deg=sd,
        )
        for name, sd in found.sds_deg.items()
        if facts.part(MeasureState).handlebar() in BY_NAME[keys[name]].bars
    ]
    return BodyView(
        angles=shown,
        lengths=_lengths(hands_wide(facts), found.body),
        says=_set_words(found),
        sides=[_sided(s) for s in angles_apart(facts)],
        legs=_legs_words(legs(facts)),
        trouble=_trouble(found, facts.house.calibration),
    )


def _set_words(found: Calibrated) -> Said:
    """What the model was set to, and what was turned for it."""
    if not found.read_deg:
        return say("No angle was read on the rider: hip, foot and elbow are taken where they usually are.")
    angles = with_and([say("{name} {deg}", name=NAMES[n], deg=Angle(round(v, 1))) for n, v in found.read_deg.items()])
    turned = _turned(found.turned)
    if not turned:
        return say("Set to {angles}, as this body shows of itself.", angles=angles)
    return say("Set to {angles}: {turned}.", angles=angles, turned=with_and(turned))


def _turned(it: Turned) -> list[Said]:
    """What was turned enough to be told, as it lies against the usual body."""
    made = []
    ways: Sequence[tuple[float, Way, Way]] = (
        (it.hip.x_mm, lambda by: say("hip joint {by} forward", by=by), lambda by: say("hip joint {by} back", by=by)),
        (it.hip.y_mm, lambda by: say("hip joint {by} higher", by=by), lambda by: say("hip joint {by} lower", by=by)),
        (it.leg_mm, lambda by: say("leg {by} longer", by=by), lambda by: say("leg {by} shorter", by=by)),
        (it.trunk_mm, lambda by: say("trunk {by} longer", by=by), lambda by: say("trunk {by} shorter", by=by)),
        (it.arm_mm, lambda by: say("arm {by} longer", by=by), lambda by: say("arm {by} shorter", by=by)),
    )
    for by, more, less in ways:
        if abs(by) >= TOLD_MM:
            made.append((more if by > 0 else less)(bare(abs(by))))
    toes, bent = Angle(abs(round(it.toe_down_deg))), Angle(abs(round(it.elbow_deg)))
    if toes.deg:
        made.append(say("toes {by} lower", by=toes) if it.toe_down_deg > 0 else say("toes {by} higher", by=toes))
    if bent.deg:
        made.append(say("elbow bent {by} more", by=bent) if it.elbow_deg > 0 else say("elbow bent {by} less", by=bent))
    return made


def _sided(it: Sides) -> SidesView:
    return SidesView(key=it.prompt.name, left_deg=it.left, right_deg=it.right)


def _legs_words(it: Apart | None) -> Said | None:
    """How the legs part, as far as that is worth a word."""
    if it is None:
        return None
    made = []
    leg, hip = bare(abs(it.leg_mm)), bare(abs(it.hip_up_mm))
    if abs(it.leg_mm) >= TOLD_MM:
        made.append(say("{by} longer", by=leg) if it.leg_mm > 0 else say("{by} shorter", by=leg))
    if abs(it.hip_up_mm) >= TOLD_MM:
        made.append(say("its hip {by} higher", by=hip) if it.hip_up_mm > 0 else say("its hip {by} lower", by=hip))
    toes = Angle(abs(round(it.toe_down_deg)))
    if toes.deg:
        made.append(
            say("its toes {by} lower", by=toes) if it.toe_down_deg > 0 else say("its toes {by} higher", by=toes)
        )
    if not made:
        return say("Left and right are so near each other that one leg stands for both.")
    return say("Against the right leg the left is {apart}. Knee and hip are told for both.", apart=with_and(made))


def _lengths(taped: BodyMeasures, now: BodyMeasures) -> list[LengthView]:
    was, is_ = segments(taped), segments(now)
    arms = taped.upper_arm_mm is not None and taped.forearm_mm is not None
    return [
        LengthView(
            name=say("leg, hip to ankle"),
            mm=was.thigh_mm + was.shank_mm,
            taped=taped.inseam_mm is not None,
            now_mm=is_.thigh_mm + is_.shank_mm,
        ),
        LengthView(
            name=say("trunk, hip to shoulder"), mm=was.trunk_mm, taped=taped.trunk_mm is not None, now_mm=is_.trunk_mm
        ),
        LengthView(
            name=say("arm, shoulder to wrist"),
            mm=was.upper_arm_mm + was.forearm_mm,
            taped=arms,
            now_mm=is_.upper_arm_mm + is_.forearm_mm,
        ),
    ]


def _trouble(found: Calibrated, rules: CalibrationRules) -> Said | None:
    """What was read and no body near this one shows, else what is far from usual."""
    for name, read in found.read_deg.items():
        now = found.now_deg[name]
        if abs(now - read) > rules.not_met_deg:
            return say(
                "Read as {read}, the angle “{name}” stays at {now}: read it again, or tape the rider’s lengths.",
                read=Angle(round(read, 1)),
                name=NAMES[name],
                now=Angle(round(now)),
            )
    if found.turned.furthest_sds > rules.unusual_sds:
        return say("That is far from usual: read the angles once more, and tape the lengths they hang on.")
    return None
