"""Putting a drawing made in bike millimetres onto paper millimetres."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from waymark.core.drawing.primitives import Circle, Command, Item, Label, Path
from waymark.core.marks import Mark


def placed(items: Iterable[Item], scale: float, origin: Mark, *, prefix: str = "") -> list[Item]:
    """``items`` scaled about their own origin and moved so that it lies at ``origin``."""
    return [_place(item, scale, origin, prefix) for item in items]


def _place(item: Item, scale: float, origin: Mark, prefix: str) -> Item:
    if isinstance(item, Path):
        return Path(tuple(_command(c, scale, origin) for c in item.commands), prefix + item.style)
    if isinstance(item, Circle):
        return Circle(origin + item.centre.scaled(scale), item.radius_mm * scale, prefix + item.style)
    return replace(item, at=origin + item.at.scaled(scale))


def _command(command: Command, scale: float, origin: Mark) -> Command:
    letter, args = command
    moved = tuple(value * scale + (origin.x_mm if i % 2 == 0 else origin.y_mm) for i, value in enumerate(args))
    return letter, moved


def paper_label(at: Mark, text: str, style: str, size_mm: float, anchor: str = "start") -> Label:
    """Words on paper at a type height in mm."""
    return Label(at, text, style, anchor, size_mm)  # type: ignore[arg-type]
