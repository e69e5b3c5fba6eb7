"""Gates a frame must pass whatever is built on it: standing over it, stepping over it, mass, crank.

docs/formulas.md, Frame.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from waymark.core.frame.clearance import (
    STAND_AHEAD_OF_NOSE_MM,
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
    wanted over the top tube, ``system_mass_kg`` rider, bike and load together.
    """

    inseam_in_shoes_mm: float | None = None
    standover_room_mm: float = 25.0
    standover_first: bool = False
    foot_lift_mm: float | None = None
    system_mass_kg: float | None = None
    crank_mm: float | None = None


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


def gate_faults(frame: FrameOption, gates: Gates, nose_x_mm: float) -> tuple[GateFault, ...]:
    """Every gate ``frame`` does not pass, with the missing millimetres (kg for mass)."""
    found: list[GateFault] = []
    if gates.standover_first and gates.inseam_in_shoes_mm is not None:
        room = standover_room_mm(frame, gates.inseam_in_shoes_mm, nose_x_mm)
        if room is not None and room < gates.standover_room_mm:
            short = gates.standover_room_mm - room
            found.append(
                GateFault(
                    say(
                        "standover: {short} short of {standover_room} of room",
                        short=Length(short),
                        standover_room=bare(gates.standover_room_mm),
                    ),
                    short,
                )
            )
    if gates.foot_lift_mm is not None and frame.step_through_mm is not None:
        room = step_over_clearance_mm(gates.foot_lift_mm, frame.step_through_mm)
        if room < 0:
            found.append(GateFault(say("step-over: the foot must rise {room} more", room=Length(-room)), -room))
    if gates.system_mass_kg is not None and frame.mass_limit_kg is not None:
        over = gates.system_mass_kg - frame.mass_limit_kg
        if over > 0:
            found.append(
                GateFault(
                    say("mass: {over} over the maker's {limit}", over=Mass(over), limit=Count(frame.mass_limit_kg)),
                    over,
                )
            )
    if gates.crank_mm is not None:
        least, most = frame.crank_least_mm, frame.crank_greatest_mm
        if least is not None and gates.crank_mm < least - 1e-9:
            found.append(
                GateFault(
                    say(
                        "crank: {least} shorter than the maker's least",
                        least=Length(least - gates.crank_mm, exact=True),
                    ),
                    least - gates.crank_mm,
                )
            )
        if most is not None and gates.crank_mm > most + 1e-9:
            found.append(
                GateFault(
                    say("crank: {crank} longer than the maker allows", crank=Length(gates.crank_mm - most, exact=True)),
                    gates.crank_mm - most,
                )
            )
    return tuple(found)
