"""Trade sayings: the worked figures, and the formulas behind them."""

from __future__ import annotations

from math import radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.claims import CLAIMS, try_claim
from waymark.core.errors import InputError


def moved(key: str, **values: float) -> tuple[float, float]:
    """How far the point to look at went."""
    a, b = try_claim(key, values).marks
    return b.x_mm - a.x_mm, b.y_mm - a.y_mm


def test_turning_over_a_hundred_at_six_is_worth_20_9_of_spacer() -> None:
    tried = try_claim("turn_over", {"stem_length_mm": 100, "stem_angle_deg": 6, "head_angle_deg": 73})
    assert "20.9 mm of spacer does exactly the same." in map(str, tried.moved)
    dx, dy = moved("turn_over", stem_length_mm=100, stem_angle_deg=6, head_angle_deg=73)
    assert (dx**2 + dy**2) ** 0.5 == pytest.approx(20.9, abs=0.01)
    assert dy < 0 < dx


def test_ten_of_spacer_at_73_is_9_6_up_and_2_9_back() -> None:
    dx, dy = moved("spacers", added_mm=10, head_angle_deg=73)
    assert (dx, dy) == pytest.approx((-2.92, 9.56), abs=0.01)


def test_eighteen_of_stack_and_eight_of_reach_are_13_8_at_equal_height() -> None:
    tried = try_claim("size_up", {"stack_more_mm": 18, "reach_more_mm": 8, "head_angle_deg": 72})
    assert "13.8 mm longer, not 8" in str(tried.moved[0])
    dx, dy = tried.marks[1].x_mm - tried.marks[0].x_mm, tried.marks[1].y_mm - tried.marks[0].y_mm
    assert (dx, dy) == pytest.approx((13.85, 0), abs=0.01)


def test_width_moves_the_arm_by_twenty_and_the_stem_by_little() -> None:
    tried = try_claim("wider", {"width_mm": 740, "wider_mm": 40, "stem_length_mm": 60, "shorter_mm": 20})
    by_width, by_stem = (
        float(x.replace("−", "-"))
        for x in (
            str(tried.moved[0]).split(": ")[1].split(" by")[0],
            str(tried.moved[0]).split(", ")[1].split(" by")[0],
        )
    )
    assert by_width == pytest.approx(19.7, abs=0.3)
    assert -4 < by_stem < 0


def test_twenty_of_rise_at_65_stands_9_3_farther_forward() -> None:
    dx, dy = moved("rise", rise_mm=20, head_angle_deg=65)
    assert (dx, dy) == pytest.approx((9.33, 0), abs=0.01)
    assert "22.1 mm of spacers" in str(try_claim("rise", {"rise_mm": 20, "head_angle_deg": 65}).moved[0])


def test_a_saddle_slid_back_grows_and_is_restored() -> None:
    tried = try_claim("saddle_back", {"saddle_height_mm": 740, "seat_angle_deg": 73.5, "back_mm": 20})
    assert tried.marks[1].length_mm == pytest.approx(740)
    assert "grows by 5.9 mm" in str(tried.moved[0])


@given(st.floats(450, 650), st.floats(0, 20), st.floats(70, 78))
def test_a_sloping_tube_leaves_stack_and_reach_alone(ett: float, slope: float, seat: float) -> None:
    tried = try_claim("sloping", {"ett_mm": ett, "slope_deg": slope, "seat_angle_deg": seat})
    assert tried.before[0][-1] == tried.after[0][-1]
    low, head = tried.after[0][1], tried.after[0][2]
    # The tube's lower end lies on the seat tube's line.
    assert low.x_mm == pytest.approx(-low.y_mm / (sin(radians(seat)) / sin(radians(90 - seat))), abs=1e-6)
    assert low.y_mm <= head.y_mm + 1e-9


@pytest.mark.parametrize("key", CLAIMS)
@given(data=st.data())
def test_every_claim_can_be_tried_within_its_bounds(key: str, data: st.DataObject) -> None:
    values = {n.name: data.draw(st.floats(n.least, n.greatest), n.name) for n in CLAIMS[key].numbers}
    try:
        tried = try_claim(key, values)
    except Exception as wrong:
        assert getattr(wrong, "field", None), wrong
        return
    assert str(tried.verdict).endswith(".")
    assert tried.moved
    assert tried.before
    assert "nan" not in " ".join(map(str, (*tried.moved, *tried.stayed, tried.verdict)))


@pytest.mark.parametrize(
    ("key", "values", "field"),
    [
        ("luck", {}, "claim"),
        ("rise", {"rise_mm": 900}, "values.rise_mm"),
        ("rise", {"colour": 1}, "values.colour"),
    ],
)
def test_what_cannot_be_tried_is_named(key: str, values: dict[str, float], field: str) -> None:
    with pytest.raises(InputError) as wrong:
        try_claim(key, values)
    assert wrong.value.field == field
