"""Inner loops compiled to machine code when first asked for.

Plain Python that numba understands: numbers, arrays and named tuples of them. What was compiled is kept beside
the byte code, and the interpreter's lock is let go of, so that a long search holds up nobody else.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import ParamSpec, TypeVar, cast

import numba

P = ParamSpec("P")
R = TypeVar("R")


def compiled(function: Callable[P, R]) -> Callable[P, R]:
    """The same function, compiled for the types it is called with."""
    return cast(Callable[P, R], numba.njit(cache=True, nogil=True)(function))


def inlined(function: Callable[P, R]) -> Callable[P, R]:
    """The same, written out where it is called: for small functions asked for millions of times."""
    return cast(Callable[P, R], numba.njit(inline="always")(function))
