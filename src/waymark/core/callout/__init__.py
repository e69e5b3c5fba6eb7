"""The call-out: what is asked of a bike, what was read, and the survey of it all (docs/formulas.md, Measuring; Survey)."""

from waymark.core.callout.bike import Placed, Survey, survey_bike
from waymark.core.callout.hood_parts import PartsHood, hood_agreement
from waymark.core.callout.level import Level, level_of
from waymark.core.callout.observe import Known, Leans, Observed, should_read, sighted, stated
from waymark.core.callout.parts import Agreement, FrameFront, PartsBike, agreement
from waymark.core.callout.prompt import GROUPS, BarKind, Prompt, Side, key_of
from waymark.core.callout.prompts import BY_NAME, PROMPTS, USUAL, every_key, in_order
from waymark.core.callout.seat_parts import PartsSeat, seat_agreement
from waymark.core.callout.taken import Sides, Taken, behind, both_sides

__all__ = [
    "BY_NAME",
    "GROUPS",
    "PROMPTS",
    "USUAL",
    "Agreement",
    "BarKind",
    "FrameFront",
    "Known",
    "Leans",
    "Level",
    "Observed",
    "PartsBike",
    "PartsHood",
    "PartsSeat",
    "Placed",
    "Prompt",
    "Side",
    "Sides",
    "Survey",
    "Taken",
    "agreement",
    "behind",
    "both_sides",
    "every_key",
    "hood_agreement",
    "in_order",
    "key_of",
    "level_of",
    "seat_agreement",
    "should_read",
    "sighted",
    "stated",
    "survey_bike",
]
