"""What riders complain of and what a fitter sees: causes in the position, the likeliest first, and those off the bike."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.say import Said, say


@dataclass(frozen=True, slots=True)
class Complaint:
    """A complaint or sign: its causes by name, causes off the bike, and whether a doctor is due if it stays."""

    name: Said
    causes: tuple[str, ...]
    off_bike: tuple[Said, ...] = ()
    doctor: bool = False


_SHOES = say("shoes: heel home, closed from the toe end first")
_GROUND = say("grips, gloves, tyre pressure, suspension, brakes that need a hard pull")
_BODY = say("strength and reach of motion: a trainer or physiotherapist may do more than a part")

COMPLAINTS: dict[str, Complaint] = {
    "numb_hands": Complaint(
        say("numb hands"), ("nose_down", "hood_dips", "hood_steep", "bar_low", "reach_long", "bar_wide"),
        (_GROUND,), doctor=True,
    ),
    "neck_shoulders": Complaint(
        say("neck and shoulders"), ("bar_low", "reach_long", "bar_wide", "hood_steep"),
        (say("the helmet's brim and glasses"), _BODY), doctor=True,
    ),
    "elbows_out": Complaint(say("elbows out"), ("bar_wide", "hood_steep", "reach_short")),
    "wrists_bent": Complaint(
        say("wrists bent back"), ("hood_steep", "reach_short"), (say("levers too far for the fingers"),)
    ),
    "low_back": Complaint(
        say("low back"), ("reach_long", "bar_low", "saddle_high", "hip_closed"), (_BODY,), doctor=True
    ),
    "saddle_pressure": Complaint(
        say("pressure in the saddle"), ("nose_up", "saddle_high", "bar_low", "reach_long"),
        (say("the saddle's shape and width"), say("shorts and their seams")), doctor=True,
    ),
    "sliding_forward": Complaint(say("sliding forward"), ("nose_down", "reach_long", "hood_dips")),
    "hips_rock": Complaint(
        say("hips rock"), ("saddle_high", "crank_long"), (say("reach of motion that differs left to right"),)
    ),
    "knee_front": Complaint(
        say("front of the knee"), ("saddle_low", "crank_long", "cleat_forward"),
        (say("gears too long for the climb"),), doctor=True,
    ),
    "knee_back": Complaint(say("back of the knee"), ("saddle_high", "cleat_forward"), doctor=True),
    "knee_side": Complaint(
        say("side of the knee"), ("cleat_turned", "stance"), (say("worn cleats and pedals"),), doctor=True
    ),
    "hip_pinch": Complaint(
        say("hip pinches at the top"), ("hip_closed", "crank_long", "saddle_low", "bar_low"), (_BODY,), doctor=True
    ),
    "hot_feet": Complaint(
        say("hot or numb feet"), ("cleat_forward", "stance"), (_SHOES, say("soles and insoles")), doctor=True
    ),
    "shoulders_up": Complaint(say("shoulders up"), ("bar_wide", "grips_wide", "reach_short", "bar_low"), (_BODY,)),
    "outer_palm": Complaint(say("weight on the outer palm"), ("rolled_forward", "bar_wide", "grips_wide"), (_GROUND,)),
    "inner_palm": Complaint(say("weight on the inner palm"), ("rolled_back", "bar_narrow", "hood_steep"), (_GROUND,)),
    "arms_locked": Complaint(say("arms locked"), ("reach_long", "bar_low", "nose_down"), (_BODY,)),
    "on_the_nose": Complaint(
        say("sitting on the nose"), ("reach_long", "saddle_high", "bar_low"), (say("the saddle's shape and width"),)
    ),
    "knee_at_chest": Complaint(say("knee at the chest"), ("hip_closed", "crank_long", "bar_low", "reach_short")),
    "heel_at_stay": Complaint(
        say("heel at the stay"), ("cleat_turned", "stance"), (say("the shoe's own width; the stays' place"),)
    ),
    "front_lifts": Complaint(
        say("the front lifts"), ("bar_high", "reach_short"), (say("low gears pushed hard; a heavy bag behind"),)
    ),
    "front_washes": Complaint(
        say("the front washes out"), ("bar_high", "reach_short"),
        (say("the front tyre's pressure and tread"), say("speed and line in the bend")),
    ),
    "twitchy": Complaint(
        say("twitchy"), ("reach_short", "bar_narrow"),
        (say("play in headset and hubs"), say("tyre pressure; a bag on the bar")),
    ),
    "slow_steering": Complaint(
        say("slow to steer"), ("reach_long", "grips_wide", "bar_wide"),
        (say("a tight headset, stiff hoses"), say("a soft front tyre")),
    ),
    "too_stretched": Complaint(say("feels too long"), ("reach_long", "bar_low", "nose_down")),
    "too_cramped": Complaint(say("feels too short"), ("reach_short", "bar_narrow", "saddle_low", "hip_closed")),
}  # fmt: skip
