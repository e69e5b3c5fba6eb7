"""Display lists: to scale, at the marks, and the same for every writer."""

from __future__ import annotations

import re
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.body import BodyMeasures, FootFit, pose_at, segments
from waymark.core.cockpit import DropBar, FlatBar, Stem, place_hood
from waymark.core.cockpit.bars import Lever
from waymark.core.drawing.bike import SPOKES, bike_items, frame_outline, wheel_items
from waymark.core.drawing.card import HEIGHT_MM, WIDTH_MM, CardContent, CardRow, card_pages, wrapped
from waymark.core.drawing.cockpit import steerer_close_up, steerer_layers
from waymark.core.drawing.layers import layer_mark
from waymark.core.drawing.model import BikeDrawing, FrontEndDrawing
from waymark.core.drawing.place import placed
from waymark.core.drawing.primitives import (
    Circle,
    DisplayList,
    Label,
    Path,
    line,
    polyline,
    ribbon,
    ring,
    smooth,
)
from waymark.core.drawing.rider import joint_items, leg_items, near_items
from waymark.core.frame import FrameGeometry, derive
from waymark.core.marks import Mark
from waymark.core.say import say, words
from waymark.core.setup import Step

KNOWN = dict(
    head_angle_deg=71.5,
    head_tube_mm=150,
    fork_length_mm=390,
    fork_offset_mm=50,
    bb_drop_mm=72,
    reach_mm=392,
    chainstay_mm=425,
    seat_angle_deg=73.5,
)
V = derive(KNOWN).values
FRAME = FrameGeometry(
    stack_mm=V["stack_mm"],
    reach_mm=392,
    head_angle_deg=71.5,
    seat_angle_deg=73.5,
    seat_tube_mm=500,
    head_tube_mm=150,
    fork_length_mm=390,
    fork_offset_mm=50,
    bb_drop_mm=72,
    chainstay_mm=425,
    front_centre_mm=V["front_centre_mm"],
    wheel_radius_mm=345,
)
FRONT = FrontEndDrawing(8, (10, 5), (15,), Stem(90, -6, 40))
BAR = DropBar(80, 125, 32, 5)
SADDLE = Mark(-207, 694)
HOOD = place_hood(BAR, Lever(18, 22, 18, 24))


def bike(**more: object) -> BikeDrawing:
    """A drop-bar bike with the hand where the bar puts it."""
    made = BikeDrawing(FRAME, FRONT, SADDLE, 153, 0, 48, Mark(0, 0), BAR, 0, HOOD.slope_deg, 172.5, **more)
    return replace(made, hand=made.clamp + HOOD.at)


def test_wheels_are_their_true_size_at_their_axles() -> None:
    circles = [i for i in wheel_items(FRAME.front_axle, 345, 311, 19) if isinstance(i, Circle)]
    assert all(c.centre == FRAME.front_axle for c in circles)
    tyre = next(i for i in bike_items(bike()) if i.style == "tyre")
    x0, y0, x1, _ = DisplayList([tyre]).bounds()
    assert x1 - x0 == pytest.approx(690)
    assert y0 == pytest.approx(FRAME.ground_y_mm)


def test_spokes_are_one_path() -> None:
    spokes = [i for i in wheel_items(Mark(0, 0), 345, 311, 19) if i.style == "spoke"]
    assert len(spokes) == 1
    assert isinstance(spokes[0], Path)
    assert len(spokes[0].commands) == 2 * SPOKES


def test_tubes_are_all_edged_before_any_is_filled() -> None:
    styles = [i.style for i in bike_items(bike())]
    last_edge = max(i for i, s in enumerate(styles) if s == "tube-edge")
    first_fill = min(i for i, s in enumerate(styles) if s == "tube-fill")
    assert last_edge < first_fill


def test_the_saddles_top_passes_through_its_mark_and_nose() -> None:
    saddle = next(i for i in bike_items(bike()) if i.style == "saddle")
    assert isinstance(saddle, Path)
    ends = [args[-2:] for _, args in saddle.commands if args]
    assert any(x == pytest.approx(-207) and y == pytest.approx(694) for x, y in ends)
    assert max(x for x, _ in ends) == pytest.approx(-207 + 153, abs=0.1)


def test_the_stack_is_the_steerers_true_height() -> None:
    layers = steerer_layers(FRAME, FRONT)
    assert [x.kind for x in layers] == ["cover", "under", "under", "stem", "over", "cap"]
    assert sum(x.height_mm for x in layers[:3]) == 8 + 15
    assert layers[0].middle.distance_mm(FRAME.head_top) == pytest.approx(4)


def test_the_bar_is_drawn_where_the_cockpit_puts_it() -> None:
    made = bike()
    centres = [i.centre for i in bike_items(made) if isinstance(i, Circle)]
    assert any(c.distance_mm(made.clamp) < 1e-9 for c in centres)
    close = [i for i in steerer_close_up(FRAME, FRONT) if isinstance(i, Circle)]
    assert close[-1].centre.distance_mm(made.clamp) < 1e-9


def test_a_flat_bar_is_drawn_at_its_grip() -> None:
    flat = replace(bike(), bar=FlatBar(720, 10, 8, 5), hand=bike().clamp + Mark(-36, 30))
    hoods = [i for i in bike_items(flat) if i.style == "hood"]
    assert isinstance(hoods[0], Circle)
    assert hoods[0].centre == flat.hand


def test_a_held_frame_is_outlines_only() -> None:
    assert {i.style for i in frame_outline(FRAME)} == {"held", "held-wheel"}


@given(st.floats(1500, 2000), st.floats(0, 360))
def test_a_rider_of_any_size_is_drawn_at_the_joints(height: float, crank: float) -> None:
    body = segments(BodyMeasures(height, 0.152 * height))
    pose = pose_at(SADDLE, Mark(560, 650), body, FootFit(body.foot_mm), 170, crank)
    rings = [i for i in joint_items(pose) if isinstance(i, Circle)]
    assert rings[2].centre == pose.near.hip
    assert rings[3].centre == pose.shoulder
    items = [*near_items(pose, body), *leg_items(pose.far, body.foot_mm, near=False)]
    x0, y0, x1, y1 = DisplayList(items).bounds()
    assert x0 < pose.near.hip.x_mm < x1
    assert y1 > pose.shoulder.y_mm
    assert all(i.style.endswith("-far") for i in leg_items(pose.far, body.foot_mm, near=False))


@given(st.lists(st.builds(Mark, st.floats(-500, 500), st.floats(-500, 500)), min_size=3, max_size=9, unique=True))
def test_a_smooth_outline_passes_through_its_points(points: list[Mark]) -> None:
    path = smooth(points, "x")
    ends = [args[-2:] for letter, args in path.commands if letter in "MC"]
    assert [(p.x_mm, p.y_mm) for p in [*points, points[0]]] == ends


def test_path_words_are_plain_numbers() -> None:
    d = ribbon([Mark(0, 0), Mark(10, 0.123456), Mark(20, 5)], [4, 4, 2], "x").d()
    assert re.fullmatch(r"[MLCZ0-9 .\-]+", d)
    assert "0.1235" not in d


def test_placing_scales_and_moves() -> None:
    items = [line(Mark(0, 0), Mark(100, 50), "a"), Circle(Mark(10, 10), 5, "b"), Label(Mark(1, 2), "w", "c")]
    path, circle, label = placed(items, 0.1, Mark(20, 30), prefix="card-")
    assert isinstance(path, Path)
    assert isinstance(circle, Circle)
    assert path.commands[1] == ("L", (30.0, 35.0))
    assert (circle.centre, circle.radius_mm, circle.style) == (Mark(21, 31), 0.5, "card-b")
    assert label.at == Mark(20.1, 30.2)


def test_layers_are_told_apart_by_shape() -> None:
    kinds = {
        name: [type(i).__name__ for i in layer_mark(name, Mark(0, 0), 2)] for name in ("now", "goal", "plan", "built")
    }
    assert kinds == {
        "now": ["Circle"],
        "goal": ["Circle", "Circle", *["Path"] * 4],
        "plan": ["Path"],
        "built": ["Path"],
    }
    plan, built = layer_mark("plan", Mark(0, 0), 2)[0], layer_mark("built", Mark(0, 0), 2)[0]
    assert plan.commands != built.commands


def test_empty_bounds_and_rings() -> None:
    assert DisplayList().bounds() == (0, 0, 0, 0)
    assert len([c for c, _ in ring(Mark(0, 0), 10, 5, "t").commands if c == "M"]) == 2
    assert polyline((Mark(0, 0), Mark(1, 1)), "x", closed=True).commands[-1] == ("Z", ())


def pages(steps: int = 10, cautions: int = 4) -> list[DisplayList]:
    """A full card."""
    made = bike()
    row = CardRow("Saddle", Mark(-208, 697), Mark(-207, 694), Mark(-206, 694), say("±3, 2"))
    return card_pages(
        CardContent(
            rider="Tamsin Orre",
            bike="Ostrel Drift M",
            under=say("Workshop card"),
            rows=(row, row, row),
            steps=tuple(Step(words(f"Do {i}"), say("look"), say("bolt")) for i in range(steps)),
            cautions=tuple(words(f"Caution {i} " + "word " * 20) for i in range(cautions)),
            parts=(say("Frame"), say("Stem")),
            drawing=made,
            saddle=made.saddle,
            hand=made.hand,
        )
    )


def card(steps: int = 10) -> DisplayList:
    """Its first page."""
    return pages(steps)[0]


@pytest.mark.parametrize("cautions", [0, 4, 7, 12, 20])
def test_no_caution_is_ever_dropped(cautions: int) -> None:
    made = pages(cautions=cautions)
    assert len(made) == (1 if cautions <= 4 else 2)
    printed = " ".join(i.text for page in made for i in page.items if isinstance(i, Label))
    for n in range(cautions):
        assert f"Caution {n} " in printed
    assert all(i.at.y_mm > 8 for page in made for i in page.items if isinstance(i, Label))


def test_nothing_of_the_card_falls_off_the_paper() -> None:
    x0, y0, x1, y1 = card().bounds()
    assert x0 >= 4
    assert y0 >= 4
    assert x1 <= WIDTH_MM - 4
    assert y1 <= HEIGHT_MM - 4
    for item in card().items:
        if isinstance(item, Label):
            assert 0 < item.at.x_mm < WIDTH_MM
            assert 0 < item.at.y_mm < HEIGHT_MM


def test_the_card_has_room_for_ten_steps_and_no_more() -> None:
    words = [i.text for i in card(steps=14).items if isinstance(i, Label)]
    assert "Do 9" in words
    assert "Do 10" not in words


def test_no_torque_is_ever_filled_in() -> None:
    words = [i.text for i in card().items if isinstance(i, Label)]
    assert words.count("Nm") == 10
    assert not any(re.search(r"\d+\s*Nm", w) for w in words)


def test_words_wrap_whole() -> None:
    text = "one two three four five"
    assert " ".join(wrapped(text, 9)) == text
    assert all(len(w) <= 9 for w in wrapped(text, 9))
