"""What is set at the last parts of a build: it stands after a restart, in inches too, and is never put over another's."""

from __future__ import annotations

import csv
import io
import re
from fractions import Fraction
from itertools import pairwise
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.conftest import PROVEN
from tests.rooms.test_fits import Fitter, demo_fit
from tests.rooms.test_ways_of_a_mark import figure, ways
from waymark.storage import Store, open_store
from waymark.web import make_app

SETTINGS: tuple[tuple[str, dict[str, Any]], ...] = (
    ("build.gears", {"which": "now", "rings": "34", "cogs": "10 51"}),
    ("build.gears", {"which": "plan", "rings": "32 22", "cogs": "11 13 36"}),
    ("build.hill", {"gradient_percent": 14, "power_w": 250}),
    ("build.control", {"side": "both", "what": "lever_down", "typed": "40"}),
    ("build.control", {"side": "left", "what": "grip", "typed": "32"}),
    ("build.controls_meant", {"words": "a thumb once broken"}),
    ("build.way", {"mark": "hand", "up_mm": 5, "kinds": ["spacers"]}),
)


def millimetres(inches: str) -> float:
    """A length as it is read in inches, ``+3/16″`` or ``2 1/2 in``, by the fractions in it."""
    length = sum(Fraction(x) for x in re.findall(r"\d+/\d+|\d+(?![\d/])", inches))
    return float(length) * 25.4 * (-1 if inches.lstrip().startswith("−") else 1)


def test_everything_stands_after_a_restart_and_goes_back_step_by_step(tmp_path: Path, demo_store: Store) -> None:
    with TestClient(make_app(demo_store), headers=PROVEN) as client:
        fitter = demo_fit(client, "Jory Penhale")
        fit, states = fitter.fit, [fitter.read("build")["state"]["build"]]
        for do, fields in SETTINGS:
            fitter.edit(do, fields, "build")
            states.append(fitter.read("build")["state"]["build"])
        assert all(a != b for a, b in pairwise(states))
    with TestClient(make_app(open_store(tmp_path / "demo.sqlite3")), headers=PROVEN) as client:
        fitter = Fitter(client, fit)
        assert fitter.read("build")["state"]["build"] == states[-1]
        # Exported and opened again it is the same build.
        file = client.get(f"/api/fits/{fit}/file").text
        opened = client.post("/api/fits/import", json={"text": file}).json()["id"]
        assert Fitter(client, opened).read("build")["state"]["build"] == states[-1]
        for state in states[-2::-1]:
            assert fitter.step("undo").status_code == 200
            assert fitter.read("build")["state"]["build"] == state


def test_a_way_chosen_on_an_older_sheet_is_not_put_over_a_newer_one(demo: TestClient) -> None:
    one, other = demo_fit(demo, "Halvard Stroud"), demo_fit(demo, "Halvard Stroud")
    one.read("build"), other.read("build")
    way = {"mark": "hand", "up_mm": 5, "kinds": ["spacers"]}
    one.edit("build.way", way, "build")
    late = other.send("build.way", way, "build")
    assert late.status_code == 409
    # On the newer sheet the same words are ten millimetres in all, and asked for anew.
    other.read("build")
    again = other.send("build.way", way, "build")
    piles = other.read("build")["state"]["build"]["spacers_mm"]
    assert (again.status_code, piles) in ((200, 27.5), (422, 22.5))


def test_ways_parts_and_page_are_told_in_inches_by_the_same_lengths(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    inches = {"Waymark-Unit": "in"}
    metric = ways(fitter, mark="hand", up_mm=5)
    told = demo.get(f"/api/fits/{fitter.fit}/ways", params={"up_mm": 5}, headers=inches).json()
    assert [w["kinds"] for w in told["ways"]] == [w["kinds"] for w in metric["ways"]]
    for inch, mm in zip(told["ways"], metric["ways"], strict=True):
        assert millimetres(inch["show_y"]) == pytest.approx(figure(mm["show_y"]), abs=0.9)
    # A part's printed size stays what is printed on it.
    assert "stem of 105" in " ".join(w["does"] for w in told["ways"])
    rows = list(csv.DictReader(io.StringIO(demo.get(f"/api/fits/{fitter.fit}/parts.csv", headers=inches).text)))
    steerer = next(r["note"] for r in rows if r["what"] == "Steerer")
    assert millimetres(steerer.split("at least")[1].split("above")[0]) == pytest.approx(63, abs=0.9)
    page = demo.get(f"/api/fits/{fitter.fit}/handout.pdf", headers=inches).content
    words = " ".join(PdfReader(io.BytesIO(page)).pages[0].extract_text().split())
    # What is read is in inches; the code is for machines and is in millimetres for everybody.
    assert re.search(r"\d+/\d+″? (in )?(higher|lower|further)", words)
    assert demo.get(f"/api/fits/{fitter.fit}/position.json").json()["code"] in words


@pytest.mark.parametrize(
    ("do", "fields", "field"),
    [
        ("build.gears", {"which": "plan", "rings": "34", "cogs": ""}, "cogs"),
        ("build.gears", {"which": "plan", "rings": "12", "cogs": "11"}, "rings"),
        ("build.gears", {"which": "plan", "rings": "30 40 50 60", "cogs": "11"}, "rings"),
        ("build.hill", {"gradient_percent": 90}, "gradient_percent"),
        ("build.control", {"side": "left", "what": "horn", "typed": "3"}, "what"),
        ("build.way", {"mark": "nose", "kinds": ["stem"]}, "mark"),
        ("build.way", {"mark": "hand", "kinds": []}, "kinds"),
        ("build.way", {"mark": "saddle", "up_mm": 5, "kinds": ["stem"]}, "kinds"),
    ],
)
def test_what_cannot_be_is_refused_by_its_field_and_changes_nothing(
    demo: TestClient, do: str, fields: dict[str, Any], field: str
) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    before = fitter.read("build")["revision"]
    refused = fitter.send(do, fields, "build")
    assert refused.status_code == 422
    assert refused.json()["field"].endswith(f"{do}.{field}"), refused.text
    assert fitter.read("build")["revision"] == before
