"""Which heights a box of spacers can make, and which spacers make one height."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

from waymark.core.errors import InputError

# Spacers are counted in tenths of a millimetre so that 2.5 and 7.5 stay exact.
_TENTHS = 10


def _tenths(height_mm: float) -> int:
    return round(height_mm * _TENTHS)


def heights_mm(spacers_mm: Sequence[float], limit_mm: float) -> tuple[float, ...]:
    """Every total height from 0 to ``limit_mm`` that any number of these spacers can make, ascending."""
    return _heights(tuple(spacers_mm), limit_mm)


# A search asks the same few drawers and limits again and again.
@lru_cache(maxsize=512)
def _heights(spacers_mm: tuple[float, ...], limit_mm: float) -> tuple[float, ...]:
    sizes = sorted({_tenths(s) for s in spacers_mm})
    if sizes and sizes[0] <= 0:
        raise InputError("A spacer's height is more than 0 mm.", field="spacers_mm", kept=f"{sizes[0] / 10}")
    top = int(limit_mm * _TENTHS + 1e-6)
    made = [True] + [False] * top
    for height in range(1, top + 1):
        made[height] = any(size <= height and made[height - size] for size in sizes)
    return tuple(h / _TENTHS for h in range(top + 1) if made[h])


def fewest_spacers(height_mm: float, spacers_mm: Sequence[float]) -> tuple[float, ...] | None:
    """The fewest spacers that make ``height_mm``, thickest first (from the frame up); ``None`` if none do."""
    sizes = sorted({_tenths(s) for s in spacers_mm}, reverse=True)
    want = _tenths(height_mm)
    best: list[tuple[int, ...] | None] = [()] + [None] * want
    for height in range(1, want + 1):
        for size in sizes:
            if size > height:
                continue
            rest = best[height - size]
            here = best[height]
            if rest is not None and (here is None or len(rest) + 1 < len(here)):
                best[height] = tuple(sorted((*rest, size), reverse=True))
    found = best[want]
    return None if found is None else tuple(s / _TENTHS for s in found)
