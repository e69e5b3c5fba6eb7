"""A published chart made whole: what follows is derived and marked, what is still missing is assumed and marked.

Makers leave numbers out. From those given the rest is derived where the relations of ``derive`` allow; what a
search and a drawing still need is taken from the house's usual frame of that use, one number at a time, and
never silently: each such number is named.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.errors import GeometryError, InputError
from waymark.core.frame.derive import Disagreement, derive
from waymark.core.frame.relations import UNSAID, Kinds
from waymark.core.rules.house import HouseDefault
from waymark.core.say import say, term

# Without these nothing can be drawn or searched; in this order they are assumed where nothing gives them.
ASSUMABLE = (
    "fork_offset_mm", "fork_length_mm", "bb_drop_mm", "chainstay_mm", "seat_tube_mm",
)  # fmt: skip
NEEDED = (
    "stack_mm", "reach_mm", "head_angle_deg", "seat_angle_deg", "seat_tube_mm", "head_tube_mm",
    "fork_length_mm", "fork_offset_mm", "bb_drop_mm", "chainstay_mm", "front_centre_mm",
)  # fmt: skip
CHARTED = (*NEEDED, "ett_mm", "wheelbase_mm", "lower_cup_mm", "seat_angle_effective_deg", "effective_at_mm")
# Radii of wheels that differ, without which the BB drop is not the same at both axles.
WHEELS = ("wheel_radius_mm", "rear_wheel_radius_mm")


def _usual(fork: float, offset: float, drop: float, stay: float) -> dict[str, HouseDefault]:
    common = "Common on frames of this use; ask the maker."
    return {
        "fork_length_mm": HouseDefault(fork, "mm", common, "house"),
        "fork_offset_mm": HouseDefault(offset, "mm", common, "house"),
        "bb_drop_mm": HouseDefault(drop, "mm", common, "house"),
        "chainstay_mm": HouseDefault(stay, "mm", common, "house"),
        "seat_tube_mm": HouseDefault(500, "mm", common, "house"),
    }


USUAL: dict[str, dict[str, HouseDefault]] = {
    "road": _usual(370, 45, 71, 410),
    "endurance": _usual(376, 48, 75, 418),
    "gravel": _usual(396, 50, 75, 430),
    "cyclocross": _usual(393, 47, 66, 425),
    "cross-country": _usual(508, 44, 58, 436),
    "trail": _usual(543, 44, 36, 438),
    "city": _usual(400, 52, 67, 455),
    "time-trial": _usual(370, 43, 72, 406),
}


@dataclass(frozen=True, slots=True)
class Chart:
    """A whole chart: every number, which of them were derived, which assumed, and which disagree.

    ``kinds`` is how front centre, stays and fork are measured in it.
    """

    values: dict[str, float]
    derived: tuple[str, ...]
    assumed: tuple[str, ...]
    disagreements: tuple[Disagreement, ...]
    kinds: Kinds


def complete(given: Mapping[str, float], kind: str, kinds: Kinds = UNSAID) -> Chart:
    """The chart made whole for a frame of use ``kind``, mm and degrees as in ``derive``.

    Where only the effective seat angle stands there the tube is taken as straight, and said to be.

    Raises ``InputError`` naming what is missing where stack, reach or an angle neither stands there nor
    follows, ``GeometryError`` where nothing real can have these numbers.
    """
    known = {k: v for k, v in given.items() if k in (*CHARTED, *WHEELS)}
    first = derive(known, kinds)
    kinds = first.kinds
    values = dict(first.values)
    assumed = ["effective_at_mm"] if "effective_at_mm" in first.assumed else []
    if "seat_angle_deg" not in values and "seat_angle_effective_deg" in values:
        values["seat_angle_deg"] = values["seat_angle_effective_deg"]
        assumed.append("seat_angle_deg")
    for name in ("head_angle_deg", "seat_angle_deg", "stack_mm", "reach_mm"):
        # Never from an assumed fork: its guess would be a centimetre of stack.
        if name not in values:
            raise InputError(
                say(
                    "The chart gives no {what}, and it does not follow from what stands there.", what=term(_words(name))
                ),
                field=name,
                allowed=_FOLLOWS[name],
            )
    derived = [d for d in first.derived if d in CHARTED]
    for name in ASSUMABLE:
        if name in values or all(n in values for n in NEEDED):
            continue
        values[name] = USUAL[kind][name].value
        assumed.append(name)
        again = derive({k: v for k, v in values.items() if k in (*CHARTED, *WHEELS)}, kinds)
        derived += [d for d in again.derived if d in CHARTED and d not in derived]
        values = dict(again.values)
    return Chart(values, tuple(derived), tuple(assumed), first.disagreements, kinds)


_FOLLOWS = {
    "head_angle_deg": "the angle itself, or stack, fork and head tube",
    "seat_angle_deg": "the angle itself, or effective top tube, reach and stack",
    "stack_mm": "stack, or head tube with fork length, offset and BB drop",
    "reach_mm": "reach, or effective top tube with stack, or front centre with the fork",
}


def _words(name: str) -> str:
    return name.removesuffix("_mm").removesuffix("_deg").replace("_", " ")


def check_kinked(effective_deg: float | None, at_mm: float | None) -> None:
    """An effective seat angle and the height it holds at come together; raises ``GeometryError``."""
    if (effective_deg is None) != (at_mm is None):
        raise GeometryError(
            "An effective seat angle holds at a height: give both or neither.",
            field="effective_at_mm" if at_mm is None else "seat_angle_effective_deg",
        )
