"""Every place a hand may take on a bar without buying anything: rotation, lever, roll, pads (docs/formulas.md, Cockpit).

The school of bar rotation names one rotation for a bar from the bar's own shape; places lie within two steps
of it, each with the lever put where the hood then rises by a slope inside the house window.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from math import pi

from waymark.core.cockpit.bars import DropBar, FlatBar, Lever, place_grip, place_hood
from waymark.core.marks import Mark
from waymark.core.rules.weights import PLACING_USUAL, Placing
from waymark.core.say import Angle, Said, bare, exactly, say, with_commas
from waymark.core.search.model import Place

STEPS = (-2, -1, 0, 1, 2)


def school_rotation_deg(bar: DropBar, school: str, drop_end_deg: float, placing: Placing = PLACING_USUAL) -> float:
    """The rotation ``school`` asks of ``bar``, + hoods up, from level ground.

    ``drop_end_deg`` is how far the drop's end falls to the rear with the bar unturned. Ramp level turns the
    ramp's fall out; drop end level the end's; palm-led leaves the end falling by the house's own figure.
    Raises ``KeyError`` for an unknown school.
    """
    return {
        "ramp": bar.ramp_deg,
        "drop_end": -drop_end_deg,
        "palm": placing.palm_drop_fall_deg - drop_end_deg,
    }[school]


# A shelf's bars are placed anew for every question: the same bar by the same school is the same answer.
@lru_cache(maxsize=1024)
def drop_places(
    bar: DropBar,
    lever: Lever,
    school: str,
    drop_end_deg: float = 0.0,
    stands: Place | None = None,
    placing: Placing = PLACING_USUAL,
) -> tuple[Place, ...]:
    """The hood's places on a drop bar; first ``stands``, the bar as measured, where there is one.

    Lever slides are counted from ``lever.arc_deg``. With ``stands`` every place is corrected by what was
    measured against what the bar's own figures say of it.
    """
    middle = school_rotation_deg(bar, school, drop_end_deg, placing)
    step = placing.rotation_step_deg
    now_mm = None if stands is None else stands.slide_mm
    made = _hood_places(bar, lever, placing, [(middle + turn * step, abs(turn)) for turn in STEPS], now_mm)
    if stands is None:
        if not made:
            # No lever place has the slope the house asks for on this bar: the lever stays where it is.
            at = place_hood(bar, lever, 0.0)
            made.append(Place(at.at, 0.0, 0.0, at.slope_deg, 0))
        return tuple(made)
    arc = lever.arc_deg + stands.slide_mm * 180 / pi / bar.bend_radius_mm
    said = place_hood(bar, Lever(arc, lever.forward_mm, lever.out_mm, lever.slope_deg), stands.rotation_deg).at
    shift = stands.off - said
    return (stands, *(replace(p, off=p.off + shift, effort=p.effort + 1) for p in made))


def _hood_places(
    bar: DropBar, lever: Lever, placing: Placing, rotations: Sequence[tuple[float, int]], now_mm: float | None = None
) -> list[Place]:
    """The lever slid to every hood slope of the house window, at each rotation with its effort.

    ``now_mm`` is where a mounted lever sits, as a slide; only from there can it be said how far it goes. On a new bar the
    hood's slope and place tell.
    """
    least, most = placing.hood_slope_least_deg, placing.hood_slope_greatest_deg
    made: list[Place] = []
    for rotation, effort in rotations:
        for step in STEPS:
            slope = (least + most) / 2 + step * (most - least) / 4
            arc = lever.slope_deg + rotation - slope
            if arc < bar.ramp_deg:
                # On the straight ramp no slide changes the hood's slope.
                continue
            hood = place_hood(bar, Lever(arc, lever.forward_mm, lever.out_mm, lever.slope_deg), rotation)
            slide = (arc - lever.arc_deg) * pi / 180 * bar.bend_radius_mm
            moved = None if now_mm is None else slide - now_mm
            said = drop_words(rotation - bar.ramp_deg, slope, moved)
            made.append(Place(hood.at, rotation, slide, slope, effort + abs(step), said))
    return made


def drop_words(ramp_deg: float, slope_deg: float, slid_mm: float | None = None) -> Said:
    """How a drop bar and its levers stand; ``slid_mm`` is a mounted lever's way, + down the bend."""
    said = [ramp_words(ramp_deg), hood_words(slope_deg)]
    if slid_mm is not None:
        said.insert(1, say("levers {slid}", slid=_slid(slid_mm)))
    return with_commas(said)


def ramp_words(slope_deg: float) -> Said:
    """How a drop bar stands: its ramp's slope by the level, + up to the front."""
    return say("ramp {leaning}", leaning=_leaning(slope_deg))


def hood_words(slope_deg: float) -> Said:
    """How a lever stands: its hood's slope by the level, + tip up."""
    shown = Angle(abs(round(slope_deg)))
    return say("hoods rising {slope}", slope=shown) if slope_deg > -0.5 else say("hoods falling {slope}", slope=shown)


def _leaning(slope_deg: float) -> Said:
    """A slope from level as an inclinometer on it reads."""
    shown = Angle(abs(round(slope_deg, 1)))
    if not shown.deg:
        return say("level")
    return say("{by} up to the front", by=shown) if slope_deg > 0 else say("{by} down to the front", by=shown)


def _slid(slide_mm: float) -> Said:
    """A lever's way along the bend."""
    by = bare(abs(round(slide_mm)))
    if not by.mm:
        return say("where they are")
    return say("{by} down the bend", by=by) if slide_mm > 0 else say("{by} up the bend", by=by)


def roll_words(roll_deg: float) -> Said:
    """A flat bar's roll from its rise standing upright."""
    if roll_deg == 0:
        return say("rise upright")
    by = Angle(abs(roll_deg))
    return say("rolled {by} back", by=by) if roll_deg > 0 else say("rolled {by} forward", by=by)


@lru_cache(maxsize=256)
def fixed_drop_places(bar: DropBar, lever: Lever, placing: Placing = PLACING_USUAL) -> tuple[Place, ...]:
    """A one-piece cockpit's hood places: its bar cannot be turned, its levers slide."""
    made = _hood_places(bar, lever, placing, [(0.0, 0)])
    if not made:
        at = place_hood(bar, lever)
        made.append(Place(at.at, 0.0, 0.0, at.slope_deg, 0))
    return tuple(made)


@lru_cache(maxsize=1024)
def flat_places(
    bar: FlatBar, hand_inset_mm: float, stands: Place | None = None, placing: Placing = PLACING_USUAL
) -> tuple[Place, ...]:
    """The grip's places as the bar is rolled two steps either way from its rise standing upright."""
    made = [
        Place(place_grip(bar, hand_inset_mm, roll).at, roll, 0.0, None, abs(step), roll_words(roll))
        for step in STEPS
        for roll in (step * placing.roll_step_deg,)
    ]
    if stands is None:
        return tuple(made)
    shift = stands.off - place_grip(bar, hand_inset_mm, stands.rotation_deg).at
    return (stands, *(replace(p, off=p.off + shift, effort=p.effort + 1) for p in made))


def pad_words(ahead_mm: float, above_mm: float) -> Said:
    """Where pads are set from the bar clamp."""
    way = say("behind") if ahead_mm < 0 else say("ahead of")
    return say("pads {x} {way} the clamp, {y} over it", x=exactly(abs(ahead_mm)), way=way, y=exactly(above_mm))


def pad_places(
    fore_aft_mm: Sequence[float], stacks_mm: Sequence[float], stands: Place | None = None
) -> tuple[Place, ...]:
    """The pads' places in the maker's steps: fore-aft from the clamp's centre, and stacks over it.

    Low stacks and the middle of the fore-aft range are preferred (docs/formulas.md, Cockpit, aero bars).
    """
    middle = (len(fore_aft_mm) - 1) / 2
    made = [
        Place(
            Mark(x, y),
            0.0,
            x,
            None,
            round(abs(i - middle)) + j,
            pad_words(x, y),
        )
        for j, y in enumerate(sorted(stacks_mm))
        for i, x in enumerate(sorted(fore_aft_mm))
    ]
    return tuple(made) if stands is None else (stands, *made)
