"""Handling and gears of the plan against the present bike."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from math import pi

from waymark.core.body import segments
from waymark.core.cockpit import FlatStand, place_grip
from waymark.core.gearing import Gearing, Gears, Hill, gear_advice
from waymark.core.handling import (
    Handling,
    Loaded,
    Pair,
    Raised,
    SmallChange,
    differences,
    handling_of,
    rise_by_roll,
    small_changes,
    stem_by_width,
    weighted,
)
from waymark.core.marks import Mark
from waymark.core.rules.gears import GEARS, GROUNDS, Ground
from waymark.core.say import Said, bare, exactly, say
from waymark.rooms.files import Facts, both, fact
from waymark.rooms.plan import (
    BuildState,
    GearSet,
    Sitting,
    bar_stand,
    chosen_option,
    frame_school,
    on_own_bike,
    parts_shelf,
    plan_bar,
    plan_chart,
    plan_marks,
    schools,
    sits_now,
    sits_then,
    stem_of,
    toe_mm,
)
from waymark.rooms.posts.build.bar_choices import cut_widths, fitting_bars
from waymark.rooms.posts.build.shapes import (
    GearRow,
    GearsOut,
    HandlingOut,
    HandlingRow,
    HillOut,
    LoadRow,
    PairOut,
    RaisedOut,
    RiseByRoll,
    StemByWidth,
    TypedGears,
)
from waymark.rooms.posts.goal import discipline
from waymark.rooms.posts.measure import MeasureState, body_of, now_marks
from waymark.rooms.schema import Point
from waymark.rooms.shelves import AeroBarPart, CockpitPart, DropBarPart, FlatBarPart, FrameChart

NAMES: dict[str, Said] = {
    "trail": say("Trail"), "flop": say("Wheel flop"), "wheelbase": say("Wheelbase"), "front_centre": say("Front centre"),
    "arm": say("Steering arm"), "travel": say("Hand, each degree"), "front_share": say("On the front wheel"),
    "hand_load": say("On the hands, at most"), "toe": say("Toe to tyre"),
}  # fmt: skip
PERCENT = ("front_share", "hand_load")


@fact(by_value=False)
def handling_view(facts: Facts) -> HandlingOut | None:
    """How the plan handles against the present bike; ``None`` while no frame is chosen."""
    then = _planned(facts)
    if then is None:
        return None
    now = _present(facts)
    rows = [
        HandlingRow(
            name=NAMES[x.name],
            percent=x.name in PERCENT,
            fine=x.name == "travel",
            now=x.now,
            then=x.then,
            says=x.says,
        )
        for x in differences(now, then)
    ]
    missing = say("Without the present frame’s chart there is nothing to compare with: name it in Measure.")
    return HandlingOut(
        rows=rows,
        note=missing if now is None else None,
        small=_small(facts),
        pairs=_pairs(facts),
        raised=_raised(facts),
        gears=_gears(facts),
    )


def _pairs(facts: Facts) -> StemByWidth | None:
    """Stems and widths about the ones that are on, as far as the shelves have them."""
    stand, stem, frame = bar_stand(facts), stem_of(facts.part(BuildState)), chosen_option(facts)
    if not isinstance(stand, FlatStand) or stem is None or frame is None:
        return None
    lengths = _about(stem.length_mm, (s.length_mm for s in parts_shelf(facts).stems), facts.house.bench.stem_step_mm)
    sold = (*cut_widths(facts), *(p.width_mm for _, p in fitting_bars(facts)))
    widths = _about(stand.bar.width_mm, sold, facts.house.bench.width_step_mm)
    body = body_of(facts, None) if facts.profile.mm("height") is not None else None
    rows = stem_by_width(
        stem,
        stand.bar.width_mm,
        lengths,
        widths,
        lambda width: place_grip(replace(stand.bar, width_mm=width), stand.hand_inset_mm, stand.roll_deg),
        frame.head_angle_deg,
        segments(body).arm_mm if body else None,
        body.shoulder_width_mm if body else None,
    )
    alike = facts.house.tolerance("hand")[0]
    taken = weighted(rows, schools(facts).weight, alike)
    return StemByWidth(
        stem_mm=stem.length_mm,
        width_mm=stand.bar.width_mm,
        stems_mm=lengths,
        widths_mm=widths,
        rows=[[PairOut(felt_mm=p.felt_mm, spacers_mm=p.spacers_mm, arm_mm=p.arm_mm) for p in row] for row in rows],
        asks=frame_school(facts, "weight"),
        by_school=None if taken is None else Point(x_mm=taken.stem_mm, y_mm=taken.width_mm),
        says=None if taken is None else _weight_words(taken, stem.length_mm, stand.bar.width_mm, alike),
    )


def _raised(facts: Facts) -> RiseByRoll | None:
    """Rises about the one that is on, as far as the shelves have them, against rolls, the height kept by spacers."""
    b, stand, frame = facts.part(BuildState), bar_stand(facts), chosen_option(facts)
    stem = stem_of(b)
    if not isinstance(stand, FlatStand) or stem is None or frame is None:
        return None
    sold = (p.rise_mm for _, p in fitting_bars(facts) if isinstance(p, FlatBarPart))
    rises = _about(stand.bar.rise_mm, sold, facts.house.bench.rise_step_mm)
    step = 2 * facts.house.bench.roll_step_deg
    rolls = sorted({stand.roll_deg, *(stand.roll_deg + k * step for k in (-1, 1))})
    own = on_own_bike(facts)
    # A steerer that is cut takes no higher pile than stood on it.
    most = frame.spacer_limit_mm if own is None else own.now.room_mm - stem.clamp_height_mm
    rows = rise_by_roll(
        stem,
        stand.bar.rise_mm,
        stand.roll_deg,
        rises,
        rolls,
        lambda rise, roll: place_grip(replace(stand.bar, rise_mm=rise), stand.hand_inset_mm, roll),
        frame.head_angle_deg,
        b.spacers_mm,
        most,
    )
    return RiseByRoll(
        rise_mm=stand.bar.rise_mm,
        roll_deg=stand.roll_deg,
        rises_mm=rises,
        rolls_deg=rolls,
        rows=[
            [
                RaisedOut(spacers_mm=it.spacers_mm, hands_mm=it.hands_mm, arm_mm=it.arm_mm, stands=it.stands)
                for it in row
            ]
            for row in rows
        ],
        says=_rise_words(rows, stand, b.spacers_mm, facts.house.weights.pile_tall_mm),
    )


def _rise_words(rows: list[list[Raised]], stand: FlatStand, pile_mm: float, tall_mm: float) -> Said | None:
    """Of a tall pile: the least rise that makes it a short one, the bar rolled as it is; else the one that takes most."""
    taller = [it for row in rows for it in row if it.roll_deg == stand.roll_deg and it.rise_mm > stand.bar.rise_mm]
    taller = [it for it in taller if it.stands and it.spacers_mm < 0]
    if pile_mm <= tall_mm or not taller:
        return None
    short = [it for it in taller if pile_mm + it.spacers_mm <= tall_mm]
    best = min(short, key=lambda it: it.rise_mm) if short else max(taller, key=lambda it: it.rise_mm)
    return say(
        "{pile} under the stem is a tall pile: a bar of {rise} rise stands as high on {left}.",
        pile=exactly(pile_mm),
        rise=exactly(best.rise_mm),
        left=bare(pile_mm + best.spacers_mm),
    )


def _weight_words(taken: Pair, stem_mm: float, width_mm: float, alike_mm: float) -> Said:
    within = exactly(alike_mm)
    if (taken.stem_mm, taken.width_mm) == (stem_mm, width_mm):
        return say("Of the pairs that feel as long within {within} the school takes the one that is on.", within=within)
    return say(
        "Of the pairs that feel as long within {within} the school takes a {stem} stem on {width}.",
        within=within,
        stem=exactly(taken.stem_mm),
        width=exactly(taken.width_mm),
    )


def _about(now: float, there: Iterable[float], step: float) -> list[float]:
    """The nearest of what there is to each of two steps either way, and what is on."""
    found = set(there)
    near = {min(found, key=lambda x: (abs(x - at), x)) for k in (-2, -1, 1, 2) if (at := now + k * step) and found}
    return sorted({now, *(x for x in near if abs(x - now) >= step / 2)})


def _planned(facts: Facts) -> Handling | None:
    chart, marks = plan_chart(facts), both(plan_marks(facts))
    if chart is None:
        return None
    loaded = _plan_loaded(facts)
    held, frame = None if loaded is None else loaded.held(), chart.geometry()
    return handling_of(frame, marks[1] if marks else None, _out_mm(facts), held, _toe(facts, chart))


def _out_mm(facts: Facts) -> float | None:
    """How far out of the middle a hand lies on the plan's bar."""
    b = facts.part(BuildState)
    return (b.cockpit_width_mm or 0.0) / 2 if b.cockpit else _hand_out_mm(plan_bar(facts))


def _plan_loaded(facts: Facts) -> Loaded | None:
    chart, marks = plan_chart(facts), both(plan_marks(facts))
    if chart is None or marks is None or facts.profile.mm("height") is None:
        return None
    return _loaded(facts, marks, chart, sits_then(facts), _out_mm(facts))


def _present(facts: Facts) -> Handling | None:
    """The present bike's; ``None`` where its frame is not on record."""
    measure, marks = facts.part(MeasureState), both(now_marks(facts))
    if measure.frame is None:
        return None
    chart, out = measure.frame.chart, _hand_out_mm(measure.bar)
    held = None
    if marks is not None and facts.profile.mm("height") is not None:
        loaded = _loaded(facts, marks, chart, sits_now(facts), out)
        held = None if loaded is None else loaded.held()
    return handling_of(chart.geometry(), marks[1] if marks else None, out, held, _toe(facts, chart))


def _loaded(
    facts: Facts, marks: tuple[Mark, Mark], chart: FrameChart, it: Sitting, out_mm: float | None
) -> Loaded | None:
    """What the load on hands and front wheel is reckoned from, where the hand lies ahead of the saddle."""
    saddle, hand = marks
    if hand.x_mm <= saddle.x_mm:
        return None
    g, body = chart.geometry(), body_of(facts, None if out_mm is None else 2 * out_mm)
    rear = g.chainstay_mm, g.bb_drop_mm, g.wheelbase_mm
    return Loaded(saddle, hand, body, it.foot, it.crank_mm, *rear, seated=it.seated)


def _small(facts: Facts) -> list[LoadRow]:
    """What small changes to the plan do to the load, the plan itself first."""
    plan = _plan_loaded(facts)
    if plan is None:
        return []
    held = plan.held()
    rows = [SmallChange(say("the plan"), held), *small_changes(plan, facts.house.bench)]
    return [
        LoadRow(
            what=x.what,
            hands_percent=x.held.hand_share_percent,
            hands_by=x.held.hand_share_percent - held.hand_share_percent,
            front_percent=x.held.front_axle_percent,
            front_by=x.held.front_axle_percent - held.front_axle_percent,
        )
        for x in rows
    ]


def _hand_out_mm(part: DropBarPart | FlatBarPart | AeroBarPart | CockpitPart | None) -> float | None:
    """How far out of the middle a hand lies."""
    if isinstance(part, DropBarPart):
        return part.width_mm / 2
    return part.width_mm / 2 - part.hand_inset_mm if isinstance(part, FlatBarPart) else None


def _toe(facts: Facts, chart: FrameChart) -> float | None:
    # A foot never taken says nothing about the shoe's tip.
    return toe_mm(facts, chart.geometry()) if facts.profile.mm("foot") is not None else None


def _gears(facts: Facts) -> GearsOut:
    state, hill = facts.part(BuildState).gears, _hill(facts)
    now, then = (None if it is None else Gears(tuple(it.rings), tuple(it.cogs)) for it in (state.now, state.then))
    ground = GROUNDS[discipline(facts)]
    return GearsOut(
        now=_typed(state.now),
        then=_typed(state.then),
        hill=HillOut(
            cadence_rpm=state.cadence_rpm or GEARS["cadence_rpm"].value,
            power_w=hill.power_w if hill else None,
            gradient_percent=ground.gradient_percent if state.gradient_percent is None else state.gradient_percent,
            own=[name for name in ("cadence_rpm", "power_w", "gradient_percent") if getattr(state, name) is not None],
        ),
        rows=_rows(_checked(facts, now), _checked(facts, then), known=hill is not None),
        says=list(gear_advice(then, hill)) if then is not None and hill is not None else [],
        asks=None if hill is not None else say("The rider’s mass was not asked: without it no climb is reckoned."),
    )


def _typed(it: GearSet | None) -> TypedGears:
    if it is None:
        return TypedGears(rings="", cogs="")
    return TypedGears(rings=" ".join(f"{x:g}" for x in it.rings), cogs=" ".join(f"{x:g}" for x in it.cogs))


def _hill(facts: Facts) -> Hill | None:
    """The climb with this rider on it; ``None`` where the mass is not known."""
    mass = facts.profile.mm("mass")
    return None if mass is None else _hill_for(facts, mass)


def _hill_for(facts: Facts, mass_kg: float) -> Hill:
    state, chart, ground = facts.part(BuildState).gears, plan_chart(facts), GROUNDS[discipline(facts)]
    if state.gradient_percent is not None:
        ground = Ground(state.gradient_percent, ground.crr, ground.cda_m2, ground.mud)
    radius = facts.house.usual_wheel_radius_mm if chart is None else chart.rear_wheel_radius_mm or chart.wheel_radius_mm
    return Hill(
        mass_kg + facts.house.bike_mass_kg,
        state.power_w or round(mass_kg * GEARS["power_a_kg"].value),
        ground,
        2 * pi * radius,
        state.cadence_rpm or GEARS["cadence_rpm"].value,
    )


def _checked(facts: Facts, gears: Gears | None) -> Gearing | None:
    if gears is None:
        return None
    # Top speed, range and steps hang on no mass: any rider shows them.
    return _hill_for(facts, facts.profile.mm("mass") or facts.house.bike_mass_kg).check(gears)


def _rows(now: Gearing | None, then: Gearing | None, *, known: bool) -> list[GearRow]:
    """Figure by figure, both bikes'."""
    rows = [
        ("top_speed_kmh", say("Fastest at that cadence"), "km/h"),
        ("climb_cadence_rpm", say("Lowest gear up the climb"), "rpm"),
        ("range_percent", say("Range"), "%"),
        ("largest_step_percent", say("Widest step"), "%"),
    ]
    return [
        GearRow(name=label, unit=unit, now=getattr(now, field, None), then=getattr(then, field, None))
        for field, label, unit in rows
        if (now or then) and (known or field != "climb_cadence_rpm")
    ]
