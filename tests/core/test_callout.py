"""The call-out's survey: every way of stating gives the same bike, repeats and sides are told apart, nothing is guessed."""

from __future__ import annotations

from dataclasses import replace
from math import degrees, radians, sin

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.readings import LEANS, taken
from waymark.core.callout import BY_NAME, PROMPTS, USUAL, Known, Taken, both_sides, in_order, level_of, survey_bike
from waymark.core.callout.observe import TIE, sighted, stated
from waymark.core.callout.slips import likely_slips
from waymark.core.errors import GeometryError
from waymark.core.marks import ORIGIN, Mark
from waymark.core.position import (
    HandContext,
    SaddleContext,
    state_hand_height,
    state_hand_reach,
    state_height,
    state_setback,
)
from waymark.core.survey.model import Reading, linear

CONTEXT = SaddleContext(170, 73.5, 268, 153)
BIKE = {"s": Mark(-207, 697), "nose": Mark(-54.2, 694), "clamp": Mark(481, 633), "h": Mark(565, 641)}
BB = 268.0
# Every convention of the trade beside the prompt that reads it.
HEIGHTS = {
    "straight": "s_straight",
    "vertical": "s_plumb",
    "seat_tube": "s_seat_tube",
    "pedal": "s_pedal",
    "pedal_six": "s_pedal_six",
    "floor": "s_floor",
}
SETBACKS = {"mark": "s_behind", "angle": "s_angle"}
HAND_HEIGHTS = {"hand_up": "hand_up__right", "drop": "drop", "hand_floor": "hand_floor__right"}
HAND_REACHES = {"hand_ahead": "hand_ahead__right", "mark_to_hand": "s_hand__right"}

saddles = st.builds(Mark, st.floats(-280, -100), st.floats(560, 860))
hands = st.builds(Mark, st.floats(420, 680), st.floats(480, 800))


def perfect(name: str, marks: dict[str, Mark] = BIKE) -> float:
    """What a perfect tape reads for a prompt, as it is stated."""
    sight = BY_NAME[name].sight
    assert sight
    places = {"bb": ORIGIN, **marks}
    probe = Reading(name, sight.kind, "b", 0.0, "a")
    return stated(sight.turn, linear(probe, places[sight.start], places[sight.end], BB).value, LEANS)


def full(**changed: float | tuple[float, ...]) -> dict[str, Taken]:
    """Sixteen perfect readings, some of them changed."""
    names = ("bb_floor", "s_straight", "s_behind", "s_floor", "s_nose", "nose_behind", "nose_floor", "nose_clamp",
             "s_clamp", "clamp_floor", "clamp_ahead", "clamp_up")  # fmt: skip
    read: dict[str, float | tuple[float, ...]] = {n: perfect(n) for n in names}
    read |= {f"{n}__right": perfect(n) for n in ("s_hand", "hand_floor", "hand_ahead", "hand_up")}
    return taken(**{**read, **changed})


@settings(max_examples=60)
@given(
    saddles,
    hands,
    st.sampled_from(sorted(HEIGHTS)),
    st.sampled_from(sorted(SETBACKS)),
    st.sampled_from(sorted(HAND_HEIGHTS)),
    st.sampled_from(sorted(HAND_REACHES)),
)
def test_every_way_of_stating_gives_the_same_marks(
    s: Mark, h: Mark, height: str, setback: str, hand_height: str, reach: str
) -> None:
    context = SaddleContext(LEANS.crank.value, LEANS.seat_angle.value, LEANS.bb_height.value, 150)
    hand = HandContext(s, s + Mark(150, 0), Mark(0, 0), LEANS.bb_height.value, LEANS.hand_side.value)
    read = {
        HEIGHTS[height]: state_height(height, s, context), SETBACKS[setback]: state_setback(setback, s, context),
        HAND_HEIGHTS[hand_height]: state_hand_height(hand_height, h, hand),
        HAND_REACHES[reach]: state_hand_reach(reach, h, hand), "bb_floor": LEANS.bb_height.value,
    }  # fmt: skip
    found = survey_bike(taken(**read), LEANS)
    assert found.points["s"].at.distance_mm(s) < 1e-3
    assert found.points["h"].at.distance_mm(h) < 1e-3
    assert not found.suspects


@given(st.sampled_from([p for p in PROMPTS if p.sight]), st.floats(-400, 1400))
def test_a_stated_number_and_its_sight_are_each_others_inverse(prompt: object, value: float) -> None:
    turn = prompt.sight.turn  # type: ignore[attr-defined]
    if (side := LEANS.beside(turn)) is not None:
        value = side.value + 1 + abs(value)
    assert stated(turn, sighted(turn, value, LEANS), LEANS) == pytest.approx(value)


def test_the_order_of_work_depends_on_the_bar() -> None:
    drop, flat, aero = ([(p.name, s) for p, s in in_order(kind)] for kind in ("drop", "flat", "aero"))
    assert ("hood_slope", "right") in drop
    assert ("hood_slope", "right") not in flat
    assert ("lever_slope", "left") in flat
    assert ("s_pad", "left") in aero
    assert ("s_pad", "left") not in drop
    assert drop.index(("rear_axle", None)) < drop.index(("s_straight", None)) < drop.index(("nose_clamp", None))
    assert [p.name for p, _ in in_order("drop", ["crank", "s_pedal"])] == ["s_pedal", "crank"]
    assert set(USUAL) <= set(BY_NAME)
    assert BY_NAME["hand_floor"].title_for("drop") == "Hood above the floor"
    assert "left grip" in BY_NAME["s_hand"].hint_for("flat", "left")


# --- what stands in, and what does not ---------------------------------------------------------------


def test_too_little_is_undetermined_and_said_so() -> None:
    found = survey_bike(taken(s_straight=727), LEANS)
    assert "s" in found.undetermined
    assert found.degrees_of_freedom == 0
    assert survey_bike({}, LEANS).points == {}


def test_a_tie_stands_in_only_where_it_must_and_is_honest_about_it() -> None:
    nose_only = survey_bike(taken(s_straight=727, nose_behind=54), LEANS)
    assert nose_only.points["s"].at.x_mm == pytest.approx(-204)
    # The assumed 150 ± 15 to the nose is most of what is not known of the saddle.
    assert nose_only.points["s"].sd_x_mm == pytest.approx((15**2 + 3**2) ** 0.5)
    assert set(nose_only.tied) == {"nose_x", "nose_y"}
    assert all(not j.reading.key.startswith(TIE) for j in nose_only.judged)
    assert survey_bike(full(), LEANS).tied == ()


def test_a_clamp_alone_gives_the_hand_by_the_bar() -> None:
    found = survey_bike(taken(clamp_up=633, clamp_ahead=481), LEANS)
    assert found.points["h"].at == Mark(pytest.approx(481 + 84), pytest.approx(633 + 8))


def test_lengths_no_bike_has_together_are_named() -> None:
    found = survey_bike(taken(s_straight=380, s_behind=399), LEANS)
    assert found.contradicting == ("s_straight", "s_behind")
    assert found.suspects == ()


# --- repeats and sides -------------------------------------------------------------------------------


def test_repeats_that_agree_are_their_mean_and_surer() -> None:
    it = taken(s_clamp=(690, 692))["s_clamp"]
    assert (it.mean, it.spread, it.agrees) == (691, 2, True)
    assert it.sd == pytest.approx(2 * 0.75**0.5)
    assert it.spread_limit == pytest.approx(2.8 * 2)


def test_repeats_that_do_not_agree_stand_apart_and_the_odd_one_is_found() -> None:
    good = perfect("s_clamp")
    found = survey_bike(full(s_clamp=(good, good + 30)), LEANS)
    (slip,) = found.suspects
    assert slip.reading.key == "s_clamp#2"
    assert slip.agreeing_value == pytest.approx(good, abs=1)


@pytest.mark.parametrize(("left", "differs"), [(786.0, False), (778.0, True)])
def test_sides_are_averaged_only_where_the_tape_could_differ_so(left: float, differs: bool) -> None:
    read = taken(s_hand__right=785, s_hand__left=left)
    (sides,) = both_sides(read)
    assert sides.differs is differs
    keys = {o.reading.key for o in survey_bike(read, LEANS).observed}
    assert keys == ({"s_hand.right", "s_hand.left"} if differs else {"s_hand"})


def test_sides_meant_to_differ_are_one_reading_again() -> None:
    read = taken(s_hand__right=785, s_hand__left=775)
    read["s_hand.left"] = Taken(read["s_hand.left"].prompt, (775.0,), "left", "meant")
    (observed,) = survey_bike(read, LEANS).observed
    assert observed.reading.value == pytest.approx((780**2 - 205**2) ** 0.5)
    assert both_sides(read)[0].meant


def test_what_is_dropped_is_out_and_what_is_kept_is_never_a_slip() -> None:
    read = full(nose_clamp=perfect("nose_clamp") - 25)
    assert [j.reading.key for j in survey_bike(read, LEANS).suspects] == ["nose_clamp"]
    it = read["nose_clamp"]
    read["nose_clamp"] = Taken(it.prompt, it.values, None, "dropped")
    assert survey_bike(read, LEANS).judged_of("nose_clamp") is None
    assert not survey_bike(read, LEANS).suspects
    read["nose_clamp"] = Taken(it.prompt, it.values, None, "kept")
    held = survey_bike(read, LEANS)
    assert "nose_clamp" not in {j.reading.key for j in held.suspects}
    assert held.judged_of("nose_clamp") is not None


def test_two_slips_are_both_named() -> None:
    read = full(nose_clamp=perfect("nose_clamp") - 25, s_behind=perfect("s_behind") + 60)
    assert {j.reading.key for j in survey_bike(read, LEANS).suspects} >= {"nose_clamp", "s_behind"}


# --- level -------------------------------------------------------------------------------------------


def on_a_slope(pitch_deg: float) -> dict[str, Taken]:
    """The bike read on a stand, its nose up by ``pitch_deg``, every plumb and level line the room's."""
    tipped = {n: at.turned(pitch_deg) for n, at in BIKE.items()}
    names = (
        "s_straight",
        "s_behind",
        "s_nose",
        "nose_behind",
        "nose_up",
        "s_clamp",
        "clamp_ahead",
        "clamp_up",
    )
    read: dict[str, float] = {n: perfect(n, tipped) for n in names}
    read |= {f"{n}__right": perfect(n, tipped) for n in ("s_hand", "hand_ahead", "hand_up")}
    rise = 1000 * sin(radians(pitch_deg))
    return taken(front_axle=340 + rise, rear_axle=340, wheelbase=1000, **read)


@pytest.mark.parametrize("pitch", [-2.0, -0.4, 0.0, 1.0, 3.0])
def test_a_bike_that_was_not_level_is_turned_level(pitch: float) -> None:
    found = survey_bike(on_a_slope(pitch), LEANS)
    assert found.level is not None
    assert found.level.pitch_deg == pytest.approx(pitch)
    assert found.level.block_mm == pytest.approx(-1000 * sin(radians(pitch)))
    for name, at in BIKE.items():
        assert found.points[name].at.distance_mm(at) < 0.01


def test_one_degree_nose_up_is_ten_back_and_eight_high() -> None:
    placed = survey_bike(on_a_slope(1.0), LEANS).points["clamp"]
    off = placed.raw - placed.at
    assert (round(off.x_mm), round(off.y_mm)) == (-11, 8)


def test_the_pitchs_own_doubt_widens_what_is_known_of_the_marks() -> None:
    flat = survey_bike({k: t for k, t in on_a_slope(0).items() if t.prompt.group != "level"}, LEANS)
    known = survey_bike(on_a_slope(0), LEANS)
    assert known.level and known.level.sd_deg == pytest.approx(degrees(2 * 2**0.5 / 1000))
    assert known.points["h"].sd_x_mm > flat.points["h"].sd_x_mm


def test_axles_and_inclinometer_are_weighed_and_compared() -> None:
    both = level_of(taken(front_axle=360, rear_axle=340, wheelbase=1000, pitch=-1))
    assert both is not None
    assert -1 < both.pitch_deg < degrees(0.02)
    assert both.differ_deg == pytest.approx(2.15, abs=0.01)
    wheels = level_of(taken(front_axle=300, rear_axle=340, front_radius=300, rear_radius=340, wheelbase=1000))
    assert wheels is not None
    assert (wheels.pitch_deg, wheels.block_mm) == (pytest.approx(0), pytest.approx(0))
    assert not wheels.radii_assumed
    assert level_of({}) is None
    with pytest.raises(GeometryError):
        level_of(taken(pitch=1, front_radius=150, rear_radius=400, wheelbase=200))


# --- what the slip likely was ------------------------------------------------------------------------


def guess(name: str, typed: str, wrong: float) -> list[str]:
    """The slips guessed when a prompt was read ``wrong``, typed so."""
    key = name.replace("__", ".")
    read = full(**{name: wrong})
    found = survey_bike(read, LEANS)
    judged = next(j for j in found.suspects if j.reading.key == key)
    prompt = read[key].prompt
    assert prompt.sight and judged.agreeing_value is not None and judged.agreeing_sd is not None
    agree = stated(prompt.sight.turn, judged.agreeing_value, LEANS)
    slips = likely_slips(prompt, typed, wrong, agree, judged.agreeing_sd, judged.reading.sigma, found, LEANS, "hood")
    for slip in slips:
        assert abs(slip.value - agree) < 2.58 * (judged.agreeing_sd**2 + judged.reading.sigma**2) ** 0.5
    return [str(s.words) for s in slips]


def test_the_likely_slip_is_named() -> None:
    nose_clamp = perfect("nose_clamp")  # 538.7
    assert guess("nose_clamp", "583", 583)[0] == "8 and 3 swapped"
    assert guess("clamp_up", f"{633 + BB:.0f}", 633 + BB)[0] == "from the floor instead of the BB"
    assert guess("clamp_floor", f"{633:.0f}", 633)[0] == "from the BB instead of the floor"
    assert guess("s_straight", "897", 897)[0] == "from the pedal axle, crank not subtracted"
    assert guess("nose_clamp", "212 mm", nose_clamp / 2.54)[0] == "inches and centimetres mixed"
    assert guess("s_behind", "54", perfect("nose_behind"))[0] == "held at the nose, not at the saddle mark"
    assert guess("s_clamp", "", perfect("s_clamp") - 100)[0] == "100 short on the tape"
    assert guess("nose_clamp", "", perfect("nose_hand"))[0] == "held at the hood, not at the bar clamp"
    to_middle = BIKE["s"].distance_mm(BIKE["h"])
    assert guess("s_hand__right", "", to_middle) == ["to the bike's middle, not out to the side"]


def test_no_slip_is_guessed_where_none_fits() -> None:
    assert guess("clamp_ahead", "451", 451) == []


def test_angles_and_signs_slip_too() -> None:
    prompt = BY_NAME["s_behind"]
    found = survey_bike(full(), LEANS)
    (first, *_) = likely_slips(prompt, "-207", -207, 207, 2, 3, found, LEANS)
    assert str(first.words) == "the sign turned"
    angle = likely_slips(BY_NAME["s_angle"], "76.3", 76.3, 73.6, 0.2, 0.3, found, LEANS)
    assert [(str(s.words), s.value) for s in angle] == [("6 and 3 swapped", pytest.approx(73.6))]


def test_ellipses_are_of_the_turned_covariance() -> None:
    rng = np.random.default_rng(3)
    found = survey_bike(on_a_slope(3.0), LEANS)
    for placed in found.points.values():
        values = np.linalg.eigvalsh(placed.covariance)
        assert (values > 0).all()
        probe = rng.normal(size=2)
        assert probe @ placed.covariance @ probe > 0


def test_readings_that_all_wander_are_restless_though_none_stands_out() -> None:
    rng = np.random.default_rng(0)
    calm = full()
    assert not survey_bike(calm, LEANS).restless
    wandering = {
        k: Taken(t.prompt, tuple(v + rng.choice((-1, 1)) * 1.9 * t.sd for v in t.values), t.side)
        for k, t in calm.items()
    }
    found = survey_bike(wandering, LEANS)
    assert found.restless
    assert not found.suspects


def in_space(a: Mark, b: Mark, side_mm: float) -> float:
    """How long a tape is between a point of the middle plane and one out to the side."""
    return float(np.linalg.norm(np.array([b.x_mm - a.x_mm, b.y_mm - a.y_mm, side_mm])))


@pytest.mark.parametrize(
    ("name", "end", "start", "side"),
    [
        ("s_hand", "h", "s", 205), ("nose_hand", "h", "nose", 205), ("bb_hand", "h", "bb", 205),
        ("s_drops", "drops", "s", 205), ("s_tops", "tops", "s", 90), ("s_pad", "pad", "s", 90),
    ],
)  # fmt: skip
def test_a_tape_to_the_hand_itself_is_brought_into_the_middle_plane(
    name: str, end: str, start: str, side: float
) -> None:
    places = {**BIKE, "bb": ORIGIN, "drops": Mark(545, 520), "tops": Mark(489, 633), "pad": Mark(430, 690)}
    tape, turn = in_space(places[start], places[end], side), BY_NAME[name].sight
    assert turn
    plane = places[start].distance_mm(places[end])
    assert tape - plane > 5, "it is no small thing"
    assert sighted(turn.turn, tape, LEANS) == pytest.approx(plane)
    assert stated(turn.turn, plane, LEANS) == pytest.approx(tape)


@settings(max_examples=40)
@given(saddles, hands, st.floats(150, 330))
def test_a_bike_taped_to_its_hands_is_the_bike(s: Mark, h: Mark, side: float) -> None:
    leans = replace(LEANS, hand_side=Known(side, 2, "read"))
    nose = s + Mark(150, 0)
    read = taken(
        s_behind=-s.x_mm, s_plumb=s.y_mm, s_nose=150.0, nose_behind=-nose.x_mm, nose_up=nose.y_mm,
        s_hand__right=in_space(s, h, side), bb_hand__right=in_space(ORIGIN, h, side), hand_up__right=h.y_mm,
        hand_ahead__right=h.x_mm,
    )  # fmt: skip
    found = survey_bike(read, leans)
    assert found.points["h"].raw.distance_mm(h) < 1e-4
    assert not found.suspects
    # Taken for a tape in the middle plane, it would put the hand beyond what its own plumb lines say.
    flat = survey_bike(read, LEANS if side == 205 else replace(LEANS, hand_side=Known(0, 0, "read")))
    assert flat.points["h"].raw.distance_mm(h) > 3 or flat.suspects


def test_half_a_bars_doubt_stands_in_the_reading() -> None:
    read = taken(s_behind=207, s_plumb=697, s_hand__right=in_space(BIKE["s"], BIKE["h"], 205), hand_up__right=641)
    sure, guessed = (
        survey_bike(read, replace(LEANS, hand_side=Known(205, sd, "read"))).points["h"].sd_x_mm for sd in (2, 30)
    )
    # 205·30 over the 774 in the middle plane, beside the tape's own.
    assert sure < 4
    assert guessed == pytest.approx(np.hypot(sure, 205 * 30 / 774), abs=0.3)


def test_a_tape_shorter_than_the_hand_is_out_is_refused() -> None:
    with pytest.raises(GeometryError, match="A tape of 300 does not reach a hand that is 330 out to the side"):
        sighted("to_hand", 300, replace(LEANS, hand_side=Known(330, 2, "read")))
