"""How often a trial's verdict is right: simulated pairs with no difference and with one of one standard deviation.

Prints the false verdicts beside the stated rate, and the verdicts for the greater one beside the power of Student's t
(the noncentral t). Run with ``make rates``; ``--trials N`` for more or fewer.
"""

from __future__ import annotations

import argparse

import numpy as np
from scipy.stats import nct, t

from waymark.core.trial import judge

PAIRS = (4, 8, 12)
CONFIDENCE = 0.95


def verdicts(rng: np.random.Generator, pairs: int, shift_sd: float, trials: int) -> tuple[float, float]:
    """Shares of trials judged for the first and for the second, where the first is greater by ``shift_sd``."""
    found = [
        judge([(float(d), 0.0) for d in rng.normal(shift_sd, 1.0, pairs)], CONFIDENCE).verdict for _ in range(trials)
    ]
    return found.count("a") / trials, found.count("b") / trials


def power(pairs: int, shift_sd: float) -> float:
    """The chance that the interval lies wholly above 0."""
    bound = t.ppf((1 + CONFIDENCE) / 2, pairs - 1)
    return float(1 - nct.cdf(bound, pairs - 1, shift_sd * pairs**0.5))


def main() -> None:
    """Print the table."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--trials", type=int, default=4000)
    trials, rng = parser.parse_args().trials, np.random.default_rng(7)
    print("pairs  false verdicts (stated 5 %)  found, difference 1 sd (formula)")
    for pairs in PAIRS:
        false = sum(verdicts(rng, pairs, 0.0, trials))
        found, _ = verdicts(rng, pairs, 1.0, trials)
        print(f"{pairs:5}  {100 * false:14.1f} %  {100 * found:24.1f} % ({100 * power(pairs, 1.0):.1f} %)")


if __name__ == "__main__":
    main()
