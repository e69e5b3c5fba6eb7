"""What follows from a chart's numbers, and where they contradict each other (handbook 4, chart audit).

A frame's numbers hang together in four relations. Each relation can give any one of its numbers from the
others. Unknown numbers are derived best-conditioned first, until nothing more follows; what the numbers' own
rounding leaves open is not guessed but said. Where a relation has all its numbers given, each is computed from the
others and compared.

Makers publish front centre and stays straight or level, and the fork straight or along the steering axis
(``Kinds``). Where a chart does not say and only the other reading agrees with its wheelbase, that one is taken and
named.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from itertools import product
from math import asin, atan2, cos, degrees, hypot, radians, sin, sqrt, tan
from typing import Literal

from waymark.core.errors import GeometryError
from waymark.core.frame import kernels

LENGTH_BOUND_MM = 4.0
ANGLE_BOUND_DEG = 0.5

# BBs stand below the axles of every bike but a few; by no more than this above them.
BB_ABOVE_MOST_MM = 40.0
# What rounding leaves wider than this is not given as if it were known.
DROP_OPEN_MM, ANGLE_OPEN_DEG = 8.0, 1.5
# Level halves give the wheelbase to this, two roundings and a little.
LEVEL_WITHIN_MM = 1.6
# External lower cups stand so tall, and none stands taller than the last.
CUP_USUAL_MM, CUP_MOST_MM = (8.0, 16.0), 30.0

Measure = Literal["straight", "level"]
ForkMeasure = Literal["straight", "along"]
Known = Mapping[str, float]
Solver = Callable[[Known], float]


@dataclass(frozen=True, slots=True)
class Kinds:
    """How a chart measures what is measured in two ways: front centre and stays from axle to axle or level; the fork
    from axle to crown, straight or along the steering axis. None where it does not say.
    """

    front_centre: Measure | None = None
    chainstay: Measure | None = None
    fork_length: ForkMeasure | None = None


@dataclass(frozen=True, slots=True)
class Open:
    """A number that the others leave open, the values it may have, and why."""

    field: str
    candidates: tuple[float, ...]
    why: str


class OpenError(GeometryError):
    """A relation that holds this number too loosely to give it."""

    def __init__(self, field: str, candidates: tuple[float, ...], why: str) -> None:
        super().__init__(why, field=field)
        self.open = Open(field, candidates, why)


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
    kinds: Kinds = Kinds()
    read_as: tuple[str, ...] = ()
    left_open: tuple[Open, ...] = ()


@dataclass(frozen=True, slots=True)
class Relation:
    """Numbers tied together; ``solve`` gives each from the rest, ``weigh`` names the one audited by."""

    name: str
    weigh: str
    solve: Mapping[str, Solver]

    @property
    def fields(self) -> tuple[str, ...]:
        """Every number of the relation."""
        return tuple(self.solve)


# Marks among the numbers: which lengths the chart gives level, or along the axis.
_FRONT_LEVEL, _REAR_LEVEL, _FORK_ALONG = "front centre level", "chainstay level", "fork along"


def _along(k: Known) -> float:
    if _FORK_ALONG in k:
        return k["fork_length_mm"]
    return kernels.fork_along_mm(k["fork_length_mm"], k["fork_offset_mm"])


def _axis(k: Known) -> float:
    return _along(k) + k["lower_cup_mm"] + k["head_tube_mm"]


def _axis_from_stack(k: Known) -> float:
    theta = radians(k["head_angle_deg"])
    return (k["stack_mm"] - k["bb_drop_mm"] + k["fork_offset_mm"] * cos(theta)) / sin(theta)


def _fork_from_stack(k: Known) -> float:
    along = _axis_from_stack(k) - k["lower_cup_mm"] - k["head_tube_mm"]
    if along <= 0:
        raise GeometryError("Nothing is left for the fork below this head tube.", field="head_tube_mm")
    return along if _FORK_ALONG in k else hypot(along, k["fork_offset_mm"])


def _rear_drop(k: Known) -> float:
    """BB below the rear axle: a smaller rear wheel has its axle lower."""
    front = k.get("wheel_radius_mm")
    rear = k.get("rear_wheel_radius_mm", front)
    return k["bb_drop_mm"] + (0.0 if front is None or rear is None else rear - front)


def _front_x(k: Known) -> float:
    if _FRONT_LEVEL in k:
        return k["front_centre_mm"]
    return kernels.level_part_mm(k["front_centre_mm"], k["bb_drop_mm"], "front_centre_mm")


def _rear_x(k: Known) -> float:
    if _REAR_LEVEL in k:
        return k["chainstay_mm"]
    return kernels.level_part_mm(k["chainstay_mm"], _rear_drop(k), "chainstay_mm")


def _front_of(k: Known, front_x: float) -> float:
    """Front centre as the chart gives it, from its level part."""
    return front_x if _FRONT_LEVEL in k else hypot(front_x, k["bb_drop_mm"])


def _rear_of(k: Known, rear_x: float) -> float:
    return rear_x if _REAR_LEVEL in k else hypot(rear_x, _rear_drop(k))


def grain(value: float) -> float:
    """Half the last digit a number was printed to: 0.5 for whole ones."""
    for digits in range(4):
        if abs(value - round(value, digits)) < 1e-9:
            return float(0.5 * 10**-digits)
    return 0.0


def _drop_from_wheelbase(k: Known) -> float:
    """The BB drop as the height of the triangle BB and axles, where it is settled by the numbers' own rounding."""
    front, rear, base = k["front_centre_mm"], k["chainstay_mm"], k["wheelbase_mm"]
    if _FRONT_LEVEL in k or _REAR_LEVEL in k or "rear_wheel_radius_mm" in k:
        raise OpenError("bb_drop_mm", (), "These level lengths say nothing of the BB drop.")
    slack = grain(front) + grain(rear) + grain(base)
    # A drop of d shortens the base by about d²/2·(1/front + 1/rear): twice that by what is left of it gives d².
    per = 2 / (1 / front + 1 / rear)
    if front + rear + slack < base:
        raise GeometryError("Front centre, chainstay and wheelbase make no triangle.", field="wheelbase_mm")
    least = sqrt(max(0.0, (front + rear - base - slack) * per))
    most = sqrt(max(0.0, front + rear - base + slack) * per)
    if most - least > DROP_OPEN_MM:
        why = f"Rounding leaves the BB drop open between {least:.0f} and {most:.0f}: give it, or the fork."
        raise OpenError("bb_drop_mm", (round(least, 1), round(most, 1)), why)
    drop = kernels.drop_from_triangle_mm(front, rear, base)
    if drop > BB_ABOVE_MOST_MM:
        return drop
    fits = [d for d in (drop, -drop) if _front_holds({**k, "bb_drop_mm": d})]
    if len(fits) == 1:
        return fits[0]
    why = f"The BB lies {drop:.1f} below the axles or as much above: these lengths are the same either way."
    raise OpenError("bb_drop_mm", (drop, -drop), why)


def _front_holds(k: Known) -> bool:
    """Whether the front centre agrees with reach, stack, head angle and offset; true where they are not known."""
    return _front_off(k) <= LENGTH_BOUND_MM / 2


def _front_off(k: Known) -> float:
    """By how much the front centre disagrees with the front end, mm; 0 where that is not known."""
    if any(n not in k for n in ("reach_mm", "stack_mm", "head_angle_deg", "fork_offset_mm")):
        return 0.0
    return abs(_front_centre_from_reach(k) - k["front_centre_mm"])


def _offset_of(k: Known) -> tuple[float, float, float]:
    """Steering-axis lean, offset and the axis length needed to lift the head tube's top to the stack."""
    theta = radians(k["head_angle_deg"])
    return cos(theta), sin(theta), _axis_from_stack(k)


def _reach_from_front(k: Known) -> float:
    _, _, axis = _offset_of(k)
    return kernels.reach_from_front_mm(_front_x(k), axis, k["fork_offset_mm"], k["head_angle_deg"])


def _front_centre_from_reach(k: Known) -> float:
    c, s, axis = _offset_of(k)
    return _front_of(k, k["reach_mm"] + axis * c + k["fork_offset_mm"] * s)


def _offset_from_reach(k: Known) -> float:
    # x_f − R = axis·cos θ + o·sin θ with axis = (S − d + o·cos θ)/sin θ, so o·(cos²θ/sin θ + sin θ) = o/sin θ
    theta = radians(k["head_angle_deg"])
    rise = k["stack_mm"] - k["bb_drop_mm"]
    return (_front_x(k) - k["reach_mm"] - rise / tan(theta)) * sin(theta)


def _stack_from_reach(k: Known) -> float:
    theta = radians(k["head_angle_deg"])
    run = _front_x(k) - k["reach_mm"] - k["fork_offset_mm"] / sin(theta)
    return k["bb_drop_mm"] + run * tan(theta)


def _head_angle_from_reach(k: Known) -> float:
    # The steering axis passes the front axle at the offset: (x_f − R)·sin θ − (S − d)·cos θ = o.
    run, rise = _front_x(k) - k["reach_mm"], k["stack_mm"] - k["bb_drop_mm"]
    share = k["fork_offset_mm"] / hypot(run, rise)
    if not -1 <= share <= 1:
        raise GeometryError("No head angle holds this offset.", field="fork_offset_mm")
    return degrees(asin(share) + atan2(rise, run))


def _kinked(k: Known) -> tuple[float, float] | None:
    """The effective seat angle and its height where the chart gives them, a tube kinked or off the BB."""
    effective, at = k.get("seat_angle_effective_deg"), k.get("effective_at_mm")
    return None if effective is None or at is None else (effective, at)


def _at_stack(k: Known) -> bool:
    """Whether the effective seat angle holds just at the stack's height: the actual one then plays no part."""
    return _kinked(k) is not None and abs(k["effective_at_mm"] - k.get("stack_mm", -1.0)) < 1e-6


def _ett(k: Known) -> float:
    kinked = _kinked(k)
    if kinked is None:
        return kernels.ett_mm(k["reach_mm"], k["stack_mm"], k["seat_angle_deg"])
    if _at_stack(k):
        return kernels.ett_mm(k["reach_mm"], k["stack_mm"], kinked[0])
    return kernels.ett_kinked_mm(k["reach_mm"], k["stack_mm"], *kinked, k["seat_angle_deg"])


def _reach_from_ett(k: Known) -> float:
    return k["ett_mm"] - _ett({**k, "reach_mm": 0.0})


def _stack_from_ett(k: Known) -> float:
    slope = tan(radians(k["seat_angle_deg"]))
    return (k["ett_mm"] - _ett({**k, "stack_mm": 0.0})) * slope


def _seat_angle_from_ett(k: Known) -> float:
    kinked = _kinked(k)
    if kinked is None:
        return kernels.seat_angle_from_ett_deg(k["ett_mm"], k["reach_mm"], k["stack_mm"])
    effective, at = kinked
    # The actual tube runs from the point at the effective height down to the stack's height.
    run = k["reach_mm"] + at / tan(radians(effective)) - k["ett_mm"]
    slack = grain(k["reach_mm"]) + grain(k["ett_mm"]) + at * radians(grain(effective)) * 1.1
    high = abs(at - k["stack_mm"])
    if high < 1e-6 or degrees(slack / high) > ANGLE_OPEN_DEG:
        why = "So near the stack's height the actual seat angle leaves no trace: give it."
        raise OpenError("seat_angle_deg", (), why)
    return degrees(atan2(at - k["stack_mm"], run)) % 180


RELATIONS: tuple[Relation, ...] = (
    Relation(
        "effective top tube", "ett_mm",
        {
            "ett_mm": _ett,
            "reach_mm": _reach_from_ett,
            "seat_angle_deg": _seat_angle_from_ett,
            "stack_mm": _stack_from_ett,
        },
    ),
    Relation(
        "stack from fork and head tube", "stack_mm",
        {
            "stack_mm": lambda k: kernels.stack_from_fork_mm(
                k["bb_drop_mm"], _axis(k), k["fork_offset_mm"], k["head_angle_deg"]
            ),
            "head_tube_mm": lambda k: _axis_from_stack(k) - k["lower_cup_mm"] - _along(k),
            "fork_length_mm": _fork_from_stack,
            "bb_drop_mm": lambda k: k["stack_mm"] - kernels.stack_from_fork_mm(
                0.0, _axis(k), k["fork_offset_mm"], k["head_angle_deg"]
            ),
            "head_angle_deg": lambda k: kernels.head_angle_from_stack_deg(
                k["stack_mm"], k["bb_drop_mm"], _axis(k), k["fork_offset_mm"]
            ),
            "lower_cup_mm": lambda k: _axis_from_stack(k) - k["head_tube_mm"] - _along(k),
            "fork_offset_mm": lambda k: kernels.fork_offset_from_stack_mm(
                k["stack_mm"], k["bb_drop_mm"], k["lower_cup_mm"] + k["head_tube_mm"],
                k["fork_length_mm"], k["head_angle_deg"],
            ),
        },
    ),
    Relation(
        "front centre from reach", "front_centre_mm",
        {
            "front_centre_mm": _front_centre_from_reach,
            "reach_mm": _reach_from_front,
            "stack_mm": _stack_from_reach,
            "head_angle_deg": _head_angle_from_reach,
            "fork_offset_mm": _offset_from_reach,
        },
    ),
    Relation(
        "wheelbase from its halves", "wheelbase_mm",
        {
            "wheelbase_mm": lambda k: _front_x(k) + _rear_x(k),
            "front_centre_mm": lambda k: _front_of(k, k["wheelbase_mm"] - _rear_x(k)),
            "chainstay_mm": lambda k: _rear_of(k, k["wheelbase_mm"] - _front_x(k)),
            "bb_drop_mm": _drop_from_wheelbase,
        },
    ),
)  # fmt: skip

# The front-centre relation also needs the BB drop, which it can only find by iteration: it is not solved for.
_ALSO_NEEDED = {"front centre from reach": ("bb_drop_mm",)}


def _needs(relation: Relation, target: str, k: Known) -> tuple[str, ...]:
    """What ``target`` follows from by this relation, given how the chart measures."""
    rest = [f for f in relation.fields if f != target]
    if relation.name == "effective top tube" and _at_stack(k):
        rest = [f for f in rest if f != "seat_angle_deg"]
    if relation.name == "wheelbase from its halves" and _FRONT_LEVEL in k and _REAR_LEVEL in k:
        rest = [f for f in rest if f != "bb_drop_mm"]
    return tuple(rest) + _ALSO_NEEDED.get(relation.name, ())


def _whole(relation: Relation, k: Known) -> bool:
    """Whether a relation has all its numbers, so that it can be audited."""
    return relation.weigh in k and all(f in k for f in _needs(relation, relation.weigh, k))


def bound_for(field: str) -> float:
    """The house bound for a disagreement: 4 mm, or 0.5 degrees."""
    return ANGLE_BOUND_DEG if field.endswith("_deg") else LENGTH_BOUND_MM


def derive(given: Mapping[str, float], kinds: Kinds = Kinds()) -> Derivation:  # noqa: B008 - a frozen value
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
        trail = kernels.trail_mm(
            values["wheel_radius_mm"], values["fork_offset_mm"], values["head_angle_deg"]
        )
        values["trail_mm"] = trail
        values["flop_mm"] = kernels.flop_mm(trail, values["head_angle_deg"])
        derived += ["trail_mm", "flop_mm"]
    found = _audit({**given, **_marks(kinds)}, values["lower_cup_mm"])
    kept = {k: v for k, v in values.items() if k not in (_FRONT_LEVEL, _REAR_LEVEL, _FORK_ALONG)}
    return Derivation(kept, tuple(derived), tuple(assumed), found, kinds, read_as, tuple(left_open))


def _marks(kinds: Kinds) -> dict[str, float]:
    marks = ((_FRONT_LEVEL, kinds.front_centre == "level"), (_REAR_LEVEL, kinds.chainstay == "level"),
             (_FORK_ALONG, kinds.fork_length == "along"))  # fmt: skip
    return {name: 1.0 for name, on in marks if on}


def straight(values: Known, kinds: Kinds) -> dict[str, float]:
    """The same numbers with front centre, stays and fork as straight distances; what lacks the BB drop stays."""
    made, k = dict(values), {**values, **_marks(kinds)}
    if "bb_drop_mm" in k:
        if kinds.front_centre == "level" and "front_centre_mm" in k:
            made["front_centre_mm"] = hypot(k["front_centre_mm"], k["bb_drop_mm"])
        if kinds.chainstay == "level" and "chainstay_mm" in k:
            made["chainstay_mm"] = hypot(k["chainstay_mm"], _rear_drop(k))
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
    fits: list[tuple[float, Kinds]] = []
    for front, rear in product(fronts, rears):
        kinds = replace(taken, front_centre=front, chainstay=rear)
        k = {**given, **_marks(kinds)}
        if "bb_drop_mm" in k:
            try:
                off = abs(_front_x(k) + _rear_x(k) - k["wheelbase_mm"])
                # Where the front end is known too it must agree with the same reading of the front centre.
                fits.append((max(off, _front_off(k)), kinds))
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
    changed = [n for n, a, b in (("front_centre_mm", taken.front_centre, best[1].front_centre),
                                 ("chainstay_mm", taken.chainstay, best[1].chainstay)) if a != b]  # fmt: skip
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
                    if all(need in values for need in _needs(relation, target, values)):
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
        if _whole(r, stated) and abs(r.solve[r.weigh](stated) - stated[r.weigh]) > bound_for(r.weigh)
    ]
    found: list[Disagreement] = []
    if "lower_cup_mm" not in given and [r.name for r in broken] == ["stack from fork and head tube"]:
        # Nobody said that there is no cup: where it explains what is broken, it comes first.
        cup = broken[0].solve["lower_cup_mm"](stated)
        if 0 < cup <= CUP_MOST_MM and _settles({**stated, "lower_cup_mm": cup}):
            found.append(
                Disagreement("lower_cup_mm", 0.0, cup, _needs(broken[0], "lower_cup_mm", stated), mends_all=True)
            )
            if CUP_USUAL_MM[0] <= cup <= CUP_USUAL_MM[1] and _settles({**stated, "lower_cup_mm": cup}, 0.5):
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
                    Disagreement(
                        field, stated[field], computed, _needs(relation, field, stated), _settles(mended)
                    )
                )
    return tuple(sorted(found, key=lambda d: not d.mends_all))


def _settles(values: Mapping[str, float], share: float = 1.0) -> bool:
    """Whether every fully given relation holds within ``share`` of its bound."""
    for relation in RELATIONS:
        if _whole(relation, values):
            try:
                computed = relation.solve[relation.weigh](values)
            except GeometryError:
                return False
            if abs(computed - values[relation.weigh]) > share * bound_for(relation.weigh):
                return False
    return True
