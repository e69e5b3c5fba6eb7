"""The parts of the demo's shelves, by kind."""

from __future__ import annotations

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
    TyrePart,
    WheelsPart,
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
        ("Heron", range(-40, 50, 10), (20, 35, 50, 65), 31.8, (210, 330), "bent up"),
        ("Heron Low", range(-30, 40, 10), (5, 15, 25), 31.8, (210, 330), "bent up"),
        ("Bittern", range(-60, 70, 10), (30, 40, 50, 60, 70, 80), 35.0, (190, 360), "s-bend"),
        ("Egret Clip", range(-20, 30, 10), (45, 60), 31.8, (220, 300), "straight"),
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
        *(
            AeroBarPart(
                name=n,
                pad_fore_aft_mm=list(x),
                pad_stacks_mm=list(y),
                bar_clamp_mm=c,
                extension_least_mm=ends[0],
                extension_greatest_mm=ends[1],
                extension_shape=shape,
            )
            for n, x, y, c, ends, shape in aero
        ),
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


def rolling() -> list[Part]:
    """Wheels by what they carry, tyres by their width."""
    wheels = (
        ("Gyre Light", 622, 19, 20, 24, 25, 32, 100, 4), ("Gyre", 622, 21, 24, 28, 28, 42, 120, 3),
        ("Gyre Stout", 622, 22, 32, 36, 28, 50, 150, 3), ("Burr", 622, 25, 28, 32, 35, 57, 130, 3),
        ("Burr Wide", 622, 30, 32, 32, 50, 66, 140, 3), ("Burr Small", 584, 25, 28, 32, 40, 61, 130, 3),
        ("Tern", 622, 17, 28, 28, 23, 32, None, 2),
    )  # fmt: skip
    tyres = (
        ("Furl 25", 622, 25, 3), ("Furl 28", 622, 28, 3), ("Furl 32", 622, 32, 3), ("Furl 35", 622, 35, 3),
        ("Tussock 33", 622, 33, 3), ("Tussock 40", 622, 40, 3), ("Tussock 45", 622, 45, 3), ("Tussock 50", 622, 50, 3),
        ("Ramble 37", 622, 37, 2), ("Ramble 42", 622, 42, 2), ("Scree 57", 622, 57, 3), ("Scree 61", 622, 61, 3),
        ("Tussock Small 47", 584, 47, 3),
    )  # fmt: skip
    return [
        *(
            WheelsPart(
                name=n,
                bead_mm=bead,
                rim_inner_mm=inner,
                spokes_front=front,
                spokes_rear=rear,
                tyre_least_mm=least,
                tyre_greatest_mm=most,
                system_limit_kg=limit,
                price_band=price,
            )
            for n, bead, inner, front, rear, least, most, limit, price in wheels
        ),
        *(TyrePart(name=n, bead_mm=bead, width_mm=width, price_band=price) for n, bead, width, price in tyres),
    ]


def demo_parts() -> list[Part]:
    """Every part, in the order of the shelf."""
    spacers: list[Part] = [
        SpacerPart(name=f"Ring {h:g}", height_mm=h, rung="small part", price_band=1) for h in (2.5, 5, 10, 15, 20)
    ]
    return [
        *stems(),
        *spacers,
        *drop_bars(),
        *flat_bars(),
        *cockpits(),
        *aero_and_controls(),
        *seats(),
        *feet(),
        *rolling(),
    ]
