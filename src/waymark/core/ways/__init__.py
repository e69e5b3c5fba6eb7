"""The ways a bike can reach a goal, or a mark can be moved, cheapest first (docs/formulas.md, Ways)."""

from waymark.core.ways.changes import FREE, KINDS, PART, SMALL_PART, Kind, Move
from waymark.core.ways.foot import CrankStand, FootBench, FootMove, SoleStand, foot_moves
from waymark.core.ways.hand import FrontBench, HandMove, Hold, PileOf, StemStand, hand_moves, nearest_move
from waymark.core.ways.saddle import PostStand, SaddleMove, SeatBench, saddle_moves
from waymark.core.ways.ways import RUNGS, Drawer, HeldStem, Now, SoldSpacer, Way, every_way, own_piles

__all__ = [
    "FREE",
    "KINDS",
    "PART",
    "RUNGS",
    "SMALL_PART",
    "CrankStand",
    "Drawer",
    "FootBench",
    "FootMove",
    "FrontBench",
    "HandMove",
    "HeldStem",
    "Hold",
    "Kind",
    "Move",
    "Now",
    "PileOf",
    "PostStand",
    "SaddleMove",
    "SeatBench",
    "SoldSpacer",
    "SoleStand",
    "StemStand",
    "Way",
    "every_way",
    "foot_moves",
    "hand_moves",
    "nearest_move",
    "own_piles",
    "saddle_moves",
]
