"""Seat tube, post, rails and saddle held against the tape, and what they are worth where there is no tape."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_callout import LEANS
from tests.readings import taken
from waymark.core.callout import PartsSeat, seat_agreement, survey_bike
from waymark.core.frame import ett_from_tube_mm, reach_from_ett_mm
from waymark.core.marks import Mark
from waymark.core.rules.assumed import PART_SD
from waymark.core.seat import SaddleFit

SD = {name: it.value for name, it in PART_SD.items()}
SEAT = PartsSeat("Lark 54", 73.5, 510, 0, 170, 0, 0, SaddleFit(48, 22), SD)
TAPE = np.diag([2.0, 2.0])


def asked(true: PartsSeat, others: tuple[PartsSeat, ...] = ()) -> list[str]:
    """What is asked where the tape has the saddle as it truly is."""
    return [str(m) for m in seat_agreement(SEAT, true.at, TAPE, others).mends]


def test_the_mark_is_up_the_tube_and_over_the_rails() -> None:
    # 680 up a tube of 73.5°: 193.1 back and 652.0 up; the mark 22 ahead and 48 over the clamp.
    assert (SEAT.at.x_mm, SEAT.at.y_mm) == pytest.approx((-193.1 + 22, 652.0 + 48), abs=0.1)
    assert seat_agreement(SEAT, SEAT.at + Mark(3, -2), TAPE).agrees


def test_a_post_that_shows_more_is_asked_after_and_so_is_its_setback() -> None:
    assert asked(replace(SEAT, exposed_mm=190))[0] == "does 190 of the post show"
    assert "has the post 32 of setback" in asked(replace(SEAT, setback_mm=32))
    assert "is the saddle 25 back on its rails" in asked(replace(SEAT, slide_mm=-25))
    # Where nobody read the rails, 25 of them are no surprise.
    unread = replace(SEAT, sd={**SD, "rails": SD["rails_assumed"]})
    assert seat_agreement(unread, replace(SEAT, slide_mm=-25).at, TAPE).agrees
    larger = replace(SEAT, label="Lark 58", seat_tube_mm=550, seat_angle_deg=73)
    assert asked(larger, (larger,))[-1] == "is it the Lark 58"
    far = seat_agreement(SEAT, SEAT.at + Mark(90, -90), TAPE)
    assert (far.agrees, far.mends) == (False, ())


@given(st.floats(-60, 60), st.floats(-60, 60))
def test_it_agrees_within_the_bound_and_nowhere_else(dx: float, dy: float) -> None:
    values, vectors = np.linalg.eigh(TAPE + SEAT.covariance)
    apart = vectors.T @ np.array([dx, dy])
    found = seat_agreement(SEAT, SEAT.at + Mark(dx, dy), TAPE)
    assert found.statistic == pytest.approx(float((apart**2 / values).sum()), abs=1e-4)
    assert found.agrees == (found.statistic <= 13.82)


def test_how_sure_it_is_is_what_the_parts_do_to_the_mark() -> None:
    rng, drawn = np.random.default_rng(3), []
    for angle, tube, post, setback, rails, high, ahead in rng.normal(size=(6_000, 7)):
        it = replace(
            SEAT,
            seat_angle_deg=73.5 + angle * SD["seat_angle"],
            seat_tube_mm=510 + tube * SD["chart"],
            exposed_mm=170 + post * SD["post"],
            setback_mm=setback * SD["setback"],
            slide_mm=rails * SD["rails"],
            fit=SaddleFit(48 + high * SD["saddle"], 22 + ahead * SD["saddle"]),
        )
        drawn.append((it.at.x_mm, it.at.y_mm))
    assert np.cov(np.array(drawn).T) == pytest.approx(SEAT.covariance, abs=1.6)


def test_post_and_rails_place_a_saddle_that_nobody_taped() -> None:
    hand = taken(hand_up__right=650, hand_ahead__right=560)
    alone, placed = survey_bike(hand, LEANS), survey_bike(hand, LEANS, [SEAT])
    assert "s" not in alone.points
    at = placed.points["s"]
    assert at.at.distance_mm(SEAT.at) < 1e-6
    assert (at.sd_x_mm, at.sd_y_mm) == pytest.approx(tuple(np.sqrt(np.diag(SEAT.covariance))), abs=1e-3)


def test_a_top_tube_is_worth_a_reach_wherever_it_is_taped() -> None:
    # 560 level at a seat angle of 73.5 and a stack of 560: 560 − 560/tan 73.5° = 394.1.
    assert reach_from_ett_mm(560, 560, 73.5) == pytest.approx(394.1, abs=0.05)
    # The same tube sloping 9°, taped along it: shorter by what the slope hides.
    along = 560 / (np.cos(np.radians(9)) + np.sin(np.radians(9)) / np.tan(np.radians(73.5)))
    assert ett_from_tube_mm(along, 9, 73.5) == pytest.approx(560)
