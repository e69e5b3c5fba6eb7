"""Sayings about the front end: stem, spacers, rise, and the frame's size (docs/formulas.md, Frame; Cockpit)."""

from __future__ import annotations

from math import hypot, radians, sin, tan

from waymark.core.body import BodyMeasures
from waymark.core.claims.model import ANGLE, HEAD, PILE, STEM, Claim, Number, Values
from waymark.core.claims.scene import (
    CLAMP_MM,
    COVER_MM,
    TOP,
    Drawn,
    bike_at,
    frame_at,
    frames_drawn,
    front_drawn,
)
from waymark.core.claims.tried import Stroke, Tried, steerer, way
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.frame import reach_at_equal_height_mm, steering_axis
from waymark.core.marks import Mark
from waymark.core.say import Count, Length, Said, exactly, say, tenths

# A gram or two a millimetre: carbon frame tubes in all, an alloy post, spacers, a stem.
TUBE_G_A_MM, POST_G_A_MM, SPACER_G_A_MM, STEM_G_A_MM = 0.45, 0.6, 0.35, 1.1


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
            "Turning the stem over raises or lowers. It shortens only as far as it also raises; with the "
            "height kept it changes nothing."
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


def _tubes_mm(top: Mark, head_deg: float) -> float:
    """The frame's tubes end to end: seat, top, down and head tube, of a tube as long as the stack asks."""
    f = frame_at(top, head_deg, seat_tube_mm=top.y_mm - 60)
    seat, low = f.seat_tube_top, f.head_bottom
    return f.seat_tube_mm + seat.distance_mm(f.head_top) + hypot(low.x_mm, low.y_mm) + f.head_tube_mm


def _small_frame(v: Values) -> Tried:
    less, shorter, theta = v["stack_less_mm"], v["reach_less_mm"], v["head_angle_deg"]
    small = TOP - Mark(shorter, less)
    tubes = _tubes_mm(TOP, theta) - _tubes_mm(small, theta)
    pile = less / sin(radians(theta))
    # What the smaller frame gives back: the bar and the saddle stay where they are.
    stem = max(0.0, shorter + less / tan(radians(theta)))
    off = TUBE_G_A_MM * tubes
    on = POST_G_A_MM * less + SPACER_G_A_MM * pile + STEM_G_A_MM * stem
    u, _ = steering_axis(theta)
    before = bar_clamp(TOP, theta, COVER_MM, 10.0, Stem(100, -6, CLAMP_MM))
    return Tried(
        steerer(TOP, u, before, TOP + u.scaled(COVER_MM + 30)),
        steerer(small, u, before, small + u.scaled(COVER_MM + 30 + pile)),
        (TOP, small),
        (
            say(
                "The tubes are {tubes} shorter in all, {off} g; post, spacers and stem grow by {post}, "
                "{pile} and {stem}, {on} g.",
                tubes=Length(tubes),
                off=Count(round(off)),
                post=Length(less),
                pile=Length(pile),
                stem=Length(stem),
                on=Count(round(on)),
            ),
        ),
        (say("The rider's position, and so the weight on either wheel but for the shorter front."),),
        say("not to speak of"),
        say(
            "{net}, and the pile has grown by {pile}: the frame is chosen for where it puts the bar. It hangs on tube and "
            "post; alloy and steel weigh more a millimetre.",
            net=_saved(round(off - on)),
            pile=Length(pile),
        ),
    )


def _saved(grams: int) -> Said:
    if grams > 0:
        return say("{grams} g are saved", grams=Count(grams))
    return say("Nothing is saved, {grams} g come on", grams=Count(-grams)) if grams else say("Nothing is saved")


def _fronts_drawn(v: Values, body: BodyMeasures | None, was: tuple[float, Stem], now: tuple[float, Stem]) -> Drawn:
    frame = frame_at(TOP, v["head_angle_deg"])
    return front_drawn(bike_at(frame, *was), bike_at(frame, *now), body)


def _turn_over_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    s, length, angle = v["spacers_mm"], v["stem_length_mm"], v["stem_angle_deg"]
    return _fronts_drawn(v, body, (s, Stem(length, angle, CLAMP_MM)), (s, Stem(length, -angle, CLAMP_MM)))


def _spacers_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    stem = Stem(v["stem_length_mm"], v["stem_angle_deg"], CLAMP_MM)
    s, then = v["spacers_mm"], max(0.0, v["spacers_mm"] + v["added_mm"])
    return _fronts_drawn(v, body, (s, stem), (then, stem))


def _size_up_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    theta, stem = v["head_angle_deg"], Stem(100, -6, CLAMP_MM)
    out = max(0.0, v["stack_more_mm"] / sin(radians(theta)))
    top = TOP + Mark(v["reach_more_mm"], v["stack_more_mm"])
    return front_drawn(bike_at(frame_at(TOP, theta), out, stem), bike_at(frame_at(top, theta), 0.0, stem), body)


def _rise_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    frame, stem = frame_at(TOP, v["head_angle_deg"]), Stem(v["stem_length_mm"], 0.0, CLAMP_MM)
    u, _ = steering_axis(v["head_angle_deg"])
    pile = v["rise_mm"] / u.y_mm
    return front_drawn(bike_at(frame, pile, stem, rise_mm=0.0), bike_at(frame, 0.0, stem, rise_mm=v["rise_mm"]), body)


def _small_frame_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    theta = v["head_angle_deg"]
    return frames_drawn(frame_at(TOP, theta), frame_at(TOP - Mark(v["reach_less_mm"], v["stack_less_mm"]), theta))


FRONT = (
    Claim(
        "turn_over", "Turn the stem over", "“Flip the stem, that brings the bar closer.”",
        (STEM, ANGLE, HEAD, PILE), _turn_over, _turn_over_drawn,
    ),
    Claim(
        "spacers", "Ten of spacers", "“Ten millimetres of spacer is ten millimetres of height.”",
        (Number("added_mm", "Spacers put in", "mm", -60, 60, 10), HEAD, STEM, ANGLE, PILE), _spacers, _spacers_drawn,
    ),
    Claim(
        "size_up", "Size up", "“The next size is only eight longer.”",
        (
            Number("stack_more_mm", "More stack", "mm", -80, 80, 18),
            Number("reach_more_mm", "More reach", "mm", -60, 60, 8), HEAD,
        ),
        _size_up, _size_up_drawn,
    ),
    Claim(
        "small_frame", "The smaller frame", "“Take the smaller one, it is lighter.”",
        (
            Number("stack_less_mm", "Less stack", "mm", 0, 60, 20), Number("reach_less_mm", "Less reach", "mm", 0, 40, 8),
            HEAD,
        ),
        _small_frame, _small_frame_drawn,
    ),
    Claim(
        "rise", "Rise against spacers", "“A riser bar is the same as a few spacers.”",
        (Number("rise_mm", "Rise", "mm", 0, 80, 20), HEAD, STEM), _rise, _rise_drawn,
    ),
)  # fmt: skip
