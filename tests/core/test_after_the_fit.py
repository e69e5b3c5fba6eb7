"""Rides and trials after the fit: pairs out of runs, how many are needed, and where to look."""

from __future__ import annotations

from itertools import pairwise
from math import sqrt

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import integrate, optimize

from waymark.core.complaints import COMPLAINTS
from waymark.core.errors import InputError
from waymark.core.rides import REGIONS, complaint_of, worst_regions
from waymark.core.trial import judge, pairs_needed, pairs_of, plan_trial, spread_of


@given(st.integers(2, 4), st.integers(1, 5), st.integers(0, 10_000), st.data())
def test_every_half_of_a_block_is_a_pair_and_a_steady_drift_leaves_the_difference(
    many: int, blocks: int, seed: int, data: st.DataObject
) -> None:
    names = ["A", "B", "C", "D"][:many]
    order = plan_trial(names, blocks, seed)
    runs = [t for block in order for t in block]
    true = {name: data.draw(st.floats(-5, 5)) for name in names}
    drift = data.draw(st.floats(-1, 1))
    values = {i: true[t] + drift * i for i, t in enumerate(runs)}
    pairs = pairs_of(order, values, "A", "B")
    assert len(pairs) == 2 * blocks
    mean = sum(b - a for a, b in pairs) / len(pairs)
    assert mean == pytest.approx(true["B"] - true["A"], abs=1e-9)


def test_a_half_that_lacks_a_run_is_left_out() -> None:
    order = plan_trial(["A", "B"], 2, 4)
    runs = [t for block in order for t in block]
    values = {i: float(i) for i in range(len(runs))}
    assert len(pairs_of(order, values, "A", "B")) == 4
    for gone in range(len(runs)):
        left = {i: v for i, v in values.items() if i != gone}
        pairs = pairs_of(order, left, "A", "B")
        assert len(pairs) == 3
        # What is left are whole halves: neighbours of each other.
        assert all(abs(a - b) == 1 for a, b in pairs)
        assert {int(x) // 2 for x in (gone,)} & {int(a) // 2 for a, _ in pairs} == set()


def students_t(share: float, freedom: int) -> float:
    """The quantile by integrating the density itself, sharing nothing with what is tested."""

    def density(x: float) -> float:
        return (1 + x * x / freedom) ** (-(freedom + 1) / 2)

    whole = 2 * integrate.quad(density, 0, float("inf"))[0]
    return float(optimize.brentq(lambda t: 0.5 + integrate.quad(density, 0, t)[0] / whole - share, 0, 200))


@pytest.mark.parametrize(
    ("spread", "difference", "outcomes"), [(1.0, 2.0, 1), (1.0, 1.0, 1), (2.0, 1.0, 3), (0.4, 3.0, 2)]
)
def test_so_many_pairs_are_needed(spread: float, difference: float, outcomes: int) -> None:
    needed = pairs_needed(spread, difference, outcomes=outcomes)
    assert needed is not None
    share = 1 - 0.05 / outcomes / 2

    def half(n: int) -> float:
        return students_t(share, n - 1) * spread / sqrt(n)

    assert half(needed) <= difference * (1 + 1e-9)
    assert needed == 2 or half(needed - 1) > difference


def test_more_scatter_or_less_difference_needs_more_pairs_and_at_last_too_many() -> None:
    by_spread = [pairs_needed(s, 1.0) or 999 for s in (0.2, 0.5, 1, 2, 4, 40)]
    assert all(a <= b for a, b in pairwise(by_spread))
    assert by_spread[-1] == 999
    with pytest.raises(InputError):
        pairs_needed(1.0, 0.0)
    with pytest.raises(InputError):
        spread_of([(1.0, 2.0)])


@given(st.lists(st.tuples(st.floats(-9, 9), st.floats(-9, 9)), min_size=3, max_size=9))
def test_a_verdict_and_the_pairs_needed_agree(pairs: list[tuple[float, float]]) -> None:
    found = judge(pairs)
    if spread_of(pairs) < 1e-6 or abs(found.mean_difference) < 1e-6:
        return
    needed = pairs_needed(spread_of(pairs), abs(found.mean_difference))
    # As many pairs as there are would do just when these show it.
    shown = found.verdict != "no difference shown"
    near = min(abs(found.least), abs(found.greatest)) < 1e-6
    assert near or shown == (needed is not None and needed <= len(pairs))


def test_regions_lead_to_complaints_that_there_are() -> None:
    assert {complaint_of(region) for region in REGIONS} <= set(COMPLAINTS)
    asked = worst_regions(
        {"hands": {"road": 2, "down": 6}, "seat": {"gravel": 7}, "neck": {"climb": 2}, "knees": {}}, 3
    )
    assert asked == ("seat", "hands")
    assert worst_regions({"hands": {"road": 3}}, 3) == ("hands",)
    assert worst_regions({"hands": {"road": 2}}, 3) == ()
    assert worst_regions({"hands": {"road": 2}}, 2) == ("hands",)
