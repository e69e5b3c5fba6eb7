"""Neutral display lists in mm, x forward and y up. They know no writer: screen and paper read the same list.

A ``style`` names what a thing is (``tyre``, ``tube``, ``cloth``); each writer has its own table of what that
looks like. Order is paint order.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from math import cos, hypot, radians, sin
from typing import Literal

from waymark.core.marks import Mark

Command = tuple[str, tuple[float, ...]]
Anchor = Literal["start", "middle", "end"]


@lru_cache(maxsize=256)
def _notation(shape: tuple[tuple[str, int], ...]) -> str:
    """The template of a path: its letters, and how many numbers follow each."""
    return " ".join(letter + " ".join(["%.2f"] * count) for letter, count in shape)


@dataclass(frozen=True, slots=True)
class Path:
    """An outline of moves M, lines L, cubic curves C and closings Z, absolute."""

    commands: tuple[Command, ...]
    style: str

    def d(self) -> str:
        """The commands in the common path notation, to a hundredth of a mm."""
        numbers = tuple(v for _, a in self.commands for v in a)
        return (_notation(tuple((c, len(a)) for c, a in self.commands)) % numbers).replace(".00", "")


@dataclass(frozen=True, slots=True)
class Circle:
    """A circle."""

    centre: Mark
    radius_mm: float
    style: str


@dataclass(frozen=True, slots=True)
class Label:
    """Words at a point; ``size_mm`` the type's height on paper, 0 where the writer's style decides."""

    at: Mark
    text: str
    style: str
    anchor: Anchor = "start"
    size_mm: float = 0.0


Item = Path | Circle | Label


@dataclass(slots=True)
class DisplayList:
    """Items in paint order."""

    items: list[Item] = field(default_factory=list)

    def add(self, *items: Item) -> None:
        """Paint more on top."""
        self.items.extend(items)

    def extend(self, items: Iterable[Item]) -> None:
        """Paint many more on top."""
        self.items.extend(items)

    def bounds(self) -> tuple[float, float, float, float]:
        """Least x, least y, greatest x, greatest y of paths' points and circles."""
        xs: list[float] = []
        ys: list[float] = []
        for item in self.items:
            if isinstance(item, Circle):
                xs += [item.centre.x_mm - item.radius_mm, item.centre.x_mm + item.radius_mm]
                ys += [item.centre.y_mm - item.radius_mm, item.centre.y_mm + item.radius_mm]
            elif isinstance(item, Path):
                for _, args in item.commands:
                    xs += args[0::2]
                    ys += args[1::2]
        if not xs:
            return 0.0, 0.0, 0.0, 0.0
        return min(xs), min(ys), max(xs), max(ys)


def polyline(points: Sequence[Mark], style: str, *, closed: bool = False) -> Path:
    """Straight lines through ``points``."""
    commands: list[Command] = [("M", (points[0].x_mm, points[0].y_mm))]
    commands += [("L", (p.x_mm, p.y_mm)) for p in points[1:]]
    if closed:
        commands.append(("Z", ()))
    return Path(tuple(commands), style)


def line(a: Mark, b: Mark, style: str) -> Path:
    """One straight line."""
    return polyline((a, b), style)


def smooth(points: Sequence[Mark], style: str, *, closed: bool = True, tension: float = 1.0) -> Path:
    """A smooth curve through ``points`` (Catmull and Rom's spline as cubic Béziers)."""
    # In plain numbers: a rider is drawn of hundreds of such curves at every edit.
    at, pull = [(p.x_mm, p.y_mm) for p in points], tension / 6
    through = [at[-1], *at, at[0], at[1]] if closed else [at[0], *at, at[-1]]
    commands: list[Command] = [("M", at[0])]
    for (x0, y0), (x1, y1), (x2, y2), (x3, y3) in zip(through, through[1:], through[2:], through[3:], strict=False):
        one = x1 + (x2 - x0) * pull, y1 + (y2 - y0) * pull
        two = x2 - (x3 - x1) * pull, y2 - (y3 - y1) * pull
        commands.append(("C", (*one, *two, x2, y2)))
    if closed:
        commands.append(("Z", ()))
    return Path(tuple(commands), style)


def taper(a: Mark, b: Mark, width_a_mm: float, width_b_mm: float, style: str) -> Path:
    """A straight tube seen from the side, wider or narrower at its end."""
    u = unit(b - a)
    n = Mark(-u.y_mm, u.x_mm)
    return polyline(
        (
            a + n.scaled(width_a_mm / 2),
            b + n.scaled(width_b_mm / 2),
            b - n.scaled(width_b_mm / 2),
            a - n.scaled(width_a_mm / 2),
        ),
        style,
        closed=True,
    )


def ribbon(centre: Sequence[Mark], widths_mm: Sequence[float], style: str) -> Path:
    """A bent tube: a smooth outline at half the width either side of a centre line."""
    left: list[Mark] = []
    right: list[Mark] = []
    for i, (point, width) in enumerate(zip(centre, widths_mm, strict=True)):
        u = unit(centre[min(i + 1, len(centre) - 1)] - centre[max(i - 1, 0)])
        n = Mark(-u.y_mm, u.x_mm).scaled(width / 2)
        left.append(point + n)
        right.append(point - n)
    there = smooth(left, style, closed=False).commands
    back = smooth(right[::-1], style, closed=False).commands
    joined = (*there, ("L", back[0][1]), *back[1:], ("Z", ()))
    return Path(joined, style)


def local(origin: Mark, along: Mark, points: Iterable[tuple[float, float]], scale: float = 1.0) -> list[Mark]:
    """Points given along a unit direction and to its left, as marks."""
    ox, oy, ax, ay = origin.x_mm, origin.y_mm, along.x_mm * scale, along.y_mm * scale
    return [Mark(ox + ax * x - ay * y, oy + ay * x + ax * y) for x, y in points]


def arc_points(centre: Mark, radius_mm: float, from_deg: float, to_deg: float, steps: int) -> list[Mark]:
    """Points along an arc, angles above the forward horizontal."""
    angles = [radians(from_deg + (to_deg - from_deg) * i / steps) for i in range(steps + 1)]
    return [centre + Mark(cos(a), sin(a)).scaled(radius_mm) for a in angles]


def circle_path(centre: Mark, radius_mm: float) -> tuple[Command, ...]:
    """A circle as four curves, for rings with a hole."""
    k = 0.5522847498 * radius_mm
    x, y, r = centre.x_mm, centre.y_mm, radius_mm
    return (
        ("M", (x + r, y)),
        ("C", (x + r, y + k, x + k, y + r, x, y + r)),
        ("C", (x - k, y + r, x - r, y + k, x - r, y)),
        ("C", (x - r, y - k, x - k, y - r, x, y - r)),
        ("C", (x + k, y - r, x + r, y - k, x + r, y)),
        ("Z", ()),
    )


def ring(centre: Mark, outer_mm: float, inner_mm: float, style: str) -> Path:
    """The area between two circles (drawn with the even-odd rule)."""
    return Path((*circle_path(centre, outer_mm), *circle_path(centre, inner_mm)), style)


def unit(vector: Mark) -> Mark:
    """The direction of ``vector``; forward where it has no length."""
    long = hypot(vector.x_mm, vector.y_mm)
    return vector.scaled(1 / long) if long > 1e-9 else Mark(1.0, 0.0)
