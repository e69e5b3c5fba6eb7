"""Edits of the plan's bar: turned, rolled, cut, its levers slid, its pads set, or another put on."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from pydantic import Field

from waymark.core.cockpit import DropStand, FlatStand
from waymark.core.say import Angle, Length, Said, Words, say
from waymark.core.search.places import pad_words, ramp_words, roll_words
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.files import Command, Work
from waymark.rooms.plan import (
    BuildState,
    bar_stand,
    goal_for,
    keep_pads,
    keep_stand,
    levers_now_mm,
    like_now,
    plan_bar,
    sought,
    stem_of,
    to_be_had,
)
from waymark.rooms.posts.build.bar_choices import SERVES, cut_widths, nearest_pads
from waymark.rooms.posts.measure import context
from waymark.rooms.schema import mm
from waymark.rooms.shelves import AeroBarPart, DropBarPart, FlatBarPart


def _drop(work: Work, command: Command, field: str) -> DropStand:
    stand = bar_stand(work.facts)
    if not isinstance(stand, DropStand):
        raise command.refuse(
            field, "How this bar stands is not known.", "a drop bar from the shelf, its ramp read with the level"
        )
    return stand


class TurnBar(Command):
    """The drop bar turned on its stem until its ramp has this slope, + up to the front; the levers stay on it."""

    do: Literal["build.turn_bar"] = "build.turn_bar"
    ramp_deg: float = mm(-30, 40)

    def run(self, work: Work) -> Said:
        """Turn it; raises ``InputError`` for a bar that cannot be turned or whose stand was not read."""
        stand = _drop(work, self, "ramp_deg")
        if work.file.part(BuildState).cockpit is not None:
            raise self.refuse(
                "ramp_deg", "This bar is one piece with its stem: it cannot be turned.", "sliding its levers"
            )
        keep_stand(work.facts, work.file.part(BuildState), stand.with_ramp(self.ramp_deg))
        return say("Bar turned: {ramp}", ramp=ramp_words(self.ramp_deg))


class SlideLevers(Command):
    """The levers slid along the bend, + down it: from where they are mounted, on a new bar from the place in its data."""

    do: Literal["build.slide_levers"] = "build.slide_levers"
    by_mm: float = mm(-80, 80)

    def run(self, work: Work) -> Said:
        """Slide them; raises ``InputError`` where they would sit behind the ramp or past the bend's front."""
        stand, start = _drop(work, self, "by_mm"), levers_now_mm(work.facts) or 0.0
        at = replace(stand, slide_mm=start + self.by_mm)
        if not at.can_stand():
            raise self.refuse("by_mm", "The levers do not sit there.", "a place on the ramp or the bend", self.by_mm)
        keep_stand(work.facts, work.file.part(BuildState), at)
        return say("Levers slid: hoods at {slope}", slope=Angle(round(at.hood().slope_deg), signed=True))


class RollBar(Command):
    """The flat bar rolled from its rise standing upright, + grips back."""

    do: Literal["build.roll_bar"] = "build.roll_bar"
    roll_deg: float = mm(-45, 45)

    def run(self, work: Work) -> Said:
        """Roll it; raises ``InputError`` where there is no flat bar."""
        stand = self._flat(work)
        keep_stand(work.facts, work.file.part(BuildState), replace(stand, roll_deg=self.roll_deg))
        return say("Bar: {roll}", roll=roll_words(self.roll_deg))

    def _flat(self, work: Work) -> FlatStand:
        stand = bar_stand(work.facts)
        if not isinstance(stand, FlatStand):
            raise self.refuse("roll_deg", "There is no flat bar to roll.", "a flat or riser bar from the shelf")
        return stand


class CutBar(Command):
    """The flat bar cut to a width, both ends alike; its whole width puts it back."""

    do: Literal["build.cut_bar"] = "build.cut_bar"
    width_mm: float = mm(400, 900)

    def run(self, work: Work) -> Said:
        """Cut it; raises ``InputError`` for a width that the bar has not or its maker does not allow."""
        b, stand, part = work.file.part(BuildState), bar_stand(work.facts), plan_bar(work.facts)
        can = cut_widths(work.facts)
        if not isinstance(stand, FlatStand) or part is None or self.width_mm not in can:
            allowed = ", ".join(f"{w:g}" for w in can) + " mm" if can else "a flat bar that may be cut"
            raise self.refuse("width_mm", "This bar cannot be cut so.", allowed, self.width_mm)
        keep_stand(work.facts, b, stand.cut_to(self.width_mm))
        whole = max(can)
        b.cut_to_mm = None if self.width_mm == whole else self.width_mm
        if b.cut_to_mm is None:
            return say("Bar left as wide as it is, {width}", width=Length(whole))
        off = whole - self.width_mm
        return say(
            "Bar cut to {width}: {each} a side, {both} in all",
            width=Length(self.width_mm),
            each=Length(off / 2, tenths=True),
            both=Length(off),
        )


class SetPads(Command):
    """The pads in one of the maker's steps: ahead of the bar clamp and above it."""

    do: Literal["build.set_pads"] = "build.set_pads"
    ahead_mm: float = mm(-200, 300)
    above_mm: float = mm(-200, 300)

    def run(self, work: Work) -> Said:
        """Set them; raises ``InputError`` for a step that the bar has not."""
        part = plan_bar(work.facts)
        if not isinstance(part, AeroBarPart):
            raise self.refuse("ahead_mm", "The steps of these pads are not known.", "an aero bar from the shelf")
        for field, value, steps in (
            ("ahead_mm", self.ahead_mm, part.pad_fore_aft_mm),
            ("above_mm", self.above_mm, part.pad_stacks_mm),
        ):
            if value not in steps:
                raise self.refuse(
                    field, "The maker has no such step.", ", ".join(f"{x:g}" for x in steps) + " mm", value
                )
        keep_pads(work.file.part(BuildState), self.ahead_mm, self.above_mm)
        return say("{pads}", pads=pad_words(self.ahead_mm, self.above_mm))


class PutBar(Command):
    """Another bar on the plan's stem, standing as the present one stands; none is the rider's own bar as it is."""

    do: Literal["build.put_bar"] = "build.put_bar"
    part: int | None = Field(default=None, ge=1, le=MOST_KEY)

    def run(self, work: Work) -> Said:
        """Put it on; raises ``InputError`` for one that the stem does not clamp or that has no such hand."""
        b, facts = work.file.part(BuildState), work.facts
        if b.cockpit is not None or stem_of(b) is None:
            raise self.refuse("part", "There is no stem of its own to clamp a bar.", "a build with a stem")
        if self.part is None and sought(facts) == "pad" and not context(facts).contact.on_pads:
            raise self.refuse("part", "The rider's own bar has no pads.", "an aero bar from the shelf")
        if self.part is None:
            b.bar = b.place = b.cut_to_mm = None
            return say("Bar as on the old bike")
        part = facts.shelf.part(self.part, *SERVES[sought(facts)])
        if not to_be_had(facts, part):
            raise self.refuse(
                "part", "This bar is not to be had, or too weak for this rider.", "a bar that is listed", self.part
            )
        if b.stem is not None and part.bar_clamp_mm != b.stem.bar_clamp_mm:  # type: ignore[union-attr]
            raise self.refuse(
                "part",
                "The stem does not clamp this bar.",
                f"a bar of {b.stem.bar_clamp_mm:g} mm at the clamp",
                self.part,
            )
        b.cut_to_mm = None
        if isinstance(part, DropBarPart | FlatBarPart):
            stand = like_now(facts, part)
            b.bar = part
            keep_stand(facts, b, stand)
        elif isinstance(part, AeroBarPart):
            b.bar, goal = part, goal_for(facts)
            keep_pads(b, *nearest_pads(facts, part, goal))
        return say("Bar {name}", name=Words(part.name))


BAR_COMMANDS: tuple[type[Command], ...] = (TurnBar, SlideLevers, RollBar, CutBar, SetPads, PutBar)
