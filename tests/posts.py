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
