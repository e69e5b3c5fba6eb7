"""Ride: rides and what they ask for, one change between two, trials, and what is due."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar

from tests.rooms.test_fits import Fitter, demo_fit


def ride(fitter: Fitter) -> dict[str, Any]:
    """The Ride post as the screen has it."""
    found: dict[str, Any] = fitter.read("ride")["ride"]
    return found


def send(fitter: Fitter, do: str, **fields: Any) -> Any:
    """One command from the Ride post."""
    return fitter.send(do, fields, "ride")


def test_a_ride_is_put_down_rated_and_looked_into(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    assert ride(fitter)["last"] is None
    assert ride(fitter)["causes"] == []
    send(fitter, "ride.log", on="2026-03-01", hours=2, worse="neck on the way home")
    first = ride(fitter)["last"]["ride"]["id"]
    send(fitter, "ride.rate", ride=first, region="neck", ground="road", value=6)
    send(fitter, "ride.rate", ride=first, region="seat", ground="road", value=1)
    causes = ride(fitter)["causes"]
    assert causes
    assert any("neck" in name for c in causes for name in c["explains"])
    send(fitter, "ride.log", on="2026-03-08", hours=3)
    second = ride(fitter)["last"]["ride"]["id"]
    send(fitter, "ride.rate", ride=second, region="neck", ground="road", value=3)
    neck = next(r for r in ride(fitter)["last"]["rows"] if r["region"] == "neck")
    assert neck["figures"][0] == {"ground": "road", "value": 3, "was": 6}
    send(fitter, "ride.rate", ride=second, region="neck", ground="road", value=None)
    assert ride(fitter)["causes"] == []
    send(fitter, "ride.take_out", ride=second)
    assert ride(fitter)["last"]["ride"]["id"] == first
    assert [x["title"] for x in ride(fitter)["log"]] == ["Ride, 2 h"]


def test_one_change_between_rides_is_a_step_and_put_back_it_is_parked(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    send(fitter, "ride.log", on="2026-03-01", hours=2)
    rid = ride(fitter)["last"]["ride"]["id"]
    send(fitter, "ride.rate", ride=rid, region="knees", ground="climb", value=7)
    cause = next(c for c in ride(fitter)["causes"] if c["step"])
    before = fitter.cell("saddle", "goal"), fitter.cell("hand", "goal")
    assert send(fitter, "ride.try", cause=cause["key"], on="2026-03-02").status_code == 200
    after = fitter.cell("saddle", "goal"), fitter.cell("hand", "goal")
    assert after != before
    # No ride can tell about more than five of the saddle or ten of the hand.
    for (x, y), (u, v), most in zip(before, after, (5, 10), strict=True):
        assert max(abs(x - u), abs(y - v)) <= most + 1
    refused = send(fitter, "ride.try", cause=cause["key"], on="2026-03-02")
    assert refused.status_code == 422
    assert refused.json()["message"] == "The last change has not been ridden yet."
    assert ride(fitter)["waits"] == "The change of 2026-03-02 has not been ridden yet: one change, then a ride."
    send(fitter, "ride.log", on="2026-03-05", hours=2)
    assert ride(fitter)["waits"] is None
    tried = next(x for x in ride(fitter)["log"] if x["kind"] == "change")
    send(fitter, "ride.judge", tried=tried["id"], outcome="put back")
    assert (fitter.cell("saddle", "goal"), fitter.cell("hand", "goal")) == before
    log = ride(fitter)["log"]
    assert next(x for x in log if x["kind"] == "change")["says"] == "felt worse, put back: kept here as a result"
    # What was tried already is not offered again.
    assert cause["key"] not in {c["key"] for c in ride(fitter)["causes"]}


def test_a_trial_is_drawn_filled_in_and_judged(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    plan = {
        "on": "2026-03-09",
        "differs": "stem",
        "treatments": ["stem 90", "stem 80"],
        "outcomes": ["Hands", "Steering"],
    }
    assert send(fitter, "ride.trial", **plan, blocks=2, seed=3).status_code == 200
    trial = ride(fitter)["trial"]
    runs, number = trial["runs"], trial["trial"]["id"]
    assert sorted(runs) == ["stem 80"] * 4 + ["stem 90"] * 4
    assert runs[:4] == runs[:4][::-1]
    assert runs[4:] == runs[4:][::-1]
    assert fitter.sheet["trail"][-1]["note"] == "trial running"
    for i, name in enumerate(runs):
        hands = 5 + 2 * (name == "stem 80") + 0.1 * (i % 3)
        send(fitter, "ride.found", trial=number, outcome="Hands", run_number=i, value=hands)
        send(fitter, "ride.found", trial=number, outcome="Steering", run_number=i, value=5 + (i % 2))
    trial = ride(fitter)["trial"]
    assert (trial["done"], trial["so_far"]) == (8, False)
    hands, steering = trial["compared"][0]["outcomes"]
    assert hands["says"] == "stem 80 greater"
    assert hands["mean"] == pytest.approx(2, abs=0.1)
    assert hands["least"] > 0
    assert steering["says"] == "no difference shown"
    assert steering["least"] < 0 < steering["greatest"]
    found = trial["trial"]["results"]["Hands"]
    send(fitter, "ride.found", trial=number, outcome="Hands", run_number=7, value=None)
    assert ride(fitter)["trial"]["done"] == 7
    assert len(found) == 8


@pytest.mark.parametrize(
    ("do", "fields", "field"),
    [
        ("ride.log", {"on": "2026-02-30"}, "ride.log.on"),
        ("ride.due", {"on": "2025-02-29", "in_days": 3}, "ride.due.on"),
        ("ride.found", {"trial": 4, "outcome": "Power", "run_number": 0, "value": 1}, "ride.found.outcome"),
        ("ride.found", {"trial": 4, "outcome": "Hands", "run_number": 8, "value": 1}, "ride.found.run_number"),
        ("ride.try", {"cause": "nothing", "on": "2026-11-29"}, "ride.try.cause"),
        (
            "ride.trial",
            {"on": "2026-03-01", "differs": "bar", "treatments": ["a", "A"], "outcomes": ["x"], "seed": 1},
            "ride.trial.treatments",
        ),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(demo: TestClient, do: str, fields: dict[str, Any], field: str) -> None:
    answer = send(demo_fit(demo, "Jory Penhale"), do, **fields)
    assert answer.status_code == 422
    assert answer.json()["field"] == field
    assert answer.json()["allowed"]


@pytest.mark.parametrize(
    ("do", "fields"),
    [
        ("ride.rate", {"ride": 99, "region": "hands", "ground": "road", "value": 1}),
        ("ride.judge", {"tried": 99, "outcome": "kept"}),
        ("ride.done", {"due": 99}),
        ("ride.stop_trial", {"trial": 99}),
    ],
)
def test_what_is_not_there_is_not_found(demo: TestClient, do: str, fields: dict[str, Any]) -> None:
    assert send(demo_fit(demo, "Jory Penhale"), do, **fields).status_code == 404


def test_what_is_due_stands_in_the_day_book_and_in_a_calendar(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    send(fitter, "ride.due", on="2026-03-01", in_days=42, asks="numb again after three hours?")
    line = next(x for x in demo.get("/api/fits").json() if x["rider"] == "Tamsin Orre")
    due = line["due"][0]
    assert (due["on"], due["kind"], due["asks"]) == ("2026-04-12", "follow-up", "numb again after three hours?")
    sent = demo.get("/api/calendar/due.ics")
    assert sent.headers["content-type"].startswith("text/calendar")
    events = {str(e["summary"]): e for e in Calendar.from_ical(sent.content).walk("VEVENT")}
    event = events["Follow-up: Tamsin Orre"]
    assert event["dtstart"].dt.isoformat() == "2026-04-12"
    assert event["dtend"].dt.isoformat() == "2026-04-13"
    assert str(event["description"]) == "numb again after three hours?"
    number = ride(fitter)["due"][0]["id"]
    send(fitter, "ride.done", due=number, on="2026-04-13")
    line = next(x for x in demo.get("/api/fits").json() if x["rider"] == "Tamsin Orre")
    assert line["due"] == []
    assert ride(fitter)["due"][0]["done"] == "2026-04-13"


def test_places_that_hurt_are_rated_on_the_records_own_scale_before_and_after(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    spots = ride(fitter)["last"]["spots"]
    assert spots == [
        {"what": "Hands", "before": 4, "was": 3, "now": 2},
        {"what": "Low back", "before": 2, "was": 2, "now": 3},
    ]
    rid = ride(fitter)["last"]["ride"]["id"]
    assert send(fitter, "ride.spot", ride=rid, what="Hands", value=0).status_code == 200
    assert ride(fitter)["last"]["spots"][0]["now"] == 0
    send(fitter, "ride.spot", ride=rid, what="Hands", value=None)
    assert ride(fitter)["last"]["spots"][0]["now"] is None
    refused = send(fitter, "ride.spot", ride=rid, what="Left ear", value=1)
    assert (refused.status_code, refused.json()["field"]) == (422, "ride.spot.what")
    assert refused.json()["allowed"] == "Hands, Low back"
    assert send(fitter, "ride.spot", ride=rid, what="Hands", value=6).status_code == 422
    assert send(fitter, "ride.spot", ride=99, what="Hands", value=1).status_code == 404
    # What was rated stays told where the record names it no more.
    rider = fitter.read("ride")["rider"]
    demo.patch(f"/api/riders/{rider['id']}", json={"base_revision": rider["revision"], "hurts": []})
    assert ride(fitter)["last"]["spots"] == [{"what": "Low back", "before": None, "was": 2, "now": 3}]


def test_a_sign_that_was_seen_is_looked_into(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    send(fitter, "ride.log", on="2026-03-01", hours=2)
    rid = ride(fitter)["last"]["ride"]["id"]
    assert ride(fitter)["causes"] == []
    sign = next(s for s in ride(fitter)["signs"] if s["key"] == "neck_shoulders")
    assert send(fitter, "ride.sign", ride=rid, sign=sign["key"]).status_code == 200
    assert fitter.read("ride")["history"][0]["said"] == "Seen: neck and shoulders"
    causes = ride(fitter)["causes"]
    assert causes
    assert all("neck and shoulders" in c["explains"] for c in causes)
    send(fitter, "ride.sign", ride=rid, sign=sign["key"], on=False)
    assert ride(fitter)["causes"] == []
    refused = send(fitter, "ride.sign", ride=rid, sign="ears")
    assert (refused.status_code, refused.json()["field"]) == (422, "ride.sign.sign")


@pytest.mark.parametrize(("season", "by"), [("winter", (-5, 10)), ("less_form", (-5, 10)), ("in_form", (5, -10))])
def test_the_season_and_form_are_reasons_that_are_put_back(demo: TestClient, season: str, by: tuple[int, int]) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    before = fitter.cell("hand", "goal") or (0, 0)
    assert send(fitter, "ride.try", cause=season, on="2026-11-02").status_code == 200
    told = next(s for s in ride(fitter)["seasons"] if s["key"] == season)
    assert ride(fitter)["log"][0]["title"] == told["change"]
    assert fitter.cell("hand", "goal") == (before[0] + by[0], before[1] + by[1])
    refused = send(fitter, "ride.try", cause="winter", on="2026-11-03")
    assert refused.json()["message"] == "The last change has not been ridden yet."
    tried = fitter.sheet["state"]["ride"]["tried"][0]["id"]
    send(fitter, "ride.judge", tried=tried, outcome="put back")
    assert fitter.cell("hand", "goal") == before


def test_where_no_cause_is_left_it_is_said_what_else_it_may_be(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    # Hands at 4 on the way down: the saddle was levelled, and a flat bar has no hoods to turn.
    assert ride(fitter)["causes"] == []
    assert ride(fitter)["off_bike"] == [
        "grips, gloves, tyre pressure, suspension, brakes that need a hard pull",
        "strength and reach of motion: a trainer or physiotherapist may do more than a part",
    ]
    quiet = demo_fit(demo, "Halvard Stroud")
    assert ride(quiet)["off_bike"] == []
