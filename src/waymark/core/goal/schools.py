"""What each school makes of a crank and a cleat for one rider, so that the choice is seen before it is made."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.goal.stops import ON_SALE_MM, CrankStop
from waymark.core.rules.feet import FeetRules
from waymark.core.rules.house import AngleWindow
from waymark.core.say import Angle, Said, bare, exactly, say


@dataclass(frozen=True, slots=True)
class Pick:
    """What one school takes, mm, and why here; ``None`` where it has no answer for this rider."""

    key: str
    takes_mm: float | None
    says: Said


UNTURNED = say("With the present cranks this leg does not turn.")


def crank_picks(
    now_mm: float, stops: Sequence[CrankStop], hip: AngleWindow, inseam_mm: float | None, rules: FeetRules
) -> tuple[Pick, ...]:
    """The four schools of crank length (docs/formulas.md, Schools) on the cranks on sale.

    ``stops`` are those lengths as seen from ``now_mm``, the present one among them. *Shorter* takes the longest that opens
    the hip to its window and the house's spare; *in proportion* the nearest to the present one inside the leg's range;
    *longer* the longest inside it.
    """
    sold = [s for s in stops if s.crank_mm in ON_SALE_MM]
    here = next((s for s in stops if s.crank_mm == now_mm), None)
    return (
        _keep(now_mm, here, hip),
        _shorter(now_mm, sold, here, hip.least_deg + rules.hip_to_spare_deg),
        *_by_leg(now_mm, sold, inseam_mm, rules),
    )


def crank_in_proportion_mm(now_mm: float, sold_mm: Sequence[float], inseam_mm: float, rules: FeetRules) -> float | None:
    """The present crank where it lies inside the leg's range, else the nearest on sale that does; ``None`` for none."""
    least, most = rules.crank_least_share * inseam_mm, rules.crank_greatest_share * inseam_mm
    if least <= now_mm <= most:
        return now_mm
    return min((x for x in sold_mm if least <= x <= most), key=lambda x: abs(x - now_mm), default=None)


def _keep(now_mm: float, here: CrankStop | None, hip: AngleWindow) -> Pick:
    if here is None:
        return Pick("keep", None, UNTURNED)
    if here.hip_deg < hip.least_deg:
        closed, least = Angle(round(here.hip_deg)), Angle(hip.least_deg)
        said = say("The hip closes to {hip}, under {least}: it asks for another.", hip=closed, least=least)
        return Pick("keep", None, said)
    return Pick("keep", now_mm, say("Nothing at the hip asks for another."))


def _shorter(now_mm: float, sold: Sequence[CrankStop], here: CrankStop | None, open_deg: float) -> Pick:
    if here is None:
        return Pick("shorter", None, UNTURNED)
    if here.hip_deg >= open_deg:
        said = say("The hip is open at {hip} with these.", hip=Angle(round(here.hip_deg)))
        return Pick("shorter", now_mm, said)
    opened = [s for s in sold if s.crank_mm < now_mm and s.hip_deg >= open_deg]
    if not opened:
        return Pick("shorter", None, say("No crank on sale opens the hip to {open}.", open=Angle(open_deg)))
    found = max(opened, key=lambda s: s.crank_mm)
    said = say("The longest that opens the hip to {hip}.", hip=Angle(round(found.hip_deg)))
    return Pick("shorter", found.crank_mm, said)


def _by_leg(now_mm: float, sold: Sequence[CrankStop], inseam_mm: float | None, rules: FeetRules) -> tuple[Pick, Pick]:
    if inseam_mm is None:
        asked = say("An inseam tells.")
        return Pick("proportion", None, asked), Pick("longer", None, asked)
    least, most = rules.crank_least_share * inseam_mm, rules.crank_greatest_share * inseam_mm
    inside = [s.crank_mm for s in sold if least <= s.crank_mm <= most]
    between = say("{least} to {most} for this leg.", least=bare(least), most=bare(most))
    near = crank_in_proportion_mm(now_mm, [s.crank_mm for s in sold], inseam_mm, rules)
    proportion = Pick("proportion", near, between)
    if inside and max(inside) > now_mm:
        said = say("The longest inside {least} to {most}.", least=bare(least), most=bare(most))
        return proportion, Pick("longer", max(inside), said)
    return proportion, Pick("longer", None, say("These are as long as this leg carries: {most}.", most=bare(most)))


def cleat_picks(now_aft_mm: float, rules: FeetRules, farthest_mm: float | None = None) -> tuple[Pick, ...]:
    """Where each school would have a cleat, mm aft of the ball of the foot over the axle; ``farthest_mm`` is how far aft
    the shoe's holes go, where that is known."""
    least, most = rules.ball_aft_least_mm, rules.ball_aft_greatest_mm
    behind = min(max(now_aft_mm, least), most)
    between = say("{least} to {most} behind the ball.", least=bare(least), most=bare(most))
    if farthest_mm is None:
        aft = Pick("aft", None, say("As far as the shoe's holes let it."))
    else:
        aft = Pick("aft", farthest_mm, say("The shoe's holes end {most} behind the ball.", most=exactly(farthest_mm)))
    return Pick("behind", behind, between), Pick("over", 0.0, say("The ball of the foot straight over the axle.")), aft
