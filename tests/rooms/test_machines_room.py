"""The trainers' shelf over HTTP: riders dialled in, cards, files both ways, and what is refused."""

from __future__ import annotations

import io
import json
from math import cos, hypot, radians, sin
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from tests.rooms.test_fits import demo_fit
from waymark.demo import demo_machines
from waymark.rooms.machines.shapes import AxisIn
from waymark.rooms.machines.typed import read_stops, stops_text


def machine(demo: TestClient, name: str) -> dict[str, Any]:
    """One of the demo's machines."""
    found: dict[str, Any] = next(m for m in demo.get("/api/machines").json() if m["file"]["name"] == name)
    return found


def along(slide: dict[str, Any], mm: list[float]) -> tuple[float, float]:
    """Where a slide's figures put its mark, worked out from the data alone."""
    x, y = slide["origin"]["x_mm"], slide["origin"]["y_mm"]
    for axis, far in zip(slide["axes"], mm, strict=True):
        x += far * cos(radians(axis["direction_deg"]))
        y += far * sin(radians(axis["direction_deg"]))
    return x, y


def test_six_machines_with_different_habits_come_with_the_demo(demo: TestClient) -> None:
    found = demo.get("/api/machines").json()
    assert len(found) == 6
    assert len({tuple(m["sliders"]) for m in found}) == 6
    assert {len(m["sliders"]) for m in found} == {3, 4}


@pytest.mark.parametrize("name", ["Fellhouse Treadle", "Burnisher Pro", "Harrow Upright"])
def test_what_is_dialled_in_puts_the_marks_where_it_says(demo: TestClient, name: str) -> None:
    it = machine(demo, name)
    tamsin = demo_fit(demo, "Tamsin Orre")
    set_ = demo.get(f"/api/machines/{it['id']}/riders/{tamsin.fit}").json()
    data = it["file"]["machine"]
    split = len(data["saddle"]["axes"])
    mm = [b["mm"] for b in set_["blocks"]]
    for mark, slide, part in (("saddle", "saddle", mm[:split]), ("hand", "bar", mm[split:])):
        x, y = along(data[slide], part)
        goal = tamsin.cell(mark, "goal")
        assert goal is not None
        off = set_[mark]
        assert (x - goal[0], y - goal[1]) == pytest.approx((off["x_mm"], off["y_mm"]), abs=0.01)
        # A stop either way on any slider is no nearer, each way in its own tolerance.
        tol = (3, 2) if mark == "saddle" else (5, 5)
        best = hypot(off["x_mm"] / tol[0], off["y_mm"] / tol[1])
        start = 0 if mark == "saddle" else split
        for k in range(len(part)):
            for beside in set_["blocks"][start + k]["beside"]:
                moved = [*part]
                moved[k] = beside["mm"]
                u, v = along(data[slide], moved)
                assert hypot((u - goal[0]) / tol[0], (v - goal[1]) / tol[1]) >= best - 1e-9
    back = demo.post(f"/api/machines/{it['id']}/marks", json={"saddle_mm": mm[:split], "bar_mm": mm[split:]}).json()
    assert (back["saddle"]["x_mm"], back["saddle"]["y_mm"]) == pytest.approx(along(data["saddle"], mm[:split]))


def test_a_machine_without_the_crank_dials_in_what_its_own_asks(demo: TestClient) -> None:
    it = machine(demo, "Burnisher Pro")
    piran = demo_fit(demo, "Piran Lowe")
    set_ = demo.get(f"/api/machines/{it['id']}/riders/{piran.fit}").json()
    assert (set_["crank_mm"], set_["crank_off_mm"]) == (175, -5)
    assert set_["says"] == "cranks 175, not 180: saddle and hand +5 for it"
    goal = piran.cell("saddle", "goal")
    assert goal is not None
    height = next(b["mm"] for b in set_["blocks"] if b["name"] == "Saddle height")
    assert 4 <= height - goal[1] <= 6


def test_every_rider_has_a_line_or_a_reason(demo: TestClient) -> None:
    lines = {r["rider"]: r for r in demo.get(f"/api/machines/{machine(demo, 'Gantry Mill')['id']}/riders").json()}
    assert len(lines) == 12
    assert {"Petroc Hale, The summer bike", "Petroc Hale, The winter bike"} <= set(lines)
    assert lines["Kerra Lannick"]["why_not"] == "pads do not go on this machine's bar as they are: measure them there"
    assert lines["Wenna Tolland"]["why_not"] == "saddle and hand are still to be measured"
    assert lines["Tamsin Orre"]["settings"] == ["410", "65", "315", "260"]
    assert lines["Tamsin Orre"]["within"]
    refused = demo.get(
        f"/api/machines/{machine(demo, 'Gantry Mill')['id']}/riders/{demo_fit(demo, 'Wenna Tolland').fit}"
    )
    assert refused.status_code == 422
    assert refused.json()["message"] == "Nothing to dial in: saddle and hand are still to be measured."


def test_a_card_has_a_page_a_rider_with_every_figure(demo: TestClient) -> None:
    it = machine(demo, "Fellhouse Treadle")
    fits = [demo_fit(demo, name).fit for name in ("Tamsin Orre", "Halvard Stroud")]
    sent = demo.get(f"/api/machines/{it['id']}/card.pdf", params={"fits": fits})
    assert sent.status_code == 200
    pages = [" ".join(p.extract_text().split()) for p in PdfReader(io.BytesIO(sent.content)).pages]
    assert len(pages) == 2
    for page, fit in zip(pages, fits, strict=True):
        set_ = demo.get(f"/api/machines/{it['id']}/riders/{fit}").json()
        for block in set_["blocks"]:
            assert f"{block['number']} {block['name']} {block['label']} {block['lies']}" in page


def test_machines_go_out_and_come_in_the_same(demo: TestClient, empty: TestClient) -> None:
    assert empty.get("/api/machines").json() == []
    assert empty.get("/api/machines/file").status_code == 422
    out = demo.get("/api/machines/file")
    assert empty.put("/api/machines", json=out.json()).json() == {"kept": 6}
    assert empty.get("/api/machines/file").json() == out.json()
    # The same name again takes the place of the first.
    again = json.loads(demo_machines())["machines"][:1]
    again[0]["note"] = "moved to the hall"
    empty.put("/api/machines", json={"machines": again})
    found = empty.get("/api/machines").json()
    assert len(found) == 6
    kept = next(m for m in found if m["file"]["name"] == again[0]["name"])
    assert kept["file"]["note"] == "moved to the hall"
    assert empty.delete(f"/api/machines/{kept['id']}").status_code == 204
    assert len(empty.get("/api/machines").json()) == 5
    assert empty.delete(f"/api/machines/{kept['id']}").status_code == 404


def test_a_machine_is_mended_by_tape_and_then_dials_in_otherwise(demo: TestClient) -> None:
    it = machine(demo, "Burnisher Pro")
    fit = demo_fit(demo, "Tamsin Orre").fit
    where = f"/api/machines/{it['id']}"
    before = demo.get(f"{where}/riders/{fit}").json()["blocks"]
    # The tape finds the saddle four higher and three forward of what the scales say, everywhere.
    taped = [
        {"mm": [up, back], "at": {"x_mm": 3 - back, "y_mm": up + 4}}
        for up, back in ((600, 150), (750, 150), (750, 250))
    ]
    looked = demo.post(f"{where}/calibrate", json={"mark": "saddle", "taped": taped}).json()
    assert (looked["moved"]["x_mm"], looked["moved"]["y_mm"]) == pytest.approx((3, 4), abs=0.01)
    assert looked["turned_deg"] == pytest.approx([0, 0], abs=1e-3)
    assert demo.get(f"{where}/riders/{fit}").json()["blocks"] == before
    demo.post(f"{where}/calibrate", json={"mark": "saddle", "taped": taped, "keep": True})
    after = demo.get(f"{where}/riders/{fit}").json()["blocks"]
    assert after[0]["mm"] - before[0]["mm"] == -4
    assert after[1]["mm"] - before[1]["mm"] == 3
    assert after[2:] == before[2:]


def test_a_file_that_is_no_machine_is_refused_by_its_field(demo: TestClient) -> None:
    bad = json.loads(demo_machines())
    del bad["machines"][0]["machine"]["saddle"]["axes"][0]["direction_deg"]
    refused = demo.put("/api/machines", json=bad)
    assert refused.status_code == 422
    assert "direction_deg" in refused.json()["field"]
    wrong = demo.post(
        f"/api/machines/{machine(demo, 'Burnisher Pro')['id']}/marks", json={"saddle_mm": [1], "bar_mm": [1, 2]}
    )
    assert (wrong.status_code, wrong.json()["field"]) == (422, "saddle_mm")
    assert wrong.json()["allowed"] == "Saddle height, Saddle setback"


def test_an_own_bike_is_levelled_on_a_trainer(demo: TestClient) -> None:
    fit = demo_fit(demo, "Tamsin Orre").fit

    def own(**asked: Any) -> dict[str, Any]:
        found: dict[str, Any] = demo.get(f"/api/machines/own/{fit}", params=asked).json()
        return found

    bare = own()
    # The frame's wheels, 346; the wheelbase was taped at 1014. How high a trainer holds the axle nobody knows yet.
    assert [(k["value_mm"], k["source"]) for k in bare["known"]] == [(346, "frame"), (346, "frame"), (1014, "read")]
    assert (bare["headline"], bare["taped"]) == ("Tape the rear axle in the trainer", False)
    assert not any("block" in step for step in bare["steps"])
    lifted = own(rear_axle_mm=376)
    assert lifted["headline"] == "30 mm under the front wheel"
    assert lifted["says"] == "As it stands the nose dips 1.7° and the saddle lies 21 mm further forward."
    assert lifted["within"] is False
    assert "Front wheel on a block of 30 mm that cannot roll off." in lifted["steps"]
    assert "Tape the front axle: 376 mm over the floor the trainer stands on." in lifted["steps"]
    there = own(rear_axle_mm=376, block_mm=30)
    assert there["says"] == "Level, every mark is as on the road; nothing on the bike is touched."
    assert there["within"] is True
    assert there["marks"] == there["goals"]
    low = own(held="axle", rear_axle_mm=330)
    assert low["headline"] == "16 mm under the trainer"
    assert "Raise the trainer's feet by 16 mm, all alike." in low["steps"]
    taped = own(held="axle", rear_axle_mm=365, front_axle_mm=352)
    assert taped["headline"] == "13 mm more under the front wheel"
    assert own(held="axle", rear_axle_mm=365, front_axle_mm=366)["headline"] == "Level"
    empty = demo_fit(demo, "Wenna Tolland").fit
    nothing = demo.get(f"/api/machines/own/{empty}")
    assert (nothing.status_code, nothing.json()["message"]) == (422, "This bike is still to be measured.")


def typed(**changed: Any) -> dict[str, Any]:
    """A machine as it would be typed by hand."""
    slide = {
        "origin": {"x_mm": -100, "y_mm": 400},
        "axes": [
            {"name": "Up", "direction_deg": 90, "stops": "0 to 300 by 10"},
            {"name": "Along", "direction_deg": 0, "stops": "A=-20; B=0; C=20"},
        ],
    }
    bar = {
        "origin": {"x_mm": 450, "y_mm": 420},
        "axes": [{"name": "Rise", "direction_deg": 100, "stops": "3..=0 to 40 by 8"}],
    }
    return {"name": "Hob Two", "saddle": slide, "bar": bar, "cranks": "165; 172,5, 170", **changed}


def test_a_machine_by_hand_is_drawn_where_its_numbers_say_and_kept(demo: TestClient) -> None:
    draft = demo.post("/api/machines/draft", json=typed()).json()
    assert draft["stops"] == [31, 3, 6]
    # The middle stops: 150 up, 0 along; the bar's fourth hole at 24, ten degrees behind plumb.
    assert (draft["saddle"]["x_mm"], draft["saddle"]["y_mm"]) == pytest.approx((-100, 550))
    assert draft["hand"]["x_mm"] == pytest.approx(450 + 24 * cos(radians(100)))
    assert draft["hand"]["y_mm"] == pytest.approx(420 + 24 * sin(radians(100)))
    assert [n["what"] for n in draft["notes"]] == ["origin", "1", "2", "origin", "3"]
    assert not draft["takes_place"]
    assert draft["file"]["machine"]["cranks_mm"] == [165, 172.5, 170]
    assert [s["label"] for s in draft["file"]["machine"]["bar"]["axes"][0]["stops"]] == list("345678")
    assert demo.put("/api/machines", json={"machines": [draft["file"]]}).json() == {"kept": 1}
    assert demo.post("/api/machines/draft", json=typed()).json()["takes_place"]
    it = machine(demo, "Hob Two")
    again = demo.get(f"/api/machines/{it['id']}/typed").json()
    assert again["bar"]["axes"][0]["stops"] == "3..=0 to 40 by 8"
    assert again["saddle"]["axes"][1]["stops"] == "A=-20; B=0; C=20"
    assert demo.post("/api/machines/draft", json=again).json()["file"] == draft["file"]


@pytest.mark.parametrize(
    ("changed", "field", "message"),
    [
        ({"name": " "}, "name", "A machine has a name."),
        ({"cranks": "long"}, "cranks", "These are no lengths."),
        ({"cranks": "20"}, "cranks_mm.0", "cranks_mm.0: Input should be greater than or equal to 80"),
    ],
)
def test_what_no_machine_has_is_refused_by_its_field(
    demo: TestClient, changed: dict[str, str], field: str, message: str
) -> None:
    refused = demo.post("/api/machines/draft", json=typed(**changed))
    assert (refused.status_code, refused.json()["field"], refused.json()["message"]) == (422, field, message)


@pytest.mark.parametrize(
    "stops", ["", " ; ", "0 to 10", "0 to 10 by 0", "10 to 0 by 1", "0 to 9000000 by 1", "A=x", "A=1=2", "5..=a"]
)
def test_stops_that_cannot_be_read_are_refused(demo: TestClient, stops: str) -> None:
    asked = typed()
    asked["saddle"]["axes"][0]["stops"] = stops
    refused = demo.post("/api/machines/draft", json=asked)
    assert (refused.status_code, refused.json()["field"]) == (422, "saddle.axes.0.stops")
    assert "0 to 120 by 5" in refused.json()["allowed"]


def test_machines_go_out_as_a_table_and_come_back_the_same(demo: TestClient, empty: TestClient) -> None:
    demo.put(
        "/api/machines", json={"machines": [demo.post("/api/machines/draft", json=typed(note="=1+1")).json()["file"]]}
    )
    table = demo.get("/api/machines/file.csv").text
    assert "'=1+1" in table, "no cell begins like a formula"
    assert empty.post("/api/machines/table", json={"text": table}).json() == {"kept": 7}
    files = [[m["file"] for m in client.get("/api/machines").json()] for client in (demo, empty)]
    assert files[0] == files[1]
    lines = table.splitlines()
    broken = lines[1].replace(",saddle,", ",seat,", 1)
    for text, field in (
        ("machine,note\nA,b\n", "mark"),
        ("\n".join([lines[0]]), "text"),
        ("\n".join([lines[0], broken]), "line 2.mark"),
        ("\n".join([lines[0], lines[1]]), "bar"),
        ('a,"b\nc', "machine"),
    ):
        refused = empty.post("/api/machines/table", json={"text": text})
        assert (refused.status_code, refused.json()["field"]) == (422, field), refused.text


AXES = st.lists(
    st.tuples(st.text(st.characters(categories=["L", "N"]), min_size=1, max_size=8), st.integers(-500, 500)),
    min_size=1, max_size=12,
)  # fmt: skip


@given(AXES)
def test_every_line_of_stops_is_read_back(stops: list[tuple[str, int]]) -> None:
    axis = AxisIn.model_validate({
        "name": "A", "direction_deg": 0, "stops": [{"label": label, "mm": mm / 2} for label, mm in stops],
    })  # fmt: skip
    read = read_stops(stops_text(axis), "stops")
    assert read["stops"] == [s.model_dump() for s in axis.stops or []]
