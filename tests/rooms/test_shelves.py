"""Shelves: files in and out, bad lines named one by one, formula cells never run."""

from __future__ import annotations

import csv
import io

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.demo import demo_shelves
from waymark.rooms.shelves import FRAME_COLUMNS, PART_COLUMNS, read_frames, read_parts
from waymark.rooms.shelves.csvio import write_frames, write_parts
from waymark.rooms.shelves.parts import PART_MODELS
from waymark.rooms.shelves.service import audited

FRAMES, PARTS = demo_shelves()
HEAD, FIRST = FRAMES.splitlines()[:2]


def test_the_demo_shelves_are_whole() -> None:
    frames, bad = read_frames(FRAMES)
    parts, bad_parts = read_parts(PARTS)
    assert bad == []
    assert bad_parts == []
    by_frame: dict[str, int] = {}
    for size in frames:
        by_frame[size.frame] = by_frame.get(size.frame, 0) + 1
    assert len(by_frame) >= 40
    assert len(frames) >= 250
    assert all(n >= 3 for n in by_frame.values())
    assert {f.kind for f in frames} == {
        "road",
        "endurance",
        "gravel",
        "cyclocross",
        "cross-country",
        "trail",
        "city",
        "time-trial",
    }
    kinds = [p.kind for p in parts]
    assert kinds.count("stem") >= 120
    assert kinds.count("drop_bar") + kinds.count("flat_bar") >= 30
    assert kinds.count("cockpit") >= 15
    assert kinds.count("post") >= 12
    assert kinds.count("saddle") >= 20
    assert set(kinds) == set(PART_MODELS)


def test_the_demo_charts_agree_with_themselves() -> None:
    sizes = read_frames(FRAMES)[0]
    for size, marks in zip(sizes, audited(sizes), strict=True):
        assert marks == [], size.label
        assert audited([size]) == [[]], size.label


def test_files_come_back_as_they_went() -> None:
    frames, _ = read_frames(FRAMES)
    parts, _ = read_parts(PARTS)
    assert write_frames(frames) == FRAMES
    assert write_parts(parts) == PARTS
    assert read_frames("\ufeff" + FRAMES)[0] == frames


def line(**cells: str) -> str:
    """The first demo line with some cells changed."""
    names = HEAD.split(",")
    row = FIRST.replace('"invented, spring 2026"', "invented").split(",")
    for name, value in cells.items():
        row[names.index(name)] = value
    return ",".join(row)


@pytest.mark.parametrize(
    ("cells", "column"),
    [
        ({"head_angle_deg": "700"}, "head_angle_deg"),
        ({"stack_mm": "tall"}, "stack_mm"),
        ({"stack_mm": "nan"}, "stack_mm"),
        ({"stack_mm": "", "reach_mm": "", "fork_length_mm": ""}, "stack_mm"),
        ({"kind": "unicycle"}, "kind"),
        ({"chainstay_mm": "-410"}, "chainstay_mm"),
        ({"frame": "=HYPERLINK(1)"}, "frame"),
        ({"source": "@SUM(A1)"}, "source"),
        ({"frame": "+cmd|x"}, "frame"),
    ],
)
def test_a_bad_line_is_named_and_the_rest_stays_on_offer(cells: dict[str, str], column: str) -> None:
    good, bad = read_frames("\n".join([HEAD, line(size="A"), line(**cells), line(size="B")]))
    assert [g.size for g in good] == ["A", "B"]
    assert len(bad) == 1
    assert (bad[0].line, bad[0].column) == (3, column)
    assert bad[0].reason


def test_cells_missing_or_too_many() -> None:
    _, bad = read_frames(f"{HEAD}\n{FIRST},extra\nonly,two")
    assert [b.line for b in bad] == [2, 3]
    assert "cells where the heading has" in bad[0].reason


@pytest.mark.parametrize("text", ["", "frame,size,colour\n", "stack_mm,stack_mm\n1,2"])
def test_a_wrong_heading_is_refused_whole(text: str) -> None:
    with pytest.raises(InputError) as wrong:
        read_frames(text)
    assert wrong.value.field == "line 1"


def test_an_open_quote_is_told() -> None:
    good, bad = read_frames(f'{HEAD}\n{FIRST}\n"open')
    assert len(good) == 1
    assert "not readable" in bad[-1].reason


@given(st.text(max_size=400))
def test_any_text_is_read_or_refused_never_worse(text: str) -> None:
    for read in (read_frames, read_parts):
        try:
            read(text)
        except InputError as wrong:
            assert wrong.field == "line 1"


@given(st.text(alphabet="=+-@'ab ,\"\n", min_size=1, max_size=12).filter(lambda t: t.strip()))
def test_no_written_cell_begins_like_a_formula(name: str) -> None:
    size = read_frames(FRAMES)[0][0].model_copy(update={"frame": name.strip()})
    _, row = csv.reader(io.StringIO(write_frames([size])))
    assert row[0][0] not in "=+-@"
    # Behind its apostrophe it is text, and comes back as it was.
    assert row[0].removeprefix("'") == name.strip()


def test_a_part_of_the_wrong_shape() -> None:
    text = "kind,name,length_mm,angle_deg,clamp_height_mm\nstem,Long,900,0,40\nstem,Good,100,0,40\nlamp,Bright,,,\n"
    good, bad = read_parts(text)
    assert [g.name for g in good] == ["Good"]
    assert [(b.line, b.column) for b in bad] == [(2, "length_mm"), (4, "kind")]
    assert bad[0].kept == "900"


def test_columns_are_the_models_fields() -> None:
    assert FRAME_COLUMNS[:4] == ("frame", "kind", "material", "size")
    assert len(set(PART_COLUMNS)) == len(PART_COLUMNS)


def test_import_looks_first_then_takes(empty: TestClient) -> None:
    text = f"{HEAD}\n{line(size='A')}\n{line(size='B', stack_mm='9')}"
    looked = empty.post("/api/shelves/frames/import", json={"text": text}).json()
    assert (looked["taken"], looked["added"], len(looked["refused"]), looked["applied"]) == (1, 0, 1, False)
    assert empty.get("/api/shelves/frames").json() == []
    taken = empty.post("/api/shelves/frames/import", json={"text": text, "apply": True}).json()
    assert (taken["added"], taken["replaced"]) == (1, 0)
    again = empty.post("/api/shelves/frames/import", json={"text": text, "apply": True}).json()
    assert (again["added"], again["replaced"]) == (0, 1)
    assert len(empty.get("/api/shelves/frames").json()) == 1


def test_export_gives_the_file_back(demo: TestClient) -> None:
    frames = demo.get("/api/shelves/frames.csv")
    assert frames.headers["content-disposition"].endswith('"waymark-frames.csv"')
    assert sorted(frames.text.splitlines()) == sorted(FRAMES.splitlines())
    parts = demo.get("/api/shelves/parts.csv").text
    assert sorted(parts.splitlines()) == sorted(PARTS.splitlines())


def test_a_planted_misprint_is_marked_on_the_shelf(empty: TestClient) -> None:
    names, row = HEAD.split(","), line().split(",")
    printed = float(row[names.index("stack_mm")])
    text = f"{HEAD}\n{line(stack_mm=str(printed + 10))}"
    empty.post("/api/shelves/frames/import", json={"text": text, "apply": True})
    (size,) = empty.get("/api/shelves/frames").json()
    marks = {m["field"]: m["computed"] for m in size["audit"] if m["mends_all"]}
    assert marks["stack_mm"] == pytest.approx(printed, abs=1.5)


def test_ten_megabytes_are_refused_politely(empty: TestClient) -> None:
    answer = empty.post("/api/shelves/frames/import", json={"text": "x" * 10_000_000})
    assert answer.status_code == 413
    assert answer.json()["allowed"] == "4 MB"
