"""The relations that tie a frame's numbers, each solved for any of its numbers.

Numbers are mm and degrees by their names; beside them stand marks (``LEVEL``…) for lengths that the chart measures in
another way. To add a relation, add its solvers and a ``Relation``; ``derive`` and its audit then use it.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from math import asin, atan2, cos, degrees, hypot, radians, sin, sqrt, tan
from typing import Literal

from waymark.core.errors import GeometryError
from waymark.core.frame import kernels
from waymark.core.say import Said, bare, say, tenths

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


# Nothing said of how lengths are measured; all of them straight.
UNSAID = Kinds()
STRAIGHT = Kinds("straight", "straight", "straight")


@dataclass(frozen=True, slots=True)
class Open:
    """A number that the others leave open, the values it may have, and why."""

    field: str
    candidates: tuple[float, ...]
    why: Said


class OpenError(GeometryError):
    """A relation that holds this number too loosely to give it."""

    def __init__(self, field: str, candidates: tuple[float, ...], why: Said) -> None:
        super().__init__(why, field=field)
        self.open = Open(field, candidates, why)


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
FRONT_LEVEL, REAR_LEVEL, FORK_ALONG = "front centre level", "chainstay level", "fork along"


def _along(k: Known) -> float:
    if FORK_ALONG in k:
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
    return along if FORK_ALONG in k else hypot(along, k["fork_offset_mm"])


def rear_drop(k: Known) -> float:
    """BB below the rear axle: a smaller rear wheel has its axle lower."""
    front = k.get("wheel_radius_mm")
    rear = k.get("rear_wheel_radius_mm", front)
    return k["bb_drop_mm"] + (0.0 if front is None or rear is None else rear - front)


def front_x(k: Known) -> float:
    """Front axle ahead of the BB, level."""
    if FRONT_LEVEL in k:
        return k["front_centre_mm"]
    return kernels.level_part_mm(k["front_centre_mm"], k["bb_drop_mm"], "front_centre_mm")


def rear_x(k: Known) -> float:
    """Rear axle behind the BB, level."""
    if REAR_LEVEL in k:
        return k["chainstay_mm"]
    return kernels.level_part_mm(k["chainstay_mm"], rear_drop(k), "chainstay_mm")


def _front_of(k: Known, front_x: float) -> float:
    """Front centre as the chart gives it, from its level part."""
    return front_x if FRONT_LEVEL in k else hypot(front_x, k["bb_drop_mm"])


def _rear_of(k: Known, rear_x: float) -> float:
    return rear_x if REAR_LEVEL in k else hypot(rear_x, rear_drop(k))


def grain(value: float) -> float:
    """Half the last digit a number was printed to: 0.5 for whole ones."""
    for digits in range(4):
        if abs(value - round(value, digits)) < 1e-9:
            return float(0.5 * 10**-digits)
    return 0.0


def _drop_from_wheelbase(k: Known) -> float:
    """The BB drop as the height of the triangle BB and axles, where it is settled by the numbers' own rounding."""
    front, rear, base = k["front_centre_mm"], k["chainstay_mm"], k["wheelbase_mm"]
    if FRONT_LEVEL in k or REAR_LEVEL in k or "rear_wheel_radius_mm" in k:
        raise OpenError("bb_drop_mm", (), say("These level lengths say nothing of the BB drop."))
    slack = grain(front) + grain(rear) + grain(base)
    # A drop of d shortens the base by about d²/2·(1/front + 1/rear): twice that by what is left of it gives d².
    per = 2 / (1 / front + 1 / rear)
    if front + rear + slack < base:
        raise GeometryError("Front centre, chainstay and wheelbase make no triangle.", field="wheelbase_mm")
    least = sqrt(max(0.0, (front + rear - base - slack) * per))
    most = sqrt(max(0.0, front + rear - base + slack) * per)
    if most - least > DROP_OPEN_MM:
        why = say(
            "Rounding leaves the BB drop open between {least} and {most}: give it, or the fork.",
            least=bare(least),
            most=bare(most),
        )
        raise OpenError("bb_drop_mm", (round(least, 1), round(most, 1)), why)
    drop = kernels.drop_from_triangle_mm(front, rear, base)
    if drop > BB_ABOVE_MOST_MM:
        return drop
    fits = [d for d in (drop, -drop) if _front_holds({**k, "bb_drop_mm": d})]
    if len(fits) == 1:
        return fits[0]
    why = say(
        "The BB lies {drop} below the axles or as much above: these lengths are the same either way.", drop=tenths(drop)
    )
    raise OpenError("bb_drop_mm", (drop, -drop), why)


def _front_holds(k: Known) -> bool:
    """Whether the front centre agrees with reach, stack, head angle and offset; true where they are not known."""
    return front_off(k) <= LENGTH_BOUND_MM / 2


def front_off(k: Known) -> float:
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
    return kernels.reach_from_front_mm(front_x(k), axis, k["fork_offset_mm"], k["head_angle_deg"])


def _front_centre_from_reach(k: Known) -> float:
    c, s, axis = _offset_of(k)
    return _front_of(k, k["reach_mm"] + axis * c + k["fork_offset_mm"] * s)


def _offset_from_reach(k: Known) -> float:
    # x_f − R = axis·cos θ + o·sin θ with axis = (S − d + o·cos θ)/sin θ, so o·(cos²θ/sin θ + sin θ) = o/sin θ
    theta = radians(k["head_angle_deg"])
    rise = k["stack_mm"] - k["bb_drop_mm"]
    return (front_x(k) - k["reach_mm"] - rise / tan(theta)) * sin(theta)


def _stack_from_reach(k: Known) -> float:
    theta = radians(k["head_angle_deg"])
    run = front_x(k) - k["reach_mm"] - k["fork_offset_mm"] / sin(theta)
    return k["bb_drop_mm"] + run * tan(theta)


def _head_angle_from_reach(k: Known) -> float:
    # The steering axis passes the front axle at the offset: (x_f − R)·sin θ − (S − d)·cos θ = o.
    run, rise = front_x(k) - k["reach_mm"], k["stack_mm"] - k["bb_drop_mm"]
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
    if _at_stack(k):
        return (k["ett_mm"] - k["reach_mm"]) * tan(radians(k["seat_angle_effective_deg"]))
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
        why = say("So near the stack's height the actual seat angle leaves no trace: give it.")
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
            "wheelbase_mm": lambda k: front_x(k) + rear_x(k),
            "front_centre_mm": lambda k: _front_of(k, k["wheelbase_mm"] - rear_x(k)),
            "chainstay_mm": lambda k: _rear_of(k, k["wheelbase_mm"] - front_x(k)),
            "bb_drop_mm": _drop_from_wheelbase,
        },
    ),
)  # fmt: skip

# The front-centre relation also needs the BB drop, which it can only find by iteration: it is not solved for.
_ALSO_NEEDED = {"front centre from reach": ("bb_drop_mm",)}


def needs(relation: Relation, target: str, k: Known) -> tuple[str, ...]:
    """What ``target`` follows from by this relation, given how the chart measures."""
    rest = [f for f in relation.fields if f != target]
    if relation.name == "effective top tube" and _at_stack(k):
        rest = [f for f in rest if f != "seat_angle_deg"]
    if relation.name == "wheelbase from its halves" and FRONT_LEVEL in k and REAR_LEVEL in k:
        rest = [f for f in rest if f != "bb_drop_mm"]
    return tuple(rest) + _ALSO_NEEDED.get(relation.name, ())


def whole(relation: Relation, k: Known) -> bool:
    """Whether a relation has all its numbers, so that it can be audited."""
    return relation.weigh in k and all(f in k for f in needs(relation, relation.weigh, k))
