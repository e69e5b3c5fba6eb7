"""Every way of stating a position converts to marks and back exactly."""

from __future__ import annotations

from math import hypot

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.errors import GeometryError, InputError
from waymark.core.marks import Mark
from waymark.core.position import (
    HAND_HEIGHT_WAYS,
    HAND_REACH_WAYS,
    HEIGHT_WAYS,
    SETBACK_WAYS,
    HandContext,
    SaddleContext,
    hand_from_statements,
    saddle_from_statements,
    state_hand_height,
    state_hand_reach,
    state_height,
    state_setback,
)

contexts = st.builds(SaddleContext, st.floats(140, 190), st.floats(68, 80), st.floats(240, 300), st.floats(90, 170))
saddles = st.builds(Mark, st.floats(-280, -20), st.floats(560, 880))
hands = st.builds(Mark, st.floats(380, 700), st.floats(420, 900))
offsets = st.builds(Mark, st.floats(-110, 110), st.floats(-30, 60))


@pytest.mark.parametrize("height", [w.name for w in HEIGHT_WAYS])
@pytest.mark.parametrize("setback", [w.name for w in SETBACK_WAYS])
@settings(max_examples=25)
@given(s=saddles, context=contexts)
def test_saddle_round_trip(height: str, setback: str, s: Mark, context: SaddleContext) -> None:
    stated = state_height(height, s, context), state_setback(setback, s, context)
    found = saddle_from_statements(height, stated[0], setback, stated[1], context)
    assert found.distance_mm(s) < 1e-7


@pytest.mark.parametrize("height", [w.name for w in HAND_HEIGHT_WAYS])
@pytest.mark.parametrize("reach", [w.name for w in HAND_REACH_WAYS])
@settings(max_examples=25)
@given(s=saddles, hand=hands, off=offsets, bb=st.floats(240, 300), nose=st.floats(90, 170))
def test_hand_round_trip(height: str, reach: str, s: Mark, hand: Mark, off: Mark, bb: float, nose: float) -> None:
    context = HandContext(s, s + Mark(nose, 0), off, bb)
    stated = state_hand_height(height, hand, context), state_hand_reach(reach, hand, context)
    found = hand_from_statements(height, stated[0], reach, stated[1], context)
    assert found.distance_mm(hand) < 1e-7


CONTEXT = SaddleContext(172.5, 73.5, 270, 153)
S = Mark(-207, 696)


def test_each_height_by_hand() -> None:
    straight = hypot(207, 696)
    assert state_height("straight", S, CONTEXT) == pytest.approx(straight)
    assert state_height("vertical", S, CONTEXT) == 696
    assert state_height("seat_tube", S, CONTEXT) == pytest.approx(696 / 0.958820, abs=1e-3)
    assert state_height("pedal", S, CONTEXT) == pytest.approx(straight + 172.5)
    assert state_height("pedal_six", S, CONTEXT) == pytest.approx(hypot(207, 696 + 172.5))
    assert state_height("floor", S, CONTEXT) == 966


def test_handbook_crank_at_six_reads_some_six_less() -> None:
    less = state_height("pedal", S, CONTEXT) - state_height("pedal_six", S, CONTEXT)
    assert less == pytest.approx(6, abs=0.5)


def test_setbacks_by_hand() -> None:
    assert state_setback("mark", S, CONTEXT) == 207
    assert state_setback("nose", S, CONTEXT) == 54
    assert state_setback("angle", S, CONTEXT) == pytest.approx(73.44, abs=0.01)


def test_hand_by_hand() -> None:
    context = HandContext(S, Mark(-54, 696), Mark(84, 12), 270)
    hand = Mark(565, 645)
    assert state_hand_height("drop", hand, context) == 51
    assert state_hand_height("clamp_up", hand, context) == 633
    assert state_hand_height("clamp_floor", hand, context) == 903
    assert state_hand_reach("nose_to_clamp", hand, context) == pytest.approx(hypot(481 + 54, 633 - 696))
    assert state_hand_reach("mark_to_hand", hand, context) == pytest.approx(hypot(565 + 207, 645 - 696))


def test_a_setback_longer_than_the_height_is_a_misreading() -> None:
    with pytest.raises(GeometryError) as wrong:
        saddle_from_statements("straight", 400, "mark", 400, CONTEXT)
    assert wrong.value.field == "setback"
    with pytest.raises(GeometryError):
        saddle_from_statements("pedal_six", 160, "angle", 20, SaddleContext(172.5, 73.5, 270, 150))


def test_a_bar_nearer_than_its_drop_is_a_misreading() -> None:
    context = HandContext(S, Mark(-54, 696), Mark(84, 12), 270)
    with pytest.raises(GeometryError) as wrong:
        hand_from_statements("hand_up", 100, "mark_to_hand", 500, context)
    assert wrong.value.field == "hand_reach"


@pytest.mark.parametrize(
    "ask",
    [
        lambda: state_height("inside_leg", S, CONTEXT),
        lambda: state_setback("up", S, CONTEXT),
        lambda: saddle_from_statements("straight", 700, "up", 1, CONTEXT),
        lambda: saddle_from_statements("up", 700, "mark", 200, CONTEXT),
        lambda: saddle_from_statements("up", 700, "angle", 73, CONTEXT),
        lambda: state_hand_height("up", S, HandContext(S, S, S, 270)),
        lambda: state_hand_reach("up", S, HandContext(S, S, S, 270)),
    ],
)
def test_unknown_ways_name_the_known_ones(ask) -> None:
    with pytest.raises(InputError) as wrong:
        ask()
    assert wrong.value.allowed


def test_every_way_says_how_the_tape_lies() -> None:
    for way in (*HEIGHT_WAYS, *SETBACK_WAYS, *HAND_HEIGHT_WAYS, *HAND_REACH_WAYS):
        assert way.hint.endswith(".")
        assert way.least_mm < way.greatest_mm


@pytest.mark.parametrize(
    ("height_way", "height", "setback_way", "setback"),
    [
        ("pedal", 100, "mark", 20),
        ("pedal", 100, "angle", 73),
        ("pedal_six", 120, "mark", 20),
        ("pedal_six", 171, "mark", 20),
        ("floor", 200, "mark", 150),
        ("floor", 260, "angle", 73),
    ],
)
def test_no_statement_puts_the_saddle_below_the_bb(
    height_way: str, height: float, setback_way: str, setback: float
) -> None:
    with pytest.raises(GeometryError) as wrong:
        saddle_from_statements(height_way, height, setback_way, setback, SaddleContext(170, 73.5, 270, 150))
    assert wrong.value.field in ("saddle_height", "setback")
