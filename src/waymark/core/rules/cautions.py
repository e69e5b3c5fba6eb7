"""Cautions to show where they apply, once, plainly (docs/formulas.md, Cautions). They never block the fitter."""

from __future__ import annotations

import re
from dataclasses import dataclass

PAIN = (
    "Pain that stays, numbness or swelling: stop, and send the rider to a doctor or physiotherapist. "
    "Waymark gives positions, not diagnoses."
)
ALWAYS = (
    "Torque: what is printed on the part, with a torque wrench. The maker's word outranks this card.",
    "Check both brakes before riding; all bolts again after the first ride.",
)


@dataclass(frozen=True, slots=True)
class Situation:
    """What of a plan decides which cautions apply."""

    carbon: bool
    bar_moved: bool
    insertion_near: bool
    tall_post: bool
    tall_pile: bool
    toe_overlap_mm: float | None
    hurts: bool
    saddle_moved_mm: float
    rules: tuple[str, ...] = ()


def cautions_for(it: Situation) -> list[str]:
    """The cautions that apply, the most serious first."""
    said: list[str] = []
    if it.hurts:
        said.append(PAIN)
    if it.carbon:
        said.append("Carbon: paste; expander under the clamp; no clamp where the maker forbids it.")
    if it.tall_pile:
        said.append("The pile is near the maker's limit: look the limit up before cutting.")
    if it.bar_moved:
        said.append("Bar turned full both ways: hoses and cables still slack. Cut little, cut once.")
    if it.insertion_near:
        said.append("Post: the insertion mark stays hidden, in post and frame.")
    if it.tall_post:
        said.append("A very tall post: ask the frame's maker for its limit.")
    if it.toe_overlap_mm is not None and it.toe_overlap_mm < 0:
        said.append(f"Toe and front tyre overlap by {-it.toe_overlap_mm:.0f} in slow turns; say so to the rider.")
    if it.saddle_moved_mm > 5:
        said.append(f"The saddle moves {it.saddle_moved_mm:.0f}: go there in steps of 5, riding between.")
    return [*said, *it.rules, *ALWAYS]


HURTING = re.compile(r"\b(numb|pain|hurt|ach(e|es|ed|ing|y)\b|sore|swell|swollen|tingl|injur|operat|surger)")


def mentions_pain(words: str) -> bool:
    """Whether the rider's own words speak of pain or numbness."""
    return HURTING.search(words.lower()) is not None
