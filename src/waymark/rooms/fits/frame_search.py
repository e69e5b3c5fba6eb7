"""The search of a fit file: its goal, its own bar, the frames it looks at, and the whole answer, remembered."""

from __future__ import annotations

import json
from collections import deque
from collections.abc import Callable, Iterator, Sequence
from contextlib import suppress
from dataclasses import replace
from math import pi
from queue import Queue
from threading import Event, Lock, Thread

from sqlalchemy.orm import Session

from waymark.core.errors import StoppedError
from waymark.core.frame import steering_axis
from waymark.core.rules.house import DROP_BAR_DISCIPLINES, NUMBERS
from waymark.core.rules.schools import PLACING
from waymark.core.search import BarOption, Gates, Goal, Place, Shelf
from waymark.core.search.frontier import Reference
from waymark.core.search.headroom import Unsure
from waymark.core.search.model import FREE
from waymark.core.search.whole import Whole, search_whole
from waymark.rooms.fits.layers import Layers
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.surveying import read_value
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import DropBarPart, FrameSize, Wanted, parts, places_of, search_shelf

SHOES_MM = 15.0
BIKE_MASS_KG = 10.0
_SAME_MM = 1e-6
# Frames of these uses are looked at for a goal of that use, unless the fitter says otherwise.
NEAR_KINDS: dict[str, tuple[str, ...]] = {
    "road": ("road", "endurance"), "endurance": ("endurance", "road", "gravel"),
    "gravel": ("gravel", "cyclocross", "endurance"), "cyclocross": ("cyclocross", "gravel"),
    "cross-country": ("cross-country", "trail"), "trail": ("trail", "cross-country"), "city": ("city",),
    "time-trial": ("time-trial", "road"),
}  # fmt: skip


def hand_is(state: FitState, layers: Layers) -> str:
    """What the goal's hand is on: the pads where they are carried, the hood on drop bars, else the grip."""
    if layers.context.carried == "pads":
        return "pad"
    return "hood" if state.goal.discipline in DROP_BAR_DISCIPLINES else "grip"


def wanted(state: FitState, layers: Layers, profile: Profile | None) -> Wanted:
    """Which bars are looked at beside the rider's own."""
    bar = state.measure.bar
    width = bar.width_mm if bar is not None else None
    shoulders = profile.mm("shoulder_width") if profile else None
    hand = hand_is(state, layers)
    if width is None and hand == "hood" and shoulders is not None:
        width = shoulders
    school = state.frame.schools.width
    if width is not None and school != "acromion":
        width += PLACING[f"{school}_mm"].value
    mass = profile.mm("mass") if profile else None
    return Wanted(
        hand, state.frame.schools.rotation, width, None, state.frame.look.bars,
        state.frame.rules.least_bar_width_mm, mass
    )  # fmt: skip


def own_bar(state: FitState, layers: Layers) -> BarOption | None:
    """The rider's own bar, first as it stands; None where it has no such hand as the goal asks for.

    It is turned only from a rotation that was read (or where the hand's place is the part's own, so that both
    speak of the same bar): a guess of some degrees would move the hand by as many millimetres.
    """
    bar = state.measure.bar
    stands = Place(layers.context.hand_off_clamp)
    if bar is None or layers.context.carried == "pads":
        # Pads as they are: what steps the present aero bar has is not on record.
        return BarOption("own", "bar as it is", None, (stands,), rung=FREE)
    school = Wanted(hand_is(state, layers), state.frame.schools.rotation)
    if not places_of(bar, school):
        return None
    places: tuple[Place, ...] = (stands,)
    if can_turn(state, layers):
        places = places_of(bar, school, _as_read(state, stands))
    return BarOption("own", bar.name, bar.bar_clamp_mm, places, bar.width_mm, FREE)


def can_turn(state: FitState, layers: Layers) -> bool:
    """Whether it is known how the own bar stands now, so that the search may turn it."""
    bar = state.measure.bar
    if not isinstance(bar, DropBarPart) or "bar_rotation" in state.measure.readings:
        return True
    return layers.context.hand_off_clamp.distance_mm(bar.hand_off_clamp()) < _SAME_MM


def _as_read(state: FitState, stands: Place) -> Place:
    """The own bar as it stands: its rotation from the ramp as read, its levers from the hoods' slope."""
    bar, ramp = state.measure.bar, read_value(state.measure, "bar_rotation")
    if not isinstance(bar, DropBarPart) or ramp is None:
        return stands
    rotation = ramp + bar.ramp_deg
    slope = read_value(state.measure, "hood_slope.right")
    arc = bar.lever_arc_deg if slope is None else bar.lever_slope_deg + rotation - slope
    slide = (arc - bar.lever_arc_deg) * pi / 180 * bar.bend_radius_mm
    return replace(stands, rotation_deg=rotation, slide_mm=slide)


def gates_of(state: FitState, profile: Profile | None) -> Gates:
    """What the rider asks of any frame, as far as it is known."""
    if profile is None:
        return Gates()
    inseam, weight = profile.mm("inseam"), profile.mm("mass")
    rough = state.goal.discipline in ("cross-country", "trail", "cyclocross")
    room = NUMBERS["standover_room_rough_mm" if rough else "standover_room_mm"].value
    return Gates(
        inseam_in_shoes_mm=None if inseam is None else inseam + SHOES_MM, standover_room_mm=room,
        standover_first=state.frame.schools.standover == "first",
        foot_lift_mm=profile.mm("foot_lift") if state.goal.discipline == "city" else None,
        system_mass_kg=None if weight is None else weight + BIKE_MASS_KG,
        crank_mm=read_value(state.measure, "crank"),
    )  # fmt: skip


def looked_at(state: FitState, sizes: Sequence[tuple[int, FrameSize]]) -> list[tuple[int, FrameSize]]:
    """The sizes the file looks at; the chosen and held ones always."""
    look = state.frame.look
    kinds = look.kinds if look.kinds is not None else NEAR_KINDS[state.goal.discipline]
    pinned = {s.label for s in (state.frame.chosen, state.frame.held) if s is not None}

    def shown(size: FrameSize) -> bool:
        return (
            size.kind in kinds
            and (not look.materials or size.material in look.materials)
            and (size.price_band or 1) <= look.price_most
            and (size.owned or not look.owned_only)
            and (size.in_stock or size.owned or not look.in_stock_only)
            and set(look.tags) <= set(size.tags)
        )

    return [(k, s) for k, s in sizes if s.label in pinned or shown(s)]


def shelf_for(
    session: Session,
    state: FitState,
    layers: Layers,
    profile: Profile | None,
    sizes: Sequence[tuple[str, FrameSize]],
) -> Shelf:
    """The core's shelf of ``sizes`` with the file's own bar and every part that may go on them."""
    kept = [(str(p.id), p.part) for p in parts(session)]
    own = own_bar(state, layers)
    return search_shelf(sizes, kept, own.clamp_mm if own else None, own, wanted(state, layers, profile))


def reference_of(state: FitState, layers: Layers) -> Reference | None:
    """The present bike's handling, where its frame is on record."""
    frame, marks = state.measure.frame, layers.marks["now"]
    if frame is None or "hand" not in marks:
        return None
    g = frame.chart.geometry()
    # From the steering axis to the hand, seen from the side.
    _, square = steering_axis(g.head_angle_deg)
    return Reference(g.trail_mm, g.front_centre_mm, (marks["hand"] - g.head_top).dot(square))


def unsure_hand(layers: Layers) -> Unsure | None:
    """How sure the hand was measured, mm²."""
    point = layers.survey.points.get(layers.point_of("hand")) if layers.survey else None
    if point is None:
        return None
    (xx, xy), (_, yy) = point.covariance
    return Unsure(float(xx), float(xy), float(yy))


Question = tuple[Shelf, Goal, Reference | None]
# From so many sizes on the screen is told first that the search is long, and shows how far it is.
LONG_SIZES = 1500


class _Memory:
    """The newest answers, so that choosing and holding ask nothing twice.

    They are few, and telling two questions apart is quicker than hashing a whole shelf.
    """

    def __init__(self, most: int) -> None:
        self._kept, self._lock = deque[tuple[Question, Whole]](maxlen=most), Lock()

    def get(self, question: Question) -> Whole | None:
        with self._lock:
            for at, (asked, whole) in enumerate(self._kept):
                if asked[1:] == question[1:] and asked[0] == question[0]:
                    del self._kept[at]
                    self._kept.append((asked, whole))
                    return whole
        return None

    def put(self, question: Question, whole: Whole) -> None:
        with self._lock:
            self._kept.append((question, whole))


_memory = _Memory(24)


def whole_of(
    shelf: Shelf, goal: Goal, reference: Reference | None, watch: Callable[[int, int], bool] | None = None
) -> Whole:
    """The whole answer; the same question is answered from memory. ``watch`` as for ``search_whole``."""
    question = (shelf, goal, reference)
    whole = _memory.get(question)
    if whole is None:
        whole = search_whole(shelf, goal, reference, watch)
        _memory.put(question, whole)
    return whole


def is_long(question: Question) -> bool:
    """Whether this would take long: many sizes, and no answer in memory."""
    return len(question[0].frames) >= LONG_SIZES and _memory.get(question) is None


def progress(question: Question) -> Iterator[str]:
    """Search in lines of JSON, {done, of} as it goes and {ready} at the end; closing it stops the search."""
    told: Queue[dict[str, int | bool] | None] = Queue()
    stop = Event()

    def watch(done: int, of: int) -> bool:
        told.put({"done": done, "of": of})
        return not stop.is_set()

    def work() -> None:
        try:
            with suppress(StoppedError):
                whole_of(*question, watch)
                told.put({"ready": True})
        finally:
            told.put(None)

    Thread(target=work, daemon=True).start()
    try:
        while (line := told.get()) is not None:
            yield json.dumps(line) + "\n"
    finally:
        stop.set()
