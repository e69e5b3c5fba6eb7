"""Photographs made by plain geometry: what the adjustment of one must find again, sharing no code with it."""

from __future__ import annotations

from dataclasses import dataclass, field
from math import atan2, cos, radians, sin
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.spatial.transform import Rotation

from waymark.core.photo import Click, Photograph, WheelSize

Floats = NDArray[np.float64]
DEPTH = {
    "BB": 60, "pedal": 75, "rear_axle": 72, "front_axle": 56, "S": 0, "N": 0, "B": 22, "H": 205, "P": 90,
    "hip": 170, "knee": 150, "ankle": 140, "shoulder": 190, "elbow": 220, "wrist": 205,
}  # fmt: skip


# A photograph with its marks known: a 2x lens from the right, rims of 622, a crank of 172.5.
_CLICKED = {
    "BB": "1822 2005", "pedal": "2111 1968", "rear_axle": "1149 1846", "front_axle": "2837 1939", "S": "1554 788",
    "N": "1985 790", "B": "2626 1022", "H": "2780 1006 2754 1018",
    "rear_outline": "1668 1681 1276 1322 787 1476 693 1979 1066 2341 1560 2193",
    "front_outline": "3388 1911 3094 1443 2543 1473 2290 1947 2578 2399 3127 2393",
}  # fmt: skip


def worked_question() -> dict[str, Any]:
    """It, as the open calculation asks for it."""
    clicks: list[dict[str, Any]] = []
    for at, figures in _CLICKED.items():
        px = [float(x) for x in figures.split()]
        for i in range(0, len(px), 2):
            click = {"id": f"{at} {i // 2}", "at": at, "u_px": px[i], "v_px": px[i + 1]}
            clicks.append({**click, "far": True} if at == "H" and i else click)
    wheel = {"bead_mm": 622, "tyre_mm": 28}
    return {
        "width_px": 4000, "height_px": 3000, "side": "right", "focal_px": 6000, "outline": "rim", "rear": wheel,
        "front": wheel, "crank_mm": 172.5, "clicks": clicks,
    }  # fmt: skip


@dataclass
class Made:
    """A bike before a camera: lengths in mm from the BB, angles in degrees."""

    places: dict[str, tuple[float, float]]
    distance_mm: float = 3500.0
    yaw_deg: float = 6.0
    pitch_deg: float = 4.0
    roll_deg: float = 1.0
    focal_px: float = 6000.0
    steer_deg: float = 0.0
    head_deg: float = 72.0
    offset_mm: float = 46.0
    rear_axle: tuple[float, float] = (-405.0, 70.0)
    wheelbase_mm: float = 990.0
    bead_mm: float = 622.0
    tyre_mm: float = 28.0
    crank: tuple[float, float] = (172.5, 5.0)
    edge: str = "rim"
    shift: dict[str, tuple[float, float]] = field(default_factory=dict)
    rng: np.random.Generator | None = None
    clicks_each: int = 8
    far_hood: bool = True
    size: tuple[float, float] = (4000.0, 3000.0)

    def __post_init__(self) -> None:
        self.front_axle = self.rear_axle[0] + self.wheelbase_mm, self.rear_axle[1]
        target = np.array([self.rear_axle[0] + self.wheelbase_mm / 2, self.rear_axle[1] + 250, 0.0])
        yaw, pitch = radians(self.yaw_deg), radians(self.pitch_deg)
        # As far up as the pitch is seen across the line of sight, as far forward as the yaw.
        way = np.array([sin(yaw), cos(yaw) * np.tan(pitch), cos(yaw)])
        self.camera = target + self.distance_mm * way / np.linalg.norm(way)
        ahead = (target - self.camera) / np.linalg.norm(target - self.camera)
        right = np.cross(ahead, [0.0, 1.0, 0.0])
        right /= np.linalg.norm(right)
        upright = np.array([right, np.cross(ahead, right), ahead])
        self.turn = Rotation.from_euler("z", self.roll_deg, degrees=True).as_matrix() @ upright

    def seen(self, at: Any) -> Floats:
        """Points as pixels, one a row."""
        x = (np.atleast_2d(at) - self.camera) @ self.turn.T
        found: Floats = np.array(self.size) / 2 + self.focal_px * x[:, :2] / x[:, 2:]
        return found

    def steered(self, at: Any) -> Floats:
        """Points turned with the front wheel, away from the camera."""
        head = radians(self.head_deg)
        axis = np.array([-cos(head), sin(head), 0.0])
        foot = np.array(
            [self.front_axle[0] - self.offset_mm * sin(head), self.front_axle[1] - self.offset_mm * cos(head), 0]
        )
        found: Floats = foot + Rotation.from_rotvec(radians(self.steer_deg) * axis).apply(np.atleast_2d(at) - foot)
        return found

    def edge_seen(self, front: bool) -> Floats:
        """Clicks on a wheel's edge, spread about it."""
        x, y = self.front_axle if front else self.rear_axle
        every = np.arange(self.clicks_each) * 2 * np.pi / self.clicks_each + 0.3
        if self.edge == "rim":
            r = self.bead_mm / 2 + 6
            at = np.stack([x + r * np.cos(every), y + r * np.sin(every), np.full(every.size, 13.0)], 1)
            return self.seen(self.steered(at) if front else at)
        # The outermost point of the whole tube in each direction of the picture.
        outer, tube = self.bead_mm / 2 + self.tyre_mm, 15.0
        made = []
        for a in every:
            phi, t = np.meshgrid(np.linspace(a - 0.25, a + 0.25, 2001), np.linspace(-0.4, 0.4, 161))
            r = outer - tube + tube * np.cos(t)
            at = np.stack([x + r * np.cos(phi), y + r * np.sin(phi), tube * np.sin(t)], -1).reshape(-1, 3)
            px = self.seen(self.steered(at) if front else at)
            made.append(px[np.argmax(px @ np.array([cos(a), -sin(a)]))])
        return np.array(made)

    def photograph(self, side: str = "right", **known: Any) -> Photograph:
        """The picture, clicked; of the left side it is the mirror image."""
        points: list[tuple[str, str, Floats, bool]] = []
        crank, psi = self.crank
        where = {
            "BB": (0.0, 0.0), "pedal": (crank * cos(radians(psi)), crank * sin(radians(psi))),
            "rear_axle": self.rear_axle, "front_axle": self.front_axle, **self.places,
        }  # fmt: skip
        for name, (x, y) in where.items():
            for far in (False, True) if name == "H" and self.far_hood else (False,):
                at = np.array([[x, y, DEPTH[name] * (-1 if far else 1)]])
                at = self.steered(at) if name in ("front_axle", "B", "H", "P") else at
                points.append((f"{name}{' far' if far else ''}", name, self.seen(at)[0], far))
        for front, name in ((False, "rear_outline"), (True, "front_outline")):
            points += [(f"{name} {i}", name, px, False) for i, px in enumerate(self.edge_seen(front))]
        clicks = []
        for key, at, px, far in points:
            u, v = px + self.shift.get(key, (0.0, 0.0)) + (self.rng.normal(0, 2.5, 2) if self.rng else 0.0)
            clicks.append(Click(key, at, self.size[0] - u if side == "left" else float(u), float(v), far=far))  # type: ignore[arg-type]
        wheel = WheelSize(self.bead_mm, self.tyre_mm)
        given = {"focal_px": self.focal_px, "crank_mm": crank, **known}
        return Photograph(*self.size, side, self.edge, wheel, wheel, tuple(clicks), **given)  # type: ignore[arg-type]


def slope(a: tuple[float, float], b: tuple[float, float]) -> float:
    """Radians above forward from one point to another."""
    return atan2(b[1] - a[1], b[0] - a[0])
