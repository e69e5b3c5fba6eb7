"""What each school would take of cranks and cleats, and what the shelf has of them."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import BaseModel

from waymark.core.body import ALIKE
from waymark.core.frame import FrameGeometry
from waymark.core.goal import CrankStep, CrankStop, Link, Pick, Position, cleat_picks, crank_picks, crank_stops
from waymark.core.goal.stops import ON_SALE_MM
from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Count, Said, say, term
from waymark.rooms.files import Facts, fact
from waymark.rooms.posts.goal.facts import walked
from waymark.rooms.posts.goal.schools import answered
from waymark.rooms.posts.goal.state import GoalState
from waymark.rooms.posts.measure import MeasureState, legs, present_body
from waymark.rooms.shelves import CrankPart
from waymark.rooms.telling import Told

# A part whose price is not known comes after all whose is.
DEAREST = 6


class SchoolPick(BaseModel):
    """What one school takes, mm, and why here; ``taken`` where it is the one that decides in this file."""

    key: str
    label: Told
    reason: Told
    takes_mm: float | None
    says: Told
    taken: bool


def crank_schools(facts: Facts, now_mm: float, stops: Sequence[CrankStop]) -> list[SchoolPick]:
    """What each school of crank length takes from where a step starts."""
    hip = facts.house.angle_windows(facts.part(GoalState).discipline)["hip"]
    picks = crank_picks(now_mm, stops, hip, facts.profile.mm("inseam"), facts.house.feet)
    return _told(facts, "crank", picks)


def crank_line(facts: Facts, at: Position, step: CrankStep) -> tuple[CrankStop, ...]:
    """The cranks on sale as seen from a position, the present one and the step's own among them."""
    lengths = sorted({*ON_SALE_MM, step.to_mm, at.crank_mm})
    return crank_stops(at, present_body(facts), step.keep, step.hands, lengths, legs(facts) or ALIKE)


@fact
def cranks_sold(facts: Facts) -> tuple[tuple[CrankStop, ...], ...]:
    """For each step of the chain the cranks on sale as seen from where it starts; none for a step that is of no crank."""
    taken = walked(facts)
    return tuple(
        crank_line(facts, link.before, link.step) if link.trouble is None and isinstance(link.step, CrankStep) else ()
        for link in (taken.links if taken else ())
    )


@fact
def shelved_cranks(facts: Facts) -> dict[float, Said]:
    """What the shelf has of each length: one that is owned, else the cheapest that can be bought."""
    found: dict[float, tuple[tuple[bool, int], Said]] = {}
    for it in facts.shelf.parts:
        part = it.part
        if not isinstance(part, CrankPart) or not (part.owned or part.in_stock):
            continue
        band = part.price_band
        cost = (not part.owned, band or DEAREST)
        to_buy = say("in stock") if band is None else say("band {band}", band=Count(band))
        told = say("owned") if part.owned else to_buy
        if part.length_mm not in found or cost < found[part.length_mm][0]:
            found[part.length_mm] = cost, told
    return {length: told for length, (_, told) in found.items()}


@fact
def toe_frame(facts: Facts) -> FrameGeometry | None:
    """The present frame as far as it says how near the shoe comes to the front tyre."""
    frame = facts.part(MeasureState).frame
    # A foot never taken says nothing about the shoe's tip.
    if frame is None or facts.profile.mm("foot") is None:
        return None
    return frame.chart.geometry()


def cleat_schools(facts: Facts, link: Link) -> list[SchoolPick]:
    """Where each school would have the cleat, from where it is before a step."""
    return _told(facts, "cleat", cleat_picks(link.before.foot.cleat_aft_mm, facts.house.feet))


def _told(facts: Facts, question: str, picks: Sequence[Pick]) -> list[SchoolPick]:
    school, taken = SCHOOLS[question], answered(facts)[question]
    made = []
    for pick in picks:
        choice = school.pick(pick.key)
        made.append(
            SchoolPick(
                key=pick.key,
                label=term(choice.label),
                reason=term(choice.reason),
                takes_mm=pick.takes_mm,
                says=pick.says,
                taken=pick.key == taken,
            )
        )
    return made
