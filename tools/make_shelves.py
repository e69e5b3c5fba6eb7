"""Writes the demo shelves: frames that hold together by construction, and the parts to build them with.

Head tube, fork and angles are chosen; stack, front centre, wheelbase and the rest follow from them, so that
the chart audit finds nothing. Run it with ``.venv/bin/python tools/make_shelves.py``.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from waymark.core.frame import FrameGeometry, derive
from waymark.rooms.shelves.csvio import write_frames, write_parts
from waymark.rooms.shelves.schemas import (
    DropBarPart,
    FlatBarPart,
    FrameChart,
    FrameSize,
    Part,
    PostPart,
    SaddlePart,
    SpacerPart,
    StemPart,
)

DEMO = Path(__file__).parent.parent / "src" / "waymark" / "demo"


@dataclass(frozen=True)
class Family:
    """A frame: per size its label, head tube, reach, head and seat angle, seat tube; the rest shared."""

    name: str
    kind: str
    material: str
    labels: str
    head_tube: tuple[float, float]
    reach: tuple[float, float]
    head_angle: tuple[float, float]
    seat_angle: tuple[float, float]
    seat_tube: tuple[float, float]
    fork: float
    offset: float
    drop: float
    stay: float
    tyre: float
    bead: float = 622
    post: float = 27.2
    limit: float = 30
    cover: float = 8
    step_through: float | None = None


# (first, last) of a range that grows evenly over the sizes.
FAMILIES = (
    Family("Corvane Strake", "road", "carbon", "48 50 52 54 56 58 60", (102, 205), (372, 408), (71.0, 73.5), (74.5, 72.8), (430, 560), 368, 45, 72, 408, 26),
    Family("Pellmore Gannet", "road", "alloy", "XS S M L XL", (112, 190), (376, 404), (71.5, 73.3), (74.5, 73.0), (440, 550), 370, 45, 70, 410, 28, limit=40),
    Family("Haldery Long Reach", "road", "titanium", "1 2 3 4 5 6", (108, 196), (380, 418), (71.8, 73.4), (74.2, 72.8), (450, 560), 370, 47, 71, 412, 28, limit=40),
    Family("Corvane Lull", "endurance", "carbon", "48 51 54 56 58 61", (118, 232), (366, 398), (70.5, 73.0), (74.6, 72.8), (430, 560), 374, 48, 76, 415, 32),
    Family("Mossfoot Kirk", "endurance", "steel", "50 52 54 56 58 60", (116, 214), (368, 396), (71.0, 72.8), (74.0, 72.8), (460, 570), 378, 50, 74, 420, 32, limit=40),
    Family("Ostrel Drift", "gravel", "carbon", "XS S M L XL", (96, 186), (376, 420), (70.0, 71.8), (74.5, 73.0), (410, 530), 395, 50, 76, 428, 42),
    Family("Mossfoot Peat", "gravel", "steel", "49 52 55 58 61", (108, 208), (370, 410), (69.8, 71.5), (74.2, 72.6), (430, 560), 398, 51, 74, 435, 45, limit=40),
    Family("Pellmore Wrack", "gravel", "alloy", "XS S M L XL", (100, 180), (384, 432), (69.0, 70.5), (75.0, 73.8), (400, 510), 405, 50, 78, 430, 45, post=30.9, limit=40),
    Family("Ostrel Slake", "cyclocross", "carbon", "46 49 52 54 56 58", (94, 172), (366, 402), (70.0, 72.2), (74.8, 73.0), (410, 540), 393, 47, 66, 425, 33),
    Family("Haldery Tern", "cross-country", "carbon", "S M L XL XXL", (92, 128), (420, 500), (67.5, 68.2), (75.0, 74.5), (400, 520), 508, 44, 58, 435, 58, post=31.6, limit=25, cover=6),
    Family("Pellmore Skua", "cross-country", "alloy", "XS S M L XL", (90, 130), (405, 485), (67.8, 68.5), (75.0, 74.0), (380, 520), 510, 44, 60, 438, 57, post=30.9, limit=40, cover=6),
    Family("Corvane Scree", "trail", "carbon", "S M L XL XXL", (95, 130), (432, 522), (65.0, 65.0), (77.5, 76.5), (385, 480), 545, 44, 35, 440, 61, post=31.6, limit=25, cover=6),
    Family("Mossfoot Gully", "trail", "steel", "XS S M L XL", (95, 130), (415, 500), (65.5, 65.5), (77.0, 75.5), (370, 490), 540, 44, 38, 438, 62, post=31.6, limit=40, cover=6),
    Family("Pellmore Ferry", "city", "alloy", "XS S M L XL", (130, 200), (352, 392), (69.5, 70.5), (73.0, 72.0), (400, 540), 400, 52, 68, 455, 40, limit=50),
    Family("Haldery Landing", "city", "alloy", "S M L XL XXL", (160, 230), (350, 392), (69.0, 70.0), (72.5, 71.5), (400, 540), 398, 55, 65, 470, 45, post=30.9, limit=50, step_through=420),
    Family("Ostrel Sound", "time-trial", "carbon", "XS S M L XL", (80, 160), (388, 440), (72.0, 73.5), (78.5, 77.5), (430, 550), 370, 43, 72, 405, 25, limit=25, cover=5),
)  # fmt: skip


def spread(ends: tuple[float, float], i: int, n: int, step: float) -> float:
    """The ``i``-th of ``n`` even steps, rounded to ``step``."""
    value = ends[0] + (ends[1] - ends[0]) * i / (n - 1)
    return round(round(value / step) * step, 2)


def size_of(family: Family, i: int, labels: list[str]) -> FrameSize:
    """One size with all that follows from its parts."""
    n = len(labels)
    head, seat = spread(family.head_angle, i, n, 0.1), spread(family.seat_angle, i, n, 0.1)
    tube = spread(family.seat_tube, i, n, 5)
    known = {
        "head_angle_deg": head, "seat_angle_deg": seat, "head_tube_mm": spread(family.head_tube, i, n, 1),
        "fork_length_mm": family.fork, "fork_offset_mm": family.offset, "bb_drop_mm": family.drop,
        "reach_mm": spread(family.reach, i, n, 1), "chainstay_mm": family.stay,
    }  # fmt: skip
    v = derive(known).values
    radius = family.bead / 2 + family.tyre
    stack, front = round(v["stack_mm"]), round(v["front_centre_mm"])
    g = FrameGeometry(
        stack_mm=stack, reach_mm=v["reach_mm"], head_angle_deg=head, seat_angle_deg=seat, seat_tube_mm=tube,
        head_tube_mm=v["head_tube_mm"], fork_length_mm=family.fork, fork_offset_mm=family.offset,
        bb_drop_mm=family.drop, chainstay_mm=family.stay, front_centre_mm=front, wheel_radius_mm=radius,
    )  # fmt: skip
    middle = g.seat_tube_top.toward(g.head_top, 0.45)
    over = middle.y_mm - g.ground_y_mm if family.step_through is None else family.step_through + 60
    return FrameSize(
        frame=family.name, kind=family.kind, material=family.material, size=labels[i],
        source="invented, spring 2026",
        chart=FrameChart(
            stack_mm=stack, reach_mm=v["reach_mm"], head_angle_deg=head, seat_angle_deg=seat,
            seat_tube_mm=tube, head_tube_mm=v["head_tube_mm"], ett_mm=round(v["ett_mm"]),
            fork_length_mm=family.fork, fork_offset_mm=family.offset, bb_drop_mm=family.drop,
            chainstay_mm=family.stay, front_centre_mm=front, wheelbase_mm=round(v["wheelbase_mm"]),
            bead_mm=family.bead, tyre_mm=family.tyre, cover_mm=family.cover, spacer_limit_mm=family.limit,
            post_diameter_mm=family.post, least_insertion_mm=80, greatest_insertion_mm=tube - 110,
            standover_mm=round(over), standover_ahead_mm=round(middle.x_mm), step_through_mm=family.step_through,
        ),
    )  # fmt: skip


def stems() -> list[Part]:
    """Lengths, angles and clamps as a good shop has them."""
    ranges = (
        ("Cairn", -6, 31.8, 40, range(60, 150, 10), True),
        ("Cairn Half", -6, 31.8, 40, range(75, 120, 10), True),
        ("Plumb", -17, 31.8, 40, range(80, 140, 10), True),
        ("Level", 0, 31.8, 40, range(50, 130, 10), True),
        ("Lintel", 17, 31.8, 40, range(60, 130, 10), True),
        ("Lean", -10, 31.8, 40, range(60, 130, 10), True),
        ("Gable", 30, 31.8, 42, range(80, 120, 10), False),
        ("Stub", 0, 35.0, 38, (35, 40, 45, 50, 60), True),
        ("Stub Low", -6, 35.0, 38, range(40, 100, 10), True),
        ("Pier", 25, 25.4, 44, range(60, 110, 10), False),
    )
    return [
        StemPart(
            name=f"{name} {length}", length_mm=length, angle_deg=angle, clamp_height_mm=high,
            bar_clamp_mm=clamp, both_ways=both, rung="small part",
        )
        for name, angle, clamp, high, lengths, both in ranges for length in lengths
    ]  # fmt: skip


def drop_bars() -> list[Part]:
    """Drop bars with the levers on them, hoods at the studio's slope."""
    rows = (
        ("Petrel 38", 380, 70, 115, 30, 4, 16), ("Petrel 40", 400, 75, 120, 31, 4, 16),
        ("Petrel 42", 420, 80, 125, 32, 4, 16), ("Petrel 44", 440, 80, 125, 32, 4, 16),
        ("Fulmar 42", 420, 72, 118, 30, 2, 14), ("Fulmar 46", 460, 72, 118, 30, 2, 14),
        ("Old Bay 40", 400, 92, 140, 36, 8, 20), ("Old Bay 42", 420, 92, 140, 36, 8, 20),
    )  # fmt: skip
    return [
        DropBarPart(
            name=name, width_mm=width, reach_mm=reach, drop_mm=drop, bend_radius_mm=radius, ramp_deg=ramp,
            lever_arc_deg=arc, lever_forward_mm=20, lever_out_mm=26, lever_slope_deg=24,
        )
        for name, width, reach, drop, radius, ramp, arc in rows
    ]  # fmt: skip


def flat_bars() -> list[Part]:
    """Flat, riser and city bars."""
    rows = (
        ("Boom 720", 720, 0, 8, 4, 70, 35.0), ("Boom 760", 760, 10, 8, 5, 70, 35.0),
        ("Boom 780 Rise", 780, 25, 8, 5, 80, 35.0), ("Rail 680", 680, 0, 9, 0, 60, 31.8),
        ("Rail 700 Rise", 700, 20, 9, 5, 70, 31.8), ("Harbour 620", 620, 30, 28, 4, 70, 25.4),
    )  # fmt: skip
    return [
        FlatBarPart(
            name=name, width_mm=width, rise_mm=rise, sweep_deg=sweep, upsweep_deg=up, bend_at_mm=bend,
            bar_clamp_mm=clamp, hand_inset_mm=55,
        )
        for name, width, rise, sweep, up, bend, clamp in rows
    ]  # fmt: skip


def seats() -> list[Part]:
    """Posts in three diameters, and saddles."""
    posts: list[Part] = [
        PostPart(name=f"Mast {d:g} {length} {'back ' + str(back) if back else 'straight'}", length_mm=length,
                 setback_mm=back, diameter_mm=d, least_insertion_mm=90)
        for d in (27.2, 30.9, 31.6) for length, back in ((350, 0), (400, 0), (400, 20))
    ]  # fmt: skip
    rows = (
        ("Plover 143", 47, 24, 152, 20), ("Plover 155", 47, 22, 146, 20), ("Dunlin Short", 46, 30, 118, 17),
        ("Curlew Wide", 58, 10, 128, 15), ("Sanderling", 44, 26, 158, 22), ("Knot Carbon", 42, 26, 150, 16),
    )  # fmt: skip
    saddles: list[Part] = [
        SaddlePart(name=n, rail_to_top_mm=k, mark_to_s_mm=m, nose_to_s_mm=nose, rail_room_mm=room)
        for n, k, m, nose, room in rows
    ]
    return [*posts, *saddles]


def main() -> None:
    """Write both files."""
    frames = [size_of(f, i, f.labels.split()) for f in FAMILIES for i in range(len(f.labels.split()))]
    spacers: list[Part] = [
        SpacerPart(name=f"Ring {h}", height_mm=h, rung="small part") for h in (5, 10, 15, 20)
    ]
    parts = [*stems(), *spacers, *drop_bars(), *flat_bars(), *seats()]
    (DEMO / "frames.csv").write_text(write_frames(frames), encoding="utf-8")
    (DEMO / "parts.csv").write_text(write_parts(parts), encoding="utf-8")


if __name__ == "__main__":
    main()
