"""What a slip likely was: what was typed, changed as people slip, that fits what the others say.

docs/formulas.md, Survey; What is typed.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations
from math import exp, hypot

from waymark.core.callout.bike import Survey
from waymark.core.callout.observe import Leans, stated
from waymark.core.callout.prompt import Prompt
from waymark.core.errors import WaymarkError
from waymark.core.figures import MM_PER_INCH
from waymark.core.marks import ORIGIN, Mark
from waymark.core.say import Said, Words, exactly, say, term
from waymark.core.survey.model import BB, Reading, linear
from waymark.core.units import parse_angle, parse_length

# A changed number fits where it lies this near to what the others say, in standard deviations (99 %).
FITS = 2.58
# Digits taken for one another on a tape or a card.
ALIKE = ("17", "38", "56", "06", "08", "69", "49", "27")
# Found again by its template where it is told in another way than the others.
SWAPPED = "{a} and {b} swapped"
# The place beside each where a tape is held by mistake.
NEIGHBOURS = {"s": ("nose",), "nose": ("s",), "clamp": ("h",), "h": ("clamp",)}
PLACES = {
    "s": say("the saddle mark"), "nose": say("the nose"), "clamp": say("the bar clamp"), "pad": say("the arm pad"),
    BB: say("the BB"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Slip:
    """A likely slip in words, and the number it would have been, as stated, mm or degrees.

    ``exact`` where undoing the slip gives a number, such as swapped digits; a tape held at a neighbouring
    place gives none. ``swapped`` where two digits changed places.
    """

    words: Said
    value: float
    score: float
    exact: bool
    swapped: bool = False


def likely_slips(
    prompt: Prompt,
    typed: str,
    value: float,
    agreeing: float,
    agreeing_sd: float,
    sd: float,
    survey: Survey,
    leans: Leans,
    hand: str = "hand",
) -> tuple[Slip, ...]:
    """The slips that turn what was read into what the others agree on, the likeliest first; at most two.

    ``value`` and ``agreeing`` are as stated by ``prompt``, with their standard deviations. Empty where no
    usual slip fits: then nothing is guessed.
    """
    width = hypot(agreeing_sd, sd)
    found: dict[Said, Slip] = {}
    guesses = [
        *((g, True) for g in _typing(prompt, typed, value)),
        *((g, True) for g in _datum(prompt, value, leans, survey)),
        *((g, False) for g in _beside(prompt, value, agreeing, survey, leans, hand)),
    ]
    for (words, changed, prior), exact in guesses:
        off = (changed - agreeing) / width
        if abs(off) > FITS or abs(changed - value) < 1e-6:
            continue
        score = prior * exp(-0.5 * off * off)
        if words not in found or found[words].score < score:
            found[words] = Slip(words, changed, score, exact, words.template == SWAPPED)
    ranked = sorted(found.values(), key=lambda s: -s.score)
    return tuple(s for s in ranked[:2] if s.score >= 0.5 * ranked[0].score)


def _typing(prompt: Prompt, typed: str, value: float) -> Iterator[tuple[Said, float, float]]:
    """Slips of eye and finger: digits swapped or taken for another, a decimetre lost, the tape's other side."""
    places = [m.start() for m in re.finditer(r"\d", typed)]
    for i, j in combinations(places, 2):
        a, b = typed[i], typed[j]
        if a == b:
            continue
        swapped = typed[:i] + b + typed[i + 1 : j] + a + typed[j + 1 :]
        prior = 1.0 if places.index(j) - places.index(i) == 1 else 0.4
        for number in _heard(prompt, swapped):
            yield say("{a} and {b} swapped", a=Words(a), b=Words(b)), number, prior
    for i in places:
        for pair in ALIKE:
            if typed[i] in pair:
                other = pair.replace(typed[i], "")
                for number in _heard(prompt, typed[:i] + other + typed[i + 1 :]):
                    yield say("{typed} taken for {other}", typed=Words(typed[i]), other=Words(other)), number, 0.45
    if prompt.unit != "mm":
        yield say("the sign turned"), -value, 0.9
        return
    for step in (10.0, 100.0):
        yield say("{step} short on the tape", step=exactly(step)), value + step, 0.6
        yield say("{step} long on the tape", step=exactly(step)), value - step, 0.6
    if re.search(r"(in|\"|″)", typed):
        yield say("inches and centimetres mixed"), value / MM_PER_INCH * 10, 0.9
        yield say("an inch miscounted"), value + MM_PER_INCH, 0.5
        yield say("an inch miscounted"), value - MM_PER_INCH, 0.5
    else:
        yield say("inches and centimetres mixed"), value / 10 * MM_PER_INCH, 0.9
    if prompt.least < 0:
        yield say("the sign turned"), -value, 0.9


def _heard(prompt: Prompt, words: str) -> Iterator[float]:
    parse = parse_angle if prompt.unit == "°" else parse_length
    names = ("least_deg", "greatest_deg") if prompt.unit == "°" else ("least_mm", "greatest_mm")
    try:
        yield parse(words, **dict(zip(names, (prompt.least, prompt.greatest), strict=True))).value  # type: ignore[arg-type]
    except WaymarkError:
        return


def _datum(prompt: Prompt, value: float, leans: Leans, survey: Survey) -> Iterator[tuple[Said, float, float]]:
    """Slips of the zero: floor for BB, pedal axle for BB."""
    sight = prompt.sight
    if sight is None:
        return
    height = survey.bb_height_mm or leans.bb_height.value
    if sight.kind == "floor_height" and sight.end != BB:
        yield say("from the BB instead of the floor"), value + height, 1.0
    if sight.kind == "y" and sight.start == BB:
        yield say("from the floor instead of the BB"), value - height, 1.0
    if sight.kind == "distance" and BB in (sight.start, sight.end) and sight.turn in ("as_read", "to_hand"):
        yield say("from the pedal axle, crank not subtracted"), value - leans.crank.value, 1.0
    if (side := leans.beside(sight.turn)) is not None and value > 0:
        yield say("to the bike's middle, not out to the side"), hypot(value, side.value), 1.0
    if sight.turn == "less_crank":
        yield say("from the BB, not the pedal axle"), value + leans.crank.value, 1.0


def _beside(
    prompt: Prompt, value: float, agreeing: float, survey: Survey, leans: Leans, hand: str
) -> Iterator[tuple[Said, float, float]]:
    """The tape held at a neighbouring place: what was read is then what lies there."""
    sight = prompt.sight
    if sight is None or (survey.bb_height_mm is None and sight.kind == "floor_height"):
        return

    places = PLACES | {"h": say("the {hand}", hand=term(hand))}

    def at(name: str) -> Mark | None:
        if name == BB:
            return ORIGIN
        placed = survey.points.get(name)
        return placed.raw if placed else None

    for own, role in ((sight.end, "end"), (sight.start, "start")):
        for other in NEIGHBOURS.get(own, ()):
            start = at(other if role == "start" else sight.start)
            end = at(other if role == "end" else sight.end)
            if start is None or end is None or (role == "start" and sight.kind == "floor_height"):
                continue
            probe = Reading("there", sight.kind, "end", 0.0, "start")
            there = linear(probe, start, end, survey.bb_height_mm or 0.0).value
            if sight.kind == "distance" and "h" in (own, other):
                # Of hand and clamp the one lies out to the side, the other does not.
                there = hypot(there, leans.hand_side.value) if other == "h" else there
            else:
                there = stated(sight.turn, there, leans)
            # What was read agrees with the place beside, so it should have been what the others say here.
            words = say("held at {there}, not at {here}", there=places[other], here=places[own])
            yield words, agreeing + (value - there), 1.0
