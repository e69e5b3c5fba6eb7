"""The clock of a trial, and the means of what is read along its runs."""

from __future__ import annotations

from itertools import pairwise
from math import isclose

from hypothesis import given
from hypothesis import strategies as st

from waymark.core.link import Track, mean_of, readings_of
from waymark.core.trial import Begun, Plan, phase_of, spans_of

# Four runs of four minutes with two minutes' rest.
PLAN = Plan(runs=4, ride_s=240, rest_s=120)


def told(begun: list[Begun], now_s: float, plan: Plan = PLAN) -> tuple[str, int, float]:
    phase = phase_of(begun, plan, now_s)
    return phase.kind, phase.run, phase.left_s


def test_runs_begun_by_hand_ride_rest_and_wait_for_the_helper() -> None:
    begun = [Begun(0, 10)]
    assert told([], 500) == ("ready", 0, 0)
    assert told(begun, 10) == ("ride", 0, 240)
    assert told(begun, 249) == ("ride", 0, 1)
    assert told(begun, 250) == ("rest", 1, 120)
    assert told(begun, 369) == ("rest", 1, 1)
    assert told(begun, 370) == ("wait", 1, 0)
    assert told([*begun, Begun(1, 300)], 301) == ("ride", 1, 239)


def test_a_run_that_is_cut_short_comes_again() -> None:
    held = [Begun(0, 0), Begun(None, 100)]
    assert told(held, 150) == ("wait", 0, 0)
    begun_over = [Begun(0, 0), Begun(1, 360), Begun(1, 400)]
    assert [(s.run, s.start_s, s.end_s, s.whole) for s in spans_of(begun_over, PLAN, 900)] == [
        (0, 0, 240, True),
        (1, 360, 400, False),
        (1, 400, 640, True),
    ]


def test_after_the_last_whole_run_nothing_is_left_and_a_missed_one_comes_before() -> None:
    begun = [Begun(0, 0), Begun(2, 400), Begun(3, 800)]
    assert told(begun, 1100)[:2] == ("rest", 1)
    assert told([*begun, Begun(1, 1200)], 1441) == ("done", 3, 0)
    # Three were ridden whole at another sitting.
    assert phase_of([], PLAN, 0, frozenset({0, 1, 2})).run == 3
    assert phase_of([Begun(3, 5)], PLAN, 246, frozenset({0, 1, 2})).kind == "done"


def test_runs_that_begin_by_themselves_follow_their_rest_until_the_clock_is_held() -> None:
    plan = Plan(runs=4, ride_s=240, rest_s=120, by_itself=True)
    spans = spans_of([Begun(0, 0)], plan, 2000)
    assert [(s.run, s.start_s) for s in spans] == [(0, 0), (1, 360), (2, 720), (3, 1080)]
    assert told([Begun(0, 0)], 1321, plan) == ("done", 3, 0)
    held = [Begun(0, 0), Begun(None, 400)]
    assert told(held, 1000, plan) == ("wait", 1, 0)
    assert [(s.run, s.whole) for s in spans_of([*held, Begun(1, 500)], plan, 1000)] == [
        (0, True),
        (1, False),
        (1, True),
        (2, False),
    ]


@given(
    runs=st.integers(1, 8),
    waits=st.lists(st.tuples(st.integers(0, 300), st.booleans()), min_size=1, max_size=12),
    later_s=st.integers(0, 600),
    by_itself=st.booleans(),
)
def test_what_is_ridden_whole_never_takes_longer_or_overlaps(
    runs: int, waits: list[tuple[int, bool]], later_s: int, by_itself: bool
) -> None:
    plan, begun, now = Plan(runs, 60, 30, by_itself), [], 0
    for wait, holds in waits:
        phase = phase_of(begun, plan, now)
        begun.append(Begun(None if holds and begun else phase.run, now))
        now += wait
    now += later_s
    spans = spans_of(begun, plan, now)
    for one, other in pairwise(spans):
        assert one.end_s <= other.start_s
    for span in spans:
        assert span.whole == (span.end_s - span.start_s == 60)
        assert 0 <= span.start_s <= span.end_s <= now
    # Done just when every run was ridden whole.
    whole = {s.run for s in spans if s.whole}
    kind = phase_of(begun, plan, now).kind
    assert (kind == "done") == (whole == set(range(runs)) and kind != "ride")


@given(
    steps=st.lists(st.tuples(st.integers(1, 80), st.integers(50, 400)), min_size=1, max_size=60),
    from_s=st.integers(0, 20),
    length=st.integers(1, 30),
)
def test_a_mean_is_what_adding_up_tenths_of_a_second_gives(
    steps: list[tuple[int, int]], from_s: int, length: int
) -> None:
    # Readings at whole tenths: the sum over tenths is the integral.
    at, readings = 0, []
    for step, value in steps:
        at += step
        readings.append((at / 10, float(value)))
    total, n = 0.0, 0
    for tenth in range(from_s * 10, (from_s + length) * 10):
        before = [(t, v) for t, v in readings if round(t * 10) <= tenth]
        if before and tenth - round(before[-1][0] * 10) < 25:
            total += before[-1][1]
            n += 1
    found = mean_of(readings, from_s, from_s + length)
    if n == 0:
        assert found is None
    else:
        assert found is not None
        assert isclose(found.mean, total / n, rel_tol=1e-9)
        assert isclose(found.covered, n / (length * 10), rel_tol=1e-9)


def test_a_gap_is_a_gap_in_the_line_and_takes_from_what_is_covered() -> None:
    track = Track(step_s=1.0)
    for at in (0.2, 0.7, 1.1, 6.5):
        track.add(at, 100.0 + at)
    step, points = track.line(0.0, 7.0, most=100)
    assert step == 1.0
    assert [p is None for p in points] == [False, False, True, True, True, True, False, True]
    assert isclose(points[0] or 0, 100.45)
    assert track.now(8.9) == 106.5
    assert track.now(9.1) is None
    mean = track.mean(0.0, 8.0)
    # Readings stand from 0.2 to 3.6 and from 6.5 on.
    assert mean is not None and isclose(mean.covered, (3.4 + 1.5) / 8)


def test_a_long_line_is_drawn_of_fewer_points_that_keep_its_mean() -> None:
    track = Track(step_s=2.0)
    for second in range(3600):
        track.add(float(second), float(second))
    step, points = track.line(0.0, 3600.0, most=360)
    assert step == 10.0
    assert points[:3] == [4.5, 14.5, 24.5]
    assert len(points) == 361


def test_a_strap_off_the_skin_and_a_heart_of_nought_tell_nothing() -> None:
    assert readings_of("2A37", {"heart_rate_bpm": 140, "contact": "none"}) == {}
    assert readings_of("2A37", {"heart_rate_bpm": 0, "contact": "good"}) == {}
    assert readings_of("2A37", {"heart_rate_bpm": 140, "contact": "unsupported"}) == {"heart_rate_bpm": 140.0}
    fields = {"power_w": 0, "cadence_rpm": 0.0, "average_power_w": 120, "more_data": False}
    assert readings_of("2AD2", fields) == {"power_w": 0.0, "cadence_rpm": 0.0}
