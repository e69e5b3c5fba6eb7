"""Between two sizes: each against the other point by point, and what each school would take (docs/formulas.md, Schools)."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.frame.kernels import reach_at_equal_height_mm
from waymark.core.rules.schools import SCHOOLS
from waymark.core.say import Length, Said, Size, Words, bare, say, term
from waymark.core.search.headroom import Room
from waymark.core.search.model import SizeResult


@dataclass(frozen=True, slots=True)
class Verdict:
    """What one school takes, of the first or the second size, and why here."""

    school: str
    label: str
    takes: int
    reason: Said


def larger_of(a: SizeResult, b: SizeResult) -> int:
    """0 where the first is the larger size, 1 where the second is: by stack, then by reach at equal height."""
    if abs(a.frame.stack_mm - b.frame.stack_mm) >= 1:
        return 0 if a.frame.stack_mm > b.frame.stack_mm else 1
    level = reach_at_equal_height_mm(b.frame.reach_mm, b.frame.stack_mm, a.frame.stack_mm, b.frame.head_angle_deg)
    return 0 if a.frame.reach_mm >= level else 1


def verdicts(a: SizeResult, b: SizeResult, room_a: Room, room_b: Room) -> tuple[Verdict, ...]:
    """The three schools on two sizes for one goal, the house's first.

    A school never takes a size that is out where the other is not; it then says so.
    """
    two, rooms = (a, b), (room_a, room_b)
    large = larger_of(a, b)
    made = []
    for choice in SCHOOLS["between"].choices:
        if choice.key == "headroom":
            takes = 0 if (room_a.total_mm, -a.miss_mm) >= (room_b.total_mm, -b.miss_mm) else 1
            reason = say(
                "{total} of room all round against {other_total}; {up} up and {down} down.",
                total=Length(rooms[takes].total_mm),
                other_total=bare(rooms[1 - takes].total_mm),
                up=bare(rooms[takes].up_mm),
                down=bare(rooms[takes].down_mm),
            )
        elif choice.key == "smaller":
            takes = 1 - large
            r, o = two[takes], two[large]
            reason = say(
                "Stem {length} against {other_length}, {spacers} of spacers against {other_spacers}; {up} left to rise.",
                length=Size(r.stem_stands.length_mm),
                other_length=Size(o.stem_stands.length_mm),
                spacers=Size(r.spacers_mm),
                other_spacers=Size(o.spacers_mm),
                up=bare(rooms[takes].up_mm),
            )
        else:
            takes = large
            higher = two[takes].frame.stack_mm - two[1 - takes].frame.stack_mm
            reason = say(
                "{higher} more stack; {up} left to rise against {other_up}.",
                higher=bare(higher),
                up=bare(rooms[takes].up_mm),
                other_up=bare(rooms[1 - takes].up_mm),
            )
        other = 1 - takes
        if two[takes].verdict == "out" and two[other].verdict != "out":
            takes, reason = other, say("{label} alone reaches the goal.", label=Words(two[other].frame.label))
        made.append(
            Verdict(
                choice.key, choice.label, takes, say("{reason} {school}", reason=reason, school=term(choice.reason))
            )
        )
    return tuple(made)
