"""The open calculations by name. To add one: its two models in ``schemas``, its function, one line below."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict, dataclass
from typing import Any

from pydantic import BaseModel

from waymark.core.body import BodyMeasures, FootFit, readouts, segments
from waymark.core.claims import Stroke, try_claim
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
from waymark.core.survey import Reading, judge_readings
from waymark.core.survey.model import BB
from waymark.rooms.calc import schemas as s
from waymark.rooms.calc.search_schemas import SearchIn, SearchOut
from waymark.rooms.calc.searching import search


def _claim(q: s.ClaimIn) -> s.ClaimTried:
    tried = try_claim(q.claim, q.values)

    def drawn(strokes: tuple[Stroke, ...]) -> list[list[s.XY]]:
        return [[_xy(m) for m in stroke] for stroke in strokes]

    return s.ClaimTried(
        before=drawn(tried.before), after=drawn(tried.after), mark_before=_xy(tried.marks[0]),
        mark_after=_xy(tried.marks[1]), moved=list(tried.moved), stayed=list(tried.stayed), holds=tried.holds,
        verdict=tried.verdict,
    )  # fmt: skip


def _xy(at: Mark) -> s.XY:
    return s.XY(x_mm=at.x_mm, y_mm=at.y_mm)


@dataclass(frozen=True, slots=True)
class Calculation:
    """One open calculation: its name, its models, its function, and what it is in a line."""

    name: str
    takes: type[BaseModel]
    gives: type[BaseModel]
    run: Callable[[Any], BaseModel]
    says: str


def _derive(q: s.DeriveIn) -> s.DeriveOut:
    ways = ("front_centre_kind", "chainstay_kind", "fork_length_kind")
    kinds = Kinds(q.front_centre_kind, q.chainstay_kind, q.fork_length_kind)
    found = derive(q.model_dump(exclude_none=True, exclude=set(ways)), kinds)
    return s.DeriveOut(
        **found.values, front_centre_kind=found.kinds.front_centre or "straight",
        chainstay_kind=found.kinds.chainstay or "straight", fork_length_kind=found.kinds.fork_length or "straight",
        read_as=list(found.read_as),
        left_open=[s.OpenOut(field=o.field, candidates=list(o.candidates), why=o.why) for o in found.left_open],
        derived=list(found.derived), assumed=list(found.assumed),
        disagreements=[
            s.DisagreementOut(
                field=d.field, given=d.given, computed=d.computed, sources=list(d.sources), mends_all=d.mends_all
            )
            for d in found.disagreements
        ],
    )  # fmt: skip


def _stem(q: s.SteererIn) -> Stem:
    return Stem(q.stem_length_mm, q.stem_angle_deg, q.stem_clamp_mm)


def _cockpit_forward(q: s.CockpitForwardIn) -> s.CockpitForwardOut:
    top = Mark(q.reach_mm, q.stack_mm)
    at = bar_clamp(top, q.head_angle_deg, q.cover_mm, q.spacers_mm, _stem(q))
    return s.CockpitForwardOut(bar_x_mm=at.x_mm, bar_y_mm=at.y_mm)


def _cockpit_inverse(q: s.CockpitInverseIn) -> s.CockpitInverseOut:
    top, bar = Mark(q.reach_mm, q.stack_mm), Mark(q.bar_x_mm, q.bar_y_mm)
    need = spacers_for(top, q.head_angle_deg, q.cover_mm, _stem(q), bar)
    return s.CockpitInverseOut(spacers_mm=need.spacers_mm, forward_error_mm=need.forward_error_mm)


def _saddle(q: s.SeatIn) -> SaddleFit:
    return SaddleFit(q.rail_to_top_mm, q.mark_to_s_mm, q.tilt_deg)


def _seat_forward(q: s.SeatForwardIn) -> s.SeatForwardOut:
    post = q.seat_tube_mm + q.post_exposed_mm
    at = saddle_mark(q.seat_angle_deg, post, q.setback_mm, q.slide_mm, _saddle(q))
    return s.SeatForwardOut(s_x_mm=at.x_mm, s_y_mm=at.y_mm)


def _seat_inverse(q: s.SeatInverseIn) -> s.SeatInverseOut:
    need = seat_for(q.seat_angle_deg, q.setback_mm, _saddle(q), Mark(q.s_x_mm, q.s_y_mm))
    return s.SeatInverseOut(post_exposed_mm=need.post_mm - q.seat_tube_mm, slide_mm=need.slide_mm)


def _hood(q: s.HoodIn) -> s.HoodOut:
    # The hood's place does not depend on the bar's drop.
    bar = DropBar(q.reach_mm, 0.0, q.bend_radius_mm, q.ramp_deg, q.tops_rise_mm)
    lever = Lever(q.lever_arc_deg, q.lever_forward_mm, q.lever_out_mm, q.lever_slope_deg)
    found = place_hood(bar, lever, q.rotation_deg)
    return s.HoodOut(x_mm=found.at.x_mm, y_mm=found.at.y_mm, slope_deg=found.slope_deg)


def _flat_bar(q: s.GripIn | s.ArmIn) -> FlatBar:
    return FlatBar(q.width_mm, q.rise_mm, q.sweep_deg, q.upsweep_deg, q.bend_at_mm)


def _grip(q: s.GripIn) -> s.GripOut:
    grip = place_grip(_flat_bar(q), q.hand_inset_mm, q.roll_deg)
    return s.GripOut(
        x_mm=grip.at.x_mm, y_mm=grip.at.y_mm, z_mm=grip.z_mm,
        arm_mm=steering_arm_mm(grip, stem_length_mm=q.stem_length_mm),
        top_cap_to_end_mm=top_cap_to_end_mm(q.width_mm, q.stem_length_mm),
    )  # fmt: skip


def _arm(q: s.ArmIn) -> s.ArmOut:
    grip = place_grip(_flat_bar(q), q.hand_inset_mm, q.roll_deg)
    arm = steering_arm_mm(grip, Stem(q.stem_length_mm, q.stem_angle_deg or 0.0, 40.0), q.head_angle_deg)
    return s.ArmOut(
        arm_mm=arm, top_cap_to_end_mm=top_cap_to_end_mm(q.width_mm, q.stem_length_mm),
        travel_per_deg_mm=hand_travel_mm(arm),
    )  # fmt: skip


def _level(q: s.LevelIn) -> s.LevelOut:
    heights = q.front_axle_height_mm, q.rear_axle_height_mm
    radii = q.front_radius_mm, q.rear_radius_mm
    return s.LevelOut(
        pitch_deg=pitch_deg(*heights, *radii, q.axle_distance_mm), block_mm=block_mm(*heights, *radii)
    )


def _body(q: s.BodyIn) -> s.BodyOut:
    body = segments(
        BodyMeasures(
            height_mm=q.height_mm, foot_mm=q.foot_mm, inseam_mm=q.inseam_mm, trunk_mm=q.trunk_mm,
            upper_arm_mm=q.upper_arm_mm, forearm_mm=q.forearm_mm, shoulder_width_mm=q.shoulder_width_mm,
            hand_width_mm=q.hand_width_mm, elbow_flexion_deg=q.elbow_flexion_deg,
        )
    )  # fmt: skip
    foot = FootFit(q.foot_mm, q.foot_stack_mm, q.cleat_aft_mm)
    found = readouts(Mark(q.s_x_mm, q.s_y_mm), Mark(q.h_x_mm, q.h_y_mm), body, foot, q.crank_mm)
    return s.BodyOut(**asdict(found))


def _rotate(q: s.RotateIn) -> s.RotateOut:
    turned = rotate_position({n: Mark(p.x_mm, p.y_mm) for n, p in q.points.items()}, q.delta_deg)
    return s.RotateOut(points={n: s.Turned(x_mm=p.x_mm, y_mm=p.y_mm) for n, p in turned.items()})


def _say_height(q: s.SayHeightIn) -> s.SayHeightOut:
    context = SaddleContext(q.crank_mm, q.seat_angle_deg, q.bb_height_mm, q.nose_to_s_mm)
    at = saddle_from_statements(q.height_way, q.height_mm, q.setback_way, q.setback, context)
    return s.SayHeightOut(
        s_x_mm=at.x_mm, s_y_mm=at.y_mm,
        heights={w.name: state_height(w.name, at, context) for w in HEIGHT_WAYS},
        setbacks={w.name: state_setback(w.name, at, context) for w in SETBACK_WAYS},
    )  # fmt: skip


def _survey(q: s.SurveyIn) -> s.SurveyOut:
    def named(point: str) -> str:
        return BB if point.lower() == BB else point

    readings = [Reading(o.id, o.kind, named(o.to), o.value, named(o.start), o.sd) for o in q.observations]
    guesses = {
        name: Mark(g.x_mm, g.y_mm)
        for name, g in q.points.items()
        if g.x_mm is not None and g.y_mm is not None
    }
    found, judged = judge_readings(readings, guesses, q.bb_height_mm)
    points = {}
    for name, p in found.points.items():
        at = p.at
        points[name] = s.SurveyPoint(
            x_mm=at.x_mm if at else None, y_mm=at.y_mm if at else None, sd_x_mm=p.sd_x_mm, sd_y_mm=p.sd_y_mm,
            cov=[list(row) for row in p.covariance] if p.covariance else None,
        )  # fmt: skip
    return s.SurveyOut(
        points=points,
        elsewhere=[{name: s.SurveyPoint(x_mm=at.x_mm, y_mm=at.y_mm) for name, at in e.items()} for e in found.elsewhere],
        observations=[
            s.SurveyReading(
                id=j.reading.key, residual=j.residual, standardised=j.standardised, redundancy=j.redundancy,
                unchecked=j.unchecked, suspect=j.suspect, agreeing_value=j.agreeing_value,
                agreeing_sd=j.agreeing_sd, not_told_from=list(j.not_told_from), least_noticed=j.least_noticed,
            )
            for j in judged
        ],
        degrees_of_freedom=found.degrees_of_freedom, variance_factor=found.variance_factor,
        bb_height_mm=found.bb_height_mm, undetermined=list(found.undetermined),
        nothing_checked=found.degrees_of_freedom == 0,
    )  # fmt: skip


CALCULATIONS: dict[str, Calculation] = {
    c.name: c
    for c in (
        Calculation(
            "frame.derive", s.DeriveIn, s.DeriveOut, _derive, "what follows from a chart, and what disagrees"
        ),
        Calculation(
            "cockpit.forward",
            s.CockpitForwardIn,
            s.CockpitForwardOut,
            _cockpit_forward,
            "bar clamp from frame, spacers and stem",
        ),
        Calculation(
            "cockpit.inverse",
            s.CockpitInverseIn,
            s.CockpitInverseOut,
            _cockpit_inverse,
            "spacers a stem wants, and what they cannot mend",
        ),
        Calculation(
            "seat.forward",
            s.SeatForwardIn,
            s.SeatForwardOut,
            _seat_forward,
            "saddle mark from post and rails",
        ),
        Calculation(
            "seat.inverse",
            s.SeatInverseIn,
            s.SeatInverseOut,
            _seat_inverse,
            "post and slide for a saddle mark",
        ),
        Calculation(
            "saddle.state",
            s.SayHeightIn,
            s.SayHeightOut,
            _say_height,
            "a saddle stated one way, in every other",
        ),
        Calculation("hood.place", s.HoodIn, s.HoodOut, _hood, "hood mark on a drop bar"),
        Calculation("grip.place", s.GripIn, s.GripOut, _grip, "grip on a flat or riser bar"),
        Calculation("steering.arm", s.ArmIn, s.ArmOut, _arm, "steering axis to hand"),
        Calculation(
            "level.pitch", s.LevelIn, s.LevelOut, _level, "pitch of the bike, and the block that levels it"
        ),
        Calculation("body.readouts", s.BodyIn, s.BodyOut, _body, "joint angles of a rider in a position"),
        Calculation("position.rotate", s.RotateIn, s.RotateOut, _rotate, "marks turned about the BB"),
        Calculation(
            "survey.adjust", s.SurveyIn, s.SurveyOut, _survey, "readings adjusted together, slips named"
        ),
        Calculation(
            "claim.try", s.ClaimIn, s.ClaimTried, _claim, "a saying of the trade tried with one's own numbers"
        ),
        Calculation("search", SearchIn, SearchOut, search, "every frame size with its exact best build"),
    )
}


def calculate(name: str, question: BaseModel) -> BaseModel:
    """Run a calculation on its own model; raises ``KeyError`` for an unknown name."""
    return CALCULATIONS[name].run(question)


def listing() -> list[dict[str, Any]]:
    """Every calculation with its JSON Schemas."""
    return [
        {
            "name": c.name, "says": c.says, "takes": c.takes.model_json_schema(),
            "gives": c.gives.model_json_schema(mode="serialization"),
        }
        for c in CALCULATIONS.values()
    ]  # fmt: skip
