"""What a camera sees of a bike: every place and outline as it falls on the picture (docs/formulas.md, Photograph).

All in arrays: the unknowns are rows of ``p``, one column for each set of them, so that a whole Jacobian is one look.
Bike's axes: x forward, y up, z towards the camera, mm from the BB. Camera's axes: right, down, ahead.
"""

from __future__ import annotations

from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray

from waymark.core.photo.model import MARKS, OUTLINES, TURNS, Click, Outline, Photograph, pixels, priors_of
from waymark.core.rules.photo import Place, usual

Floats = NDArray[np.float64]
Three = tuple[Floats, Floats, Floats]
POSE = ("turn_x", "turn_y", "turn_z", "camera_x", "camera_y", "camera_z")
BIKE = ("lnf", "k1", "cx", "cy", "xr", "yr", "W", "Rr", "Rf", "g", "dh", "zo", "steer", "head", "offset")
_SAMPLES = 360
_TOUCHES = 4


class Scene:
    """A photograph's unknowns by name, and where they put what was clicked.

    ``begun`` is the camera's rotation that the three ``turn`` unknowns turn on, bike to camera.
    """

    def __init__(self, photo: Photograph) -> None:
        self.photo, places = photo, photo.places()
        free = [p for p in places if p not in ("BB", "pedal", "rear_axle", "front_axle")]
        names = [*POSE, *BIKE, *(f"z{p}" for p in places), *(f"{axis}{p}" for p in free for axis in ("x_", "y_"))]
        names += ["crank", "psi"] if "pedal" in places else []
        self.names = tuple(names)
        self.index = {name: i for i, name in enumerate(names)}
        self.begun: Floats = np.eye(3)
        self.marks = tuple(m for m in MARKS if m in places)
        self.points = [c for c in photo.clicks if c.at not in OUTLINES]
        self.outlined = {o: photo.of(o) for o in OUTLINES}
        self.priors = priors_of(photo)
        self.tubes = [(w.width_mm or usual("tyre_width_mm")) / 2 for w in (photo.rear, photo.front)]

    def of(self, p: Floats, name: str) -> Floats:
        """One unknown, of every set."""
        found: Floats = p[self.index[name]]
        return found

    def front_axle(self, p: Floats) -> tuple[Floats, Floats]:
        """The front axle with the wheel straight: as much higher as the wheels' outlines differ."""
        return (
            self.of(p, "xr") + self.of(p, "W"),
            self.of(p, "yr") + self.of(p, "Rf") - self.of(p, "Rr") + self.of(p, "dh"),
        )

    def steered(self, p: Floats, at: Three, back: bool = False) -> Three:
        """Turned about the steering axis with the wheel, away from the camera where it is positive; or back again."""
        head, turn = np.radians(self.of(p, "head")), np.radians(self.of(p, "steer")) * (-1 if back else 1)
        (xf, yf), o = self.front_axle(p), self.of(p, "offset")
        ux, uy = -np.cos(head), np.sin(head)
        x0, y0 = xf - o * uy, yf + o * ux
        vx, vy, vz = at[0] - x0, at[1] - y0, at[2]
        c, s, along = np.cos(turn), np.sin(turn), (ux * vx + uy * vy) * (1 - np.cos(turn))
        return (
            x0 + vx * c + uy * vz * s + ux * along,
            y0 + vy * c - ux * vz * s + uy * along,
            vz * c + (ux * vy - uy * vx) * s,
        )

    def where(self, p: Floats, place: Place, far: bool = False) -> Three:
        """Where a place lies, the front wheel as it is turned."""
        z = self.of(p, f"z{place}") * (-1 if far else 1)
        if place == "BB":
            return z * 0, z * 0, z
        if place == "pedal":
            crank, psi = self.of(p, "crank"), self.of(p, "psi")
            return crank * np.cos(psi), crank * np.sin(psi), z
        if place == "rear_axle":
            return self.of(p, "xr"), self.of(p, "yr"), z
        at = (
            (*self.front_axle(p), z)
            if place == "front_axle"
            else (self.of(p, f"x_{place}"), self.of(p, f"y_{place}"), z)
        )
        return self.steered(p, at) if place in TURNS else at

    def pixel(self, p: Floats, at: Three) -> tuple[Floats, Floats]:
        """Where on the picture a point falls, px."""
        a, b, c = (at[i] - self.of(p, name) for i, name in enumerate(POSE[3:]))
        m = self.begun
        q = tuple(m[i, 0] * a + m[i, 1] * b + m[i, 2] * c for i in range(3))
        wx, wy, wz = (self.of(p, name) for name in POSE[:3])
        # Rodrigues' turn by the rotation vector (wx, wy, wz).
        angle = np.sqrt(wx * wx + wy * wy + wz * wz + 1e-300)
        s, k = np.sin(angle) / angle, (1 - np.cos(angle)) / (angle * angle)
        cross = wy * q[2] - wz * q[1], wz * q[0] - wx * q[2], wx * q[1] - wy * q[0]
        dot = wx * q[0] + wy * q[1] + wz * q[2]
        x, y, z = (q[i] * np.cos(angle) + cross[i] * s + w * dot * k for i, w in enumerate((wx, wy, wz)))
        n1, n2 = x / z, y / z
        far = np.exp(self.of(p, "lnf")) * (1 + self.of(p, "k1") * (n1 * n1 + n2 * n2))
        return self.of(p, "cx") + far * n1, self.of(p, "cy") + far * n2

    def outline(self, p: Floats, which: Outline, phi: Floats) -> tuple[Floats, Floats]:
        """Where on the picture a wheel's edge falls at the angle ``phi`` above forward."""
        front = which == "front_outline"
        zo, radius = self.of(p, "zo"), self.of(p, "Rf" if front else "Rr") + self.of(p, "g")
        x0, y0 = self.front_axle(p) if front else (self.of(p, "xr"), self.of(p, "yr"))
        c, s = np.cos(phi), np.sin(phi)
        if self.photo.edge == "rim":
            at = x0 + radius * c, y0 + radius * s, zo + 0 * c
        else:
            at = self._silhouette(p, (x0, y0, zo), radius, front, (c, s))
        return self.pixel(p, self.steered(p, at) if front else at)

    def _silhouette(self, p: Floats, middle: Three, radius: Floats, front: bool, way: tuple[Floats, Floats]) -> Three:
        """The point of a tyre's tube that the camera sees on its edge: where its line of sight touches the tube."""
        tube, (c, s) = self.tubes[front], way
        camera: Three = (self.of(p, "camera_x"), self.of(p, "camera_y"), self.of(p, "camera_z"))
        if front:
            camera = self.steered(p, camera, back=True)
        ring = radius - tube
        x, y, z = middle[0] + ring * c, middle[1] + ring * s, middle[2]
        out, ahead = (x - camera[0]) * c + (y - camera[1]) * s, z - camera[2] + 0 * c
        q = out * out + ahead * ahead
        touch = np.sqrt(q - tube * tube)
        radial, aside = (-tube * out - touch * ahead) * tube / q, (-tube * ahead + touch * out) * tube / q
        return x + radial * c, y + radial * s, z + aside

    def touched(self, p: Floats, which: Outline, clicks: list[Click]) -> tuple[Floats, Floats, Floats]:
        """For each click the angle of the outline's nearest point, and the outward normal there on the picture."""
        u, v = pixels(clicks)
        every: Floats = np.arange(_SAMPLES, dtype=np.float64) * (2 * np.pi / _SAMPLES)
        us, vs = self.outline(p, which, every)
        phi = every[np.argmin((us[None] - u[:, None]) ** 2 + (vs[None] - v[:, None]) ** 2, axis=1)]
        small = 1e-4
        for turn in range(_TOUCHES + 1):
            (u0, v0), (u1, v1) = self.outline(p, which, phi - small), self.outline(p, which, phi + small)
            du, dv = (u1 - u0) / (2 * small), (v1 - v0) / (2 * small)
            if turn < _TOUCHES:
                at_u, at_v = self.outline(p, which, phi)
                phi = phi + ((u - at_u) * du + (v - at_v) * dv) / (du * du + dv * dv)
        along = np.hypot(du, dv)
        # On the picture v points down: seen so, growing angles run to the left of outward.
        return phi, -dv / along, du / along


def turned(axis: Floats, by_deg: float, what: Floats) -> Floats:
    """A vector turned about a unit axis."""
    a = radians(by_deg)
    found: Floats = what * cos(a) + np.cross(axis, what) * sin(a) + axis * (axis @ what) * (1 - cos(a))
    return found
