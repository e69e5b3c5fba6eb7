"""Several uses of one bike: what they have in common, and where they part (docs/formulas.md, Another use)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.say import Length, Said, say, term
from waymark.core.translate.uses import SHIFTS, Use

Coordinate = Literal["s_x_mm", "s_y_mm", "h_x_mm", "h_y_mm"]
COORDINATES: tuple[Coordinate, ...] = ("s_x_mm", "s_y_mm", "h_x_mm", "h_y_mm")
TOLERANCE_MM: dict[Coordinate, float] = {"s_x_mm": 3.0, "s_y_mm": 2.0, "h_x_mm": 5.0, "h_y_mm": 5.0}
_NAMES: dict[Coordinate, Said] = {
    "s_x_mm": say("the saddle fore and aft"), "s_y_mm": say("the saddle up and down"),
    "h_x_mm": say("the hands fore and aft"), "h_y_mm": say("the hands up and down"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Shared:
    """One coordinate: what the uses share, from ``least`` to ``greatest``, mm; where they do not meet, the gap's ends."""

    least_mm: float
    greatest_mm: float
    meets: bool


@dataclass(frozen=True, slots=True)
class Mixed:
    """The goal of a mix, each coordinate, whether two set-ups are called for, and what is changed between them."""

    saddle: Mark
    hand: Mark
    coordinates: dict[Coordinate, Shared]
    two_set_ups: bool
    quick_changes: tuple[Said, ...]


def mix(uses: Sequence[tuple[Use, float]], saddle: Mark, hand: Mark) -> Mixed:
    """The goal for ``uses`` with their shares, from the marks of a road endurance position.

    Each use gives each coordinate an interval from near to far, one with grips the saddle's alone, the trainer and time
    trials none; widened by the tolerance those that overlap meet. The goal is the mean of the middles by their shares, held
    inside what is shared. Raises ``InputError`` for no use, or a share that is none.
    """
    if not uses or any(share <= 0 for _, share in uses):
        raise InputError("Name at least one use, each with a share.", field="uses", allowed="shares above 0")
    base: dict[Coordinate, float] = {
        "s_x_mm": saddle.x_mm, "s_y_mm": saddle.y_mm, "h_x_mm": hand.x_mm, "h_y_mm": hand.y_mm,
    }  # fmt: skip
    goal, found, changes = {}, {}, []
    for name in COORDINATES:
        asked = [(use, share, *ends) for use, share in uses if (ends := _interval(use, name)) is not None]
        goal[name], found[name] = _met(base[name], asked, TOLERANCE_MM[name])
        if not found[name].meets:
            changes.append(_change(name, asked))
    apart, more = _apart(uses)
    return Mixed(
        Mark(goal["s_x_mm"], goal["s_y_mm"]),
        Mark(goal["h_x_mm"], goal["h_y_mm"]),
        found,
        bool(changes) or apart,
        (*changes, *more),
    )


def _interval(use: Use, name: Coordinate) -> tuple[float, float] | None:
    """From least to greatest, mm from the base; ``None`` where the use says nothing of it."""
    shift = SHIFTS.get(use)
    if shift is None:
        return None
    of = shift.saddle if name.startswith("s") else shift.hand
    if of is None:
        return None
    ends = (of.near.x_mm, of.far.x_mm) if "_x_" in name else (of.near.y_mm, of.far.y_mm)
    return min(ends), max(ends)


_Asked = tuple[Use, float, float, float]


def _met(base: float, asked: Sequence[_Asked], tolerance: float) -> tuple[float, Shared]:
    if not asked:
        return base, Shared(base - tolerance, base + tolerance, True)
    least = max(low for *_, low, _ in asked) - tolerance
    greatest = min(high for *_, high in asked) + tolerance
    mean = sum(share * (low + high) / 2 for _, share, low, high in asked) / sum(share for _, share, *_ in asked)
    if least <= greatest:
        return base + min(max(mean, least), greatest), Shared(base + least, base + greatest, True)
    return base + mean, Shared(base + greatest, base + least, False)


def _change(name: Coordinate, asked: Sequence[_Asked]) -> Said:
    """What is moved between the two uses that lie farthest apart."""
    low = min(asked, key=lambda a: a[2] + a[3])
    high = max(asked, key=lambda a: a[2] + a[3])
    by = (high[2] + high[3] - low[2] - low[3]) / 2
    return say(
        "{what}: {by} from {one} to {other}",
        what=_NAMES[name],
        by=Length(by),
        one=term(low[0].replace("_", " ")),
        other=term(high[0].replace("_", " ")),
    )


def _apart(uses: Sequence[tuple[Use, float]]) -> tuple[bool, list[Said]]:
    """What no set-up does both of: hoods and grips, and pads."""
    names = {use for use, _ in uses}
    hoods = any(use in SHIFTS and SHIFTS[use].hand is not None for use in names)
    grips = any(use in SHIFTS and SHIFTS[use].hand is None for use in names)
    said = [say("another bar: hoods and grips")] if hoods and grips else []
    pads = "time_trial" in names and len(names - {"trainer"}) > 1
    said += [say("pads on, and the saddle forward")] if pads else []
    return bool(said), said
