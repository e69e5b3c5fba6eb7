"""The goal's chain over HTTP: carried, chosen within, parked, reordered, taken out; what follows on frame, card and sheet."""

from __future__ import annotations

import io
import re
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.rooms.test_fits import Fitter, demo_fit

Line = dict[str, Any]


@pytest.fixture
def brona(demo: TestClient) -> Fitter:
    """A rider with a road bike to come and no frame chosen."""
    return demo_fit(demo, "Brona Askwith")


def view(fitter: Fitter) -> dict[str, Any]:
    found: dict[str, Any] = fitter.read("goal")["goal"]
    return found


def by(line: Line, mark: str) -> tuple[float, float]:
    return line[mark]["x_mm"], line[mark]["y_mm"]


def cells(fitter: Fitter) -> dict[str, tuple[float, float]]:
    return {mark: cell for mark in ("saddle", "hand", "foot") if (cell := fitter.cell(mark, "goal")) is not None}


def test_another_use_carries_the_position_and_the_same_use_brings_it_back(brona: Fitter) -> None:
    brona.edit("goal.as_measured", {"mark": "hand"}, "goal")
    brona.edit("goal.from_use", {"use": "endurance"}, "goal")
    before = (brona.read("goal"), cells(brona))[1]
    brona.edit("goal.carry", {"use": "gravel"}, "goal")
    [line] = view(brona)["lines"]
    # Half-way between near and far: saddle 0 to −5 lower, hand 5 to 20 up and 0 to 15 back; halves upward.
    assert (by(line, "saddle"), by(line, "hand")) == ((0, -2), (-7, 13))
    assert line["title"] == "Endurance to gravel"
    after = cells(brona)
    assert after["saddle"] == (before["saddle"][0], before["saddle"][1] - 2)
    assert after["hand"] == (before["hand"][0] - 7, before["hand"][1] + 13)
    assert view(brona)["headline"] == "Hand 7 back and 13 up"
    assert brona.sheet["state"]["goal"]["discipline"] == "gravel"
    # Farther for rough ground, and the other school: within the same step, under the same number.
    step = {"kind": "discipline", "to": "gravel", "school": "deltas", "strength": 1}
    brona.edit("goal.set", {"id": line["id"], "step": step}, "goal")
    [line] = view(brona)["lines"]
    assert (by(line, "saddle"), by(line, "hand")) == ((0, -5), (-15, 20))
    schools = {c["value"]: by(c, "hand") for c in line["schools"]}
    assert schools["deltas"] == (-15, 20)
    brona.edit("goal.set", {"id": line["id"], "step": {**step, "school": "body"}}, "goal")
    [line] = view(brona)["lines"]
    assert by(line, "hand") == schools["body"]
    brona.edit("goal.carry", {"use": "endurance"}, "goal")
    assert view(brona)["lines"] == []
    assert cells(brona) == before


def test_steps_are_parked_reordered_said_and_taken_out(brona: Fitter) -> None:
    brona.edit("goal.add", {"step": {"kind": "crank", "to_mm": 160}, "words": "hip pinches at the top"}, "goal")
    brona.edit("goal.add", {"step": {"kind": "move", "mark": "hand", "by_x_mm": -6, "by_y_mm": 4}}, "goal")
    crank, hand = view(brona)["lines"]
    assert (crank["title"], crank["words"], crank["foot"]) == (
        "Crank 167.5 to 160",
        "hip pinches at the top",
        "crank −7.5",
    )
    with_both = cells(brona)
    assert with_both["foot"][0] == 160
    brona.edit("goal.order", {"id": hand["id"], "place": 1}, "goal")
    assert [x["id"] for x in view(brona)["lines"]] == [hand["id"], crank["id"]]
    assert cells(brona) == with_both
    brona.edit("goal.park", {"id": crank["id"]}, "goal")
    parked = next(x for x in view(brona)["lines"] if x["id"] == crank["id"])
    assert parked["parked"]
    assert by(parked, "saddle") == by(crank, "saddle")
    assert cells(brona)["foot"][0] == 167.5
    assert cells(brona)["saddle"][1] == with_both["saddle"][1] - by(crank, "saddle")[1]
    assert (
        view(brona)["note"]
        == "Steps from the measured marks: 1, and 1 parked. Each starts where the one above it ended."
    )
    brona.edit("goal.words", {"id": hand["id"], "words": "the drops are a finger too far"}, "goal")
    said = [c["said"] for c in brona.read("goal")["history"]]
    assert said[0] == "Hand moved: the drops are a finger too far"
    assert said[1] == "Parked: Crank 167.5 to 160"
    brona.edit("goal.take_out", {"id": hand["id"]}, "goal")
    brona.edit("goal.take_out", {"id": crank["id"]}, "goal")
    assert view(brona)["lines"] == []


def test_what_no_step_can_be_is_refused_by_name(brona: Fitter) -> None:
    brona.edit("goal.add", {"step": {"kind": "crank", "to_mm": 160}}, "goal")
    [line] = view(brona)["lines"]
    other = {"kind": "foot", "cleat_aft_by_mm": 3}
    for do, fields, field, allowed in (
        ("goal.set", {"id": line["id"], "step": other}, "goal.set.step", "crank"),
        ("goal.park", {"id": 77}, "goal.park.id", "1"),
        ("goal.take_out", {"id": 77}, "goal.take_out.id", "1"),
    ):
        answer = brona.send(do, fields, "goal")
        assert answer.status_code == 422
        assert (answer.json()["field"], answer.json()["allowed"]) == (field, allowed)
    wrong = brona.send("goal.add", {"step": {"kind": "crank", "to_mm": 300}}, "goal")
    assert wrong.status_code == 422
    assert "to_mm" in wrong.json()["field"]
    for _ in range(11):
        brona.edit("goal.add", {"step": other}, "goal")
    full = brona.send("goal.add", {"step": other}, "goal")
    assert full.json()["message"] == "The chain is as long as it may be."
    assert full.json()["allowed"] == "12 steps; take one out first"


def test_a_crank_of_the_goal_is_what_card_and_gate_speak_of(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    for line in view(tamsin)["lines"]:
        tamsin.edit("goal.take_out", {"id": line["id"]}, "goal")
    tamsin.edit("goal.add", {"step": {"kind": "crank", "to_mm": 165, "hands": "place"}}, "goal")
    tamsin.edit("goal.add", {"step": {"kind": "foot", "cleat_aft_by_mm": 6}}, "goal")
    text = PdfReader(io.BytesIO(demo.get(f"/api/fits/{tamsin.fit}/card.pdf").content)).pages[0].extract_text()
    printed = " ".join(text.split())
    assert "Cranks 165, not the old 170. Both cleats 6 aft. Pedal axle to sole 25." in printed
    assert "Cranks: 165, in place of 170" in printed
    assert "Cleats: 6 aft of where they are" in printed
    assert "Pedals and cleats as before" not in printed
    # A stance and turned cleats are no mark from the side; the mechanic reads them all the same.
    tamsin.edit("goal.add", {"step": {"kind": "foot", "apart_by_mm": 4, "heels_in_by_deg": 2}}, "goal")
    [*_, line] = view(tamsin)["lines"]
    assert (line["title"], line["foot"]) == ("Feet 4 farther apart, Heels 2° in", "feet +4 apart and heels +2° in")
    text = PdfReader(io.BytesIO(demo.get(f"/api/fits/{tamsin.fit}/card.pdf").content)).pages[0].extract_text()
    printed = " ".join(text.split())
    assert (
        "Each foot 2 further out: its cleat inward, or a washer the pedal’s maker allows. Cleats turned 2°: heels in."
        in printed
    )
    assert "Feet: 4 farther apart" in printed
    assert "Cleats: heels 2° in" in printed
    tamsin.read("goal")
    assert cells(tamsin)["foot"] == (165, 25)
    plan = tamsin.cell("foot", "plan")
    assert plan == (165, 25)


def test_a_road_rider_taken_to_pads_is_offered_frames_by_their_pads(brona: Fitter) -> None:
    brona.edit("goal.as_measured", {"mark": "hand"}, "goal")
    brona.edit("goal.carry", {"use": "time-trial"}, "goal")
    found = view(brona)
    [line] = found["lines"]
    assert found["headline"] == "Arms to pads"
    assert line["title"] == "To arm pads, 5° forward"
    assert (
        "brakes and gears are out of reach on the pads and the front steers slower: for open, straight roads"
        in (line["why"])
    )
    row = next(r for r in brona.sheet["ledger"] if r["mark"] == "hand")
    assert row["label"] == "Hand to pads"
    trunk = next(d for d in brona.sheet["dials"] if d["name"] == "trunk")
    assert trunk["value_deg"] == pytest.approx(25, abs=0.5)
    frame = brona.read("frame")["frame"]
    assert re.fullmatch(r"stem .*, pads \d+ behind the clamp, \d+ over it; .+", frame["recommended"]["build"])
    # Offsets from hood to hood end at the pads, and say so.
    brona.edit("goal.add", {"step": {"kind": "discipline", "to": "gravel"}}, "goal")
    last = view(brona)["lines"][-1]
    assert last["trouble"] == "The hands lie on arm pads: offsets from hood to hood say nothing of them."
    assert by(last, "hand") == (0, 0)


def test_a_chain_outlives_export_undo_and_an_empty_bike(brona: Fitter, demo: TestClient) -> None:
    before = (brona.read("goal"), cells(brona))[1]
    brona.edit("goal.carry", {"use": "cyclocross"}, "goal")
    after = (brona.read("goal"), cells(brona))[1]
    assert after != before
    brona.step("undo")
    brona.read("goal")
    assert cells(brona) == before
    brona.step("redo")
    brona.read("goal")
    assert cells(brona) == after
    wenna = demo_fit(demo, "Wenna Tolland")
    wenna.edit("goal.carry", {"use": "gravel"}, "goal")
    assert view(wenna)["headline"] == "Nothing measured yet"
    assert view(wenna)["lines"] == []


def test_the_riders_own_shares_weigh_the_goal(demo: TestClient) -> None:
    merryn = demo_fit(demo, "Merryn Ashcombe")
    merryn.edit("goal.from_use", {"use": "endurance"}, "goal")
    merryn.edit("goal.add", {"step": {"kind": "mix"}}, "goal")
    [line] = view(merryn)["lines"]
    assert line["title"] == "All its uses"
    # Gravel's middle is 2.5 lower, 7.5 back and 12.5 up; three tenths of it, in whole millimetres.
    assert line["why"] == ["what endurance 70 % and gravel 30 % have in common, each by its share"]
    assert (by(line, "saddle"), by(line, "hand")) == ((0, -1), (-2, 4))
    brona = demo_fit(demo, "Brona Askwith")
    brona.edit("goal.from_use", {"use": "endurance"}, "goal")
    brona.edit("goal.add", {"step": {"kind": "mix"}}, "goal")
    [line] = view(brona)["lines"]
    assert line["trouble"] == "No uses are recorded of this rider."


def test_a_rider_without_a_bike_gets_guesses_that_are_called_so(demo: TestClient) -> None:
    wenna = demo_fit(demo, "Wenna Tolland")
    first = view(wenna)["first"]
    assert [g["rule"] for g in first["guesses"]] == ["by the body"]
    assert first["says"] == [
        "Guesses until a bike is measured; with cranks of 167.5.",
        "The leg is taken from the height: an inseam makes it a better guess.",
        "By the body: knee 35° at its straightest, trunk 39.5°, arm to trunk 85°.",
    ]
    rider = wenna.sheet["rider"]
    body = {"base_revision": rider["revision"], "measures": {"inseam": {"typed": "790"}}}
    answer = demo.patch(f"/api/riders/{rider['id']}", json=body)
    assert answer.status_code == 200, answer.text
    heights = {g["rule"]: g["bb_to_saddle_mm"] for g in view(wenna)["first"]["guesses"]}
    assert heights["0.883 of the inseam"] == pytest.approx(0.883 * 790)
    assert heights["1.09 of the inseam, from the pedal"] == pytest.approx(1.09 * 790 - 170)
    assert heights["heel on the pedal, leg straight"] == pytest.approx(1.053 * 790 + 25 + 75 - 80 - 170)
    assert view(wenna)["first"]["says"][1] == (
        "The first two agree at an inseam of 821; longer and shorter legs part them."
    )
    # Once a bike is measured the guesses are gone.
    assert view(demo_fit(demo, "Brona Askwith"))["first"] is None


def test_what_hurts_leads_to_a_change_that_is_taken_as_a_step(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    tamsin.edit("goal.complain", {"complaint": "numb_hands"}, "goal")
    tamsin.edit("goal.complain", {"complaint": "low_back"}, "goal")
    wrong = view(tamsin)["wrong"]
    assert [x["name"] for x in wrong["complaints"] if x["on"]] == ["numb hands", "low back"]
    first = wrong["causes"][0]
    # Her bar was read 400 wide and her shoulders 362: the one number past its bound.
    assert (first["name"], first["shown"]) == ("bar too wide", "a bar 400 wide, over 382 for these shoulders")
    assert first["step"] is None
    by_key = {c["key"]: c for c in wrong["causes"]}
    # Her tape puts the saddle half a degree off level and her knee inside its window: neither is offered as a change.
    assert by_key["nose_down"]["against"]
    assert by_key["saddle_high"]["against"]
    assert by_key["saddle_high"]["step"] is None
    assert wrong["off_bike"][0] == "grips, gloves, tyre pressure, suspension, brakes that need a hard pull"
    assert wrong["doctor"].startswith("Pain that stays, numbness or swelling: stop")
    tamsin.edit("goal.complain", {"complaint": "hot_feet"}, "goal")
    cleat = next(c for c in view(tamsin)["wrong"]["causes"] if c["key"] == "cleat_forward")
    before = cells(tamsin)
    tamsin.edit("goal.add", {"step": cleat["step"], "words": "hot feet"}, "goal")
    line = view(tamsin)["lines"][-1]
    assert (line["title"], line["words"]) == ("Cleats 3 aft", "hot feet")
    assert cells(tamsin)["saddle"][1] == before["saddle"][1] + by(line, "saddle")[1]
    for gone in ("numb_hands", "low_back", "hot_feet"):
        tamsin.edit("goal.complain", {"complaint": gone, "on": False}, "goal")
    assert view(tamsin)["wrong"]["causes"] == []
    answer = tamsin.send("goal.complain", {"complaint": "gout"}, "goal")
    assert (answer.status_code, answer.json()["field"]) == (422, "goal.complain.complaint")


def test_what_the_bike_is_for_follows_the_chain(brona: Fitter) -> None:
    def use() -> str:
        kept: str = brona.read("goal")["state"]["goal"]["discipline"]
        return kept

    brona.edit("goal.add", {"step": {"kind": "discipline", "to": "cyclocross"}}, "goal")
    [line] = view(brona)["lines"]
    assert (use(), line["title"]) == ("cyclocross", "Road to cyclocross")
    brona.edit("goal.park", {"id": line["id"]}, "goal")
    assert use() == "road"
    brona.edit("goal.park", {"id": line["id"], "parked": False}, "goal")
    brona.edit("goal.add", {"step": {"kind": "aero"}}, "goal")
    assert use() == "time-trial"
    brona.edit("goal.take_out", {"id": view(brona)["lines"][1]["id"]}, "goal")
    assert use() == "cyclocross"
    brona.edit("goal.take_out", {"id": line["id"]}, "goal")
    assert (use(), view(brona)["from_use"]) == ("road", "road")
    # Taken out, the same use can be carried to again.
    brona.edit("goal.carry", {"use": "cyclocross"}, "goal")
    assert [x["title"] for x in view(brona)["lines"]] == ["Road to cyclocross"]


def test_a_frame_chosen_for_another_use_stays_in_sight_and_is_not_recommended(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    tamsin.edit("goal.carry", {"use": "time-trial"}, "goal")
    frame = tamsin.read("frame")["frame"]
    gravel = {o["frame"]: o for o in frame["offers"] if o["frame"] in ("Ostrel Drift", "Mossfoot Peat")}
    assert set(gravel) == {"Ostrel Drift", "Mossfoot Peat"}
    assert frame["recommended"]["frame"] not in gravel
    assert all("a frame for" not in f["says"] for f in frame["recommended"]["faults"])


def test_another_shoe_is_on_the_card_with_the_old_height_beside(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    tamsin.edit("goal.add", {"step": {"kind": "foot", "stack_by_mm": 4}}, "goal")
    line = view(tamsin)["lines"][-1]
    assert line["title"] == "Sole 4 higher over the axle"
    # A sole four higher lifts the foot: by the model the saddle follows by about 0.84 of it.
    assert by(line, "saddle")[1] == 3
    text = PdfReader(io.BytesIO(demo.get(f"/api/fits/{tamsin.fit}/card.pdf").content)).pages[0].extract_text()
    printed = " ".join(text.split())
    assert "Other pedals or shoes: axle to sole 29, not the old 25." in printed
    assert "as before" not in printed.split("Other pedals")[0][-40:]
