"""The Frame post over the whole: frontier, what is looked at, schools, two sizes, no fit, and other front ends."""

from __future__ import annotations

import json
import re
from typing import Any
from xml.etree import ElementTree

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import Fitter, demo_fit
from waymark.core.search import exact, recommend
from waymark.rooms.plan import question


@pytest.fixture
def fitter(demo: TestClient) -> Fitter:
    """Somebody at the gravel file."""
    return demo_fit(demo, "Tamsin Orre")


def frames(fitter: Fitter) -> dict[str, Any]:
    """The Frame post as it stands."""
    return fitter.read("frame")["frame"]


def test_every_line_of_the_frontier_can_be_taken_and_gives_what_it_says(fitter: Fitter) -> None:
    lines = frames(fitter)["frontier"]
    assert 6 <= len(lines) <= 60
    # One line a size.
    assert len({x["id"] for x in lines}) == len(lines)
    for x in lines[:6]:
        sheet = fitter.edit("frame.choose", {"size": x["id"], "front": x["front"]}, "frame")
        hand = next(r for r in sheet["ledger"] if r["mark"] == "hand")
        assert (hand["miss"]["show_x"], hand["miss"]["show_y"]) == (x["show_x"], x["show_y"])
        mine = [y for y in sheet["frame"]["frontier"] if y["chosen"]]
        assert [(y["id"], y["front"]) for y in mine] == [(x["id"], x["front"])]
        assert x["stands"].endswith("down.")
        assert x["gives_up"].startswith("Against it: ") or x["gives_up"] == "Nothing of note against it."


def test_no_offer_beats_a_frontier_line_on_everything(fitter: Fitter) -> None:
    view = frames(fitter)
    best = min(o["miss_mm"] for o in view["offers"] if o["verdict"] != "out")
    assert any(x["miss_mm"] <= best + 1 for x in view["frontier"])
    assert all(x["verdict"] != "out" for x in view["frontier"])


def test_what_is_looked_at_narrows_the_search_and_is_remembered(fitter: Fitter) -> None:
    near = frames(fitter)["look"]
    assert set(near["kinds"]) == {"gravel"}
    fitter.edit("frame.look", {"at": {"kinds": ["gravel"], "materials": ["steel"], "bars": False}}, "frame")
    view = fitter.sheet["frame"]
    assert {o["kind"] for o in view["offers"]} == {"gravel"}
    assert {x["front"]["part"] for x in view["frontier"]} == {None}
    assert "Looking at gravel; steel" in str(fitter.sheet["history"][0]["said"])
    fitter.edit("frame.look", {"at": {"tags": ["bags"]}}, "frame")
    # The chosen size stays in sight whatever is looked at.
    assert {o["frame"] for o in fitter.sheet["frame"]["offers"]} == {
        "Mossfoot Cairnside",
        "Ostrel Drift",
    } | {o["frame"] for o in fitter.sheet["frame"]["offers"] if o["held"]}
    for bad in (
        {"at": {"kinds": ["boat"]}},
        {"at": {"price_most": 9}},
        {"at": "steel"},
        {"at": {"colour": 1}},
    ):
        assert fitter.send("frame.look", bad).status_code == 422


def test_schools_decide_and_are_named(fitter: Fitter) -> None:
    first = {s["key"]: s["taken"] for s in frames(fitter)["schools"]}
    taken = {"between": "headroom", "rotation": "ramp", "standover": "after", "step_over": "first", "width": "acromion"}
    assert first == taken
    fitter.edit("frame.school", {"question": "rotation", "school": "drop_end"}, "frame")
    assert fitter.sheet["history"][0]["said"] == "Bar rotation: drop end level"
    turned = {x["build"] for x in fitter.sheet["frame"]["frontier"]}
    fitter.edit("frame.school", {"question": "rotation", "school": "ramp"}, "frame")
    assert turned != {x["build"] for x in fitter.sheet["frame"]["frontier"]}
    for bad in ({"question": "rotation", "school": "sideways"}, {"question": "luck", "school": "yes"}, {}):
        assert fitter.send("frame.school", bad).status_code == 422


def test_standover_first_is_a_gate_with_its_millimetres(fitter: Fitter) -> None:
    fitter.edit("frame.look", {"at": {"kinds": ["trail", "gravel"]}}, "frame")
    rooms = {(o["frame"], o["size"]): o["standover_room_mm"] for o in fitter.sheet["frame"]["offers"]}
    tight = {k for k, v in rooms.items() if v is not None and v < 25}
    assert tight
    fitter.edit("frame.school", {"question": "standover", "school": "first"}, "frame")
    for o in fitter.sheet["frame"]["offers"]:
        if (o["frame"], o["size"]) in tight:
            assert o["verdict"] == "out"
            assert "tandover" in o["sentence"]
            assert "short of 25" in o["sentence"]


def test_two_sizes_point_by_point_with_three_verdicts(fitter: Fitter) -> None:
    view = frames(fitter)
    assert [v["school"] for v in view["between"]] == ["headroom", "smaller", "larger"]
    assert {v["takes"] for v in view["between"]} == {"A", "B"}
    labels = [r["label"] for r in view["compared"]]
    for label in (
        "Miss",
        "Room up, down",
        "Reach, equal height",
        "Likely reached",
        "Saddle up, down",
        "Standover room",
    ):
        assert label in labels
    assert all(r["b"] is not None for r in view["compared"])
    fitter.edit("frame.hold", {"size": None}, "frame")
    assert fitter.sheet["frame"]["between"] == []


def test_a_one_piece_cockpit_only_in_its_listed_combinations(fitter: Fitter) -> None:
    fitter.edit("frame.look", {"at": {"kinds": ["gravel", "road"]}}, "frame")
    shelf = fitter.client.get("/api/shelves/frames").json()
    marl = next(s["id"] for s in shelf if (s["size"]["frame"], s["size"]["size"]) == ("Corvane Marl", "54"))
    sheet = fitter.edit("frame.choose", {"size": marl}, "build")
    build = sheet["state"]["build"]
    assert build["cockpit"]["name"] in ("Corvane Oneform", "Ostrel Single")
    combination = f"{build['stem']['length_mm']:g}/{build['cockpit_width_mm']:g}"
    assert combination in build["cockpit"]["listed"]
    rails = {r["name"]: [s["value"] for s in r["stops"]] for r in sheet["build"]["rails"]}
    assert rails["length"] == sorted(
        float(x.split("/")[0]) for x in build["cockpit"]["listed"] if x.endswith(f"/{build['cockpit_width_mm']:g}")
    )
    refused = fitter.send("build.stem", {"length_mm": 150, "angle_deg": build["stem"]["angle_deg"]})
    assert refused.status_code == 422
    assert "lists no such" in refused.json()["message"]
    own = build["cockpit"]["spacers_mm"]
    assert fitter.send("build.spacers", {"height_mm": 2.5}).status_code == (200 if 2.5 in own else 422)
    fitter.read("build")
    fitter.edit("build.spacers", {"height_mm": 10}, "build")
    assert fitter.send("build.turn_stem", {"over": True}).status_code == 422
    card = fitter.client.get(f"/api/fits/{fitter.fit}/card").json()
    assert build["cockpit"]["name"] in str(card)


def test_the_ladder_takes_another_front_end(fitter: Fitter) -> None:
    fronts = fitter.read("build")["build"]["fronts"]
    costs = [f["cost"] for f in fronts]
    assert costs == sorted(costs, key=["free", "small part", "part", "dear part"].index)
    other = next(f for f in fronts if f["cost"] == "dear part")
    sheet = fitter.edit("build.front", {"front": other["front"]}, "build")
    hand = next(r for r in sheet["ledger"] if r["mark"] == "hand")
    assert (hand["miss"]["show_x"], hand["miss"]["show_y"]) == (other["show_x"], other["show_y"])
    assert [f["front"] for f in sheet["build"]["fronts"] if f["chosen"]] == [other["front"]]
    assert sheet["build"]["bar"]["new"] is True
    assert fitter.send("build.front", {"front": {"part": 1}}).status_code == 422


def test_where_nothing_fits_there_are_numbers_and_a_drawing(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Piran Lowe")
    view = frames(fitter)
    assert view["no_fit"]["nearest"]
    assert all(any(c.isdigit() for c in words) for words in view["no_fit"]["nearest"])
    svg = demo.get(f"/api/fits/{fitter.fit}/frame-drawing.svg")
    tree = ElementTree.fromstring(svg.text)  # noqa: S314 our own drawing
    words = [t.text or "" for t in tree.iter("{http://www.w3.org/2000/svg}text")]
    for asked in ("Stack", "Reach", "Head angle", "Seat angle", "Chainstay", "± 2 mm", "± 0.3°"):
        assert asked in words
    stack = float(words[words.index("Stack") + 1])
    look = view["look_for"]
    assert look["stack_least_mm"] - 25 < stack < look["stack_greatest_mm"] + 25
    pdf = demo.get(f"/api/fits/{fitter.fit}/frame-drawing.pdf")
    assert pdf.content.startswith(b"%PDF")
    empty_fit = demo_fit(demo, "Wenna Tolland")
    assert demo.get(f"/api/fits/{empty_fit.fit}/frame-drawing.pdf").status_code == 422


def test_claims_begin_with_the_riders_own_numbers(demo: TestClient, fitter: Fitter) -> None:
    alone = demo.get("/api/claims").json()
    usual = {c["key"]: c for c in alone["claims"]}
    assert len(usual) == 18
    assert alone["rider"] is None
    assert not any(n["own"] for c in usual.values() for n in c["numbers"])
    mine = demo.get("/api/claims", params={"fit": fitter.fit}).json()
    own = {c["key"]: c for c in mine["claims"]}
    assert (mine["rider"]["height_mm"], mine["rider"]["foot_mm"]) == (1758.95, 258)
    numbers = {n["name"]: n for n in own["turn_over"]["numbers"]}
    chart = fitter.sheet["state"]["frame"]["chosen"]["chart"]
    assert (numbers["head_angle_deg"]["value"], numbers["head_angle_deg"]["own"]) == (
        chart["head_angle_deg"],
        True,
    )
    tried = demo.post(
        "/api/calc/claim.try",
        json={"claim": "turn_over", "values": {n: v["value"] for n, v in numbers.items()}, "rider": mine["rider"]},
    )
    assert tried.status_code == 200
    assert tried.json()["moved"]
    assert "cloth" in {shape["s"] for shape in tried.json()["picture"]["after"]}


def test_a_large_shelf_is_searched_line_by_line_and_can_be_left_off(
    first_look: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(question, "LONG_SIZES", 20)
    monkeypatch.setattr(exact, "ROWS", 8)
    monkeypatch.setattr(recommend, "ROWS", 8)
    fitter = demo_fit(first_look, "Tamsin Orre")
    before = frames(fitter)
    assert (before["searching"], before["offers"]) == (True, [])
    with first_look.stream("GET", f"/api/fits/{fitter.fit}/search") as answer:
        lines = [json.loads(line) for line in answer.iter_lines()]
    assert lines[-1] == {"ready": True}
    done = [x["done"] for x in lines[:-1]]
    assert done == sorted(done)
    assert done[-1] == lines[0]["of"]
    after = frames(fitter)
    assert after["searching"] is False
    assert after["frontier"]
    # Left off in the middle it stops, and nothing is remembered of it.
    fitter.nudge("hand", -3, 2, "frame")
    desk = first_look.app.state.desk  # type: ignore[attr-defined]
    with desk.store.looking() as session:
        facts = desk.look(session, fitter.fit).facts
    found: list[bool] = []
    steps = question.progress(facts, lambda: found.append(True))
    assert "done" in next(steps)
    steps.close()
    assert found == []
    assert frames(fitter)["searching"] is True
    assert frames(demo_fit(first_look, "Wenna Tolland"))["searching"] is False


def test_the_rules_of_the_event_keep_narrow_bars_out_and_tell_the_rest(fitter: Fitter) -> None:
    assert frames(fitter)["rules"] == []
    fitter.edit("frame.rule", {"rule": "nose_behind_bb_mm", "typed": "5 cm"}, "frame")
    fitter.edit("frame.rules_read", {"dated": "12 March"}, "frame")
    sheet = fitter.edit("frame.rule", {"rule": "least_bar_width_mm", "typed": "42 cm"}, "frame")
    assert sheet["state"]["frame"]["rules"] == {
        "nose_behind_bb_mm": 50,
        "least_bar_width_mm": 420,
        "dated": "12 March",
    }
    # The nose would be 44 behind, her own bar 400 wide: told, and on the card among the cautions, but not forbidden.
    told = sheet["frame"]["rules"]
    assert [x.rsplit(", ", 1)[1] for x in told[:2]] == ["6 short.", "20 short."]
    assert set(told) <= set(fitter.read("setup")["setup"]["cautions"])
    parts = {str(p["id"]): p["part"] for p in fitter.client.get("/api/shelves/parts").json()}
    fronts = [x["front"] for x in sheet["frame"]["frontier"] if x["front"]["part"] is not None]
    widths = [f["width_mm"] or parts[str(f["part"])]["width_mm"] for f in fronts]
    assert widths and min(widths) >= 420
    assert fitter.edit("frame.rule", {"rule": "least_bar_width_mm", "typed": ""}, "frame")["frame"]["rules"][
        1
    ].startswith("Look")
    wrong = fitter.send("frame.rule", {"rule": "nose_behind_bb_mm", "typed": "9 m"}).json()
    assert (wrong["field"], "200" in wrong["allowed"]) == ("frame.rule.typed", True)
    assert fitter.send("frame.rules_read", {"dated": "x" * 41}).json()["field"] == "commands.0.frame.rules_read.dated"


def test_a_line_says_which_school_decided_what(fitter: Fitter) -> None:
    fitter.edit("frame.school", {"question": "rotation", "school": "palm"}, "frame")
    sheet = fitter.edit("frame.school", {"question": "standover", "school": "first"}, "frame")
    for x in sheet["frame"]["frontier"]:
        assert ("the bar turned palm-led" in x["decided"]) == ("hoods rising" in x["build"])
        new_bar = x["front"]["part"] is not None
        assert (x["bar_why"] == "The bar by the shoulders, 362 mm and compact for numb hands.") == new_bar
        assert "standover first, as a gate" in x["decided"]
    own = next(x for x in frames(demo_fit(fitter.client, "Jory Penhale"))["frontier"] if x["front"]["part"] is None)
    assert own["decided"] is None


def test_a_crank_that_a_frame_does_not_take_is_named_with_its_millimetres(fitter: Fitter) -> None:
    fitter.edit("measure.read", {"key": "crank", "typed": "150"})
    view = frames(fitter)
    out = [o for o in view["offers"] if "crank: " in o["sentence"].lower()]
    assert out
    assert {o["verdict"] for o in out} == {"out"}
    assert all("mm shorter than the maker's least" in o["sentence"] for o in out)
    assert view["carry"] == len([o for o in view["offers"] if o["verdict"] != "out"])


def made(fitter: Fitter) -> dict[str, Any]:
    """The frame that would be made."""
    found: dict[str, Any] = fitter.client.get(f"/api/fits/{fitter.fit}/made").json()
    return found


def test_a_frame_to_have_made_is_chosen_by_rules_and_changed_by_hand(demo: TestClient) -> None:
    piran = demo_fit(demo, "Piran Lowe")
    first = made(piran)
    rows = {r["what"]: r for r in first["rows"]}
    assert not any(r["set_by_hand"] for r in first["rows"])
    # 905 from saddle to bar: as long a stem as an endurance bike is built with.
    assert rows["stem_length_mm"]["value"] == 130
    said = [f["says"] for f in first["follows"]]
    assert any(s.startswith("Head tube 348, 47 % of the stack; 17 to 36 is well made.") for s in said)
    assert "The bar can come 30 of spacer down without another stem." in said
    piran.edit("frame.made", {"what": "stem_angle_deg", "typed": "17"}, "frame")
    assert piran.sheet["history"][0]["said"] == "Made to measure, Stem angle: 17"
    after = made(piran)
    assert {r["what"]: r["value"] for r in after["rows"] if r["set_by_hand"]} == {"stem_angle_deg": 17}
    tube = next(f["says"] for f in after["follows"] if f["says"].startswith("Head tube"))
    # 11° more on 130 of stem lifts the clamp by 130·(sin 17 − sin 6) = 24 along the steerer: so much less head tube.
    assert abs(348 - int(re.findall(r"\d+", tube)[0]) - 24) <= 2
    page = fitter_page(piran)
    assert "stem 130 at +17°" in page
    piran.edit("frame.made", {"what": "stem_angle_deg", "typed": ""}, "frame")
    assert made(piran) == first
    for what, typed in (("stem_angle_deg", "80"), ("stem_length_mm", "long"), ("colour", "red")):
        assert piran.send("frame.made", {"what": what, "typed": typed}).status_code == 422
    refused = piran.send("frame.made", {"what": "chainstay_mm", "typed": "900"}).json()
    assert (refused["field"], refused["kept"]) == ("frame.made.typed", "900")
    # A fork so long that no head tube is left: said, and what would help.
    piran.edit("frame.made", {"what": "fork_length_mm", "typed": "600"}, "frame")
    brona = demo_fit(demo, "Brona Askwith")
    brona.edit("frame.made", {"what": "fork_length_mm", "typed": "560"}, "frame")
    stuck = made(brona)
    assert stuck["refused"].startswith("No head tube is left under this bar")
    assert [r["what"] for r in stuck["rows"]] == ["fork_length_mm"]
    drawing = brona.client.get(f"/api/fits/{brona.fit}/frame-drawing.svg")
    assert drawing.status_code == 422
    wenna = demo_fit(demo, "Wenna Tolland")
    assert wenna.client.get(f"/api/fits/{wenna.fit}/made").status_code == 422


def fitter_page(fitter: Fitter) -> str:
    """The words of the builder's drawing."""
    text = fitter.client.get(f"/api/fits/{fitter.fit}/frame-drawing.svg").text
    return " ".join(ElementTree.fromstring(text).itertext())  # noqa: S314 our own drawing
