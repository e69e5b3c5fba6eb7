"""First guesses where no bike was measured: rival rules of the saddle's height, and a whole position by the body."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.body import FootFit
from waymark.core.errors import WaymarkError
from waymark.core.feet import first_guesses, guesses_part_at_mm
from waymark.core.goal import Asked, first_position
from waymark.core.rules.house import AngleWindow
from waymark.core.say import Angle, Said, bare, exactly, say
from waymark.rooms.files import Facts
from waymark.rooms.posts.goal.facts import discipline
from waymark.rooms.schema import Point
from waymark.rooms.telling import Told

RULES: dict[str, Said] = {
    "0.883": say("0.883 of the inseam"),
    "1.09": say("1.09 of the inseam, from the pedal"),
    "heel": say("heel on the pedal, leg straight"),
}


class Guess(BaseModel):
    """A first guess of the saddle's height, BB to saddle in a straight line, by one of several rules."""

    rule: Told
    bb_to_saddle_mm: float


class FirstGuesses(BaseModel):
    """Heights by rival rules, a whole position by the body where there is one, and what is said of them."""

    guesses: list[Guess]
    saddle: Point | None
    hand: Point | None
    says: list[Told]


def guesses_for(facts: Facts) -> FirstGuesses | None:
    """First guesses, as far as the rider was measured; ``None`` where not even the height is known."""
    profile, crank = facts.profile, facts.house.assumed["crank"]
    if profile.mm("height") is None:
        return None
    body, inseam = profile.body(), profile.mm("inseam")
    foot = FootFit(body.foot_mm, facts.house.assumed["foot_stack"])
    said = [say("Guesses until a bike is measured; with cranks of {crank}.", crank=exactly(crank))]
    guesses = []
    if inseam is None:
        said.append(say("The leg is taken from the height: an inseam makes it a better guess."))
    else:
        rules = first_guesses(inseam, crank, foot.stack_mm)
        guesses = [Guess(rule=RULES[g.name], bb_to_saddle_mm=g.bb_to_saddle_mm) for g in rules]
        part = bare(guesses_part_at_mm(crank))
        said.append(say("The first two agree at an inseam of {part}; longer and shorter legs part them.", part=part))
    windows = facts.house.angle_windows(discipline(facts))
    knee, trunk, shoulder = (_middle(windows[name]) for name in ("knee", "trunk", "shoulder"))
    try:
        whole = first_position(body, foot, crank, Asked(knee, trunk, shoulder))
    except WaymarkError as wrong:
        return FirstGuesses(guesses=guesses, saddle=None, hand=None, says=[*said, wrong.said])
    angles = {"knee": Angle(knee), "trunk": Angle(trunk), "shoulder": Angle(shoulder)}
    said.append(say("By the body: knee {knee} at its straightest, trunk {trunk}, arm to trunk {shoulder}.", **angles))
    guesses.append(Guess(rule=say("by the body"), bb_to_saddle_mm=whole.bb_to_saddle_mm))
    saddle, hand = whole.saddle, whole.hand
    return FirstGuesses(
        guesses=guesses,
        saddle=Point(x_mm=saddle.x_mm, y_mm=saddle.y_mm),
        hand=Point(x_mm=hand.x_mm, y_mm=hand.y_mm),
        says=said,
    )


def _middle(window: AngleWindow) -> float:
    return (window.least_deg + (window.greatest_deg or window.least_deg)) / 2
