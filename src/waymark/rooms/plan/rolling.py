"""Wheels, tyres and post of the plan against the rider's mass and ground."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from waymark.core.rules.strength import ROUGH, ROUGH_USES
from waymark.core.say import Count, Mass, Said, bare, exactly, say, tenths
from waymark.core.strength import Wanted, carries, sway_times, wanted, within
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.facts import chosen, plan_chart
from waymark.rooms.plan.state import BuildState
from waymark.rooms.posts.goal import discipline


@dataclass(frozen=True, slots=True)
class Rolling:
    """Rider and bike, kg, what they want of wheels and tyres, how much the tyres raise the bike against its chart, how far
    the saddle sways on its post against a usual one, and what does not hold."""

    system_kg: float | None
    wanted: Wanted | None
    raised_mm: float
    sway_times: float | None
    troubles: tuple[Said, ...]


@fact
def rolling(facts: Facts) -> Rolling:
    """What carries the rider."""
    mass, rules, b, size = facts.profile.mm("mass"), facts.house.strength, facts.part(BuildState), chosen(facts)
    use = discipline(facts)
    rough = use in ROUGH_USES or any(g in ROUGH for g in facts.profile.grounds)
    whole = None if mass is None else mass + facts.house.bike_mass_kg
    want = None if whole is None else wanted(whole, use, rough, rules)
    chart, sway = plan_chart(facts), None
    if mass is not None and b.post is not None and b.post_exposed_mm is not None and b.post_exposed_mm > 0:
        sway = sway_times(mass, b.post_exposed_mm, b.post.diameter_mm, rules)
    raised = chart.wheel_radius_mm - size.chart.wheel_radius_mm if chart and size else 0.0
    return Rolling(whole, want, raised, sway, tuple(_troubles(facts, whole, want, sway)))


def _troubles(facts: Facts, whole: float | None, want: Wanted | None, sway: float | None) -> Iterator[Said]:
    b, size, chart, rules = facts.part(BuildState), chosen(facts), plan_chart(facts), facts.house.strength
    if size is None or chart is None:
        return
    tyre, wheels = chart.tyre_mm, b.wheels
    if within(tyre, None, size.chart.tyre_greatest_mm) == "not":
        yield say(
            "The frame takes tyres to {most}, not {tyre}.",
            most=exactly(size.chart.tyre_greatest_mm or 0.0),
            tyre=exactly(tyre),
        )
    if wheels is not None:
        if wheels.bead_mm != size.chart.bead_mm:
            yield say(
                "Wheels of another size than the frame’s: brakes, BB height and steering are others. Ask its maker."
            )
        if b.tyre is not None and b.tyre.bead_mm != wheels.bead_mm:
            yield say("The tyres do not go on these rims: another size.")
        elif within(tyre, wheels.tyre_least_mm, wheels.tyre_greatest_mm) == "not":
            least, most = exactly(wheels.tyre_least_mm), exactly(wheels.tyre_greatest_mm)
            yield say(
                "The rims take tyres of {least} to {most}, not {tyre}.", least=least, most=most, tyre=exactly(tyre)
            )
        if want is not None and wheels.spokes_rear < want.spokes_rear:
            few, rear = Count(wheels.spokes_rear), Count(want.spokes_rear)
            yield say("{few} spokes behind for this mass and ground: {rear} at least.", few=few, rear=rear)
        stands = carries(whole, wheels.system_limit_kg)
        if stands == "not":
            limit, mass = Mass(wheels.system_limit_kg or 0.0), Mass(whole or 0.0)
            yield say("The wheels are made for {limit}; rider and bike are {mass}.", limit=limit, mass=mass)
        elif stands == "fits" and (whole or 0.0) > (1 - rules.spare_share) * (wheels.system_limit_kg or 0.0):
            yield say(
                "The wheels’ limit leaves {left} for bags and winter.",
                left=Mass((wheels.system_limit_kg or 0.0) - (whole or 0.0)),
            )
    if want is not None and tyre < want.tyre_mm:
        yield say(
            "Tyres of {tyre} are narrow for this rider: {wanted} or more, where the frame takes them.",
            tyre=exactly(tyre),
            wanted=bare(want.tyre_mm),
        )
    if sway is not None and sway >= rules.sway_told:
        yield say(
            "The saddle sways {times} times as far on this post as a usual one: a thicker post, or a frame with more "
            "seat tube.",
            times=tenths(sway),
        )
