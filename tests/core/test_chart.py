"""Charts with gaps made whole, kinked seat tubes, and how surely a misprint is found."""

from __future__ import annotations

from math import cos, radians, sin, tan

import pytest
from bench.chart_rates import CLASSES, Class, rates
from hypothesis import given, settings
from hypothesis import strategies as st

from waymark.core.errors import GeometryError, InputError, WaymarkError
from waymark.core.frame import FrameGeometry, complete, derive
from waymark.core.frame.audit import audit_sizes
from waymark.core.frame.chart import NEEDED, USUAL, check_kinked
from waymark.core.frame.kernels import axis_behind_bb_mm, ett_kinked_mm
from waymark.core.frame.relations import Kinds
from waymark.core.seat import SaddleFit, saddle_mark
from waymark.demo import demo_shelves
from waymark.rooms.shelves import FrameSize, read_frames

DEMO: list[FrameSize] = read_frames(demo_shelves()[0])[0]
WHOLE = {
    "stack_mm": 563.0, "reach_mm": 388.0, "head_angle_deg": 72.0, "seat_angle_deg": 73.5, "seat_tube_mm": 510.0,
    "fork_length_mm": 392.0, "fork_offset_mm": 48.0, "bb_drop_mm": 74.0, "chainstay_mm": 425.0,
}  # fmt: skip


def test_an_older_chart_becomes_stack_and_reach_where_fork_and_head_tube_allow() -> None:
    known = derive(WHOLE).values
    older = {
        k: known[k]
        for k in (
            "ett_mm",
            "seat_angle_deg",
            "head_angle_deg",
            "head_tube_mm",
            "seat_tube_mm",
            "fork_length_mm",
            "fork_offset_mm",
            "bb_drop_mm",
            "chainstay_mm",
        )
    }
    made = complete(older, "gravel")
    assert made.values["stack_mm"] == pytest.approx(563, abs=1e-6)
    assert made.values["reach_mm"] == pytest.approx(388, abs=1e-6)
    assert {"stack_mm", "reach_mm", "front_centre_mm"} <= set(made.derived)
    assert made.assumed == ()


def test_stack_never_follows_from_an_assumed_fork() -> None:
    with pytest.raises(InputError) as wrong:
        complete({"ett_mm": 560, "seat_angle_deg": 73, "head_angle_deg": 72.5, "head_tube_mm": 160}, "road")
    assert wrong.value.field == "stack_mm"
    assert "fork length" in str(wrong.value.allowed)


@settings(max_examples=60, deadline=None)
@given(
    st.sampled_from(DEMO),
    # A kinked tube whose kink is left out is another frame.
    st.sets(st.sampled_from([n for n in NEEDED if n != "lower_cup_mm"] + ["ett_mm", "wheelbase_mm"]), max_size=6),
)
def test_gaps_are_derived_or_assumed_and_always_named(size: FrameSize, gaps: set[str]) -> None:
    given = {k: v for k, v in size.chart.given().items() if k not in gaps}
    try:
        made = complete(given, size.kind)
    except WaymarkError as wrong:
        assert wrong.field
        return
    assert set(NEEDED) <= set(made.values)
    named = {*given, *made.derived, *made.assumed, "lower_cup_mm"}
    assert set(NEEDED) <= named
    assert not set(given) & {*made.derived, *made.assumed}
    for name in made.derived:
        if not made.assumed and name in size.chart.given() and name != "seat_angle_deg":
            # Derived from rounded numbers it comes back within what the audit allows.
            assert made.values[name] == pytest.approx(size.chart.given()[name], abs=8)
    for name in made.assumed:
        if name == "effective_at_mm":
            assert made.values[name] == made.values["stack_mm"]
        elif name == "seat_angle_deg":
            assert made.values[name] == made.values["seat_angle_effective_deg"]
        else:
            assert made.values[name] == USUAL[size.kind][name].value


@given(st.floats(350, 450), st.floats(500, 640), st.floats(72, 78), st.floats(-4, 4), st.floats(650, 760))
def test_a_kinked_seat_tube_gives_back_what_was_left_out(
    reach: float, stack: float, effective: float, kink: float, at: float
) -> None:
    actual = effective - kink
    known = {
        "reach_mm": reach, "stack_mm": stack, "seat_angle_deg": actual, "seat_angle_effective_deg": effective,
        "effective_at_mm": at,
    }  # fmt: skip
    ett = derive(known).values["ett_mm"]
    assert ett == pytest.approx(ett_kinked_mm(reach, stack, effective, at, actual))
    for name in ("reach_mm", "stack_mm", "seat_angle_deg"):
        rest = {**{k: v for k, v in known.items() if k != name}, "ett_mm": ett}
        found = derive(rest)
        if name == "seat_angle_deg" and any(o.field == name for o in found.left_open):
            # Half a millimetre and half a degree of rounding turn the tube by more than is worth saying.
            assert abs(at - stack) < 320
            continue
        assert found.values[name] == pytest.approx(known[name], abs=1e-6)


def test_an_effective_angle_needs_its_height() -> None:
    with pytest.raises(GeometryError):
        check_kinked(75.0, None)
    check_kinked(None, None)


def by_frame() -> list[list[dict[str, float]]]:
    """The demo's charts, sizes of one frame together."""
    frames: dict[str, list[dict[str, float]]] = {}
    for size in DEMO:
        frames.setdefault(size.frame, []).append(size.chart.given())
    return list(frames.values())


def test_single_misprints_are_named_first_and_the_demo_has_none() -> None:
    """In every demo frame each number that the others bind is misprinted once, by 7 to 20 mm or by a degree and more."""
    planted = found = named = elsewhere = 0
    for f, charts in enumerate(by_frame()):
        assert not any(audit_sizes(charts)), charts[0]
        for n, field in enumerate(charts[0]):
            if field in ("seat_tube_mm", "seat_angle_effective_deg", "effective_at_mm"):
                continue  # nothing of the chart depends on the first; the others move each other out of sight
            i = (f + n) % len(charts)
            step = (1.0 + 0.5 * (n % 3)) if field.endswith("_deg") else 7.0 + (f + n) % 14
            bad = [dict(c) for c in charts]
            bad[i][field] = round(bad[i][field] + (step if n % 2 else -step), 2)
            marks = audit_sizes(bad)
            planted += 1
            found += bool(marks[i])
            named += bool(marks[i]) and marks[i][0].field == field
            elsewhere += sum(bool(m) for k, m in enumerate(marks) if k != i)
    assert planted > 400
    assert found / planted >= 0.98
    assert named / planted >= 0.97
    assert elsewhere == 0


@pytest.mark.parametrize("kind", CLASSES, ids=lambda c: c.label)
def test_the_rates_of_misprints_named_are_what_is_promised(kind: Class) -> None:
    r = rates(kind, 120, seed=3)
    assert r.flagged >= 93
    assert r.named >= 95
    assert r.false_marks == 0


def test_what_all_sizes_share_is_no_misprint_of_each() -> None:
    # The same 12 mm cup under every size, said by none of them.
    charts = []
    for n in range(4):
        whole = derive(
            {
                "head_angle_deg": 72.5,
                "head_tube_mm": 120 + 20 * n,
                "fork_length_mm": 370,
                "fork_offset_mm": 45,
                "lower_cup_mm": 12,
                "bb_drop_mm": 72,
                "reach_mm": 380 + 7 * n,
            }
        ).values
        names = ("stack_mm", "reach_mm", "head_angle_deg", "head_tube_mm", "fork_length_mm", "fork_offset_mm",
                 "bb_drop_mm", "front_centre_mm")  # fmt: skip
        charts.append({k: float(round(whole[k], 1)) for k in names})
    assert audit_sizes(charts) == [(), (), (), ()]
    # Alone, the cup that nobody ruled out is the one thing named.
    [mark] = derive(charts[1]).disagreements
    assert (mark.field, mark.given, round(mark.computed)) == ("lower_cup_mm", 0.0, 12)
    # A misprinted stack among them is found all the same.
    charts[2] = {**charts[2], "stack_mm": charts[2]["stack_mm"] - 9}
    marks = audit_sizes(charts)
    assert [bool(m) for m in marks] == [False, False, True, False]
    assert marks[2][0].field == "stack_mm"


def test_level_and_straight_lengths_are_told_apart_or_asked() -> None:
    parts = {"head_angle_deg": 72.5, "seat_angle_deg": 73.5, "head_tube_mm": 140.0, "fork_length_mm": 370.0,
             "fork_offset_mm": 45.0, "front_centre_mm": 586.0, "chainstay_mm": 404.0, "wheelbase_mm": 989.0}  # fmt: skip
    # Both halves level give the wheelbase; the drop then follows from none of them and is not made up.
    found = derive(parts)
    assert found.read_as == ("front_centre_mm", "chainstay_mm")
    assert "bb_drop_mm" not in found.values
    assert [(o.field, str(o.why)) for o in found.left_open] == [
        ("bb_drop_mm", "These level lengths say nothing of the BB drop.")
    ]
    known = derive({**parts, "bb_drop_mm": 72.0})
    front_x = known.values["reach_mm"] + (known.values["stack_mm"] - 72 + 45 * cos(radians(72.5))) / tan(radians(72.5))
    assert front_x + 45 * sin(radians(72.5)) == pytest.approx(586, abs=1e-6)
    # As axle to axle they would be of a bike with a wheelbase 11 mm shorter: then they are so, and stated so.
    assert derive({**parts, "wheelbase_mm": 978.0, "bb_drop_mm": 72.0}).read_as == ()
    assert derive(parts, Kinds("straight", "straight")).read_as == ()
    # A fork given along the axis is longer than it looks.
    straight_ = derive({**parts, "bb_drop_mm": 72.0}).values["stack_mm"]
    along = derive({**parts, "bb_drop_mm": 72.0}, Kinds(fork_length="along")).values["stack_mm"]
    assert along - straight_ == pytest.approx((370 - (370**2 - 45**2) ** 0.5) * sin(radians(72.5)))


@given(st.floats(-38, 38), st.floats(560, 700), st.floats(400, 460))
def test_the_sign_of_a_drop_is_never_guessed(drop: float, front: float, stay: float) -> None:
    # Of many digits, so that rounding leaves nothing open.
    front, stay, drop = front + 1e-5 * 2**0.5, stay + 1e-5 * 3**0.5, drop + 1e-5 * 5**0.5
    base = (front**2 - drop**2) ** 0.5 + (stay**2 - drop**2) ** 0.5
    told = derive({"front_centre_mm": front, "chainstay_mm": stay, "wheelbase_mm": base}, Kinds("straight", "straight"))
    assert "bb_drop_mm" not in told.values
    [it] = told.left_open
    if "Rounding" in str(it.why):
        assert it.candidates[0] - 0.1 <= abs(drop) <= it.candidates[1] + 0.1
    else:
        assert sorted(it.candidates) == pytest.approx(sorted([-abs(drop), abs(drop)]), abs=0.01)
    # With the front end the sign shows.
    if abs(drop) > 12:
        more = derive(
            {
                "front_centre_mm": front,
                "chainstay_mm": stay,
                "wheelbase_mm": base,
                "head_angle_deg": 68.0,
                "fork_offset_mm": 44.0,
                "stack_mm": 600.0,
                "reach_mm": reach_for(front, drop),
            },
            Kinds("straight", "straight"),
        )
        assert more.values["bb_drop_mm"] == pytest.approx(drop, abs=1e-3)


def reach_for(front: float, drop: float) -> float:
    """The reach of a frame with 600 of stack at 68° and 44 of offset for this front centre and drop."""
    theta = radians(68.0)
    return (front**2 - drop**2) ** 0.5 - (600 - drop) / tan(theta) - 44 / sin(theta)


@pytest.mark.parametrize("wheelbase", [1069.0, 1070.0, 1071.0])
def test_whole_millimetres_make_no_chart_impossible(wheelbase: float) -> None:
    given_ = {"front_centre_mm": 640.0, "chainstay_mm": 430.0, "wheelbase_mm": wheelbase}
    found = derive(given_, Kinds("straight", "straight"))
    assert "bb_drop_mm" not in found.values
    assert str(found.left_open[0].why).startswith("Rounding leaves the BB drop open between 0 and ")
    assert derive({**given_, "bb_drop_mm": 5.0}).disagreements == ()


def test_an_effective_angle_at_the_stacks_height_gives_the_rest() -> None:
    given_ = {"stack_mm": 600.0, "reach_mm": 400.0, "seat_angle_effective_deg": 75.0, "head_angle_deg": 68.0}
    for at in ({"effective_at_mm": 600.0}, {}):
        found = derive({**given_, **at})
        assert found.values["ett_mm"] == pytest.approx(400 + 600 / tan(radians(75)))
        assert "seat_angle_deg" not in found.values
        assert [o.field for o in found.left_open] == ["seat_angle_deg"]
        assert ("effective_at_mm" in found.assumed) == (not at)


@given(st.floats(350, 520), st.floats(480, 680), st.floats(70, 79), st.floats(-6, 6), st.floats(500, 800))
def test_a_kinked_tubes_effective_length_is_one_everywhere(
    reach: float, stack: float, effective: float, kink: float, at: float
) -> None:
    actual = effective - kink
    behind = axis_behind_bb_mm(effective, at, actual)
    frame = FrameGeometry(
        stack_mm=stack,
        reach_mm=reach,
        head_angle_deg=70,
        seat_angle_deg=actual,
        seat_tube_mm=450,
        head_tube_mm=120,
        fork_length_mm=400,
        fork_offset_mm=45,
        bb_drop_mm=70,
        chainstay_mm=430,
        front_centre_mm=650,
        wheel_radius_mm=345,
        axis_behind_bb_mm=behind,
    )
    # By hand: level from the head tube's top to the line of the actual slope through the effective point.
    x_at_stack = -at / tan(radians(effective)) + (at - stack) / tan(radians(actual))
    assert frame.ett_mm == pytest.approx(reach - x_at_stack)
    assert frame.ett_mm == pytest.approx(ett_kinked_mm(reach, stack, effective, at, actual))
    on_axis = frame.on_seat_tube(frame.along_seat_tube_mm(stack))
    assert (on_axis.x_mm, on_axis.y_mm) == (pytest.approx(x_at_stack), pytest.approx(stack))
    # The saddle's post stands on the same axis.
    post = saddle_mark(actual, 700, 0, 0, SaddleFit(0, 0), behind)
    assert frame.on_seat_tube(700).distance_mm(post) < 1e-9


def test_the_shelf_takes_a_kinked_tube_where_it_is() -> None:
    corrie = next(s for s in DEMO if s.label.endswith("Corrie L"))
    by_hand = 487 + 700 / tan(radians(77.3)) - 79 / tan(radians(73.3))
    assert corrie.chart.geometry().ett_mm == pytest.approx(by_hand) == pytest.approx(621.1, abs=0.05)
    kinked = [s for s in DEMO if s.chart.seat_angle_effective_deg is not None]
    assert len(kinked) >= 23
    for size in kinked:
        if size.chart.ett_mm is not None:
            assert size.chart.geometry().ett_mm == pytest.approx(size.chart.ett_mm, abs=1.5)


def test_a_bike_with_two_wheel_sizes_stands_level_on_the_ground() -> None:
    chart = {**WHOLE, "head_tube_mm": 140.0, "front_centre_mm": 610.0, "bead_mm": 622, "tyre_mm": 57, "rear_bead_mm": 584,
             "rear_tyre_mm": 60}  # fmt: skip
    size = FrameSize.model_validate({"frame": "Two", "kind": "trail", "material": "alloy", "size": "M", "chart": chart})
    g = size.chart.geometry()
    assert g.front_axle.y_mm - 368 == pytest.approx(g.rear_axle.y_mm - 352) == pytest.approx(g.ground_y_mm)
    assert g.wheelbase_mm == pytest.approx((610**2 - 74**2) ** 0.5 + (425**2 - 58**2) ** 0.5)


def test_a_childs_frame_on_twenty_inch_wheels_is_taken() -> None:
    chart = {
        "stack_mm": 345, "reach_mm": 265, "head_angle_deg": 69, "seat_angle_deg": 73, "seat_tube_mm": 240,
        "head_tube_mm": 95, "fork_length_mm": 265, "fork_offset_mm": 35, "bb_drop_mm": 20, "chainstay_mm": 315,
        "bead_mm": 406, "tyre_mm": 40,
    }  # fmt: skip
    size = FrameSize.model_validate(
        {"frame": "Wren", "kind": "trail", "material": "alloy", "size": "20", "chart": chart}
    )
    assert size.chart.geometry().wheel_radius_mm == 243
