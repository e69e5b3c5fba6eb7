"""How far a goal may move up, down, forward and back with a stem, a bar and a cover kept: counted for many at once.

The same that ``headroom`` counts for one build, each direction only so far.
"""

from __future__ import annotations

from waymark.core.search.compiled import compiled
from waymark.core.search.headroom import reached, unbroken
from waymark.core.search.points import EPS_MM, Ints
from waymark.core.search.settle import Sizes
from waymark.core.search.sides import BarSide, Clamps, How, PileSide, StemSide, lowest, no_lower, off

_HAIR_MM = 1e-6


@compiled
def most_room(
    sizes: Sizes,
    i: int,
    at: Clamps,
    stems: StemSide,
    piles: PileSide,
    stem: int,
    bar: int,
    how: How,
) -> int:
    """No cover gives the stem and bar more room on size ``i`` than this, mm: by their outermost places alone."""
    c, s = sizes.cos[i], sizes.sin[i]
    forward, back, up, down = 0.0, 0.0, 0.0, 0.0
    bottom, top = s * piles.height[0], s * piles.height[-1]
    for w in stems.ways.each[stems.ways.start[stem] : stems.ways.start[stem + 1]]:
        high = s * stems.lift[w] + c * stems.ahead[w]
        forward = max(forward, stems.ahead[w] - at.ahead_ends[bar, 0])
        back = max(back, at.ahead_ends[bar, 1] - stems.ahead[w])
        up, down = max(up, top + high - at.high_ends[bar, 0]), max(down, at.high_ends[bar, 1] - bottom - high)
    # Level, a hand within the plumb tolerance is off by what its stem is short along the steerer.
    level = c * how.tol_y / s + how.tol_x + _HAIR_MM
    room = min(int(forward / s + level), how.most) + min(int(back / s + level), how.most)
    plumb = how.tol_y + _HAIR_MM
    return room + min(int(up + plumb), how.most) + min(int(down + plumb), how.most)


@compiled
def count_rooms(
    sizes: Sizes,
    i: int,
    at: Clamps,
    bars: BarSide,
    stems: StemSide,
    piles: PileSide,
    stem: int,
    bar: int,
    how: How,
    bits: Ints,
    rooms: Ints,
) -> None:
    """Room all round of a stem and bar with each cover on size ``i``; ``bits``, two a cover, is room to work in."""
    c, s, most = sizes.cos[i], sizes.sin[i], how.most
    tol_x, tol_y = how.tol_x + EPS_MM, how.tol_y + EPS_MM
    # Steps from the furthest back and down to the furthest forward and up, a bit for each, and whether any is reached now.
    level, plumb = bits
    level[:], plumb[:], rooms[:] = 0, 0, 0
    for p in bars.places.each[bars.places.start[bar] : bars.places.start[bar + 1]]:
        for w in stems.ways.each[stems.ways.start[stem] : stems.ways.start[stem + 1]]:
            short, want = at.ahead[p] - stems.ahead[w], at.up[p] - stems.lift[w]
            for h in range(lowest(sizes, i, piles, want, short, how.tol_y), piles.height.size):
                x, y = off(sizes, i, piles.height[h] - want, short)
                if y > tol_y:
                    break
                if y >= -tol_y:
                    level[piles.cover[h]] |= reached(x + most, how.tol_x, 2 * most)
                    rooms[piles.cover[h]] |= abs(x) <= tol_x
            first = want + max((c * short - tol_y - most) / s, (-s * short - tol_x) / c)
            for h in range(no_lower(piles, first - _HAIR_MM), piles.height.size):
                x, y = off(sizes, i, piles.height[h] - want, short)
                if y > tol_y + most or x < -tol_x:
                    break
                if x <= tol_x:
                    plumb[piles.cover[h]] |= reached(y + most, how.tol_y, 2 * most)
    for cover in range(rooms.size):
        rooms[cover] *= unbroken(level[cover], most) + unbroken(plumb[cover], most)
