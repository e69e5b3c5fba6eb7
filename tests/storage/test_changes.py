"""Lines of changes, and earlier stores with rows in them brought up to this one."""

from __future__ import annotations

import json
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.posts import FILES
from waymark.demo import demo_files
from waymark.rooms import riders
from waymark.rooms.files import Desk, fit_row
from waymark.rooms.files.history import LINE, append, begin
from waymark.rooms.files.tables import FitRow
from waymark.rooms.posts import registry
from waymark.storage import StartError, Store, open_store, start_store, unpacked, upgrade
from waymark.storage import start as starting
from waymark.storage.changes import WHOLE_EVERY
from waymark.web import make_app

OLD = ("0001", "0002", "0003")
TIMES = [f"2026-01-0{n} 09:00:00.000000" for n in range(1, 8)]


def old_store(path: Path, revision: str) -> dict[int, dict[str, Any]]:
    """A store of an earlier version with a rider whose file was edited, undone and edited again: each state."""
    store = open_store(path)
    upgrade(store, revision)
    store.close()
    first = json.loads(demo_files()[0])
    version_1 = {"version": 1, "bike": "Peat", "measure": {"crank": {"typed": "170", "value": 170}}}
    states = {1: version_1, 2: first["fit"], 3: {**first["fit"], "notes": "kept ü"}, 4: first["fit"],
              5: {**first["fit"], "notes": "other"}}  # fmt: skip
    came = {1: (None, None), 2: (1, None), 3: (2, None), 4: (None, 2), 5: (2, None)}
    with closing(sqlite3.connect(path)) as c, c:
        profile = json.dumps(first["rider"]["profile"])
        c.execute("INSERT INTO riders VALUES (1, 'Tamsin Orre', ?, ?, ?)", (profile, TIMES[0], TIMES[0]))
        c.execute("INSERT INTO fits VALUES (1, 1, 'Old file', 5, ?, ?)", (TIMES[0], TIMES[4]))
        for n, state in states.items():
            row = (1, n, *came[n], f"change {{{n}}}", json.dumps(state), TIMES[n])
            c.execute(
                "INSERT INTO fit_revisions (fit_id, number, came_from, restores, title, state, made_at) VALUES (?, ?, ?, ?, ?, ?, ?)",
                row,
            )
            c.execute("INSERT INTO fit_marks VALUES (1, ?, 'now', 'hand', 1, 2)", (n,))
        if revision != "0001":
            c.execute(
                "INSERT INTO rider_revisions (rider_id, number, came_from, restores, title, made_at, name, profile) "
                "VALUES (1, 1, NULL, NULL, 'Record begun', ?, 'T. Orre', '{}')",
                (TIMES[0],),
            )
            c.execute(
                "INSERT INTO rider_revisions (rider_id, number, came_from, restores, title, made_at, name, profile) "
                "VALUES (1, 2, 1, NULL, 'Name', ?, 'Tamsin Orre', ?)",
                (TIMES[1], profile),
            )
    return states


@pytest.mark.parametrize("revision", OLD)
def test_an_earlier_store_comes_forward_with_every_state(tmp_path: Path, revision: str) -> None:
    path = tmp_path / "old.sqlite3"
    states = old_store(path, revision)
    store = start_store(path)
    with store.looking() as session:
        fit = fit_row(session, 1)
        assert {n: LINE.content(session, 1, n) for n in states} == states
        assert unpacked(fit.content) == states[5]
        assert (fit.head, fit.shown) == (5, 5)
        changes = riders.rider_changes(session, fit.rider)
        assert [c["name"] for c in changes] == (["Tamsin Orre"] if revision == "0001" else ["T. Orre", "Tamsin Orre"])
    client = TestClient(make_app(store))
    sheet = client.get("/api/fits/1/sheet").json()
    assert [(c["number"], c["said"]) for c in sheet["history"]][:2] == [
        (5, "change {5}"),
        (4, "change {4}"),
    ]
    back = client.post("/api/fits/1/undo", json={"base_revision": 5}).json()
    assert back["state"]["notes"] == ""
    # The old one stands beside it as it was, until somebody is erased.
    (kept,) = tmp_path.glob(f"old.sqlite3.before-store-{revision}-*")
    with closing(sqlite3.connect(kept)) as c:
        assert c.execute("SELECT count(*) FROM fit_revisions").fetchone() == (5,)
    done = client.post("/api/riders/1/erase", json={"name": "Tamsin Orre"}, headers={"Waymark-Request": "1"})
    assert done.status_code == 200
    assert not kept.exists()
    store.close()


@pytest.mark.parametrize("revision", OLD)
def test_a_store_that_does_not_come_forward_stays_as_it_was(
    tmp_path: Path, revision: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "old.sqlite3"
    old_store(path, revision)
    with closing(sqlite3.connect(path)) as c, c:
        c.execute("UPDATE fit_revisions SET came_from = 77 WHERE number = 3")
    before = path.read_bytes()
    with pytest.raises(StartError, match=r"could not be brought up to date .*; it is as it was"):
        start_store(path)
    assert path.read_bytes() == before
    assert [f.name for f in tmp_path.glob("*.upgrading*")] == []
    assert starting.check_file(path) == revision


contents = st.recursive(
    st.none() | st.booleans() | st.integers(-5, 5) | st.text(max_size=3),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=2), inner, max_size=3),
    max_leaves=8,
)


@settings(max_examples=40)
@given(st.lists(st.dictionaries(st.text(max_size=2), contents, max_size=4), min_size=2, max_size=8))
def test_any_content_is_read_back(store: Store, line: list[dict[str, Any]]) -> None:
    with store.writing() as session:
        rider = riders.add_rider(session, "Line", riders.Profile())
        before = {"name": rider.name, "profile": rider.profile}
        from waymark.rooms.riders.history import LINE as RECORD
        from waymark.storage import Asked

        for content in line:
            RECORD.append(session, rider.id, rider, before, content, Asked(rider.made_at, []))
            before = content
        read = [RECORD.content(session, rider.id, n + 2) for n in range(len(line))]
    assert read == line


def test_thousands_of_nudges_stay_small_and_open_as_fast_as_a_new_file(store: Store) -> None:
    desk = Desk(store, registry())
    found = FILES.read(demo_files()[0])
    with store.writing() as session:
        fit = desk.take_in(session, found)
        for n in range(600):
            file = found.fit.model_copy(deep=True)
            file.goal.hand_dx_mm = float(n % 100)
            append(
                session,
                fit,
                file,
                [],
                [{"do": "goal.nudge", "mark": "hand", "by_x_mm": 1.0}],
                "",
                fit.made_at,
            )
        assert fit.depth < WHOLE_EVERY
        size = (
            session.connection()
            .exec_driver_sql(
                "SELECT sum(length(steps) + length(asked) + length(said) + coalesce(length(whole), 0) + 60) FROM fit_changes"
            )
            .scalar()
        )
        state = LINE.content(session, fit.id, 321)
    assert state is not None
    assert state["goal"]["hand_dx_mm"] == float((321 - 2) % 100)
    # Five thousand of them take no more than five megabytes.
    assert size / 601 * 5000 < 5e6
    assert isinstance(begin, object) and FitRow.__tablename__ == "fits"


def test_a_change_says_who_when_and_what_was_asked(demo: TestClient) -> None:
    sheet = demo.get("/api/fits/1/sheet").json()
    asked = {"do": "build.spacers", "height_mm": 10.0}
    body = {"base_revision": sheet["revision"], "commands": [asked], "by": "Maud Orrin"}
    assert demo.post("/api/fits/1/changes", json=body).status_code == 200
    newest = demo.get("/api/fits/1/sheet").json()["history"][0]
    assert (newest["said"], newest["by"]) == ("Spacers 10 mm", "Maud Orrin")
    store: Store = demo.app.state.store  # type: ignore[attr-defined]
    with store.looking() as session:
        row = LINE.get(session, 1, newest["number"])
        assert row is not None
        assert row.asked == [asked]
        assert row.steps == [{"op": "replace", "path": "/build/spacers_mm", "value": 10.0}]
