"""What a person, a broken program or an attacker may send: never a 500, never a trace, never somebody else's seconds."""

from __future__ import annotations

import io
import json
import sqlite3
from pathlib import Path
from threading import current_thread
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image
from sqlalchemy.exc import OperationalError

from waymark.demo import demo_files, demo_shelves
from waymark.rooms.calc import routes
from waymark.rooms.doorway import checked
from waymark.rooms.shelves.pasting import Paste, read_table
from waymark.storage import Store
from waymark.web import make_app
from waymark.web.errors import body_of_store

HALF = "\\ud800"


def refused(answer: Any, *codes: int) -> dict[str, Any]:
    """The one error body of a refusal."""
    assert answer.status_code in (codes or (422,)), answer.text
    body = answer.json()
    assert set(body) <= {"code", "message", "field", "allowed", "kept"}
    assert "Traceback" not in answer.text
    return body


def test_a_name_longer_than_any_file_is_an_address_like_others(empty: TestClient) -> None:
    for path in ("a" * 256, "assets/" + "b" * 5000, "%00", "x/" * 2000):
        assert empty.get(f"/{path}").status_code in (200, 404, 503)


@pytest.mark.parametrize(
    ("path", "text", "field"),
    [
        ("/api/riders", f'{{"name": "Anna {HALF}"}}', "name"),
        (
            "/api/fits/1/changes",
            f'{{"base_revision": 1, "commands": [{{"do": "file.describe", "words": "{HALF}"}}]}}',
            "commands.0.words",
        ),
        ("/api/shelves/frames/paste", f'{{"text": "Stack {HALF}"}}', "text"),
        ("/api/shelves/parts", f'{{"kind": "stem", "name{HALF}": 1}}', None),
        ("/api/calc/claim.try", f'{{"claim": "{HALF}"}}', "claim"),
        ("/api/riders", f'{{"name": "{HALF.upper().replace("U", "u")}x"}}', "name"),
    ],
)
def test_half_a_letter_is_refused_wherever_it_stands(demo: TestClient, path: str, text: str, field: str | None) -> None:
    body = refused(demo.post(path, content=text, headers={"Content-Type": "application/json"}))
    assert body["message"] == "This text holds half a letter, which no file can keep."
    assert body.get("field") == field


def test_whole_letters_beyond_the_basic_plane_are_kept(empty: TestClient) -> None:
    text = '{"name": "Anna \\ud83d\\ude80 \\\\ud800"}'
    empty.post("/api/riders", content=text, headers={"Content-Type": "application/json"})
    assert empty.get("/api/riders").json()[0]["name"] == "Anna 🚀 \\ud800"


def test_half_letters_inside_a_file_are_refused_too(empty: TestClient) -> None:
    fit = json.loads(demo_files()[0])
    fit["title"] = "x"
    text = json.dumps(fit).replace('"title": "x"', f'"title": "{HALF}"')
    assert refused(empty.post("/api/fits/import", json={"text": text}))["field"] == "title"
    assert empty.get("/api/fits").json() == []


@pytest.mark.parametrize(
    ("place", "value"),
    [
        (("version",), "x"),
        (("version",), None),
        (("version",), 0),
        (("version",), True),
        (("version",), 2**70),
        (("fit", "version"), "x"),
        (("fit", "version"), None),
        (("fit", "version"), 0),
        (("fit", "version"), [1]),
        (("fit", "measure", "readings"), 2**70),
        (("fit", "notes"), 10**40),
        (("fit", "measure"), "x"),
        (("rider", "profile", "measures"), {"height": {"typed": "x", "value": -1e308}}),
        (("rider", "profile", "measures"), {"inseam": {"typed": "x", "value": 800, "left": 1e300}}),
        (("rider", "profile", "measures"), {"mass": {"typed": "x", "value": 70, "values": [1e9]}}),
        (("rider", "profile", "mobility"), {"hamstrings": {"left": {"typed": "x", "value": 1e300}}}),
        (("rider", "name"), ""),
        (("rider",), []),
        (("fit",), None),
    ],
)
def test_a_fit_file_with_nonsense_in_it_is_refused_and_changes_nothing(
    empty: TestClient, place: tuple[str, ...], value: Any
) -> None:
    fit = json.loads(demo_files()[0])
    at = fit
    for name in place[:-1]:
        at = at[name]
    at[place[-1]] = value
    refused(empty.post("/api/fits/import", json={"text": json.dumps(fit)}))
    assert (empty.get("/api/fits").json(), empty.get("/api/riders").json()) == ([], [])


@pytest.mark.parametrize(
    "measure",
    [{"saddle_height": {}}, {"saddle_height": {"way": "straight"}}, {"setback": 5}, {"crank": "170"}, 7],
)
def test_an_empty_statement_of_the_first_version_is_named(empty: TestClient, measure: Any) -> None:
    fit = json.loads(demo_files()[0])
    fit["version"] = 1
    fit["fit"] = {"version": 1, "measure": measure}
    body = refused(empty.post("/api/fits/import", json={"text": json.dumps(fit)}))
    named = f".{next(iter(measure))}" if isinstance(measure, dict) else ""
    assert body["field"] == f"fit.measure{named}"


def test_numbers_too_long_for_anybody(empty: TestClient) -> None:
    rider = empty.post("/api/riders", json={"name": "Anna"}).json()["id"]
    for typed in ("1" * 61, "9" * 400, " 1/2" + "9" * 400, "1e999", "0" * 5000, "0" * 58 + "812"):
        for measure in (typed, {"typed": typed}):
            answer = empty.patch(f"/api/riders/{rider}", json={"base_revision": 1, "measures": {"inseam": measure}})
            assert refused(answer)["field"].startswith("measures.inseam"), typed[:20]
            assert "inseam" not in empty.get("/api/riders").json()[0]["profile"]["measures"]
    chart = "Stack (mm)\t560\t580\nReach\t390\t" + " 1/2" * 3 + "9" * 400
    assert empty.post("/api/shelves/frames/paste", json={"text": chart}).status_code == 200


@pytest.mark.parametrize(
    "line",
    [
        "a " + "1" * 32_000,
        "(" * 3_999,
        "a" + " " * 3_990 + "1",
        "1," * 1_999,
        "Stack " + "1 " * 1_990,
        "|" * 3_999,
    ],
    ids=["digits", "brackets", "spaces", "commas", "numbers", "bars"],
)
def test_a_pasted_text_is_read_in_linear_time(empty: TestClient, line: str) -> None:
    """Steps of the reader are counted, not seconds: every line as long as it may be, as many as there may be."""
    text = "\n".join([line] * max(1, min(50, 190_000 // len(line))))
    answer = empty.post("/api/shelves/frames/paste", json={"text": text})
    assert answer.status_code in (200, 422)
    if len(line) > 4000:
        assert answer.json()["message"] == "Line 1 is no line of a chart: it is too long."
        assert answer.json()["allowed"] == "at most 4,000 letters in a line"


def test_a_chart_one_a_line_is_still_told_from_a_row() -> None:
    table = read_table("Size\nS\nM\nStack\n540\n560\nReach\n380\n388")
    assert (table.labels, table.headings) == (["S", "M"], ["Stack", "Reach"])
    table = read_table("Size S M\nStack 540 560\nReach 380 388")
    assert (table.labels, table.headings) == (["S", "M"], ["Stack", "Reach"])
    assert Paste(text="x").effective_at_mm is None


def test_the_survey_is_bounded(empty: TestClient) -> None:
    many = [{"id": str(i), "kind": "x", "to": f"p{i % 4}", "value": i} for i in range(81)]
    body = refused(empty.post("/api/calc/survey.adjust", json={"observations": many}))
    assert body["field"] == "observations"
    few = [{"id": f"{n}{k}", "kind": k, "to": f"p{n}", "value": 100 + n} for n in range(25) for k in ("x", "y")]
    assert refused(empty.post("/api/calc/survey.adjust", json={"observations": few}))["allowed"] == "at most 16 points"


def test_a_cockpit_may_have_any_name(demo: TestClient) -> None:
    parts = [p for p in demo.get("/api/shelves/parts").json() if p["part"]["kind"] == "cockpit"]
    for it in parts:
        cells = {**it["part"], "name": f"{it['part']['name']} #1 ~ #", "owned": True}
        assert demo.put(f"/api/shelves/parts/{it['id']}", json=cells).status_code == 200
    tried = 0
    for fit in (1, 3):
        sheet = demo.get(f"/api/fits/{fit}/sheet?view=build").json()
        for front in (f["front"] for f in sheet["build"]["fronts"] if "#1 ~ #" in f["name"]):
            change = {"do": "frame.choose", "size": chosen_id(demo, sheet), "front": front}
            taken = demo.post(
                f"/api/fits/{fit}/changes?view=build",
                json={"base_revision": sheet["revision"], "commands": [change]},
            )
            assert taken.status_code == 200, taken.text
            assert taken.json()["state"]["build"]["cockpit"]["name"].endswith(" #1 ~ #")
            tried += 1
    assert tried


def chosen_id(demo: TestClient, sheet: dict[str, Any]) -> int:
    """The shelf's number of a file's chosen size."""
    size = sheet["state"]["frame"]["chosen"]
    sizes = demo.get("/api/shelves/frames").json()
    return next(s["id"] for s in sizes if (s["size"]["frame"], s["size"]["size"]) == (size["frame"], size["size"]))


def test_a_busy_store_says_when_to_come_again(store: Store, tmp_path: Path) -> None:
    with TestClient(make_app(store), raise_server_exceptions=False) as client:
        other = sqlite3.connect(store.engine.url.database or "", isolation_level=None)
        other.execute("BEGIN IMMEDIATE")
        with store.engine.connect() as quick:
            quick.exec_driver_sql("PRAGMA busy_timeout=1")
        answer = client.post("/api/riders", json={"name": "Anna"})
        body = refused(answer, 503)
        assert (body["code"], answer.headers["retry-after"]) == ("busy", "2")
        other.execute("ROLLBACK")
        other.close()
        assert client.post("/api/riders", json={"name": "Anna"}).status_code == 200


@pytest.mark.parametrize(
    ("said", "code"),
    [
        ("database is locked", "busy"),
        ("database or disk is full", "disk_full"),
        ("disk I/O error", "disk"),
        ("attempt to write a readonly database", "read_only"),
        ("database disk image is malformed", "damaged"),
        ("file is not a database", "damaged"),
        ("no such table: riders", "unforeseen"),
    ],
)
def test_what_the_store_cannot_do_is_told_without_its_statement(said: str, code: str) -> None:
    error = OperationalError(
        "INSERT INTO riders VALUES ('Anna')", {"name": "Anna"}, Exception(said), hide_parameters=True
    )
    body, _ = body_of_store(error)
    assert body.code == code
    assert "Anna" not in body.message + str(error).replace("VALUES ('Anna')", "")
    assert "INSERT" not in body.message


def test_a_full_disk_keeps_what_was_there(store: Store) -> None:
    with TestClient(make_app(store), raise_server_exceptions=False) as client:
        client.post("/api/riders", json={"name": "Anna"})
        with store.engine.connect() as connection:
            pages = connection.exec_driver_sql("PRAGMA page_count").scalar_one()
            connection.exec_driver_sql(f"PRAGMA max_page_count={pages + 1}")
        frames = demo_shelves()[0]
        answer = client.post("/api/shelves/frames/import", json={"text": frames, "apply": True})
        assert refused(answer, 503)["code"] == "disk_full"
        assert [r["name"] for r in client.get("/api/riders").json()] == ["Anna"]
        assert client.get("/api/shelves/frames").json() == []


def test_the_unforeseen_has_the_one_body_too(store: Store) -> None:
    app = make_app(store)

    @app.get("/api/broken-on-purpose")
    def broken() -> None:
        raise RuntimeError("secret words")

    app.router.routes.insert(0, app.router.routes.pop())
    answer = TestClient(app, raise_server_exceptions=False).get("/api/broken-on-purpose")
    body = refused(answer, 500)
    assert body["code"] == "unforeseen"
    assert "secret" not in answer.text


def test_a_large_question_is_checked_where_nobody_waits_for_it(
    demo: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    frame = demo.get("/api/shelves/frames").json()[0]["size"]
    stem = next(p["part"] for p in demo.get("/api/shelves/parts").json() if p["part"]["kind"] == "stem")
    gaps = {
        **frame,
        "chart": {k: v for k, v in frame["chart"].items() if k not in ("front_centre_mm", "derived", "assumed")},
    }
    question = {
        "saddle": {"x_mm": -200, "y_mm": 700}, "hand": {"x_mm": 545, "y_mm": 645}, "hand_off_clamp": {"x_mm": 85, "y_mm": 20},
        "shelves": {"frames": [{**gaps, "size": str(i)} for i in range(60)], "parts": [stem]}, "most": 1,
    }  # fmt: skip
    threads: list[str] = []

    def noted(model: Any, body: Any) -> Any:
        threads.append(current_thread().name)
        return checked(model, body)

    monkeypatch.setattr(routes, "checked", noted)
    answer = demo.post("/api/calc/search", json=question)
    assert (answer.status_code, answer.json()["searched"]) == (200, 60)
    # A worker's thread, not that of the event loop, on which everybody waits.
    assert [name.startswith("AnyIO worker") for name in threads] == [True]
    wrong = demo.post("/api/calc/search", json={**question, "most": 0})
    assert refused(wrong)["field"] == "most"


def picture(width: int, height: int, form: str = "JPEG") -> bytes:
    """A plain picture."""
    out = io.BytesIO()
    Image.new("RGB", (width, height), (200, 180, 160)).save(out, form)
    return out.getvalue()


def test_photos_are_bounded_decoded_before_the_write_and_not_stored(demo: TestClient) -> None:
    fit = demo.get("/api/fits").json()[0]["id"]

    def send(data: bytes) -> Any:
        return demo.post(f"/api/fits/{fit}/photos", files={"file": ("p.jpg", data, "image/jpeg")})

    kept = send(picture(3000, 1500)).json()
    assert (kept["width"], kept["height"]) == (2400, 1200)
    assert demo.get(f"/api/fits/{fit}/photos/{kept['id']}").headers["cache-control"] == "no-store"
    assert refused(send(b"\x00" * 16_000_001), 413)["code"] == "too_large"
    assert refused(send(b"\x00" * 20_000_000), 413)["code"] == "too_large"
    assert refused(send(picture(9000, 7000, "PNG")))["message"] == "This picture has too many pixels."
    assert refused(send(b"no picture"))["field"] == "file"
    assert demo.delete(f"/api/fits/{fit}/photos/{kept['id']}").json() == []


def test_a_wrong_name_erases_nothing_and_tells_nothing(demo: TestClient) -> None:
    rider = demo.get("/api/riders").json()[0]
    answer = demo.post(f"/api/riders/{rider['id']}/erase", json={"name": "somebody"})
    body = refused(answer)
    assert body["message"] == "Nothing was erased: that is not this rider's name."
    assert not any(word in answer.text for word in rider["name"].split())
