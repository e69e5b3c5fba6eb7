"""The chain of steps a goal is made of: worked numbers, what has to hold for any chain, and what the sentences say."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from math import atan2, degrees, floor

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import Apart, BodyMeasures, FootFit, readouts, segments
from waymark.core.errors import GeometryError
from waymark.core.goal import (
    AeroStep,
    Asked,
    CrankStep,
    CrankStop,
    DisciplineStep,
    FootStep,
    MixStep,
    MoveStep,
    Position,
    Step,
    cleat_picks,
    crank_picks,
    crank_stops,
    first_position,
    walk,
)
from waymark.core.goal.steps import title_of
from waymark.core.marks import Mark
from waymark.core.rules.feet import FEET_USUAL
from waymark.core.rules.house import AngleWindow
from waymark.core.translate import AeroAsk

BODY = BodyMeasures(1780, 265)
START = Position(Mark(-208.2, 702.8), Mark(455.4, 560.0), "endurance", 172.5, FootFit(265))
HANDS = st.sampled_from(["with_saddle", "drop", "place"])
STEPS = st.one_of(
    st.builds(
        DisciplineStep,
        st.sampled_from(["road", "gravel", "cyclocross", "trail", "city"]),
        st.sampled_from(["deltas", "body"]),
        st.floats(0, 1),
    ),
    st.builds(CrankStep, st.floats(150, 180), st.sampled_from(["line", "extension"]), HANDS),
    st.builds(FootStep, st.floats(-10, 10), st.floats(-15, 15), HANDS),
    st.builds(
        MoveStep,
        st.sampled_from(["saddle", "hand"]),
        st.builds(Mark, st.floats(-20, 20), st.floats(-10, 10)),
        HANDS,
    ),
)
CHAINS = st.lists(st.tuples(STEPS, st.booleans()), max_size=5)


def ends(*steps: Step) -> Position:
    return walk(START, [(s, False) for s in steps], BODY).end


def knee_deg(at: Position) -> float:
    return readouts(at.saddle, at.hand, segments(BODY), at.foot, at.crank_mm).knee_flexion_least_deg


def test_no_step_keeps_the_measured_marks_to_the_whole_mm() -> None:
    found = walk(START, [], BODY)
    assert (found.end.saddle, found.end.hand) == (Mark(-208, 703), Mark(455, 560))
    assert found.links == ()
    assert found.other_end is None


def test_the_worked_steps_one_after_another() -> None:
    """Endurance to cyclocross by offsets, half-way: saddle +2.5 −7.5, hand −5 +7.5; then 172.5 to 165 with its extension."""
    found = walk(START, [(DisciplineStep("cyclocross"), False), (CrankStep(165), False)], BODY)
    by = [(k.after.saddle - k.before.saddle, k.after.hand - k.before.hand) for k in found.links]
    assert by == [(Mark(3, -7), Mark(-5, 8)), (Mark(-2, 7), Mark(-2, 7))]
    assert found.end.crank_mm == 165
    assert [str(x) for x in found.links[0].why] == ["cyclocross: lower to remount, nearer to carry and steer"]
    assert [str(x) for x in found.links[1].why] == [
        "the leg stretched as before; the hands go with it",
        "at the top the foot is 15 lower under the hip",
        "4 % less torque for the same push",
    ]


@given(CHAINS)
def test_figures_are_whole_and_add_up_to_the_goal(steps: list[tuple[Step, bool]]) -> None:
    found = walk(START, steps, BODY)
    saddle, hand = Mark(floor(-208.2 + 0.5), floor(702.8 + 0.5)), Mark(floor(455.4 + 0.5), 560)
    for link, (_, parked) in zip(found.links, steps, strict=True):
        assert (link.before.saddle, link.before.hand) == (saddle, hand)
        for mark in (link.after.saddle - link.before.saddle, link.after.hand - link.before.hand):
            assert mark.x_mm == round(mark.x_mm)
            assert mark.y_mm == round(mark.y_mm)
        if not parked:
            saddle, hand = link.after.saddle, link.after.hand
    assert (found.end.saddle, found.end.hand) == (saddle, hand)


@given(CHAINS, STEPS, st.integers(0, 5))
def test_a_parked_step_changes_nothing_that_follows(steps: list[tuple[Step, bool]], more: Step, at: int) -> None:
    at = min(at, len(steps))
    without, with_it = walk(START, steps, BODY), walk(START, [*steps[:at], (more, True), *steps[at:]], BODY)
    assert with_it.end == without.end
    assert [k.after for i, k in enumerate(with_it.links) if i != at] == [k.after for k in without.links]


@given(st.floats(150, 185), HANDS)
def test_a_crank_keeps_the_legs_reach_to_what_half_a_millimetre_bends(to_mm: float, hands: str) -> None:
    at = ends(CrankStep(to_mm, "extension", hands))  # type: ignore[arg-type]
    here = ends()
    assert knee_deg(at) == pytest.approx(knee_deg(here), abs=0.3)
    by, saddle_by = at.hand - here.hand, at.saddle - here.saddle
    wanted = {"with_saddle": saddle_by, "drop": Mark(0, saddle_by.y_mm), "place": Mark(0, 0)}
    assert by == wanted[hands]


def test_there_and_back_comes_home() -> None:
    for use in ("road", "gravel", "cyclocross"):
        home = ends(DisciplineStep(use, "deltas"), DisciplineStep("endurance", "deltas"))  # type: ignore[arg-type]
        # Each of the two steps is set to the whole millimetre: half a millimetre apiece.
        assert home.saddle.distance_mm(Mark(-208, 703)) <= 2**0.5
        assert home.hand.distance_mm(Mark(455, 560)) <= 2**0.5
        assert home.use == "endurance"


def test_the_school_not_chosen_is_carried_through_what_follows() -> None:
    step, crank = DisciplineStep("gravel", "deltas"), CrankStep(165)
    found = walk(START, [(step, False), (crank, False)], BODY)
    assert found.other_end == ends(replace(step, school="body"), crank)
    assert found.links[0].other == ends(replace(step, school="body"))
    # Parked it is no rival; and where grips are, both schools take the hand from the body.
    assert walk(START, [(step, True), (crank, False)], BODY).other_end is None
    assert walk(START, [(DisciplineStep("trail"), False)], BODY).other_end is None


def test_pads_are_reached_once_and_offsets_end_there() -> None:
    pads, gravel = AeroStep(AeroAsk(5)), DisciplineStep("gravel")
    found = walk(START, [(pads, False), (gravel, False), (pads, False), (CrankStep(165), False)], BODY)
    assert [k.trouble is None for k in found.links] == [True, False, False, True]
    assert str(found.links[1].trouble) == "The hands lie on arm pads: offsets from hood to hood say nothing of them."
    assert str(found.links[2].trouble) == "The arms lie on pads already."
    assert found.links[1].after == found.links[1].before
    end = found.end
    assert end.pad is not None
    assert (end.hand - end.pad).length_mm == pytest.approx(0.146 * 1780 + 60 - 70, abs=1)
    assert str(found.links[0].why[-1]) == (
        "an aero position is judged by how long it is held: ride it before it is bought"
    )


def test_a_leg_that_does_not_reach_says_so_and_moves_nothing() -> None:
    high = replace(START, saddle=Mark(-250, 860))
    [link] = walk(high, [(CrankStep(165), False)], BODY).links
    assert link.after == link.before
    assert str(link.trouble) == (
        "This leg does not reach the pedal from this saddle, so that its extension cannot be kept."
    )


@pytest.mark.parametrize(
    ("step", "title"),
    [
        (DisciplineStep("cross_country"), "Endurance to cross country"),
        (CrankStep(165), "Crank 172.5 to 165"),
        (FootStep(cleat_aft_by_mm=8), "Cleats 8 aft"),
        (FootStep(cleat_aft_by_mm=-3), "Cleats 3 forward"),
        (FootStep(stack_by_mm=-2.5), "Sole 2.5 lower over the axle"),
        (FootStep(4, 6), "Sole 4 higher over the axle, Cleats 6 aft"),
        (FootStep(apart_by_mm=4), "Feet 4 farther apart"),
        (
            FootStep(cleat_aft_by_mm=6, apart_by_mm=-3, heels_in_by_deg=1.5),
            "Cleats 6 aft, Feet 3 nearer together, Heels 1.5° in",
        ),
        (FootStep(heels_in_by_deg=-2), "Heels 2° out"),
        (MoveStep("saddle", Mark(0, -5)), "Saddle moved"),
        (AeroStep(AeroAsk(6.5)), "To arm pads, 6.5° forward"),
    ],
)
def test_steps_are_called_as_a_fitter_would(step: Step, title: str) -> None:
    assert str(title_of(step, START)) == title


def test_cleats_aft_lower_the_saddle_and_the_trades_range_stands_beside() -> None:
    [link] = walk(START, [(FootStep(cleat_aft_by_mm=10), False)], BODY).links
    assert str(link.why[0]) == ("the leg stretched as before: the saddle 5.5 down its line (the trade: 5 to 10)")
    assert link.after.foot.cleat_aft_mm == 10
    assert knee_deg(link.after) == pytest.approx(knee_deg(link.before), abs=0.3)


def test_a_stance_and_turned_cleats_move_no_mark_and_add_up() -> None:
    wider, turned = FootStep(apart_by_mm=4), FootStep(apart_by_mm=2, heels_in_by_deg=2)
    links = walk(START, [(wider, False), (turned, False)], BODY).links
    assert [link.after.saddle for link in links] == [links[0].before.saddle] * 2
    assert [link.after.hand for link in links] == [links[0].before.hand] * 2
    assert (links[1].after.foot.apart_by_mm, links[1].after.foot.heels_in_by_deg) == (6, 2)
    assert [str(x) for x in links[0].why] == [
        "each foot 2 further out",
        "knees over the feet from in front, at the top and at the bottom",
    ]
    # 0.72 of 265 behind the ball, turned by 2°: 190.8 × 0.0349.
    assert str(links[1].why[-1]) == (
        "each heel 7 nearer to crank and stay, from where the foot hangs by itself: it must pass free"
    )


def test_every_crank_on_sale_opens_the_hip_the_shorter_it_is() -> None:
    stops = crank_stops(START, BODY, "extension", "with_saddle")
    assert [s.crank_mm for s in stops] == sorted(s.crank_mm for s in stops)
    assert all(a.hip_by_deg > b.hip_by_deg for a, b in pairwise(stops))
    [same] = [s for s in stops if s.crank_mm == 172.5]
    assert same.hip_by_deg == pytest.approx(0, abs=1e-6)
    for stop in stops:
        after = ends(CrankStep(stop.crank_mm))
        moved = after.saddle - ends().saddle
        assert abs(moved.x_mm - stop.saddle_by.x_mm) <= 0.51
        assert abs(moved.y_mm - stop.saddle_by.y_mm) <= 0.51
        assert stop.torque_change_percent == pytest.approx(100 * (stop.crank_mm / 172.5 - 1))


def test_of_two_legs_a_crank_is_looked_at_by_the_hip_that_closes_more() -> None:
    left, right = Apart(hip_up_mm=-8.0), Apart(hip_up_mm=8.0)
    mean, low, high = (crank_stops(START, BODY, "extension", "with_saddle", apart=it) for it in (Apart(), left, right))
    # Whichever side sits lower is the one that closes more.
    assert [s.hip_deg for s in low] == pytest.approx([s.hip_deg for s in high], abs=1e-9)
    for one, both in zip(low, mean, strict=True):
        # A hip 4 lower closes by about half a degree; saddle and hand are moved for both legs alike.
        assert 0.3 < both.hip_deg - one.hip_deg < 1.0
        assert (one.saddle_by, one.hand_by) == (both.saddle_by, both.hand_by)
    [same] = [s for s in low if s.crank_mm == START.crank_mm]
    assert same.hip_by_deg == pytest.approx(0, abs=1e-6)


def test_several_uses_are_weighed_from_where_the_position_comes_from() -> None:
    """70 % cyclocross and 30 % gravel: heights 7.5·0.7 + 12.5·0.3 up, half-way each; from gravel first back by its own."""
    shares = (("cyclocross", 70.0), ("gravel", 30.0))
    [link] = walk(START, [(MixStep(shares), False)], BODY).links  # type: ignore[arg-type]
    up, back = 7.5 * 0.7 + 12.5 * 0.3, -5 * 0.7 - 7.5 * 0.3
    assert link.after.hand == Mark(455 + floor(back + 0.5), 560 + floor(up + 0.5))
    assert [str(x) for x in link.why] == ["what cyclocross 70 % and gravel 30 % have in common, each by its share"]
    gravel = walk(replace(START, use="gravel"), [(MixStep(shares), False)], BODY).end  # type: ignore[arg-type]
    assert gravel.hand == Mark(455 + floor(back + 7.5 + 0.5), 560 + floor(up - 12.5 + 0.5))


def test_uses_that_do_not_meet_call_for_two_set_ups_and_say_what_is_changed() -> None:
    [link] = walk(START, [(MixStep((("road", 50.0), ("time_trial", 50.0))), False)], BODY).links
    assert [str(x) for x in link.why] == [
        "what road 50 % and time trial 50 % have in common, each by its share",
        "they do not meet: two set-ups, and this lies between them by share",
        "to change over: pads on, and the saddle forward",
    ]
    for at, uses, trouble in (
        (START, (), "No uses are recorded of this rider."),
        (replace(START, use="trail"), (("road", 1.0),), "Uses are mixed from a position on the hoods."),
    ):
        [link] = walk(at, [(MixStep(uses), False)], BODY).links  # type: ignore[arg-type]
        assert str(link.trouble) == trouble


@given(st.floats(1500, 2050), st.floats(145, 180), st.floats(28, 50), st.floats(15, 75), st.floats(60, 95))
def test_a_first_position_bends_the_rider_as_asked(
    height: float, crank: float, knee: float, trunk: float, shoulder: float
) -> None:
    body, foot = BodyMeasures(height, 0.15 * height), FootFit(0.15 * height)
    made = first_position(body, foot, crank, Asked(knee, trunk, shoulder))
    read = readouts(made.saddle, made.hand, segments(body), foot, crank)
    assert read.knee_flexion_least_deg == pytest.approx(knee, abs=0.01)
    assert read.trunk_deg == pytest.approx(trunk, abs=1e-6)
    assert read.shoulder_deg == pytest.approx(shoulder, abs=1e-6)
    assert made.saddle.length_mm == pytest.approx(made.bb_to_saddle_mm)
    line = degrees(atan2(made.saddle.y_mm, -made.saddle.x_mm))
    assert read.knee_over_pedal_mm == pytest.approx(-10, abs=1e-3) or line in (pytest.approx(66), pytest.approx(84))


def test_a_first_saddle_stands_where_another_rule_has_its_height_and_the_knee_is_asked() -> None:
    body, foot = BodyMeasures(1780, 270), FootFit(270)
    low, high = (first_position(body, foot, 172.5, Asked(35, 40, 85, behind), 690.0) for behind in (0.0, 20.0))
    for made, behind in ((low, 0.0), (high, 20.0)):
        assert made.saddle.length_mm == pytest.approx(690)
        read = readouts(made.saddle, made.hand, segments(body), foot, 172.5)
        assert read.knee_over_pedal_mm == pytest.approx(-behind, abs=1e-3)
    assert high.saddle.x_mm < low.saddle.x_mm - 15


def test_a_leg_that_no_saddle_bends_so_is_told() -> None:
    with pytest.raises(GeometryError, match="No saddle height stretches this leg as before"):
        first_position(BodyMeasures(500, 90), FootFit(90), 185, Asked(35, 40, 85))


# Cranks by the hip they leave open, at 0.3° a millimetre from 44° on 172.5.
SOLD = tuple(
    CrankStop(c, Mark(0, 0), Mark(0, 0), 44 + 0.3 * (172.5 - c), 0.3 * (172.5 - c), 0, 0, 0)
    for c in (145.0, 155.0, 160.0, 165.0, 170.0, 172.5, 175.0, 180.0)
)


@pytest.mark.parametrize(
    ("hip_least", "inseam", "taken"),
    [
        # 44° is under 45: it asks; five to spare are 50°, at 0.3° a mm from 152.5 down. 0.20 to 0.216 of 800 is 160 to 172.8.
        (45, 800, {"keep": None, "shorter": 145, "proportion": 172.5, "longer": None}),
        (38, 900, {"keep": 172.5, "shorter": 172.5, "proportion": 180, "longer": 180}),
        (41, 740, {"keep": 172.5, "shorter": 165, "proportion": 155, "longer": None}),
        (60, None, {"keep": None, "shorter": None, "proportion": None, "longer": None}),
    ],
)
def test_each_school_takes_its_crank(hip_least: float, inseam: float | None, taken: dict[str, float | None]) -> None:
    picks = crank_picks(172.5, SOLD, AngleWindow(hip_least, None), inseam, FEET_USUAL)
    assert {p.key: p.takes_mm for p in picks} == taken


def test_schools_of_cranks_say_why() -> None:
    picks = {p.key: str(p.says) for p in crank_picks(172.5, SOLD, AngleWindow(45, None), 800, FEET_USUAL)}
    assert picks == {
        "keep": "The hip closes to 44°, under 45°: it asks for another.",
        "shorter": "The longest that opens the hip to 52°.",
        "proportion": "160 to 173 for this leg.",
        "longer": "These are as long as this leg carries: 173.",
    }
    none = {p.key: str(p.says) for p in crank_picks(190, SOLD, AngleWindow(60, None), None, FEET_USUAL)}
    assert none["keep"] == none["shorter"] == "With the present cranks this leg does not turn."


def test_a_shoe_whose_holes_are_known_says_how_far_aft_its_cleat_goes() -> None:
    assert [(p.key, p.takes_mm) for p in cleat_picks(20, FEET_USUAL, 12.5)] == [
        ("behind", 15),
        ("over", 0),
        ("aft", 12.5),
    ]
    assert str(cleat_picks(0, FEET_USUAL, 12.5)[2].says) == "The shoe's holes end 12.5 behind the ball."
