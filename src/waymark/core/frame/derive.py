"""What follows from a chart's numbers, and where they contradict each other (handbook 4, chart audit).

A frame's numbers hang together in four relations. Each relation can give any one of its numbers from the
others. Unknown numbers are derived best-conditioned first, until nothing more follows. Where a relation
has all its numbers given, each is computed from the others and compared.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from math import asin, atan2, cos, degrees, hypot, radians, sin, sqrt, tan

from waymark.core.errors import GeometryError
from waymark.core.frame import kernels

LENGTH_BOUND_MM = 4.0
ANGLE_BOUND_DEG = 0.5

Known = Mapping[str, float]
Solver = Callable[[Known], float]


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
    """All numbers known or derived; which were derived, which assumed, and what disagrees."""

    values: dict[str, float]
    derived: tuple[str, ...]
    assumed: tuple[str, ...]
    disagreements: tuple[Disagreement, ...]


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


def _along(k: Known) -> float:
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
    return sqrt(along**2 + k["fork_offset_mm"] ** 2)


def _front_x(k: Known) -> float:
    return kernels.level_part_mm(k["front_centre_mm"], k["bb_drop_mm"], "front_centre_mm")


def _rear_x(k: Known) -> float:
    return kernels.level_part_mm(k["chainstay_mm"], k["bb_drop_mm"], "chainstay_mm")


def _offset_of(k: Known) -> tuple[float, float, float]:
    """Steering-axis lean, offset and the axis length needed to lift the head tube's top to the stack."""
    theta = radians(k["head_angle_deg"])
    return cos(theta), sin(theta), _axis_from_stack(k)


def _reach_from_front(k: Known) -> float:
    _, _, axis = _offset_of(k)
    return kernels.reach_from_front_mm(_front_x(k), axis, k["fork_offset_mm"], k["head_angle_deg"])


def _front_centre_from_reach(k: Known) -> float:
    c, s, axis = _offset_of(k)
    return sqrt((k["reach_mm"] + axis * c + k["fork_offset_mm"] * s) ** 2 + k["bb_drop_mm"] ** 2)


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
    """The effective seat angle and its height where the chart gives them (handbook 4, tube kinked)."""
    effective, at = k.get("seat_angle_effective_deg"), k.get("effective_at_mm")
    return None if effective is None or at is None else (effective, at)


def _ett(k: Known) -> float:
    kinked = _kinked(k)
    if kinked is None:
        return kernels.ett_mm(k["reach_mm"], k["stack_mm"], k["seat_angle_deg"])
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
    if abs(at - k["stack_mm"]) < 1:
        raise GeometryError("At this height the actual seat angle leaves no trace.", field="seat_angle_deg")
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
            "front_centre_mm": lambda k: sqrt((k["wheelbase_mm"] - _rear_x(k)) ** 2 + k["bb_drop_mm"] ** 2),
            "chainstay_mm": lambda k: sqrt((k["wheelbase_mm"] - _front_x(k)) ** 2 + k["bb_drop_mm"] ** 2),
            "bb_drop_mm": lambda k: kernels.drop_from_triangle_mm(
                k["front_centre_mm"], k["chainstay_mm"], k["wheelbase_mm"]
            ),
        },
    ),
)  # fmt: skip

# The front-centre relation also needs the BB drop, which it can only find by iteration: it is not solved for.
_ALSO_NEEDED = {"front centre from reach": ("bb_drop_mm",)}


def _needs(relation: Relation, target: str) -> tuple[str, ...]:
    rest = tuple(f for f in relation.fields if f != target)
    return rest + _ALSO_NEEDED.get(relation.name, ())


def bound_for(field: str) -> float:
    """The house bound for a disagreement: 4 mm, or 0.5 degrees."""
    return ANGLE_BOUND_DEG if field.endswith("_deg") else LENGTH_BOUND_MM


def derive(given: Mapping[str, float]) -> Derivation:
    """Every number that follows from ``given``, and where the given ones disagree.

    ``given`` maps any of stack_mm, reach_mm, head_angle_deg, seat_angle_deg, ett_mm, head_tube_mm,
    fork_length_mm, fork_offset_mm, lower_cup_mm, bb_drop_mm, chainstay_mm, front_centre_mm, wheelbase_mm,
    wheel_radius_mm to mm or degrees; seat_angle_effective_deg with effective_at_mm where the tube is kinked or
    off the BB. A lower cup that is not given is taken as 0, an integrated bearing,
    and named in ``assumed``. Raises ``GeometryError`` where nothing real can have these numbers.
    """
    values = dict(given)
    assumed: list[str] = []
    if "lower_cup_mm" not in values:
        values["lower_cup_mm"] = 0.0
        assumed.append("lower_cup_mm")
    derived = _fill(values)
    if {"wheel_radius_mm", "fork_offset_mm", "head_angle_deg"} <= values.keys():
        trail = kernels.trail_mm(
            values["wheel_radius_mm"], values["fork_offset_mm"], values["head_angle_deg"]
        )
        values["trail_mm"] = trail
        values["flop_mm"] = kernels.flop_mm(trail, values["head_angle_deg"])
        derived += ["trail_mm", "flop_mm"]
    return Derivation(values, tuple(derived), tuple(assumed), _audit(given, values))


def _fill(values: dict[str, float]) -> list[str]:
    derived: list[str] = []
    moved = True
    while moved:
        moved = False
        # The audited number of each relation is its best-conditioned one: take those first.
        for best_only in (True, False):
            for relation in RELATIONS:
                for target, solver in relation.solve.items():
                    if target in values or (best_only and target != relation.weigh):
                        continue
                    if all(need in values for need in _needs(relation, target)):
                        values[target] = solver(values)
                        derived.append(target)
                        moved = True
            if moved:
                break
    return derived


def _audit(given: Mapping[str, float], values: Mapping[str, float]) -> tuple[Disagreement, ...]:
    """Compare each fully given relation with itself; a shared field of all broken ones is the likely misprint."""
    stated = dict(given)
    stated.setdefault("lower_cup_mm", values["lower_cup_mm"])
    broken: list[Relation] = []
    for relation in RELATIONS:
        if all(f in stated for f in (*relation.fields, *_ALSO_NEEDED.get(relation.name, ()))):
            computed = relation.solve[relation.weigh](stated)
            if abs(computed - stated[relation.weigh]) > bound_for(relation.weigh):
                broken.append(relation)
    found: list[Disagreement] = []
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
                    Disagreement(field, stated[field], computed, _needs(relation, field), _settles(mended))
                )
    return tuple(sorted(found, key=lambda d: not d.mends_all))


def _settles(values: Mapping[str, float]) -> bool:
    for relation in RELATIONS:
        if all(f in values for f in (*relation.fields, *_ALSO_NEEDED.get(relation.name, ()))):
            try:
                computed = relation.solve[relation.weigh](values)
            except GeometryError:
                return False
            if abs(computed - values[relation.weigh]) > bound_for(relation.weigh):
                return False
    return True
