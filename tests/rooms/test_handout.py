"""What goes home with the rider, and back: the page, the data, and a fit begun from the line."""

from __future__ import annotations

import io
from datetime import date, timedelta

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.rooms.test_fits import Fitter, demo_fit
from waymark.core.marks import Mark
from waymark.rooms.documents.qr import squares


def told(client: TestClient, fit: int) -> str:
    """The words of the page."""
    answer = client.get(f"/api/fits/{fit}/handout.pdf")
    assert answer.status_code == 200, answer.text
    pages = PdfReader(io.BytesIO(answer.content)).pages
    assert len(pages) == 1
    return " ".join(pages[0].extract_text().split())


@pytest.mark.parametrize("rider", ["Tamsin Orre", "Odile Marrack", "Jory Penhale", "Kerra Lannick", "Piran Lowe"])
def test_the_page_says_what_moved_as_the_ledger_has_it_and_carries_the_position(demo: TestClient, rider: str) -> None:
    fitter = demo_fit(demo, rider)
    ledger = {r["mark"]: r["cells"] for r in fitter.read("setup")["ledger"]}
    rides = "built" if "built" in ledger["hand"] else "plan" if "plan" in ledger["hand"] else "goal"
    position = demo.get(f"/api/fits/{fitter.fit}/position.json").json()
    for mark in ("saddle", "hand"):
        cell = ledger[mark][rides]
        assert (position[mark]["x_mm"], position[mark]["y_mm"]) == pytest.approx((cell["x_mm"], cell["y_mm"]), abs=0.01)
    page = told(demo, fitter.fit)
    assert position["code"] in page
    assert "Pain that stays, numbness or swelling: stop riding like this" in page
    up = round(ledger["saddle"][rides]["y_mm"] - ledger["saddle"]["now"]["y_mm"])
    if abs(up) >= 1:
        assert f"Saddle: {abs(up)} mm {'higher' if up > 0 else 'lower'}" in page


def test_the_next_date_is_the_riders_and_not_the_workshops(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    today = date.today()
    for days, kind, asks in ((3, "part", "the stem"), (40, "follow-up", "how are the hands?")):
        on = (today + timedelta(days=days)).isoformat()
        fitter.edit("ride.due", {"on": on, "kind": kind, "asks": asks}, "ride")
    page = told(demo, fitter.fit)
    said = page[page.index("Next: ") :]
    on = today + timedelta(days=40)
    assert said == f"Next: {on.day} {on:%B} {on.year}. how are the hands?"


def test_a_fit_is_begun_from_the_line_with_the_same_position(demo: TestClient) -> None:
    for rider in ("Tamsin Orre", "Kerra Lannick"):
        code = demo.get(f"/api/fits/{demo_fit(demo, rider).fit}/position.json").json()["code"]
        read = demo.post("/api/positions/read", json={"code": code.lower()}).json()
        assert read["code"] == code and read["checked"]
        new = demo.post("/api/riders", json={"name": "Elowen Tate", "about": ""}).json()["id"]
        fit = demo.post("/api/fits", json={"rider_id": new, "title": "A position carried"}).json()["id"]
        fitter = Fitter(demo, fit)
        fitter.edit("goal.discipline", {"use": read["use"]})
        fitter.edit("measure.bar_kind", {"kind": {"pad": "aero", "grip": "flat", "hood": "drop"}[read["on"]]})
        held = read["extension"] if read["on"] == "pad" else read["hand"]
        typed = [
            ("s_behind", -read["saddle"]["x_mm"]),
            ("s_plumb", read["saddle"]["y_mm"]),
            ("s_nose", read["nose_mm"]),
            ("hand_ahead.right", held["x_mm"]),
            ("hand_up.right", held["y_mm"]),
            ("clamp_ahead", read["clamp"]["x_mm"]),
            ("clamp_up", read["clamp"]["y_mm"]),
        ]
        if read["on"] == "pad":
            typed += [("pad_ahead.right", read["hand"]["x_mm"]), ("pad_up.right", read["hand"]["y_mm"])]
        for key, mm in typed:
            fitter.call(key, f"{mm}", source="a position code")
        saddle = fitter.cell("saddle", "now")
        assert saddle == pytest.approx((read["saddle"]["x_mm"], read["saddle"]["y_mm"]), abs=0.6), rider
        again = demo.get(f"/api/fits/{fit}/position.json").json()
        assert again["on"] == read["on"]
        for mark in ("saddle", "hand", "clamp", *(["extension"] if read["on"] == "pad" else [])):
            assert Mark(**again[mark]).distance_mm(Mark(**read[mark])) < 1.0, (rider, mark)


def test_a_line_misread_is_refused_and_a_file_without_a_position_has_no_page(demo: TestClient) -> None:
    refused = demo.post("/api/positions/read", json={"code": "WAYMARK1 HOOD S -196 700 H 570 653 *00"})
    assert refused.status_code == 422
    body = refused.json()
    assert body["message"] == "The sum at its end does not agree: a number or letter was misread."
    assert (body["field"], body["allowed"]) == ("code", "the line as it stands on the page")
    empty = demo.get(f"/api/fits/{demo_fit(demo, 'Wenna Tolland').fit}/handout.pdf")
    assert empty.json()["message"] == "There is no position yet: saddle and hand are still to be measured."


def test_the_squares_are_a_codes(demo: TestClient) -> None:
    rows = squares("WAYMARK1 HOOD S -196 700 H 570 653")
    n = len(rows)
    assert (n - 17) % 4 == 0 and {len(r) for r in rows} == {n}
    # Three corners are the seven by seven that a reader looks for; the fourth is not.
    eye = [[max(abs(r - 3), abs(c - 3)) != 2 for c in range(7)] for r in range(7)]
    for top, left in ((0, 0), (0, n - 7), (n - 7, 0)):
        assert [[rows[top + r][left + c] for c in range(7)] for r in range(7)] == eye
    assert [[rows[n - 7 + r][n - 7 + c] for c in range(7)] for r in range(7)] != eye
    # Between the eyes light and dark take turns.
    assert [rows[6][c] for c in range(8, n - 8)] == [c % 2 == 0 for c in range(8, n - 8)]
    assert rows != squares("WAYMARK1 HOOD S -196 700 H 570 654")


def test_more_than_a_page_holds_goes_on_to_the_next_and_nothing_is_lost(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    asked = " ".join(f"{n}. how is it on climb number {n}?" for n in range(1, 13))
    fitter.edit("ride.due", {"on": "2099-01-09", "kind": "follow-up", "asks": asked[:400]}, "ride")
    answer = demo.get(f"/api/fits/{fitter.fit}/handout.pdf")
    assert answer.status_code == 200, answer.text
    first, second = PdfReader(io.BytesIO(answer.content)).pages
    assert "WAYMARK1 GRAVEL HOOD" in first.extract_text()
    assert "Next: 9 January 2099." in second.extract_text()
    assert "how is it on climb number 10?" in " ".join(second.extract_text().split())


def test_a_plan_that_nobody_measured_back_is_not_told_as_what_is_ridden(demo: TestClient) -> None:
    as_planned = "As planned: not measured on the bike yet."
    assert as_planned in told(demo, demo_fit(demo, "Tamsin Orre").fit)
    assert as_planned not in told(demo, demo_fit(demo, "Jory Penhale").fit)
