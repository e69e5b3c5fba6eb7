"""The body's model set to angles read on the rider."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, Sat, Seated, calibrate, readouts, segments
from waymark.core.marks import Mark
from waymark.core.rules.calibration import CALIBRATION_USUAL

BODY = BodyMeasures(1780, 265, 830, 512)
AT = Sat(Mark(-208.2, 702.8), Mark(455, 560), 170, FootFit(265))
SURE = replace(CALIBRATION_USUAL, read_sd_deg=0.001)


def test_with_nothing_read_nothing_is_turned_and_the_doubt_is_told() -> None:
    found = calibrate(AT, BODY, {}, CALIBRATION_USUAL)
    assert (found.seated, found.foot, found.turned.furthest_sds) == (Seated(), AT.foot, 0.0)
    assert found.now_deg == found.usual_deg
    # The elbow and the foot are parameters themselves: as unsure as the house takes them.
    assert found.sds_deg["elbow"] == pytest.approx(8, abs=0.01)
    assert found.sds_deg["toe_down"] == pytest.approx(4, abs=0.01)
    # 10 mm of hip up the leg's line are about 3.5° of knee, 4° of foot 2.6, a hundredth of the leg 3.5.
    assert found.sds_deg["knee_riding"] == pytest.approx(5.7, abs=0.7)


def test_a_foot_that_was_read_is_met_by_the_foot_alone() -> None:
    found = calibrate(AT, BODY, {"toe_down": 21.4641 + 6}, CALIBRATION_USUAL)
    # Two readings of one number, ± 4 and ± 1: the mean weighted by 1 / variance lies 16 seventeenths of the way.
    assert found.turned.toe_down_deg == pytest.approx(6 * 16 / 17, abs=1e-3)
    assert found.turned.hip.length_mm == pytest.approx(0, abs=1e-6)
    assert found.sds_deg["toe_down"] == pytest.approx((16 / 17) ** 0.5, abs=1e-3)
    assert found.foot.toe_down_deg == pytest.approx(18 + 6 * 16 / 17, abs=1e-3)


def test_an_elbow_that_was_read_is_the_arms_flexion() -> None:
    found = calibrate(AT, BODY, {"elbow": 150}, SURE)
    assert found.body.elbow_flexion_deg == pytest.approx(30, abs=1e-3)
    # A bent arm is shorter: the shoulder comes down with it.
    assert found.now_deg["trunk"] < found.usual_deg["trunk"] - 0.3


def test_a_knee_held_still_reads_five_degrees_straighter() -> None:
    still = calibrate(AT, BODY, {"knee_still": 29}, CALIBRATION_USUAL)
    riding = calibrate(AT, BODY, {"knee_riding": 34}, CALIBRATION_USUAL)
    assert still.turned == riding.turned


def test_a_taped_leg_moves_less_than_one_from_the_height() -> None:
    knee = {"knee_riding": 30.0}
    taped, guessed = calibrate(AT, BODY, knee, SURE), calibrate(AT, replace(BODY, inseam_mm=None), knee, SURE)
    assert abs(guessed.turned.leg_mm) > 2 * abs(taped.turned.leg_mm)
    assert taped.turned.hip.length_mm > 3 * guessed.turned.hip.length_mm


riders = st.tuples(st.floats(-12, 12), st.floats(-12, 12), st.floats(-5, 5), st.floats(-8, 8), st.floats(-0.015, 0.015))


@settings(max_examples=40)
@given(riders)
def test_what_a_rider_shows_is_met_however_they_sit(by: tuple[float, ...]) -> None:
    x, y, toe, elbow, leg = by
    limbs = replace(BODY, elbow_flexion_deg=20 + elbow, inseam_mm=830 * (1 + leg))
    foot, seated = replace(AT.foot, toe_down_deg=18 + toe), Seated(Mark(-10 + x, 80 + y))
    true = readouts(AT.saddle, AT.hand, segments(limbs), foot, AT.crank_mm, seated=seated)
    shown = {
        "knee_riding": true.knee_flexion_least_deg,
        "hip": true.hip_least_deg,
        "trunk": true.trunk_deg,
        "shoulder": true.shoulder_deg,
    }
    found = calibrate(AT, BODY, shown, SURE)
    # Four angles of seven unknowns: whatever is turned, the set model shows all four, by the read-outs themselves.
    again = readouts(AT.saddle, AT.hand, segments(found.body), found.foot, AT.crank_mm, seated=found.seated)
    assert again.knee_flexion_least_deg == pytest.approx(shown["knee_riding"], abs=0.02)
    assert again.hip_least_deg == pytest.approx(shown["hip"], abs=0.02)
    assert again.trunk_deg == pytest.approx(shown["trunk"], abs=0.02)
    assert again.shoulder_deg == pytest.approx(shown["shoulder"], abs=0.02)
    # And no more is turned than how the rider really sits, in the house's own measure.
    real = (x / 10) ** 2 + (y / 10) ** 2 + (toe / 4) ** 2 + (elbow / 8) ** 2 + (leg / 0.01) ** 2
    turned = found.turned
    arm = (turned.arm_mm / (0.03 * (0.186 + 0.146) * 1780)) ** 2
    least = (turned.hip.length_mm / 10) ** 2 + (turned.toe_down_deg / 4) ** 2 + (turned.elbow_deg / 8) ** 2
    least += (turned.leg_mm / (8.3 * 1.053)) ** 2 + (turned.trunk_mm / 5.12) ** 2 + arm
    assert least <= real + 0.02


def test_a_leg_too_short_to_reach_is_still_set_to_its_knee() -> None:
    far = replace(AT, saddle=AT.saddle.scaled(1.08))
    assert not readouts(far.saddle, far.hand, segments(BODY), far.foot, far.crank_mm).reaches
    found = calibrate(far, BODY, {"knee_riding": 25}, CALIBRATION_USUAL)
    assert found.now_deg["knee_riding"] == pytest.approx(25, abs=1)
    assert found.turned.hip.y_mm < -10
