"""What rings and cogs come to for a rider and a use, and what would mend it (docs/formulas.md, Gears)."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil, floor

from waymark.core.gearing.check import Gearing, check_gearing
from waymark.core.rules.gears import GEARS, Ground
from waymark.core.say import Count, Said, say

# Teeth are whole: what a sum leaves over is none.
TOOTH = 1e-6


@dataclass(frozen=True, slots=True)
class Gears:
    """Rings and cogs, in teeth."""

    rings: tuple[float, ...]
    cogs: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Hill:
    """The climb and the rider on it: bike, rider and load together, the power held, the ground, the wheel's way round."""

    mass_kg: float
    power_w: float
    ground: Ground
    circumference_mm: float
    cadence_rpm: float = GEARS["cadence_rpm"].value

    def check(self, gears: Gears) -> Gearing:
        """What these gears come to there."""
        return check_gearing(
            gears.rings,
            gears.cogs,
            self.circumference_mm,
            self.cadence_rpm,
            self.mass_kg,
            self.power_w,
            self.ground.gradient_percent,
            self.ground.crr,
            self.ground.cda_m2,
        )


def gear_advice(gears: Gears, hill: Hill) -> tuple[Said, ...]:
    """What a fitter says of these gears for this use: the climb first, then the steps, then one ring or two."""
    found, said = hill.check(gears), list[Said]()
    least = GEARS["least_cadence_rpm"].value
    gradient, power = Count(hill.ground.gradient_percent), Count(round(hill.power_w))
    turns = Count(round(found.climb_cadence_rpm))
    up = say("Up {gradient} % on {power} W", gradient=gradient, power=power)
    if found.climb_cadence_rpm < least:
        under = say("under {least} the knees push", least=Count(least))
        said.append(say("{up} the lowest gear turns {turns} a minute: {under}.", up=up, turns=turns, under=under))
        said.append(_mend(gears, found, least))
    else:
        said.append(say("{up} the lowest gear turns {turns} a minute.", up=up, turns=turns))
    widest = GEARS["step_percent"].value
    if found.largest_step_percent > widest:
        step = Count(round(found.largest_step_percent))
        said.append(say("The widest step between cogs is {step} %: felt on the flat.", step=step))
    said += _rings(gears, found, hill.ground)
    return tuple(said)


def _mend(gears: Gears, found: Gearing, least_rpm: float) -> Said:
    """The cog, or the ring, that turns the least cadence there."""
    share = least_rpm / found.climb_cadence_rpm
    cog, ring = ceil(max(gears.cogs) * share - TOOTH), floor(min(gears.rings) / share + TOOTH)
    if cog > GEARS["largest_cog"].value:
        return say("A ring of {ring} would turn it; no cog does.", ring=Count(ring))
    return say("A cog of {cog}, or a ring of {ring}, would turn it.", cog=Count(cog), ring=Count(ring))


def _rings(gears: Gears, found: Gearing, ground: Ground) -> list[Said]:
    """One ring or two."""
    covers, most = Count(round(found.range_percent)), GEARS["one_ring_range_percent"].value
    if len(gears.rings) > 1 and found.range_percent <= most:
        if ground.mud:
            return [say("One ring could cover the {covers} %, and holds its chain better in mud.", covers=covers)]
        return [say("One ring could cover the {covers} %, in wider steps.", covers=covers)]
    if len(gears.rings) == 1 and found.largest_step_percent > GEARS["step_percent"].value and not ground.mud:
        return [say("Two rings would give the same {covers} % in finer steps.", covers=covers)]
    return []
