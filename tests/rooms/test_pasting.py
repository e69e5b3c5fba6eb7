"""Pasted geometry charts: shapes, units, gaps, formulas, and the mapping that can be changed before it is taken."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.rooms.shelves.headings import HEADINGS, plain, quantity_of, unit_of
from waymark.rooms.shelves.pasting import MOST_LETTERS, read_table

WANT = {"stack_mm": [543.0, 563.0, 583.0], "reach_mm": [381.0, 388.0, 396.0], "head_angle_deg": [71.5, 72.0, 72.5],
        "seat_angle_deg": [74.0, 73.5, 73.0]}  # fmt: skip
LABELS = ["S", "M", "L"]

ACROSS_TABS = "Size\tS\tM\tL\nStack (mm)\t543\t563\t583\nReach (mm)\t381\t388\t396\nHead tube angle\t71.5°\t72°\t72.5°\nSeat tube angle\t74°\t73.5°\t73°"
DOWN_TABS = "Size\tStack\tReach\tHTA\tSTA\nS\t543\t381\t71.5\t74\nM\t563\t388\t72\t73.5\nL\t583\t396\t72.5\t73"
DOWN_SEMICOLONS_COMMAS = "Frame size;Stack [cm];Reach [cm];Head angle;Seat angle\nS;54,3;38,1;71,5;74\nM;56,3;38,8;72,0;73,5\nL;58,3;39,6;72,5;73,0"
ACROSS_COMMAS = "Geometry,S,M,L\nStack,543,563,583\nReach,381,388,396\nHead angle,71.5,72,72.5\nSeat angle,74,73.5,73"
ACROSS_SPACES = "Frame size      S      M      L\nA  Stack      543    563    583\nB  Reach      381    388    396\nC  Head tube angle   71,5   72   72,5\nD  Seat tube angle   74   73,5   73"
ACROSS_ONE_SPACE = (
    "Size S M L\nStack 543 563 583\nReach 381 388 396\nHead tube angle 71.5 72 72.5\nSeat tube angle 74 73.5 73"
)
BARS = "| Size | S | M | L |\n|------|---|---|---|\n| Stack | 543 mm | 563 mm | 583 mm |\n| Reach | 381 mm | 388 mm | 396 mm |\n| Head angle | 71.5° | 72° | 72.5° |\n| Seat angle | 74° | 73.5° | 73° |"
ONE_A_LINE = "Size\nS\nM\nL\nStack (mm)\n543\n563\n583\nReach (mm)\n381\n388\n396\nHead tube angle\n71.5\n72\n72.5\nSeat tube angle\n74\n73.5\n73"
UNIT_COLUMN = "Measure\tUnit\tS\tM\tL\nStack\tcm\t54.3\t56.3\t58.3\nReach\tcm\t38.1\t38.8\t39.6\nHead angle\t°\t71.5\t72\t72.5\nSeat angle\t°\t74\t73.5\t73"
# Nasty: prose above, letters and footnotes, two kinds of top tube, thousands points, a formula, words for nothing.
NASTY = """Our geometry, all sizes
\tS\tM\tL
a) Seat tube (c-t)\t480*\t510*\t540*
b) Top tube (horizontal) ¹\t535\t554\t574
c) Stack†\t543\t563\t583
d) Reach\t381\t388\t396
e) Head tube angle (°)\t71,5\t72,0\t72,5
f) Seat tube angle (°)\t74\t73,5\t73
g) Wheelbase\t1.012\t1.019\t1.027
h) Standover\tn/a\t–\t=SUM(A1:A9)
i) Handlebar width\t400\t420\t440
k) Wheel size\t700c\t700c\t700c
"""
# Nasty: inches with fractions, sizes down, a blank column, a repeated heading, cells that are two numbers.
NASTY_INCHES = (
    'Size\tStack (in)\tReach (")\t\tHead angle\tSeat angle\tReach\tHead tube\n'
    "S\t21 3/8\t15\t\t71.5\t74\t381\t4.5/5\nM\t22 3/16\t15 1/4\t\t72\t73.5\t388\t5.5\nL\t22 15/16\t15 5/8\t\t72.5\t73\t396\t6.5\n"
)


def look(client: TestClient, text: str, **more: Any) -> dict[str, Any]:
    """What the page is taken for."""
    answer = client.post("/api/shelves/frames/paste", json={"text": text, "kind": "gravel", **more})
    assert answer.status_code == 200, answer.text
    return answer.json()


def values(seen: dict[str, Any], quantity: str) -> list[float | None]:
    """The numbers read for a quantity."""
    return next(r["values"] for r in seen["rows"] if r["quantity"] == quantity)


@pytest.mark.parametrize(
    ("text", "across"),
    [
        (ACROSS_TABS, True),
        (DOWN_TABS, False),
        (DOWN_SEMICOLONS_COMMAS, False),
        (ACROSS_COMMAS, True),
        (ACROSS_SPACES, True),
        (ACROSS_ONE_SPACE, True),
        (BARS, True),
        (ONE_A_LINE, True),
        (UNIT_COLUMN, True),
        (NASTY, True),
    ],
)
def test_differently_shaped_charts_say_the_same(empty: TestClient, text: str, across: bool) -> None:
    seen = look(empty, text)
    assert seen["across"] is across
    assert [s["label"] for s in seen["sizes"]] == LABELS
    for quantity, want in WANT.items():
        assert values(seen, quantity) == pytest.approx(want), quantity
    assert all(s["made"] for s in seen["sizes"]), [s["trouble"] for s in seen["sizes"]]


def test_a_nasty_page_is_read_with_its_notes(empty: TestClient) -> None:
    seen = look(empty, NASTY)
    assert values(seen, "ett_mm") == [535, 554, 574]
    assert values(seen, "seat_tube_mm") == [480, 510, 540]
    assert values(seen, "wheelbase_mm") == [1012, 1019, 1027]
    assert values(seen, "bead_mm") == [622, 622, 622]
    standover = next(r for r in seen["rows"] if r["quantity"] == "standover_mm")
    assert standover["values"] == [None, None, None]
    assert "begins like a formula" in standover["note"]
    assert next(r for r in seen["rows"] if "Handlebar" in r["heading"])["quantity"] is None


def test_inches_fractions_gaps_and_a_heading_twice(empty: TestClient) -> None:
    seen = look(empty, NASTY_INCHES)
    assert values(seen, "stack_mm") == pytest.approx([542.9, 563.6, 582.6], abs=0.1)
    assert values(seen, "reach_mm") == pytest.approx([381, 387.4, 396.9], abs=0.1)
    again = [r for r in seen["rows"] if r["heading"] == "Reach"]
    assert [(r["quantity"], r["note"]) for r in again] == [(None, "the same again; left out")]
    head = next(r for r in seen["rows"] if r["quantity"] == "head_tube_mm")
    assert head["values"][0] is None
    assert "no single number" in head["note"]


def test_the_mapping_can_be_changed_before_it_is_taken(empty: TestClient) -> None:
    text = ACROSS_TABS + "\nLength\t530\t550\t570"
    seen = look(empty, text)
    at = next(i for i, r in enumerate(seen["rows"]) if r["heading"] == "Length")
    assert seen["rows"][at]["quantity"] is None
    seen = look(empty, text, meaning={str(at): "ett_mm", "0": ""})
    assert values(seen, "ett_mm") == [530, 550, 570]
    # Without its stack row the stack follows from the top tube, and is marked.
    chart = seen["sizes"][0]["made"]["size"]["chart"]
    assert "stack_mm" in chart["derived"]
    refused = empty.post("/api/shelves/frames/paste", json={"text": text, "meaning": {"0": "colour"}})
    assert refused.status_code == 422
    assert refused.json()["field"] == "meaning.0"


def test_a_chart_is_audited_named_and_kept(empty: TestClient) -> None:
    wrong = ACROSS_TABS + "\nEffective top tube\t536\t564\t574"
    seen = look(empty, wrong)
    marks = seen["sizes"][1]["made"]["audit"]
    assert any(m["field"] == "ett_mm" and m["mends_all"] and round(m["computed"]) == 555 for m in marks)
    unnamed = empty.post("/api/shelves/frames/paste", json={"text": wrong, "apply": True})
    assert (unnamed.status_code, unnamed.json()["field"]) == (422, "frame")
    kept = look(empty, wrong, frame="Pasted Fen", source="its maker", dated="2026-05", apply=True)
    assert (kept["added"], kept["replaced"]) == (3, 0)
    shelf = empty.get("/api/shelves/frames").json()
    assert [(s["size"]["frame"], s["size"]["size"], s["size"]["dated"]) for s in shelf][0] == (
        "Pasted Fen",
        "S",
        "2026-05",
    )
    assert "fork_length_mm" in shelf[0]["size"]["chart"]["assumed"]
    # Pasted again, the marks of stock that were made stay.
    empty.post(f"/api/shelves/frames/sizes/{shelf[0]['id']}/marks", json={"owned": True})
    assert look(empty, wrong, frame="Pasted Fen", apply=True)["replaced"] == 3
    assert all(s["size"]["owned"] for s in empty.get("/api/shelves/frames").json())


@pytest.mark.parametrize(
    "text", ["", "hello", "a\tb\tc", "one,two\nthree,four", "1\n2\n3\n4", "=1+1\t=2", "Stack\nReach"]
)
def test_what_is_no_chart_is_refused_in_words(empty: TestClient, text: str) -> None:
    answer = empty.post("/api/shelves/frames/paste", json={"text": text})
    assert answer.status_code == 422
    assert answer.json()["field"] == "text"


def test_a_book_is_refused_politely(empty: TestClient) -> None:
    answer = empty.post("/api/shelves/frames/paste", json={"text": "Stack 540 560\n" * (MOST_LETTERS // 10)})
    assert answer.status_code == 422
    assert "a book, not a chart" in answer.json()["message"]
    huge = empty.post("/api/shelves/frames/paste", content=b'{"text": "' + b"x" * 50_000_000 + b'"}')
    assert huge.status_code == 413
    assert huge.json()["code"] == "too_large"


@given(st.text(alphabet=st.sampled_from("Stack Reach\t\n;,|0123456789.=-+°()mcin"), max_size=300))
def test_any_page_is_a_table_or_refused(text: str) -> None:
    try:
        table = read_table(text)
    except InputError as wrong:
        assert wrong.field == "text"
        return
    assert all(len(row) == len(table.labels) for row in table.cells)


@pytest.mark.parametrize(("quantity", "words"), [(q, w) for q, every in HEADINGS.items() for w in every])
def test_every_known_heading_is_found_under_letters_units_and_marks(quantity: str, words: str) -> None:
    for dressed in (words, words.upper(), f"{words} (mm)", f"{words} [cm]*", f"b) {words}"):
        assert quantity_of(dressed) == quantity, dressed


@pytest.mark.parametrize(
    ("words", "unit"),
    [("Stack (mm)", "mm"), ("Reach cm", "cm"), ('Length "', "in"), ("Head angle °", "deg"), ("Reach", None)],
)
def test_units_in_headings(words: str, unit: str | None) -> None:
    assert unit_of(words) == unit
    assert "(" not in plain(words)
