"""First guesses where no bike was measured: rival rules of the saddle's height, and a whole position by the body."""

from __future__ import annotations

from pydantic import BaseModel

from waymark.core.body import FootFit, segments
from waymark.core.body.segments import HIP_TO_ANKLE_PER_INSEAM
from waymark.core.errors import WaymarkError
from waymark.core.feet import first_guesses, guesses_part_at_mm
from waymark.core.goal import Asked, FirstPosition, crank_in_proportion_mm, first_position
from waymark.core.goal.stops import ON_SALE_MM
from waymark.core.rules.house import AngleWindow
from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Angle, bare, exactly, say, term
from waymark.rooms.files import Facts, fact
from waymark.rooms.posts.goal.schools import answered
from waymark.rooms.posts.goal.state import GoalState
from waymark.rooms.schema import Point
from waymark.rooms.shelves import Kind
from waymark.rooms.telling import Told


class GuessOut(BaseModel):
    """A first guess of the saddle's height, BB to saddle in a straight line, by one of several rules; ``taken`` by the
    school that decides."""

    rule: Told
    bb_to_saddle_mm: float
    taken: bool


class FirstGuesses(BaseModel):
    """Heights by rival rules, a whole position by the body where there is one, what is said of them; whether the goal
    takes it."""

    guesses: list[GuessOut]
    saddle: Point | None
    hand: Point | None
    on: bool
    says: list[Told]


@fact
def guessed_crank_mm(facts: Facts) -> float:
    """The usual crank, for a leg that it does not suit the nearest on sale that does."""
    usual, rules, limbs = facts.house.assumed["crank"], facts.house.feet, segments(facts.profile.body())
    inseam = facts.profile.mm("inseam") or (limbs.thigh_mm + limbs.shank_mm) / HIP_TO_ANKLE_PER_INSEAM
    return crank_in_proportion_mm(usual, ON_SALE_MM, inseam, rules) or usual


@fact
def heights(facts: Facts) -> dict[str, float]:
    """The saddle's height by each rule that an inseam is enough for, mm."""
    inseam = facts.profile.mm("inseam")
    if inseam is None:
        return {}
    rules = first_guesses(inseam, guessed_crank_mm(facts), facts.house.assumed["foot_stack"])
    return {g.name: g.bb_to_saddle_mm for g in rules}


def guessed_use(facts: Facts) -> Kind:
    """The use a first guess is made for: what the bike is for; pads are reached from the road."""
    use = facts.part(GoalState).discipline
    return "road" if use == "time-trial" else use


def _asked(facts: Facts) -> Asked:
    """The knee and the arm in the middle of the use's windows, the trunk toward upright.

    Where a use has the road's window for the arm, the arm turns half as far as the trunk is over the road's, as it does
    when a position is carried by the body: a risen trunk brings the bars up and back.
    """
    house = facts.house
    windows, road = house.angle_windows(guessed_use(facts)), house.angle_windows("road")
    trunk, upright = (_inside(w["trunk"], house.guess_upright_share) for w in (windows, road))
    turned = (trunk - upright) / 2 if windows["shoulder"] == road["shoulder"] else 0.0
    return Asked(
        knee_deg=_inside(windows["knee"], 0.5),
        trunk_deg=trunk,
        shoulder_deg=_inside(windows["shoulder"], 0.5) - turned,
        knee_behind_mm=house.feet.knee_behind_mm,
    )


def _foot(facts: Facts) -> FootFit:
    return FootFit(facts.profile.body().foot_mm, facts.house.assumed["foot_stack"])


@fact
def by_body(facts: Facts) -> FirstPosition | WaymarkError | None:
    """The whole position by the body; what stands against it where there is none, ``None`` where no height is known."""
    if facts.profile.mm("height") is None:
        return None
    try:
        return first_position(facts.profile.body(), _foot(facts), guessed_crank_mm(facts), _asked(facts))
    except WaymarkError as wrong:
        return wrong


@fact
def guessed(facts: Facts) -> FirstPosition | None:
    """The first guess by the school that decides where a saddle's height begins; by the body where that cannot be."""
    whole = by_body(facts)
    if not isinstance(whole, FirstPosition):
        return None
    height = heights(facts).get(answered(facts)["start"])
    if height is None:
        return whole
    return first_position(facts.profile.body(), _foot(facts), guessed_crank_mm(facts), _asked(facts), height)


def guesses_for(facts: Facts) -> FirstGuesses | None:
    """First guesses, as far as the rider was measured; ``None`` where not even the height is known."""
    whole, found, crank = by_body(facts), guessed(facts), guessed_crank_mm(facts)
    if whole is None:
        return None
    said = [say("Guesses until a bike is measured; with cranks of {crank}.", crank=exactly(crank))]
    by_rule, taken = heights(facts), answered(facts)["start"]
    taken = taken if taken in by_rule else "model"
    guesses = [_guess(name, mm, taken) for name, mm in by_rule.items()]
    if by_rule:
        part = bare(guesses_part_at_mm(crank))
        said.append(say("The first two agree at an inseam of {part}; longer and shorter legs part them.", part=part))
    else:
        said.append(say("The leg is taken from the height: an inseam makes it a better guess."))
    if isinstance(whole, WaymarkError):
        return FirstGuesses(guesses=guesses, saddle=None, hand=None, on=False, says=[*said, whole.said])
    it = _asked(facts)
    angles = {"knee": Angle(it.knee_deg), "trunk": Angle(it.trunk_deg), "shoulder": Angle(it.shoulder_deg)}
    said.append(say("By the body: knee {knee} at its straightest, trunk {trunk}, arm to trunk {shoulder}.", **angles))
    guesses.append(_guess("model", whole.bb_to_saddle_mm, taken))
    return FirstGuesses(
        guesses=guesses,
        saddle=found and Point(x_mm=found.saddle.x_mm, y_mm=found.saddle.y_mm),
        hand=found and Point(x_mm=found.hand.x_mm, y_mm=found.hand.y_mm),
        on=facts.part(GoalState).guess,
        says=said,
    )


def _guess(rule: str, bb_to_saddle_mm: float, taken: str) -> GuessOut:
    label = term(SCHOOLS["start"].pick(rule).label)
    return GuessOut(rule=label, bb_to_saddle_mm=bb_to_saddle_mm, taken=rule == taken)


def _inside(window: AngleWindow, share: float) -> float:
    most = window.least_deg if window.greatest_deg is None else window.greatest_deg
    return window.least_deg + share * (most - window.least_deg)
