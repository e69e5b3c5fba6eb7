"""One leg over a whole turn of the crank, in plain numbers: goals ask for it by the hundred (docs/formulas.md, Body)."""

from __future__ import annotations

from collections.abc import Callable
from math import acos, atan2, cos, degrees, hypot, pi, radians, sin, sqrt

from waymark.core.body.segments import TOE_DOWN_DEG, FootFit, Segments
from waymark.core.marks import Mark

ANKLE_BEHIND_SHARE = 0.47
ANKLE_ABOVE_SOLE_MM = 75.0
TOE_SWING_DEG = 4.0
TOE_PHASE_DEG = 210.0
GOLDEN = (sqrt(5.0) - 1.0) / 2.0
_SWING_RAD = radians(TOE_SWING_DEG)
_LOOKS_DEG = range(0, 360, 30)
_MOST_TURNS, _STILL_RAD = 20, 1e-7


def toe_down_deg(crank_deg: float, turned_deg: float = 0.0, mean_deg: float = TOE_DOWN_DEG) -> float:
    """Foot pitch, toe down: 18° + 4°·cos(crank angle − 210°), both turned where the leg is turned as one piece.

    ``mean_deg`` stands for the 18° where a rider's own foot was read.
    """
    return mean_deg + turned_deg + TOE_SWING_DEG * cos(radians(crank_deg - TOE_PHASE_DEG - turned_deg))


class Turn:
    """The leg from a hip at every crank angle, 0 at the top and growing forward; mm from the BB and degrees."""

    __slots__ = ("_above", "_behind", "_crank", "_hip_x", "_hip_y", "_toe", "_turned", "shank_mm", "thigh_mm")

    def __init__(
        self, hip: Mark, foot: FootFit, crank_mm: float, foot_turned_deg: float, thigh_mm: float, shank_mm: float
    ) -> None:
        self._hip_x, self._hip_y, self._crank, self._turned = hip.x_mm, hip.y_mm, crank_mm, foot_turned_deg
        self._behind = ANKLE_BEHIND_SHARE * foot.foot_mm - foot.cleat_aft_mm
        self._above = foot.stack_mm + ANKLE_ABOVE_SOLE_MM
        self._toe = foot.toe_down_deg
        self.thigh_mm, self.shank_mm = thigh_mm, shank_mm

    @classmethod
    def of(cls, hip: Mark, body: Segments, foot: FootFit, crank_mm: float, foot_turned_deg: float) -> Turn:
        """The turn of one body's leg."""
        return cls(hip, foot, crank_mm, foot_turned_deg, body.thigh_mm, body.shank_mm)

    def ankle(self, crank_deg: float) -> tuple[float, float]:
        """The ankle, which no saddle moves: behind and above the pedal axle, turned by the foot's pitch."""
        a, eta = radians(crank_deg), radians(toe_down_deg(crank_deg, self._turned, self._toe))
        c, s = cos(eta), sin(eta)
        return (
            self._crank * sin(a) - c * self._behind + s * self._above,
            self._crank * cos(a) + s * self._behind + c * self._above,
        )

    def way_mm(self, crank_deg: float) -> float:
        """The straight way from hip to ankle."""
        x, y = self.ankle(crank_deg)
        return hypot(x - self._hip_x, y - self._hip_y)

    def way_extreme(self, *, lowest: bool, near_deg: float | None = None) -> tuple[float, float]:
        """Where over a turn the way from hip to ankle is longest, or ``lowest`` shortest, and the way there, mm.

        Newton's method on the slope of its square, from ``near_deg`` where it is thought to be, else from the best of
        every 30°; ``extreme`` where that leads astray.
        """
        at = near_deg
        if at is None:
            at = (min if lowest else max)(_LOOKS_DEG, key=self.way_mm)
        for _ in range(_MOST_TURNS):
            slope, bend = self._slope(at)
            if bend == 0 or (bend > 0) != lowest or abs(slope) > abs(bend):
                break
            go = -slope / bend
            at += degrees(go)
            if abs(go) < _STILL_RAD:
                return at % 360.0, self.way_mm(at)
        return extreme(self.way_mm, _LOOKS_DEG.step, degrees(_STILL_RAD), lowest=lowest)

    def _slope(self, crank_deg: float) -> tuple[float, float]:
        """First and second derivative of half the squared way by the crank's angle, mm² a radian and a radian squared."""
        a, swing = radians(crank_deg), radians(crank_deg - TOE_PHASE_DEG - self._turned)
        eta = radians(self._toe + self._turned + TOE_SWING_DEG * cos(swing))
        c, s, k = cos(eta), sin(eta), self._crank
        # From the pedal axle to the ankle, and that turned by a right angle: what it moves by as the foot pitches.
        off_x, off_y = s * self._above - c * self._behind, s * self._behind + c * self._above
        turn, turn2 = -_SWING_RAD * sin(swing), -_SWING_RAD * cos(swing)
        x, y = k * sin(a) + off_x - self._hip_x, k * cos(a) + off_y - self._hip_y
        dx, dy = k * cos(a) + turn * off_y, -k * sin(a) - turn * off_x
        ddx = -k * sin(a) + turn2 * off_y - turn * turn * off_x
        ddy = -k * cos(a) - turn2 * off_x - turn * turn * off_y
        return x * dx + y * dy, dx * dx + dy * dy + x * ddx + y * ddy

    def knee_deg(self, crank_deg: float) -> float:
        """Knee flexion by the law of cosines: none where the leg does not span the way."""
        return self._flexion_deg(self.way_mm(crank_deg))

    def hip_deg(self, crank_deg: float, trunk_rad: float) -> float:
        """The angle between thigh and trunk, 0 to 180."""
        return apart_deg(self._thigh_rad(*self._way(crank_deg)), trunk_rad)

    def knee(self, crank_deg: float) -> Mark:
        """The knee; on the straight line, by the lengths of thigh and shank, where the leg does not span the way."""
        return self._knee(*self._way(crank_deg))

    def whole(self, crank_deg: float, trunk_rad: float) -> tuple[float, float, Mark, Mark]:
        """Knee flexion, hip angle, knee and ankle at once."""
        x, y = self._way(crank_deg)
        hip = apart_deg(self._thigh_rad(x, y), trunk_rad)
        return self._flexion_deg(hypot(x, y)), hip, self._knee(x, y), Mark(self._hip_x + x, self._hip_y + y)

    def _way(self, crank_deg: float) -> tuple[float, float]:
        x, y = self.ankle(crank_deg)
        return x - self._hip_x, y - self._hip_y

    def _spans(self, way_mm: float) -> bool:
        return abs(self.thigh_mm - self.shank_mm) <= way_mm <= self.thigh_mm + self.shank_mm and way_mm > 0

    def _flexion_deg(self, way_mm: float) -> float:
        if not self._spans(way_mm):
            return 0.0
        return 180.0 - degrees(_corner_rad(self.thigh_mm, self.shank_mm, way_mm))

    def _thigh_rad(self, x_mm: float, y_mm: float) -> float:
        """Where the thigh points: along the way, turned forward by the triangle's angle at the hip."""
        along, way = atan2(y_mm, x_mm), hypot(x_mm, y_mm)
        if not self._spans(way):
            return along
        aside = _corner_rad(self.thigh_mm, way, self.shank_mm)
        # Of both places the knee is in the one farther forward: left of a way that leads down.
        return along + aside if y_mm <= 0 else along - aside

    def _knee(self, x_mm: float, y_mm: float) -> Mark:
        way, points = hypot(x_mm, y_mm), self._thigh_rad(x_mm, y_mm)
        far = self.thigh_mm if self._spans(way) else way * self.thigh_mm / (self.thigh_mm + self.shank_mm)
        return Mark(self._hip_x + far * cos(points), self._hip_y + far * sin(points))


def apart_deg(one_rad: float, other_rad: float) -> float:
    """The angle between two directions, 0 to 180 degrees."""
    apart = abs(one_rad - other_rad) % (2 * pi)
    return degrees(min(apart, 2 * pi - apart))


def _corner_rad(a_mm: float, b_mm: float, across_mm: float) -> float:
    """The angle between two sides of a triangle, by the third (law of cosines)."""
    return acos(max(-1.0, min(1.0, (a_mm * a_mm + b_mm * b_mm - across_mm * across_mm) / (2 * a_mm * b_mm))))


def _bracket(
    value: Callable[[float], float], step_deg: float, near_deg: float | None
) -> tuple[float, float, float, float, float]:
    """Where of a turn seen every ``step_deg`` the value is least, that step, and the value there, a step before and after.

    Near where it is thought to be three looks do, a fifth of a step apart, unless it is less on a side.
    """
    if near_deg is not None:
        before, here, after = (value(near_deg + by) for by in (-step_deg / 5, 0.0, step_deg / 5))
        if here <= before and here <= after:
            return near_deg, step_deg / 5, before, here, after
    seen = [value(i * step_deg) for i in range(int(360 / step_deg))]
    best = min(range(len(seen)), key=seen.__getitem__)
    return best * step_deg, step_deg, seen[best - 1], seen[best], seen[(best + 1) % len(seen)]


def extreme(
    value: Callable[[float], float],
    step_deg: float,
    fine_deg: float,
    *,
    lowest: bool,
    near_deg: float | None = None,
) -> tuple[float, float]:
    """Where ``value`` is extreme over a turn, to ``fine_deg``, and that extreme; ``near_deg`` is where it is thought to be.

    Every ``step_deg``, then between the best's neighbours by Brent's method (Brent 1973, chapter 5): the foot of the
    parabola through the three best, a golden section where it leads out of the bracket or does not close in.
    """
    sign = 1.0 if lowest else -1.0
    at, step, second_value, at_value, third_value = _bracket(lambda deg: sign * value(deg), step_deg, near_deg)
    low, high = at - step, at + step
    second, third = low, high
    moved = before = high - low
    while max(at - low, high - at) > fine_deg:
        r, q = (at - second) * (at_value - third_value), (at - third) * (at_value - second_value)
        down, by = 2.0 * (q - r), (at - third) * q - (at - second) * r
        go = -by / down if down else before
        if not (low + fine_deg / 4 < at + go < high - fine_deg / 4 and abs(go) < abs(before) / 2):
            go = (1.0 - GOLDEN) * ((high - at) if high - at > at - low else (low - at))
        before, moved = moved, go
        # Never nearer than a fraction of what is looked for: the values are flat there.
        if abs(go) < fine_deg / 3:
            go = fine_deg / 3 if at - low < high - at else -fine_deg / 3
        to = at + go
        to_value = sign * value(to)
        if to_value <= at_value:
            low, high = (at, high) if to > at else (low, at)
            third, third_value, second, second_value, at, at_value = second, second_value, at, at_value, to, to_value
            continue
        low, high = (low, to) if to > at else (to, high)
        if to_value <= second_value:
            third, third_value, second, second_value = second, second_value, to, to_value
        elif to_value <= third_value:
            third, third_value = to, to_value
    return at % 360.0, sign * at_value
