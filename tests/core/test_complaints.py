"""From complaints to causes: what the rider's own numbers show comes first, sizes stay small, nothing is a diagnosis."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import LegAngles
from waymark.core.complaints import CAUSES, COMPLAINTS, Seen, rank
from waymark.core.errors import InputError
from waymark.core.goal import CrankStep, FootStep, MoveStep
from waymark.core.marks import Mark
from waymark.core.rules.house import AngleWindow

WINDOWS = dict(
    knee=AngleWindow(30, 40), trunk=AngleWindow(42, 52), shoulder=AngleWindow(75, 95), hip=AngleWindow(45, None)
)
NUMBERS = st.fixed_dictionaries(
    {},
    optional={
        "knee_deg": st.floats(10, 70),
        "trunk_deg": st.floats(5, 80),
        "shoulder_deg": st.floats(30, 130),
        "hip_deg": st.floats(20, 90),
        "saddle_tilt_deg": st.floats(-10, 10),
        "hood_slope_deg": st.floats(-20, 50),
        "bar_width_mm": st.floats(340, 800),
        "shoulder_width_mm": st.floats(300, 480),
        "crank_mm": st.floats(150, 190),
        "inseam_mm": st.floats(650, 1000),
    },
)
SOME = st.lists(st.sampled_from(sorted(COMPLAINTS)), max_size=6)


def keys(complaints: list[str], **numbers: float) -> list[str]:
    return [r.key for r in rank(complaints, Seen(**WINDOWS, **numbers))]  # type: ignore[arg-type]


def test_a_knee_too_straight_is_the_first_cause_and_says_its_numbers() -> None:
    first, *_ = rank(["low_back"], Seen(**WINDOWS, knee_deg=26.2, trunk_deg=45, shoulder_deg=90))  # type: ignore[arg-type]
    assert first.key == "saddle_high"
    assert first.evidence is not None
    assert str(first.evidence.says) == "the knee bends only 26° at its straightest, under 30°"
    # 3.8° at 0.45° a millimetre are 8.4 mm: no more than five for one ride.
    assert str(first.change) == "saddle 5 down"
    assert isinstance(first.step, MoveStep)
    assert (first.step.mark, first.step.by.y_mm) == ("saddle", -5)


def test_what_explains_several_complaints_comes_first_and_what_numbers_deny_comes_last() -> None:
    assert keys(["neck_shoulders", "low_back"])[:2] == ["bar_low", "reach_long"]
    named = keys(["neck_shoulders", "low_back"], trunk_deg=47, shoulder_deg=101)
    assert named[0] == "reach_long"
    assert named[-1] == "bar_low"
    denied = rank(["hip_pinch"], Seen(**WINDOWS, hip_deg=60))  # type: ignore[arg-type]
    assert [r.key for r in denied if r.against] == ["hip_closed"]


@pytest.mark.parametrize(
    ("complaint", "numbers", "key", "says"),
    [
        ("numb_hands", {"saddle_tilt_deg": -3}, "nose_down", "the saddle's nose points 3° down"),
        ("saddle_pressure", {"saddle_tilt_deg": 2}, "nose_up", "the saddle's nose points 2° up"),
        ("sliding_forward", {"hood_slope_deg": -4}, "hood_dips", "the hoods dip by 4° to the front"),
        ("wrists_bent", {"hood_slope_deg": 27}, "hood_steep", "the hoods rise by 27°"),
        (
            "elbows_out",
            {"bar_width_mm": 440, "shoulder_width_mm": 395},
            "bar_wide",
            "a bar 440 wide, over 415 for these shoulders",
        ),
        ("hip_pinch", {"hip_deg": 41}, "hip_closed", "the hip closes to 41° at the top, under 45°"),
        (
            "knee_front",
            {"crank_mm": 175, "inseam_mm": 780},
            "crank_long",
            "cranks of 175, over 168 for this leg",
        ),
        ("knee_front", {"knee_deg": 47}, "saddle_low", "the knee still bends 47° at its straightest, over 40°"),
    ],
)
def test_each_number_past_its_bound_is_named(complaint: str, numbers: dict[str, float], key: str, says: str) -> None:
    first, *_ = rank([complaint], Seen(**WINDOWS, **numbers))  # type: ignore[arg-type]
    assert first.key == key
    assert first.evidence is not None
    assert str(first.evidence.says) == says


def test_of_two_legs_a_cause_goes_by_the_one_it_shows_on() -> None:
    straight, bent = LegAngles(knee_least_deg=27, hip_least_deg=47), LegAngles(knee_least_deg=43, hip_least_deg=44)
    # The mean of either number is inside its window: 35 of 30 to 40, 45.5 over 45.
    seen = Seen(**WINDOWS, knee_deg=35, hip_deg=45.5, legs=(straight, bent))  # type: ignore[arg-type]
    for complaint, key, says, change in (
        ("knee_back", "saddle_high", "the left knee bends only 27° at its straightest, under 30°", "saddle 5 down"),
        ("knee_front", "saddle_low", "the right knee still bends 43° at its straightest, over 40°", "saddle 5 up"),
        ("hip_pinch", "hip_closed", "the right hip closes to 44° at the top, under 45°", None),
    ):
        cause = next(r for r in rank([complaint], seen) if r.key == key)
        assert cause.evidence is not None
        assert (str(cause.evidence.says), cause.against) == (says, False)
        assert change is None or str(cause.change) == change
        # Exchanged, the sides are named the other way about.
        other = next(r for r in rank([complaint], replace(seen, legs=(bent, straight))) if r.key == key)
        assert other.evidence is not None
        named = {"left": "right", "right": "left"}
        assert str(other.evidence.says) == " ".join(named.get(word, word) for word in says.split())


@given(SOME, NUMBERS)
def test_changes_are_small_enough_for_one_ride(complaints: list[str], numbers: dict[str, float]) -> None:
    found = rank(complaints, Seen(**WINDOWS, **numbers))  # type: ignore[arg-type]
    of_hoods = {key for key, cause in CAUSES.items() if cause.on in (None, "hood")}
    assert {r.key for r in found} == of_hoods & {key for name in complaints for key in COMPLAINTS[name].causes}
    places = [2 if r.against else 1 if r.evidence is None else 0 for r in found]
    assert places == sorted(places)
    for r in found:
        match r.step:
            case MoveStep():
                most = 5 if r.step.mark == "saddle" else 10
                assert 3 <= r.step.by.length_mm <= most
            case CrankStep():
                assert r.step.to_mm == numbers["crank_mm"] - 5
            case FootStep():
                assert r.step.cleat_aft_by_mm == 3


def test_every_cause_is_of_some_complaint_and_every_complaint_has_its_causes() -> None:
    named = {key for it in COMPLAINTS.values() for key in it.causes}
    assert named == set(CAUSES)
    with pytest.raises(InputError, match="No complaint is called so"):
        rank(["gout"], Seen(**WINDOWS))  # type: ignore[arg-type]


def test_palms_on_grips_tell_which_way_the_bar_is_rolled() -> None:
    on_grips = Seen(**WINDOWS, hand_on="grip")  # type: ignore[arg-type]
    for sign, key, change in (
        ("outer_palm", "rolled_forward", "bar rolled back by 2°"),
        ("inner_palm", "rolled_back", "bar rolled forward by 2°"),
    ):
        first = rank([sign], on_grips)[0]
        assert (first.key, str(first.change), first.step) == (key, change, None)
        assert key not in [r.key for r in rank([sign], Seen(**WINDOWS))]  # type: ignore[arg-type]


def test_a_front_that_lifts_lowers_the_hands_of_a_rider_who_sits_high() -> None:
    first = rank(["front_lifts", "front_washes"], Seen(**WINDOWS, trunk_deg=58))[0]  # type: ignore[arg-type]
    assert (first.key, str(first.change)) == ("bar_high", "hands 10 down")
    assert first.step == MoveStep("hand", Mark(0, -10))
    assert first.evidence is not None
    assert str(first.evidence.says).startswith("trunk 58°, over ")


def test_what_only_hoods_can_cause_is_no_cause_on_grips_or_pads() -> None:
    on_hoods = [r.key for r in rank(["numb_hands"], Seen(**WINDOWS))]  # type: ignore[arg-type]
    assert {"hood_dips", "hood_steep", "bar_wide"} <= set(on_hoods)
    for held in ("grip", "pad", "extension"):
        found = [r.key for r in rank(["numb_hands"], Seen(**WINDOWS, hand_on=held))]  # type: ignore[arg-type]
        assert found == [key for key in on_hoods if key not in ("hood_dips", "hood_steep", "bar_wide")]
