"""The made-to-measure frame: it carries the marks, its rules' optimum is the least of all tried, and what is set stays."""

from __future__ import annotations

from itertools import product
from math import atan2, cos, degrees, hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.cockpit import bar_clamp
from waymark.core.drawing.frame_sheet import HEIGHT_MM, WIDTH_MM, FrameSheet, frame_page
from waymark.core.drawing.primitives import Label, Path
from waymark.core.errors import GeometryError
from waymark.core.frame.made import CHOICES, COSTS, MadeFor, MadeFrame, made_to_measure, stem_for_size_mm, stem_offset
from waymark.core.house import HOUSE
from waymark.core.marks import Mark
from waymark.core.say import say
from waymark.core.seat import SaddleFit, saddle_mark

FIT = SaddleFit(48, 22)
CLAMP, SADDLE = Mark(470, 620), Mark(-200, 700)
# One step of each choice that stays on the grid.
STEPS = {
    "head_angle_deg": 0.5, "stem_length_mm": 10, "spacers_mm": 5, "fork_offset_mm": 2, "chainstay_mm": 5, "post_showing_mm": 20,
}  # fmt: skip


def rider(clamp: Mark = CLAMP, saddle: Mark = SADDLE, kind: str = "road", head: float = 72.5, **more: float) -> MadeFor:
    """Somebody to make a frame for."""
    return MadeFor(clamp, saddle, FIT, kind, HOUSE.stem_windows[kind], HOUSE.trail_windows[kind], head, 340, **more)


RIDERS = st.builds(
    lambda x, y, height, head, kind, foot, centre, stands: rider(
        Mark(x, y),
        Mark(-0.28 * height, 0.96 * height),
        kind,
        head,
        foot_mm=foot,
        centre_x_mm=centre,
        stands_mm=stands,
        stand_x_mm=-0.28 * height + 200,
    ),
    x=st.floats(430, 600),
    y=st.floats(560, 820),
    height=st.floats(600, 900),
    head=st.floats(68, 73),
    kind=st.sampled_from(["road", "gravel", "endurance", "city"]),
    foot=st.none() | st.floats(220, 320),
    centre=st.none() | st.floats(-20, 90),
    stands=st.none() | st.floats(680, 950),
)


@settings(max_examples=25)
@given(it=RIDERS)
def test_it_puts_bar_and_saddle_where_they_were_wanted(it: MadeFor) -> None:
    try:
        made = made_to_measure(it)
    except GeometryError:
        return
    g = made.geometry
    at = bar_clamp(g.head_top, g.head_angle_deg, g.cover_mm, made.spacers_mm, made.stem)
    assert at.distance_mm(it.clamp) < 0.75  # stack and reach are whole mm
    s = saddle_mark(g.seat_angle_deg, g.seat_tube_mm + made.post_showing_mm, made.setback_mm, 0, FIT)
    # The seat angle is told to a tenth: 0.05° over 850 mm.
    assert s.distance_mm(it.saddle) < 2 or g.seat_angle_deg in (70.0, 82.0)
    # The head tube, fork and front centre close on the axle.
    u = Mark(-cos(radians(g.head_angle_deg)), sin(radians(g.head_angle_deg)))
    crown = g.head_top - u.scaled(g.head_tube_mm)
    along = sqrt(g.fork_length_mm**2 - g.fork_offset_mm**2)
    axle = crown - u.scaled(along) + Mark(u.y_mm, -u.x_mm).scaled(g.fork_offset_mm)
    assert axle.distance_mm(g.front_axle) < 1.5


def costs(it: MadeFor, usual: dict[str, float], pick: tuple[float, ...]) -> float | None:
    """What is against one choice of everything, by formulas of this test's own; ``None`` where no head tube is left."""
    head, offset, length, angle, pile, stay, post, setback, gamma, seat = pick
    t, a = radians(head), radians(angle)
    up = 8 + pile + 20 + length * sin(a)
    ahead = length * cos(a)
    stack = round(it.clamp.y_mm - up * sin(t) - ahead * cos(t))
    reach = round(it.clamp.x_mm + up * cos(t) - ahead * sin(t))
    # Down the steering axis from the head tube's top until the axle, the offset ahead of it, is at the BB drop.
    down = (stack - usual["bb_drop_mm"] + offset * cos(t)) / sin(t)
    tube = down - sqrt(usual["fork_length_mm"] ** 2 - offset**2)
    if tube < 70:
        return None
    axle = reach + down * cos(t) + offset * sin(t)
    trail = (340 * cos(t) - offset) / sin(t)
    low, high = it.trail_window_mm
    points = 2 * abs(head - it.head_angle_deg) + 0.1 * abs(offset - usual["fork_offset_mm"])
    points += 0.1 * abs(length - stem_for_size_mm(it)) + 0.05 * abs(pile - 20)
    points += 0.05 * abs(angle - max(-6, it.stems.angle_least_deg))
    points += max(low - trail, trail - high, 0)
    points += 100 * max(0.17 - tube / stack, tube / stack - 0.36, 0)
    if it.foot_mm is not None:
        shoe = 170 + 0.28 * it.foot_mm + 12
        points += 0.5 * max(0, 5 - (hypot(axle - shoe, usual["bb_drop_mm"]) - 340))
    points += 0.05 * abs(stay - usual["chainstay_mm"])
    if it.centre_x_mm is not None:
        rear = sqrt(stay**2 - usual["bb_drop_mm"] ** 2)
        share = 100 * (it.centre_x_mm + rear) / (axle + rear)
        points += 2 * max(40 - share, share - 46, 0)
    points += 0.05 * abs(post - 150)
    if it.stands_mm is not None:
        g = radians(gamma)
        x, y = -(seat - post) * cos(g), (seat - post) * sin(g)
        there = y + (stack - y) / (reach - x) * (it.stand_x_mm - x) + 340 - usual["bb_drop_mm"]
        points += 0.5 * max(0, there - it.stands_mm)
    return points


@settings(max_examples=4)
@given(it=RIDERS.filter(lambda it: it.kind in ("road", "endurance")))
def test_nothing_on_the_grid_has_less_against_it(it: MadeFor) -> None:
    usual = {
        "road": dict(fork_length_mm=370.0, fork_offset_mm=45.0, bb_drop_mm=71.0, chainstay_mm=410.0),
        "endurance": dict(fork_length_mm=376.0, fork_offset_mm=48.0, bb_drop_mm=75.0, chainstay_mm=418.0),
    }[it.kind]
    try:
        made = made_to_measure(it)
    except GeometryError:
        made = None
    # The seat does not hang on the front: its angle and post are taken as drawn.
    rails = it.saddle - Mark(22, 48)
    line = degrees(atan2(rails.y_mm, -rails.x_mm))
    setback = 0.0 if line >= 72 else 20.0
    gamma = round(min(max(line + degrees(atan2(setback, sqrt(rails.length_mm**2 - setback**2))), 70.0), 82.0), 1)
    g = radians(gamma)
    # Where the tube's line and the rails' level meet: p up the tube and so far along the rails.
    seat = (rails.y_mm + setback * cos(g)) / sin(g)
    fronts = product(
        [it.head_angle_deg + s for s in (-2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5)],
        [usual["fork_offset_mm"] + s for s in (-2, 0, 2, 4, 7)],
        [80, 90, 100, 110, 120, 130],
        [-6, 0, 6],
        [20, 25, 30],
    )
    stays = [usual["chainstay_mm"] + s for s in range(-5, 31, 5)]
    least = None
    for front in fronts:
        # Stay and post each touch the front alone: the least of each is the least of both.
        by_stay = [costs(it, usual, (*front, stay, 150, setback, gamma, seat)) for stay in stays]
        if by_stay[0] is None:
            continue
        stay = stays[min(range(len(stays)), key=lambda i: by_stay[i] or 0)]
        every = [costs(it, usual, (*front, stay, post, setback, gamma, seat)) for post in range(150, 251, 20)]
        found = min(c for c in every if c is not None)
        least = found if least is None else min(least, found)
    assert (made is None) == (least is None)
    if made is not None and least is not None:
        assert made.points == pytest.approx(least, abs=0.02)


def made_with(**wished: float) -> MadeFrame:
    return made_to_measure(rider(foot_mm=265, centre_x_mm=30, stands_mm=800, stand_x_mm=0), wished)


@pytest.mark.parametrize("what", CHOICES)
def test_what_the_fitter_sets_stays_and_the_rest_makes_room(what: str) -> None:
    free = made_with()
    wanted = free.chosen[what] + STEPS.get(what, 5)
    held = made_with(**{what: wanted})
    assert held.chosen[what] == wanted
    # What is set on the grid is never better than what was free, and the marks are still carried.
    if what in STEPS:
        assert held.points >= free.points - 1e-9
    g = held.geometry
    at = bar_clamp(g.head_top, g.head_angle_deg, g.cover_mm, held.spacers_mm, held.stem)
    assert at.distance_mm(CLAMP) < 0.75


def test_rules_for_a_riders_size() -> None:
    small, tall = rider(Mark(400, 600), Mark(-170, 600)), rider(Mark(560, 760), Mark(-250, 850))
    # 570 from saddle to bar and below: the shortest of the best; 860 and above: the longest workable.
    assert (stem_for_size_mm(small), stem_for_size_mm(tall)) == (100, 120)
    assert stem_for_size_mm(rider(Mark(620, 760), Mark(-260, 850))) == 130
    # A long trunk on a short wheelbase wants weight forward: the stays grow for it.
    light = made_to_measure(rider(foot_mm=265, centre_x_mm=-15))
    heavy = made_to_measure(rider(foot_mm=265, centre_x_mm=60))
    assert light.geometry.chainstay_mm > heavy.geometry.chainstay_mm
    # Long feet under a short front: a slacker head angle or more offset until the shoe passes.
    near = rider(Mark(447, 560), Mark(-190, 640), foot_mm=270)
    assert (made_to_measure(near).toe_mm or 0) > -3
    assert made_to_measure(near).geometry.head_angle_deg <= near.head_angle_deg
    # Nobody to stand over it asks nothing; somebody short gets a lower tube and more post.
    assert made_to_measure(rider()).standing_room_mm is None
    low = made_to_measure(rider(stands_mm=700, stand_x_mm=0))
    assert low.post_showing_mm > made_to_measure(rider(stands_mm=900, stand_x_mm=0)).post_showing_mm
    assert set(low.against) <= set(COSTS)


def test_no_frame_under_a_bar_that_is_too_low_says_what_would_help() -> None:
    with pytest.raises(GeometryError) as wrong:
        made_to_measure(rider(Mark(450, 430)))
    assert wrong.value.field == "spacers_mm"
    assert "set a shorter pile, a stem that rises or a shorter fork" in str(wrong.value)
    assert stem_offset(made_with(stem_angle_deg=0, stem_length_mm=100).stem) == (100, 20)


@pytest.mark.parametrize("clamp", [Mark(400, 560), Mark(470, 620), Mark(600, 830)])
def test_the_drawing_stays_on_its_page_and_its_angles_clear_of_every_line(clamp: Mark) -> None:
    made = made_to_measure(rider(clamp, Mark(-0.3 * clamp.y_mm, 1.1 * clamp.y_mm), "endurance"))
    page = frame_page(FrameSheet(say("Frame"), say("for nobody"), made.geometry, [say("A note.")] * 10))
    labels = [i for i in page.items if isinstance(i, Label)]
    assert all(5 < i.at.y_mm < HEIGHT_MM - 5 and 5 < i.at.x_mm < WIDTH_MM - 5 for i in labels)
    g = made.geometry
    angles = [i for i in labels if i.style == "figure-strong" and i.anchor == "middle"]
    assert {i.text for i in angles} == {f"{g.head_angle_deg:.1f}°", f"{g.seat_angle_deg:.1f}°"}
    for it in angles:
        left, right = it.at.x_mm - 6, it.at.x_mm + 6
        for path in (i for i in page.items if isinstance(i, Path)):
            xs = [args[k] for _, args in path.commands for k in range(0, len(args), 2)]
            ys = [args[k] for _, args in path.commands for k in range(1, len(args), 2)]
            if not xs or max(xs) < left or min(xs) > right:
                continue
            # No line passes between the figure's foot and its top.
            assert max(ys) < it.at.y_mm - 0.5 or min(ys) > it.at.y_mm + 2.4, path
    assert tan(radians(g.head_angle_deg)) > 0
