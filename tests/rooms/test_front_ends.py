"""Plans with other bars, covers and kinked seat tubes: what is searched is what is drawn, carded, kept and read back."""

from __future__ import annotations

from math import degrees

import pytest
from fastapi.testclient import TestClient

from tests.posts import FitState, facts_of, shelf
from tests.readings import kept
from tests.rooms.test_fits import demo_fit
from tests.rooms.test_sheet_parts import FRAMES, PARTS, PROFILE, measured, planned
from waymark.core.cockpit import Lever, place_hood
from waymark.core.search.seats import best_seat
from waymark.rooms.plan import (
    can_turn,
    cockpit_stem,
    drawn_plan,
    looked_at,
    own_bar,
    place_state,
    plan_marks,
    search_goal,
    sought,
)
from waymark.rooms.plan.question import NEAR_KINDS, gates, reference, wanted
from waymark.rooms.posts.measure import context
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import Wanted, frame_option, places_of, search_shelf


def test_the_own_bar_stands_first_as_measured_and_turns_only_from_a_rotation_that_was_read() -> None:
    state = measured(bar=PARTS["Petrel 42"])
    # The hand's place from the clamp is the part's own: both speak of the same bar.
    assert can_turn(facts_of(state))
    state.measure.readings |= kept(clamp_up=645, clamp_ahead=472)
    assert not can_turn(facts_of(state))
    still = own_bar(facts_of(state))
    assert still is not None
    assert len(still.places) == 1
    bar = PARTS["Petrel 42"]
    state.measure.readings |= kept(bar_rotation=3, hood_slope__right=7)
    own = own_bar(facts_of(state))
    assert own is not None
    assert own.places[0].off == context(facts_of(state)).contact.off
    # The ramp was read; the bar's own axes fall along it by the ramp's fall.
    assert own.places[0].rotation_deg == 3 + bar.ramp_deg
    arc = bar.lever_arc_deg + degrees(own.places[0].slide_mm / bar.bend_radius_mm)
    assert bar.lever_slope_deg - arc + own.places[0].rotation_deg == pytest.approx(7)
    assert own.rung == 0
    # Turning it back to how it was read brings the hand back to where it was measured.
    model = place_hood(
        bar.bar(), Lever(arc, bar.lever_forward_mm, bar.lever_out_mm, bar.lever_slope_deg), 3 + bar.ramp_deg
    ).at
    for place in own.places[1:]:
        there = Lever(
            bar.lever_slope_deg + place.rotation_deg - (place.slope_deg or 0),
            bar.lever_forward_mm,
            bar.lever_out_mm,
            bar.lever_slope_deg,
        )
        said = place_hood(bar.bar(), there, place.rotation_deg).at
        assert (place.off - own.places[0].off).distance_mm(said - model) < 1e-6
    unknown = own_bar(facts_of(measured()))
    assert unknown is not None
    assert (len(unknown.places), unknown.clamp_mm) == (1, None)


def test_a_drop_bar_is_not_carried_to_a_use_with_grips() -> None:
    state = measured(bar=PARTS["Petrel 42"])
    state.goal.discipline = "cross-country"
    assert own_bar(facts_of(state)) is None


def test_what_is_offered_to_a_rider_without_a_known_bar_can_be_taken(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("measure.part", {"what": "bar", "part": None}, "frame")
    # Her shoulders, not the old bar, now say which width is looked for.
    lines = [x for x in fitter.read("frame")["frame"]["frontier"] if x["front"]["part"] is not None]
    assert lines
    for x in lines[:3]:
        sheet = fitter.edit("frame.choose", {"size": x["id"], "front": x["front"]}, "frame")
        hand = next(r for r in sheet["ledger"] if r["mark"] == "hand")
        assert (hand["miss"]["show_x"], hand["miss"]["show_y"]) == (x["show_x"], x["show_y"])
        assert any(f["chosen"] for f in fitter.read("build")["build"]["fronts"])


def test_a_stem_out_of_stock_is_not_put_on_by_a_stop(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    fitter.edit("build.stem", {"length_mm": 90, "angle_deg": -6}, "build")
    name = fitter.sheet["state"]["build"]["stem"]["name"]
    shelf = demo.get("/api/shelves/parts").json()
    same = [
        p for p in shelf if p["part"]["kind"] == "stem" and (p["part"]["length_mm"], p["part"]["angle_deg"]) == (90, -6)
    ]
    for p in same:
        demo.post(f"/api/shelves/parts/{p['id']}/marks", json={"in_stock": False})
    # What is on the plan stays; once it is off, it is not to be had.
    fitter.edit("build.stem", {"length_mm": 90, "angle_deg": -6}, "build")
    assert fitter.sheet["state"]["build"]["stem"]["name"] == name
    fitter.edit("build.stem", {"length_mm": 100, "angle_deg": -6}, "build")
    assert fitter.send("build.stem", {"length_mm": 90, "angle_deg": -6}).status_code == 422


def test_a_flat_bar_use_asks_for_grips_and_only_bars_that_have_them() -> None:
    state = measured()
    state.goal.discipline = "cross-country"
    assert sought(facts_of(state)) == "grip"
    shelf = search_shelf([], [(n, p) for n, p in PARTS.items()], None, None, wanted(facts_of(state, PROFILE)))
    assert shelf.bars
    assert all(PARTS[b.key].kind == "flat_bar" for b in shelf.bars)
    assert shelf.cockpits == ()
    pads = search_shelf([], [(n, p) for n, p in PARTS.items()], None, None, Wanted("pad"))
    assert {PARTS[b.key].kind for b in pads.bars} == {"aero_bar"}
    assert places_of(PARTS["Petrel 42"], Wanted("grip")) == ()


def test_the_school_of_width_moves_what_is_wanted() -> None:
    state = measured(bar=PARTS["Petrel 42"])
    shoulders, widths = PROFILE.mm("shoulder_width"), {}
    assert shoulders is not None
    for school in ("acromion", "narrower", "wider", "present"):
        state.frame.schools.width = school  # type: ignore[assignment]
        widths[school] = wanted(facts_of(state, PROFILE)).wish.middle_mm
    # Only one school asks how wide the present bar is.
    assert widths == {"acromion": shoulders, "narrower": shoulders - 20, "wider": shoulders + 20, "present": 420}
    # Gravel bars are up to 60 wider than the shoulders.
    state.frame.schools.width, state.goal.discipline = "acromion", "gravel"
    assert wanted(facts_of(state, PROFILE)).wish.width_mm == (shoulders, shoulders + 60)


def test_gates_ask_only_what_is_known() -> None:
    state = measured()
    assert gates(facts_of(state)).inseam_in_shoes_mm is None
    known = gates(facts_of(state, PROFILE))
    assert known.inseam_in_shoes_mm == (PROFILE.mm("inseam") or 0) + 15
    state.goal.discipline = "trail"
    assert gates(facts_of(state, PROFILE)).standover_room_mm == 50
    assert gates(facts_of(state, Profile())).system_mass_kg is None


def test_what_is_looked_at_keeps_the_chosen_and_respects_every_mark() -> None:
    on = shelf(FRAMES.values())
    state = planned()
    near = {s.kind for _, s in looked_at(facts_of(state, on=on))}
    assert near == set(NEAR_KINDS["gravel"])
    state.frame.look.price_most = 1
    assert {s.price_band for _, s in looked_at(facts_of(state, on=on)) if s.label != "Ostrel Drift M"} == {1}
    state.frame.look.owned_only = True
    assert [s.label for _, s in looked_at(facts_of(state, on=on))] == ["Ostrel Drift M"]


def test_a_kinked_seat_tube_is_planned_where_the_search_puts_it() -> None:
    size = next(s for s in FRAMES.values() if s.chart.seat_angle_effective_deg is not None)
    assert abs(size.chart.axis_behind_bb_mm) > 1
    state = measured()
    state.frame.chosen = size
    goal = search_goal(facts_of(state))
    assert goal is not None
    assert goal.saddle_fit is not None
    posts = search_shelf([], list(PARTS.items()), None).posts
    seat = best_seat(frame_option("f", size), tuple(posts), goal.saddle_fit, goal.saddle, goal.tolerance)
    assert seat.post_key is not None
    state.build.post = PARTS[seat.post_key]  # type: ignore[assignment]
    state.build.post_exposed_mm, state.build.slide_mm = seat.exposed_mm, seat.slide_mm
    assert plan_marks(facts_of(state))["saddle"].distance_mm(seat.saddle) < 1e-6


def test_a_cover_a_place_and_a_new_bar_are_drawn_and_kept() -> None:
    state = planned()
    before = plan_marks(facts_of(state))["hand"]
    state.build.cover_mm = state.frame.chosen.chart.cover_mm + 10  # type: ignore[union-attr]
    higher = plan_marks(facts_of(state))["hand"]
    assert higher.y_mm - before.y_mm == pytest.approx(9.45, abs=0.1)
    bar = PARTS["Fulmar 44"]
    place = places_of(bar, Wanted())[0]
    state.build.bar, state.build.place = bar, place_state(place)  # type: ignore[assignment]
    drawn = drawn_plan(facts_of(state))
    assert drawn is not None
    assert drawn.bike.front.cover_mm == state.build.cover_mm
    assert drawn.bike.bar_rotation_deg == pytest.approx(place.rotation_deg, abs=0.01)
    assert drawn.bike.hand.distance_mm(drawn.bike.clamp + place.off) < 1e-3
    assert state.build.place.stands == place.says  # type: ignore[union-attr]
    assert FitState.model_validate_json(state.model_dump_json()) == state


def test_a_plan_with_a_cockpit_goes_out_and_comes_back(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    dear = next(f for f in fitter.read("build")["build"]["fronts"] if f["cost"] == "dear part")
    fitter.edit("build.front", {"front": dear["front"]}, "build")
    text = demo.get(f"/api/fits/{fitter.fit}/file").text
    again = demo.post("/api/fits/import", json={"text": text}).json()["id"]
    assert demo.get(f"/api/fits/{again}/file").text == text
    there = demo.get(f"/api/fits/{again}/sheet", params={"view": "build"}).json()
    assert there["state"]["build"] == fitter.sheet["state"]["build"]
    part = next(p for p in PARTS.values() if p.kind == "cockpit")
    option = search_shelf([], [("1", part)], None).cockpits[0]
    assert cockpit_stem(option).both_ways is False


def test_the_present_bikes_handling_is_the_reference_only_when_it_is_known() -> None:
    assert reference(facts_of(measured())) is None
    state = measured(frame=FRAMES["Mossfoot Kirk 54"])
    found = reference(facts_of(state))
    assert found is not None
    g = FRAMES["Mossfoot Kirk 54"].chart.geometry()
    assert (found.trail_mm, found.front_centre_mm) == (g.trail_mm, g.front_centre_mm)
    assert 120 < found.arm_mm < 260
