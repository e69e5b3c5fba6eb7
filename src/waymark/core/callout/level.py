"""Is the bike level, how sure, and how much it mattered (docs/formulas.md, Measuring)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import asin, cos, degrees, radians, sin
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from waymark.core.callout.taken import Taken
from waymark.core.cockpit.level import block_mm, pitch_deg
from waymark.core.errors import GeometryError
from waymark.core.marks import Mark
from waymark.core.survey.model import HOUSE_SD

# Two ways of levelling that differ by more than this are not of one bike (95 %, both house deviations).
WAYS_DIFFER_DEG = 1.0
USUAL_WHEELBASE_MM = 1000.0
AXLE_READINGS = ("front_axle", "rear_axle", "wheelbase")


@dataclass(frozen=True, slots=True)
class Level:
    """How the bike stood while it was read.

    ``pitch_deg`` is + nose up, with its standard deviation; ``block_mm`` goes under the front wheel
    (negative: under the rear). ``ways`` says from what it was found; ``differ_deg`` is axles less
    inclinometer where both were read. ``radii_assumed`` where the wheels were taken as equal.
    """

    pitch_deg: float
    sd_deg: float
    block_mm: float
    ways: tuple[Literal["axles", "inclinometer"], ...]
    differ_deg: float | None
    radii_assumed: bool


def level_of(taken: Mapping[str, Taken]) -> Level | None:
    """The bike's pitch from what was read, or ``None`` where nothing tells.

    From axle heights, radii and wheelbase, from an inclinometer over both axles, or both, weighted. Raises
    ``GeometryError`` where the axles cannot stand so.
    """
    have = {name: t.mean for name, t in taken.items() if t.values and t.decision != "dropped"}
    radii = "front_radius" in have and "rear_radius" in have
    front, rear = (have["front_radius"], have["rear_radius"]) if radii else (0.0, 0.0)
    base = have.get("wheelbase", USUAL_WHEELBASE_MM)
    found: list[tuple[Literal["axles", "inclinometer"], float, float]] = []
    if all(name in have for name in AXLE_READINGS):
        tape = HOUSE_SD["floor_height"].value * 2**0.5 * (2**0.5 if radii else 1)
        found.append(
            (
                "axles",
                pitch_deg(have["front_axle"], have["rear_axle"], front, rear, base),
                degrees(tape / base),
            )
        )
    if "pitch" in have:
        share = (front - rear) / base
        if not -1 < share < 1:
            raise GeometryError("The wheels cannot differ by more than the wheelbase.", field="measure.front_radius")
        found.append(("inclinometer", have["pitch"] - degrees(asin(share)), HOUSE_SD["angle"].value))
    if not found:
        return None
    weight = [1 / sd**2 for _, _, sd in found]
    pitch = sum(w * p for w, (_, p, _) in zip(weight, found, strict=True)) / sum(weight)
    if found[0][0] == "axles":
        block = block_mm(have["front_axle"], have["rear_axle"], front, rear)
    else:
        block = -base * sin(radians(pitch))
    return Level(
        pitch_deg=pitch,
        sd_deg=sum(weight) ** -0.5,
        block_mm=block,
        ways=tuple(way for way, _, _ in found),
        differ_deg=found[0][1] - found[1][1] if len(found) == 2 else None,
        radii_assumed=not radii,
    )


def levelled(at: Mark, level: Level | None) -> Mark:
    """A mark as it lies once the bike stands level: turned by −pitch about the BB."""
    return at if level is None else at.turned(-level.pitch_deg)


def levelled_covariance(covariance: NDArray[np.float64], at: Mark, level: Level | None) -> NDArray[np.float64]:
    """A mark's covariance (2×2, mm²) after levelling: turned with it, and widened by the pitch's own doubt."""
    if level is None:
        return covariance
    c, s = cos(radians(-level.pitch_deg)), sin(radians(-level.pitch_deg))
    turn = np.array([[c, -s], [s, c]])
    after = at.turned(-level.pitch_deg)
    swing = np.array([-after.y_mm, after.x_mm]) * radians(level.sd_deg)
    return np.asarray(turn @ covariance @ turn.T + np.outer(swing, swing), dtype=np.float64)
