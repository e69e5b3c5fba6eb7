"""Wheels and tyres of the plan over HTTP: what is asked of them, what they change, and what does not go together."""

from __future__ import annotations

from math import radians, tan

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import Fitter, demo_fit
from tests.rooms.test_setup_post import should


def wheels(fitter: Fitter) -> dict:
    return fitter.read("build")["build"]["wheels"]


def key(fitter: Fitter, name: str) -> int:
    return next(c["part"] for c in wheels(fitter)["choices"] if c["name"] == name)


def row(fitter: Fitter, name: str) -> tuple[str | None, str]:
    found = next(r for r in wheels(fitter)["rows"] if r["name"] == name)
    return found["plan"], found["note"]


def handling(fitter: Fitter, name: str) -> float:
    return next(r["then"] for r in fitter.read("build")["build"]["handling"]["rows"] if r["name"] == name)


@pytest.fixture
def tamsin(demo: TestClient) -> Fitter:
    return demo_fit(demo, "Tamsin Orre")


def test_a_wider_tyre_raises_the_bike_and_lengthens_its_trail(tamsin: Fitter) -> None:
    chart = tamsin.read("frame")["state"]["frame"]["chosen"]["chart"]
    before = handling(tamsin, "Trail")
    tamsin.edit("build.put_rolling", {"part": key(tamsin, "Tussock 45")}, "build")
    wider = 45 - chart["tyre_mm"]
    assert row(tamsin, "BB above ground") == (f"+{wider:g}", f"by the tyres against the chart’s {chart['tyre_mm']:g}")
    # Trail = (r·cos θ − o) / sin θ: by the radius alone it grows by Δr / tan θ.
    grown = wider / tan(radians(chart["head_angle_deg"]))
    assert handling(tamsin, "Trail") - before == pytest.approx(grown, abs=0.01)
    tamsin.edit("build.rolling_as_before", {"what": "tyre"}, "build")
    assert handling(tamsin, "Trail") == pytest.approx(before)


def test_a_heavy_rider_is_told_what_wheels_to_ask_for(tamsin: Fitter) -> None:
    rider = tamsin.sheet["rider"]
    body = {"base_revision": rider["revision"], "measures": {"mass": "104 kg"}}
    assert tamsin.client.patch(f"/api/riders/{rider['id']}", json=body).status_code == 200
    asked = wheels(tamsin)
    # 104 and the bike are over 100 kg and the ground is rough: the line of 120. Gravel's 40 and 0.15 · 29 make 44.35.
    assert asked["headline"] == ("114 kg with the bike: 32 spokes in front and 36 behind at least, tyres from 44 mm.")
    against = {c["name"]: c["against"] for c in asked["choices"] if c["kind"] == "wheels"}
    assert "not made for this mass" in against["Gyre Light"]
    assert against["Gyre Stout"] is None
    tamsin.edit("build.put_rolling", {"part": key(tamsin, "Gyre Light")}, "build")
    told = wheels(tamsin)["troubles"]
    assert any(t.startswith("The wheels are made for 100 kg; rider and bike are ") for t in told)
    fits = {f["what"]: f for f in tamsin.read("build")["build"]["fits"]}
    assert fits["Rider and wheels"]["fits"] == "not"
    assert fits["Wheels and axles"]["fits"] == "unknown"
    line = next(p for p in tamsin.sheet["build"]["parts"] if p["what"] == "Wheels")
    assert (line["name"], line["state"]) == ("Gyre Light, a pair", "buy")


def test_rims_tyres_and_frame_must_go_together(tamsin: Fitter) -> None:
    tamsin.edit("build.put_rolling", {"part": key(tamsin, "Tern")}, "build")
    tamsin.edit("build.put_rolling", {"part": key(tamsin, "Tussock 50")}, "build")
    chart = tamsin.read("frame")["state"]["frame"]["chosen"]["chart"]
    told = wheels(tamsin)["troubles"]
    assert f"The frame takes tyres to {chart['tyre_greatest_mm']:g}, not 50." in told
    assert "The rims take tyres of 23 to 32, not 50." in told
    tamsin.edit("build.put_rolling", {"part": key(tamsin, "Tussock Small 47")}, "build")
    assert "The tyres do not go on these rims: another size." in wheels(tamsin)["troubles"]
    fits = {f["what"]: (f["fits"], f["why"]) for f in tamsin.read("build")["build"]["fits"]}
    assert fits["Tyre and rim"] == ("not", "Tyre and rim are of two sizes.")
    # Tyres come in pairs.
    tyre = next(p for p in tamsin.sheet["build"]["parts"] if p["what"] == "Tyre")
    assert (tyre["name"], tyre["count"]) == ("Tussock Small 47", 2)


def test_another_kind_of_part_is_no_wheel(tamsin: Fitter) -> None:
    stem = next(p for p in tamsin.client.get("/api/shelves/parts").json() if p["part"]["kind"] == "stem")
    answer = tamsin.send("build.put_rolling", {"part": stem["id"]})
    assert answer.status_code == 404
    assert wheels(tamsin)["troubles"] == []


def test_what_the_tape_should_read_from_the_floor_goes_up_with_the_tyres(tamsin: Fitter) -> None:
    chart = tamsin.read("frame")["state"]["frame"]["chosen"]["chart"]

    before = should(tamsin)
    tamsin.edit("build.put_rolling", {"part": key(tamsin, "Tussock 45")}, "build")
    after, raised = should(tamsin), 45 - chart["tyre_mm"]
    for name in ("bb_floor", "s_floor", "hand_floor.right"):
        assert after[name] - before[name] == pytest.approx(raised, abs=0.05)
    assert after["s_straight"] == pytest.approx(before["s_straight"])
