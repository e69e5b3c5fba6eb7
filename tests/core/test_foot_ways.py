"""Ways of the foot against every crank on every sole."""

from __future__ import annotations

import itertools

from hypothesis import given
from hypothesis import strategies as st

from waymark.core.marks import Mark
from waymark.core.ways import CrankStand, FootBench, Kind, SoleStand, foot_moves

lengths = st.sampled_from([155.0, 160.0, 165.0, 170.0, 172.5, 175.0])
cranks = st.lists(
    st.builds(CrankStand, lengths, st.just(("crank",)), st.integers(0, 3), st.integers(0, 5).map(float)), max_size=5
)
SOLE_KINDS: tuple[tuple[Kind, ...], ...] = (("pedal",), ("shoe",), ("pedal", "shoe"), ("pedal", "cleat", "shoe"))
soles = st.lists(
    st.builds(
        SoleStand,
        st.integers(18, 36).map(float),
        st.sampled_from(SOLE_KINDS),
        st.integers(0, 2),
        st.integers(0, 5).map(float),
    ),
    max_size=6,
)


@given(cranks, soles, st.integers(-12, 12), st.integers(-6, 6), st.sampled_from([1.0, 2.5, 4.0]))
def test_each_set_of_changes_is_the_cheapest_that_reaches(
    others: list[CrankStand], under: list[SoleStand], fore: int, up: int, reach: float
) -> None:
    bench = FootBench([CrankStand(170.0), *others], [SoleStand(25.0), *under])
    wanted = Mark(170.0 + fore, 25.0 + up)
    tried: dict[frozenset[Kind], list[tuple[int, float, float]]] = {}
    for crank, sole in itertools.product(bench.cranks, bench.soles):
        x, y = abs(crank.length_mm - wanted.x_mm), abs(sole.stack_mm - wanted.y_mm)
        if x <= reach and y <= reach:
            kinds = frozenset((*crank.kinds, *sole.kinds))
            tried.setdefault(kinds, []).append(
                (max(crank.rung, sole.rung), crank.price + sole.price, round(max(x, y) / reach, 9))
            )
    found = {frozenset(m.kinds): m for m in foot_moves(bench, wanted, (reach, reach))}
    for kinds, move in found.items():
        assert (move.rung, move.price, move.share) == min(tried[kinds])
        assert move.miss == move.foot - wanted
    # What is left out does no better than fewer of the same changes that cost no more.
    for kinds in tried.keys() - found.keys():
        rung, price, _ = min(tried[kinds])
        assert any(few < kinds and (m.rung, m.price) <= (rung, price) for few, m in found.items())
