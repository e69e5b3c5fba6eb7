"""Gears, trials and indoor bikes: worked numbers, brute force, and the rates that are promised."""

from __future__ import annotations

import re
from itertools import product
from math import atan, cos, hypot, radians, sin

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.core.gearing import Gears, Hill, check_gearing, gear_advice
from waymark.core.gearing.check import climb_speed_ms
from waymark.core.marks import Mark
from waymark.core.rules.gears import GROUNDS
from waymark.core.rules.house import DISCIPLINES
from waymark.core.trainer import Axis, Slide, Stop, nearest_crank_mm, settings_for
from waymark.core.trial import balance_of, judge, plan_trial


def test_a_top_gear_and_a_low_gear_by_hand() -> None:
    g = check_gearing([50, 34], [11, 13, 15, 17, 20, 24, 28], 2100, 90, 80, 250, 8, 0.004, 0.32)
    # 50/11 of 2.1 m, ninety times a minute.
    assert g.top_speed_kmh == pytest.approx(50 / 11 * 2.1 * 90 * 60 / 1000)
    assert (g.ratios[0], g.ratios[-1]) == (34 / 28, 50 / 11)
    assert g.range_percent == pytest.approx(100 * (50 / 11) / (34 / 28))
    # 20 to 24 is the largest step but for 11 to 13: 20 % and 18.2 %.
    assert g.largest_step_percent == pytest.approx(20)
    v = g.climb_speed_kmh / 3.6
    theta = atan(0.08)
    force = 80 * 9.80665 * (sin(theta) + 0.004 * cos(theta)) + 0.5 * 1.2 * 0.32 * v**2
    assert force * v == pytest.approx(250 * 0.976, rel=1e-9)
    assert g.climb_cadence_rpm == pytest.approx(v * 60 / (34 / 28 * 2.1))


@given(
    mass=st.floats(40, 200),
    power=st.floats(20, 800),
    gradient=st.floats(-25, 30),
    crr=st.floats(0.001, 0.03),
    cda=st.floats(0.15, 0.8),
)
def test_the_speed_is_where_power_and_resistance_balance(
    mass: float, power: float, gradient: float, crr: float, cda: float
) -> None:
    v = climb_speed_ms(mass, power, gradient, crr, cda)
    theta = atan(gradient / 100)
    asked = v * (mass * 9.80665 * (sin(theta) + crr * cos(theta)) + 0.6 * cda * v * v)
    assert asked == pytest.approx(power * 0.976, rel=1e-6)
    assert climb_speed_ms(mass, power * 1.1, gradient, crr, cda) > v
    assert climb_speed_ms(mass, power, gradient + 1, crr, cda) < v


NAMES = st.lists(st.sampled_from("ABCDEF"), min_size=2, max_size=6, unique=True)


@given(NAMES, st.integers(1, 40), st.integers(0, 2**32))
def test_every_block_is_an_order_and_its_mirror_and_the_firsts_are_shared(
    names: list[str], blocks: int, seed: int
) -> None:
    order = plan_trial(names, blocks, seed)
    assert len(order) == blocks
    n = len(names)
    for block in order:
        assert block[:n] == block[: n - 1 : -1]
        assert sorted(block[:n]) == sorted(names)
    found = balance_of(names, order)
    assert found.drift_cancels
    assert max(found.first_counts.values()) - min(found.first_counts.values()) <= 1
    assert sum(found.first_counts.values()) == blocks
    assert plan_trial(names, blocks, seed) == order
    # A steady drift adds the same to every treatment, whatever its size.
    drift = {name: sum(0.7 * i for i, t in enumerate(order[0]) if t == name) for name in names}
    assert max(drift.values()) - min(drift.values()) < 1e-9


def test_an_order_that_drift_favours_is_seen() -> None:
    assert not balance_of(["A", "B"], [("A", "A", "B", "B")]).drift_cancels
    assert not balance_of(["A", "B"], [("A", "B", "A")]).drift_cancels
    assert balance_of(["A", "B"], [("A", "B", "B", "A"), ("B", "A", "A", "B")]).first_counts == {"A": 1, "B": 1}
    assert {plan_trial(["A", "B", "C", "D"], 3, seed) for seed in range(5)} != {plan_trial(["A", "B", "C", "D"], 3, 0)}


def test_paired_differences_by_hand() -> None:
    # Differences 1, 2, 3, 4: mean 2.5, sd 1.291, error 0.6455; t of three degrees at 95 % is 3.1824.
    found = judge([(11, 10), (12, 10), (13, 10), (14, 10)])
    assert (found.mean_difference, found.least, found.greatest) == pytest.approx(
        (2.5, 2.5 - 3.1824 * 0.6455, 2.5 + 3.1824 * 0.6455), abs=2e-4
    )
    assert found.p == pytest.approx(0.0305, abs=1e-4)
    assert found.verdict == "a"
    assert judge([(10, 11), (10, 12), (10, 13), (10, 14)]).verdict == "b"
    # Judged with three others it is no longer shown: 4 times 0.0305.
    four = judge([(11, 10), (12, 10), (13, 10), (14, 10)], outcomes=4)
    assert (four.verdict, four.p) == ("no difference shown", pytest.approx(0.122, abs=1e-3))
    assert four.least < found.least
    alike = judge([(5, 5), (7, 7)])
    assert (alike.p, alike.verdict, alike.least, alike.greatest) == (1, "no difference shown", 0, 0)
    steady = judge([(6, 5), (8, 7)])
    assert (steady.p, steady.verdict) == (0, "a")
    with pytest.raises(InputError) as wrong:
        judge([(1, 2)])
    assert wrong.value.field == "pairs"


def test_without_a_difference_five_in_a_hundred_are_said_to_differ_and_with_one_most_are() -> None:
    rng = np.random.default_rng(8)

    def share(shift: float, outcomes: int = 1) -> float:
        shown = 0
        for _ in range(1500):
            a, b = rng.normal(shift, 1 / 2**0.5, 8), rng.normal(0, 1 / 2**0.5, 8)
            shown += judge(list(zip(a, b, strict=True)), outcomes=outcomes).verdict != "no difference shown"
        return shown / 1500

    assert share(0) == pytest.approx(0.05, abs=0.015)
    assert share(0, outcomes=5) == pytest.approx(0.01, abs=0.008)
    # Eight pairs whose differences scatter by one, one apart: the power of the paired t is 0.69.
    assert share(1) == pytest.approx(0.69, abs=0.03)


stops = st.lists(st.integers(-100, 300), min_size=1, max_size=12, unique=True).map(
    lambda xs: tuple(Stop(float(x), f"{x}") for x in sorted(xs))
)
axes = st.builds(Axis, st.sampled_from(["post", "slide", "riser"]), st.floats(-180, 180), stops)


@settings(max_examples=300)
@given(
    st.lists(axes, min_size=1, max_size=3),
    st.floats(-300, 300),
    st.floats(200, 900),
    st.floats(-400, 700),
    st.floats(100, 1000),
)
def test_what_is_dialled_in_is_the_best_of_every_setting(
    these: list[Axis], ox: float, oy: float, wx: float, wy: float
) -> None:
    slide, wanted = Slide(Mark(ox, oy), tuple(these)), Mark(wx, wy)
    found = settings_for(slide, wanted, (3, 2))
    misses = []
    for pick in product(*(a.stops for a in these)):
        x = ox + sum(s.mm * cos(radians(a.direction_deg)) for a, s in zip(these, pick, strict=True))
        y = oy + sum(s.mm * sin(radians(a.direction_deg)) for a, s in zip(these, pick, strict=True))
        misses.append((hypot((x - wx) / 3, (y - wy) / 2), x, y, pick))
    best = min(misses, key=lambda m: m[0])
    assert hypot(found.off.x_mm / 3, found.off.y_mm / 2) == pytest.approx(best[0], abs=1e-5)
    mine = next(m for m in misses if m[3] == found.stops)
    assert (found.at.x_mm, found.at.y_mm) == pytest.approx((mine[1], mine[2]), abs=1e-6)
    assert (found.verdict == "within") == (abs(found.off.x_mm) <= 3 + 1e-9 and abs(found.off.y_mm) <= 2 + 1e-9)
    # Beside it, each slider one stop away with the others kept; none of them is nearer.
    for b in found.beside:
        assert hypot(b.off.x_mm / 3, b.off.y_mm / 2) >= best[0] - 1e-6
        assert (b.at - wanted).distance_mm(b.off) < 1e-9
    ends = sum((s is not a.stops[0]) + (s is not a.stops[-1]) for a, s in zip(these, found.stops, strict=True))
    assert len(found.beside) == ends


def test_the_nearest_crank_is_the_shorter_of_two_as_near() -> None:
    assert nearest_crank_mm([165, 170, 175], 167.5) == 165
    assert nearest_crank_mm([165, 170, 175], 168) == 170
    with pytest.raises(InputError):
        long = tuple(Stop(float(i)) for i in range(2000))
        settings_for(
            Slide(Mark(0, 0), (Axis("a", 0, long), Axis("b", 90, long), Axis("c", 45, long))), Mark(0, 0), (3, 2)
        )


HILL = Hill(mass_kg=74, power_w=160, ground=GROUNDS["endurance"], circumference_mm=2136)


def test_a_low_gear_too_high_is_said_with_the_ring_that_mends_it() -> None:
    # 156 W at the wheel against 75.5 N of hill and 0.9 of air: 2.04 m/s; 34/28 goes 2.594 m a turn.
    said = [str(s) for s in gear_advice(Gears((34, 50), (11, 13, 15, 17, 19, 21, 24, 28)), HILL)]
    assert said[0] == "Up 10 % on 160 W the lowest gear turns 47 a minute: under 60 the knees push."
    assert said[1] == "A cog of 36, or a ring of 26, would turn it."
    assert said[2] == "The widest step between cogs is 18 %: felt on the flat."
    assert said[3] == "One ring could cover the 374 %, in wider steps."
    mended = HILL.check(Gears((26, 50), (28,)))
    assert 60 <= mended.climb_cadence_rpm < 62.5


@given(
    st.lists(st.integers(22, 52), min_size=1, max_size=2, unique=True),
    st.lists(st.integers(10, 51), min_size=2, max_size=12, unique=True),
    st.floats(80, 350),
    st.sampled_from(sorted(GROUNDS)),
)
def test_what_would_turn_it_does(rings: list[int], cogs: list[int], power: float, use: str) -> None:
    hill = Hill(80, power, GROUNDS[use], 2100)
    gears = Gears(tuple(map(float, sorted(rings))), tuple(map(float, sorted(cogs))))
    said = [str(s) for s in gear_advice(gears, hill)]
    slow = hill.check(gears).climb_cadence_rpm < 60
    assert ("knees push" in said[0]) is slow
    if not slow:
        return
    named = [int(x) for x in re.findall(r"\d+", said[1])]
    ring = named[-1]
    if ring:
        assert hill.check(Gears((ring,), gears.cogs)).climb_cadence_rpm >= 60 - 1e-6
        assert hill.check(Gears((ring + 1,), gears.cogs)).climb_cadence_rpm < 60
    if len(named) == 2:
        assert hill.check(Gears(gears.rings, (*gears.cogs, float(named[0])))).climb_cadence_rpm >= 60 - 1e-6
        assert hill.check(Gears(gears.rings, (float(named[0] - 1),))).climb_cadence_rpm < 60


def test_every_use_has_its_hill() -> None:
    assert set(GROUNDS) == set(DISCIPLINES)
