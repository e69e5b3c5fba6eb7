"""Schools: the house's answers decide until a file gives its own, and each says what it would take here."""

from __future__ import annotations

from math import hypot
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import Fitter, demo_fit
from waymark.core.errors import InputError
from waymark.core.rules.schools import SCHOOLS
from waymark.rooms.files.migrated import migrated


def house(client: TestClient, **schools: str | None) -> dict[str, Any]:
    """The house's answers by question after some were set."""
    answer = client.put("/api/house/schools", json={"schools": schools})
    assert answer.status_code == 200, answer.text
    return {line["key"]: line for line in answer.json()}


def asked(fitter: Fitter, post: str = "goal") -> dict[str, Any]:
    """The questions a post asks, as this file answers them."""
    view = fitter.read(post)
    lines = view["goal"]["asks"] if post == "goal" else view["frame"]["schools"]
    return {line["key"]: line for line in lines}


def taken(fitter: Fitter, kind: str) -> dict[str, Any]:
    """The last step of a kind in the chain."""
    return [x for x in fitter.read("goal")["goal"]["lines"] if x["kind"] == kind][-1]


def test_every_question_is_asked_of_the_house_with_its_reasons(demo: TestClient) -> None:
    lines = demo.get("/api/house/schools").json()
    assert {line["key"] for line in lines} == set(SCHOOLS)
    assert [line["asked_at"] for line in lines] == sorted(
        (line["asked_at"] for line in lines), key=["goal", "frame", "build"].index
    )
    for line in lines:
        assert line["taken"] == line["usual"] == line["choices"][0]["key"]
        assert all(c["reason"].endswith(".") for c in line["choices"])


def test_the_house_decides_until_a_file_says_otherwise(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    before = asked(fitter, "frame")["width"]
    assert (before["taken"], before["house"], before["own"]) == ("acromion", "acromion", False)
    house(demo, width="wider", crank="proportion")
    assert asked(fitter, "frame")["width"]["taken"] == "wider"
    fitter.edit("frame.school", {"question": "width", "school": "narrower"}, "frame")
    own = asked(fitter, "frame")["width"]
    assert (own["taken"], own["house"], own["own"]) == ("narrower", "wider", True)
    house(demo, width=None)
    assert asked(fitter, "frame")["width"]["taken"] == "narrower"
    fitter.edit("frame.school", {"question": "width", "school": None}, "frame")
    assert fitter.sheet["history"][0]["said"] == "Bar width: as the house has it"
    assert asked(fitter, "frame")["width"]["taken"] == "acromion"
    assert asked(fitter)["crank"]["taken"] == "proportion"


@pytest.mark.parametrize(
    ("schools", "field", "allowed"),
    [
        ({"colour": "red"}, "schools", ", ".join(SCHOOLS)),
        ({"crank": "deltas"}, "schools.crank", "keep, shorter, proportion, longer"),
    ],
)
def test_what_is_no_answer_is_refused(demo: TestClient, schools: dict[str, str], field: str, allowed: str) -> None:
    refused = demo.put("/api/house/schools", json={"schools": {"cleat": "over", **schools}})
    assert (refused.status_code, refused.json()["field"], refused.json()["allowed"]) == (422, field, allowed)
    assert {x["key"]: x["taken"] for x in demo.get("/api/house/schools").json()}["cleat"] == "behind"
    file = demo_fit(demo, "Tamsin Orre").send("goal.school", {"question": "start", "school": "ramp"}, "goal")
    assert (file.status_code, file.json()["field"]) == (422, "goal.school.school")


def test_a_step_to_another_use_follows_the_school_unless_it_names_one(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    house(demo, translate="body")
    step = {"kind": "discipline", "to": "gravel"}
    fitter.edit("goal.add", {"step": step}, "goal")
    assert fitter.sheet["state"]["goal"]["chain"][-1]["step"]["school"] == "body"
    fitter.edit("goal.add", {"step": {**step, "school": "deltas"}}, "goal")
    assert fitter.sheet["state"]["goal"]["chain"][-1]["step"]["school"] == "deltas"


def test_each_school_of_cranks_says_what_it_takes_and_why(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("goal.add", {"step": {"kind": "crank", "to_mm": 165}}, "goal")
    picks = {p["key"]: p for p in taken(fitter, "crank")["picks"]}
    # An inseam of 825: 0.20 and 0.216 of it are 165 and 178.2.
    assert picks["keep"]["takes_mm"] == picks["proportion"]["takes_mm"] == 170
    assert picks["proportion"]["says"] == "165 to 178 for this leg."
    assert (picks["longer"]["takes_mm"], picks["longer"]["says"]) == (177.5, "The longest inside 165 to 178.")
    assert [k for k, p in picks.items() if p["taken"]] == ["keep"]
    assert fitter.read("goal")["goal"]["crank_to_mm"] == 160
    fitter.edit("goal.school", {"question": "crank", "school": "longer"}, "goal")
    assert [k for k, p in {p["key"]: p for p in taken(fitter, "crank")["picks"]}.items() if p["taken"]] == ["longer"]
    stops = {s["crank_mm"]: s for s in taken(fitter, "crank")["stops"]}
    assert stops[170]["foot_lower_mm"] == stops[170]["torque_percent"] == 0
    assert stops[160]["torque_percent"] == pytest.approx(100 * (160 / 170 - 1))
    assert stops[160]["gain_percent"] == pytest.approx(100 * (170 / 160 - 1))
    # Ten shorter, and the saddle about ten higher: twice ten at the top.
    assert stops[160]["foot_lower_mm"] == pytest.approx(20, abs=1)
    assert stops[160]["toe_mm"] == pytest.approx(stops[170]["toe_mm"] + 10, abs=1)


def test_each_school_of_cleats_says_where_it_has_them(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("goal.add", {"step": {"kind": "foot", "cleat_aft_by_mm": 5}}, "goal")
    picks = [(p["key"], p["takes_mm"], p["says"]) for p in taken(fitter, "foot")["picks"]]
    assert picks == [
        ("behind", 5, "5 to 15 behind the ball."),
        ("over", 0, "The ball of the foot straight over the axle."),
        ("aft", None, "As far as the shoe's holes let it."),
    ]


def test_without_a_bike_a_first_guess_is_taken_for_the_goal_and_called_one(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Wenna Tolland")
    assert fitter.read("goal")["goal"]["headline"] == "Nothing measured yet"
    fitter.edit("goal.guess", {"on": True}, "goal")
    view = fitter.sheet["goal"]
    assert (view["headline"], view["is_guess"], view["first"]["on"]) == ("A first guess", True, True)
    guess = view["first"]
    assert fitter.cell("saddle", "goal") == (round(guess["saddle"]["x_mm"]), round(guess["saddle"]["y_mm"]))
    assert fitter.cell("saddle", "now") is None
    assert [s["name"] for s in fitter.sheet["trail"] if "a first guess" in s.values()] == ["goal"]
    high = fitter.cell("hand", "goal")
    fitter.edit("goal.carry", {"use": "city"}, "goal")
    upright = fitter.cell("hand", "goal")
    assert high and upright
    assert upright[1] > high[1] + 60
    assert fitter.sheet["goal"]["lines"] == []
    # Once a bike is measured it is the bike that counts.
    fitter.measure()
    assert fitter.read("goal")["goal"]["is_guess"] is False
    refused = fitter.send("goal.guess", {"on": True}, "goal")
    assert (refused.status_code, refused.json()["field"]) == (422, "goal.guess.on")


def test_where_a_guess_begins_is_a_school_too(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Wenna Tolland")
    rider = fitter.sheet["rider"]
    body = {"base_revision": rider["revision"], "measures": {"inseam": {"typed": "740"}}}
    assert demo.patch(f"/api/riders/{rider['id']}", json=body).status_code == 200
    fitter.read("goal")
    fitter.edit("goal.guess", {"on": True}, "goal")
    heights = {}
    for school in ("model", "0.883", "1.09", "heel"):
        fitter.edit("goal.school", {"question": "start", "school": school}, "goal")
        first = fitter.sheet["goal"]["first"]
        heights[school] = hypot(first["saddle"]["x_mm"], first["saddle"]["y_mm"])
        assert [g["bb_to_saddle_mm"] for g in first["guesses"] if g["taken"]] == pytest.approx([heights[school]])
    # 172.5 is 0.233 of this leg: the nearest that lies inside 0.20 to 0.216 is 157.5, not sold; 155 is.
    assert first["says"][0] == "Guesses until a bike is measured; with cranks of 155."
    assert heights["0.883"] == pytest.approx(0.883 * 740)
    assert heights["1.09"] == pytest.approx(1.09 * 740 - 155)
    assert heights["heel"] == pytest.approx(1.053 * 740 + 25 + 75 - 80 - 155)
    assert heights["model"] not in (heights["0.883"], heights["1.09"])


def test_what_an_older_file_never_chose_is_the_houses_to_decide() -> None:
    every = {"between": "headroom", "rotation": "palm", "standover": "after", "step_over": "after", "width": "acromion"}
    old = {"version": 3, "frame": {"schools": every}, "notes": "kept"}
    assert migrated(old) == {
        "version": 4,
        "frame": {"schools": {"rotation": "palm", "step_over": "after"}},
        "notes": "kept",
    }
    for odd in ({"frame": []}, {"frame": "x"}, {"frame": {"schools": [1]}}):
        if odd["frame"]:
            with pytest.raises(InputError, match="These are no schools"):
                migrated({"version": 3, **odd})


def test_what_is_planned_for_a_guess_says_so_before_it_is_built(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Wenna Tolland")
    fitter.edit("goal.carry", {"use": "endurance"}, "goal")
    fitter.edit("goal.guess", {"on": True}, "frame")
    offer = next(o for o in fitter.read("frame")["frame"]["offers"] if o["verdict"] == "in")
    fitter.edit("frame.choose", {"size": offer["id"]}, "setup")
    assert fitter.sheet["setup"]["warnings"][0] == "Made for a first guess: no bike was measured."
    lines = [
        i["text"] for page in demo.get(f"/api/fits/{fitter.fit}/card").json() for i in page["items"] if i.get("text")
    ]
    assert any("Made for a first guess" in text for text in lines)
