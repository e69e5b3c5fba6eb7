"""Flat or clipped: what speaks for each, by uses, hours, time off the bike and legs (docs/formulas.md, Crank and foot)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from waymark.core.feet.parts import PedalFit
from waymark.core.rules.feet import FEET_USUAL, FeetRules
from waymark.core.say import Angle, Said, Words, say, term, with_and, with_semicolons

Way = Literal["clipped", "flat"]
# Uses that are mostly ridden with the foot held, and those mostly ridden with it free.
HELD = ("road", "endurance", "time-trial", "cyclocross", "cross-country", "gravel", "trainer")
FREE = ("trail", "city")
# Uses in which one gets off and runs or climbs: a cleat sunk in the tread.
ON_FOOT = ("cyclocross", "gravel", "cross-country", "trail", "city")
# A cleat on three bolts is larger than any tread lets in.
PROUD_BOLTS = 3


@dataclass(frozen=True, slots=True)
class PedalRider:
    """What of a rider decides a pedal. Uses with their shares; ``hours`` of the longest outing; angles in degrees."""

    uses: tuple[tuple[str, float], ...] = ()
    hours: float | None = None
    off_bike: str | None = None
    age: int | None = None
    turn_in_deg: float | None = None
    sore_knee: bool = False
    foot_mm: float | None = None


@dataclass(frozen=True, slots=True)
class PedalReason:
    """One thing that speaks for a way, with its weight; ``asks`` where it asks something of the pedal whichever it is."""

    way: Way | None
    weight: float
    says: Said


@dataclass(frozen=True, slots=True)
class PedalAdvice:
    """The way that more speaks for, what it is weighed by, and what the pedal should have."""

    way: Way
    recessed: bool
    least_float_deg: float
    reasons: tuple[PedalReason, ...]

    @property
    def near_even(self) -> bool:
        """Whether about as much speaks for the other way."""
        held, free = (sum(r.weight for r in self.reasons if r.way == way) for way in ("clipped", "flat"))
        return abs(held - free) < 1.0


def pedal_advice(rider: PedalRider, rules: FeetRules = FEET_USUAL) -> PedalAdvice:
    """Flat or clipped for this rider: uses count by their shares, each other reason by its own weight."""
    reasons: list[PedalReason] = []
    held = [(u, s) for u, s in rider.uses if u in HELD]
    free = [(u, s) for u, s in rider.uses if u in FREE]
    whole = sum(s for _, s in rider.uses) or 1.0
    for way, those in (("clipped", held), ("flat", free)):
        share = sum(s for _, s in those) / whole
        if share:
            named = with_and([term(u) for u, _ in those])
            said = (
                say("ridden held: {uses}", uses=named) if way == "clipped" else say("ridden free: {uses}", uses=named)
            )
            reasons.append(PedalReason("clipped" if way == "clipped" else "flat", 4 * share, said))
    if rider.hours is not None and rider.hours >= rules.long_hours:
        hours = Words(f"{rider.hours:g}")
        reasons.append(PedalReason("clipped", 1, say("{hours} h at a time: a broad, stiff sole", hours=hours)))
    if rider.off_bike == "often":
        reasons.append(PedalReason("flat", 1.5, say("often off the bike")))
    if rider.age is not None and rider.age < rules.young_age:
        reasons.append(PedalReason("flat", 3, say("a child puts a foot down first")))
    if rider.age is not None and rider.age >= rules.old_age:
        reasons.append(PedalReason("flat", 1, say("a foot that is free comes down sooner")))
    if rider.turn_in_deg is not None and rider.turn_in_deg < rules.turn_to_unclip_deg:
        turn = Angle(round(rider.turn_in_deg))
        reasons.append(PedalReason("flat", 2, say("the hip turns in {turn}: twisting the heel out is hard", turn=turn)))
    if rider.sore_knee:
        least = Angle(rules.sore_knee_float_deg)
        reasons.append(PedalReason(None, 0, say("a knee that hurts: free or {least} of float or more", least=least)))
    points = {way: sum(r.weight for r in reasons if r.way == way) for way in ("clipped", "flat")}
    return PedalAdvice(
        way="flat" if points["flat"] > points["clipped"] else "clipped",
        recessed=rider.off_bike == "often" or _mostly(rider.uses, ON_FOOT),
        least_float_deg=rules.sore_knee_float_deg if rider.sore_knee else 0.0,
        reasons=tuple(sorted(reasons, key=lambda r: -r.weight)),
    )


def _mostly(uses: Sequence[tuple[str, float]], those: Sequence[str]) -> bool:
    whole = sum(s for _, s in uses)
    return bool(whole) and sum(s for u, s in uses if u in those) > whole / 2


def advice_words(advice: PedalAdvice) -> Said:
    """The advice in one sentence with its reasons."""
    why = with_semicolons([r.says for r in advice.reasons if r.way == advice.way])
    against = [r.says for r in advice.reasons if r.way is not None and r.way != advice.way]
    if advice.way == "flat":
        what = say("Flat pedals")
    else:
        what = say("Clipped, the cleat sunk in a treaded sole") if advice.recessed else say("Clipped")
    if not any(r.way == advice.way for r in advice.reasons):
        return say("{what}, as nothing speaks against it.", what=what)
    if not against:
        return say("{what}: {why}.", what=what, why=why)
    other = with_semicolons(against)
    if advice.near_even:
        return say("{what}, by little: {why}; against it {other}.", what=what, why=why, other=other)
    return say("{what}: {why}; against it {other}.", what=what, why=why, other=other)


def speaks_against(
    advice: PedalAdvice, rider: PedalRider, pedal: PedalFit, platform_mm: float, rules: FeetRules = FEET_USUAL
) -> tuple[Said, ...]:
    """What speaks against one pedal for this rider; ``platform_mm`` is its length."""
    said: list[Said] = []
    if pedal.clipped != (advice.way == "clipped") and not advice.near_even:
        said.append(say("flat suits better") if advice.way == "flat" else say("clipped suits better"))
    if pedal.clipped and advice.recessed and pedal.bolts == PROUD_BOLTS:
        said.append(say("its cleat stands proud of the sole"))
    if pedal.clipped and pedal.float_deg < advice.least_float_deg:
        said.append(say("{float} of float for a knee that hurts", float=Angle(pedal.float_deg)))
    foot = rider.foot_mm
    if not pedal.clipped and foot is not None:
        if foot > rules.large_foot_mm and platform_mm < rules.large_platform_mm:
            said.append(say("short for this foot"))
        if foot < rules.small_foot_mm and platform_mm > rules.small_platform_mm:
            said.append(say("long for this foot"))
    return tuple(said)
