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
            f"The bar went {way(d.x_mm, d.y_mm)}: {signed_mm(along)} mm along the steerer.",
            f"{abs(along):.1f} mm of spacer does exactly the same.",
        ),
        (
            "The part of the stem square to the steerer, so the reach at one bar height: "
            f"with {abs(level):.1f} mm of spacer {'out' if level > 0 else 'in'} to level it the bar stands where it was.",
        ),
        "partly",
        "Turning the stem over raises or lowers. It shortens only as far as it also raises; with the height kept it changes nothing.",
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
        (f"The bar went {way(d.x_mm, d.y_mm)}.",),
        ("Its distance square to the steerer.",),
        "partly",
        f"{added:g} mm of spacer is {abs(d.y_mm):.1f} mm of height and {abs(d.x_mm):.1f} mm of reach: spacers lean with the steerer.",
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
            f"At the same bar height the larger frame is {level:.1f} mm longer, not {longer:g}.",
            f"{out:.1f} mm of spacer goes out to undo {rise:g} of stack, and the bar runs forward with it.",
        ),
        ("The bar's height, by taking spacers out.",),
        "mostly not",
        f"Sizing up costs {level:.1f} mm of reach at equal bar height: {longer:g} published and {level - longer:.1f} from the stack.",
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
            f"The steering arm goes from {first:.0f} to {first + both:.0f}: {signed_mm(by_width)} by the width, {signed_mm(both - by_width)} by the stem.",
            f"Wider hands draw these shoulders {drawn:.1f} mm nearer; the stem brings the bar {shorter:g} back.",
        ),
        (
            "The reach the rider feels, where the two come out alike: "
            f"here {abs(shorter - drawn):.1f} mm {'shorter' if shorter > drawn else 'longer'} is left.",
        ),
        "overstated",
        f"The trade says 2 cm of width is 1 cm of length: for these arms {wider:g} of width is {drawn:.1f}. Weight follows the stem, steering follows the width.",
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
            f"The seat line goes from {gamma:.1f}° to {angle:.1f}°, and BB to saddle grows by {grown:.1f} mm.",
            f"With the height restored the saddle stands {way((kept - s).x_mm, (kept - s).y_mm)} of where it was, "
            f"and the bar is {abs(kept.x_mm - s.x_mm):.1f} mm farther away.",
        ),
        ("The leg's extension, only once the post goes down by as much.",),
        "mostly not",
        f"A saddle slid {back:g} back is also {grown:.1f} too high; it is not a way to shorten or lengthen the reach.",
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
            f"The tube itself is {tube:.0f} where the level one is {ett:g}; the seat tube ends {seat_level.y_mm - low.y_mm:.0f} lower.",
            f"Standover falls by up to {seat_level.y_mm - low.y_mm:.0f} at the saddle and by half of it in the middle.",
        ),
        ("Stack, reach, and with them every contact point.",),
        "no",
        "A sloping top tube makes a frame look smaller; it does not make it shorter. Compare effective top tube, or better stack and reach.",
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
            f"{rise:g} mm of rise is worth {pile:.1f} mm of spacers in height.",
            f"The risen bar then stands {by_rise.x_mm - by_pile.x_mm:.1f} mm farther forward.",
        ),
        ("The bar's height, and the weight of the pile.",),
        "partly",
        f"The same height two ways, {by_rise.x_mm - by_pile.x_mm:.1f} mm apart in reach, as long as the rise stands upright; rolled in line with the steerer it is worth the same as spacers.",
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
            f"The grip comes {abs(back):.1f} mm {'back' if back > 0 else 'forward'}: a stem {abs(back):.0f} "
            f"{'longer' if back > 0 else 'shorter'} puts it where it was.",
            f"The steering arm goes from {arm[0]:.0f} to {arm[1]:.0f}.",
        ),
        ("The bar's width and its height.",),
        "yes",
        f"{after_deg - before_deg:+g}° of sweep is {abs(back):.0f} mm of reach at this width: choose the sweep for the wrist and the stem for the reach.".replace(
            "-", "−"
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
                f"“{name[:40]}” is no number of this claim.",
                field=f"values.{name[:40]}",
                allowed=", ".join(known),
            )
        if not number.least <= value <= number.greatest:
            raise InputError(
                f"{number.label} is outside what can be tried.",
                field=f"values.{name}",
                allowed=f"{number.least:g} to {number.greatest:g} {number.unit}",
                kept=f"{value:g}",
            )
    return claim.tried({n.name: values.get(n.name, n.usual) for n in claim.numbers})
