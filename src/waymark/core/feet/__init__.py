"""Crank, cleat, pedal and shoe: what changing one does to the saddle, the leg and the hands."""

from waymark.core.feet.crank import CrankChange, Hands, Keep, change_crank
from waymark.core.feet.foot import FootChange, change_foot
from waymark.core.feet.guess import FirstGuess, first_guesses, guesses_part_at_mm
from waymark.core.feet.stance import Stance, stance

__all__ = [
    "CrankChange",
    "FirstGuess",
    "FootChange",
    "Hands",
    "Keep",
    "Stance",
    "change_crank",
    "change_foot",
    "first_guesses",
    "guesses_part_at_mm",
    "stance",
]
