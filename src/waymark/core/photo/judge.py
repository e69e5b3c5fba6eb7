"""What an adjusted photograph is worth: its slips, what the camera was like, what would help, and the rider's angles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Literal

import numpy as np

from waymark.core.marks import Mark, angle_between_deg, slope_deg
from waymark.core.photo.adjust import Fitted, fit
from waymark.core.photo.model import JOINTS, OUTLINES, Photograph
from waymark.core.photo.scene import Floats, Scene
from waymark.core.rules.photo import FLAGS, Limit, usual
from waymark.core.survey.judge import slip_test

Verdict = Literal["good", "usable", "refused"]
# χ² of one and of two at 0.001.
CHI_1, CHI_2 = 10.83, 13.82
# Looked at from above the middle of the wheelbase, about where the rider sits.
SEEN_ABOVE_AXLE_MM = 250.0


@dataclass(frozen=True, slots=True)
class Flag:
    """Something that makes a photograph worth less, or nothing where it is refused for it."""

    code: str
    refuse: bool


@dataclass(frozen=True, slots=True)
class Camera:
    """Where the camera stood, seen from above the middle of the wheelbase, and what it is taken for."""

    distance_mm: float
    yaw_deg: float
    pitch_deg: float
    px_per_mm: float
    focal_px: float
    focal_sd_percent: float
    steer_deg: float
    steer_sd_deg: float


@dataclass(frozen=True, slots=True)
class Help:
    """A distance that could be taped: what it should be, how sure that is, and what share of the marks' summed variance
    it would leave."""

    start: str
    end: str
    expected_mm: float
    sd_mm: float
    variance_left: float


@dataclass(frozen=True, slots=True)
class Sure:
    """A value with its standard deviation."""

    value: float
    sd: float


@dataclass(frozen=True, slots=True)
class Judged:
    """A photograph judged. ``suspect`` is a click's key or what was known beforehand by its name."""

    fitted: Fitted
    verdict: Verdict
    flags: tuple[Flag, ...]
    suspect: str | None
    order: tuple[str, ...]
    covariance: Floats
    camera: Camera
    helps: tuple[Help, ...]
    angles: dict[str, Sure]
    variance_factor: float

    def mark(self, name: str) -> Mark:
        """A mark or joint, the front wheel straight, mm from the BB."""
        return Mark(self.fitted.value(f"x_{name}"), self.fitted.value(f"y_{name}"))


def judge_photo(photo: Photograph) -> Judged:
    """Adjust a photograph and judge it; raises ``InputError`` or ``GeometryError`` for clicks that are no bike's."""
    fitted = fit(Scene(photo.seen()))
    with np.errstate(all="ignore"):
        return _judged(photo, fitted)


def _judged(photo: Photograph, fitted: Fitted) -> Judged:
    suspect, without = _suspect(fitted)
    camera, order = _camera(fitted), _order(fitted)
    covariance = fitted.covariance[np.ix_(order, order)]
    sds = np.sqrt(np.diag(covariance))
    flags = [
        *_limited("oblique", max(abs(camera.yaw_deg), 1.5 * abs(camera.pitch_deg))),
        *_limited("close", camera.distance_mm),
        *_limited("small", camera.px_per_mm),
        *_cut_off(fitted),
        *_limited("steered", abs(camera.steer_deg)),
        *([] if photo.focal_known else [Flag("focal_unknown", False)]),
        *([] if suspect is None else [Flag("suspect", False)]),
        *_limited("disagrees", without),
        *_limited("uncertain", float(sds.max(initial=0.0))),
    ]
    refused = any(f.refuse for f in flags)
    return Judged(
        fitted=fitted,
        verdict="refused" if refused else "usable" if flags else "good",
        flags=tuple(flags),
        suspect=suspect,
        order=tuple(f"{m}_{axis}_mm" for m in sorted(fitted.scene.marks) for axis in ("x", "y")),
        covariance=covariance,
        camera=camera,
        helps=_helps(fitted, order),
        angles=_angles(fitted),
        variance_factor=float(fitted.residuals @ fitted.residuals) / fitted.freedom,
    )


def _order(fitted: Fitted) -> list[int]:
    """Where the marks' coordinates stand among the unknowns, by their names."""
    index = fitted.scene.index
    return [index[f"{axis}_{m}"] for m in sorted(fitted.scene.marks) for axis in ("x", "y")]


def _suspect(fitted: Fitted) -> tuple[str | None, float]:
    """What agrees least with the rest, where it is past its limit, and the variance factor without it.

    A click stands or falls with both of its coordinates.
    """
    groups: dict[tuple[str, str], list[int]] = {}
    for i, row in enumerate(fitted.rows):
        groups.setdefault((row.key, "known" if row.what == "known" else "click"), []).append(i)
    worst, found, rank_of, test_of = 1.0, None, 0, 0.0
    for (key, _), at in groups.items():
        test, rank = slip_test(fitted.residuals[at], fitted.cofactor[np.ix_(at, at)])
        share = test / (CHI_1 if rank == 1 else CHI_2)
        if share > worst:
            worst, found, rank_of, test_of = share, key, rank, test
    squares, left = float(fitted.residuals @ fitted.residuals) - test_of, fitted.freedom - rank_of
    return found, squares / left if left > 0 else 0.0


def _limited(code: str, value: float) -> list[Flag]:
    limit: Limit = FLAGS[code]
    refuse = limit.refuse is not None and limit.passed(value, limit.refuse.value)
    return [Flag(code, refuse)] if refuse or limit.passed(value, limit.warn.value) else []


def _camera(fitted: Fitted) -> Camera:
    value = fitted.value
    x = value("camera_x") - value("xr") - value("W") / 2
    y = value("camera_y") - value("yr") - SEEN_ABOVE_AXLE_MM
    z = value("camera_z")
    distance, focal = float(np.sqrt(x * x + y * y + z * z)), float(np.exp(value("lnf")))
    return Camera(
        distance_mm=distance,
        yaw_deg=float(np.degrees(np.arctan2(x, z))),
        pitch_deg=float(np.degrees(np.arctan2(y, z))),
        px_per_mm=focal / distance,
        focal_px=focal,
        focal_sd_percent=100 * fitted.sd("lnf"),
        steer_deg=value("steer"),
        steer_sd_deg=fitted.sd("steer"),
    )


def _cut_off(fitted: Fitted) -> list[Flag]:
    """A wheel of which too little was clicked, or whose outline leaves the picture."""
    scene, spans, leaves = fitted.scene, [], False
    every = np.linspace(0, 2 * np.pi, 180)
    for which in OUTLINES:
        phi = np.sort(np.mod(scene.touched(fitted.at, which, scene.outlined[which])[0], 2 * np.pi))
        gaps = np.diff(np.append(phi, phi[0] + 2 * np.pi))
        spans.append(360 - float(np.degrees(gaps.max())))
        u, v = scene.outline(fitted.at, which, every)
        photo = scene.photo
        leaves = leaves or bool(((u < 0) | (u > photo.width_px) | (v < 0) | (v > photo.height_px)).any())
    found = _limited("wheel_cut_off", min(spans))
    return found or ([Flag("wheel_cut_off", False)] if leaves else [])


def _helps(fitted: Fitted, order: Sequence[int]) -> tuple[Help, ...]:
    """Every distance between BB and marks, and the wheelbase where it was not taped, the one that helps most first."""
    scene, index = fitted.scene, fitted.scene.index
    before = float(np.trace(fitted.covariance[np.ix_(order, order)]))
    made = []

    def add(start: str, end: str, expected: float, by: dict[str, float]) -> None:
        slope = np.zeros(len(index))
        for name, change in by.items():
            slope[index[name]] = change
        moves = fitted.covariance @ slope
        variance = float(slope @ moves)
        gained = float(np.sum(moves[list(order)] ** 2)) / (usual("taped_sd_mm") ** 2 + variance)
        made.append(Help(start, end, expected, variance**0.5, (before - gained) / before))

    for start, end in combinations(("BB", *scene.marks), 2):
        a = Mark(0, 0) if start == "BB" else Mark(fitted.value(f"x_{start}"), fitted.value(f"y_{start}"))
        b = Mark(fitted.value(f"x_{end}"), fitted.value(f"y_{end}"))
        far = max(a.distance_mm(b), 1e-9)
        way = (b - a).scaled(1 / far)
        by = {f"x_{end}": way.x_mm, f"y_{end}": way.y_mm}
        if start != "BB":
            by |= {f"x_{start}": -way.x_mm, f"y_{start}": -way.y_mm}
        add(start, end, far, by)
    if scene.marks and scene.photo.wheelbase_mm is None:
        add("rear_axle", "front_axle", fitted.value("W"), {"W": 1.0})
    return tuple(sorted(made, key=lambda h: h.variance_left))


def _angles(fitted: Fitted) -> dict[str, Sure]:
    """The rider's angles in the bike's plane, of the joints that were clicked, with their standard deviations."""
    joints = [j for j in JOINTS if j in fitted.scene.photo.places()]
    at = [fitted.scene.index[f"{axis}_{j}"] for j in joints for axis in ("x", "y")]
    if not joints:
        return {}
    covariance, place = fitted.covariance[np.ix_(at, at)], fitted.at[at]

    def read(xy: Floats) -> dict[str, float]:
        return angles_of({j: Mark(float(xy[2 * i]), float(xy[2 * i + 1])) for i, j in enumerate(joints)})

    found, step = read(place), 1e-3
    slopes = {name: np.zeros(len(at)) for name in found}
    for i in range(len(at)):
        more, less = (read(place + sign * step * np.eye(len(at))[i]) for sign in (1, -1))
        for name in found:
            slopes[name][i] = (more[name] - less[name]) / (2 * step)
    return {name: Sure(value, float(slopes[name] @ covariance @ slopes[name]) ** 0.5) for name, value in found.items()}


def angles_of(joints: dict[str, Mark]) -> dict[str, float]:
    """Degrees: knee and elbow flexion, thigh to trunk, trunk from the horizontal, upper arm to trunk; of the joints there
    are."""

    def corner(a: str, at: str, b: str) -> float | None:
        if not {a, at, b} <= joints.keys():
            return None
        return angle_between_deg(joints[a] - joints[at], joints[b] - joints[at])

    knee, elbow = corner("hip", "knee", "ankle"), corner("shoulder", "elbow", "wrist")
    trunk = slope_deg(joints["hip"], joints["shoulder"]) if {"hip", "shoulder"} <= joints.keys() else None
    made = {
        "knee_flexion_deg": None if knee is None else 180 - knee,
        "hip_deg": corner("knee", "hip", "shoulder"),
        "trunk_deg": trunk,
        "shoulder_deg": corner("hip", "shoulder", "elbow"),
        "elbow_flexion_deg": None if elbow is None else 180 - elbow,
    }
    return {name: value for name, value in made.items() if value is not None}
