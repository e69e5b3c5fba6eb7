"""The page that goes home with the rider: what changed, what to watch, and the position itself as a code."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import groupby

from waymark.core.drawing.bike import bike_items
from waymark.core.drawing.card import wrapped
from waymark.core.drawing.cockpit import bar_items
from waymark.core.drawing.layers import layer_mark
from waymark.core.drawing.model import BikeDrawing
from waymark.core.drawing.place import paper_label as word
from waymark.core.drawing.place import placed
from waymark.core.drawing.primitives import DisplayList, Item, Path, line, polyline
from waymark.core.marks import Mark

LEFT_MM, RIGHT_MM, TOP_MM = 18.0, 192.0, 280.0
SCALE = 0.072
BIKE_AT = Mark(82.0, 200.0)
CODE_MM = 36.0
LETTERS = 92
ROW_MM, TYPE_MM = 5.3, 4.0


@dataclass(frozen=True, slots=True)
class Part:
    """A heading and its lines."""

    heading: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Handout:
    """All that the page says. ``before`` is the old bike and its marks where they were measured; ``labels`` stand by saddle
    and hand; ``squares`` are the code's, row by row from the top; ``legend`` names the two signs."""

    rider: str
    under: str
    bike: BikeDrawing
    marks: tuple[Mark, Mark]
    before: tuple[BikeDrawing, Mark, Mark] | None
    labels: tuple[str, str]
    legend: tuple[str, str]
    parts: tuple[Part, ...]
    code: str
    code_says: str
    squares: tuple[tuple[bool, ...], ...]


def handout_pages(it: Handout) -> list[DisplayList]:
    """One A4 page, the code at its foot; what finds no room on it goes on, part by part, to the next."""
    page = DisplayList()
    page.add(word(Mark(LEFT_MM, TOP_MM - 6), it.rider, "strong", 9.0))
    page.add(word(Mark(LEFT_MM, TOP_MM - 12.5), it.under, "plain", 3.6))
    page.add(line(Mark(LEFT_MM, TOP_MM - 15.5), Mark(RIGHT_MM, TOP_MM - 15.5), "rule"))
    _bike(page, it)
    _code(page, it)
    pages, y, low = [page], 168.0, 20 + CODE_MM
    for part in it.parts:
        if not part.lines:
            continue
        if y - _tall(part) < low:
            pages.append(DisplayList())
            y, low = TOP_MM, 16.0
        y = _part(pages[-1], part, y)
    return pages


def _tall(part: Part) -> float:
    return 9.5 + ROW_MM * sum(len(wrapped(text, LETTERS)) for text in part.lines)


def _bike(page: DisplayList, it: Handout) -> None:
    def on(point: Mark) -> Mark:
        return BIKE_AT + point.scaled(SCALE)

    page.extend(placed(bike_items(it.bike), SCALE, BIKE_AT, prefix="card-"))
    if it.before is not None:
        bike, saddle, hand = it.before
        # The old bar thin and dotted, so that the way it went is seen.
        page.extend(_restyled(placed(bar_items(bike), SCALE, BIKE_AT), "dots"))
        for mark in (saddle, hand):
            page.extend(layer_mark("now", on(mark), 1.3))
    for mark, label in zip(it.marks, it.labels, strict=True):
        page.extend(layer_mark("plan", on(mark), 1.3))
        anchor, x = ("end", -3.0) if mark is it.marks[0] else ("start", 6.0)
        for i, text in enumerate(wrapped(label, 26)):
            page.add(word(on(mark) + Mark(x, 6.5 - 4.6 * i), text, "strong", 3.8, anchor))
    x = 164.0
    for i, text in enumerate(it.legend if it.before is not None else it.legend[1:]):
        sign = "plan" if i == 1 or it.before is None else "now"
        page.extend(layer_mark("plan" if sign == "plan" else "now", Mark(x, 186.0 - 6 * i), 1.3))
        page.add(word(Mark(x + 4, 184.8 - 6 * i), text, "plain", 3.4))


def _restyled(items: Sequence[Item], style: str) -> list[Item]:
    return [replace(i, style=style) for i in items if isinstance(i, Path)]


def _part(page: DisplayList, part: Part, y: float) -> float:
    page.add(word(Mark(LEFT_MM, y - 5), part.heading, "strong", 4.6))
    page.add(line(Mark(LEFT_MM, y - 7), Mark(RIGHT_MM, y - 7), "fine"))
    y -= 7
    for text in part.lines:
        for i, row in enumerate(wrapped(text, LETTERS)):
            y -= ROW_MM
            if i == 0:
                page.add(polyline(_dash(Mark(LEFT_MM, y + 1.2)), "solid", closed=True))
            page.add(word(Mark(LEFT_MM + 4, y), row, "plain", TYPE_MM))
    return y - 2.5


def _dash(at: Mark) -> tuple[Mark, ...]:
    return at, at + Mark(2, 0), at + Mark(2, 0.5), at + Mark(0, 0.5)


def _code(page: DisplayList, it: Handout) -> None:
    """The squares, each row's runs as one box, and beside them the line itself."""
    size = CODE_MM / len(it.squares)
    top = 16.0 + CODE_MM
    for r, row in enumerate(it.squares):
        c = 0
        for dark, run in groupby(row):
            wide = len(list(run))
            if dark:
                a = Mark(LEFT_MM + c * size, top - r * size)
                corners = (a, a + Mark(wide * size, 0), a + Mark(wide * size, -size), a + Mark(0, -size))
                page.add(polyline(corners, "solid", closed=True))
            c += wide
    x = LEFT_MM + CODE_MM + 8
    y = top - 4
    for text in wrapped(it.code_says, 66):
        page.add(word(Mark(x, y), text, "plain", 3.6))
        y -= 4.7
    y -= 2
    for text in wrapped(it.code, 48):
        page.add(word(Mark(x, y), text, "figure", 3.8))
        y -= 5.2
