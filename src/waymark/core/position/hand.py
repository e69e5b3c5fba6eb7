"""Bar place in every convention of the trade, to the hand mark H and back (docs/formulas.md, Measuring).

A height statement gives the level of H or of the bar clamp, a reach statement a level or straight distance
to it; the hand lies off the clamp by the bar's own offset.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot, sqrt

from waymark.core.errors import GeometryError, InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.position.way import Way
from waymark.core.say import Words, say


@dataclass(frozen=True, slots=True)
class HandContext:
    """What the conventions lean on: S, the nose, the hand off the bar clamp, the BB above the floor; how far out to the
    side of the bike's middle a tape to the hand ends (0: it is held to the middle)."""

    saddle: Mark
    nose: Mark
    hand_off_clamp: Mark
    bb_height_mm: float
    hand_side_mm: float = 0.0


HAND_HEIGHT_WAYS: tuple[Way, ...] = (
    Way("hand_up", "Hand above BB", "Plumb height of the hand mark over the axle.", 200, 1200),
    Way("drop", "Drop, saddle to hand", "Saddle mark's height less the hand's; minus is a rise.", -400, 400),
    Way("hand_floor", "Floor to hand", "Plumb from the floor to the hand mark.", 500, 1500),
    Way("clamp_up", "Bar clamp above BB", "Plumb height of the clamp's centre over the axle.", 200, 1200),
    Way("clamp_floor", "Floor to bar clamp", "Plumb from the floor to the clamp's centre.", 500, 1500),
)
HAND_REACH_WAYS: tuple[Way, ...] = (
    Way("hand_ahead", "Hand ahead of BB", "Plumb line from the hand mark, level to the axle.", 100, 1000),
    Way("mark_to_hand", "Saddle mark to hand", "Straight, with the tape, to the hand itself.", 300, 1200),
    Way("nose_to_hand", "Nose to hand", "Straight, with the tape, to the hand itself.", 200, 1100),
    Way("nose_to_clamp", "Nose to bar clamp", "Straight, tip to the clamp's centre.", 200, 1000),
    Way("clamp_ahead", "Bar clamp ahead of BB", "Plumb line from the clamp's centre.", 100, 1000),
)
_LEVEL_REACH = {"hand_ahead", "clamp_ahead"}
_TO_THE_HAND = {"mark_to_hand", "nose_to_hand"}


def state_hand_height(way: str, hand: Mark, context: HandContext) -> float:
    """The hand's height as ``way`` states it, mm."""
    clamp = hand - context.hand_off_clamp
    match way:
        case "hand_up":
            return hand.y_mm
        case "drop":
            return context.saddle.y_mm - hand.y_mm
        case "hand_floor":
            return hand.y_mm + context.bb_height_mm
        case "clamp_up":
            return clamp.y_mm
        case "clamp_floor":
            return clamp.y_mm + context.bb_height_mm
    raise _unknown("hand_height", way, HAND_HEIGHT_WAYS)


def state_hand_reach(way: str, hand: Mark, context: HandContext) -> float:
    """The hand's distance as ``way`` states it, mm."""
    place, origin = _measured(way, context)
    target = hand - place
    return target.x_mm if way in _LEVEL_REACH else hypot(target.distance_mm(origin), _side_mm(way, context))


def hand_from_statements(
    height_way: str, height_mm: float, reach_way: str, reach_mm: float, context: HandContext
) -> Mark:
    """H from one height and one reach statement, the bar lying ahead.

    Raises ``GeometryError`` where the straight distance is shorter than the difference in height.
    """
    y = _hand_level(height_way, height_mm, context)
    place, origin = _measured(reach_way, context)
    if reach_way in _LEVEL_REACH:
        return Mark(reach_mm + place.x_mm, y)
    rise = hypot(y - place.y_mm - origin.y_mm, _side_mm(reach_way, context))
    if rise >= reach_mm:
        raise GeometryError(
            "The distance to the bar is shorter than the difference in height: one of the two is misread.",
            field="hand_reach",
        )
    return Mark(origin.x_mm + sqrt(reach_mm**2 - rise**2) + place.x_mm, y)


def _hand_level(way: str, height_mm: float, context: HandContext) -> float:
    off = context.hand_off_clamp.y_mm
    match way:
        case "hand_up":
            return height_mm
        case "drop":
            return context.saddle.y_mm - height_mm
        case "hand_floor":
            return height_mm - context.bb_height_mm
        case "clamp_up":
            return height_mm + off
        case "clamp_floor":
            return height_mm - context.bb_height_mm + off
    raise _unknown("hand_height", way, HAND_HEIGHT_WAYS)


def _measured(way: str, context: HandContext) -> tuple[Mark, Mark]:
    """What of the hand is measured, as its offset from the measured point, and from where."""
    match way:
        case "hand_ahead":
            return ORIGIN, ORIGIN
        case "clamp_ahead":
            return context.hand_off_clamp, ORIGIN
        case "mark_to_hand":
            return ORIGIN, context.saddle
        case "nose_to_hand":
            return ORIGIN, context.nose
        case "nose_to_clamp":
            return context.hand_off_clamp, context.nose
    raise _unknown("hand_reach", way, HAND_REACH_WAYS)


def _side_mm(way: str, context: HandContext) -> float:
    """How far out to the side the tape of a straight statement ends."""
    return context.hand_side_mm if way in _TO_THE_HAND else 0.0


def _unknown(field: str, way: str, ways: tuple[Way, ...]) -> InputError:
    return InputError(
        say("“{way}” is no way of stating this that is known here.", way=Words(way)),
        field=f"{field}.way",
        allowed=", ".join(w.name for w in ways),
        kept=way,
    )
