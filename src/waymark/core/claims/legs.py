"""Sayings about the leg: crank, cleat, how a saddle is placed (docs/formulas.md, Body; Crank and foot)."""

from __future__ import annotations

from dataclasses import replace
from math import cos, radians, sin

from waymark.core.body import BodyMeasures, FootFit, LegPose, leg_at, readouts, segments
from waymark.core.claims.model import CRANK, FOOT, HEIGHT, INSEAM, SEAT, TALL, Claim, Number, Values
from waymark.core.claims.scene import TOP, Drawn, bike_at, frame_at, leg_of, legs_drawn, rider_of
from waymark.core.claims.tried import Stroke, Tried, way
from waymark.core.feet import change_crank, change_foot, first_guesses
from waymark.core.marks import Mark
from waymark.core.say import Angle, Count, Length, Size, bare, exactly, say

HAND = Mark(470.0, 600.0)
AT_THREE_DEG, AT_TOP_DEG, AT_BOTTOM_DEG = 90.0, 20.0, 180.0
LEG = (TALL, INSEAM, FOOT)
# A knee bent by so much at the bottom, moving, is what most riders end with.
KNEE_LEAST_DEG, KNEE_GREATEST_DEG = 30, 40


def _body(v: Values) -> BodyMeasures:
    return rider_of({name: v[name] for name in ("height_mm", "inseam_mm", "foot_mm")})


def _s(v: Values, height_mm: float | None = None) -> Mark:
    height, gamma = height_mm or v["saddle_height_mm"], radians(v["seat_angle_deg"])
    return Mark(-height * cos(gamma), height * sin(gamma))


def _strokes(leg: LegPose) -> tuple[Stroke, ...]:
    return ((leg.hip, leg.knee, leg.ankle, leg.pedal), (leg.pedal, Mark(0, 0)))


def _crank(v: Values) -> Tried:
    body, s, was, now = _body(v), _s(v), v["crank_mm"], v["new_crank_mm"]
    foot, legs = FootFit(body.foot_mm), segments(body)
    it = change_crank(s, HAND, legs, foot, was, now, "extension", "with_saddle")
    before, after = readouts(s, HAND, legs, foot, was), readouts(it.saddle, it.hand, legs, foot, now)
    opens = after.hip_least_deg - before.hip_least_deg
    first, then = leg_of(s, body, foot, was, AT_TOP_DEG), leg_of(it.saddle, body, foot, now, AT_TOP_DEG)
    return Tried(
        _strokes(first),
        _strokes(then),
        (s, it.saddle),
        (
            say("With the leg stretched as before the saddle went {way}.", way=way(*_less(it.saddle, s))),
            say(
                "At the top the foot is {lower} lower under the hip, which is then {hip} at its least, {opens}.",
                lower=Length(it.foot_top_lower_mm, tenths=True),
                hip=Angle(after.hip_least_deg, tenths=True),
                opens=Angle(opens, signed=True, tenths=True),
            ),
            say(
                "The same push turns it with {torque} % {way} torque; the power that legs give hardly changes.",
                torque=Count(abs(round(it.torque_change_percent, 1))),
                way=say("less") if now <= was else say("more"),
            ),
        ),
        (say("The knee's least bend, and the bar from the saddle."),),
        say("the other way round"),
        say(
            "{crank} in place of {was} wants the saddle {by} {way}, and opens the hip; greatest power "
            "differs by some 4 % from 120 "
            "to 220 (Martin and Spirduso 2001). Gears and toe room change with it.",
            crank=Size(now),
            was=Size(was),
            by=Length(abs(it.saddle.length_mm - s.length_mm), tenths=True),
            way=say("higher") if now <= was else say("lower"),
        ),
    )


def _less(a: Mark, b: Mark) -> tuple[float, float]:
    return a.x_mm - b.x_mm, a.y_mm - b.y_mm


def _cleat(v: Values) -> Tried:
    body, s, aft, crank = _body(v), _s(v), v["aft_mm"], v["crank_mm"]
    foot = FootFit(body.foot_mm)
    it = change_foot(s, segments(body), foot, crank, foot.stack_mm, aft)
    there = replace(foot, cleat_aft_mm=aft)
    first = leg_of(s, body, foot, crank, AT_BOTTOM_DEG)
    then = leg_of(it.saddle, body, there, crank, AT_BOTTOM_DEG)
    return Tried(
        _strokes(first),
        _strokes(then),
        (s, it.saddle),
        (
            say(
                "With the leg stretched as before the saddle comes {by} down its line.",
                by=Length(-it.along_mm, tenths=True),
            ),
            say("The trade gives {low} to {high} for it.", low=bare(-it.trade_high_mm), high=bare(-it.trade_low_mm)),
        ),
        (say("The knee's least bend."),),
        say("by about half"),
        say(
            "{aft} of cleat is {by} of saddle for this foot and leg, not {aft}. The knee also goes back "
            "over the pedal, and "
            "feet turn in their own way: change 3 at a time and ride.",
            aft=exactly(aft),
            by=Length(-it.along_mm, tenths=True),
        ),
    )


def _heel(v: Values) -> Tried:
    body, crank = _body(v), v["crank_mm"]
    foot, legs = FootFit(body.foot_mm), segments(body)
    guesses = {g.name: g.bb_to_saddle_mm for g in first_guesses(v["inseam_mm"], crank)}
    heel, other = guesses["heel"], guesses["0.883"]
    a, b = _s(v, other), _s(v, heel)
    knees = [readouts(s, HAND, legs, foot, crank) for s in (a, b)]
    first, then = (leg_of(s, body, foot, crank, AT_BOTTOM_DEG) for s in (a, b))
    bend = knees[1].knee_flexion_bottom_deg
    inside = KNEE_LEAST_DEG <= bend <= KNEE_GREATEST_DEG
    return Tried(
        _strokes(first),
        _strokes(then),
        (a, b),
        (
            say(
                "Heel on the pedal gives {heel} from BB to saddle; 0.883 of the inseam {other}, 1.09 of it "
                "from the pedal {third}.",
                heel=bare(heel),
                other=bare(other),
                third=bare(guesses["1.09"]),
            ),
            say(
                "At that height the knee is bent {bend} at the bottom, the foot as it rides; {least} to "
                "{greatest} is usual.",
                bend=Angle(bend, tenths=True),
                least=Angle(KNEE_LEAST_DEG),
                greatest=Angle(KNEE_GREATEST_DEG),
            ),
        ),
        (say("Nobody rides on the heel: the foot's pitch and length are left out."),),
        say("to begin with") if inside else say("not for this leg"),
        say(
            "A first guess that needs no tape: here {by} from the other one. It hangs on foot, shoe and "
            "flexibility; measure, and "
            "look at the knee.",
            by=Length(abs(heel - other)),
        ),
    )


def _knee(v: Values) -> Tried:
    body, s, crank, turn = _body(v), _s(v), v["crank_mm"], v["turned_deg"]
    foot = FootFit(body.foot_mm)
    legs = segments(body)
    level = leg_at(s, legs, foot, crank, AT_THREE_DEG)
    # Turned about the BB, saddle, foot and all, the leg of an earlier crank angle stands here: none of its angles changes.
    earlier = leg_at(s, legs, foot, crank, AT_THREE_DEG - turn)
    pedal, ankle, knee, hip = (m.turned(-turn) for m in (earlier.pedal, earlier.ankle, earlier.knee, earlier.hip))
    turned = LegPose(pedal, ankle, knee, hip, earlier.toe_down_deg + turn, earlier.reaches)
    over, then = level.knee.x_mm - level.pedal.x_mm, turned.knee.x_mm - turned.pedal.x_mm
    return Tried(
        _strokes(level),
        _strokes(turned),
        (level.knee, turned.knee),
        (
            say(
                "Turned {turn} forward about the BB, saddle and foot with it, the knee goes from {over} to {then}.",
                turn=Angle(turn),
                over=_over(over),
                then=_over(then),
            ),
        ),
        (say("Every angle of the leg, at every point of the stroke."),),
        say("a habit"),
        say(
            "The plumb line moves {by} while the leg feels nothing of it: it is no more than a place to "
            "begin. What saddle fore and "
            "aft decides is balance, reach and the hip; it hangs on the trunk, not on the plumb line.",
            by=Length(abs(then - over), tenths=True),
        ),
    )


def _over(mm: float) -> Length:
    return Length(mm, signed=True, tenths=True, bare=True)


def _drawn(
    v: Values,
    body: BodyMeasures,
    saddles: tuple[Mark, Mark],
    feet: tuple[FootFit, FootFit],
    cranks: tuple[float, float],
    at: float,
) -> Drawn:
    frame = frame_at(TOP, 72.0, v["seat_angle_deg"])
    pair = [
        (bike_at(frame, saddle=s, crank_mm=c), leg_of(s, body, f, c, at))
        for s, f, c in zip(saddles, feet, cranks, strict=True)
    ]
    return legs_drawn(pair[0], pair[1], body.foot_mm, at)


def _crank_drawn(v: Values, _: BodyMeasures | None) -> Drawn:
    body = _body(v)
    foot, s, was, now = FootFit(body.foot_mm), _s(v), v["crank_mm"], v["new_crank_mm"]
    then = change_crank(s, HAND, segments(body), foot, was, now, "extension", "with_saddle").saddle
    return _drawn(v, body, (s, then), (foot, foot), (was, now), AT_TOP_DEG)


def _cleat_drawn(v: Values, _: BodyMeasures | None) -> Drawn:
    body = _body(v)
    foot, s, crank = FootFit(body.foot_mm), _s(v), v["crank_mm"]
    then = change_foot(s, segments(body), foot, crank, foot.stack_mm, v["aft_mm"]).saddle
    return _drawn(v, body, (s, then), (foot, replace(foot, cleat_aft_mm=v["aft_mm"])), (crank, crank), AT_BOTTOM_DEG)


def _heel_drawn(v: Values, _: BodyMeasures | None) -> Drawn:
    body, crank = _body(v), v["crank_mm"]
    foot = FootFit(body.foot_mm)
    guesses = {g.name: g.bb_to_saddle_mm for g in first_guesses(v["inseam_mm"], crank)}
    saddles = _s(v, guesses["0.883"]), _s(v, guesses["heel"])
    return _drawn(v, body, saddles, (foot, foot), (crank, crank), AT_BOTTOM_DEG)


def _knee_drawn(v: Values, _: BodyMeasures | None) -> Drawn:
    body, s, crank = _body(v), _s(v), v["crank_mm"]
    foot = FootFit(body.foot_mm)
    return _drawn(v, body, (s, s.turned(-v["turned_deg"])), (foot, foot), (crank, crank), AT_THREE_DEG)


LEGS = (
    Claim(
        "crank", "Shorter cranks", "“Shorter cranks, so the saddle comes down with them.”",
        (CRANK, Number("new_crank_mm", "New crank", "mm", 100, 200, 165), HEIGHT, SEAT, *LEG), _crank, _crank_drawn,
    ),
    Claim(
        "cleat", "Cleats further back", "“Cleats back by ten, saddle down by ten.”",
        (Number("aft_mm", "Cleats back by", "mm", 0, 40, 10), CRANK, HEIGHT, SEAT, *LEG), _cleat, _cleat_drawn,
    ),
    Claim(
        "heel", "Heel on the pedal", "“Heel on the pedal, leg straight: that is your height.”",
        (INSEAM, CRANK, SEAT, TALL, FOOT), _heel, _heel_drawn,
    ),
    Claim(
        "knee", "Knee over the pedal", "“The knee belongs over the pedal’s axle.”",
        (Number("turned_deg", "Turned about the BB by", "°", -6, 10, 3), CRANK, HEIGHT, SEAT, *LEG), _knee, _knee_drawn,
    ),
)  # fmt: skip
