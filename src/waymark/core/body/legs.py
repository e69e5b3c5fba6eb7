"""A left and a right leg that differ, on one saddle (docs/formulas.md, Body).

The body's model has one leg, the mean of both. How far the two part is found from angles and lengths that were read on both
sides, and shared out by halves: the mean stays what it is, and sides exchanged give the mirror's answer.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import sqrt
from typing import Literal

import numpy as np

from waymark.core.body.calibrate import BOTTOM_DEG, AngleName, Floats, Sat, least_squares
from waymark.core.body.pose import SEATED, Seated, pose_at
from waymark.core.body.readouts import hip_least_deg
from waymark.core.body.segments import HIP_TO_ANKLE_PER_INSEAM, FootFit, Segments
from waymark.core.body.turn import Turn, toe_down_deg
from waymark.core.marks import Mark
from waymark.core.rules.calibration import CalibrationRules

Side = Literal["left", "right"]
SIDES: tuple[Side, Side] = ("left", "right")


@dataclass(frozen=True, slots=True)
class Leg:
    """One leg on its side: the rider with its length, its foot on the pedal, and where its hip sits."""

    body: Segments
    foot: FootFit
    seated: Seated


@dataclass(frozen=True, slots=True)
class Apart:
    """The left leg less the right: hip to ankle and foot, mm; toes down, degrees; the hip's height, mm."""

    leg_mm: float = 0.0
    foot_mm: float = 0.0
    toe_down_deg: float = 0.0
    hip_up_mm: float = 0.0

    def leg(self, side: Side, body: Segments, foot: FootFit, seated: Seated = SEATED) -> Leg:
        """A side's leg, half of what parts them from the mean."""
        half = 0.5 if side == "left" else -0.5
        whole = body.thigh_mm + body.shank_mm
        share, foot_mm = 1 + half * self.leg_mm / whole, foot.foot_mm + half * self.foot_mm
        return Leg(
            replace(body, thigh_mm=body.thigh_mm * share, shank_mm=body.shank_mm * share, foot_mm=foot_mm),
            replace(foot, foot_mm=foot_mm, toe_down_deg=foot.toe_down_deg + half * self.toe_down_deg),
            replace(seated, hip_off=seated.hip_off + Mark(0.0, half * self.hip_up_mm)),
        )


ALIKE = Apart()


@dataclass(frozen=True, slots=True)
class LegAngles:
    """One leg over a turn, degrees: the knee at its straightest, the hip at its tightest."""

    knee_least_deg: float
    hip_least_deg: float


def leg_angles(saddle: Mark, leg: Leg, crank_mm: float, trunk_deg: float) -> LegAngles:
    """What one leg shows under a trunk that both carry."""
    turn = leg_turn(saddle, leg, crank_mm)
    longest_at, _ = turn.way_extreme(lowest=False)
    return LegAngles(turn.knee_deg(longest_at), hip_least_deg(turn, trunk_deg)[1])


def both_angles(
    apart: Apart,
    saddle: Mark,
    body: Segments,
    foot: FootFit,
    crank_mm: float,
    trunk_deg: float,
    seated: Seated = SEATED,
) -> tuple[LegAngles, LegAngles]:
    """What the left and the right leg show under a trunk that both carry."""
    left, right = (leg_angles(saddle, apart.leg(side, body, foot, seated), crank_mm, trunk_deg) for side in SIDES)
    return left, right


def leg_turn(saddle: Mark, leg: Leg, crank_mm: float) -> Turn:
    """One leg over a turn of the crank."""
    return Turn.of(saddle + leg.seated.hip_off, leg.body, leg.foot, crank_mm, leg.seated.foot_turned_deg)


def legs_apart(
    at: Sat,
    body: Segments,
    seated: Seated,
    read_deg: Mapping[AngleName, float],
    inseam_mm: float | None,
    foot_mm: float | None,
    rules: CalibrationRules,
) -> Apart:
    """How far two legs part: from angles of a leg that were read on both sides, and lengths that were taped on both.

    ``at``, ``body`` and ``seated`` are of their mean; ``read_deg``, ``inseam_mm`` and ``foot_mm`` left less right. Least
    squares over length, toes and the hip's height, each kept near none by how much riders' legs differ; feet differ as they
    were taped. Angles of trunk and arms have no side and are passed over.
    """
    sds = np.array([rules.legs_sd_mm, rules.toes_apart_sd_deg, rules.hips_apart_sd_mm])
    trunk = pose_at(at.saddle, at.hand, body, at.foot, at.crank_mm, pad=at.pad, seated=seated).trunk_deg
    feet = foot_mm or 0.0

    def apart(x: Floats) -> Apart:
        leg, toe, hip = (float(v) for v in x * sds)
        return Apart(leg, feet, toe, hip)

    def missed(x: Floats) -> Floats:
        parts = apart(x)
        left, right = (_read_on(at, parts.leg(s, body, at.foot, seated), trunk) for s in SIDES)
        rows = [(left[n] - right[n] - by) / (sqrt(2) * rules.read_sd_deg) for n, by in read_deg.items() if n in left]
        if inseam_mm is not None:
            rows.append((parts.leg_mm - HIP_TO_ANKLE_PER_INSEAM * inseam_mm) / (sqrt(2) * rules.leg_taped_sd_mm))
        return np.concatenate([rows, x])

    return apart(least_squares(missed, np.zeros(len(sds))))


def _read_on(at: Sat, leg: Leg, trunk_deg: float) -> dict[AngleName, float]:
    shown = leg_angles(at.saddle, leg, at.crank_mm, trunk_deg)
    return {
        "knee_still": shown.knee_least_deg,
        "knee_riding": shown.knee_least_deg,
        "hip": shown.hip_least_deg,
        "toe_down": toe_down_deg(BOTTOM_DEG, mean_deg=leg.foot.toe_down_deg),
    }
