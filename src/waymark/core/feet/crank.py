"""A crank of another length: where the saddle and the hands go, and what the leg then does."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from waymark.core.body import SEATED, FootFit, Seated, Segments, leg_at
from waymark.core.errors import GeometryError
from waymark.core.feet.leg import along_seat_line, demand_reach, longest_way, longest_way_mm
from waymark.core.marks import Mark

Keep = Literal["line", "extension", "both"]
Hands = Literal["with_saddle", "drop", "place"]
MOST_TURNS = 40
STILL = 1e-8
PROBE_MM = 0.01


@dataclass(frozen=True, slots=True)
class CrankChange:
    """Saddle and hand with the new crank; how much lower the foot is at the top, relative to the hip, mm; and by how
    much the torque of the same push changes, per cent.
    """

    saddle: Mark
    hand: Mark
    foot_top_lower_mm: float
    torque_change_percent: float


def change_crank(
    saddle: Mark,
    hand: Mark,
    body: Segments,
    foot: FootFit,
    from_mm: float,
    to_mm: float,
    keep: Keep,
    hands: Hands,
    seated: Seated = SEATED,
) -> CrankChange:
    """From a crank of ``from_mm`` to one of ``to_mm``.

    ``line`` moves the saddle by the difference along its line from the BB; ``extension`` along the same line until the
    leg's least knee flexion is what it was; ``both`` fore and aft as well, until the knee stands over the pedal at three
    o'clock as before. The hands go with the saddle, keep their drop only, or keep their place.
    Raises ``GeometryError`` where the leg does not reach the pedal.
    """
    shorter = from_mm - to_mm
    if shorter == 0:
        at = saddle
    elif keep == "line":
        at = saddle + saddle.scaled(shorter / saddle.length_mm)
    else:
        way = demand_reach(saddle, body, foot, from_mm, seated)
        up = along_seat_line(saddle, way, foot, to_mm, seated, longest_way(saddle, foot, from_mm, seated)[1])
        at = saddle + saddle.scaled(up / saddle.length_mm)
        if keep == "both":
            over = _knee_over_pedal_mm(saddle, body, foot, from_mm, seated)
            at = _solved(at, body, foot, to_mm, way, over, seated)
    moved = at - saddle
    moves = {"with_saddle": moved, "drop": Mark(0.0, moved.y_mm), "place": Mark(0.0, 0.0)}
    return CrankChange(at, hand + moves[hands], shorter + moved.y_mm, 100.0 * (to_mm - from_mm) / from_mm)


def _knee_over_pedal_mm(saddle: Mark, body: Segments, foot: FootFit, crank_mm: float, seated: Seated) -> float:
    leg = leg_at(saddle, body, foot, crank_mm, 90.0, seated)
    return leg.knee.x_mm - leg.pedal.x_mm


def _solved(at: Mark, body: Segments, foot: FootFit, crank_mm: float, way: float, over: float, seated: Seated) -> Mark:
    """The saddle with this longest way and this knee over the pedal: Newton's method on both at once."""

    def gaps(s: Mark) -> tuple[float, float]:
        return longest_way_mm(s, foot, crank_mm, seated) - way, _knee_over_pedal_mm(
            s, body, foot, crank_mm, seated
        ) - over

    for _ in range(MOST_TURNS):
        a, b = gaps(at)
        if max(abs(a), abs(b)) < STILL:
            return at
        ax, bx = (v / PROBE_MM for v in _less(gaps(at + Mark(PROBE_MM, 0.0)), (a, b)))
        ay, by = (v / PROBE_MM for v in _less(gaps(at + Mark(0.0, PROBE_MM)), (a, b)))
        det = ax * by - ay * bx
        if abs(det) < 1e-9:
            break
        at = at - Mark((a * by - b * ay) / det, (b * ax - a * bx) / det)
    raise GeometryError("No saddle keeps both the extension and the knee over the pedal.", field="keep")


def _less(a: tuple[float, float], b: tuple[float, float]) -> tuple[float, float]:
    return a[0] - b[0], a[1] - b[1]
