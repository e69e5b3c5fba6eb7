"""What a post is: registered by being there, edited by typed commands that never fall over, each fact once."""

from __future__ import annotations

import json
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import Annotated, Any, Literal, get_args, get_origin

import pytest
from fastapi.testclient import TestClient
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import BaseModel, Field, ValidationError
from sqlalchemy import event

from tests.posts import DEMO, FILES, FitState, facts_of
from waymark.core.errors import WaymarkError
from waymark.core.marks import Mark
from waymark.core.say import Count, Said, from_kept, kept, say, text_of
from waymark.demo import demo_files
from waymark.rooms.files import Command, Desk, Facts, FileFormat, Layer, Post, Registry, Stage, Work, fact
from waymark.rooms.files.facts import Fact
from waymark.rooms.plan import answer
from waymark.rooms.posts import registry
from waymark.rooms.posts.goal.commands import Nudge
from waymark.rooms.posts.measure.commands import Read
from waymark.rooms.posts.measure.facts import survey
from waymark.rooms.schema import Strict
from waymark.storage import Store
from waymark.web import make_app

FULL = FILES.read(demo_files()[0])
NAMES = [c.model_fields["do"].default for c in registry().commands]


# --- a post made here ---------------------------------------------------------------------------------------


class BellState(Strict):
    """What the post keeps."""

    rings: int = Field(default=0, ge=0, le=9)


class Ring(Command):
    """Ring it."""

    do: Literal["bell.ring"] = "bell.ring"
    times: int = Field(ge=1, le=5)

    def run(self, work: Work) -> Said:
        """Count the rings."""
        state = work.file.part(BellState)
        state.rings += self.times
        return say("Rung {times} times", times=Count(self.times))


class BellView(BaseModel):
    """What its bench shows."""

    rung: int


@fact
def bell_marks(facts: Facts) -> dict[Any, Mark]:
    """A layer of its own: one mark, as high as it was rung."""
    return {"hand": Mark(500, 600 + facts.part(BellState).rings)}


BELL = Post(
    name="bell",
    label="Bell",
    place=9,
    state=BellState,
    commands=(Ring,),
    view=BellView,
    stage=lambda facts: Stage(
        "done" if facts.part(BellState).rings else "empty", f"{facts.part(BellState).rings} rings"
    ),
    show=lambda facts: BellView(rung=facts.part(BellState).rings),
    layer=Layer("built", bell_marks, lambda facts, mark: ["rung"]),
)


@pytest.fixture
def belled(store: Store) -> Iterator[TestClient]:
    """A room whose files have a bell, in place of what was built."""
    posts = Registry([*(p for p in registry().posts if p.name != "setup"), BELL])
    with TestClient(make_app(store, posts=posts), headers={"Waymark-Request": "1"}) as client:
        yield client


def test_a_post_that_is_there_is_everywhere(belled: TestClient) -> None:
    rider = belled.post("/api/riders", json={"name": "Ada Quill"}).json()["id"]
    fit = belled.post("/api/fits", json={"rider_id": rider}).json()["id"]
    sheet = belled.get(f"/api/fits/{fit}/sheet?view=bell").json()
    assert [p["label"] for p in sheet["trail"]][-1] == "Bell"
    assert (sheet["trail"][-1]["state"], sheet["bell"]) == ("empty", {"rung": 0})
    body = {"base_revision": 1, "commands": [{"do": "bell.ring", "times": 3}]}
    rung = belled.post(f"/api/fits/{fit}/changes?view=bell", json=body).json()
    assert (rung["bell"], rung["state"]["bell"], rung["trail"][-1]["note"]) == (
        {"rung": 3},
        {"rings": 3},
        "3 rings",
    )
    assert rung["undo"] == "Rung 3 times"
    again = belled.post(f"/api/fits/{fit}/changes?view=goal", json={**body, "base_revision": 2}).json()
    assert again["bell"] is None
    # Its bounds are the file's: ten rings are refused whole, and what was there stays.
    full = belled.post(
        f"/api/fits/{fit}/changes", json={"base_revision": 3, "commands": [{"do": "bell.ring", "times": 5}]}
    )
    assert (full.status_code, full.json()["field"]) == (422, "bell.rings")
    text = belled.get(f"/api/fits/{fit}/file").text
    assert json.loads(text)["fit"]["bell"] == {"rings": 6}
    assert belled.post("/api/fits/import", json={"text": text}).status_code == 200
    described = belled.get("/api/openapi.json").json()
    assert "bell.ring" in json.dumps(described["components"]["schemas"]["Changes"])
    assert "bell" in described["components"]["schemas"]["Sheet"]["properties"]
    assert "bell" in described["components"]["schemas"]["FitState"]["properties"]
    views = described["paths"]["/api/fits/{fit_id}/sheet"]["get"]["parameters"][1]["schema"]["enum"]
    assert (views[-1], "setup" in views) == ("bell", False)
    own = FileFormat(Registry([*registry().posts, BELL])).schema()
    assert "BellState" in own["$defs"]


def test_two_posts_or_commands_of_one_name_are_refused() -> None:
    with pytest.raises(ValueError, match="registered twice as a post: goal"):
        Registry([*registry().posts, registry().post("goal")])


# --- commands -----------------------------------------------------------------------------------------------


@pytest.fixture(scope="module")
def desk(tmp_path_factory: pytest.TempPathFactory) -> Desk:
    """A desk of the registered posts; its store is never asked."""
    from waymark.storage import open_store

    return Desk(open_store(tmp_path_factory.mktemp("desk") / "x.sqlite3"), registry())


def spoilt(valid: dict[str, Any], data: st.DataObject) -> dict[str, Any]:
    """A command with one thing wrong, or merely odd."""
    odd = st.sampled_from(
        [
            None,
            True,
            -1,
            0,
            1e308,
            -1e308,
            float("nan"),
            2**70,
            "",
            " ",
            "9" * 400,
            "−",
            "1e400",
            "\x00",
            "ü" * 130,
            [],
            {},
            [[]],
            {"x": 1},
            "31 in 5",
            "12 ft 99",
            "0x10",
            "../..",
            "a#1~",
            "hand_up.right",
            3.5,
        ]
    )
    name = data.draw(st.sampled_from([*valid, "extra"]))
    return {**valid, name: data.draw(odd)}


@pytest.mark.parametrize("name", NAMES)
@settings(max_examples=28)
@given(data=st.data())
def test_any_command_is_carried_out_or_refused_by_its_field(desk: Desk, name: str, data: st.DataObject) -> None:
    command = next(c for c in registry().commands if c.model_fields["do"].default == name)
    asked = {**data.draw(_valid(command)), "do": name}
    if data.draw(st.booleans()):
        asked = spoilt(asked, data)
    state = data.draw(st.sampled_from([FULL.fit, FitState()]))
    facts = facts_of(state, FULL.rider.profile, DEMO)
    try:
        made = registry().command_adapter.validate_python(asked)
    except ValidationError as wrong:
        assert wrong.errors()[0]["loc"] is not None
        return
    try:
        after, said, _ = desk.carried_out(facts, [made])
    except WaymarkError as wrong:
        assert wrong.message
        assert wrong.field
        return
    assert registry().file_model.model_validate_json(after.whole_file.model_dump_json()) == after.whole_file
    assert facts.whole_file == state
    for it in said:
        assert "{" not in text_of(it) or "{" in json.dumps(asked)
        assert from_kept(json.loads(json.dumps(kept(it)))) == it
    registry().trail(after)


# What a fitter would type or press: keys of the call-out and the shelf, words, lengths that exist.
USUAL: dict[str, st.SearchStrategy[Any]] = {
    "key": st.sampled_from(["s_plumb", "hand_up.right", "crank", "shoe", "s_clamp", "pitch", "hand_up", "other"]),
    "size": st.integers(1, 260), "part": st.integers(1, 270), "do": st.nothing(),
    "typed": st.sampled_from(["700", "72 cm", "4°", "x", "28 1/2 in", ""]),
    "school": st.sampled_from(["ramp", "smaller", "first", "wider", "none"]),
    "height_mm": st.sampled_from([0.0, 5.0, 10.0, 12.0]), "length_mm": st.sampled_from([90.0, 100.0, 33.0]),
    "angle_deg": st.sampled_from([-6.0, 6.0, 17.0]),
}  # fmt: skip


def _valid(model: type[BaseModel]) -> st.SearchStrategy[dict[str, Any]]:
    """Fields of a command as its types allow, or a little beyond."""
    asked, may = {}, {}
    for name, field in model.model_fields.items():
        if name != "do":
            (asked if field.is_required() else may)[name] = USUAL[name] if name in USUAL else _of(field.annotation)
    return st.fixed_dictionaries(asked, optional=may)


def _of(kind: Any) -> st.SearchStrategy[Any]:
    if get_origin(kind) is Literal:
        return st.sampled_from(get_args(kind))
    if get_origin(kind) is list:
        return st.lists(_of(get_args(kind)[0]), max_size=3)
    if get_origin(kind) is Annotated:
        return _of(get_args(kind)[0])
    if isinstance(kind, type) and issubclass(kind, BaseModel):
        return _valid(kind)
    plain = {
        bool: st.booleans(),
        int: st.integers(1, 300),
        float: st.floats(-200, 700),
        str: st.text(max_size=12),
    }
    if kind in plain:
        return plain[kind]
    return st.one_of([st.none() if k is type(None) else _of(k) for k in get_args(kind)])


@settings(max_examples=30)
@given(st.lists(st.tuples(st.sampled_from(["saddle", "hand"]), st.integers(-9, 9), st.integers(-9, 9)), max_size=12))
def test_nudges_add_up_and_their_order_does_not_matter(desk: Desk, moves: list[tuple[str, int, int]]) -> None:
    def after(some: list[tuple[str, int, int]]) -> dict[str, float]:
        facts = facts_of(FULL.fit)
        for mark, x, y in some:
            command = Nudge.model_validate({"do": "goal.nudge", "mark": mark, "by_x_mm": x, "by_y_mm": y})
            facts, _, _ = desk.carried_out(facts, [command])
        goal: dict[str, float] = facts.whole_file.model_dump()["goal"]
        return goal

    there, back = after(moves), after(moves[::-1])
    assert there == back
    was = FULL.fit.goal
    assert there["hand_dx_mm"] == was.hand_dx_mm + sum(x for m, x, _ in moves if m == "hand")
    assert there["saddle_dy_mm"] == was.saddle_dy_mm + sum(y for m, _, y in moves if m == "saddle")


def test_what_changes_nothing_leaves_no_change(demo: TestClient) -> None:
    sheet = demo.get("/api/fits/1/sheet?view=goal").json()
    for nothing in (
        {"do": "goal.nudge", "mark": "hand"},
        {"do": "goal.discipline", "use": sheet["state"]["goal"]["discipline"]},
        {"do": "file.describe", "what": "notes", "words": sheet["state"]["notes"]},
    ):
        body = {"base_revision": sheet["revision"], "commands": [nothing], "have": sheet["marks"]}
        answer = demo.post("/api/fits/1/changes?view=goal", json=body).json()
        assert answer == {"id": 1, "revision": sheet["revision"], "marks": sheet["marks"]}


def test_an_edit_is_answered_with_the_sections_that_changed(demo: TestClient) -> None:
    sheet = demo.get("/api/fits/1/sheet?view=goal").json()
    nudge = {"do": "goal.nudge", "mark": "hand", "by_x_mm": 2}
    body = {"base_revision": sheet["revision"], "commands": [nudge], "have": sheet["marks"]}
    part = demo.post("/api/fits/1/changes?view=goal", json=body).json()
    assert {"rider", "problems", "title"}.isdisjoint(part)
    assert {"ledger", "dials", "trail", "state", "history", "undo"} <= set(part)
    assert {**sheet, **part} == demo.get("/api/fits/1/sheet?view=goal").json()


# --- facts --------------------------------------------------------------------------------------------------


@contextmanager
def selects(store: Store) -> Iterator[list[str]]:
    """The SELECTs that are made meanwhile."""
    seen: list[str] = []

    def note(_conn: Any, _cursor: Any, statement: str, *_: Any) -> None:
        if statement.lstrip().upper().startswith(("SELECT", "WITH")):
            seen.append(statement)

    event.listen(store.engine, "before_cursor_execute", note)
    yield seen
    event.remove(store.engine, "before_cursor_execute", note)


EDITS: list[tuple[str, dict[str, Any]]] = [
    ("measure", {"do": "measure.read", "key": "nose_clamp", "typed": "540"}),
    ("measure", {"do": "measure.bar_kind", "kind": "flat"}),
    ("goal", {"do": "goal.nudge", "mark": "hand", "by_x_mm": 1}),
    ("goal", {"do": "goal.discipline", "use": "road"}),
    ("frame", {"do": "frame.choose", "size": 31}),
    ("frame", {"do": "frame.look", "at": {"materials": ["steel"]}}),
    ("build", {"do": "build.spacers", "height_mm": 10}),
    ("build", {"do": "build.best"}),
    ("setup", {"do": "setup.built", "mark": "hand_x", "typed": "560"}),
    ("rider", {"do": "file.describe", "what": "reason", "words": "other"}),
]


@pytest.mark.parametrize("cold", [False, True], ids=["warm", "cold"])
@pytest.mark.parametrize(("view", "command"), EDITS, ids=[f"{v} {c['do']}" for v, c in EDITS])
def test_an_edit_works_out_each_fact_once_and_reads_little(
    demo: TestClient, view: str, command: dict[str, Any], cold: bool
) -> None:
    desk: Desk = demo.app.state.desk  # type: ignore[attr-defined]
    sheet = demo.get("/api/fits/1/sheet", params={"view": view}).json()
    body = {"base_revision": sheet["revision"], "commands": [command], "have": sheet["marks"]}
    if cold:
        desk._facts.clear()
    with selects(desk.store) as seen:
        assert demo.post("/api/fits/1/changes", params={"view": view}, json=body).status_code == 200
    runs = desk._facts[1].runs
    assert max(runs.values(), default=0) <= 1, runs
    assert len(runs) > 10 or not cold
    assert len(seen) <= 6, seen


def test_a_nudge_does_not_touch_the_survey_nor_a_note_anything(demo: TestClient) -> None:
    desk: Desk = demo.app.state.desk  # type: ignore[attr-defined]
    sheet = demo.get("/api/fits/1/sheet", params={"view": "goal"}).json()
    for n, (command, touched) in enumerate(
        [
            ({"do": "goal.nudge", "mark": "hand", "by_x_mm": 1}, True),
            ({"do": "file.describe", "what": "notes", "words": "x"}, False),
        ]
    ):
        body = {"base_revision": sheet["revision"] + n, "commands": [command]}
        assert demo.post("/api/fits/1/changes", params={"view": "goal"}, json=body).status_code == 200
        runs = desk._facts[1].runs
        assert survey.name not in runs
        assert ("facts.goal_marks" in runs) is touched


def test_a_fact_holds_as_long_as_what_it_read() -> None:
    ran: list[str] = []

    @fact
    def reason(facts: Facts) -> str:
        """Reads the whole file."""
        ran.append("reason")
        return facts.file.reason[:1]

    @fact
    def shouted(facts: Facts) -> str:
        """Leans on the other alone."""
        ran.append("shouted")
        return reason(facts).upper()

    @fact
    def broken(facts: Facts) -> str:
        """Never comes to anything."""
        ran.append("broken")
        raise ValueError(shouted(facts))

    state = FitState(reason="abc")
    facts = facts_of(state)
    assert (shouted(facts), shouted(facts)) == ("A", "A")
    for _ in range(2):
        with pytest.raises(ValueError, match="A"):
            broken(facts)
    assert ran == ["shouted", "reason", "broken"]
    # What it read changed, but comes to the same: who leans on it stays.
    after = facts.changed(FitState(reason="axe"))
    assert after.known(shouted) == "A"
    assert ran == ["shouted", "reason", "broken", "reason"]
    assert shouted(after.changed(FitState(reason="bee"))) == "B"
    assert isinstance(shouted, Fact)


def test_a_long_search_keeps_nobody_from_writing(demo: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    """While one file's search is under way, held up as long as it takes, other files are edited."""
    held, under_way = threading.Event(), threading.Event()
    search = answer.work

    def slow(facts: Facts) -> Any:
        under_way.set()
        assert held.wait(60)
        return search(facts)

    monkeypatch.setattr(answer, "work", slow)
    desk: Desk = demo.app.state.desk  # type: ignore[attr-defined]
    desk._facts.clear()
    with desk.store.looking() as session:
        head = desk.look(session, 1).fit.head
    choose = registry().command_adapter.validate_python({"do": "frame.look", "at": {"materials": ["steel"]}})
    first = threading.Thread(target=desk.change, args=(1, head, [choose], "", "frame"))
    first.start()
    assert under_way.wait(60)
    for n in range(3):
        body = {
            "base_revision": 1 + n,
            "commands": [{"do": "file.describe", "what": "notes", "words": f"{n}"}],
        }
        assert demo.post("/api/fits/2/changes", json=body).status_code == 200
    held.set()
    first.join()
    assert demo.get("/api/fits/1/sheet?view=frame").json()["revision"] == head + 1


def test_a_shelf_is_read_again_only_when_it_changed(demo: TestClient) -> None:
    desk: Desk = demo.app.state.desk  # type: ignore[attr-defined]
    demo.get("/api/fits/1/sheet?view=frame")
    with selects(desk.store) as seen:
        demo.get("/api/fits/1/sheet?view=frame")
    assert not any("frame_sizes" in s or "FROM parts" in s for s in seen)
    assert demo.post("/api/shelves/parts/1/marks", json={"owned": True}).status_code == 200
    with selects(desk.store) as seen:
        demo.get("/api/fits/1/sheet?view=frame")
    assert any("FROM parts" in s for s in seen)


def test_a_reading_is_said_in_words_that_are_kept() -> None:
    work = Work(facts_of(FitState()), datetime.now(UTC))
    said = Read(key="s_plumb", typed="{odd} 70 cm").prompt()[0].title
    assert said
    with pytest.raises(WaymarkError) as refused:
        Read(key="s_plumb", typed="{odd}").run(work)
    assert refused.value.field == "measure.read.typed"
    assert text_of(say("{a} and {b}", a=Count(1), b=Count(2.5))) == "1 and 2.5"
