"""Writes the demo shelves: frames that hold together by construction, and the parts to build them with.

Head tube, fork and angles are chosen; stack, front centre, wheelbase and the rest follow from them, so that
the chart audit finds nothing. Run it with ``.venv/bin/python tools/make_shelves.py``.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from demo_parts import demo_parts

from waymark.core.frame import FrameGeometry, derive
from waymark.rooms.shelves.csvio import write_frames, write_parts
from waymark.rooms.shelves.schemas import FrameChart, FrameSize

# How much wider than the tyre it comes with a frame of each kind takes; charts of city bikes do not say.
TYRE_ROOM_MM = {
    "road": 4, "endurance": 6, "gravel": 7, "cyclocross": 7, "cross-country": 5, "trail": 4, "time-trial": 3,
}  # fmt: skip
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
            tyre_greatest_mm=family.tyre + TYRE_ROOM_MM[family.kind] if family.kind in TYRE_ROOM_MM else None,
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


def main() -> None:
    """Write both files."""
    frames = [size_of(f, i, f.labels.split()) for f in FAMILIES for i in range(len(f.labels.split()))]
    (DEMO / "frames.csv").write_text(write_frames(frames), encoding="utf-8")
    (DEMO / "parts.csv").write_text(write_parts(demo_parts()), encoding="utf-8")


if __name__ == "__main__":
    main()
