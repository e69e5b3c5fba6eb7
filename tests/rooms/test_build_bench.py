"""The Build post's tabs: every stop does what it shows, and what was chosen is what is carded."""

from __future__ import annotations

import io
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.rooms.test_fits import Fitter, demo_fit

RIDERS = ("Tamsin Orre", "Halvard Stroud", "Odile Marrack", "Jory Penhale")


def bench(fitter: Fitter) -> dict[str, Any]:
    """The Build post as the screen has it."""
    found: dict[str, Any] = fitter.read("build")["build"]
    return found


def send(fitter: Fitter, command: dict[str, Any]) -> Any:
    """A whole command, sent from the Build post."""
    return fitter.send(command["do"], {k: v for k, v in command.items() if k != "do"}, "build")


def rails(fitter: Fitter) -> dict[str, dict[str, Any]]:
    """Every rail by its name."""
    it = bench(fitter)
    return {r["name"]: r for r in (*it["rails"], *it["bar"]["rails"], *it["seat_rails"], *it["feet"]["crank_rail"])}


def asked(rail: dict[str, Any], stop: dict[str, Any], every: dict[str, dict[str, Any]]) -> dict[str, Any]:
    """The command that a stop stands for."""
    value, part = stop["value"], stop["part"]
    return {
        "spacers": {"do": "build.spacers", "height_mm": value},
        "length": {"do": "build.stem", "length_mm": value, "angle_deg": every["angle"]["value"]},
        "angle": {"do": "build.stem", "length_mm": every["length"]["value"], "angle_deg": value},
        "turn": {"do": "build.turn_bar", "ramp_deg": value},
        "levers": {"do": "build.slide_levers", "by_mm": value},
        "roll": {"do": "build.roll_bar", "roll_deg": value},
        "cut": {"do": "build.cut_bar", "width_mm": value},
        "post": {"do": "build.post", "part": part},
        "showing": {"do": "build.post_showing", "showing_mm": value},
        "rails": {"do": "build.rails", "slide_mm": value},
        "crank": {"do": "build.put_foot", "part": part},
    }.get(rail["name"], {"do": "build.put_bar", "part": part})


def cell(fitter: Fitter, mark: str) -> tuple[float, float] | None:
    """A mark of the plan, none where its row is not there yet."""
    rows = [r for r in fitter.sheet["ledger"] if r["mark"] == mark and "plan" in r["cells"]]
    return (rows[0]["cells"]["plan"]["x_mm"], rows[0]["cells"]["plan"]["y_mm"]) if rows else None


@pytest.mark.parametrize("rider", RIDERS)
def test_every_rail_does_what_its_stops_show(demo: TestClient, rider: str) -> None:
    fitter = demo_fit(demo, rider)
    every = rails(fitter)
    for name, rail in every.items():
        mark = "saddle" if name in ("post", "showing", "rails") else "foot" if name == "crank" else "hand"
        before = cell(fitter, mark)
        here = next(s for s in rail["stops"] if s["chosen"]) if name != "crank" else None
        if here is not None:
            assert (here["hand"]["x_mm"], here["hand"]["y_mm"]) == pytest.approx(before, abs=0.02), name
        stop = next(s for s in (rail["stops"][0], rail["stops"][-1]) if not s["chosen"])
        assert send(fitter, asked(rail, stop, every)).status_code == 200, name
        shown = stop["hand"]["x_mm"], stop["hand"]["y_mm"]
        assert cell(fitter, mark) == pytest.approx(shown, abs=0.02), name
        assert fitter.step("undo", "build").status_code == 200
        assert cell(fitter, mark) == before


def test_a_bar_turned_by_hand_is_not_the_recommended_build_any_more(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    assert bench(fitter)["best_is_now"]
    ramp = rails(fitter)["turn"]["value"]
    fitter.send("build.turn_bar", {"ramp_deg": ramp - 3})
    assert not bench(fitter)["best_is_now"]
    assert bench(fitter)["bar"]["stands"].startswith("ramp 1° up to the front, levers 2 down the bend, hoods rising 2")
    fitter.send("build.best")
    assert bench(fitter)["best_is_now"]
    assert rails(fitter)["turn"]["value"] == pytest.approx(ramp)


def test_another_bar_stands_as_the_one_before_and_the_own_comes_back(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Halvard Stroud")
    it, every = bench(fitter), rails(fitter)
    ramp, slope = every["turn"]["value"], every["levers"]["each"]
    wide = next(s for s in every["width"]["stops"] if s["value"] == 420)
    fitter.send("build.put_bar", {"part": wide["part"]})
    after = rails(fitter)
    assert after["width"]["value"] == 420
    assert (after["turn"]["value"], after["levers"]["each"]) == (pytest.approx(ramp, abs=0.01), slope)
    assert it["bar"]["front"]["hand_mm"] == 400
    assert bench(fitter)["bar"]["front"]["says"] == "Hands 25 mm wider than the shoulders: each arm runs 1° out."
    fitter.send("build.put_bar", {"part": None})
    assert bench(fitter)["bar"]["stands"] == "as it stands"


def card_text(demo: TestClient, fitter: Fitter) -> str:
    """The printed card in one line."""
    page = demo.get(f"/api/fits/{fitter.fit}/card.pdf")
    assert page.status_code == 200, page.text
    text = " ".join(p.extract_text() for p in PdfReader(io.BytesIO(page.content)).pages)
    return " ".join(text.split())


def test_a_bar_is_cut_per_side_and_the_card_says_so(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    whole = fitter.cell("hand", "plan")
    changed = fitter.send("build.cut_bar", {"width_mm": 700})
    assert changed.status_code == 200
    assert rails(fitter)["cut"]["each"] == "10 off each side"
    # The bar sweeps back by 8°: ten off this end bring the grip 1.4 forward.
    assert fitter.cell("hand", "plan")[0] - whole[0] == pytest.approx(1.4, abs=0.01)
    assert "Bar: Boom 720, cut to 700: 10 off each end" in card_text(demo, fitter)
    refused = fitter.send("build.cut_bar", {"width_mm": 702})
    assert refused.status_code == 422
    assert refused.json()["field"] == "build.cut_bar.width_mm"
    assert refused.json()["allowed"].startswith("660, 665, 670")
    fitter.send("build.cut_bar", {"width_mm": 720})
    assert fitter.cell("hand", "plan") == pytest.approx(whole, abs=1e-6)


@pytest.mark.parametrize(
    ("rider", "command", "field"),
    [
        ("Jory Penhale", {"do": "build.turn_bar", "ramp_deg": 3}, "build.turn_bar.ramp_deg"),
        ("Tamsin Orre", {"do": "build.roll_bar", "roll_deg": 3}, "build.roll_bar.roll_deg"),
        ("Tamsin Orre", {"do": "build.slide_levers", "by_mm": 79}, "build.slide_levers.by_mm"),
        ("Tamsin Orre", {"do": "build.set_pads", "ahead_mm": 0, "above_mm": 50}, "build.set_pads.ahead_mm"),
        ("Tamsin Orre", {"do": "build.post_showing", "showing_mm": 380}, "build.post_showing.showing_mm"),
        ("Tamsin Orre", {"do": "build.rails", "slide_mm": 30}, "build.rails.slide_mm"),
        ("Wenna Tolland", {"do": "build.saddle", "part": None}, "build.saddle.part"),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(
    demo: TestClient, rider: str, command: dict[str, Any], field: str
) -> None:
    answer = send(demo_fit(demo, rider), command)
    assert answer.status_code == 422, answer.text
    assert answer.json()["field"] == field
    assert answer.json()["allowed"]


def test_another_saddle_keeps_the_mark_and_is_named_on_the_card(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    was, it = fitter.cell("saddle", "plan"), bench(fitter)
    own = it["saddles"][0]
    assert own["chosen"]
    assert own["part"] is None
    other = next(s for s in it["saddles"] if s["name"] == "Knot Steel")
    fitter.send("build.saddle", {"part": other["part"]})
    assert fitter.cell("saddle", "plan") == pytest.approx(was, abs=1.0)
    after = bench(fitter)
    assert next(s for s in after["saddles"] if s["chosen"])["name"] == "Knot Steel"
    # The nose is shorter by the difference of the two saddles' own, 152 and 150.
    assert other["nose_behind_bb_mm"] - own["nose_behind_bb_mm"] == 152 - 150
    text = card_text(demo, fitter)
    assert "Saddle: Knot Steel" in text
    assert f"Saddle: nose {other['nose_behind_bb_mm']:g} behind BB; top level within 1°." in text


def feet_keys(fitter: Fitter) -> dict[str, int]:
    """What can be chosen under the feet, by name."""
    return {c["name"]: c["part"] for c in bench(fitter)["feet"]["choices"]}


def test_soles_that_stand_higher_are_taken_into_the_goal_and_then_agree(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    saddle = fitter.cell("saddle", "goal")
    fitter.send("build.put_foot", {"part": feet_keys(fitter)["Dulse"]})
    assert bench(fitter)["feet"]["troubles"] == [
        "Choose cleat and shoe: only then is it known how high the sole stands."
    ]
    for name in ("Wrack eight", "Sedge"):
        fitter.send("build.put_foot", {"part": feet_keys(fitter)[name]})
    feet = bench(fitter)["feet"]
    assert (feet["follows"]["says"], feet["troubles"]) == (
        "These soles stand 3 mm higher over the axle: the saddle goes up 3 mm.",
        [],
    )
    assert fitter.cell("foot", "plan") == (170, 15 + 3 + 10)
    step = {"kind": "foot", "stack_by_mm": feet["follows"]["stack_by_mm"]}
    fitter.send("goal.add", {"step": step})
    assert bench(fitter)["feet"]["follows"] is None
    assert fitter.cell("foot", "goal") == (170, 28)
    # About 0.84 of the three, in whole mm.
    assert fitter.cell("saddle", "goal")[1] - saddle[1] in (2, 3)
    fitter.send("build.best")
    text = card_text(demo, fitter)
    assert "Pedals: Dulse" in text
    assert "Other pedals or shoes: axle to sole 28, not the old 25." in text


def test_a_flat_pedal_takes_the_cleat_off_and_what_does_not_go_together_is_said(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    for name in ("Dulse", "Kelp six"):
        fitter.send("build.put_foot", {"part": feet_keys(fitter)[name]})
    said = "Pedal, cleat and shoe do not go together: their cleats have other bolts."
    assert said in bench(fitter)["feet"]["troubles"]
    fitter.send("build.put_foot", {"part": feet_keys(fitter)["Slab"]})
    feet = bench(fitter)["feet"]
    assert feet["chosen"] == {"pedal": "Slab"}
    assert feet["troubles"] == ["Choose the shoe: only then is it known how high the sole stands."]
    fitter.send("build.foot_as_before", {"what": "pedal"})
    assert bench(fitter)["feet"]["chosen"] == {}


def test_a_crank_of_another_length_is_taken_into_the_goal(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    stop = next(s for s in rails(fitter)["crank"]["stops"] if s["value"] == 165)
    assert stop["named"].startswith(("Ketch 165, Q 146", "Yawl 165, Q 150", "Lugger 165, Q 172"))
    fitter.send("build.put_foot", {"part": stop["part"]})
    feet = bench(fitter)["feet"]
    assert (feet["headline"], feet["other_crank_mm"]) == ("Cranks 165, not 170", 165)
    q = float(stop["named"].rsplit(" ", 1)[1])
    assert next(r for r in feet["rows"] if r["name"] == "Half stance")["plan"] == f"{q / 2 + 53:g}"
    fitter.send("goal.add", {"step": {"kind": "crank", "to_mm": 165}})
    assert bench(fitter)["feet"]["other_crank_mm"] is None


def test_pads_are_set_in_their_makers_steps_and_no_bar_without_pads_goes_on(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Sennen Tregear")
    frame = fitter.read("frame")["frame"]["recommended"]["id"]
    assert fitter.send("frame.choose", {"size": frame}, "build").status_code == 200
    every = rails(fitter)
    assert set(every) >= {"pads_ahead", "pads_above"}
    assert "turn" not in every
    before, at = cell(fitter, "hand"), (every["pads_ahead"]["value"], every["pads_above"]["value"])
    assert before is not None
    other = next(s["value"] for s in every["pads_ahead"]["stops"] if s["value"] > at[0])
    fitter.send("build.set_pads", {"ahead_mm": other, "above_mm": at[1]}, "build")
    after = cell(fitter, "hand")
    assert after is not None
    # Pads forward by a step are forward by just that, and no higher.
    assert (after[0] - before[0], after[1] - before[1]) == pytest.approx((other - at[0], 0), abs=1e-6)
    for field, step in (
        ("ahead_mm", {"ahead_mm": other + 1, "above_mm": at[1]}),
        ("above_mm", {"ahead_mm": other, "above_mm": 3}),
    ):
        refused = fitter.send("build.set_pads", step, "build")
        assert (refused.status_code, refused.json()["field"]) == (422, f"build.set_pads.{field}")
    own = fitter.send("build.put_bar", {"part": None}, "build")
    assert own.status_code == 422
    assert own.json()["message"] == "The rider's own bar has no pads."


def test_a_one_piece_cockpit_slides_its_levers_and_no_more(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    dear = next(f for f in bench(fitter)["fronts"] if f["cost"] == "dear part")
    fitter.send("build.front", {"front": dear["front"]}, "build")
    bar = bench(fitter)["bar"]
    assert [r["name"] for r in bar["rails"]] == ["levers"]
    assert bar["why_not"] == "One piece with its stem: only its levers move."
    assert fitter.send("build.slide_levers", {"by_mm": 2}, "build").status_code == 200
    assert not bench(fitter)["best_is_now"]
    for command in ({"do": "build.turn_bar", "ramp_deg": 2}, {"do": "build.put_bar", "part": None}):
        assert send(fitter, command).status_code == 422


def heavier(demo: TestClient, fitter: Fitter, kg: int) -> None:
    """The rider weighs so much."""
    sheet = fitter.read("rider")
    rider = sheet["rider"]
    body = {"base_revision": rider["revision"], "measures": {"mass": f"{kg} kg"}}
    assert demo.patch(f"/api/riders/{rider['id']}", json=body).status_code == 200
    fitter.read("build")


def test_no_part_is_offered_that_is_too_weak_for_the_rider(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    shelf = demo.get("/api/shelves/parts").json()
    key = next(s["part"] for s in rails(fitter)["width"]["stops"] if s["value"] == 440)
    weak = next(p for p in shelf if p["id"] == key)
    part = {**{k: v for k, v in weak["part"].items() if v is not None}, "rider_limit_kg": 70}
    assert demo.put(f"/api/shelves/parts/{weak['id']}", json={k: str(v) for k, v in part.items()}).status_code == 200
    assert key in {s["part"] for s in rails(fitter)["width"]["stops"]}
    heavier(demo, fitter, 90)
    assert weak["id"] not in {s["part"] for s in rails(fitter)["width"]["stops"]}
    refused = fitter.send("build.put_bar", {"part": weak["id"]}, "build")
    assert refused.status_code == 422
    assert refused.json()["message"] == "This bar is not to be had, or too weak for this rider."


def test_a_card_never_hides_that_crank_and_saddle_are_for_two_legs(demo: TestClient) -> None:
    for rider, said in (
        ("Tamsin Orre", "Foot −5 0 off the goal, outside ±3, 1."),
        # Nobody read the crank of this bike: there is no mark to miss, and it is said all the same.
        ("Odile Marrack", "Cranks of 165, and the saddle is set for 172.5."),
    ):
        fitter = demo_fit(demo, rider)
        if rider == "Odile Marrack":
            fitter.send("measure.take_back", {"key": "crank"})
        stop = next(s for s in rails(fitter)["crank"]["stops"] if s["value"] == 165)
        fitter.send("build.put_foot", {"part": stop["part"]}, "build")
        assert said in fitter.read("setup")["setup"]["warnings"]
        assert said in card_text(demo, fitter)


def test_a_saddle_never_draws_the_post_out_past_its_mark(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    showing = rails(fitter)["showing"]
    least, most = showing["stops"][0]["value"], showing["stops"][-1]["value"]
    for saddle in bench(fitter)["saddles"]:
        fitter.send("build.saddle", {"part": saddle["part"]}, "build")
        it = rails(fitter)["showing"]
        inside = next(s for s in it["stops"] if s["chosen"])
        assert inside["house"], saddle["name"]
        assert least - 60 <= it["value"] <= most + 60


def test_a_tall_pile_is_told_the_rise_that_stands_as_high_on_less(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Jory Penhale")
    table = fitter.read("build")["build"]["handling"]["raised"]
    assert (table["rise_mm"], table["rises_mm"], table["rolls_deg"], table["says"]) == (
        0,
        [0, 10, 25],
        [-4, 0, 4],
        None,
    )
    # Twelve and a half are under the stem: what takes more than that cannot stand.
    for row in table["rows"]:
        assert [it["stands"] for it in row] == [12.5 + it["spacers_mm"] >= 0 for it in row]
    fitter.edit("build.spacers", {"height_mm": 35}, "build")
    table = fitter.sheet["build"]["handling"]["raised"]
    taken = table["rows"][1][1]
    assert 35 + taken["spacers_mm"] == pytest.approx(24.2, abs=0.1)
    assert table["says"] == "35 under the stem is a tall pile: a bar of 10 rise stands as high on 24."
    assert [it["stands"] for it in table["rows"][2]] == [True, True, True]


def test_hoods_turned_past_a_wrists_or_a_hands_hold_are_told(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    bar = fitter.read("build")["build"]["bar"]
    assert (bar["warns"], bar["aero"]) == (None, [])
    ramp = next(r for r in bar["rails"] if r["name"] == "turn")["value"]
    # The plan is one of the house's own places: it lies on what turning and sliding reaches.
    plan = next(r for r in fitter.sheet["ledger"] if r["mark"] == "hand")["cells"]["plan"]
    xs, ys = ([p[c] for p in bar["reachable"]] for c in ("x_mm", "y_mm"))
    assert min(xs) - 0.2 <= plan["x_mm"] <= max(xs) + 0.2
    assert min(ys) - 0.2 <= plan["y_mm"] <= max(ys) + 0.2
    steep = fitter.edit("build.turn_bar", {"ramp_deg": round(ramp) + 18}, "build")["build"]["bar"]
    assert steep["warns"] == "Hoods rising 23° bend the wrist back: turn the bar down, or slide the levers."
    low = fitter.edit("build.turn_bar", {"ramp_deg": round(ramp) - 10}, "build")["build"]["bar"]
    assert low["warns"] == "Hands slide down hoods that fall 5°: turn the bar up, or slide the levers."


def test_an_aero_bars_extensions_and_pads_are_held_against_the_forearms(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Kerra Lannick")
    view = fitter.read("frame")["frame"]
    offer = next(x for x in view["frontier"] if x["front"]["part"] is not None and "pads" in x["build"])
    fitter.edit("frame.choose", {"size": offer["id"], "front": offer["front"]}, "build")
    part, rows = fitter.sheet["state"]["build"]["bar"], fitter.sheet["build"]["bar"]["aero"]
    cells = {m["mark"]: m["cells"]["now"] for m in fitter.read("measure")["ledger"]}
    pad, hand = cells["pad"], cells["hand"]
    asked = round(((hand["x_mm"] - pad["x_mm"]) ** 2 + (hand["y_mm"] - pad["y_mm"]) ** 2) ** 0.5)
    assert [r["name"] for r in rows] == ["Extensions", "Tilt", "Pads"]
    least, most = part["extension_least_mm"], part["extension_greatest_mm"]
    assert rows[0]["says"] == f"{asked} from pad to end, of {least:g} to {most:g}"
    assert rows[0]["verdict"] == ("in" if least <= asked <= most else "out")
    assert fitter.read("setup")["setup"]["warnings"] == []


def test_a_stance_of_the_goal_stands_in_the_rows_of_the_feet_and_heels_that_touch_are_told(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    cranks = [p for p in demo.get("/api/shelves/parts").json() if p["part"]["kind"] == "crank"]
    crank = next(p for p in cranks if p["part"]["length_mm"] == 170)
    fitter.edit("build.put_foot", {"part": crank["id"]}, "build")
    foot = fitter.sheet["rider"]["profile"]["measures"]["foot"]["value"]

    def rows() -> dict[str, tuple[str, str]]:
        return {r["name"]: (r["plan"], r["note"]) for r in fitter.sheet["build"]["feet"]["rows"]}

    q = crank["part"]["q_mm"]
    half, note = rows()["Half stance"]
    assert (float(half), note) == (q / 2 + 53, "slots move a foot in or out")
    gap = 53 - 0.12 * foot
    assert rows()["Heel to crank"] == (f"{gap:.0f}", "feet straight")
    fitter.edit("goal.add", {"step": {"kind": "foot", "apart_by_mm": 4, "heels_in_by_deg": 6}}, "build")
    half, note = rows()["Half stance"]
    assert (float(half), note) == (q / 2 + 55, "each foot 2 out by its cleat")
    asks = f"The goal's stance is against the old cranks: hold their Q beside these {q:g}."
    assert asks in fitter.sheet["build"]["feet"]["troubles"]
    gap += 2 - 0.72 * foot * 0.1045285
    assert rows()["Heel to crank"] == (f"{gap:.0f}".replace("-", "−"), "heels turned +6° in")
    assert any(
        t == f"Heels pass {gap:.0f} from the cranks: turn them out, or stand the feet wider.".replace("-", "−")
        for t in fitter.sheet["build"]["feet"]["troubles"]
    )


def test_a_stance_that_was_taped_is_kept_by_what_cranks_and_pedals_do_not_give(demo: TestClient) -> None:
    fitter = Fitter(demo, 11)

    def feet() -> dict:
        return fitter.read("build")["build"]["feet"]

    def half() -> tuple[str | None, str | None]:
        return next((r["now"], r["plan"]) for r in feet()["rows"] if r["name"] == "Half stance")

    # Q 146 and 53 to the pedal's middle; the pedal's own middle once it is taped.
    assert half() == ("126", "126")
    fitter.call("pedal_centre", "55.5")
    assert half() == ("128.5", "128.5")
    parts = {p["part"]["name"]: p["id"] for p in fitter.client.get("/api/shelves/parts").json()}
    fitter.edit("build.put_foot", {"part": parts["Yawl 170"]}, "build")
    # Its Q is 150: two more on each side.
    assert half() == ("128.5", "130.5")
    said = "The feet stand 4 farther apart than now, 2 each: a step of the goal says if meant."
    assert said in feet()["troubles"]
    # Six farther apart in all: what the other crank does not give its cleats do, and the card says that alone.
    fitter.edit("goal.add", {"step": {"kind": "foot", "apart_by_mm": 6}}, "goal")
    assert half() == ("128.5", "131.5")
    assert said not in feet()["troubles"]
    rest = 1
    text = PdfReader(io.BytesIO(demo.get(f"/api/fits/{fitter.fit}/card.pdf").content)).pages[0].extract_text()
    assert f"Each foot {rest:g} further out: its cleat inward, or a washer" in " ".join(text.split())
    # On its own frame the heel's room goes with it.
    fitter.call("heel_stay.right", "9")
    fitter.call("heel_stay.left", "11")
    stay = next((r["now"], r["plan"]) for r in feet()["rows"] if r["name"] == "Heel to stay")
    assert stay == ("9", "12")
