"""Edits as typed commands: each knows what it takes, does its work on a copy of the file, and says what it did."""

from __future__ import annotations

from datetime import datetime
from typing import Any, ClassVar, Literal

from pydantic import ConfigDict, Field

from waymark.core.errors import InputError
from waymark.core.say import Said, Words, say
from waymark.rooms.deps import MOST_KEY
from waymark.rooms.files.facts import Facts
from waymark.rooms.files.values import TEXTS, FileBase
from waymark.rooms.schema import Strict


class Work:
    """A file while commands are carried out on it: a copy of its own, and what follows from it as it then stands."""

    def __init__(self, facts: Facts, at: datetime) -> None:
        self._facts, self.at = facts, at
        self._file = facts.whole_file.to_work_on()

    @property
    def file(self) -> FileBase:
        """The copy that is worked on."""
        return self._file

    @property
    def facts(self) -> Facts:
        """What follows from the file as it now stands."""
        if self._facts.whole_file != self._file:
            self._facts = self._facts.changed(self._file.as_it_stands())
        return self._facts


def _named(schema: dict[str, Any]) -> None:
    """In the interface's description a command always says what it does."""
    schema["properties"]["do"].pop("default", None)
    schema["required"] = ["do", *(n for n in schema.get("required", []) if n != "do")]


class Command(Strict):
    """One edit. ``do`` names it; every other field is something that is asked of the person who makes it."""

    model_config = ConfigDict(json_schema_extra=_named)

    do: str

    # Set where a later command of the same kind may be added up with it, see the screens' queue.
    relative: ClassVar[bool] = False

    def run(self, work: Work) -> Said:
        """Do it on the copy and say what was done; raises ``InputError`` naming the field."""
        raise NotImplementedError

    def refuse(self, field: str, message: str, allowed: str, kept: object = None) -> InputError:
        """What cannot be, named by this command's own field."""
        shown = None if kept is None else str(kept)[:80]
        return InputError(message, field=f"{self.do}.{field}", allowed=allowed, kept=shown)


def key_field() -> Any:
    """A key from the shelf, none where it is left out."""
    return Field(default=None, ge=1, le=MOST_KEY, description="a key from the shelf")


class Describe(Command):
    """The file's own words: its bike, its reason, its notes."""

    do: Literal["file.describe"] = "file.describe"
    what: Literal["bike", "reason", "notes"]
    words: str = Field(max_length=4000)

    def run(self, work: Work) -> Said:
        """Put the words down."""
        label, longest = TEXTS[self.what]
        if len(self.words) > longest:
            raise self.refuse("words", f"{label} is too long.", f"{longest} letters", self.words)
        setattr(work.file, self.what, self.words)
        named = Words(label)
        if not self.words:
            return say("{what} cleared", what=named)
        return say("{what}: {words}", what=named, words=Words(self.words[:60]))


FILE_COMMANDS: tuple[type[Command], ...] = (Describe,)
