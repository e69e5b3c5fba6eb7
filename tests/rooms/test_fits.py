"""Fit files: typed in, undone and brought back, never overwritten, exported and opened again."""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.posts import FILES, FitState
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.demo import demo_files
from waymark.storage import Store, open_store
from waymark.web import make_app


class Fitter:
    """Somebody at a sheet: every edit is made on the revision they last saw."""

    def __init__(self, client: TestClient, fit: int) -> None:
        self.client, self.fit = client, fit
        self.sheet: dict[str, Any] = self.read()

    def read(self, view: str = "measure") -> dict[str, Any]:
        self.sheet = self.client.get(f"/api/fits/{self.fit}/sheet", params={"view": view}).json()
        return self.sheet

    def send(self, do: str, fields: dict[str, Any] | None = None, view: str = "measure") -> Any:
        body = {"base_revision": self.sheet["revision"], "commands": [{"do": do, **(fields or {})}]}
        answer = self.client.post(f"/api/fits/{self.fit}/changes", params={"view": view}, json=body)
        if answer.status_code == 200:
            self.sheet = answer.json()
        return answer

    def edit(self, do: str, fields: dict[str, Any] | None = None, view: str = "measure") -> dict[str, Any]:
        answer = self.send(do, fields, view)
        assert answer.status_code == 200, answer.text
        return self.sheet

    def step(self, way: str, view: str = "measure") -> Any:
        body = {"base_revision": self.sheet["revision"]}
        answer = self.client.post(f"/api/fits/{self.fit}/{way}", params={"view": view}, json=body)
        if answer.status_code == 200:
            self.sheet = answer.json()
        return answer

    def cell(self, mark: str, layer: str) -> tuple[float, float] | None:
        row = next(r for r in self.sheet["ledger"] if r["mark"] == mark)
        cell = row["cells"].get(layer)
        return None if cell is None else (cell["x_mm"], cell["y_mm"])

    def measure(self) -> None:
        """The study's rider, typed in."""
        self.call("s_nose", "153")
        self.call("s_straight", "72.7 cm")
        self.call("nose_behind", "54")
        self.call("hand_ahead.right", "563")
        self.call("hand_up.right", "646")

    def call(self, key: str, typed: str | None, **more: Any) -> dict[str, Any]:
        """One reading called out."""
        if typed is None:
            return self.edit("measure.take_back", {"key": key})
        return self.edit("measure.read", {"key": key, "typed": typed, **more})

    def nudge(self, mark: str, x_mm: float, y_mm: float, view: str = "measure") -> dict[str, Any]:
        """A mark of the goal moved."""
        return self.edit("goal.nudge", {"mark": mark, "by_x_mm": x_mm, "by_y_mm": y_mm}, view)


@pytest.fixture
def fitter(demo: TestClient) -> Fitter:
    """A new rider's empty file in a room with shelves."""
    rider = demo.post("/api/riders", json={"name": "Ines Vellacott"}).json()
    fit = demo.post("/api/fits", json={"rider_id": rider["id"], "title": "Test"}).json()
    return Fitter(demo, fit["id"])


@cache
def demo_keys() -> dict[str, int]:
    """Each demo rider's file, of two the later one."""
    return {json.loads(text)["rider"]["name"]: key for key, text in enumerate(demo_files(), 1)}


def demo_fit(demo: TestClient, rider: str) -> Fitter:
    """One of the demo's files."""
    return Fitter(demo, demo_keys()[rider])


def test_statements_become_marks(fitter: Fitter) -> None:
    fitter.measure()
    saddle = fitter.cell("saddle", "now")
    assert saddle == pytest.approx((-207, (727**2 - 207**2) ** 0.5))
    assert fitter.cell("hand", "now") == pytest.approx((563, 646))
    ways = {w["way"]: w["value"] for w in fitter.sheet["measure"]["ways"]["saddle_height"]}
    assert ways["straight"] == pytest.approx(727)
    assert ways["vertical"] == pytest.approx(saddle[1])
    assert fitter.sheet["state"]["measure"]["readings"]["s_straight"]["heard"][0]["typed"] == "72.7 cm"


def test_a_goal_is_whole_and_its_figures_agree(fitter: Fitter) -> None:
    fitter.measure()
    fitter.nudge("hand", -10, 15)
    assert fitter.cell("hand", "goal") == (553, 661)
    assert fitter.cell("saddle", "goal") == (-207, 697)
    row = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")
    assert row["moves"] == ["−10", "+15"]


def size_id(fitter: Fitter, label: str) -> int:
    """The key of a size on the shelf."""
    sizes = fitter.client.get("/api/shelves/frames").json()
    return next(s["id"] for s in sizes if f"{s['size']['frame']} {s['size']['size']}" == label)


def test_choosing_a_frame_takes_its_exact_best_build(fitter: Fitter) -> None:
    fitter.measure()
    fitter.read("frame")
    offer = next(o for o in fitter.sheet["frame"]["offers"] if o["kind"] == "road" and o["verdict"] != "out")
    sheet = fitter.edit("frame.choose", {"size": offer["id"]}, "frame")
    row = next(r for r in sheet["ledger"] if r["mark"] == "hand")
    assert (row["miss"]["show_x"], row["miss"]["show_y"]) == (offer["show_x"], offer["show_y"])
    state = sheet["state"]
    chart, build = state["frame"]["chosen"]["chart"], state["build"]
    angle = -build["stem"]["angle_deg"] if build["turned_over"] else build["stem"]["angle_deg"]
    stem = Stem(build["stem"]["length_mm"], angle, build["stem"]["clamp_height_mm"])
    top = Mark(chart["reach_mm"], chart["stack_mm"])
    cover = chart["cover_mm"] if build.get("cover_mm") is None else build["cover_mm"]
    clamp = bar_clamp(top, chart["head_angle_deg"], cover, build["spacers_mm"], stem)
    there = fitter.read("build")["build"]["hand_off_clamp"]
    off = Mark(there["x_mm"], there["y_mm"])
    if build.get("place"):
        assert (build["place"]["off_x_mm"], build["place"]["off_y_mm"]) == pytest.approx((off.x_mm, off.y_mm), abs=0.01)
    assert fitter.cell("hand", "plan") == pytest.approx(((clamp + off).x_mm, (clamp + off).y_mm), abs=0.01)


def test_every_stop_is_what_taking_it_gives(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    rails = {r["name"]: r for r in fitter.read("build")["build"]["rails"]}
    for stop in rails["spacers"]["stops"]:
        fitter.edit("build.spacers", {"height_mm": stop["value"]}, "build")
        hand = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")
        assert (hand["miss"]["show_x"], hand["miss"]["show_y"]) == (stop["show_x"], stop["show_y"])
        assert hand["miss"]["verdict"] == stop["verdict"]
    fitter.edit("build.best", view="build")
    angle = rails["angle"]["value"]
    for stop in rails["length"]["stops"]:
        fitter.edit("build.stem", {"length_mm": stop["value"], "angle_deg": angle}, "build")
        assert fitter.sheet["build"]["rails"][1]["value"] == stop["value"]
        hand = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")
        assert (hand["miss"]["show_x"], hand["miss"]["show_y"]) == (stop["show_x"], stop["show_y"])


def test_turning_the_stem_over_shows_first_what_it_does(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("build.stem", {"length_mm": 100, "angle_deg": -6}, "build")
    build = fitter.read("build")["build"]
    fitter.edit("build.turn_stem", {"over": not build["turned_over"]}, "build")
    hand = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")
    assert (hand["miss"]["show_x"], hand["miss"]["show_y"]) == (
        build["over"]["show_x"],
        build["over"]["show_y"],
    )


def test_no_frame_for_the_keeper_but_numbers_to_look_for(demo: TestClient) -> None:
    frames = demo_fit(demo, "Piran Lowe").read("frame")["frame"]
    assert frames["carry"] == 0
    assert all(o["verdict"] == "out" and o["sentence"] for o in frames["offers"])
    look = frames["look_for"]
    tallest = max(o["stack_mm"] for o in frames["offers"])
    assert look["stack_least_mm"] > tallest
    assert look["reach_least_mm"] < look["reach_greatest_mm"]


def test_a_later_change_makes_frame_and_build_stale_and_says_why(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("goal.as_measured", {"mark": "saddle"})
    fitter.nudge("saddle", 0, -9)
    posts = {p["name"]: p for p in fitter.sheet["trail"]}
    assert posts["frame"]["state"] == posts["build"]["state"] == "stale"
    assert posts["frame"]["reason"] == "The saddle was lowered 9 mm after this was chosen."
    fitter.edit("build.best")
    posts = {p["name"]: p for p in fitter.sheet["trail"]}
    assert posts["frame"]["state"] == "done"


def test_undo_and_redo_walk_the_line(fitter: Fitter) -> None:
    for n in (1, 2, 3):
        fitter.nudge("hand", n, 0)

    def now() -> float:
        return float(fitter.sheet["state"]["goal"]["hand_dx_mm"])

    assert fitter.sheet["undo"] == "Hand 3 mm forward"
    seen = []
    for way in ("undo", "undo", "redo", "redo", "undo"):
        assert fitter.step(way).status_code == 200
        seen.append(now())
    assert seen == [3, 1, 3, 6, 3]
    fitter.nudge("hand", 9, 0)
    assert fitter.sheet["redo"] is None
    assert fitter.step("redo").status_code == 422
    fitter.step("undo")
    assert now() == 3
    for _ in range(2):
        fitter.step("undo")
    assert now() == 0
    assert fitter.step("undo").json()["field"] == "undo"
    # Nothing was taken away: every step is a revision of its own.
    assert len(fitter.sheet["history"]) == fitter.sheet["revision"]


def test_undo_works_after_a_restart(tmp_path: Path, demo_store: Store) -> None:
    with TestClient(make_app(demo_store)) as client:
        fitter = demo_fit(client, "Brona Askwith")
        before = fitter.cell("saddle", "now")
        fitter.call("s_pedal", "83 cm")
        fit = fitter.fit
    path = Path(str(demo_store.engine.url.database))
    again = open_store(path)
    with TestClient(make_app(again)) as client:
        fitter = Fitter(client, fit)
        assert fitter.cell("saddle", "now") != before
        assert fitter.step("undo").status_code == 200
        assert fitter.cell("saddle", "now") == before
    again.close()


def test_what_was_just_written_is_what_a_restart_reads(tmp_path: Path, demo_store: Store) -> None:
    """An edit is answered from what was written, without reading it again."""
    with TestClient(make_app(demo_store)) as client:
        fitter = demo_fit(client, "Brona Askwith")
        for typed in ("83 cm", "29 1/3 in", "741.37"):
            fitter.call("s_pedal", typed)
            fitter.nudge("hand", 3, -2)
        fit, seen = fitter.fit, client.get(f"/api/fits/{fitter.fit}/sheet", params={"view": "measure"}).json()
    again = open_store(Path(str(demo_store.engine.url.database)))
    with TestClient(make_app(again)) as client:
        assert client.get(f"/api/fits/{fit}/sheet", params={"view": "measure"}).json() == seen
    again.close()


def test_two_windows_never_overwrite_each_other(fitter: Fitter) -> None:
    other = Fitter(fitter.client, fitter.fit)
    fitter.edit("file.describe", {"what": "notes", "words": "mine"})
    met = other.send("file.describe", {"what": "notes", "words": "theirs"})
    assert met.status_code == 409
    body = met.json()
    assert body["code"] == "conflict"
    assert (body["kept"], body["allowed"]) == ("1", "2")
    assert other.step("undo").status_code == 409
    other.read()
    assert other.sheet["state"]["notes"] == "mine"
    other.edit("file.describe", {"what": "notes", "words": "theirs"})


def test_changes_are_taken_all_or_none(fitter: Fitter) -> None:
    body = {
        "base_revision": fitter.sheet["revision"],
        "commands": [
            {"do": "file.describe", "what": "notes", "words": "kept?"},
            {"do": "measure.read", "key": "crank", "typed": "9 m"},
        ],
    }
    answer = fitter.client.post(f"/api/fits/{fitter.fit}/changes", json=body)
    assert answer.status_code == 422
    fitter.read()
    assert fitter.sheet["state"]["notes"] == ""
    assert fitter.sheet["revision"] == 1


BAD: list[tuple[str, dict[str, Any], str]] = [
    ("measure.read", {"key": "s_straight", "typed": "74.5"}, "measure.read.typed"),
    ("measure.read", {"key": "s_straight", "typed": "nan"}, "measure.read.typed"),
    ("measure.read", {"key": "sideways", "typed": "745"}, "measure.read.key"),
    ("measure.read", {"key": "s_straight", "typed": [745]}, "commands.0.measure.read.typed"),
    ("measure.read", {"key": "s_straight", "typed": "7" * 200}, "commands.0.measure.read.typed"),
    ("measure.read", {"key": "s_straight", "typed": "745", "colour": 1}, "commands.0.measure.read.colour"),
    ("measure.read", {}, "commands.0.measure.read.key"),
    ("measure.read", {"key": "s_angle", "typed": "700"}, "measure.read.typed"),
    ("measure.read", {"key": "s_behind", "typed": "900"}, "measure.read.typed"),
    ("measure.read", {"key": "crank", "typed": "-170"}, "measure.read.typed"),
    ("measure.decide", {"key": "s_floor", "what": "kept"}, "measure.decide.key"),
    ("measure.decide", {"key": "s_floor", "what": "hidden"}, "commands.0.measure.decide.what"),
    ("measure.decide", {"key": "s_floor", "what": "kept", "repeat": 0}, "commands.0.measure.decide.repeat"),
    ("measure.skip", {"key": "s_floor", "skipped": "perhaps"}, "commands.0.measure.skip.skipped"),
    ("measure.skip", {"key": "floor", "skipped": True}, "measure.skip.key"),
    ("measure.bar_kind", {"kind": "ape"}, "commands.0.measure.bar_kind.kind"),
    ("measure.keep_setup", {"by": " "}, "commands.0.measure.keep_setup.by"),
    ("measure.keep_setup", {"by": "Maud"}, "measure.keep_setup.by"),
    ("measure.frame", {"size": "first"}, "commands.0.measure.frame.size"),
    ("measure.frame", {"size": 99999}, "frame_size_id"),
    ("measure.part", {"what": "bar", "part": 99999}, "part_id"),
    ("measure.part", {"what": "stem", "part": 1}, "commands.0.measure.part.what"),
    ("goal.discipline", {"use": "unicycle"}, "commands.0.goal.discipline.use"),
    ("goal.nudge", {"mark": "hand", "by_x_mm": 300}, "goal.nudge.by_x_mm"),
    ("goal.nudge", {"mark": "saddle", "by_y_mm": -151}, "goal.nudge.by_y_mm"),
    ("goal.nudge", {"mark": "hand", "by_x_mm": 9000}, "commands.0.goal.nudge.by_x_mm"),
    ("goal.nudge", {"mark": "foot", "by_x_mm": 1}, "commands.0.goal.nudge.mark"),
    ("frame.choose", {"size": -1}, "commands.0.frame.choose.size"),
    ("frame.choose", {"size": 1}, "measure"),
    ("frame.rule", {"rule": "dated", "typed": "1"}, "commands.0.frame.rule.rule"),
    ("build.spacers", {"height_mm": 5}, "frame.choose"),
    ("build.best", {}, "frame.choose"),
    ("build.turn_stem", {"over": True}, "build.turn_stem.over"),
    ("build.stem", {"length_mm": 101, "angle_deg": 3}, "build.stem"),
    ("build.stem", {"length_mm": 100, "angle_deg": "up"}, "commands.0.build.stem.angle_deg"),
    ("setup.built", {"mark": "hand_x", "typed": "ten"}, "setup.built.typed"),
    ("file.describe", {"what": "notes", "words": "x" * 5000}, "commands.0.file.describe.words"),
    ("file.describe", {"what": "bike", "words": "x" * 130}, "file.describe.words"),
    ("rider.name", {"name": "x"}, "commands.0"),
]


@pytest.mark.parametrize(("do", "fields", "field"), BAD)
def test_bad_edits_name_their_field_and_change_nothing(
    fitter: Fitter, do: str, fields: dict[str, Any], field: str
) -> None:
    answer = fitter.send(do, fields)
    assert answer.status_code in (404, 422), answer.text
    assert answer.json()["field"] == field
    assert answer.json()["message"]
    assert fitter.read()["revision"] == 1


def test_numbers_that_contradict_each_other_are_kept_and_named(fitter: Fitter) -> None:
    fitter.call("s_straight", "380")
    sheet = fitter.call("s_behind", "390")
    assert fitter.cell("saddle", "now") is None
    assert "BB to saddle mark, Saddle mark behind BB" in sheet["problems"][0]
    (finding,) = sheet["measure"]["findings"]
    assert finding["kind"] == "contradiction"
    assert [r["key"] for r in finding["remedies"]] == ["s_straight", "s_behind"]


def test_a_pile_the_drawer_cannot_make(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    answer = fitter.send("build.spacers", {"height_mm": 12})
    assert answer.json()["allowed"] == ", ".join(f"{x / 2:g}" for x in range(0, 61, 5)) + " mm"
    assert fitter.send("build.spacers", {"height_mm": 35}).status_code == 422


def test_what_is_taken_back_is_gone(fitter: Fitter) -> None:
    fitter.measure()
    fitter.call("nose_behind", None)
    assert fitter.cell("saddle", "now") is None
    fitter.call("crank", "165")
    assert "crank" not in fitter.sheet["measure"]["assumed"]
    fitter.call("crank", "")
    assert "crank" in fitter.sheet["measure"]["assumed"]
    fitter.edit("measure.frame", {"size": size_id(fitter, "Corvane Lull 56")})
    assert "seat_angle" not in fitter.sheet["measure"]["assumed"]
    fitter.edit("measure.frame", {"size": None})
    assert "seat_angle" in fitter.sheet["measure"]["assumed"]


def test_built_marks_are_judged_against_the_goal(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    goal = fitter.cell("hand", "goal") or (0, 0)
    fitter.edit("setup.built", {"mark": "hand_x", "typed": f"{goal[0] + 7:.0f}"})
    fitter.edit("setup.built", {"mark": "hand_y", "typed": f"{goal[1]:.0f} mm"})
    row = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")
    assert row["miss"] == {
        "of": "built",
        "dx_mm": 7,
        "dy_mm": 0,
        "show_x": "+7",
        "show_y": "0",
        "verdict": "out",
    }


def test_every_cell_says_where_it_comes_from(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    for row in fitter.read("build")["ledger"]:
        for cell in row["cells"].values():
            assert cell["source"], row["mark"]
    saddle = next(r for r in fitter.sheet["ledger"] if r["mark"] == "saddle")["cells"]["now"]["source"]
    assert any(line.startswith("  Saddle mark behind BB: 197, ") for line in saddle)
    assert "±" in saddle[-1]
    brona = demo_fit(demo, "Brona Askwith").read("build")["ledger"]
    hand = next(r for r in brona if r["mark"] == "hand")["cells"]["now"]["source"]
    assert "  hand ahead of the clamp 75: from the part" in hand
    assert "Nothing is checked: no reading more than needed" in hand


@pytest.mark.parametrize("view", ["rider", "measure", "goal", "frame", "build", "setup", "ride"])
def test_every_demo_file_opens_at_every_post(demo: TestClient, view: str) -> None:
    for line in demo.get("/api/fits").json():
        sheet = demo.get(f"/api/fits/{line['id']}/sheet", params={"view": view})
        assert sheet.status_code == 200
        assert sheet.json()["problems"] == []
        assert sheet.json()["picture"]["bike"]


def test_the_demo_files_are_solved_in_different_ways(demo: TestClient) -> None:
    lines = demo.get("/api/fits").json()
    solved = [line for line in lines if line["worst"] and line["worst"]["verdict"] != "out"]
    assert len(solved) >= 3
    builds = set()
    for line in solved:
        b = demo.get(f"/api/fits/{line['id']}/sheet").json()["state"]["build"]
        builds.add((b["stem"]["angle_deg"], b["turned_over"]))
    assert len(builds) >= 2


@pytest.mark.parametrize("text", demo_files())
def test_export_and_import_give_back_the_same_file(empty: TestClient, text: str) -> None:
    fit = empty.post("/api/fits/import", json={"text": text}).json()["id"]
    answer = empty.get(f"/api/fits/{fit}/file")
    assert answer.text == text
    assert answer.headers["content-disposition"].endswith('.waymark.json"')


@pytest.mark.parametrize(
    ("spoil", "field"),
    [
        (lambda _: "{", "file"),
        (lambda _: "[" * 100_000, "file"),
        (lambda _: "[]", "format"),
        (lambda f: json.dumps({**f, "format": "other"}), "format"),
        (lambda f: json.dumps({**f, "version": 99}), "version"),
        (lambda f: json.dumps({**f, "version": "one"}), "version"),
        (lambda f: json.dumps({**f, "title": ""}), "title"),
        (
            lambda f: json.dumps({**f, "fit": {**f["fit"], "goal": {"discipline": "unicycle"}}}),
            "fit.goal.discipline",
        ),
        (lambda f: json.dumps({**f, "fit": 3}), "fit"),
        (lambda f: json.dumps({**f, "surprise": 1}), "surprise"),
    ],
)
def test_a_file_that_cannot_be_read_says_where(empty: TestClient, spoil: Any, field: str) -> None:
    answer = empty.post("/api/fits/import", json={"text": spoil(json.loads(demo_files()[0]))})
    assert answer.status_code == 422
    assert answer.json()["field"] == field
    assert empty.get("/api/fits").json() == []


def test_a_file_holds_copies_so_that_a_shelf_can_change(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    before = fitter.cell("hand", "plan")
    text = demo.get("/api/shelves/frames.csv").text.replace(
        "Ostrel Drift,gravel,carbon,M,563", "Ostrel Drift,gravel,carbon,M,569"
    )
    assert demo.post("/api/shelves/frames/import", json={"text": text, "apply": True}).json()["replaced"] == 250
    fitter.read()
    assert fitter.cell("hand", "plan") == before


def test_the_schema_accepts_what_is_written() -> None:
    schema = FILES.schema()
    assert schema["properties"]["fit"]["$ref"].endswith("FitState")
    text = FILES.write("T", "R", FILES.read(demo_files()[0]).rider.profile, FitState())
    assert FILES.read(text).fit == FitState()
