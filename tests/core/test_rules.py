"""Judgements, house rules, cautions and plausible bodies."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.contact import Contact, ContactKind
from waymark.core.marks import Mark
from waymark.core.rules.assumed import ASSUMED
from waymark.core.rules.body_bounds import BODY_BOUNDS, foot_from_height_mm, plausibility, usual_mm
from waymark.core.rules.cautions import ALWAYS, Situation, cautions_for, mentions_pain
from waymark.core.rules.house import DISCIPLINES, NUMBERS, STEM_WINDOWS, TOLERANCES, angle_windows
from waymark.core.rules.racing import LOOK_UP, RaceRules, rules_say
from waymark.core.rules.verdict import judge, judge_pair, show_miss, worst
from waymark.core.say import say
from waymark.core.search import Tolerance
from waymark.core.setup import SetupFacts, steps_for


@pytest.mark.parametrize(
    ("miss", "tolerance", "word"),
    [
        (0, 5, "in"),
        (3.4, 5, "in"),
        (3.6, 5, "edge"),
        (4, 5, "edge"),
        (-5, 5, "edge"),
        (5.01, 5, "out"),
        (1, 1, "edge"),
        (-2.1, 2, "out"),
    ],
)
def test_judgements(miss: float, tolerance: float, word: str) -> None:
    assert judge(miss, tolerance) == word


def test_the_worse_direction_decides() -> None:
    assert judge_pair(1, -5, 5, 5) == "edge"
    assert judge_pair(1, -6, 5, 5) == "out"
    assert worst("in", "edge", "in") == "edge"


@given(st.floats(-30, 30), st.sampled_from([1.0, 2.0, 3.0, 5.0]))
def test_a_shown_miss_never_contradicts_its_chip(miss: float, tolerance: float) -> None:
    shown = str(show_miss(miss, tolerance)).replace("−", "-")
    if judge(miss, tolerance) == "out" and abs(miss) - tolerance > 0.05:
        assert judge(float(shown), tolerance) == "out"
    if judge(miss, tolerance) != "out":
        assert judge(float(shown), tolerance) != "out"


def test_shown_misses() -> None:
    assert str(show_miss(5.4, 5)) == "+5.4"
    assert str(show_miss(-3.2, 5)) == "−3"
    assert str(show_miss(0.3, 5)) == "0"
    assert str(show_miss(12.4, 5)) == "+12"


def test_every_house_number_has_its_reason_and_source() -> None:
    for default in (*TOLERANCES.values(), *NUMBERS.values(), *ASSUMED.values()):
        assert default.value > 0
        assert default.reason.endswith(".")
        assert default.source


def test_tolerances_of_the_handbook() -> None:
    t = Tolerance()
    assert (t.saddle_y_mm, t.saddle_x_mm, t.hand_x_mm, t.hand_y_mm) == (2, 3, 5, 5)
    assert t.hand_weights() == (1, 1)
    wx, wy = Tolerance(hand_x_mm=10, hand_y_mm=5).hand_weights()
    assert wx * 10**2 == pytest.approx(wy * 5**2)


def test_stem_windows_rank_lengths() -> None:
    road = STEM_WINDOWS["road"]
    assert [road.rank(x) for x in (70, 80, 100, 120, 130, 140)] == [2, 1, 0, 0, 1, 2]
    for name in DISCIPLINES:
        w = STEM_WINDOWS[name]
        assert w.least_mm <= w.best_least_mm <= w.best_greatest_mm <= w.greatest_mm
        assert set(angle_windows(name)) == {"knee", "hip", "trunk", "shoulder"}


CALM = Situation(False, False, False, False, False, None, False, 0)


def test_cautions_apply_where_they_should_and_always_end_with_the_makers_word() -> None:
    assert cautions_for(CALM) == list(ALWAYS)
    everything = cautions_for(Situation(True, True, True, True, True, -8, True, 12))
    text = " ".join(map(str, everything))
    assert str(everything[0]).startswith("Pain that stays")
    for words in (
        "not diagnoses",
        "Carbon",
        "insertion mark",
        "overlap by 8",
        "steps of 5",
        "hoses",
        "printed on the part",
    ):
        assert words in text
    assert not any("overlap" in str(c) for c in cautions_for(Situation(True, True, False, False, False, 20, False, 0)))


@pytest.mark.parametrize(
    ("words", "hurts"),
    [("my hands go numb", True), ("neck aching", True), ("I like hills", False), ("Pain!", True)],
)
def test_words_of_pain_are_heard(words: str, hurts: bool) -> None:
    assert mentions_pain(words) is hurts


def test_plausible_bodies() -> None:
    assert plausibility("inseam", 824, 1760) is None
    assert str(plausibility("foot", 302, 1760)) == "15 long"
    assert str(plausibility("inseam", 600, 1760)) == "104 short"
    assert plausibility("height", 1760, 1760) is None
    assert usual_mm("inseam", 2000) == (800, 1040)
    assert foot_from_height_mm(1780) == pytest.approx(270.6, abs=0.1)
    for bound in BODY_BOUNDS.values():
        assert bound.least < bound.greatest


FACTS = dict(
    old_crank_mm=172.5,
    old_foot_stack_mm=25,
    cleat_aft_by_mm=0,
    foot_out_mm=0,
    heels_in_by_deg=0,
    post_from_bb_mm=677,
    post_showing_mm=177,
    post_name="Mast",
    slide_mm=11,
    nose_behind_bb_mm=54,
    under_mm=(10, 5),
    over_mm=(),
    cover_mm=8,
    stem_length_mm=90,
    stem_stands_deg=-6,
    stem_turned=False,
    contact=Contact("hood", Mark(85, 12)),
    foot_stack_mm=25,
    crank_mm=172.5,
    bar_stands=say("ramp level, hoods rising 8°"),
)


def test_steps_are_in_the_order_of_work_and_fit_the_card() -> None:
    steps = steps_for(SetupFacts(**FACTS))
    said = [str(s.what).split()[0] for s in steps]
    assert said == [
        "Level",
        "Old",
        "Post",
        "Saddle:",
        "Spacers:",
        "Stem",
        "Bar",
        "Hoods:",
        "Pedals",
        "Measure",
    ]
    assert str(steps[4].what) == "Spacers: 10 and 5 below, none above."
    assert str(steps[5].what) == "Stem 90, standing at −6°, the low way round."
    assert str(steps[3].what).startswith("Saddle: nose 54 behind BB")
    assert str([s.bolt for s in steps if s.bolt][0]) == "collar"
    assert not any(c.isdigit() for s in steps for c in str(s.bolt))


def test_a_bar_is_set_by_an_angle_and_pen_marks_are_for_the_bike_they_are_on() -> None:
    steps = steps_for(SetupFacts(**FACTS))
    assert str(steps[6].what) == "Bar square to the fork crown, ramp level, hoods rising 8°."
    assert "pen" not in " ".join(f"{s.what} {s.check}" for s in steps).lower()
    read = say("ramp 1° up to the front, rail scale 4")
    steps = steps_for(SetupFacts(**{**FACTS, "as_read": read}))
    assert str(steps[1].check) == "as it came: ramp 1° up to the front, rail scale 4"
    stays = steps_for(SetupFacts(**{**FACTS, "own_post_by_mm": -3.6, "own_slide_by_mm": 0.3}))
    assert str(stays[1].what) == "Pen a mark on the post at the collar, on the rails at the clamp."
    assert [str(s.what) for s in stays[2:4]] == [
        "Post: 4 down from its mark.",
        "Saddle: stays where it is clamped; top level within 1°.",
    ]


def test_steps_of_a_flat_bar_and_a_turned_stem() -> None:
    more = {
        "contact": Contact("grip", Mark(-36, 12), width_mm=760, inset_mm=55, sweep_deg=8),
        "stem_stands_deg": 10,
        "stem_turned": True,
        "slide_mm": 0.2,
    }
    steps = steps_for(SetupFacts(**{**FACTS, **more, "nose_behind_bb_mm": -12}))
    text = " ".join(f"{s.what} {s.check}" for s in steps)
    assert str(steps[7].what) == "Grips: centre 36 behind the bar clamp, 12 above, both alike."
    where = "bar 760 wide, hands 55 in from its ends, swept 8°"
    assert str(steps[7].check) == f"{where}; wrist straight, weight on the whole palm"
    assert "+10°, the high way round, turned over" in text
    assert "clamped at their middle" in text
    assert "nose 12 ahead of BB" in text


@pytest.mark.parametrize(
    ("contact", "what", "check", "bolt", "last"),
    [
        (
            "hood",
            "Hoods: hollow 85 ahead of the bar clamp, 12 above, both alike.",
            "palm in line with the forearm",
            "lever clamps",
            "Measure saddle and hoods; write them in Built, above.",
        ),
        (
            "grip",
            "Grips: centre 85 ahead of the bar clamp, 12 above, both alike.",
            "wrist straight, weight on the whole palm",
            "grips, levers",
            "Measure saddle and grips; write them in Built, above.",
        ),
        (
            "pad",
            "Pads: centre 85 ahead of the bar clamp, 12 above, both alike.",
            "centres 190 apart, extension ends 252 ahead of them, 18 above; forearm along the pad, elbow just behind it",
            "pads, extensions",
            "Measure saddle, pads and extension ends; write them in Built, above.",
        ),
        (
            "extension",
            "Extensions: end 85 ahead of the bar clamp, 12 above, both alike.",
            "wrist straight at the end",
            "extensions",
            "Measure saddle and extension ends; write them in Built, above.",
        ),
    ],
)
def test_each_kind_of_contact_has_its_own_sentences(
    contact: ContactKind, what: str, check: str, bolt: str, last: str
) -> None:
    to_hand, width = (Mark(252, 18), 190) if contact == "pad" else (Mark(0, 0), None)
    held = Contact(contact, Mark(85, 12), to_hand, width_mm=width)
    steps = steps_for(SetupFacts(**{**FACTS, "contact": held, "bar_stands": say("left clamped as it is")}))
    assert (str(steps[7].what), str(steps[7].check), str(steps[7].bolt)) == (what, check, bolt)
    assert str(steps[-1].what) == last
    others = {"hood", "grip", "pad", "extension"} - {contact} - ({"extension"} if contact == "pad" else set())
    said = " ".join(f"{s.what} {s.check} {s.bolt}" for s in steps).lower()
    assert not any(f"{other}s" in said for other in others)


def test_steps_without_a_post_leave_it_out() -> None:
    steps = steps_for(SetupFacts(**{**FACTS, "post_from_bb_mm": None, "post_showing_mm": None, "slide_mm": None}))
    assert len(steps) == 8


@pytest.mark.parametrize(
    ("rules", "nose", "bar", "words"),
    [
        (RaceRules(), -20, 380, []),
        (
            RaceRules(50, 400),
            None,
            None,
            ["Rules: the nose's place and the bar's width not known yet.", str(LOOK_UP)],
        ),
        (RaceRules(50, 400), -60, None, ["Rules: the bar's width not known yet.", str(LOOK_UP)]),
        (RaceRules(50), -60, None, [f"Within the rules. {LOOK_UP}"]),
        (RaceRules(50, 400, "2026-03"), -50, 400, [f"Within the rules as read 2026-03. {LOOK_UP}"]),
        (RaceRules(50), -11, 380, ["Rules: the nose 11 behind the BB, 50 behind asked, 39 short.", str(LOOK_UP)]),
        (RaceRules(50), 4, None, ["Rules: the nose 4 ahead of the BB, 50 behind asked, 54 short.", str(LOOK_UP)]),
        (RaceRules(None, 400), -11, 380, ["Rules: the bar 380 wide, 400 asked, 20 short.", str(LOOK_UP)]),
    ],
)
def test_an_events_rules_are_held_against_what_is_known(
    rules: RaceRules, nose: float | None, bar: float | None, words: list[str]
) -> None:
    assert [str(s) for s in rules_say(rules, nose, bar)] == words
