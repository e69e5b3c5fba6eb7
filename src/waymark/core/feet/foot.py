"""Another pedal, cleat place or shoe: how far the saddle follows, so that the leg stays as stretched as it was."""

from __future__ import annotations

from dataclasses import dataclass, replace

from waymark.core.body import SEATED, FootFit, Seated, Segments
from waymark.core.feet.leg import along_seat_line, demand_reach
from waymark.core.marks import Mark


@dataclass(frozen=True, slots=True)
class FootChange:
    """The saddle after it, how far it went up its line, mm, and the range the trade would give for the same."""

    saddle: Mark
    along_mm: float
    trade_low_mm: float
    trade_high_mm: float


def change_foot(
    saddle: Mark,
    body: Segments,
    foot: FootFit,
    crank_mm: float,
    stack_mm: float,
    cleat_aft_mm: float,
    seated: Seated = SEATED,
) -> FootChange:
    """From ``foot`` to a foot stack (pedal axle to sole) of ``stack_mm`` with the cleat ``cleat_aft_mm`` aft.

    The least knee flexion is kept, the saddle moving along its line from the BB. The trade's range for a stack more by Δ
    and a cleat farther aft by a is Δ − a to Δ − a/2. Raises ``GeometryError`` where the leg does not reach the pedal.
    """
    way = demand_reach(saddle, body, foot, crank_mm, seated)
    after = replace(foot, stack_mm=stack_mm, cleat_aft_mm=cleat_aft_mm)
    along = along_seat_line(saddle, way, after, crank_mm, seated)
    more, aft = stack_mm - foot.stack_mm, cleat_aft_mm - foot.cleat_aft_mm
    low, high = sorted((more - aft, more - aft / 2))
    return FootChange(saddle + saddle.scaled(along / saddle.length_mm), along, low, high)
