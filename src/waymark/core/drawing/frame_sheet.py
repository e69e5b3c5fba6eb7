"""A dimensioned frame drawing for a builder: an A4 page in paper millimetres, true to one tenth or so."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import atan2, degrees

from waymark.core.drawing.bike import frame_items, ground_items, wheel_items
from waymark.core.drawing.place import paper_label, placed
from waymark.core.drawing.primitives import Circle, DisplayList, line
from waymark.core.frame.geometry import FrameGeometry, steering_axis
from waymark.core.marks import ORIGIN, Mark
from waymark.core.say import Angle, Length, Said, Translate, bare, say, tenths, text_of

WIDTH_MM, HEIGHT_MM = 210.0, 297.0
LEFT, RIGHT, TOP = 14.0, 196.0, 283.0
_WIDE_MM = 172.0
# The angles stand so far under the ground line, the wheelbase below them.
ANGLE_UNDER_MM = 5.2
LENGTH_TOLERANCE_MM, ANGLE_TOLERANCE_DEG = 2.0, 0.3


@dataclass(frozen=True, slots=True)
class FrameSheet:
    """What the page says: its heading, the frame, the notes under the table, and how it is put into words.

    A builder reads mm, whatever the house shows.
    """

    title: Said
    under: Said
    frame: FrameGeometry
    notes: Sequence[Said]
    translate: Translate = str

    def tell(self, said: Said) -> str:
        """A text of the page, in its language."""
        return text_of(said, "mm", self.translate)


def frame_page(c: FrameSheet) -> DisplayList:
    """The page: frame with its dimensions, then every number with its tolerance, then the notes."""
    page = DisplayList()
    page.add(
        paper_label(Mark(LEFT, TOP - 6), c.tell(c.title), "strong", 7),
        paper_label(Mark(LEFT, TOP - 12), c.tell(c.under), "plain", 3.4),
        line(Mark(LEFT, TOP - 15), Mark(RIGHT, TOP - 15), "rule"),
    )
    f = c.frame
    span = f.wheelbase_mm + 2 * f.wheel_radius_mm
    scale = _WIDE_MM / span
    origin = Mark(LEFT + 4 + (f.wheel_radius_mm - f.rear_axle.x_mm) * scale, TOP - 30 - (f.stack_mm + 60) * scale)
    page.extend(
        placed(
            [
                *ground_items(f),
                *wheel_items(f.rear_axle, f.rear_radius_mm, f.rear_rim_mm, 30),
                *wheel_items(f.front_axle, f.wheel_radius_mm, f.rim_radius_mm, 19),
                *frame_items(f),
            ],
            scale,
            origin,
            prefix="card-",
        )
    )
    _dimensions(page, c, scale, origin)
    page.add(
        paper_label(Mark(RIGHT, TOP - 20), c.tell(say("scale 1 : {scale}", scale=tenths(1 / scale))), "plain", 3, "end")
    )
    y = _table(page, c, origin.y_mm + f.ground_y_mm * scale - 36) - 4
    for note in c.notes:
        page.add(paper_label(Mark(LEFT, y), c.tell(note), "plain", 3.3))
        y -= 5.2
    return page


def _dimensions(page: DisplayList, c: FrameSheet, scale: float, origin: Mark) -> None:
    f = c.frame

    def on(at: Mark) -> Mark:
        return origin + at.scaled(scale)

    ground = f.ground_y_mm - (ANGLE_UNDER_MM + 8.0) / scale
    _across(
        page,
        on(Mark(f.rear_axle.x_mm, ground)),
        on(Mark(f.front_axle.x_mm, ground)),
        c.tell(say("wheelbase {length}", length=bare(f.wheelbase_mm))),
    )
    _across(page, on(Mark(f.rear_axle.x_mm, ground - 62)), on(Mark(0, ground - 62)), f"{-f.rear_axle.x_mm:.0f}")
    _across(page, on(Mark(0, ground - 62)), on(Mark(f.front_axle.x_mm, ground - 62)), f"{f.front_axle.x_mm:.0f}")
    over = f.stack_mm + 44
    _across(page, on(Mark(0, over)), on(Mark(f.reach_mm, over)), c.tell(say("reach {length}", length=bare(f.reach_mm))))
    side = f.reach_mm + 66
    _upright(
        page, on(Mark(side, 0)), on(Mark(side, f.stack_mm)), c.tell(say("stack {length}", length=bare(f.stack_mm)))
    )
    page.add(
        line(on(Mark(0, 0)), on(Mark(side + 6, 0)), "dots"),
        line(on(f.head_top), on(Mark(side + 6, f.stack_mm)), "dots"),
    )
    page.add(line(on(Mark(0, 0)), on(Mark(0, over + 8)), "dots"), Circle(on(ORIGIN), 1.0, "sign-plan"))
    u, _ = steering_axis(f.head_angle_deg)
    foot = f.head_bottom - u.scaled((f.head_bottom.y_mm - f.ground_y_mm) / u.y_mm)
    page.add(line(on(f.head_top), on(foot), "dots"))
    _angle(page, on(foot), f"{f.head_angle_deg:.1f}°")
    seat_foot = f.on_seat_tube(-(0 - f.ground_y_mm) / (f.seat_tube_top.y_mm / f.seat_tube_mm))
    page.add(line(on(ORIGIN), on(seat_foot), "dots"))
    _angle(page, on(seat_foot), f"{f.seat_angle_deg:.1f}°")
    page.add(
        paper_label(
            on(f.seat_tube_top + Mark(-40, -60)),
            c.tell(say("seat tube {length}", length=bare(f.seat_tube_mm))),
            "figure",
            3,
            "end",
        )
    )
    middle = f.head_top.toward(f.head_bottom, 0.5)
    page.add(
        paper_label(
            on(middle + Mark(34, -14)), c.tell(say("head tube {length}", length=bare(f.head_tube_mm))), "figure", 3
        )
    )


def _angle(page: DisplayList, foot: Mark, text: str) -> None:
    """An angle to the ground under the line that has it, clear of every line of the drawing."""
    page.add(paper_label(foot + Mark(0, -ANGLE_UNDER_MM), text, "figure-strong", 3.4, "middle"))


def _across(page: DisplayList, a: Mark, b: Mark, text: str) -> None:
    tick = Mark(0, 1.4)
    page.add(line(a, b, "fine"), line(a - tick, a + tick, "tick"), line(b - tick, b + tick, "tick"))
    page.add(paper_label(a.toward(b, 0.5) + Mark(0, 1.2), text, "figure", 3.2, "middle"))


def _upright(page: DisplayList, a: Mark, b: Mark, text: str) -> None:
    tick = Mark(1.4, 0)
    page.add(line(a, b, "fine"), line(a - tick, a + tick, "tick"), line(b - tick, b + tick, "tick"))
    page.add(paper_label(a.toward(b, 0.62) + Mark(-1.8, -1), text, "figure", 3.2, "end"))


def _table(page: DisplayList, c: FrameSheet, top: float) -> float:
    """Every number, two columns, each with its tolerance; gives the height below it."""
    f = c.frame
    mm = say("± {length}", length=Length(LENGTH_TOLERANCE_MM, exact=True))
    deg = say("± {angle}", angle=Angle(ANGLE_TOLERANCE_DEG))
    follows, bought = say("follows"), say("as bought")
    theta = f.top_tube_slope_deg
    rows = [
        (say("Stack"), f"{f.stack_mm:.0f}", mm), (say("Reach"), f"{f.reach_mm:.0f}", mm),
        (say("Head angle"), f"{f.head_angle_deg:.1f}°", deg),
        (say("Seat angle"), f"{f.seat_angle_deg:.1f}°", deg), (say("Head tube"), f"{f.head_tube_mm:.0f}", mm),
        (say("Seat tube, centre to top"), f"{f.seat_tube_mm:.0f}", mm),
        (say("Effective top tube"), f"{f.ett_mm:.0f}", mm),
        (say("Top tube slope"), f"{theta:.1f}°", follows),
        (say("Fork, axle to crown"), f"{f.fork_length_mm:.0f}", bought),
        (say("Fork offset"), f"{f.fork_offset_mm:.0f}", bought), (say("BB drop"), f"{f.bb_drop_mm:.0f}", mm),
        (say("Chainstay"), f"{f.chainstay_mm:.0f}", mm), (say("Front centre"), f"{f.front_centre_mm:.0f}", mm),
        (say("Wheelbase"), f"{f.wheelbase_mm:.0f}", follows), (say("Trail"), f"{f.trail_mm:.0f}", follows),
        (say("Wheel radius, loaded"), f"{f.wheel_radius_mm:.0f}", bought),
        (say("Head to seat tube angle"), f"{abs(f.head_angle_deg - f.seat_angle_deg):.1f}°", follows),
        (say("Down tube to level"), f"{degrees_down(f):.1f}°", follows),
    ]  # fmt: skip
    half = (len(rows) + 1) // 2
    for i, (name, value, tolerance) in enumerate(rows):
        x = LEFT if i < half else 108.0
        y = top - (i % half) * 6.2
        page.add(
            paper_label(Mark(x, y), c.tell(name), "plain", 3.5),
            paper_label(Mark(x + 60, y), value, "figure-strong", 3.9, "end"),
            paper_label(Mark(x + 64, y), c.tell(tolerance), "plain", 3.2),
            line(Mark(x, y - 1.8), Mark(x + 88, y - 1.8), "dots"),
        )
    return top - half * 6.2


def degrees_down(f: FrameGeometry) -> float:
    """Slope of the line from the BB to the head tube's foot, degrees above level."""
    foot = f.head_bottom
    return degrees(atan2(foot.y_mm, foot.x_mm))
