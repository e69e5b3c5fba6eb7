"""The Measure post: a misread caught, named, decided and put on record; sides, level, baseline, and what the house asks."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from random import Random
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_callout import BB, BIKE, perfect
from tests.posts import FILES, FitState, facts_of
from tests.rooms.test_fits import Fitter, fitter  # noqa: F401
from waymark.core.callout import PROMPTS
from waymark.rooms.files import both
from waymark.rooms.files.command import Work
from waymark.rooms.files.migrated import migrated
from waymark.rooms.files.values import VERSION
from waymark.rooms.posts.measure import now_marks, surveyed
from waymark.rooms.posts.measure.commands import Read
from waymark.rooms.posts.measure.sighting import dimensions, loupes
from waymark.rooms.posts.measure.state import KEYS
from waymark.rooms.posts.measure.view import measure_view

FULL = ("bb_floor", "s_straight", "s_behind", "s_floor", "s_nose", "nose_behind", "nose_floor", "nose_clamp",
        "s_clamp", "clamp_floor", "clamp_ahead", "clamp_up")  # fmt: skip
HAND = ("s_hand", "hand_floor", "hand_ahead", "hand_up")


def call(fitter: Fitter, **changed: str | None) -> dict[str, Any]:  # noqa: F811
    """Everything called out as it is, but for what is changed."""
    read = {n: f"{perfect(n):.0f}" for n in FULL} | {f"{n}.right": f"{perfect(n):.0f}" for n in HAND}
    read |= {k.replace("__", "."): v for k, v in changed.items()}
    for key, typed in read.items():
        if typed is not None:
            fitter.call(key, typed)
    return fitter.sheet["measure"]


def decide(fitter: Fitter, key: str, what: str, **more: Any) -> dict[str, Any]:  # noqa: F811
    """A decision about a reading."""
    return fitter.edit("measure.decide", {"key": key, "what": what, **more})["measure"]


def test_a_misread_is_named_with_what_would_agree_and_the_likely_slip(fitter: Fitter) -> None:  # noqa: F811
    view = call(fitter, nose_clamp="583")
    (finding,) = view["findings"]
    assert (finding["title"], finding["value"], finding["mark"]) == ("Nose to bar clamp", "583", "clamp")
    assert finding["chip"] in ("44 long", "43 long", "45 long")
    assert finding["says"].startswith("The other fifteen agree on 539 ±") or "agree on 5" in finding["says"]
    assert finding["likely"] == "With 8 and 3 swapped it is 538, which fits."
    assert [r["label"] for r in finding["remedies"]] == ["Use 538", "Measure again", "Leave out", "Keep 583"]
    assert view["agreement"][0]["key"] == "nose_clamp"
    assert view["agreement"][0]["word"] == "suspect"
    assert next(p for p in fitter.sheet["trail"] if p["name"] == "measure")["note"] == "1 to settle"
    words = {d["key"]: d["word"] for d in view["dimensions"]}
    assert (words["nose_clamp"], words["s_clamp"], words["bb_hand.right"]) == ("suspect", "fits", "asked")
    clamp = next(m for m in view["loupes"] if m["mark"] == "clamp")
    assert {s["key"]: s["word"] for s in clamp["sights"]}["nose_clamp"] == "suspect"


def test_the_fitter_decides_and_it_is_on_record(fitter: Fitter) -> None:  # noqa: F811
    call(fitter, nose_clamp="583")
    view = decide(fitter, "nose_clamp", "kept")
    assert [f["key"] for f in view["findings"] if f["key"] == "nose_clamp"] == []
    assert {a["key"]: a["word"] for a in view["agreement"]}["nose_clamp"] == "kept"
    view = decide(fitter, "nose_clamp", "dropped")
    assert {a["key"]: a["word"] for a in view["agreement"]}["nose_clamp"] == "left out"
    view = decide(fitter, "nose_clamp", "restored")
    assert view["findings"]
    view = decide(fitter, "nose_clamp", "corrected", typed="538 mm")
    assert view["findings"] == []
    assert fitter.sheet["state"]["measure"]["readings"]["nose_clamp"]["heard"][0]["value"] == 538
    assert [d["says"] for d in view["decided"]] == [
        "Nose to bar clamp corrected: 583 → 538 mm",
        "Nose to bar clamp taken in again: 583",
        "Nose to bar clamp left out: 583",
        "Nose to bar clamp kept against the others: 583",
    ]
    decide(fitter, "nose_clamp", "again")
    assert "nose_clamp" not in fitter.sheet["state"]["measure"]["readings"]
    assert fitter.step("undo").status_code == 200


def test_a_slip_that_cannot_be_told_from_another_names_both(fitter: Fitter) -> None:  # noqa: F811
    view = call(fitter, nose_clamp="569", s_clamp=None, clamp_up=None)
    (finding,) = view["findings"]
    assert "these readings cannot tell which" in finding["says"]
    assert sum(r["what"] == "again" for r in finding["remedies"]) >= 2
    assert "tells whether the slip is in" in view["next"]["says"]


def test_a_slip_of_the_zero_is_asked_about_in_words(fitter: Fitter) -> None:  # noqa: F811
    (finding,) = call(fitter, s_straight=f"{perfect('s_straight') + 170:.0f}")["findings"]
    assert finding["likely"].startswith("From the pedal axle, crank not subtracted? Then it is 7")


def test_nothing_redundant_is_said(fitter: Fitter) -> None:  # noqa: F811
    assert fitter.read()["measure"]["checked"].startswith("Nothing read yet.")
    fitter.call("s_straight", "727")
    fitter.call("s_behind", "207")
    assert fitter.sheet["measure"]["checked"].endswith("none more than needed: nothing is checked yet.")
    assert fitter.sheet["measure"]["next"] is None


def test_what_the_next_reading_is_and_why(fitter: Fitter) -> None:  # noqa: F811
    view = call(fitter, **dict.fromkeys([f"{n}__right" for n in HAND]))
    assert "places the hand" in view["next"]["says"]
    view = call(fitter)
    assert view["next"]["after_mm"] < view["next"]["before_mm"]
    assert view["next"]["key"] in {a["key"] for a in view["asked"]}


def test_repeats_average_and_the_odd_one_is_left_out(fitter: Fitter) -> None:  # noqa: F811
    call(fitter)
    fitter.call("s_clamp", "690")
    fitter.call("s_clamp", "692", add=True)
    line = next(a for a in fitter.sheet["measure"]["asked"] if a["key"] == "s_clamp")
    assert (line["mean"], line["spread"], line["typed"]) == (691, 2, ["690", "692"])
    sheet = fitter.call("s_clamp", "735", add=True)
    (finding,) = sheet["measure"]["findings"]
    assert (finding["key"], finding["repeat"]) == ("s_clamp", 3)
    assert decide(fitter, "s_clamp", "dropped", repeat=3)["findings"] == []
    assert [h["typed"] for h in fitter.sheet["state"]["measure"]["readings"]["s_clamp"]["heard"]] == [
        "690",
        "692",
    ]
    for _ in range(7):
        fitter.call("s_clamp", "691", add=True)
    answer = fitter.send("measure.read", {"key": "s_clamp", "typed": "691", "add": True})
    assert (answer.status_code, answer.json()["allowed"]) == (422, "at most 9")


def test_repeats_nobody_can_judge_are_shown_apart(fitter: Fitter) -> None:  # noqa: F811
    fitter.call("s_clamp", "690")
    (finding,) = fitter.call("s_clamp", "720", add=True)["measure"]["findings"]
    assert (finding["kind"], finding["value"], finding["chip"]) == ("spread", "690, 720", "30 apart")


def test_left_and_right_are_shown_until_they_are_settled(fitter: Fitter) -> None:  # noqa: F811
    view = call(fitter, bar_width="410", s_hand__left=f"{perfect('s_hand') - 12:.0f}")
    (slip,) = view["findings"]
    assert (slip["key"], slip["chip"]) == ("s_hand.left", "12 short")
    assert slip["says"].endswith(f"The right was read {perfect('s_hand'):.0f}.")
    assert "Sides meant so" in [r["label"] for r in slip["remedies"]]
    fitter.call("lever_reach.right", "68")
    sides = fitter.call("lever_reach.left", "80")["measure"]["findings"][1]
    assert (sides["kind"], sides["value"], sides["chip"]) == ("sides", "L 80, R 68", "12 more left")
    decide(fitter, "lever_reach.right", "meant")
    view = decide(fitter, "s_hand.right", "meant")
    assert view["findings"] == []
    assert view["decided"][0]["says"].startswith("Saddle mark to hood, right meant to differ")


def test_the_level_says_how_much_it_mattered(fitter: Fitter) -> None:  # noqa: F811
    view = call(fitter)
    assert not view["level"]["known"]
    assert "One degree nose up would make this hand read" in view["level"]["mattered"]
    for key, typed in (("front_axle", "357"), ("rear_axle", "340"), ("wheelbase", "1000")):
        fitter.call(key, typed)
    level = fitter.sheet["measure"]["level"]
    assert level["says"] == "1.0° nose up: 17 under the rear wheel levels it. Wheels taken as equal."
    assert level["mattered"].startswith("The hand read 1")
    before = fitter.cell("hand", "now")
    assert before is not None and before[0] > BIKE["h"].x_mm + 8
    fitter.call("pitch", "-2")
    assert any(f["kind"] == "level" for f in fitter.sheet["measure"]["findings"])


def test_a_kept_setup_is_compared_with_the_tapes_noise_in_mind(fitter: Fitter) -> None:  # noqa: F811
    call(fitter)
    fitter.edit("measure.keep_setup", {"by": "Maud Orrin", "note": "before the spring"})
    fitter.edit("measure.anew")
    (kept,) = fitter.sheet["measure"]["setups"]
    assert (kept["by"], kept["says"]) == ("Maud Orrin", "Measure again to compare.")
    call(fitter, s_straight=f"{perfect('s_straight') + 3:.0f}", s_floor=f"{perfect('s_floor') + 3:.0f}")
    (kept,) = fitter.sheet["measure"]["setups"]
    assert kept["says"] == "No move shown: every difference is within what the tape does."
    changed = {
        n: f"{perfect(n, {**BIKE, 's': BIKE['s'].__class__(-207, 712)}):.0f}"
        for n in ("s_straight", "s_floor", "s_clamp", "s_nose")
    }
    call(fitter, **changed)
    (kept,) = fitter.sheet["measure"]["setups"]
    saddle = next(line for line in kept["lines"] if line["mark"] == "s")
    assert saddle["moved"] and "saddle mark" in kept["says"]


def test_what_is_asked_depends_on_the_bar_and_the_house(fitter: Fitter) -> None:  # noqa: F811
    def usual() -> list[str]:
        return [a["key"] for a in fitter.read()["measure"]["asked"] if a["usual"]]

    assert "hood_slope.right" in usual()
    fitter.edit("measure.bar_kind", {"kind": "aero"})
    assert "s_pad.left" in usual()
    fitter.edit("measure.bar_kind", {"kind": "flat"})
    assert {"lever_slope.right"} <= set(usual()) and "hood_slope.right" not in usual()
    offered = fitter.client.put("/api/house/callout", json={"asked": ["crank", "s_pedal"]}).json()
    assert [o["name"] for o in offered if o["asked"]] == ["s_pedal", "crank"]
    assert usual() == ["s_pedal", "crank"]
    assert fitter.client.put("/api/house/callout", json={"asked": ["chain"]}).json()["field"] == "asked"
    assert len([o for o in fitter.client.put("/api/house/callout", json={"asked": None}).json() if o["asked"]]) > 30
    assert len(fitter.client.get("/api/house/callout").json()) == len(PROMPTS)


@settings(max_examples=6)
@given(st.randoms(use_true_random=False))
def test_no_order_and_no_slip_of_readings_ever_fails(random: Random) -> None:
    state = FitState(bike="any")
    keys = [k for k, (p, _) in KEYS.items() if p.sight]
    random.shuffle(keys)
    for key in keys[:16]:
        prompt, _ = KEYS[key]
        wrong = random.choice((0, 0, 0, 0, 14, -60, 300))
        places = {**BIKE, "pad": BIKE["clamp"], "drops": BIKE["clamp"], "tops": BIKE["clamp"]}
        value = min(max(perfect(prompt.name, places) + random.gauss(0, 2) + wrong, prompt.least), prompt.greatest)
        work = Work(facts_of(state), datetime.now(UTC))
        Read(key=key, typed=f"{value:.1f}").run(work)
        state, facts = work.file, work.facts
        assert len(measure_view(facts).agreement) <= len(state.measure.readings)
        assert dimensions(facts)
        survey = surveyed(facts)
        assert {m.mark for m in loupes(facts)} == set(survey.points if survey else {})


def test_later_is_later_until_it_is_read(fitter: Fitter) -> None:  # noqa: F811
    fitter.edit("measure.skip", {"key": "s_floor", "skipped": True})
    assert fitter.sheet["state"]["measure"]["skipped"] == ["s_floor"]
    fitter.call("s_floor", "961")
    assert fitter.sheet["state"]["measure"]["skipped"] == []


def hand_x(fitter: Fitter) -> float:  # noqa: F811
    """The hand as it is placed, fore and aft."""
    return next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")["cells"]["now"]["x_mm"]


def test_the_bars_own_width_says_how_far_out_a_tape_ends(fitter: Fitter) -> None:  # noqa: F811
    for key, typed in (("s_behind", "207"), ("s_plumb", "697"), ("hand_up.right", "641"), ("s_hand.right", "800")):
        fitter.call(key, typed)
    plane = {width: (800**2 - (width / 2) ** 2 - 56**2) ** 0.5 - 207 for width in (360, 410, 460)}
    assert hand_x(fitter) == pytest.approx(plane[410], abs=0.1)
    for width in (360, 460):
        fitter.call("bar_width", f"{width}")
        assert hand_x(fitter) == pytest.approx(plane[width], abs=0.1)
    why = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")["cells"]["now"]["source"]
    assert "  tapes end 230 out to the side" in why
    hint = next(a for a in fitter.sheet["measure"]["asked"] if a["key"] == "s_hand.left")["hint"]
    assert hint == ("Straight, with the tape, out to the hollow of the left hood, where the web of the thumb sits.")
    fitter.edit("measure.tape", {"ends": "middle"})
    assert hand_x(fitter) == pytest.approx((800**2 - 56**2) ** 0.5 - 207, abs=0.1)
    hint = next(a for a in fitter.sheet["measure"]["asked"] if a["key"] == "s_hand.left")["hint"]
    assert hint == "Straight, to a straight edge laid across both sides, over the bike's middle."


def test_a_file_of_version_2_keeps_the_position_it_had() -> None:
    heard = {
        k: {"heard": [{"typed": str(v), "value": v}]}
        for k, v in {"s_behind": 207, "s_plumb": 697, "hand_up.right": 641, "s_hand.right": 774}.items()
    }
    held = FitState.model_validate(migrated({"version": 2, "measure": {"readings": heard}}))
    hand = now_marks(facts_of(held))["hand"]
    assert hand.x_mm == pytest.approx((774**2 - 56**2) ** 0.5 - 207)
    del heard["s_hand.right"]
    anew = migrated({"version": 2, "measure": {"readings": heard}})
    assert anew["version"] == VERSION
    assert "tape" not in anew["measure"], "no tape to the hands was read: the next one ends at the hand"


def test_a_file_of_version_1_is_the_same_bike(demo: TestClient) -> None:
    old = {
        "version": 1,
        "measure": {
            "saddle_height": {"way": "straight", "typed": "72.7 cm", "value": 727},
            "setback": {"way": "nose", "typed": "54", "value": 54},
            "hand_reach": {"way": "hand_ahead", "typed": "563", "value": 563},
            "hand_height": {"way": "drop", "typed": "50", "value": 50},
            "crank": {"typed": "170", "value": 170},
            "nose_to_s": {"typed": "153", "value": 153},
        },
        "goal": {"discipline": "gravel"},
    }
    state = FitState.model_validate(migrated(old))
    saddle, hand = both(now_marks(facts_of(state))) or (None, None)
    assert saddle is not None and hand is not None
    assert saddle.x_mm == pytest.approx(-207)
    assert saddle.y_mm == pytest.approx((727**2 - 207**2) ** 0.5)
    assert (hand.x_mm, hand.y_mm) == (pytest.approx(563), pytest.approx(saddle.y_mm - 50))
    text = json.dumps(
        {
            "format": "waymark-fit",
            "version": 1,
            "title": "Old",
            "rider": {"name": "A", "profile": {}},
            "fit": old,
        }
    )
    assert FILES.read(text).fit == state
    assert demo.post("/api/fits/import", json={"text": text}).status_code == 200


def test_readings_that_cannot_be_are_refused_in_a_file() -> None:
    for readings in (
        {"seat": {"heard": [{"typed": "1", "value": 1}]}},
        {"crank": {"heard": [{"typed": "9", "value": 9}]}},
        {"shoe": {"heard": [{"typed": "9", "value": 9}]}},
    ):
        with pytest.raises(ValueError, match=r"asked of a bike|can be read there"):
            FitState.model_validate({"measure": {"readings": readings}})


def test_the_bb_height_that_was_read_is_the_one_used(fitter: Fitter) -> None:  # noqa: F811
    call(fitter)
    floor = {w["way"]: w["value"] for w in fitter.sheet["measure"]["ways"]["hand_height"]}["hand_floor"]
    assert floor - fitter.cell("hand", "now")[1] == pytest.approx(BB, abs=1)  # type: ignore[index]
    assert "bb_height" not in fitter.sheet["measure"]["assumed"]
