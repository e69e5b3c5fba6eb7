"""Writes the demo shelves: frames that hold together by construction, and the parts to build them with.

Head tube, fork and angles are chosen; stack, front centre, wheelbase and the rest follow from them, so that
the chart audit finds nothing. Run it with ``.venv/bin/python tools/make_shelves.py``.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from waymark.core.frame import FrameGeometry, derive
from waymark.rooms.shelves.csvio import write_frames, write_parts
from waymark.rooms.shelves.parts import (
    AeroBarPart,
    CleatPart,
    CockpitPart,
    CoverPart,
    CrankPart,
    DropBarPart,
    FlatBarPart,
    GripPart,
    LeverPart,
    Part,
    PedalPart,
    PostPart,
    SaddlePart,
    ShoePart,
    SpacerPart,
    StemPart,
)
from waymark.rooms.shelves.schemas import FrameChart, FrameSize

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
    bearing: float | None = 52
    cockpits: str = ""
    mass: float | None = None
    price: int = 3
    tags: str = ""
    # A kinked or offset seat tube: how much steeper it stands than its effective angle, held at 700 mm.
    kink: float = 0
    owned: bool = False
    in_stock: bool = True


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
    Family("Corvane Strake Evo", "road", "carbon", "46 48 50 52 54 56 58 60", (92, 200), (366, 410), (70.5, 73.6), (74.8, 72.6), (410, 565), 367, 44, 73, 408, 28, limit=35, bearing=None, cockpits="Corvane Oneform", price=5, mass=120, tags="aero;integrated"),
    Family("Ostrel Ledger", "road", "carbon", "XXS XS S M L XL", (88, 198), (362, 410), (70.2, 73.8), (75.0, 72.6), (400, 560), 368, 44, 72, 406, 26, limit=40, price=5, mass=115, tags="light"),
    Family("Tarrow Wherry", "road", "steel", "47 49 51 53 55 57 59 61", (96, 214), (368, 404), (71.0, 73.5), (74.6, 72.6), (450, 600), 368, 45, 70, 412, 28, limit=40, price=2, tags="rim brake"),
    Family("Haldery Pike", "road", "alloy", "44 47 50 53 56 59", (84, 200), (356, 402), (69.8, 73.2), (75.2, 72.8), (400, 560), 369, 47, 72, 408, 28, limit=40, price=1, tags="first bike"),
    Family("Tarrow Halyard", "road", "titanium", "S M L XL XXL XXXL", (120, 262), (378, 428), (71.6, 73.6), (74.2, 72.2), (460, 640), 370, 46, 70, 414, 30, limit=40, price=5, mass=140, tags="tall riders"),
    Family("Ostrel Hearth", "endurance", "carbon", "47 50 53 56 59 62", (120, 250), (362, 404), (70.4, 73.0), (74.8, 72.6), (420, 580), 376, 48, 78, 418, 35, limit=40, price=4, mass=125, tags="mudguards"),
    Family("Pellmore Brent", "endurance", "alloy", "XS S M ML L XL", (110, 218), (360, 398), (70.5, 72.8), (74.5, 73.0), (410, 560), 378, 50, 76, 420, 32, limit=40, price=1, tags="mudguards;first bike"),
    Family("Tarrow Saltbox", "endurance", "steel", "S M L XL", (140, 236), (370, 402), (71.2, 72.6), (73.8, 72.6), (480, 590), 380, 50, 74, 424, 35, limit=40, price=3, tags="mudguards"),
    Family("Haldery Fieldway", "endurance", "titanium", "1 2 3 4 5 6", (122, 238), (370, 408), (71.0, 73.0), (74.2, 72.6), (450, 590), 378, 49, 76, 420, 35, limit=40, price=5, mass=135, tags="mudguards"),
    Family("Pellmore Wrack Youth", "gravel", "alloy", "24 26 27 28", (74, 110), (322, 356), (69.0, 70.0), (75.0, 74.5), (300, 380), 372, 50, 58, 405, 38, bead=507, limit=30, price=1, tags="children"),
    Family("Corvane Wren", "endurance", "carbon", "40 42 44 46 48", (82, 128), (340, 368), (69.5, 71.0), (75.5, 74.5), (360, 430), 366, 50, 68, 408, 28, bead=584, limit=30, price=4, tags="short riders"),
    Family("Corvane Marl", "gravel", "carbon", "49 52 54 56 58 61", (94, 204), (372, 416), (69.8, 71.6), (74.6, 73.0), (410, 560), 396, 50, 78, 425, 42, limit=35, bearing=None, cockpits="Corvane Oneform;Ostrel Single", price=5, mass=125, tags="integrated"),
    Family("Tarrow Byre", "gravel", "titanium", "XS S M L XL", (106, 198), (380, 430), (69.5, 71.0), (74.4, 73.2), (420, 540), 400, 51, 75, 432, 45, limit=40, price=5, mass=135, tags="mudguards;bags"),
    Family("Haldery Shale", "gravel", "alloy", "44 47 50 53 56 59", (92, 206), (368, 424), (68.8, 71.0), (75.0, 73.4), (390, 550), 402, 51, 76, 430, 45, limit=40, price=2, tags="mudguards"),
    Family("Ostrel Drumlin", "gravel", "carbon", "S M L XL", (95, 160), (405, 465), (68.0, 69.0), (76.0, 75.0), (400, 500), 430, 48, 72, 428, 50, post=30.9, limit=40, price=4, tags="suspension", kink=1.5),
    Family("Mossfoot Cairnside", "gravel", "steel", "S M L XL XXL XXXL", (150, 262), (386, 440), (70.0, 71.5), (73.6, 72.2), (490, 650), 398, 52, 74, 440, 45, limit=40, price=3, mass=150, tags="tall riders;bags"),
    Family("Corvane Bramble", "cyclocross", "carbon", "46 49 52 54 56 58 61", (90, 186), (364, 408), (69.8, 72.2), (75.0, 72.8), (400, 560), 394, 47, 66, 425, 33, price=4, tags="race"),
    Family("Pellmore Clod", "cyclocross", "alloy", "XS S M L XL", (96, 172), (370, 406), (70.4, 72.0), (74.6, 73.2), (420, 540), 395, 48, 65, 428, 33, limit=40, price=2),
    Family("Mossfoot Tussock", "cyclocross", "steel", "50 53 56 59", (112, 190), (374, 402), (71.0, 72.2), (74.0, 72.8), (470, 570), 396, 48, 64, 430, 35, limit=40, price=3),
    Family("Ostrel Skerry", "cross-country", "carbon", "XS S M L XL", (86, 122), (395, 490), (67.0, 67.5), (76.0, 75.5), (370, 500), 512, 44, 52, 434, 60, post=30.9, limit=25, cover=6, price=5, mass=115, tags="race", kink=3),
    Family("Mossfoot Sett", "cross-country", "steel", "S M L XL", (98, 134), (415, 480), (68.0, 68.4), (74.6, 74.0), (410, 520), 506, 46, 58, 440, 57, post=30.9, limit=40, cover=6, price=2),
    Family("Haldery Whin", "cross-country", "alloy", "XXS XS S M L XL XXL", (80, 132), (370, 492), (66.8, 68.2), (75.5, 74.5), (340, 540), 502, 44, 56, 432, 57, bead=584, post=30.9, limit=40, cover=6, price=1, tags="short riders"),
    Family("Ostrel Corrie", "trail", "carbon", "S M L XL", (98, 132), (430, 515), (64.5, 64.5), (78.0, 77.0), (380, 470), 556, 44, 30, 436, 61, post=34.9, limit=25, cover=6, price=5, mass=125, tags="full suspension", kink=4),
    Family("Haldery Crag", "trail", "alloy", "XS S M L XL XXL", (92, 136), (405, 525), (65.0, 65.4), (77.0, 76.0), (360, 500), 548, 44, 34, 438, 62, post=31.6, limit=40, cover=6, price=2, mass=130, tags="full suspension", kink=3),
    Family("Pellmore Burn", "trail", "alloy", "S M L XL", (96, 128), (418, 500), (66.0, 66.0), (76.5, 75.5), (380, 480), 530, 44, 44, 432, 60, post=31.6, limit=40, cover=6, price=1, tags="hardtail"),
    Family("Tarrow Staithe", "city", "steel", "S M L XL", (150, 220), (345, 386), (69.0, 70.2), (72.5, 71.5), (430, 560), 396, 56, 66, 460, 42, limit=50, price=2, mass=160, tags="mudguards;rack", step_through=470),
    Family("Pellmore Ferry Low", "city", "alloy", "XS S M L", (140, 205), (338, 376), (68.5, 69.5), (72.0, 71.5), (390, 480), 402, 56, 66, 462, 47, limit=50, price=2, mass=150, tags="rack;electric", step_through=390, kink=-2),
    Family("Haldery Pack", "city", "steel", "1 2 3", (180, 250), (340, 372), (69.5, 70.0), (71.5, 71.0), (420, 520), 380, 55, 60, 470, 50, bead=507, limit=50, price=3, mass=180, tags="rack;load"),
    Family("Ostrel Sound Pro", "time-trial", "carbon", "XS S M L XL", (70, 158), (392, 446), (72.0, 73.5), (80.0, 79.0), (430, 550), 368, 42, 74, 402, 25, limit=40, cover=3, price=5, mass=110, tags="race"),
    Family("Haldery Vane", "time-trial", "alloy", "48 51 54 57", (90, 160), (384, 428), (71.8, 73.0), (78.0, 77.0), (450, 540), 370, 43, 72, 405, 25, limit=40, cover=5, price=2),
    Family("Corvane Fletch", "time-trial", "carbon", "XS S M L XL XXL", (78, 172), (386, 448), (71.8, 73.5), (79.5, 78.0), (420, 560), 368, 43, 73, 404, 26, limit=35, cover=4, price=4, mass=115, tags="race"),
)  # fmt: skip


def spread(ends: tuple[float, float], i: int, n: int, step: float) -> float:
    """The ``i``-th of ``n`` even steps, rounded to ``step``."""
    value = ends[0] + (ends[1] - ends[0]) * i / (n - 1)
    return round(round(value / step) * step, 2)


def size_of(family: Family, i: int, labels: list[str]) -> FrameSize:
    """One size with all that follows from its parts."""
    n = len(labels)
    head, effective = spread(family.head_angle, i, n, 0.1), spread(family.seat_angle, i, n, 0.1)
    tube = spread(family.seat_tube, i, n, 5)
    seat = round(effective - family.kink, 1)
    known = {
        "head_angle_deg": head,
        "seat_angle_deg": seat,
        "head_tube_mm": spread(family.head_tube, i, n, 1),
        "fork_length_mm": family.fork,
        "fork_offset_mm": family.offset,
        "bb_drop_mm": family.drop,
        "reach_mm": spread(family.reach, i, n, 1),
        "chainstay_mm": family.stay,
    }
    if family.kink:
        known |= {"seat_angle_effective_deg": effective, "effective_at_mm": 700}
    v = derive(known).values
    radius = family.bead / 2 + family.tyre
    stack, front = round(v["stack_mm"]), round(v["front_centre_mm"])
    g = FrameGeometry(
        stack_mm=stack,
        reach_mm=v["reach_mm"],
        head_angle_deg=head,
        seat_angle_deg=seat,
        seat_tube_mm=tube,
        head_tube_mm=v["head_tube_mm"],
        fork_length_mm=family.fork,
        fork_offset_mm=family.offset,
        bb_drop_mm=family.drop,
        chainstay_mm=family.stay,
        front_centre_mm=front,
        wheel_radius_mm=radius,
    )
    middle = g.seat_tube_top.toward(g.head_top, 0.45)
    over = middle.y_mm - g.ground_y_mm if family.step_through is None else family.step_through + 60
    return FrameSize(
        frame=family.name,
        kind=family.kind,
        material=family.material,
        size=labels[i],
        source="invented",
        dated="2026-03",
        price_band=family.price,
        tags=family.tags,
        owned=family.owned,
        in_stock=family.in_stock,
        chart=FrameChart(
            stack_mm=stack,
            reach_mm=v["reach_mm"],
            head_angle_deg=head,
            seat_angle_deg=seat,
            seat_tube_mm=tube,
            head_tube_mm=v["head_tube_mm"],
            ett_mm=round(v["ett_mm"]),
            fork_length_mm=family.fork,
            fork_offset_mm=family.offset,
            bb_drop_mm=family.drop,
            chainstay_mm=family.stay,
            front_centre_mm=front,
            wheelbase_mm=round(v["wheelbase_mm"]),
            bead_mm=family.bead,
            tyre_mm=family.tyre,
            cover_mm=family.cover,
            spacer_limit_mm=family.limit,
            post_diameter_mm=family.post,
            least_insertion_mm=80,
            greatest_insertion_mm=min(450, tube - 110),
            seat_angle_effective_deg=effective if family.kink else None,
            effective_at_mm=700 if family.kink else None,
            upper_bearing_mm=family.bearing,
            cockpits=family.cockpits,
            system_mass_kg=family.mass,
            crank_least_mm=160,
            crank_greatest_mm=180,
            standover_mm=round(over),
            standover_ahead_mm=round(middle.x_mm),
            step_through_mm=family.step_through,
        ),
    )


def stems() -> list[Part]:
    """Lengths, angles and clamps as a good shop has them."""
    ranges = (
        ("Cairn", -6, 31.8, 40, range(60, 170, 10), True, 2),
        ("Cairn Half", -6, 31.8, 40, range(75, 120, 10), True, 2),
        ("Plumb", -17, 31.8, 40, range(80, 140, 10), True, 3),
        ("Level", 0, 31.8, 40, range(50, 130, 10), True, 3),
        ("Lintel", 17, 31.8, 40, range(60, 130, 10), True, 2),
        ("Lean", -10, 31.8, 40, range(60, 130, 10), True, 1),
        ("Shim", -8, 31.8, 42, range(70, 130, 5), True, 4),
        ("Quoin", -12, 31.8, 39, range(80, 140, 10), True, 4),
        ("Gable", 30, 31.8, 42, range(80, 120, 10), False, 2),
        ("Sill", 6, 31.8, 40, range(60, 170, 10), False, 1),
        ("Dado", -6, 26.0, 40, range(80, 130, 10), True, 2),
        ("Rafter", 35, 31.8, 42, range(80, 120, 10), False, 2),
        ("Stub", 0, 35.0, 38, (32, 35, 40, 45, 50, 60), True, 2),
        ("Stub Low", -6, 35.0, 38, range(40, 100, 10), True, 3),
        ("Stub Lift", 10, 35.0, 38, range(40, 80, 10), True, 2),
        ("Cobble", 0, 31.8, 40, (35, 40, 45), True, 1),
        ("Purlin", -6, 35.0, 40, range(70, 130, 10), True, 4),
        ("Pier", 25, 25.4, 44, range(60, 110, 10), False, 1),
        ("Jetty", 10, 25.4, 42, range(60, 120, 10), True, 1),
        ("Slip", -17, 26.0, 40, range(80, 140, 10), True, 2),
    )
    return [
        StemPart(
            name=f"{name} {length}",
            length_mm=length,
            angle_deg=angle,
            clamp_height_mm=high,
            bar_clamp_mm=clamp,
            both_ways=both,
            rung="small part",
            price_band=price,
            in_stock=(name, length) not in {("Plumb", 100), ("Shim", 95)},
        )
        for name, angle, clamp, high, lengths, both, price in ranges
        for length in lengths
    ]


def drop_bars() -> list[Part]:
    """Drop bars with the levers on them, hoods at the studio's slope."""
    # name, reach, drop, bend radius, ramp, drop end's fall, lever arc, flare at the drops, clamp, widths
    rows = (
        ("Petrel", 70, 115, 30, 4, 4, 16, 0, 31.8, (360, 380)), ("Petrel", 75, 120, 31, 4, 4, 16, 0, 31.8, (400,)),
        ("Petrel", 80, 125, 32, 4, 4, 16, 0, 31.8, (420, 440, 460)), ("Petrel", 85, 130, 33, 4, 4, 16, 0, 31.8, (480, 500)),
        ("Fulmar", 72, 118, 30, 2, 6, 14, 60, 31.8, (400, 420, 440, 460, 480)), ("Old Bay", 92, 140, 36, 8, 10, 20, 0, 31.8, (400, 420)),
        ("Tystie", 66, 108, 29, 3, 3, 15, 20, 31.8, (340, 360, 380, 400)), ("Guillemot", 76, 120, 31, 1, 5, 14, 30, 35.0, (400, 420, 440)),
        ("Longtail", 86, 132, 34, 6, 8, 18, 0, 26.0, (400, 420, 440)),
    )  # fmt: skip
    return [
        DropBarPart(
            name=f"{name} {width // 10}",
            width_mm=width,
            drops_width_mm=width + flare if flare else None,
            reach_mm=reach,
            drop_mm=drop,
            bend_radius_mm=radius,
            ramp_deg=ramp,
            drop_end_deg=end,
            lever_arc_deg=arc,
            lever_forward_mm=20,
            lever_out_mm=26,
            lever_slope_deg=24,
            bar_clamp_mm=clamp,
            price_band=3,
        )
        for name, reach, drop, radius, ramp, end, arc, flare, clamp, widths in rows
        for width in widths
    ]


def flat_bars() -> list[Part]:
    """Flat, riser and city bars."""
    rows = (
        ("Boom 720", 720, 0, 8, 4, 70, 35.0), ("Boom 760", 760, 10, 8, 5, 70, 35.0),
        ("Boom 780 Rise", 780, 25, 8, 5, 80, 35.0), ("Boom 800 Tall", 800, 40, 8, 5, 85, 35.0),
        ("Rail 680", 680, 0, 9, 0, 60, 31.8), ("Rail 700 Rise", 700, 20, 9, 5, 70, 31.8),
        ("Rail 740", 740, 15, 7, 4, 70, 31.8), ("Harbour 620", 620, 30, 28, 4, 70, 25.4),
        ("Harbour 660", 660, 45, 35, 6, 75, 25.4), ("Quay 600", 600, 0, 16, 0, 60, 31.8),
    )  # fmt: skip
    return [
        FlatBarPart(
            name=name,
            width_mm=width,
            rise_mm=rise,
            sweep_deg=sweep,
            upsweep_deg=up,
            bend_at_mm=bend,
            bar_clamp_mm=clamp,
            hand_inset_mm=55,
            trim_to_mm=width - 60,
            price_band=2,
        )
        for name, width, rise, sweep, up, bend, clamp in rows
    ]


def cockpits() -> list[Part]:
    """One-piece cockpits: only what the makers list, with their own spacers."""
    # name, angle, reach, drop, radius, ramp, arc, least and greatest stem, widths, spacers
    rows = (
        ("Corvane Oneform", -8, 76, 122, 31, 3, 15, (80, 130), (380, 400, 420, 440), (5, 10)),
        ("Ostrel Single", -6, 72, 118, 30, 2, 14, (80, 120), (400, 420, 440), (5, 15)),
        ("Haldery Mono", -10, 80, 125, 32, 4, 16, (90, 130), (400, 420), (10,)),
        ("Tarrow Yoke", 0, 74, 120, 31, 2, 14, (80, 120), (400, 420, 440), (5, 10, 20)),
        ("Pellmore Beam", -6, 78, 124, 32, 3, 15, (80, 130), (400, 420), (5, 10)),
        ("Corvane Oneform Short", -8, 66, 110, 29, 3, 15, (60, 100), (360, 380, 400), (5, 10)),
        ("Ostrel Single Flare", -6, 70, 116, 30, 2, 14, (70, 110), (420, 440, 460, 480), (5, 15)),
        ("Haldery Mono Deep", -12, 88, 134, 35, 6, 18, (100, 140), (400, 420), (10,)),
        ("Tarrow Yoke Rise", 8, 74, 120, 31, 2, 14, (70, 110), (400, 420, 440), (5, 10, 20)),
        ("Pellmore Beam Trail", 0, 68, 112, 29, 1, 14, (50, 90), (440, 460, 480), (5, 10)),
        ("Corvane Oneform Race", -12, 80, 125, 32, 4, 16, (90, 140), (360, 380, 400), (5,)),
        ("Ostrel Blade", -10, 76, 120, 31, 3, 15, (90, 130), (360, 380, 400), (5, 10)),
        ("Haldery Span", -6, 82, 128, 33, 4, 16, (100, 150), (420, 440, 460), (10, 20)),
        ("Tarrow Lark", -6, 64, 106, 29, 3, 15, (50, 90), (340, 360, 380), (2.5, 5, 10)),
        ("Pellmore Girder", -8, 78, 124, 32, 3, 15, (80, 120), (400, 420, 440), (5, 10, 15)),
    )  # fmt: skip
    return [
        CockpitPart(
            name=name,
            angle_deg=angle,
            reach_mm=reach,
            drop_mm=drop,
            bend_radius_mm=radius,
            ramp_deg=ramp,
            drop_end_deg=5,
            lever_arc_deg=arc,
            lever_forward_mm=20,
            lever_out_mm=26,
            lever_slope_deg=24,
            clamp_height_mm=42,
            # Makers pair long stems with wide bars: the narrowest bar misses the longest stem, the widest the shortest.
            listed=[
                f"{length}/{width}"
                for length in range(lengths[0], lengths[1] + 1, 10)
                for width in widths
                if (length, width) not in {(lengths[1], widths[0]), (lengths[0], widths[-1])}
            ],
            spacers_mm=list(spacers),
            price_band=5,
        )
        for name, angle, reach, drop, radius, ramp, arc, lengths, widths, spacers in rows
    ]


def aero_and_controls() -> list[Part]:
    """Aero bars, levers, grips, headset covers."""
    aero = (
        ("Heron", range(-40, 50, 10), (20, 35, 50, 65), 31.8), ("Heron Low", range(-30, 40, 10), (5, 15, 25), 31.8),
        ("Bittern", range(-60, 70, 10), (30, 40, 50, 60, 70, 80), 35.0), ("Egret Clip", range(-20, 30, 10), (45, 60), 31.8),
    )  # fmt: skip
    levers = (
        ("Spry Hydro", 22, 30, 24, 60, 82),
        ("Spry Cable", 18, 24, 22, 62, 85),
        ("Wide Hood", 26, 34, 26, 66, 92),
        ("Small Hand", 16, 22, 22, 50, 74),
    )
    grips = (("Clove", 130, 30), ("Clove Fat", 135, 33), ("Thistle", 132, 31), ("Dock Ergonomic", 140, 34))
    covers = ((3, 52), (5, 52), (8, 52), (15, 52), (20, 52), (5, 44), (12, 44))
    return [
        *(AeroBarPart(name=n, pad_fore_aft_mm=list(x), pad_stacks_mm=list(y), bar_clamp_mm=c) for n, x, y, c in aero),
        *(
            LeverPart(
                name=n,
                lever_forward_mm=f,
                lever_out_mm=o,
                lever_slope_deg=k,
                blade_least_mm=a,
                blade_greatest_mm=b,
            )
            for n, f, o, k, a, b in levers
        ),
        *(GripPart(name=n, length_mm=length, diameter_mm=d) for n, length, d in grips),
        *(CoverPart(name=f"Lid {h} for {b}", height_mm=h, bearing_mm=b, rung="small part") for h, b in covers),
    ]


def seats() -> list[Part]:
    """Posts in four diameters, droppers among them, and saddles."""
    posts: list[Part] = [
        PostPart(
            name=f"Mast {d:g} {length} {'back ' + str(back) if back else 'straight'}",
            length_mm=length,
            setback_mm=back,
            diameter_mm=d,
            least_insertion_mm=90,
        )
        for d in (27.2, 30.9, 31.6, 34.9)
        for length, back in ((350, 0), (400, 0), (400, 20))
    ]
    posts += [
        PostPart(
            name=f"Ebb {d:g} {travel}",
            length_mm=travel + 290,
            diameter_mm=d,
            least_insertion_mm=110,
            travel_mm=travel,
        )
        for d in (30.9, 31.6)
        for travel in (125, 150, 180)
    ]
    posts.append(
        PostPart(
            name="Mast 27.2 350 forward",
            length_mm=350,
            setback_mm=-25,
            diameter_mm=27.2,
            least_insertion_mm=90,
        )
    )
    # For the very tall.
    for d, length in ((27.2, 450), (31.6, 500)):
        name = f"Topmast {d:g} {length} back 20"
        posts.append(PostPart(name=name, length_mm=length, setback_mm=20, diameter_mm=d, least_insertion_mm=110))
    rows = (
        ("Plover 143", 47, 24, 152, 20, 143), ("Plover 155", 47, 22, 146, 20, 155), ("Dunlin Short", 46, 30, 118, 17, 143),
        ("Curlew Wide", 58, 10, 128, 15, 168), ("Sanderling", 44, 26, 158, 22, 135), ("Knot Carbon", 42, 26, 150, 16, 143),
        ("Plover 130", 47, 25, 156, 20, 130), ("Plover 168", 48, 20, 142, 19, 168), ("Dunlin Short 155", 46, 28, 114, 17, 155),
        ("Dunlin Wide", 47, 26, 112, 17, 168), ("Godwit", 50, 24, 160, 22, 138), ("Godwit Long", 50, 24, 172, 24, 138),
        ("Ruff", 45, 30, 124, 18, 148), ("Ruff Split", 48, 36, 96, 16, 148), ("Ruff Noseless", 52, 40, 70, 16, 150),
        ("Knot Steel", 45, 26, 150, 20, 143), ("Knot 155", 43, 24, 146, 16, 155), ("Turnstone", 52, 14, 136, 18, 160),
        ("Avocet Sprung", 66, 4, 120, 14, 200), ("Whimbrel", 55, 12, 140, 16, 175), ("Stint Youth", 44, 20, 112, 18, 132),
    )  # fmt: skip
    saddles: list[Part] = [
        SaddlePart(name=n, rail_to_top_mm=k, mark_to_s_mm=m, nose_to_s_mm=nose, rail_room_mm=room, width_mm=w)
        for n, k, m, nose, room, w in rows
    ]
    return [*posts, *saddles]


def feet() -> list[Part]:
    """Cranks, pedals, cleats and shoes."""
    cranks: list[Part] = [
        CrankPart(name=f"{name} {length:g}", length_mm=length, q_mm=q, rings=list(rings))
        for name, q, rings, lengths in (
            ("Ketch", 146, (50, 34), (165, 167.5, 170, 172.5, 175)),
            ("Yawl", 150, (46, 30), (160, 165, 170, 175)),
            ("Lugger", 172, (32,), (155, 165, 170, 175)),
            ("Coble Long", 150, (50, 34), (177.5, 180, 185)),
            ("Coble Short", 150, (46, 30), (145, 150, 155)),
        )
        for length in lengths
    ]
    pedals = (
        ("Kelp", True, 11, 0, 60, 6, 3), ("Kelp Wide", True, 11, 4, 60, 6, 3), ("Kelp Long", True, 11, 8, 60, 6, 3),
        ("Carrageen", True, 9, 0, 66, 9, 3), ("Carrageen Wide", True, 9, 4, 66, 9, 3),
        ("Dulse", True, 15, 0, 40, 4, 2), ("Dulse Cage", True, 15, 0, 92, 4, 2), ("Wrack", True, 13, 0, 44, 8, 2),
        ("Slab", False, 17, 0, 110, 0, None), ("Slab Small", False, 16, 0, 95, 0, None),
        ("Slab Broad", False, 15, 4, 118, 0, None), ("Lagoon", False, 22, 0, 100, 0, None),
    )  # fmt: skip
    cleats = (
        ("Kelp six", 4, 15, 5, 6, 3), ("Kelp fixed", 4, 15, 5, 0, 3), ("Carrageen nine", 5, 13, 6, 9, 3),
        ("Dulse steel", 2, 18, 4, 4, 2), ("Wrack eight", 3, 18, 4, 8, 2),
    )  # fmt: skip
    shoes = (
        ("Marram", 7, 0, 14, False, 3), ("Marram Aft", 7, 5, 32, False, 3), ("Marram Carbon", 5, 0, 14, False, 3),
        ("Sedge", 10, 0, 16, True, 2), ("Sedge Winter", 14, 0, 16, True, 2), ("Bent", 11, 0, 20, True, 2),
        ("Rush Flat", 24, 0, 0, True, 0), ("Rush Thin", 17, 0, 0, True, 0),
    )  # fmt: skip
    return [
        *cranks,
        *(
            PedalPart(name=n, clipped=c, stack_mm=s, axle_extra_mm=x, platform_mm=p, float_deg=f, bolts=b)
            for n, c, s, x, p, f, b in pedals
        ),
        *(
            CleatPart(name=n, stack_mm=s, fore_aft_mm=a, sideways_mm=w, float_deg=f, bolts=b)
            for n, s, a, w, f, b in cleats
        ),
        *(
            ShoePart(name=n, sole_mm=s, aft_least_mm=a, aft_greatest_mm=g, recessed=r, bolts=b)
            for n, s, a, g, r, b in shoes
        ),
    ]


def main() -> None:
    """Write both files."""
    frames = [size_of(f, i, f.labels.split()) for f in FAMILIES for i in range(len(f.labels.split()))]
    spacers: list[Part] = [
        SpacerPart(name=f"Ring {h:g}", height_mm=h, rung="small part", price_band=1) for h in (2.5, 5, 10, 15, 20)
    ]
    parts = [
        *stems(), *spacers, *drop_bars(), *flat_bars(), *cockpits(), *aero_and_controls(), *seats(), *feet(),
    ]  # fmt: skip
    (DEMO / "frames.csv").write_text(write_frames(frames), encoding="utf-8")
    (DEMO / "parts.csv").write_text(write_parts(parts), encoding="utf-8")


if __name__ == "__main__":
    main()
