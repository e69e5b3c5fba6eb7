"""A side photograph as an instrument: what was clicked gives the marks, how surely, and what is wrong with it."""

from __future__ import annotations

from dataclasses import replace
from math import degrees

import numpy as np
import pytest

from tests.oracle_photo import Made, slope, worked_question
from waymark.core.errors import InputError
from waymark.core.photo import Click, Judged, Photograph, WheelSize, judge_photo
from waymark.core.survey.blocks import Block, judge_together
from waymark.core.survey.model import Reading

MARKS = {"S": (-195.0, 705.0), "N": (60.0, 712.0), "B": (440.0, 592.0), "H": (520.0, 600.0)}


def worked() -> Photograph:
    """The photograph whose marks are known."""
    q = worked_question()
    clicks = tuple(Click(c["id"], c["at"], c["u_px"], c["v_px"], far=c.get("far", False)) for c in q["clicks"])
    wheel = WheelSize(622, 28)
    return Photograph(4000, 3000, "right", "rim", wheel, wheel, clicks, focal_px=6000, crank_mm=172.5)


def block_of(found: Judged) -> Block:
    order = tuple((name[:-5], name[-4]) for name in found.order)
    values = [getattr(found.mark(m), f"{axis}_mm") for m, axis in order]
    return Block("photo", order, np.array(values), found.covariance)


def test_the_worked_photograph() -> None:
    found = judge_photo(worked())
    at = {m: (round(found.mark(m).x_mm, 1), round(found.mark(m).y_mm, 1)) for m in "SNBH"}
    assert at == {"S": (-197.0, 704.6), "N": (59.6, 712.3), "B": (438.6, 591.5), "H": (519.2, 600.6)}
    sds = dict(zip(found.order, np.sqrt(np.diag(found.covariance)), strict=True))
    assert [round(sds[n], 2) for n in ("S_x_mm", "S_y_mm", "H_x_mm", "H_y_mm")] == [3.45, 3.44, 2.61, 3.29]
    camera = found.camera
    assert (round(camera.yaw_deg, 2), round(camera.pitch_deg, 2)) == (6.96, 4.18)
    assert (round(camera.steer_deg, 2), round(camera.steer_sd_deg, 2)) == (2.03, 0.66)
    assert round(found.fitted.value("W"), 2) == 990.36
    assert (found.fitted.freedom, round(found.variance_factor, 2)) == (12, 1.08)
    assert (found.verdict, found.flags, found.suspect) == ("good", (), None)


def test_a_taped_saddle_height_mends_all_marks_at_once() -> None:
    photo = judge_photo(worked())
    found = judge_together([Reading("bs", "distance", "S", 733, sd=2)], [block_of(photo)])
    s, h = found.points["S"], found.points["H"]
    assert s.at is not None and h.at is not None
    assert (round(s.at.x_mm, 1), round(s.at.y_mm, 1)) == (-197.4, 705.6)
    assert (s.sd_x_mm, s.sd_y_mm) == (pytest.approx(3.17, abs=0.006), pytest.approx(1.83, abs=0.006))
    assert (round(h.at.x_mm, 1), round(h.at.y_mm, 1)) == (519.6, 601.2)
    assert found.readings[0].standardised == pytest.approx(-0.32, abs=0.01)
    # What it was said to leave of the marks' summed variance is what it leaves.
    left = sum((p.sd_x_mm or 0) ** 2 + (p.sd_y_mm or 0) ** 2 for p in found.points.values())
    said = next(x for x in photo.helps if (x.start, x.end) == ("BB", "S"))
    assert left / np.trace(photo.covariance) == pytest.approx(said.variance_left, abs=1e-4)
    assert [x.variance_left for x in photo.helps] == sorted(x.variance_left for x in photo.helps)


@pytest.mark.parametrize(
    ("made", "side", "within_mm"),
    [
        (Made(MARKS), "right", 0.02),
        (Made(MARKS, yaw_deg=-13, pitch_deg=-6, roll_deg=-4), "right", 0.02),
        (Made(MARKS, yaw_deg=9, roll_deg=3, distance_mm=2600, focal_px=4000, far_hood=False), "left", 0.02),
        (Made({"S": (-60.0, 730.0), "P": (470.0, 640.0), "H": (720.0, 640.0)}, edge="tyre", yaw_deg=-5), "right", 0.1),
    ],
)
def test_clicks_without_error_give_the_marks_back(made: Made, side: str, within_mm: float) -> None:
    found = judge_photo(made.photograph(side))
    for name, (x, y) in made.places.items():
        assert abs(found.mark(name).x_mm - x) < within_mm
        assert abs(found.mark(name).y_mm - y) < within_mm
    assert found.camera.yaw_deg == pytest.approx(made.yaw_deg, abs=0.05)
    assert found.camera.pitch_deg == pytest.approx(made.pitch_deg, abs=0.05)
    assert found.camera.distance_mm == pytest.approx(made.distance_mm, rel=0.001)
    assert (found.verdict, found.suspect) == ("good", None)


def test_steering_is_seen_by_both_hoods_and_turned_back() -> None:
    found = judge_photo(Made(MARKS, steer_deg=4).photograph())
    one = judge_photo(Made(MARKS, steer_deg=4, far_hood=False).photograph())
    assert found.camera.steer_deg == pytest.approx(4, abs=0.3)
    assert found.camera.steer_sd_deg < 0.8 < one.camera.steer_sd_deg
    hand = found.mark("H")
    assert abs(hand.x_mm - 520) < 1 and abs(hand.y_mm - 600) < 1


def test_clicks_as_unsure_as_they_are_said_to_be_leave_marks_as_sure_as_told() -> None:
    # Depths and radii at their usual values: what is left is the clicks' own share, no more than is told of all.
    wide = []
    for seed in range(6):
        found = judge_photo(Made(MARKS, rng=np.random.default_rng(seed)).photograph())
        off = [getattr(found.mark(n[:-5]), f"{n[-4]}_mm") - MARKS[n[:-5]][n[-4] == "y"] for n in found.order]
        wide.append(np.array(off) @ np.linalg.inv(found.covariance) @ np.array(off))
        assert found.verdict == "good" or found.suspect is not None
    # Eight coordinates: χ² of 48 at 0.9999 is 91.
    assert sum(wide) < 91


@pytest.mark.parametrize("key", ["rear_outline 3", "front_axle", "rear_axle"])
def test_a_click_far_off_is_the_suspect(key: str) -> None:
    found = judge_photo(Made(MARKS, shift={key: (32.0, -24.0)}).photograph(wheelbase_mm=990.0))
    # An axle's click and its depth can hardly be told apart: a depth named means its click first.
    assert found.suspect in (key, f"z{key}")
    assert (found.verdict, [f.code for f in found.flags]) == ("usable", ["suspect"])


@pytest.mark.parametrize(
    ("made", "known", "flags", "verdict"),
    [
        (Made(MARKS, yaw_deg=17), {}, ["oblique"], "usable"),
        (Made(MARKS, yaw_deg=3, pitch_deg=15), {}, ["oblique"], "refused"),
        (Made(MARKS), {"focal_px": None}, ["focal_unknown"], "usable"),
        (Made(MARKS, focal_px=2800), {}, ["small"], "usable"),
        (Made(MARKS, distance_mm=1700, focal_px=2600), {}, ["close"], "usable"),
        (Made(MARKS, steer_deg=7), {}, ["steered"], "usable"),
    ],
)
def test_what_makes_a_photograph_worth_less_is_named(
    made: Made, known: dict[str, None], flags: list[str], verdict: str
) -> None:
    found = judge_photo(made.photograph(**known))
    assert [f.code for f in found.flags if f.code != "suspect"] == flags
    assert found.verdict == verdict


def test_joints_give_the_riders_angles() -> None:
    joints = {
        "hip": (-170.0, 790.0), "knee": (170.0, 540.0), "ankle": (30.0, 130.0),
        "shoulder": (210.0, 1130.0), "elbow": (370.0, 850.0), "wrist": (500.0, 640.0),
    }  # fmt: skip
    found = judge_photo(Made({**MARKS, **joints}).photograph())
    plain = judge_photo(Made(MARKS).photograph())

    def corner(a: str, at: str, b: str) -> float:
        apart = abs(degrees(slope(joints[at], joints[a]) - slope(joints[at], joints[b]))) % 360
        return min(apart, 360 - apart)

    told = {name: round(a.value, 1) for name, a in found.angles.items()}
    assert told == {
        "knee_flexion_deg": round(180 - corner("hip", "knee", "ankle"), 1),
        "hip_deg": round(corner("knee", "hip", "shoulder"), 1),
        "trunk_deg": round(degrees(slope(joints["hip"], joints["shoulder"])), 1),
        "shoulder_deg": round(corner("hip", "shoulder", "elbow"), 1),
        "elbow_flexion_deg": round(180 - corner("shoulder", "elbow", "wrist"), 1),
    }
    assert all(0.2 < a.sd < 3 for a in found.angles.values())
    # They stay out of the marks' covariance, and change nothing of it.
    assert found.order == plain.order
    assert found.covariance == pytest.approx(plain.covariance, rel=1e-3)


def test_what_is_no_photograph_of_a_bike_is_told() -> None:
    good = worked()

    def refused(photo: Photograph) -> str:
        with pytest.raises(InputError) as wrong:
            judge_photo(photo)
        return f"{wrong.value.field}: {wrong.value}"

    few = replace(good, clicks=tuple(c for c in good.clicks if c.key not in ("rear_outline 0", "rear_outline 1")))
    assert refused(few).startswith("clicks: A wheel's outline needs more clicks, well apart.")
    none = replace(good, clicks=tuple(c for c in good.clicks if c.at != "BB"))
    assert refused(none).startswith("clicks: This place must be clicked.")
    twice = replace(good, clicks=(*good.clicks, good.clicks[0]))
    assert refused(twice).startswith("clicks: Two clicks have the same id.")
    bare = replace(good, edge="tyre", rear=WheelSize(622))
    assert refused(bare).startswith("rear.tyre_mm: A tyre's edge was clicked, and nothing says how large it is.")
    line = tuple(replace(c, u_px=1000.0 + 50 * i, v_px=1500.0) for i, c in enumerate(good.clicks))
    assert judge_photo(replace(good, clicks=line)).verdict == "refused"
