"""Post and saddle, forward and back, and the trade's claims about rails."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.errors import GeometryError
from waymark.core.marks import ORIGIN, Mark, direction, slope_deg
from waymark.core.search import FrameOption, PostOption, SaddleOption, Tolerance
from waymark.core.search.seats import best_seat
from waymark.core.seat import SaddleFit, saddle_mark, seat_for

angles = st.floats(66, 82)
fits = st.builds(SaddleFit, st.floats(30, 70), st.floats(-30, 60), st.floats(-6, 6))


@given(angles, st.floats(500, 900), st.floats(-20, 40), st.floats(-30, 30), fits, st.floats(-10, 40))
def test_inverse_of_forward_is_the_identity(
    angle: float, post: float, setback: float, slide: float, saddle: SaddleFit, offset: float
) -> None:
    at = saddle_mark(angle, post, setback, slide, saddle, offset)
    need = seat_for(angle, setback, saddle, at, offset)
    assert need.post_mm == pytest.approx(post, abs=1e-8)
    assert need.slide_mm == pytest.approx(slide, abs=1e-8)


def test_by_hand_on_an_upright_tube() -> None:
    # A tube straight up, setback 20: the clamp is 20 behind; the mark 25 ahead and 48 above it.
    at = saddle_mark(90, 700, 20, 5, SaddleFit(48, 20))
    assert at.x_mm == pytest.approx(-20 + 25)
    assert at.y_mm == pytest.approx(748)


def test_handbook_fifteen_of_rail_is_a_degree_of_seat_angle() -> None:
    back = saddle_mark(73.5, 690, 0, -7.5, SaddleFit(48, 0))
    forward = saddle_mark(73.5, 690, 0, 7.5, SaddleFit(48, 0))
    turned = slope_deg(ORIGIN, back) - slope_deg(ORIGIN, forward)
    assert turned == pytest.approx(1.1, abs=0.1)


def test_handbook_twenty_forward_shortens_the_saddle_height() -> None:
    still = ORIGIN - direction(-73.5).scaled(740)
    need = seat_for(73.5, 0, SaddleFit(48, 0), still)
    ahead = saddle_mark(73.5, need.post_mm, 0, need.slide_mm + 20, SaddleFit(48, 0))
    assert still.length_mm - ahead.length_mm == pytest.approx(5.6, abs=0.5)


def test_rails_along_the_post_solve_nothing() -> None:
    with pytest.raises(GeometryError) as wrong:
        seat_for(80, 0, SaddleFit(48, 20, tilt_deg=100), Mark(-200, 700))
    assert wrong.value.field == "tilt_deg"


def frame(**more: float) -> FrameOption:
    """A size with a 500 seat tube at 73.5 degrees."""
    given_ = {
        "seat_angle_deg": 73.5,
        "seat_tube_mm": 500,
        "post_diameter_mm": 27.2,
        "least_insertion_mm": 80,
        **more,
    }
    return FrameOption("f", "f", 560, 390, 72, 8, 30, **given_)


STRAIGHT = PostOption("a", "straight", 350, 0, 27.2, 90)
BACK = PostOption("b", "back", 350, 20, 27.2, 90)
WIDE = PostOption("w", "wide", 350, 0, 31.6, 90)
SADDLE = SaddleOption(SaddleFit(48, 22), 18)


@given(st.floats(-25, 25), st.floats(560, 720))
def test_a_seat_that_passes_puts_the_saddle_exactly_there(slide: float, post: float) -> None:
    wanted = saddle_mark(73.5, post, 0, slide, SADDLE.fit)
    found = best_seat(frame(), (STRAIGHT, BACK, WIDE), SADDLE, wanted, Tolerance())
    if found.limit is None:
        assert found.saddle.distance_mm(wanted) < 1e-8
        assert abs(found.slide_mm) <= SADDLE.rail_room_mm + 1e-9
        assert 20 - 1e-9 <= found.exposed_mm <= 350 - 90 + 1e-9
    else:
        assert found.short_mm > 0


@settings(max_examples=80, deadline=None)
@given(
    st.floats(-26, 26),
    st.one_of(st.floats(505, 530), st.floats(750, 775)),
    st.floats(-4, 4),
    st.sampled_from([(3, 2), (1, 6), (6, 1)]),
    st.lists(st.sampled_from([-15, 0, 12, 25]), min_size=1, max_size=3),
)
def test_a_saddle_is_carried_just_when_some_height_and_slide_lie_inside(
    slide: float, post: float, tilt: float, tol: tuple[float, float], setbacks: list[float]
) -> None:
    saddle = SaddleOption(SaddleFit(48, 22, tilt), 18)
    wanted = saddle_mark(73.5, post, 0, slide, saddle.fit)
    posts = tuple(PostOption(str(i), "", 350, back, 27.2, 90) for i, back in enumerate(setbacks))
    found = best_seat(frame(), posts, saddle, wanted, Tolerance(*tol))
    off = found.saddle - wanted
    carried = abs(off.x_mm) <= tol[0] + 1e-9 and abs(off.y_mm) <= tol[1] + 1e-9
    # A fine grid of all that post and rails reach, with room for its step either way.
    step = np.linspace(0, 1, 241)
    p, x = np.meshgrid(520 + 240 * step, -18 + 36 * step)
    gaps = []
    for back in setbacks:
        axis, rails = np.radians(73.5), np.radians(tilt)
        at_x = -p * np.cos(axis) - back * np.sin(axis) + (x + 22) * np.cos(rails) - 48 * np.sin(rails)
        at_y = p * np.sin(axis) - back * np.cos(axis) + (x + 22) * np.sin(rails) + 48 * np.cos(rails)
        gaps.append(np.maximum(np.abs(at_x - wanted.x_mm) - tol[0], np.abs(at_y - wanted.y_mm) - tol[1]).min())
    if min(gaps) <= 0:
        assert carried
    if min(gaps) > 1.2:
        assert not carried


def test_the_post_with_the_rails_nearest_their_middle_is_taken() -> None:
    wanted = saddle_mark(73.5, 690, 20, 2, SADDLE.fit)
    assert best_seat(frame(), (STRAIGHT, BACK), SADDLE, wanted, Tolerance()).post_key == "b"


@pytest.mark.parametrize(
    ("post_mm", "slide", "limit"),
    [
        (500 + 300, 0, "the insertion mark shows"),
        (505, 0, "the seat tube is too long"),
        (690, 60, "the rails end"),
    ],
)
def test_each_limit_is_named_with_its_millimetres(post_mm: float, slide: float, limit: str) -> None:
    wanted = saddle_mark(73.5, post_mm, 0, slide, SADDLE.fit)
    found = best_seat(frame(), (STRAIGHT,), SADDLE, wanted, Tolerance())
    assert found.limit == limit
    short = {"the insertion mark shows": 40, "the seat tube is too long": 15, "the rails end": 42}[limit]
    assert found.short_mm == pytest.approx(short, abs=1e-6)
    # Held at the limit, the saddle misses by no more than what is short.
    assert 0 < found.saddle.distance_mm(wanted) <= short + 1e-6


def test_the_frames_own_least_insertion_counts() -> None:
    wanted = saddle_mark(73.5, 500 + 250, 0, 0, SADDLE.fit)
    assert best_seat(frame(), (STRAIGHT,), SADDLE, wanted, Tolerance()).limit is None
    assert (
        best_seat(frame(least_insertion_mm=120), (STRAIGHT,), SADDLE, wanted, Tolerance()).limit
        == "the insertion mark shows"
    )


def test_no_post_of_the_diameter() -> None:
    found = best_seat(frame(), (WIDE,), SADDLE, Mark(-200, 690), Tolerance())
    assert found.post_key is None
    assert found.limit == "no post of this diameter"
