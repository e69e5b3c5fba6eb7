"""Edits of the frame: which sizes are looked at, which one is taken, which school decides."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from waymark.core.frame.made import CHOICES
from waymark.core.say import Count, Said, Words, say, term, with_commas, with_semicolons, words
from waymark.core.units import parse_angle, parse_length
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.files import Command, Work, key_field
from waymark.rooms.plan import (
    BuildState,
    FrameState,
    FrontKey,
    Look,
    MadeChoice,
    Rules,
    Schools,
    own_bike,
    take_best,
    take_own,
    ways_offered,
)
from waymark.rooms.posts.frame.made import LABELS as MADE_LABELS
from waymark.rooms.schema import Strict
from waymark.rooms.schools import followed
from waymark.rooms.shelves import Kind, Material

MOST_PRICE = 5


class Choose(Command):
    """A size taken, with the best build on it, or the best with one bar or cockpit."""

    do: Literal["frame.choose"] = "frame.choose"
    size: int = Field(ge=1, le=MOST_KEY, description="a size's key from the shelf")
    front: FrontKey | None = None

    def run(self, work: Work) -> Said:
        """Take it."""
        frame = work.file.part(FrameState)
        frame.chosen = work.facts.shelf.size(self.size)
        if frame.held is not None and frame.held.label == frame.chosen.label:
            frame.held = None
        take_best(work, self, self.front)
        return say("Frame {name}", name=Words(frame.chosen.label))


class TakeThisBike(Command):
    """The bike that is owned taken as the machine, with the best way of one rung at its front end."""

    do: Literal["frame.this_bike"] = "frame.this_bike"
    rung: Literal["nothing", "free", "small_part"]

    def run(self, work: Work) -> Said:
        """Take it; raises ``InputError`` where the goal is not reached at this rung."""
        way = next((w for w in ways_offered(work.facts) if w.rung == self.rung), None)
        bike = own_bike(work.facts)
        if way is None or bike is None:
            raise self.refuse("rung", "This bike does not reach the goal so.", "a way that is offered", self.rung)
        take_own(work, way)
        return say("This bike: {name}", name=Words(bike.frame.label))


class Leave(Command):
    """No frame chosen any more, and nothing built."""

    do: Literal["frame.leave"] = "frame.leave"

    def run(self, work: Work) -> Said:
        """Leave it."""
        frame = work.file.part(FrameState)
        frame.chosen, frame.for_goal = None, None
        work.file.put(BuildState())
        return say("No frame chosen")


class Hold(Command):
    """A size held beside the chosen one; left out, none is."""

    do: Literal["frame.hold"] = "frame.hold"
    size: int | None = key_field()

    def run(self, work: Work) -> Said:
        """Hold it."""
        frame = work.file.part(FrameState)
        frame.held = None if self.size is None else work.facts.shelf.size(self.size)
        return say("Held {name}", name=Words(frame.held.label)) if frame.held else say("Nothing held")


class LookAt(Strict):
    """What of the shelf is looked at; what is left out stays. ``near_the_use`` forgets which uses were named."""

    kinds: list[Kind] | None = Field(default=None, max_length=8)
    near_the_use: bool = False
    materials: list[Material] | None = Field(default=None, max_length=4)
    price_most: int | None = Field(default=None, ge=1, le=MOST_PRICE)
    owned_only: bool | None = None
    in_stock_only: bool | None = None
    tags: list[Annotated[str, Field(max_length=60)]] | None = Field(default=None, max_length=20)
    bars: bool | None = None
    deep_bends: bool | None = None


class LookCommand(Command):
    """Look at other sizes of the shelf."""

    do: Literal["frame.look"] = "frame.look"
    at: LookAt

    def run(self, work: Work) -> Said:
        """Look at them."""
        frame = work.file.part(FrameState)
        said = self.at.model_dump(exclude_none=True, exclude={"near_the_use"})
        if self.at.near_the_use:
            said["kinds"] = None
        frame.look = frame.look.model_copy(update=said)
        return say("Looking at {what}", what=_look_words(frame.look))


def _look_words(look: Look) -> Said:
    named = None if look.kinds is None else [term(k) for k in look.kinds]
    said = [say("frames near the use") if named is None else with_commas(named) if named else say("no kind")]
    said += [with_commas([term(m) for m in look.materials])] if look.materials else []
    said += [say("price up to {most}", most=Count(look.price_most))] if look.price_most < MOST_PRICE else []
    said += [say("owned only")] if look.owned_only else []
    said += [words(tag) for tag in look.tags]
    return with_semicolons(said)


class School(Command):
    """Which school decides one of the questions of frame and build on which fitters differ; null for the house's."""

    do: Literal["frame.school"] = "frame.school"
    question: Literal["between", "rotation", "standover", "step_over", "width", "levers", "weight"]
    school: str | None = Field(max_length=20)

    def run(self, work: Work) -> Said:
        """Follow it; raises ``InputError`` for a school that does not answer this question."""
        said = followed(self.question, self.school, f"{self.do}.school")
        frame = work.file.part(FrameState)
        frame.schools = Schools.model_validate({**frame.schools.model_dump(), self.question: self.school})
        return said


class Rule(Command):
    """A rule of the event, as it was typed; blank where it is not kept to."""

    do: Literal["frame.rule"] = "frame.rule"
    rule: Literal["nose_behind_bb_mm", "least_bar_width_mm"]
    typed: str = Field(max_length=40)

    def run(self, work: Work) -> Said:
        """Note it."""
        least, greatest = BOUNDS[self.rule]
        field = f"{self.do}.typed"
        heard = parse_length(self.typed, field=field, least_mm=least, greatest_mm=greatest) if self.typed else None
        frame = work.file.part(FrameState)
        frame.rules = frame.rules.model_copy(update={self.rule: heard.value if heard else None})
        named, typed = SAID[self.rule], Words(self.typed)
        return say("{rule}: {typed}", rule=named, typed=typed) if self.typed else say("{rule}: none", rule=named)


class RulesRead(Command):
    """When the rules of the event were read."""

    do: Literal["frame.rules_read"] = "frame.rules_read"
    dated: str = Field(max_length=40)

    def run(self, work: Work) -> Said:
        """Note it."""
        frame = work.file.part(FrameState)
        frame.rules = Rules.model_validate({**frame.rules.model_dump(), "dated": self.dated})
        return say("Rules read: {dated}", dated=Words(self.dated or "none"))


class Made(Command):
    """A choice of the made-to-measure frame as it was typed; blank leaves it to the rules again."""

    do: Literal["frame.made"] = "frame.made"
    what: MadeChoice
    typed: str = Field(max_length=40)

    def run(self, work: Work) -> Said:
        """Keep it."""
        (least, greatest), field = CHOICES[self.what], f"{self.do}.typed"
        frame = work.file.part(FrameState)
        rest = {k: v for k, v in frame.made.items() if k != self.what}
        label = MADE_LABELS[self.what]
        if not self.typed.strip():
            frame.made = rest
            return say("Made to measure, {what}: by the rules", what=label)
        if self.what.endswith("_deg"):
            heard = parse_angle(self.typed, field=field, least_deg=least, greatest_deg=greatest)
        else:
            heard = parse_length(self.typed, field=field, least_mm=least, greatest_mm=greatest)
        frame.made = {**rest, self.what: heard.value}
        return say("Made to measure, {what}: {typed}", what=label, typed=Words(self.typed))


BOUNDS = {"nose_behind_bb_mm": (0.0, 200.0), "least_bar_width_mm": (200.0, 600.0)}
SAID = {"nose_behind_bb_mm": say("Nose behind the BB, least"), "least_bar_width_mm": say("Bar width, least")}
COMMANDS: tuple[type[Command], ...] = (Choose, TakeThisBike, Leave, Hold, LookCommand, School, Rule, RulesRead, Made)
