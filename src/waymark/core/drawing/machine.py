"""An indoor bike from its side, in mm from the BB: its sliders where they are, with every stop, on a plain stand."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.drawing.primitives import Circle, Item, arc_points, line, polyline, ribbon, smooth, taper
from waymark.core.marks import Mark
from waymark.core.trainer import Axis, Machine, Slide, Stop

FLOOR_MM = -300.0
TICK_MM = 11.0
# How far from its start a slider's direction is shown.
ARC_MM = 90.0
BEYOND_MM = 62.0
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


@dataclass(frozen=True, slots=True)
class Note:
    """Where a number of a machine's data is told: ``what`` is ``origin``, or the slider's number from 1, saddle first."""

    what: str
    at: Mark


def machine_notes(machine: Machine, saddle: tuple[Stop, ...], bar: tuple[Stop, ...]) -> tuple[list[Item], list[Note]]:
    """What each number of the data means: the origins as crosses, each direction as an arc from forward, and where to tell
    them."""
    items: list[Item] = []
    notes: list[Note] = []
    number = 1
    for slide, stops in ((machine.saddle, saddle), (machine.bar, bar)):
        at = slide.origin
        items += [line(at + Mark(-22, 0), at + Mark(22, 0), "thin"), line(at + Mark(0, -22), at + Mark(0, 22), "thin")]
        notes.append(Note("origin", at))
        for axis, stop in zip(slide.axes, stops, strict=True):
            turn = axis.direction_deg % 360
            turn = turn - 360 if turn > 180 else turn
            items.append(line(at, at + Mark(ARC_MM + 30, 0), "thin"))
            if abs(turn) > 1:
                items.append(polyline(arc_points(at, ARC_MM, 0.0, turn, 24), "thin"))
            # On top of another slider its own ends are free; below, its side.
            last = axis is slide.axes[-1] and len(slide.axes) > 1
            beyond = at + axis.along.scaled(axis.stops[-1].mm + BEYOND_MM)
            side = at + axis.along.scaled(max(stop.mm, ARC_MM) / 2) + _beside(axis)
            notes.append(Note(f"{number}", beyond if last else side))
            at, number = at + axis.along.scaled(stop.mm), number + 1
    return items, notes


def _beside(axis: Axis) -> Mark:
    """A little off the slider, to its right as it grows."""
    return Mark(axis.along.y_mm, -axis.along.x_mm).scaled(46.0)


def _every(axis: Axis) -> int:
    """Draw each stop, or each second, fifth or tenth where they are close."""
    gaps = [b.mm - a.mm for a, b in zip(axis.stops, axis.stops[1:], strict=False)]
    least = min(gaps, default=CLOSE_MM)
    return next((n for n in (1, 2, 5, 10, 20) if n * least >= CLOSE_MM), 50)
