"""Open calculations of frames, cockpits, seats and marks."""

from __future__ import annotations

from waymark.core.cockpit import (
    DropBar,
    FlatBar,
    Lever,
    Stem,
    bar_clamp,
    hand_travel_mm,
    place_grip,
    place_hood,
    spacers_for,
    steering_arm_mm,
    top_cap_to_end_mm,
)
from waymark.core.cockpit.level import block_mm, pitch_deg
from waymark.core.frame import derive
from waymark.core.frame.relations import Kinds
from waymark.core.marks import Mark, rotate_position
from waymark.core.position import (
    HEIGHT_WAYS,
    SETBACK_WAYS,
    SaddleContext,
    saddle_from_statements,
    state_height,
    state_setback,
)
from waymark.core.seat import SaddleFit, saddle_mark, seat_for
from waymark.rooms.calc import schemas as s


def derived(q: s.DeriveIn) -> s.DeriveOut:
    """What follows from a chart, and what disagrees."""
    ways = ("front_centre_kind", "chainstay_kind", "fork_length_kind")
    kinds = Kinds(q.front_centre_kind, q.chainstay_kind, q.fork_length_kind)
    found = derive(q.model_dump(exclude_none=True, exclude=set(ways)), kinds)
    return s.DeriveOut(
        **found.values,
        front_centre_kind=found.kinds.front_centre or "straight",
        chainstay_kind=found.kinds.chainstay or "straight",
        fork_length_kind=found.kinds.fork_length or "straight",
        read_as=list(found.read_as),
        left_open=[s.OpenOut(field=o.field, candidates=list(o.candidates), why=o.why) for o in found.left_open],
        derived=list(found.derived),
        assumed=list(found.assumed),
        disagreements=[
            s.DisagreementOut(
                field=d.field,
                given=d.given,
                computed=d.computed,
                sources=list(d.sources),
                mends_all=d.mends_all,
            )
            for d in found.disagreements
        ],
    )


def _stem(q: s.SteererIn) -> Stem:
    return Stem(q.stem_length_mm, q.stem_angle_deg, q.stem_clamp_mm)


def cockpit_forward(q: s.CockpitForwardIn) -> s.CockpitForwardOut:
    """The bar clamp from frame, spacers and stem."""
    top = Mark(q.reach_mm, q.stack_mm)
    at = bar_clamp(top, q.head_angle_deg, q.cover_mm, q.spacers_mm, _stem(q))
    return s.CockpitForwardOut(bar_x_mm=at.x_mm, bar_y_mm=at.y_mm)


def cockpit_inverse(q: s.CockpitInverseIn) -> s.CockpitInverseOut:
    """The spacers a stem wants, and what they cannot mend."""
    top, bar = Mark(q.reach_mm, q.stack_mm), Mark(q.bar_x_mm, q.bar_y_mm)
    need = spacers_for(top, q.head_angle_deg, q.cover_mm, _stem(q), bar)
    return s.CockpitInverseOut(spacers_mm=need.spacers_mm, forward_error_mm=need.forward_error_mm)


def _saddle(q: s.SeatIn) -> SaddleFit:
    return SaddleFit(q.rail_to_top_mm, q.mark_to_s_mm, q.tilt_deg)


def seat_forward(q: s.SeatForwardIn) -> s.SeatForwardOut:
    """The saddle mark from post and rails."""
    post = q.seat_tube_mm + q.post_exposed_mm
    at = saddle_mark(q.seat_angle_deg, post, q.setback_mm, q.slide_mm, _saddle(q))
    return s.SeatForwardOut(s_x_mm=at.x_mm, s_y_mm=at.y_mm)


def seat_inverse(q: s.SeatInverseIn) -> s.SeatInverseOut:
    """Post and slide for a saddle mark."""
    need = seat_for(q.seat_angle_deg, q.setback_mm, _saddle(q), Mark(q.s_x_mm, q.s_y_mm))
    return s.SeatInverseOut(post_exposed_mm=need.post_mm - q.seat_tube_mm, slide_mm=need.slide_mm)


def hood(q: s.HoodIn) -> s.HoodOut:
    """The hood mark on a drop bar."""
    # The hood's place does not depend on the bar's drop.
    bar = DropBar(q.reach_mm, 0.0, q.bend_radius_mm, q.ramp_deg, q.tops_rise_mm)
    lever = Lever(q.lever_arc_deg, q.lever_forward_mm, q.lever_out_mm, q.lever_slope_deg)
    found = place_hood(bar, lever, q.rotation_deg)
    return s.HoodOut(x_mm=found.at.x_mm, y_mm=found.at.y_mm, slope_deg=found.slope_deg)


def _flat_bar(q: s.GripIn | s.ArmIn) -> FlatBar:
    return FlatBar(q.width_mm, q.rise_mm, q.sweep_deg, q.upsweep_deg, q.bend_at_mm)


def grip(q: s.GripIn) -> s.GripOut:
    """The grip on a flat or riser bar."""
    grip = place_grip(_flat_bar(q), q.hand_inset_mm, q.roll_deg)
    return s.GripOut(
        x_mm=grip.at.x_mm,
        y_mm=grip.at.y_mm,
        z_mm=grip.z_mm,
        arm_mm=steering_arm_mm(grip, stem_length_mm=q.stem_length_mm),
        top_cap_to_end_mm=top_cap_to_end_mm(q.width_mm, q.stem_length_mm),
    )


def arm(q: s.ArmIn) -> s.ArmOut:
    """From the steering axis to the hand."""
    grip = place_grip(_flat_bar(q), q.hand_inset_mm, q.roll_deg)
    arm = steering_arm_mm(grip, Stem(q.stem_length_mm, q.stem_angle_deg or 0.0, 40.0), q.head_angle_deg)
    return s.ArmOut(
        arm_mm=arm,
        top_cap_to_end_mm=top_cap_to_end_mm(q.width_mm, q.stem_length_mm),
        travel_per_deg_mm=hand_travel_mm(arm),
    )


def level(q: s.LevelIn) -> s.LevelOut:
    """The pitch of a bike, and the block that levels it."""
    heights = q.front_axle_height_mm, q.rear_axle_height_mm
    radii = q.front_radius_mm, q.rear_radius_mm
    return s.LevelOut(pitch_deg=pitch_deg(*heights, *radii, q.axle_distance_mm), block_mm=block_mm(*heights, *radii))


def rotated(q: s.RotateIn) -> s.RotateOut:
    """Marks turned about the BB."""
    turned = rotate_position({n: Mark(p.x_mm, p.y_mm) for n, p in q.points.items()}, q.delta_deg)
    return s.RotateOut(points={n: s.Turned(x_mm=p.x_mm, y_mm=p.y_mm) for n, p in turned.items()})


def saddle_stated(q: s.SayHeightIn) -> s.SayHeightOut:
    """A saddle stated one way, in every other."""
    context = SaddleContext(q.crank_mm, q.seat_angle_deg, q.bb_height_mm, q.nose_to_s_mm)
    at = saddle_from_statements(q.height_way, q.height_mm, q.setback_way, q.setback, context)
    return s.SayHeightOut(
        s_x_mm=at.x_mm,
        s_y_mm=at.y_mm,
        heights={w.name: state_height(w.name, at, context) for w in HEIGHT_WAYS},
        setbacks={w.name: state_setback(w.name, at, context) for w in SETBACK_WAYS},
    )
