"""Pages of words: whatever there is to say, all of it stands on paper, in order and inside the margins."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_drawing import bike
from waymark.core.drawing.handout_page import CODE_MM, Handout, Part, handout_pages
from waymark.core.drawing.model import BikeDrawing
from waymark.core.drawing.parts_page import PartsGroup, PartsRow, parts_pages
from waymark.core.drawing.primitives import DisplayList, Label, Path

WORDS = st.lists(st.text("abcdefghij", min_size=1, max_size=11), min_size=1, max_size=40).map(" ".join)
ROWS = st.builds(
    PartsRow, what=WORDS.map(lambda w: w[:24]), name=WORDS.map(lambda w: w[:40]), band=st.just("3"), note=WORDS
)
GROUPS = st.lists(
    st.builds(
        PartsGroup, heading=st.sampled_from(["To buy", "To ask", "Kept"]), rows=st.lists(ROWS, max_size=25).map(tuple)
    ),
    min_size=1,
    max_size=4,
)


def labels(page: DisplayList) -> list[Label]:
    """A page's words in the order they were set."""
    return [i for i in page.items if isinstance(i, Label)]


@settings(max_examples=60)
@given(GROUPS)
def test_every_line_of_a_parts_list_stands_on_its_pages(groups: list[PartsGroup]) -> None:
    pages = parts_pages("Rider", "Bike", "Parts list", groups)
    said = [w for page in pages for label in labels(page) for w in label.text.split()]
    for group in groups:
        for row in group.rows:
            for text in (row.what, row.name, row.note):
                assert set(text.split()) <= set(said)
    for page in pages:
        assert all(10 <= x.at.y_mm <= 281 for x in labels(page))
        # No two lines of a column are set over each other.
        for x_mm in {label.at.x_mm for label in labels(page)}:
            heights = sorted(label.at.y_mm for label in labels(page) if label.at.x_mm == x_mm)
            assert all(b - a > 3 for a, b in pairwise(heights))
        # A heading is never the last word of a page.
        last = min(labels(page), key=lambda x: x.at.y_mm)
        assert last.text not in ("To buy", "To ask", "Kept")


def handout(parts: tuple[Part, ...], drawn: BikeDrawing) -> Handout:
    """A page about a bike."""
    squares = tuple(tuple((r * c) % 3 == 0 for c in range(21)) for r in range(21))
    return Handout(
        rider="Rider",
        under="Your position.",
        bike=drawn,
        marks=(drawn.saddle, drawn.hand),
        before=None,
        labels=("Saddle", "Hands"),
        legend=("before", "now"),
        parts=parts,
        code="WAYMARK1 S -196 700 H 570 653",
        code_says="The position itself.",
        squares=squares,
    )


@settings(max_examples=60)
@given(st.lists(st.lists(WORDS, max_size=8).map(tuple), min_size=1, max_size=5))
def test_nothing_of_a_handout_is_lost_and_its_code_keeps_its_place(lines: list[tuple[str, ...]]) -> None:
    parts = tuple(Part(f"Heading {i}", texts) for i, texts in enumerate(lines))
    pages = handout_pages(handout(parts, bike()))
    said = [w for page in pages for label in labels(page) for w in label.text.split()]
    for part in parts:
        for text in part.lines:
            assert set(text.split()) <= set(said)
        assert (part.heading.split()[1] in said) is bool(part.lines)
    # The words of the first page end above the squares; those of the others above the margin.
    for n, page in enumerate(pages):
        body = [x for x in labels(page) if x.size_mm == 4.0 and x.at.x_mm < 30]
        assert all(x.at.y_mm >= (18 + CODE_MM if n == 0 else 14) for x in body)


def test_the_squares_of_a_handout_are_those_of_its_code() -> None:
    one = handout((), bike())
    none = replace(one, squares=tuple(tuple(False for _ in row) for row in one.squares))
    with_code, without = (handout_pages(h)[0].items for h in (one, none))
    boxes = [i for i in with_code if isinstance(i, Path) and i not in without]
    # Dark squares side by side are one box: the area of all is that of the dark ones.
    area = 0.0
    for box in boxes:
        points = [args for letter, args in box.commands if letter in "ML"]
        xs, ys = [p[0] for p in points], [p[1] for p in points]
        area += (max(xs) - min(xs)) * (max(ys) - min(ys))
    dark = sum(sum(row) for row in one.squares)
    assert abs(area - dark * (CODE_MM / 21) ** 2) < 1e-6
