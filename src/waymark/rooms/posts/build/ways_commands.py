"""Going one of the ways that a mark can be moved by."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from waymark.core.cockpit import DropStand, FlatStand
from waymark.core.say import Said
from waymark.core.ways import HandMove, Kind, SaddleMove
from waymark.rooms.files import Command, Facts, Work
from waymark.rooms.plan import (
    OWN,
    BuildState,
    bar_stand,
    keep_pads,
    keep_stand,
    own_stem,
    place_state,
    stem_standing,
    turned_stand,
)
from waymark.rooms.posts.build.ways import Asked, foot_ways, front_at_hand, hand_ways, saddle_ways
from waymark.rooms.posts.build.ways_foot import foot_does, take_foot
from waymark.rooms.posts.build.ways_view import hand_does, saddle_does
from waymark.rooms.schema import mm
from waymark.rooms.shelves import AeroBarPart, DropBarPart, FlatBarPart, PostPart, StemPart


class TakeWay(Command):
    """One of the ways of a mark, named by what it changes: to the goal, or by a nudge (fore +, up +)."""

    do: Literal["build.way"] = "build.way"
    mark: Literal["hand", "saddle", "foot"] = "hand"
    to_goal: bool = False
    fore_mm: float = mm(-60, 60, default=0)
    up_mm: float = mm(-60, 60, default=0)
    kinds: list[Kind] = Field(min_length=1, max_length=8)

    def run(self, work: Work) -> Said:
        """Go it; raises ``InputError`` for changes that are no way there."""
        asked = Asked(self.mark, self.to_goal, self.fore_mm, self.up_mm)
        facts, b, kinds = work.facts, work.file.part(BuildState), tuple(self.kinds)
        if self.mark == "saddle":
            moves = saddle_ways(facts, asked)
            move = next((m for m in moves if m.kinds == kinds), None)
            if move is None:
                raise self._refused([m.kinds for m in moves])
            said = saddle_does(facts, move)
            _seat(facts, b, move)
            return said
        if self.mark == "foot":
            steps = foot_ways(facts, asked)
            step = next((m for m in steps if m.kinds == kinds), None)
            if step is None:
                raise self._refused([m.kinds for m in steps])
            take_foot(facts, b, step)
            return foot_does(facts, step)
        found, near = hand_ways(facts, asked)
        every = (*found, *([near] if near else []))
        way = next((m for m in every if m.kinds == kinds), None)
        if way is None:
            raise self._refused([m.kinds for m in every])
        said = hand_does(facts, way)
        _stem(facts, b, way)
        _bar(facts, b, way)
        return said

    def _refused(self, ways: list[tuple[Kind, ...]]) -> Exception:
        listed = "; ".join(", ".join(kinds) for kinds in ways if kinds)
        return self.refuse("kinds", "These changes are no way there.", listed or "another place", ", ".join(self.kinds))


def _seat(facts: Facts, b: BuildState, it: SaddleMove) -> None:
    if "post" in it.kinds:
        part = facts.shelf.part(int(it.post.key), "post")
        b.post = part if isinstance(part, PostPart) else b.post
    b.post_exposed_mm, b.slide_mm = it.showing_mm, it.slide_mm


def _stem(facts: Facts, b: BuildState, it: HandMove) -> None:
    """The stem and its pile."""
    stem = it.stem.stem
    if "over" in it.kinds:
        b.turned_over = not b.turned_over
    elif "stem" in it.kinds:
        part = own_stem(facts) if it.stem.key == OWN else facts.shelf.part(int(it.stem.key), "stem")
        if isinstance(part, StemPart):
            b.stem, b.turned_over = part, part.angle_deg != stem.angle_deg
    elif b.cockpit is not None and "bar" in it.kinds:
        b.stem, b.turned_over = stem_standing(facts, stem.length_mm, stem.angle_deg)
    b.spacers_mm = it.pile.height_mm


def _bar(facts: Facts, b: BuildState, it: HandMove) -> None:
    """The bar, and how it stands."""
    hold, front, stand = it.hold, front_at_hand(facts), bar_stand(facts)
    if "bar" in it.kinds and b.cockpit is None and front is not None:
        at = front.bench.holds.index(hold)
        own_first = next((i for i, h in enumerate(front.bench.holds) if h.key == OWN), None)
        part = None if hold.key == OWN else facts.shelf.part(int(hold.key), "drop_bar", "flat_bar", "aero_bar")
        b.bar = part if isinstance(part, DropBarPart | FlatBarPart | AeroBarPart) else None
        b.cut_to_mm = None
        place = None if at == own_first else front.places[at]
        b.place = None if place is None else place_state(place)
    elif "pads" in it.kinds:
        keep_pads(b, hold.off.x_mm, hold.off.y_mm)
    elif isinstance(stand, DropStand | FlatStand) and {"turn", "levers", "roll"} & set(it.kinds):
        keep_stand(facts, b, turned_stand(stand, hold.turn_deg, hold.slide_mm))


WAYS_COMMANDS: tuple[type[Command], ...] = (TakeWay,)
