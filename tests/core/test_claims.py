"""Trade sayings: the worked figures, and the formulas behind them."""

from __future__ import annotations

import re
from math import acos, atan2, cos, degrees, hypot, pi, radians, sin

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures
from waymark.core.claims import CLAIMS, draw_claim, try_claim
from waymark.core.errors import InputError
from waymark.core.marks import Mark


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
@settings(max_examples=40)
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
    body = data.draw(st.none() | st.just(BodyMeasures(1700, 250, 790)))
    drawn = draw_claim(key, values, body)
    x0, y0, x1, y1 = drawn.box
    assert x0 < x1
    assert y0 < y1
    assert drawn.before
    assert drawn.after
    for mark in tried.marks:
        assert x0 - 1e-6 <= mark.x_mm <= x1 + 1e-6
        assert y0 - 1e-6 <= mark.y_mm <= y1 + 1e-6


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


def said(key: str, **values: float) -> list[str]:
    """What is said of trying it: what moved, what stayed, and the verdict."""
    tried = try_claim(key, values)
    return [str(x) for x in (*tried.moved, *tried.stayed, tried.verdict)]


def number(text: str, before: str) -> float:
    """The number that stands before these words."""
    found = re.search(rf"([−+]?[\d.]+)(?: mm|°)? {before}", text)
    assert found is not None, (text, before)
    return float(found.group(1).replace("−", "-"))


LEG = {"saddle_height_mm": 733, "seat_angle_deg": 73.5, "height_mm": 1780, "inseam_mm": 830, "foot_mm": 265}


def test_shorter_cranks_raise_the_saddle_by_what_they_lose() -> None:
    dx, dy = moved("crank", crank_mm=172.5, new_crank_mm=165, **LEG)
    # 7.5 along a line of 73.5°, which keeps the leg's stretch within 0.3.
    assert hypot(dx, dy) == pytest.approx(7.5, abs=0.3)
    assert dy > 0 > dx
    up, top, torque, *_ = said("crank", crank_mm=172.5, new_crank_mm=165, **LEG)
    assert "7.2 mm up" in up or "7.1 mm up" in up or "7.0 mm up" in up
    assert number(top, "lower under the hip") == pytest.approx(7.5 + dy, abs=0.06)
    # 7.5 of 172.5.
    assert torque == "The same push turns it with 4.3 % less torque; the power that legs give hardly changes."
    assert "wants the saddle" in said("crank", crank_mm=165, new_crank_mm=175, **LEG)[-1]
    assert "lower" in said("crank", crank_mm=165, new_crank_mm=175, **LEG)[-1]


def test_cleats_ten_back_bring_the_saddle_down_by_about_half() -> None:
    dx, dy = moved("cleat", aft_mm=10, crank_mm=170, **LEG)
    assert 4 <= hypot(dx, dy) <= 6.5
    assert dy < 0
    assert "The trade gives 5 to 10 for it." in said("cleat", aft_mm=10, crank_mm=170, **LEG)


def test_heel_on_the_pedal_beside_the_other_rules() -> None:
    first = said("heel", inseam_mm=830, crank_mm=170, seat_angle_deg=73.5, height_mm=1780, foot_mm=265)[0]
    # 1.053·830 + 25 + 75 − 80 − 170 = 724; 0.883·830 = 733; 1.09·830 − 170 = 735.
    assert first == (
        "Heel on the pedal gives 724 from BB to saddle; 0.883 of the inseam 733, 1.09 of it from the pedal 735."
    )


def test_turned_about_the_bottom_bracket_the_plumb_line_moves_and_no_angle_does() -> None:
    tried = try_claim("knee", {"turned_deg": 3, "crank_mm": 170, **LEG})

    def bend(stroke: tuple[Mark, ...]) -> float:
        hip, knee, ankle, _ = stroke
        a, b = hip - knee, ankle - knee
        return degrees(acos(a.dot(b) / (a.length_mm * b.length_mm)))

    crank = [s[-2] for s in (tried.before[0], tried.after[0])]
    crank_deg = [degrees(atan2(stroke[-1].x_mm, stroke[-1].y_mm)) for stroke in (tried.before[0], tried.after[0])]
    # Both at three o'clock, and the leg after is the leg of 3° earlier, turned whole.
    assert crank_deg == pytest.approx([90, 90], abs=1e-6)
    assert len(crank) == 2
    earlier = try_claim("knee", {"turned_deg": 0, "crank_mm": 170, **LEG}).before[0]
    assert abs(bend(tried.after[0]) - bend(earlier)) < 3
    # The knee lies some 640 above the axle: 3° carry it by about 640·sin 3° = 33.
    over = [number(said("knee", turned_deg=3, crank_mm=170, **LEG)[0], "to"), 0]
    moved_by = number(said("knee", turned_deg=3, crank_mm=170, **LEG)[-1], "while the leg")
    assert moved_by == pytest.approx(34, abs=4)
    assert over[0] == pytest.approx(-13, abs=9)


def test_a_nose_tipped_down_pushes_by_the_sine_of_its_tilt() -> None:
    first, second, *_, verdict = said("nose_down", nose_down_deg=4, mass_kg=75, on_saddle_percent=55)
    # 75·0.55 = 41 kg, of which sin 4° = 2.9 push; the nose 150 ahead of the mark comes down by it and the mark's own way.
    assert first == "Of 41 kg on the saddle, 2.9 kg now push the rider forward; hands and feet hold them."
    drop = 150 * sin(radians(4)) + 22 * sin(radians(4)) + 48 * (1 - cos(radians(4)))
    assert number(second, "lower") == round(drop)
    assert "Numbness that stays is for a doctor." in verdict


def test_another_saddle_on_the_same_post_is_another_height() -> None:
    tried = try_claim("one_height", {"rail_now_mm": 48, "rail_then_mm": 42, "further_ahead_mm": 8})
    a, b = tried.marks
    assert ((b - a).x_mm, (b - a).y_mm) == (8, -6)
    assert number(str(tried.moved[0]), "of saddle height") == pytest.approx(b.length_mm - a.length_mm, abs=0.05)
    # The middles lie 137.5 − 150 and 122.5 − 118 from the mark: 17 apart, of which cos 73.5° is height.
    assert "17 mm of another place, 4.8 of height" in str(tried.moved[1])


def test_levers_further_in_ease_the_finger_until_the_blade_ends() -> None:
    first, second, *_ = said("levers_in", pivot_to_finger_mm=60, inward_mm=15, blade_mm=90)
    # 60/75 of the pull for the same moment, 75/60 of the way.
    assert first == "The finger pulls 75 from the pivot, not 60: 20 % less pull stops as hard."
    assert second == "The same bite takes 25 % more of the finger's way."
    third = said("levers_in", pivot_to_finger_mm=80, inward_mm=20, blade_mm=90)[2]
    assert third == "Beyond 10 mm the finger is off the blade's end."


def test_a_longer_stem_moves_the_hand_further_for_a_degree() -> None:
    first, second, *_, verdict = said("longer_stem", stem_length_mm=100, longer_mm=30, hoods_width_mm=420)
    was, now = hypot(185, 210), hypot(215, 210)
    assert number(first, "from the steering axis") == round(now)
    assert number(first, "of hand") == pytest.approx(now * pi / 180, abs=0.06)
    assert f"{round(100 * (now / was - 1))} % more hand" in verdict
    assert number(second, "to that arm") == round(hypot(185, 220) - was)


def test_width_hardly_touches_the_neck_and_height_does() -> None:
    first, second, *_ = said("neck", hoods_width_mm=440, narrower_mm=40, shoulder_width_mm=380, height_mm=1780)
    assert abs(number(first, "less")) < 1
    assert re.fullmatch(r"Ten of height does \+\d\.\d°\.", second)
    level = said("neck", hoods_width_mm=400, narrower_mm=0, shoulder_width_mm=400, height_mm=1780)[0]
    assert level.startswith("The trunk stays at ")


def test_a_smaller_frame_saves_what_post_and_pile_take_back() -> None:
    first, *_, verdict = said("small_frame", stack_less_mm=20, reach_less_mm=8, head_angle_deg=72)
    # 20 of stack at 72° is 21 of pile; at equal height the bar wants 8 + 20/tan 72° = 14 more of stem.
    assert "post, spacers and stem grow by 20 mm, 21 mm and 14 mm" in first
    grams = 20 * 0.6 + 21.03 * 0.35 + 14.5 * 1.1
    assert number(first, r"g\.$") == round(grams)
    assert verdict.startswith(("Nothing is saved", "1 g", "2 g", "3 g", "4 g", "5 g"))


@pytest.mark.parametrize("key", ["turn_over", "spacers", "size_up", "rise", "saddle_back", "nose_down", "one_height"])
def test_a_rider_is_drawn_where_one_is_given(key: str) -> None:
    alone, ridden = draw_claim(key, {}), draw_claim(key, {}, BodyMeasures(1650, 240, 760))
    assert not {"skin", "cloth"} & {i.style for i in alone.after}
    assert {"skin", "cloth", "shoe", "tyre"} <= {i.style for i in ridden.after}
    assert ridden.box[3] - ridden.box[1] > alone.box[3] - alone.box[1]
