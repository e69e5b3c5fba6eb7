"""Workmanship: points against what a workshop would rather not build, bars by body and use, and the few builds offered."""

from __future__ import annotations

from dataclasses import replace
from math import radians, sin

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import oracle_search as oracle
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.rules.weights import WEIGHTS
from waymark.core.rules.workmanship import BAR_WIDTHS, TRAIL_WINDOWS, WORKMANSHIP
from waymark.core.search import BarOption, FrameOption, Goal, Place, Shelf, StemOption
from waymark.core.search.offers import shortlist
from waymark.core.search.whole import search_whole
from waymark.core.workmanship import (
    BarRider,
    BarWish,
    bar_faults,
    bar_wish,
    front_faults,
    front_points,
    handling_faults,
    seat_faults,
    sum_points,
)

ROAD, TRAIL, CITY = STEM_WINDOWS["road"], STEM_WINDOWS["trail"], STEM_WINDOWS["city"]


def rise(length: float, upper: float, lower: float) -> float:
    """How much higher a stem stands at one angle than at another, along the steerer."""
    return length * (sin(radians(upper)) - sin(radians(lower)))


@pytest.mark.parametrize(
    ("length", "angle", "spacers", "cover", "points"),
    [
        (110, -6, 15, 8, 0),
        (110, 0, 20, 10, 0),
        (110, -6, 26, 8, 0.6),
        (110, -6, 40, 8, 1 + 5),
        # A cover of 15 is 5 of pile.
        (110, -6, 20, 15, 0.5),
        (90, -6, 10, 8, 3),
        (70, -6, 10, 8, 0.3 * 20 + 1 * 10),
        (140, -6, 10, 8, 0.3 * 10 + 1 * 10),
        # Down over a pile: what 17° takes back of it, all of what lies beyond 6°.
        (110, -17, 30, 8, 1 + 5.5 + 0.2 * rise(110, -6, -17)),
        (110, -17, 10, 8, 5.5 + 0.2 * 10),
        # Up over an empty steerer: a free pile would have given 20 of it.
        (110, 17, 0, 8, 5.5 + 8 + 0.2 * min(20, rise(110, 17, 0))),
        (110, 17, 25, 8, 0.5 + 5.5 + 8),
        (100, 10, 0, 8, 2 + 0.2 * rise(100, 10, 0)),
        # Six degrees up are free over a full pile, not over an empty steerer.
        (110, 6, 20, 8, 0),
        (110, 6, 0, 8, 0.2 * rise(110, 6, 0)),
        (110, 6, 15, 8, 0.2 * 5),
    ],
)
def test_points_on_a_road_bike_are_those_of_the_table(
    length: float, angle: float, spacers: float, cover: float, points: float
) -> None:
    stem = Stem(length, angle, 40)
    assert float(front_points(stem, spacers, cover, cover, ROAD)) == pytest.approx(points)
    assert sum_points(front_faults(stem, spacers, cover, cover, ROAD)) == pytest.approx(points)


def test_each_use_has_its_own_angles_and_lengths() -> None:
    up = Stem(80, 30, 40)
    assert float(front_points(up, 20, 8, 8, CITY)) == 0
    assert float(front_points(replace(up, angle_deg=40), 20, 8, 8, CITY)) == pytest.approx(2.5)
    # On a trail bike 80 is twenty too long, and 30° twenty too steep, which no such bike is built with.
    assert float(front_points(up, 20, 8, 8, TRAIL)) == pytest.approx(20 / 2 + 8 + 20 * 1)
    assert TRAIL.allows(80) and not TRAIL.allows(90) and not ROAD.allows(45)


def hundredths(least: float, most: float) -> st.SearchStrategy[float]:
    """Numbers as parts have them: nobody makes a cover a millionth taller."""
    return st.floats(least, most).map(lambda x: round(x, 2))


@given(
    hundredths(40, 150),
    hundredths(-35, 35),
    hundredths(0, 45),
    hundredths(0, 25),
    hundredths(0, 25),
    st.sampled_from(list(STEM_WINDOWS.values())),
)
def test_the_faults_are_the_points_and_both_are_the_words_of_the_table(
    length: float, angle: float, spacers: float, cover: float, own: float, window: object
) -> None:
    stem, goal = Stem(length, angle, 40), Goal(Mark(0, 0), Mark(0, 0), Mark(0, 0), window)  # type: ignore[arg-type]
    faults = front_faults(stem, spacers, cover, own, goal.stem_window)
    asked = oracle.points_of(goal, length, angle, spacers, cover, own)
    assert sum_points(faults) == pytest.approx(asked, abs=1e-7)
    assert float(front_points(stem, spacers, cover, own, goal.stem_window)) == pytest.approx(asked, abs=1e-7)
    assert [f.points for f in faults] == sorted((f.points for f in faults), reverse=True)
    assert all(f.points > 0 for f in faults)


def test_faults_are_told_with_their_millimetres() -> None:
    told = {f.kind or i: str(f.says) for i, f in enumerate(front_faults(Stem(90, -17, 40), 35, 8, 8, ROAD))}
    assert told == {
        0: "a stem at −17°",
        "pile": "35 of pile under the stem",
        2: "a stem that points down over a pile: 17 undone",
        3: "a stem of 90, 10 under the best lengths",
    }
    [up, steep] = front_faults(Stem(100, 17, 40), 0, 8, 8, ROAD)
    assert (str(up.says), str(steep.says)) == ("a stem at +17°", "a stem that points up where 20 more of pile would do")
    [other] = front_faults(Stem(110, 0, 40), 0, 15, 8, ROAD)[:1]
    assert (other.points, str(other.says)) == (1, "another headset cover, 15")


@pytest.mark.parametrize(
    ("slide", "in_frame", "said"),
    [
        (11, 120, []),
        (13, 120, [(2, "the saddle 13 forward of 18 on its rails")]),
        (-18, 94, [(4, "the post at its insertion mark"), (2, "the saddle 18 back of 18 on its rails")]),
        (0, 95, []),
        (0, 247, [(4, "the post as deep as the frame allows")]),
    ],
)
def test_a_seat_at_its_ends_is_held_against_it(slide: float, in_frame: float, said: list[tuple[float, str]]) -> None:
    found = seat_faults(slide, 18, in_frame, 90, 250)
    assert [(f.points, str(f.says)) for f in found] == said


def test_handling_out_of_its_use_is_said_with_the_number() -> None:
    found = handling_faults(-8, 78, TRAIL_WINDOWS["road"], front_share_percent=50)
    assert {str(f.says) for f in found} == {
        "shoe and tyre overlap by 8 in slow turns",
        "trail 78, outside 50 to 66",
        "50 % of the rider on the front wheel",
    }
    assert [f.points for f in found] == [2, 2, 2]
    # What is not known, and what is in its window, costs nothing.
    assert handling_faults(None, 60, TRAIL_WINDOWS["road"]) == ()
    assert handling_faults(0, 66, TRAIL_WINDOWS["road"], front_share_percent=48) == ()


def test_bars_go_by_the_shoulders_the_use_and_the_school() -> None:
    rider = BarRider(shoulder_width_mm=400, present_mm=440)
    road = bar_wish("road", "acromion", "hood", rider)
    assert (road.width_mm, road.middle_mm, road.flare, str(road.width_why)) == (
        (380, 420),
        400,
        False,
        "by the shoulders, 400 mm",
    )
    assert bar_wish("road", "narrower", "hood", rider).width_mm == (360, 400)
    assert str(bar_wish("road", "wider", "hood", rider).width_why) == "wider than the shoulders, 400 mm"
    gravel = bar_wish("gravel", "acromion", "hood", rider)
    assert (gravel.width_mm, gravel.flare) == ((400, 460), True)
    # Never from the present bar unless that is chosen.
    kept = bar_wish("road", "present", "hood", rider)
    assert (kept.width_mm, str(kept.width_why)) == ((430, 450), "as wide as now")
    assert bar_wish("trail", "acromion", "grip", rider).width_mm == (760, 780)
    assert bar_wish("city", "acromion", "grip", rider).takes_width(560)
    assert bar_wish("time-trial", "acromion", "pad", rider) == BarWish()
    guessed = replace(rider, shoulders_guessed=True)
    assert str(bar_wish("road", "acromion", "hood", guessed).width_why) == "by the shoulders, some 400 mm by the height"
    # A bar a size and a half narrower than wanted stays out.
    assert [w for w in (374, 376, 380, 420, 424) if road.takes_width(w)] == [380, 420]


@pytest.mark.parametrize(
    ("rider", "why"),
    [
        (BarRider(height_mm=1600), "compact for a short rider"),
        (BarRider(hand_mm=165, numb_hands=True), "compact for small hands and numb hands"),
        (BarRider(stiff_back=True, height_mm=1850), "compact for a stiff back"),
    ],
)
def test_a_compact_bend_has_its_reasons(rider: BarRider, why: str) -> None:
    wish = bar_wish("road", "acromion", "hood", rider)
    assert str(wish.bend_why) == why
    assert wish.takes_bend(80, 128) and not wish.takes_bend(81, 120) and not wish.takes_bend(75, 129)


def test_old_deep_bends_only_where_they_are_asked_for() -> None:
    usual = bar_wish("road", "acromion", "hood", BarRider(height_mm=1850, hand_mm=200))
    asked = bar_wish("road", "acromion", "hood", BarRider(height_mm=1850), deep=True)
    assert (usual.takes_bend(92, 140), usual.takes_bend(86, 132), asked.takes_bend(92, 140)) == (False, True, True)
    # Not even then for a hand that could not hold them.
    assert not bar_wish("road", "acromion", "hood", BarRider(numb_hands=True), deep=True).takes_bend(92, 140)


def test_a_bar_costs_by_its_width_its_flare_and_the_change() -> None:
    wish = BarWish((380, 420))

    def told(width: float, drops: float | None = None, wish: BarWish = wish, **how: bool) -> list[tuple[float, str]]:
        return [(f.points, str(f.says)) for f in bar_faults(wish, width, drops, **how)]  # type: ignore[arg-type]

    assert told(400, changed=False) == told(410, changed=False) == []
    assert told(420, changed=False) == [(pytest.approx(0.12 * 10), "a bar 420 wide, on the wide side")]
    assert told(460, changed=False) == [(pytest.approx(0.12 * 10 + 0.2 * 40), "a bar 460 wide, 40 too wide")]
    assert told(400, changed=True) == [(4, "another bar")]
    assert told(400, changed=True, one_piece=True) == [(6, "a one-piece cockpit, with little to adjust later")]
    flared = BarWish((380, 420), flare=True)
    assert told(400, 400, flared, changed=False) == [(1, "a bar without flare")]
    assert told(400, 460, flared, changed=False) == []


def test_every_weight_has_its_reason_and_every_use_its_windows() -> None:
    assert all(d.reason and d.unit and d.source for d in WORKMANSHIP.values())
    assert set(TRAIL_WINDOWS) == set(BAR_WIDTHS) == set(STEM_WINDOWS)
    for w in STEM_WINDOWS.values():
        assert w.never_least_mm <= w.least_mm <= w.best_least_mm <= w.best_greatest_mm <= w.greatest_mm
        assert w.greatest_mm <= w.never_greatest_mm and w.angle_least_deg <= 0 <= w.angle_greatest_deg


def size(key: str, stack: float, reach: float, price: float = 3) -> FrameOption:
    """A frame of its own, named by its key."""
    return FrameOption(key, key, stack, reach, 72, 8, 40, 73.5, 500, 27.2, 80, price=price)


CAIRN = [StemOption(f"c{x}", f"Cairn {x}", x, -6, 40, price=2) for x in (80, 90, 100, 110, 120)]
STEEP = StemOption("g", "Gable", 110, 17, 40, price=2)


def offered(
    sizes: list[FrameOption], hand: Mark, stems: list[StemOption] | None = None
) -> list[tuple[str, str, str, str]]:
    """What is offered: size, what it is, why, and what it gives up; the recommended first."""
    goal = Goal(Mark(-200, 690), hand, Mark(84, 14), ROAD)
    own = BarOption("own", "own", None, (Place(Mark(84, 14)),), rung=0)
    top, others = shortlist(search_whole(Shelf(sizes, stems or CAIRN, (5, 10), bars=(own,)), goal))
    return [(o.result.frame.key, str(o.label), str(o.why), str(o.gives_up)) for o in ((top, *others) if top else ())]


def test_one_is_recommended_with_its_reason_and_what_it_gives_up() -> None:
    hand = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40)) + Mark(87, 14)
    [only] = offered([size("Lark", 560, 390)], hand)
    assert only == (
        "Lark",
        "recommended",
        "Built the plain way. 9 up, 19 down, 3 forward and 9 back left to go: the only size there is.",
        "Gives up nothing of note.",
    )
    # A stem that rises steeply is nearer by two and a half: it is offered beside, never first.
    nearer = bar_clamp(Mark(390, 534), 72, 8, 0, Stem(110, 17, 40)) + Mark(84, 14)
    found = offered([size("Lark", 560, 390), size("Wren", 534, 390)], nearer, [*CAIRN, STEEP])
    assert [f[:2] for f in found[:2]] == [("Lark", "recommended"), ("Wren", "the nearest")]
    assert "where Wren comes within 0, with a stem at +17°." in found[0][3]
    assert found[1][3].startswith("Against it: a stem at +17°")


def test_the_cheapest_of_what_is_built_as_well_comes_first_and_each_frame_once() -> None:
    hand = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40)) + Mark(84, 14)
    sizes = [size("Dear", 560, 390, 5), size("Fair", 560, 390, 2), size("Middle", 560, 390, 3)]
    found = offered(sizes, hand)
    assert [f[:2] for f in found] == [
        ("Fair", "recommended"),
        ("Middle", "another frame"),
        ("Dear", "another frame"),
    ]
    assert found[0][2].endswith("left to go: the least to pay of 3 sizes built as well.")
    assert found[1][3] == "Against it: a dearer frame."
    # As dear a frame that takes a dearer stem: 10 longer, a stem 10 shorter.
    stems = [StemOption("c", "Cheap", 110, -6, 40, price=1), StemOption("d", "Dear", 100, -6, 40, price=4)]
    found = offered([size("Short", 560, 390), size("Long", 560, 400)], hand, stems)
    assert [(f[0], f[3]) for f in found] == [
        ("Short", "Gives up nothing of note."),
        ("Long", "Against it: dearer parts; 2 farther off."),
    ]
    assert len(offered([size(f"F{i}", 560, 390) for i in range(12)], hand)) == 1 + 5


def test_nothing_is_offered_where_nothing_carries_the_goal() -> None:
    assert offered([size("Lark", 560, 390)], Mark(560, 900)) == []


def test_points_over_many_piles_at_once_are_those_of_each() -> None:
    piles = np.array([0.0, 12.5, 20, 27, 44])
    every = front_points(Stem(100, -12, 40), piles, np.full(5, 12.0), 12, ROAD, WEIGHTS)
    assert every.tolist() == [float(front_points(Stem(100, -12, 40), p, 12, 12, ROAD)) for p in piles.tolist()]
