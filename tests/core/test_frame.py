"""Frame geometry: what follows from a chart, what contradicts it, and the clearances."""

from __future__ import annotations

from math import radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import GeometryError
from waymark.core.frame import (
    FrameGeometry,
    derive,
    flop_mm,
    reach_at_equal_height_mm,
    standover_at_mm,
    standover_clearance_mm,
    steering_axis,
    step_over_clearance_mm,
    toe_clearance_mm,
    trail_mm,
)
from waymark.core.frame import kernels as k
from waymark.core.marks import Mark

FULL = (
    "stack_mm", "reach_mm", "head_angle_deg", "seat_angle_deg", "ett_mm", "head_tube_mm", "fork_length_mm",
    "fork_offset_mm", "lower_cup_mm", "bb_drop_mm", "chainstay_mm", "front_centre_mm", "wheelbase_mm",
    "wheel_radius_mm",
)  # fmt: skip


@st.composite
def charts(draw: st.DrawFn) -> dict[str, float]:
    """A whole chart that holds together, built from parts the way a frame is."""
    known = {
        "head_angle_deg": draw(st.floats(63, 75)),
        "seat_angle_deg": draw(st.floats(70, 80)),
        "head_tube_mm": draw(st.floats(80, 230)),
        "fork_length_mm": draw(st.floats(365, 560)),
        "fork_offset_mm": draw(st.floats(37, 58)),
        "lower_cup_mm": draw(st.floats(0, 14)),
        "bb_drop_mm": draw(st.floats(20, 80)),
        "chainstay_mm": draw(st.floats(400, 470)),
        "reach_mm": draw(st.floats(350, 520)),
        "wheel_radius_mm": draw(st.floats(320, 375)),
    }
    return {f: derive(known).values[f] for f in FULL}


def test_handbook_size_up_is_longer_at_equal_height() -> None:
    # +18 of stack and +8 of reach at 72 degrees are +13.8 of reach at the same bar height.
    longer = reach_at_equal_height_mm(388 + 8, 560 + 18, 560, 72)
    assert longer - 388 == pytest.approx(13.8, abs=0.06)


def test_effective_top_tube_and_its_inverses() -> None:
    ett = k.ett_mm(390, 560, 73.5)
    assert ett == pytest.approx(390 + 560 / tan(radians(73.5)))
    assert k.seat_angle_from_ett_deg(ett, 390, 560) == pytest.approx(73.5)


def test_kinked_seat_tube_can_part_by_millimetres() -> None:
    straight = k.ett_mm(430, 610, 76)
    kinked = k.ett_kinked_mm(430, 610, effective_deg=76, effective_at_mm=720, actual_deg=70)
    assert 5 < abs(kinked - straight) < 16
    assert k.ett_kinked_mm(430, 610, 76, 720, 76) == pytest.approx(straight)


def test_sloping_tube_gives_the_effective_one() -> None:
    # Level tube: its own length. Sloping: longer by what the seat tube leans back over the rise.
    assert k.ett_from_tube_mm(540, 0, 73) == pytest.approx(540)
    assert k.ett_from_tube_mm(540, 8, 73) > 540 * 0.99


@pytest.mark.parametrize(
    ("radius", "offset", "head", "trail", "flop"),
    [(340, 45, 73, 56.9, 15.9), (340, 50, 71, 64.2, 19.8), (372, 44, 65, 124.9, 47.9)],
)
def test_trail_and_flop(radius: float, offset: float, head: float, trail: float, flop: float) -> None:
    found = trail_mm(radius, offset, head)
    assert found == pytest.approx(trail, abs=0.05)
    assert flop_mm(found, head) == pytest.approx(flop, abs=0.1)


@given(charts())
def test_a_chart_that_holds_together_shows_no_disagreement(chart: dict[str, float]) -> None:
    found = derive(chart)
    assert found.disagreements == ()
    assert found.assumed == ()
    assert set(found.derived) == {"trail_mm", "flop_mm"}


@given(charts(), st.sampled_from([f for f in FULL if f not in ("wheel_radius_mm", "lower_cup_mm")]))
def test_any_one_missing_number_is_found_again(chart: dict[str, float], missing: str) -> None:
    found = derive({f: v for f, v in chart.items() if f != missing})
    assert missing in found.derived
    # Lengths that hang on the square root of a nearly level triangle are worse conditioned.
    assert found.values[missing] == pytest.approx(chart[missing], abs=1e-4)


@given(charts())
def test_parts_lead_to_the_same_frame_as_the_points(chart: dict[str, float]) -> None:
    frame = FrameGeometry(
        stack_mm=chart["stack_mm"],
        reach_mm=chart["reach_mm"],
        head_angle_deg=chart["head_angle_deg"],
        seat_angle_deg=chart["seat_angle_deg"],
        seat_tube_mm=500,
        head_tube_mm=chart["head_tube_mm"],
        fork_length_mm=chart["fork_length_mm"],
        fork_offset_mm=chart["fork_offset_mm"],
        bb_drop_mm=chart["bb_drop_mm"],
        chainstay_mm=chart["chainstay_mm"],
        front_centre_mm=chart["front_centre_mm"],
        wheel_radius_mm=chart["wheel_radius_mm"],
    )
    u, n = steering_axis(frame.head_angle_deg)
    # Crown, cup and head tube lie on one axis: from the crown up the axis to the head tube's bottom.
    gap = frame.head_bottom - frame.crown
    assert gap.dot(n) == pytest.approx(0, abs=1e-6)
    assert gap.dot(u) == pytest.approx(chart["lower_cup_mm"], abs=1e-6)
    assert frame.wheelbase_mm == pytest.approx(chart["wheelbase_mm"])
    assert frame.ett_mm == pytest.approx(chart["ett_mm"])
    assert frame.front_axle.y_mm == frame.rear_axle.y_mm == chart["bb_drop_mm"]


@given(
    charts(),
    st.sampled_from(["stack_mm", "ett_mm", "wheelbase_mm", "front_centre_mm", "head_tube_mm", "reach_mm"]),
    st.sampled_from([-10.0, 10.0]),
)
def test_a_misprint_of_ten_is_found_and_its_mend_named(chart: dict[str, float], field: str, slip: float) -> None:
    found = derive({**chart, field: chart[field] + slip})
    mends = {d.field: d for d in found.disagreements if d.mends_all}
    assert field in mends
    assert mends[field].computed == pytest.approx(chart[field], abs=1e-3)
    assert mends[field].given == chart[field] + slip


def test_nothing_follows_from_too_little() -> None:
    found = derive({"stack_mm": 560, "reach_mm": 390})
    assert found.derived == ()
    assert found.disagreements == ()


def test_a_missing_cup_is_said_to_be_assumed() -> None:
    found = derive({"stack_mm": 560})
    assert found.assumed == ("lower_cup_mm",)
    assert found.values["lower_cup_mm"] == 0


@pytest.mark.parametrize(
    "chart",
    [
        {
            "fork_length_mm": 300,
            "fork_offset_mm": 310,
            "bb_drop_mm": 70,
            "head_tube_mm": 100,
            "head_angle_deg": 72,
        },
        {"front_centre_mm": 50, "bb_drop_mm": 70, "chainstay_mm": 410},
        {"front_centre_mm": 600, "chainstay_mm": 400, "wheelbase_mm": 1200},
    ],
)
def test_frames_that_cannot_be_are_refused(chart: dict[str, float]) -> None:
    with pytest.raises(GeometryError):
        derive(chart)


def test_impossible_geometry_names_its_field() -> None:
    good = dict(
        stack_mm=560,
        reach_mm=390,
        head_angle_deg=72,
        seat_angle_deg=73,
        seat_tube_mm=500,
        head_tube_mm=150,
        fork_length_mm=370,
        fork_offset_mm=45,
        bb_drop_mm=70,
        chainstay_mm=410,
        front_centre_mm=590,
        wheel_radius_mm=340,
    )
    assert FrameGeometry(**good).checked().ground_y_mm == pytest.approx(-270)
    with pytest.raises(GeometryError) as wrong:
        FrameGeometry(**{**good, "chainstay_mm": 60}).checked()
    assert wrong.value.field == "chainstay_mm"
    with pytest.raises(GeometryError) as wrong:
        FrameGeometry(**{**good, "head_tube_mm": 700}).checked()
    assert wrong.value.field == "head_tube_mm"
    with pytest.raises(GeometryError) as wrong:
        FrameGeometry(**{**good, "head_angle_deg": 95}).checked()
    assert wrong.value.field == "head_angle_deg"


def test_standover_is_taken_where_the_rider_stands() -> None:
    # A tube falling back at 10 degrees is lower 100 mm farther back.
    assert standover_at_mm(800, 100, 10, 0) == pytest.approx(800 - 100 * tan(radians(10)))
    assert standover_clearance_mm(840, 800) == 40
    assert step_over_clearance_mm(480, 420) == 40


def test_toe_clearance_negative_is_overlap() -> None:
    free = toe_clearance_mm(620, 72, 345, 170, 260)
    assert free == pytest.approx(((620 - (170 + 0.28 * 260 + 12)) ** 2 + 72**2) ** 0.5 - 345)
    assert toe_clearance_mm(570, 72, 345, 175, 290) < 0
    assert toe_clearance_mm(620, 72, 345, 170, 260, cleat_aft_mm=10) < free


@given(st.floats(60, 80), st.floats(0.1, 60))
def test_steering_axis_is_square_and_spacers_go_back(head: float, spacers: float) -> None:
    u, n = steering_axis(head)
    assert u.dot(n) == pytest.approx(0, abs=1e-12)
    assert u.length_mm == pytest.approx(1)
    assert u.scaled(spacers).x_mm < 0
    assert u.scaled(spacers).y_mm == pytest.approx(spacers * sin(radians(head)))


def test_top_tube_slope_and_points_of_the_seat_tube() -> None:
    frame = FrameGeometry(
        stack_mm=560,
        reach_mm=390,
        head_angle_deg=72,
        seat_angle_deg=73,
        seat_tube_mm=500,
        head_tube_mm=150,
        fork_length_mm=370,
        fork_offset_mm=45,
        bb_drop_mm=70,
        chainstay_mm=410,
        front_centre_mm=590,
        wheel_radius_mm=340,
    )
    assert frame.seat_tube_top.length_mm == pytest.approx(500)
    assert 0 < frame.top_tube_slope_deg < 20
    assert frame.on_seat_tube(0) == Mark(-0.0, 0.0)
    assert frame.trail_mm == pytest.approx(trail_mm(340, 45, 72))
