"""The bike and rider of a fit file as display lists."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from math import cos, radians

from waymark.core.body import FootFit, Pose, Segments, pose_at, segments
from waymark.core.cockpit import DropBar, FlatBar, Lever, Stem, spacers_for
from waymark.core.cockpit.spacers import fewest_spacers
from waymark.core.drawing.bike import bike_items, frame_outline
from waymark.core.drawing.model import AeroBarDrawing, BikeDrawing, FrontEndDrawing
from waymark.core.drawing.primitives import Circle, DisplayList, Item, Path
from waymark.core.drawing.rider import joint_items, leg_items, near_items
from waymark.core.errors import WaymarkError
from waymark.core.frame import FrameGeometry, derive
from waymark.core.marks import Mark
from waymark.core.rules.assumed import ASSUMED
from waymark.core.search.window import head_top_for
from waymark.rooms.fits.layers import Layers, plan_cover_mm, plan_stem, saddle_part
from waymark.rooms.fits.state import FitState
from waymark.rooms.fits.surveying import read_value
from waymark.rooms.fits.views import Picture, Shape
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import CockpitPart, DropBarPart, FlatBarPart, FrameSize

CRANK_DRAWN_DEG = 100.0
# A bike of common proportions, drawn only while the real one is unknown and shown as a sketch.
SKETCH = {
    "head_angle_deg": 72.0, "seat_angle_deg": 73.5, "bb_drop_mm": 72.0, "fork_length_mm": 385.0,
    "fork_offset_mm": 47.0, "chainstay_mm": 420.0, "wheel_radius_mm": 340.0,
}  # fmt: skip
USUAL_SADDLE, USUAL_HAND = Mark(-190.0, 700.0), Mark(555.0, 650.0)
COMPACT = DropBar(80, 125, 32, 5)
COMPACT_LEVER = Lever(18, 22, 18, 24)


@dataclass(frozen=True, slots=True)
class Drawn:
    """A bike ready to draw, and whether its frame is only a sketch."""

    bike: BikeDrawing
    sketch: bool
    label: str


def shapes(items: Iterable[Item]) -> list[Shape]:
    """Display items as the screen takes them."""
    made: list[Shape] = []
    for item in items:
        if isinstance(item, Path):
            made.append(Shape(s=item.style, d=item.d()))
        elif isinstance(item, Circle):
            x, y, r = item.centre.x_mm, item.centre.y_mm, item.radius_mm
            made.append(Shape(s=item.style, x=round(x, 2), y=round(y, 2), r=round(r, 2)))
    return made


def body_of(profile: Profile, state: FitState) -> Segments:
    """The rider's segments with the hands, or the elbows on their pads, as wide as the bar puts them."""
    bar = state.build.bar or state.measure.bar
    width = state.build.cockpit_width_mm
    if state.measure.handlebar() == "aero":
        width = read_value(state.measure, "pad_width")
    elif width is None and isinstance(bar, DropBarPart):
        width = bar.width_mm
    elif isinstance(bar, FlatBarPart):
        width = bar.width_mm - 2 * bar.hand_inset_mm
    return segments(profile.body(width))


def foot_of(profile: Profile, layers: Layers) -> FootFit:
    """The foot on the pedal."""
    return FootFit(profile.body().foot_mm, layers.context.foot_stack_mm)


def pose_of(profile: Profile, state: FitState, layers: Layers, saddle: Mark, hand: Mark) -> Pose:
    """The rider at these marks, near crank a little past level."""
    crank = layers.context.saddle.crank_mm
    body, foot = body_of(profile, state), foot_of(profile, layers)
    return pose_at(saddle, layers.grip_of(hand), body, foot, crank, CRANK_DRAWN_DEG, layers.pad_of(hand))


def drawn_now(state: FitState, layers: Layers) -> Drawn:
    """The bike as measured; its frame from the shelf, else a sketch about the marks or a usual rider's."""
    now = layers.marks["now"]
    saddle, hand = now.get("saddle", USUAL_SADDLE), now.get("hand", USUAL_HAND)
    clamp = hand - layers.context.hand_off_clamp
    if state.measure.frame is not None:
        geometry = state.measure.frame.chart.geometry()
        bike = _bike(state, layers, geometry, _stem_to(geometry, clamp), saddle, hand)
        return Drawn(bike, layers.both("now") is None, state.measure.frame.label)
    try:
        geometry = _sketch_frame(state, saddle, clamp, layers.context.saddle.bb_height_mm)
    except WaymarkError:
        # No frame goes with what was misread so far: a usual one is drawn until it is settled.
        clamp = USUAL_HAND - Mark(84.0, 8.0)
        geometry = _sketch_frame(FitState(), USUAL_SADDLE, clamp, ASSUMED["bb_height"].value)
    return Drawn(_bike(state, layers, geometry, _stem_to(geometry, clamp), saddle, hand), True, state.bike)


def drawn_plan(state: FitState, layers: Layers, spacers_mm: Sequence[float]) -> Drawn | None:
    """The chosen size with the plan's parts; the seat at the goal until the plan has one."""
    size, stem, plan = state.frame.chosen, plan_stem(state), layers.marks["plan"]
    goal = layers.both("goal")
    if size is None or stem is None or "hand" not in plan or goal is None:
        return None
    under = fewest_spacers(state.build.spacers_mm, spacers_mm) or (state.build.spacers_mm,)
    spare = size.chart.spacer_limit_mm - state.build.spacers_mm
    over = fewest_spacers(_floor_made(spare, spacers_mm), spacers_mm) or ()
    front = FrontEndDrawing(plan_cover_mm(state), under if state.build.spacers_mm else (), over, stem)
    saddle = plan.get("saddle", goal[0])
    bike = _bike(state, layers, size.chart.geometry(), front, saddle, plan["hand"], planned=True)
    return Drawn(bike, False, size.label)


def _floor_made(height: float, spacers_mm: Sequence[float]) -> float:
    while height > 0 and fewest_spacers(height, spacers_mm) is None:
        height -= 0.5
    return max(0.0, height)


def _bike(
    state: FitState,
    layers: Layers,
    geometry: FrameGeometry,
    front: FrontEndDrawing,
    saddle: Mark,
    hand: Mark,
    *,
    planned: bool = False,
) -> BikeDrawing:
    bar, slope, turned = _bar(state, layers, planned=planned)
    return BikeDrawing(
        frame=geometry, front=front, saddle=saddle, nose_to_s_mm=layers.context.saddle.nose_to_s_mm,
        tilt_deg=0.0, rail_to_top_mm=saddle_part(state.measure).rail_to_top_mm, hand=hand, bar=bar,
        bar_rotation_deg=turned, hood_slope_deg=slope, crank_mm=layers.context.saddle.crank_mm,
        crank_deg=CRANK_DRAWN_DEG,
    )  # fmt: skip


def _bar(
    state: FitState, layers: Layers, *, planned: bool
) -> tuple[DropBar | FlatBar | AeroBarDrawing, float, float]:
    """The bar to draw, its hood's slope and its rotation: in the plan the chosen one as it will stand."""
    if layers.context.carried == "pads":
        return AeroBarDrawing(layers.context.grip_off), 0.0, 0.0
    b = state.build
    bar = (b.cockpit or b.bar or state.measure.bar) if planned else state.measure.bar
    place = b.place if planned else None
    turned = place.rotation_deg if place else 0.0
    if isinstance(bar, FlatBarPart):
        return bar.bar(), 0.0, turned
    if isinstance(bar, DropBarPart | CockpitPart):
        slope = (
            place.slope_deg
            if place and place.slope_deg is not None
            else bar.lever_slope_deg - bar.lever_arc_deg
        )
        return bar.bar(), slope, turned
    return COMPACT, COMPACT_LEVER.slope_deg - COMPACT_LEVER.arc_deg, turned


def _stem_to(geometry: FrameGeometry, clamp: Mark) -> FrontEndDrawing:
    """A stem and a pile that meet the measured clamp exactly, the most usual angle that allows it."""
    for angle in (-6.0, 6.0, -17.0, 17.0, 0.0, -30.0, 30.0, 45.0):
        probe = spacers_for(
            geometry.head_top, geometry.head_angle_deg, geometry.cover_mm, Stem(0.0, angle, 40), clamp
        )
        # With length 0 the whole forward part is left over; the length that uses it up follows.
        length = probe.forward_error_mm / max(0.2, cos(radians(angle)))
        stem = Stem(length, angle, 40)
        pile = spacers_for(
            geometry.head_top, geometry.head_angle_deg, geometry.cover_mm, stem, clamp
        ).spacers_mm
        if -0.5 <= pile <= 45 and length > 0:
            return FrontEndDrawing(geometry.cover_mm, (pile,) if pile > 0.5 else (), (5.0,), stem)
    return FrontEndDrawing(geometry.cover_mm, (max(0.0, pile),), (5.0,), stem)


def _sketch_frame(state: FitState, saddle: Mark, clamp: Mark, bb_height_mm: float) -> FrameGeometry:
    """A frame about the marks: its own chart numbers where they were read, else common ones."""

    def read(key: str, usual: float) -> float:
        value = read_value(state.measure, key)
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
        stack_mm=top.y_mm, reach_mm=top.x_mm, head_angle_deg=head,
        seat_angle_deg=read("seat_angle", ASSUMED["seat_angle"].value), seat_tube_mm=tube,
        head_tube_mm=max(70.0, values["head_tube_mm"]), fork_length_mm=SKETCH["fork_length_mm"],
        fork_offset_mm=SKETCH["fork_offset_mm"], bb_drop_mm=known["bb_drop_mm"],
        chainstay_mm=known["chainstay_mm"], front_centre_mm=values["front_centre_mm"], wheel_radius_mm=radius,
    )  # fmt: skip


def bike_picture(drawn: Drawn) -> Picture:
    """The bike alone, with room about it for dimension lines: what is seen while it is measured."""
    items = bike_items(drawn.bike)
    x0, y0, x1, y1 = DisplayList(items).bounds()
    bounds = [x0 - 30, y0, x1 + 90, max(y1, drawn.bike.saddle.y_mm + 150)]
    return Picture(
        far=[], bike=shapes(items), near=[], joints=[], held=[], bounds=bounds, sketch=drawn.sketch,
        label=drawn.label or "bike as measured",
    )  # fmt: skip


def picture_of(
    drawn: Drawn, profile: Profile, state: FitState, layers: Layers, held: FrameSize | None
) -> Picture:
    """The whole elevation for one bike: the rider sits at its own saddle and hand, once they are known."""
    bike = drawn.bike
    if layers.both("now") is None:
        items = bike_items(bike)
        return Picture(
            far=[], bike=shapes(items), near=[], joints=[], held=[], bounds=list(DisplayList(items).bounds()),
            sketch=True, label="not measured",
        )  # fmt: skip
    pose = pose_of(profile, state, layers, bike.saddle, bike.hand)
    body = body_of(profile, state)
    foot = foot_of(profile, layers)
    near = near_items(pose, replace(body, foot_mm=foot.foot_mm))
    items = bike_items(bike)
    everything = DisplayList([*items, *near])
    if held is not None:
        everything.extend(frame_outline(held.chart.geometry()))
    return Picture(
        far=shapes(leg_items(pose.far, foot.foot_mm, near=False)),
        bike=shapes(items),
        near=shapes(near),
        joints=shapes(joint_items(pose)),
        held=shapes(frame_outline(held.chart.geometry())) if held else [],
        bounds=list(everything.bounds()),
        sketch=drawn.sketch,
        label=drawn.label,
    )
