"""How another bike steers and carries, against the present one, in numbers and in words (docs/formulas.md, Handling)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import hypot
from typing import Literal

from waymark.core.cockpit import hand_travel_mm
from waymark.core.frame import FrameGeometry, flop_mm, steering_axis
from waymark.core.handling.balance import Balance
from waymark.core.marks import Mark
from waymark.core.say import Said, say

Name = Literal["trail", "flop", "wheelbase", "front_centre", "arm", "travel", "front_share", "hand_load", "toe"]


@dataclass(frozen=True, slots=True)
class Handling:
    """What of a bike under a rider decides how it handles; mm, and per cent of the rider's weight.

    ``flop_mm`` is how far the front end drops as the wheel is turned, ``arm_mm`` the steering axis to the hand in space,
    ``travel_mm`` the hand's way for a degree of steering. ``hand_load_percent`` is an upper limit, to compare by.
    """

    trail_mm: float
    flop_mm: float
    wheelbase_mm: float
    front_centre_mm: float
    arm_mm: float | None = None
    travel_mm: float | None = None
    front_share_percent: float | None = None
    hand_load_percent: float | None = None
    toe_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Difference:
    """One figure of both bikes; ``says`` is what the change is felt as, ``None`` where it is not felt."""

    name: Name
    now: float | None
    then: float | None
    says: Said | None


# What is felt: less is not told as a difference. Trail and wheelbase after common steps between sizes of one frame.
FELT: Mapping[Name, float] = {
    "trail": 2.0, "flop": 1.5, "wheelbase": 10.0, "front_centre": 8.0, "arm": 5.0, "travel": 0.1, "front_share": 1.0,
    "hand_load": 1.0, "toe": 3.0,
}  # fmt: skip
MORE: Mapping[Name, Said] = {
    "trail": say("steadier, slower to turn in"),
    "flop": say("the front falls into slow corners more"),
    "wheelbase": say("steadier, wider round tight corners"),
    "front_centre": say("more bike ahead of the rider"),
    "arm": say("calmer steering, more leverage"),
    "travel": say("the hands go farther for the same corner"),
    "front_share": say("more weight on the front wheel"),
    "hand_load": say("more on the hands"),
    "toe": say("more room for the toes"),
}
LESS: Mapping[Name, Said] = {
    "trail": say("quicker to turn in, less steady"),
    "flop": say("the front falls into slow corners less"),
    "wheelbase": say("quicker, tighter round corners"),
    "front_centre": say("less bike ahead of the rider"),
    "arm": say("quicker steering, less leverage"),
    "travel": say("the hands go less far for the same corner"),
    "front_share": say("less weight on the front wheel"),
    "hand_load": say("less on the hands"),
    "toe": say("less room for the toes"),
}


def handling_of(
    frame: FrameGeometry,
    hand: Mark | None = None,
    hand_out_mm: float | None = None,
    held: Balance | None = None,
    toe_mm: float | None = None,
) -> Handling:
    """The handling of a bike; the hand lies ``hand_out_mm`` to the side. What is not known stays ``None``.

    Wheel flop is t·sin θ·cos θ; the arm √((n·(H − T))² + z²) (docs/formulas.md, Frame; Cockpit).
    """
    arm = None
    if hand is not None and hand_out_mm is not None:
        _, square = steering_axis(frame.head_angle_deg)
        arm = hypot((hand - frame.head_top).dot(square), hand_out_mm)
    return Handling(
        trail_mm=frame.trail_mm,
        flop_mm=flop_mm(frame.trail_mm, frame.head_angle_deg),
        wheelbase_mm=frame.wheelbase_mm,
        front_centre_mm=frame.front_centre_mm,
        arm_mm=arm,
        travel_mm=None if arm is None else hand_travel_mm(arm),
        front_share_percent=None if held is None else held.front_axle_percent,
        hand_load_percent=None if held is None else held.hand_share_percent,
        toe_mm=toe_mm,
    )


def differences(now: Handling | None, then: Handling) -> tuple[Difference, ...]:
    """Figure by figure, both bikes; those that neither has are left out."""
    made = []
    for name in FELT:
        field = f"{name}_percent" if name in ("front_share", "hand_load") else f"{name}_mm"
        was, will = None if now is None else getattr(now, field), getattr(then, field)
        if will is None:
            continue
        said = None
        if was is not None and abs(will - was) >= FELT[name]:
            said = MORE[name] if will > was else LESS[name]
        made.append(Difference(name, was, will, said))
    return tuple(made)
