"""Handling against the present bike: the figures by hand, and words only for what is felt."""

from __future__ import annotations

from dataclasses import replace
from math import cos, hypot, radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit
from waymark.core.cockpit import FlatBar, GripPlace, Stem, bar_clamp, place_grip
from waymark.core.frame import FrameGeometry
from waymark.core.handling import (
    Balance,
    Handling,
    Loaded,
    balance,
    differences,
    handling_of,
    rise_by_roll,
    small_changes,
    stem_by_width,
    weighted,
)
from waymark.core.marks import Mark
from waymark.core.rules.bench import BENCH_USUAL

FRAME = FrameGeometry(560, 388, 72, 73.5, 520, 150, 385, 45, 72, 415, 592, 340)


def test_figures_are_those_of_the_frame_and_the_hand() -> None:
    hand = Mark(FRAME.reach_mm + 80, FRAME.stack_mm + 60)
    found = handling_of(FRAME, hand, 200, Balance(22.5, 43.0), 12.0)
    theta = radians(72)
    # Trail once more, as the axis' own foot on the ground ahead of the wheel's.
    radius, offset = FRAME.wheel_radius_mm, FRAME.fork_offset_mm
    assert found.trail_mm == pytest.approx(radius / tan(theta) - offset / sin(theta))
    # The hand's distance from the axis, by the area of the triangle over it.
    up = Mark(-FRAME.head_top.y_mm / tan(theta), FRAME.head_top.y_mm)
    x, y = hand.x_mm - FRAME.head_top.x_mm, hand.y_mm - FRAME.head_top.y_mm
    square = abs(up.x_mm * y - up.y_mm * x) / up.length_mm
    assert found.arm_mm == pytest.approx(hypot(square, 200))
    assert found.travel_mm == pytest.approx(found.arm_mm * 3.14159265 / 180)
    assert (found.front_share_percent, found.hand_load_percent, found.toe_mm) == (43.0, 22.5, 12.0)


def told(now: Handling | None, then: Handling) -> dict[str, str | None]:
    return {d.name: None if d.says is None else str(d.says) for d in differences(now, then)}


def test_only_what_is_felt_is_put_in_words() -> None:
    now = handling_of(FRAME, Mark(470, 640), 200, Balance(22.5, 43.0), 12.0)
    assert set(told(now, now).values()) == {None}
    steadier = replace(now, trail_mm=now.trail_mm + 5, hand_load_percent=20.0, toe_mm=13.0)
    said = told(now, steadier)
    assert said["trail"] == "steadier, slower to turn in"
    assert said["hand_load"] == "less on the hands"
    assert said["toe"] is None
    assert told(steadier, now)["trail"] == "quicker to turn in, less steady"


def test_what_is_not_known_is_left_out_and_nothing_is_said_without_a_present_bike() -> None:
    then = handling_of(FRAME)
    assert [d.name for d in differences(None, then)] == ["trail", "flop", "wheelbase", "front_centre"]
    assert all(d.says is None and d.now is None for d in differences(None, then))


@given(st.floats(40, 120), st.floats(40, 120))
def test_more_and_less_are_each_others_mirror(a: float, b: float) -> None:
    one, two = (Handling(trail, 20, 1000, 600) for trail in (a, b))
    there, back = told(one, two)["trail"], told(two, one)["trail"]
    assert (there is None) == (back is None) == (abs(a - b) < 2.0)
    if there is not None:
        assert there.startswith("steadier") is (b > a) and there != back


def riser(width_mm: float) -> GripPlace:
    """The grip of a riser of this width."""
    return place_grip(FlatBar(width_mm, 20, 8, 5, 60), 55)


@given(
    st.floats(62, 75),
    st.floats(-20, 20),
    st.sampled_from([30.0, 50, 70, 90]),
    st.sampled_from([700.0, 740, 780, 800]),
)
def test_a_pair_is_where_its_parts_and_spacers_put_the_hands(
    lean: float, angle: float, length: float, width: float
) -> None:
    stem = Stem(60, angle, 40)
    pair = stem_by_width(stem, 760, [length], [width], riser, lean, 620, 380)[0][0]
    top = Mark(430, 620)
    before = bar_clamp(top, lean, 8, 15, stem) + riser(760).at
    after = bar_clamp(top, lean, 8, 15 + pair.spacers_mm, Stem(length, angle, 40)) + riser(width).at
    # At one height, and so far forward.
    assert after.y_mm == pytest.approx(before.y_mm, abs=1e-9)
    assert pair.hands_mm == pytest.approx(after.x_mm - before.x_mm, abs=1e-9)
    # The arm's shadow on the middle plane, by Pythagoras.
    out = [w / 2 - 55 - 190 for w in (760, width)]
    shadow = [(620**2 - o**2) ** 0.5 for o in out]
    assert pair.drawn_mm == pytest.approx(shadow[0] - shadow[1])
    assert pair.felt_mm == pytest.approx(pair.hands_mm + shadow[0] - shadow[1])


def test_two_centimetres_of_width_are_not_one_of_length() -> None:
    (same, wider), (shorter, _) = (
        stem_by_width(Stem(50, 0, 40), 760, [50], [760, 780], riser, 65, 620, 380),
        stem_by_width(Stem(50, 0, 40), 760, [40], [760, 780], riser, 65, 620, 380),
    )
    assert (same[0].hands_mm, same[0].drawn_mm, same[0].spacers_mm) == (0, 0, 0)
    # A centimetre of hand further out at 13 cm from the shoulders' line is 2.3 mm nearer, and the sweep takes 1.4 back.
    assert wider[0].drawn_mm == pytest.approx(2.32, abs=0.01)
    assert wider[0].hands_mm < 0
    # Ten off a level stem at 65° are eleven of reach once the height is kept.
    assert shorter[0].hands_mm == pytest.approx(-10 / sin(radians(65)), abs=0.01)
    assert shorter[0].spacers_mm == pytest.approx(10 / tan(radians(65)), abs=0.01)
    assert stem_by_width(Stem(50, 0, 40), 760, [50], [780], riser, 65, None, None)[0][0].felt_mm is None


def test_each_school_of_weight_takes_one_of_the_pairs_that_feel_alike() -> None:
    rows = stem_by_width(Stem(50, 0, 40), 760, [40, 50, 60], [720, 760, 800], riser, 65, 620, 380)
    alike = {(p.stem_mm, p.width_mm) for row in rows for p in row if p.felt_mm is not None and abs(p.felt_mm) <= 12}
    assert (50, 760) in alike
    long = weighted(rows, "long_low", 12)
    short = weighted(rows, "short_wide", 12)
    assert long is not None
    assert short is not None
    longest, shortest = max(s for s, _ in alike), min(s for s, _ in alike)
    assert (long.stem_mm, long.width_mm) == (longest, min(w for s, w in alike if s == longest))
    assert (short.stem_mm, short.width_mm) == (shortest, max(w for s, w in alike if s == shortest))
    assert longest > 50 > shortest
    assert weighted(stem_by_width(Stem(50, 0, 40), 760, [50], [760], riser, 65, None, None), "long_low", 5) is None


@given(st.floats(62, 75), st.sampled_from([0.0, 20, 30, 50]), st.floats(-8, 8), st.floats(0, 40))
def test_a_rise_with_a_roll_is_where_its_bar_and_spacers_put_the_hands(
    lean: float, rise: float, roll: float, pile: float
) -> None:
    bar, stem, top = FlatBar(760, 20, 9, 5), Stem(50, 0, 40), Mark(430, 620)

    def grip(x: float, turned: float) -> GripPlace:
        return place_grip(replace(bar, rise_mm=x), 55, turned)

    [[found]] = rise_by_roll(stem, 20, 0, [rise], [roll], grip, lean, pile, 40)
    before = bar_clamp(top, lean, 8, pile, stem) + grip(20, 0).at
    after = bar_clamp(top, lean, 8, pile + found.spacers_mm, stem) + grip(rise, roll).at
    assert after.y_mm == pytest.approx(before.y_mm, abs=1e-9)
    assert found.hands_mm == pytest.approx(after.x_mm - before.x_mm, abs=1e-9)
    assert found.stands == (-1e-6 <= pile + found.spacers_mm <= 40 + 1e-6)
    [[same]] = rise_by_roll(stem, 20, 0, [20], [0], grip, lean, pile, 40)
    assert (same.spacers_mm, same.hands_mm, same.stands) == (0, 0, True)


def test_thirty_of_rise_are_nearly_thirty_of_spacers_and_bring_the_hands_forward() -> None:
    bar = FlatBar(760, 20)

    def grip(x: float, turned: float) -> GripPlace:
        return place_grip(replace(bar, rise_mm=x), 55, turned)

    [[high]] = rise_by_roll(Stem(50, 0, 40), 20, 0, [50], [0], grip, 66, 35, 40)
    # Thirty up by rise are 30/sin 66° of pile less, which brings the clamp 30/tan 66° forward.
    assert high.spacers_mm == pytest.approx(-32.839, abs=0.001)
    assert high.hands_mm == pytest.approx(13.357, abs=0.001)


def test_small_changes_are_the_balance_of_marks_turned_and_moved_by_hand() -> None:
    rider, foot = BodyMeasures(1780, 265, 830), FootFit(265)
    at = Loaded(Mark(-208.2, 702.8), Mark(455, 560), rider, foot, 170, 415, 70, 1000)
    found = {str(x.what): x.held for x in small_changes(at, BENCH_USUAL)}
    here = at.held()

    def by_hand(saddle: tuple[float, float], hand: tuple[float, float], drop: float = 70) -> Balance:
        return balance(Mark(*saddle), Mark(*hand), rider, foot, 170, 415, drop, 1000)

    c, s = cos(radians(1)), sin(radians(1))
    forward = (-208.2 * c + 702.8 * s, 702.8 * c + 208.2 * s)
    assert found["saddle 1° forward on its rails"] == by_hand(forward, (455, 560))
    assert found["bars 10 up"] == by_hand((-208.2, 702.8), (455, 570))
    assert found["stem 10 shorter"] == by_hand((-208.2, 702.8), (445, 560))
    c, s = cos(radians(0.5)), sin(radians(0.5))
    saddle, hand = (-208.2 * c - 702.8 * s, 702.8 * c - 208.2 * s), (455 * c - 560 * s, 560 * c + 455 * s)
    flipped = found["a flip chip: 0.5° slacker, the BB 6 down"]
    assert flipped.front_axle_percent == pytest.approx(by_hand(saddle, hand, 76).front_axle_percent)
    # What is known of bikes: bars up and a saddle back take weight off the front wheel, a longer stem puts it there.
    assert found["bars 10 up"].front_axle_percent < here.front_axle_percent < found["stem 10 longer"].front_axle_percent
    assert found["saddle 1° back on its rails"].front_axle_percent < here.front_axle_percent
    assert flipped.front_axle_percent < here.front_axle_percent
