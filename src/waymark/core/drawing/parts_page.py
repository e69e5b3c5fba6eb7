"""The parts list as pages: what is bought, asked, at hand and kept, and what goes together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waymark.core.drawing.card import wrapped
from waymark.core.drawing.primitives import DisplayList, Label, line
from waymark.core.marks import Mark

LEFT_MM, RIGHT_MM, TOP_MM, BOTTOM_MM = 16.0, 194.0, 281.0, 16.0
NAME_MM, BAND_MM, NOTE_MM = 58.0, 112.0, 122.0
ROW_MM, NOTE_ROW_MM = 6.4, 4.2
NOTE_LETTERS = 44


@dataclass(frozen=True, slots=True)
class PartsRow:
    """A line in words: what, its name with how many, its price in bands, and what is to be asked or watched."""

    what: str
    name: str
    band: str
    note: str


@dataclass(frozen=True, slots=True)
class PartsGroup:
    """Lines under one heading."""

    heading: str
    rows: tuple[PartsRow, ...]


def parts_pages(title: str, bike: str, under: str, groups: Sequence[PartsGroup]) -> list[DisplayList]:
    """The list from the top down, over as many A4 pages as it takes; a group's heading stays with its first line."""
    pages = [_headed(title, bike, under)]
    y = TOP_MM - 26
    for group in groups:
        if not group.rows:
            continue
        if y - 16 - _tall(group.rows[0]) < BOTTOM_MM:
            pages.append(_headed(title, bike, under))
            y = TOP_MM - 26
        y -= 9
        pages[-1].add(Label(Mark(LEFT_MM, y), group.heading, "strong", size_mm=4.6))
        pages[-1].add(line(Mark(LEFT_MM, y - 1.8), Mark(RIGHT_MM, y - 1.8), "rule"))
        y -= 1.8
        for row in group.rows:
            if y - _tall(row) < BOTTOM_MM:
                pages.append(_headed(title, bike, under))
                y = TOP_MM - 26
            y = _row(pages[-1], row, y)
    return pages


def _headed(title: str, bike: str, under: str) -> DisplayList:
    page = DisplayList()
    page.add(Label(Mark(LEFT_MM, TOP_MM - 8), title, "strong", size_mm=8))
    page.add(Label(Mark(RIGHT_MM, TOP_MM - 8), bike, "plain", "end", 4.6))
    page.add(Label(Mark(LEFT_MM, TOP_MM - 15), under, "plain", size_mm=3.4))
    return page


def _tall(row: PartsRow) -> float:
    return max(ROW_MM, 2.2 + NOTE_ROW_MM * len(wrapped(row.note, NOTE_LETTERS)))


def _row(page: DisplayList, row: PartsRow, top: float) -> float:
    """One line with a box to tick; gives back where the next begins."""
    y, size = top - 4.6, 3.5
    page.add(Label(Mark(LEFT_MM, y), row.what, "plain", size_mm=size))
    page.add(Label(Mark(NAME_MM, y), row.name, "strong", size_mm=size))
    page.add(Label(Mark(BAND_MM, y), row.band, "figure", size_mm=size))
    for i, text in enumerate(wrapped(row.note, NOTE_LETTERS)):
        page.add(Label(Mark(NOTE_MM, y - i * NOTE_ROW_MM), text, "plain", size_mm=3.1))
    low = top - _tall(row)
    page.add(line(Mark(LEFT_MM, low), Mark(RIGHT_MM, low), "fine"))
    return low
