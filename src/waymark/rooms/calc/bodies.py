"""Open calculations of the rider's body."""

from __future__ import annotations

from dataclasses import asdict

from waymark.core.body import BodyMeasures, FootFit, readouts, segments
from waymark.core.marks import Mark
from waymark.rooms.calc import schemas as s


def body_read(q: s.BodyIn) -> s.BodyOut:
    """Joint angles of a rider in a position."""
    body = segments(
        BodyMeasures(
            height_mm=q.height_mm,
            foot_mm=q.foot_mm,
            inseam_mm=q.inseam_mm,
            trunk_mm=q.trunk_mm,
            upper_arm_mm=q.upper_arm_mm,
            forearm_mm=q.forearm_mm,
            shoulder_width_mm=q.shoulder_width_mm,
            hand_width_mm=q.hand_width_mm,
            elbow_flexion_deg=q.elbow_flexion_deg,
        )
    )
    foot = FootFit(q.foot_mm, q.foot_stack_mm, q.cleat_aft_mm)
    found = readouts(Mark(q.s_x_mm, q.s_y_mm), Mark(q.h_x_mm, q.h_y_mm), body, foot, q.crank_mm)
    return s.BodyOut(**asdict(found))
