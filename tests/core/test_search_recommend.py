"""The recommended build, bars and one-piece cockpits alike, against every build there is."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests import oracle_search as oracle
from tests.core.test_search_whole import bars, drawers, frame, frames, goals, places, road, stems
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.say import say
from waymark.core.search import BarOption, CockpitOption, Goal, Shelf, StemOption, search_sizes
from waymark.core.search.cockpits import Cockpits
from waymark.core.search.exact import FrontEnds
from waymark.core.search.recommend import Recommended
from waymark.core.search.whole import search_whole
from waymark.core.workmanship import Fault

faulted = st.builds(
    lambda bar, points, rung, price: replace(bar, faults=(Fault(points, say("a fault")),), rung=rung, price=price),
    bars,
    st.sampled_from([0.0, 0.0, 0.4, 4.0]),
    st.sampled_from([0, 2]),
    st.integers(0, 5),
)
priced = st.builds(
    lambda stem, price, owned: replace(stem, price=price, owned=owned), stems, st.integers(0, 5), st.booleans()
)


@settings(max_examples=90, deadline=None)
@given(
    st.builds(Shelf, st.lists(frames, min_size=1, max_size=3), st.lists(priced, min_size=1, max_size=6), drawers),
    st.lists(faulted, min_size=1, max_size=3),
    goals,
)
def test_the_recommended_build_is_that_of_every_build_tried(
    shelf: Shelf, shelf_bars: list[BarOption], goal: Goal
) -> None:
    found = Recommended(FrontEnds(shelf, goal, shelf_bars), shelf_bars)
    least = found.least()
    picks, merits = found.take(least + 0.5)
    for i, size in enumerate(shelf.frames):
        tried = oracle.recommended(size, shelf, goal, shelf_bars)
        assert (picks.miss[i] == np.inf) == (tried is None)
        if tried is not None:
            build, room, cost = tried
            mine = (picks.stem[i], picks.over[i], picks.cover[i], picks.spacers[i], picks.bar[i], picks.place[i])
            assert mine == (build.stem, build.over, build.cover_mm, build.spacers_mm, build.bar, build.place)
            assert picks.miss[i] == pytest.approx(build.miss_mm, abs=1e-7)
            assert (merits.room_mm[i], merits.cost[i]) == (room, cost)


listed = st.lists(
    st.builds(
        CockpitOption,
        st.just("one#1"),
        st.just("one"),
        st.sampled_from([70, 90, 100, 110, 120]),
        st.sampled_from([-17, -8, -6, 0]),
        st.sampled_from([38, 42]),
        st.just(420),
        drawers,
        st.lists(places, min_size=1, max_size=4).map(tuple),
        price=st.integers(0, 5),
        faults=st.sampled_from([(), (Fault(6, say("a cockpit")),)]),
    ),
    min_size=1,
    max_size=4,
)


@settings(max_examples=60, deadline=None)
@given(frames, listed, goals)
def test_the_recommended_cockpit_is_that_of_every_one_tried(
    size: object, all_: list[CockpitOption], goal: Goal
) -> None:
    """Each cockpit stands for one bar on a stem of its own that stands one way, over its own spacers."""
    size = replace(size, covers_mm=())  # type: ignore[type-var]
    tried = []
    for i, c in enumerate(all_):
        stem = StemOption("s", "s", c.length_mm, c.angle_deg, c.clamp_height_mm, both_ways=False, owned=True)
        bar = BarOption("b", "b", None, c.places, rung=c.rung, price=c.price, faults=c.faults)
        every = oracle.every_build(size, Shelf([size], [stem], c.spacers_mm), goal, [bar])  # type: ignore[arg-type,list-item]
        inside = [b for b in every if b.inside(goal)]
        tried += [(round(b.points + sum(f.points for f in c.faults), 9), i, b) for b in inside]
    table = Cockpits(all_, goal)
    found = table.inside(size)  # type: ignore[arg-type]
    assert found.least == pytest.approx(min((t[0] for t in tried), default=np.inf))
    taken = table.recommended(size, found, found.least + 0.5)  # type: ignore[arg-type]
    assert (taken is None) == (not tried)
    if taken is None:
        return
    pick, room_mm = taken
    mine = [t for t in tried if (t[1], t[2].place, t[2].spacers_mm) == (pick.cockpit, pick.place, pick.spacers_mm)]
    assert mine and mine[0][0] <= found.least + 0.5 + 1e-9
    assert pick.miss_mm == pytest.approx(mine[0][2].miss_mm, abs=1e-7)
    # Of those as good none is off the edge where it is on it, or has a whole step more of room.
    t = goal.tolerance

    def on_edge(b: oracle.Build) -> bool:
        return abs(b.dx) > 0.8 * t.hand_x_mm + 1e-9 or abs(b.dy) > 0.8 * t.hand_y_mm + 1e-9

    good = [x for x in tried if x[0] <= found.least + 0.5 + 1e-9]
    assert on_edge(mine[0][2]) == all(on_edge(x[2]) for x in good)
    for i in {x[1] for x in good if on_edge(x[2]) == on_edge(mine[0][2])}:
        c = all_[i]
        hands = [
            oracle.hand_at(
                size, size.cover_mm, h, c.length_mm, c.angle_deg, c.clamp_height_mm, complex(p.off.x_mm, p.off.y_mm)
            )
            for h in oracle.sums(c.spacers_mm, size.spacer_limit_mm)
            for p in c.places
        ]
        assert oracle.free_room(hands, goal, 15) // 5 <= room_mm // 5


def test_the_build_of_a_workshop_stands_before_the_nearest() -> None:
    # A 12° stem is on the goal; a plain one on a pile leaves a little and is what a shop would build.
    hand = bar_clamp(Mark(390, 560), 72, 8, 0, Stem(100, 12, 40)) + Mark(84, 14)
    steep = StemOption("s", "Lintel", 100, 12, 40, both_ways=False)
    plain = StemOption("u", "Sill", 100, 6, 40)
    r = search_sizes(Shelf([frame(limit=40)], [steep, plain], (7.5,)), road(hand))[0]
    assert (r.stem, r.turned_over, r.spacers_mm, r.recommended) == (plain, True, 30, True)
    assert r.bar_key == "own~recommended"
    [near] = r.others
    assert (near.stem, near.spacers_mm, near.nearest, near.bar_key) == (steep, 0, True, "own")
    # Six degrees off what road bikes are built with, and its rise would have filled an empty steerer's free pile.
    undone = min(20, 100 * np.sin(np.radians(12)))
    assert near.points == pytest.approx(6 / 2 + 0.2 * undone)
    # The plain one the low way round stands on ten more than is free.
    assert r.points == pytest.approx(10 * 0.1)
    assert near.miss_mm < 1e-6 < r.miss_mm < 3.5
    assert r.nearest_build == near
    # Neither beats the other, so both stand on the frontier.
    whole = search_whole(Shelf([frame(limit=40)], [steep, plain], (7.5,)), road(hand))
    assert {c.standing.result.bar_key for c in whole.frontier} == {"own", "own~recommended"}
    # Where the nearest is as good as any, one build is both.
    exact = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(100, -6, 40)) + Mark(84, 14)
    both = search_sizes(Shelf([frame(limit=40)], [steep, plain], (7.5,)), road(exact))[0]
    assert (both.others, both.nearest, both.recommended) == ((), True, True)
