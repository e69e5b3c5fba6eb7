"""Gates a frame must pass whatever is built on it: standing over it, stepping over it, mass, crank.

docs/formulas.md, Frame.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from waymark.core.frame.clearance import (
    STAND_AHEAD_OF_NOSE_MM,
    STEP_OVER_ROOM_MM,
    lean_to_reach_deg,
    standover_at_mm,
    standover_clearance_mm,
    step_over_clearance_mm,
)
from waymark.core.say import Count, Length, Mass, Said, bare, say

if TYPE_CHECKING:
    from waymark.core.search.model import FrameOption


@dataclass(frozen=True, slots=True)
class Gates:
    """What the rider asks of any frame; a gate whose number is not given is not asked.

    ``standover_first`` is the school that asks standover before the position; ``standover_room_mm`` the room
    wanted over the top tube, ``system_mass_kg`` rider, bike and load together. A rider who cannot stand over a frame at
    all is told so by any school. ``step_over_first`` asks that the foot comes over the frame, a crossbar too;
    ``lean_most_deg`` is how far a bike may be tipped for it.
    """

    inseam_in_shoes_mm: float | None = None
    standover_room_mm: float = 25.0
    standover_first: bool = False
    foot_lift_mm: float | None = None
    system_mass_kg: float | None = None
    crank_mm: float | None = None
    step_over_first: bool = True
    lean_most_deg: float = 30.0


@dataclass(frozen=True, slots=True)
class GateFault:
    """A gate a frame does not pass: its words and by how much, in its own unit."""

    words: Said
    short: float


def standover_room_mm(frame: FrameOption, inseam_in_shoes_mm: float, nose_x_mm: float) -> float | None:
    """Room over the top tube where the rider stands, 50 mm ahead of the nose; None where not published."""
    if frame.standover_mm is None:
        return None
    there = standover_at_mm(
        frame.standover_mm,
        frame.standover_ahead_mm,
        frame.top_tube_slope_deg,
        nose_x_mm + STAND_AHEAD_OF_NOSE_MM,
    )
    return standover_clearance_mm(inseam_in_shoes_mm, there)


def step_over_mm(frame: FrameOption) -> float | None:
    """How high the foot has to come: a step-through's low passage, else the crossbar; ``None`` where neither is known."""
    return frame.step_through_mm if frame.step_through_mm is not None else frame.standover_mm


def gate_faults(frame: FrameOption, gates: Gates, nose_x_mm: float) -> tuple[GateFault, ...]:
    """Every gate ``frame`` does not pass, with the missing millimetres (kg for mass)."""
    asked = (
        _standing(frame, gates, nose_x_mm),
        _stepping(frame, gates),
        _mass(frame, gates),
        *_crank(frame, gates),
    )
    return tuple(f for f in asked if f is not None)


def _standing(frame: FrameOption, gates: Gates, nose_x_mm: float) -> GateFault | None:
    if gates.inseam_in_shoes_mm is None:
        return None
    room = standover_room_mm(frame, gates.inseam_in_shoes_mm, nose_x_mm)
    if room is None:
        return None
    if gates.standover_first and room < gates.standover_room_mm:
        short = gates.standover_room_mm - room
        wanted = bare(gates.standover_room_mm)
        return GateFault(say("standover: {short} short of {wanted} of room", short=Length(short), wanted=wanted), short)
    # What rounds to nothing is no more than the tape's own doubt.
    if room <= -0.5:
        return GateFault(say("standover: the top tube stands {by} too high", by=Length(-room)), -room)
    return None


def step_over_lean_deg(frame: FrameOption, gates: Gates) -> float | None:
    """How far the bike must be tipped for the foot to come over: 0 where it clears or is not asked; ``None``: never."""
    height = step_over_mm(frame)
    if gates.foot_lift_mm is None or height is None or not gates.step_over_first:
        return 0.0
    return lean_to_reach_deg(height, gates.foot_lift_mm - STEP_OVER_ROOM_MM)


def _stepping(frame: FrameOption, gates: Gates) -> GateFault | None:
    """A foot that does not come over, however far the bike may be tipped."""
    lean, height = step_over_lean_deg(frame, gates), step_over_mm(frame)
    if gates.foot_lift_mm is None or height is None or (lean is not None and lean <= gates.lean_most_deg):
        return None
    short = -step_over_clearance_mm(gates.foot_lift_mm, height)
    return GateFault(say("step-over: the foot must rise {short} more", short=Length(short)), short)


def _mass(frame: FrameOption, gates: Gates) -> GateFault | None:
    if gates.system_mass_kg is None or frame.mass_limit_kg is None:
        return None
    over, limit = gates.system_mass_kg - frame.mass_limit_kg, Count(frame.mass_limit_kg)
    if over <= 0:
        return None
    return GateFault(say("mass: {over} over the maker's {limit}", over=Mass(over), limit=limit), over)


def _crank(frame: FrameOption, gates: Gates) -> tuple[GateFault, ...]:
    if gates.crank_mm is None:
        return ()
    least, most, found = frame.crank_least_mm, frame.crank_greatest_mm, []
    if least is not None and gates.crank_mm < least - 1e-9:
        short = least - gates.crank_mm
        by = Length(short, exact=True)
        found.append(GateFault(say("crank: {by} shorter than the maker's least", by=by), short))
    if most is not None and gates.crank_mm > most + 1e-9:
        long = gates.crank_mm - most
        by = Length(long, exact=True)
        found.append(GateFault(say("crank: {by} longer than the maker allows", by=by), long))
    return tuple(found)
