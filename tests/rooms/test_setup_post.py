"""The Set-up post: what the tape should read, slips in what was built, the built bike taken for the bike as it is."""

from __future__ import annotations

from math import hypot
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import Fitter, demo_fit


def setup(fitter: Fitter) -> dict[str, Any]:
    """The post as it is shown."""
    got = fitter.client.get(f"/api/fits/{fitter.fit}/sheet", params={"view": "setup"})
    view: dict[str, Any] = got.json()["setup"]
    return view


def should(fitter: Fitter) -> dict[str, float]:
    """What the tape should read, by key."""
    return {c["key"]: c["should_mm"] for c in setup(fitter)["checks"]}


def build_as_planned(fitter: Fitter, dx: float = 0, dy: float = 0) -> None:
    """The marks measured as the plan has them, the hand off it by so much."""
    fitter.read("setup")
    for mark in ("saddle", "hand"):
        x, y = fitter.cell(mark, "plan") or (0, 0)
        off = (dx, dy) if mark == "hand" else (0, 0)
        fitter.edit("setup.built", {"mark": f"{mark}_x", "typed": f"{x + off[0]:.1f} mm"}, "setup")
        fitter.edit("setup.built", {"mark": f"{mark}_y", "typed": f"{y + off[1]:.1f} mm"}, "setup")


def test_the_tape_should_read_what_lies_between_the_plans_marks(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    (sx, sy), (hx, hy) = fitter.cell("saddle", "plan") or (0, 0), fitter.cell("hand", "plan") or (0, 0)
    state = fitter.sheet["state"]
    width = (state["build"]["bar"] or state["measure"]["bar"])["width_mm"]
    nose = state["measure"]["saddle"]["nose_to_s_mm"]
    found = should(fitter)
    bb = found["bb_floor"]
    assert 255 < bb < 300
    assert found["s_straight"] == pytest.approx(hypot(sx, sy), abs=0.1)
    assert found["s_floor"] == pytest.approx(sy + bb, abs=0.1)
    assert found["hand_floor.right"] == pytest.approx(hy + bb, abs=0.1)
    # As far out to the side as the hoods are.
    side = 200 if width == 400 else width / 2
    assert found["s_hand.right"] == pytest.approx(hypot(hx - sx, hy - sy, side), abs=0.1)
    assert found["s_hand.left"] == found["s_hand.right"]
    assert found["nose_behind"] == pytest.approx(-(sx + nose), abs=3)


@pytest.mark.parametrize(("rider", "keys"), [
    ("Odile Marrack", {"s_hand.right", "s_hand.left", "hand_floor.right"}),
    ("Kerra Lannick", {"s_pad.right", "s_pad.left", "pad_floor.right"}),
])  # fmt: skip
def test_what_is_asked_is_what_the_hand_is_on(demo: TestClient, rider: str, keys: set[str]) -> None:
    found = should(demo_fit(demo, rider))
    assert set(found) == {"bb_floor", "s_straight", "s_floor", "nose_behind"} | keys
    assert all(value is not None for value in found.values())


def test_a_slip_in_what_was_built_is_named_by_the_tape_alone(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    reads = should(fitter)
    build_as_planned(fitter)
    assert setup(fitter)["checked"] == "Nothing checks these yet: a straight tape beside them does."
    x = (fitter.cell("hand", "plan") or (0, 0))[0]
    # A decimetre's figure misread: nothing shows it until the tape is laid.
    fitter.edit("setup.built", {"mark": "hand_x", "typed": f"{x + 30:.0f}"})
    assert setup(fitter)["slips"] == []
    for key in ("s_straight", "s_hand.right", "s_hand.left", "s_floor", "hand_floor.right", "bb_floor"):
        fitter.edit("setup.check", {"key": key, "typed": f"{reads[key]:.1f} mm"})
    fitter.edit("setup.check", {"key": "bb_hand.right", "typed": f"{bb_hand(fitter):.1f} mm"})
    assert setup(fitter)["slips"] == ["Hand fore, built is 30 mm long against the others: read it again."]
    fitter.edit("setup.built", {"mark": "hand_x", "typed": f"{x:.0f}"})
    assert setup(fitter)["slips"] == []
    assert setup(fitter)["checked"] == "10 readings, 5 more than needed."
    (line,) = (c for c in setup(fitter)["checks"] if c["key"] == "s_straight")
    assert (line["typed"], line["word"]) == (f"{reads['s_straight']:.1f} mm", "fits")


def bb_hand(fitter: Fitter) -> float:
    """BB to hood by the plan, out to the side."""
    x, y = fitter.cell("hand", "plan") or (0, 0)
    return hypot(x, y, 200)


@pytest.mark.parametrize("rider", ["Tamsin Orre", "Odile Marrack", "Kerra Lannick"])
def test_the_built_bike_is_the_bike_now_and_nothing_moves_it_again(demo: TestClient, rider: str) -> None:
    fitter = demo_fit(demo, rider)
    before = fitter.read("setup")
    plan = before["state"]["frame"]["chosen"]
    build_as_planned(fitter, dx=4, dy=-3)
    built = {m: fitter.cell(m, "built") for m in ("saddle", "hand")}
    kept = len(before["state"]["measure"]["setups"])
    fitter.edit("setup.as_now", {"reason": "Liked longer.", "by": "Mo"}, "setup")
    state = fitter.sheet["state"]
    for mark, at in built.items():
        assert at is not None
        assert fitter.cell(mark, "now") == pytest.approx(at, abs=0.7)
        # What moved the old bike's marks is in the bike: the goal is the bike as it is, in whole millimetres.
        assert fitter.cell(mark, "goal") == pytest.approx(at, abs=1.2)
    assert state["goal"]["chain"] == []
    assert (state["goal"]["hand_dx_mm"], state["goal"]["saddle_dy_mm"]) == (0, 0)
    assert [state["measure"]["frame"][k] for k in ("frame", "size")] == [plan[k] for k in ("frame", "size")]
    assert (state["frame"]["chosen"], state["build"]["stem"], state["built"]["hand_x"]) == (None, None, None)
    stem = before["state"]["build"]["stem"]
    assert state["measure"]["readings"]["stem_length"]["heard"][0]["value"] == stem["length_mm"]
    assert state["measure"]["readings"]["spacers_under"]["heard"][0]["value"] == before["state"]["build"]["spacers_mm"]
    old = state["measure"]["setups"][-1]
    assert (len(state["measure"]["setups"]), old["by"], old["note"]) == (kept + 1, "Mo", "Liked longer.")
    was = next(r for r in before["ledger"] if r["mark"] == "saddle")["cells"]["now"]
    assert (old["marks"]["s"]["x_mm"], old["marks"]["s"]["y_mm"]) == pytest.approx((was["x_mm"], was["y_mm"]))
    assert fitter.sheet["history"][0]["said"] == "Built taken as the bike as it is: Liked longer."
    fitter.step("undo")
    fitter.read("setup")
    assert fitter.sheet["state"]["goal"] == before["state"]["goal"]
    assert fitter.cell("saddle", "now") == (was["x_mm"], was["y_mm"])


def test_angles_read_on_the_old_bike_say_nothing_of_the_rider_on_the_built_one(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.call("knee_riding.right", "32")
    assert fitter.sheet["measure"]["body"]["says"].startswith("Set to knee riding 32°: ")
    build_as_planned(fitter, dx=0, dy=0)
    fitter.edit("setup.as_now", {"reason": "Built.", "by": "Mo"}, "setup")
    body = fitter.read("measure")["measure"]["body"]
    assert body["says"] == "No angle was read on the rider: hip, foot and elbow are taken where they usually are."


def test_steps_of_changes_that_were_ridden_are_forgotten_with_the_chain(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    build_as_planned(fitter)
    fitter.edit("setup.as_now", {"reason": "Kept as it is.", "by": "Mo"})
    assert [t["step"] for t in fitter.sheet["state"]["ride"]["tried"]] == [None]


def test_nothing_is_taken_before_it_was_measured_and_nothing_checks_what_is_no_check(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    refused = fitter.send("setup.as_now", {"reason": "So.", "by": "Mo"})
    assert refused.status_code == 422
    assert refused.json()["message"] == "Saddle and hand are not measured after the work yet."
    for key, typed, field in (("tilt", "1", "key"), ("s_straight", "31", "typed"), ("s_straight", "far", "typed")):
        refused = fitter.send("setup.check", {"key": key, "typed": typed})
        assert (refused.status_code, refused.json()["field"]) == (422, f"setup.check.{field}")
    fitter.edit("setup.check", {"key": "s_straight", "typed": "72.4 cm"})
    fitter.edit("setup.check", {"key": "s_straight", "typed": ""})
    assert fitter.sheet["state"]["built"]["readings"] == {}


def test_an_own_bike_taken_as_now_agrees_with_what_was_moved_on_it(demo: TestClient) -> None:
    fitter = Fitter(demo, 11)
    fitting = {"post_exposed": "183", "post_setback": "25", "rails_ahead": "-6", "stem_taped": "101", "tilt": "0"}
    for key, typed in fitting.items():
        fitter.call(key, typed)
    assert fitter.sheet["measure"]["findings"] == []
    fitter.nudge("saddle", 0, 6)
    fitter.edit("frame.this_bike", {"rung": "free"})
    moved = fitter.sheet["state"]["build"]
    build_as_planned(fitter)
    fitter.edit("setup.as_now", {"reason": "Knees like it.", "by": "Mo"}, "measure")
    read = {k: r["heard"][0]["value"] for k, r in fitter.sheet["state"]["measure"]["readings"].items()}
    # The post shows six more along its tube, near enough; what was over the stem went under it.
    assert read["post_exposed"] == pytest.approx(189, abs=1.1)
    assert (read["spacers_under"], read["spacers_over"]) == (moved["spacers_mm"], 35 - moved["spacers_mm"])
    assert read["rails_ahead"] == pytest.approx(-6 + 6 / 3.4, abs=1.1), "up the tube is back, and level again"
    assert (read["post_setback"], read["stem_length"], read["bar_width"]) == (25, 100, 420)
    assert "stem_taped" not in read, "another taping is of another stem, or of this one again"
    assert "tilt" not in read, "the card sets it level"
    assert fitter.sheet["measure"]["findings"] == []
    (setup_kept,) = fitter.sheet["measure"]["setups"]
    assert setup_kept["note"] == "Knees like it."


def test_a_bike_measured_back_without_a_plan_keeps_its_own_parts(demo: TestClient) -> None:
    fitter = Fitter(demo, 12)
    before = fitter.sheet["state"]["measure"]
    for mark, at in (("saddle", (-200, 700)), ("hand", (555, 672))):
        for axis, value in zip("xy", at, strict=True):
            fitter.edit("setup.built", {"mark": f"{mark}_{axis}", "typed": f"{value}"}, "setup")
    fitter.edit("setup.as_now", {"reason": "Put right by ear.", "by": "Mo"})
    after = fitter.sheet["state"]["measure"]
    assert [after[k] for k in ("frame", "bar", "saddle")] == [before[k] for k in ("frame", "bar", "saddle")]
    for key in ("stem_length", "stem_angle", "spacers_under", "spacers_over", "bar_width", "pedal_model", "crank"):
        assert after["readings"][key] == before["readings"][key]
    assert fitter.cell("saddle", "now") == pytest.approx((-200, 700), abs=1)
