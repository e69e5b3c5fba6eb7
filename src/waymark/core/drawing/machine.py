"""An indoor bike from its side, in mm from the BB: its sliders where they are, with every stop, on a plain stand."""

from __future__ import annotations

from waymark.core.drawing.primitives import Circle, Item, line, ribbon, smooth, taper
from waymark.core.marks import Mark
from waymark.core.trainer import Axis, Machine, Slide, Stop

FLOOR_MM = -300.0
TICK_MM = 11.0
# Marks of a ruler are drawn every so many stops where they lie closer than this.
CLOSE_MM = 6.0


def machine_items(machine: Machine, saddle: tuple[Stop, ...], bar: tuple[Stop, ...], crank_mm: float) -> list[Item]:
    """The machine with its sliders at these stops; the near crank level and forward."""
    bb, s, h = Mark(0, 0), machine.saddle.at(saddle), machine.bar.at(bar)
    made: list[Item] = [
        line(Mark(-460, FLOOR_MM), Mark(620, FLOOR_MM), "ground"),
        Circle(Mark(330, -60), 175, "part"),
        Circle(Mark(330, -60), 150, "thin"),
        taper(Mark(-260, FLOOR_MM + 14), Mark(420, FLOOR_MM + 14), 26, 26, "part"),
        taper(Mark(-120, FLOOR_MM + 20), bb, 60, 46, "part"),
        taper(bb, Mark(360, -40), 54, 40, "part"),
    ]
    made += _posts(machine.saddle, saddle, Mark(-60, -20))
    made += _posts(machine.bar, bar, Mark(380, -40))
    made += [*_scale(machine.saddle, saddle), *_scale(machine.bar, bar)]
    made += [
        smooth(
            [s + Mark(x, y) for x, y in ((-120, 4), (-60, 10), (60, 2), (150, -6), (60, -14), (-90, -26))], "saddle"
        ),
        ribbon([h + Mark(x, y) for x, y in ((-60, -4), (0, -10), (26, -4))], [22, 24, 16], "part"),
        ribbon(
            [h + Mark(20, -6), h + Mark(44, -50), h + Mark(20, -104), h + Mark(-30, -110)], [16, 18, 18, 16], "part"
        ),
        taper(bb, Mark(crank_mm, 0), 30, 24, "part"),
        Circle(bb, 15, "part"),
        Circle(Mark(crank_mm, 0), 9, "axle"),
    ]
    return made


def _posts(slide: Slide, stops: tuple[Stop, ...], foot: Mark) -> list[Item]:
    """Each slider as a tube from where the one below it ends to where it ends itself."""
    made: list[Item] = []
    at, wide = slide.origin, 40.0
    made.append(taper(foot, at, 56, 48, "part"))
    for axis, stop in zip(slide.axes, stops, strict=True):
        end = at + axis.along.scaled(stop.mm)
        if at.distance_mm(end) > 1:
            made.append(taper(at, end, wide, wide - 6, "part"))
        at, wide = end, wide - 12
    return made


def _scale(slide: Slide, stops: tuple[Stop, ...]) -> list[Item]:
    """Every stop of every slider as a tick across it."""
    made: list[Item] = []
    at = slide.origin
    for axis, stop in zip(slide.axes, stops, strict=True):
        across = Mark(-axis.along.y_mm, axis.along.x_mm)
        for it in axis.stops[:: _every(axis)]:
            p = at + axis.along.scaled(it.mm)
            made.append(line(p - across.scaled(TICK_MM), p + across.scaled(TICK_MM), "thin"))
        at = at + axis.along.scaled(stop.mm)
    return made


def _every(axis: Axis) -> int:
    """Draw each stop, or each second, fifth or tenth where they are close."""
    gaps = [b.mm - a.mm for a, b in zip(axis.stops, axis.stops[1:], strict=False)]
    least = min(gaps, default=CLOSE_MM)
    return next((n for n in (1, 2, 5, 10, 20) if n * least >= CLOSE_MM), 50)
