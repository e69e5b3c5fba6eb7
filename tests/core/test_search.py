"""The exact search against every build there is, and what it says of each size."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests import oracle_search as oracle
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.cockpit.spacers import fewest_spacers, heights_mm
from waymark.core.errors import InputError
from waymark.core.frame import steering_axis
from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search import (
    FrameOption,
    Goal,
    PostOption,
    SaddleOption,
    Shelf,
    StemOption,
    Tolerance,
    pick_best,
    search_sizes,
)
from waymark.core.search.previews import FrontEnd, now, spacer_stops, stem_stops
from waymark.core.search.window import head_top_for, look_for, window
from waymark.core.seat import SaddleFit, saddle_mark


def frame(key: str = "f", stack: float = 560, reach: float = 390, head: float = 72, limit: float = 30) -> FrameOption:
    """A size on the shelf."""
    return FrameOption(key, key, stack, reach, head, 8, limit, 73.5, 500, 27.2, 80)


stems = st.builds(
    StemOption,
    st.just("s"),
    st.just("s"),
    st.sampled_from([50, 70, 80, 90, 95, 100, 110, 120, 140]),
    st.sampled_from([-17, -10, -6, 0, 6, 17, 30]),
    st.sampled_from([38, 40, 44]),
    st.booleans(),
)
frames = st.builds(
    frame,
    st.just("f"),
    st.floats(500, 660),
    st.floats(350, 470),
    st.floats(65, 74),
    st.sampled_from([0, 25, 30, 40]),
)
goals = st.builds(
    Goal,
    st.just(Mark(-200, 700)),
    st.builds(Mark, st.floats(480, 640), st.floats(540, 760)),
    st.builds(Mark, st.floats(-40, 95), st.floats(-10, 40)),
    st.sampled_from(list(STEM_WINDOWS.values())),
    st.builds(Tolerance, st.just(3), st.just(2), st.sampled_from([3, 5, 8]), st.sampled_from([3, 5, 8])),
)


@settings(max_examples=100)
@given(
    st.lists(frames, min_size=1, max_size=4),
    st.lists(stems, min_size=1, max_size=6),
    st.sampled_from([(5, 10), (2.5, 5, 10), (3, 5), (10,), (4, 7, 20)]),
    goals,
)
def test_the_search_equals_trying_every_build(
    sizes: list[FrameOption], shelf_stems: list[StemOption], spacers: tuple[float, ...], goal: Goal
) -> None:
    shelf = Shelf(sizes, shelf_stems, spacers)
    picks = pick_best(shelf, goal)
    for i, size in enumerate(sizes):
        tried = oracle.nearest(size, shelf, goal)
        assert picks.miss[i] == pytest.approx(tried.miss_mm, abs=1e-7)
        mine, theirs = shelf_stems[int(picks.stem[i])], shelf_stems[tried.stem]
        assert goal.stem_window.rank(mine.length_mm) == goal.stem_window.rank(theirs.length_mm)
        assert picks.spacers[i] == pytest.approx(tried.spacers_mm)


@settings(max_examples=60)
@given(st.lists(frames, min_size=1, max_size=3), st.lists(stems, min_size=1, max_size=4), goals)
def test_a_result_says_what_its_build_gives(
    sizes: list[FrameOption], shelf_stems: list[StemOption], goal: Goal
) -> None:
    for r in search_sizes(Shelf(sizes, shelf_stems, (5, 10)), goal):
        stem = dict(r.stem.ways())[r.turned_over]
        top = Mark(r.frame.reach_mm, r.frame.stack_mm)
        at = bar_clamp(top, r.frame.head_angle_deg, r.frame.cover_mm, r.spacers_mm, stem)
        assert r.clamp.distance_mm(at) < 1e-6
        assert r.hand.distance_mm(at + goal.hand_off_clamp) < 1e-6
        u, n = steering_axis(r.frame.head_angle_deg)
        again = u.scaled(r.along_mm) + n.scaled(r.across_mm)
        assert again.distance_mm(r.miss) < 1e-6
        assert r.room_up_mm + r.room_down_mm == pytest.approx(r.frame.spacer_limit_mm)
        t = goal.tolerance
        inside = abs(r.miss.x_mm) <= t.hand_x_mm and abs(r.miss.y_mm) <= t.hand_y_mm
        assert (r.verdict == "out") != inside or r.verdict == "edge"
        assert str(r.sentence).endswith(".")


def goal_at(hand: Mark) -> Goal:
    """A road goal for a drop bar."""
    return Goal(Mark(-200, 690), hand, Mark(84, 14), STEM_WINDOWS["road"])


CAIRN = [StemOption(f"c{n}", f"Cairn {n}", n, -6, 40) for n in range(80, 140, 10)]


def test_a_goal_made_of_a_build_is_found_again() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40))
    best = search_sizes(Shelf([frame()], CAIRN, (5, 10)), goal_at(clamp + Mark(84, 14)))[0]
    assert (best.stem.length_mm, best.spacers_mm, best.turned_over) == (110, 15, False)
    assert best.miss_mm == pytest.approx(0, abs=1e-6)
    assert best.verdict == "in"
    assert str(best.sentence) == "On the goal, with 15 to go up and 15 down."


def test_within_a_millimetre_the_better_stem_length_wins() -> None:
    # 130 fits exactly; 120 with a mm of miss is in the best range: they tie, 120 is taken.
    clamp = bar_clamp(Mark(390, 560), 72, 8, 10, Stem(120, -6, 40)) + Mark(0.6, 0)
    odd = StemOption("o", "Odd", 120.6, -6, 40)
    far = StemOption("x", "Long", 130, -10, 40)
    best = search_sizes(Shelf([frame()], [far, odd, *CAIRN], (5, 10)), goal_at(clamp + Mark(84, 14)))[0]
    assert best.nearest_build.stem.length_mm == 120


def test_a_frame_too_low_names_the_spacer_limit_and_its_millimetres() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 70, Stem(110, 6, 40))
    r = search_sizes(Shelf([frame()], CAIRN, (5, 10)), goal_at(clamp + Mark(84, 14)))[0]
    assert r.verdict == "out"
    assert "spacer limit" in r.binds
    assert r.spacers_mm == 30
    assert "too low along the steerer with all 30 of spacers in" in str(r.sentence)
    assert f"{-r.along_mm:.0f} too low" in str(r.sentence).lower()


def test_a_frame_too_long_says_that_no_spacer_mends_it() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(50, -6, 40))
    r = search_sizes(Shelf([frame()], CAIRN, (5, 10)), goal_at(clamp + Mark(84, 14)))[0]
    assert r.verdict == "out"
    assert "shortest stem" in r.binds
    assert "30 too far with the 80 stem; no spacer mends that" in str(r.sentence)


def test_a_tall_pile_and_an_odd_stem_are_on_the_edge() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 30, Stem(110, -6, 40))
    tall = search_sizes(Shelf([frame()], CAIRN, (5, 10)), goal_at(clamp + Mark(84, 14)))[0].nearest_build
    assert tall.verdict == "edge"
    assert "30 of pile where 30 are allowed" in str(tall.sentence)
    clamp = bar_clamp(Mark(390, 560), 72, 8, 10, Stem(60, -6, 40))
    stubs = [StemOption("s", "Stub", 60, -6, 40)]
    short = search_sizes(Shelf([frame()], stubs, (5, 10)), goal_at(clamp + Mark(84, 14)))[0]
    assert short.verdict == "edge"
    assert str(short.sentence).endswith("Against it: a stem of 60, short for this use.")


def test_the_seat_is_part_of_the_judgement() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40))
    saddle = SaddleOption(SaddleFit(48, 22), 18)
    wanted = saddle_mark(73.5, 690, 0, 4, saddle.fit)
    goal = Goal(wanted, clamp + Mark(84, 14), Mark(84, 14), STEM_WINDOWS["road"], saddle_fit=saddle)
    good = PostOption("p", "p", 350, 0, 27.2, 90)
    fits = search_sizes(Shelf([frame()], CAIRN, (5, 10), (good,)), goal)[0]
    assert fits.verdict == "in"
    short = search_sizes(Shelf([frame()], CAIRN, (5, 10), (PostOption("q", "q", 200, 0, 27.2, 90),)), goal)[0]
    assert short.verdict == "out"
    assert "The saddle is not reached: the insertion mark shows" in str(short.sentence)
    none = search_sizes(Shelf([frame()], CAIRN, (5, 10), ()), goal)[0]
    assert none.verdict == "out"
    assert "no post of this diameter" in none.binds


def test_sizes_are_ranked_with_those_that_fail_last() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40))
    sizes = [frame("tiny", 480, 340), frame("right"), frame("huge", 680, 470)]
    ranked = search_sizes(Shelf(sizes, CAIRN, (5, 10)), goal_at(clamp + Mark(84, 14)))
    assert ranked[0].frame.key == "right"
    assert [r.verdict for r in ranked[1:]] == ["out", "out"]


def test_an_empty_shelf_is_refused() -> None:
    with pytest.raises(ValueError, match="at least one"):
        pick_best(Shelf([], CAIRN, (5,)), goal_at(Mark(550, 640)))


def test_a_stem_that_stands_one_way_is_not_turned() -> None:
    assert len(StemOption("a", "a", 100, 30, 40, both_ways=False).ways()) == 1
    assert len(StemOption("a", "a", 100, 0, 40).ways()) == 1
    assert len(StemOption("a", "a", 100, 6, 40).ways()) == 2


@given(
    st.lists(st.sampled_from([2.5, 3, 5, 7, 10, 15, 20]), min_size=1, max_size=4),
    st.sampled_from([0, 10, 25, 30, 42]),
)
def test_spacer_heights_are_just_the_sums(spacers: list[float], limit: float) -> None:
    sums = {0.0}
    while True:
        more = {round(a + s, 1) for a in sums for s in spacers if a + s <= limit} | sums
        if more == sums:
            break
        sums = more
    assert heights_mm(spacers, limit) == tuple(sorted(sums))
    for height in sums:
        pile = fewest_spacers(height, spacers)
        assert pile is not None
        assert sum(pile) == pytest.approx(height)
        assert list(pile) == sorted(pile, reverse=True)


def test_fewest_spacers_and_none() -> None:
    assert fewest_spacers(30, [5, 10, 15, 20]) in {(15, 15), (20, 10)}
    assert fewest_spacers(7, [5, 10]) is None
    assert fewest_spacers(0, [5]) == ()
    with pytest.raises(InputError):
        heights_mm([-5, 10], 30)


@given(st.floats(62, 76), st.floats(50, 140), st.floats(-20, 20), st.floats(0, 40))
def test_the_window_is_the_cockpit_turned_round(head: float, length: float, angle: float, spacers: float) -> None:
    clamp = Mark(470, 640)
    top = head_top_for(clamp, head, 8, 40, length, angle, spacers)
    assert bar_clamp(top, head, 8, spacers, Stem(length, angle, 40)).distance_mm(clamp) < 1e-9


def test_what_to_look_for_holds_a_frame_that_fits() -> None:
    goal = goal_at(Mark(554, 654))
    parts = window(goal.clamp, 72, 8, 40, (-6, 6), {"best": ((100, 120), (0, 22.5)), "workable": ((80, 130), (0, 30))})
    assert [p.kind for p in parts] == ["workable", "workable", "best", "best"]
    look = look_for(parts, 72)
    middle = frame("m", look.middle_stack_mm, look.middle_reach_mm)
    assert search_sizes(Shelf([middle], CAIRN, (5, 10)), goal)[0].verdict != "out"
    assert look.stack_least_mm < look.middle_stack_mm < look.stack_greatest_mm
    assert look.reach_least_mm < look.middle_reach_mm < look.reach_greatest_mm


def test_each_stop_shows_what_choosing_it_would_leave() -> None:
    build = FrontEnd(15, 110, -6, 40)
    goal = goal_at(build.clamp_on(frame()) + Mark(84, 14) + Mark(7, -3))
    assert now(build, frame(), goal).miss.distance_mm(Mark(-7, 3)) < 1e-9
    assert now(build, frame(), goal).verdict == "out"
    stops = spacer_stops(build, frame(), goal, heights_mm((5, 10), frame().spacer_limit_mm))
    assert [s.value for s in stops] == [0, 5, 10, 15, 20, 25, 30]
    for stop in stops:
        at = FrontEnd(stop.value, 110, -6, 40).clamp_on(frame()) + Mark(84, 14)
        assert stop.hand.distance_mm(at) < 1e-9
        assert stop.miss_mm == pytest.approx(at.distance_mm(goal.hand))
    ends = [(x, FrontEnd(15, x, -6, 40)) for x in (120.0, 100.0)]
    assert [s.value for s in stem_stops(ends, frame(), goal)] == [100, 120]
    turned = stem_stops([(6.0, FrontEnd(15, 110, 6, 40))], frame(), goal)[0]
    assert turned.hand.y_mm > now(build, frame(), goal).hand.y_mm
