"""Open calculations of crank, foot, stance, first guesses, and of a position carried to another use."""

from __future__ import annotations

from dataclasses import asdict
from math import sqrt

from waymark.core.body import BodyMeasures, FootFit, circle, readouts, segments
from waymark.core.errors import InputError
from waymark.core.feet import change_crank, change_foot, first_guesses, guesses_part_at_mm, stance
from waymark.core.frame import toe_clearance_mm
from waymark.core.handling import balance
from waymark.core.marks import Mark
from waymark.core.translate import AeroAsk, delta_to_deg, mix, to_aero, translate
from waymark.rooms.calc import leg_schemas as s
from waymark.rooms.calc.schemas import BodyOut, Turned


def measures_of(rider: s.Rider, hand_width_mm: float | None = None) -> BodyMeasures:
    """A rider's measures as the core has them."""
    return BodyMeasures(
        height_mm=rider.height_mm,
        foot_mm=rider.foot_mm,
        inseam_mm=rider.inseam_mm,
        trunk_mm=rider.trunk_mm,
        upper_arm_mm=rider.upper_arm_mm,
        forearm_mm=rider.forearm_mm,
        shoulder_width_mm=rider.shoulder_width_mm,
        hand_width_mm=hand_width_mm,
        elbow_flexion_deg=rider.elbow_flexion_deg,
    )


def _foot(rider: s.Rider) -> FootFit:
    return FootFit(rider.foot_mm, rider.foot_stack_mm, rider.cleat_aft_mm)


def _mark(at: s.SaddleAt | s.HandAt | s.PadAt) -> Mark:
    return Mark(at.x_mm, at.y_mm)


def _out(at: Mark) -> Turned:
    return Turned(x_mm=at.x_mm, y_mm=at.y_mm)


def _read(saddle: Mark, hand: Mark, body: BodyMeasures, foot: FootFit, crank_mm: float) -> BodyOut:
    return BodyOut(**asdict(readouts(saddle, hand, segments(body), foot, crank_mm)))


def crank_changed(q: s.CrankIn) -> s.CrankOut:
    """A crank of another length: saddle, hands and what the leg does."""
    body, foot = measures_of(q.rider), _foot(q.rider)
    saddle, hand = _mark(q.s), _mark(q.h)
    made = change_crank(saddle, hand, segments(body), foot, q.crank_from_mm, q.crank_to_mm, q.keep, q.hands)
    return s.CrankOut(
        s=_out(made.saddle),
        h=_out(made.hand),
        foot_top_lower_mm=made.foot_top_lower_mm,
        torque_change_percent=made.torque_change_percent,
        before=_read(saddle, hand, body, foot, q.crank_from_mm),
        after=_read(made.saddle, made.hand, body, foot, q.crank_to_mm),
    )


def crank_table(q: s.CrankTableIn) -> s.CrankTableOut:
    """Cranks of many lengths held against each other in one position."""
    body, foot = measures_of(q.rider), _foot(q.rider)
    radius = q.tyre_radius_mm if q.tyre_radius_mm is not None else q.wheel_radius_mm
    front_x = None
    if q.front_centre_mm is not None and q.bb_drop_mm is not None:
        front_x = sqrt(q.front_centre_mm**2 - q.bb_drop_mm**2)
    rows = []
    for length in q.lengths_mm:
        made = change_crank(_mark(q.s), _mark(q.h), segments(body), foot, q.crank_mm, length, q.keep, q.hands)
        read = _read(made.saddle, made.hand, body, foot, length)
        toe = None
        if front_x is not None and q.bb_drop_mm is not None and radius is not None:
            toe = toe_clearance_mm(front_x, q.bb_drop_mm, radius, length, q.rider.foot_mm, q.rider.cleat_aft_mm)
        rows.append(
            s.CrankRow(
                crank_mm=length,
                s=_out(made.saddle),
                h=_out(made.hand),
                knee_flexion_least_deg=read.knee_flexion_least_deg,
                knee_flexion_greatest_deg=read.knee_flexion_greatest_deg,
                hip_least_deg=read.hip_least_deg,
                toe_clearance_mm=toe,
                gain_change_percent=100 * (q.crank_mm / length - 1),
            )
        )
    return s.CrankTableOut(rows=rows)


def foot_changed(q: s.FootIn) -> s.FootOut:
    """Another pedal, cleat place or shoe: how far the saddle follows."""
    foot = _foot(q.rider)
    made = change_foot(_mark(q.s), segments(measures_of(q.rider)), foot, q.crank_mm, q.foot_stack_mm, q.cleat_aft_mm)
    return s.FootOut(
        s=_out(made.saddle),
        along_seat_line_mm=made.along_mm,
        trade_range_mm=(made.trade_low_mm, made.trade_high_mm),
    )


def stance_of(q: s.StanceIn) -> s.StanceOut:
    """How far apart the feet stand."""
    return s.StanceOut(**asdict(stance(q.q_mm, q.pedal_centre_mm, q.axle_extra_mm, q.washers_mm, q.cleat_inward_mm)))


def first_guess(q: s.GuessIn) -> s.GuessOut:
    """Saddle heights before there is a bike to measure."""
    stack = q.rider.foot_stack_mm if q.rider else 25.0
    guesses = first_guesses(q.inseam_mm, q.crank_mm, stack)
    return s.GuessOut(
        guesses=[s.GuessLine(**asdict(g)) for g in guesses], part_at_inseam_mm=guesses_part_at_mm(q.crank_mm)
    )


def translated(q: s.TranslateIn) -> s.TranslateOut:
    """A position carried from one use to another."""
    if q.to_hand_width_mm is not None and q.rider.shoulder_width_mm is None:
        raise InputError(
            "A hand width says nothing of the arms without the shoulders.",
            field="rider.shoulder_width_mm",
            allowed="the shoulders' width, bone to bone",
        )
    body, foot = measures_of(q.rider, q.hand_width_mm), _foot(q.rider)
    to_body = body if q.to_hand_width_mm is None else measures_of(q.rider, q.to_hand_width_mm)
    saddle, hand = _mark(q.s), _mark(q.h)
    made = translate(saddle, hand, body, foot, q.crank_mm, q.from_, q.to, q.school, q.strength, to_body)
    return s.TranslateOut(
        s=_out(made.saddle),
        h=_out(made.hand),
        steps=[s.MoveLine(mark=m.mark, dx_mm=m.by.x_mm, dy_mm=m.by.y_mm, why=m.why) for m in made.steps],
        before=_read(saddle, hand, body, foot, q.crank_mm),
        after=_read(made.saddle, made.hand, to_body, foot, q.crank_mm),
    )


def circled(q: s.CircleIn) -> s.CircleOut:
    """The full pedal circle of a position."""
    body, foot = measures_of(q.rider, q.hand_width_mm), _foot(q.rider)
    saddle, hand, pad = _mark(q.s), _mark(q.h), None if q.p is None else _mark(q.p)
    limbs = segments(body)
    rows = [
        s.CircleRowOut(
            crank_deg=r.crank_deg,
            knee_flexion_deg=r.knee_flexion_deg,
            hip_deg=r.hip_deg,
            knee=_out(r.knee),
            ankle=_out(r.ankle),
        )
        for r in circle(saddle, hand, limbs, foot, q.crank_mm, q.step_deg, pad)
    ]
    return s.CircleOut(rows=rows, **asdict(readouts(saddle, hand, limbs, foot, q.crank_mm, pad)))


def to_pads(q: s.AeroIn) -> s.AeroOut:
    """A position carried to arm pads."""
    if (q.delta_deg is None) == (q.to_seat_angle_deg is None):
        raise InputError(
            "Say how far the rider is turned, or to which seat angle: one of the two.",
            field="delta_deg",
            allowed="delta_deg or to_seat_angle_deg",
        )
    saddle, hand = _mark(q.s), _mark(q.h)
    delta = q.delta_deg if q.to_seat_angle_deg is None else delta_to_deg(saddle, q.to_seat_angle_deg)
    body, foot = measures_of(q.rider), _foot(q.rider)
    ask = AeroAsk(
        delta or 0.0,
        q.trunk_deg,
        q.foot,
        q.elbow_deg,
        q.upper_arm_deg,
        q.forearm_tilt_deg,
        q.pad_from_elbow_mm,
        q.pad_width_mm,
    )
    made = to_aero(saddle, hand, body, foot, q.crank_mm, ask)
    # On pads the hands are as wide as the pads: the upper arm is seen as short as it was drawn.
    on_pads = segments(body if q.pad_width_mm is None else measures_of(q.rider, q.pad_width_mm))
    after = readouts(made.saddle, made.hand, on_pads, foot, q.crank_mm, made.pad, made.seated)
    return s.AeroOut(
        s=_out(made.saddle),
        p=_out(made.pad),
        h=_out(made.hand),
        elbow_included_deg=made.elbow_included_deg,
        steps=[s.AeroLine(mark=m.mark, dx_mm=m.by.x_mm, dy_mm=m.by.y_mm, why=m.why) for m in made.steps],
        before=_read(saddle, hand, body, foot, q.crank_mm),
        after=BodyOut(**asdict(after)),
    )


def mixed(q: s.MixIn) -> s.MixOut:
    """One position for several uses."""
    made = mix([(u.use, u.share) for u in q.uses], _mark(q.s), _mark(q.h))
    shared = {
        name: s.SharedOut(least=it.least_mm, greatest=it.greatest_mm, meets=it.meets)
        for name, it in made.coordinates.items()
    }
    return s.MixOut(
        s=_out(made.saddle),
        h=_out(made.hand),
        coordinates=s.MixCoordinates.model_validate(shared),
        two_set_ups=made.two_set_ups,
        quick_changes=list(made.quick_changes),
    )


def balanced(q: s.BalanceIn) -> s.BalanceOut:
    """What hands and front axle carry of the rider."""
    if q.h.x_mm <= q.s.x_mm:
        raise InputError("The hand lies ahead of the saddle.", field="h.x_mm", kept=f"{q.h.x_mm:g}")
    found = balance(
        _mark(q.s),
        _mark(q.h),
        measures_of(q.rider, q.hand_width_mm),
        _foot(q.rider),
        q.crank_mm,
        q.chainstay_mm,
        q.bb_drop_mm,
        q.wheelbase_mm,
        q.rider.sex or "men",
    )
    return s.BalanceOut(**asdict(found))
