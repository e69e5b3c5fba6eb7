"""Points and the few constructions everything shares."""

from __future__ import annotations

from math import cos, radians, sin

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from waymark.core.marks import (
    ORIGIN,
    Mark,
    angle_between_deg,
    circles_meet,
    direction,
    rotate_position,
    slope_deg,
)

mm = st.floats(-1000, 1000)
marks = st.builds(Mark, mm, mm)


@given(marks, st.floats(-180, 180))
def test_turning_keeps_the_distance_and_turns_back(at: Mark, angle: float) -> None:
    turned = at.turned(angle)
    assert turned.length_mm == pytest.approx(at.length_mm, abs=1e-9)
    back = turned.turned(-angle)
    assert back.distance_mm(at) < 1e-9


def test_forward_rotation_of_a_position_steepens_the_seat() -> None:
    saddle = Mark(-733 * cos(radians(73.5)), 733 * sin(radians(73.5)))
    turned = rotate_position({"s": saddle}, 5.3)["s"]
    assert turned.length_mm == pytest.approx(733)
    assert slope_deg(ORIGIN, turned) == pytest.approx(180 - 78.8)


@given(marks, marks, st.floats(1, 900), st.floats(1, 900))
def test_circles_meet_on_both_circles(a: Mark, b: Mark, ra: float, rb: float) -> None:
    assume(a.distance_mm(b) > 1e-3)
    meets = circles_meet(a, ra, b, rb)
    if meets is None:
        d = a.distance_mm(b)
        assert d > ra + rb or d < abs(ra - rb)
        return
    for point in meets:
        assert point.distance_mm(a) == pytest.approx(ra, abs=1e-6, rel=1e-6)
        assert point.distance_mm(b) == pytest.approx(rb, abs=2e-3)


def test_circles_that_do_not_meet() -> None:
    assert circles_meet(Mark(0, 0), 1, Mark(10, 0), 2) is None
    assert circles_meet(Mark(0, 0), 10, Mark(1, 0), 2) is None
    assert circles_meet(Mark(0, 0), 1, Mark(0, 0), 1) is None


def test_first_meeting_point_lies_to_the_left() -> None:
    left, right = circles_meet(Mark(0, 0), 5, Mark(6, 0), 5) or (ORIGIN, ORIGIN)
    assert left == Mark(3, 4)
    assert right == Mark(3, -4)


@given(st.floats(-179, 179), st.floats(-179, 179))
def test_angle_between_directions(a: float, b: float) -> None:
    expected = abs(a - b) if abs(a - b) <= 180 else 360 - abs(a - b)
    assert angle_between_deg(direction(a), direction(b)) == pytest.approx(expected, abs=1e-6)


def test_arithmetic() -> None:
    assert Mark(1, 2) + Mark(3, 4) == Mark(4, 6)
    assert Mark(3, 4) - Mark(1, 1) == Mark(2, 3)
    assert Mark(3, 4).length_mm == 5
    assert Mark(0, 0).toward(Mark(10, 20), 0.3) == Mark(3, 6)
    assert Mark(1, 2).dot(Mark(3, 4)) == 11
