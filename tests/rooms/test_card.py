"""The workshop card as page and PDF."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics

from tests.rooms.test_fits import Fitter, demo_fit
from waymark.core.drawing.primitives import DisplayList, Label
from waymark.core.marks import Mark
from waymark.rooms.documents import write_pdf
from waymark.rooms.documents.pdf import FONTS

STEPS_AT_MM = 27


def fit_of(demo: TestClient, rider: str) -> int:
    """A demo file's number."""
    return next(line["id"] for line in demo.get("/api/fits").json() if line["rider"] == rider)


def test_the_pdf_is_one_a4_page_with_the_sheets_numbers(demo: TestClient) -> None:
    fit = fit_of(demo, "Tamsin Orre")
    answer = demo.get(f"/api/fits/{fit}/card.pdf")
    assert answer.headers["content-type"] == "application/pdf"
    pages = PdfReader(io.BytesIO(answer.content)).pages
    assert len(pages) == 1
    assert [round(float(v)) for v in pages[0].mediabox[2:]] == [595, 842]
    text = pages[0].extract_text()
    sheet = demo.get(f"/api/fits/{fit}/sheet?view=setup").json()
    for row in sheet["ledger"]:
        for layer in ("now", "goal", "plan"):
            assert row["cells"][layer]["show_x"] in text
            assert row["cells"][layer]["show_y"] in text
    build = sheet["state"]["build"]
    assert f"Stem {build['stem']['length_mm']:g}" in text
    assert "Tamsin Orre, Ostrel Drift M" in text
    assert "diagnoses" in text


def test_fonts_travel_with_the_pdf_and_print_every_name() -> None:
    page = DisplayList([Label(Mark(20, 200), "Łukasz Şahin Ærø −6° ±3", "strong", "start", 5)])
    reader = PdfReader(io.BytesIO(write_pdf([page], "x")))
    assert "Łukasz Şahin Ærø −6° ±3" in reader.pages[0].extract_text()
    fonts = reader.pages[0]["/Resources"]["/Font"].values()
    assert any("/FontFile2" in f.get_object()["/FontDescriptor"] for f in fonts if "/FontDescriptor" in f.get_object())


def test_the_same_page_gives_the_same_bytes() -> None:
    page = DisplayList([Label(Mark(20, 200), "same", "plain", "end", 5)])
    assert write_pdf([page], "x") == write_pdf([page], "x")


def test_screen_and_paper_read_one_list(demo: TestClient) -> None:
    fit = fit_of(demo, "Odile Marrack")
    (page,) = demo.get(f"/api/fits/{fit}/card").json()
    words = [i["text"] for i in page["items"] if i.get("text")]
    text = PdfReader(io.BytesIO(demo.get(f"/api/fits/{fit}/card.pdf").content)).pages[0].extract_text()
    for word in words:
        assert word in text
    assert any(w.startswith("Grips: centre") for w in words)
    assert not any("hood" in w.lower() for w in words)


def test_a_card_for_arm_pads_places_the_pads_and_the_ends(demo: TestClient) -> None:
    fit = next(x["id"] for x in demo.get("/api/fits").json() if carries_pads(demo, x["id"]))
    lines = [i["text"] for page in demo.get(f"/api/fits/{fit}/card").json() for i in page["items"] if i.get("text")]
    said = " ".join(lines)
    cells = {
        row["mark"]: row["cells"]["plan"] for row in demo.get(f"/api/fits/{fit}/sheet?view=setup").json()["ledger"]
    }
    assert re.search(r"Pads: centre \d+ (behind|ahead of) the bar clamp, \d+ above, both alike\.", said), said
    ends = r"centres 190 apart, extension ends \d+ ahead of them, \d+ above"
    assert re.search(rf"{ends}; forearm along the pad, elbow just behind it", said), said
    assert "Measure saddle, pads and extension ends; write them in Built, above." in said
    assert "hood" not in said.lower()
    assert cells["hand"]["show_x"] in said


def carries_pads(demo: TestClient, fit: int) -> bool:
    """Whether a demo file has a plan under arm pads."""
    sheet = demo.get(f"/api/fits/{fit}/sheet?view=setup").json()
    row = next(r for r in sheet["ledger"] if r["mark"] == "hand")
    return row["label"] == "Pads" and row["cells"].get("plan") is not None


def test_no_card_before_there_is_a_plan(demo: TestClient) -> None:
    answer = demo.get(f"/api/fits/{fit_of(demo, 'Piran Lowe')}/card")
    assert answer.status_code == 422
    assert "choose a frame" in answer.json()["message"]


def printed(demo: TestClient, unit: str) -> Iterator[list[dict[str, Any]]]:
    """The pages of every demo card there is, their words as they stand on the paper."""
    write_pdf([DisplayList([])], "the letters are there after the first page")
    for line in demo.get("/api/fits").json():
        answer = demo.get(f"/api/fits/{line['id']}/card", params={"unit": unit})
        for page in answer.json() if answer.status_code == 200 else []:
            yield [i for i in page["items"] if i.get("text")]


def wide_mm(item: dict[str, Any]) -> float:
    """How wide a word is printed."""
    return float(pdfmetrics.stringWidth(item["text"], FONTS[item["s"]], item["size"] * mm) / mm)


@pytest.mark.parametrize("unit", ["mm", "in"])
def test_no_step_of_any_demo_card_runs_into_its_bolts(demo: TestClient, unit: str) -> None:
    """Lines measured in the printed page's own letters, against the column of the bolts."""
    checked = 0
    for words in printed(demo, unit):
        # A second page holds cautions alone.
        columns = {i["x"] for i in words if i["text"] in ("rail bolts", "stem, bar", "cleat bolts")}
        for item in words:
            if columns and item["x"] == STEPS_AT_MM:
                assert STEPS_AT_MM + wide_mm(item) < min(columns) - 1, item["text"]
                checked += 1
    assert checked > 60


@pytest.mark.parametrize("unit", ["mm", "in"])
def test_no_figure_of_the_marks_stands_on_another(demo: TestClient, unit: str) -> None:
    """What a mechanic reads off: each figure in its own place, measured in the printed letters."""
    checked = 0
    for words in printed(demo, unit):
        taken: list[tuple[float, float, float, float, str]] = []
        for item in words:
            if 150 < item["y"] < 195:
                wide = wide_mm(item)
                left = item["x"] - {"end": wide, "middle": wide / 2}.get(item["anchor"], 0.0)
                box = (left, left + wide, item["y"], item["y"] + 0.7 * item["size"], item["text"])
                for other in taken:
                    apart = box[1] < other[0] or other[1] < box[0] or box[3] < other[2] or other[3] < box[2]
                    assert apart, (box, other)
                taken.append(box)
        checked += len(taken)
    assert checked > 60


def told(demo: TestClient, fit: int) -> list[str]:
    """The words of a card's first page, as they follow on the paper."""
    page = demo.get(f"/api/fits/{fit}/card").json()[0]
    return [i["text"] for i in page["items"] if i.get("text")]


def warned(fitter: Fitter) -> list[str]:
    """Why the card must not be built from, as Set-up says it."""
    found: list[str] = fitter.read("setup")["setup"]["warnings"]
    return found


def test_a_plan_older_than_its_goal_prints_in_large_letters_why_not(demo: TestClient) -> None:
    halvard = demo_fit(demo, "Halvard Stroud")
    assert warned(halvard) == [
        "The saddle was lowered 6 mm after this was planned.",
        "Saddle 0 +6 off the goal, outside ±3, 2.",
    ]
    words = told(demo, halvard.fit)
    assert words.count("NOT TO BE BUILT") == 3
    assert "Ask the fitter first." in words
    assert " ".join(w for w in words if "lowered" in w or w.startswith("goal,")) == (
        "The saddle was lowered 6 mm after this was planned. Saddle 0 +6 off the goal, outside ±3, 2."
    )
    # Still on one page of steps, and what is on it is not dropped.
    text = " ".join(
        i["text"] for p in demo.get(f"/api/fits/{halvard.fit}/card").json() for i in p["items"] if i.get("text")
    )
    assert "Check both brakes before riding" in text
    # Planned again for the goal as it is, the card is one to build from.
    top = halvard.read("frame")["frame"]["recommended"]
    halvard.edit("frame.choose", {"size": top["id"], "front": top["front"]}, "setup")
    assert warned(halvard) == []
    assert "NOT TO BE BUILT" not in told(demo, halvard.fit)


def test_what_else_a_card_must_not_be_built_from(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    assert warned(tamsin) == []
    tamsin.edit("build.spacers", {"height_mm": 0}, "setup")
    hand = next(r for r in tamsin.sheet["ledger"] if r["mark"] == "hand")["miss"]
    assert hand["verdict"] == "out"
    assert warned(tamsin) == [f"Hand {hand['show_x']} {hand['show_y']} off the goal, outside ±5, 5."]
    tamsin.edit("measure.read", {"key": "s_plumb", "typed": "751"}, "setup")
    assert warned(tamsin)[-1] == "A slip is open in Measure: Saddle mark above BB."
    odile = demo_fit(demo, "Odile Marrack")
    ferry = next(o["id"] for o in odile.read("frame")["frame"]["offers"] if o["frame"] == "Pellmore Ferry")
    odile.edit("frame.choose", {"size": ferry}, "frame")
    assert any("step-over: the foot must rise" in w for w in warned(odile))


def test_the_bar_is_set_by_the_level_and_levers_slide_from_where_they_are(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    line = next(w for w in told(demo, tamsin.fit) if w.startswith("Bar square"))
    place = tamsin.read("build")["state"]["build"]["place"]
    # Ramp 1° up and hoods rising 6° as read; the lever's own figures say how far it goes for the plan's slope.
    bar = tamsin.sheet["state"]["measure"]["bar"]
    turned = 1 + bar["ramp_deg"]
    now = (bar["lever_slope_deg"] + turned - 6 - bar["lever_arc_deg"]) * 3.14159265 / 180 * bar["bend_radius_mm"]
    by = round(place["slide_mm"] - now)
    way = f"levers {abs(by)} {'down' if by > 0 else 'up'} the bend" if by else "levers where they are"
    up = place["rotation_deg"] - bar["ramp_deg"]
    leaning = "level" if abs(up) < 0.05 else f"{abs(up):g}° {'up' if up > 0 else 'down'} to the front"
    assert line == f"Bar square to the fork crown, ramp {leaning}, {way}, hoods rising {place['slope_deg']:.0f}°."
    assert (
        "as it came: ramp 1° up to the front, hoods rising 6°, lever reach 68, rail scale 4.5, post showing 182,"
        in (" ".join(told(demo, tamsin.fit)))
    )
    for rider in ("Odile Marrack", "Jory Penhale", "Kerra Lannick", "Halvard Stroud"):
        said = " ".join(told(demo, fit_of(demo, rider)))
        assert "pen marks" not in said
        assert "levers" not in next(w for w in told(demo, fit_of(demo, rider)) if w.startswith("Bar square"))


def test_the_card_says_what_a_tape_to_the_hand_should_read(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    (sx, sy), (hx, hy) = fitter.cell("saddle", "plan") or (0, 0), fitter.cell("hand", "plan") or (0, 0)
    state = fitter.sheet["state"]
    side = 200 if not state["build"]["bar"] else state["build"]["bar"]["width_mm"] / 2
    far = ((hx - sx) ** 2 + (hy - sy) ** 2 + side**2) ** 0.5
    stop = "outside the box: stop and ask the fitter"
    assert f"tape, saddle to each hood: {far:.0f}; {stop}" in told(demo, fitter.fit)
    fitter.edit("measure.tape", {"ends": "middle"})
    assert stop in told(demo, fitter.fit)


def test_an_own_steerer_is_filled_to_its_top_and_a_saddle_that_is_there_stays(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Petroc Hale")
    if fitter.sheet["title"] != "The summer bike":
        fitter = Fitter(demo, 11)
    said = told(demo, fitter.fit)
    # 20 under, 15 over and the clamp stand on it: 10 of those above go below, 5 stay, or the cap would press on air.
    assert "Spacers: 20 and 10 below, 5 above." in said
    assert "Post: stays at its mark." in said
    assert "Saddle: stays where it is clamped; top level within 1°." in said
    fitter.nudge("saddle", 0, 3)
    fitter.edit("frame.this_bike", {"rung": "free"})
    assert "Post: 3 up from its mark." in told(demo, fitter.fit)
