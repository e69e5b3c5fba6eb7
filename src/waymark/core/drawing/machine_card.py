"""A card for an indoor bike, to be read from two metres: one rider a page, a figure as tall as a hand for each slider."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.drawing.primitives import DisplayList, Label, line
from waymark.core.marks import Mark

LEFT_MM, RIGHT_MM, TOP_MM = 14.0, 196.0, 283.0
FIGURE_MM = 34.0
ROW_MM = 54.0


@dataclass(frozen=True, slots=True)
class MachineCard:
    """One rider's page: their name, the machine's, a line of how it fits, and (what, figure, what is left) a slider."""

    rider: str
    machine: str
    says: str
    rows: tuple[tuple[str, str, str], ...]


def card_page(card: MachineCard, foot: str) -> DisplayList:
    """The page, from the top down; at most five sliders and the crank stand on it, two a row past four."""
    page = DisplayList()
    page.add(Label(Mark(LEFT_MM, TOP_MM - 12), card.rider, "strong", size_mm=12))
    page.add(Label(Mark(RIGHT_MM, TOP_MM - 12), card.machine, "plain", "end", 5))
    page.add(Label(Mark(LEFT_MM, TOP_MM - 21), card.says, "plain", size_mm=4.4))
    page.add(line(Mark(LEFT_MM, TOP_MM - 25), Mark(RIGHT_MM, TOP_MM - 25), "rule"))
    across = 1 if len(card.rows) <= 4 else 2
    wide = (RIGHT_MM - LEFT_MM) / across
    for i, (what, figure, left) in enumerate(card.rows):
        x, y = LEFT_MM + (i % across) * wide, TOP_MM - 25 - (i // across + 1) * ROW_MM
        page.add(Label(Mark(x, y + 42), what, "strong", size_mm=6))
        page.add(Label(Mark(x, y + 8), figure, "figure-strong", size_mm=FIGURE_MM))
        page.add(Label(Mark(x, y + 2), left, "plain", size_mm=4))
        page.add(line(Mark(x, y - 2), Mark(x + wide - 6, y - 2), "fine"))
    page.add(Label(Mark(LEFT_MM, 14), foot, "plain", size_mm=3.6))
    return page


def card_pages(cards: Sequence[MachineCard], foot: str) -> list[DisplayList]:
    """A page a rider."""
    return [card_page(card, foot) for card in cards]
