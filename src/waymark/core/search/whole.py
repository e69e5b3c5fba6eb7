"""The whole answer to a goal: every size's builds, the room each leaves, and the frontier (docs/formulas.md, Search)."""

from __future__ import annotations

import gc
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass

from waymark.core.say import Said, Size, Words, say
from waymark.core.search.exact import Watch
from waymark.core.search.frontier import Candidate, Reference, candidates, frontier, standing
from waymark.core.search.headroom import NO_ROOM, Arrays, Room, hand_room
from waymark.core.search.model import FrameOption, Goal, Shelf, SizeResult
from waymark.core.search.sizes import search_sizes

RoomKey = tuple[str, str]


@dataclass(frozen=True, slots=True)
class Whole:
    """Every size, best first; the room of each build inside tolerance; the builds that nothing beats.

    ``unbuilt`` are sizes that nothing on the shelf can be put on, with the reason.
    """

    sizes: tuple[SizeResult, ...]
    unbuilt: tuple[tuple[FrameOption, Said], ...]
    rooms: dict[RoomKey, Room]
    frontier: tuple[Candidate, ...]

    def room(self, r: SizeResult) -> Room:
        """Room of one of the builds; none where it is out."""
        return self.rooms.get(key_of(r), NO_ROOM)


def key_of(r: SizeResult) -> RoomKey:
    """A build's key: its size and what the hand is on."""
    return r.frame.key, r.bar_key


def search_whole(shelf: Shelf, goal: Goal, reference: Reference | None = None, watch: Watch | None = None) -> Whole:
    """Search every size and set the builds that carry the goal against each other on all five scales.

    The frontier's candidates are each size's best builds, one a cost rung; ``reference`` is the bike whose
    handling is wanted. Raises as ``search_sizes``.
    """
    with _untidied():
        sizes = search_sizes(shelf, goal, watch)
        drawer, arrays = tuple(shelf.spacers_mm), Arrays()
        every = [b for r in sizes for b in (r, *r.others) if b.verdict != "out"]
        rooms = {key_of(b): hand_room(b, goal, drawer, arrays) for b in every}
        standings = [standing(b, rooms[key_of(b)], reference) for b in every]
        return Whole(sizes, _unbuilt(shelf, goal, sizes), rooms, tuple(candidates(frontier(standings))))


@contextmanager
def _untidied() -> Iterator[None]:
    """While this holds memory is not looked through for what nobody holds: results by the thousand are all held, and
    every look goes through all of them."""
    was = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was:
            gc.enable()


def _unbuilt(shelf: Shelf, goal: Goal, sizes: tuple[SizeResult, ...]) -> tuple[tuple[FrameOption, Said], ...]:
    built = {r.frame.key for r in sizes}
    none = say("No stem on the shelf holds a bar for it.")
    if shelf.stems and not any(goal.stem_window.allows(s.length_mm) for s in shelf.stems):
        least, most = Size(goal.stem_window.never_least_mm), Size(goal.stem_window.never_greatest_mm)
        none = say("No stem on the shelf is between {least} and {most}, as this use has them.", least=least, most=most)
    return tuple(
        (
            f,
            say("Takes only {names}; none of them is on the shelf.", names=Words(", ".join(f.cockpits)))
            if f.cockpits
            else none,
        )
        for f in shelf.frames
        if f.key not in built
    )
