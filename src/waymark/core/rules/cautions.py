"""Cautions to show where they apply, once, plainly (docs/formulas.md, Cautions). They never block the fitter."""

from __future__ import annotations

import re
from dataclasses import dataclass

from waymark.core.say import Said, bare, say

PAIN = say(
    "Pain that stays, numbness or swelling: stop, and send the rider to a doctor or physiotherapist. "
    "Waymark gives positions, not diagnoses."
)
ALWAYS = (
    say("Torque: what is printed on the part, with a torque wrench. The maker's word outranks this card."),
    say("Check both brakes before riding; all bolts again after the first ride."),
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
    heavy: bool = False
    rules: tuple[Said, ...] = ()


def cautions_for(it: Situation) -> list[Said]:
    """The cautions that apply, the most serious first."""
    said: list[Said] = []
    if it.hurts:
        said.append(PAIN)
    if it.carbon:
        said.append(say("Carbon: paste; expander under the clamp; no clamp where the maker forbids it."))
    if it.tall_pile:
        said.append(say("The pile is near the maker's limit: look the limit up before cutting."))
    if it.bar_moved:
        said.append(say("Bar turned full both ways: hoses and cables still slack. Cut little, cut once."))
    if it.insertion_near:
        said.append(say("Post: the insertion mark stays hidden, in post and frame."))
    if it.tall_post:
        said.append(say("A very tall post: ask the frame's maker for its limit."))
    if it.heavy:
        said.append(
            say("A heavy rider: ask for the limits of wheels, bar, stem and post; more spokes behind, wider tyres.")
        )
    if it.toe_overlap_mm is not None and it.toe_overlap_mm < 0:
        said.append(
            say(
                "Toe and front tyre overlap by {toe_overlap} in slow turns; say so to the rider.",
                toe_overlap=bare(-it.toe_overlap_mm),
            )
        )
    if it.saddle_moved_mm > 5:
        said.append(
            say(
                "The saddle moves {saddle_moved}: go there in steps of {step}, riding between.",
                saddle_moved=bare(it.saddle_moved_mm),
                step=bare(5),
            )
        )
    return [*said, *it.rules, *ALWAYS]


HURTING = re.compile(r"\b(numb|pain|hurt|ach(e|es|ed|ing|y)\b|sore|swell|swollen|tingl|injur|operat|surger)")


def mentions_pain(words: str) -> bool:
    """Whether the rider's own words speak of pain or numbness."""
    return HURTING.search(words.lower()) is not None


HANDS = re.compile(r"\b(hand|hands|palm|palms|finger|fingers|thumb|thumbs|wrist|wrists)\b")


def mentions_hands(words: str) -> bool:
    """Whether the rider's own words speak of the hands."""
    return HANDS.search(words.lower()) is not None
