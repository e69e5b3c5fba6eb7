"""How far the leg is stretched over a turn, and where the saddle stretches it the same.

The knee is straightest where the way from hip to ankle is longest, so keeping the leg's extension is keeping that
longest way: one number, found to a nanometre, however the knee bends.
"""

from __future__ import annotations

from functools import lru_cache

from waymark.core.body import SEATED, FootFit, Seated, Segments, Turn
from waymark.core.errors import GeometryError
from waymark.core.marks import Mark

STILL_MM = 1e-9
MOST_TURNS = 50
# The saddle is looked for within this of where it stands.
FAR_MM = 250.0


def longest_way_mm(saddle: Mark, foot: FootFit, crank_mm: float, seated: Seated = SEATED) -> float:
    """The longest way from hip to ankle over a turn of the crank, mm."""
    return longest_way(saddle, foot, crank_mm, seated)[0]


# A table of cranks asks for the one it begins at again and again.
@lru_cache(maxsize=128)
def longest_way(saddle: Mark, foot: FootFit, crank_mm: float, seated: Seated = SEATED) -> tuple[float, float]:
    """The same, and the crank's angle there, degrees."""
    way, _, at = _longest(saddle, foot, crank_mm, seated)
    return way, at


def _longest(
    saddle: Mark,
    foot: FootFit,
    crank_mm: float,
    seated: Seated,
    near_deg: float | None = None,
) -> tuple[float, Mark, float]:
    """The longest way, mm, the ankle at it, and the crank's angle there."""
    turn = Turn(saddle + seated.hip_off, foot, crank_mm, seated.foot_turned_deg, 0.0, 0.0)
    at, way = turn.way_extreme(lowest=False, near_deg=near_deg)
    return way, Mark(*turn.ankle(at)), at


def demand_reach(saddle: Mark, body: Segments, foot: FootFit, crank_mm: float, seated: Seated = SEATED) -> float:
    """The longest way; raises ``GeometryError`` where the leg does not reach it, for then no extension is kept."""
    way = longest_way_mm(saddle, foot, crank_mm, seated)
    if way >= body.thigh_mm + body.shank_mm:
        raise GeometryError(
            "This leg does not reach the pedal from this saddle, so that its extension cannot be kept.",
            field="s",
            allowed="a lower saddle, or a measured inseam",
        )
    return way


# What the hands then do is asked three ways of one saddle.
@lru_cache(maxsize=128)
def along_seat_line(
    saddle: Mark,
    wanted_mm: float,
    foot: FootFit,
    crank_mm: float,
    seated: Seated = SEATED,
    near_deg: float | None = None,
) -> float:
    """How far up its line from the BB the saddle must go for the longest way to be ``wanted_mm``, mm.

    Newton's method: raised along its line the saddle lengthens the way by what of the line points away from the ankle.
    ``near_deg`` is where of the turn it is thought to be longest. Raises ``GeometryError`` where there is none.
    """
    line, up = saddle.scaled(1 / saddle.length_mm), 0.0
    longest_at = near_deg
    for _ in range(MOST_TURNS):
        at = saddle + line.scaled(up)
        way, ankle, longest_at = _longest(at, foot, crank_mm, seated, longest_at)
        lengthens = (at + seated.hip_off - ankle).scaled(1 / way).dot(line)
        if lengthens <= 0:
            break
        step = (wanted_mm - way) / lengthens
        up += step
        if abs(up) > FAR_MM:
            break
        if abs(step) < STILL_MM:
            return up
    raise GeometryError("No saddle height stretches this leg as before.", field="s")
