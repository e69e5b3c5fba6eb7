"""The body in the plane, against the handbook's worked rider and its own geometry."""

from __future__ import annotations

from math import cos, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, Seated, Turn, circle, leg_at, pose_at, readouts, segments
from waymark.core.body.turn import toe_down_deg
from waymark.core.errors import GeometryError
from waymark.core.marks import Mark, angle_between_deg

SADDLE = Mark(-733 * cos(radians(73.5)), 733 * sin(radians(73.5)))
HAND = Mark(455, 560)
FOOT = FootFit(265)
RIDER = segments(BodyMeasures(1780, 265))


def test_the_handbooks_worked_rider() -> None:
    r = readouts(SADDLE, HAND, RIDER, FOOT, 170)
    assert r.knee_flexion_least_deg == pytest.approx(36.8, abs=0.05)
    assert r.knee_flexion_least_at_deg == pytest.approx(167, abs=0.5)
    assert r.knee_flexion_bottom_deg == pytest.approx(38.2, abs=0.05)
    assert r.knee_flexion_greatest_deg == pytest.approx(110.9, abs=0.05)
    assert r.trunk_deg == pytest.approx(42.5, abs=0.05)
    assert r.hip_least_deg == pytest.approx(59.1, abs=0.05)
    assert r.hip_least_at_deg == pytest.approx(29, abs=0.5)
    assert r.shoulder_deg == pytest.approx(74.9, abs=0.05)
    assert r.knee_over_pedal_mm == pytest.approx(-13, abs=0.5)
    assert r.reaches
    assert r.arms_reach


def test_segments_from_height_and_from_measures() -> None:
    assert RIDER.thigh_mm == pytest.approx(0.245 * 1780)
    assert RIDER.trunk_mm == pytest.approx(0.288 * 1780)
    measured = segments(BodyMeasures(1780, 265, inseam_mm=830, trunk_mm=520, upper_arm_mm=330, forearm_mm=255))
    assert measured.thigh_mm + measured.shank_mm == pytest.approx(1.053 * 830)
    assert measured.thigh_mm / measured.shank_mm == pytest.approx(245 / 246)
    assert (measured.trunk_mm, measured.upper_arm_mm, measured.forearm_mm) == (520, 330, 255)


def test_straight_arms_are_upper_arm_forearm_and_hand() -> None:
    straight = segments(BodyMeasures(1780, 265, elbow_flexion_deg=0))
    assert straight.arm_mm == pytest.approx(straight.upper_arm_mm + straight.forearm_mm + 60)
    assert RIDER.arm_mm < straight.arm_mm


def test_wide_hands_shorten_the_arm_in_the_plane() -> None:
    wide = segments(BodyMeasures(1780, 265, shoulder_width_mm=380, hand_width_mm=680))
    assert wide.arm_mm < RIDER.arm_mm
    with pytest.raises(GeometryError):
        segments(BodyMeasures(1780, 265, shoulder_width_mm=300, hand_width_mm=2000))


@given(st.floats(0, 360))
def test_joints_are_their_segments_apart(crank: float) -> None:
    leg = leg_at(SADDLE, RIDER, FOOT, 170, crank)
    assert leg.hip.distance_mm(leg.knee) == pytest.approx(RIDER.thigh_mm)
    assert leg.knee.distance_mm(leg.ankle) == pytest.approx(RIDER.shank_mm)
    assert leg.pedal.length_mm == pytest.approx(170)
    assert leg.toe_down_deg == pytest.approx(toe_down_deg(crank))


@given(st.floats(-280, -150), st.floats(640, 740), st.floats(400, 600), st.floats(480, 800), st.floats(0, 360))
def test_a_pose_holds_together(sx: float, sy: float, hx: float, hy: float, crank: float) -> None:
    pose = pose_at(Mark(sx, sy), Mark(hx, hy), RIDER, FOOT, 170, crank)
    assert pose.near.hip.distance_mm(pose.shoulder) == pytest.approx(RIDER.trunk_mm)
    if pose.arms_reach:
        assert pose.shoulder.distance_mm(pose.hand) == pytest.approx(RIDER.arm_mm)
        assert pose.elbow.y_mm <= max(pose.shoulder.y_mm, pose.hand.y_mm)
    assert 0 <= pose.trunk_deg <= 180


def test_pedal_angle_zero_is_the_top_and_ninety_is_forward() -> None:
    assert leg_at(SADDLE, RIDER, FOOT, 170, 0).pedal.y_mm == pytest.approx(170)
    assert leg_at(SADDLE, RIDER, FOOT, 170, 90).pedal.x_mm == pytest.approx(170)


def test_raising_the_saddle_opens_the_knee() -> None:
    low = readouts(SADDLE, HAND, RIDER, FOOT, 170)
    high = readouts(SADDLE + Mark(0, 10), HAND, RIDER, FOOT, 170)
    assert high.knee_flexion_least_deg < low.knee_flexion_least_deg
    assert high.trunk_deg < low.trunk_deg


def test_a_cleat_moved_aft_straightens_the_leg() -> None:
    ball = readouts(SADDLE, HAND, RIDER, FOOT, 170)
    aft = readouts(SADDLE, HAND, RIDER, FootFit(265, cleat_aft_mm=10), 170)
    # The foot reaches farther forward over the pedal, the ankle comes nearer: the knee bends more.
    assert aft.knee_flexion_least_deg != pytest.approx(ball.knee_flexion_least_deg, abs=0.1)


def test_handbook_shorter_crank_opens_knee_and_hip_at_the_top() -> None:
    long, short = readouts(SADDLE, HAND, RIDER, FOOT, 172.5), readouts(SADDLE, HAND, RIDER, FOOT, 165)
    assert short.knee_flexion_greatest_deg < long.knee_flexion_greatest_deg
    assert short.hip_least_deg > long.hip_least_deg


def test_a_leg_too_short_is_said_not_hidden() -> None:
    child = segments(BodyMeasures(1200, 190))
    r = readouts(SADDLE, HAND, child, FootFit(190), 170)
    assert not r.reaches
    far = readouts(SADDLE, Mark(1200, 560), RIDER, FOOT, 170)
    assert not far.arms_reach


def test_on_pads_the_forearm_lies_along_the_extension_and_the_shoulder_stands_over_the_elbow() -> None:
    body = segments(BodyMeasures(height_mm=1690, foot_mm=244, inseam_mm=797, shoulder_width_mm=352, hand_width_mm=190))
    saddle, pad, hand = Mark(-141, 691), Mark(455, 624), Mark(704, 660)
    pose = pose_at(saddle, hand, body, FOOT, 165, pad=pad)
    assert pose.on_pads
    assert pose.arms_reach
    # Elbow, pad, wrist and hand are on one line; the elbow lies a forearm and a wrist behind the hand.
    assert pose.elbow.distance_mm(hand) == pytest.approx(0.146 * 1690 + 60)
    for on in (pad, pose.wrist):
        assert pose.elbow.distance_mm(on) + on.distance_mm(hand) == pytest.approx(pose.elbow.distance_mm(hand))
    assert pose.near.hip.distance_mm(pose.shoulder) == pytest.approx(body.trunk_mm)
    # Seen from the side the upper arm is shorter by what pads narrower than the shoulders take inward.
    assert pose.shoulder.distance_mm(pose.elbow) == pytest.approx((body.upper_arm_mm**2 - 81**2) ** 0.5)
    assert 90 < pose.elbow_deg < 105
    up = pose_at(saddle, hand + Mark(0, 20), body, FOOT, 165, pad=pad + Mark(0, 20))
    assert up.trunk_deg > pose.trunk_deg + 1
    r = readouts(saddle, hand, body, FOOT, 165, pad)
    assert (r.trunk_deg, r.shoulder_deg) == (pose.trunk_deg, pose.shoulder_deg)


def test_pads_out_of_reach_are_said() -> None:
    pose = pose_at(SADDLE, Mark(1400, 700), RIDER, FOOT, 170, pad=Mark(1150, 690))
    assert not pose.arms_reach


def test_a_bar_far_wider_than_the_upper_arm_is_long_breaks_nothing() -> None:
    child = segments(BodyMeasures(height_mm=1050, foot_mm=165, shoulder_width_mm=230, hand_width_mm=640))
    assert child.upper_arm_seen_mm == 0
    assert child.arm_mm > 0


def test_a_trunk_below_the_level_has_a_negative_angle() -> None:
    body, foot = segments(BodyMeasures(1780, 265)), FootFit(265)
    found = readouts(Mark(-208, 703), Mark(750, 200), body, foot, 170)
    assert found.trunk_deg == pytest.approx(-18.0, abs=0.1)
    pose = pose_at(Mark(-208, 703), Mark(750, 200), body, foot, 170)
    assert pose.shoulder.y_mm < pose.near.hip.y_mm


@given(st.floats(640, 860), st.floats(120, 220))
def test_a_leg_reaches_just_when_it_spans_the_longest_way_of_the_turn(height: float, crank: float) -> None:
    body, foot = segments(BodyMeasures(1780, 265)), FootFit(265)
    saddle = Mark(-0.28 * height, 0.96 * height)
    legs = [leg_at(saddle, body, foot, crank, i / 4) for i in range(1440)]
    longest = max(leg.hip.distance_mm(leg.ankle) for leg in legs)
    shortest = min(leg.hip.distance_mm(leg.ankle) for leg in legs)
    room = min(body.thigh_mm + body.shank_mm - longest, shortest - abs(body.thigh_mm - body.shank_mm))
    if abs(room) > 0.01:
        assert readouts(saddle, Mark(455, 560), body, foot, crank).reaches == (room > 0)


@given(
    st.floats(-300, -120),
    st.floats(500, 900),
    st.floats(120, 200),
    st.floats(0, 720),
    st.floats(-10, 10),
    st.floats(0, 12),
)
def test_a_leg_reckoned_in_plain_numbers_is_the_one_that_circles_give(
    x: float, y: float, crank: float, at: float, turned: float, aft: float
) -> None:
    foot, seated, saddle = FootFit(265, 25, aft), Seated(foot_turned_deg=turned), Mark(x, y)
    leg, trunk = leg_at(saddle, RIDER, foot, crank, at, seated), Mark(cos(radians(40)), sin(radians(40)))
    turn = Turn.of(leg.hip, RIDER, foot, crank, turned)
    assert turn.way_mm(at) == pytest.approx(leg.hip.distance_mm(leg.ankle), abs=1e-9)
    # The foot: ankle behind and above the pedal axle by the foot's own lengths, toes down by its pitch.
    off, eta = leg.ankle - leg.pedal, radians(-leg.toe_down_deg)
    assert off.x_mm * cos(eta) + off.y_mm * sin(eta) == pytest.approx(-(0.47 * 265 - aft), abs=1e-9)
    assert off.y_mm * cos(eta) - off.x_mm * sin(eta) == pytest.approx(100, abs=1e-9)
    if abs(turn.way_mm(at) - RIDER.thigh_mm - RIDER.shank_mm) > 1e-3:
        assert turn.knee(at).distance_mm(leg.knee) < 1e-4
        assert turn.knee_deg(at) == pytest.approx(leg.knee_flexion_deg, abs=1e-5)
        assert turn.hip_deg(at, radians(40)) == pytest.approx(angle_between_deg(leg.knee - leg.hip, trunk), abs=1e-5)


@given(
    st.floats(-400, 100),
    st.floats(450, 1000),
    st.floats(120, 220),
    st.floats(-10, 15),
    st.floats(0, 60),
    st.none() | st.floats(0, 360),
)
def test_no_crank_angle_stretches_the_leg_more_or_less_than_its_extremes(
    x: float, y: float, crank: float, turned: float, aft: float, near: float | None
) -> None:
    turn = Turn(Mark(x, y), FootFit(270, 25, aft), crank, turned, 430, 430)
    every = [turn.way_mm(at / 4) for at in range(1440)]
    for lowest, least in ((True, min(every)), (False, max(every))):
        at, way = turn.way_extreme(lowest=lowest, near_deg=near)
        assert 0 <= at < 360
        assert way == pytest.approx(turn.way_mm(at), abs=1e-9)
        # The best of every quarter of a degree is no better, and hardly worse.
        assert way == pytest.approx(least, abs=0.01)
        assert way <= least + 1e-9 if lowest else way >= least - 1e-9


@given(st.floats(-260, -150), st.floats(600, 760), st.floats(150, 180))
def test_the_extremes_of_a_turn_are_those_of_every_tenth_of_a_degree(x: float, y: float, crank: float) -> None:
    read = readouts(Mark(x, y), HAND, RIDER, FOOT, crank)
    every = circle(Mark(x, y), HAND, RIDER, FOOT, crank, 0.5)
    assert read.hip_least_deg == pytest.approx(min(r.hip_deg for r in every), abs=0.002)
    if read.reaches:
        assert read.knee_flexion_least_deg == pytest.approx(min(r.knee_flexion_deg for r in every), abs=0.02)
        assert read.knee_flexion_greatest_deg == pytest.approx(max(r.knee_flexion_deg for r in every), abs=0.02)
