"""The body's model set to angles that were read on the rider (docs/formulas.md, Body).

A model of six lengths knows neither how a hip sits on its saddle nor how a foot is held, and takes from the height what
nobody taped. All of it is turned, as little as does it, until the model shows what was read.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Literal, get_args

import numpy as np
from numpy.typing import NDArray

from waymark.core.body.pose import SEATED, Seated
from waymark.core.body.readouts import readouts
from waymark.core.body.segments import HIP_TO_ANKLE_PER_INSEAM, BodyMeasures, FootFit, segments
from waymark.core.body.turn import toe_down_deg
from waymark.core.marks import Mark
from waymark.core.rules.calibration import CalibrationRules

Floats = NDArray[np.float64]
AngleName = Literal["knee_still", "knee_riding", "hip", "trunk", "shoulder", "elbow", "toe_down"]
ANGLES: tuple[AngleName, ...] = get_args(AngleName)
BOTTOM_DEG = 180.0
# Hip fore and up, toes down, elbow; then leg, trunk and arm by their share.
PARTS = 7
# So far each is moved, in its standard deviations, to see what the angles do: extremes over a turn are known to a
# nanometre of the way only.
LOOK = 0.02
MOST_TURNS = 30
# Moved by less, in standard deviations, nothing is left to find.
STILL = 1e-4
MOST_DAMPING = 1e9
# A leg that does not span the way is straight wherever the hip is: it is looked for from so far below.
LOWER_SDS = 3.0


@dataclass(frozen=True, slots=True)
class Sat:
    """Where the angles were read: saddle and hand, mm from the BB, the forearms' pad, the crank and the foot on it."""

    saddle: Mark
    hand: Mark
    crank_mm: float
    foot: FootFit
    pad: Mark | None = None


@dataclass(frozen=True, slots=True)
class Turned:
    """What was turned by how much: the hip on its saddle, mm; toes down and elbow, degrees; leg (hip to ankle), trunk and
    arm (shoulder to wrist), mm; and the furthest of them in its own standard deviations."""

    hip: Mark
    toe_down_deg: float
    elbow_deg: float
    leg_mm: float
    trunk_mm: float
    arm_mm: float
    furthest_sds: float


@dataclass(frozen=True, slots=True)
class Calibrated:
    """The model as it was set: body, foot, where the hip sits, and what was turned for it; every angle, degrees, as it was
    read, as the model had it, as it has it now, and how sure that is (standard deviation)."""

    body: BodyMeasures
    foot: FootFit
    seated: Seated
    turned: Turned
    read_deg: Mapping[AngleName, float]
    usual_deg: Mapping[AngleName, float]
    now_deg: Mapping[AngleName, float]
    sds_deg: Mapping[AngleName, float]


def angles(at: Sat, body: BodyMeasures, seated: Seated, still_less_deg: float) -> dict[AngleName, float]:
    """Every angle that can be read on a rider, as the model has it, degrees."""
    found = readouts(at.saddle, at.hand, segments(body), at.foot, at.crank_mm, at.pad, seated)
    return {
        "knee_still": found.knee_flexion_least_deg - still_less_deg,
        "knee_riding": found.knee_flexion_least_deg,
        "hip": found.hip_least_deg,
        "trunk": found.trunk_deg,
        "shoulder": found.shoulder_deg,
        "elbow": 180.0 - body.elbow_flexion_deg,
        "toe_down": toe_down_deg(BOTTOM_DEG, mean_deg=at.foot.toe_down_deg),
    }


def calibrate(at: Sat, body: BodyMeasures, read_deg: Mapping[AngleName, float], rules: CalibrationRules) -> Calibrated:
    """Hip, foot, elbow and lengths turned from their usual values until the model shows the angles that were read.

    Least squares with the usual values as readings of their own: the angles to ``read_sd_deg``, each parameter to its
    standard deviation, a taped length's less than one taken from the height. So what is not read stays, what is read is
    met, and what several could explain is shared by how uncertain each is. With nothing read only the standard deviations
    are found.
    """
    sds = _sds(body, rules)
    read = [ANGLES.index(name) for name in read_deg]
    wanted = np.array([*read_deg.values()], dtype=float)

    def seen(x: Floats) -> Floats:
        there, limbs, seated = _set_to(at, body, x * sds)
        shown = angles(there, limbs, seated, rules.still_less_deg)
        return np.array([shown[name] for name in ANGLES])

    def missed(x: Floats) -> Floats:
        return np.concatenate([(seen(x)[read] - wanted) / rules.read_sd_deg, x])

    usual, begun = seen(np.zeros(PARTS)), np.zeros(PARTS)
    if not readouts(at.saddle, at.hand, segments(body), at.foot, at.crank_mm, at.pad).reaches:
        begun[1] = -LOWER_SDS
    x = least_squares(missed, begun) if read else np.zeros(PARTS)
    there, limbs, seated = _set_to(at, body, x * sds)
    now, slope = seen(x), _slope(seen, x)
    left = np.linalg.inv(slope[read].T @ slope[read] / rules.read_sd_deg**2 + np.eye(PARTS))
    sure = np.sqrt(np.einsum("ij,jk,ik->i", slope, left, slope))
    return Calibrated(
        body=limbs,
        foot=there.foot,
        seated=seated,
        turned=_turned(body, limbs, x, x * sds),
        read_deg=read_deg,
        usual_deg=_by_name(usual),
        now_deg=_by_name(now),
        sds_deg=_by_name(sure),
    )


def _by_name(values: Floats) -> dict[AngleName, float]:
    return {name: float(it) for name, it in zip(ANGLES, values, strict=True)}


def _sds(body: BodyMeasures, rules: CalibrationRules) -> Floats:
    """Of each parameter; a length that was taped is surer."""
    arms = body.upper_arm_mm is not None and body.forearm_mm is not None
    taped = (body.inseam_mm is not None, body.trunk_mm is not None, arms)
    shares = [rules.taped_sd_share if it else rules.guessed_sd_share for it in taped]
    return np.array([rules.hip_sd_mm, rules.hip_sd_mm, rules.toe_down_sd_deg, rules.elbow_sd_deg, *shares])


def _set_to(at: Sat, body: BodyMeasures, by: Floats) -> tuple[Sat, BodyMeasures, Seated]:
    """The rider with every parameter turned by so much."""
    hip_x, hip_y, toe, elbow, leg, trunk, arm = (float(v) for v in by)
    limbs = segments(body)
    turned = replace(
        body,
        inseam_mm=(limbs.thigh_mm + limbs.shank_mm) * (1 + leg) / HIP_TO_ANKLE_PER_INSEAM,
        trunk_mm=limbs.trunk_mm * (1 + trunk),
        upper_arm_mm=limbs.upper_arm_mm * (1 + arm),
        forearm_mm=limbs.forearm_mm * (1 + arm),
        elbow_flexion_deg=min(max(body.elbow_flexion_deg + elbow, 0.0), 150.0),
    )
    foot = replace(at.foot, toe_down_deg=at.foot.toe_down_deg + toe)
    return replace(at, foot=foot), turned, Seated(SEATED.hip_off + Mark(hip_x, hip_y))


def _turned(body: BodyMeasures, limbs: BodyMeasures, x: Floats, by: Floats) -> Turned:
    was, now = segments(body), segments(limbs)
    return Turned(
        hip=Mark(float(by[0]), float(by[1])),
        toe_down_deg=float(by[2]),
        elbow_deg=limbs.elbow_flexion_deg - body.elbow_flexion_deg,
        leg_mm=now.thigh_mm + now.shank_mm - was.thigh_mm - was.shank_mm,
        trunk_mm=now.trunk_mm - was.trunk_mm,
        arm_mm=now.upper_arm_mm + now.forearm_mm - was.upper_arm_mm - was.forearm_mm,
        furthest_sds=float(np.abs(x).max()),
    )


def _slope(seen: Callable[[Floats], Floats], x: Floats) -> Floats:
    """What each parameter does to each angle, a column a parameter."""
    here = seen(x)
    return np.column_stack([(seen(x + LOOK * unit) - here) / LOOK for unit in np.eye(len(x))])


def least_squares(missed: Callable[[Floats], Floats], x: Floats) -> Floats:
    """Where the sum of squares of ``missed`` is least, from ``x`` (Levenberg 1944, Marquardt 1963)."""
    damped, now = 1e-3, missed(x)
    for _ in range(MOST_TURNS):
        slope = _slope(missed, x)
        while True:
            step = np.linalg.solve(slope.T @ slope + damped * np.eye(len(x)), -slope.T @ now)
            tried = missed(x + step)
            if float(tried @ tried) <= float(now @ now):
                break
            damped *= 10
            if damped > MOST_DAMPING:
                return x
        x, now, damped = x + step, tried, damped / 10
        if float(np.abs(step).max()) < STILL:
            break
    return x
