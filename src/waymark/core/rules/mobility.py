"""How far a rider bends: each by a described test, with what each use needs (docs/formulas.md, Order of work; Body)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from waymark.core.say import Angle, Said, say, term

Grade = Literal["ample", "just", "short"]
# Nearer to the need than this, the reading's own doubt decides.
JUST_DEG = 5.0
SIDES_DIFFER_DEG = 6.0


@dataclass(frozen=True, slots=True)
class MobilityTest:
    """One test: how it is done, degrees from where, its plausible range, and what each use needs.

    ``needs`` go by discipline; ``otherwise`` holds for the rest. ``sided`` tests are taken left and right.
    """

    label: str
    how: str
    least_deg: float
    greatest_deg: float
    sided: bool
    otherwise: float
    needs: Mapping[str, float]
    short_means: str

    def need_deg(self, uses: Iterable[str]) -> float:
        """What these uses need together: the greatest of theirs."""
        return max((self.needs.get(use, self.otherwise) for use in uses), default=self.otherwise)


MOBILITY: Mapping[str, MobilityTest] = {
    "flat_back": MobilityTest(
        "Flat back forward",
        "Stand, knees soft, hinge at the hips; stop where the low back rounds. Inclinometer on the breastbone, from upright.",
        5, 120, False, 40,
        {"road": 55, "cyclocross": 50, "gravel": 45, "endurance": 45, "cross-country": 50, "time-trial": 75, "city": 20, "trail": 35},
        "the back rounds before the trunk is as low as this use wants it",
    ),
    "hamstrings": MobilityTest(
        "Hamstrings",
        "Lie flat, other leg down, lift the straight leg until the pelvis turns. Inclinometer on the shin, from level.",
        20, 130, True, 60, {"road": 65, "cyclocross": 65, "time-trial": 75, "city": 50},
        "saddle height goes by the tighter leg; watch the hips rock",
    ),
    "hip_bend": MobilityTest(
        "Hip bend",
        "Lie flat, draw the knee to the chest until the pelvis tucks. Angle of the thigh from the table.",
        50, 160, True, 105, {"road": 112, "cyclocross": 110, "time-trial": 122, "city": 92, "trail": 100},
        "the hip closes early at the top of the stroke; a shorter crank or a higher bar opens it",
    ),
    "hip_turn_in": MobilityTest(
        "Hip turn in",
        "Lie on the front, knee bent square, let the foot fall outward. Shin from upright.",
        0, 75, True, 24, {},
        "the knee may go out at the top; look at it before turning a cleat",
    ),
    "ankle_bend": MobilityTest(
        "Ankle bend",
        "Foot flat, knee to the wall over the toes, heel down. Shin from upright.",
        0, 60, True, 18, {"city": 12},
        "the heel drops less; a saddle set by the heel comes out high",
    ),
    "shoulder_lift": MobilityTest(
        "Shoulder lift",
        "Lie flat, low back down, straight arm overhead. Arm from the side of the body.",
        60, 200, True, 150, {"time-trial": 160, "city": 130},
        "a long reach lifts this shoulder first",
    ),
    "neck_back": MobilityTest(
        "Neck back",
        "Sit upright, look up without leaning. Inclinometer on the cheekbone, from level.",
        5, 110, False, 45, {"road": 52, "time-trial": 65, "cyclocross": 50, "city": 25, "trail": 40},
        "a low bar asks more of the neck than it gives",
    ),
}  # fmt: skip


def grade(value_deg: float, need_deg: float) -> Grade:
    """Ample, just, or short of what is needed."""
    if value_deg < need_deg:
        return "short"
    return "just" if value_deg < need_deg + JUST_DEG else "ample"


def sides_say(label: str, left_deg: float, right_deg: float) -> Said | None:
    """A sentence where the sides differ by more than the test does, else ``None``."""
    off = left_deg - right_deg
    if abs(off) <= SIDES_DIFFER_DEG:
        return None
    what, by = term(label.lower()), Angle(round(abs(off)))
    if off < 0:
        return say("Left {what} {by} short of the right.", what=what, by=by)
    return say("Right {what} {by} short of the left.", what=what, by=by)
