"""House rules over HTTP."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict, Field

from waymark.core.callout import GROUPS, PROMPTS
from waymark.rooms.deps import ERRORS, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.house_rules import service
from waymark.rooms.house_rules.follow_ups import FollowUpLine, FollowUpsIn, follow_up_lines, set_follow_ups
from waymark.rooms.house_rules.schools import HouseSchool, SchoolsIn, school_lines, set_schools
from waymark.rooms.house_rules.weights import WeightLine, WeightsIn, set_weights, weight_lines

router = room_router("/api/house", "house", ERRORS)


class Offered(BaseModel):
    """A prompt the call-out can ask, and whether this house does."""

    name: str
    group: str
    title: str
    hint: str
    bars: list[str]
    usual: bool
    asked: bool


class Choice(BaseModel):
    """The prompts to ask, or null for the house default."""

    model_config = ConfigDict(extra="forbid")

    asked: list[str] | None = Field(max_length=200)


def _offered(asked: tuple[str, ...]) -> list[Offered]:
    return [
        Offered(
            name=p.name,
            group=GROUPS[p.group],
            title=p.title_for(p.bars[0]),
            hint=p.hint_for(p.bars[0], None),
            bars=list(p.bars),
            usual=p.usual,
            asked=p.name in asked,
        )
        for p in PROMPTS
    ]


@router.get("/callout", operation_id="callout_prompts")
def callout_prompts(store: StoreDep) -> list[Offered]:
    """Every prompt in the order of work."""
    with store.looking() as session:
        return _offered(service.asked_prompts(session))


@router.put("/callout", operation_id="choose_prompts")
def choose_prompts(store: StoreDep, choice: Choice) -> list[Offered]:
    """Choose what this house asks."""
    with store.writing() as session:
        return _offered(service.choose_prompts(session, choice.asked))


@router.get("/workmanship", operation_id="workmanship")
def workmanship(store: StoreDep) -> list[WeightLine]:
    """What counts against a build, with the reason of each weight."""
    with store.looking() as session:
        return weight_lines(session)


@router.put("/workmanship", operation_id="weigh_workmanship")
def weigh_workmanship(store: StoreDep, change: WeightsIn) -> list[WeightLine]:
    """Change some weights, or take them back to the usual."""
    with store.writing() as session:
        return set_weights(session, change.weights)


@router.get("/schools", operation_id="house_schools")
def house_schools(store: StoreDep) -> list[HouseSchool]:
    """Every question on which fitters differ, its answers with their reasons, and what this house takes."""
    with store.looking() as session:
        return school_lines(session)


@router.put("/schools", operation_id="set_house_schools")
def put_schools(store: StoreDep, asked: SchoolsIn) -> list[HouseSchool]:
    """Follow other schools, or the usual ones again."""
    with store.writing() as session:
        return set_schools(session, asked.schools)


@router.get("/follow-ups", operation_id="follow_ups")
def follow_ups(store: StoreDep) -> list[FollowUpLine]:
    """The follow-ups that are offered in Ride, in order."""
    with store.looking() as session:
        return follow_up_lines(session)


@router.put("/follow-ups", operation_id="set_follow_ups")
def put_follow_ups(store: StoreDep, own: FollowUpsIn) -> list[FollowUpLine]:
    """Keep the house's own follow-ups, or go back to the usual ones."""
    with store.writing() as session:
        return set_follow_ups(session, own.follow_ups)
