"""The ways of the foot: cranks, pedals, cleats and shoes at hand, what is done, and how it is taken."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from waymark.core.feet import bolts_agree, foot_stack_mm
from waymark.core.marks import Mark
from waymark.core.say import Capital, Said, Words, exactly, say, with_and
from waymark.core.ways import FREE, PART, SMALL_PART, CrankStand, FootBench, FootMove, Kind, SoleStand
from waymark.rooms.files import Facts, fact
from waymark.rooms.plan import BuildState, plan_marks
from waymark.rooms.posts.build.feet_view import KINDS, FootKind, on_shelf
from waymark.rooms.shelves import CleatPart, CrankPart, PedalPart, ShoePart, price_of

RUNG_OF = {"free": FREE, "small part": SMALL_PART, "part": PART, "dear part": 3}
# A part with its key on the shelf, none where it is the one that stays.
SolePart = PedalPart | CleatPart | ShoePart
Kept = tuple[str, SolePart | None]
SAME_MM = 0.05


@fact(by_value=False)
def foot_at_hand(facts: Facts) -> FootBench | None:
    """Cranks and soles as they are, and those on the shelf; ``None`` while the plan has no foot."""
    here = plan_marks(facts).get("foot")
    if here is None:
        return None
    cranks = [CrankStand(here.x_mm)]
    for key, part in on_shelf(facts, "crank"):
        if isinstance(part, CrankPart) and abs(part.length_mm - here.x_mm) > SAME_MM:
            cranks.append(CrankStand(part.length_mm, ("crank",), *_cost(part), str(key)))
    return FootBench(tuple(cranks), (SoleStand(here.y_mm), *_soles(facts, here.y_mm)), facts.house.weights)


def _soles(facts: Facts, now_mm: float) -> Iterator[SoleStand]:
    """Every other set of pedal, cleat and shoe that goes together and stands the sole otherwise.

    While one of those that are on is not on record nothing is known of a part alone: then the whole set is another.
    """
    b = facts.part(BuildState)
    known = b.pedal is not None and b.shoe is not None and (b.cleat is not None or not b.pedal.clipped)
    for pedal_key, pedal in _each(facts, "pedal", b.pedal if known else None):
        if not isinstance(pedal, PedalPart):
            continue
        cleats: list[Kept] = list(_each(facts, "cleat", b.cleat if known else None)) if pedal.clipped else [("", None)]
        for shoe_key, shoe in _each(facts, "shoe", b.shoe if known else None):
            for cleat_key, cleat in cleats:
                if not isinstance(shoe, ShoePart) or (pedal.clipped and not isinstance(cleat, CleatPart)):
                    continue
                held = cleat.fit() if isinstance(cleat, CleatPart) else None
                stack = foot_stack_mm(pedal.fit(), held, shoe.fit())
                if not bolts_agree(pedal.fit(), held, shoe.fit()) or stack is None or abs(stack - now_mm) <= SAME_MM:
                    continue
                keys, parts = (pedal_key, cleat_key, shoe_key), (pedal, cleat, shoe)
                yield _sole(stack, keys, parts)


def _each(facts: Facts, kind: FootKind, now: SolePart | None) -> Iterator[Kept]:
    """The one that stays, without a key, and of those on the shelf that fit and stand alike the one that costs least."""
    if now is not None:
        yield "", now
    best: dict[tuple[float | int | bool | None, ...], tuple[tuple[int, float], str, SolePart]] = {}
    for key, part in on_shelf(facts, kind):
        if isinstance(part, CrankPart) or (now is not None and part.name == now.name):
            continue
        cost, alike = _cost(part), _alike(part)
        if alike not in best or cost < best[alike][0]:
            best[alike] = cost, str(key), part
    for _, named, part in best.values():
        yield named, part


def _alike(part: SolePart) -> tuple[float | int | bool | None, ...]:
    """What tells parts apart here: how high they stand and what bolts on."""
    if isinstance(part, PedalPart):
        return part.clipped, part.stack_mm, part.bolts
    return (part.stack_mm, part.bolts) if isinstance(part, CleatPart) else (part.sole_mm, part.bolts)


def _cost(part: SolePart | CrankPart) -> tuple[int, float]:
    return FREE if part.owned else RUNG_OF[part.rung], price_of(part)


def _sole(stack_mm: float, keys: tuple[str, str, str], parts: Sequence[SolePart | None]) -> SoleStand:
    kinds: list[Kind] = []
    rung, price = FREE, 0.0
    names: tuple[Kind, Kind, Kind] = ("pedal", "cleat", "shoe")
    for name, key, part in zip(names, keys, parts, strict=True):
        if key and part is not None:
            kinds.append(name)
            dear, paid = _cost(part)
            rung, price = max(rung, dear), price + paid
    return SoleStand(stack_mm, tuple(kinds), rung, price, keys)


def foot_does(facts: Facts, it: FootMove) -> Said:
    """What is put on, and how high the sole then stands."""
    named = [_named(facts, "crank", it.crank.key)] if it.crank.key else []
    named += [
        _named(facts, kind, key) for kind, key in zip(("pedal", "cleat", "shoe"), it.sole.keys, strict=True) if key
    ]
    if not named:
        return say("Nothing to do.")
    return say("{parts} on.", parts=Capital(with_and(named)))


def _named(facts: Facts, kind: str, key: str) -> Said:
    return say("{part}", part=Words(facts.shelf.part(int(key), kind).name))


def foot_also(facts: Facts, it: FootMove) -> Said | None:
    """What the leg makes of it: nothing where the foot's mark stays."""
    here = plan_marks(facts).get("foot")
    by = Mark(0.0, 0.0) if here is None else it.foot - here
    if abs(by.x_mm) <= SAME_MM and abs(by.y_mm) <= SAME_MM:
        return None
    return say(
        "Crank {crank}, sole {sole} over the axle: saddle and hands follow once the goal takes them.",
        crank=exactly(it.foot.x_mm),
        sole=exactly(it.foot.y_mm),
    )


def take_foot(facts: Facts, b: BuildState, it: FootMove) -> None:
    """Put it on the plan; a flat pedal takes the cleat off."""
    for key in (it.crank.key, *it.sole.keys):
        if key:
            part = facts.shelf.part(int(key), *KINDS)
            setattr(b, part.kind, part)
    if b.pedal is not None and not b.pedal.clipped:
        b.cleat = None
