"""What can be done at the plan's bar, each with the hand it would give: turned, slid, rolled, cut, or another bar."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from math import inf

from waymark.core.cockpit import DropStand, FlatStand
from waymark.core.errors import GeometryError
from waymark.core.marks import Mark
from waymark.core.rules.bench import BenchSteps
from waymark.core.search import Goal
from waymark.core.search.places import school_rotation_deg
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan import (
    BuildState,
    bar_stand,
    chosen_option,
    front_end,
    hand_off,
    like_now,
    plan_bar,
    schools,
    sought,
    to_be_had,
)
from waymark.rooms.posts.measure import MeasureState
from waymark.rooms.shelves import AeroBarPart, DropBarPart, FlatBarPart

SERVES: Mapping[str, tuple[str, ...]] = {"hood": ("drop_bar",), "grip": ("flat_bar",), "pad": ("aero_bar",)}


def in_steps(most: float, step: float) -> set[float]:
    """From −most to +most in steps, nought among them."""
    each = int(most // step)
    return {k * step for k in range(-each, each + 1)}


def turns(facts: Facts, stand: DropStand) -> Iterator[tuple[float, Mark]]:
    """Ramp slopes in whole degrees about the school's, as far as the present one, each with the hand it gives."""
    school, now, by = school_ramp_deg(facts), stand.ramp_deg, facts.house.bench.turns_deg
    least, most = round(min(school - by, now)), round(max(school + by, now))
    slopes = {float(x) for x in range(least, most + 1)}
    for slope in sorted({*(x for x in slopes if abs(x - now) > 0.5), now}):
        yield from _stands(slope, stand.with_ramp(slope))


def slides(stand: DropStand, start_mm: float, bench: BenchSteps) -> Iterator[tuple[float, Mark]]:
    """The levers slid in steps from ``start_mm`` on the bend, as far as the bend lets them, and where they are."""
    here = stand.slide_mm - start_mm
    steps = in_steps(bench.slides_mm, bench.slide_step_mm)
    for by in sorted({*(x for x in steps if abs(x - here) >= bench.slide_step_mm / 2), here}):
        moved = replace(stand, slide_mm=start_mm + by)
        if moved.can_stand():
            yield round(by, 2), hand_off(moved)


def rolls(stand: FlatStand, bench: BenchSteps) -> Iterator[tuple[float, Mark]]:
    """The bar rolled in steps from its rise standing upright."""
    steps = in_steps(bench.rolls_deg, bench.roll_step_deg)
    for roll in sorted({*(x for x in steps if abs(x - stand.roll_deg) > bench.roll_step_deg / 2), stand.roll_deg}):
        yield from _stands(roll, replace(stand, roll_deg=roll))


def _stands(value: float, stand: DropStand | FlatStand) -> Iterator[tuple[float, Mark]]:
    try:
        yield value, hand_off(stand)
    except GeometryError:
        # A hand that would lie past the bar's middle is no choice.
        return


def school_ramp_deg(facts: Facts) -> float:
    """The ramp's slope that the file's school asks of the plan's bar."""
    stand, part = bar_stand(facts), facts.part(BuildState).cockpit or plan_bar(facts)
    if not isinstance(stand, DropStand) or part is None or isinstance(part, AeroBarPart | FlatBarPart):
        return 0.0
    asked = school_rotation_deg(stand.bar, schools(facts).rotation, part.drop_end_deg, facts.house.placing)
    return asked - stand.bar.ramp_deg


def cut_widths(facts: Facts) -> tuple[float, ...]:
    """The widths that the plan's flat bar can be cut to in the house's steps, its whole width with them."""
    whole = facts.part(BuildState).bar or facts.part(MeasureState).bar
    if not isinstance(whole, FlatBarPart) or whole.trim_to_mm is None:
        return ()
    step = facts.house.bench.cut_step_mm
    steps = int((whole.width_mm - whole.trim_to_mm) // step)
    return tuple(whole.width_mm - k * step for k in range(steps, -1, -1))


@fact
def fitting_bars(facts: Facts) -> tuple[tuple[int, DropBarPart | FlatBarPart], ...]:
    """The bars in stock or owned that carry such a hand, and that the plan's stem clamps."""
    stem = facts.part(BuildState).stem
    found = []
    for it in facts.shelf.parts:
        part = it.part
        if part.kind not in SERVES[sought(facts)] or not to_be_had(facts, part):
            continue
        if isinstance(part, DropBarPart | FlatBarPart) and (stem is None or part.bar_clamp_mm == stem.bar_clamp_mm):
            found.append((it.id, part))
    return tuple(found)


def other_bars(facts: Facts, by: str) -> list[tuple[float, int, DropBarPart | FlatBarPart, Mark]]:
    """For each size ``by`` which bars differ the bar most like the plan's otherwise: its size, key and hand, small first.

    ``by`` is ``width_mm``, ``reach_mm`` or ``rise_mm``. A bar that is alike in everything but this comes before one that is
    not, an owned before a sold.
    """
    now = plan_bar(facts)
    if now is None or isinstance(now, AeroBarPart):
        return []
    best: dict[float, tuple[tuple[float, ...], int, DropBarPart | FlatBarPart]] = {}
    for key, part in fitting_bars(facts):
        if part.kind != now.kind:
            continue
        size = getattr(part, by)
        unlike = _unlike(part, now, by, facts.house.bench.same_bend_mm)
        if size not in best or unlike < best[size][0]:
            best[size] = unlike, key, part
    made = []
    for size, (_, key, part) in sorted(best.items()):
        made.append((float(size), key, part, hand_off(like_now(facts, part))))
    return made


def _unlike(
    part: DropBarPart | FlatBarPart, now: DropBarPart | FlatBarPart, by: str, same_bend_mm: float
) -> tuple[float, ...]:
    """How far a bar is from the present one in all but the size it is chosen by, the weightiest first; bends that
    differ by ``same_bend_mm`` at most are the same."""
    width = abs(part.width_mm - now.width_mm) * (by != "width_mm")
    if isinstance(part, DropBarPart) and isinstance(now, DropBarPart):
        bend = abs(part.reach_mm - now.reach_mm) * (by != "reach_mm") + abs(part.drop_mm - now.drop_mm)
        flare = abs(_flare(part) - _flare(now))
        return width, bend if bend > same_bend_mm else 0.0, flare, bend, not part.owned
    if isinstance(part, FlatBarPart) and isinstance(now, FlatBarPart):
        rise = abs(part.rise_mm - now.rise_mm) * (by != "rise_mm")
        return rise + width, abs(part.sweep_deg - now.sweep_deg), not part.owned
    return (inf,)


def _flare(part: DropBarPart) -> float:
    """How much wider the bar is at the drops than at the hoods."""
    return (part.drops_width_mm or part.width_mm) - part.width_mm


def nearest_pads(facts: Facts, part: AeroBarPart, goal: Goal | None) -> tuple[float, float]:
    """The pads' step of this bar that leaves the least of the goal on the plan's stem."""
    front, frame = front_end(facts), chosen_option(facts)
    if goal is None or front is None or frame is None:
        return part.pad_fore_aft_mm[len(part.pad_fore_aft_mm) // 2], part.pad_stacks_mm[0]
    off = goal.hand - front.clamp_on(frame)
    return (
        min(part.pad_fore_aft_mm, key=lambda x: abs(x - off.x_mm)),
        min(part.pad_stacks_mm, key=lambda y: abs(y - off.y_mm)),
    )
