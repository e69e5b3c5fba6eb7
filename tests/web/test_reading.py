"""Whoever reads: in mm or inches, in a language that is here or in English."""

from __future__ import annotations

import re
from collections.abc import Iterator
from io import BytesIO
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from waymark.rooms.telling import SPOKEN, language

INCHES = {"Waymark-Unit": "in"}


def sheet(client: TestClient, fit: int, view: str, headers: dict[str, str] | None = None) -> dict[str, Any]:
    found: dict[str, Any] = client.get(f"/api/fits/{fit}/sheet", params={"view": view}, headers=headers).json()
    return found


def sixteenths(shown: str) -> int:
    """A length as it is read, in sixteenths of an inch."""
    found = re.fullmatch(r"([+−]?)(?:(\d+) ?)?(?:(\d+)/(\d+))?″", shown)
    assert found, shown
    sign, whole, over, under = found.groups()
    value = 16 * int(whole or 0) + (16 * int(over) // int(under) if over else 0)
    return -value if sign == "−" else value


def test_every_length_of_a_reader_of_inches_is_in_inches(demo: TestClient) -> None:
    mm, inches = sheet(demo, 1, "frame"), sheet(demo, 1, "frame", INCHES)
    for plain, read in zip(mm["frame"]["frontier"], inches["frame"]["frontier"], strict=True):
        up = re.search(r"with (\S+) to go up", plain["stands"])
        read_up = re.search(r"with (.+?″|0″) to go up", read["stands"])
        assert up and read_up
        assert sixteenths(read_up[1]) == round(int(up[1]) / 25.4 * 16)
        assert "mm" not in read["stands"]
        # Sizes of parts are what is printed on them.
        assert re.match(r"(stem|cockpit) \d+(\.5)? mm ", read["build"])
    for plain, read in zip(mm["ledger"], inches["ledger"], strict=True):
        if plain["miss"]:
            shown = int(plain["miss"]["show_x"].replace("−", "-"))
            assert abs(sixteenths(read["miss"]["show_x"]) - shown / 25.4 * 16) <= 0.5
    # Nothing but what is told differs: the numbers are the same.
    assert mm["state"] == inches["state"]
    assert [r["cells"]["now"]["x_mm"] for r in mm["ledger"]] == [r["cells"]["now"]["x_mm"] for r in inches["ledger"]]


def test_findings_and_reasons_are_told_in_inches(demo: TestClient) -> None:
    fit = 1
    head = sheet(demo, fit, "measure")["revision"]
    read = {"do": "measure.read", "key": "nose_clamp", "typed": "580"}
    body = {"base_revision": head, "commands": [read]}
    answer = demo.post(f"/api/fits/{fit}/changes", params={"view": "measure"}, json=body, headers=INCHES)
    assert answer.status_code == 200, answer.text
    finding = next(f for f in answer.json()["measure"]["findings"] if f["kind"] == "slip")
    assert re.search(r"agree on \d+( \d+/\d+)?″ ± \d+(/\d+)?″", finding["says"])
    assert sixteenths(finding["value"]) == round(580 / 25.4 * 16)
    # The same finding, worked out once, is told to the next reader in mm.
    again = next(f for f in sheet(demo, fit, "measure")["measure"]["findings"] if f["kind"] == "slip")
    assert again["value"] == "580"
    refused = {"do": "measure.read", "key": "nose_clamp", "typed": "9 m"}
    body = {"base_revision": answer.json()["revision"], "commands": [refused]}
    told = demo.post(f"/api/fits/{fit}/changes", json=body, headers=INCHES).json()
    assert re.fullmatch(r"[\d /]+″ to [\d /]+″", told["allowed"]), told


def test_how_each_reading_agrees_is_told_in_its_own_sense(demo: TestClient) -> None:
    plain, read = (sheet(demo, 1, "measure", h)["measure"]["agreement"] for h in (None, INCHES))
    lengths = 0
    for mm, inches in zip(plain, read, strict=True):
        if mm["least_noticed"] is None:
            continue
        far = f"{abs(mm['off']):.1f}"
        if mm["unit"] == "°":
            way = "less" if mm["off"] < 0 else "more"
            assert mm["says"].startswith(f"{mm['word']}, {far}° {way}; a slip of ")
        else:
            way = "short" if mm["off"] < 0 else "long"
            slip = round(mm["least_noticed"])
            assert mm["says"] == f"{mm['word']}, {far} mm {way}; a slip of {slip} would show"
            assert re.search(rf"″ {way}; a slip of [\d /.]+″ would show$", inches["says"])
            lengths += 1
    assert lengths > 15


def test_the_card_says_in_which_unit_it_is_to_be_read(demo: TestClient) -> None:
    def printed(unit: str) -> str:
        pages = PdfReader(BytesIO(demo.get("/api/fits/1/card.pdf", params={"unit": unit}).content)).pages
        return " ".join("\n".join(p.extract_text() for p in pages).split())

    mm, inches = printed("mm"), printed("in")
    assert "All lengths in mm; fore and up from the BB." in mm
    assert "Inches, parts in mm; fore and up from the BB." in inches
    assert "″" not in mm
    stem = re.search(r"Stem (\d+), standing at", mm)
    assert stem and f"Stem {stem[1]} mm, standing at" in inches
    behind = re.search(r"Saddle: nose (\d+) behind BB", mm)
    read = re.search(r"Saddle: nose ([\d/ ]+″) behind BB", inches)
    assert behind and read and sixteenths(read[1]) == round(int(behind[1]) / 25.4 * 16)


def test_what_is_not_known_is_read_in_mm_and_in_english(demo: TestClient) -> None:
    plain = sheet(demo, 1, "build")
    assert sheet(demo, 1, "build", {"Waymark-Unit": "furlong", "Waymark-Language": "../../etc"}) == plain
    assert demo.get("/api/languages/zz").json()["message"] == "This language is not here."
    english = demo.get("/api/languages/en").json()
    assert english["Allowed: {allowed}."] == "Allowed: {allowed}."


@pytest.fixture
def shouted() -> Iterator[None]:
    """A language in capitals."""
    SPOKEN["zzz"] = lambda text: re.sub(r"\{\w+\}|[^{}]+", lambda m: m[0] if m[0][0] == "{" else m[0].upper(), text)
    language.cache_clear()
    yield
    del SPOKEN["zzz"]
    language.cache_clear()


def test_a_sentence_is_put_into_another_language_around_its_values(demo: TestClient, shouted: None) -> None:
    line = sheet(demo, 1, "frame", {"Waymark-Language": "zzz"})["frame"]["frontier"][0]
    plain = sheet(demo, 1, "frame")["frame"]["frontier"][0]
    assert line["stands"] == plain["stands"].upper()
    assert demo.get("/api/languages/zzz").json()["Allowed: {allowed}."] == "ALLOWED: {allowed}."
