"""What a file asks of its frames and bars: what is looked at, by which schools, and the bar that suits the rider."""

from __future__ import annotations

from dataclasses import dataclass, fields

from waymark.core.contact import ContactKind
from waymark.core.rules.body_bounds import shoulders_from_height_mm
from waymark.core.rules.cautions import mentions_hands
from waymark.core.rules.house import DROP_BAR_DISCIPLINES
from waymark.core.rules.mobility import MOBILITY
from waymark.core.rules.schools import answers
from waymark.core.workmanship import BarRider, BarWish, bar_wish
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.state import FrameState, Look
from waymark.rooms.posts.goal import discipline, goal_contact
from waymark.rooms.posts.measure import MeasureState
from waymark.rooms.schools import SchoolOut, school_out
from waymark.rooms.shelves import DropBarPart, FlatBarPart, PartBase


@dataclass(frozen=True, slots=True)
class Deciding:
    """The answer that decides each question of frame and build."""

    between: str
    rotation: str
    standover: str
    step_over: str
    width: str
    levers: str
    weight: str


@fact(reading=True)
def look(facts: Facts) -> Look:
    """Which frames are looked at."""
    return facts.part(FrameState).look


@fact(reading=True)
def mass_kg(facts: Facts) -> float | None:
    """The rider's mass."""
    return facts.profile.mm("mass")


def to_be_had(facts: Facts, part: PartBase) -> bool:
    """Whether a part is in stock or owned, and strong enough for the rider."""
    return (part.in_stock or part.owned) and part.carries(mass_kg(facts))


@fact(reading=True)
def schools(facts: Facts) -> Deciding:
    """Which school decides what: the file's own, else the house's."""
    found = answers(facts.part(FrameState).schools.model_dump(), facts.house.schools)
    return Deciding(**{it.name: found[it.name] for it in fields(Deciding)})


def frame_school(facts: Facts, question: str) -> SchoolOut:
    """One of the questions of frame and build with its answers, as this file answers it."""
    own = facts.part(FrameState).schools.model_dump()
    return school_out(question, str(getattr(schools(facts), question)), own[question], facts.house)


@fact
def sought(facts: Facts) -> ContactKind:
    """What the goal's hand is on: the pads where they are carried, the hood on drop bars, else the grip."""
    if goal_contact(facts).on_pads:
        return "pad"
    return "hood" if discipline(facts) in DROP_BAR_DISCIPLINES else "grip"


@fact
def bar_rider(facts: Facts) -> BarRider:
    """What of the rider decides a bar."""
    bar, profile = facts.part(MeasureState).bar, facts.profile
    height, shoulders = profile.mm("height"), profile.mm("shoulder_width")
    uses: list[str] = [u.use for u in profile.uses] or [discipline(facts)]
    back = profile.mobility.get("flat_back")
    bends = back.one.value if back and back.one else None
    return BarRider(
        shoulder_width_mm=shoulders or (None if height is None else shoulders_from_height_mm(height)),
        shoulders_guessed=shoulders is None,
        height_mm=height,
        hand_mm=profile.mm("hand"),
        numb_hands=any(h.severity and h.feeling == "numb" and mentions_hands(h.what) for h in profile.hurts),
        stiff_back=bends is not None and bends < MOBILITY["flat_back"].need_deg(uses),
        present_mm=bar.width_mm if isinstance(bar, DropBarPart | FlatBarPart) else None,
    )


@fact
def wish(facts: Facts) -> BarWish:
    """The bar to look for, by body and use."""
    deep, school = look(facts).deep_bends, schools(facts).width
    return bar_wish(discipline(facts), school, sought(facts), bar_rider(facts), facts.house.placing, deep=deep)
