"""The ways of a mark: each does what it shows, undone it was nothing, and a cut steerer does not grow."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_build_bench import cell
from tests.rooms.test_fits import Fitter, demo_fit
from tests.rooms.test_this_bike import card_text

ASKED: tuple[dict[str, Any], ...] = (
    {"mark": "hand", "to_goal": True},
    {"mark": "hand", "up_mm": 5},
    {"mark": "hand", "fore_mm": -8, "up_mm": 3},
    {"mark": "saddle", "up_mm": -4},
    {"mark": "saddle", "fore_mm": 6},
    {"mark": "foot", "up_mm": 3},
    {"mark": "foot", "fore_mm": -5},
)


def ways(fitter: Fitter, **asked: Any) -> dict[str, Any]:
    """What is answered to a question."""
    answer = fitter.client.get(f"/api/fits/{fitter.fit}/ways", params=asked)
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.json()
    return found


def figure(shown: str) -> float:
    """A signed figure as it is read."""
    return float(shown.replace("−", "-"))


@pytest.mark.parametrize("rider", ["Tamsin Orre", "Halvard Stroud", "Jory Penhale", "Kerra Lannick"])
def test_every_way_does_what_it_shows(demo: TestClient, rider: str) -> None:
    fitter = demo_fit(demo, rider)
    fitter.read("build")
    for asked in ASKED:
        found = ways(fitter, **asked)
        here = cell(fitter, asked["mark"])
        assert here is not None
        wanted = (found["wanted"]["x_mm"], found["wanted"]["y_mm"])
        if not asked.get("to_goal"):
            expected = here[0] + asked.get("fore_mm", 0), here[1] + asked.get("up_mm", 0)
            assert wanted == pytest.approx(expected, abs=0.02)
        for way in found["ways"]:
            if not way["kinds"]:
                continue
            sent = fitter.send("build.way", {**asked, "kinds": way["kinds"]}, "build")
            assert sent.status_code == 200, sent.text
            after = cell(fitter, asked["mark"])
            assert after == pytest.approx((way["at"]["x_mm"], way["at"]["y_mm"]), abs=0.02), way["does"]
            shown = figure(way["show_x"]), figure(way["show_y"])
            start = wanted if asked.get("to_goal") else here
            assert shown == pytest.approx((after[0] - start[0], after[1] - start[1]), abs=0.55), way["does"]
            assert fitter.sheet["history"][0]["said"] == way["does"]
            assert fitter.step("undo", "build").status_code == 200
            assert cell(fitter, asked["mark"]) == here


def test_a_foot_goes_by_crank_and_by_what_is_under_it(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    # Her pedals, cleats and shoes are not on record: a sole 3 higher is another set of all three, or a flat pedal and a shoe.
    found = ways(fitter, mark="foot", up_mm=3)
    assert found["headline"].startswith("Foot 3 up: ")
    assert {tuple(w["kinds"]) for w in found["ways"]} <= {("pedal", "cleat", "shoe"), ("pedal", "shoe")}
    assert found["ways"]
    shorter = ways(fitter, mark="foot", fore_mm=-5)["ways"]
    assert [w["kinds"] for w in shorter] == [["crank"]]
    assert shorter[0]["also"] == "Crank 165, sole 25 over the axle: saddle and hands follow once the goal takes them."
    # Once the three are chosen each may be changed alone.
    for name in ("Dulse", "Wrack eight", "Sedge"):
        parts = {p["part"]["name"]: p["id"] for p in demo.get("/api/shelves/parts").json()}
        fitter.edit("build.put_foot", {"part": parts[name]}, "build")
    alone = ways(fitter, mark="foot", up_mm=-3)["ways"]
    assert any(len(w["kinds"]) == 1 for w in alone)
    refused = fitter.send("build.way", {"mark": "foot", "up_mm": -3, "kinds": ["stem"]}, "build")
    assert (refused.status_code, refused.json()["field"]) == (422, "build.way.kinds")


def test_free_comes_before_bought_and_what_buys_nothing_is_told_apart(demo: TestClient) -> None:
    found = ways(demo_fit(demo, "Halvard Stroud"), mark="hand", up_mm=5)
    costs = [("free", "small part", "part", "dear part").index(w["cost"]) for w in found["ways"]]
    assert costs == sorted(costs)
    free = [(w["does"], w["show_x"], w["show_y"], w["also"]) for w in found["ways"] if w["cost"] == "free"]
    # At 72.5° five of pile are 4.8 up and 1.5 back.
    assert ("Put 5 more under the stem, 22.5 in all.", "−1.5", "+4.8", None) in free
    assert ("Turn the bar: ramp level.", "−1.2", "+5.0", "Hoods rising 11°, drops 5 forward, 5 up.") in free
    dear = [w for w in found["ways"] if w["cost"] == "part"]
    assert dear and not any(w["worth"] for w in dear)
    assert found["never"] == "The saddle is never slid for reach: that would undo the leg's position."


def test_changes_that_are_no_way_there_are_refused_with_those_that_are(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    fitter.read("build")
    refused = fitter.send("build.way", {"mark": "hand", "up_mm": 5, "kinds": ["over", "pads"]}, "build")
    assert refused.status_code == 422
    body = refused.json()
    assert (body["field"], body["message"]) == ("build.way.kinds", "These changes are no way there.")
    assert "turn; spacers" in body["allowed"]
    outside = demo.get(f"/api/fits/{fitter.fit}/ways", params={"up_mm": 75})
    assert outside.status_code == 422 and "up_mm" in outside.text


def test_where_nothing_reaches_the_nearest_is_said(demo: TestClient) -> None:
    found = ways(demo_fit(demo, "Halvard Stroud"), mark="hand", up_mm=60)
    assert (found["headline"], found["ways"]) == ("Hand 60 up: nothing at hand does it", [])
    assert 0 < figure(found["nearest"]["show_y"]) < 60


def test_the_own_bikes_steerer_does_not_grow(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Odile Marrack")
    fitter.edit("frame.school", {"question": "step_over", "school": "after"})
    fitter.edit("frame.this_bike", {"rung": "free"}, "frame")
    # 30 under the stem and 20 over it were read: so much pile, and no more, stands on this steerer.
    stands = 50.0
    built = fitter.read("build")
    piles = next(r for r in built["build"]["rails"] if r["name"] == "spacers")["stops"]
    assert max(s["value"] for s in piles) <= stands
    for way in ways(fitter, mark="hand", up_mm=10)["ways"]:
        fitter.edit("build.way", {"mark": "hand", "up_mm": 10, "kinds": way["kinds"]}, "build")
        build = fitter.read("setup")["state"]["build"]
        assert build["spacers_mm"] + build["stem"]["clamp_height_mm"] <= stands + 40 + 1e-6
        assert not any("higher than the steerer" in w for w in fitter.sheet["setup"]["warnings"])
        fitter.step("undo")
        fitter.read("build")
    refused = fitter.send("build.spacers", {"height_mm": stands + 5}, "build")
    assert refused.status_code == 422
    assert refused.json()["message"] == (
        "The drawer cannot make this pile, or the frame or its cut steerer does not allow it."
    )


def test_what_moves_the_own_post_is_what_the_card_says(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Odile Marrack")
    fitter.edit("frame.school", {"question": "step_over", "school": "after"})
    fitter.edit("frame.this_bike", {"rung": "free"}, "frame")
    assert "Post: 4 down from its mark." in card_text(demo, fitter.fit)
    fitter.read("build")
    asked = {"mark": "saddle", "up_mm": 6}
    way = next(w for w in ways(fitter, **asked)["ways"] if w["kinds"] == ["showing"])
    # Where the own post stands is a pen's mark: nothing is said of what shows.
    assert way["does"] == "The post 6 up."
    fitter.edit("build.way", {**asked, "kinds": ["showing"]}, "build")
    assert "Post: 2 up from its mark." in card_text(demo, fitter.fit)
    assert fitter.read("build")["build"]["seat"] == ["own post", "the post 2 up and the saddle 1 back on its rails"]


def test_the_recommended_build_of_the_own_bike_stays_on_its_steerer(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Odile Marrack")
    fitter.edit("frame.school", {"question": "step_over", "school": "after"})
    fitter.edit("frame.this_bike", {"rung": "free"}, "frame")
    for up in (0, 15, 15):
        fitter.nudge("hand", 0, up, "build")
        for front in fitter.read("build")["build"]["fronts"]:
            fitter.edit("build.front", {"front": front["front"]}, "build")
            warnings = fitter.read("setup")["setup"]["warnings"]
            assert not any("higher than the steerer" in w for w in warnings), front["build"]


def test_a_one_piece_cockpit_goes_by_its_levers_and_its_listed_sizes(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    fitter.read("build")
    cockpit = next(f["front"] for f in fitter.sheet["build"]["fronts"] if f["front"]["length_mm"])
    fitter.edit("build.front", {"front": cockpit}, "build")
    state = fitter.read("build")["state"]["build"]
    width = f"/{state['cockpit_width_mm']:g}"
    listed = {float(x.split("/")[0]) for x in state["cockpit"]["listed"] if x.endswith(width)}
    for asked in ({"fore_mm": -10}, {"fore_mm": 8}, {"up_mm": 5}):
        for way in ways(fitter, mark="hand", **asked)["ways"]:
            assert set(way["kinds"]) <= {"bar", "spacers", "levers"}
            fitter.edit("build.way", {"mark": "hand", **asked, "kinds": way["kinds"]}, "build")
            assert fitter.read("build")["state"]["build"]["stem"]["length_mm"] in listed
            fitter.step("undo")
            fitter.read("build")
