"""Where an adjustment of a photograph begins: both wheels as circles, the rest by rays onto the bike's plane."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import atan2, hypot, log

import numpy as np

from waymark.core.errors import GeometryError
from waymark.core.photo.model import Click, pixels
from waymark.core.photo.scene import Floats, Scene, turned
from waymark.core.rules.photo import usual

TILTS_DEG = (0.0, -8.0, 8.0)
# Of a phone's usual lens, where nothing says which.
LENSES = (0.8, 1.2, 2.2)


@dataclass(frozen=True, slots=True)
class Start:
    """The camera's rotation that the unknowns turn on, and the unknowns."""

    rotation: Floats
    at: Floats


def starts(scene: Scene) -> Iterator[Start]:
    """A start for each tilt of the bike's plane, and for each lens where none is known."""
    photo = scene.photo
    lenses = (1.0,) if photo.focal_known else LENSES
    for lens in lenses:
        for tilt in TILTS_DEG:
            yield _start(scene, photo.focal_guess_px * lens, tilt)


def _start(scene: Scene, focal: float, tilt_deg: float) -> Start:
    known = {p.name: p.value for p in scene.priors}
    middle = np.array([known["cx"], known["cy"]])
    (rear, rear_px), (front, front_px) = (_circle(clicks) for clicks in scene.outlined.values())
    at_rear = focal * known["Rr"] / rear_px * _ray(rear, middle, focal)
    at_front = focal * known["Rf"] / front_px * _ray(front, middle, focal)
    forward = (at_front - at_rear) / np.linalg.norm(at_front - at_rear)
    # Towards the camera, square to the wheelbase.
    toward = np.array([0.0, 0.0, -1.0])
    toward = toward - forward * (forward @ toward)
    toward = turned(forward, tilt_deg, toward / np.linalg.norm(toward))
    up = np.cross(toward, forward)

    def on_plane(click: Click, z_mm: float) -> Floats:
        """Where a click's ray meets the plane at a depth, from the rear wheel's middle: forward and up."""
        ray = _ray(np.array([click.u_px, click.v_px]), middle, focal)
        away = toward @ (at_rear + (z_mm - known["zo"]) * toward) / (toward @ ray)
        found = away * ray - at_rear
        return np.array([forward @ found, up @ found])

    bb = on_plane(scene.photo.of("BB")[0], known["zBB"])
    x = np.zeros(len(scene.names))

    def put(name: str, value: float) -> None:
        x[scene.index[name]] = value

    for name, value in known.items():
        if name in scene.index:
            put(name, value)
    put("lnf", log(focal))
    put("xr", -bb[0])
    put("yr", -bb[1])
    if "W" not in known:
        put("W", float(forward @ (at_front - at_rear)))
    for name, value in zip(("camera_x", "camera_y"), (forward @ -at_rear - bb[0], up @ -at_rear - bb[1]), strict=True):
        put(name, float(value))
    put("camera_z", float(toward @ -at_rear) + known["zo"])
    for place in scene.photo.places():
        click = scene.photo.of(place)[0]
        off = on_plane(click, known[f"z{place}"] * (-1 if click.far else 1)) - bb
        if place == "pedal":
            put("psi", atan2(off[1], off[0]))
            put("crank", known.get("crank", hypot(*off)))
        elif f"x_{place}" in scene.index:
            put(f"x_{place}", float(off[0]))
            put(f"y_{place}", float(off[1]))
    return Start(np.array([forward, up, toward]).T, x)


def _ray(at_px: Floats, middle: Floats, focal: float) -> Floats:
    """Along a pixel's line of sight, as far as one ahead."""
    found: Floats = np.array([*((at_px - middle) / focal), 1.0])
    return found


def _circle(clicks: list[Click]) -> tuple[Floats, float]:
    """Middle and radius of the circle through clicks, px: linear least squares of u² + v² = 2·a·u + 2·b·v + c."""
    u, v = pixels(clicks)
    a, b, c = np.linalg.lstsq(np.stack([2 * u, 2 * v, np.ones_like(u)], 1), u * u + v * v, rcond=None)[0]
    square = c + a * a + b * b
    if not square > 0:
        raise GeometryError("These clicks are on no wheel's outline: they lie on no circle.", field="clicks")
    return np.array([a, b]), float(np.sqrt(square))


def click_sd(click: Click) -> float:
    """How surely a place was clicked, px each way."""
    return usual("click_sd_px") if click.sd_px is None else click.sd_px
