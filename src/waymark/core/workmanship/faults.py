"""Points against a build, fault by fault, each in words with its millimetres (docs/formulas.md, Workmanship)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from math import radians, sin

import numpy as np
from numpy.typing import NDArray

from waymark.core.cockpit.steerer import Stem
from waymark.core.rules.house import StemWindow
from waymark.core.rules.weights import WEIGHTS, Weights
from waymark.core.say import Angle, Count, Said, Size, bare, say
from waymark.core.workmanship.bars import BarWish

# One height or many, mm.
Heights = float | NDArray[np.float64]
_DIGITS = 9
_SAME_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing a workshop would rather not build: its points, what it is in words, and of which kind."""

    points: float
    says: Said
    kind: str = ""


def sum_points(faults: Iterable[Fault]) -> float:
    """Points of all faults together, at billionths so that two ways of adding agree."""
    return round(sum(f.points for f in faults), _DIGITS)


def pile_mm(spacers_mm: Heights, cover_mm: Heights, weights: Weights = WEIGHTS) -> Heights:
    """What counts as pile under a stem: the spacers, and a tall cover from where it does their work."""
    return spacers_mm + np.maximum(0.0, cover_mm - weights.cover_free_mm)


def _pile_points(pile: Heights, w: Weights) -> Heights:
    between = np.minimum(np.maximum(pile - w.pile_free_mm, 0.0), w.pile_tall_mm - w.pile_free_mm)
    return between * w.pile_a_mm + np.maximum(0.0, pile - w.pile_tall_mm) * w.pile_tall_a_mm


def _off_angle_deg(stem: Stem, window: StemWindow) -> float:
    """How far the stem's angle lies beyond those its use is built with, 0 inside."""
    return max(window.angle_least_deg - stem.angle_deg, stem.angle_deg - window.angle_greatest_deg, 0.0)


def _angle_points(stem: Stem, window: StemWindow, w: Weights) -> float:
    steeply = window.performance and stem.angle_deg >= w.rising_deg
    return _off_angle_deg(stem, window) * w.angle_a_deg + (w.rising_points if steeply else 0.0)


def _beyond_mm(stem: Stem, window: StemWindow) -> float:
    """How far the stem's angle takes its bar above (+) or below what its window's would, mm along the steerer.

    A rising one is counted from level on a bike built for speed or rough ground.
    """
    level = 0.0 if window.performance else window.angle_greatest_deg
    flat = max(stem.angle_deg, window.angle_least_deg) if stem.angle_deg <= 0 else min(stem.angle_deg, level)
    return stem.length_mm * (sin(radians(stem.angle_deg)) - sin(radians(flat)))


def _undone_mm(beyond_mm: float, pile: Heights, w: Weights) -> Heights:
    """Mm by which pile and stem angle undo each other.

    Down over a pile: what the pile gives and the angle beyond its window takes away again. Up over an empty steerer:
    what a free pile would have given of what the angle lifts.
    """
    if beyond_mm < 0:
        return np.minimum(np.maximum(pile, 0.0), -beyond_mm)
    return np.minimum(np.maximum(w.pile_free_mm - pile, 0.0), beyond_mm)


def _off_length_mm(length_mm: float, window: StemWindow) -> tuple[float, float]:
    """How far a length lies outside the best but inside the workable, and how far outside the workable."""
    outside = max(window.least_mm - length_mm, length_mm - window.greatest_mm, 0.0)
    off = max(window.best_least_mm - length_mm, length_mm - window.best_greatest_mm, 0.0)
    return off - outside, outside


def _length_points(length_mm: float, window: StemWindow, w: Weights) -> float:
    off, outside = _off_length_mm(length_mm, window)
    return off * w.off_best_a_mm + outside * w.off_workable_a_mm


def front_points(
    stem: Stem,
    spacers_mm: Heights,
    cover_mm: Heights,
    own_cover_mm: float,
    window: StemWindow,
    weights: Weights = WEIGHTS,
) -> Heights:
    """Points against one stem as it stands over each of the piles (spacers and cover, mm, of one shape).

    ``own_cover_mm`` is the cover the frame comes with.
    """
    pile = pile_mm(spacers_mm, cover_mm, weights)
    of_stem = _angle_points(stem, window, weights) + _length_points(stem.length_mm, window, weights)
    undone = _undone_mm(_beyond_mm(stem, window), pile, weights) * weights.undone_a_mm
    changed = (np.abs(cover_mm - own_cover_mm) > _SAME_MM) * weights.cover_changed_points
    return np.round(_pile_points(pile, weights) + changed + undone + of_stem, _DIGITS)


# Sizes share their front ends, and a shelf is searched again at every edit.
@lru_cache(maxsize=8192)
def front_faults(
    stem: Stem,
    spacers_mm: float,
    cover_mm: float,
    own_cover_mm: float,
    window: StemWindow,
    weights: Weights = WEIGHTS,
) -> tuple[Fault, ...]:
    """The same in words, fault by fault, the heaviest first."""
    # A sentence costs more than a sum: only what speaks against the build is put in words.
    made, pile = [], pile_mm(spacers_mm, cover_mm, weights)
    undone = float(_undone_mm(_beyond_mm(stem, window), pile, weights))
    if (points := float(_pile_points(pile, weights))) > 0:
        made.append(Fault(points, say("{pile} of pile under the stem", pile=Size(float(pile))), "pile"))
    if (points := _angle_points(stem, window, weights)) > 0:
        made.append(Fault(points, say("a stem at {angle}", angle=Angle(stem.angle_deg, signed=True))))
    if undone > 0:
        undoes = (
            say("a stem that points down over a pile: {undone} undone", undone=bare(undone))
            if stem.angle_deg < 0
            else say("a stem that points up where {undone} more of pile would do", undone=bare(undone))
        )
        made.append(Fault(undone * weights.undone_a_mm, undoes))
    if (points := _length_points(stem.length_mm, window, weights)) > 0:
        made.append(Fault(points, _length_words(stem.length_mm, window)))
    if abs(cover_mm - own_cover_mm) > _SAME_MM:
        made.append(Fault(weights.cover_changed_points, say("another headset cover, {cover}", cover=Size(cover_mm))))
    return _told(made)


def _length_words(length_mm: float, window: StemWindow) -> Said:
    off, outside = _off_length_mm(length_mm, window)
    short, shown = length_mm < window.best_least_mm, Size(length_mm)
    if outside == 0:
        past = say("under") if short else say("over")
        return say("a stem of {length}, {off} {past} the best lengths", length=shown, off=Size(off), past=past)
    side = say("short") if short else say("long")
    return say("a stem of {length}, {side} for this use", length=shown, side=side)


def seat_faults(
    slide_mm: float,
    rail_room_mm: float,
    in_frame_mm: float,
    least_in_mm: float,
    greatest_in_mm: float,
    weights: Weights = WEIGHTS,
) -> tuple[Fault, ...]:
    """Points against a saddle far out on its rails and a post at a mark; lengths of post inside the frame, mm."""
    made = []
    if rail_room_mm > 0 and abs(slide_mm) > weights.rails_share * rail_room_mm + 1e-9:
        way = say("forward") if slide_mm > 0 else say("back")
        by, of = bare(abs(slide_mm)), bare(rail_room_mm)
        made.append(
            Fault(weights.rails_points, say("the saddle {by} {way} of {of} on its rails", by=by, way=way, of=of))
        )
    if in_frame_mm - least_in_mm < weights.insertion_near_mm:
        made.append(Fault(weights.insertion_points, say("the post at its insertion mark")))
    elif greatest_in_mm - in_frame_mm < weights.insertion_near_mm:
        made.append(Fault(weights.insertion_points, say("the post as deep as the frame allows")))
    return _told(made)


def handling_faults(
    toe_mm: float | None,
    trail_mm: float,
    trail_window_mm: tuple[float, float],
    weights: Weights = WEIGHTS,
    front_share_percent: float | None = None,
    standing_mm: tuple[float, float] | None = None,
    tipped_deg: float = 0.0,
) -> tuple[Fault, ...]:
    """Points against a frame that steers out of its use: shoe to tyre, trail, the front wheel's share of the rider.

    ``toe_mm`` is negative where shoe and tyre overlap; ``standing_mm`` is the room over the top tube and what is wanted,
    ``tipped_deg`` how far the bike must be tipped to step over it. What is not known costs nothing.
    """
    each, made = weights.handling_points, []
    if toe_mm is not None and toe_mm < 0:
        made.append(Fault(each, say("shoe and tyre overlap by {by} in slow turns", by=bare(-toe_mm))))
    least, most = trail_window_mm
    if not least <= trail_mm <= most:
        made.append(
            Fault(
                each,
                say(
                    "trail {trail}, outside {least} to {most}",
                    trail=bare(trail_mm),
                    least=bare(least),
                    most=bare(most),
                ),
            )
        )
    if front_share_percent is not None and not (
        weights.front_share_least <= front_share_percent <= weights.front_share_most
    ):
        share = Count(round(front_share_percent))
        made.append(Fault(each, say("{share} % of the rider on the front wheel", share=share)))
    if standing_mm is not None and standing_mm[0] < standing_mm[1]:
        room, wanted = bare(standing_mm[0]), bare(standing_mm[1])
        made.append(Fault(each, say("{room} to stand over, {wanted} wanted", room=room, wanted=wanted)))
    if tipped_deg > 0:
        made.append(Fault(each, say("tipped {lean} to step over it", lean=Angle(round(tipped_deg)))))
    return _told(made)


def bar_faults(
    wish: BarWish,
    width_mm: float | None,
    drops_width_mm: float | None = None,
    weights: Weights = WEIGHTS,
    *,
    changed: bool,
    one_piece: bool = False,
) -> tuple[Fault, ...]:
    """Points against a bar: its width outside what is wished for, no flare where it is, and that it has to go on."""
    made = []
    if width_mm is not None and wish.width_mm is not None:
        least, most = wish.width_mm
        off, middle = max(least - width_mm, width_mm - most, 0.0), (least + most) / 2
        side = say("narrow") if width_mm < middle else say("wide")
        aside = min(abs(width_mm - middle), (most - least) / 2) - weights.half_size_mm
        said = say("a bar {width} wide, on the {side} side", width=Size(width_mm), side=side)
        if off > 0:
            said = say("a bar {width} wide, {off} too {side}", width=Size(width_mm), off=bare(off), side=side)
        points = off * weights.bar_width_a_mm + max(aside, 0.0) * weights.bar_off_middle_a_mm
        made.append(Fault(points, said))
    if wish.flare and (drops_width_mm is None or width_mm is None or drops_width_mm <= width_mm):
        made.append(Fault(weights.no_flare_points, say("a bar without flare")))
    if one_piece:
        made.append(
            Fault(weights.cockpit_changed_points, say("a one-piece cockpit, with little to adjust later"), "bar")
        )
    elif changed:
        made.append(Fault(weights.bar_changed_points, say("another bar"), "bar"))
    return _told(made)


def _told(made: Iterable[Fault]) -> tuple[Fault, ...]:
    return tuple(
        sorted((Fault(round(f.points, _DIGITS), f.says, f.kind) for f in made if f.points > 0), key=lambda f: -f.points)
    )
