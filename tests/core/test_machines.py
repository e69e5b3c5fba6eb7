"""Indoor bikes: data mended by tape finds the truth that was hidden, and a whole machine dials both marks."""

from __future__ import annotations

from itertools import product
from math import asin, cos, degrees, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.drawing.machine import machine_items
from waymark.core.drawing.machine_card import MachineCard, card_page
from waymark.core.drawing.own_bike import own_bike_items
from waymark.core.drawing.primitives import Circle, DisplayList, Label
from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.trainer import Axis, Machine, Slide, Stop, Taped, Wheels, calibrate, dial, stand_on


def ruler(name: str, direction: float, least: int, greatest: int, step: int) -> Axis:
    """A slider with a stop every so many mm."""
    return Axis(name, direction, tuple(Stop(float(x), str(x)) for x in range(least, greatest + 1, step)))


SADDLE = Slide(Mark(-100, 360), (ruler("post", 106, 0, 400, 10), ruler("fore", 0, -60, 60, 10)))
BAR = Slide(Mark(450, 420), (ruler("post", 104, 0, 380, 10), ruler("fore", 0, 0, 200, 10)))
MACHINE = Machine(SADDLE, BAR, (165.0, 170.0, 175.0))


def true_mark(origin: Mark, angles: tuple[float, float], mm: tuple[float, float]) -> Mark:
    """Where a mark lies, worked out without the slide."""
    x = origin.x_mm + sum(m * cos(radians(a)) for m, a in zip(mm, angles, strict=True))
    y = origin.y_mm + sum(m * sin(radians(a)) for m, a in zip(mm, angles, strict=True))
    return Mark(x, y)


@given(st.floats(-20, 20), st.floats(-20, 20), st.floats(-5, 5), st.floats(-3, 3))
def test_three_exact_readings_find_the_hidden_origin_and_directions(
    dx: float, dy: float, turn_post: float, turn_fore: float
) -> None:
    origin, angles = Mark(-100 + dx, 360 + dy), (106 + turn_post, turn_fore)
    settings: list[tuple[float, float]] = [(100, -20), (300, -20), (300, 50)]
    taped = [Taped(mm, true_mark(origin, angles, mm)) for mm in settings]
    found = calibrate(SADDLE, taped)
    assert (found.slide.origin.x_mm, found.slide.origin.y_mm) == pytest.approx((origin.x_mm, origin.y_mm), abs=1e-6)
    assert found.turned_deg == pytest.approx((turn_post, turn_fore), abs=1e-6)
    assert found.worst_mm == pytest.approx(0, abs=1e-6)
    # Nothing but directions and origin is touched.
    assert [a.stops for a in found.slide.axes] == [a.stops for a in SADDLE.axes]


@given(st.lists(st.floats(-1.5, 1.5), min_size=8, max_size=8))
def test_no_other_origin_or_direction_leaves_less(noise: list[float]) -> None:
    settings: list[tuple[float, float]] = [(50, -40), (350, -40), (350, 40), (50, 40)]
    truth = Mark(-95, 355), (107.0, 1.0)
    errors = [Mark(noise[2 * i], noise[2 * i + 1]) for i in range(4)]
    taped = [Taped(mm, true_mark(*truth, mm) + e) for mm, e in zip(settings, errors, strict=True)]
    found = calibrate(SADDLE, taped)

    def left(origin: Mark, angles: tuple[float, float]) -> float:
        gaps = [t.at - true_mark(origin, angles, (t.mm[0], t.mm[1])) for t in taped]
        return sum(g.x_mm**2 + g.y_mm**2 for g in gaps)

    best_angles = (found.slide.axes[0].direction_deg, found.slide.axes[1].direction_deg)
    best = left(found.slide.origin, best_angles)
    for ax, ay, a, b in product((-0.3, 0, 0.3), (-0.3, 0, 0.3), (-0.05, 0, 0.05), (-0.05, 0, 0.05)):
        other = left(found.slide.origin + Mark(ax, ay), (best_angles[0] + a, best_angles[1] + b))
        assert best <= other + 1e-9


def test_a_slider_that_was_not_moved_keeps_its_direction() -> None:
    taped = [Taped((100, 0), Mark(-120, 470)), Taped((300, 0), Mark(-175, 662))]
    found = calibrate(SADDLE, taped)
    assert found.turned_deg[1] == 0
    assert found.turned_deg[0] != 0


def test_too_little_or_another_machine_is_refused() -> None:
    one = Taped((100, 0), Mark(-120, 470))
    with pytest.raises(InputError, match="One setting does not tell"):
        calibrate(SADDLE, [one])
    with pytest.raises(InputError, match="Each reading has every slider"):
        calibrate(SADDLE, [one, Taped((100,), Mark(0, 500))])
    with pytest.raises(InputError, match="No slider lies so far off"):
        calibrate(SADDLE, [Taped((100, 0), Mark(-120, 470)), Taped((300, 0), Mark(40, 620))])


def test_a_whole_machine_dials_both_marks_and_the_nearest_crank() -> None:
    wanted = SADDLE.at((Stop(280), Stop(-20))), BAR.at((Stop(250), Stop(120)))
    found = dial(MACHINE, *wanted, 167.5, ((3, 2), (5, 5)))
    assert [s.mm for s in (*found.saddle.stops, *found.bar.stops)] == [280, -20, 250, 120]
    assert (found.crank_mm, found.crank_off_mm, found.within) == (165, -2.5, True)
    far = dial(MACHINE, wanted[0] + Mark(0, 90), wanted[1], 170, ((3, 2), (5, 5)))
    assert not far.within


def test_the_drawing_stands_on_the_floor_and_moves_with_its_sliders() -> None:
    low = DisplayList(machine_items(MACHINE, (Stop(100), Stop(0)), (Stop(100), Stop(50)), 170)).bounds()
    high = DisplayList(machine_items(MACHINE, (Stop(390), Stop(0)), (Stop(370), Stop(50)), 170)).bounds()
    assert low[1] == high[1] == pytest.approx(-300, abs=1)
    assert high[3] >= low[3]


@pytest.mark.parametrize("many", [3, 5, 6])
def test_a_card_keeps_every_figure_on_its_page_and_apart(many: int) -> None:
    rows = tuple((f"{i} Slider {i}", str(40 + i), "2 low") for i in range(1, many + 1))
    page = card_page(MachineCard("Somebody", "Some Machine", "Everything within 2", rows), "Measure both marks.")
    figures = [x for x in page.items if isinstance(x, Label) and x.style == "figure-strong"]
    assert [f.text for f in figures] == [str(40 + i) for i in range(1, many + 1)]
    for label in (x for x in page.items if isinstance(x, Label)):
        assert 10 <= label.at.x_mm <= 200
        assert 10 <= label.at.y_mm <= 290
    for a, b in product(figures, figures):
        assert a is b or abs(a.at.x_mm - b.at.x_mm) > 60 or abs(a.at.y_mm - b.at.y_mm) > 40


@given(
    rear=st.floats(280, 380),
    front=st.floats(280, 380),
    lift=st.floats(-40, 90),
    base=st.floats(900, 1250),
    at=st.tuples(st.floats(-300, 600), st.floats(400, 900)),
)
def test_with_its_block_an_own_bike_stands_as_on_the_road(
    rear: float, front: float, lift: float, base: float, at: tuple[float, float]
) -> None:
    wheels, mark = Wheels(front, rear, base), Mark(*at)
    it = stand_on(wheels, rear + lift, front, mark, mark)
    # Lifted by so much behind, as much is missing in front.
    assert it.block_mm == pytest.approx(lift, abs=1e-9)
    # The nose dips by the angle over the wheelbase: both axles' heights against those of the wheels.
    lies, stands = degrees(asin((front - rear) / base)), degrees(asin((front - rear - lift) / base))
    assert it.tilt_deg == pytest.approx(stands - lies, abs=1e-9)
    turn = radians(it.tilt_deg)
    x, y = at[0] * cos(turn) - at[1] * sin(turn), at[0] * sin(turn) + at[1] * cos(turn)
    assert (it.saddle.x_mm, it.saddle.y_mm) == pytest.approx((x, y), abs=1e-9)
    level = stand_on(wheels, rear + lift, front + it.block_mm, mark, mark)
    assert level.tilt_deg == pytest.approx(0, abs=1e-9)
    assert (level.hand.x_mm, level.hand.y_mm) == pytest.approx(at, abs=1e-9)


@pytest.mark.parametrize(("rear_axle", "block"), [(376.0, 30.0), (346.0, 0.0), (376.0, 0.0)])
def test_an_own_bike_is_drawn_as_it_stands(rear_axle: float, block: float) -> None:
    wheels, s, h = Wheels(346, 346, 1014), Mark(-200, 700), Mark(560, 650)
    it = stand_on(wheels, rear_axle, 346 + block, s, h)
    items = own_bike_items(wheels, rear_axle, 346 + block, it.tilt_deg, it.saddle, it.hand, wheel_off=False)
    circles = [c for c in items if isinstance(c, Circle)]
    tyres = sorted((c for c in circles if c.radius_mm == 346), key=lambda c: c.centre.x_mm)
    assert len(tyres) == 2
    rear, front = (c.centre for c in tyres)
    assert rear.distance_mm(front) == pytest.approx(1014)
    floor = rear.y_mm - rear_axle
    # The front wheel stands on what is under it, the trainer on the floor.
    assert front.y_mm - 346 - floor == pytest.approx(block, abs=1e-6)
    assert DisplayList([i for i in items if not isinstance(i, Circle)]).bounds()[1] == pytest.approx(floor, abs=1e-6)
    off = own_bike_items(wheels, rear_axle, 346 + block, it.tilt_deg, it.saddle, it.hand, wheel_off=True)
    assert sum(isinstance(c, Circle) and c.radius_mm == 346 for c in off) == 1
