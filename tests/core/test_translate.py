"""To arm pads, several uses at once, and the whole pedal circle: worked numbers, and what has to hold for any rider."""

from __future__ import annotations

from math import cos, radians, sin

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, circle, leg_at, readouts, segments
from waymark.core.errors import InputError
from waymark.core.marks import Mark, angle_between_deg
from waymark.core.translate import SHIFTS, Aero, AeroAsk, delta_to_deg, mix, to_aero

BODY, FOOT = BodyMeasures(1780, 265), FootFit(265)
S, H = Mark(-208.18, 702.82), Mark(455, 560)
DELTAS = st.floats(0, 12)


def aero(delta: float, **more: object) -> Aero:
    return to_aero(S, H, BODY, FOOT, 170, AeroAsk(delta, **more))  # type: ignore[arg-type]


def read(it: Aero) -> tuple[float, float]:
    """The hip's least, and the upper arm to the trunk."""
    r = readouts(it.saddle, it.hand, segments(BODY), FOOT, 170, it.pad, it.seated)
    return r.hip_least_deg, r.shoulder_deg


def test_the_worked_rider_on_pads() -> None:
    fixed, turning = aero(5), aero(5, foot="turns")
    assert (fixed.saddle.x_mm, fixed.saddle.y_mm) == pytest.approx((-145.1, 713.4), abs=0.06)
    assert (fixed.pad.x_mm, fixed.pad.y_mm) == pytest.approx((444.0, 684.6), abs=0.06)
    assert (fixed.hand.x_mm, fixed.hand.y_mm) == pytest.approx((693.9, 684.6), abs=0.06)
    assert read(fixed) == pytest.approx((47.9, 75), abs=0.06)
    assert (turning.saddle.x_mm, turning.saddle.y_mm) == pytest.approx((-146.1, 718.3), abs=0.06)
    assert (turning.pad.x_mm, turning.pad.y_mm) == pytest.approx((443.0, 689.5), abs=0.06)
    why = [str(s.why) for s in fixed.steps]
    assert why[0] == "turned 5.0° forward about the BB, and 5 mm down its line for the foot that keeps its pitch"
    assert why[1].startswith("trunk 25.0°: turned with the rider it would be 37.5°, outside 10° to 25°; elbow 100.0°")


@given(DELTAS, st.floats(10, 25), st.floats(-10, 20), st.floats(95, 105))
def test_forearms_lie_as_asked_and_the_lines_add_up(delta: float, trunk: float, tilt: float, elbow: float) -> None:
    it = aero(delta, trunk_deg=trunk, forearm_tilt_deg=tilt, elbow_deg=elbow)
    along = it.hand - it.pad
    assert (along.x_mm, along.y_mm) == pytest.approx(
        (along.length_mm * cos(radians(tilt)), along.length_mm * sin(radians(tilt)))
    )
    # From the shoulder by trunk and hip, an elbow of the angle asked for, seen from both bones.
    shoulder = it.saddle + it.seated.hip_off + Mark(cos(radians(trunk)), sin(radians(trunk))).scaled(0.288 * 1780)
    bend = it.pad - along.scaled(70 / along.length_mm)
    assert angle_between_deg(shoulder - bend, along) == pytest.approx(elbow, abs=1e-6)
    assert bend.distance_mm(shoulder) == pytest.approx(0.186 * 1780)
    moved = {s.mark: s.by for s in it.steps}
    assert (S + moved["saddle"]).distance_mm(it.saddle) < 1e-9
    assert (H + moved["pad"]).distance_mm(it.pad) < 1e-9
    assert (H + moved["hand"]).distance_mm(it.hand) < 1e-9


@given(DELTAS)
def test_turned_as_one_piece_no_angle_of_the_leg_changes(delta: float) -> None:
    it = aero(delta, foot="turns")
    before = circle(S, H, segments(BODY), FOOT, 170, 15)
    after = circle(it.saddle, it.hand, segments(BODY), FOOT, 170, 15, it.pad, it.seated)
    turned = circle(it.saddle, it.hand, segments(BODY), FOOT, 170, 15, it.pad, it.seated)
    assert len(before) == len(after) == 24
    legs = segments(BODY)
    for row in turned:
        # The leg of a crank angle less by Δ, turned whole by Δ forward.

        was = leg_at(S, legs, FOOT, 170, row.crank_deg - delta)
        assert row.knee.distance_mm(was.knee.turned(-delta)) < 1e-6
        assert row.knee_flexion_deg == pytest.approx(was.knee_flexion_deg, abs=1e-9)


def test_a_seat_angle_asked_for_is_where_the_saddle_comes_to_lie() -> None:
    delta = delta_to_deg(S, 78)
    assert delta == pytest.approx(78 - 73.5, abs=0.02)
    it = to_aero(S, H, BODY, FOOT, 170, AeroAsk(delta, foot="turns"))
    assert delta_to_deg(it.saddle, 78) == pytest.approx(0, abs=1e-9)
    assert it.saddle.length_mm == pytest.approx(S.length_mm)


def test_the_upper_arm_may_be_asked_for_and_pads_may_be_wide() -> None:
    it = aero(5, upper_arm_deg=85)
    assert it.elbow_included_deg == pytest.approx(25 + 85)
    assert read(it)[1] == pytest.approx(85)
    wide = BodyMeasures(1780, 265, shoulder_width_mm=390)
    narrow, level = (to_aero(S, H, wide, FOOT, 170, AeroAsk(5, pad_width_mm=w)) for w in (190, 390))
    # Pads a hundred inside each shoulder: the upper arm is seen as √(331² − 100²).
    seen = (331.08**2 - 100**2) ** 0.5
    assert level.pad.y_mm - narrow.pad.y_mm == pytest.approx((seen - 331.08) * cos(radians(10)), abs=0.1)
    with pytest.raises(InputError) as wrong:
        to_aero(S, H, wide, FOOT, 170, AeroAsk(5, pad_width_mm=1100))
    assert wrong.value.field == "pad_width_mm"


def test_the_circle_has_the_read_outs_in_it() -> None:
    body = segments(BODY)
    rows, r = circle(S, H, body, FOOT, 170), readouts(S, H, body, FOOT, 170)
    assert [row.crank_deg for row in rows] == list(range(360))
    assert min(row.knee_flexion_deg for row in rows) == pytest.approx(r.knee_flexion_least_deg, abs=0.02)
    assert max(row.knee_flexion_deg for row in rows) == pytest.approx(r.knee_flexion_greatest_deg, abs=0.02)
    assert min(row.hip_deg for row in rows) == pytest.approx(r.hip_least_deg, abs=0.02)
    assert rows[180].knee_flexion_deg == pytest.approx(38.2, abs=0.1)
    assert len(circle(S, H, body, FOOT, 170, 7)) == 52


def test_uses_that_meet_are_one_position_by_their_shares() -> None:
    it = mix([("cyclocross", 70), ("gravel", 30)], S, H)
    # Saddle up: cyclocross −5 to −10, gravel 0 to −5; middles −7.5 and −2.5: 0.7·−7.5 + 0.3·−2.5 = −6.
    assert it.saddle.y_mm - S.y_mm == pytest.approx(-6)
    # Hands up: 0 to 15 and 5 to 20.
    assert it.hand.y_mm - H.y_mm == pytest.approx(0.7 * 7.5 + 0.3 * 12.5)
    assert (it.two_set_ups, it.quick_changes) == (False, ())
    up = it.coordinates["s_y_mm"]
    assert (up.least_mm - S.y_mm, up.greatest_mm - S.y_mm, up.meets) == pytest.approx((-7, -3, True))


def test_uses_that_do_not_meet_leave_a_gap_and_two_set_ups() -> None:
    it = mix([("road", 50), ("gravel", 50)], S, H)
    # Hands up: road −25 to −5, gravel 5 to 20, five either way: the ends just touch at 0.
    assert it.coordinates["h_y_mm"].meets
    far = mix([("road", 50), ("city", 50)], S, H)
    assert far.two_set_ups
    assert [str(c) for c in far.quick_changes] == ["another bar: hoods and grips"]
    pads = mix([("endurance", 50), ("time_trial", 50)], S, H)
    assert (pads.two_set_ups, pads.saddle, pads.hand) == (True, S, H)
    assert not mix([("road", 1), ("trainer", 9)], S, H).two_set_ups
    assert mix([("trainer", 1)], S, H).hand == H
    for bad in ([], [("road", 0.0)]):
        with pytest.raises(InputError):
            mix(bad, S, H)  # type: ignore[arg-type]


USES = st.lists(
    st.tuples(st.sampled_from(sorted(SHIFTS)), st.floats(1, 100)), min_size=1, max_size=4, unique_by=lambda u: u[0]
)


@given(USES)
def test_the_goal_of_a_mix_is_within_what_every_use_allows(uses: list[tuple[str, float]]) -> None:
    it = mix(uses, S, H)  # type: ignore[arg-type]
    assume(all(c.meets for c in it.coordinates.values()))
    for use, _ in uses:
        shift = SHIFTS[use]  # type: ignore[index]
        for of, at, base, (tx, ty) in ((shift.saddle, it.saddle, S, (3, 2)), (shift.hand, it.hand, H, (5, 5))):
            if of is None:
                continue
            by = at - base
            for value, a, b, t in ((by.x_mm, of.near.x_mm, of.far.x_mm, tx), (by.y_mm, of.near.y_mm, of.far.y_mm, ty)):
                assert min(a, b) - t - 1e-9 <= value <= max(a, b) + t + 1e-9
    same = mix([(uses[0][0], 1.0)], S, H)  # type: ignore[list-item]
    assert mix([uses[0], uses[0]], S, H).saddle == same.saddle  # type: ignore[list-item]
