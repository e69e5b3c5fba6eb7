"""Readings as they are drawn: dimension lines, position lines and ellipses lie where the numbers say."""

from __future__ import annotations

import re
from itertools import pairwise
from math import hypot

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.drawing.primitives import Path
from waymark.core.drawing.sights import ELLIPSE_95, dimension, ellipse, position_line
from waymark.core.errors import InputError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.survey.adjust import reach
from waymark.core.survey.model import Kind, Reading, linear

S, H = Mark(-207, 697), Mark(565, 641)
GROUND = -268.0
KINDS: tuple[Kind, ...] = ("x", "y", "distance", "angle", "floor_height")
marks = st.builds(Mark, st.floats(-300, 700), st.floats(300, 900))


def points_of(path: Path) -> list[Mark]:
    """The corners of a path of straight lines."""
    return [Mark(a[-2], a[-1]) for c, a in path.commands if c in "MLC"]


def distance_to(path: Path, at: Mark) -> float:
    """How far a point lies from a path of straight lines."""
    corners = points_of(path)
    least = min(at.distance_mm(p) for p in corners)
    for a, b in pairwise(corners):
        along = b - a
        square = along.dot(along)
        if square > 0:
            share = min(1.0, max(0.0, (at - a).dot(along) / square))
            least = min(least, at.distance_mm(a.toward(b, share)))
    return least


@given(marks, st.sampled_from(KINDS), st.floats(-40, 40))
def test_a_position_line_passes_where_its_reading_puts_the_mark(at: Mark, kind: Kind, off: float) -> None:
    true = linear(Reading("r", kind, "h", 0, "s"), ORIGIN if kind == "floor_height" else S, at, -GROUND).value
    if at.distance_mm(S) < 150:
        return
    shift = off / 60 if kind == "angle" else off
    path = position_line(Reading("r", kind, "h", true + shift, "s"), "h", {"s": S, "h": at}, -GROUND, lambda p: p)
    assert path is not None
    # A misread of so many mm draws its line so many mm beside the mark.
    beside = abs(np.radians(shift)) * at.distance_mm(S) if kind == "angle" else abs(off)
    assert distance_to(path, at) == pytest.approx(beside, abs=1.5)


@given(marks)
def test_the_other_end_of_a_distance_has_its_line_too(at: Mark) -> None:
    if at.distance_mm(S) < 150:
        return
    reading = Reading("r", "distance", "h", S.distance_mm(at), "s")
    path = position_line(reading, "s", {"s": S, "h": at}, -GROUND, lambda p: p)
    assert path is not None
    assert distance_to(path, S) < 1.0


def test_a_line_to_a_point_nothing_places_is_not_drawn() -> None:
    reading = Reading("r", "distance", "h", 700, "nose")
    assert position_line(reading, "h", {"h": H}, -GROUND, lambda p: p) is None
    assert position_line(reading, "nose", {"h": H}, -GROUND, lambda p: p) is None


def test_position_lines_are_turned_as_the_bike_is_levelled() -> None:
    reading = Reading("r", "y", "h", H.y_mm)
    path = position_line(reading, "h", {"h": H}, -GROUND, lambda p: p.turned(-2.0))
    assert path is not None
    assert distance_to(path, H.turned(-2.0)) < 1e-6
    a, b = points_of(path)
    assert np.degrees(np.arctan2(b.y_mm - a.y_mm, b.x_mm - a.x_mm)) == pytest.approx(-2.0)


@pytest.mark.parametrize("row", [0, 1, 3, -1])
@pytest.mark.parametrize(
    ("kind", "true"), [("x", H.x_mm - S.x_mm), ("y", H.y_mm - S.y_mm), ("distance", S.distance_mm(H))]
)
def test_a_dimension_line_is_as_long_as_what_it_measures(kind: str, true: float, row: int) -> None:
    found = dimension(kind, S, H, GROUND, row=row)
    a, b = points_of(found.strokes[0])
    assert hypot(b.x_mm - a.x_mm, b.y_mm - a.y_mm) == pytest.approx(abs(true))
    assert distance_to(found.strokes[0], found.label) < 1e-6


def test_floor_heights_stand_on_the_floor_and_angles_start_at_their_corner() -> None:
    found = dimension("floor_height", ORIGIN, H, GROUND)
    a, b = points_of(found.strokes[0])
    assert (a.y_mm, b.y_mm) == (GROUND, H.y_mm)
    arc = points_of(dimension("angle", ORIGIN, S, GROUND).strokes[0])
    assert {round(p.length_mm) for p in arc} == {150}
    assert all(p.x_mm < 0 for p in arc)


@given(st.floats(1, 12), st.floats(1, 12), st.floats(-0.9, 0.9))
def test_an_ellipse_holds_nineteen_of_twenty(sx: float, sy: float, rho: float) -> None:
    covariance = np.array([[sx * sx, rho * sx * sy], [rho * sx * sy, sy * sy]])
    inverse = np.linalg.inv(covariance)
    path = ellipse(H, covariance)
    assert re.match(r"M.*Z", path.d())
    for command, numbers in path.commands:
        if command == "C":
            d = np.array([numbers[4] - H.x_mm, numbers[5] - H.y_mm])
            assert d @ inverse @ d == pytest.approx(ELLIPSE_95)


def test_what_readings_reach_is_told_before_they_are_adjusted() -> None:
    read = [Reading("x", "x", "s", -207), Reading("d", "distance", "s", 727), Reading("h", "x", "h", 565)]
    loose, share = reach(read)
    assert loose == ("h",)
    assert share["d"] == pytest.approx(0, abs=1e-9)
    _, more = reach([*read, Reading("y", "y", "s", 697)])
    assert sum(more.values()) == pytest.approx(1)
    with pytest.raises(InputError, match="same id"):
        reach([*read, read[0]])
