"""Edits of what was measured: a reading typed, repeated or taken back, and what is decided about one."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Literal

from pydantic import Field

from waymark.core.callout import BarKind, Prompt, Side, Survey
from waymark.core.callout.taken import MOST_REPEATS
from waymark.core.say import Count, Said, Words, say
from waymark.core.survey.drift import Measured
from waymark.core.units import parse_angle, parse_length
from waymark.rooms.files import Command, Work, key_field
from waymark.rooms.posts.measure.facts import survey, taken
from waymark.rooms.posts.measure.state import (
    KEYS,
    Decided,
    Decision,
    Heard,
    MarkRecord,
    MeasureState,
    ReadingState,
    SetupRecord,
    Tape,
    title_of,
)
from waymark.rooms.shelves import DropBarPart, FlatBarPart, SaddlePart

MOST_TYPED = 120


def understand(prompt: Prompt, words: str, field: str) -> Heard:
    """What was typed for ``prompt``, understood; raises ``InputError`` or ``AmbiguousError`` naming ``field``."""
    if prompt.unit == "words":
        return Heard(typed=words)
    if prompt.unit == "°":
        heard = parse_angle(words, field=field, least_deg=prompt.least, greatest_deg=prompt.greatest)
    else:
        heard = parse_length(words, field=field, least_mm=prompt.least, greatest_mm=prompt.greatest)
    return Heard(typed=words, value=heard.value)


class Keyed(Command):
    """An edit of one prompt of the call-out, named by its key."""

    key: str = Field(max_length=60)

    def prompt(self) -> tuple[Prompt, Side | None]:
        """The prompt and its side; raises ``InputError`` where nothing of that name is asked."""
        if self.key not in KEYS:
            raise self.refuse("key", "Nothing of that name is asked of a bike.", "a key of the call-out", self.key)
        return KEYS[self.key]

    def title(self, measure: MeasureState) -> Said:
        """Its title, as the fitter sees it."""
        return title_of(measure, self.key)


class Read(Keyed):
    """A reading as it was typed or arrived; ``add`` puts it beside those that are there."""

    do: Literal["measure.read"] = "measure.read"
    typed: str = Field(max_length=MOST_TYPED)
    add: bool = False
    source: str = Field(default="", max_length=60)

    def run(self, work: Work) -> Said:
        """Put the reading down; blank takes all of it back."""
        prompt, _ = self.prompt()
        measure = work.file.part(MeasureState)
        if not self.typed:
            return TakeBack(key=self.key).run(work)
        heard = understand(prompt, self.typed, f"{self.do}.typed")
        before = measure.readings.get(self.key)
        if self.key in measure.skipped:
            measure.skipped.remove(self.key)
        title, typed = self.title(measure), Words(self.typed)
        if not self.add or before is None:
            measure.readings[self.key] = ReadingState(heard=[heard], source=self.source)
            return say("{title} {typed}", title=title, typed=typed)
        if len(before.heard) >= MOST_REPEATS:
            raise self.refuse("add", "Nine readings of one thing are enough.", f"at most {MOST_REPEATS}", self.typed)
        measure.readings[self.key] = ReadingState(heard=[*before.heard, heard], source=self.source or before.source)
        return say("{title} again {typed}", title=title, typed=typed)


class TakeBack(Keyed):
    """All that was read for one prompt taken back."""

    do: Literal["measure.take_back"] = "measure.take_back"

    def run(self, work: Work) -> Said:
        """Take it back."""
        self.prompt()
        measure = work.file.part(MeasureState)
        measure.readings.pop(self.key, None)
        return say("{title} taken back", title=self.title(measure))


class Decide(Command):
    """What the fitter makes of a reading that does not agree; it is put on record.

    ``key`` names a reading, or the mean of both sides; ``repeat`` one of its readings, the first being 1.
    """

    do: Literal["measure.decide"] = "measure.decide"
    key: str = Field(max_length=60)
    what: Decided
    repeat: int | None = Field(default=None, ge=1, le=MOST_REPEATS)
    typed: str = Field(default="", max_length=MOST_TYPED)

    def run(self, work: Work) -> Said:
        """Do what was decided and note it."""
        measure = work.file.part(MeasureState)
        keys = [k for k in (self.key, f"{self.key}.right", f"{self.key}.left") if k in measure.readings]
        if not keys:
            raise self.refuse("key", "Nothing was read there.", "the key of a reading", self.key)
        was = "; ".join(h.typed for k in keys for h in measure.readings[k].heard)
        now = self._done(measure, keys)
        if self.what == "again":
            # It is asked next, wherever the call-out stands.
            measure.skipped = [k for k in measure.skipped if k not in keys]
        at = work.at.isoformat(timespec="seconds")
        measure.decisions.append(Decision(key=self.key, what=self.what, was=was[:200], now=now, at=at))
        title = title_of(measure, self.key)
        return say("{said}, {now}", said=_SAID[self.what](title), now=Words(now)) if now else _SAID[self.what](title)

    def _done(self, measure: MeasureState, keys: list[str]) -> str:
        """What now stands there, where that is something new."""
        if self.what == "again":
            for key in keys:
                del measure.readings[key]
            return ""
        if self.what == "corrected":
            return self._corrected(measure, keys)
        first = measure.readings[keys[0]]
        if self.what == "dropped" and self.repeat is not None and self.repeat <= len(first.heard) > 1:
            del first.heard[self.repeat - 1]
            return "; ".join(h.typed for h in first.heard)
        for key in keys:
            measure.readings[key].decision = "" if self.what == "restored" else self.what
        return ""

    def _corrected(self, measure: MeasureState, keys: list[str]) -> str:
        if len(keys) != 1 or not self.typed:
            raise self.refuse("typed", "Say what it should have been.", "one reading and its words")
        heard = understand(KEYS[keys[0]][0], self.typed, f"{self.do}.typed")
        reading = measure.readings[keys[0]]
        at = self.repeat - 1 if self.repeat is not None and self.repeat <= len(reading.heard) else 0
        reading.heard[at] = heard
        return self.typed


_SAID: Mapping[Decided, Callable[[Said], Said]] = {
    "again": lambda title: say("{title} to be read again", title=title),
    "corrected": lambda title: say("{title} corrected", title=title),
    "dropped": lambda title: say("{title} left out", title=title),
    "kept": lambda title: say("{title} kept as read", title=title),
    "meant": lambda title: say("{title} meant to differ", title=title),
    "restored": lambda title: say("{title} taken in again", title=title),
}


class Skip(Keyed):
    """A prompt left for later, or asked again."""

    do: Literal["measure.skip"] = "measure.skip"
    skipped: bool = True

    def run(self, work: Work) -> Said:
        """Leave it for later, or not."""
        self.prompt()
        measure = work.file.part(MeasureState)
        measure.skipped = [k for k in measure.skipped if k != self.key] + ([self.key] if self.skipped else [])
        title = self.title(measure)
        return say("{title} left for later", title=title) if self.skipped else say("{title} asked again", title=title)


class Bar(Command):
    """What kind of bar the bike has: it decides what is asked; left out, it follows from the bar on record."""

    do: Literal["measure.bar_kind"] = "measure.bar_kind"
    kind: BarKind | None = None

    def run(self, work: Work) -> Said:
        """Note the kind."""
        measure = work.file.part(MeasureState)
        measure.bar_kind = self.kind
        said = {"drop": say("Drop bar"), "flat": say("Flat bar"), "aero": say("Aero bar")}
        return said[measure.handlebar()]


class TapeEnds(Command):
    """Where straight tapes to the hands end: at the hand itself, or at the bike's middle, over a straight edge."""

    do: Literal["measure.tape"] = "measure.tape"
    ends: Tape

    def run(self, work: Work) -> Said:
        """Note it."""
        work.file.part(MeasureState).tape = self.ends
        return (
            say("Tape to the hands themselves") if self.ends == "hand" else say("Tape to the middle, over both hands")
        )


class KeepSetup(Command):
    """The marks as they are measured now, kept to compare with later."""

    do: Literal["measure.keep_setup"] = "measure.keep_setup"
    by: str = Field(min_length=1, max_length=80, description="who measured")
    note: str = Field(default="", max_length=200)

    def run(self, work: Work) -> Said:
        """Keep them."""
        found = survey(work.facts)
        marks = marks_kept(found)
        if not marks:
            raise self.refuse("by", "No mark is placed yet.", "a bike of which at least one mark is measured")
        measure = work.file.part(MeasureState)
        measure.setups.append(
            SetupRecord(
                on=work.at.isoformat(timespec="seconds"),
                by=self.by,
                note=self.note,
                readings=len(found.observed),
                marks=marks,
            )
        )
        return say("Set-up kept, measured by {who}", who=Words(self.by))


def marks_kept(found: Survey) -> dict[str, MarkRecord]:
    """The marks of a survey as they are kept with a set-up."""
    return {name: MarkRecord(**record_of(Measured(p.at, p.covariance))) for name, p in found.points.items()}


def record_of(it: Measured) -> dict[str, float]:
    """A mark and its covariance as they are kept."""
    c = it.covariance
    return {
        "x_mm": it.at.x_mm,
        "y_mm": it.at.y_mm,
        "xx_mm2": float(c[0, 0]),
        "xy_mm2": float(c[0, 1]),
        "yy_mm2": float(c[1, 1]),
    }


class MeasureAnew(Command):
    """The survey begun again: level and sights are asked anew, parts and printed numbers stay."""

    do: Literal["measure.anew"] = "measure.anew"

    def run(self, work: Work) -> Said:
        """Put the readings aside."""
        gone = [k for k, t in taken(work.facts).items() if t.prompt.sight or t.prompt.group == "level"]
        measure = work.file.part(MeasureState)
        for key in gone:
            del measure.readings[key]
        measure.skipped = []
        return say("Measuring anew, {count} readings put aside", count=Count(len(gone)))


class PresentFrame(Command):
    """The frame as it stands, from the shelf; left out, it is not known."""

    do: Literal["measure.frame"] = "measure.frame"
    size: int | None = key_field()

    def run(self, work: Work) -> Said:
        """Note it, and the bike's name where it has none."""
        measure = work.file.part(MeasureState)
        measure.frame = None if self.size is None else work.facts.shelf.size(self.size)
        if measure.frame is None:
            return say("Present frame not known")
        work.file.bike = work.file.bike or measure.frame.label
        return say("Present frame {name}", name=Words(measure.frame.label))


class PresentPart(Command):
    """The bar or saddle on the bike, from the shelf; left out, it is not known."""

    do: Literal["measure.part"] = "measure.part"
    what: Literal["bar", "saddle"]
    part: int | None = key_field()

    def run(self, work: Work) -> Said:
        """Note it."""
        measure = work.file.part(MeasureState)
        kinds = ("saddle",) if self.what == "saddle" else ("drop_bar", "flat_bar")
        found = None if self.part is None else work.facts.shelf.part(self.part, *kinds)
        if self.what == "saddle":
            measure.saddle = found if isinstance(found, SaddlePart) else None
        else:
            measure.bar = found if isinstance(found, DropBarPart | FlatBarPart) else None
        if found is not None:
            return say("Present {name}", name=Words(found.name))
        return say("Saddle taken back") if self.what == "saddle" else say("Bar taken back")


COMMANDS: tuple[type[Command], ...] = (
    Read, TakeBack, Decide, Skip, Bar, TapeEnds, KeepSetup, MeasureAnew, PresentFrame, PresentPart,
)  # fmt: skip
