"""Causes in the position: what shows each in the rider's own numbers, and the cheapest change against it, with its size.

Sizes are what one ride can tell: a saddle by 5 mm at most, a cleat by 3, a hand by 10 (docs/formulas.md, Complaints).
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from math import ceil
from typing import Literal

from waymark.core.body import LegAngles
from waymark.core.contact import ContactKind
from waymark.core.goal import CrankStep, FootStep, MoveStep, Step
from waymark.core.marks import Mark
from waymark.core.rules.feet import FEET_USUAL
from waymark.core.rules.house import AngleWindow
from waymark.core.rules.one_change import ONE_CHANGE_USUAL, OneChange
from waymark.core.say import Angle, Said, Value, bare, say

Price = Literal["free", "small part", "part", "dear part"]


@dataclass(frozen=True, slots=True)
class Seen:
    """A rider's numbers on the bike they come with, degrees and mm; ``None`` where a number was not taken.

    ``legs`` are left and right where the two part: each cause then goes by the one it shows on. ``saddle_tilt_deg`` + nose
    up, ``hood_slope_deg`` + up to the front. ``sizes`` and ``crank_most_share`` are the house's.
    """

    knee: AngleWindow
    trunk: AngleWindow
    shoulder: AngleWindow
    hip: AngleWindow
    knee_deg: float | None = None
    trunk_deg: float | None = None
    shoulder_deg: float | None = None
    hip_deg: float | None = None
    legs: tuple[LegAngles, LegAngles] | None = None
    saddle_tilt_deg: float | None = None
    hood_slope_deg: float | None = None
    bar_width_mm: float | None = None
    shoulder_width_mm: float | None = None
    crank_mm: float | None = None
    inseam_mm: float | None = None
    hand_on: ContactKind = "hood"
    sizes: OneChange = ONE_CHANGE_USUAL
    crank_most_share: float = FEET_USUAL.crank_greatest_share


@dataclass(frozen=True, slots=True)
class Evidence:
    """What of the rider's numbers speaks for a cause, how far past its bound; against it where it is not past."""

    strength: float
    says: Said

    @property
    def against(self) -> bool:
        """Whether the number was taken and lies inside its bound."""
        return self.strength <= 0


@dataclass(frozen=True, slots=True)
class Cause:
    """A cause: its name, what shows it, what to look at on the bike, the change with its price, what else that moves, and
    what would show that it was wrong. One of ``on`` is none where the hand is on something else."""

    name: Said
    shown: Callable[[Seen], Evidence | None]
    look: Said
    change: Callable[[Seen], tuple[Said, Step | None]]
    price: Price
    moves: Said
    wrong: Said
    on: ContactKind | None = None


@dataclass(frozen=True, slots=True)
class Bound:
    """One of the rider's numbers with what it must not pass, up or down; ``told`` says both, as ``show`` shows them, and
    ``joint`` of which leg, where a leg's joint it is."""

    value: Callable[[Seen], float | None]
    limit: Callable[[Seen], float | None]
    above: bool
    told: Said
    show: Callable[[float], Value] = bare
    joint: Joint | None = None

    def __call__(self, seen: Seen) -> Evidence | None:
        """How far past it is, as a share of ten; ``None`` where either is not known."""
        value, limit = self.value(seen), self.limit(seen)
        if value is None or limit is None:
            return None
        by = value - limit if self.above else limit - value
        figures = {"value": self.show(value), "limit": self.show(limit), "by": self.show(abs(value))}
        if self.joint is not None:
            figures["joint"] = self.joint.named(seen)
        return Evidence(by / 10.0, Said(self.told.template, figures))


def _deg(value: float) -> Angle:
    return Angle(float(round(value)))


@dataclass(frozen=True, slots=True)
class Joint:
    """A leg's joint: its angle where one leg stands for both, either leg's, which of two shows it, and their names."""

    one: Callable[[Seen], float | None]
    of: Callable[[LegAngles], float]
    worse: Callable[[Iterable[float]], float]
    name: Said
    left: Said
    right: Said

    def __call__(self, s: Seen) -> float | None:
        """The angle, degrees: of two legs that of the one on which it shows."""
        return self.one(s) if s.legs is None else self.worse([self.of(leg) for leg in s.legs])

    def named(self, s: Seen) -> Said:
        """The joint, with its side where the legs part."""
        if s.legs is None:
            return self.name
        return self.left if self.of(s.legs[0]) == self(s) else self.right


_KNEE = say("the knee"), say("the left knee"), say("the right knee")
_HIP = say("the hip"), say("the left hip"), say("the right hip")
STRAIGHTER_KNEE = Joint(lambda s: s.knee_deg, lambda leg: leg.knee_least_deg, min, *_KNEE)
MORE_BENT_KNEE = Joint(lambda s: s.knee_deg, lambda leg: leg.knee_least_deg, max, *_KNEE)
TIGHTER_HIP = Joint(lambda s: s.hip_deg, lambda leg: leg.hip_least_deg, min, *_HIP)


def _wide(s: Seen) -> float | None:
    return None if s.shoulder_width_mm is None else s.shoulder_width_mm + s.sizes.wider_mm


def _narrow(s: Seen) -> float | None:
    return None if s.shoulder_width_mm is None else s.shoulder_width_mm - s.sizes.narrower_mm


def _legs_share(s: Seen) -> float | None:
    return None if s.inseam_mm is None else s.crank_most_share * s.inseam_mm


BOUNDS: dict[str, Bound] = {
    "knee_straight": Bound(
        STRAIGHTER_KNEE, lambda s: s.knee.least_deg, False,
        say("{joint} bends only {value} at its straightest, under {limit}"), _deg, STRAIGHTER_KNEE,
    ),
    "knee_bent": Bound(
        MORE_BENT_KNEE, lambda s: s.knee.greatest_deg, True,
        say("{joint} still bends {value} at its straightest, over {limit}"), _deg, MORE_BENT_KNEE,
    ),
    "trunk_low": Bound(
        lambda s: s.trunk_deg, lambda s: s.trunk.least_deg, False, say("trunk {value}, under {limit} for this use"), _deg
    ),
    "arm_far": Bound(
        lambda s: s.shoulder_deg, lambda s: s.shoulder.greatest_deg, True, say("arm to trunk {value}, over {limit}"), _deg
    ),
    "arm_near": Bound(
        lambda s: s.shoulder_deg, lambda s: s.shoulder.least_deg, False, say("arm to trunk {value}, under {limit}"), _deg
    ),
    "hip": Bound(
        TIGHTER_HIP, lambda s: s.hip.least_deg, False,
        say("{joint} closes to {value} at the top, under {limit}"), _deg, TIGHTER_HIP,
    ),
    "nose_down": Bound(
        lambda s: s.saddle_tilt_deg, lambda s: -s.sizes.level_deg, False, say("the saddle's nose points {by} down"), _deg
    ),
    "nose_up": Bound(
        lambda s: s.saddle_tilt_deg, lambda s: s.sizes.level_deg, True, say("the saddle's nose points {by} up"), _deg
    ),
    "trunk_high": Bound(
        lambda s: s.trunk_deg, lambda s: s.trunk.greatest_deg, True, say("trunk {value}, over {limit} for this use"), _deg
    ),
    "hood_dips": Bound(
        lambda s: s.hood_slope_deg, lambda s: -s.sizes.level_deg, False, say("the hoods dip by {by} to the front"), _deg
    ),
    "hood_steep": Bound(
        lambda s: s.hood_slope_deg, lambda s: s.sizes.steep_hood_deg, True, say("the hoods rise by {by}"), _deg
    ),
    "bar_wide": Bound(
        lambda s: s.bar_width_mm, _wide, True, say("a bar {value} wide, over {limit} for these shoulders")
    ),
    "bar_narrow": Bound(
        lambda s: s.bar_width_mm, _narrow, False,
        say("a bar {value} wide, under {limit} for these shoulders"),
    ),
    "crank": Bound(
        lambda s: s.crank_mm, _legs_share, True, say("cranks of {value}, over {limit} for this leg")
    ),
}  # fmt: skip


def _unseen(_: Seen) -> Evidence | None:
    return None


def _saddle(s: Seen, up: bool) -> tuple[Said, Step | None]:
    bound, knee = (s.knee.greatest_deg, MORE_BENT_KNEE(s)) if up else (s.knee.least_deg, STRAIGHTER_KNEE(s))
    past = 0.0 if knee is None or bound is None else max(0.0, (knee - bound) * (1 if up else -1))
    by = float(min(s.sizes.most_saddle_mm, max(s.sizes.least_saddle_mm, ceil(past / s.sizes.knee_per_mm_deg))))
    said = say("saddle {by} up", by=bare(by)) if up else say("saddle {by} down", by=bare(by))
    return said, MoveStep("saddle", Mark(0.0, by if up else -by))


def _hand(x: int, y: int, told: Said) -> Callable[[Seen], tuple[Said, Step | None]]:
    """A hand moved by the house's step, forward and up by its sign."""

    def change(s: Seen) -> tuple[Said, Step | None]:
        by = s.sizes.hand_mm
        return Said(told.template, {"by": bare(by)}), MoveStep("hand", Mark(x * by, y * by))

    return change


def _cleat(s: Seen) -> tuple[Said, Step | None]:
    by = s.sizes.cleat_mm
    return say("cleats {by} aft", by=bare(by)), FootStep(cleat_aft_by_mm=by)


def _by_tool(said: Said) -> Callable[[Seen], tuple[Said, Step | None]]:
    """A change with an Allen key that moves no mark of the goal."""
    return lambda _: (said, None)


def _shorter(s: Seen) -> tuple[Said, Step | None]:
    by = s.sizes.crank_mm
    said = say("cranks {by} shorter", by=bare(by))
    return said, None if s.crank_mm is None else CrankStep(s.crank_mm - by)


CAUSES: dict[str, Cause] = {
    "saddle_high": Cause(
        say("saddle too high"), BOUNDS["knee_straight"], say("hips rocking from behind, toes pointing at the bottom"),
        lambda s: _saddle(s, up=False), "free", say("the drop to the hands grows less"),
        say("the front of the knee starts to complain"),
    ),
    "saddle_low": Cause(
        say("saddle too low"), BOUNDS["knee_bent"], say("knees high at the top, thighs burning early"),
        lambda s: _saddle(s, up=True), "free", say("the drop to the hands grows"),
        say("hips rock, or the back of the knee complains"),
    ),
    "nose_down": Cause(
        say("saddle nose down"), BOUNDS["nose_down"],
        say("a level along the saddle; does the rider push back all the time?"),
        _by_tool(say("saddle level")), "free", say("less weight on the hands"),
        say("pressure in front grows: look at its shape"),
    ),
    "nose_up": Cause(
        say("saddle nose up"), BOUNDS["nose_up"], say("a level along the saddle"),
        _by_tool(say("saddle level")), "free", say("a little more weight on the hands"), say("the rider slides forward"),
    ),
    "bar_low": Cause(
        say("hands too low"), BOUNDS["trunk_low"], say("spacers over the stem, and which way up the stem is"),
        _hand(0, 1, say("hands {by} up")), "free",
        say("the front wheel carries a little less"), say("the front lifts on climbs, or the wind is felt more"),
    ),
    "bar_high": Cause(
        say("hands too high"), BOUNDS["trunk_high"], say("does the front lift on a steep climb, or wash out in a bend?"),
        _hand(0, -1, say("hands {by} down")), "free",
        say("the front wheel carries a little more"), say("hands, neck or back complain sooner"),
    ),
    "reach_long": Cause(
        say("hands too far"), BOUNDS["arm_far"], say("arms locked, sitting on the nose"),
        _hand(-1, 0, say("hands {by} back")), "small part",
        say("steering grows a little quicker"), say("knees near the elbows, chest closed"),
    ),
    "reach_short": Cause(
        say("hands too near"), BOUNDS["arm_near"], say("elbows behind the knees, back rounded"),
        _hand(1, 0, say("hands {by} forward")), "small part",
        say("the front wheel carries a little more"), say("neck and shoulders tire sooner"),
    ),
    "hood_dips": Cause(
        say("hoods that dip"), BOUNDS["hood_dips"], say("a level on the hoods; do the hands slide?"),
        _by_tool(say("bar or levers turned up until the hoods are level or rise a little")), "free",
        say("the hands go up and back a little"), say("wrists bent back"), on="hood",
    ),
    "hood_steep": Cause(
        say("hoods too steep"), BOUNDS["hood_steep"], say("wrists bent back on the hoods"),
        _by_tool(say("bar or levers turned down a little")), "free", say("the hands go forward a little"),
        say("hands slide forward"), on="hood",
    ),
    "bar_wide": Cause(
        say("bar too wide"), BOUNDS["bar_wide"], say("elbows out, shoulders up, worse in the drops"),
        _by_tool(say("levers turned in, then a narrower bar")), "part", say("steering needs less hand, and tells less"),
        say("breath feels short, or the bike feels nervous on rough ground"), on="hood",
    ),
    "bar_narrow": Cause(
        say("bar too narrow"), BOUNDS["bar_narrow"], say("elbows pressed in, chest closed"),
        _by_tool(say("a wider bar")), "part", say("the arms reach a little farther"), say("shoulders creep up"), on="hood",
    ),
    "grips_wide": Cause(
        say("grips far apart"), _unseen, say("elbows out and shoulders up where the track is narrow"),
        _by_tool(say("grips and levers moved in, then the bar cut by {by} a side", by=bare(5.0))), "free",
        say("steering needs a little more hand"), say("the front wanders on rough ground"), on="grip",
    ),
    "rolled_forward": Cause(
        say("bar rolled forward"), _unseen, say("fingers off the levers: is the weight on the outer palm?"),
        _by_tool(say("bar rolled back by {by}", by=Angle(2.0))), "free", say("the grips come a little back and down"),
        say("the weight goes to the inner palm"), on="grip",
    ),
    "rolled_back": Cause(
        say("bar rolled back"), _unseen, say("fingers off the levers: is the weight on the inner palm?"),
        _by_tool(say("bar rolled forward by {by}", by=Angle(2.0))), "free", say("the grips go a little forward and up"),
        say("the weight goes to the outer palm"), on="grip",
    ),
    "hip_closed": Cause(
        say("hip closed at the top"), BOUNDS["hip"], say("knee at the chest, trunk moved by the thigh"),
        _shorter, "dear part", say("the saddle goes up by about as much, and the gears feel longer"),
        say("no change in the hip after two rides"),
    ),
    "crank_long": Cause(
        say("cranks long for this leg"), BOUNDS["crank"], say("knees high at the top; heel and toe room"),
        _shorter, "dear part", say("the saddle goes up by about as much, and the gears feel longer"),
        say("no change after two rides"),
    ),
    "cleat_forward": Cause(
        say("cleat far forward"), _unseen, say("where the ball of the foot lies over the axle"),
        _cleat, "free",
        say("the saddle follows down a little"), say("a dead feeling in sprints"),
    ),
    "cleat_turned": Cause(
        say("cleat turned against the foot"), _unseen, say("the foot's own angle, hanging free; heel room at the stay"),
        _by_tool(say("cleat turned until the foot stands as it hangs")), "free", say("heel clearance: check it"),
        say("the knee's side changes over"),
    ),
    "stance": Cause(
        say("feet too near or too far apart"), _unseen,
        say("knees over the feet from in front, at the top and at the bottom"),
        _by_tool(say("cleats in or out by 2, then longer axles")), "free", say("room between shoe and crank"),
        say("knees point out or in more than before"),
    ),
}  # fmt: skip
