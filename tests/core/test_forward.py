"""How far forward the rails of a bike let its saddle go."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.marks import Mark
from waymark.core.seat import Rails, SaddleFit, most_forward_deg, saddle_mark, seat_for, slide_for_mm

LOWER_A_DEG_MM = 1.0


@given(
    st.floats(68, 80), st.floats(-4, 4), st.floats(-20, 20), st.floats(0, 25), st.floats(-80, 120), st.floats(-60, 60)
)
def test_the_slide_is_what_the_seat_itself_asks_for(
    seat: float, tilt: float, slide: float, less: float, x: float, y: float
) -> None:
    fit = SaddleFit(45, 5, tilt)
    before = saddle_mark(seat, 650, 25, slide, fit)
    wanted = before + Mark(x, y)
    then = seat_for(seat, 25 - less, fit, wanted)
    assert slide_for_mm(Mark(x, y), Rails(seat, tilt, 0), less) == pytest.approx(then.slide_mm - slide, abs=1e-6)


def test_a_level_saddle_on_a_leaning_post_by_hand() -> None:
    # Ten forward on a 73° post are ten of slide; ten down without going forward are 10/tan 73° of it, the post in.
    assert slide_for_mm(Mark(10, 0), Rails(73, 0, 0)) == pytest.approx(10)
    assert slide_for_mm(Mark(0, -10), Rails(73, 0, 0)) == pytest.approx(-3.0573, abs=1e-4)
    # A post without its 25 of setback gives 25/sin 73° along level rails.
    assert slide_for_mm(Mark(30, 0), Rails(73, 0, 0), 25) == pytest.approx(30 - 26.1423, abs=1e-4)


@given(st.floats(-260, -150), st.floats(600, 800), st.floats(71, 76), st.floats(0, 60), st.sampled_from([0.0, 1.0]))
def test_the_most_turns_the_saddle_just_so_far_that_the_rails_end(
    x: float, y: float, seat: float, left: float, lower: float
) -> None:
    saddle, rails = Mark(x, y), Rails(seat, 0, left)
    most = most_forward_deg(saddle, rails, lower)
    at = saddle.turned(-most)
    asked = slide_for_mm(at - at.scaled(lower * most / at.length_mm) - saddle, rails)
    assert asked == pytest.approx(left, abs=1e-6) if most < 15 else asked <= left
    assert most_forward_deg(saddle, rails, lower, 20.0) >= most


def test_rails_that_are_used_up_go_no_farther() -> None:
    assert most_forward_deg(Mark(-200, 700), Rails(73, 0, 0.0), LOWER_A_DEG_MM) == pytest.approx(0, abs=1e-9)
