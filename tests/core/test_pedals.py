"""Pedal, cleat and shoe: what they make together, and which way suits whom."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.feet import (
    CleatFit,
    PedalFit,
    PedalRider,
    ShoeFit,
    advice_words,
    bolts_agree,
    foot_stack_mm,
    pedal_advice,
    speaks_against,
    stance_of,
)
from waymark.core.say import Reader, Said

ENGLISH = Reader()
SHOE = ShoeFit(7, 0, 14, 3)


def text(said: Said) -> str:
    """A sentence as a reader of mm has it."""
    return ENGLISH.tell(said)


def test_the_sole_stands_on_pedal_cleat_and_sole() -> None:
    assert foot_stack_mm(PedalFit(11), CleatFit(4), SHOE) == 11 + 4 + 7
    assert foot_stack_mm(PedalFit(17, clipped=False), None, ShoeFit(24)) == 41
    # A cleat left in the shoe does not lift a foot on a flat pedal.
    assert foot_stack_mm(PedalFit(17, clipped=False), CleatFit(4), ShoeFit(24)) == 41
    assert foot_stack_mm(PedalFit(11), None, SHOE) is None
    assert foot_stack_mm(PedalFit(11), CleatFit(4), None) is None


@given(st.floats(130, 200), st.floats(-5, 20), st.floats(0, 4))
def test_a_longer_axle_counts_on_both_sides(q: float, extra: float, washers: float) -> None:
    usual, longer = stance_of(q, None), stance_of(q, PedalFit(11, extra), washers)
    assert usual.half_mm == pytest.approx(q / 2 + 53)
    assert longer.total_mm - usual.total_mm == pytest.approx(2 * (extra + washers))


@pytest.mark.parametrize(
    ("pedal", "cleat", "shoe", "agree"),
    [
        (PedalFit(11, bolts=3), CleatFit(4, bolts=3), SHOE, True),
        (PedalFit(11, bolts=2), CleatFit(4, bolts=3), SHOE, False),
        (PedalFit(11, bolts=3), CleatFit(4, bolts=3), ShoeFit(24, bolts=0), False),
        (PedalFit(11, bolts=None), CleatFit(4, bolts=3), SHOE, None),
        (PedalFit(17, clipped=False), None, ShoeFit(24, bolts=0), True),
    ],
)
def test_bolts_agree_disagree_or_are_not_known(
    pedal: PedalFit, cleat: CleatFit | None, shoe: ShoeFit, agree: bool | None
) -> None:
    assert bolts_agree(pedal, cleat, shoe) is agree


def test_advice_follows_use_hours_and_legs() -> None:
    road = pedal_advice(PedalRider((("road", 100),), hours=4))
    assert (road.way, road.recessed) == ("clipped", False)
    assert text(advice_words(road)) == "Clipped: ridden held: road; 4 h at a time: a broad, stiff sole."
    cross = pedal_advice(PedalRider((("cyclocross", 70), ("road", 30)), off_bike="often"))
    assert (cross.way, cross.recessed) == ("clipped", True)
    assert text(advice_words(cross)) == (
        "Clipped, the cleat sunk in a treaded sole: ridden held: cyclocross and road; against it often off the bike."
    )
    city = pedal_advice(PedalRider((("city", 100),), off_bike="often", age=74))
    assert text(advice_words(city)) == (
        "Flat pedals: ridden free: city; often off the bike; a foot that is free comes down sooner."
    )
    # A hip that hardly turns in speaks against twisting a heel out, whatever the use.
    free, stiff = (pedal_advice(PedalRider((("gravel", 55), ("city", 45)), turn_in_deg=turn)) for turn in (35, 12))
    assert (free.way, stiff.way) == ("clipped", "flat")
    assert pedal_advice(PedalRider()).way == "clipped"


@given(st.floats(1, 99))
def test_more_of_a_free_use_never_turns_the_advice_to_clipped(share: float) -> None:
    def way(city: float) -> str:
        return pedal_advice(PedalRider((("road", 100 - city), ("city", city)))).way

    if way(share) == "flat":
        assert way(min(99.5, share + 5)) == "flat"


def test_what_speaks_against_a_pedal_is_said() -> None:
    rider = PedalRider((("cyclocross", 100),), sore_knee=True, foot_mm=285)
    advice = pedal_advice(rider)
    said = speaks_against(advice, rider, PedalFit(11, float_deg=4, bolts=3), 60)
    assert [text(s) for s in said] == ["its cleat stands proud of the sole", "4° of float for a knee that hurts"]
    assert speaks_against(advice, rider, PedalFit(13, float_deg=8, bolts=2), 44) == ()
    flat = speaks_against(advice, rider, PedalFit(16, clipped=False), 95)
    assert [text(s) for s in flat] == ["clipped suits better", "short for this foot"]
    small = PedalRider((("city", 100),), foot_mm=230)
    long = speaks_against(pedal_advice(small), small, PedalFit(17, clipped=False), 110)
    assert [text(s) for s in long] == ["long for this foot"]
