"""A bike with aero bars: the pads are what is carried, searched for, built, drawn and written on the card."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.posts import FILES, facts_of
from tests.rooms.test_fits import Fitter, demo_fit
from waymark.core.say import from_kept
from waymark.demo import demo_files
from waymark.rooms.plan import drawn_plan, own_bar, pose_of, search_goal, sits_then, sought
from waymark.rooms.posts.goal import goal_marks
from waymark.rooms.posts.measure import context


@pytest.fixture
def fitter(demo: TestClient) -> Fitter:
    """Somebody at the file with the pads."""
    return demo_fit(demo, "Kerra Lannick")


def state() -> Any:
    """The demo's own file with pads."""
    return next(f.fit for text in demo_files() if (f := FILES.read(text)).fit.measure.bar_kind == "aero")


def row(sheet: dict[str, Any], label: str) -> dict[str, Any]:
    """One row of the ledger."""
    found: dict[str, Any] = next(r for r in sheet["ledger"] if r["label"] == label)
    return found


def shown(cell: dict[str, Any]) -> tuple[str, str]:
    """A cell's figures."""
    return cell["show_x"], cell["show_y"]


def test_the_pads_are_carried_and_the_hand_goes_with_them(fitter: Fitter) -> None:
    pads = row(fitter.read("goal"), "Pads")
    assert shown(pads["cells"]["now"]) == ("455", "624")
    assert shown(pads["cells"]["goal"]) == ("455", "632")
    measured = fitter.read("measure")
    assert [r["mark"] for r in measured["ledger"]] == ["saddle", "nose", "clamp", "hand", "pad"]
    assert shown(row(measured, "Hand")["cells"]["now"]) == ("704", "660")
    assert shown(row(measured, "Pads")["cells"]["now"]) == ("455", "624")
    trunk = next(d for d in fitter.read("goal")["dials"] if d["name"] == "trunk")
    # Eight millimetres up lift the trunk by eight over its own length, about 0.9°.
    assert 0.7 < trunk["value_deg"] - trunk["now_deg"] < 1.1
    assert 10 <= trunk["now_deg"] <= 25


def test_the_day_book_and_the_trail_speak_of_pads(fitter: Fitter, demo: TestClient) -> None:
    line = next(x for x in demo.get("/api/fits").json() if x["rider"] == "Kerra Lannick")
    assert line["worst_mark"] == "Pads"
    assert next(p for p in line["trail"] if p["name"] == "build")["note"] == "pads in"


def test_what_is_offered_for_pads_can_be_taken_and_stands_so_on_the_card(fitter: Fitter, demo: TestClient) -> None:
    view = fitter.read("frame")["frame"]
    other = next(x for x in view["frontier"] if x["front"]["part"] is not None and "pads" in x["build"])
    assert "pads" in other["build"]
    sheet = fitter.edit("frame.choose", {"size": other["id"], "front": other["front"]}, "frame")
    assert shown(row(sheet, "Pads")["miss"]) == (other["show_x"], other["show_y"])
    assert sheet["state"]["build"]["bar"]["kind"] == "aero_bar"
    assert sheet["state"]["build"]["place"]["stands"]["t"].startswith("pads ")
    pages = PdfReader(BytesIO(demo.get(f"/api/fits/{sheet['id']}/card.pdf").content)).pages
    text = "\n".join(p.extract_text() for p in pages)
    assert "Pads" in text
    # Its place as the mechanic reads it, in full.
    assert str(from_kept(sheet["state"]["build"]["place"]["stands"])) in " ".join(text.split())


def test_every_aero_bar_on_the_shelf_is_placed_step_by_step(fitter: Fitter) -> None:
    own = fitter.read("frame")["frame"]["frontier"][0]
    assert (own["front"]["part"], own["cost"]) == (None, "the frame to buy")
    facts = facts_of(state())
    assert (context(facts).contact.kind, sought(facts)) == ("pad", "pad")
    bar = own_bar(facts)
    assert bar is not None
    assert [p.off for p in bar.places] == [context(facts).contact.off]
    goal = search_goal(facts)
    assert goal is not None
    assert (goal.carried, goal.hand) == ("pads", goal_marks(facts)["hand"])


def test_the_forearm_is_drawn_on_the_pad() -> None:
    facts = facts_of(state())
    drawn = drawn_plan(facts)
    assert drawn is not None
    pose = pose_of(sits_then(facts), drawn.bike.saddle, drawn.bike.hand)
    assert pose.on_pads
    assert pose.hand.distance_mm(drawn.bike.hand + context(facts).contact.to_hand) < 1e-6
    past = pose.elbow.distance_mm(drawn.bike.hand) + drawn.bike.hand.distance_mm(pose.hand)
    assert past == pytest.approx(pose.elbow.distance_mm(pose.hand))


def test_without_a_pad_measured_the_hand_is_carried() -> None:
    kept = state()
    kept.measure.readings = {k: r for k, r in kept.measure.readings.items() if not k.startswith(("s_pad", "pad_"))}
    facts = facts_of(kept)
    assert (context(facts).contact.kind, context(facts).point_of("hand"), sought(facts)) == ("extension", "h", "hood")
    assert context(facts).contact.pad_at(goal_marks(facts)["hand"]) is None


def test_what_this_bikes_rails_allow_the_makers_word_and_the_time_it_is_held(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    tamsin.call("seat_angle", "73")
    tamsin.call("post_setback", "25")
    tamsin.call("rails_ahead", "5")
    step = {"kind": "aero", "forward_deg": 2, "clamp": "forbidden", "held_min": 40}
    tamsin.edit("goal.add", {"step": step}, "goal")
    line = tamsin.sheet["goal"]["lines"][-1]
    # Twenty each way from the middle of the rails, five of them used.
    needs = line["why"][1]
    assert "more of the rails, which have 15 left, as read: " in needs
    assert needs.endswith("on one without its 25 of setback")
    here, straight = (float(x.split("°")[0].split(" ")[-1]) for x in needs.split(": ")[1].split(", "))
    assert 0 < here < 2 < straight
    assert line["why"][-2:] == [
        "the bar’s maker allows no clamp on it: pads need a bar made for them",
        "to be held for 40 min: ride that long before it is bought",
    ]
    # Turned so far as the rails allow it asks for no more than they have.
    within = {**step, "forward_deg": here}
    tamsin.edit("goal.set", {"id": line["id"], "step": within}, "goal")
    assert tamsin.sheet["goal"]["lines"][-1]["why"][1].endswith("more of the rails, which have 15 left, as read")
    warned = tamsin.read("setup")["setup"]["warnings"]
    assert warned[0] == "The bar’s maker allows no clamp on it, and pads are planned."
    tamsin.read("ride")
    for minutes, said in (
        (25, "pads held 25 of the goal’s 40 min"),
        (45, "pads held 45 min, as long as the goal asks"),
    ):
        tamsin.edit("ride.log", {"on": "2026-11-28", "held_min": minutes, "better": "calm"}, "ride")
        assert tamsin.sheet["ride"]["on_pads"]
        assert tamsin.sheet["ride"]["log"][0]["says"] == f"{said}; better: calm"
