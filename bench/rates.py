"""How often the survey names a slip rightly: simulated sets, one slip of 10 to 50 mm, house noise (docs/measuring.md).

Run with ``make rates``; ``--sets N`` for more or fewer sets a class.
"""

from __future__ import annotations

import argparse
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from waymark.core.callout import BY_NAME, PROMPTS
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey import HOUSE_SD, Reading, advise, judge_readings
from waymark.core.survey.model import linear

WANTED = ("s", "nose", "clamp", "h")
# Each mark by plumb line and floor height, with the distances everybody takes.
THIN = (
    "s_straight", "s_behind", "s_floor", "s_nose", "nose_behind", "nose_floor",
    "nose_clamp", "clamp_floor", "clamp_ahead", "s_hand", "hand_floor", "hand_ahead",
)  # fmt: skip
# Every mark from both sides of the BB, no height of the hand or nose twice.
FAIR = (
    "bb_floor", "s_straight", "s_plumb", "s_behind", "s_floor", "s_nose", "nose_behind", "nose_clamp", "s_clamp",
    "clamp_floor", "clamp_up", "bb_clamp", "s_hand", "nose_hand", "hand_floor", "hand_ahead",
)  # fmt: skip
# What the call-out asks unless the house chooses otherwise.
ASKED = tuple(p.name for p in PROMPTS if p.usual and p.sight and p.sight.end in (*WANTED, "bb"))
FULL = (*ASKED, "clamp_ahead", "bb_hand", "nose_up")
CLASSES = {"12 / 3": THIN, "16 / 7": FAIR, "18 / 9": ASKED, "21 / 12": FULL}
SIGHTED = {
    p.name: p.sight
    for p in BY_NAME.values()
    if p.sight and p.sight.turn in ("as_read", "negated", "to_hand") and p.sight.end in (*WANTED, "bb")
}


@dataclass(frozen=True)
class Rates:
    """Shares of sets, per cent."""

    named: float
    alone: float
    named_large: float
    wrong: float
    false_alarm: float
    named_after_next: float
    alone_after_next: float


def a_bike(rng: np.random.Generator) -> tuple[dict[str, Mark], float]:
    """Marks of a made-up bike, and the BB's height."""
    s = Mark(rng.uniform(-240, -140), rng.uniform(640, 780))
    clamp = Mark(rng.uniform(420, 520), rng.uniform(560, 700))
    return {
        "s": s,
        "nose": s + Mark(rng.uniform(110, 165), rng.uniform(-6, 2)),
        "clamp": clamp,
        "h": clamp + Mark(rng.uniform(60, 110), rng.uniform(-5, 35)),
    }, float(rng.uniform(255, 290))


def reading(name: str, marks: dict[str, Mark], bb_mm: float, rng: np.random.Generator, key: str = "") -> Reading:
    """One reading with the house's noise."""
    sight = SIGHTED[name]
    places = {"bb": ORIGIN, **marks}
    probe = Reading(key or name, sight.kind, sight.end, 0.0, sight.start)
    true = linear(probe, places[sight.start], places[sight.end], bb_mm).value
    return Reading(probe.key, sight.kind, sight.end, true + rng.normal(0, probe.sigma), sight.start)


def slipped(it: Reading, by: float) -> Reading:
    """The same reading, ``by`` mm off (a tenth of it in degrees)."""
    off = by / 10 if it.kind == "angle" else by
    return Reading(it.key, it.kind, it.end, it.value + off, it.start)


def worst(readings: Sequence[Reading]) -> tuple[str | None, bool]:
    """The reading named as the slip, first and before any other, and whether it is told from every other."""
    _, judged = judge_readings(readings)
    named = [j for j in judged if j.suspect]
    if not named:
        return None, False
    first = max(named, key=lambda j: abs(j.standardised or 0))
    return first.reading.key, not first.not_told_from


def with_next(readings: list[Reading], marks: dict[str, Mark], bb: float, rng: np.random.Generator) -> list[Reading]:
    """The set with the one reading more that the survey asks for."""
    have = {r.key for r in readings}
    candidates = [
        reading(n, marks, bb, rng) for n in SIGHTED if {*SIGHTED[n].end.split()} <= {*WANTED, "bb"} and n not in have
    ]
    candidates += [reading(n, marks, bb, rng, f"{n}#2") for n in have]
    found, _ = judge_readings(readings)
    best = advise(found, readings, candidates, WANTED)[0]
    return [*readings, next(c for c in candidates if c.key == best.key)]


def rates(names: Sequence[str], sets: int, seed: int = 7) -> Rates:
    """Simulate ``sets`` sets of these readings with one slip each, and as many clean ones."""
    rng = np.random.default_rng(seed)
    count: Counter[str] = Counter()
    for _ in range(sets):
        marks, bb = a_bike(rng)
        clean = [reading(n, marks, bb, rng) for n in names]
        count["alarm"] += worst(clean)[0] is not None
        i = int(rng.integers(len(clean)))
        by = float(rng.uniform(10, 50) * rng.choice((-1, 1)))
        bad = [slipped(r, by) if k == i else r for k, r in enumerate(clean)]
        said, alone = worst(bad)
        right = said == clean[i].key
        large = 8 <= abs(by) / clean[i].sigma <= 16
        later, later_alone = worst(with_next(bad, marks, bb, rng))
        count.update(
            named=right,
            alone=right and alone,
            wrong=said is not None and not right,
            large=large,
            large_named=large and right,
            after=later == clean[i].key,
            after_alone=later == clean[i].key and later_alone,
        )
    share = 100 / sets
    return Rates(
        named=count["named"] * share,
        alone=count["alone"] * share,
        named_large=100 * count["large_named"] / max(1, count["large"]),
        wrong=count["wrong"] * share,
        false_alarm=count["alarm"] * share,
        named_after_next=count["after"] * share,
        alone_after_next=count["after_alone"] * share,
    )


def main() -> None:
    """Print the table of docs/measuring.md."""
    ask = argparse.ArgumentParser()
    ask.add_argument("--sets", type=int, default=2000)
    sets = ask.parse_args().sets
    print(
        f"{sets} sets a class; one slip of 10 to 50 mm; house noise ({', '.join(f'{k} {d.value:g} {d.unit}' for k, d in HOUSE_SD.items())})"
    )
    print(
        "| readings / redundant | named | told from every other | named, 8 to 16 σ | another named | false alarms | with the next reading: named | told from every other |"
    )
    print("|---|---|---|---|---|---|---|---|")
    for label, names in CLASSES.items():
        r = rates(names, sets)
        print(
            f"| {label} | {r.named:.0f} % | {r.alone:.0f} % | {r.named_large:.0f} % | {r.wrong:.0f} % | {r.false_alarm:.1f} % | {r.named_after_next:.0f} % | {r.alone_after_next:.0f} % |"
        )


if __name__ == "__main__":
    main()
