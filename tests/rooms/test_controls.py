"""Levers, remotes and grips: put down side by side, told apart, and printed so that they can be put back."""

from __future__ import annotations

import io
from math import atan2, degrees
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.rooms.test_fits import Fitter, demo_fit
from waymark.core.cockpit.controls import SETTINGS, apart, forearm_down_deg
from waymark.core.marks import Mark


def controls(fitter: Fitter) -> dict[str, Any]:
    """What the bench has."""
    found: dict[str, Any] = fitter.read("build")["build"]["bar"]["controls"]
    return found


def put(fitter: Fitter, side: str, what: str, typed: str) -> Any:
    """One setting."""
    return fitter.send("build.control", {"side": side, "what": what, "typed": typed}, "build")


def card(client: TestClient, fit: int) -> list[str]:
    """The card, page by page."""
    pages = PdfReader(io.BytesIO(client.get(f"/api/fits/{fit}/card.pdf").content)).pages
    return [" ".join(p.extract_text().split()) for p in pages]


def test_what_is_set_stands_on_the_card_side_by_side_and_is_taken_back(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    before = len(card(demo, fitter.fit))
    assert "Controls" not in " ".join(card(demo, fitter.fit))
    for what, typed in (("lever_in", "175"), ("lever_down", "38"), ("blade", "2 1/2 in"), ("shifter_in", "20 cm")):
        assert put(fitter, "both", what, typed).status_code == 200
    assert put(fitter, "right", "blade", "55").status_code == 200
    rows = {r["what"]: (r["left"], r["right"], r["differs"]) for r in controls(fitter)["rows"]}
    assert rows["lever_in"] == ("175", "175", False)
    assert rows["lever_down"] == ("38°", "38°", False)
    assert rows["blade"] == ("63.5", "55", True)
    assert rows["shifter_in"] == ("200", "200", False)
    assert rows["grip"] == (None, None, False)
    assert controls(fitter)["differ"] == "Left and right differ in Blade: on purpose?"
    fitter.edit("build.controls_meant", {"words": "an old wrist."}, "build")
    assert controls(fitter)["differ"] == "Left and right differ on purpose: an old wrist."
    first, *others = card(demo, fitter.fit)
    assert "Controls: on the second page" in first
    second = " ".join(others)
    assert "Lever bar’s end to the lever’s clamp 175 175" in second
    assert "Blade grip to blade at rest, where the finger pulls 63.5 55" in second
    assert "Left and right differ on purpose: an old wrist." in second
    for what in ("lever_in", "lever_down", "blade", "shifter_in"):
        put(fitter, "both", what, " ")
    assert len(card(demo, fitter.fit)) == before and "Controls" not in " ".join(card(demo, fitter.fit))


@pytest.mark.parametrize(
    ("what", "typed", "field"),
    [
        ("blade", "6", "typed"),
        ("blade", "a hand", "typed"),
        ("lever_down", "95", "typed"),
        ("lever_down", "steep", "typed"),
    ],
)
def test_what_no_control_can_be_is_refused_by_its_field(demo: TestClient, what: str, typed: str, field: str) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    fitter.read("build")
    refused = put(fitter, "left", what, typed)
    assert refused.status_code == 422, refused.text
    assert refused.json()["field"] == f"build.control.{field}"
    assert refused.json()["allowed"]


def test_where_to_begin_follows_the_rider_and_the_bar(demo: TestClient) -> None:
    flat = controls(demo_fit(demo, "Odile Marrack"))
    drop = controls(demo_fit(demo, "Tamsin Orre"))
    assert flat["advice"][0] == drop["advice"][0] == "One finger at the blade’s end, the palm where it rides."
    assert {r["what"] for r in flat["rows"]} == set(SETTINGS)
    assert {r["what"] for r in drop["rows"]} == {"blade", "bite", "grip"}
    along = next(a for a in flat["advice"] if a.startswith("Lever along the forearm, "))
    line = int(along.split("forearm, ")[1].split("°")[0])
    assert along == f"Lever along the forearm, {line}° below level; for long descents {line - 10}°."
    odile = demo_fit(demo, "Odile Marrack")
    odile.edit("frame.school", {"question": "levers", "school": "flatter"}, "build")
    assert f"Lever {line - 10}° below level for long descents; along the forearm {line}°." in controls(odile)["advice"]
    assert drop["asks"] is None
    assert not any(a.startswith("Lever at") for a in drop["advice"])


def test_a_forearm_falls_as_its_ends_lie_and_small_differences_are_none() -> None:
    assert forearm_down_deg(Mark(300, 900), Mark(500, 800)) == pytest.approx(degrees(atan2(100, 200)))
    assert forearm_down_deg(Mark(300, 900), Mark(500, 900)) == 0
    assert apart({"blade": 60, "bite": 30}, {"blade": 61.5, "grip": 32}) == ()
    assert apart({"blade": 60, "bite": 30}, {"blade": 57.9, "bite": 30}) == ("blade",)
