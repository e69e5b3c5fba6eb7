"""The few builds worth a thought out of a whole answer: one recommended, at most five beside it, each with its why.

docs/formulas.md, Workmanship.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from waymark.core.say import Capital, Count, Said, Words, bare, say, with_and, with_commas, with_semicolons
from waymark.core.search.headroom import Room
from waymark.core.search.model import FREE, FrameOption, SizeResult
from waymark.core.search.sizes import deciding, same_build, work_step
from waymark.core.search.whole import Whole
from waymark.core.search.words import PRICES, away_words

MOST_OTHERS = 5
# So much more room all round is worth saying, mm.
ROOM_TOLD_MM = 5
# Nobody thinks of a build with so many points more against it, unless it is the nearest or the cheapest there is.
WORTH_POINTS = 6.0


@dataclass(frozen=True, slots=True)
class Offered:
    """A build worth a thought: what it is among the others, why it stands there, and what it gives up."""

    result: SizeResult
    room: Room
    label: Said
    why: Said
    gives_up: Said


def shortlist(
    whole: Whole, frame_of: Callable[[FrameOption], str] = lambda f: f.label
) -> tuple[Offered | None, tuple[Offered, ...]]:
    """The recommended build of all sizes and at most five others; (None, ()) where no size carries the goal.

    ``frame_of`` names the frame of a size, so that one frame is offered once.
    """
    sizes = [r for r in whole.sizes if r.verdict != "out"]
    if not sizes:
        return None, ()
    first = sizes[0]
    kept: list[tuple[SizeResult, Said]] = []
    for r, label in _others(whole, sizes, frame_of):
        new = not any(r.frame.key == k.frame.key for k, _ in kept)
        if new and not (r.frame.key == first.frame.key and same_build(r, first)):
            kept.append((r, label))
        if len(kept) == MOST_OTHERS:
            break
    near = min(_inside(whole), key=lambda r: r.miss_mm)
    top = Offered(first, whole.room(first), say("recommended"), _why(whole, sizes), _costs_nearness(first, near))
    return top, tuple(
        Offered(r, whole.room(r), label, _stands(r, whole), _gives_up(r, first, whole)) for r, label in kept
    )


def _inside(whole: Whole) -> list[SizeResult]:
    """Every build of every size that lies inside the tolerance."""
    return [b for r in whole.sizes for b in (r, *r.others) if b.verdict != "out"]


def _others(
    whole: Whole, sizes: list[SizeResult], frame_of: Callable[[FrameOption], str]
) -> Iterator[tuple[SizeResult, Said]]:
    """What may stand beside the first: the nearest, the roomiest, the cheapest where they differ; then other frames."""
    first = sizes[0]
    near = min(_inside(whole), key=lambda r: r.miss_mm)
    if near.miss_mm < first.miss_mm - first.goal.weights.tie_mm:
        yield near, say("the nearest")
    built = [r for r in sizes if r.points <= first.points + WORTH_POINTS]
    room = max(built, key=lambda r: whole.room(r).total_mm)
    if whole.room(room).total_mm >= whole.room(first).total_mm + ROOM_TOLD_MM:
        yield room, say("the most room")
    cheap = min(_inside(whole), key=lambda r: (to_pay(r), r.points))
    if to_pay(cheap) < to_pay(first):
        yield cheap, say("the least to buy")
    seen = {frame_of(first.frame)}
    for r in built[1:]:
        name = frame_of(r.frame)
        if name not in seen:
            seen.add(name)
            yield r, say("another frame")


def to_pay(r: SizeResult) -> float:
    """What a build costs with its frame, in the house's bands."""
    return r.cost + r.frame.price


def _why(whole: Whole, sizes: list[SizeResult]) -> Said:
    """Why the first size is the first, in one sentence."""
    first, room = sizes[0], whole.room(sizes[0])
    built = say("Built the plain way.")
    if first.faults:
        built = say("Against it: {faults}.", faults=with_and([f.says for f in first.faults[:2]]))
    left = say(
        "{up} up, {down} down, {forward} forward and {back} back left to go",
        up=bare(room.up_mm),
        down=bare(room.down_mm),
        forward=bare(room.forward_mm),
        back=bare(room.back_mm),
    )
    reason = _deciding_words(sizes)
    return say("{built} {left}: {reason}.", built=built, left=Capital(left), reason=reason)


def _deciding_words(sizes: list[SizeResult]) -> Said:
    if len(sizes) == 1:
        return say("the only size there is")
    alike = Count(sum(work_step(r) == work_step(sizes[0]) for r in sizes))
    match deciding(sizes):
        case "work":
            return say("the least against it of {count} sizes", count=Count(len(sizes)))
        case "edge":
            return say("well inside the tolerance, of {count} sizes built as well", count=alike)
        case "room":
            return say("the most room of {count} sizes built as well", count=alike)
        case "cost":
            return say("the least to pay of {count} sizes built as well", count=alike)
        case "near":
            return say("the nearest of {count} sizes built as well", count=alike)
    return say("of {count} sizes none is better in anything", count=Count(len(sizes)))


def _costs_nearness(first: SizeResult, near: SizeResult) -> Said:
    """What the recommended build gives up: nearness, where another build is nearer by more than what ties."""
    off = first.miss_mm - near.miss_mm
    if off <= first.goal.weights.tie_mm:
        return say("Gives up nothing of note.")
    with_what = [f.says for f in near.faults[:1]] or [say("less room")]
    return say(
        "Gives up {off} of nearness: {away}, where {other} comes within {miss}, with {what}.",
        off=bare(off),
        away=away_words(first),
        other=Words(near.frame.label),
        miss=bare(near.miss_mm),
        what=with_commas(with_what),
    )


def _stands(r: SizeResult, whole: Whole) -> Said:
    room = whole.room(r)
    return say(
        "{away}, with {up} to go up and {down} down.",
        away=Capital(away_words(r)),
        up=bare(room.up_mm),
        down=bare(room.down_mm),
    )


def _gives_up(r: SizeResult, first: SizeResult, whole: Whole) -> Said:
    """Where a build stands behind the recommended one, at most two things."""
    dearer = r.rung > first.rung and r.rung != FREE
    said: list[Said] = []
    if work_step(r) > work_step(first):
        # What the first has against it too, or the price says, is not given up for it.
        shared = {f.says for f in first.faults}
        said += [f.says for f in r.faults if f.says not in shared and not (dearer and f.kind == "bar")][:1]
    if dearer:
        said.append(PRICES[r.rung])
    elif r.frame.price > first.frame.price:
        said.append(say("a dearer frame"))
    elif r.frame.price == first.frame.price and r.cost > first.cost:
        said.append(say("dearer parts"))
    less = whole.room(first).total_mm - whole.room(r).total_mm
    if less >= ROOM_TOLD_MM:
        said.append(say("{less} less room all round", less=bare(less)))
    farther = r.miss_mm - first.miss_mm
    if farther > first.goal.weights.tie_mm:
        said.append(say("{farther} farther off", farther=bare(farther)))
    return say("Against it: {what}.", what=with_semicolons(said[:2])) if said else say("Nothing of note against it.")
