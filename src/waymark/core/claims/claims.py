"""The sayings and how each is tried (docs/formulas.md, Frame; Cockpit; Seat). To add one, add a ``Claim`` with its function."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from math import atan2, cos, degrees, hypot, radians, sin, tan

from waymark.core.claims.tried import Stroke, Tried, signed_mm, steerer, way
from waymark.core.cockpit import FlatBar, Stem, bar_clamp, place_grip
from waymark.core.cockpit.bars import arm_in_plane_mm, steering_arm_mm
from waymark.core.errors import InputError
from waymark.core.frame import reach_at_equal_height_mm, steering_axis
from waymark.core.marks import Mark
from waymark.core.say import Angle, Count, Length, Words, bare, exactly, say, tenths, term

Values = Mapping[str, float]
TOP = Mark(385.0, 560.0)
COVER_MM, CLAMP_MM = 8.0, 40.0


@dataclass(frozen=True, slots=True)
class Number:
    """A number to try a claim with: its name, words, unit, bounds and what is usual."""

    name: str
    label: str
    unit: str
    least: float
    greatest: float
    usual: float


@dataclass(frozen=True, slots=True)
class Claim:
    """A saying, what it is tried with, and how."""

    key: str
    title: str
    saying: str
    numbers: tuple[Number, ...]
    tried: Callable[[Values], Tried]


def _clamp(v: Values, spacers: float, length: float, angle: float) -> Mark:
    return bar_clamp(TOP, v["head_angle_deg"], COVER_MM, spacers, Stem(length, angle, CLAMP_MM))


def _front(v: Values, spacers: float, bar: Mark) -> tuple[Stroke, ...]:
    u, _ = steering_axis(v["head_angle_deg"])
    return steerer(TOP, u, bar, TOP + u.scaled(COVER_MM + spacers + CLAMP_MM / 2))


def _turn_over(v: Values) -> Tried:
    length, angle, s = v["stem_length_mm"], v["stem_angle_deg"], v["spacers_mm"]
    u, _ = steering_axis(v["head_angle_deg"])
    before, after = _clamp(v, s, length, angle), _clamp(v, s, length, -angle)
    d = after - before
    along = -2 * length * sin(radians(angle))
    level = d.y_mm / u.y_mm
    return Tried(
        _front(v, s, before),
        _front(v, s, after),
        (before, after),
        (
            say(
                "The bar went {way}: {along} along the steerer.",
                way=way(d.x_mm, d.y_mm),
                along=Length(along, signed=True, tenths=True),
            ),
            say("{along} of spacer does exactly the same.", along=Length(abs(along), tenths=True)),
        ),
        (
            say(
                "The part of the stem square to the steerer, so the reach at one bar height: with {level} of "
                "spacer {way} to level it the bar stands where it was.",
                level=Length(abs(level), tenths=True),
                way=say("out") if level > 0 else say("in"),
            ),
        ),
        say("partly"),
        say(
            "Turning the stem over raises or lowers. It shortens only as far as it also raises; with the height kept it changes nothing."
        ),
    )


def _spacers(v: Values) -> Tried:
    s, added = v["spacers_mm"], v["added_mm"]
    length, angle = v["stem_length_mm"], v["stem_angle_deg"]
    before, after = _clamp(v, s, length, angle), _clamp(v, s + added, length, angle)
    d = after - before
    return Tried(
        _front(v, s, before),
        _front(v, s + added, after),
        (before, after),
        (say("The bar went {way}.", way=way(d.x_mm, d.y_mm)),),
        (say("Its distance square to the steerer."),),
        say("partly"),
        say(
            "{added} of spacer is {y} of height and {x} of reach: spacers lean with the steerer.",
            added=Length(added, exact=True),
            y=Length(abs(d.y_mm), tenths=True),
            x=Length(abs(d.x_mm), tenths=True),
        ),
    )


def _size_up(v: Values) -> Tried:
    rise, longer, theta = v["stack_more_mm"], v["reach_more_mm"], v["head_angle_deg"]
    level = reach_at_equal_height_mm(TOP.x_mm + longer, TOP.y_mm + rise, TOP.y_mm, theta) - TOP.x_mm
    out = rise / sin(radians(theta))
    before = bar_clamp(TOP, theta, COVER_MM, max(out, 0.0), Stem(100, -6, CLAMP_MM))
    top = TOP + Mark(longer, rise)
    after = bar_clamp(top, theta, COVER_MM, 0.0, Stem(100, -6, CLAMP_MM))
    u, _ = steering_axis(theta)
    foot_a, foot_b = TOP + u.scaled(COVER_MM + max(out, 0.0) + 20), top + u.scaled(COVER_MM + 20)
    return Tried(
        steerer(TOP, u, before, foot_a),
        steerer(top, u, after, foot_b),
        (before, after),
        (
            say(
                "At the same bar height the larger frame is {level} longer, not {longer}.",
                level=Length(level, tenths=True),
                longer=exactly(longer),
            ),
            say(
                "{out} of spacer goes out to undo {rise} of stack, and the bar runs forward with it.",
                out=Length(out, tenths=True),
                rise=exactly(rise),
            ),
        ),
        (say("The bar's height, by taking spacers out."),),
        say("mostly not"),
        say(
            "Sizing up costs {level} of reach at equal bar height: {longer} published and {from_stack} from the stack.",
            level=Length(level, tenths=True),
            longer=exactly(longer),
            from_stack=tenths(level - longer),
        ),
    )


def _wider(v: Values) -> Tried:
    wider, shorter = v["wider_mm"], v["shorter_mm"]
    width, stem = v["width_mm"], v["stem_length_mm"]
    inset = 55.0
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


def _saddle_back(v: Values) -> Tried:
    height, gamma, back = v["saddle_height_mm"], v["seat_angle_deg"], v["back_mm"]
    s = Mark(-height * cos(radians(gamma)), height * sin(radians(gamma)))
    after = s - Mark(back, 0)
    grown = after.length_mm - height
    angle = degrees(atan2(after.y_mm, -after.x_mm))
    kept = after.scaled(height / after.length_mm)
    return Tried(
        ((Mark(0, 0), s),),
        ((Mark(0, 0), kept),),
        (s, kept),
        (
            say(
                "The seat line goes from {gamma} to {angle}, and BB to saddle grows by {grown}.",
                gamma=Angle(gamma, tenths=True),
                angle=Angle(angle, tenths=True),
                grown=Length(grown, tenths=True),
            ),
            say(
                "With the height restored the saddle stands {way} of where it was, and the bar is {x} farther away.",
                way=way((kept - s).x_mm, (kept - s).y_mm),
                x=Length(abs(kept.x_mm - s.x_mm), tenths=True),
            ),
        ),
        (say("The leg's extension, only once the post goes down by as much."),),
        say("mostly not"),
        say(
            "A saddle slid {back} back is also {grown} too high; it is not a way to shorten or lengthen the reach.",
            back=exactly(back),
            grown=tenths(grown),
        ),
    )


def _sloping(v: Values) -> Tried:
    ett, slope, gamma = v["ett_mm"], v["slope_deg"], v["seat_angle_deg"]
    stack = TOP.y_mm
    tube = ett / (cos(radians(slope)) + sin(radians(slope)) / tan(radians(gamma)))
    seat_level = Mark(-stack / tan(radians(gamma)), stack)
    head = seat_level + Mark(ett, 0)
    low = head - Mark(tube * cos(radians(slope)), tube * sin(radians(slope)))
    return Tried(
        ((Mark(0, 0), seat_level, head),),
        ((Mark(0, 0), low, head),),
        (seat_level, low),
        (
            say(
                "The tube itself is {tube} where the level one is {ett}; the seat tube ends {y} lower.",
                tube=bare(tube),
                ett=exactly(ett),
                y=bare(seat_level.y_mm - low.y_mm),
            ),
            say(
                "Standover falls by up to {y} at the saddle and by half of it in the middle.",
                y=bare(seat_level.y_mm - low.y_mm),
            ),
        ),
        (say("Stack, reach, and with them every contact point."),),
        say("no"),
        say(
            "A sloping top tube makes a frame look smaller; it does not make it shorter. Compare effective top tube, or better stack and reach."
        ),
    )


def _rise(v: Values) -> Tried:
    rise, theta = v["rise_mm"], v["head_angle_deg"]
    u, _ = steering_axis(theta)
    pile = rise / u.y_mm
    start = _clamp(v, 0.0, v["stem_length_mm"], 0.0)
    by_rise, by_pile = start + Mark(0, rise), start + u.scaled(pile)
    return Tried(
        (*_front(v, pile, by_pile),),
        (*_front(v, 0.0, start), (start, by_rise)),
        (by_pile, by_rise),
        (
            say(
                "{rise} of rise is worth {pile} of spacers in height.",
                rise=Length(rise, exact=True),
                pile=Length(pile, tenths=True),
            ),
            say("The risen bar then stands {x} farther forward.", x=Length(by_rise.x_mm - by_pile.x_mm, tenths=True)),
        ),
        (say("The bar's height, and the weight of the pile."),),
        say("partly"),
        say(
            "The same height two ways, {x} apart in reach, as long as the rise stands upright; rolled in "
            "line with the steerer it is worth the same as spacers.",
            x=Length(by_rise.x_mm - by_pile.x_mm, tenths=True),
        ),
    )


def _sweep(v: Values) -> Tried:
    width, before_deg, after_deg = v["width_mm"], v["sweep_deg"], v["new_sweep_deg"]
    inset = 55.0
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


_HEAD = Number("head_angle_deg", "Head angle", "°", 60, 78, 72)
_STEM = Number("stem_length_mm", "Stem length", "mm", 30, 160, 100)
_ANGLE = Number("stem_angle_deg", "Stem angle", "°", -40, 40, -6)
_PILE = Number("spacers_mm", "Spacers", "mm", 0, 60, 20)
_WIDTH = Number("width_mm", "Bar width", "mm", 500, 900, 740)

CLAIMS: dict[str, Claim] = {
    c.key: c
    for c in (
        Claim(
            "turn_over",
            "Turn the stem over",
            "“Flip the stem, that brings the bar closer.”",
            (_STEM, _ANGLE, _HEAD, _PILE),
            _turn_over,
        ),
        Claim(
            "spacers",
            "Ten of spacers",
            "“Ten millimetres of spacer is ten millimetres of height.”",
            (Number("added_mm", "Spacers put in", "mm", -60, 60, 10), _HEAD, _STEM, _ANGLE, _PILE),
            _spacers,
        ),
        Claim(
            "size_up",
            "Size up",
            "“The next size is only eight longer.”",
            (
                Number("stack_more_mm", "More stack", "mm", -80, 80, 18),
                Number("reach_more_mm", "More reach", "mm", -60, 60, 8),
                _HEAD,
            ),
            _size_up,
        ),
        Claim(
            "wider",
            "Wider bar, shorter stem",
            "“Two centimetres of width is one of length.”",
            (
                _WIDTH,
                Number("wider_mm", "Wider by", "mm", -120, 120, 40),
                _STEM,
                Number("shorter_mm", "Stem shorter by", "mm", -60, 60, 20),
                Number("shoulder_width_mm", "Shoulders", "mm", 240, 520, 390),
                Number("arm_mm", "Arm, shoulder to grip", "mm", 400, 850, 620),
            ),
            _wider,
        ),
        Claim(
            "saddle_back",
            "Slack the saddle back",
            "“Slide the saddle back, you are too cramped.”",
            (
                Number("saddle_height_mm", "Saddle height", "mm", 450, 950, 740),
                Number("seat_angle_deg", "Seat line", "°", 66, 82, 73.5),
                Number("back_mm", "Slid back by", "mm", -40, 40, 20),
            ),
            _saddle_back,
        ),
        Claim(
            "sloping",
            "Sloping top tube",
            "“It slopes, so it is a smaller frame.”",
            (
                Number("ett_mm", "Effective top tube", "mm", 420, 700, 560),
                Number("slope_deg", "Slope", "°", 0, 25, 9),
                Number("seat_angle_deg", "Seat angle", "°", 68, 80, 73.5),
            ),
            _sloping,
        ),
        Claim(
            "rise",
            "Rise against spacers",
            "“A riser bar is the same as a few spacers.”",
            (Number("rise_mm", "Rise", "mm", 0, 80, 20), _HEAD, _STEM),
            _rise,
        ),
        Claim(
            "sweep",
            "More sweep",
            "“Sweep only turns the wrists.”",
            (
                _WIDTH,
                Number("sweep_deg", "Sweep now", "°", 0, 50, 6),
                Number("new_sweep_deg", "Sweep then", "°", 0, 50, 16),
                _STEM,
            ),
            _sweep,
        ),
    )
}


def try_claim(key: str, values: Values) -> Tried:
    """Try a claim with one's own numbers; those not given are the usual ones.

    Raises ``InputError`` naming an unknown claim or number, or a number out of its bounds.
    """
    claim = CLAIMS.get(key)
    if claim is None:
        raise InputError("Nobody says this here.", field="claim", allowed=", ".join(CLAIMS), kept=key[:40])
    known = {n.name: n for n in claim.numbers}
    for name, value in values.items():
        number = known.get(name)
        if number is None:
            raise InputError(
                say("“{name}” is no number of this claim.", name=Words(name[:40])),
                field=f"values.{name[:40]}",
                allowed=", ".join(known),
            )
        if not number.least <= value <= number.greatest:
            raise InputError(
                say("{label} is outside what can be tried.", label=term(number.label)),
                field=f"values.{name}",
                allowed=say(
                    "{least} to {greatest} {unit}",
                    least=Count(number.least),
                    greatest=Count(number.greatest),
                    unit=Words(number.unit),
                ),
                kept=f"{value:g}",
            )
    return claim.tried({n.name: values.get(n.name, n.usual) for n in claim.numbers})
