"""The bike that is owned as the first machine: what the goal asks of it, and the plan that it makes."""

from __future__ import annotations

import io
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.rooms.test_fits import Fitter, demo_fit


def this_bike(fitter: Fitter) -> dict[str, Any]:
    """What is said of the own bike."""
    found: dict[str, Any] = fitter.read("frame")["frame"]["this_bike"]
    return found


def row(sheet: dict[str, Any], mark: str) -> dict[str, Any]:
    """A mark's line of the ledger."""
    return next(r for r in sheet["ledger"] if r["mark"] == mark)


def card_text(client: TestClient, fit: int) -> str:
    """The words of the printed card."""
    pages = PdfReader(io.BytesIO(client.get(f"/api/fits/{fit}/card.pdf").content)).pages
    return " ".join(page.extract_text() for page in pages)


@pytest.fixture
def odile(demo: TestClient) -> Fitter:
    fitter = demo_fit(demo, "Odile Marrack")
    # Her old crossbar is looked at here for what parts can do on it.
    fitter.edit("frame.school", {"question": "step_over", "school": "after"})
    return fitter


def as_measured(fitter: Fitter) -> None:
    """The goal set back to where the marks were measured."""
    for mark in ("saddle", "hand"):
        fitter.edit("goal.as_measured", {"mark": mark})


def test_a_goal_that_is_where_the_bike_is_asks_for_nothing(odile: Fitter) -> None:
    as_measured(odile)
    found = this_bike(odile)
    assert (found["frame"], found["headline"], found["saddle"]) == (
        "Pellmore Ferry L",
        "It is there: change nothing.",
        "The saddle stays.",
    )
    first = found["rungs"][0]
    assert (first["rung"], first["does"], first["leaves"], first["taken"]) == (
        "nothing",
        "change nothing",
        "nothing",
        False,
    )
    assert found["note"] == "Chart, parts and tape agree on the bar within 1 mm."


def test_nothing_changed_puts_the_marks_just_where_they_were_measured(odile: Fitter) -> None:
    as_measured(odile)
    sheet = odile.edit("frame.this_bike", {"rung": "nothing"}, "frame")
    for mark in ("saddle", "hand"):
        cells = row(sheet, mark)["cells"]
        for axis in ("x_mm", "y_mm"):
            assert cells["plan"][axis] == pytest.approx(cells["now"][axis], abs=0.6)
    build = sheet["state"]["build"]
    assert (build["stem"]["name"], build["stem"]["owned"], build["spacers_mm"], build["bar"]) == (
        "own 90",
        True,
        30,
        None,
    )
    assert build["post"]["name"] == "own post"
    assert sheet["frame"]["this_bike"]["rungs"][0]["taken"] is True


def test_height_is_had_from_own_spacers_first_and_every_way_gives_what_it_says(odile: Fitter) -> None:
    found = this_bike(odile)
    assert found["headline"] == "It gets there for nothing."
    assert found["saddle"] == "The post 4 down and the saddle 1 back on its rails."
    free = found["rungs"][0]
    assert (free["rung"], free["does"], free["leaves"]) == (
        "free",
        "put 10 more under the stem, 40 in all; nothing to buy; against it: 40 of pile under the stem",
        "1 forward and 5 low",
    )
    for rung in found["rungs"]:
        sheet = odile.edit("frame.this_bike", {"rung": rung["rung"]}, "frame")
        miss = row(sheet, "hand")["miss"]
        assert (miss["show_x"], miss["show_y"]) == (rung["show_x"], rung["show_y"])
        assert row(sheet, "saddle")["miss"]["verdict"] == "in"
        taken = [r["rung"] for r in sheet["frame"]["this_bike"]["rungs"] if r["taken"]]
        assert taken == [rung["rung"]]


def test_a_rung_that_does_not_reach_the_goal_is_refused(odile: Fitter) -> None:
    wrong = odile.send("frame.this_bike", {"rung": "nothing"}).json()
    assert (wrong["field"], wrong["message"], wrong["kept"]) == (
        "frame.this_bike.rung",
        "This bike does not reach the goal so.",
        "nothing",
    )


def test_a_bike_whose_chart_and_tape_part_is_not_carried(odile: Fitter) -> None:
    # Forty of spacers that nobody saw: the bar is 41 mm from where chart and parts put it.
    odile.edit("measure.read", {"key": "spacers_under", "typed": "72"})
    found = this_bike(odile)
    assert found["headline"] == "Chart and parts put the bar 42 mm from where the tape does: see Measure."
    assert (found["rungs"], found["note"]) == ([], None)
    assert odile.send("frame.this_bike", {"rung": "free"}).status_code == 422


def test_what_is_not_known_is_not_guessed(demo: TestClient) -> None:
    # A frame cracked and a stem never read: there is no bike to carry the goal.
    assert this_bike(demo_fit(demo, "Jory Penhale")) is None
    halvard = demo_fit(demo, "Halvard Stroud")
    assert this_bike(halvard)["rungs"][0]["does"].startswith("buy a stem of 110 at +30°")
    halvard.edit("measure.read", {"key": "stem_length", "typed": ""})
    assert this_bike(halvard) is None


def test_the_own_stem_goes_over_to_a_new_frame_for_nothing(odile: Fitter) -> None:
    best = odile.read("frame")["frame"]["recommended"]
    assert (best["build"], best["cost"]) == ("stem 90 +6°, 25 of spacers", "the frame to buy")
    sheet = odile.edit("frame.choose", {"size": best["id"], "front": best["front"]}, "build")
    assert sheet["state"]["build"]["stem"]["name"] == "own 90"
    chosen = [f for f in sheet["build"]["fronts"] if f["chosen"]]
    assert [(f["cost"], f["recommended"]) for f in chosen] == [("free", True)]


def test_the_card_moves_post_and_saddle_from_where_they_are(odile: Fitter) -> None:
    odile.edit("frame.this_bike", {"rung": "free"}, "frame")
    words = " ".join(card_text(odile.client, odile.fit).split())
    assert "Post: 4 down from its mark." in words
    assert "Saddle: 1 back from where it is; top level within 1°. nose 80 behind BB" in words
    assert "Spacers: 20 and 20 below, 10 above." in words
    assert "Stem 90, standing at +6°, the high way round." in words
    # Where rails and post are clamped was never read: nothing on the card pretends to know.
    assert "showing" not in words and "of the middle" not in words
    seat = odile.read("build")["build"]["seat"]
    assert seat == ["own post", "the post 4 down and the saddle 1 back on its rails"]


def test_a_stem_that_is_not_what_it_says_is_named_in_measure(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    before = tamsin.read("measure")
    assert [f for f in before["measure"]["findings"] if f["kind"] == "parts"] == []
    sheet = tamsin.edit("measure.read", {"key": "stem_length", "typed": "100"})
    [found] = [f for f in sheet["measure"]["findings"] if f["kind"] == "parts"]
    assert (found["title"], found["says"], found["likely"]) == (
        "The parts and the tape part",
        "Chart, cover, 10 of spacers and the 100 stem at −6° put the clamp 18 further back and 4 lower than the tape does.",
        "Is the stem a 120?",
    )
    assert [r["key"] for r in found["remedies"]] == ["stem_length", "stem_angle", "spacers_under"]
    # Parts that part from the tape move no mark: they are left out of the survey whole.
    assert tamsin.cell("hand", "now") == pytest.approx((569, 653), abs=1.01)


def test_the_owned_frame_is_never_offered_to_buy(demo: TestClient) -> None:
    for rider in ("Kerra Lannick", "Petroc Hale", "Halvard Stroud"):
        view = demo_fit(demo, rider).read("frame")["frame"]
        own, chosen = view["this_bike"]["frame"], {f"{o['frame']} {o['size']}" for o in view["offers"] if o["chosen"]}
        offered = [f"{o['frame']} {o['size']}" for o in view["offers"]]
        assert offered and own not in set(offered) - chosen
        assert f"{view['recommended']['frame']} {view['recommended']['size']}" != own
