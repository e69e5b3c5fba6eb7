"""The cleanest build of a size with the bar that was picked for it, where nearness alone is not all that counts.

The stated problem. Of all builds of the size with this bar that stay inside the tolerance take the one with the least
sum of its miss and the points against its looks, a point weighing as many mm as the house says (``looks``); of
equals, in this order: the place that comes first, no tall pile, the lower pile, the stem as printed, the stem that
stands first. ``reference`` tries every build there is and must agree.
"""

from __future__ import annotations

import numpy as np

from waymark.core.search.compiled import compiled
from waymark.core.search.points import EPS_MM, RANKS, Floats, Ints, Ways, first_at_least
from waymark.core.search.settle import Chosen, Places, Sizes


@compiled
def settle_clean(
    rows: Ints,
    own: Ints,
    sizes: Sizes,
    places: Places,
    start: Ints,
    stop: Ints,
    ways: Ways,
    piles: Floats,
    pile_order: Ints,
    way_weighs: Floats,
    pile_weighs: Floats,
    tol_x: float,
    tol_y: float,
    chosen: Chosen,
) -> None:
    """Give each of ``rows`` its cleanest build with bar ``own[row]``; the miss stays inf where none is inside.

    Places stand bar by bar, each bar's from ``start`` to ``stop`` in order of preference; ``piles`` are all piles'
    heights, mm, with their order among equals; ``way_weighs`` and ``pile_weighs`` what the points against each weigh,
    mm.
    """
    for r in range(rows.size):
        i = rows[r]
        c, s = sizes.cos[i], sizes.sin[i]
        along, across, square = sizes.along[i], sizes.across[i], sizes.square[i]
        # No build inside the tolerance has a greater forward error than its corner has.
        far = tol_x * s + tol_y * c + 1e-6
        least, order, tie = np.inf, 0, 0
        for p in range(start[own[i]], stop[own[i]]):
            before = least
            x, y = places.x[p], places.y[p]
            up, ahead = sizes.up[i] + x * c - y * s, sizes.ahead[i] - x * s - y * c
            lo, hi = ways.start[places.front[p], RANKS], ways.stop[places.front[p], RANKS]
            for w in range(first_at_least(ways.ahead, lo, hi, ahead - far), hi):
                short = ahead - ways.ahead[w]
                if short < -far:
                    break
                weight = way_weighs[ways.way[w]]
                if weight + abs(short) * sizes.slender[i] > least + 1e-6:
                    continue
                want = up - ways.lift[w]
                for h in range(piles.size):
                    excess = piles[h] - want
                    if abs(c * excess + s * short) > tol_x + EPS_MM or abs(s * excess - c * short) > tol_y + EPS_MM:
                        continue
                    square_mm = excess * (excess * along - 2 * short * across) + short * short * square
                    miss = np.floor(np.sqrt(max(square_mm, 0.0)) * 1e9 + 0.5) / 1e9
                    weighed = np.floor((miss + weight + pile_weighs[h]) * 1e9 + 0.5) / 1e9
                    if weighed > least or (weighed == least and before == least):
                        continue
                    if weighed == least and (pile_order[h], ways.tie[w]) >= (order, tie):
                        continue
                    least, order, tie = weighed, pile_order[h], ways.tie[w]
                    chosen.miss[i], chosen.way[i] = miss, ways.way[w]
                    chosen.place[i], chosen.pile[i] = p, h


def by_bar(bars_of: Ints, count: int) -> tuple[Ints, Ints, Ints]:
    """Places bar by bar, keeping their order: their numbers, and where each bar's begin and end."""
    order = np.argsort(bars_of, kind="stable")
    start = np.searchsorted(bars_of[order], np.arange(count), "left")
    return order, start, np.searchsorted(bars_of[order], np.arange(count), "right")
