"""Plans with other bars, covers and kinked seat tubes: what is searched is what is drawn, carded, kept and read back."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient

from tests.readings import kept
from tests.rooms.test_fits import demo_fit
from tests.rooms.test_sheet_parts import FRAMES, PARTS, PROFILE, measured, planned
from waymark.core.search.seats import best_seat
from waymark.rooms.fits import layers_of
from waymark.rooms.fits.frame_search import (
    NEAR_KINDS,
    gates_of,
    hand_is,
    looked_at,
    own_bar,
    reference_of,
    wanted,
)
from waymark.rooms.fits.layers import search_goal
from waymark.rooms.fits.pictures import drawn_plan
from waymark.rooms.fits.planning import cockpit_stem, place_state
from waymark.rooms.fits.state import FitState
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import Wanted, frame_option, places_of, search_shelf


def test_the_own_bar_stands_first_as_measured_and_turns_from_there() -> None:
    state = measured(bar=PARTS["Petrel 42"])
    state.measure.readings |= kept(bar_rotation=3)
    layers = layers_of(state)
    own = own_bar(state, layers)
    assert own.places[0].off == layers.context.hand_off_clamp
    assert own.places[0].rotation_deg == 3
    assert len(own.places) > 10
    assert own.rung == 0
    unknown = own_bar(measured(), layers_of(measured()))
    assert len(unknown.places) == 1
    assert unknown.clamp_mm is None


def test_a_flat_bar_use_asks_for_grips_and_only_bars_that_have_them() -> None:
    state = measured()
    state.goal.discipline = "cross-country"
    assert hand_is(state) == "grip"
    shelf = search_shelf([], [(n, p) for n, p in PARTS.items()], None, None, wanted(state, PROFILE))
    assert shelf.bars
    assert all(PARTS[b.key].kind == "flat_bar" for b in shelf.bars)
    assert shelf.cockpits == ()
    pads = search_shelf([], [(n, p) for n, p in PARTS.items()], None, None, Wanted("pad"))
    assert {PARTS[b.key].kind for b in pads.bars} == {"aero_bar"}
    assert places_of(PARTS["Petrel 42"], Wanted("grip")) == ()


def test_the_school_of_width_moves_what_is_wanted() -> None:
    state = measured(bar=PARTS["Petrel 42"])
    widths = {}
    for school in ("acromion", "narrower", "wider"):
        state.frame.schools.width = school  # type: ignore[assignment]
        widths[school] = wanted(state, PROFILE).width_mm
    assert widths == {"acromion": 420, "narrower": 400, "wider": 440}


def test_gates_ask_only_what_is_known() -> None:
    state = measured()
    assert gates_of(state, None).inseam_in_shoes_mm is None
    known = gates_of(state, PROFILE)
    assert known.inseam_in_shoes_mm == (PROFILE.mm("inseam") or 0) + 15
    state.goal.discipline = "trail"
    assert gates_of(state, PROFILE).standover_room_mm == 50
    assert gates_of(state, Profile()).system_mass_kg is None


def test_what_is_looked_at_keeps_the_chosen_and_respects_every_mark() -> None:
    sizes = list(enumerate(FRAMES.values()))
    state = planned()
    near = {s.kind for _, s in looked_at(state, sizes)}
    assert near == set(NEAR_KINDS["gravel"])
    state.frame.look.price_most = 1
    assert {s.price_band for _, s in looked_at(state, sizes) if s.label != "Ostrel Drift M"} == {1}
    state.frame.look.owned_only = True
    assert [s.label for _, s in looked_at(state, sizes)] == ["Ostrel Drift M"]


def test_a_kinked_seat_tube_is_planned_where_the_search_puts_it() -> None:
    size = next(s for s in FRAMES.values() if s.chart.seat_angle_effective_deg is not None)
    assert abs(size.chart.axis_behind_bb_mm) > 1
    state = measured()
    state.frame.chosen = size
    goal = search_goal(state, layers_of(state))
    assert goal is not None
    assert goal.saddle_fit is not None
    posts = search_shelf([], list(PARTS.items()), None).posts
    seat = best_seat(frame_option("f", size), tuple(posts), goal.saddle_fit, goal.saddle)
    assert seat.post_key is not None
    state.build.post = PARTS[seat.post_key]  # type: ignore[assignment]
    state.build.post_exposed_mm, state.build.slide_mm = seat.exposed_mm, seat.slide_mm
    assert layers_of(state).marks["plan"]["saddle"].distance_mm(seat.saddle) < 1e-6


def test_a_cover_a_place_and_a_new_bar_are_drawn_and_kept() -> None:
    state = planned()
    layers = layers_of(state)
    before = layers.marks["plan"]["hand"]
    state.build.cover_mm = state.frame.chosen.chart.cover_mm + 10  # type: ignore[union-attr]
    higher = layers_of(state).marks["plan"]["hand"]
    assert higher.y_mm - before.y_mm == pytest.approx(9.45, abs=0.1)
    bar = PARTS["Fulmar 44"]
    place = places_of(bar, Wanted())[0]
    state.build.bar, state.build.place = bar, place_state(place)  # type: ignore[assignment]
    layers = layers_of(state)
    drawn = drawn_plan(state, layers, (5, 10))
    assert drawn is not None
    assert drawn.bike.front.cover_mm == state.build.cover_mm
    assert drawn.bike.bar_rotation_deg == pytest.approx(place.rotation_deg, abs=0.01)
    assert drawn.bike.hand.distance_mm(drawn.bike.clamp + place.off) < 1e-3
    assert FitState.model_validate_json(state.model_dump_json()) == state


def test_a_plan_with_a_cockpit_goes_out_and_comes_back(demo: TestClient) -> None:
    fitter = demo_fit(demo, "Tamsin Orre")
    dear = next(f for f in fitter.read("build")["build"]["fronts"] if f["cost"] == "dear part")
    fitter.edit("build.front", dear["bar"], "build")
    text = demo.get(f"/api/fits/{fitter.fit}/file").text
    again = demo.post("/api/fits/import", json={"text": text}).json()["id"]
    assert demo.get(f"/api/fits/{again}/file").text == text
    there = demo.get(f"/api/fits/{again}/sheet", params={"view": "build"}).json()
    assert there["state"]["build"] == fitter.sheet["state"]["build"]
    part = next(p for p in PARTS.values() if p.kind == "cockpit")
    option = search_shelf([], [("1", part)], None).cockpits[0]
    assert cockpit_stem(option).both_ways is False


def test_the_present_bikes_handling_is_the_reference_only_when_it_is_known() -> None:
    assert reference_of(measured(), layers_of(measured())) is None
    state = measured(frame=FRAMES["Mossfoot Kirk 54"])
    found = reference_of(state, layers_of(state))
    assert found is not None
    g = FRAMES["Mossfoot Kirk 54"].chart.geometry()
    assert (found.trail_mm, found.front_centre_mm) == (g.trail_mm, g.front_centre_mm)
    assert 120 < found.arm_mm < 260
