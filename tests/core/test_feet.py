"""Cranks, feet and uses: the worked numbers, and what must stay as it was."""

from __future__ import annotations

from math import cos, radians, sin

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, readouts, segments
from waymark.core.errors import GeometryError, InputError
from waymark.core.feet import (
    change_crank,
    change_foot,
    first_guesses,
    guesses_part_at_mm,
    heel_gap_mm,
    heel_inward_mm,
    stance,
)
from waymark.core.marks import Mark
from waymark.core.translate import SHIFTS, translate

S, H = Mark(-208.2, 702.8), Mark(455, 560)
BODY, FOOT = BodyMeasures(1780, 265), FootFit(265)
LEGS = segments(BODY)


def at(mark: Mark) -> tuple[float, float]:
    """A mark to a tenth of a millimetre."""
    return round(mark.x_mm, 1), round(mark.y_mm, 1)


@pytest.mark.parametrize(
    ("keep", "saddle"), [("line", (-210.3, 710.0)), ("extension", (-210.3, 710.0)), ("both", (-211.5, 709.8))]
)
def test_a_crank_seven_and_a_half_shorter_moves_the_saddle_as_worked_out_by_hand(
    keep: str, saddle: tuple[float, float]
) -> None:
    made = change_crank(S, H, LEGS, FOOT, 172.5, 165, keep, "with_saddle")
    assert at(made.saddle) == saddle
    assert at(made.hand - H) == at(made.saddle - S)
    assert made.foot_top_lower_mm == pytest.approx(7.5 + made.saddle.y_mm - S.y_mm)
    assert made.torque_change_percent == pytest.approx(-4.348, abs=0.001)


def longest_by_steps(saddle: Mark, legs, foot: FootFit, crank: float) -> float:
    """The longest way from hip to ankle, by a formula of its own at each hundredth of a degree about the lowest."""
    best = 0.0
    for i in range(14000, 20000, 2):
        a = radians(i / 100)
        pitch = radians(18 + 4 * cos(a - radians(210)))
        behind, above = 0.47 * foot.foot_mm - foot.cleat_aft_mm, foot.stack_mm + 75
        x = crank * sin(a) - behind * cos(pitch) + above * sin(pitch)
        y = crank * cos(a) + behind * sin(pitch) + above * cos(pitch)
        best = max(best, ((saddle.x_mm - 10 - x) ** 2 + (saddle.y_mm + 80 - y) ** 2) ** 0.5)
    return best


@settings(max_examples=15, deadline=None)
@given(st.floats(150, 180), st.floats(150, 180), st.floats(690, 735), st.sampled_from(["extension", "both"]))
def test_a_crank_change_that_keeps_extension_keeps_the_least_knee_flexion(
    from_mm: float, to_mm: float, height: float, keep: str
) -> None:
    saddle = Mark(-0.284 * height, 0.9588 * height)
    made = change_crank(saddle, H, LEGS, FOOT, from_mm, to_mm, keep, "place")
    assert longest_by_steps(made.saddle, LEGS, FOOT, to_mm) == pytest.approx(
        longest_by_steps(saddle, LEGS, FOOT, from_mm), abs=0.001
    )
    before, after = (readouts(*x) for x in ((saddle, H, LEGS, FOOT, from_mm), (made.saddle, H, LEGS, FOOT, to_mm)))
    assert after.knee_flexion_least_deg == pytest.approx(before.knee_flexion_least_deg, abs=0.01)
    if keep == "both":
        assert after.knee_over_pedal_mm == pytest.approx(before.knee_over_pedal_mm, abs=1e-6)
    # There and back is home.
    back = change_crank(made.saddle, H, LEGS, FOOT, to_mm, from_mm, keep, "place")
    assert back.saddle.distance_mm(saddle) < 1e-4


def test_the_hands_go_with_the_saddle_keep_their_drop_or_stay() -> None:
    made = {h: change_crank(S, H, LEGS, FOOT, 172.5, 160, "line", h) for h in ("with_saddle", "drop", "place")}
    rise = S.scaled(12.5 / S.length_mm)
    assert at(made["with_saddle"].hand) == at(H + rise)
    assert at(made["drop"].hand) == at(H + Mark(0, rise.y_mm))
    assert made["place"].hand == H


def test_a_leg_that_does_not_reach_keeps_nothing() -> None:
    with pytest.raises(GeometryError) as wrong:
        change_crank(Mark(-300, 900), H, LEGS, FOOT, 175, 165, "extension", "place")
    assert wrong.value.field == "s"


def test_foot_stack_and_cleat_move_the_saddle_by_the_models_shares() -> None:
    thicker = change_foot(S, LEGS, FOOT, 170, 35, 0)
    assert thicker.along_mm / 10 == pytest.approx(0.84, abs=0.01)
    assert (thicker.trade_low_mm, thicker.trade_high_mm) == (10, 10)
    aft = change_foot(S, LEGS, FOOT, 170, 25, 10)
    assert aft.along_mm / 10 == pytest.approx(-0.54, abs=0.02)
    assert (aft.trade_low_mm, aft.trade_high_mm) == (-10, -5)
    both = change_foot(S, LEGS, FOOT, 170, 35, 10)
    assert both.along_mm == pytest.approx(thicker.along_mm + aft.along_mm, abs=0.3)
    assert at(change_foot(both.saddle, LEGS, FootFit(265, 35, 10), 170, 25, 0).saddle) == at(S)


def test_stance_counts_both_sides() -> None:
    wide = stance(150, 53, 4, 1, 2)
    assert (wide.half_mm, wide.total_mm, wide.change_mm) == (135, 270, 14)
    assert stance(150, 53, 4, 0, 0).change_mm == 8


def test_the_first_guesses_agree_at_one_inseam_and_part_elsewhere() -> None:
    assert guesses_part_at_mm(170) == pytest.approx(821, abs=0.5)
    heights = {g.name: g.bb_to_saddle_mm for g in first_guesses(guesses_part_at_mm(170), 170)}
    assert heights["0.883"] == pytest.approx(heights["1.09"])
    for inseam, higher in ((740, "0.883"), (900, "1.09")):
        made = {g.name: g.bb_to_saddle_mm for g in first_guesses(inseam, 170)}
        assert max(("0.883", "1.09"), key=lambda n: made[n]) == higher
        assert made["heel"] == pytest.approx(1.053 * inseam + 25 + 75 - 80 - 170)


def test_endurance_to_cyclocross_by_both_schools_as_worked_out_by_hand() -> None:
    deltas = translate(S, H, BODY, FOOT, 170, "endurance", "cyclocross", "deltas")
    body = translate(S, H, BODY, FOOT, 170, "endurance", "cyclocross", "body")
    assert (at(deltas.saddle), at(deltas.hand)) == ((-205.7, 695.3), (450.0, 567.5))
    assert (at(body.saddle), at(body.hand)) == ((-205.7, 695.3), (455.1, 570.7))
    assert readouts(body.saddle, body.hand, LEGS, FOOT, 170).trunk_deg == pytest.approx(44.5, abs=0.05)
    assert str(body.steps[1].why) == "trunk 44.5° from 42.5°, the arm turned half as far"
    assert str(deltas.steps[1].why) == "cyclocross: lower to remount, nearer to carry and steer"


HOODS = [u for u, s in SHIFTS.items() if s.hand is not None]


@given(st.sampled_from(HOODS), st.sampled_from(HOODS), st.floats(0, 1))
def test_offsets_there_and_back_come_home_and_chain(a: str, b: str, strength: float) -> None:
    there = translate(S, H, BODY, FOOT, 170, a, b, "deltas", strength)
    back = translate(there.saddle, there.hand, BODY, FOOT, 170, b, a, "deltas", strength)
    assert back.saddle.distance_mm(S) < 1e-9
    assert back.hand.distance_mm(H) < 1e-9
    moved = [line.by for line in there.steps]
    assert (S + moved[0]).distance_mm(there.saddle) < 1e-9
    assert (H + moved[1]).distance_mm(there.hand) < 1e-9


@settings(max_examples=40)
@given(st.sampled_from(sorted(SHIFTS)), st.sampled_from(sorted(SHIFTS)), st.floats(0, 1))
def test_by_the_body_the_trunk_turns_as_asked_and_comes_home(a: str, b: str, strength: float) -> None:
    there = translate(S, H, BODY, FOOT, 170, a, b, "body", strength)
    asked = SHIFTS[b].trunk_deg(strength) - SHIFTS[a].trunk_deg(strength) if a != b else 0.0
    before, after = readouts(S, H, LEGS, FOOT, 170), readouts(there.saddle, there.hand, LEGS, FOOT, 170)
    assert after.trunk_deg - before.trunk_deg == pytest.approx(asked, abs=1e-6)
    assert after.shoulder_deg - before.shoulder_deg == pytest.approx(-asked / 2, abs=1e-6)
    back = translate(there.saddle, there.hand, BODY, FOOT, 170, b, a, "body", strength)
    assert back.hand.distance_mm(H) < 1e-6


def test_grips_take_the_hand_from_the_body_and_pads_have_their_own_rule() -> None:
    by_deltas = translate(S, H, BODY, FOOT, 170, "endurance", "trail", "deltas")
    by_body = translate(S, H, BODY, FOOT, 170, "endurance", "trail", "body")
    assert by_deltas.hand == by_body.hand
    for a, b in (("road", "trainer"), ("trainer", "city"), ("gravel", "gravel")):
        same = translate(S, H, BODY, FOOT, 170, a, b, "body")
        assert (same.saddle, same.hand) == (S, H)
    for a, b, field in (("road", "time_trial", "to"), ("time_trial", "road", "from")):
        with pytest.raises(InputError) as wrong:
            translate(S, H, BODY, FOOT, 170, a, b, "deltas")
        assert wrong.value.field == field


def test_a_heel_turned_in_comes_nearer_to_the_crank_by_what_a_ruler_shows() -> None:
    foot = FootFit(270)
    # 194.4 behind the axle: two degrees are 6.8.
    assert heel_inward_mm(foot, 2) == pytest.approx(194.4 * 0.0348995, abs=1e-3)
    assert heel_inward_mm(FootFit(270, cleat_aft_mm=20), 2) == pytest.approx(174.4 * 0.0348995, abs=1e-3)
    # Half a stance of 127 less half a heel of 32.4 and half of Q.
    assert heel_gap_mm(127, 148, foot, 0) == pytest.approx(20.6)
    assert heel_gap_mm(127, 148, foot, 2) == pytest.approx(20.6 - 6.785, abs=1e-3)
