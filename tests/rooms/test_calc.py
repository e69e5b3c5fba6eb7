"""Open calculations: the same answer from Python, over HTTP and from the shell; bad input told plainly."""

from __future__ import annotations

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.oracle_photo import worked_question
from tests.shell import waymark
from waymark.rooms.calc import CALCULATIONS, calculate, listing

EXAMPLES: dict[str, dict[str, Any]] = {
    "frame.derive": {
        "reach_mm": 390, "head_angle_deg": 72, "seat_angle_deg": 73.5, "head_tube_mm": 150, "fork_length_mm": 370,
        "fork_offset_mm": 45, "bb_drop_mm": 70, "chainstay_mm": 410, "wheel_radius_mm": 340,
    },
    "cockpit.forward": {
        "stack_mm": 560, "reach_mm": 390, "head_angle_deg": 73, "cover_mm": 8, "spacers_mm": 20,
        "stem_clamp_mm": 40, "stem_length_mm": 100, "stem_angle_deg": -6,
    },
    "cockpit.inverse": {
        "stack_mm": 560, "reach_mm": 390, "head_angle_deg": 73, "cover_mm": 8, "stem_clamp_mm": 40,
        "stem_length_mm": 100, "stem_angle_deg": -6, "bar_x_mm": 468, "bar_y_mm": 625,
    },
    "seat.forward": {
        "seat_angle_deg": 73.5, "post_exposed_mm": 690, "setback_mm": 20, "slide_mm": 5, "tilt_deg": 0,
        "rail_to_top_mm": 48, "mark_to_s_mm": 22,
    },
    "seat.inverse": {
        "seat_angle_deg": 73.5, "setback_mm": 20, "tilt_deg": 0, "rail_to_top_mm": 48, "mark_to_s_mm": 22,
        "s_x_mm": -190, "s_y_mm": 700,
    },
    "saddle.state": {"height_way": "straight", "height_mm": 727, "setback_way": "nose", "setback": 54},
    "balance": {
        "rider": {"height_mm": 1780, "inseam_mm": 830, "foot_mm": 265},
        "s": {"x_mm": -208.2, "y_mm": 702.8},
        "h": {"x_mm": 455, "y_mm": 560},
        "crank_mm": 170,
        "chainstay_mm": 410,
        "bb_drop_mm": 70,
        "wheelbase_mm": 1000,
    },
    "build.ways": {
        "frame": {"stack_mm": 560, "reach_mm": 390, "head_angle_deg": 72, "cover_mm": 8, "spacers_above_limit_mm": 30},
        "now": {
            "stem_length_mm": 100,
            "stem_angle_deg": -6,
            "stem_clamp_mm": 40,
            "spacers_under_mm": [10, 5],
            "spacers_over_mm": [10],
        },
        "stems": [{"length_mm": 90, "angle_deg": -6, "clamp_mm": 40, "owned": False, "price": 30}],
        "spacers_mm": [2.5, {"mm": 5, "price": 3}],
        "goal": {"bar_x_mm": 470, "bar_y_mm": 610},
    },
    "hood.place": {
        "reach_mm": 80, "bend_radius_mm": 32, "lever_arc_deg": 18, "lever_forward_mm": 22, "lever_out_mm": 18,
        "lever_slope_deg": 24, "rotation_deg": 2,
    },
    "grip.place": {"width_mm": 760, "rise_mm": 20, "sweep_deg": 8, "upsweep_deg": 5, "stem_length_mm": 50},
    "steering.arm": {"width_mm": 760, "hand_inset_mm": 55, "stem_length_mm": 50, "stem_angle_deg": 6, "head_angle_deg": 66},
    "level.pitch": {
        "front_axle_height_mm": 350, "rear_axle_height_mm": 340, "front_radius_mm": 340, "rear_radius_mm": 340,
        "axle_distance_mm": 1000,
    },
    "body.readouts": {
        "height_mm": 1780, "foot_mm": 265, "crank_mm": 170, "s_x_mm": -208.18, "s_y_mm": 702.82, "h_x_mm": 455, "h_y_mm": 560,
    },
    "position.rotate": {"points": {"s": {"x_mm": -200, "y_mm": 700}}, "delta_deg": 5.3},
    "photo.marks": worked_question(),
    "survey.adjust": {
        "observations": [
            {"id": "setback", "kind": "x", "to": "s", "value": -207},
            {"id": "height", "kind": "distance", "to": "s", "value": 727},
            {"id": "floor", "kind": "floor_height", "to": "s", "value": 966},
            {"id": "slope", "kind": "angle", "from": "s", "to": "bb", "value": -73.4},
        ],
        "bb_height_mm": 270,
    },
    "crank.change": {
        "s": {"x_mm": -208.2, "y_mm": 702.8}, "h": {"x_mm": 455, "y_mm": 560}, "crank_from_mm": 172.5, "crank_to_mm": 165,
        "keep": "both", "hands": "drop", "rider": {"height_mm": 1780, "foot_mm": 265},
    },
    "crank.table": {
        "s": {"x_mm": -208.2, "y_mm": 702.8}, "h": {"x_mm": 455, "y_mm": 560}, "crank_mm": 170, "lengths_mm": [155, 170, 175],
        "keep": "extension", "hands": "place", "rider": {"height_mm": 1780, "foot_mm": 265}, "front_centre_mm": 590,
        "bb_drop_mm": 72, "tyre_radius_mm": 340,
    },
    "foot.change": {
        "s": {"x_mm": -208.2, "y_mm": 702.8}, "crank_mm": 170, "rider": {"height_mm": 1780, "foot_mm": 265},
        "cleat_aft_mm": 10, "foot_stack_mm": 25,
    },
    "stance": {"q_mm": 150, "axle_extra_mm": 4},
    "first.guess": {"inseam_mm": 821, "crank_mm": 170},
    "position.translate": {
        "from": "endurance", "to": "cyclocross", "school": "body", "s": {"x_mm": -208.2, "y_mm": 702.8},
        "h": {"x_mm": 455, "y_mm": 560}, "crank_mm": 170, "rider": {"height_mm": 1780, "foot_mm": 265},
    },
    "body.circle": {
        "s": {"x_mm": -208.2, "y_mm": 702.8}, "h": {"x_mm": 455, "y_mm": 560}, "crank_mm": 170,
        "rider": {"height_mm": 1780, "foot_mm": 265}, "step_deg": 45,
    },
    "position.aero": {
        "s": {"x_mm": -208.2, "y_mm": 702.8}, "h": {"x_mm": 455, "y_mm": 560}, "crank_mm": 170,
        "rider": {"height_mm": 1780, "foot_mm": 265}, "to_seat_angle_deg": 78, "foot": "turns",
    },
    "position.mix": {
        "uses": [{"use": "cyclocross", "share": 70}, {"use": "gravel", "share": 30}],
        "s": {"x_mm": -208.2, "y_mm": 702.8}, "h": {"x_mm": 455, "y_mm": 560},
    },
    "gearing.check": {
        "rings": [40], "cogs": [11, 13, 15, 18, 21, 24, 28, 32, 36, 42], "circumference_mm": 2200, "cadence_rpm": 90,
        "mass_kg": 85, "power_w": 200, "gradient_percent": 12, "crr": 0.008, "cda_m2": 0.4,
    },
    "trainer.settings": {
        "machine": {
            "saddle": {
                "origin": {"x_mm": -140, "y_mm": 500},
                "axes": [{"name": "post", "direction_deg": 105, "least_mm": 0, "greatest_mm": 300, "step_mm": 5}],
            },
            "bar": {
                "origin": {"x_mm": 440, "y_mm": 400},
                "axes": [{"name": "riser", "direction_deg": 90, "stops": [{"label": "A", "mm": 150}, {"label": "B", "mm": 170}]}],
            },
            "cranks_mm": [165, 170, 175],
        },
        "s": {"x_mm": -180, "y_mm": 702}, "h": {"x_mm": 444, "y_mm": 562}, "crank_mm": 172.5,
    },
    "trial.plan": {"treatments": ["170", "160", "150"], "blocks": 4, "seed": 7},
    "trial.judge": {"pairs": [{"a": 251, "b": 248}, {"a": 250, "b": 249}, {"a": 255, "b": 250}], "outcomes": 3},
    "link.decode": {"characteristic": "2AD2", "hex": "4400c409b400fa00"},
    "link.encode": {"characteristic": "2A37", "fields": {"heart_rate_bpm": 72, "contact": "good"}},
    "claim.try": {"claim": "turn_over", "values": {"stem_length_mm": 100, "stem_angle_deg": 6}},
    "search": {
        "saddle": {"x_mm": -190, "y_mm": 700}, "hand": {"x_mm": 563, "y_mm": 640},
        "hand_off_clamp": {"x_mm": 84, "y_mm": 14}, "discipline": "road", "bar_clamp_mm": 31.8, "most": 5,
    },
}  # fmt: skip


def test_there_is_an_example_for_every_calculation() -> None:
    assert set(EXAMPLES) == set(CALCULATIONS)


@pytest.mark.parametrize("name", EXAMPLES)
def test_python_and_http_give_the_same(name: str, empty: TestClient) -> None:
    question = CALCULATIONS[name].takes.model_validate(EXAMPLES[name])
    here = json.loads(calculate(name, question).model_dump_json(by_alias=True, exclude_none=True))
    answer = empty.post(f"/api/calc/{name}", json=EXAMPLES[name])
    assert answer.status_code == 200, answer.text
    assert answer.json() == here


@pytest.mark.parametrize("name", EXAMPLES)
def test_the_shell_gives_the_same(name: str) -> None:
    run = waymark("calc", name, typed=json.dumps(EXAMPLES[name]))
    question = CALCULATIONS[name].takes.model_validate(EXAMPLES[name])
    assert json.loads(run.stdout) == json.loads(
        calculate(name, question).model_dump_json(by_alias=True, exclude_none=True)
    )


def test_the_forward_cockpit_by_hand(empty: TestClient) -> None:
    got = empty.post("/api/calc/cockpit.forward", json=EXAMPLES["cockpit.forward"]).json()
    # u = (−0.2924, 0.9563), n = (0.9563, 0.2924); up 48 − 10.453, ahead 99.452.
    assert got["bar_x_mm"] == pytest.approx(390 - 37.547 * 0.292372 + 99.452 * 0.956305, abs=0.01)
    assert got["bar_y_mm"] == pytest.approx(560 + 37.547 * 0.956305 + 99.452 * 0.292372, abs=0.01)


def test_there_and_back(empty: TestClient) -> None:
    ask = EXAMPLES["cockpit.forward"]
    bar = empty.post("/api/calc/cockpit.forward", json=ask).json()
    back = {k: v for k, v in ask.items() if k != "spacers_mm"} | bar
    got = empty.post("/api/calc/cockpit.inverse", json=back).json()
    assert got["spacers_mm"] == pytest.approx(20)
    assert got["forward_error_mm"] == pytest.approx(0, abs=1e-9)
    seat = empty.post("/api/calc/seat.forward", json=EXAMPLES["seat.forward"]).json()
    again = empty.post("/api/calc/seat.inverse", json={**EXAMPLES["seat.inverse"], **seat}).json()
    assert again == pytest.approx({"post_exposed_mm": 690, "slide_mm": 5})


def test_disagreements_say_what_they_come_from(empty: TestClient) -> None:
    full = empty.post("/api/calc/frame.derive", json=EXAMPLES["frame.derive"]).json()
    wrong = {**EXAMPLES["frame.derive"], "stack_mm": full["stack_mm"] + 10}
    got = empty.post("/api/calc/frame.derive", json=wrong).json()["disagreements"]
    stack = next(d for d in got if d["field"] == "stack_mm")
    assert stack["computed"] == pytest.approx(full["stack_mm"])
    assert "head_tube_mm" in stack["from"]


def test_cranks_are_held_against_each_other(empty: TestClient) -> None:
    rows = empty.post("/api/calc/crank.table", json=EXAMPLES["crank.table"]).json()["rows"]
    assert [r["crank_mm"] for r in rows] == [155, 170, 175]
    same = rows[1]
    assert (same["s"]["x_mm"], same["s"]["y_mm"]) == (
        pytest.approx(-208.2, abs=1e-6),
        pytest.approx(702.8, abs=1e-6),
    )
    assert same["gain_change_percent"] == 0
    assert rows[0]["gain_change_percent"] == pytest.approx(100 * (170 / 155 - 1))
    # By hand: the front axle, the shoe's tip on the level crank, less the wheel.
    front_x, tip = (590**2 - 72**2) ** 0.5, 155 + 0.28 * 265 + 12
    assert rows[0]["toe_clearance_mm"] == pytest.approx(((front_x - tip) ** 2 + 72**2) ** 0.5 - 340)
    assert rows[0]["hip_least_deg"] > same["hip_least_deg"] > rows[2]["hip_least_deg"]
    assert rows[0]["knee_flexion_least_deg"] == pytest.approx(rows[2]["knee_flexion_least_deg"], abs=0.01)


def test_a_saddle_stated_every_way(empty: TestClient) -> None:
    got = empty.post("/api/calc/saddle.state", json=EXAMPLES["saddle.state"]).json()
    assert got["s_x_mm"] == -204
    assert got["heights"]["straight"] == pytest.approx(727)
    assert got["setbacks"]["nose"] == pytest.approx(54)
    assert set(got["heights"]) == {"straight", "vertical", "seat_tube", "pedal", "pedal_six", "floor"}


def test_search_on_shelves_of_ones_own(empty: TestClient) -> None:
    ask = EXAMPLES["search"]
    demo = empty.post("/api/calc/search", json=ask).json()
    assert demo["searched"] == 250
    assert len(demo["sizes"]) == 5
    chart = {
        "stack_mm": 560, "reach_mm": 390, "head_angle_deg": 72, "seat_angle_deg": 73.5, "seat_tube_mm": 500,
        "head_tube_mm": 150, "fork_length_mm": 370, "fork_offset_mm": 45, "bb_drop_mm": 70, "chainstay_mm": 410,
        "front_centre_mm": 590,
    }  # fmt: skip
    own = {
        "frames": [{"frame": "Own", "kind": "road", "material": "steel", "size": "M", "chart": chart}],
        "parts": [
            {"kind": "stem", "name": "S", "length_mm": 100, "angle_deg": -6, "clamp_height_mm": 40},
            {"kind": "spacer", "name": "R", "height_mm": 5},
        ],
    }
    got = empty.post("/api/calc/search", json={**ask, "shelves": own}).json()
    assert got["searched"] == 1
    assert got["sizes"][0]["stem_length_mm"] == 100
    only_ring = {**own, "parts": own["parts"][1:]}
    refused = empty.post("/api/calc/search", json={**ask, "shelves": only_ring})
    assert refused.status_code == 422
    assert refused.json()["field"] == "shelves.parts"


def test_search_with_bars_limits_and_schools(empty: TestClient) -> None:
    ask = {
        **EXAMPLES["search"],
        "bars": True,
        "bar_width_mm": 420,
        "reference": {"trail_mm": 60, "front_centre_mm": 600, "arm_mm": 190},
        "most": 300,
    }
    got = empty.post("/api/calc/search", json=ask).json()
    assert got["frontier"]
    assert all(c["stands"] and c["gives_up"] for c in got["frontier"])
    assert {c["build"]["cost"] for c in got["frontier"]} <= {"free", "small part", "part", "dear part"}
    assert any(r["others"] for r in got["sizes"])
    best = got["sizes"][0]
    assert best["room"]["up_mm"] + best["room"]["down_mm"] > 0
    tight = {
        **ask,
        "limits": {"inseam_in_shoes_mm": 700, "system_mass_kg": 112, "crank_mm": 185},
        "schools": {"standover": "first"},
    }
    gated = empty.post("/api/calc/search", json=tight).json()
    assert gated["carry"] == 0
    words = " ".join(f["why"] for f in gated["failures"])
    for limit in ("tandover", "kg over the maker", "longer than the maker allows"):
        assert limit in words
    turned = empty.post("/api/calc/search", json={**ask, "schools": {"rotation": "drop_end"}}).json()
    assert {c["build"]["bar_rotation_deg"] for c in turned["frontier"]} != {
        c["build"]["bar_rotation_deg"] for c in got["frontier"]
    }


BAD: list[tuple[str, dict[str, Any], str]] = [
    ("cockpit.forward", {"head_angle_deg": 700}, "head_angle_deg"),
    ("cockpit.forward", {"stem_length_mm": -90}, "stem_length_mm"),
    ("cockpit.forward", {"stack_mm": "tall"}, "stack_mm"),
    ("cockpit.forward", {"reach_mm": None}, "reach_mm"),
    ("cockpit.forward", {"extra": 1}, "extra"),
    ("body.readouts", {"height_mm": 50}, "height_mm"),
    ("hood.place", {"lever_arc_deg": -140, "ramp_deg": 8}, "lever_arc_deg"),
    ("saddle.state", {"height_way": "inside leg"}, "saddle_height.way"),
    ("saddle.state", {"setback": 499, "setback_way": "mark", "height_mm": 300}, "setback"),
    ("search", {"discipline": "unicycle"}, "discipline"),
    ("crank.change", {"crank_to_mm": 60}, "crank_to_mm"),
    ("crank.change", {"s": {"x_mm": -300, "y_mm": 900}}, "s"),
    ("position.translate", {"to": "time_trial"}, "to"),
    ("link.decode", {"hex": "4400c4"}, "hex"),
    ("link.decode", {"hex": "4g"}, "hex"),
    ("link.encode", {"fields": {"heart_rate_bpm": 70000}}, "fields.heart_rate_bpm"),
    ("position.translate", {"to_hand_width_mm": 420}, "rider.shoulder_width_mm"),
]


@pytest.mark.parametrize(("name", "change", "field"), BAD)
def test_bad_input_names_its_field_and_keeps_it(
    name: str, change: dict[str, Any], field: str, empty: TestClient
) -> None:
    answer = empty.post(f"/api/calc/{name}", json={**EXAMPLES[name], **change})
    assert answer.status_code == 422
    body = answer.json()
    assert body["field"] == field
    assert body["message"]


@pytest.mark.parametrize("text", ["{", "", "[]", '"x"', '{"stack_mm": NaN}', '{"stack_mm": Infinity}', "\x00"])
def test_broken_json_is_told_never_a_500(text: str, empty: TestClient) -> None:
    answer = empty.post("/api/calc/cockpit.forward", content=text, headers={"Content-Type": "application/json"})
    assert answer.status_code == 422
    assert answer.json()["code"] == "input"


def test_the_listing_has_schemas() -> None:
    for entry in listing():
        assert entry["takes"]["properties"]
        assert entry["gives"]["properties"]
        assert entry["says"]


RIDER = {"height_mm": 1780, "foot_mm": 265}
POSITION = {"s": {"x_mm": -208.2, "y_mm": 702.8}, "h": {"x_mm": 455, "y_mm": 560}, "crank_mm": 170, "rider": RIDER}


def test_a_position_is_carried_to_pads_over_http(empty: TestClient) -> None:
    got = empty.post("/api/calc/position.aero", json={**POSITION, "delta_deg": 5}).json()
    assert (got["p"]["x_mm"], got["p"]["y_mm"]) == pytest.approx((444.0, 684.6), abs=0.1)
    assert got["after"]["hip_least_deg"] == pytest.approx(47.9, abs=0.1)
    assert [s["mark"] for s in got["steps"]] == ["saddle", "pad", "hand"]
    same = empty.post("/api/calc/position.aero", json={**POSITION, "to_seat_angle_deg": 78.5}).json()
    assert same["p"]["x_mm"] == pytest.approx(got["p"]["x_mm"], abs=0.1)
    for bad in ({}, {"delta_deg": 5, "to_seat_angle_deg": 78}):
        refused = empty.post("/api/calc/position.aero", json={**POSITION, **bad})
        assert (refused.status_code, refused.json()["field"]) == (422, "delta_deg")
    circle = empty.post("/api/calc/body.circle", json={**POSITION, "step_deg": 90}).json()
    assert [r["crank_deg"] for r in circle["rows"]] == [0, 90, 180, 270]
    assert circle["rows"][2]["knee_flexion_deg"] == pytest.approx(circle["knee_flexion_bottom_deg"])
    uses = [{"use": "cyclocross", "share": 70}, {"use": "gravel", "share": 30}]
    mix = empty.post("/api/calc/position.mix", json={"uses": uses, "s": POSITION["s"], "h": POSITION["h"]}).json()
    assert mix["s"]["y_mm"] == pytest.approx(702.8 - 6)
    assert mix["coordinates"]["h_y_mm"] == pytest.approx({"least": 560, "greatest": 580, "meets": True})


def test_a_photograph_enters_the_survey_as_one_block_over_http(empty: TestClient) -> None:
    photo = empty.post("/api/calc/photo.marks", json=worked_question()).json()
    assert (photo["verdict"], photo["flags"], photo["degrees_of_freedom"]) == ("good", [], 12)
    assert (round(photo["marks"]["S"]["x_mm"], 1), round(photo["marks"]["S"]["y_mm"], 1)) == (-197.0, 704.6)
    assert len(photo["residuals"]) == 2 * 9 + 12
    # A click that nothing but itself places is checked by nothing; one on an outline is.
    redundancy = {(r["id"], r["what"]): r["redundancy"] for r in photo["residuals"]}
    assert redundancy["S 0", "u"] < 0.02 < 0.2 < redundancy["rear_outline 2", "off"]
    best = photo["helps"][0]
    assert (best["from"], best["to"]) == ("BB", "H")
    order, matrix = photo["covariance"]["order"], photo["covariance"]["matrix"]
    values = [photo["marks"][name[:-5]][name[-4:]] for name in order]
    block = {"id": "photo", "order": order, "values_mm": values, "matrix": matrix}
    tape = [{"id": "height", "kind": "distance", "to": "S", "value": 733, "sd": 2}]
    found = empty.post("/api/calc/survey.adjust", json={"observations": tape, "blocks": [block]}).json()
    assert (round(found["points"]["S"]["x_mm"], 1), round(found["points"]["S"]["y_mm"], 1)) == (-197.4, 705.6)
    [it] = found["blocks"]
    assert (it["id"], round(it["statistic"], 3), round(it["limit"], 2), it["suspect"]) == ("photo", 0.105, 10.83, False)
    short = {**block, "matrix": matrix[:-1]}
    told = empty.post("/api/calc/survey.adjust", json={"observations": tape, "blocks": [short]})
    assert told.status_code == 422
    assert (told.json()["field"], told.json()["allowed"]) == ("photo.matrix", "8 of each")


def test_an_indoor_bike_is_dialled_in_over_http(empty: TestClient) -> None:
    post = {"name": "post", "direction_deg": 105, "least_mm": 0, "greatest_mm": 300, "step_mm": 5}
    rail = {"name": "rail", "direction_deg": 0, "stops": [{"label": c, "mm": 10 * i} for i, c in enumerate("CAB")]}
    machine = {
        "saddle": {"origin": {"x_mm": -140, "y_mm": 500}, "axes": [post, rail]},
        "bar": {"origin": {"x_mm": 440, "y_mm": 400}, "axes": [{**post, "name": "riser", "direction_deg": 90}]},
        "cranks_mm": [165, 170, 175],
    }
    marks = {"s": {"x_mm": -180, "y_mm": 702}, "h": {"x_mm": 444, "y_mm": 562}}
    got = empty.post("/api/calc/trainer.settings", json={"machine": machine, **marks, "crank_mm": 172.5}).json()
    assert got["crank"] == {"crank_mm": 170, "off_mm": -2.5}
    # 210 up the post is 202.8 up and 54.4 back: with the middle letter −184.4, with the last −174.4.
    saddle = {s["axis"]: s for s in got["saddle"]["settings"]}
    # Where nothing is printed there is no label.
    assert saddle["post"] == {"axis": "post", "mm": 210}
    assert (saddle["rail"]["mm"], saddle["rail"]["label"], got["saddle"]["verdict"]) == (10, "A", "outside")
    assert got["bar"]["settings"] == [{"axis": "riser", "mm": 160}]
    assert (got["bar"]["dx_mm"], got["bar"]["dy_mm"], got["bar"]["verdict"]) == pytest.approx((-4, -2, "within"))
    assert [b["mm"] for b in got["bar"]["beside"]] == [155, 165]
    both = {**rail, "least_mm": 0, "greatest_mm": 10, "step_mm": 5}
    machine["bar"]["axes"] = [both]  # type: ignore[index]
    assert empty.post("/api/calc/trainer.settings", json={"machine": machine, **marks}).status_code == 422


def test_trials_and_gears_over_http(empty: TestClient) -> None:
    plan = empty.post("/api/calc/trial.plan", json={"treatments": ["A", "B"], "blocks": 2, "seed": 3}).json()
    assert plan["order"] in ([["A", "B", "B", "A"], ["B", "A", "A", "B"]], [["B", "A", "A", "B"], ["A", "B", "B", "A"]])
    assert plan["balance"] == {"drift_cancels": True, "first_counts": {"A": 1, "B": 1}}
    assert empty.post("/api/calc/trial.plan", json={"treatments": ["A", "A"], "blocks": 2}).status_code == 422
    pairs = [{"a": 10 + i, "b": 10} for i in (1, 2, 3, 4)]
    assert empty.post("/api/calc/trial.judge", json={"pairs": pairs}).json()["verdict"] == "a"
    assert empty.post("/api/calc/trial.judge", json={"pairs": pairs[:1]}).json()["field"] == "pairs"
    gears = {
        "rings": [34, 50], "cogs": [11, 34], "circumference_mm": 2100, "cadence_rpm": 90, "mass_kg": 80,
        "power_w": 250, "gradient_percent": 10, "crr": 0.004, "cda_m2": 0.32,
    }  # fmt: skip
    got = empty.post("/api/calc/gearing.check", json=gears).json()
    assert got["ratios"] == pytest.approx([1, 50 / 34, 34 / 11, 50 / 11])
