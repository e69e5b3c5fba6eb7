"""From any use to any other by two schools: known offsets, or the rider's own trunk and arms."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin
from typing import Literal

from waymark.core.body import SEATED, BodyMeasures, FootFit, Seated, pose_at, segments
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import Angle, Said, say, term
from waymark.core.translate.uses import SHIFTS, Use

School = Literal["deltas", "body"]
# Long smooth events lie near the old position, short rough ones far from it.
STRENGTH = 0.5


@dataclass(frozen=True, slots=True)
class Moved:
    """One line of a translation: which mark, how far, + forward and up, mm, and why."""

    mark: Literal["saddle", "hand"]
    by: Mark
    why: Said


@dataclass(frozen=True, slots=True)
class Translation:
    """Where saddle and hand come to lie, and the lines that add up to it."""

    saddle: Mark
    hand: Mark
    steps: tuple[Moved, ...]


def translate(
    saddle: Mark,
    hand: Mark,
    body: BodyMeasures,
    foot: FootFit,
    crank_mm: float,
    from_: Use,
    to: Use,
    school: School,
    strength: float = STRENGTH,
    to_body: BodyMeasures | None = None,
    seated: Seated = SEATED,
) -> Translation:
    """Carry saddle and hand from one use to another.

    Offsets are stated from road endurance: the first use's are taken off, the second's put on, each at ``strength``
    between near and far. By the body the trunk turns by what the uses ask, the arm half as far, the arm's length in the
    plane taken with ``to_body``'s hands; ``seated`` says where the hip is. Where either use has grips the offsets give the
    saddle only, and the hand comes from the body. The same use, and the trainer, copy the marks.
    Raises ``InputError`` for time trials, which need the pads' own rule.
    """
    if "time_trial" in (from_, to):
        raise InputError(
            "Arm pads are not reached by offsets.",
            field="to" if to == "time_trial" else "from",
            allowed=", ".join((*SHIFTS, "trainer")),
            kept="time_trial",
        )
    if from_ == to or "trainer" in (from_, to):
        why = say("the same use") if from_ == to else say("the same marks on another machine")
        return Translation(saddle, hand, (Moved("saddle", Mark(0, 0), why), Moved("hand", Mark(0, 0), why)))
    old, new = SHIFTS[from_], SHIFTS[to]
    sits = new.saddle.at(strength) - old.saddle.at(strength)
    at = saddle + sits
    why = say("{use}: {reason}", use=term(_words(to)), reason=term(new.reason))
    lines = [Moved("saddle", sits, why)]
    if school == "deltas" and old.hand is not None and new.hand is not None:
        holds = new.hand.at(strength) - old.hand.at(strength)
        lines.append(Moved("hand", holds, why))
        return Translation(at, hand + holds, tuple(lines))
    turned = new.trunk_deg(strength) - old.trunk_deg(strength)
    before = pose_at(saddle, hand, segments(body), foot, crank_mm, seated=seated)
    limbs = segments(to_body or body)
    trunk = before.trunk_deg + turned
    shoulder = at + seated.hip_off + _along(trunk, limbs.trunk_mm)
    grip = shoulder + _along(trunk + 180.0 + before.shoulder_deg - turned / 2, limbs.arm_mm)
    lines.append(
        Moved(
            "hand",
            grip - hand,
            say(
                "trunk {trunk} from {before}, the arm turned half as far",
                trunk=Angle(trunk, tenths=True),
                before=Angle(before.trunk_deg, tenths=True),
            ),
        )
    )
    return Translation(at, grip, tuple(lines))


def _along(angle_deg: float, length_mm: float) -> Mark:
    return Mark(length_mm * cos(radians(angle_deg)), length_mm * sin(radians(angle_deg)))


def _words(use: Use) -> str:
    return use.replace("_", " ")
