"""Files, shelves and facts for tests: what follows from a file's content, without a store."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from waymark.core.house import HOUSE
from waymark.demo import demo_shelves
from waymark.rooms.files import Facts
from waymark.rooms.files.fileio import FileFormat
from waymark.rooms.posts import registry
from waymark.rooms.riders import Profile
from waymark.rooms.shelves import FrameSize, Part, ShelfView, read_frames, read_parts
from waymark.rooms.shelves.schemas import ShelvedPart

# The file of the registered posts: its parts are its attributes.
FitState: Any = registry().file_model
FILES = FileFormat(registry())


def shelf(frames: Iterable[FrameSize] = (), parts: Iterable[Part] = ()) -> ShelfView:
    """A shelf of these, keyed in order from 1."""
    kept = tuple(ShelvedPart(id=i, part=p) for i, p in enumerate(parts, 1))
    return ShelfView(1, tuple(enumerate(frames, 1)), kept)


EMPTY = shelf()
DEMO = shelf(read_frames(demo_shelves()[0])[0], read_parts(demo_shelves()[1])[0])


def facts_of(state: Any, profile: Profile | None = None, on: ShelfView = EMPTY) -> Facts:
    """What follows from a file."""
    return registry().facts(state.model_copy(deep=True), profile or Profile(), on, HOUSE)


def words(said: list[dict[str, Any]] | None) -> str | None:
    """Sentences of the interface in English, lengths in mm."""
    return None if said is None else "; ".join(_one(s) for s in said)


def _one(said: dict[str, Any]) -> str:
    text: str = said["template"]
    for name, value in said["values"].items():
        text = text.replace("{" + name + "}", _value(value))
    return text


def _value(value: dict[str, Any]) -> str:
    if value["kind"] == "said":
        return _one(value["said"])
    if value["kind"] == "words":
        return str(value["text"])
    number = value["number"]
    sign = "−" if number < 0 else "+" if value["signed"] and number else ""
    unit = {"length": " mm", "angle": "°", "count": ""}[value["kind"]]
    return f"{sign}{abs(number):g}{unit}"
