"""A bar turned, rolled, slid and cut: the hand goes where a drawing with ruler and compass would put it."""

from __future__ import annotations

from math import atan2, cos, degrees, hypot, radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import SEATED, BodyMeasures, FootFit, pose_at, segments
from waymark.core.cockpit import DropBar, DropStand, FlatBar, FlatStand, Lever, reachable
from waymark.core.drawing.front_view import front_items, front_view, splay_deg
from waymark.core.marks import Mark

BARS = st.builds(
    DropBar,
    reach_mm=st.floats(62, 95),
    drop_mm=st.floats(105, 145),
    bend_radius_mm=st.floats(26, 38),
    ramp_deg=st.floats(0, 10),
    tops_rise_mm=st.just(0.0),
)
LEVERS = st.builds(
    Lever,
    arc_deg=st.floats(12, 30),
    forward_mm=st.floats(10, 30),
    out_mm=st.floats(15, 35),
    slope_deg=st.floats(15, 40),
)
SHIFTS = st.builds(Mark, st.floats(-8, 8), st.floats(-8, 8))


@given(BARS, LEVERS, SHIFTS, st.floats(-12, 12), st.floats(-10, 15))
def test_turning_a_bar_swings_the_hood_about_the_clamp(
    bar: DropBar, lever: Lever, shift: Mark, ramp: float, to: float
) -> None:
    stand = DropStand(bar, lever, shift=shift).with_ramp(ramp)
    turned = stand.with_ramp(to)
    a, b = stand.hood().at - shift, turned.hood().at - shift
    assert turned.ramp_deg == pytest.approx(to)
    assert hypot(b.x_mm, b.y_mm) == pytest.approx(hypot(a.x_mm, a.y_mm))
    swung = degrees(atan2(b.y_mm, b.x_mm) - atan2(a.y_mm, a.x_mm))
    assert (swung - (to - ramp) + 180) % 360 - 180 == pytest.approx(0, abs=1e-9)
    # The levers are clamped on the bar: their hoods' slope turns with it.
    assert turned.hood().slope_deg - stand.hood().slope_deg == pytest.approx(to - ramp)
    assert turned.slide_mm == stand.slide_mm


@given(BARS, LEVERS, st.floats(-5, 10), st.floats(0, 20))
def test_levers_slid_for_a_slope_have_it_and_stay_on_the_bend(
    bar: DropBar, lever: Lever, ramp: float, slope: float
) -> None:
    stand = DropStand(bar, lever).with_ramp(ramp)
    there = stand.with_slope(slope)
    if there is None:
        # Only a place before the bend, on the straight ramp, would do it.
        assert lever.slope_deg + stand.rotation_deg - slope < bar.ramp_deg
        return
    assert there.hood().slope_deg == pytest.approx(slope)
    # The way along the bend is the arc between the two slopes.
    turned = stand.hood().slope_deg - slope
    assert there.slide_mm == pytest.approx(radians(turned) * bar.bend_radius_mm)
    centre = bar.bend_centre.turned(stand.rotation_deg)
    was, now = (it.hood().at - centre for it in (stand, there))
    assert now.length_mm == pytest.approx(was.length_mm)


def test_a_lever_has_no_place_behind_the_ramp_or_past_the_front() -> None:
    bar, lever = DropBar(75, 120, 31, 4), Lever(16, 20, 26, 24)
    stand = DropStand(bar, lever)
    assert stand.can_stand()
    past = radians(90 - 16) * 31
    assert not DropStand(bar, lever, slide_mm=past + 1).can_stand()
    assert DropStand(bar, lever, slide_mm=past - 1).can_stand()
    assert not DropStand(bar, lever, slide_mm=-80).can_stand()


def test_the_hook_lies_between_the_bends_middle_and_the_drop() -> None:
    stand = DropStand(DropBar(80, 125, 32), Lever(16, 20, 26, 24))
    assert stand.drops() == Mark(80, (-32 - 125) / 2)
    assert stand.tops() == Mark(0, 0)
    turned = DropStand(stand.bar, stand.lever, 10).drops()
    assert (turned.x_mm, turned.y_mm) == pytest.approx(
        (
            80 * cos(radians(10)) + 78.5 * sin(radians(10)),
            80 * sin(radians(10)) - 78.5 * cos(radians(10)),
        )
    )


@given(
    st.floats(560, 800),
    st.floats(0, 40),
    st.floats(0, 30),
    st.floats(-5, 10),
    st.integers(1, 10),
    SHIFTS,
)
def test_a_cut_bar_brings_the_hand_forward_and_down_by_its_sweeps(
    width: float, rise: float, sweep: float, upsweep: float, steps: int, shift: Mark
) -> None:
    stand = FlatStand(FlatBar(width, rise, sweep, upsweep, 60), 55, 0.0, shift)
    cut = stand.cut_to(width - 5 * steps)
    by = cut.grip() - stand.grip()
    # Half of what is cut off comes off this side, and the grip goes with its end.
    side = 5 * steps / 2
    assert by.x_mm == pytest.approx(side * tan(radians(sweep)))
    assert by.y_mm == pytest.approx(-side * tan(radians(upsweep)))


@given(st.floats(330, 440), st.floats(330, 700), st.floats(500, 640))
def test_arms_run_out_as_far_as_the_hands_are_wider(shoulders: float, hands: float, arm: float) -> None:
    run = splay_deg(shoulders, hands, arm)
    assert sin(radians(run)) * arm == pytest.approx((hands - shoulders) / 2)
    assert splay_deg(hands, shoulders, arm) == pytest.approx(-run)


def test_the_view_from_the_front_is_symmetric_and_has_its_widths() -> None:
    body = segments(BodyMeasures(height_mm=1760, foot_mm=260, hand_width_mm=400, shoulder_width_mm=370))
    pose = pose_at(Mark(-200, 700), Mark(540, 660), body, FootFit(260, 25), 170, 90, None, SEATED)
    seen = front_view(pose, Mark(460, 645), 370, 400, 430, 120)
    assert seen.elbow_half_mm == pytest.approx((370 + 30 * seen.upper_arm_share) / 2)
    assert (seen.hand_mm, seen.shoulder_mm) == pytest.approx((15, pose.shoulder.y_mm - 645))
    xs = [a for it in front_items(seen) if hasattr(it, "commands") for _, args in it.commands for a in args[::2]]
    assert max(xs) == pytest.approx(-min(xs))


def beyond_mm(at: Mark, outline: tuple[Mark, ...]) -> float:
    """How far a point lies outside an outline: crossings of a line to the right, then the nearest edge."""
    inside, nearest = False, float("inf")
    for a, b in zip(outline, (*outline[1:], outline[0]), strict=True):
        across = b - a
        if (a.y_mm > at.y_mm) != (b.y_mm > at.y_mm):
            x = a.x_mm + (at.y_mm - a.y_mm) / across.y_mm * across.x_mm
            inside ^= x > at.x_mm
        share = min(1.0, max(0.0, (at - a).dot(across) / max(across.dot(across), 1e-12)))
        nearest = min(nearest, at.distance_mm(a + across.scaled(share)))
    return 0.0 if inside else nearest


@given(BARS, LEVERS, SHIFTS, st.floats(0, 1), st.floats(0, 1))
def test_what_a_hand_reaches_holds_every_ramp_and_every_slope_of_the_hoods(
    bar: DropBar, lever: Lever, shift: Mark, turned: float, risen: float
) -> None:
    stand = DropStand(bar, lever, shift=shift)
    outline = reachable(stand, (-4, 4), (5, 12))
    there = stand.with_ramp(-4 + 8 * turned).with_slope(5 + 7 * risen)
    ends = [stand.with_ramp(ramp).with_slope(slope) for ramp in (-4, 4) for slope in (5, 12)]
    if any(it is None or not it.can_stand() for it in ends):
        return
    assert there is not None
    # Sides are drawn straight between places a degree of turning apart.
    assert beyond_mm(there.hood().at, outline) < 0.15
    # And nothing more: every corner is a place of its own.
    assert {(round(m.x_mm, 6), round(m.y_mm, 6)) for m in outline} >= {
        (round(it.hood().at.x_mm, 6), round(it.hood().at.y_mm, 6)) for it in ends if it is not None
    }


def test_a_bar_that_does_not_turn_is_reached_along_a_line() -> None:
    stand = DropStand(DropBar(75, 120, 30, 4), Lever(20, 20, 26, 24))
    line = reachable(stand, (2, 2), (5, 12))
    assert len(line) == 2
    assert line[0].distance_mm(line[1]) > 3
    # No place of this lever has a hood that rises so.
    assert reachable(stand, (0, 0), (60, 70)) == ()
