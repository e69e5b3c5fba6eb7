"""A side photograph of a bike with places clicked on it, and what is known of both beforehand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import hypot, log
from typing import Literal, cast

import numpy as np
from numpy.typing import NDArray

from waymark.core.errors import InputError
from waymark.core.rules.photo import DEPTHS, Place, usual
from waymark.core.say import Count, Words, say

Outline = Literal["rear_outline", "front_outline"]
Clicked = Place | Outline
Edge = Literal["rim", "tyre"]

MARKS: tuple[Place, ...] = ("S", "N", "B", "H", "G", "P")
JOINTS: tuple[Place, ...] = ("hip", "knee", "ankle", "shoulder", "elbow", "wrist")
OUTLINES: tuple[Outline, Outline] = ("rear_outline", "front_outline")
# What turns with the front wheel.
TURNS: frozenset[str] = frozenset({"front_axle", "front_outline", "B", "H", "G", "P"})
FEWEST_ON_OUTLINE = 5
NEEDED: tuple[Place, ...] = ("BB", "rear_axle", "front_axle")
DIAGONAL_35_MM = 43.27


@dataclass(frozen=True, slots=True)
class WheelSize:
    """One wheel: its bead's diameter, the tyre's height over the bead or its outer radius, and its width, mm."""

    bead_mm: float
    tyre_mm: float | None = None
    outer_radius_mm: float | None = None
    width_mm: float | None = None

    @property
    def outer_mm(self) -> float | None:
        """The tyre's outer radius, as far as it is known."""
        if self.outer_radius_mm is not None:
            return self.outer_radius_mm
        return None if self.tyre_mm is None else self.bead_mm / 2 + self.tyre_mm

    def radius_mm(self, edge: Edge, field: str) -> float:
        """The radius of the edge that is clicked; raises ``InputError`` for a tyre of which nothing is known."""
        if edge == "rim":
            return self.bead_mm / 2 + usual("rim_over_bead_mm")
        if self.outer_mm is None:
            raise InputError(
                "A tyre's edge was clicked, and nothing says how large it is.",
                field=field,
                allowed="tyre_mm, its height over the bead, or outer_radius_mm",
            )
        return self.outer_mm


@dataclass(frozen=True, slots=True)
class Click:
    """A place clicked, px right and down from the top left; ``z_mm`` where its depth was measured; ``far`` on the far
    side, which is as deep behind the bike's plane as the near one is before it."""

    key: str
    at: Clicked
    u_px: float
    v_px: float
    sd_px: float | None = None
    z_mm: float | None = None
    sd_z_mm: float | None = None
    far: bool = False


def pixels(clicks: Sequence[Click]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Where places were clicked, right and down, px."""
    return np.array([c.u_px for c in clicks], np.float64), np.array([c.v_px for c in clicks], np.float64)


@dataclass(frozen=True, slots=True)
class Photograph:
    """A picture of a bike's right side, or of its left, with what is known of camera and bike; mm, px, degrees."""

    width_px: float
    height_px: float
    side: Literal["right", "left"]
    edge: Edge
    rear: WheelSize
    front: WheelSize
    clicks: tuple[Click, ...]
    focal_px: float | None = None
    focal_35_mm: float | None = None
    cropped: bool = False
    radius_sd_mm: float | None = None
    drop_sd_mm: float | None = None
    wheelbase_mm: float | None = None
    wheelbase_sd_mm: float | None = None
    crank_mm: float | None = None
    head_angle_deg: float | None = None
    fork_offset_mm: float | None = None

    @property
    def focal_known(self) -> bool:
        """Whether the picture says with what lens it was taken."""
        return self.focal_px is not None or self.focal_35_mm is not None

    @property
    def focal_guess_px(self) -> float:
        """The focal length as given, else a phone's usual."""
        if self.focal_px is not None:
            return self.focal_px
        as_35 = usual("focal_unknown_35_mm") if self.focal_35_mm is None else self.focal_35_mm
        return as_35 * hypot(self.width_px, self.height_px) / DIAGONAL_35_MM

    def of(self, at: Clicked) -> list[Click]:
        """What was clicked of one place."""
        return [c for c in self.clicks if c.at == at]

    def places(self) -> tuple[Place, ...]:
        """The places clicked, outlines left out, in the order of first click."""
        return cast("tuple[Place, ...]", tuple(dict.fromkeys(c.at for c in self.clicks if c.at not in OUTLINES)))

    def seen(self) -> Photograph:
        """The same as if of the right side; raises ``InputError`` where too little was clicked."""
        for outline in OUTLINES:
            if len(self.of(outline)) < FEWEST_ON_OUTLINE:
                raise InputError(
                    "A wheel's outline needs more clicks, well apart.",
                    field="clicks",
                    allowed=say("at least {count} of {what}", count=Count(FEWEST_ON_OUTLINE), what=Words(outline)),
                    kept=str(len(self.of(outline))),
                )
        for place in NEEDED:
            if not self.of(place):
                raise InputError(
                    "This place must be clicked.", field="clicks", allowed=say("one click of {what}", what=Words(place))
                )
        if len({c.key for c in self.clicks}) != len(self.clicks):
            raise InputError("Two clicks have the same id.", field="clicks", allowed="each id once")
        return self if self.side == "right" else _mirrored(self)


def _mirrored(it: Photograph) -> Photograph:
    clicks = tuple(replace(c, u_px=it.width_px - c.u_px) for c in it.clicks)
    return replace(it, clicks=clicks, side="right")


@dataclass(frozen=True, slots=True)
class Prior:
    """What is known of one unknown before anything is clicked."""

    name: str
    value: float
    sd: float


def priors_of(it: Photograph) -> list[Prior]:
    """What is known beforehand, by the unknowns' names; depths as ``z`` and the place."""
    unsure = it.cropped or not it.focal_known
    rear_mm, front_mm = it.rear.radius_mm(it.edge, "rear.tyre_mm"), it.front.radius_mm(it.edge, "front.tyre_mm")
    middle = it.width_px * usual("middle_cut_sd_share" if it.cropped else "middle_sd_share")
    edge = it.edge
    plane = usual("rim_plane_mm") if edge == "rim" else 0.0
    drop_sd = usual(f"{edge}_drop_sd_mm") if it.drop_sd_mm is None else it.drop_sd_mm
    head_sd = usual("head_angle_sd_deg" if it.head_angle_deg is None else "head_angle_typed_sd_deg")
    offset_sd = usual("fork_offset_sd_mm" if it.fork_offset_mm is None else "fork_offset_typed_sd_mm")
    made = [
        Prior("lnf", log(it.focal_guess_px), usual("focal_unsure_sd" if unsure else "focal_sd")),
        Prior("k1", 0.0, usual("bend_sd")),
        Prior("cx", it.width_px / 2, middle),
        Prior("cy", it.height_px / 2, middle),
        Prior("Rr", rear_mm, usual(f"{edge}_sd_mm")),
        Prior("Rf", front_mm, usual(f"{edge}_sd_mm")),
        Prior("g", 0.0, usual(f"{edge}s_sd_mm") if it.radius_sd_mm is None else it.radius_sd_mm),
        Prior("dh", _drop_mm(it, rear_mm, front_mm), drop_sd),
        Prior("zo", plane, usual(f"{edge}_plane_sd_mm")),
        Prior("steer", 0.0, usual("steer_sd_deg")),
        Prior("head", usual("head_angle_deg") if it.head_angle_deg is None else it.head_angle_deg, head_sd),
        Prior("offset", usual("fork_offset_mm") if it.fork_offset_mm is None else it.fork_offset_mm, offset_sd),
    ]
    if it.wheelbase_mm is not None:
        sd = usual("wheelbase_sd_mm") if it.wheelbase_sd_mm is None else it.wheelbase_sd_mm
        made.append(Prior("W", it.wheelbase_mm, sd))
    if it.crank_mm is not None and it.of("pedal"):
        made.append(Prior("crank", it.crank_mm, usual("crank_sd_mm")))
    return made + [_depth(place, it.of(place)) for place in it.places()]


def _drop_mm(it: Photograph, rear_mm: float, front_mm: float) -> float:
    """How much higher the front axle stands than the clicked edges say: by how far either tyre stands over its rim."""
    front, rear = it.front.outer_mm, it.rear.outer_mm
    if it.edge == "tyre" or front is None or rear is None:
        return 0.0
    return (front - front_mm) - (rear - rear_mm)


def _depth(place: Place, clicks: Sequence[Click]) -> Prior:
    typed = next((c for c in clicks if c.z_mm is not None), None)
    if typed is None or typed.z_mm is None:
        at, sd = DEPTHS[place]
        return Prior(f"z{place}", at.value, sd.value)
    return Prior(f"z{place}", typed.z_mm, usual("depth_typed_sd_mm") if typed.sd_z_mm is None else typed.sd_z_mm)
