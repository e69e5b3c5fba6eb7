"""All clicks and all that is known beforehand adjusted together by least squares (docs/formulas.md, Photograph).

Levenberg and Marquardt's damped steps; the outlines' nearest points are found anew at each, which changes no derivative to
first order. The covariance is a-priori.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from waymark.core.errors import GeometryError
from waymark.core.photo.scene import Floats, Scene
from waymark.core.photo.start import Start, click_sd, starts

What = Literal["u", "v", "off", "known"]
# A photograph comes to rest in ten or fifteen.
MOST_STEPS = 40
# ln px: no lens is so long.
LONGEST = 15.0
STILL = 1e-9
# Steps of the derivatives: radians, mm and px, degrees, and what has no unit.
_STEPS = {"turn": 1e-6, "camera": 1e-2, "lnf": 1e-6, "k1": 1e-6, "psi": 1e-6}
_STEP = 1e-3


@dataclass(frozen=True, slots=True)
class Row:
    """One row of the adjustment: a click's ``u`` or ``v``, how far it is ``off`` an outline, or what was ``known``."""

    key: str
    what: What
    sd: float


@dataclass(frozen=True, slots=True)
class Fitted:
    """The unknowns adjusted, their covariance, and the whitened residuals (drawn less clicked, off + outward) with their
    own cofactor I − J·Q·Jᵀ."""

    scene: Scene
    at: Floats
    covariance: Floats
    rows: tuple[Row, ...]
    residuals: Floats
    cofactor: Floats

    @property
    def freedom(self) -> int:
        """How many rows are more than it needs."""
        return len(self.rows) - self.at.size

    def value(self, name: str) -> float:
        """One unknown."""
        return float(self.at[self.scene.index[name]])

    def sd(self, name: str) -> float:
        """Its standard deviation."""
        i = self.scene.index[name]
        return float(np.sqrt(self.covariance[i, i]))


def fit(scene: Scene) -> Fitted:
    """The adjustment that fits best from any start; raises ``GeometryError`` where none comes to rest."""
    best: tuple[float, Start, Floats] | None = None
    # Clicks that are no bike's lead anywhere: what is no number is told as such.
    with np.errstate(all="ignore"):
        for start in starts(scene):
            scene.begun = start.rotation
            found = _descend(scene, start.at)
            if found is not None and (best is None or found[0] < best[0]):
                best = found[0], start, found[1]
        if best is not None:
            scene.begun = best[1].rotation
            fitted = _fitted(scene, best[2])
            if fitted is not None:
                return fitted
    raise GeometryError("No camera sees a bike so: look at the clicks again.", field="clicks")


def _fitted(scene: Scene, x: Floats) -> Fitted | None:
    """The adjustment at its unknowns; ``None`` where they leave something undetermined."""
    residuals, design = _linear(scene, x)
    try:
        covariance: Floats = np.asarray(np.linalg.inv(design.T @ design), np.float64)
    except np.linalg.LinAlgError:
        return None
    cofactor = np.eye(residuals.size) - design @ covariance @ design.T
    sound = np.isfinite(x).all() and np.isfinite(cofactor).all() and (np.diag(covariance) > 0).all()
    if not sound or abs(x[scene.index["lnf"]]) > LONGEST or x[scene.index["camera_z"]] <= 0:
        return None
    return Fitted(scene, x, covariance, tuple(_rows(scene)), residuals, cofactor)


def _rows(scene: Scene) -> list[Row]:
    both: tuple[What, What] = ("u", "v")
    made = [Row(c.key, what, click_sd(c)) for c in scene.points for what in both]
    made += [Row(c.key, "off", click_sd(c)) for clicks in scene.outlined.values() for c in clicks]
    return made + [Row(p.name, "known", p.sd) for p in scene.priors]


def _descend(scene: Scene, x: Floats) -> tuple[float, Floats] | None:
    """The least weighted squares reached from a start, and the unknowns there; ``None`` where the numbers fail."""
    damp = 1e-3
    residuals, design = _linear(scene, x)
    cost = float(residuals @ residuals)
    if not (np.isfinite(cost) and np.isfinite(design).all()):
        return None
    for _ in range(MOST_STEPS):
        normal = design.T @ design
        try:
            step = np.linalg.solve(normal + damp * np.diag(np.diag(normal)), -design.T @ residuals)
        except np.linalg.LinAlgError:
            return None
        trial, trial_design = _linear(scene, x + step)
        trial_cost = float(trial @ trial)
        if np.isfinite(trial_design).all() and trial_cost < cost:
            gained = cost - trial_cost
            x, residuals, design, cost, damp = x + step, trial, trial_design, trial_cost, max(damp / 10, 1e-12)
            if gained < STILL * (1 + cost):
                return cost, x
        elif damp > 1e12:
            return cost, x
        else:
            damp *= 10
    return cost, x


def _linear(scene: Scene, x: Floats) -> tuple[Floats, Floats]:
    """Whitened residuals at ``x`` and how they change with every unknown, by central differences."""
    touched = {which: scene.touched(x, which, clicks) for which, clicks in scene.outlined.items()}
    steps = np.array([_STEPS.get(name, _STEPS.get(name.split("_")[0], _STEP)) for name in scene.names])
    sets = np.concatenate([x[:, None], x[:, None] + np.diag(steps), x[:, None] - np.diag(steps)], axis=1)
    made = []
    for click in scene.points:
        u, v = scene.pixel(sets, scene.where(sets, click.at, click.far))  # type: ignore[arg-type]
        made += [(u - click.u_px) / click_sd(click), (v - click.v_px) / click_sd(click)]
    for which, clicks in scene.outlined.items():
        for click, phi, out_u, out_v in zip(clicks, *touched[which], strict=True):
            u, v = scene.outline(sets, which, phi)
            made.append(((u - click.u_px) * out_u + (v - click.v_px) * out_v) / click_sd(click))
    made += [(scene.of(sets, p.name) - p.value) / p.sd for p in scene.priors]
    every, n = np.array(made), x.size
    return every[:, 0], (every[:, 1 : n + 1] - every[:, n + 1 :]) / (2 * steps)
