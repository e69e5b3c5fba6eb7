"""The open calculation of the ways an owned front end reaches a goal."""

from __future__ import annotations

from waymark.core.cockpit import Stem
from waymark.core.marks import Mark
from waymark.core.ways import Drawer, HeldStem, Now, SoldSpacer, Way, every_way
from waymark.rooms.calc import ways_schemas as s


def ways(q: s.WaysIn) -> s.WaysOut:
    """Every way to put the clamp at the goal, the cheapest first."""
    frame, now = q.frame, q.now
    owned = Now(
        Mark(frame.reach_mm, frame.stack_mm),
        frame.head_angle_deg,
        frame.cover_mm,
        Stem(now.stem_length_mm, now.stem_angle_deg, now.stem_clamp_mm),
        tuple(now.spacers_under_mm),
        tuple(now.spacers_over_mm),
        frame.spacers_above_limit_mm,
    )
    drawer = Drawer(
        tuple(HeldStem(x.length_mm, x.angle_deg, x.clamp_mm, x.owned, x.price) for x in q.stems),
        tuple(SoldSpacer(x.mm, x.price) if isinstance(x, s.WaysSpacer) else SoldSpacer(x) for x in q.spacers_mm),
    )
    tolerance = q.tolerance.x_mm, q.tolerance.y_mm
    found = every_way(owned, drawer, Mark(q.goal.bar_x_mm, q.goal.bar_y_mm), tolerance)
    return s.WaysOut(ways=[_out(way) for way in found])


def _out(way: Way) -> s.WayOut:
    return s.WayOut(
        rung=way.rung,
        changes=list(way.changes),
        dx_mm=way.miss.x_mm,
        dy_mm=way.miss.y_mm,
        cost=way.cost,
        bought=way.bought,
        stem_length_mm=way.stem.length_mm,
        stem_angle_deg=way.stem.angle_deg,
        stem_clamp_mm=way.stem.clamp_height_mm,
        pile_mm=way.pile_mm,
        under_mm=list(way.under_mm),
    )
