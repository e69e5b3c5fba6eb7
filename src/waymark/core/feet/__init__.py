"""Crank, cleat, pedal and shoe: what changing one does to the saddle, the leg and the hands."""

from waymark.core.feet.choice import PedalAdvice, PedalRider, advice_words, pedal_advice, speaks_against
from waymark.core.feet.crank import CrankChange, Hands, Keep, change_crank
from waymark.core.feet.foot import FootChange, change_foot
from waymark.core.feet.guess import FirstGuess, first_guesses, guesses_part_at_mm
from waymark.core.feet.parts import CleatFit, PedalFit, ShoeFit, bolts_agree, foot_stack_mm, stance_of
from waymark.core.feet.stance import PEDAL_CENTRE_MM, Stance, heel_gap_mm, heel_inward_mm, stance

__all__ = [
    "PEDAL_CENTRE_MM",
    "CleatFit",
    "CrankChange",
    "FirstGuess",
    "FootChange",
    "Hands",
    "Keep",
    "PedalAdvice",
    "PedalFit",
    "PedalRider",
    "ShoeFit",
    "Stance",
    "advice_words",
    "bolts_agree",
    "change_crank",
    "change_foot",
    "first_guesses",
    "foot_stack_mm",
    "guesses_part_at_mm",
    "heel_gap_mm",
    "heel_inward_mm",
    "pedal_advice",
    "speaks_against",
    "stance",
    "stance_of",
]
