"""Standing over a frame and stepping over it: what is asked of it, why, and what tipping the bike does."""

from __future__ import annotations

from dataclasses import replace
from math import cos, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_search_whole import CAIRN, SPACERS, frame, road
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.frame import lean_to_reach_deg, leaned_pull_kg
from waymark.core.marks import Mark
from waymark.core.rules.house import TRUNK_WINDOWS, angle_windows
from waymark.core.rules.mounting import Mounting, gate_reasons
from waymark.core.search import Gates, Shelf, search_sizes
from waymark.core.search.gates import gate_faults, step_over_lean_deg
from waymark.core.workmanship import handling_faults

ON_THE_MARK = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40)) + Mark(84, 14)


@given(height=st.floats(200, 1100), lean=st.floats(0.5, 60))
def test_tipping_by_its_answer_brings_a_tube_down_to_the_foot(height: float, lean: float) -> None:
    assert lean_to_reach_deg(height, height * cos(radians(lean))) == pytest.approx(lean, abs=1e-6)
    assert lean_to_reach_deg(height, height + 1) == 0
    assert lean_to_reach_deg(height, 0) is None


@given(lean=st.floats(0, 60), mass=st.floats(5, 40), centre=st.floats(300, 800), held=st.floats(700, 1200))
def test_what_a_tipped_bike_pulls_balances_its_weight_about_the_tyres(
    lean: float, mass: float, centre: float, held: float
) -> None:
    pull, a = leaned_pull_kg(lean, mass, centre, held), radians(lean)
    # Moments about the line of the tyres: the weight hangs centre·sin out, the hand holds held·cos up.
    assert pull * held * cos(a) == pytest.approx(mass * centre * sin(a))


def words_of(gates: Gates, **frame_with: float) -> list[str]:
    size = frame(**frame_with)
    return [str(f.words) for f in gate_faults(size, gates, -50)]


def test_a_foot_lifted_400_gets_the_low_frames_and_no_crossbar() -> None:
    gates = Gates(foot_lift_mm=400)
    assert words_of(gates, step_through_mm=370, standover_mm=450) == []
    # 380 is what clears with 20 to spare: 420·cos φ = 380 at 25.2°, 470·cos φ = 380 at 36.0°.
    tipped = frame(step_through_mm=420, standover_mm=480)
    assert gate_faults(tipped, gates, -50) == ()
    assert step_over_lean_deg(tipped, gates) == pytest.approx(25.2, abs=0.05)
    assert words_of(gates, step_through_mm=470, standover_mm=530) == ["step-over: the foot must rise 90 mm more"]
    assert words_of(gates, standover_mm=790) == ["step-over: the foot must rise 410 mm more"]
    # Nothing published: nothing is said of it.
    assert words_of(gates) == []
    assert words_of(replace(gates, step_over_first=False), standover_mm=790) == []


def test_a_frame_that_must_be_tipped_is_an_edge_and_costs_points() -> None:
    goal = road(ON_THE_MARK, gates=Gates(foot_lift_mm=400))
    by_passage = {
        passage: search_sizes(Shelf([frame(step_through_mm=passage)], CAIRN, SPACERS), goal)[0].verdict
        for passage in (370.0, 420.0, 470.0)
    }
    assert by_passage == {370: "in", 420: "edge", 470: "out"}
    [fault] = handling_faults(None, 60, (50, 70), tipped_deg=25.2)
    assert (fault.points, str(fault.says)) == (2, "tipped 25° to step over it")


def test_no_school_lets_a_rider_stand_on_the_tube() -> None:
    after = Gates(inseam_in_shoes_mm=780)
    assert words_of(after, standover_mm=792, standover_ahead_mm=0) == ["standover: the top tube stands 12 mm too high"]
    assert words_of(after, standover_mm=770, standover_ahead_mm=0) == []
    first = replace(after, standover_first=True)
    assert words_of(first, standover_mm=770, standover_ahead_mm=0) == ["standover: 15 mm short of 25 of room"]
    [fault] = handling_faults(None, 60, (50, 70), standing_mm=(10, 25))
    assert (fault.points, str(fault.says)) == (2, "10 to stand over, 25 wanted")
    assert handling_faults(None, 60, (50, 70), standing_mm=(25, 25)) == ()


def reasons(**what: object) -> tuple[list[str], list[str]]:
    found = gate_reasons(replace(Mounting(uses=("road",)), **what))
    return [str(r) for r in found["standover"]], [str(r) for r in found["step_over"]]


def test_what_calls_for_a_gate_is_named_with_its_figures() -> None:
    assert reasons() == ([], [])
    assert reasons(age=64, height_mm=1500.0) == ([], [])
    assert reasons(age=65) == (["65 years of age"], ["65 years of age"])
    assert reasons(age=12) == (["a child of 12"], [])
    assert reasons(height_mm=1420.0) == (["a rider of 1420 mm"], [])
    assert reasons(uses=("road", "trail")) == (["rough ground, trail: a foot is often put down"], [])
    assert reasons(grounds=("asphalt", "mud")) == (["rough ground, mud: a foot is often put down"], [])
    assert reasons(bends=(("hip_bend", 96.0), ("hamstrings", 54.0)))[1] == [
        "hip bend 96°, 100° needed",
        "hamstrings 54°, 55° needed",
    ]
    assert reasons(bends=(("hip_bend", 100.0), ("hamstrings", 55.0))) == ([], [])
    assert reasons(hurts=("Left knee", "Neck"))[1] == ["Left knee hurts"]
    assert reasons(hurts=("Neck",)) == ([], [])
    assert reasons(history="New hip in 2021.")[1] == ["the history speaks of the hip"]
    # What the tests or the body say is said; the history then adds nothing.
    assert reasons(history="New hip.", hurts=("Hip",))[1] == ["Hip hurts"]


def test_each_use_has_windows_of_its_own() -> None:
    city, road_ = angle_windows("city"), angle_windows("road")
    assert (city["shoulder"].least_deg, city["shoulder"].greatest_deg) == (35, 70)
    assert (road_["shoulder"].least_deg, road_["shoulder"].greatest_deg) == (75, 95)
    assert city["knee"].greatest_deg == 50
    assert all(angle_windows(use)["trunk"] == TRUNK_WINDOWS[use] for use in TRUNK_WINDOWS)
