"""The ways of the bike that is owned: against every choice of pieces tried, and what a mechanic is told to do."""

from __future__ import annotations

import cmath
from itertools import combinations
from math import hypot, pi, radians

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.ways import Drawer, HeldStem, Now, SoldSpacer, every_way

TOP = Mark(390, 560)
BIKE = Now(TOP, 72, 8, Stem(100, -6, 40), (10, 5), (10,), 30)
CAIRN = tuple(HeldStem(x, -6, 40, price=30) for x in (80, 90, 110))
NONE = Drawer()


def told(goal: Mark, now: Now = BIKE, drawer: Drawer = NONE, tolerance: float = 5) -> list[tuple[str, list[str]]]:
    """Rung and changes of every way."""
    return [(w.rung, [str(c) for c in w.changes]) for w in every_way(now, drawer, goal, (tolerance, tolerance))]


def at(spacers: float, stem: Stem = BIKE.stem) -> Mark:
    """Where the clamp is on this bike with so much under so a stem."""
    return bar_clamp(TOP, 72, 8, spacers, stem)


def test_a_bike_that_is_there_already_is_left_alone() -> None:
    first = every_way(BIKE, Drawer(CAIRN, (SoldSpacer(2.5),)), at(15), (5, 5))[0]
    assert (first.rung, first.cost, first.changes, first.bought) == ("nothing", 0, (), 0)
    assert first.miss.length_mm < 1e-9


def test_height_is_first_had_from_own_spacers_and_the_own_stem() -> None:
    # Ten millimetres of pile: own spacers do it, before anything is bought.
    assert told(at(25))[0] == ("free", ["put 10 more under the stem, 25 in all"])
    assert told(at(5), tolerance=2)[0] == ("free", ["take 10 from under the stem, 5 left"])
    # Twenty at once: the stem turned over is exactly that.
    higher = at(15, Stem(100, 6, 40))
    assert told(higher, tolerance=2)[0] == ("free", ["turn the stem over, to +6°"])
    # Both together.
    both = at(25, Stem(100, 6, 40))
    assert told(both, tolerance=2)[0] == (
        "free",
        ["turn the stem over, to +6°", "put 10 more under the stem, 25 in all"],
    )


def test_what_own_parts_cannot_do_is_bought_for_the_least() -> None:
    wanted = at(15, Stem(90, -6, 40))
    drawer = Drawer((*CAIRN, HeldStem(90, -6, 40, price=80)), (SoldSpacer(5, 3),))
    found = every_way(BIKE, drawer, wanted, (3, 3))
    assert [(w.rung, w.cost) for w in found][0] == ("small_part", 30)
    assert [str(c) for c in found[0].changes] == ["buy a stem of 90 at −6°"]
    # The same stem in the own drawer is free.
    owned = Drawer((HeldStem(90, -6, 40, owned=True),))
    assert told(wanted, drawer=owned, tolerance=3)[0] == ("free", ["put on the own stem of 90 at −6°"])


def test_a_cut_steerer_does_not_grow() -> None:
    # All there is under the stem: 25 of spacers. A taller clamp has 5 less for its pile.
    assert not told(at(60), tolerance=2)
    assert max(w.pile_mm for w in every_way(BIKE, NONE, at(25), (60, 60))) == 25
    tall = Drawer((HeldStem(100, -6, 45, owned=True),))
    heights = {w.pile_mm for w in every_way(BIKE, tall, at(20), (60, 60)) if w.stem.clamp_height_mm == 45}
    assert max(heights) == 20
    # Nor does a spacer that is bought make it longer.
    bought = every_way(BIKE, Drawer((), (SoldSpacer(5), SoldSpacer(20))), at(25), (60, 60))
    assert max(w.pile_mm for w in bought) == 25
    # The maker's limit is a wall of its own.
    low = Now(TOP, 72, 8, Stem(100, -6, 40), (10, 5), (10,), 15)
    assert max(w.pile_mm for w in every_way(low, NONE, at(25), (60, 60))) == 15


def test_a_spacer_is_bought_once_and_only_where_none_of_ones_own_will_do() -> None:
    drawer = Drawer((), (SoldSpacer(2.5, 4), SoldSpacer(7.5, 1)))
    found = every_way(BIKE, drawer, at(17.5), (0.9, 0.9))
    assert [(w.rung, w.cost, [str(c) for c in w.changes]) for w in found] == [
        # 10 of one's own and 7.5 bought is cheaper than 15 and 2.5.
        ("small_part", 1, ["buy a spacer of 7.5", "put 2.5 more under the stem, 17.5 in all"])
    ]
    assert found[0].under_mm == (10, 7.5)


piece = st.sampled_from([2.5, 3, 5, 10, 20])
stems = st.builds(
    HeldStem,
    st.sampled_from([90, 100, 110]),
    st.sampled_from([-17, -6, 0, 6, 10]),
    st.sampled_from([38, 40, 45]),
    st.booleans(),
    st.integers(0, 40),
)
bikes = st.builds(
    Now,
    st.just(TOP),
    st.sampled_from([66, 71.5, 73]),
    st.sampled_from([5, 15]),
    st.builds(Stem, st.sampled_from([90, 100]), st.sampled_from([-17, -6, 0, 6]), st.sampled_from([38, 40])),
    st.lists(piece, max_size=3).map(tuple),
    st.lists(piece, max_size=2).map(tuple),
    st.sampled_from([None, 20, 30]),
)
drawers = st.builds(
    Drawer,
    st.lists(stems, max_size=3).map(tuple),
    st.lists(st.builds(SoldSpacer, piece, st.integers(0, 5)), max_size=3).map(tuple),
)


def tried(
    now: Now, drawer: Drawer, goal: Mark, tolerance: tuple[float, float]
) -> dict[tuple[float, ...], tuple[float, ...]]:
    """Every choice of every piece under every stem: the least (rung, cost, bought) for each stem as it stands and pile,
    with how far it misses. Positions by complex numbers."""
    up = cmath.rect(1, pi - radians(now.head_angle_deg))
    own = [(p, 0.0) for p in (*now.under_mm, *now.over_mm)]
    pieces = [(h, 0.0, 0) for h, _ in own] + [(s.height_mm, s.price, 1) for s in drawer.spacers]
    on_it = sum(h for h, _ in own) + now.stem.clamp_height_mm
    here = now.stem
    every = [(here.length_mm, a, here.clamp_height_mm, 0.0, 0) for a in {here.angle_deg, -here.angle_deg}]
    for s in drawer.stems:
        every += [
            (s.length_mm, a, s.clamp_height_mm, 0.0 if s.owned else s.price, int(not s.owned))
            for a in {s.angle_deg, -s.angle_deg}
        ]
    found: dict[tuple[float, ...], tuple[float, ...]] = {}
    for count in range(len(pieces) + 1):
        for chosen in combinations(pieces, count):
            pile = round(sum(p[0] for p in chosen), 6)
            if now.limit_mm is not None and pile > now.limit_mm + 1e-9:
                continue
            for length, angle, clamp, price, bought in every:
                if pile + clamp > on_it + 1e-9:
                    continue
                reached = complex(now.head_top.x_mm, now.head_top.y_mm) + up * (now.cover_mm + pile + clamp / 2)
                reached += up * cmath.rect(1, radians(angle) - pi / 2) * length
                off = reached - complex(goal.x_mm, goal.y_mm)
                if abs(off.real) > tolerance[0] or abs(off.imag) > tolerance[1]:
                    continue
                pieces_bought = bought + sum(p[2] for p in chosen)
                same = (length, angle, clamp) == (here.length_mm, here.angle_deg, here.clamp_height_mm)
                same = same and abs(pile - sum(now.under_mm)) < 1e-9
                rung = 2 if pieces_bought else 0 if same else 1
                mine = (rung, price + sum(p[1] for p in chosen), pieces_bought)
                key = (length, angle + 0.0, clamp, pile)
                if key not in found or mine < found[key][:3]:
                    found[key] = (*mine, hypot(off.real / tolerance[0], off.imag / tolerance[1]))
    return found


@settings(max_examples=150, deadline=None)
@given(bikes, drawers, st.floats(-12, 12), st.floats(-25, 35), st.sampled_from([(5.0, 5.0), (3.0, 8.0), (12.0, 12.0)]))
def test_the_ways_are_those_of_every_choice_of_pieces(
    now: Now, drawer: Drawer, dx: float, dy: float, tolerance: tuple[float, float]
) -> None:
    goal = now.clamp(now.stem, now.pile_mm) + Mark(dx, dy)
    found = every_way(now, drawer, goal, tolerance)
    mine = {
        (w.stem.length_mm, w.stem.angle_deg + 0.0, w.stem.clamp_height_mm, round(w.pile_mm, 6)): (
            ("nothing", "free", "small_part").index(w.rung),
            w.cost,
            w.bought,
        )
        for w in found
    }
    every = tried(now, drawer, goal, tolerance)
    assert mine == {key: value[:3] for key, value in every.items()}
    order = [(*mine[key], round(every[key][3], 6)) for key in mine]
    assert order == sorted(order)
    for w in found:
        assert (w.under_mm and sum(w.under_mm) == pytest.approx(w.pile_mm)) or w.pile_mm == 0
        assert (w.changes == ()) == (w.rung == "nothing")
