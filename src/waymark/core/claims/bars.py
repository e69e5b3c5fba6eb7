"""Sayings about the bar: its width and sweep, the levers, a longer stem (docs/formulas.md, Cockpit; Body)."""

from __future__ import annotations

from dataclasses import replace
from math import hypot

from waymark.core.body import BodyMeasures, FootFit, pose_at, segments
from waymark.core.claims.model import ARM, HOODS, SHOULDERS, STEM, TALL, WIDTH, Claim, Number, Values
from waymark.core.claims.scene import HOOD_OFF, SADDLE, Drawn, FromAbove, above_drawn, rider_of
from waymark.core.claims.tried import Tried, signed_mm
from waymark.core.cockpit import FlatBar, place_grip
from waymark.core.cockpit.bars import arm_in_plane_mm, hand_travel_mm, steering_arm_mm
from waymark.core.marks import Mark
from waymark.core.say import Angle, Count, Length, Said, bare, exactly, say, tenths

INSET_MM, HOOD_AHEAD_MM = 55.0, HOOD_OFF.x_mm
LEVER_BAR_MM, LEVER_STEM_MM = 740.0, 50.0


def _wider(v: Values) -> Tried:
    wider, shorter = v["wider_mm"], v["shorter_mm"]
    width, stem = v["width_mm"], v["stem_length_mm"]
    inset = INSET_MM
    first = steering_arm_mm(place_grip(FlatBar(width), inset), stem_length_mm=stem)
    by_width = steering_arm_mm(place_grip(FlatBar(width + wider), inset), stem_length_mm=stem) - first
    both = steering_arm_mm(place_grip(FlatBar(width + wider), inset), stem_length_mm=stem - shorter) - first
    half, shoulder, arm = width / 2 - inset, v["shoulder_width_mm"] / 2, v["arm_mm"]
    drawn = arm_in_plane_mm(arm, half, shoulder) - arm_in_plane_mm(arm, half + wider / 2, shoulder)
    hand = Mark(stem, width / 2 - inset)
    after = Mark(stem - shorter, (width + wider) / 2 - inset)
    axis = Mark(0.0, 0.0)
    return Tried(
        ((axis, Mark(stem, 0), hand),),
        ((axis, Mark(stem - shorter, 0), after),),
        (hand, after),
        (
            say(
                "The steering arm goes from {first} to {then}: {by_width} by the width, {by_stem} by the stem.",
                first=bare(first),
                then=bare(first + both),
                by_width=signed_mm(by_width),
                by_stem=signed_mm(both - by_width),
            ),
            say(
                "Wider hands draw these shoulders {drawn} nearer; the stem brings the bar {shorter} back.",
                drawn=Length(drawn, tenths=True),
                shorter=exactly(shorter),
            ),
        ),
        (
            say(
                "The reach the rider feels, where the two come out alike: here {shorter} {way} is left.",
                shorter=Length(abs(shorter - drawn), tenths=True),
                way=say("shorter") if shorter > drawn else say("longer"),
            ),
        ),
        say("overstated"),
        say(
            "The trade says 2 cm of width is 1 cm of length: for these arms {wider} of width is {drawn}. "
            "Weight follows the stem, steering follows the width.",
            wider=exactly(wider),
            drawn=tenths(drawn),
        ),
    )


def _sweep(v: Values) -> Tried:
    width, before_deg, after_deg = v["width_mm"], v["sweep_deg"], v["new_sweep_deg"]
    inset = INSET_MM
    a = place_grip(FlatBar(width, 0, before_deg, 0, 60), inset)
    b = place_grip(FlatBar(width, 0, after_deg, 0, 60), inset)
    back = a.at.x_mm - b.at.x_mm
    stem = v["stem_length_mm"]
    arm = (hypot(stem + a.at.x_mm, a.z_mm), hypot(stem + b.at.x_mm, b.z_mm))
    bend = Mark(stem, 60)
    return Tried(
        ((Mark(0, 0), Mark(stem, 0), bend, Mark(stem + a.at.x_mm, a.z_mm)),),
        ((Mark(0, 0), Mark(stem, 0), bend, Mark(stem + b.at.x_mm, b.z_mm)),),
        (Mark(stem + a.at.x_mm, a.z_mm), Mark(stem + b.at.x_mm, b.z_mm)),
        (
            say(
                "The grip comes {back} {way}: a stem {stem_by} {stem_way} puts it where it was.",
                back=Length(abs(back), tenths=True),
                way=say("back") if back > 0 else say("forward"),
                stem_by=bare(abs(back)),
                stem_way=say("longer") if back > 0 else say("shorter"),
            ),
            say("The steering arm goes from {arm} to {then}.", arm=bare(arm[0]), then=bare(arm[1])),
        ),
        (say("The bar's width and its height."),),
        say("yes"),
        say(
            "{after} of sweep is {back} of reach at this width: choose the sweep for the wrist and the "
            "stem for the reach.",
            after=Angle(after_deg - before_deg, signed=True),
            back=Length(abs(back)),
        ),
    )


def _levers_in(v: Values) -> Tried:
    finger, inward, blade = v["pivot_to_finger_mm"], v["inward_mm"], v["blade_mm"]
    then = min(finger + inward, blade)
    eased, longer = 100 * (1 - finger / then), 100 * (then / finger - 1)
    base = _flat(LEVER_BAR_MM, 8.0, LEVER_STEM_MM)
    was, now = _pivot(v, base.hand, 0.0), _pivot(v, base.hand, inward)
    moved = [
        say(
            "The finger pulls {then} from the pivot, not {finger}: {eased} % less pull stops as hard.",
            then=exactly(then),
            finger=exactly(finger),
            eased=Count(round(eased)),
        ),
        say("The same bite takes {longer} % more of the finger's way.", longer=Count(round(longer))),
    ]
    if then < finger + inward:
        moved.append(say("Beyond {far} the finger is off the blade's end.", far=Length(blade - finger)))
    return Tried(
        ((base.hand, was),),
        ((base.hand, now),),
        (was, now),
        tuple(moved),
        (say("The hand, and the brake itself."),),
        say("yes"),
        say(
            "Levers {inward} further in ease the finger by {eased} %, as far as the blade's end. It hangs "
            "on a brake that bites "
            "before the lever meets the knuckles.",
            inward=exactly(inward),
            eased=Count(round(eased)),
        ),
    )


def _longer_stem(v: Values) -> Tried:
    length, more, half = v["stem_length_mm"], v["longer_mm"], v["hoods_width_mm"] / 2
    arms = [hypot(x + HOOD_AHEAD_MM, half) for x in (length, length + more)]
    by_width = hypot(length + HOOD_AHEAD_MM, half + 10.0) - arms[0]
    travel = [hand_travel_mm(a) for a in arms]
    was, now = Mark(length + HOOD_AHEAD_MM, half), Mark(length + more + HOOD_AHEAD_MM, half)
    percent = 100 * (arms[1] / arms[0] - 1)
    return Tried(
        ((Mark(0, 0), Mark(length, 0), was),),
        ((Mark(0, 0), Mark(length + more, 0), now),),
        (was, now),
        (
            say(
                "The hand is {arm} from the steering axis, not {was}: a degree is {travel} of hand, not {less}.",
                arm=bare(arms[1]),
                was=bare(arms[0]),
                travel=Length(travel[1], tenths=True),
                less=tenths(travel[0]),
            ),
            say("Twenty more of width would add {by} to that arm.", by=Length(by_width)),
        ),
        (say("Trail and flop: what the bike does by itself."),),
        say("partly"),
        say(
            "{more} of stem makes {percent} % more hand for the same turn, and puts the weight forward. "
            "Slower in the hand, not "
            "in the frame; it hangs on the width too.",
            more=exactly(more),
            percent=Count(round(percent)),
        ),
    )


def _neck(v: Values) -> Tried:
    width, less, shoulders = v["hoods_width_mm"], v["narrower_mm"], v["shoulder_width_mm"]

    def trunk(hoods_mm: float, up_mm: float = 0.0) -> float:
        body = replace(rider_of({"height_mm": v["height_mm"]}), shoulder_width_mm=shoulders, hand_width_mm=hoods_mm)
        hand = Mark(470.0, 600.0 + up_mm)
        return pose_at(SADDLE, hand, segments(body), FootFit(body.foot_mm), 172.5).trunk_deg

    was, now, raised = trunk(width), trunk(width - less), trunk(width, 10.0)
    a, b = Mark(STEM.usual + HOOD_AHEAD_MM, width / 2), Mark(STEM.usual + HOOD_AHEAD_MM, (width - less) / 2)
    return Tried(
        ((Mark(0, 0), Mark(STEM.usual, 0), a),),
        ((Mark(0, 0), Mark(STEM.usual, 0), b),),
        (a, b),
        (
            _trunk_words(was, now),
            say("Ten of height does {raised}.", raised=Angle(raised - was, signed=True, tenths=True)),
        ),
        (say("How far the bar is away and how high."),),
        say("hardly"),
        say(
            "A neck follows the trunk: {less} of width is {by} of it. Width is for shoulders, elbows and "
            "breath; for the neck "
            "raise the bar. A neck that stays stiff is for a physiotherapist.",
            less=exactly(less),
            by=Angle(now - was, signed=True, tenths=True),
        ),
    )


def _trunk_words(was_deg: float, now_deg: float) -> Said:
    by = round(now_deg - was_deg, 1)
    if not by:
        return say("The trunk stays at {now}, and the neck with it.", now=Angle(now_deg, tenths=True))
    return say(
        "The trunk goes from {was} to {now}, and the neck bends back by {by} {way}.",
        was=Angle(was_deg, tenths=True),
        now=Angle(now_deg, tenths=True),
        by=Angle(abs(by), tenths=True),
        way=say("less") if by > 0 else say("more"),
    )


def _pivot(v: Values, hand: Mark, inward_mm: float) -> Mark:
    """Where the lever turns: ahead of the bar, further in than the finger."""
    return Mark(hand.x_mm + 34, hand.y_mm - v["pivot_to_finger_mm"] - inward_mm)


def _flat(width_mm: float, sweep_deg: float, stem_mm: float) -> FromAbove:
    grip = place_grip(FlatBar(width_mm, 0, sweep_deg, 0, 60), INSET_MM)
    end = place_grip(FlatBar(width_mm, 0, sweep_deg, 0, 60), 2.0)
    bends = (Mark(stem_mm, 0), Mark(stem_mm, 60), Mark(stem_mm + end.at.x_mm, end.z_mm))
    hand = Mark(stem_mm + grip.at.x_mm, grip.z_mm)
    return FromAbove(stem_mm, bends, hand)


def _shoulder(v: Values, hand: Mark) -> Mark:
    half = v["shoulder_width_mm"] / 2
    return Mark(hand.x_mm - 0.8 * arm_in_plane_mm(v.get("arm_mm", ARM.usual), hand.y_mm, half), half)


def _drops(width_mm: float, stem_mm: float, shoulder: Mark | None = None) -> FromAbove:
    half = width_mm / 2
    bends = (
        Mark(stem_mm, 0), Mark(stem_mm, half * 0.72), Mark(stem_mm + 18, half * 0.96), Mark(stem_mm + HOOD_AHEAD_MM, half),
    )  # fmt: skip
    return FromAbove(stem_mm, bends, Mark(stem_mm + HOOD_AHEAD_MM, half), shoulder, drop_bar=True)


def _wider_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    was, now = (
        _flat(w, 0.0, s)
        for w, s in (
            (v["width_mm"], v["stem_length_mm"]),
            (v["width_mm"] + v["wider_mm"], v["stem_length_mm"] - v["shorter_mm"]),
        )
    )
    shoulder = _shoulder(v, was.hand)
    return above_drawn(was, replace(now, shoulder=shoulder) if body else now)


def _sweep_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    stem, width = v["stem_length_mm"], v["width_mm"]
    return above_drawn(_flat(width, v["sweep_deg"], stem), _flat(width, v["new_sweep_deg"], stem))


def _levers_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    base = _flat(LEVER_BAR_MM, 8.0, LEVER_STEM_MM)

    def lever(inward: float) -> tuple[Mark, Mark]:
        pivot = _pivot(v, base.hand, inward)
        return pivot, pivot + Mark(-4, v["blade_mm"])

    return above_drawn(replace(base, lever=lever(0.0)), replace(base, lever=lever(v["inward_mm"])))


def _longer_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    was = _drops(v["hoods_width_mm"], v["stem_length_mm"])
    return above_drawn(was, _drops(v["hoods_width_mm"], v["stem_length_mm"] + v["longer_mm"]))


def _neck_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    was = _drops(v["hoods_width_mm"], STEM.usual)
    shoulder = _shoulder(v, was.hand)
    return above_drawn(was, _drops(v["hoods_width_mm"] - v["narrower_mm"], STEM.usual, shoulder))


BARS = (
    Claim(
        "wider", "Wider bar, shorter stem", "“Two centimetres of width is one of length.”",
        (
            WIDTH, Number("wider_mm", "Wider by", "mm", -120, 120, 40), STEM,
            Number("shorter_mm", "Stem shorter by", "mm", -60, 60, 20), SHOULDERS, ARM,
        ),
        _wider, _wider_drawn,
    ),
    Claim(
        "sweep", "More sweep", "“Sweep only turns the wrists.”",
        (
            WIDTH, Number("sweep_deg", "Sweep now", "°", 0, 50, 6),
            Number("new_sweep_deg", "Sweep then", "°", 0, 50, 16), STEM,
        ),
        _sweep, _sweep_drawn,
    ),
    Claim(
        "levers_in", "Levers further in", "“Levers inward, and one finger is enough.”",
        (
            Number("pivot_to_finger_mm", "Pivot to finger now", "mm", 40, 110, 65),
            Number("inward_mm", "Levers moved in by", "mm", 0, 50, 15),
            Number("blade_mm", "Pivot to blade's end", "mm", 50, 130, 90),
        ),
        _levers_in, _levers_drawn,
    ),
    Claim(
        "longer_stem", "A longer stem", "“A longer stem steers slower.”",
        (STEM, Number("longer_mm", "Stem longer by", "mm", -60, 60, 30), HOODS), _longer_stem, _longer_drawn,
    ),
    Claim(
        "neck", "A narrower bar for the neck", "“Narrower bars spare the neck.”",
        (HOODS, Number("narrower_mm", "Narrower by", "mm", -60, 60, 40), SHOULDERS, TALL), _neck, _neck_drawn,
    ),
)  # fmt: skip
