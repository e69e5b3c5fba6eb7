"""Everything the plan is built of: what is kept, at hand, bought, or asked of the shop; and what goes together.

Unknown is told as unknown, never as fine; the maker's word outranks ours.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil
from typing import Literal

from waymark.core.cockpit.spacers import fewest_spacers
from waymark.core.say import Count, Length, Mass, Said, Words, exactly, say, words
from waymark.core.strength import carries, within
from waymark.core.ways import own_piles
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan.facts import chosen, cover_mm, cut_off_mm, feet_agree, plan_bar, plan_chart, plan_contact
from waymark.rooms.plan.own import own_stem
from waymark.rooms.plan.question import drawer
from waymark.rooms.plan.rolling import rolling
from waymark.rooms.plan.state import BuildState
from waymark.rooms.plan.taking import spacers_of
from waymark.rooms.plan.this_bike import OWN_POST, drawer_of, on_own_bike
from waymark.rooms.posts.goal import goal_crank_mm
from waymark.rooms.posts.measure import MeasureState, context
from waymark.rooms.shelves import AeroBarPart, FlatBarPart, FrameSize, PartBase

State = Literal["keep", "have", "buy", "ask"]
Fits = Literal["fits", "unknown", "not"]
# A stem's clamp above the steerer's end: so much is left under its top, that the top cap can press on it.
CAP_GAP_MM = 3.0


@dataclass(frozen=True, slots=True)
class PartLine:
    """One thing on the list: what it is, its name, how many, and what is done about it.

    ``band`` is its price in the house's bands where it is bought and known; ``note`` what is to be asked or watched.
    """

    what: Said
    name: Said
    state: State
    count: int = 1
    band: int | None = None
    note: Said | None = None


@dataclass(frozen=True, slots=True)
class FitLine:
    """Two things that must go together: whether they do, as far as anything on record says."""

    what: Said
    fits: Fits
    why: Said


@fact(by_value=False)
def parts_list(facts: Facts) -> tuple[PartLine, ...]:
    """Every part of the plan in the order of the build; none while nothing is planned."""
    if chosen(facts) is None or facts.part(BuildState).stem is None:
        return ()
    return tuple(line for of in (_frame, _spacers, _cockpit, _controls, _seat, _feet, _rolling) for line in of(facts))


def _of(part: PartBase | FrameSize) -> tuple[State, int | None, Said | None]:
    """What is done about a part from the shelf, its band, and what to ask."""
    if part.owned:
        return "have", None, None
    return "buy", part.price_band, None if part.in_stock else say("Out of stock: ask when it comes.")


def _line(what: Said, part: PartBase, count: int = 1, note: Said | None = None, name: Said | None = None) -> PartLine:
    state, band, ask = _of(part)
    return PartLine(what, name or words(part.name), state, count, band, note or ask)


def _frame(facts: Facts) -> Iterator[PartLine]:
    size, b = chosen(facts), facts.part(BuildState)
    if size is None or b.stem is None:
        return
    if on_own_bike(facts) is not None:
        yield PartLine(say("Frame"), words(size.label), "keep")
        return
    state, band, ask = _of(size)
    yield PartLine(say("Frame"), words(size.label), state, 1, band, ask)
    up = cover_mm(facts) + b.spacers_mm + b.stem.clamp_height_mm - CAP_GAP_MM
    least = say("Left uncut, or at least {up} above the head tube: cut once it is ridden.", up=Length(ceil(up)))
    yield PartLine(say("Steerer"), say("the fork’s own"), "ask", 1, None, least)
    if b.cover_mm is not None:
        cover = say("{height} high", height=Length(b.cover_mm, exact=True))
        yield PartLine(say("Headset cover"), cover, "buy", 1, None, say("Ask for the one of this bearing."))


def _spacers(facts: Facts) -> Iterator[PartLine]:
    """The pieces under the stem: on the own bike what is there and what is bought; else all of them from the workshop."""
    b, bike = facts.part(BuildState), on_own_bike(facts)
    if not b.spacers_mm:
        return
    if bike is not None:
        piles = own_piles(bike.now, drawer_of(facts).spacers)
        bought = next((p for h, (p, _) in piles.items() if abs(h - b.spacers_mm) < 1e-6), ())
        pile = say("{pile} in all, own ones first", pile=Length(b.spacers_mm, exact=True))
        yield PartLine(say("Spacers"), pile, "keep")
    else:
        bought = fewest_spacers(b.spacers_mm, spacers_of(facts) or drawer(facts)) or (b.spacers_mm,)
    for height, count in sorted(Counter(bought).items(), reverse=True):
        yield PartLine(say("Spacer"), say("{height}", height=Length(height, exact=True)), "buy", count)


def _cockpit(facts: Facts) -> Iterator[PartLine]:
    b, bar = facts.part(BuildState), plan_bar(facts)
    if b.cockpit is not None and b.stem is not None:
        name = say("{name}, {width} wide", name=Words(b.stem.name), width=exactly(b.cockpit_width_mm or 0.0))
        yield _line(say("One-piece cockpit"), b.cockpit, name=name)
        return
    if b.stem is not None:
        mine = own_stem(facts)
        kept = mine is not None and b.stem.name == mine.name
        yield PartLine(say("Stem"), words(b.stem.name), "keep") if kept else _line(say("Stem"), b.stem)
    note = None
    if b.cut_to_mm is not None:
        note = say("Cut to {width}: {off} off each end.", width=exactly(b.cut_to_mm), off=exactly(cut_off_mm(facts)))
    if b.bar is None:
        named = words(bar.name) if bar else say("as on the old bike")
        yield PartLine(say("Bar"), named, "keep", note=note)
    else:
        if isinstance(b.bar, AeroBarPart):
            note = say("Ask the bar’s maker whether it may be clamped here; never assume it.")
        yield _line(say("Bar"), b.bar, note=note)


def _controls(facts: Facts) -> Iterator[PartLine]:
    """Levers, tape and grips, and what runs to them."""
    b, bar = facts.part(BuildState), plan_bar(facts)
    another = b.bar is not None or b.cockpit is not None
    flat = isinstance(bar, FlatBarPart) and b.cockpit is None
    old = context(facts).contact.kind
    if isinstance(bar, AeroBarPart) or plan_contact(facts).on_pads:
        yield PartLine(say("Levers"), say("as on the old bike"), "keep")
        return
    if flat != (old == "grip"):
        # From one kind of bar to the other nothing that is held goes along.
        kind = say("for a flat bar") if flat else say("for a drop bar")
        asked = say("They must pull the brakes and gears that stay: ask.")
        yield PartLine(say("Levers and shifters"), kind, "buy", note=asked)
    else:
        yield PartLine(say("Levers"), say("as on the old bike"), "keep")
    if flat and old == "grip":
        whole = say("New ones where they do not come off whole.")
        yield PartLine(say("Grips"), say("as on the old bike"), "keep", note=whole)
    elif flat:
        yield PartLine(say("Grips"), say("a pair"), "buy")
    elif another or (b.place is not None and on_own_bike(facts) is None):
        yield PartLine(say("Bar tape"), say("a pair"), "buy")
    if another or on_own_bike(facts) is None:
        asked = say("Long enough for where the bars come? Look before the tape goes on.")
        yield PartLine(say("Cables and hoses"), say("to the new bars"), "ask", note=asked)


def _seat(facts: Facts) -> Iterator[PartLine]:
    b, m = facts.part(BuildState), facts.part(MeasureState)
    if b.post is not None:
        own = b.post.name == OWN_POST
        yield PartLine(say("Seatpost"), say("own post"), "keep") if own else _line(say("Seatpost"), b.post)
    saddle = words(m.saddle.name) if m.saddle else say("as on the old bike")
    yield PartLine(say("Saddle"), saddle, "keep") if b.saddle is None else _line(say("Saddle"), b.saddle)


def _feet(facts: Facts) -> Iterator[PartLine]:
    b = facts.part(BuildState)
    if b.crank is not None:
        yield _line(say("Cranks"), b.crank)
    else:
        length = say("{length} long", length=exactly(goal_crank_mm(facts)))
        own = on_own_bike(facts) is not None
        ask = None if own else say("Ask for this length: bikes of this size may come with another.")
        yield PartLine(say("Cranks"), length, "keep" if own else "ask", note=ask)
    for what, part in ((say("Pedals"), b.pedal), (say("Cleats"), b.cleat), (say("Shoes"), b.shoe)):
        if part is None:
            yield PartLine(what, say("as on the old bike"), "keep")
        else:
            yield _line(what, part, name=say("{name}, a pair", name=Words(part.name)))


def _rolling(facts: Facts) -> Iterator[PartLine]:
    """Wheels and tyres; of a new bike the shop is asked what it comes with."""
    b, own, it = facts.part(BuildState), on_own_bike(facts) is not None, rolling(facts)
    if b.wheels is not None:
        yield _line(say("Wheels"), b.wheels, name=say("{name}, a pair", name=Words(b.wheels.name)))
    elif own:
        yield PartLine(say("Wheels"), say("as they are"), "keep")
    else:
        ask = say("Ask for their spokes and what they carry.")
        if it.wanted is not None:
            front, rear = Count(it.wanted.spokes_front), Count(it.wanted.spokes_rear)
            ask = say("Ask what they carry; {front} and {rear} spokes at least.", front=front, rear=rear)
        yield PartLine(say("Wheels"), say("as the bike comes"), "ask", note=ask)
    if b.tyre is not None:
        yield _line(say("Tyre"), b.tyre, 2)
    else:
        kept = say("as they are") if own else say("as the bike comes")
        yield PartLine(say("Tyres"), kept, "keep" if own else "ask", note=None)


@fact(by_value=False)
def fit_list(facts: Facts) -> tuple[FitLine, ...]:
    """What must go together, and whether it does; none while nothing is planned."""
    b, size = facts.part(BuildState), chosen(facts)
    if size is None or b.stem is None:
        return ()
    return tuple(line for of in (_clamps, _posts, _pedals, _wheels, _loads) for line in of(facts))


def _clamps(facts: Facts) -> Iterator[FitLine]:
    b, bar = facts.part(BuildState), plan_bar(facts)
    if b.stem is not None and b.cockpit is None:
        takes = exactly(b.stem.bar_clamp_mm)
        if bar is None:
            yield FitLine(
                say("Stem and bar"), "unknown", say("Stem for {takes}; the bar is not on record.", takes=takes)
            )
        else:
            has = exactly(bar.bar_clamp_mm)
            same = bar.bar_clamp_mm == b.stem.bar_clamp_mm
            why = say("Stem for {takes}, bar {has}.", takes=takes, has=has)
            yield FitLine(say("Stem and bar"), "fits" if same else "not", why)
        if on_own_bike(facts) is None:
            steerer = say("Stem for {d}; the fork’s steerer is not on its chart.", d=exactly(b.stem.steerer_mm))
            yield FitLine(say("Stem and steerer"), "unknown", steerer)
    size = chosen(facts)
    if size is not None and "spacer_limit_mm" in size.chart.assumed:
        held = exactly(size.chart.spacer_limit_mm)
        yield FitLine(
            say("Pile"), "unknown", say("The chart names no limit; {held} is ours: ask the maker.", held=held)
        )
    elif size is not None:
        fits: Fits = "fits" if b.spacers_mm <= size.chart.spacer_limit_mm else "not"
        pile, limit = exactly(b.spacers_mm), exactly(size.chart.spacer_limit_mm)
        yield FitLine(say("Pile"), fits, say("{pile} of {limit} allowed.", pile=pile, limit=limit))


def _posts(facts: Facts) -> Iterator[FitLine]:
    b, size = facts.part(BuildState), chosen(facts)
    if size is None or b.post is None or b.post.name == OWN_POST:
        return
    tube, post = size.chart.post_diameter_mm, b.post.diameter_mm
    why = say("Tube {tube}, post {post}.", tube=exactly(tube), post=exactly(post))
    yield FitLine(say("Post and frame"), "fits" if tube == post else "not", why)
    yield FitLine(say("Post and rails"), "unknown", say("Which rails its clamp takes is not on record: look."))


def _pedals(facts: Facts) -> Iterator[FitLine]:
    b, size = facts.part(BuildState), chosen(facts)
    agree = feet_agree(facts)
    if b.pedal is not None or b.cleat is not None or b.shoe is not None:
        if agree is None:
            yield FitLine(say("Pedal, cleat and shoe"), "unknown", say("The bolts of one of them are not on record."))
        else:
            why = say("The same bolts.") if agree else say("Their cleats have other bolts.")
            yield FitLine(say("Pedal, cleat and shoe"), "fits" if agree else "not", why)
        yield FitLine(say("Pedal and crank"), "unknown", say("Threads are not on record: look at both axles."))
    if size is None:
        return
    crank, c = goal_crank_mm(facts) if b.crank is None else b.crank.length_mm, size.chart
    if c.crank_least_mm is None and c.crank_greatest_mm is None:
        yield FitLine(say("Crank and frame"), "unknown", say("The chart names no limit for cranks."))
    else:
        inside = (c.crank_least_mm or 0.0) <= crank <= (c.crank_greatest_mm or 300.0)
        asked = exactly(crank)
        why = (
            say("{crank} is inside what the chart allows.", crank=asked) if inside else say("Not {crank}.", crank=asked)
        )
        yield FitLine(say("Crank and frame"), "fits" if inside else "not", why)


def _wheels(facts: Facts) -> Iterator[FitLine]:
    """Tyres, rims and frame; wheels that nobody chose are not spoken of."""
    b, chart = facts.part(BuildState), plan_chart(facts)
    if chart is None or (b.wheels is None and b.tyre is None):
        return
    tyre, most, wide = chart.tyre_mm, chart.tyre_greatest_mm, exactly(chart.tyre_mm)
    why = (
        say("The chart names no widest tyre; this one is {wide}.", wide=wide)
        if most is None
        else say("Tyre {wide}, {most} allowed.", wide=wide, most=exactly(most))
    )
    yield FitLine(say("Tyre and frame"), within(tyre, None, most), why)
    if b.wheels is None:
        yield FitLine(say("Tyre and rim"), "unknown", say("The rims are not on record: look what is printed on them."))
        return
    same = b.tyre is None or b.tyre.bead_mm == b.wheels.bead_mm
    fits = within(tyre, b.wheels.tyre_least_mm, b.wheels.tyre_greatest_mm) if same else "not"
    least, most_ = exactly(b.wheels.tyre_least_mm), exactly(b.wheels.tyre_greatest_mm)
    why = say("Tyre {wide}, rims for {least} to {most}.", wide=wide, least=least, most=most_)
    yield FitLine(say("Tyre and rim"), fits, why if same else say("Tyre and rim are of two sizes."))
    whole, limit = rolling(facts).system_kg, b.wheels.system_limit_kg
    if limit is None or whole is None:
        yield FitLine(
            say("Rider and wheels"), "unknown", say("Their maker’s limit or the rider’s mass is not on record.")
        )
    else:
        told = say("{whole} with the bike, {limit} allowed.", whole=Mass(whole), limit=Mass(limit))
        yield FitLine(say("Rider and wheels"), carries(whole, limit), told)
    yield FitLine(say("Wheels and axles"), "unknown", say("Axles and brakes are not on record: ask the shop."))


def _loads(facts: Facts) -> Iterator[FitLine]:
    """Rider and bike against what frame and parts are made for."""
    mass, size, b = facts.profile.mm("mass"), chosen(facts), facts.part(BuildState)
    if size is None:
        return
    what, limit = say("Rider and frame"), size.chart.system_mass_kg
    if mass is None:
        yield FitLine(what, "unknown", say("The rider’s mass was not asked."))
        return
    whole = mass + facts.house.bike_mass_kg
    if limit is None:
        told = say("{whole} with the bike; the chart names no limit: ask the maker.", whole=Mass(whole))
        yield FitLine(what, "unknown", told)
    else:
        told = say("{whole} with the bike, {limit} allowed.", whole=Mass(whole), limit=Mass(limit))
        yield FitLine(what, "fits" if whole <= limit else "not", told)
    parts: list[PartBase | None] = [b.cockpit or b.stem, b.bar, b.post, b.saddle, b.crank, b.pedal, b.wheels]
    listed = [p for p in parts if p is not None]
    weak = [p for p in listed if not p.carries(mass)]
    for part in weak:
        most = Mass(part.rider_limit_kg or 0.0)
        yield FitLine(words(part.name), "not", say("For riders of up to {most}.", most=most))
    unsaid = sum(p.rider_limit_kg is None for p in listed)
    if unsaid and not weak:
        named = say("{n} of {of} parts name no limit.", n=Words(str(unsaid)), of=Words(str(len(listed))))
        yield FitLine(say("Rider and parts"), "unknown", named)
