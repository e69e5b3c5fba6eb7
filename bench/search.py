"""Prints how many times faster the exact search is than trying every build, on the same shelf."""

from __future__ import annotations

import random
import time
from collections.abc import Callable

from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search import FrameOption, Goal, Shelf, StemOption, pick_best, search_sizes
from waymark.core.search.reference import pick_one_by_brute_force

SIZES, STEMS, TRIED = 2000, 60, 100


def shelf() -> Shelf:
    """2,000 sizes × 60 stems × every pile of spacers, always the same."""
    rng = random.Random(8)
    frames = [
        FrameOption(
            f"f{i}",
            "",
            rng.uniform(480, 660),
            rng.uniform(350, 500),
            rng.uniform(65, 74),
            8,
            30,
            73,
            500,
            27.2,
        )
        for i in range(SIZES)
    ]
    lengths, angles = range(40, 140, 10), (-17, -10, -6, 0, 17, 30)
    stems = [StemOption(f"s{le}/{a}", "", le, a, 40) for le in lengths for a in angles]
    return Shelf(frames, stems[:STEMS], (2.5, 5, 10, 20))


def timed(work: Callable[[], object], times: int) -> float:
    """Least seconds of several runs."""
    best = float("inf")
    for _ in range(times):
        start = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - start)
    return best


def main() -> None:
    """Measure both, compare their answers, print the ratio."""
    kept = shelf()
    goal = Goal(Mark(-200, 700), Mark(545, 645), Mark(85, 20), STEM_WINDOWS["road"])
    picks = pick_best(kept, goal)
    exact = timed(lambda: pick_best(kept, goal), 5)
    whole = timed(lambda: search_sizes(kept, goal), 3)
    part = kept.frames[:TRIED]
    start = time.perf_counter()
    tried = [pick_one_by_brute_force(f, kept, goal) for f in part]
    brute = (time.perf_counter() - start) * SIZES / TRIED
    same = sum(
        (t.stem, t.over, t.spacers_mm) == (picks.stem[i], picks.over[i], picks.spacers[i])
        for i, t in enumerate(tried)
    )
    print(f"{SIZES} sizes × {STEMS} stems, both ways up, every pile of spacers")
    print(f"exact search        {exact * 1000:8.1f} ms")
    print(f"with reasons        {whole * 1000:8.1f} ms")
    print(f"every build tried   {brute * 1000:8.1f} ms (from {TRIED} of {SIZES} sizes)")
    print(f"ratio               {brute / exact:8.0f} times faster, {same} of {TRIED} answers the same")


if __name__ == "__main__":
    main()
