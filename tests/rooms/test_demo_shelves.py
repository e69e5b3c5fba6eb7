"""The recommended build over the demo shelves: random goals against every build there is, and the reason that is given."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from math import ceil, cos, radians, sin
from typing import Any

import numpy as np
import pytest

from tests import oracle_search as oracle
from tests.posts import DEMO
from waymark.core.cockpit import Stem, bar_clamp
from waymark.core.house import HOUSE
from waymark.core.marks import Mark
from waymark.core.search import Goal, Shelf, SizeResult, search_sizes
from waymark.core.search.offers import shortlist
from waymark.core.search.whole import search_whole
from waymark.rooms.shelves import search_shelf

GOALS_A_USE = 20
USES = ("road", "endurance", "gravel", "cyclocross", "cross-country", "city")
OFF = Mark(84, 14)
TOLERANCE_MM = 5.0


def shelf_of(use: str) -> Shelf:
    """Every size of a use on the demo shelves, with every stem, spacer and cover."""
    sizes = [(str(k), s) for k, s in DEMO.sizes if s.kind == use and s.in_stock]
    return search_shelf(sizes, DEMO.keyed, 31.8)


def goals(use: str, shelf: Shelf, rng: np.random.Generator) -> Iterator[Goal]:
    """Hands that some build of the shelf nearly reaches."""
    window = HOUSE.stem_windows[use]
    lengths = [s for s in shelf.stems if window.least_mm <= s.length_mm <= window.greatest_mm]
    for _ in range(GOALS_A_USE):
        f, s = shelf.frames[rng.integers(len(shelf.frames))], lengths[rng.integers(len(lengths))]
        stem = Stem(s.length_mm, s.angle_deg, s.clamp_height_mm)
        pile = float(rng.uniform(0, f.spacer_limit_mm))
        at = bar_clamp(Mark(f.reach_mm, f.stack_mm), f.head_angle_deg, f.cover_mm, pile, stem)
        yield Goal(Mark(-200, 700), at + OFF + Mark(*rng.uniform(-12, 12, 2)), OFF, window)


def points_inside(goal: Goal, shelf: Shelf) -> list[float]:
    """Points of every build of every size inside the tolerance, all tried."""
    found = []
    ways = [(s.length_mm, a, s.clamp_height_mm) for s in shelf.stems for a in _angles(s.angle_deg, s.both_ways)]
    ways = [w for w in ways if goal.stem_window.allows(w[0])]
    length, angle, clamp = (np.array(x)[None, :] for x in zip(*ways, strict=True))
    alpha = np.radians(angle)
    for f in shelf.frames:
        t = radians(f.head_angle_deg)
        piles = np.array(sorted(oracle.sums(shelf.spacers_mm, f.spacer_limit_mm)))[:, None]
        for cover in (f.cover_mm, *f.covers_mm):
            up = cover + piles + clamp / 2 + length * np.sin(alpha)
            ahead = length * np.cos(alpha)
            dx = f.reach_mm - up * cos(t) + ahead * sin(t) + OFF.x_mm - goal.hand.x_mm
            dy = f.stack_mm + up * sin(t) + ahead * cos(t) + OFF.y_mm - goal.hand.y_mm
            inside = (np.abs(dx) <= TOLERANCE_MM + 1e-9) & (np.abs(dy) <= TOLERANCE_MM + 1e-9)
            for i, j in np.argwhere(inside):
                stem = ways[j]
                found.append(oracle.points_of(goal, stem[0], stem[1], float(piles[i, 0]), cover, f.cover_mm))
    return found


def _angles(angle_deg: float, both_ways: bool) -> set[float]:
    return {angle_deg, -angle_deg} if both_ways else {angle_deg}


@pytest.mark.parametrize("use", USES)
def test_nothing_inside_the_tolerance_is_built_better_than_what_is_recommended(use: str) -> None:
    shelf, rng = shelf_of(use), np.random.default_rng(USES.index(use))
    carried = 0
    for goal in goals(use, shelf, rng):
        every = points_inside(goal, shelf)
        first = search_sizes(shelf, goal)[0]
        assert (first.verdict == "out") == (not every)
        if not every:
            continue
        carried += 1
        assert first.points <= min(every) + 0.5 + 1e-6
        assert first.points == pytest.approx(min(every, key=lambda p: abs(p - first.points)), abs=1e-6)
        # The walls: no pile past the maker's limit, no length that this use does not have.
        assert first.spacers_mm <= first.frame.spacer_limit_mm
        assert goal.stem_window.allows(first.stem_stands.length_mm)
    assert carried > GOALS_A_USE / 2


SAID = {
    "work": "the least against it of", "edge": "well inside the tolerance", "room": "the most room of",
    "cost": "the least to pay of", "near": "the nearest of", "": "none is better in anything",
}  # fmt: skip
ORDER = ("work", "edge", "room", "cost", "near")


def stands(r: SizeResult, least: float) -> dict[str, Any]:
    """What a size is weighed by, the less the better."""
    return {
        "work": max(0, ceil((r.points - least) / 0.5 - 1e-9) - 1),
        "edge": max(abs(r.miss.x_mm), abs(r.miss.y_mm)) > 0.8 * TOLERANCE_MM + 1e-9,
        "room": -(r.counted_mm // 5),
        "cost": r.cost + r.frame.price,
        "near": round(r.miss_mm, 9),
        "name": r.frame.key,
    }


@pytest.mark.parametrize("use", ["road", "endurance", "gravel"])
def test_the_reason_that_is_given_is_the_one_that_decided(use: str) -> None:
    """Taken away, another size would be recommended; what is weighed after it could be taken away without that."""
    shelf, rng = shelf_of(use), np.random.default_rng(50 + USES.index(use))
    seen: Counter[str] = Counter()
    for goal in goals(use, shelf, rng):
        whole = search_whole(shelf, goal)
        sizes = [r for r in whole.sizes if r.verdict != "out"]
        if len(sizes) < 2:
            continue
        top, _ = shortlist(whole)
        assert top is not None
        [reason] = [k for k, words in SAID.items() if words in str(top.why)]
        least = min(points_inside(goal, shelf))
        weighed = [stands(r, least) for r in sizes]

        def first_without(out: str, weighed: list[dict[str, Any]] = weighed) -> bool:
            """Whether the first would still be the first."""
            keys = [(*(w[k] for k in ORDER if k != out), w["name"]) for w in weighed]
            return keys[0] == min(keys)

        assert first_without("")
        if reason:
            assert not first_without(reason)
        for lighter in ORDER[ORDER.index(reason) + 1 :] if reason else ORDER:
            assert first_without(lighter)
        # How many it was told from is counted right.
        count = int(next(w for w in str(top.why).split() if w.isdigit() and f"of {w} sizes" in str(top.why)))
        assert count == (
            len(sizes) if reason in ("work", "") else sum(w["work"] == weighed[0]["work"] for w in weighed)
        )
        seen[reason] += 1
    assert len(seen) >= 2
