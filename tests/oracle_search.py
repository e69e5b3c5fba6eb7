"""Every build there is, one at a time, in plain Python: what the exact search must agree with.

It shares no code with what it proves: positions by complex numbers, its own sums of spacers, its own penalties and
windows, its own places of the hood. Only the values that describe a shelf and a goal are the product's.
"""

from __future__ import annotations

import cmath
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import degrees, pi, radians, sqrt

from waymark.core.search import BarOption, CockpitOption, FrameOption, Goal, Shelf, StemOption

SAME = 1e-9
TIE_MM = 1.0


@dataclass(frozen=True)
class Build:
    """One build: which parts, how they stand, and how far the hand is from the goal, level and plumb, mm."""

    stem: int
    over: bool
    cover_mm: float
    spacers_mm: float
    bar: int
    place: int
    dx: float
    dy: float
    miss_mm: float
    rank: int
    tall: bool
    points: float
    order: tuple[float, ...]

    def inside(self, goal: Goal, margin: float = SAME) -> bool:
        """Whether the hand lies inside the tolerance."""
        t = goal.tolerance
        return abs(self.dx) <= t.hand_x_mm + margin and abs(self.dy) <= t.hand_y_mm + margin


def hand_at(
    frame: FrameOption, cover: float, spacers: float, length: float, angle: float, clamp: float, off: complex
) -> complex:
    """The hand from the BB, x + iy: up the steerer, then along the stem, then on the bar."""
    up = cmath.rect(1, pi - radians(frame.head_angle_deg))
    stem = up * cmath.rect(1, radians(angle) - pi / 2)
    return complex(frame.reach_mm, frame.stack_mm) + up * (cover + spacers + clamp / 2) + stem * length + off


def sums(sizes: Sequence[float], limit: float) -> list[float]:
    """Every height that any number of these spacers makes, up to the limit."""
    made, new = {0.0}, [0.0]
    while new:
        new = [h for h in {round(a + s, 4) for a in new for s in sizes} if h <= limit + SAME and h not in made]
        made.update(new)
    return sorted(made)


def ways_of(stem: StemOption) -> list[tuple[bool, float]]:
    """How a stem may stand: as printed, and turned over."""
    return [(False, stem.angle_deg)] + ([(True, -stem.angle_deg)] if stem.both_ways and stem.angle_deg else [])


def rank_of(goal: Goal, length: float) -> int:
    """0 in the best range, 1 in the window, 2 outside."""
    w = goal.stem_window
    inside = w.least_mm <= length <= w.greatest_mm
    return 0 if w.best_least_mm <= length <= w.best_greatest_mm else 1 if inside else 2


def points_of(goal: Goal, length: float, angle: float, spacers: float, cover: float, own_cover: float) -> float:
    """Points against a front end, from the words: a free pile to 20, a tenth a mm to 30, half a mm beyond; a cover over
    10 mm is pile, another than the frame's own costs one; half a point a degree off the use's angles, eight more for a
    steep rise; a fifth for each mm that angle and pile undo; stems off their lengths."""
    w = goal.stem_window
    pile = spacers + (cover - 10 if cover > 10 else 0)
    points = 0.5 * (pile - 30) + 1 if pile > 30 else 0.1 * (pile - 20) if pile > 20 else 0.0
    points += 1.0 if abs(cover - own_cover) > SAME else 0.0
    if angle > w.angle_greatest_deg:
        points += (angle - w.angle_greatest_deg) / 2
    # Rising: on a bike built for ease only beyond what it is built with.
    usual = 0.0 if w.performance else w.angle_greatest_deg
    if angle > usual:
        lifted = length * (cmath.rect(1, radians(angle)).imag - cmath.rect(1, radians(usual)).imag)
        points += 0.2 * min(lifted, max(20 - pile, 0))
    if angle < w.angle_least_deg:
        points += (w.angle_least_deg - angle) / 2
        sunk = length * (cmath.rect(1, radians(w.angle_least_deg)).imag - cmath.rect(1, radians(angle)).imag)
        points += 0.2 * min(sunk, pile)
    points += 8 if angle >= 17 and w.performance else 0
    for shortfall in (w.best_least_mm - length, length - w.best_greatest_mm):
        points += 0.3 * max(shortfall, 0)
    for shortfall in (w.least_mm - length, length - w.greatest_mm):
        points += 0.7 * max(shortfall, 0)
    return points


def miss_of(goal: Goal, away: complex) -> float:
    """The weighted miss: each direction by its own tolerance, both tolerances' product kept."""
    t = goal.tolerance
    product = t.hand_x_mm * t.hand_y_mm
    return sqrt(product * ((away.real / t.hand_x_mm) ** 2 + (away.imag / t.hand_y_mm) ** 2))


def every_build(frame: FrameOption, shelf: Shelf, goal: Goal, bars: Sequence[BarOption]) -> Iterator[Build]:
    """Every build of a size with one of these bars."""
    wanted = complex(goal.hand.x_mm, goal.hand.y_mm)
    for c, cover in enumerate((frame.cover_mm, *frame.covers_mm)):
        for height in sums(shelf.spacers_mm, frame.spacer_limit_mm):
            for i, stem in enumerate(shelf.stems):
                for over, angle in ways_of(stem):
                    rank = rank_of(goal, stem.length_mm)
                    points = points_of(goal, stem.length_mm, angle, height, cover, frame.cover_mm)
                    tall = height > 0.75 * frame.spacer_limit_mm + SAME
                    for b, bar in enumerate(bars):
                        if bar.clamp_mm not in (None, stem.bar_clamp_mm):
                            continue
                        for p, place in enumerate(bar.places):
                            off = complex(place.off.x_mm, place.off.y_mm)
                            away = wanted - hand_at(
                                frame, cover, height, stem.length_mm, angle, stem.clamp_height_mm, off
                            )
                            miss = miss_of(goal, away)
                            order = (
                                rank,
                                tall,
                                bar.preference,
                                place.effort,
                                b,
                                p,
                                round(miss, 9),
                                c,
                                height,
                                over,
                                i,
                            )
                            yield Build(
                                i,
                                over,
                                cover,
                                height,
                                b,
                                p,
                                -away.real,
                                -away.imag,
                                miss,
                                rank,
                                tall,
                                points,
                                order,
                            )


def nearest(frame: FrameOption, shelf: Shelf, goal: Goal, bars: Sequence[BarOption] = ()) -> Build | None:
    """The nearest build inside the tolerance, else the nearest of all; None where no stem holds a bar."""
    builds = list(every_build(frame, shelf, goal, bars or (goal.own_bar(),)))
    inside = [b for b in builds if b.inside(goal)]
    if inside:
        least = min(b.miss_mm for b in inside)
        return min((b for b in inside if b.miss_mm <= least + TIE_MM + SAME), key=lambda b: b.order)
    return min(builds, key=lambda b: (b.order[6], *b.order[2:6], b.order[1], *b.order[7:]), default=None)


def free_room(hands: Sequence[complex], goal: Goal, most: int) -> int:
    """How many whole mm the goal can move up, down, forward and back, each to ``most``, some hand staying inside."""
    t, wanted = goal.tolerance, complex(goal.hand.x_mm, goal.hand.y_mm)

    def reached(at: complex) -> bool:
        return any(abs((h - at).real) <= t.hand_x_mm + SAME and abs((h - at).imag) <= t.hand_y_mm + SAME for h in hands)

    room = 0
    for way in (1j, -1j, 1, -1):
        step = 0
        while step < most and reached(wanted + way * (step + 1)):
            step += 1
        room += step
    return room


def recommended(
    frame: FrameOption, shelf: Shelf, goal: Goal, bars: Sequence[BarOption], most: int = 15
) -> tuple[Build, int, float] | None:
    """The build inside the tolerance with fewest points (half a point equal), then off its edge, with most room in steps of
    five, least cost, nearest."""
    builds = list(every_build(frame, shelf, goal, bars))

    def total(b: Build) -> float:
        return b.points + sum(f.points for f in bars[b.bar].faults)

    inside = [b for b in builds if b.inside(goal)]
    if not inside:
        return None
    least = min(total(b) for b in inside)
    kept = [b for b in inside if total(b) <= least + 0.5 + SAME]
    rooms: dict[tuple[int, int, float], int] = {}

    def room(b: Build) -> int:
        key = (b.stem, b.bar, b.cover_mm)
        if key not in rooms:
            wanted = complex(goal.hand.x_mm, goal.hand.y_mm)
            hands = [wanted + complex(x.dx, x.dy) for x in builds if (x.stem, x.bar, x.cover_mm) == key]
            rooms[key] = free_room(hands, goal, most)
        return rooms[key]

    def cost(b: Build) -> float:
        stem, bar = shelf.stems[b.stem], bars[b.bar]
        return 100 * max(bar.rung, 0 if stem.owned else 1) + bar.price + stem.price

    def weighed(b: Build) -> float:
        return round(round(b.miss_mm, 9) + bars[b.bar].places[b.place].effort * TIE_MM, 9)

    def on_edge(b: Build) -> bool:
        t = goal.tolerance
        return abs(b.dx) > 0.8 * t.hand_x_mm + SAME or abs(b.dy) > 0.8 * t.hand_y_mm + SAME

    def key(b: Build) -> tuple[object, ...]:
        return on_edge(b), -(room(b) // 5), cost(b), weighed(b), b.order[2:6], b.order[1], *b.order[7:]

    best = min(kept, key=key)
    return best, room(best), cost(best)


def one_piece(frame: FrameOption, listed: Sequence[CockpitOption], goal: Goal) -> tuple[int, int, float] | None:
    """The best listed one-piece cockpit the maker allows: which, at which place, on which spacers."""
    wanted, made = complex(goal.hand.x_mm, goal.hand.y_mm), []
    for i, c in enumerate(listed):
        maker = c.key.split("#")[0]
        if (frame.cockpits is None and c.named_only) or (frame.cockpits is not None and maker not in frame.cockpits):
            continue
        for j, place in enumerate(c.places):
            for height in sums(c.spacers_mm, frame.spacer_limit_mm):
                off = complex(place.off.x_mm, place.off.y_mm)
                away = wanted - hand_at(frame, frame.cover_mm, height, c.length_mm, c.angle_deg, c.clamp_height_mm, off)
                miss, t = miss_of(goal, away), goal.tolerance
                inside = abs(away.real) <= t.hand_x_mm + SAME and abs(away.imag) <= t.hand_y_mm + SAME
                made.append((inside, miss, (rank_of(goal, c.length_mm), place.effort, round(miss, 9), height, i, j)))
    if not made:
        return None
    kept = [m for m in made if m[0]] or made
    least = min(m[1] for m in kept)
    best = min(key for _, miss, key in kept if miss <= least + TIE_MM + SAME)
    return best[4], best[5], best[3]


def hood_at(
    bar: tuple[float, float, float, float], lever: tuple[float, float, float], arc: float, turn: float
) -> complex:
    """The hood of a drop bar (reach, bend radius, ramp fall, tops' rise) with a lever (forward, out, slope) at ``arc``.

    The ramp runs straight from the tops' end and meets the bend where the bend falls as the ramp does; then along
    the bend by the arc, out to the lever, and the whole turned.
    """
    reach, radius, ramp, rise = bar
    forward, out, _ = lever
    centre_x = reach - radius
    joint_x = centre_x + radius * cmath.rect(1, pi / 2 - radians(ramp)).real
    joint_y = rise - joint_x * cmath.rect(1, radians(ramp)).imag / cmath.rect(1, radians(ramp)).real
    centre = complex(centre_x, joint_y - radius * cmath.rect(1, pi / 2 - radians(ramp)).imag)
    outward = cmath.rect(1, pi / 2 - radians(arc))
    return (centre + outward * (radius + out) + outward * -1j * forward) * cmath.rect(1, radians(turn))


def hood_places(
    bar: tuple[float, float, float, float], lever: tuple[float, float, float], at_arc: float, middle: float
) -> list[tuple[complex, float, float, int]]:
    """Hoods rising 5 to 12 in five steps at five rotations two degrees apart: where, rotation, slide, effort."""
    made = []
    for turn in (-2, -1, 0, 1, 2):
        for step in (-2, -1, 0, 1, 2):
            rotation, slope = middle + 2 * turn, 8.5 + 1.75 * step
            arc = lever[2] + rotation - slope
            if arc >= bar[2] - SAME:
                slide = bar[1] * radians(arc - at_arc)
                made.append((hood_at(bar, lever, arc, rotation), rotation, slide, abs(turn) + abs(step)))
    return made


def slope_of(lever: tuple[float, float, float], at_arc: float, slide: float, radius: float, turn: float) -> float:
    """The hood's rise to the front with the lever slid along the bend and the bar turned."""
    return lever[2] - at_arc - degrees(slide / radius) + turn
