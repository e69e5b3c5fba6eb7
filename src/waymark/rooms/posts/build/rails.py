"""A rail of the Build post: one choice, a stop for everything it can be, and what each stop would leave of the miss."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from waymark.core.rules.verdict import show_miss
from waymark.core.say import Said
from waymark.core.search.previews import Stop
from waymark.rooms.plan import point
from waymark.rooms.posts.build.shapes import Rail, RailName, StopOut

SAME = 1e-6


@dataclass(frozen=True, slots=True)
class Offered:
    """A stop, with the part that it puts on where it is one: its key (none: the own one) and its name."""

    stop: Stop
    part: int | None = None
    named: Said | None = None


def stop_out(it: Offered, tol: tuple[float, float], *, chosen: bool, house: bool) -> StopOut:
    """A stop as the screen has it."""
    stop = it.stop
    return StopOut(
        value=stop.value,
        miss_mm=stop.miss_mm,
        show_x=show_miss(stop.miss.x_mm, tol[0]),
        show_y=show_miss(stop.miss.y_mm, tol[1]),
        verdict=stop.verdict,
        chosen=chosen,
        house=house,
        hand=point(stop.hand),
        part=it.part,
        named=it.named,
    )


def rail(
    name: RailName,
    label: Said,
    value: float,
    offered: Iterable[Offered],
    house: tuple[float, float],
    tol: tuple[float, float],
    *,
    unit: str = "mm",
    each: Said | None = None,
) -> Rail:
    """A rail at ``value``; ``house`` is the range a house would stay in, ``each`` says what one unit does."""
    return Rail(
        name=name,
        label=label,
        value=value,
        unit=unit,
        each=each,
        stops=[
            stop_out(
                it,
                tol,
                chosen=abs(it.stop.value - value) < SAME,
                house=house[0] - SAME <= it.stop.value <= house[1] + SAME,
            )
            for it in offered
        ],
    )
