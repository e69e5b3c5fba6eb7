"""The bike as it was measured, ready to draw: its frame from the shelf, else a sketch about the marks."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians

from waymark.core.cockpit import DropBar, FlatBar, Lever, Stem, spacers_for
from waymark.core.contact import Contact
from waymark.core.drawing.bike import bike_items, crank_items, still_items
from waymark.core.drawing.model import AeroBarDrawing, BikeDrawing, FrontEndDrawing
from waymark.core.drawing.primitives import DisplayList
from waymark.core.errors import WaymarkError
from waymark.core.frame import FrameGeometry, derive
from waymark.core.marks import Mark
from waymark.core.search.window import head_top_for
from waymark.core.seat import SaddleFit
from waymark.rooms.files import Facts, Picture, both, fact, shapes
from waymark.rooms.posts.measure.facts import context, now_marks, read_value
from waymark.rooms.posts.measure.state import MeasureState
from waymark.rooms.shelves import AeroBarPart, CockpitPart, DropBarPart, FlatBarPart, SaddlePart

CRANK_DRAWN_DEG = 100.0
# A bike of common proportions, drawn only while the real one is unknown and shown as a sketch.
SKETCH = {
    "head_angle_deg": 72.0, "seat_angle_deg": 73.5, "bb_drop_mm": 72.0, "fork_length_mm": 385.0,
    "fork_offset_mm": 47.0, "chainstay_mm": 420.0, "wheel_radius_mm": 340.0,
}  # fmt: skip
USUAL_SADDLE, USUAL_HAND, USUAL_OFF = Mark(-190.0, 700.0), Mark(555.0, 650.0), Mark(84.0, 8.0)
COMPACT = DropBar(80, 125, 32, 5)
COMPACT_LEVER = Lever(18, 22, 18, 24)
BarDrawn = tuple[DropBar | FlatBar | AeroBarDrawing, float, float]


@dataclass(frozen=True, slots=True)
class Drawn:
    """A bike ready to draw, and whether its frame is only a sketch."""

    bike: BikeDrawing
    sketch: bool
    label: str


def saddle_part(measure: MeasureState, nose_to_s_mm: float) -> SaddlePart:
    """The saddle that goes over: the one on the bike, else the house's usual one."""
    return measure.saddle or SaddlePart(
        name="saddle", rail_to_top_mm=48, mark_to_s_mm=22, nose_to_s_mm=nose_to_s_mm, rail_room_mm=18
    )


@fact
def saddle_fit(facts: Facts) -> SaddleFit:
    """The heights of the saddle that goes over."""
    it = saddle_part(facts.part(MeasureState), facts.house.assumed["nose_to_s"])
    return SaddleFit(it.rail_to_top_mm, it.mark_to_s_mm)


def bar_drawn(
    part: DropBarPart | FlatBarPart | CockpitPart | AeroBarPart | None,
    turned_deg: float = 0.0,
    slope_deg: float | None = None,
) -> BarDrawn:
    """A bar to draw, its hood's slope and its rotation; a compact one where none is known."""
    if isinstance(part, FlatBarPart):
        return part.bar(), 0.0, turned_deg
    if isinstance(part, DropBarPart | CockpitPart):
        return (
            part.bar(),
            part.lever_slope_deg - part.lever_arc_deg if slope_deg is None else slope_deg,
            turned_deg,
        )
    return COMPACT, COMPACT_LEVER.slope_deg - COMPACT_LEVER.arc_deg, turned_deg


def bike_drawn(
    facts: Facts,
    geometry: FrameGeometry,
    front: FrontEndDrawing,
    saddle: Mark,
    hand: Mark,
    bar: BarDrawn,
    contact: Contact,
    crank_mm: float,
) -> BikeDrawing:
    """A bike to draw with the saddle that goes over; pads are drawn where they are carried."""
    lean = context(facts)
    it, slope, turned = (AeroBarDrawing(contact.to_hand), 0.0, 0.0) if contact.on_pads else bar
    return BikeDrawing(
        frame=geometry,
        front=front,
        saddle=saddle,
        nose_to_s_mm=lean.saddle.nose_to_s_mm,
        tilt_deg=0.0,
        rail_to_top_mm=saddle_fit(facts).rail_to_top_mm,
        hand=hand,
        bar=it,
        bar_rotation_deg=turned,
        hood_slope_deg=slope,
        crank_mm=crank_mm,
        crank_deg=CRANK_DRAWN_DEG,
    )


@fact(by_value=False)
def drawn_now(facts: Facts) -> Drawn:
    """The bike as measured; its frame from the shelf, else a sketch about the marks or a usual rider's."""
    now = now_marks(facts)
    return drawn_about(facts, now.get("saddle", USUAL_SADDLE), now.get("hand", USUAL_HAND))


def drawn_about(facts: Facts, saddle: Mark, hand: Mark) -> Drawn:
    """A bike about these marks, with the frame that was read where there is one."""
    measure, now, lean = facts.part(MeasureState), now_marks(facts), context(facts)
    clamp = hand - lean.contact.off
    bar, held = bar_drawn(measure.bar), (lean.contact, lean.saddle.crank_mm)
    if measure.frame is not None:
        geometry = measure.frame.chart.geometry()
        bike = bike_drawn(facts, geometry, stem_to(geometry, clamp), saddle, hand, bar, *held)
        return Drawn(bike, both(now) is None, measure.frame.label)
    usual_seat = facts.house.assumed["seat_angle"]
    try:
        geometry = sketch_frame(measure, saddle, clamp, lean.saddle.bb_height_mm, usual_seat)
    except WaymarkError:
        # No frame goes with what was misread so far: a usual one is drawn until it is settled.
        clamp = USUAL_HAND - USUAL_OFF
        usual_bb = facts.house.assumed["bb_height"]
        geometry = sketch_frame(MeasureState(), USUAL_SADDLE, clamp, usual_bb, usual_seat)
    return Drawn(bike_drawn(facts, geometry, stem_to(geometry, clamp), saddle, hand, bar, *held), True, facts.bike)


def stem_to(geometry: FrameGeometry, clamp: Mark) -> FrontEndDrawing:
    """A stem and a pile that meet the measured clamp exactly, the most usual angle that allows it."""
    for angle in (-6.0, 6.0, -17.0, 17.0, 0.0, -30.0, 30.0, 45.0):
        probe = spacers_for(geometry.head_top, geometry.head_angle_deg, geometry.cover_mm, Stem(0.0, angle, 40), clamp)
        # With length 0 the whole forward part is left over; the length that uses it up follows.
        length = probe.forward_error_mm / max(0.2, cos(radians(angle)))
        stem = Stem(length, angle, 40)
        pile = spacers_for(geometry.head_top, geometry.head_angle_deg, geometry.cover_mm, stem, clamp).spacers_mm
        if -0.5 <= pile <= 45 and length > 0:
            return FrontEndDrawing(geometry.cover_mm, (pile,) if pile > 0.5 else (), (5.0,), stem)
    return FrontEndDrawing(geometry.cover_mm, (max(0.0, pile),), (5.0,), stem)


def sketch_frame(
    measure: MeasureState, saddle: Mark, clamp: Mark, bb_height_mm: float, seat_angle_deg: float
) -> FrameGeometry:
    """A frame about the marks: its own chart numbers where they were read, else common ones."""

    def read(key: str, usual: float) -> float:
        value = read_value(measure, key)
        return usual if value is None else value

    head, radius = read("head_angle", SKETCH["head_angle_deg"]), read("front_axle", SKETCH["wheel_radius_mm"])
    top = head_top_for(clamp, head, 8, 40, 100, -6, 15)
    top = Mark(read("frame_reach", top.x_mm), read("frame_stack", top.y_mm))
    known = {
        **SKETCH, "stack_mm": top.y_mm, "reach_mm": top.x_mm, "head_angle_deg": head,
        "wheel_radius_mm": radius, "bb_drop_mm": radius - bb_height_mm,
        "chainstay_mm": read("chainstay", SKETCH["chainstay_mm"]),
    }  # fmt: skip
    values = derive(known).values
    tube = min(560.0, max(300.0, saddle.length_mm - 190))
    return FrameGeometry(
        stack_mm=top.y_mm,
        reach_mm=top.x_mm,
        head_angle_deg=head,
        seat_angle_deg=read("seat_angle", seat_angle_deg),
        seat_tube_mm=tube,
        head_tube_mm=max(70.0, values["head_tube_mm"]),
        fork_length_mm=SKETCH["fork_length_mm"],
        fork_offset_mm=SKETCH["fork_offset_mm"],
        bb_drop_mm=known["bb_drop_mm"],
        chainstay_mm=known["chainstay_mm"],
        front_centre_mm=values["front_centre_mm"],
        wheel_radius_mm=radius,
    )


@fact(by_value=False)
def bike_picture(facts: Facts) -> Picture:
    """The bike alone, with room about it for dimension lines: what is seen while it is measured."""
    drawn = drawn_now(facts)
    bike, items = drawn.bike, bike_items(drawn.bike)
    x0, y0, x1, y1 = DisplayList(items).bounds()
    bounds = [x0 - 30, y0, x1 + 90, max(y1, drawn.bike.saddle.y_mm + 150)]
    return Picture(
        far=shapes(crank_items(bike.crank_mm, bike.crank_deg + 180, near=False)),
        bike=shapes(still_items(bike)),
        crank=shapes(crank_items(bike.crank_mm, bike.crank_deg, near=True)),
        held=[],
        near=[],
        leg=[],
        arms=[],
        ghost=[],
        joints=[],
        bounds=bounds,
        crank_mm=bike.crank_mm,
        sketch=drawn.sketch,
        label=drawn.label or "bike as measured",
    )
