"""Sayings about the saddle and the frame under it (docs/formulas.md, Seat; Frame)."""

from __future__ import annotations

from math import atan2, cos, degrees, radians, sin, tan

from waymark.core.body import BodyMeasures
from waymark.core.claims.model import HEIGHT, SEAT, Claim, Number, Values
from waymark.core.claims.scene import TOP, Drawn, bike_at, frame_at, frames_drawn, seat_drawn
from waymark.core.claims.tried import Tried, way
from waymark.core.marks import Mark
from waymark.core.say import Angle, Count, Length, bare, exactly, say, tenths

# S over the rails' middle on a usual saddle: ahead, and up.
AHEAD_MM, RAIL_TO_TOP_MM = 22.0, 48.0


def _s(v: Values) -> Mark:
    height, gamma = v["saddle_height_mm"], radians(v["seat_angle_deg"])
    return Mark(-height * cos(gamma), height * sin(gamma))


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
            "A sloping top tube makes a frame look smaller; it does not make it shorter. Compare effective "
            "top tube, or better stack and reach."
        ),
    )


def _nose_down(v: Values) -> Tried:
    tilt, mass, share = v["nose_down_deg"], v["mass_kg"], v["on_saddle_percent"] / 100
    push = mass * share * sin(radians(tilt))
    s = _s(v)
    over = Mark(AHEAD_MM, RAIL_TO_TOP_MM)
    after = s + over.turned(-tilt) - over
    nose = [s + Mark(150, 0), after + Mark(150, 0).turned(-tilt)]
    back = [s - Mark(120, 0), after - Mark(120, 0).turned(-tilt)]
    return Tried(
        ((Mark(0, 0), s - over), (back[0], s, nose[0])),
        ((Mark(0, 0), s - over), (back[1], after, nose[1])),
        (nose[0], nose[1]),
        (
            say(
                "Of {weight} kg on the saddle, {push} kg now push the rider forward; hands and feet hold them.",
                weight=Count(round(mass * share)),
                push=Count(round(push, 1)),
            ),
            say(
                "The nose is {nose} lower, and the saddle mark went {way}.",
                nose=Length(nose[0].y_mm - nose[1].y_mm),
                way=way((after - s).x_mm, (after - s).y_mm),
            ),
        ),
        (say("The saddle's shape and its width, which are what presses."),),
        say("for a degree or two"),
        say(
            "{tilt} nose down sends {push} kg into the hands: the next complaint. It hangs on how much "
            "slides, and on the shape; "
            "first look at height, width and reach. Numbness that stays is for a doctor.",
            tilt=Angle(tilt),
            push=Count(round(push, 1)),
        ),
    )


def _one_height(v: Values) -> Tried:
    s = _s(v)
    after = s + Mark(v["further_ahead_mm"], v["rail_then_mm"] - v["rail_now_mm"])
    grown = after.length_mm - s.length_mm
    # From S to the middle of the saddle's length, which people tape to: half the length less nose to S.
    middles = [v["length_now_mm"] / 2 - v["nose_now_mm"], v["length_then_mm"] / 2 - v["nose_then_mm"]]
    apart = abs(middles[1] - middles[0])
    taped = apart * cos(radians(v["seat_angle_deg"]))
    return Tried(
        ((Mark(0, 0), s),),
        ((Mark(0, 0), after),),
        (s, after),
        (
            say(
                "On the same post and clamp the saddle mark went {way}: {grown} of saddle height.",
                way=way((after - s).x_mm, (after - s).y_mm),
                grown=Length(grown, signed=True, tenths=True),
            ),
            say(
                "Taped to the middle of each saddle the same figure is {apart} of another place, {taped} of height.",
                apart=Length(apart),
                taped=tenths(taped),
            ),
        ),
        (say("The tape's own figure, and that is the trouble."),),
        say("no"),
        say(
            "A height belongs to a place on the saddle: where it is 80 wide, not its middle and not its "
            "nose. With another saddle "
            "set that place where it was: {way}.",
            way=way((s - after).x_mm, (s - after).y_mm),
        ),
    )


def _saddles_drawn(v: Values, after: Mark, body: BodyMeasures | None, tilt_deg: float = 0.0) -> Drawn:
    frame = frame_at(TOP, 72.0, v["seat_angle_deg"])
    return seat_drawn(bike_at(frame, saddle=_s(v)), bike_at(frame, saddle=after, tilt_deg=tilt_deg), body)


def _back_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    s = _s(v)
    after = s - Mark(v["back_mm"], 0)
    return _saddles_drawn(v, after.scaled(s.length_mm / after.length_mm), body)


def _nose_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    over = Mark(AHEAD_MM, RAIL_TO_TOP_MM)
    return _saddles_drawn(v, _s(v) + over.turned(-v["nose_down_deg"]) - over, body, tilt_deg=-v["nose_down_deg"])


def _one_height_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    frame, s = frame_at(TOP, 72.0, v["seat_angle_deg"]), _s(v)
    after = s + Mark(v["further_ahead_mm"], v["rail_then_mm"] - v["rail_now_mm"])
    now = bike_at(frame, saddle=s, nose_to_s_mm=v["nose_now_mm"], rail_to_top_mm=v["rail_now_mm"])
    then = bike_at(frame, saddle=after, nose_to_s_mm=v["nose_then_mm"], rail_to_top_mm=v["rail_then_mm"])
    return seat_drawn(now, then, body)


def _sloping_drawn(v: Values, body: BodyMeasures | None) -> Drawn:
    gamma, slope, ett = radians(v["seat_angle_deg"]), radians(v["slope_deg"]), v["ett_mm"]
    top = Mark(ett - TOP.y_mm / tan(gamma), TOP.y_mm)
    tube = ett / (cos(slope) + sin(slope) / tan(gamma))
    low = top.y_mm - tube * sin(slope)
    level, sloped = ((y / sin(gamma)) + 16 for y in (top.y_mm, low))
    # The tube joins a little under the seat tube's end.
    return frames_drawn(
        frame_at(top, 72.0, v["seat_angle_deg"], level), frame_at(top, 72.0, v["seat_angle_deg"], sloped)
    )


SADDLES = (
    Claim(
        "saddle_back", "Slack the saddle back", "“Slide the saddle back, you are too cramped.”",
        (HEIGHT, SEAT, Number("back_mm", "Slid back by", "mm", -40, 40, 20)), _saddle_back, _back_drawn,
    ),
    Claim(
        "nose_down", "Nose down", "“Tip the nose down, that takes the pressure off.”",
        (
            Number("nose_down_deg", "Nose down by", "°", 0, 12, 4), Number("mass_kg", "Rider", "kg", 25, 180, 75),
            Number("on_saddle_percent", "Of it on the saddle", "%", 20, 90, 55), HEIGHT, SEAT,
        ),
        _nose_down, _nose_drawn,
    ),
    Claim(
        "one_height", "One height for every saddle", "“Your height is 740, whatever you sit on.”",
        (
            HEIGHT, SEAT, Number("length_now_mm", "Saddle length now", "mm", 200, 320, 275),
            Number("nose_now_mm", "Nose to mark now", "mm", 80, 200, 150),
            Number("length_then_mm", "Saddle length then", "mm", 200, 320, 245),
            Number("nose_then_mm", "Nose to mark then", "mm", 80, 200, 118),
            Number("rail_now_mm", "Rails to top now", "mm", 30, 70, 48),
            Number("rail_then_mm", "Rails to top then", "mm", 30, 70, 42),
            Number("further_ahead_mm", "Mark further ahead of its rails", "mm", -40, 40, 8),
        ),
        _one_height, _one_height_drawn,
    ),
    Claim(
        "sloping", "Sloping top tube", "“It slopes, so it is a smaller frame.”",
        (
            Number("ett_mm", "Effective top tube", "mm", 420, 700, 560), Number("slope_deg", "Slope", "°", 0, 25, 9),
            Number("seat_angle_deg", "Seat angle", "°", 68, 80, 73.5),
        ),
        _sloping, _sloping_drawn,
    ),
)  # fmt: skip
