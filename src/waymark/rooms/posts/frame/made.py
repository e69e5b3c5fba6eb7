"""The made-to-measure frame as the Frame post shows it: what was chosen and by whom, and what follows."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import BaseModel

from waymark.core.errors import InputError, WaymarkError
from waymark.core.frame.made import CHOICES
from waymark.core.frame.made_words import consequences
from waymark.core.say import Said, say
from waymark.rooms.files import Facts
from waymark.rooms.plan import FrameState, MadeChoice, made, made_for
from waymark.rooms.telling import Told

LABELS: Mapping[MadeChoice, Said] = {
    "head_angle_deg": say("Head angle"), "stem_length_mm": say("Stem"), "stem_angle_deg": say("Stem angle"),
    "spacers_mm": say("Spacers in hand"), "fork_length_mm": say("Fork, axle to crown"),
    "fork_offset_mm": say("Fork offset"), "bb_drop_mm": say("BB drop"), "chainstay_mm": say("Chainstay"),
    "post_showing_mm": say("Post showing"), "setback_mm": say("Post setback"),
}  # fmt: skip


class MadeRow(BaseModel):
    """One choice: what it is now, whether the rules or the fitter chose it, and what it may be."""

    what: MadeChoice
    label: Told
    value: float
    unit: str
    set_by_hand: bool
    least: float
    greatest: float


class Consequence(BaseModel):
    """What follows of the choices, in words, and what is against it."""

    says: Told
    points: float


class MadeView(BaseModel):
    """The frame that would be made, or why none can be."""

    rows: list[MadeRow]
    follows: list[Consequence]
    refused: Told | None


def made_view(facts: Facts) -> MadeView:
    """The choices and what follows; raises ``InputError`` while saddle or hand is unknown."""
    it = made_for(facts)
    if it is None:
        raise InputError(
            "There is no goal to draw a frame for: saddle and hand are still to be measured.", field="measure"
        )
    kept = {str(name): value for name, value in facts.part(FrameState).made.items()}
    try:
        found = made(facts)
    except WaymarkError as wrong:
        return MadeView(rows=_rows(kept, kept), follows=[], refused=wrong.said)
    if found is None:
        raise ValueError("a goal, and no frame for it")
    follows = [Consequence(says=says, points=points) for says, points in consequences(it, found)]
    return MadeView(rows=_rows(found.chosen, kept), follows=follows, refused=None)


def _rows(values: Mapping[str, float], kept: Mapping[str, float]) -> list[MadeRow]:
    return [
        MadeRow(
            what=what,
            label=label,
            value=values[what],
            unit="°" if what.endswith("_deg") else "mm",
            set_by_hand=what in kept,
            least=CHOICES[what][0],
            greatest=CHOICES[what][1],
        )
        for what, label in LABELS.items()
        if what in values
    ]
