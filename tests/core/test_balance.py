"""Where the rider's weight lies: against moments added up by hand, and what moves it."""

from __future__ import annotations

from math import sqrt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, segments
from waymark.core.body.pose import pose_at
from waymark.core.handling import balance, mass_centre
from waymark.core.handling.balance import MASSES
from waymark.core.marks import Mark

BODY, FOOT = BodyMeasures(1780, 265, inseam_mm=830), FootFit(265)
SADDLE, HAND = Mark(-208.2, 702.8), Mark(455, 560)
FRAME = (410, 70, 1000)


def test_every_gram_of_a_body_is_counted() -> None:
    for masses in MASSES.values():
        limbs = sum(m for name, m in masses.items() if name not in ("head", "trunk"))
        assert masses["head"] + masses["trunk"] + 2 * limbs == pytest.approx(100, abs=0.02)


def test_the_moments_of_a_road_position_add_up() -> None:
    """Trunk, head and arms about the hip, each place worked out from the angles alone."""
    pose = pose_at(SADDLE, HAND, segments(BODY), FOOT, 170)
    hip, shoulder, elbow = (complex(m.x_mm, m.y_mm) for m in (pose.near.hip, pose.shoulder, pose.elbow))
    hand = complex(HAND.x_mm, HAND.y_mm)
    up = (shoulder - hip) / abs(shoulder - hip)
    # Half-way between the trunk's line and the vertical.
    towards = (up + 1j) / abs(up + 1j)
    parts = [
        (6.94, shoulder + 0.118 * 1780 * towards),
        (43.46, shoulder + 0.431 * (hip - shoulder)),
        (2 * 2.71, shoulder + 0.5772 * (elbow - shoulder)),
        (2 * 1.62, elbow + 0.4574 * (hand - elbow)),
        (2 * 0.61, hand),
    ]
    moment = sum(m * (at - hip).real for m, at in parts)
    found = balance(SADDLE, HAND, BODY, FOOT, 170, *FRAME)
    assert found.hand_share_percent == pytest.approx(moment / (hand - hip).real, abs=1e-6)
    # What this limit is known to say of a road position.
    assert 20 < found.hand_share_percent < 28
    whole = sum(m * at.real for m, at in parts)
    for leg in (pose.near, pose.far):
        knee, ankle, pedal = leg.knee.x_mm, leg.ankle.x_mm, leg.pedal.x_mm
        whole += 14.16 * (hip.real + 0.4095 * (knee - hip.real)) + 4.33 * (knee + 0.4395 * (ankle - knee))
        whole += 1.37 * (ankle + pedal) / 2
    rear = -sqrt(410**2 - 70**2)
    assert found.front_axle_percent == pytest.approx((whole / 100 - rear) / 1000 * 100, abs=0.02)


@given(st.floats(-25, 25), st.floats(-60, 40))
def test_a_longer_stay_moves_just_so_much_weight_to_the_front(longer: float, lower: float) -> None:
    hand = HAND + Mark(0, lower)
    here = balance(SADDLE, hand, BODY, FOOT, 170, *FRAME)
    there = balance(SADDLE, hand, BODY, FOOT, 170, 410 + longer, 70, 1000)
    moved = sqrt((410 + longer) ** 2 - 70**2) - sqrt(410**2 - 70**2)
    assert there.front_axle_percent - here.front_axle_percent == pytest.approx(moved / 10, abs=1e-6)
    assert there.hand_share_percent == here.hand_share_percent
    assert SADDLE.x_mm < mass_centre(SADDLE, hand, BODY, FOOT, 170).x_mm < hand.x_mm


def test_lower_hands_carry_more_and_bring_weight_forward() -> None:
    high, low = (balance(SADDLE, HAND + Mark(0, y), BODY, FOOT, 170, *FRAME) for y in (60, -60))
    assert low.hand_share_percent > high.hand_share_percent
    assert low.front_axle_percent > high.front_axle_percent


def test_wide_hands_and_womens_masses_count() -> None:
    wide = BodyMeasures(1780, 265, inseam_mm=830, shoulder_width_mm=380, hand_width_mm=760)
    assert balance(SADDLE, HAND, wide, FOOT, 170, *FRAME) != balance(SADDLE, HAND, BODY, FOOT, 170, *FRAME)
    women = balance(SADDLE, HAND, BODY, FOOT, 170, *FRAME, sex="women")
    assert women.front_axle_percent != balance(SADDLE, HAND, BODY, FOOT, 170, *FRAME).front_axle_percent
