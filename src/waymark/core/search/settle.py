"""The compiled heart of the search: settles frame sizes one by one against the tables (see ``exact``)."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from waymark.core.search.compiled import compiled, inlined
from waymark.core.search.points import (
    CLASSES,
    EVERY,
    Box,
    Far,
    Floats,
    Form,
    Heights,
    Ints,
    Masks,
    Near,
    Ways,
    bound_at,
    mask_at,
    nearest,
)

# Two misses each good to a nanometre are held against one tie.
_TIE_EPS_MM = 2e-9
# Places tried for a first bound above a size's least miss.
_TRIED = 64


class Sizes(NamedTuple):
    """Where each size wants the hand, from its head top in its steerer's axes, mm, and its form (``Form``)."""

    up: Floats
    ahead: Floats
    cos: Floats
    sin: Floats
    along: Floats
    across: Floats
    square: Floats
    slender: Floats
    least_weight: float


class Places(NamedTuple):
    """Where the hand lies from the clamp, mm, in order of preference, and the front its bar fits."""

    x: Floats
    y: Floats
    front: Ints


class Chosen(NamedTuple):
    """What was found for each size: the miss (inf: nothing yet), way, place and pile."""

    miss: Floats
    way: Ints
    place: Ints
    pile: Ints


def none_yet(count: int) -> Chosen:
    """Nothing chosen for any size."""
    way, place, pile = (np.zeros(count, np.int64) for _ in range(3))
    return Chosen(np.full(count, np.inf), way, place, pile)


@inlined
def _form(sizes: Sizes, i: int) -> Form:
    return Form(sizes.along[i], sizes.across[i], sizes.square[i], sizes.slender[i], sizes.least_weight)


@inlined
def _box(sizes: Sizes, i: int, tol_x: float, tol_y: float) -> Box:
    return Box(tol_x, tol_y, sizes.cos[i], sizes.sin[i])


@inlined
def _wanted(sizes: Sizes, places: Places, i: int, p: int) -> tuple[float, float]:
    """Where size ``i`` wants the bar clamp for place ``p``: up and ahead of its head top."""
    c, s, x, y = sizes.cos[i], sizes.sin[i], places.x[p], places.y[p]
    return sizes.up[i] + x * c - y * s, sizes.ahead[i] - x * s - y * c


@inlined
def _keep(chosen: Chosen, i: int, miss: float, way: int, place: int, pile: int) -> None:
    chosen.miss[i], chosen.way[i], chosen.place[i], chosen.pile[i] = miss, way, place, pile


@inlined
def _look(i: int, sizes: Sizes, places: Places, near: Near, masks: Masks, start: int, stop: int) -> int:
    """Look up which classes the places from ``start`` to ``stop`` promise; gives all of them together."""
    union = 0
    for p in range(start, stop):
        up, ahead = _wanted(sizes, places, i, p)
        masks[p] = mask_at(near, places.front[p], up, ahead)
        union |= masks[p]
    return union


@compiled
def _least(
    i: int,
    sizes: Sizes,
    places: Places,
    ways: Ways,
    heights: Heights,
    masks: Masks,
    step: int,
    box: Box,
    within: float,
    enough: float,
) -> float:
    """The least miss inside ``box``, no more than ``within``, over every ``step``-th place that promises one; else inf.

    Any that is less than ``enough`` will do.
    """
    form = _form(sizes, i)
    least = np.inf
    for p in range(0, places.x.size, step):
        if masks[p]:
            up, ahead = _wanted(sizes, places, i, p)
            miss, _, _ = nearest(ways, heights, places.front[p], EVERY, up, ahead, form, box, within)
            if miss < least:
                least = within = miss
                if least < enough:
                    break
    return least


@compiled
def settle_near(
    rows: Ints,
    sizes: Sizes,
    places: Places,
    ways: Ways,
    heights: Heights,
    near: Near,
    tol_x: float,
    tol_y: float,
    cap_mm: float,
    tie_mm: float,
    chosen: Chosen,
) -> NDArray[np.bool_]:
    """Settle those of ``rows`` whose least miss inside the tolerance is no more than ``cap_mm``; says which were.

    The tables of ``near`` hold for a radius of ``tie_mm + cap_mm``. What misses by no more than ``tie_mm`` ties
    for sure; what misses by more may, and only then the exact least miss is asked for.
    """
    settled = np.zeros(rows.size, np.bool_)
    n = places.x.size
    masks = np.zeros(n, np.uint8)
    few = max(1, n // _TRIED)
    for r in range(rows.size):
        i = rows[r]
        form, box = _form(sizes, i), _box(sizes, i, tol_x, tol_y)
        # A first bound from a few places spread over all; where they promise nothing, from every place.
        masks[:] = 0
        for p in range(0, n, few):
            _look(i, sizes, places, near, masks, p, p + 1)
        least = _least(i, sizes, places, ways, heights, masks, few, box, cap_mm, 0.0)
        seen, union = 0, 0
        if least == np.inf:
            seen = n
            union = _look(i, sizes, places, near, masks, 0, n)
            if union:
                least = _least(i, sizes, places, ways, heights, masks, 1, box, cap_mm, cap_mm)
            if least == np.inf:
                continue
        may = tie_mm + least
        for k in range(CLASSES):
            if settled[r] or (seen == n and not union >> k & 1):
                continue
            for p in range(n):
                if p == seen:
                    # Most sizes are settled by one of their first places: only these are looked up.
                    stop = min(n, seen + _TRIED)
                    here = _look(i, sizes, places, near, masks, seen, stop)
                    seen, union = stop, union | here
                if not masks[p] >> k & 1:
                    continue
                up, ahead = _wanted(sizes, places, i, p)
                miss, way, pile = nearest(ways, heights, places.front[p], k, up, ahead, form, box, may)
                if miss == np.inf:
                    continue
                if miss > tie_mm + _TIE_EPS_MM:
                    # It ties only if nothing at all misses by less than this.
                    over = miss - tie_mm - _TIE_EPS_MM
                    here = _look(i, sizes, places, near, masks, seen, n)
                    seen, union = n, union | here
                    least = min(least, _least(i, sizes, places, ways, heights, masks, 1, box, least, over))
                    may = tie_mm + least
                if miss <= may + _TIE_EPS_MM:
                    _keep(chosen, i, miss, way, p, pile)
                    settled[r] = True
                    break
    return settled


@compiled
def settle_far(
    rows: Ints, sizes: Sizes, places: Places, ways: Ways, heights: Heights, far: Far, chosen: Chosen
) -> None:
    """Give each of ``rows`` its least miss, inside the tolerance or not; equal ones by place.

    Bounds from below spare most of the places.
    """
    scale = np.sqrt(sizes.least_weight)
    bounds = np.zeros(places.x.size)
    for r in range(rows.size):
        i = rows[r]
        form, box = _form(sizes, i), _box(sizes, i, np.inf, np.inf)
        best = np.inf
        for p in range(places.x.size):
            up, ahead = _wanted(sizes, places, i, p)
            bounds[p] = bound_at(far, places.front[p], up, ahead) * scale
        # The place that promises most gives a bound from above; the rest are then looked at within it.
        p = int(bounds.argmin())
        up, ahead = _wanted(sizes, places, i, p)
        best, _, _ = nearest(ways, heights, places.front[p], EVERY, up, ahead, form, box, np.inf)
        taken = False
        for p in range(places.x.size):
            if bounds[p] > best + _TIE_EPS_MM:
                continue
            up, ahead = _wanted(sizes, places, i, p)
            miss, way, pile = nearest(ways, heights, places.front[p], EVERY, up, ahead, form, box, best)
            if miss < best or (not taken and miss <= best):
                _keep(chosen, i, miss, way, p, pile)
                best, taken = miss, True
