"""Angles of the rider called out in Measure: what they set, what they do not meet, and where that is seen."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import demo_fit


def dial(sheet: dict, name: str) -> dict:
    return next(d for d in sheet["dials"] if d["name"] == name)


def test_a_knee_that_was_read_sets_the_model_and_the_goal_with_it(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Brona Askwith")
    before = fitter.read("goal")
    was = dial(before, "knee")
    assert before["goal"]["set_to"] is None
    fitter.edit("measure.read", {"key": "knee_riding.right", "typed": "31"}, "goal")
    knee = dial(fitter.sheet, "knee")
    assert knee["now_deg"] == pytest.approx(31, abs=0.2)
    assert knee["sd_deg"] == pytest.approx(1, abs=0.05)
    assert was["sd_deg"] > 5
    # What a step changes stays as it was: differences were good before.
    assert knee["value_deg"] - knee["now_deg"] == pytest.approx(was["value_deg"] - was["now_deg"], abs=0.6)
    said = fitter.sheet["goal"]["set_to"]
    assert said.startswith("Set to knee riding 31°: hip joint ")
    # Left out, it sets nothing any more.
    fitter.edit("measure.decide", {"key": "knee_riding.right", "what": "dropped"}, "goal")
    assert fitter.sheet["goal"]["set_to"] is None
    assert dial(fitter.sheet, "knee")["now_deg"] == pytest.approx(was["now_deg"])


def test_angles_are_told_beside_the_models_own_and_what_is_not_met_is_named(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    body = fitter.read("measure")["measure"]["body"]
    assert body["says"] == "No angle was read on the rider: hip, foot and elbow are taken where they usually are."
    assert [(it["name"], it["taped"]) for it in body["lengths"]] == [
        ("leg, hip to ankle", True),
        ("trunk, hip to shoulder", True),
        ("arm, shoulder to wrist", False),
    ]
    fitter.edit("measure.read", {"key": "elbow_angle", "typed": "150"}, "measure")
    fitter.edit("measure.read", {"key": "trunk_angle", "typed": "70"}, "measure")
    body = fitter.sheet["measure"]["body"]
    read = {it["key"]: it["read_deg"] for it in body["angles"]}
    assert (read["elbow_angle"], read["trunk_angle"], read["knee_still"]) == (150, 70, None)
    now = next(it["now_deg"] for it in body["angles"] if it["key"] == "trunk_angle")
    assert now < 66
    assert body["trouble"] == (
        f"Read as 70°, the angle “trunk” stays at {round(now)}°: read it again, or tape the rider’s lengths."
    )


def test_a_mean_of_readings_is_told_to_a_tenth_and_another_bar_asks_for_no_elbow(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    for typed in ("31", "32", "32"):
        fitter.call("knee_riding.right", typed, add=True)
    fitter.call("elbow_angle", "155")
    said = fitter.sheet["measure"]["body"]["says"]
    assert said.startswith("Set to knee riding 31.7° and elbow 155°: ")
    fitter.edit("measure.bar_kind", {"kind": "aero"}, "measure")
    assert fitter.sheet["measure"]["body"]["says"].startswith("Set to knee riding 31.7°: ")


def test_on_pads_no_elbow_is_asked_which_the_pads_decide(demo: TestClient) -> None:
    body = demo_fit(demo, "Kerra Lannick").read("measure")["measure"]["body"]
    keys = [it["key"] for it in body["angles"]]
    assert keys == ["knee_still", "knee_riding", "hip_angle", "trunk_angle", "shoulder_angle", "toe_down"]


def test_knees_that_differ_are_asked_after_and_their_mean_is_met(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("measure.read", {"key": "knee_riding.right", "typed": "38"}, "measure")
    fitter.edit("measure.read", {"key": "knee_riding.left", "typed": "32"}, "measure")
    found = next(f for f in fitter.sheet["measure"]["findings"] if f["kind"] == "sides")
    assert (found["title"], found["value"], found["chip"]) == ("Knee, riding", "L 32.0°, R 38.0°", "6.0° more right")
    knee = next(it for it in fitter.sheet["measure"]["body"]["angles"] if it["key"] == "knee_riding")
    assert knee["read_deg"] == 35


@pytest.mark.parametrize("view", ["goal", "frame", "build"])
def test_the_cranks_turn_and_show_what_the_dials_call_the_least(demo: TestClient, view: str) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    sheet = fitter.read(view)
    turns = [
        demo.get(f"/api/fits/{fitter.fit}/turned", params={"view": view, "crank_deg": deg}).json()
        for deg in range(0, 360, 5)
    ]
    knee, hip = dial(sheet, "knee"), dial(sheet, "hip")
    assert min(t["knee_deg"] for t in turns) == pytest.approx(knee["value_deg"], abs=0.1)
    assert min(t["hip_deg"] for t in turns) == pytest.approx(hip["value_deg"], abs=0.1)
    # The marks stand on the pedal's circle, nearest to where the sweep has its least.
    for it, name in ((knee, "knee_deg"), (hip, "hip_deg")):
        least = min(turns, key=lambda t: t[name])["pedal"]
        assert (it["pedal"]["x_mm"] ** 2 + it["pedal"]["y_mm"] ** 2) ** 0.5 == pytest.approx(170, abs=0.01)
        apart = ((it["pedal"]["x_mm"] - least["x_mm"]) ** 2 + (it["pedal"]["y_mm"] - least["y_mm"]) ** 2) ** 0.5
        assert apart <= 170 * 2.51 * 3.1416 / 180
    # At the angle the sheet is drawn at, what turns is drawn the same.
    still = demo.get(f"/api/fits/{fitter.fit}/turned", params={"view": view, "crank_deg": 100}).json()
    assert {name: still[name] for name in ("far", "crank", "leg", "joints")} == {
        name: sheet["picture"][name] for name in ("far", "crank", "leg", "joints")
    }
    nobody = demo_fit(demo, "Wenna Tolland")
    assert demo.get(f"/api/fits/{nobody.fit}/turned", params={"view": view, "crank_deg": 0}).json() is None
    wrong = demo.get(f"/api/fits/{fitter.fit}/turned", params={"view": view, "crank_deg": 360})
    assert wrong.status_code == 422


def test_legs_that_part_are_told_for_both_and_judged_by_the_worse(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Brona Askwith")
    assert dial(fitter.read("goal"), "knee")["sides"] is None
    fitter.call("knee_riding.right", "30")
    fitter.call("knee_riding.left", "31")
    # A degree apart is the goniometer's own.
    assert fitter.read("measure")["measure"]["body"]["legs"] is None
    fitter.call("knee_riding.left", "40")
    body = fitter.read("measure")["measure"]["body"]
    assert body["sides"] == [{"key": "knee_riding", "left_deg": 40, "right_deg": 30}]
    # The knee that bends more has the longer leg, the lower hip and the toes that point further down.
    assert body["legs"].startswith("Against the right leg the left is ")
    assert body["legs"].endswith("Knee and hip are told for both.")
    goal = fitter.read("goal")
    knee, hip = dial(goal, "knee"), dial(goal, "hip")
    assert knee["sides"]["left_deg"] - knee["sides"]["right_deg"] == pytest.approx(10, abs=1.5)
    middle = (knee["sides"]["left_deg"] + knee["sides"]["right_deg"]) / 2
    assert middle == pytest.approx(knee["value_deg"], abs=0.5)
    # 30 to 40 is the window: the mean of 35 would be in it.
    assert (knee["value_deg"], knee["verdict"]) == (pytest.approx(35, abs=1), "edge")
    assert hip["sides"]["left_deg"] != hip["sides"]["right_deg"]
    # What hurts is asked of the leg it shows on: 46 and 30 are 38 together, which is in the window.
    fitter.call("knee_riding.left", "46")
    fitter.edit("goal.complain", {"complaint": "knee_front"}, "goal")
    [low] = [c for c in fitter.sheet["goal"]["wrong"]["causes"] if c["key"] == "saddle_low"]
    assert dial(fitter.sheet, "knee")["now_deg"] < 40
    assert round(dial(fitter.sheet, "knee")["sides"]["left_deg"]) == 44
    assert low["shown"] == "the left knee still bends 44° at its straightest, over 40°"
    fitter.call("knee_riding.left", "40")
    # A side that is left out parts nothing.
    fitter.edit("measure.decide", {"key": "knee_riding.left", "what": "dropped"}, "goal")
    assert dial(fitter.sheet, "knee")["sides"] is None
    assert dial(fitter.sheet, "knee")["now_deg"] == pytest.approx(30, abs=0.3)
    fitter.call("knee_riding.left", "40")
    # Each is drawn on its own leg: the near one is the right.
    drawn = goal["picture"]["leg"]
    fitter.call("knee_riding.left", "30")
    assert fitter.read("goal")["picture"]["leg"] != drawn
