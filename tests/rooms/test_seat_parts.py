"""The Measure post holds post, rails and top tube against the tape."""

from __future__ import annotations

import re
from math import cos, radians, sin, tan

from fastapi.testclient import TestClient

from tests.rooms.test_fits import demo_fit


def test_post_and_rails_that_do_not_put_the_saddle_there_are_named(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    assert not [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
    tamsin.edit("measure.read", {"key": "post_setback", "typed": "20"})
    assert not [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
    # Forty more of post: by seat tube and angle of her frame and her saddle's own heights the mark lies elsewhere.
    tamsin.edit("measure.read", {"key": "post_exposed", "typed": "222"})
    [found] = [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
    chart = tamsin.sheet["state"]["measure"]["frame"]["chart"]
    saddle = tamsin.sheet["state"]["measure"]["saddle"]
    a, along = radians(chart["seat_angle_deg"]), chart["seat_tube_mm"] + 222
    t = radians(-0.5)
    x = -along * cos(a) - 20 * sin(a) + saddle["mark_to_s_mm"] * cos(t) - saddle["rail_to_top_mm"] * sin(t)
    y = along * sin(a) - 20 * cos(a) + saddle["mark_to_s_mm"] * sin(t) + saddle["rail_to_top_mm"] * cos(t)
    now = next(r for r in tamsin.sheet["ledger"] if r["mark"] == "saddle")["cells"]["now"]
    away = [round(x - now["x_mm"]), round(y - now["y_mm"])]
    said = re.findall(r"(\d+) (further forward|further back|higher|lower)", found["says"])
    signed = {way: int(by) * (1 if way in ("further forward", "higher") else -1) for by, way in said}
    across = signed.get("further forward", signed.get("further back", 0))
    up = signed.get("higher", signed.get("lower", 0))
    assert abs(across - away[0]) <= 1
    assert abs(up - away[1]) <= 1
    assert found["title"] == "Post and tape part"
    assert [r["key"] for r in found["remedies"]] == ["post_exposed", "post_setback", "rails_ahead"]
    assert "By the parts, the saddle would be" in tamsin.read("frame")["frame"]["open_slip"]


def test_a_frame_that_is_on_no_shelf_is_known_by_its_top_tube(demo: TestClient) -> None:
    """Chart numbers typed from the bike: stack, head and seat angle, and the top tube along its slope, make the front end."""
    tamsin = demo_fit(demo, "Tamsin Orre")
    chart = tamsin.read("measure")["state"]["measure"]["frame"]["chart"]
    tamsin.edit("measure.frame", {"size": None})
    numbers = {
        "frame_stack": chart["stack_mm"],
        "head_angle": chart["head_angle_deg"],
        "seat_angle": chart["seat_angle_deg"],
    }
    for key, value in numbers.items():
        tamsin.edit("measure.read", {"key": key, "typed": f"{value:g}"})
    level = chart["reach_mm"] + chart["stack_mm"] / tan(radians(chart["seat_angle_deg"]))
    slope = radians(12)
    along = level / (cos(slope) + sin(slope) / tan(radians(chart["seat_angle_deg"])))
    tamsin.edit("measure.read", {"key": "top_tube_along", "typed": f"{along:.1f}"})
    tamsin.edit("measure.read", {"key": "top_tube_slope", "typed": "12"})
    assert not [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
    # Taped to the seat tube's front instead of its middle the frame is 20 shorter, and the bar is not where it says.
    tamsin.edit("measure.read", {"key": "top_tube_along", "typed": f"{along - 22:.1f}"})
    [found] = [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
    assert "further back" in found["says"]


def test_a_bar_and_levers_that_do_not_put_the_hoods_there_are_named(demo: TestClient) -> None:
    tamsin = demo_fit(demo, "Tamsin Orre")
    # The ramp read at 28° up in place of 1: her hoods would stand higher, which the tape does not say.
    tamsin.edit("measure.read", {"key": "bar_rotation", "typed": "28"})
    [found] = [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
    assert found["title"] == "Bar and tape part"
    assert re.fullmatch(r"Bar and levers as read put the hoods [\w ]*\d+ higher than the tape does\.", found["says"]), (
        found["says"]
    )
    asked = re.search(r"Does the ramp stand at [+−]?(\d+)°", found["likely"])
    assert asked is not None, found["likely"]
    assert int(asked.group(1)) <= 8
    assert [r["key"] for r in found["remedies"]] == ["bar_rotation", "hood_slope.right", "bar_model"]
    said = tamsin.read("frame")["frame"]["open_slip"]
    assert said.startswith(
        "Open in Measure: Bar and tape part. Here the tape is followed. By the parts, the hand would be"
    )
    # Nothing is held against a bar whose levers nobody read.
    for side in ("right", "left"):
        tamsin.edit("measure.read", {"key": f"hood_slope.{side}", "typed": ""})
    assert not [f for f in tamsin.read("measure")["measure"]["findings"] if f["kind"] == "parts"]
