"""Causes in the position: what shows each in the rider's own numbers, and the cheapest change against it, with its size.

Sizes are what one ride can tell: a saddle by 5 mm at most, a cleat by 3, a hand by 10 (docs/formulas.md, Complaints).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import ceil
from typing import Literal

from waymark.core.goal import CrankStep, FootStep, MoveStep, Step
from waymark.core.marks import Mark
from waymark.core.rules.house import AngleWindow
from waymark.core.say import Angle, Said, bare, exactly, say

Price = Literal["free", "small part", "part", "dear part"]
MOST_SADDLE_MM, MOST_HAND_MM, CLEAT_MM, CRANK_MM = 5.0, 10.0, 3.0, 5.0
# A millimetre of saddle height bends the straightest knee by about so much (the house's model, legs of 800 to 900).
KNEE_PER_MM_DEG = 0.45
LEVEL_DEG, STEEP_HOOD_DEG = 1.0, 20.0
WIDER_MM, NARROWER_MM = 20.0, 30.0
CRANK_OF_INSEAM = 0.216


@dataclass(frozen=True, slots=True)
class Seen:
    """A rider's numbers on the bike they come with, degrees and mm; ``None`` where a number was not taken.

    ``saddle_tilt_deg`` + nose up, ``hood_slope_deg`` + up to the front.
    """

    knee: AngleWindow
    trunk: AngleWindow
    shoulder: AngleWindow
    hip: AngleWindow
    knee_deg: float | None = None
    trunk_deg: float | None = None
    shoulder_deg: float | None = None
    hip_deg: float | None = None
    saddle_tilt_deg: float | None = None
    hood_slope_deg: float | None = None
    bar_width_mm: float | None = None
    shoulder_width_mm: float | None = None
    crank_mm: float | None = None
    inseam_mm: float | None = None


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
    what would show that it was wrong."""

    name: Said
    shown: Callable[[Seen], Evidence | None]
    look: Said
    change: Callable[[Seen], tuple[Said, Step | None]]
    price: Price
    moves: Said
    wrong: Said


def _past(value: float | None, bound: float | None, above: bool, says: Said) -> Evidence | None:
    """How far ``value`` lies past ``bound``, as a share of ten; ``None`` where either is not known."""
    if value is None or bound is None:
        return None
    by = value - bound if above else bound - value
    return Evidence(by / 10.0, says)


def _high(s: Seen) -> Evidence | None:
    least = s.knee.least_deg
    return _past(
        s.knee_deg,
        least,
        False,
        say("the knee bends only {knee} at its straightest, under {least}", knee=_deg(s.knee_deg), least=Angle(least)),
    )


def _low(s: Seen) -> Evidence | None:
    most = s.knee.greatest_deg
    return _past(
        s.knee_deg,
        most,
        True,
        say("the knee still bends {knee} at its straightest, over {most}", knee=_deg(s.knee_deg), most=_deg(most)),
    )


def _deep(s: Seen) -> Evidence | None:
    least = s.trunk.least_deg
    return _past(
        s.trunk_deg,
        least,
        False,
        say("trunk {trunk}, under {least} for this use", trunk=_deg(s.trunk_deg), least=Angle(least)),
    )


def _long(s: Seen) -> Evidence | None:
    most = s.shoulder.greatest_deg
    return _past(
        s.shoulder_deg,
        most,
        True,
        say("arm to trunk {shoulder}, over {most}", shoulder=_deg(s.shoulder_deg), most=_deg(most)),
    )


def _short(s: Seen) -> Evidence | None:
    least = s.shoulder.least_deg
    return _past(
        s.shoulder_deg,
        least,
        False,
        say("arm to trunk {shoulder}, under {least}", shoulder=_deg(s.shoulder_deg), least=Angle(least)),
    )


def _closed(s: Seen) -> Evidence | None:
    least = s.hip.least_deg
    return _past(
        s.hip_deg,
        least,
        False,
        say("the hip closes to {hip} at the top, under {least}", hip=_deg(s.hip_deg), least=Angle(least)),
    )


def _nose_down(s: Seen) -> Evidence | None:
    return _past(
        s.saddle_tilt_deg,
        -LEVEL_DEG,
        False,
        say("the saddle's nose points {by} down", by=_deg(abs(s.saddle_tilt_deg or 0.0))),
    )


def _nose_up(s: Seen) -> Evidence | None:
    return _past(
        s.saddle_tilt_deg, LEVEL_DEG, True, say("the saddle's nose points {by} up", by=_deg(s.saddle_tilt_deg))
    )


def _dips(s: Seen) -> Evidence | None:
    return _past(
        s.hood_slope_deg,
        -LEVEL_DEG,
        False,
        say("the hoods dip by {by} to the front", by=_deg(abs(s.hood_slope_deg or 0.0))),
    )


def _steep(s: Seen) -> Evidence | None:
    return _past(s.hood_slope_deg, STEEP_HOOD_DEG, True, say("the hoods rise by {by}", by=_deg(s.hood_slope_deg)))


def _wide(s: Seen) -> Evidence | None:
    wide = None if s.shoulder_width_mm is None else s.shoulder_width_mm + WIDER_MM
    return _past(s.bar_width_mm, wide, True, _bar_words(s))


def _narrow(s: Seen) -> Evidence | None:
    narrow = None if s.shoulder_width_mm is None else s.shoulder_width_mm - NARROWER_MM
    return _past(s.bar_width_mm, narrow, False, _bar_words(s))


def _crank(s: Seen) -> Evidence | None:
    most = None if s.inseam_mm is None else CRANK_OF_INSEAM * s.inseam_mm
    return _past(
        s.crank_mm,
        most,
        True,
        say(
            "cranks of {crank}, where this leg's share ends at {most}",
            crank=exactly(s.crank_mm or 0.0),
            most=bare(most or 0.0),
        ),
    )


def _bar_words(s: Seen) -> Said:
    width, shoulders = bare(s.bar_width_mm or 0.0), bare(s.shoulder_width_mm or 0.0)
    return say("a bar {width} wide, shoulders {shoulders}", width=width, shoulders=shoulders)


def _unseen(_: Seen) -> Evidence | None:
    return None


def _deg(value: float | None) -> Angle:
    return Angle(float(round(value or 0.0)))


def _saddle(s: Seen, up: bool) -> tuple[Said, Step | None]:
    bound = s.knee.greatest_deg if up else s.knee.least_deg
    past = 0.0 if s.knee_deg is None or bound is None else max(0.0, (s.knee_deg - bound) * (1 if up else -1))
    by = float(min(MOST_SADDLE_MM, max(3, ceil(past / KNEE_PER_MM_DEG))))
    said = say("saddle {by} up", by=bare(by)) if up else say("saddle {by} down", by=bare(by))
    return said, MoveStep("saddle", Mark(0.0, by if up else -by))


def _hand(x_mm: float, y_mm: float, said: Said) -> Callable[[Seen], tuple[Said, Step | None]]:
    return lambda _: (said, MoveStep("hand", Mark(x_mm, y_mm)))


def _by_tool(said: Said) -> Callable[[Seen], tuple[Said, Step | None]]:
    """A change with an Allen key that moves no mark of the goal."""
    return lambda _: (said, None)


def _shorter(s: Seen) -> tuple[Said, Step | None]:
    if s.crank_mm is None:
        return say("cranks {by} shorter", by=bare(CRANK_MM)), None
    return say("cranks {by} shorter", by=bare(CRANK_MM)), CrankStep(s.crank_mm - CRANK_MM)


CAUSES: dict[str, Cause] = {
    "saddle_high": Cause(
        say("saddle too high"), _high, say("hips rocking from behind, toes pointing at the bottom"),
        lambda s: _saddle(s, up=False), "free", say("the drop to the hands grows less"),
        say("the front of the knee starts to complain"),
    ),
    "saddle_low": Cause(
        say("saddle too low"), _low, say("knees high at the top, thighs burning early"),
        lambda s: _saddle(s, up=True), "free", say("the drop to the hands grows"),
        say("hips rock, or the back of the knee complains"),
    ),
    "nose_down": Cause(
        say("saddle nose down"), _nose_down, say("a level along the saddle; does the rider push back all the time?"),
        _by_tool(say("saddle level")), "free", say("less weight on the hands"),
        say("pressure in front grows: look at its shape"),
    ),
    "nose_up": Cause(
        say("saddle nose up"), _nose_up, say("a level along the saddle"),
        _by_tool(say("saddle level")), "free", say("a little more weight on the hands"), say("the rider slides forward"),
    ),
    "bar_low": Cause(
        say("hands too low"), _deep, say("spacers over the stem, and which way up the stem is"),
        _hand(0.0, MOST_HAND_MM, say("hands {by} up", by=bare(MOST_HAND_MM))), "free",
        say("the front wheel carries a little less"), say("the front lifts on climbs, or the wind is felt more"),
    ),
    "reach_long": Cause(
        say("hands too far"), _long, say("arms locked, sitting on the nose"),
        _hand(-MOST_HAND_MM, 0.0, say("hands {by} back", by=bare(MOST_HAND_MM))), "small part",
        say("steering grows a little quicker"), say("knees near the elbows, chest closed"),
    ),
    "reach_short": Cause(
        say("hands too near"), _short, say("elbows behind the knees, back rounded"),
        _hand(MOST_HAND_MM, 0.0, say("hands {by} forward", by=bare(MOST_HAND_MM))), "small part",
        say("the front wheel carries a little more"), say("neck and shoulders tire sooner"),
    ),
    "hood_dips": Cause(
        say("hoods that dip"), _dips, say("a level on the hoods; do the hands slide?"),
        _by_tool(say("bar or levers turned up until the hoods are level or rise a little")), "free",
        say("the hands go up and back a little"), say("wrists bent back"),
    ),
    "hood_steep": Cause(
        say("hoods too steep"), _steep, say("wrists bent back on the hoods"),
        _by_tool(say("bar or levers turned down a little")), "free", say("the hands go forward a little"),
        say("hands slide forward"),
    ),
    "bar_wide": Cause(
        say("bar too wide"), _wide, say("elbows out, shoulders up, worse in the drops"),
        _by_tool(say("levers turned in, then a narrower bar")), "part", say("steering needs less hand, and tells less"),
        say("breath feels short, or the bike feels nervous on rough ground"),
    ),
    "bar_narrow": Cause(
        say("bar too narrow"), _narrow, say("elbows pressed in, chest closed"),
        _by_tool(say("a wider bar")), "part", say("the arms reach a little farther"), say("shoulders creep up"),
    ),
    "hip_closed": Cause(
        say("hip closed at the top"), _closed, say("knee at the chest, trunk moved by the thigh"),
        _shorter, "dear part", say("the saddle goes up by about as much, and the gears feel longer"),
        say("no change in the hip after two rides"),
    ),
    "crank_long": Cause(
        say("cranks long for this leg"), _crank, say("knees high at the top; heel and toe room"),
        _shorter, "dear part", say("the saddle goes up by about as much, and the gears feel longer"),
        say("no change after two rides"),
    ),
    "cleat_forward": Cause(
        say("cleat far forward"), _unseen, say("where the ball of the foot lies over the axle"),
        lambda _: (say("cleats {by} aft", by=bare(CLEAT_MM)), FootStep(cleat_aft_by_mm=CLEAT_MM)), "free",
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
