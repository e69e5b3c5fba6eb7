"""How often a misprint in a frame's chart is seen and named rightly: made-up charts, one slip each (docs/shelves.md).

Run with ``make rates``; ``--charts N`` for more or fewer charts a class.
"""

from __future__ import annotations

import argparse
from collections import Counter
from dataclasses import dataclass

import numpy as np

from waymark.core.frame import kernels as k
from waymark.core.frame.audit import audit_sizes

GIVEN = (
    "stack_mm", "reach_mm", "head_angle_deg", "seat_angle_deg", "ett_mm", "head_tube_mm", "bb_drop_mm",
    "chainstay_mm", "front_centre_mm", "wheelbase_mm", "fork_offset_mm", "fork_length_mm",
)  # fmt: skip


@dataclass(frozen=True)
class Class:
    """How a chart is printed: angles to this, steps even or not, fork length with it or not."""

    label: str
    angle_deg: float
    even: bool
    fork: bool


CLASSES = (
    Class("half degrees, uneven steps, no fork length", 0.5, even=False, fork=False),
    Class("tenths of a degree, even steps, fork length", 0.1, even=True, fork=True),
)


@dataclass(frozen=True)
class Rates:
    """Shares, per cent: of slips flagged, of slips flagged and named first, of clean charts with a mark."""

    flagged: float
    named: float
    false_marks: float


def a_frame(rng: np.random.Generator, kind: Class) -> list[dict[str, float]]:
    """The sizes of a made-up frame as a maker would print them: true geometry, then every number rounded."""
    n = int(rng.integers(5, 8))
    step = np.full(n - 1, 1.0) if kind.even else rng.uniform(0.55, 1.45, n - 1)
    at = np.concatenate([[0], np.cumsum(step)]) / step.sum()
    stack = rng.uniform(500, 540) + at * rng.uniform(90, 130)
    reach = rng.uniform(360, 380) + at * rng.uniform(30, 50)
    head = rng.uniform(70, 71.5) + np.sqrt(at) * rng.uniform(0.5, 2.2)
    seat = rng.uniform(74, 75.5) - at * rng.uniform(0.5, 2)
    length, offset = rng.uniform(368, 400), float(rng.integers(43, 53))
    offsets = np.full(n, offset)
    drops = np.full(n, float(rng.integers(66, 80)))
    stays = np.full(n, float(rng.integers(405, 432)))
    if rng.random() < 0.4:
        offsets[: n // 2] += 5
    if rng.random() < 0.4:
        drops[n // 2 :] -= 3
    if rng.random() < 0.4:
        stays[n // 2 :] += 5
    rows = []
    for i in range(n):
        theta = np.radians(head[i])
        along = np.sqrt(length**2 - offsets[i] ** 2)
        axis = (stack[i] - drops[i] + offsets[i] * np.cos(theta)) / np.sin(theta)
        front_x = reach[i] + axis * np.cos(theta) + offsets[i] * np.sin(theta)
        true = {
            "stack_mm": stack[i], "reach_mm": reach[i], "head_angle_deg": head[i], "seat_angle_deg": seat[i],
            "ett_mm": k.ett_mm(reach[i], stack[i], seat[i]), "head_tube_mm": axis - along, "bb_drop_mm": drops[i],
            "chainstay_mm": stays[i], "front_centre_mm": np.hypot(front_x, drops[i]),
            "wheelbase_mm": front_x + np.sqrt(stays[i] ** 2 - drops[i] ** 2), "fork_offset_mm": offsets[i],
            "fork_length_mm": length,
        }  # fmt: skip
        rows.append(
            {
                f: float(round(v / kind.angle_deg) * kind.angle_deg if f.endswith("_deg") else round(v))
                for f, v in true.items()
                if kind.fork or f != "fork_length_mm"
            }
        )
        rows[-1] = {f: round(v, 6) for f, v in rows[-1].items()}
    return rows


def slip(rng: np.random.Generator, kind: Class, field: str) -> float:
    """A slip of more than 4 mm, or of more than half a degree as the chart prints angles."""
    sign = float(rng.choice((-1, 1)))
    if field.endswith("_deg"):
        return sign * round(rng.uniform(0.6, 3) / kind.angle_deg + 0.49) * kind.angle_deg
    return sign * float(rng.integers(5, 31))


def rates(kind: Class, charts: int, seed: int = 11) -> Rates:
    """Simulate ``charts`` frames, clean and with one slip."""
    rng = np.random.default_rng(seed)
    count: Counter[str] = Counter()
    by_field: Counter[tuple[str, str]] = Counter()
    for _ in range(charts):
        rows = a_frame(rng, kind)
        count["false"] += any(audit_sizes(rows))
        i, field = int(rng.integers(len(rows))), str(rng.choice([f for f in GIVEN if f in rows[0]]))
        rows[i] = {**rows[i], field: round(rows[i][field] + slip(rng, kind, field), 6)}
        marks = audit_sizes(rows)
        flagged = bool(marks[i])
        named = flagged and marks[i][0].field == field
        count.update(flagged=flagged, named=named)
        by_field.update({(field, "of"): 1, (field, "flagged"): int(flagged), (field, "named"): int(named)})
    rates.by_field = by_field  # type: ignore[attr-defined]
    share = 100 / charts
    return Rates(count["flagged"] * share, 100 * count["named"] / max(1, count["flagged"]), count["false"] * share)


def main() -> None:
    """Print the table of docs/shelves.md."""
    ask = argparse.ArgumentParser()
    ask.add_argument("--charts", type=int, default=2000)
    charts = ask.parse_args().charts
    print(f"{charts} charts a class; one number of one size off by 5 to 30 mm, or by more than half a degree")
    print("| charts | slips flagged | of these the right number first | clean charts marked |")
    print("|---|---|---|---|")
    for kind in CLASSES:
        r = rates(kind, charts)
        print(f"| {kind.label} | {r.flagged:.1f} % | {r.named:.1f} % | {r.false_marks:.2f} % |")


if __name__ == "__main__":
    main()
