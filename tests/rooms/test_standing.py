"""What a frame asks of who stands over it and steps over it, and a slip that is still open, as the Frame post tells them."""

from __future__ import annotations

import re
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.rooms.test_fits import Fitter, demo_fit
from tests.rooms.test_riders import edit


def frames(fitter: Fitter) -> dict[str, Any]:
    """The Frame post as it stands."""
    found: dict[str, Any] = fitter.read("frame")["frame"]
    return found


def lifts(fitter: Fitter, typed: str) -> None:
    """How high the rider lifts a foot, taken again."""
    rider = fitter.sheet["rider"]["id"]
    edit(fitter.client, rider, measures={"foot_lift": typed})


@pytest.mark.parametrize(
    ("lift", "fits"),
    [
        ("460", {"Pellmore Ferry Low", "Haldery Landing", "Tarrow Staithe"}),
        ("400", {"Pellmore Ferry Low", "Haldery Landing"}),
    ],
)
def test_who_cannot_lift_a_foot_over_the_crossbar_gets_the_step_throughs(
    demo: TestClient, lift: str, fits: set[str]
) -> None:
    fitter = demo_fit(demo, "Odile Marrack")
    lifts(fitter, lift)
    view = frames(fitter)
    carried = {o["frame"] for o in view["offers"] if o["verdict"] != "out"}
    assert carried == fits
    bars = [o for o in view["offers"] if o["frame"] == "Pellmore Ferry"]
    assert {o["verdict"] for o in bars} == {"out"}
    assert all("step-over: the foot must rise" in o["sentence"].lower() for o in bars)
    assert view["recommended"]["frame"] in fits
    assert view["this_bike"]["headline"] == "Not for this rider, whatever its position."
    assert view["this_bike"]["rungs"] == []
    # The Ferry L's crossbar is 815 up, and 20 are to spare.
    assert view["this_bike"]["stops"] == [f"step-over: the foot must rise {815 + 20 - int(lift)} mm more"]
    fitter.edit("frame.school", {"question": "step_over", "school": "after"}, "frame")
    after = fitter.sheet["frame"]
    assert any(o["verdict"] != "out" for o in after["offers"] if o["frame"] == "Pellmore Ferry")
    assert after["this_bike"]["stops"] == []


def test_the_recommended_frame_says_how_it_is_got_on(demo: TestClient) -> None:
    odile = demo_fit(demo, "Odile Marrack")
    said = frames(odile)["recommended"]["standing"]
    assert "The foot clears the step-through at 390 by 70 mm." in said
    lifts(odile, "400")
    line = frames(odile)["recommended"]
    # Nothing clears with 20 to spare: 390·cos φ = 380 at 13°; 10 kg at 550 high held at 950 pull 1.3.
    assert line["frame"] == "Pellmore Ferry Low"
    assert "at 390 with the bike tipped 13°, which then pulls 1 kg sideways at the bar." in line["standing"]
    assert "tipped 13° to step over it" in [f["says"] for f in line["faults"]]
    assert line["verdict"] == "edge"


def test_reasons_prompt_a_gate_and_the_fitter_decides(demo: TestClient) -> None:
    halvard = demo_fit(demo, "Halvard Stroud")
    prompts = frames(halvard)["prompts"]
    assert [(p["gate"], p["says"]) for p in prompts] == [
        ("standover", "Standing over the frame could come first: 68 years of age."),
        ("", "Measure how high the foot lifts, at the rider, too."),
    ]
    halvard.edit("frame.school", {"question": "standover", "school": "first"}, "frame")
    assert [p["gate"] for p in halvard.sheet["frame"]["prompts"]] == [""]
    tamsin = demo_fit(demo, "Tamsin Orre")
    assert frames(tamsin)["prompts"] == []
    assert frames(tamsin)["recommended"]["standing"] is None


def test_a_slip_that_is_open_is_said_before_anything_is_ranked(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    assert frames(tamsin)["open_slip"] is None
    tamsin.edit("measure.read", {"key": "s_plumb", "typed": "751"}, "frame")
    clean = tamsin.read("frame")
    said = clean["frame"]["open_slip"]
    title = next(a["title"] for a in tamsin.read("measure")["measure"]["asked"] if a["key"] == "s_plumb")
    assert said.startswith(f"Open in Measure: {title} 751. Here it is left out. Kept, ")
    before = [tuple(clean_cell(clean, mark)) for mark in ("saddle", "hand")]
    tamsin.edit("measure.decide", {"key": "s_plumb", "what": "kept"}, "frame")
    kept = tamsin.read("frame")
    # What was said of keeping it is what keeping it does.
    for (x, y), mark in zip(before, ("saddle", "hand"), strict=True):
        there = clean_cell(kept, mark)
        for off, ahead, back in ((there[0] - x, "further forward", "further back"), (there[1] - y, "higher", "lower")):
            if off:
                assert f"{abs(round(off))} {ahead if off > 0 else back}" in said
    top = kept["frame"]["recommended"]
    same = (top["frame"], top["size"], top["build"]) == tuple(
        clean["frame"]["recommended"][k] for k in ("frame", "size", "build")
    )
    assert (f"then {top['frame']} {top['size']} would be recommended" in said) is not same


def clean_cell(sheet: dict[str, Any], mark: str) -> tuple[float, float]:
    """Where the goal's mark lies."""
    cell = next(r for r in sheet["ledger"] if r["mark"] == mark)["cells"]["goal"]
    return cell["x_mm"], cell["y_mm"]


def test_parts_that_disagree_with_the_tape_are_an_open_slip_too(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    tamsin.edit("measure.read", {"key": "stem_length", "typed": "90"}, "frame")
    said = frames(tamsin)["open_slip"]
    assert said.startswith("Open in Measure: The parts and the tape part. Here the tape is followed. By the parts, ")
    # 30 less of stem at −6° on a head of 72°: 30·(cos 6·sin 72 + sin 6·cos 72) = 29 back; chart and tape were 2 apart.
    back = re.search(r"the hand would be (\d+) further back", said)
    assert back is not None
    assert abs(int(back.group(1)) - 29) <= 3
