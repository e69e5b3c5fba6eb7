"""Prints how many times faster the exact search is than trying every build, on the same shelf and machine.

The shelf: 10,000 frame sizes × 200 stems both ways up × every pile × 60 bars × 25 places. Trying all of it would
take days; every build of a few sizes is tried, the answers are compared, and the time is scaled up.
"""

from __future__ import annotations

import random
import resource
import time
from collections.abc import Callable
from dataclasses import replace

from tests import oracle_search as oracle

from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search import BarOption, FrameOption, Goal, Place, Shelf, StemOption, pick_best
from waymark.core.search.frontier import Reference
from waymark.core.search.whole import search_whole
from waymark.demo import demo_shelves
from waymark.rooms.shelves import Wanted, places_of, read_frames, read_parts, search_shelf

SIZES, STEMS, BARS, PLACES = 10_000, 200, 60, 25
TRIED, TRIED_BARS = 6, 2


def shelf() -> tuple[Shelf, list[BarOption]]:
    """The large shelf, always the same."""
    rng = random.Random(5)
    frames = []
    for i in range(SIZES):
        stack = rng.uniform(470, 680)
        frames.append(
            FrameOption(
                f"f{i}",
                "",
                stack,
                0.55 * stack + rng.uniform(55, 115),
                round(rng.uniform(64, 74), 1),
                rng.choice([5, 8, 15]),
                rng.choice([20, 25, 30, 35, 40]),
                73.5,
                500,
                27.2,
            )
        )
    combinations = [(le, an) for le in range(35, 150, 5) for an in (-35, -25, -17, -12, -10, -8, -6, 0, 17, 30)]
    rng.shuffle(combinations)
    stems = [
        StemOption(f"s{i}", "", le, an, rng.choice([38, 40, 42]), bar_clamp_mm=31.8 if i % 4 else 35.0)
        for i, (le, an) in enumerate(combinations[:STEMS])
    ]
    bars = []
    for b in range(BARS):
        x, y = rng.uniform(60, 100), rng.uniform(-5, 25)
        places = tuple(
            Place(Mark(x + i * 2.5 + j - 6, y + j * 2.2 - i * 0.8 - 4), effort=abs(i - 2) + abs(j - 2))
            for i in range(5)
            for j in range(5)
        )
        bars.append(BarOption(f"b{b}", "", 31.8 if b % 5 else 35.0, places[:PLACES], preference=b // 10))
    return Shelf(tuple(frames), tuple(stems), (2.5, 5, 10, 20)), bars


def timed(work: Callable[[], object], times: int) -> float:
    """Least seconds of several runs."""
    best = float("inf")
    for _ in range(times):
        start = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - start)
    return best


def large(goal: Goal) -> None:
    """The large shelf: time, memory, ratio."""
    kept, bars = shelf()
    picks = pick_best(kept, goal, bars)
    exact = timed(lambda: pick_best(kept, goal, bars), 3)
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    every = replace(kept, bars=tuple(bars))
    whole = timed(lambda: search_whole(every, goal, Reference(63, 610, 195)), 2)
    few = bars[:TRIED_BARS]
    part = Shelf(kept.frames[:TRIED], kept.stems, kept.spacers_mm)
    mine = pick_best(part, goal, few)
    start = time.perf_counter()
    tried = [oracle.nearest(f, part, goal, few) for f in part.frames]
    brute = (time.perf_counter() - start) * (SIZES / TRIED) * (BARS / TRIED_BARS)
    same = sum(
        t is not None
        and (t.stem, t.over, t.spacers_mm, t.bar, t.place)
        == (mine.stem[i], mine.over[i], mine.spacers[i], mine.bar[i], mine.place[i])
        for i, t in enumerate(tried)
    )
    print(f"{SIZES} sizes × {STEMS} stems both ways × every pile × {BARS} bars × {PLACES} places")
    print(f"exact search        {exact * 1000:10.0f} ms, {memory:.0f} MB, {(picks.miss < 5).sum()} sizes within 5 mm")
    print(
        f"the whole answer    {whole * 1000:10.0f} ms: recommended builds, room and frontier, {whole / exact:.1f} times that"
    )
    print(f"every build tried   {brute / 3600:10.1f} hours (from {TRIED} sizes with {TRIED_BARS} bars)")
    print(f"ratio               {brute / exact:10.0f} times faster, {same} of {TRIED} answers the same")


def demo(goal: Goal) -> None:
    """The demo shelves with own bar, bars and cockpits, room and frontier."""
    frames, parts = read_frames(demo_shelves()[0])[0], read_parts(demo_shelves()[1])[0]
    wanted = Wanted()
    bar = next(p for p in parts if p.name == "Petrel 42")
    own = BarOption("own", "own", 31.8, places_of(bar, wanted, Place(goal.hand_off_clamp)), 420, 0)
    kept = search_shelf(
        [(str(i), f) for i, f in enumerate(frames)],
        [(str(i), p) for i, p in enumerate(parts)],
        31.8,
        own,
        wanted,
    )
    whole = timed(lambda: search_whole(kept, goal, Reference(63, 610, 195)), 5)
    print(
        f"demo shelves        {whole * 1000:10.0f} ms: {len(kept.frames)} sizes, {len(kept.bars)} bars, "
        f"{len(kept.cockpits)} one-piece combinations, room and frontier with it"
    )


def machine() -> float:
    """Seconds ten million turns of a plain loop take: how fast this machine is now."""

    def turn() -> None:
        i = 0
        while i < 10_000_000:
            i += 1

    return timed(turn, 1)


def main() -> None:
    """Both shelves, and how fast the machine is."""
    goal = Goal(Mark(-200, 700), Mark(545, 645), Mark(85, 20), STEM_WINDOWS["road"])
    large(goal)
    demo(goal)
    print(f"this machine        {machine():10.2f} s for ten million turns of a plain loop")


if __name__ == "__main__":
    main()
