"""First guesses of the saddle height, before there is a bike to measure: rivals, all shown, none a measurement."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.body.pose import HIP_FROM_SADDLE
from waymark.core.body.segments import HIP_TO_ANKLE_PER_INSEAM
from waymark.core.body.turn import ANKLE_ABOVE_SOLE_MM

OF_INSEAM, PEDAL_OF_INSEAM = 0.883, 1.09


@dataclass(frozen=True, slots=True)
class FirstGuess:
    """One rule's saddle height, BB to saddle in a straight line, mm."""

    name: str
    bb_to_saddle_mm: float


def first_guesses(inseam_mm: float, crank_mm: float, foot_stack_mm: float = 25.0) -> tuple[FirstGuess, ...]:
    """0.883 of the inseam; 1.09 of it from the pedal (Hamley & Thomas 1967), less the crank; and heel on the pedal with
    the leg straight, by the body's own lengths: 1.053·inseam + stack + 75 − 80 − crank.
    """
    leg = HIP_TO_ANKLE_PER_INSEAM * inseam_mm
    heel = leg + foot_stack_mm + ANKLE_ABOVE_SOLE_MM - HIP_FROM_SADDLE.y_mm - crank_mm
    return (
        FirstGuess("0.883", OF_INSEAM * inseam_mm),
        FirstGuess("1.09", PEDAL_OF_INSEAM * inseam_mm - crank_mm),
        FirstGuess("heel", heel),
    )


def guesses_part_at_mm(crank_mm: float) -> float:
    """The inseam at which the first two rules agree; below it and above it they part: crank / (1.09 − 0.883)."""
    return crank_mm / (PEDAL_OF_INSEAM - OF_INSEAM)
