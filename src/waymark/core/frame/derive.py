"""What follows from a chart's numbers, and where they contradict each other (docs/formulas.md, Frame, chart audit).

A frame's numbers hang together in four relations. Each relation can give any one of its numbers from the
others. Unknown numbers are derived best-conditioned first, until nothing more follows; what the numbers' own
rounding leaves open is not guessed but said. Where a relation has all its numbers given, each is computed from the
others and compared.

Makers publish front centre and stays straight or level, and the fork straight or along the steering axis
(``Kinds``). Where a chart does not say and only the other reading agrees with its wheelbase, that one is taken and
named.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from itertools import product
from math import hypot

from waymark.core.errors import GeometryError
from waymark.core.frame import kernels
from waymark.core.frame.relations import (
    ANGLE_BOUND_DEG,
    CUP_MOST_MM,
    CUP_USUAL_MM,
    FORK_ALONG,
    FRONT_LEVEL,
    LENGTH_BOUND_MM,
    LEVEL_WITHIN_MM,
    REAR_LEVEL,
    RELATIONS,
    UNSAID,
    Kinds,
    Known,
    Measure,
    Open,
    OpenError,
    front_off,
    front_x,
    needs,
    rear_drop,
    rear_x,
    whole,
)


@dataclass(frozen=True, slots=True)
class Disagreement:
    """A given number that the others contradict: ``computed`` would mend it.

    ``sources`` are the numbers it was computed from. ``mends_all`` is true where changing this one number
    alone settles every contradiction of the chart, so that it is the likely misprint.
    """

    field: str
    given: float
    computed: float
    sources: tuple[str, ...]
    mends_all: bool


@dataclass(frozen=True, slots=True)
class Derivation:
    """All numbers known or derived; which were derived, which assumed, and what disagrees.

    ``kinds`` is how the lengths were taken, ``read_as`` those of them that the chart did not state and its wheelbase
    told; ``left_open`` what the numbers do not settle.
    """

    values: dict[str, float]
    derived: tuple[str, ...]
    assumed: tuple[str, ...]
    disagreements: tuple[Disagreement, ...]
    kinds: Kinds = UNSAID
    read_as: tuple[str, ...] = ()
    left_open: tuple[Open, ...] = ()


def bound_for(field: str) -> float:
    """The house bound for a disagreement: 4 mm, or 0.5 degrees."""
    return ANGLE_BOUND_DEG if field.endswith("_deg") else LENGTH_BOUND_MM


def derive(given: Mapping[str, float], kinds: Kinds = UNSAID) -> Derivation:
    """Every number that follows from ``given``, and where the given ones disagree.

    ``given`` maps any of stack_mm, reach_mm, head_angle_deg, seat_angle_deg, ett_mm, head_tube_mm,
    fork_length_mm, fork_offset_mm, lower_cup_mm, bb_drop_mm (below the front axle), chainstay_mm, front_centre_mm,
    wheelbase_mm, wheel_radius_mm, rear_wheel_radius_mm (where it is another) to mm or degrees;
    seat_angle_effective_deg with effective_at_mm (the stack's height where it is not said) where the tube is kinked
    or off the BB; ``kinds`` says how its lengths are measured. A lower cup that is not given is taken as 0, an
    integrated bearing, and named in ``assumed``. Raises ``GeometryError`` where nothing real can have these numbers.
    """
    given = dict(given)
    assumed: list[str] = []
    if "seat_angle_effective_deg" in given and "effective_at_mm" not in given and "stack_mm" in given:
        given["effective_at_mm"] = given["stack_mm"]
        assumed.append("effective_at_mm")
    kinds, read_as = kinds_of(given, kinds)
    values = {**given, **_marks(kinds)}
    if "lower_cup_mm" not in values:
        values["lower_cup_mm"] = 0.0
        assumed.append("lower_cup_mm")
    derived, left_open = _fill(values)
    if {"wheel_radius_mm", "fork_offset_mm", "head_angle_deg"} <= values.keys():
        trail = kernels.trail_mm(values["wheel_radius_mm"], values["fork_offset_mm"], values["head_angle_deg"])
        values["trail_mm"] = trail
        values["flop_mm"] = kernels.flop_mm(trail, values["head_angle_deg"])
        derived += ["trail_mm", "flop_mm"]
    found = _audit({**given, **_marks(kinds)}, values["lower_cup_mm"])
    kept = {k: v for k, v in values.items() if k not in (FRONT_LEVEL, REAR_LEVEL, FORK_ALONG)}
    return Derivation(kept, tuple(derived), tuple(assumed), found, kinds, read_as, tuple(left_open))


def _marks(kinds: Kinds) -> dict[str, float]:
    marks = (
        (FRONT_LEVEL, kinds.front_centre == "level"),
        (REAR_LEVEL, kinds.chainstay == "level"),
        (FORK_ALONG, kinds.fork_length == "along"),
    )
    return {name: 1.0 for name, on in marks if on}


def straight(values: Known, kinds: Kinds) -> dict[str, float]:
    """The same numbers with front centre, stays and fork as straight distances; what lacks the BB drop stays."""
    made, k = dict(values), {**values, **_marks(kinds)}
    if "bb_drop_mm" in k:
        if kinds.front_centre == "level" and "front_centre_mm" in k:
            made["front_centre_mm"] = hypot(k["front_centre_mm"], k["bb_drop_mm"])
        if kinds.chainstay == "level" and "chainstay_mm" in k:
            made["chainstay_mm"] = hypot(k["chainstay_mm"], rear_drop(k))
    if kinds.fork_length == "along" and {"fork_length_mm", "fork_offset_mm"} <= k.keys():
        made["fork_length_mm"] = hypot(k["fork_length_mm"], k["fork_offset_mm"])
    return made


def kinds_of(given: Known, stated: Kinds) -> tuple[Kinds, tuple[str, ...]]:
    """How the lengths are measured: as stated, else straight, unless only another reading gives the wheelbase."""
    fronts: list[Measure] = [stated.front_centre] if stated.front_centre else ["straight", "level"]
    rears: list[Measure] = [stated.chainstay] if stated.chainstay else ["straight", "level"]
    taken = Kinds(fronts[0], rears[0], stated.fork_length or "straight")
    halves = ("front_centre_mm", "chainstay_mm", "wheelbase_mm")
    if any(n not in given for n in halves):
        return taken, ()
    if "bb_drop_mm" in given and taken.front_centre == taken.chainstay == "straight":
        # Nearly every chart: what it is taken for agrees, and nothing else is looked at.
        try:
            if abs(front_x(given) + rear_x(given) - given["wheelbase_mm"]) <= LENGTH_BOUND_MM:
                return taken, ()
        except GeometryError:
            pass
    fits: list[tuple[float, Kinds]] = []
    for front, rear in product(fronts, rears):
        kinds = replace(taken, front_centre=front, chainstay=rear)
        k = {**given, **_marks(kinds)}
        if "bb_drop_mm" in k:
            try:
                off = abs(front_x(k) + rear_x(k) - k["wheelbase_mm"])
                # Where the front end is known too it must agree with the same reading of the front centre.
                fits.append((max(off, front_off(k)), kinds))
            except GeometryError:
                continue
        elif front == rear == "straight":
            # Without the drop, straight halves are longer than the base by all that a drop takes off.
            over = k["front_centre_mm"] + k["chainstay_mm"] - k["wheelbase_mm"]
            fits.append((0.0 if over > 2 * LEVEL_WITHIN_MM else LENGTH_BOUND_MM + 1, kinds))
        elif front == rear == "level":
            over = abs(k["front_centre_mm"] + k["chainstay_mm"] - k["wheelbase_mm"])
            fits.append((over, kinds))
    now = next((off for off, kinds in fits if kinds == taken), LENGTH_BOUND_MM + 1)
    best = min(fits, key=lambda f: f[0], default=(now, taken))
    if now <= LENGTH_BOUND_MM or best[0] > LEVEL_WITHIN_MM:
        return taken, ()
    changed = [
        n
        for n, a, b in (
            ("front_centre_mm", taken.front_centre, best[1].front_centre),
            ("chainstay_mm", taken.chainstay, best[1].chainstay),
        )
        if a != b
    ]
    return best[1], tuple(changed)


def _fill(values: dict[str, float]) -> tuple[list[str], list[Open]]:
    """Derive what follows, in place: what was derived, and what was left open."""
    derived: list[str] = []
    left_open: dict[str, Open] = {}
    moved = True
    while moved:
        moved = False
        # The audited number of each relation is its best-conditioned one: take those first.
        for best_only in (True, False):
            for relation in RELATIONS:
                for target, solver in relation.solve.items():
                    if target in values or (best_only and target != relation.weigh):
                        continue
                    if all(need in values for need in needs(relation, target, values)):
                        try:
                            values[target] = solver(values)
                        except OpenError as why:
                            left_open[target] = why.open
                            continue
                        derived.append(target)
                        moved = True
            if moved:
                break
    return derived, [o for name, o in left_open.items() if name not in values]


def _audit(given: Known, lower_cup_mm: float) -> tuple[Disagreement, ...]:
    """Compare each fully given relation with itself; a shared field of all broken ones is the likely misprint."""
    stated = {**given, "lower_cup_mm": lower_cup_mm}
    broken = [
        r
        for r in RELATIONS
        if whole(r, stated) and abs(r.solve[r.weigh](stated) - stated[r.weigh]) > bound_for(r.weigh)
    ]
    found: list[Disagreement] = []
    if "lower_cup_mm" not in given and [r.name for r in broken] == ["stack from fork and head tube"]:
        # Nobody said that there is no cup: where it explains what is broken, it comes first.
        cup = broken[0].solve["lower_cup_mm"](stated)
        if 0 < cup <= CUP_MOST_MM and _settles({**stated, "lower_cup_mm": cup}):
            found.append(
                Disagreement("lower_cup_mm", 0.0, cup, needs(broken[0], "lower_cup_mm", stated), mends_all=True)
            )
            # With the front centre too the stack is vouched for: then nothing else is wrong.
            vouched = "front_centre_mm" in given and front_off(stated) <= 0.5 * LENGTH_BOUND_MM
            if CUP_USUAL_MM[0] <= cup <= CUP_USUAL_MM[1] and vouched and "reach_mm" in given:
                return tuple(found)
    for relation in broken:
        for field, solver in relation.solve.items():
            if field not in given or any(d.field == field for d in found):
                continue
            try:
                computed = solver(stated)
            except GeometryError:
                continue
            if abs(computed - stated[field]) > bound_for(field):
                mended = {**stated, field: computed}
                found.append(
                    Disagreement(field, stated[field], computed, needs(relation, field, stated), _settles(mended))
                )
    return tuple(sorted(found, key=lambda d: not d.mends_all))


def _settles(values: Mapping[str, float]) -> bool:
    """Whether every fully given relation holds."""
    for relation in RELATIONS:
        if whole(relation, values):
            try:
                computed = relation.solve[relation.weigh](values)
            except GeometryError:
                return False
            if abs(computed - values[relation.weigh]) > bound_for(relation.weigh):
                return False
    return True
