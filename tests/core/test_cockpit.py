"""The cockpit, forward and back, and the trade's claims with their own numbers."""

from __future__ import annotations

from dataclasses import replace
from math import cos, degrees, radians, sin, sqrt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.cockpit import (
    DropBar,
    FlatBar,
    Lever,
    Stem,
    arm_in_plane_mm,
    bar_clamp,
    best_spacers_mm,
    hand_travel_mm,
    place_grip,
    place_hood,
    rise_at_bend_mm,
    slide_to_arc_deg,
    spacers_for,
    steering_arm_mm,
    top_cap_to_end_mm,
    turning_over_rise_mm,
)
from waymark.core.cockpit.level import block_mm, pitch_deg
from waymark.core.errors import GeometryError
from waymark.core.frame import steering_axis
from waymark.core.marks import Mark

TOP = Mark(390, 560)
heads = st.floats(62, 76)
stems = st.builds(Stem, st.floats(30, 150), st.floats(-35, 35), st.floats(30, 50))


@given(heads, st.floats(0, 15), st.floats(0, 60), stems)
def test_inverse_of_forward_is_the_identity(head: float, cover: float, spacers: float, stem: Stem) -> None:
    bar = bar_clamp(TOP, head, cover, spacers, stem)
    need = spacers_for(TOP, head, cover, stem, bar)
    assert need.spacers_mm == pytest.approx(spacers, abs=1e-9)
    assert need.forward_error_mm == pytest.approx(0, abs=1e-9)


@given(heads, st.floats(0, 60), stems, st.floats(-60, 60), st.floats(-60, 60))
def test_what_is_left_after_the_wanted_spacers_is_square_to_the_steerer(
    head: float, spacers: float, stem: Stem, dx: float, dy: float
) -> None:
    goal = bar_clamp(TOP, head, 8, spacers, stem) + Mark(dx, dy)
    need = spacers_for(TOP, head, 8, stem, goal)
    left = goal - bar_clamp(TOP, head, 8, need.spacers_mm, stem)
    u, n = steering_axis(head)
    assert left.dot(u) == pytest.approx(0, abs=1e-9)
    assert left.dot(n) == pytest.approx(need.forward_error_mm, abs=1e-9)


def test_handbook_ten_of_spacer_goes_up_and_back() -> None:
    stem = Stem(100, -6, 40)
    before = bar_clamp(TOP, 73, 8, 10, stem)
    after = bar_clamp(TOP, 73, 8, 20, stem)
    assert after.y_mm - before.y_mm == pytest.approx(9.6, abs=0.04)
    assert after.x_mm - before.x_mm == pytest.approx(-2.9, abs=0.04)


def test_handbook_shorter_stem_is_not_level() -> None:
    long, short = bar_clamp(TOP, 65, 8, 0, Stem(80, 0, 40)), bar_clamp(TOP, 65, 8, 0, Stem(50, 0, 40))
    assert short.x_mm - long.x_mm == pytest.approx(-27.2, abs=0.05)
    assert short.y_mm - long.y_mm == pytest.approx(-12.7, abs=0.05)


def test_handbook_turning_a_stem_over_is_so_much_spacer() -> None:
    stem = Stem(100, 6, 40)
    assert turning_over_rise_mm(stem) == pytest.approx(20.9, abs=0.01)
    up = bar_clamp(TOP, 72, 8, 10, stem)
    over = bar_clamp(TOP, 72, 8, 10 + turning_over_rise_mm(stem), stem.turned_over())
    assert over.distance_mm(up) < 1e-9


@given(heads, stems, st.floats(5, 45))
def test_turning_over_moves_along_the_steerer_and_nowhere_else(head: float, stem: Stem, axis_at: float) -> None:
    odd = Stem(stem.length_mm, stem.angle_deg, stem.clamp_height_mm, axis_at)
    moved = bar_clamp(TOP, head, 8, 0, odd) - bar_clamp(TOP, head, 8, 0, odd.turned_over())
    u, n = steering_axis(head)
    assert moved.dot(n) == pytest.approx(0, abs=1e-9)
    assert moved.dot(u) == pytest.approx(turning_over_rise_mm(odd), abs=1e-9)
    assert odd.turned_over().turned_over().lift_mm == pytest.approx(odd.lift_mm)


def test_handbook_bar_rise_against_spacers() -> None:
    # 20 of rise stands vertical; 22.1 of spacers at 65 degrees are as high and 9.3 farther back.
    u, _ = steering_axis(65)
    pile = u.scaled(22.1)
    assert pile.y_mm == pytest.approx(20, abs=0.05)
    assert pile.x_mm == pytest.approx(-9.3, abs=0.05)


@given(heads, stems, st.floats(-40, 40), st.floats(-40, 40), st.floats(0.2, 5), st.floats(0.2, 5))
def test_best_spacers_beat_their_neighbours(
    head: float, stem: Stem, dx: float, dy: float, wx: float, wy: float
) -> None:
    goal = bar_clamp(TOP, head, 8, 20, stem) + Mark(dx, dy)
    best = best_spacers_mm(spacers_for(TOP, head, 8, stem, goal), head, wx, wy)

    def miss(spacers: float) -> float:
        off = bar_clamp(TOP, head, 8, spacers, stem) - goal
        return wx * off.x_mm**2 + wy * off.y_mm**2

    assert miss(best) <= miss(best + 0.5) + 1e-9
    assert miss(best) <= miss(best - 0.5) + 1e-9


BAR = DropBar(80, 125, 32)
LEVER = Lever(18, 22, 18, 24)


def test_hood_by_hand() -> None:
    # Bar unturned, ramp level: C = (48, −32); ψ = 18°.
    psi = radians(18)
    x = 48 + 32 * sin(psi) + 22 * cos(psi) + 18 * sin(psi)
    y = -32 + 32 * cos(psi) - 22 * sin(psi) + 18 * cos(psi)
    found = place_hood(BAR, LEVER)
    assert found.at.x_mm == pytest.approx(x)
    assert found.at.y_mm == pytest.approx(y)
    assert found.slope_deg == pytest.approx(6)


@given(st.floats(-15, 15))
def test_rotating_the_bar_turns_the_hood_about_the_clamp(rotation: float) -> None:
    still, turned = place_hood(BAR, LEVER), place_hood(BAR, LEVER, rotation)
    assert turned.at.length_mm == pytest.approx(still.at.length_mm)
    assert turned.at.distance_mm(still.at.turned(rotation)) < 1e-9
    assert turned.slope_deg == pytest.approx(still.slope_deg + rotation)


@given(st.floats(0, 12), st.floats(0, 20))
def test_the_ramp_runs_into_the_bend_without_a_kink(ramp: float, rise: float) -> None:
    bar = DropBar(80, 125, 32, ramp, rise)
    start = bar.bend_centre + Mark(sin(radians(ramp)), cos(radians(ramp))).scaled(32)
    # On the straight from the tops, falling at the ramp's angle.
    assert start.y_mm == pytest.approx(rise - start.x_mm * sin(radians(ramp)) / cos(radians(ramp)))


def test_rotation_and_lever_move_the_hood_by_two_or_three_centimetres() -> None:
    low = place_hood(BAR, Lever(30, 22, 18, 24), -8)
    high = place_hood(BAR, Lever(8, 22, 18, 24), 8)
    assert 20 <= low.at.distance_mm(high.at) <= 45


def test_a_bend_wider_than_its_reach_is_refused() -> None:
    with pytest.raises(GeometryError):
        place_hood(DropBar(30, 125, 32), LEVER)


def test_a_lever_on_the_ramp_lies_along_it() -> None:
    bar, lever = DropBar(80, 125, 30, 10), Lever(10, 25, 10, 20)
    bend = place_hood(bar, lever)
    for back in (0.0, 5.0, 20.0):
        up = place_hood(bar, replace(lever, arc_deg=10 - degrees(back / 30)))
        # Straight up the ramp, which rises to the rear at 10 degrees; the hood keeps the ramp's slope.
        assert up.at.x_mm == pytest.approx(bend.at.x_mm - back * cos(radians(10)))
        assert up.at.y_mm == pytest.approx(bend.at.y_mm + back * sin(radians(10)))
        assert up.slope_deg == pytest.approx(20 - 10)
    with pytest.raises(GeometryError) as wrong:
        place_hood(bar, replace(lever, arc_deg=10 - degrees(80 / 30)))
    assert wrong.value.field == "lever_arc_deg"
    assert "on the tops" in wrong.value.message


def test_a_hand_past_the_middle_of_the_bar_is_refused() -> None:
    for inset in (380.0, 760.0):
        with pytest.raises(GeometryError) as wrong:
            place_grip(FlatBar(760, 20, 8, 5, 70), inset)
        assert (wrong.value.field, str(wrong.value.allowed)) == ("hand_inset_mm", "less than 380")


def test_the_stems_angle_shortens_the_steering_arm_with_and_without_a_head_angle() -> None:
    grip = place_grip(FlatBar(420), 20)
    by_hand = ((120 * cos(radians(17))) ** 2 + 190**2) ** 0.5
    assert steering_arm_mm(grip, Stem(120, -17, 40)) == pytest.approx(by_hand) == pytest.approx(221.97, abs=0.01)
    assert steering_arm_mm(grip, Stem(120, -17, 40), 73.0) == pytest.approx(by_hand)


def test_sliding_a_lever() -> None:
    assert slide_to_arc_deg(10, 32) == pytest.approx(17.9, abs=0.01)


def test_grip_by_hand() -> None:
    grip = place_grip(FlatBar(760, 20, 8, 5, 70), 55)
    beyond = 380 - 55 - 70
    assert grip.z_mm == 325
    assert grip.at.x_mm == pytest.approx(-beyond * 0.14054, abs=0.01)
    assert grip.at.y_mm == pytest.approx(20 + beyond * 0.08749, abs=0.01)


@given(st.floats(-30, 30))
def test_rolling_a_bar_back_turns_the_grip_about_the_clamp(roll: float) -> None:
    still, rolled = place_grip(FlatBar(760, 20, 8, 5), 55), place_grip(FlatBar(760, 20, 8, 5), 55, roll)
    assert rolled.at.length_mm == pytest.approx(still.at.length_mm)
    assert rolled.z_mm == still.z_mm


def test_rolled_back_grips_go_back() -> None:
    assert place_grip(FlatBar(760, 30), 55, 10).at.x_mm < place_grip(FlatBar(760, 30), 55).at.x_mm


def test_rise_published_at_the_end() -> None:
    assert rise_at_bend_mm(40, 760, 60, 5) == pytest.approx(40 - 320 * 0.08749, abs=0.01)


def test_handbook_width_moves_the_arm_more_than_the_stem_does() -> None:
    def end(width: float, stem: float) -> float:
        return top_cap_to_end_mm(width, stem)

    assert end(780, 50) - end(740, 50) == pytest.approx(20, abs=0.3)
    assert end(760, 60) - end(760, 40) < 3


@given(st.floats(60, 76), st.floats(-20, 20))
def test_steering_arm_of_a_straight_bar(head: float, angle: float) -> None:
    grip = place_grip(FlatBar(700), 50)
    arm = steering_arm_mm(grip, Stem(90, angle, 40), head)
    assert arm == pytest.approx(sqrt((90 * cos(radians(angle))) ** 2 + 300**2))
    assert hand_travel_mm(arm) == pytest.approx(arm * 0.0174533, rel=1e-5)


def test_arm_seen_from_the_side_is_shorter_with_wide_hands() -> None:
    assert arm_in_plane_mm(640, 200, 200) == 640
    assert arm_in_plane_mm(640, 380, 180) == pytest.approx(sqrt(640**2 - 200**2))
    with pytest.raises(GeometryError):
        arm_in_plane_mm(640, 900, 180)


def test_handbook_a_nose_up_bike_reads_back_and_high() -> None:
    pitch = pitch_deg(350, 340, 340, 340, 1000)
    assert pitch == pytest.approx(0.573, abs=0.001)
    read = Mark(460, 560).turned(1.0)
    assert read.x_mm - 460 == pytest.approx(-10, abs=0.2)
    assert read.y_mm - 560 == pytest.approx(8, abs=0.1)


@given(st.floats(300, 600), st.floats(300, 600), st.floats(300, 380), st.floats(300, 380), st.floats(900, 1300))
def test_the_block_levels_the_bike(a_f: float, a_r: float, r_f: float, r_r: float, axles: float) -> None:
    lift = block_mm(a_f, a_r, r_f, r_r)
    assert pitch_deg(a_f + lift, a_r, r_f, r_r, axles) == pytest.approx(0, abs=1e-9)


def test_a_bike_on_its_end_is_refused() -> None:
    with pytest.raises(GeometryError):
        pitch_deg(2000, 340, 340, 340, 1000)
