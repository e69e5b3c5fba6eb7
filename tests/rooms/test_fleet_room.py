"""A rider's bikes over HTTP: drift told, silent changes said, a change taken over, a position copied with its past."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import Fitter

SUMMER, WINTER = 11, 12


def bikes(demo: TestClient, base: int, rider: int = 11) -> dict[str, Any]:
    """The page of a rider's bikes."""
    view: dict[str, Any] = demo.get(f"/api/riders/{rider}/bikes", params={"base": base}).json()
    return view


def the_other(demo: TestClient, base: int) -> dict[str, Any]:
    """The one bike beside the one looked at."""
    (found,) = bikes(demo, base)["beside"]
    return found  # type: ignore[no-any-return]


def test_the_winter_bike_has_drifted_and_it_is_said_what_nobody_said(demo: TestClient) -> None:
    found = the_other(demo, SUMMER)
    assert found["says"] == "Drifted: the saddle fore and aft, the saddle up and down and the hand fore and aft."
    lines = {it["name"]: it for it in found["lines"]}
    marks = {f: {m: Fitter(demo, f).cell(m, "now") for m in ("saddle", "hand")} for f in (SUMMER, WINTER)}
    for name, mark, axis in (("Saddle, fore", "saddle", 0), ("Hand, up", "hand", 1)):
        one, two = ((marks[f][mark] or (0, 0))[axis] for f in (SUMMER, WINTER))
        assert (lines[name]["this_mm"], lines[name]["other_mm"]) == pytest.approx((one, two))
        assert lines[name]["by_mm"] == pytest.approx(two - one)
    # Cranks 2.5 shorter and soles 3 thicker ask for 5.5 more, up the seat line; the saddle is lower instead.
    assert lines["Saddle, up"]["says"] == "13 mm lower than what is under the foot asks"
    assert (lines["Hand, up"]["word"], lines["Hand, fore"]["says"]) == (
        "alike",
        "9 mm further forward on a bike for the same use",
    )
    assert found["silent"] == [
        "Cranks 172.5 here, 170 there: nobody said why.",
        "Axle to sole 22 here, 25 there: pedals or shoes are others.",
        "Cleat 6 behind the ball here, 3 there: nobody said why.",
        # Q 146 and 152, and twice 53 to the pedals' middle.
        "Feet 252 apart here, 258 there, by cranks and pedals: nobody said why.",
        "Another saddle: Plover 143 here, Plover 155 there; compared at the mark, not the nose.",
        "Other pedals: clip, road here, clip, small there.",
    ]
    assert the_other(demo, WINTER)["silent"][0] == "Cranks 170 here, 172.5 there: nobody said why."


def test_a_crank_with_a_reason_is_no_silent_change(demo: TestClient) -> None:
    winter = Fitter(demo, WINTER)
    step = {"kind": "crank", "to_mm": 165}
    winter.edit("goal.add", {"step": step, "words": "His hip pinches."})
    assert the_other(demo, SUMMER)["silent"][0] == "Cranks 172.5 here, 170 there: meant, “His hip pinches.”"


def test_what_was_changed_for_the_rider_is_offered_and_what_a_use_asked_for_is_not(demo: TestClient) -> None:
    offer = bikes(demo, SUMMER)["offer"]
    assert offer == {"says": "The hands 4 back and 10 up.", "moves": [{"mark": "hand", "by_x_mm": -4, "by_y_mm": 10}]}
    summer = Fitter(demo, SUMMER)
    summer.edit("goal.carry", {"use": "gravel"})
    summer.edit("goal.add", {"step": {"kind": "crank", "to_mm": 165}})
    assert bikes(demo, SUMMER)["offer"] == offer
    summer.nudge("saddle", 0, 3)
    assert bikes(demo, SUMMER)["offer"]["says"] == "The saddle 3 up; the hands 4 back and 10 up."
    assert bikes(demo, WINTER)["offer"] is None


def test_a_position_is_copied_with_its_readings_and_set_ups(demo: TestClient) -> None:
    summer = Fitter(demo, SUMMER)
    summer.edit("measure.keep_setup", {"by": "Mo", "note": "June"})
    made = demo.post(
        "/api/riders/11/bikes", json={"source": SUMMER, "title": "A third one", "reason": "For the hills."}
    ).json()["id"]
    third = Fitter(demo, made)
    assert third.sheet["title"] == "A third one"
    assert third.sheet["rider"]["id"] == 11
    assert third.sheet["state"]["reason"] == "For the hills."
    assert third.sheet["state"]["measure"] == summer.sheet["state"]["measure"]
    assert third.sheet["state"]["goal"]["chain"] == []
    assert third.cell("saddle", "now") == summer.cell("saddle", "now")
    assert [b["says"] for b in bikes(demo, SUMMER)["beside"] if b["fit"] == made] == ["The same position."]
    # What is read of the one says nothing of the other.
    third.call("s_plumb", "690")
    assert summer.read()["state"]["measure"]["readings"]["s_plumb"]["heard"][0]["typed"] == "704"


def test_bikes_that_are_not_there_and_bikes_not_measured(demo: TestClient) -> None:
    assert demo.get("/api/riders/99/bikes").status_code == 404
    stranger = demo.get("/api/riders/11/bikes", params={"base": 1})
    assert (stranger.status_code, stranger.json()["message"]) == (404, "This rider has no such file.")
    refused = demo.post("/api/riders/11/bikes", json={"source": 1, "title": "Not his"})
    assert (refused.status_code, refused.json()["field"]) == (404, "source")
    alone = bikes(demo, 1, rider=1)
    assert (len(alone["bikes"]), alone["beside"], alone["offer"]) == (1, [], None)
    rider = demo.post("/api/riders", json={"name": "Nobody yet"}).json()["id"]
    none = demo.get(f"/api/riders/{rider}/bikes")
    assert (none.status_code, none.json()["message"]) == (422, "This rider has no bike yet.")
    fit = demo.post("/api/fits", json={"rider_id": 11, "title": "Empty"}).json()["id"]
    assert {b["fit"]: b["says"] for b in bikes(demo, SUMMER)["beside"]}[fit] == "Still to be measured."
    assert {b["says"] for b in bikes(demo, fit)["beside"]} == {"This bike is still to be measured."}
