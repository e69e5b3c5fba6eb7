"""Bikes side by side: drift told from what two uses ask, whatever the cranks, and the same seen from either bike."""

from __future__ import annotations

from dataclasses import replace
from math import hypot
from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, segments
from waymark.core.feet import Keep, change_crank
from waymark.core.fleet import Bike, Known, beside, silent
from waymark.core.marks import ORIGIN, Mark
from waymark.core.translate.uses import SHIFTS, Use

TOLERANCE = {"s_x_mm": 3.0, "s_y_mm": 2.0, "h_x_mm": 5.0, "h_y_mm": 5.0}
S, H = Mark(-200, 700), Mark(550, 670)
USES = [use for use in get_args(Use) if use in SHIFTS]
HOODS = [use for use in USES if SHIFTS[use].hand is not None]
ROAD = Bike("endurance", Known(S), Known(H), "hood", 172.5, 25.0, 6.0)

far = st.floats(-30, 30)


def words(this: Bike, other: Bike) -> dict[str, str]:
    """Each coordinate's word."""
    return {it.name: it.word for it in beside(this, other, TOLERANCE)}  # type: ignore[arg-type]


def moved(bike: Bike, saddle: Mark = ORIGIN, hand: Mark = ORIGIN) -> Bike:
    """The same bike with its marks elsewhere."""
    return replace(bike, saddle=Known(bike.saddle.at + saddle), hand=Known(bike.hand.at + hand))


def test_the_same_position_is_alike_and_a_drift_is_named_by_its_coordinate() -> None:
    assert set(words(ROAD, ROAD).values()) == {"alike"}
    assert words(ROAD, moved(ROAD, Mark(3, -2), Mark(-5, 5))) == dict.fromkeys(TOLERANCE, "alike")
    assert words(ROAD, moved(ROAD, Mark(0, -4))) == {**dict.fromkeys(TOLERANCE, "alike"), "s_y_mm": "drift"}
    (beyond,) = (it for it in beside(ROAD, moved(ROAD, Mark(0, -4)), TOLERANCE) if it.name == "s_y_mm")  # type: ignore[arg-type]
    assert (beyond.by_mm, beyond.beyond_mm) == (-4, -4)


def test_gravel_is_higher_and_nearer_on_purpose() -> None:
    # Gravel asks of the hood 5 to 20 up and 0 to 15 back, of the saddle 0 to 5 down.
    gravel = moved(replace(ROAD, use="gravel"), Mark(0, -5), Mark(-15, 20))
    assert words(ROAD, gravel) == {"s_x_mm": "alike", "s_y_mm": "meant", "h_x_mm": "meant", "h_y_mm": "meant"}
    assert words(ROAD, moved(gravel, hand=Mark(0, 12)))["h_y_mm"] == "drift"
    assert words(ROAD, replace(gravel, hand=ROAD.hand))["h_y_mm"] == "alike", "5 up is within the tolerance of none"


@given(st.sampled_from(HOODS), st.sampled_from(HOODS), far, far, far, far)
def test_it_is_the_same_seen_from_the_other_bike(one: Use, two: Use, x: float, y: float, hx: float, hy: float) -> None:
    a = replace(ROAD, use=one)
    b = moved(replace(ROAD, use=two), Mark(x, y), Mark(hx, hy))
    there, back = beside(a, b, TOLERANCE), beside(b, a, TOLERANCE)  # type: ignore[arg-type]
    for it, mirrored in zip(there, back, strict=True):
        assert (it.by_mm, it.word) == (-mirrored.by_mm, mirrored.word)
        assert it.beyond_mm == pytest.approx(-mirrored.beyond_mm)


@given(st.sampled_from(USES), st.sampled_from(USES), st.floats(0, 1), st.floats(0, 1))
def test_no_carried_saddle_has_drifted_whatever_the_strength(one: Use, two: Use, near: float, strong: float) -> None:
    a = moved(replace(ROAD, use=one), SHIFTS[one].saddle.at(near))
    b = moved(replace(ROAD, use=two), SHIFTS[two].saddle.at(near if one == two else strong))
    found = words(a, b)
    assert "drift" not in (found["s_x_mm"], found["s_y_mm"])


@given(st.floats(-12, 12), st.floats(-8, 8))
def test_a_leg_kept_long_through_another_crank_has_not_drifted(longer: float, sole: float) -> None:
    up = sole - longer
    on = moved(replace(ROAD, crank_mm=172.5 + longer, stack_mm=25 + sole), S.scaled(up / hypot(200, 700)))
    found = words(ROAD, on)
    assert "drift" not in (found["s_x_mm"], found["s_y_mm"])
    # The same saddle over a crank that is another by much has.
    if abs(up) > 4:
        assert words(ROAD, replace(on, saddle=ROAD.saddle))["s_y_mm"] == "drift"


@pytest.mark.parametrize(
    ("crank", "keep"), [(165.0, "extension"), (165.0, "line"), (177.5, "extension"), (160.0, "both")]
)
def test_a_crank_changed_by_the_goals_own_step_has_not_drifted(crank: float, keep: Keep) -> None:
    body, foot = segments(BodyMeasures(1780, 265)), FootFit(265)
    made = change_crank(S, H, body, foot, 172.5, crank, keep, "place")
    assert made.saddle.distance_mm(S) > 4
    found = words(ROAD, replace(ROAD, crank_mm=crank, saddle=Known(made.saddle)))
    assert "drift" not in (found["s_x_mm"], found["s_y_mm"])


@given(st.floats(0, 8), st.floats(0, 8), st.floats(2.1, 30))
def test_what_the_tape_cannot_tell_has_not_drifted(sd: float, other_sd: float, off: float) -> None:
    a = replace(ROAD, saddle=Known(S, sd, sd))
    b = replace(ROAD, saddle=Known(S + Mark(0, off), other_sd, other_sd))
    seen = off > max(2.0, 1.96 * hypot(sd, other_sd))
    assert words(a, b)["s_y_mm"] == ("drift" if seen else "alike")


def test_hands_on_other_things_and_pads_are_not_compared() -> None:
    flat = replace(ROAD, use="trail", hand_on="grip")
    assert {k: v for k, v in words(ROAD, flat).items() if k.startswith("h")} == {"h_x_mm": "apart", "h_y_mm": "apart"}
    pads = replace(ROAD, use="time_trial", hand_on="pad")
    assert set(words(ROAD, moved(pads, Mark(60, 20))).values()) == {"apart"}
    indoors = moved(replace(ROAD, use="trainer"), Mark(0, 4))
    assert words(ROAD, indoors)["s_y_mm"] == "drift", "a trainer copies the marks"


def test_what_is_under_the_foot_is_told_where_both_are_known() -> None:
    other = replace(ROAD, crank_mm=170, stack_mm=26.5, cleat_mm=3.5)
    assert [(it.what, it.this_mm, it.other_mm) for it in silent(ROAD, other)] == [
        ("crank", 172.5, 170),
        ("cleat", 6.0, 3.5),
    ]
    assert silent(ROAD, replace(other, crank_mm=None, cleat_mm=None)) == ()
