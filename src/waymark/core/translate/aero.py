"""To arm pads: the rider turned forward about the bottom bracket, the forearms level (docs/formulas.md, Another use)."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, cos, degrees, radians, sin, sqrt
from typing import Literal

from waymark.core.body import SEATED, BodyMeasures, FootFit, Seated, pose_at, segments
from waymark.core.body.segments import WRIST_TO_GRIP_MM
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import Angle, Length, Said, bare, say

TRUNK_LEAST_DEG, TRUNK_GREATEST_DEG = 10.0, 25.0
ELBOW_DEG, PAD_FROM_ELBOW_MM = 100.0, 70.0
# With the foot's pitch kept, so much lower down the new seat line for each degree.
LOWER_A_DEG_MM = 1.0


@dataclass(frozen=True, slots=True)
class AeroAsk:
    """What is asked of a position on pads, mm and degrees.

    ``trunk_deg`` left out turns the trunk with the rider and then into 10 to 25; ``upper_arm_deg`` asks for the upper arm's
    angle to the trunk in place of the elbow's; ``pad_width_mm`` is from centre to centre.
    """

    delta_deg: float
    trunk_deg: float | None = None
    foot: Literal["fixed", "turns"] = "fixed"
    elbow_deg: float = ELBOW_DEG
    upper_arm_deg: float | None = None
    forearm_tilt_deg: float = 0.0
    pad_from_elbow_mm: float = PAD_FROM_ELBOW_MM
    pad_width_mm: float | None = None


@dataclass(frozen=True, slots=True)
class AeroStep:
    """One line: which mark, by how much, + forward and up, mm, and why."""

    mark: Literal["saddle", "pad", "hand"]
    by: Mark
    why: Said


@dataclass(frozen=True, slots=True)
class Aero:
    """Saddle, pad and hand, the elbow's included angle, how the rider then sits, and the lines that lead there."""

    saddle: Mark
    pad: Mark
    hand: Mark
    elbow_included_deg: float
    trunk_deg: float
    seated: Seated
    steps: tuple[AeroStep, ...]


def delta_to_deg(saddle: Mark, seat_angle_deg: float) -> float:
    """How far forward a saddle is turned until its line from the BB stands at ``seat_angle_deg``."""
    return seat_angle_deg - degrees(atan2(saddle.y_mm, -saddle.x_mm))


def to_aero(
    saddle: Mark,
    hand: Mark,
    body: BodyMeasures,
    foot: FootFit,
    crank_mm: float,
    ask: AeroAsk,
    sat: Seated = SEATED,
) -> Aero:
    """Carry saddle and hand to pads.

    The saddle turns forward about the BB, and with the foot's pitch fixed goes down its new line by a millimetre a degree;
    the hip's offset, as ``sat`` has it, turns with the pelvis. From the shoulder the upper arm runs to the elbow along
    forearm tilt + elbow + 180°; pad and hand lie ahead of it along the forearm. Raises ``InputError`` where pads are wider
    than these arms.
    """
    before = pose_at(saddle, hand, segments(body), foot, crank_mm, seated=sat)
    at = saddle.turned(-ask.delta_deg)
    if ask.foot == "fixed":
        at = at - at.scaled(LOWER_A_DEG_MM * ask.delta_deg / at.length_mm)
    seated = Seated(sat.hip_off.turned(-ask.delta_deg), ask.delta_deg if ask.foot == "turns" else 0.0)
    turned = before.trunk_deg - ask.delta_deg
    trunk = min(max(turned, TRUNK_LEAST_DEG), TRUNK_GREATEST_DEG) if ask.trunk_deg is None else ask.trunk_deg
    elbow = ask.elbow_deg
    if ask.upper_arm_deg is not None:
        elbow = trunk + ask.upper_arm_deg - ask.forearm_tilt_deg
    limbs = segments(body)
    shoulder = at + seated.hip_off + _along(trunk, limbs.trunk_mm)
    bend = shoulder + _along(ask.forearm_tilt_deg + elbow + 180.0, _upper_arm_mm(body, limbs.upper_arm_mm, ask))
    pad = bend + _along(ask.forearm_tilt_deg, ask.pad_from_elbow_mm)
    grip = bend + _along(ask.forearm_tilt_deg, limbs.forearm_mm + WRIST_TO_GRIP_MM)
    why_trunk = _trunk_words(ask, trunk, turned)
    arm = say(
        "{trunk}; elbow {elbow}, upper arm {arm} to the trunk",
        trunk=why_trunk,
        elbow=Angle(elbow, tenths=True),
        arm=Angle(ask.forearm_tilt_deg + elbow - trunk, tenths=True),
    )
    steps = (
        AeroStep("saddle", at - saddle, _saddle_words(ask)),
        AeroStep("pad", pad - hand, arm),
        AeroStep(
            "hand",
            grip - hand,
            say("a forearm and a hand ahead of the elbow, {tilt} up", tilt=Angle(ask.forearm_tilt_deg)),
        ),
    )
    return Aero(at, pad, grip, elbow, trunk, seated, steps)


def _upper_arm_mm(body: BodyMeasures, upper_arm_mm: float, ask: AeroAsk) -> float:
    """The upper arm as it is seen from the side: √(U² − (half the pads' width − half the shoulders')²)."""
    if ask.pad_width_mm is None or body.shoulder_width_mm is None:
        return upper_arm_mm
    square = upper_arm_mm**2 - ((ask.pad_width_mm - body.shoulder_width_mm) / 2) ** 2
    if square <= 0:
        raise InputError(
            "Pads so far apart are out of these arms' reach.",
            field="pad_width_mm",
            allowed=say("less than {width}", width=bare(body.shoulder_width_mm + 2 * upper_arm_mm)),
            kept=f"{ask.pad_width_mm:g}",
        )
    return sqrt(square)


def _saddle_words(ask: AeroAsk) -> Said:
    turned = say("turned {delta} forward about the BB", delta=Angle(ask.delta_deg, tenths=True))
    if ask.foot == "turns":
        return say("{turned}, the foot with it", turned=turned)
    return say(
        "{turned}, and {down} down its line for the foot that keeps its pitch",
        turned=turned,
        down=Length(LOWER_A_DEG_MM * ask.delta_deg),
    )


def _trunk_words(ask: AeroAsk, trunk: float, turned: float) -> Said:
    if ask.trunk_deg is not None:
        return say("trunk {trunk} as asked for", trunk=Angle(trunk, tenths=True))
    if trunk == turned:
        return say("trunk {trunk}, turned with the rider", trunk=Angle(trunk, tenths=True))
    return say(
        "trunk {trunk}: turned with the rider it would be {turned}, outside {least} to {greatest}",
        trunk=Angle(trunk, tenths=True),
        turned=Angle(turned, tenths=True),
        least=Angle(TRUNK_LEAST_DEG),
        greatest=Angle(TRUNK_GREATEST_DEG),
    )


def _along(angle_deg: float, length_mm: float) -> Mark:
    return Mark(length_mm * cos(radians(angle_deg)), length_mm * sin(radians(angle_deg)))
