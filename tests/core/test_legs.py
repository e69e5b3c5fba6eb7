"""A left and a right leg that part."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import Apart, BodyMeasures, FootFit, Sat, Seated, leg_angles, leg_at, legs_apart, segments
from waymark.core.marks import Mark
from waymark.core.rules.calibration import CALIBRATION_USUAL

BODY = segments(BodyMeasures(1780, 265, 830, 512))
AT = Sat(Mark(-208.2, 702.8), Mark(455, 560), 170, FootFit(265))
TRUNK_DEG = 42.0
SURE = replace(CALIBRATION_USUAL, read_sd_deg=0.001, leg_taped_sd_mm=0.001)


def found(read: dict[str, float], inseam: float | None = None, foot: float | None = None, sure: bool = False) -> Apart:
    return legs_apart(AT, BODY, Seated(), read, inseam, foot, SURE if sure else CALIBRATION_USUAL)  # type: ignore[arg-type]


def test_nothing_apart_leaves_both_legs_the_mean() -> None:
    assert found({"knee_riding": 0.0, "hip": 0.0}, 0.0) == Apart()
    for side in ("left", "right"):
        leg = Apart().leg(side, BODY, AT.foot)  # type: ignore[arg-type]
        assert (leg.body, leg.foot, leg.seated) == (BODY, AT.foot, Seated())


def test_lengths_taped_on_both_sides_are_what_parts_them() -> None:
    # An inseam is 1 / 1.053 of hip to ankle.
    apart = found({}, inseam=10.0, foot=-8.0, sure=True)
    assert apart.leg_mm == pytest.approx(10.53, abs=0.001)
    assert (apart.foot_mm, apart.toe_down_deg, apart.hip_up_mm) == (-8.0, 0.0, 0.0)
    left, right = (apart.leg(s, BODY, AT.foot) for s in ("left", "right"))  # type: ignore[arg-type]
    assert left.body.thigh_mm + left.body.shank_mm - right.body.thigh_mm - right.body.shank_mm == pytest.approx(10.53)
    assert (left.foot.foot_mm, right.foot.foot_mm) == (261.0, 269.0)
    # As loosely as a tape is held, a leg that is rarely so much longer is taken for a little less: 10.53 less a share
    # of (2 · 3²) / (2 · 3² + 6²), one third.
    assert found({}, inseam=10.0).leg_mm == pytest.approx(10.53 * 2 / 3, abs=0.001)


def test_toes_read_lower_on_the_left_are_the_lefts() -> None:
    apart = found({"toe_down": 6.0}, sure=True)
    assert apart.toe_down_deg == pytest.approx(6.0, abs=0.001)
    assert apart.leg_mm == pytest.approx(0.0, abs=1e-4)


degrees = st.floats(-9, 9)


@given(degrees, degrees, degrees)
def test_what_was_read_on_both_sides_is_what_the_legs_show(knee: float, hip: float, toe: float) -> None:
    apart = found({"knee_riding": knee, "toe_down": toe}, sure=True)
    left, right = (
        leg_angles(AT.saddle, apart.leg(s, BODY, AT.foot), AT.crank_mm, TRUNK_DEG)  # type: ignore[arg-type]
        for s in ("left", "right")
    )
    assert left.knee_least_deg - right.knee_least_deg == pytest.approx(knee, abs=0.02)
    # Sides exchanged give the mirror's answer.
    other = found({"knee_riding": -knee, "toe_down": -toe, "hip": -hip})
    here = found({"knee_riding": knee, "toe_down": toe, "hip": hip})
    for name in ("leg_mm", "toe_down_deg", "hip_up_mm"):
        assert getattr(other, name) == pytest.approx(-getattr(here, name), abs=0.01)


def test_a_straighter_left_knee_is_shared_by_how_much_legs_differ() -> None:
    apart = found({"knee_riding": -6.0})
    # A shorter leg, a hip that sits higher and toes that point less down all straighten a knee; each takes its part.
    assert apart.leg_mm < -1
    assert apart.hip_up_mm > 1
    assert apart.toe_down_deg < -0.3
    right = apart.leg("right", BODY, AT.foot)
    near = leg_at(AT.saddle, right.body, right.foot, AT.crank_mm, 167.0, right.seated)
    shown = leg_angles(AT.saddle, right, AT.crank_mm, TRUNK_DEG)
    assert near.knee_flexion_deg == pytest.approx(shown.knee_least_deg, abs=0.05)
