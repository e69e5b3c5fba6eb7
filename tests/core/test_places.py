"""Where a hand may lie on a bar: by the schools, by another derivation, and from the bar as it was measured."""

from __future__ import annotations

import numpy as np
import pytest

from tests import oracle_search as oracle
from waymark.core.cockpit import DropBar, FlatBar, Lever, place_hood
from waymark.core.marks import Mark
from waymark.core.rules.schools import SCHOOLS
from waymark.core.search import Place
from waymark.core.search.places import drop_places, flat_places, pad_places, school_rotation_deg

BAR = DropBar(80, 125, 32, 5)
LEVER = Lever(18, 22, 18, 24)


@pytest.mark.parametrize("school", [c.key for c in SCHOOLS["rotation"].choices])
def test_places_follow_the_school_and_keep_the_hood_in_its_window(school: str) -> None:
    made = drop_places(BAR, LEVER, school, 6)
    middle = school_rotation_deg(BAR, school, 6)
    assert middle == {"ramp": 5, "drop_end": -6, "palm": 2}[school]
    assert made
    for p in made:
        assert abs(p.rotation_deg - middle) <= 4 + 1e-9
        assert p.slope_deg is not None
        assert 5 <= p.slope_deg <= 12
        arc = LEVER.arc_deg + np.degrees(p.slide_mm / BAR.bend_radius_mm)
        hood = place_hood(BAR, Lever(arc, LEVER.forward_mm, LEVER.out_mm, LEVER.slope_deg), p.rotation_deg)
        assert hood.at.distance_mm(p.off) < 1e-6
        assert hood.slope_deg == pytest.approx(p.slope_deg)
    spread = [p.off for p in made]
    assert 8 < max(a.distance_mm(b) for a in spread for b in spread) < 40


@pytest.mark.parametrize(("school", "middle"), [("ramp", 5), ("drop_end", -6), ("palm", 2)])
@pytest.mark.parametrize("bar", [(80, 32, 5, 0), (75, 34, 0, 4), (95, 40, 8, 12)])
def test_the_places_of_a_hood_by_another_derivation(
    school: str, middle: float, bar: tuple[float, float, float, float]
) -> None:
    reach, radius, ramp, rise = bar
    lever = (22.0, 18.0, 24.0)
    made = drop_places(DropBar(reach, 125, radius, ramp, rise), Lever(18, *lever), school, 6)
    others = oracle.hood_places(bar, lever, 18, ramp if school == "ramp" else middle)
    assert len(made) == len(others) > 0
    for mine, (at, rotation, slide, effort) in zip(made, others, strict=True):
        assert complex(mine.off.x_mm, mine.off.y_mm) == pytest.approx(at, abs=1e-9)
        assert (mine.rotation_deg, mine.slide_mm, mine.effort) == (
            pytest.approx(rotation),
            pytest.approx(slide, abs=1e-9),
            effort,
        )
        assert mine.slope_deg == pytest.approx(oracle.slope_of(lever, 18, slide, radius, rotation))


def test_a_measured_bar_stands_first_and_corrects_the_rest() -> None:
    stands = Place(Mark(90, 20), 0.0, 0.0)
    made = drop_places(BAR, LEVER, "ramp", 0, stands)
    plain = drop_places(BAR, LEVER, "ramp", 0)
    shift = stands.off - place_hood(BAR, LEVER).at
    assert made[0] is stands
    assert all(a.off.distance_mm(b.off + shift) < 1e-9 for a, b in zip(made[1:], plain, strict=True))
    rolled = flat_places(FlatBar(760, 20, 8, 5, 70), 55, stands)
    assert rolled[0] is stands
    assert [p.effort for p in rolled] == [0, 3, 2, 1, 2, 3]
    pads = pad_places((-20, 0, 20), (30, 50))
    assert pads[1].effort == 0
    assert pads[1].off == Mark(0, 30)
