"""Bar and lever held against the taped hood."""

from __future__ import annotations

from dataclasses import replace
from math import cos, radians, sin

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.callout import PartsHood, hood_agreement
from waymark.core.cockpit import DropBar, Lever
from waymark.core.marks import Mark
from waymark.core.rules.assumed import PART_SD

SD = {name: it.value for name, it in PART_SD.items()}
CLAMP, TAPE = Mark(480, 640), np.diag([3.0, 3.0])
HOOD = PartsHood(CLAMP, TAPE, DropBar(80, 125, 32, 4), Lever(16, 20, 26, 24), 0.0, 10.0, SD)


@given(st.floats(-8, 8), st.floats(0, 16))
def test_the_hood_lies_where_ramp_and_hood_slope_put_it(ramp: float, slope: float) -> None:
    it = replace(HOOD, ramp_slope_deg=ramp, hood_slope_deg=slope)
    # Turned by ρ = the ramp's reading and its fall; the lever at ψ = 24 + ρ − its hood's slope, along and out of the bend.
    rho, psi = radians(ramp + 4), radians(max(24 + ramp + 4 - slope, 4))
    delta = radians(4)
    # The bend begins where the ramp, falling by δ, ends.
    cx, r = 80 - 32, 32.0
    cy = -(cx + r * sin(delta)) * (sin(delta) / cos(delta)) - r * cos(delta)
    x = cx + r * sin(psi) + 20 * cos(psi) + 26 * sin(psi)
    y = cy + r * cos(psi) - 20 * sin(psi) + 26 * cos(psi)
    there = CLAMP + Mark(x * cos(rho) - y * sin(rho), x * sin(rho) + y * cos(rho))
    assert it.at.distance_mm(there) < 1e-6


def test_what_was_turned_is_asked_after() -> None:
    assert hood_agreement(HOOD, HOOD.at + Mark(3, -3), TAPE).agrees
    # Ten degrees of a bar whose hoods stand as they were read are ten millimetres, which no tape is sure of.
    assert hood_agreement(HOOD, replace(HOOD, ramp_slope_deg=10.0).at, TAPE).agrees
    found = hood_agreement(HOOD, replace(HOOD, ramp_slope_deg=24.0).at, TAPE)
    assert not found.agrees
    assert str(found.mends[0]) == "does the ramp stand at +24°"
    far = hood_agreement(HOOD, HOOD.at + Mark(-70, 60), TAPE)
    assert (far.agrees, far.mends) == (False, ())


def test_it_is_no_surer_than_the_clamp_it_hangs_on() -> None:
    for axis in (0, 1):
        assert HOOD.covariance[axis, axis] > TAPE[axis, axis] + SD["hood"] ** 2 - 1e-9
    sure = replace(HOOD, clamp_covariance=np.zeros((2, 2)))
    assert HOOD.covariance - sure.covariance == pytest.approx(TAPE)
