"""The bike that must agree with itself: chart and parts against the tape, what mends them, and what they add."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from bench.parts_rates import KINDS, rates
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_callout import LEANS, full
from tests.readings import taken
from waymark.core.callout import FrameFront, PartsBike, agreement, survey_bike
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.assumed import PART_SD

SD = {name: it.value for name, it in PART_SD.items()}
FRONT = FrameFront("Lark 54", Mark(390, 560), 72, 8)
BIKE = PartsBike(FRONT, Stem(100, -6, 40), 15, SD)
TAPE = np.diag([3.0, 2.0])
SMALLER, LARGER = FrameFront("Lark 52", Mark(383, 542), 71.5, 8), FrameFront("Lark 56", Mark(397, 580), 72, 8)


def asked(true: PartsBike, others: tuple[FrameFront, ...] = ()) -> list[str]:
    """What is asked where the tape has the bike as it truly is."""
    return [str(m) for m in agreement(BIKE, true.at, TAPE, others).mends]


def test_a_bike_that_is_what_it_says_agrees() -> None:
    found = agreement(BIKE, BIKE.at + Mark(2, -3), TAPE)
    assert (found.agrees, found.mends, found.off) == (True, (), BIKE.at + Mark(2, -3) - BIKE.at)


def test_a_stem_that_is_not_what_it_says_is_asked_after() -> None:
    assert asked(replace(BIKE, stem=Stem(120, -6, 40)))[0] == "is the stem a 120"
    turned = asked(replace(BIKE, stem=Stem(100, 6, 40)))
    assert "does the stem stand the other way round" in turned
    # Turning it is worth 21 of spacers, and no tape tells the two apart.
    assert "are there 35 of spacers under it" in turned


def test_a_spacer_not_counted_and_another_size_are_asked_after() -> None:
    assert asked(replace(BIKE, spacers_mm=27.5)) == ["are there 27.5 of spacers under it"]
    assert asked(replace(BIKE, front=LARGER), (SMALLER, LARGER))[-1] == "is it the Lark 56"
    # Nothing of one thing alone puts a bar sixty millimetres forward and down.
    far = agreement(BIKE, BIKE.at + Mark(60, -40), TAPE)
    assert (far.agrees, far.mends) == (False, ())


@given(st.floats(-40, 40), st.floats(-40, 40))
def test_the_test_is_the_distance_in_standard_deviations(dx: float, dy: float) -> None:
    both = TAPE + BIKE.covariance
    found = agreement(BIKE, BIKE.at + Mark(dx, dy), TAPE)
    # By the eigenvectors: two independent lengths, each over its own deviation.
    values, vectors = np.linalg.eigh(both)
    apart = vectors.T @ np.array([dx, dy])
    assert found.statistic == pytest.approx(float((apart**2 / values).sum()), abs=1e-6)
    assert found.agrees == (found.statistic <= 13.82)


def test_how_sure_the_parts_are_is_what_their_deviations_do_to_the_clamp() -> None:
    rng = np.random.default_rng(4)
    drawn = []
    for chart_x, chart_y, spacers, length, angle in rng.normal(size=(20_000, 5)):
        stem = Stem(100 + length * SD["stem"], -6 + angle * SD["stem_angle"], 40)
        top = Mark(390 + chart_x * SD["chart"], 560 + chart_y * SD["chart"])
        at = bar_clamp(top, 72, 8, 15 + spacers * SD["spacers"], stem)
        drawn.append((at.x_mm, at.y_mm))
    assert np.cov(np.array(drawn).T) == pytest.approx(BIKE.covariance, abs=0.15)


def test_parts_that_agree_check_what_nothing_else_does() -> None:
    # The clamp read once each way: nothing checks it but the bike itself.
    read = taken(clamp_up=BIKE.at.y_mm + 3, clamp_ahead=BIKE.at.x_mm - 2)
    alone, with_parts = survey_bike(read, LEANS), survey_bike(read, LEANS, [BIKE])
    assert (alone.degrees_of_freedom, with_parts.degrees_of_freedom) == (0, 2)
    assert with_parts.points["clamp"].sd_x_mm < alone.points["clamp"].sd_x_mm
    # Between the two, nearer the surer.
    x = with_parts.points["clamp"].at.x_mm
    assert BIKE.at.x_mm - 2 < x < BIKE.at.x_mm
    assert not [j for j in with_parts.judged if j.reading.key.startswith("parts:")]


def test_parts_alone_place_a_bike_that_nobody_taped() -> None:
    found = survey_bike({}, LEANS, [BIKE])
    assert found.points["clamp"].at.distance_mm(BIKE.at) < 1e-6
    # The hand stands off the clamp as bars do, and so is that unsure.
    hand = found.points["h"]
    assert hand.at.distance_mm(BIKE.at + Mark(LEANS.off_ahead.value, LEANS.off_above.value)) < 1e-6
    assert hand.sd_x_mm == pytest.approx(np.hypot(LEANS.off_ahead.sd, found.points["clamp"].sd_x_mm))


@pytest.mark.parametrize("pitch", [-1.0, 1.5])
def test_parts_are_of_a_level_bike_and_are_turned_as_it_stood(pitch: float) -> None:
    read = {**full(), **taken(pitch=pitch)}
    level = survey_bike(read, LEANS).points["clamp"].at
    parts = replace(BIKE, front=replace(FRONT, head_top=FRONT.head_top + level - BIKE.at))
    assert survey_bike(read, LEANS, [parts]).points["clamp"].at.distance_mm(level) < 0.05


@pytest.mark.parametrize("kind", KINDS)
def test_one_wrong_thing_in_a_bike_read_whole_is_named(kind: str) -> None:
    found = rates(kind, 150)
    assert found.planted == 150
    assert found.share >= 0.9
    # What could be something else as well is asked after too, never instead.
    assert found.first <= found.named
