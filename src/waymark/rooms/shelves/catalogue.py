"""The shelves as the core's search takes them."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace

from waymark.core.rules.weights import PLACING_USUAL, WEIGHTS, Placing, Weights
from waymark.core.search import (
    BarOption,
    CockpitOption,
    FrameOption,
    Place,
    PostOption,
    Shelf,
    StemOption,
)
from waymark.core.search.model import DEAR_PART, FREE, PART
from waymark.core.search.places import drop_places, fixed_drop_places, flat_places, pad_places
from waymark.core.workmanship import BarWish, Fault, bar_faults
from waymark.rooms.shelves.base import Stocked
from waymark.rooms.shelves.parts import AeroBarPart, CockpitPart, DropBarPart, FlatBarPart, LeverPart, Part
from waymark.rooms.shelves.schemas import FrameSize

WIDTH_STEP_MM = 10.0
# Taken where a part's price is not on the shelf.
USUAL_BAND = 3


@dataclass(frozen=True, slots=True)
class Wanted:
    """Which bars are looked at beside the rider's own: their kind, the school of rotation, width and bend.

    ``hand`` is what the goal's hand is: the hood, the grip or the pad. ``bars`` False keeps to the own bar;
    ``has_own`` tells that there is one, so that another has to be a change.
    """

    hand: str = "hood"
    rotation_school: str = "ramp"
    wish: BarWish = field(default_factory=BarWish)
    lever: LeverPart | None = None
    bars: bool = True
    has_own: bool = True
    least_width_mm: float | None = None
    rider_mass_kg: float | None = None
    placing: Placing = PLACING_USUAL
    weights: Weights = WEIGHTS

    def takes(self, part: DropBarPart | FlatBarPart | AeroBarPart) -> bool:
        """Whether a bar from the shelf is offered: an owned one always, any other by its width and bend."""
        width = part.width_mm if isinstance(part, DropBarPart | FlatBarPart) else None
        if self.least_width_mm is not None and width is not None and width < self.least_width_mm:
            return False
        if part.owned:
            return True
        if isinstance(part, DropBarPart) and not self.wish.takes_bend(part.reach_mm, part.drop_mm, self.placing):
            return False
        return self.wish.takes_width(width)


def frame_option(key: str, size: FrameSize, covers: Sequence[tuple[float, float]] = ()) -> FrameOption:
    """A frame size as the search takes it; ``covers`` are (bearing, height) of the covers on the shelf."""
    c = size.chart
    g = c.geometry()
    return FrameOption(
        key=key,
        label=size.label,
        stack_mm=c.stack_mm,
        reach_mm=c.reach_mm,
        head_angle_deg=c.head_angle_deg,
        cover_mm=c.cover_mm,
        spacer_limit_mm=c.spacer_limit_mm,
        seat_angle_deg=c.seat_angle_deg,
        seat_tube_mm=c.seat_tube_mm,
        post_diameter_mm=c.post_diameter_mm,
        least_insertion_mm=c.least_insertion_mm,
        greatest_insertion_mm=c.greatest_insertion_mm,
        axis_behind_bb_mm=c.axis_behind_bb_mm,
        covers_mm=tuple(sorted({h for b, h in covers if b == c.upper_bearing_mm} - {c.cover_mm})),
        cockpits=tuple(c.cockpits) or None,
        standover_mm=c.standover_mm,
        standover_ahead_mm=c.standover_ahead_mm or 0.0,
        top_tube_slope_deg=g.top_tube_slope_deg,
        step_through_mm=c.step_through_mm,
        mass_limit_kg=c.system_mass_kg,
        crank_least_mm=c.crank_least_mm,
        crank_greatest_mm=c.crank_greatest_mm,
        trail_mm=g.trail_mm,
        front_centre_mm=g.front_centre_mm,
        price=price_of(size),
    )


def places_of(part: Part, wanted: Wanted, stands: Place | None = None) -> tuple[Place, ...]:
    """Every place of the wanted hand on a bar, none where the bar has no such hand."""
    if isinstance(part, DropBarPart) and wanted.hand == "hood":
        lever = part.lever()
        if wanted.lever is not None:
            it = wanted.lever
            lever = replace(lever, forward_mm=it.lever_forward_mm, out_mm=it.lever_out_mm, slope_deg=it.lever_slope_deg)
        return drop_places(part.bar(), lever, wanted.rotation_school, part.drop_end_deg, stands, wanted.placing)
    if isinstance(part, FlatBarPart) and wanted.hand == "grip":
        return flat_places(part.bar(), part.hand_inset_mm, stands, wanted.placing)
    if isinstance(part, AeroBarPart) and wanted.hand == "pad":
        return pad_places(part.pad_fore_aft_mm, part.pad_stacks_mm, stands)
    return ()


def bar_option(key: str, part: Part, wanted: Wanted) -> BarOption | None:
    """A bar from the shelf as the search takes it; None where it does not serve."""
    if not isinstance(part, DropBarPart | FlatBarPart | AeroBarPart):
        return None
    if not wanted.takes(part):
        return None
    places = places_of(part, wanted)
    if not places:
        return None
    width = part.width_mm if isinstance(part, DropBarPart | FlatBarPart) else None
    middle = wanted.wish.middle_mm
    off_width = abs(width - middle) if width is not None and middle is not None else 0.0
    return BarOption(
        key,
        part.name,
        part.bar_clamp_mm,
        places,
        width,
        FREE if part.owned else PART,
        round(off_width / WIDTH_STEP_MM) * 10 + (part.price_band or USUAL_BAND),
        price_of(part),
        faults_of(part, wanted, changed=wanted.has_own and not part.owned),
    )


def price_of(part: Stocked) -> float:
    """What a part or frame costs, in the house's bands; nothing where it is owned."""
    return 0.0 if part.owned else float(part.price_band or USUAL_BAND)


def faults_of(part: Part, wanted: Wanted, *, changed: bool) -> tuple[Fault, ...]:
    """What a workshop holds against a bar for this rider and use."""
    if isinstance(part, DropBarPart):
        return bar_faults(wanted.wish, part.width_mm, part.drops_width_mm, wanted.weights, changed=changed)
    if isinstance(part, FlatBarPart):
        return bar_faults(wanted.wish, part.width_mm, weights=wanted.weights, changed=changed)
    return bar_faults(BarWish(), None, weights=wanted.weights, changed=changed)


def cockpit_options(key: str, part: CockpitPart, wanted: Wanted, *, named_only: bool) -> list[CockpitOption]:
    """Each listed combination of a one-piece cockpit that is offered."""
    places = fixed_drop_places(part.bar(), part.lever(), wanted.placing)
    wish, least = wanted.wish, wanted.least_width_mm or 0.0
    if not (named_only or part.owned or wish.takes_bend(part.reach_mm, part.drop_mm, wanted.placing)):
        return []
    return [
        CockpitOption(
            f"{key} {length:g}/{width:g}",
            f"{part.name} {length:g}/{width:g}",
            length,
            part.angle_deg,
            part.clamp_height_mm,
            width,
            tuple(part.spacers_mm),
            places,
            FREE if part.owned else DEAR_PART,
            named_only,
            part.name,
            key,
            price_of(part),
            bar_faults(wish, width, width, wanted.weights, changed=True, one_piece=not part.owned),
        )
        for length, width in part.combinations()
        if width >= least and (named_only or part.owned or wish.takes_width(width))
    ]


def covers_of(parts: Iterable[tuple[str, Part]], wanted: Wanted | None = None) -> list[tuple[float, float]]:
    """(bearing, height) of every headset cover that may go on, mm."""
    return [(it.bearing_mm, it.height_mm) for _, it in parts if it.kind == "cover" and _at_hand(it, wanted)]


def _at_hand(it: Part, wanted: Wanted | None) -> bool:
    return (it.in_stock or it.owned) and (wanted is None or it.carries(wanted.rider_mass_kg))


def search_shelf(
    frames: Iterable[tuple[str, FrameSize]],
    parts: Iterable[tuple[str, Part]],
    bar_clamp_mm: float | None,
    own: BarOption | None = None,
    wanted: Wanted | None = None,
) -> Shelf:
    """The core's shelf. Parts out of stock, or not strong enough for the rider, are left out.

    Without ``wanted`` only the rider's own bar counts, and stems that do not clamp it (``bar_clamp_mm``) are
    left out too; one-piece cockpits then only go on frames that name them. With it
    bars and one-piece cockpits from the shelf are offered beside ``own``.
    """
    stems, spacers, posts, parts = [], [], [], tuple(parts)
    bars: list[BarOption] = [] if own is None else [own]
    cockpits: list[CockpitOption] = []
    for key, it in parts:
        if not _at_hand(it, wanted):
            continue
        if it.kind == "stem" and (wanted is not None or bar_clamp_mm in (None, it.bar_clamp_mm)):
            stems.append(
                StemOption(
                    key,
                    it.name,
                    it.length_mm,
                    it.angle_deg,
                    it.clamp_height_mm,
                    it.both_ways,
                    it.bar_clamp_mm,
                    it.owned,
                    price_of(it),
                )
            )
        elif it.kind == "spacer":
            spacers.append(it.height_mm)
        elif it.kind == "post":
            posts.append(PostOption(key, it.name, it.length_mm, it.setback_mm, it.diameter_mm, it.least_insertion_mm))
        elif it.kind == "cockpit":
            if wanted is None or wanted.hand == "hood":
                named_only = wanted is None or not wanted.bars
                cockpits += cockpit_options(key, it, wanted or Wanted(), named_only=named_only)
        elif wanted is not None and wanted.bars:
            bar = bar_option(key, it, wanted)
            if bar is not None and (own is None or own.key != key):
                bars.append(bar)
    covers = covers_of(parts, wanted)
    return Shelf(
        tuple(frame_option(k, s, covers) for k, s in frames),
        tuple(stems),
        tuple(sorted(set(spacers))),
        tuple(posts),
        tuple(bars),
        tuple(cockpits),
    )
