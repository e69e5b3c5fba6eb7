"""The adjustment of redundant readings: exact where it must be, honest where it can say nothing."""

from __future__ import annotations

from math import atan2, cos, degrees, hypot, radians, sin

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey import Reading, adjust, judge_readings
from waymark.core.survey.model import HOUSE_SD, Kind

BB_HEIGHT = 268.0
# What a careful fitter reads: key, kind, end, start.
SET_16: tuple[tuple[str, Kind, str, str], ...] = (
    ("sx", "x", "s", "bb"), ("sy", "floor_height", "s", "bb"), ("bb-s", "distance", "s", "bb"),
    ("nx", "x", "nose", "bb"), ("ny", "floor_height", "nose", "bb"), ("s-nose", "distance", "nose", "s"),
    ("cx", "x", "clamp", "bb"), ("cy", "floor_height", "clamp", "bb"), ("nose-clamp", "distance", "clamp", "nose"),
    ("s-clamp", "distance", "clamp", "s"), ("hx", "x", "h", "bb"), ("hy", "floor_height", "h", "bb"),
    ("s-h", "distance", "h", "s"), ("clamp-h", "distance", "h", "clamp"), ("bb-clamp", "distance", "clamp", "bb"),
    ("line", "angle", "s", "bb"), ("sy2", "y", "s", "bb"),
)  # fmt: skip

marks_of_a_bike = st.fixed_dictionaries(
    {
        "s": st.builds(Mark, st.floats(-260, -120), st.floats(620, 800)),
        "nose": st.builds(Mark, st.floats(-90, 20), st.floats(620, 800)),
        "clamp": st.builds(Mark, st.floats(400, 520), st.floats(540, 760)),
        "h": st.builds(Mark, st.floats(530, 640), st.floats(560, 780)),
    }
)


def true_value(kind: Kind, start: Mark, end: Mark) -> float:
    """What a perfect tape would read."""
    d = end - start
    return {
        "x": d.x_mm,
        "y": d.y_mm,
        "distance": hypot(d.x_mm, d.y_mm),
        "angle": degrees(atan2(d.y_mm, d.x_mm)),
        "floor_height": end.y_mm + BB_HEIGHT,
    }[kind]


def readings(marks: dict[str, Mark], noise: np.random.Generator | None = None, count: int = 17) -> list[Reading]:
    """A set of readings of these marks, perfect or with the house's noise."""
    places = {"bb": ORIGIN, **marks}
    made = []
    for key, kind, end, start in SET_16[:count]:
        value = true_value(kind, places[start], places[end])
        if noise is not None:
            value += noise.normal(0, HOUSE_SD[kind].value)
        made.append(Reading(key, kind, end, value, start))
    return made


@given(marks_of_a_bike)
def test_perfect_readings_give_the_marks_back(marks: dict[str, Mark]) -> None:
    found = adjust(readings(marks))
    for name, at in marks.items():
        assert found.points[name].at is not None
        assert found.points[name].at.distance_mm(at) < 1e-4
    assert found.bb_height_mm == pytest.approx(BB_HEIGHT, abs=1e-4)
    assert np.abs(found.residuals).max() < 1e-4
    # 17 readings, 4 marks of 2, and the BB's height.
    assert found.degrees_of_freedom == 17 - 9


@settings(max_examples=40)
@given(marks_of_a_bike, st.integers(0, 10_000))
def test_the_adjustment_is_the_least_of_all(marks: dict[str, Mark], seed: int) -> None:
    rng = np.random.default_rng(seed)
    read = readings(marks, rng)
    found = adjust(read)
    places = {n: p.at for n, p in found.points.items()}

    def cost(moved: dict[str, Mark], bb: float) -> float:
        total = 0.0
        for r in read:
            at = {"bb": ORIGIN, **moved}
            value = at[r.end].y_mm + bb if r.kind == "floor_height" else true_value(r.kind, at[r.start], at[r.end])
            total += ((value - r.value) / r.sigma) ** 2
        return total

    least = cost(places, found.bb_height_mm)
    assert least == pytest.approx((found.variance_factor or 0) * found.degrees_of_freedom, rel=1e-6)
    for name in places:
        for step in (Mark(0.3, 0), Mark(-0.3, 0), Mark(0, 0.3), Mark(0, -0.3)):
            assert cost({**places, name: places[name] + step}, found.bb_height_mm) > least
    assert cost(places, found.bb_height_mm + 0.3) > least


@settings(max_examples=30)
@given(marks_of_a_bike, st.integers(0, 10_000))
def test_redundancies_add_up_to_the_degrees_of_freedom(marks: dict[str, Mark], seed: int) -> None:
    found = adjust(readings(marks, np.random.default_rng(seed)))
    assert found.redundancy.sum() == pytest.approx(found.degrees_of_freedom)
    assert ((found.redundancy >= 0) & (found.redundancy <= 1)).all()
    assert np.allclose(found.residual_sd, np.sqrt(found.redundancy) * [r.sigma for r in found.readings])


def test_two_plumb_readings_average_with_their_spread() -> None:
    read = [Reading("a", "x", "p", 100), Reading("b", "x", "p", 104), Reading("y", "y", "p", 50)]
    found = adjust(read)
    point = found.points["p"]
    assert point.at == Mark(pytest.approx(102), pytest.approx(50))
    assert point.sd_x_mm == pytest.approx(3 / 2**0.5)
    assert point.sd_y_mm == pytest.approx(3)
    assert found.degrees_of_freedom == 1
    assert found.variance_factor == pytest.approx(2 * (2 / 3) ** 2)


def test_a_surer_reading_weighs_more() -> None:
    found = adjust([Reading("a", "x", "p", 100, sd=1), Reading("b", "x", "p", 104, sd=3), Reading("y", "y", "p", 0)])
    assert found.points["p"].at.x_mm == pytest.approx((100 * 9 + 104) / 10)


def test_nothing_redundant_says_that_nothing_was_checked() -> None:
    found, judged = judge_readings([Reading("x", "x", "s", -200), Reading("d", "distance", "s", 730)])
    assert found.degrees_of_freedom == 0
    assert found.variance_factor is None
    assert all(j.unchecked and j.standardised is None and not j.suspect for j in judged)


def test_a_point_with_too_few_readings_is_undetermined_and_spoils_nothing() -> None:
    read = [
        Reading("x", "x", "s", -200),
        Reading("y", "y", "s", 700),
        Reading("r", "distance", "h", 770, "s"),
    ]
    found = adjust(read)
    assert found.undetermined == ("h",)
    assert found.points["h"].at is None
    assert found.points["s"].at == Mark(pytest.approx(-200), pytest.approx(700))


MARKS = {"s": Mark(-207, 696), "nose": Mark(-54, 694), "clamp": Mark(481, 633), "h": Mark(565, 646)}


def test_a_slip_is_named_with_the_value_that_would_agree() -> None:
    rng = np.random.default_rng(5)
    read = readings(MARKS, rng)
    i = next(i for i, r in enumerate(read) if r.key == "nose-clamp")
    true = true_value("distance", MARKS["nose"], MARKS["clamp"])
    read[i] = Reading("nose-clamp", "distance", "clamp", true - 27, "nose")
    found, judged = judge_readings(read)
    suspects = [j for j in judged if j.suspect]
    assert [j.reading.key for j in suspects] == ["nose-clamp"]
    assert suspects[0].agreeing_value == pytest.approx(true, abs=3 * (suspects[0].agreeing_sd or 0))
    assert suspects[0].agreeing_sd is not None
    assert 1 < suspects[0].agreeing_sd < 6
    # The marks are those of the rest.
    assert found.degrees_of_freedom == 17 - 1 - 9
    assert found.points["clamp"].at.distance_mm(MARKS["clamp"]) < 8


def test_several_residuals_pass_the_bound_but_only_the_largest_is_named() -> None:
    read = readings(MARKS)
    i = next(i for i, r in enumerate(read) if r.key == "bb-s")
    read[i] = Reading("bb-s", "distance", "s", read[i].value + 60)
    whole = adjust(read)
    loud = np.abs(whole.residuals / whole.residual_sd) > 3.29
    assert loud.sum() > 1
    assert [j.reading.key for j in judge_readings(read)[1] if j.suspect] == ["bb-s"]


def test_a_slip_that_cannot_be_told_names_its_group() -> None:
    read = [Reading("a", "x", "p", 100), Reading("b", "x", "p", 140), Reading("y", "y", "p", 0)]
    _, judged = judge_readings(read)
    suspect = next(j for j in judged if j.suspect)
    assert set(suspect.not_told_from) | {suspect.reading.key} == {"a", "b"}


def test_the_smallest_slip_noticed_shrinks_with_redundancy() -> None:
    few = judge_readings(readings(MARKS, count=13))[1]
    many = judge_readings(readings(MARKS))[1]
    by_key = {j.reading.key: j for j in many}
    for j in few:
        if j.least_noticed is not None:
            assert (by_key[j.reading.key].least_noticed or 0) <= j.least_noticed + 1e-9


def test_simulated_slips_are_named_and_clean_sets_left_alone() -> None:
    rng = np.random.default_rng(2026)
    share = dict(zip((r.key for r in readings(MARKS)), adjust(readings(MARKS)).redundancy, strict=True))
    named: list[bool] = []
    well_checked: list[bool] = []
    false = 0
    for _ in range(60):
        read = readings(MARKS, rng)
        false += any(j.suspect for j in judge_readings(read)[1])
        i = int(rng.integers(len(read)))
        r = read[i]
        slip = float(rng.uniform(8, 16) * r.sigma * rng.choice([-1, 1]))
        read[i] = Reading(r.key, r.kind, r.end, r.value + slip, r.start)
        suspects = [j for j in judge_readings(read)[1] if j.suspect]
        named.append(len(suspects) == 1 and r.key in (suspects[0].reading.key, *suspects[0].not_told_from))
        if share[r.key] > 0.35:
            well_checked.append(named[-1])
    assert false / len(named) <= 0.04
    # Two floor heights hang on the unknown BB height alone: their slips can hardly show at all.
    assert np.mean(named) >= 0.65
    assert np.mean(well_checked) >= 0.93


@given(st.floats(-170, 170))
def test_angles_wrap_round(turn: float) -> None:
    at = Mark(100 * cos(radians(turn)), 100 * sin(radians(turn)))
    read = [
        Reading("x", "x", "p", at.x_mm),
        Reading("y", "y", "p", at.y_mm),
        Reading("a", "angle", "p", turn + 360),
    ]
    found = adjust(read)
    assert abs(found.residuals).max() < 1e-6


def test_a_known_bb_height_is_no_unknown() -> None:
    read = [Reading("x", "x", "s", -200), Reading("f", "floor_height", "s", 968)]
    known = adjust(read, bb_height_mm=268)
    assert known.points["s"].at.y_mm == pytest.approx(700)
    assert known.degrees_of_freedom == 0
    assert adjust(read).undetermined == ("s",)


def test_bad_sets_are_refused() -> None:
    with pytest.raises(InputError):
        adjust([Reading("a", "x", "p", 1), Reading("a", "y", "p", 1)])
    with pytest.raises(InputError):
        adjust([Reading("a", "x", "p", 1, sd=0)])
