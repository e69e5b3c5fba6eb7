"""What carries a rider."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.rules.strength import STRENGTH_USUAL, TYRES
from waymark.core.strength import Wanted, carries, sway_times, wanted, within


@pytest.mark.parametrize(
    ("system_kg", "use", "rough", "want"),
    [
        (70, "road", False, Wanted(20, 24, 28)),
        (84.9, "endurance", False, Wanted(20, 24, 30)),
        (85, "road", False, Wanted(24, 28, 28)),
        # 15 kg over 85 are 2.25 mm: 30.25, to the whole.
        (100, "road", False, Wanted(28, 32, 30)),
        (95, "gravel", True, Wanted(28, 32, 42)),
        # Beyond the last line there is none.
        (130, "gravel", True, Wanted(32, 36, 47)),
        (60, "unheard of", False, Wanted(20, 24, 30)),
    ],
)
def test_mass_use_and_ground_say_what_is_wanted(system_kg: float, use: str, rough: bool, want: Wanted) -> None:
    assert wanted(system_kg, use, rough, STRENGTH_USUAL) == want


@given(st.floats(40, 200), st.floats(0, 60), st.sampled_from(sorted(TYRES)), st.booleans())
def test_a_heavier_rider_never_wants_less(kg: float, more: float, use: str, rough: bool) -> None:
    light, heavy = wanted(kg, use, rough, STRENGTH_USUAL), wanted(kg + more, use, rough, STRENGTH_USUAL)
    assert heavy.spokes_front >= light.spokes_front
    assert heavy.spokes_rear >= light.spokes_rear
    assert heavy.tyre_mm >= light.tyre_mm
    smooth = wanted(kg, use, False, STRENGTH_USUAL)
    assert light.spokes_rear >= smooth.spokes_rear


def test_a_post_sways_by_the_cube_of_what_shows() -> None:
    assert sway_times(75, 200, 27.2, STRENGTH_USUAL) == pytest.approx(1)
    assert sway_times(75, 400, 27.2, STRENGTH_USUAL) == pytest.approx(8)
    # 100 kg on 250 of 31.6: 1.3333 · 1.9531 · 0.6377.
    assert sway_times(100, 250, 31.6, STRENGTH_USUAL) == pytest.approx(1.661, abs=0.001)


def test_what_no_maker_says_is_unknown_and_never_fine() -> None:
    assert [within(32, None, None), within(32, 28, None), within(32, 28, 30), within(26, 28, 42)] == [
        "unknown",
        "fits",
        "not",
        "not",
    ]
    assert [carries(95, None), carries(None, 110), carries(95, 110), carries(111, 110)] == [
        "unknown",
        "unknown",
        "fits",
        "not",
    ]
